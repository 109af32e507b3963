"""Whether a difference is shown to be smaller than one that matters."""

from __future__ import annotations

from decimus.statistics.distributions import t_tail
from decimus.statistics.student_t import t_quantile
from decimus.values import Value


class Equivalence(Value, frozen=True):
    """Two one-sided tests that a difference lies within ± a limit.

    Args:
        within: the limit, in the unit of the difference.
        p_value: the larger of both one-sided p.
        ci_lower: lower end of the interval that lies within the limits when p < α.
        ci_upper: its upper end.
        level: of it: 100 · (1 − 2α) percent.
        p_adjusted: for a family; None for one pair.
    """

    within: float
    p_value: float
    ci_lower: float
    ci_upper: float
    level: float
    p_adjusted: float | None = None

    @property
    def p_shown(self) -> float:
        """The p that counts."""
        return self.p_value if self.p_adjusted is None else self.p_adjusted


def equivalence(
    difference: float, standard_error: float, df: float, within: float, level: float
) -> Equivalence:
    """The two one-sided tests.

    Args:
        difference: mean a − mean b.
        standard_error: of it, above 0.
        df: degrees of freedom of that.
        within: the smallest difference that matters, above 0.
        level: 100 · (1 − α).

    Source: Schuirmann 1987, Journal of Pharmacokinetics and Biopharmaceutics 15, 657–680.
    """
    above = t_tail((difference + within) / standard_error, df)
    below = t_tail((within - difference) / standard_error, df)
    half = t_quantile(level / 100, df) * standard_error
    wide = round(2 * level - 100, 9)
    return Equivalence(within, max(above, below), difference - half, difference + half, wide)
