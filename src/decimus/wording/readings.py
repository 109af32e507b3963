"""How a table is read and what is asked of it, as sentences of choices."""

from __future__ import annotations

from collections.abc import Callable

from decimus.analysis.groups import with_unit
from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.measurements.observations import Measurements
from decimus.measurements.variables import Factor
from decimus.study.edits import (
    ChooseDecimalSign,
    ChooseFactors,
    ChooseHeader,
    ChooseLayout,
    ChooseLevelKind,
    ChooseOutcome,
    ChooseRowNames,
    ChooseUnit,
    DescribeCondition,
    DescribeMaterial,
    DescribeReplicate,
    Edit,
    NameVariable,
)
from decimus.terms import Layout, LevelKind
from decimus.wording.numbers import plural
from decimus.wording.phrases import lower_first, outcome_words
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Style, Text

_UNITS_OF_REPLICATION = ("flask", "plot", "plant", "animal", "sample", "visitor")
_UNITS = ("mm", "mm²", "g", "mg", "mg/L", "°C", "s", "%")


def reading_sentence(results: Results) -> Sentence:
    """How the table is read; every fact in it can be corrected."""
    measurements = results.measurements
    spans = (
        _columns_reading(results, measurements)
        if measurements.shape.layout is Layout.COLUMNS
        else _long_reading(results, measurements)
    )
    return (
        *spans,
        Text(" The numbers are "),
        _outcome_choice(results, measurements),
        *_unit_of_outcome(results, measurements),
        Text(", measured on "),
        _material_choice(results, measurements),
        Text(" "),
        _condition_choice(results, measurements),
        *_decimal_sign(results, measurements),
        Text("."),
        *_left_out(results, measurements),
        Text(f" {counts(measurements)}", Style.QUIET),
    )


def problem_sentence(results: Results) -> Sentence:
    """Why a table cannot be read, and the words that could change that."""
    reading, sheet = results.sheet.reading, results.question.sheet
    problem = results.problem
    layouts = _layout_options(sheet, reading.layout)
    headers = _header_options(sheet, reading.has_header)
    layout = "as found out" if reading.layout is None else f"by {reading.layout.value}"
    header = {None: "what is found out", True: "names", False: "measurements"}[reading.has_header]
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
    text = f"{groups} {plural('group', groups)}, {numbers} {plural('number', numbers)}"
    missing = measurements.missing_count
    return f"{text}, {missing} missing." if missing else f"{text}, none missing."


def _layout_choice(results: Results, text: str) -> Choice:
    options = _layout_options(results.question.sheet, results.measurements.shape.layout)
    return Choice("layout", text, "which way round the table is", options)


def _layout_options(sheet: int, now: Layout | None) -> tuple[Option, ...]:
    words = {
        Layout.COLUMNS: "column: each column is a group",
        Layout.LONG: "row: each row is one measurement",
    }
    return tuple(
        Option(word, ChooseLayout(layout=layout, sheet=sheet), layout is now)
        for layout, word in words.items()
    )


def _columns_reading(results: Results, measurements: Measurements) -> list[Span]:
    factor = measurements.factors[0]
    spans: list[Span] = [
        Text("Each "),
        _layout_choice(results, "column"),
        Text(" is one "),
        _kind_choice(results, factor),
        Text(" of "),
        _factor_name_choice(results, factor),
        *_unit_of_factor(results, factor),
        Text(", each row one "),
        _replicate_choice(results, measurements),
        Text(", a different one in every column. The first row holds "),
        _header_choice(results, measurements),
    ]
    if len(measurements.shape.columns) > 1:
        spans += [Text(", the first column "), _row_names_choice(results, measurements)]
    return [*spans, Text(".")]


def _long_reading(results: Results, measurements: Measurements) -> list[Span]:
    spans: list[Span] = [
        Text("Each "),
        _layout_choice(results, "row"),
        Text(" is one "),
        _replicate_choice(results, measurements),
        Text("; its group is "),
    ]
    for index, factor in enumerate(measurements.factors):
        if index:
            spans.append(Text(" and "))
        spans += [
            Text("one "),
            _kind_choice(results, factor),
            Text(" of "),
            _factor_name_choice(results, factor),
            *_unit_of_factor(results, factor),
        ]
    return [
        *spans,
        Text(". The first row holds "),
        _header_choice(results, measurements),
        Text("."),
    ]


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
        edit = ChooseLevelKind(variable=factor.variable, kind=kind, sheet=results.question.sheet)
        why = "" if possible else "not every level is a number with the same unit"
        options.append(Option(label, edit if possible else None, kind is factor.kind, why))
    word = _KIND_WORDS[factor.kind][0]
    return Choice(f"kind {factor.variable}", word, "what the levels are", tuple(options))


def _required(make: Callable[[str], Edit], what: str) -> Callable[[str], Edit]:
    """An edit from text that must not be empty."""

    def checked(text: str) -> Edit:
        if not text.strip():
            raise ChoiceError(f"{what} cannot be empty", remedy="Type a name")
        return make(text.strip())

    return checked


