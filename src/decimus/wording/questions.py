"""What is asked of a table, as a sentence of choices."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.groups import with_unit
from decimus.analysis.results import Results
from decimus.measurements.observations import Measurements
from decimus.measurements.observing.extraction import block_factors
from decimus.measurements.variables import Factor
from decimus.study.edits import ChooseFactors, ChooseOutcome, ShowOutcome
from decimus.study.readings import HEADINGS
from decimus.terms import Layout
from decimus.wording.entries import name_entry
from decimus.wording.phrases import lower_first
from decimus.wording.spans import Choice, Option, Sentence, Span, Text

_MOST_FACTORS = 3


def joint(index: int, count: int) -> str:
    """What stands before the part at `index` of an enumeration."""
    return " and " if index == count - 1 else ", "


def question_sentence(results: Results) -> Sentence:
    """The question: which outcome, by which factors."""
    measurements = results.measurements
    if is_undivided(measurements):
        return (
            Text("How large is "),
            _asked_outcome(results, measurements),
            Text(" in "),
            _asked_factor(results, measurements, 0, measurements.factors[0]),
            Text("?"),
        )
    spans: list[Span] = [
        Text("How does "),
        _asked_outcome(results, measurements),
        Text(" differ by "),
    ]
    for index, factor in enumerate(measurements.factors):
        spans += [Text(joint(index, len(measurements.factors)))] if index else []
        spans.append(_asked_factor(results, measurements, index, factor))
    return (*spans, Text("?"))


def variable_name(measurements: Measurements, variable: int) -> str:
    """A factor by its name, a column by its heading."""
    for factor in measurements.factors:
        if factor.variable == variable < 0:
            return factor.name
    if variable < 0:
        return "the headings" if variable == HEADINGS else "the upper headings"
    return measurements.shape.name(variable)


def outcome_columns(measurements: Measurements) -> tuple[int, ...]:
    """The columns of a long table that could be the outcome, or the quantities of a block."""
    shape = measurements.shape
    if shape.layout is not Layout.LONG:
        return shape.quantities
    used = {factor.variable for factor in measurements.factors}
    return tuple(p.index for p in shape.columns if p.is_numeric and p.index not in used)


def outcome_options(results: Results, measurements: Measurements) -> tuple[Option, ...]:
    """What a long table could be asked about, too."""
    return tuple(
        Option(
            variable_name(measurements, c),
            ChooseOutcome(outcome=c, name=variable_name(measurements, c), question=results.number),
            c == measurements.outcome.variable,
        )
        for c in outcome_columns(measurements)
    )


def _asked_outcome(results: Results, measurements: Measurements) -> Choice:
    outcome = measurements.outcome
    name = outcome.name if outcome.is_named else ""
    text = with_unit(lower_first(name) if name else "the measurement", outcome.unit)
    entry = name_entry(results, outcome.variable, "what was measured", name)
    options = (*outcome_options(results, measurements), *beside_options(results, measurements))
    return Choice("asked outcome", text, "the outcome", options, (entry,))


def columns_beside(measurements: Measurements) -> tuple[int, ...]:
    """The columns that could stand beside the outcome: other numbers of the same rows."""
    shape = measurements.shape
    taken = {measurements.outcome.variable, *shape.readings}
    numberings = {p.index for p in shape.columns if p.is_numbering}
    found = outcome_columns(measurements)
    return tuple(c for c in found if c not in taken and c not in numberings)


def beside_options(results: Results, measurements: Measurements) -> tuple[Option, ...]:
    """Other columns of numbers, to be shown beside the outcome on the figure."""
    own = measurements.outcome.variable
    known = {p.index for p in measurements.shape.columns} - {own}
    shown = {o.variable for o in results.question.figure.outcomes} & known
    found = []
    for column in sorted({*columns_beside(measurements), *shown}):
        name, is_shown = variable_name(measurements, column), column in shown
        edit = ShowOutcome(
            variable=column, is_shown=not is_shown, name=name, question=results.number
        )
        words = f"without {name} beside it" if is_shown else f"with {name} beside it on the figure"
        found.append(Option(words, edit))
    return tuple(found)


def free_factors(measurements: Measurements) -> list[int]:
    """Variables that could tell groups apart but do not."""
    shape = measurements.shape
    chosen = {f.variable for f in measurements.factors}
    if shape.layout is Layout.LONG:
        taken = {*chosen, measurements.outcome.variable, *shape.readings}
        return [c for c in shape.factor_candidates if c not in taken]
    if measurements.is_summarised:
        return []
    return [f for f in block_factors(shape, None) if f not in chosen]


def divided_by(results: Results, factors: tuple[int, ...]) -> ChooseFactors:
    """The edit that divides the measurements by these factors."""
    measurements = results.measurements
    return ChooseFactors(
        factors=factors,
        names=tuple(variable_name(measurements, c) for c in factors),
        before=tuple(factor.variable for factor in measurements.factors),
        question=results.number,
    )


def undivided(results: Results) -> ChooseFactors:
    """The edit that makes all rows of a long table one group."""
    return replace(divided_by(results, (HEADINGS,)), names=(_NOTHING,))


def is_undivided(measurements: Measurements) -> bool:
    """True where nothing tells the rows of a long table apart."""
    shape = measurements.shape
    return shape.layout is Layout.LONG and measurements.factors[0].variable == HEADINGS


_NOTHING = "nothing"


def factor_options(
    results: Results, measurements: Measurements, factor: Factor
) -> tuple[Option, ...]:
    """What else a factor of a long table could be: another column, swapped, alone, one of two."""
    chosen = [f.variable for f in measurements.factors]
    index = chosen.index(factor.variable)
    free = free_factors(measurements)

    def option(label: str, factors: tuple[int, ...]) -> Option:
        return _factors_option(results, factors, label)

    is_one = is_undivided(measurements)
    columns = sorted(free if is_one else [factor.variable, *free])
    options = [
        option(
            variable_name(measurements, c),
            tuple(c if i == index else f for i, f in enumerate(chosen)),
        )
        for c in columns
    ]
    if len(chosen) > 1:
        kept = tuple(f for f in chosen if f != factor.variable)
        options.append(swap_option(results, measurements))
        names = " and ".join(variable_name(measurements, c) for c in kept)
        options.append(option(f"only by {names}", kept))
    elif measurements.shape.layout is Layout.LONG:
        options.append(Option(f"{_NOTHING}: one group", undivided(results), is_one))
    if len(chosen) < _MOST_FACTORS and not is_one:
        options += [
            option(f"and also by {variable_name(measurements, c)}", (*chosen, c)) for c in free
        ]
    return tuple(options) if len(options) > 1 else ()


def _asked_factor(
    results: Results, measurements: Measurements, index: int, factor: Factor
) -> Choice:
    text = with_unit(lower_first(factor.name), factor.unit)
    text = "one group" if is_undivided(measurements) else text
    name = factor.name if factor.is_named else ""
    entry = name_entry(results, factor.variable, "what the groups differ in", name)
    options = factor_options(results, measurements, factor)
    return Choice(f"asked factor {index}", text, "a factor", options, (entry,))


def swap_option(results: Results, measurements: Measurements) -> Option:
    """The other factor across, this one as colour."""
    first, second, *others = (factor.variable for factor in measurements.factors)
    swapped = (second, first, *others)
    label = f"swap: {variable_name(measurements, swapped[0])} across"
    return _factors_option(results, swapped, label)


def _factors_option(results: Results, factors: tuple[int, ...], label: str) -> Option:
    edit = divided_by(results, factors)
    return Option(label, edit, factors == edit.before)
