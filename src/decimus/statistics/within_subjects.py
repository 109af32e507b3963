"""Spread within subjects: what is left when each subject's own level is taken off."""

from __future__ import annotations

import math

import numpy as np

from decimus.statistics.distributions import Floats
from decimus.statistics.student_t import t_quantile
from decimus.values import Value


class WithinSubjects(Value, frozen=True):
    """The within-subject error of the mean of each condition.

    Args:
        n: subjects that were measured under every condition.
        conditions: how many conditions there are, C.
        standard_errors: the SE of each condition's mean.
    """

    n: int
    conditions: int
    standard_errors: tuple[float, ...]

    def half_width(self, condition: int, level: float) -> float:
        """Half the width of the interval of a condition's mean: t(n − 1) · SE."""
        return t_quantile(0.5 + level / 200, self.n - 1) * self.standard_errors[condition]


def within_subjects(values: Floats) -> WithinSubjects | None:
    """The within-subject errors of complete subjects; None below two of either.

    Each subject's mean is replaced by the grand mean; the variance of what results is
    multiplied by C / (C − 1).

    Args:
        values: subjects by conditions.

    Sources: Cousineau 2005, Tutorials in Quantitative Methods for Psychology 1, 42–45;
    Morey 2008, the same journal 4, 61–64.
    """
    n, conditions = values.shape
    if n < 2 or conditions < 2:
        return None
    own = values - values.mean(axis=1, keepdims=True)
    deviations = own - own.mean(axis=0, keepdims=True)
    variances = np.square(deviations).sum(axis=0) / (n - 1) * conditions / (conditions - 1)
    return WithinSubjects(n, conditions, tuple(math.sqrt(v / n) for v in variances.tolist()))