def _name_entry(results: Results, variable: int, label: str, now: str) -> Entry:
    sheet = results.question.sheet
    return Entry(
        label,
        now,
        _required(lambda text: NameVariable(variable=variable, name=text, sheet=sheet), "A name"),
    )


def _unit_entry(results: Results, variable: int, now: str) -> Entry:
    sheet = results.question.sheet
    return Entry(
        "unit, such as mm² or g/L",
        now,
        lambda text: ChooseUnit(variable=variable, unit=text.strip(), sheet=sheet),
    )


def _unit_choice(results: Results, key: str, variable: int, now: str, name: str) -> Choice:
    sheet = results.question.sheet
    options = tuple(
        Option(unit, ChooseUnit(variable=variable, unit=unit, sheet=sheet), unit == now)
        for unit in dict.fromkeys((*_UNITS, *([now] if now else [])))
    )
    none = Option("no unit", ChooseUnit(variable=variable, unit="", sheet=sheet), not now)
    entry = _unit_entry(results, variable, now)
    return Choice(key, now or "no unit", name, (*options, none), (entry,))


def _factor_name_choice(results: Results, factor: Factor) -> Choice:
    entry = _name_entry(results, factor.variable, "what the groups differ in", factor.name)
    text = lower_first(factor.name) if factor.is_named else "group"
    options = _factor_options(results, results.measurements, factor)
    return Choice(f"factor {factor.variable}", text, "the factor", options, (entry,))


def _unit_of_factor(results: Results, factor: Factor) -> list[Span]:
    if factor.kind is not LevelKind.AMOUNTS and not factor.unit:
        return []
    key = f"factor unit {factor.variable}"
    unit = _unit_choice(results, key, factor.variable, factor.unit, "the factor’s unit")
    return [Text(" in "), unit] if factor.unit else [Text(", "), unit]


def _outcome_choice(results: Results, measurements: Measurements) -> Choice:
    outcome = measurements.outcome
    entry = _name_entry(
        results, outcome.variable, "what was measured", outcome.name if outcome.is_named else ""
    )
    text = outcome_words(measurements) if outcome.is_named else "what was measured?"
    options = _outcome_options(results, measurements)
    return Choice("outcome name", text, "the outcome", options, (entry,))


def _unit_of_outcome(results: Results, measurements: Measurements) -> list[Span]:
    outcome = measurements.outcome
    name = "the outcome’s unit"
    unit = _unit_choice(results, "outcome unit", outcome.variable, outcome.unit, name)
    return [Text(" in "), unit] if outcome.unit else [Text(", "), unit]


def _replicate_choice(results: Results, measurements: Measurements) -> Choice:
    now, sheet = measurements.unit_name, results.question.sheet
    options = tuple(
        Option(word, DescribeReplicate(unit_name=word, sheet=sheet), word == now)
        for word in dict.fromkeys((*_UNITS_OF_REPLICATION, now))
    )
    make = _required(lambda text: DescribeReplicate(unit_name=text, sheet=sheet), "A name")
    entry = Entry("what one replicate is, in the singular", now, make)
    return Choice("replicate", now, "what one replicate is", options, (entry,))


def _material_choice(results: Results, measurements: Measurements) -> Choice:
    sheet, now = results.question.sheet, measurements.material
    none = Option("nothing to name", DescribeMaterial(material="", sheet=sheet), not now)
    entry = Entry(
        "species, material or place",
        now,
        lambda text: DescribeMaterial(material=text.strip(), sheet=sheet),
    )
    style = Style.ITALIC if now else Style.PLAIN
    return Choice("material", now or "what?", "what was measured on", (none,), (entry,), style)


def _condition_choice(results: Results, measurements: Measurements) -> Choice:
    sheet, now = results.question.sheet, measurements.condition
    none = Option("nothing to name", DescribeCondition(condition="", sheet=sheet), not now)
    entry = Entry(
        "when or how, such as after 7 days",
        now,
        lambda text: DescribeCondition(condition=text.strip(), sheet=sheet),
    )
    return Choice("condition", now or "when?", "when or under what", (none,), (entry,))


def _header_choice(results: Results, measurements: Measurements) -> Choice:
    has = measurements.shape.header_row is not None
    options = _header_options(results.question.sheet, has)
    return Choice("header", "names" if has else "measurements", "what the first row holds", options)


def _header_options(sheet: int, now: bool | None) -> tuple[Option, ...]:
    return (
        Option("names", ChooseHeader(has_header=True, sheet=sheet), now is True),
        Option("measurements", ChooseHeader(has_header=False, sheet=sheet), now is False),
    )


def _row_names_choice(results: Results, measurements: Measurements) -> Choice:
    has = measurements.shape.row_names is not None
    sheet = results.question.sheet
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
    sheet = results.question.sheet
    options = tuple(
        Option(word, ChooseDecimalSign(decimal=sign, sheet=sheet), sign == shape.decimal)
        for sign, word in words.items()
    )
    choice = Choice("decimal sign", words[shape.decimal], "the decimal sign", options)
    return [Text(", with a decimal "), choice]


