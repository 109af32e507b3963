"""A straight line through every replicate, where the levels of a factor are amounts."""

from __future__ import annotations

from decimus.analysis.designs import Design
from decimus.analysis.groups import Groups
from decimus.statistics.trend import LineFit, straight_line
from decimus.terms import LevelKind


def trend_of(groups: Groups, design: Design, level: float) -> LineFit | None:
    """The line over one factor of amounts between independent units; None where there is none.

    It needs two amounts or more, three replicates or more, and some spread.

    Args:
        groups: the groups.
        design: what they are.
        level: of the interval of the slope, in percent.
    """
    there = groups.with_values
    if len(groups.factors) != 1 or len(there) < 2 or design.within:
        return None
    factor = groups.factors[0].factor
    if factor.kind is not LevelKind.AMOUNTS:
        return None
    amounts = [factor.level(group.levels[0]).amount for group in there]
    known = [amount for amount in amounts if amount is not None]
    can_tell = all(g.is_n_known and g.summary.sum_of_squares is not None for g in there)
    n = sum(group.n for group in there)
    if len(known) < len(there) or len(set(known)) < 2 or not can_tell or n < 3:
        return None
    if not any(group.summary.sum_of_squares for group in there):
        return None
    # Moments are less the origin only where exact shifted values are kept.
    origin = float(there[0].summary.origin) if there[0].summary.shifted is not None else 0.0
    return straight_line(known, [g.summary.moments for g in there], origin, level)
