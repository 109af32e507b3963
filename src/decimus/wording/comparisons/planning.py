"""Planning in words, with its working."""

from __future__ import annotations

from decimus.analysis.planning import Planning, planning_of
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.edits import ChoosePower, Edit, StateRelevantDifference
from decimus.study.number_styles import Numerals
from decimus.wording.groups.working import Working
from decimus.wording.numbers import NBSP, degrees_of_freedom, full_number, number, percent, rounded
from decimus.wording.phrases import quantity, typed_number
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Text

_POWERS = (80.0, 90.0, 95.0)


def plan_of_results(results: Results) -> Planning | None:
    """The plan of the comparison in force, None where there is none."""
    comparison, question = results.comparison, results.question
    if comparison is None:
        return None
    return planning_of(
        comparison, question.comparison.power, question.comparison.relevant_difference
    )


def power_choice(power: float, numerals: Numerals) -> Choice:
    """The power that is planned with."""

    def typed(text: str) -> Edit:
        return ChoosePower(power=typed_number(text, "a power"))

    options = tuple(
        Option(percent(at, numerals), ChoosePower(power=at), at == power)
        for at in sorted({*_POWERS, power})
    )
    entry = Entry("another power, %", f"{power:g}", typed)
    return Choice("power", percent(power, numerals), "the power", options, (entry,))


def relevant_choice(results: Results) -> Choice:
    """The smallest difference that matters, where the user states one."""
    now, numerals = results.question.comparison.relevant_difference, results.numerals

    def typed(text: str) -> Edit:
        return StateRelevantDifference(difference=typed_number(text, "a difference"))

    text = "not stated"
    if now is not None:
        text = quantity(full_number(now, numerals), results.measurements.outcome.unit, numerals)
    options = (Option("not stated", StateRelevantDifference(difference=None), now is None),)
    entry = Entry("the smallest difference that matters", "" if now is None else f"{now:g}", typed)
    return Choice("relevant", text, "the smallest difference that matters", options, (entry,))


def planning_sentence(results: Results) -> Sentence:
    """What this design can show, and what a difference of interest would take."""
    found = plan_of_results(results)
    spans: list[Span] = []
    numerals, unit = results.numerals, results.measurements.outcome.unit
    unit = "percentage points" if unit == "%" else unit
    if found is None:
        said = "There is no planning for this test; plan with a test of means."
        return (
            Text(f"{said} Smallest difference that matters: "),
            relevant_choice(results),
            Text("."),
        )
    nouns = plural(results.measurements.unit_name, 2)
    decimals = results.groups.decimals
    n = _n_words(found.n, 1, numerals)
    per = nouns if found.is_of_differences else f"{nouns} per group"
    reach = quantity(number(found.reach.difference, decimals, numerals), unit, numerals)
    spans += [
        Text(f"With {n} {per}, this design shows a difference of {reach} or more with "),
        power_choice(results.question.comparison.power, numerals),
        Text(" power. Smallest difference that matters: "),
        relevant_choice(results),
        Text("."),
    ]
    if found.difference is not None:
        needed = f"{found.needed}" if found.needed is not None else "more than ten million"
        spans.append(Text(f" To show that takes {needed} {per}."))
    return tuple(spans)


def _n_words(n: float, decimals: int, numerals: Numerals) -> str:
    """The n of a plan: whole where it is, also where averaging unequal groups gives that."""
    return number(n, 0 if rounded(n, decimals) == round(n) else decimals, numerals)


def planning_working(results: Results) -> Working | None:
    """The working behind the plan."""
    found = plan_of_results(results)
    if found is None:
        return None
    numerals, decimals = results.numerals, results.groups.decimals
    unit = results.measurements.outcome.unit
    root = "√(1 ÷ n)" if found.is_of_differences else "√(2 ÷ n)"
    of_cells = f"{found.cells}{NBSP}×{NBSP}" if found.cells > 1 else ""
    if of_cells:
        root = f"√(2 ÷ ({of_cells}n))"
    formula = (Text(f"δ × SD × {root}"),)
    parts = 1 if found.is_of_differences else 2
    n = _n_words(found.n, 2, numerals)
    df = degrees_of_freedom(found.df, numerals)
    sd = number(found.sd_used, decimals, numerals)
    of = "differences" if found.is_of_differences else "replicates"
    alpha = number(found.alpha, 4, numerals)
    under = f"({of_cells}{n})" if of_cells else n
    filled = f"{number(found.reach.noncentrality, 3, numerals)} × {sd} × √({parts} ÷ {under})"
    return Working(
        "Working: planning",
        formula,
        filled,
        quantity(number(found.reach.difference, decimals, numerals), unit, numerals),
        f"δ is the noncentrality at which noncentral t with {df} df lies beyond "
        f"±{number(found.reach.critical, 3, numerals)} with {percent(100 * found.power, numerals)} "
        f"probability; that is α = {alpha} of one pair"
        + (f", adjusted for {found.pairs} pairs." if found.pairs > 1 else ".")
        + (f" Each of the two means is that of {found.cells} groups." if of_cells else ""),
        f"In full: {full_number(found.reach.difference, numerals)}",
        definition=(
            f"The SD of {of}, {number(found.sd, decimals, numerals)}, is itself an estimate; its "
            f"80{NBSP}% upper limit, {sd}, is planned with. Planning says nothing about the test "
            "already made."
        ),
        steps=(f"df{NBSP}={NBSP}{df}", f"n{NBSP}={NBSP}{n}"),
        section="Planning",
    )