def _left_out(results: Results, measurements: Measurements) -> list[Span]:
    rows = measurements.shape.summary_rows
    if not rows:
        return []
    names = ", ".join(results.row_names[row] for row in rows)
    verb = "is" if len(rows) == 1 else "are"
    return [Text(f" {names} {verb} left out.")]


# --- the question ----------------------------------------------------------


def question_sentence(results: Results) -> Sentence:
    """The question: which outcome, by which factors."""
    measurements = results.measurements
    spans: list[Span] = [
        Text("How does "),
        _asked_outcome(results, measurements),
        Text(" differ by "),
    ]
    for index, factor in enumerate(measurements.factors):
        spans += [Text(" and ")] if index else []
        spans.append(_asked_factor(results, measurements, index, factor))
    return (*spans, Text("?"))


def _heading(measurements: Measurements, column: int) -> str:
    return measurements.shape.column(column).heading or f"column {column + 1}"


def _outcome_options(results: Results, measurements: Measurements) -> tuple[Option, ...]:
    """The columns of a long table that could be the outcome."""
    shape = measurements.shape
    if shape.layout is not Layout.LONG:
        return ()
    used = {factor.variable for factor in measurements.factors}
    columns = [p.index for p in shape.columns if p.is_numeric and p.index not in used]
    return tuple(
        Option(
            _heading(measurements, c),
            ChooseOutcome(outcome=c, name=_heading(measurements, c), question=results.number),
            c == measurements.outcome.variable,
        )
        for c in columns
    )


def _asked_outcome(results: Results, measurements: Measurements) -> Choice:
    outcome = measurements.outcome
    name = outcome.name if outcome.is_named else ""
    text = with_unit(lower_first(name) if name else "the measurement", outcome.unit)
    entry = _name_entry(results, outcome.variable, "what was measured", name)
    options = _outcome_options(results, measurements)
    return Choice("asked outcome", text, "the outcome", options, (entry,))


def _factor_options(
    results: Results, measurements: Measurements, factor: Factor
) -> tuple[Option, ...]:
    """What else a factor of a long table could be: another column, swapped, alone, one of two."""
    shape = measurements.shape
    if shape.layout is not Layout.LONG:
        return ()
    chosen = [f.variable for f in measurements.factors]
    index = chosen.index(factor.variable)
    free = [c for c in shape.factor_candidates if c not in (*chosen, measurements.outcome.variable)]

    def option(label: str, factors: tuple[int, ...]) -> Option:
        return _factors_option(results, measurements, factors, label)

    columns = sorted([factor.variable, *free])
    options = [
        option(
            _heading(measurements, c), tuple(c if i == index else f for i, f in enumerate(chosen))
        )
        for c in columns
    ]
    if len(chosen) > 1:
        kept = tuple(f for f in chosen if f != factor.variable)
        options.append(swap_option(results, measurements))
        options.append(option(f"only by {_heading(measurements, kept[0])}", kept))
    else:
        options += [option(f"and also by {_heading(measurements, c)}", (*chosen, c)) for c in free]
    return tuple(options)


def _asked_factor(
    results: Results, measurements: Measurements, index: int, factor: Factor
) -> Choice:
    text = with_unit(lower_first(factor.name), factor.unit)
    name = factor.name if factor.is_named else ""
    entry = _name_entry(results, factor.variable, "what the groups differ in", name)
    options = _factor_options(results, measurements, factor)
    return Choice(f"asked factor {index}", text, "a factor", options, (entry,))


def swap_option(results: Results, measurements: Measurements) -> Option:
    """The other factor across, this one as colour."""
    swapped = tuple(factor.variable for factor in reversed(measurements.factors))
    label = f"swap: {_heading(measurements, swapped[0])} across"
    return _factors_option(results, measurements, swapped, label)


def _factors_option(
    results: Results, measurements: Measurements, factors: tuple[int, ...], label: str
) -> Option:
    names = tuple(_heading(measurements, c) for c in factors)
    before = tuple(factor.variable for factor in measurements.factors)
    edit = ChooseFactors(factors=factors, names=names, before=before, question=results.number)
    return Option(label, edit, factors == before)


def thread_counts(results: Results) -> dict[str, str]:
    """The live count behind each place of the thread."""
    if results.problem is not None:
        return {}
    measurements = results.measurements
    total = measurements.count + measurements.missing_count
    has_missing = bool(measurements.missing_count)
    figure = results.question.figure
    return {
        "measurements": f"{measurements.count} of {total}" if has_missing else str(total),
        "groups": str(len(results.groups.shown)),
        "comparisons": str(len(results.comparison.pairs)) if results.comparison else "–",
        "figure": f"{figure.width_mm:g} mm",
        "write_up": "",
    }
