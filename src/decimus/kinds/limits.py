"""What a cell such as "<0.1" can count as, described once."""

from __future__ import annotations

from decimus.kinds.totals import total
from decimus.terms import LimitRule
from decimus.values import Value


class LimitKind(Value, frozen=True):
    """What a number counts as that is only known to lie beyond a limit.

    Args:
        noun: what it counts as.
        told: what was done with it, in the methods.
        share: of the limit, that it counts as; None where it is missing.
    """

    noun: str
    told: str
    share: float | None


LIMITS = total(
    LimitRule,
    {
        LimitRule.MISSING: LimitKind(noun="missing", told="left out", share=None),
        LimitRule.LIMIT: LimitKind(
            noun="the limit itself", told="counted as the limit itself", share=1.0
        ),
        LimitRule.HALF: LimitKind(
            noun="half the limit", told="counted as half the limit", share=0.5
        ),
        LimitRule.ZERO: LimitKind(noun="zero", told="counted as zero", share=0.0),
    },
)
