"""How a table is read and what is asked of it, as sentences of choices."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.charts.styles import style_of
from decimus.measurements.observations import Measurements
from decimus.measurements.variables import Factor
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseDecimalSign,
    ChooseHeaderRows,
    ChooseLayout,
    ChooseLevelKind,
    ChooseRowNames,
    ChooseUnit,
    DescribeCondition,
    DescribeMaterial,
    DescribeReplicate,
)
from decimus.terms import Layout, LevelKind
from decimus.wording.entries import name_entry, required_text
from decimus.wording.measurements.adjustments import adjusted_spans
from decimus.wording.measurements.replicates import (
    averaging_spans,
    left_out_spans,
    limit_spans,
    same_units_spans,
)
from decimus.wording.measurements.summarised_readings import summarised_reading
from decimus.wording.phrases import lower_first, outcome_words
from decimus.wording.questions import factor_options, is_undivided, joint, outcome_options
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Style, Text

_UNITS_OF_REPLICATION = ("flask", "plot", "plant", "animal", "sample", "visitor")
_UNITS = ("mm", "mm²", "g", "mg", "mg/L", "°C", "s", "%")


def reading_sentence(results: Results, *, is_printed: bool = False) -> Sentence:
    """How the table is read; every fact in it can be corrected.

    Args:
        results: what was read.
        is_printed: whether it is only to be read, so that it says nothing but what is known.
    """
    measurements = results.measurements
    layouts = {
        Layout.COLUMNS: _columns_reading,
        Layout.ROWS: _rows_reading,
        Layout.LONG: _long_reading,
        Layout.SUMMARISED: summarised_reading,
    }
    spans = [
        Text("Each "),
        *layouts[measurements.shape.layout](results, measurements),
        *_outcome_spans(results, measurements, is_printed=is_printed),
        *averaging_spans(results, measurements),
        *limit_spans(results, measurements),
        *left_out_spans(results, measurements),
        *adjusted_spans(results),
        Text(f" {counts(measurements)}", Style.QUIET),
    ]
    return tuple(spans)


def problem_sentence(results: Results) -> Sentence:
    """Why a table cannot be read, and the words that could change that."""
    if results.sheet.table.is_empty:
        return (Text("Type names of groups into the first row and measurements below them."),)
    reading, sheet = results.sheet.reading, results.question.asked.sheet
    problem = results.problem
    layouts = _layout_options(sheet, reading.layout)
    said = reading.header_rows
    if said is None and reading.has_header is not None:
        said = int(reading.has_header)
    headers = _header_options(sheet, said)
    layout = "as found out" if reading.layout is None else f"by {reading.layout.value}"
    header = {None: "what is found out", 0: "measurements"}.get(said, "names")
    return (
        Text(f"{problem.what}. {problem.remedy}. " if problem is not None else ""),
        Text("The table is read "),
        Choice("layout", layout, "which way round the table is", layouts),
        Text(", its first row holds "),
        Choice("header", header, "what the first row holds", headers),
        Text("."),
    )


def counts(measurements: Measurements) -> str:
    """How many groups, numbers and missing measurements."""
    groups, numbers = len(measurements.groups), measurements.count
    noun = "mean" if measurements.is_summarised else "number"
    if measurements.units.is_averaged or measurements.counts_cases:
        noun = measurements.unit_name
    text = f"{groups} {plural('group', groups)}, {numbers} {plural(noun, numbers)}"
    missing, aside = measurements.missing_count, measurements.aside_count
    unread = len(measurements.unreadable) if measurements.is_summarised else 0
    if missing or not unread:
        text += f", {missing} missing" if missing else ", none missing"
    if unread:
        text += f", {unread} {plural('cell', unread)} not read"
    return f"{text}, {aside} set aside." if aside else f"{text}."


def _layout_choice(results: Results, text: str) -> Choice:
    options = _layout_options(results.question.asked.sheet, results.measurements.shape.layout)
    return Choice("layout", text, "which way round the table is", options)


def _layout_options(sheet: int, now: Layout | None) -> tuple[Option, ...]:
    words = {
        Layout.COLUMNS: "column: each column is a group",
        Layout.ROWS: "row: each row is a group, its replicates across",
        Layout.LONG: "row: each row is one measurement",
        Layout.SUMMARISED: "row: each row is a group, its mean beside its spread",
    }
    return tuple(
        Option(word, ChooseLayout(layout=layout, sheet=sheet), layout is now)
        for layout, word in words.items()
    )


def _factor_spans(results: Results, measurements: Measurements, lead: str) -> list[Span]:
    """The factors: "one amount of salt in g/L and one kind of light"."""
    spans: list[Span] = []
    count = len(measurements.factors)
    for index, factor in enumerate(measurements.factors):
        spans += [
            Text((joint(index, count) if index else "") + lead),
            _kind_choice(results, factor),
            Text(" of "),
            _factor_name_choice(results, factor),
            *_unit_of_factor(results, factor),
        ]
    return spans


def _columns_reading(results: Results, measurements: Measurements) -> list[Span]:
    shape = measurements.shape
    beside = shape.side_factors
    if beside and shape.heads.counting is not None and shape.row_names is None:
        return [
            _layout_choice(results, "column"),
            Text(" beside the names is one "),
            _replicate_choice(results, measurements),
            *same_units_spans(results, measurements, "in every group"),
            Text("; its group is "),
            *_factor_spans(results, measurements, "one "),
            Text(". "),
            *_header_spans(results, measurements),
            Text("."),
        ]
    spans = [
        _layout_choice(results, "column"),
        Text(" is " if not beside else " beside the names is "),
        *_factor_spans(results, measurements, "one "),
        Text(", each row one "),
        _replicate_choice(results, measurements),
        *same_units_spans(results, measurements, "in every column"),
        Text(". "),
        *_header_spans(results, measurements),
    ]
    if len(shape.columns) > 1 and not beside:
        spans += [Text(", the first column "), _row_names_choice(results, measurements)]
    return [*spans, Text(".")]


def _rows_reading(results: Results, measurements: Measurements) -> list[Span]:
    return [
        _layout_choice(results, "row"),
        Text(" is "),
        *_factor_spans(results, measurements, "one "),
        Text(", each column one "),
        _replicate_choice(results, measurements),
        *same_units_spans(results, measurements, "in every row"),
        Text(". "),
        *_header_spans(results, measurements),
        Text("."),
    ]


def _long_reading(results: Results, measurements: Measurements) -> list[Span]:
    is_reading = measurements.units.is_averaged and not measurements.shape.readings
    spans: list[Span] = [_layout_choice(results, "row"), Text(" is one ")]
    if is_reading:
        spans.append(Text("reading of one "))
    return [
        *spans,
        _replicate_choice(results, measurements),
        *same_units_spans(results, measurements, "in every group"),
        *_group_of_row(results, measurements),
        Text(". "),
        *_header_spans(results, measurements),
        Text("."),
    ]


def _group_of_row(results: Results, measurements: Measurements) -> list[Span]:
    """What says the group of a row of a long table, if anything does."""
    if not is_undivided(measurements):
        return [Text("; its group is "), *_factor_spans(results, measurements, "one ")]
    (factor,) = measurements.factors
    options = factor_options(results, measurements, factor)
    choice = Choice(f"factor {factor.variable}", "one group", "the factor", options)
    return [Text("; all are "), choice]


def _header_spans(results: Results, measurements: Measurements) -> list[Span]:
    rows = measurements.shape.block.header_rows
    if len(rows) > 1:
        lead = f"{_COUNTS[len(rows)]} rows hold "
    elif rows and rows[0]:
        lead = f"Row {rows[0] + 1} holds "
    else:
        lead = "The first row holds "
    return [Text(lead), _header_choice(results, measurements)]


_KIND_WORDS = {
    LevelKind.AMOUNTS: ("amount", "amount on a scale"),
    LevelKind.ORDERED: ("step", "step: a name in an order"),
    LevelKind.NAMES: ("kind", "kind: a name in no order"),
}


def _kind_choice(results: Results, factor: Factor) -> Choice:
    has_amounts = all(level.amount is not None for level in factor.levels)
    options = []
    for kind, (_, label) in _KIND_WORDS.items():
        possible = has_amounts or kind is not LevelKind.AMOUNTS
        edit = ChooseLevelKind(
            variable=factor.variable, kind=kind, sheet=results.question.asked.sheet
        )
        why = "" if possible else "not every level is a number with the same unit"
        options.append(Option(label, edit if possible else None, kind is factor.kind, why))
    word = _KIND_WORDS[factor.kind][0]
    return Choice(f"kind {factor.variable}", word, "what the levels are", tuple(options))


def _unit_entry(results: Results, variable: int, now: str) -> Entry:
    sheet = results.question.asked.sheet
    return Entry(
        "unit, such as mm² or g/L",
        now,
        lambda text: ChooseUnit(variable=variable, unit=text.strip(), sheet=sheet),
    )


def _unit_choice(results: Results, key: str, variable: int, now: str, name: str) -> Choice:
    sheet = results.question.asked.sheet
    options = tuple(
        Option(unit, ChooseUnit(variable=variable, unit=unit, sheet=sheet), unit == now)
        for unit in dict.fromkeys((*_UNITS, *([now] if now else [])))
    )
    none = Option("no unit", ChooseUnit(variable=variable, unit="", sheet=sheet), not now)
    entry = _unit_entry(results, variable, now)
    return Choice(key, now or "no unit", name, (*options, none), (entry,))


def _factor_name_choice(results: Results, factor: Factor) -> Choice:
    entry = name_entry(results, factor.variable, "what the groups differ in", factor.name)
    text = lower_first(factor.name) if factor.is_named else "group"
    options = factor_options(results, results.measurements, factor)
    return Choice(f"factor {factor.variable}", text, "the factor", options, (entry,))


def _unit_of_factor(results: Results, factor: Factor) -> list[Span]:
    if factor.kind is not LevelKind.AMOUNTS and not factor.unit:
        return []
    key = f"factor unit {factor.variable}"
    unit = _unit_choice(results, key, factor.variable, factor.unit, "the factor’s unit")
    return [Text(" in "), unit] if factor.unit else [Text(", "), unit]


def _outcome_choice(results: Results, measurements: Measurements) -> Choice:
    outcome = measurements.outcome
    entry = name_entry(
        results, outcome.variable, "what was measured", outcome.name if outcome.is_named else ""
    )
    text = outcome_words(measurements) if outcome.is_named else "what was measured?"
    options = outcome_options(results, measurements)
    return Choice("outcome name", text, "the outcome", options, (entry,))


def _unit_of_outcome(results: Results, measurements: Measurements) -> list[Span]:
    outcome = measurements.outcome
    name = "the outcome’s unit"
    unit = _unit_choice(results, "outcome unit", outcome.variable, outcome.unit, name)
    return [Text(" in "), unit] if outcome.unit else [Text(", "), unit]


def _replicate_choice(results: Results, measurements: Measurements) -> Choice:
    now, sheet = measurements.unit_name, results.question.asked.sheet
    options = tuple(
        Option(word, DescribeReplicate(unit_name=word, sheet=sheet), word == now)
        for word in dict.fromkeys((*_UNITS_OF_REPLICATION, now))
    )
    make = required_text(lambda text: DescribeReplicate(unit_name=text, sheet=sheet), "A name")
    entry = Entry("what one replicate is, in the singular", now, make)
    return Choice("replicate", now, "what one replicate is", options, (entry,))


def _outcome_spans(results: Results, measurements: Measurements, *, is_printed: bool) -> list[Span]:
    """What the numbers are."""
    outcome = measurements.outcome
    if is_printed and not outcome.is_named:
        return []
    unit = _unit_of_outcome(results, measurements) if outcome.unit or not is_printed else []
    if measurements.counts_cases:
        more = [] if is_printed else _more_facts(results, measurements)
        return [
            Text(" Rows are counted: "),
            _outcome_choice(results, measurements),
            *more,
            Text("."),
        ]
    return [
        Text(" The numbers are "),
        _outcome_choice(results, measurements),
        *unit,
        *([] if is_printed else _more_facts(results, measurements)),
        *_decimal_sign(results, measurements),
        Text("."),
    ]


def _more_facts(results: Results, measurements: Measurements) -> list[Span]:
    """On what it was measured and when: as far as that was said, the rest behind one word."""
    material, condition = measurements.material, measurements.condition
    spans: list[Span] = []
    if material:
        spans += [Text(", measured on "), _material_choice(results, measurements)]
    if condition:
        spans += [Text(" " if material else ", "), _condition_choice(results, measurements)]
    if material and condition:
        return spans
    asked = [
        *(() if material else _material_choice(results, measurements).entries),
        *(() if condition else _condition_choice(results, measurements).entries),
    ]
    what = "what else a caption needs: what it was measured on, and when"
    return [*spans, Text(", "), Choice("more", "and more", what, (), tuple(asked))]


def _material_choice(results: Results, measurements: Measurements) -> Choice:
    sheet, now = results.question.asked.sheet, measurements.material
    none = Option("nothing to name", DescribeMaterial(material="", sheet=sheet), not now)
    entry = Entry(
        "species, material or place",
        now,
        lambda text: DescribeMaterial(material=text.strip(), sheet=sheet),
    )
    style = Style.ITALIC if now else Style.PLAIN
    return Choice("material", now or "what?", "what was measured on", (none,), (entry,), style)


def _condition_choice(results: Results, measurements: Measurements) -> Choice:
    sheet, now = results.question.asked.sheet, measurements.condition
    none = Option("nothing to name", DescribeCondition(condition="", sheet=sheet), not now)
    entry = Entry(
        "when or how, such as after 7 days",
        now,
        lambda text: DescribeCondition(condition=text.strip(), sheet=sheet),
    )
    return Choice("condition", now or "when?", "when or under what", (none,), (entry,))


_COUNTS = {2: "Two", 3: "Three"}


def _header_choice(results: Results, measurements: Measurements) -> Choice:
    count = len(measurements.shape.block.header_rows)
    options = _header_options(results.question.asked.sheet, count)
    text = "names" if count else "measurements"
    return Choice("header", text, "what the first row holds", options)


def _header_options(sheet: int, now: int | None) -> tuple[Option, ...]:
    words = (
        "measurements",
        "names",
        "names, as does the row below",
        "names, as do the two rows below",
    )
    return tuple(
        Option(words[count], ChooseHeaderRows(count=count, sheet=sheet), count == now)
        for count in (1, 2, 3, 0)
    )


def _row_names_choice(results: Results, measurements: Measurements) -> Choice:
    has = measurements.shape.row_names is not None
    sheet = results.question.asked.sheet
    options = (
        Option("names the rows", ChooseRowNames(has_row_names=True, sheet=sheet), has),
        Option("is a group too", ChooseRowNames(has_row_names=False, sheet=sheet), not has),
    )
    text = options[0].label if has else options[1].label
    return Choice("row names", text, "what the first column is", options)


def _decimal_sign(results: Results, measurements: Measurements) -> list[Span]:
    """How decimals are marked, where a comma makes it a question."""
    shape = measurements.shape
    is_asked = shape.decimal == "," or shape.doubtful_number or results.sheet.reading.decimal
    if not is_asked:
        return []
    words = {".": "point", ",": "comma"}
    sheet = results.question.asked.sheet
    options = tuple(
        Option(word, ChooseDecimalSign(decimal=sign, sheet=sheet), sign == shape.decimal)
        for sign, word in words.items()
    )
    choice = Choice("decimal sign", words[shape.decimal], "the decimal sign", options)
    return [Text(", with a decimal "), choice]


def place_counts(results: Results) -> dict[str, str]:
    """The live count behind each place."""
    if results.problem is not None:
        return {}
    measurements = results.measurements
    total = measurements.count + measurements.missing_count
    has_missing = bool(measurements.missing_count)
    style = style_of(results.question.figure).style
    return {
        "measurements": f"{measurements.count} of {total}" if has_missing else str(total),
        "groups": str(len(results.groups.shown)),
        "comparisons": str(len(results.comparison.pairs)) if results.comparison else "–",
        "figure": f"{style.width_mm:g} mm",
        "write_up": "",
    }
