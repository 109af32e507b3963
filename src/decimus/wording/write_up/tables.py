"""The tables of the write-up: their columns chosen, ordered, turned, with decimals."""

from __future__ import annotations

from collections.abc import Sequence

from decimus.analysis.results import Results
from decimus.study.live_parts import Fact, FactPart
from decimus.study.write_ups import TableChoices, TableKind
from decimus.wording.comparisons.choices import required
from decimus.wording.comparisons.method_names import method_name
from decimus.wording.comparisons.sentences import (
    STATISTIC_LETTERS,
    compared_words,
    effect_name,
)
from decimus.wording.comparisons.tables import comparison_table
from decimus.wording.letters import lettered
from decimus.wording.numbers import number
from decimus.wording.phrases import levels_phrase, upper_first
from decimus.wording.spans import Sentence, Text
from decimus.wording.write_up.pair_columns import pair_columns
from decimus.wording.write_up.parts import part_text, written_outcome
from decimus.wording.write_up.report_tables import (
    LABEL,
    ReportTable,
    TableColumn,
    numbers_column,
)
from decimus.wording.write_up.summary_columns import summary_columns

TITLES = {
    TableKind.SUMMARY: "Summary",
    TableKind.COMPARISONS: "Comparisons",
    TableKind.ANOVA: "Test",
}


def tables_of(results: Results) -> tuple[ReportTable, ...]:
    """All tables that there are, as they are arranged."""
    found = (table_of(results, kind) for kind in TableKind)
    return tuple(table for table in found if table is not None)


def table_of(results: Results, kind: TableKind) -> ReportTable | None:
    """A table as it is arranged; None where there is none of the kind."""
    choices = results.question.words.table(kind)
    columns = all_columns(results, kind, choices)
    if not columns:
        return None
    labels = tuple(column for column in columns if column.key.startswith(LABEL))
    others = {column.key: column for column in columns if not column.key.startswith(LABEL)}
    wanted = shown_keys(results, choices, columns)
    shown = (*labels, *(others[key] for key in wanted))
    return ReportTable(kind, _title(results, kind), shown, len(labels), choices.is_turned)


def shown_keys(
    results: Results, choices: TableChoices, columns: Sequence[TableColumn]
) -> tuple[str, ...]:
    """The columns that are shown beside the labels, in order."""
    known = [column.key for column in columns if not column.key.startswith(LABEL)]
    chosen = tuple(key for key in choices.columns if key in known)
    if chosen:
        return chosen
    if choices.kind is not TableKind.SUMMARY:
        return tuple(known)
    usual = [column.value for column in results.question.lanes.columns]
    return tuple(key for key in known if key.rpartition(":")[2] in usual) or tuple(known)


def all_columns(
    results: Results, kind: TableKind, choices: TableChoices
) -> tuple[TableColumn, ...]:
    """All columns that a table could have; none where there is no such table."""
    if kind is TableKind.SUMMARY:
        return summary_columns(results, choices)
    comparison = results.comparison
    if comparison is None:
        return ()
    if kind is TableKind.COMPARISONS:
        return pair_columns(results, comparison, choices) if comparison.pairs else ()
    return _of_test(results, choices) if not comparison.is_of_two else ()


# --- the test -------------------------------------------------------------------------------


def _of_test(results: Results, choices: TableChoices) -> tuple[TableColumn, ...]:
    """The lines of the test, from the table that the Comparisons place shows."""
    heads, *rows = comparison_table(results)
    comparison = required(results)
    found = []
    effects = {term.name: term.effect for term in comparison.terms}
    for place, head in enumerate(heads):
        key = f"{LABEL}:term" if place == 0 else _TEST_KEYS.get(head, head)
        if (place and head in STATISTIC_LETTERS.values()) or (len(head) == 1 and head != "p"):
            key = "statistic"
        cells = tuple(row[place] for row in rows)
        found.append(
            TableColumn(
                key,
                head,
                head,
                is_numeric=place > 0,
                cells=cells,
                exact_headings=(head,),
                exact=tuple((cell or None,) for cell in cells),
            )
        )
    effect = next((e for e in effects.values() if e is not None), None)
    if effect is not None:
        name = effect_name(effect)
        one = comparison.terms[0] if len(comparison.terms) == 1 else None
        by_row = [
            effects.get(row[0]) if one is None else (one.effect if n == 0 else None)
            for n, row in enumerate(rows)
        ]
        places = choices.decimals_of("effect")
        found.append(
            numbers_column(
                "effect",
                name,
                [
                    ""
                    if e is None
                    else number(e.value, 2 if places is None else places, results.numerals)
                    for e in by_row
                ],
                [None if e is None else e.value for e in by_row],
            )
        )
    return tuple(found)


_TEST_KEYS = {
    "sum of squares": "sum-of-squares",
    "mean square": "mean-square",
    "ε (G–G)": "epsilon-gg",
    "ε (H–F)": "epsilon-hf",
    "p uncorrected": "p-uncorrected",
}


# --- titles ---------------------------------------------------------------------------------


def _title(results: Results, kind: TableKind) -> Sentence:
    """What a table holds, as its caption says it."""
    if kind is TableKind.SUMMARY:
        what = upper_first(written_outcome(results.measurements))
        return (Text(f"{what} {levels_phrase(results.groups)}."),)
    comparison = required(results)
    outcome = compared_words(results)
    if kind is TableKind.ANOVA:
        return lettered(f"{upper_first(method_name(comparison))} of {outcome}.")
    by = part_text(results, FactPart(Fact.FOLLOW_UP)) or method_name(comparison)
    return lettered(f"Comparisons of {outcome} by {by}.")
