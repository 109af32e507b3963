"""Other outcomes by the same factors, shown on the figure of a question."""

from __future__ import annotations

from typing import TypeVar

from msgspec.structs import replace

from decimus.analysis.remarks_on_figure import OutcomeLeftOut, OutcomeRemark, OutcomesApart
from decimus.analysis.results import Results
from decimus.study.questions import OutcomeBeside, OwnText
from decimus.study.targets import Levels, Moved, untagged, without_outcome
from decimus.terms import ChartKind, Layout


def results_beside(results: Results) -> tuple[Results, ...]:
    """What follows for each other outcome that the figure shows, in the order they were added.

    Those that cannot be read are left out; `outcomes_left_out` says which and why.
    """
    if not results.question.figure.outcomes:
        return ()
    found = _read(results)
    if not are_together(results):
        return tuple(each for _, each in found)
    return tuple(_of_outcome(results, own, each) for own, each in found)


def outcomes_left_out(results: Results) -> tuple[tuple[OutcomeBeside, str], ...]:
    """The outcomes that cannot be shown, each with why."""
    known = _known(results)
    gone = [own for own in results.question.figure.outcomes if own.variable not in known]
    return (
        *((own, "Its column is not in the table") for own in gone),
        *((own, each.problem.what) for own, each in _asked(results) if each.problem is not None),
    )


def _known(results: Results) -> frozenset[int]:
    """The columns that there are."""
    return frozenset(profile.index for profile in results.measurements.shape.columns)


def _asked(results: Results) -> list[tuple[OutcomeBeside, Results]]:
    if not results.question.figure.outcomes:
        return []
    own = results.measurements.outcome.variable
    if results.measurements.shape.layout is not Layout.LONG:
        return []
    return [
        (outcome, _of_outcome(results, outcome))
        for outcome in results.question.figure.outcomes
        if outcome.variable != own and outcome.variable in _known(results)
    ]


def _read(results: Results) -> list[tuple[OutcomeBeside, Results]]:
    return [(own, each) for own, each in _asked(results) if each.problem is None]


def _of_outcome(
    results: Results, outcome: OutcomeBeside, by_itself: Results | None = None
) -> Results:
    """The same question about another column, by the same factors.

    Args:
        results: of the question.
        outcome: the column, and what was chosen about its axis.
        by_itself: what follows for it on an axis of its own, where it is to be on that of the
            question.
    """
    question = results.question
    factors = tuple(factor.variable for factor in results.measurements.factors)
    asked = replace(question.asked, outcome=outcome.variable, factors=factors)
    figure = replace(
        question.figure,
        outcomes=(),
        notes=(),
        moved=_of(outcome, question.figure.moved),
        own_texts=_of(outcome, question.figure.own_texts),
    )
    if by_itself is None:
        figure = replace(
            figure,
            value_title=outcome.value_title,
            value_from=outcome.value_from,
            value_to=outcome.value_to,
            value_step=None,
            tick_decimals=None,
            references=(),
        )
    about = replace(question, asked=asked, figure=figure)
    name = f"outcome {outcome.variable}{'' if by_itself is None else ' on one axis'}"
    latest = results.keeper.latest(name)
    before = latest if isinstance(latest, Results) else by_itself

    def made() -> Results:
        study = results.study.with_question(results.number, about)
        return Results(study, results.number, before, results.decimal_sign)

    sheet = results.sheet
    causes = (sheet.table, sheet.reading, sheet.source, about, results.number, results.numerals)
    return results.kept(name, causes, made)


AtTarget = TypeVar("AtTarget", Moved, OwnText)


def _of(outcome: OutcomeBeside, said: tuple[AtTarget, ...]) -> tuple[AtTarget, ...]:
    """What was said of parts of the figure that belong to an outcome, as its own."""
    return tuple(
        replace(each, what=bare)
        for each in said
        for bare, of in (without_outcome(each.what),)
        if of == outcome.variable
    )


def shown_outcomes(results: Results) -> tuple[Results, ...]:
    """All outcomes of the figure, the one asked about first."""
    return (results, *results_beside(results))


def owner(results: Results, levels: Levels) -> tuple[Results, Levels]:
    """Whose group is meant on the figure, and what it is called there."""
    bare, outcome = untagged(levels)
    for other in results_beside(results) if outcome is not None else ():
        if other.measurements.outcome.variable == outcome:
            return other, bare
    return results, levels


def why_not_together(results: Results) -> str:
    """Why outcomes cannot stand on one axis; "" where they can."""
    if results.chart.kind is ChartKind.DIFFERENCES:
        return "each outcome has differences of its own"
    if not results.groups.heights.height.is_of_outcome:
        return ""
    units = {each.groups.shown_unit for each in (results, *(each for _, each in _read(results)))}
    return "their units differ" if len(units) > 1 else ""


def remarks_on_outcomes(results: Results) -> tuple[OutcomeRemark, ...]:
    """What a researcher should know about outcomes that are not shown as was asked."""
    if results.problem is not None:
        return ()
    found: list[OutcomeRemark] = [
        OutcomeLeftOut(own.variable, why) for own, why in outcomes_left_out(results)
    ]
    if results.question.figure.outcomes_together is True and _read(results):
        why = why_not_together(results)
        found += [OutcomesApart(why)] if why else []
    return tuple(found)


def are_together(results: Results) -> bool:
    """Whether the outcomes stand on one axis: by rule where they have one and the same unit."""
    wanted = results.question.figure.outcomes_together
    if wanted is False or why_not_together(results):
        return False
    has_unit = bool(results.groups.shown_unit) or not results.groups.heights.height.is_of_outcome
    return wanted is True or has_unit
