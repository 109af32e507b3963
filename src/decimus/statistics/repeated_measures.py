"""The same subjects, or blocks, under several conditions; with or without groups of subjects."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from decimus.statistics.distributions import Floats, chi_square_tail, f_tail
from decimus.terms import SphericityCorrection, SumsOfSquares
from decimus.values import Value


class Sphericity(Value, frozen=True):
    """How far the differences between conditions are from varying alike.

    Args:
        greenhouse_geisser: ε after Greenhouse & Geisser 1959.
        huynh_feldt: ε after Huynh & Feldt 1976, corrected by Lecoutre 1991, at most 1.
        mauchly_w: Mauchly's W, None where it is undefined.
        mauchly_df: degrees of freedom of its chi-square.
        mauchly_p: its p.
        why_not: why W is undefined, "" where it is not.
    """

    greenhouse_geisser: float
    huynh_feldt: float
    mauchly_w: float | None
    mauchly_df: int
    mauchly_p: float | None
    why_not: str = ""

    def epsilon(self, correction: SphericityCorrection) -> float:
        """The ε that a correction multiplies df by."""
        return {
            SphericityCorrection.GREENHOUSE_GEISSER: self.greenhouse_geisser,
            SphericityCorrection.HUYNH_FELDT: self.huynh_feldt,
            SphericityCorrection.NONE: 1.0,
        }[correction]


class WithinTerm(Value, frozen=True):
    """A term tested on an error of its own; df and p as they are without correction."""

    df: int
    sum_of_squares: float
    df_error: int
    sum_of_squares_error: float

    @property
    def mean_square(self) -> float:
        """Sum of squares over df."""
        return self.sum_of_squares / self.df

    @property
    def mean_square_error(self) -> float:
        """The mean square it is tested on."""
        return self.sum_of_squares_error / self.df_error

    @property
    def statistic(self) -> float:
        """F."""
        return self.mean_square / self.mean_square_error

    def p_value(self, epsilon: float = 1.0) -> float:
        """P(F > f) with both df times ε."""
        return f_tail(self.statistic, epsilon * self.df, epsilon * self.df_error)


class RepeatedMeasuresAnova(Value, frozen=True):
    """The table of a repeated-measures (randomised-block) ANOVA."""

    conditions: WithinTerm
    df_subjects: int
    sum_of_squares_subjects: float
    sphericity: Sphericity


class SplitPlotAnova(Value, frozen=True):
    """The table of a split-plot ANOVA: one factor between subjects, one within."""

    between: WithinTerm
    within: WithinTerm
    interaction: WithinTerm
    sphericity: Sphericity


def contrasts(k: int) -> Floats:
    """K − 1 orthonormal contrasts of k conditions, one per row (Helmert)."""
    rows = np.zeros((k - 1, k))
    for i in range(1, k):
        rows[i - 1, :i] = 1.0
        rows[i - 1, i] = -float(i)
        rows[i - 1] /= math.sqrt(i * (i + 1))
    return rows


def repeated_measures_anova(values: Floats) -> RepeatedMeasuresAnova:
    """Test conditions on the subject × condition residual.

    Args:
        values: subjects × conditions, complete, at least 2 × 2; less an origin they share.

    Source: Fisher 1925, ch. VIII; Winer, Brown & Michels 1991, ch. 4.
    """
    n, k = values.shape
    scores = values @ contrasts(k).T
    (overall, _), error = _parts(scores, [n])
    means = values.mean(axis=1)
    return RepeatedMeasuresAnova(
        WithinTerm(k - 1, overall, (n - 1) * (k - 1), error),
        n - 1,
        k * _squares(means),
        sphericity_of([scores]),
    )


class CrossedTerm(Value, frozen=True):
    """A term of two factors within subjects, with ε of its own contrasts."""

    term: WithinTerm
    sphericity: Sphericity


class CrossedWithinAnova(Value, frozen=True):
    """The table of a two-way repeated-measures ANOVA: both factors, and their interaction."""

    terms: tuple[CrossedTerm, CrossedTerm, CrossedTerm]
    df_subjects: int
    sum_of_squares_subjects: float


def crossed_within_anova(values: Floats) -> CrossedWithinAnova:
    """Test two factors within subjects, each term on its own interaction with subjects.

    Args:
        values: subjects × levels of one factor × levels of the other, complete, at least
            2 × 2 × 2; less an origin they share.

    Source: Winer, Brown & Michels 1991, ch. 7; Girden 1992, ANOVA: Repeated Measures.
    """
    n, a, b = values.shape
    flat = values.reshape(n, a * b)
    along_a, along_b = np.full((1, a), a**-0.5), np.full((1, b), b**-0.5)
    first = np.kron(contrasts(a), along_b)
    second = np.kron(along_a, contrasts(b))
    both = np.kron(contrasts(a), contrasts(b))
    found = []
    for rows in (first, second, both):
        scores = flat @ rows.T
        (overall, _), error = _parts(scores, [n])
        d = len(rows)
        term = WithinTerm(d, overall, d * (n - 1), error)
        found.append(CrossedTerm(term, sphericity_of([scores])))
    means = flat.mean(axis=1)
    return CrossedWithinAnova((found[0], found[1], found[2]), n - 1, a * b * _squares(means))


def _squares(values: Floats) -> float:
    """Σ(y − mean)²."""
    return math.fsum(((values - values.mean()) ** 2).tolist())


def _parts(scores: Floats, sizes: Sequence[int]) -> tuple[tuple[float, float], float]:
    """Sums of squares of the mean over all rows, among groups, and within groups of rows."""
    overall = scores.mean(axis=0)
    among = error = 0.0
    start = 0
    for size in sizes:
        part = scores[start : start + size]
        mean = part.mean(axis=0)
        among += size * float((mean - overall) @ (mean - overall))
        error += math.fsum(((part - mean) ** 2).ravel().tolist())
        start += size
    return (len(scores) * float(overall @ overall), among), error


def sphericity_of(groups: Sequence[Floats]) -> Sphericity:
    """ε and Mauchly's W from contrast scores, pooled over groups of subjects.

    Args:
        groups: for each group its subjects × (k − 1) scores of orthonormal contrasts.

    Sources: Greenhouse & Geisser 1959, Psychometrika 24; Huynh & Feldt 1976, Journal of
    Educational Statistics 1; Lecoutre 1991, ibid. 16; Mauchly 1940, Annals of Mathematical
    Statistics 11; its p after Anderson 2003, An Introduction to Multivariate Statistical
    Analysis, 3rd ed., section 10.7.4.
    """
    d = groups[0].shape[1]
    total = sum(len(group) for group in groups)
    df = total - len(groups)
    if d == 1:
        return Sphericity(1.0, 1.0, None, 0, None, "two conditions have only one difference")
    centred = [group - group.mean(axis=0) for group in groups]
    covariance = sum((part.T @ part for part in centred), np.zeros((d, d))) / df
    trace = float(np.trace(covariance))
    gg = trace**2 / (d * float((covariance * covariance).sum()))
    divisor = d * (df - d * gg)
    hf = ((df + 1) * d * gg - 2) / divisor if divisor > 0 else 1.0
    hf = max(gg, min(1.0, hf)) if hf > 0 else 1.0
    df_chi = d * (d + 1) // 2 - 1
    if df < d:
        why = f"it needs at least {d} degrees of freedom between subjects; here are {df}"
        return Sphericity(min(1.0, gg), hf, None, df_chi, None, why)
    w = float(np.linalg.det(covariance / (trace / d)))
    if w <= 0 or _scale(d, df) <= 0:
        why = "some differences between conditions are determined by others"
        return Sphericity(min(1.0, gg), hf, None, df_chi, None, why)
    p = p_of_w(min(1.0, w), d, df)
    return Sphericity(min(1.0, gg), hf, min(1.0, w), df_chi, p)


def _scale(d: int, df: int) -> float:
    """What −ln W is multiplied by so that it follows chi-square most nearly."""
    return df - (2 * d * d + d + 2) / (6 * d)


def p_of_w(w: float, d: int, df: int) -> float:
    """P(W < w) of Mauchly's W, with the term of second order.

    Without it, W of few subjects alarms too often. Exact for two contrasts.

    Args:
        w: Mauchly's W, above 0.
        d: how many contrasts, at least 2.
        df: degrees of freedom between subjects, at least `d`.

    Source: Anderson 2003, section 10.7.4.
    """
    scale = _scale(d, df)
    chi, df_chi = -scale * math.log(w), d * (d + 1) // 2 - 1
    first = chi_square_tail(chi, df_chi)
    power = (d + 2) * (d - 1) * (d - 2) * (2 * d**3 + 6 * d * d + 3 * d + 2)
    share = power / (288 * (d * scale) ** 2)
    return min(1.0, max(0.0, first + share * (chi_square_tail(chi, df_chi + 4) - first)))


def split_plot_anova(groups: Sequence[Floats], kind: SumsOfSquares) -> SplitPlotAnova:
    """Test one factor between subjects, one within them, and their interaction.

    The first on subjects within groups, the others on subject × condition within groups.

    Args:
        groups: subjects × conditions for each level of the factor between, complete, at least
            one group with two subjects; less an origin they share.
        kind: how the factor within is weighed where groups differ in size: groups equally
            (each term given all others), or subjects equally.

    Source: Winer, Brown & Michels 1991, Statistical Principles in Experimental Design, ch. 7.
    """
    k, g = groups[0].shape[1], len(groups)
    sizes = [len(group) for group in groups]
    total = sum(sizes)
    values = np.vstack(groups)
    scores = values @ contrasts(k).T
    means = values.mean(axis=1)[:, None]
    (_, between), between_error = _parts(means - means.mean(), sizes)
    (overall, interaction), error = _parts(scores, sizes)
    parts = np.split(scores, np.cumsum(sizes)[:-1])
    within = overall
    if kind is SumsOfSquares.GIVEN_ALL:
        centre = np.mean([part.mean(axis=0) for part in parts], axis=0)
        within = float(centre @ centre) * g * g / math.fsum(1 / size for size in sizes)
    df_subjects = total - g
    df_error = df_subjects * (k - 1)
    return SplitPlotAnova(
        WithinTerm(g - 1, k * between, df_subjects, k * between_error),
        WithinTerm(k - 1, within, df_error, error),
        WithinTerm((g - 1) * (k - 1), interaction, df_error, error),
        sphericity_of(parts),
    )
