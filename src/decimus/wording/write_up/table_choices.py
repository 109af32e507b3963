"""How a table can be arranged, in words: columns, their order and decimals, turned, outcomes."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.edits import ArrangeTable
from decimus.study.write_ups import ColumnDecimals, TableChoices, TableKind
from decimus.wording.spans import Choice, Option, Sentence, Span, Text
from decimus.wording.write_up.report_tables import LABEL, TableColumn
from decimus.wording.write_up.summary_columns import outcomes_offered
from decimus.wording.write_up.tables import all_columns, shown_keys

_MOST_DECIMALS = 6


def table_sentence(results: Results, kind: TableKind) -> Sentence:
    """What a table shows, as choices."""
    choices = results.question.words.table(kind)
    columns = all_columns(results, kind, choices)
    known = [column for column in columns if not column.key.startswith(LABEL)]
    shown = shown_keys(results, choices, columns)
    spans: list[Span] = [
        Text("With "),
        _columns_choice(results, choices, known, shown),
        Text(", "),
        _turned_choice(results, choices),
    ]
    if kind is TableKind.SUMMARY and outcomes_offered(results):
        spans += [Text(", "), _outcomes_choice(results, choices)]
    return (*spans, Text("."))


def _edit(results: Results, choices: TableChoices, words: str) -> ArrangeTable:
    return ArrangeTable(table=choices, words=words, question=results.number)


def _columns_choice(
    results: Results, choices: TableChoices, known: list[TableColumn], shown: tuple[str, ...]
) -> Choice:
    options = []
    for column in known:
        is_in = column.key in shown
        kept = tuple(key for key in shown if key != column.key)
        after = kept if is_in else (*shown, column.key)
        words = f"{'take out' if is_in else 'show'} {column.name}"
        edit = _edit(results, replace(choices, columns=after), words) if after else None
        options.append(Option(column.name, edit, is_in, "" if after else "the last one stays"))
    usual = _edit(results, replace(choices, columns=()), "the usual columns")
    options.append(Option("the usual columns", usual, not choices.columns))
    count = len(shown)
    text = f"{count} columns" if count != 1 else "one column"
    key = f"columns of {choices.kind.value}"
    return Choice(key, text, "the columns of the table", tuple(options))


def _turned_choice(results: Results, choices: TableChoices) -> Choice:
    def option(words: str, *, is_turned: bool) -> Option:
        edit = _edit(results, replace(choices, is_turned=is_turned), words)
        return Option(words, edit, choices.is_turned is is_turned)

    options = (
        option("groups in rows", is_turned=False),
        option("groups in columns", is_turned=True),
    )
    if choices.kind is not TableKind.SUMMARY:
        options = (option("upright", is_turned=False), option("turned", is_turned=True))
    text = options[1 if choices.is_turned else 0].label
    return Choice(f"turned {choices.kind.value}", text, "which way round the table is", options)


def _outcomes_choice(results: Results, choices: TableChoices) -> Choice:
    options = []
    for column, name in outcomes_offered(results):
        is_in = column in choices.outcomes
        kept = tuple(c for c in choices.outcomes if c != column)
        after = kept if is_in else (*choices.outcomes, column)
        words = f"{'without' if is_in else 'with'} {name} in the table"
        # Columns that were chosen are of the outcomes that stand there now.
        arranged = replace(choices, outcomes=after, columns=())
        options.append(Option(name, _edit(results, arranged, words), is_in))
    count = len(choices.outcomes)
    text = "this outcome" if not count else f"{count + 1} outcomes"
    return Choice("outcomes of summary", text, "outcomes in the table", tuple(options))


def column_choice(results: Results, kind: TableKind, key: str) -> Choice:
    """What can be done to one column: moved, taken out, its decimals."""
    choices = results.question.words.table(kind)
    shown = shown_keys(results, choices, all_columns(results, kind, choices))
    at = shown.index(key)

    def moved(to: int) -> tuple[str, ...]:
        rest = [other for other in shown if other != key]
        return (*rest[:to], key, *rest[to:])

    def arranged(words: str, columns: tuple[str, ...]) -> Option:
        is_possible = bool(columns) and columns != shown
        edit = _edit(results, replace(choices, columns=columns), words) if is_possible else None
        return Option(words, edit)

    def with_decimals(count: int | None) -> Option:
        others = tuple(own for own in choices.decimals if own.column != key)
        decimals = others if count is None else (*others, ColumnDecimals(key, count))
        words = "decimals as everywhere" if count is None else f"{count} {plural('decimal', count)}"
        now = choices.decimals_of(key)
        edit = _edit(results, replace(choices, decimals=decimals), words)
        return Option(words, edit, now == count)

    options = (
        arranged("one place to the left", moved(at - 1) if at else shown),
        arranged("one place to the right", moved(at + 1)),
        arranged("take out", tuple(other for other in shown if other != key)),
        *(with_decimals(count) for count in (None, *range(_MOST_DECIMALS))),
    )
    return Choice(f"column {key}", key, "the column", options)
