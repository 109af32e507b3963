"""Why a test is suggested, what it assumes, and what to consider instead."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.designs import Kind, suggested_method, varying_factors
from decimus.analysis.groups import names_of
from decimus.analysis.refusals import empty_cell
from decimus.analysis.results import Results
from decimus.kinds.checks import CHECK_LIMIT, CheckName
from decimus.kinds.methods import FACTORIAL, METHOD_NAMES, METHODS, RANK_METHODS, SHARE_METHODS
from decimus.plurals import plural
from decimus.study.edits import ChooseMethod, ChooseSameUnits, Edit, SetValuesAside
from decimus.study.readings import SetAside
from decimus.terms import Layout, Method, PairSet, SphericityCorrection
from decimus.values import Value
from decimus.wording.counting import taken_words
from decimus.wording.numbers import count_word, p_words
from decimus.wording.phrases import upper_first


def reason(comparison: Comparison, noun: str = "unit") -> str:
    """Why this method is suggested, from the design alone.

    Args:
        comparison: it.
        noun: what a unit is called.
    """
    left_out = (
        f" {names_of(comparison.left_out)} left out: no values." if comparison.left_out else ""
    )
    facts = _facts(comparison, noun)
    if comparison.design.is_of_cases:
        facts = f"values of 0 and 1, {facts}"
    if comparison.method is comparison.suggested:
        return f"Suggested: {facts}.{left_out}"
    suggested = METHOD_NAMES[comparison.suggested]
    return f"Your choice; {suggested} is suggested for {facts}.{left_out}"


def reason_here(results: Results, comparison: Comparison) -> str:
    """The reason with what it takes for granted: "… Taken as different flasks; not confirmed."."""
    why = reason(comparison, results.measurements.unit_name)
    taken = taken_words(results)
    return f"{why} {upper_first(taken)}." if taken else why


def _facts(comparison: Comparison, noun: str) -> str:
    units = plural(noun, 2)
    if comparison.units:
        units = f"{len(comparison.units)} {plural(noun, len(comparison.units))}"
    count = count_word(len(comparison.groups))
    is_control = comparison.design.has_control and comparison.pair_set is PairSet.CONTROL
    control = ", one of them the control" if is_control else ""
    match comparison.design.kind:
        case Kind.ONE_GROUP:
            return "one group and a value to compare it with"
        case Kind.TWO_GROUPS:
            own = "" if comparison.design.is_of_cases else ", each with a spread of its own"
            return f"two independent groups{own}"
        case Kind.SEVERAL_GROUPS:
            return f"{count} independent groups{control}"
        case Kind.SAME_TWICE:
            return f"the same {units} under both conditions"
        case Kind.SAME_OFTEN | Kind.BEYOND:
            return f"the same {units} under {count} conditions{control}"
        case Kind.CROSSED_WITHIN:
            return f"the same {units} at every level of two factors"
        case Kind.SPLIT_PLOT:
            return f"one factor that differs between {units} and one within them"
        case Kind.CELLS:
            factors = count_word(len(comparison.design.between))
            if comparison.design.is_single:
                return f"{factors} factors with one value in each of {count} cells"
            return f"{factors} factors and independent replicates in {count} cells"


def _sphericity(comparison: Comparison) -> str:
    """What becomes of unequal spread of differences between three conditions or more."""
    found = [t.sphericity for t in comparison.terms if t.sphericity is not None]
    if all(sphericity.mauchly_df == 0 for sphericity in found):
        return ""
    if comparison.correction in (None, SphericityCorrection.NONE):
        return "; differences between conditions that spread alike"
    return "; unequal spread of differences between conditions is corrected for"


def _disagrees(comparison: Comparison) -> bool:
    """True where the interval leaves 0 out and p does not say so, or the other way round."""
    pair = comparison.pairs[0]
    if pair.ci_lower is None or pair.ci_upper is None:
        return False
    is_out = pair.ci_lower > 0 or pair.ci_upper < 0
    return is_out != comparison.shows(pair)


_ADDITIVE = (
    "normal residuals with the same spread, and that factors do not depend on each other: with one "
    "value in each cell their interaction is the error that they are tested on"
)


def assumed(results: Results) -> str:
    """What was assumed, and who was left out."""
    comparison = results.comparison
    if comparison is None:
        return ""
    said = f"Assumed: {METHODS[comparison.method].assumes}{_sphericity(comparison)}."
    if comparison.design.is_single and comparison.method in FACTORIAL:
        said = f"Assumed: {_ADDITIVE}."
    noun = results.measurements.unit_name
    if comparison.incomplete:
        names = ", ".join(comparison.incomplete[:6])
        more = " …" if len(comparison.incomplete) > 6 else ""
        count = len(comparison.incomplete)
        said += f" {count} incomplete {plural(noun, count)} left out: {names}{more}."
    if comparison.design.is_of_cases and comparison.method not in SHARE_METHODS | RANK_METHODS:
        said += (
            " The values are 0 and 1, so that this is rough; tests of shares count them, and for "
            "several factors or the same units more than twice a logistic (mixed) model would."
        )
    if comparison.terms[0].statistic in ("H", "chi2"):
        is_exact = comparison.terms[0].p_approximate is not None
        said += " p is exact." if is_exact else " p is from chi-square, approximate."
    if comparison.method is Method.FISHER and _disagrees(comparison):
        said += " The interval is Newcombe’s, which is less cautious than the exact p beside it."
    rank = comparison.pairs[0].rank if comparison.pairs else None
    if rank is not None and comparison.is_of_two:
        said += " p is exact." if rank.is_exact else " p is from the normal distribution."
        if rank.zeros:
            said += f" {rank.zeros} {plural('difference', rank.zeros)} of zero dropped."
    return said


class Consideration(Value, frozen=True):
    """Something to consider, with the change it would be; None where there is none to click."""

    text: str
    label: str
    edit: Edit | None


_WHOLE = 100.0


def considerations(results: Results) -> tuple[Consideration, ...]:
    """What to consider, from the checks and the units; nothing is changed by itself."""
    comparison = results.comparison
    if comparison is None:
        return ()
    found = [_spread(results, comparison), _normality(results, comparison)]
    found += [_same_units(results), _ignored_units(results, comparison)]
    found.append(_control_as_constant(results, comparison))
    return tuple(each for each in found if each is not None)


def _use(results: Results, method: Method) -> Edit | None:
    if results.why_not(method) is not None:
        return None
    return ChooseMethod(question=results.number, method=method, name=METHOD_NAMES[method])


def _spread(results: Results, comparison: Comparison) -> Consideration | None:
    check = results.checks.check(CheckName.BROWN_FORSYTHE)
    method = METHODS[comparison.method].unpooled
    if check is None or method is None or not check.finds:
        return None
    p = p_words(check.p_value, CHECK_LIMIT, results.numerals)
    text = f"Groups do not vary alike (Brown–Forsythe {p}); {METHOD_NAMES[method]} allows for it."
    edit = _use(results, method)
    return Consideration(text, f"Use {METHOD_NAMES[method]}", edit) if edit else None


def _normality(results: Results, comparison: Comparison) -> Consideration | None:
    check = results.checks.check(CheckName.SHAPIRO_WILK)
    method = METHODS[comparison.method].by_ranks
    if check is None or not check.finds:
        return None
    p = p_words(check.p_value, CHECK_LIMIT, results.numerals)
    text = (
        f"Residuals are hardly normal (Shapiro–Wilk {p}). With many replicates that matters "
        "little to means; else consider logarithms or ranks."
    )
    edit = None if method is None else _use(results, method)
    label = f"Use the {METHOD_NAMES[method]}" if method is not None and edit else ""
    return Consideration(text, label, edit)


def _same_units(results: Results) -> Consideration | None:
    units = results.measurements.units
    is_long = results.measurements.shape.layout is Layout.LONG
    if not is_long or not units.recurs or units.is_same or units.is_decided:
        return None
    noun = results.measurements.unit_name
    sheet = results.question.asked.sheet
    edit = ChooseSameUnits(sheet=sheet, is_same=True, subject=units.variable)
    text = (
        f"The same names of {plural(noun, 2)} stand in several groups. If they are the same "
        f"{plural(noun, 2)}, a test within them belongs here."
    )
    return Consideration(text, "They are the same", edit)


def _ignored_units(results: Results, comparison: Comparison) -> Consideration | None:
    needs_units = METHODS[comparison.suggested].is_within_units
    if not (needs_units and METHODS[comparison.method].ignores_units):
        return None
    noun = plural(results.measurements.unit_name, 2)
    name = METHOD_NAMES[comparison.suggested]
    text = f"{upper_first(noun)} are the same in several groups, which this test ignores."
    return Consideration(text, f"Use {name}", _use(results, comparison.suggested))


def _control_as_constant(results: Results, comparison: Comparison) -> Consideration | None:
    unit = results.measurements.outcome.unit
    if comparison.reference != _WHOLE or "%" not in unit:
        return None
    text = (
        "If 100 % is the mean of a control, its own spread is left out of this test; compare the "
        "group with the values of the control instead."
    )
    return Consideration(text, "", None)


def ways_out(results: Results) -> tuple[Consideration, ...]:
    """What could be done where the groups cannot be compared as they are."""
    if results.refusal is None:
        return ()
    groups = results.groups
    design = results.design
    suggested = suggested_method(design)
    found = []
    wanted = results.question.comparison.method
    methods = [suggested] if wanted not in (Method.AUTO, suggested) else []
    methods += [Method.ANOVA] if design.kind is Kind.CELLS else []
    within = (Kind.CROSSED_WITHIN, Kind.BEYOND)
    methods += [Method.REPEATED_MEASURES] if design.kind in within else []
    for method in dict.fromkeys(methods):
        if edit := _use(results, method):
            name = METHOD_NAMES[method]
            over = " over the cells" if len(groups.factors) > 1 and method is not suggested else ""
            found.append(Consideration("", f"Use {name}{over}", edit))
    there = groups.with_values
    factors = varying_factors(there, len(groups.factors))
    is_crossed = design.kind in (Kind.CELLS, Kind.CROSSED_WITHIN, Kind.SPLIT_PLOT)
    empty = empty_cell(there, factors) if is_crossed else None
    for position, level in zip(factors, empty or (), strict=False):
        variable = groups.factors[position].factor.variable
        aside = SetAside("a cell of its level is empty", variable=variable, text=level)
        edit = SetValuesAside(asides=(aside,), name=level, sheet=results.question.asked.sheet)
        found.append(Consideration("", f"Leave out “{level}”", edit))
    return tuple(found)
