"""Why a method cannot compare some groups: one line with names, and the ways out."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import product

import numpy as np

from decimus.analysis.designs import Design, Kind, varying_factors
from decimus.analysis.groups import Group, Groups, names_of
from decimus.analysis.methods.crossed_within import crossed_of, flat_term
from decimus.analysis.methods.subject_tests import complete_units, split_plot_of
from decimus.analysis.pairing import has_same_units, in_time, pairing_of
from decimus.errors import DesignError
from decimus.kinds.method_kinds import Compares
from decimus.kinds.methods import (
    FACTORIAL,
    METHOD_NAMES,
    METHODS,
    OF_TWO,
    ONE_SAMPLE,
    RANK_METHODS,
    SHARE_METHODS,
    WITHIN_UNITS,
)
from decimus.plurals import plural
from decimus.statistics.linear_models import top_interaction
from decimus.terms import Method

_MOST_NAMED = 3
_ROUNDING = 1e-13
"""Share of the largest number by which equal ones may seem to differ in binary."""


def refusal(
    method: Method, groups: Groups, design: Design, reference: float | None
) -> DesignError | None:
    """Why a method cannot compare these groups; None when it can.

    Args:
        method: the test.
        groups: what it would compare.
        design: what the groups are.
        reference: the value that one group would be compared with, None where none was said.
    """
    there = groups.with_values
    if not there:
        return DesignError("No group has a value", remedy="Enter measurements")
    name = METHOD_NAMES[method]
    if groups.measurements.counts_cases:
        return DesignError(
            "Every row is one case, and nothing was measured on it",
            remedy="To compare shares, give every case a 1 or a 0",
        )
    if len(there) == 1:
        return _one_group_refusal(method, groups, design, reference, name)
    if METHODS[method].compares is Compares.ONE:
        return DesignError(
            f"The {name} compares one group with a reference value; here are {len(there)} groups, "
            f"{_some(there)}",
            remedy="Leave all but one out, or compare the groups with each other",
        )
    needs_values = method in RANK_METHODS | WITHIN_UNITS | SHARE_METHODS
    if needs_values and groups.measurements.is_summarised:
        return DesignError(
            f"The {name} needs single values; this table gives means",
            remedy="Use a method that means and SDs are enough for",
        )
    if not needs_values and (unknown := _unknown(there, name)) is not None:
        return unknown
    if method in SHARE_METHODS and not design.is_of_cases:
        return _not_cases(groups, name)
    if method in OF_TWO and len(there) > 2:
        return _too_many(method, there, name, design)
    return _misfit(method, groups, design, name)


def _misfit(method: Method, groups: Groups, design: Design, name: str) -> DesignError | None:
    """Why a method does not fit two or more groups whose values are known."""
    there = groups.with_values
    if method in WITHIN_UNITS or method is Method.SIGNED_RANK:
        return _unit_refusal(method, groups, there, design)
    if method in FACTORIAL:
        return _factorial_refusal(groups, there, FACTORIAL[method], name, design)
    if method in SHARE_METHODS:
        return None
    if method in RANK_METHODS:
        return _rank_refusal(there, name)
    if method is Method.ANOVA:
        return _anova_refusal(there, name)
    if method is Method.WELCH_ANOVA:
        return _welch_refusal(there, name)
    return _t_refusal(there, method, name)


def _not_cases(groups: Groups, name: str) -> DesignError:
    return DesignError(
        f"The {name} counts cases, so that each value has to be 0 or 1; "
        f"{groups.measurements.outcome.name or 'this outcome'} has other values",
        remedy="Use a test of means or ranks",
    )


def _some(groups: Sequence[Group]) -> str:
    more = " …" if len(groups) > _MOST_NAMED else ""
    return names_of(groups[:_MOST_NAMED]) + more


def _capital(name: str) -> str:
    return name[:1].upper() + name[1:]


def _one_group_refusal(
    method: Method, groups: Groups, design: Design, reference: float | None, name: str
) -> DesignError | None:
    there = groups.with_values
    if method not in ONE_SAMPLE:
        return DesignError(
            f"There is only one group, {names_of(there)}; a comparison needs at least two",
            remedy="Add another group, or compare its mean with a reference value",
        )
    if method in RANK_METHODS | SHARE_METHODS and groups.measurements.is_summarised:
        return DesignError(
            f"The {name} needs single values; this table gives means",
            remedy="Use the one-sample t-test",
        )
    if method in SHARE_METHODS and not design.is_of_cases:
        return _not_cases(groups, name)
    if (unknown := _unknown(there, name)) is not None:
        return unknown
    if reference is None:
        return DesignError(
            f"There is only one group, {names_of(there)}, and no value to compare it with",
            remedy="Say the reference value, or add another group",
        )
    if method in SHARE_METHODS:
        return None if 0 < reference < 1 else _no_share(reference)
    return _one_mean_refusal(method, there, reference, name)


def _no_share(reference: float) -> DesignError:
    what = f"{reference:g} is no share to compare with"
    return DesignError(what, remedy="Say one between 0 and 1")


def _one_mean_refusal(
    method: Method, there: Sequence[Group], reference: float, name: str
) -> DesignError | None:
    group = there[0]
    if group.n < 2:
        return DesignError(
            f"Group {names_of(there)} has 1 replicate; the {name} needs at least 2",
            remedy="Add replicates",
        )
    is_flat = not group.summary.sum_of_squares
    if is_flat and (method is Method.ONE_SAMPLE_T or group.summary.mean == reference):
        return _no_spread(there, name)
    return None


def _unknown(there: Sequence[Group], name: str) -> DesignError | None:
    """Why a test cannot run from the summaries that were given; None when it can."""
    if without_n := [group for group in there if not group.is_n_known]:
        return DesignError(
            f"n is not known for {_some(without_n)}; {name} needs it",
            remedy="Say how many replicates each mean is of",
        )
    lacking = [g for g in there if g.n > 1 and g.summary.sum_of_squares is None]
    if lacking:
        return DesignError(
            f"The SD is not known for {_some(lacking)}; {name} needs it",
            remedy="Say what stands beside the means: SD, SE, a margin or a variance",
        )
    return None


def _too_many(method: Method, there: Sequence[Group], name: str, design: Design) -> DesignError:
    of = "conditions" if design.within else "groups"
    return DesignError(
        f"{_capital(name)} compares two {of}; here are {len(there)}, {_some(there)}",
        remedy=f"Use {METHODS[method].for_several}",
    )


def _unit_refusal(
    method: Method, groups: Groups, there: Sequence[Group], design: Design
) -> DesignError | None:
    name = METHOD_NAMES[method]
    unit = groups.measurements.unit_name
    units, found = plural(unit, 2), groups.measurements.units
    has_names = found.variable is not None and not found.recurs
    if not has_same_units(groups) and not has_names:
        return DesignError(
            f"{_capital(name)} needs the same {units} in several groups, and nothing says so",
            remedy="Say in the reading which column names them",
        )
    if not design.within:
        return DesignError(
            f"No {unit} has a value in two groups ({_some(there)}); {name} needs the same "
            f"{units} in several groups",
            remedy=f"Check the names of the {units}, or compare the groups as independent",
        )
    if method is Method.CROSSED_WITHIN:
        return _crossed_refusal(there, design, name, unit)
    if method is Method.SPLIT_PLOT:
        return _split_plot_refusal(there, design, name, unit)
    if len(there) == 2:
        return _pair_refusal(method, groups, there, name, unit)
    if design.kind is Kind.SPLIT_PLOT:
        factor = groups.factors[design.between[0]].factor.name
        return DesignError(
            f"{_capital(factor)} differs between {units}; {name} needs every {unit} in every group",
            remedy="Use split-plot ANOVA",
        )
    complete = complete_units(there)
    if len(complete.units) < 2:
        return DesignError(
            f"Only {len(complete.units)} {unit} has a value in all of {_some(there)}; "
            f"{name} needs at least 2",
            remedy=f"Check the names of the {units}, or leave groups out",
        )
    if method is Method.FRIEDMAN:
        is_flat = bool((complete.values == complete.values[:, :1]).all())
    else:
        centred = complete.values - complete.values.mean(axis=1, keepdims=True)
        left = centred - centred.mean(axis=0)
        scale = float(abs(complete.values).max()) or 1.0
        is_flat = bool((abs(left) <= _ROUNDING * scale).all())
    if is_flat:
        return DesignError(
            f"All {units} go through {_some(there)} alike; {name} needs some spread",
            remedy="Check the measurements",
        )
    return None


def _pair_refusal(
    method: Method, groups: Groups, there: Sequence[Group], name: str, unit: str
) -> DesignError | None:
    differences, units = pairing_of(*in_time(groups, there)).differences, plural(unit, 2)
    if differences.n < 2:
        return DesignError(
            f"Only {differences.n} {unit} has a value in both {names_of(there)}; "
            f"{name} needs at least 2",
            remedy=f"Check the names of the {units}",
        )
    is_flat = not differences.sum_of_squares
    if method in (Method.SIGNED_RANK, Method.FRIEDMAN):
        is_flat = is_flat and differences.minimum == 0
    if is_flat:
        return DesignError(
            f"All differences between {names_of(there)} are equal; {name} needs some spread",
            remedy="Check the measurements",
        )
    return None


def _split_plot_refusal(
    there: Sequence[Group], design: Design, name: str, unit: str
) -> DesignError | None:
    units = plural(unit, 2)
    if len(design.between) != 1 or len(design.within) != 1:
        return DesignError(
            f"{_capital(name)} needs one factor between {units} and one within them; "
            f"here are {len(design.between)} and {len(design.within)}",
            remedy="More than one factor within units is beyond what is offered here",
        )
    if (empty := empty_cell(there, (design.between[0], design.within[0]))) is not None:
        return _empty_refusal(empty, name)
    parts = split_plot_of(there, design.between[0], design.within[0])
    for level, complete in zip(parts.levels, parts.complete, strict=True):
        if len(complete.units) < 2:
            return DesignError(
                f"“{level}” has only {len(complete.units)} {unit} with a value in every "
                f"condition; {name} needs at least 2",
                remedy=f"Check the names of the {units}, or leave “{level}” out",
            )
    scores = [c.values - c.values.mean(axis=1, keepdims=True) for c in parts.complete]
    scale = max(float(abs(c.values).max()) for c in parts.complete) or 1.0
    # Equal as typed: what binary numbers add to that is no spread.
    if all(bool((abs(s - s[0]) <= _ROUNDING * scale).all()) for s in scores):
        return DesignError(
            f"All {units} of a group change by the same amounts; {name} needs some spread",
            remedy="Check the measurements",
        )
    return None


def _crossed_refusal(
    there: Sequence[Group], design: Design, name: str, unit: str
) -> DesignError | None:
    units = plural(unit, 2)
    if len(design.within) != 2 or design.between:
        return DesignError(
            f"{_capital(name)} needs two factors within {units} and none between them; "
            f"here {_are(len(design.within))} within and {len(design.between)} between",
            remedy="Say in the question which columns the groups differ in",
        )
    factors = (design.within[0], design.within[1])
    if (empty := empty_cell(there, factors)) is not None:
        return _empty_refusal(empty, name)
    values = crossed_of(there, factors).values
    if len(values) < 2:
        return DesignError(
            f"Only {len(values)} {unit} has a value in every cell; {name} needs at least 2",
            remedy=f"Check the names of the {units}, or leave levels out",
        )
    scale = _ROUNDING * (float(abs(values).max()) or 1.0)
    if flat_term(values, scale) is not None:
        return DesignError(
            f"All {units} respond alike; {name} needs some spread in each of its terms",
            remedy="Check the measurements",
        )
    return None


def empty_cell(there: Sequence[Group], factors: Sequence[int]) -> tuple[str, ...] | None:
    """The first combination of levels without a value; None where all have some."""
    levels = [tuple(dict.fromkeys(g.levels[i] for g in there)) for i in factors]
    existing = {tuple(g.levels[i] for i in factors) for g in there}
    return next((cell for cell in product(*levels) if cell not in existing), None)


def _empty_refusal(empty: tuple[str, ...], name: str) -> DesignError:
    return DesignError(
        f"There is no value for “{', '.join(empty)}”; {name} needs every combination",
        remedy=(
            f"Use one-way ANOVA over the cells that exist, or leave out “{empty[0]}” "
            f"or “{empty[-1]}”"
        ),
    )


def _factorial_refusal(
    groups: Groups, there: Sequence[Group], wanted: int, name: str, design: Design
) -> DesignError | None:
    factors = varying_factors(there, len(groups.factors))
    if len(factors) != wanted:
        return DesignError(
            f"{_capital(name)} needs {wanted} factors; here {_are(len(factors))}",
            remedy="Say in the question which columns the groups differ in",
        )
    if (empty := empty_cell(there, factors)) is not None:
        return _empty_refusal(empty, name)
    if len(there) > len({tuple(g.levels[i] for i in factors) for g in there}):
        return DesignError("Groups cannot be told apart by their factors")
    if not design.is_single:
        return _anova_refusal(there, name, of="cell")
    levels = [tuple(dict.fromkeys(g.levels[i] for g in there)) for i in factors]
    by_cell = {tuple(g.levels[i] for i in factors): g.summary.moments.mean for g in there}
    cells = np.array([by_cell[cell] for cell in product(*levels)], dtype=np.float64)
    left = top_interaction(cells.reshape([len(of) for of in levels]))
    if (abs(left) <= _ROUNDING * (float(abs(cells).max()) or 1.0)).all():
        return DesignError(
            f"Levels of {groups.factors[factors[0]].factor.name} differ by the same amounts "
            f"everywhere; {name} of single values needs some spread about that",
            remedy="Check the measurements",
        )
    return None


def _are(count: int) -> str:
    return "is 1" if count == 1 else f"are {count}"


def _anova_refusal(there: Sequence[Group], name: str, of: str = "group") -> DesignError | None:
    if all(group.n == 1 for group in there):
        return DesignError(
            f"Every {of} has only 1 replicate ({_some(there)}); {name} needs at least 2 in one "
            "of them",
            remedy="Without replicates there is no spread to judge differences by",
        )
    if all(not group.summary.sum_of_squares for group in there):
        return _no_spread(there, name)
    return None


def _welch_refusal(there: Sequence[Group], name: str) -> DesignError | None:
    if single := [group for group in there if group.n < 2]:
        return DesignError(
            f"Group {_some(single)} has 1 replicate; {name} needs at least 2 in every group",
            remedy="Add replicates, or use one-way ANOVA",
        )
    if flat := [group for group in there if not group.summary.sum_of_squares]:
        return DesignError(
            f"All values are equal within {_some(flat)}; {name} needs some spread in every group",
            remedy="Check the measurements, or use one-way ANOVA",
        )
    return None


def _rank_refusal(there: Sequence[Group], name: str) -> DesignError | None:
    values = {value for group in there for value in group.cells.exact[:1]}
    is_flat = len(values) == 1 and all(not group.summary.sum_of_squares for group in there)
    if is_flat:
        return DesignError(
            f"All values of {_some(there)} are equal; {name} needs some that differ",
            remedy="Check the measurements",
        )
    return None


def _t_refusal(there: Sequence[Group], method: Method, name: str) -> DesignError | None:
    single = [group for group in there if group.n < 2]
    if single and (method is Method.WELCH_T or len(single) == 2):
        which = f"Group {names_of(single)} has" if len(single) == 1 else "Both groups have only"
        return DesignError(
            f"{which} 1 replicate; {name} needs at least 2"
            + (f" in group {names_of(single)}" if len(single) > 1 else ""),
            remedy="Add replicates, or use the summary alone",
        )
    if all(not group.summary.sum_of_squares for group in there):
        return _no_spread(there, name)
    return None


def _no_spread(there: Sequence[Group], name: str) -> DesignError:
    return DesignError(
        f"All values are equal within {_some(there)}; {name} needs some spread",
        remedy="Check the measurements",
    )
