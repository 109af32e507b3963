"""Plain computation of every test from its definition: least squares, enumeration, quadrature.

Nothing here is shared with the product: tails come from a library of special functions, sums of
squares from fitted models, exact p from listing every case.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from functools import cache, lru_cache
from itertools import combinations, pairwise, product

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


# --- tails -----------------------------------------------------------------------------------


def t_two(t: float, df: float) -> float:
    """P(|T| > |t|)."""
    from scipy.special import betainc

    return float(betainc(df / 2, 0.5, df / (df + t * t)))


def t_above(t: float, df: float) -> float:
    """P(T > t)."""
    half = t_two(t, df) / 2
    return half if t > 0 else 1 - half


def t_at(share: float, df: float) -> float:
    """The t that lies above a share."""
    from scipy.special import stdtrit

    return float(stdtrit(df, share))


def f_above(f: float, one: float, two: float) -> float:
    """P(F > f)."""
    from scipy.special import betainc

    return float(betainc(two / 2, one / 2, two / (two + one * f)))


def chi_above(x: float, df: float) -> float:
    """P(χ² > x)."""
    from scipy.special import gammaincc

    return float(gammaincc(df / 2, x / 2))


@cache
def _legendre() -> tuple[Floats, Floats]:
    return np.polynomial.legendre.leggauss(80)


@lru_cache(maxsize=64)
def _scale(df: float) -> tuple[Floats, Floats]:
    """Places and weights of s = √(χ²(df) / df), on 80 points of Gauss and Legendre."""
    from scipy.special import gammaln

    wide = 9 / math.sqrt(2 * df)
    low, high = max(1e-9, 1 - wide), 1 + wide + 3 / df
    x, w = _legendre()
    s = (high + low) / 2 + (high - low) / 2 * x
    log = df / 2 * math.log(df / 2) - gammaln(df / 2) + math.log(2) + (df - 1) * np.log(s)
    return s, w * (high - low) / 2 * np.exp(log - df * s * s / 2)


def range_above(q: float, k: int, df: float) -> float:
    """P(Q > q) of the studentized range of k means."""
    from scipy.special import ndtr

    s, weights = _scale(df)
    z = np.linspace(-8.5, 8.5, 201)
    density = np.exp(-z * z / 2) / math.sqrt(2 * math.pi) * (z[1] - z[0])
    inside = ndtr(z)[None, :] - ndtr(z[None, :] - q * s[:, None])
    below = k * (inside ** (k - 1)) @ density
    return float(1 - below @ weights)


def dunnett_above(
    d: float, control: int, treatments: Sequence[int], df: float, *, is_two_sided: bool = True
) -> float:
    """P(the largest of |T|, or of T, > d) of treatments against one control."""
    from scipy.special import ndtr

    s, weights = _scale(df)
    z = np.linspace(-8.5, 8.5, 201)
    density = np.exp(-z * z / 2) / math.sqrt(2 * math.pi) * (z[1] - z[0])
    below = np.ones((len(s), len(z)))
    for n in treatments:
        loading = math.sqrt(n / (n + control))
        rest = math.sqrt(1 - loading**2)
        upper = ndtr((d * s[:, None] + loading * z[None, :]) / rest)
        lower = ndtr((-d * s[:, None] + loading * z[None, :]) / rest) if is_two_sided else 0.0
        below *= upper - lower
    return float(1 - (below @ density) @ weights)


# --- families --------------------------------------------------------------------------------


def adjusted(p: Sequence[float], how: str) -> list[float]:
    """P values made to hold together, by their definitions."""
    m = len(p)
    if how == "bonferroni":
        return [min(1.0, m * x) for x in p]
    if how == "sidak":
        return [1 - (1 - x) ** m for x in p]
    if how == "holm":
        return [max(min(1.0, (m - sum(z < y for z in p)) * y) for y in p if y <= x) for x in p]
    if how == "bh":
        return [min(min(1.0, y * m / sum(z <= y for z in p)) for y in p if y >= x) for x in p]
    raise ValueError(how)


# --- least squares ---------------------------------------------------------------------------


def left(columns: Floats, y: Floats) -> float:
    """Σ(y − fitted)² of a linear model; columns may be redundant."""
    fitted = columns @ np.linalg.lstsq(columns, y, rcond=None)[0]
    return float(((y - fitted) ** 2).sum())


def coded(labels: Sequence[object]) -> Floats:
    """Sum-to-zero columns of a factor, one row per value."""
    levels = list(dict.fromkeys(labels))
    rows = np.vstack([np.eye(len(levels) - 1), -np.ones(len(levels) - 1)])
    return rows[[levels.index(label) for label in labels]]


def crossed(*parts: Floats) -> Floats:
    """The columns of an interaction."""
    found = parts[0]
    for part in parts[1:]:
        found = np.einsum("ij,ik->ijk", found, part).reshape(len(found), -1)
    return found


def ones(n: int) -> Floats:
    """The column of the intercept."""
    return np.ones((n, 1))


def factorial(
    factors: Sequence[Sequence[object]], y: Floats, kind: int
) -> tuple[dict[tuple[int, ...], tuple[float, int]], float, int]:
    """Sums of squares and df of every term, and of the error (the top term for single values)."""
    main = [coded(labels) for labels in factors]
    terms = [
        term for size in range(1, len(main) + 1) for term in combinations(range(len(main)), size)
    ]
    columns = {term: crossed(*(main[i] for i in term)) for term in terms}

    def residual(of: Iterable[tuple[int, ...]]) -> float:
        return left(np.hstack([ones(len(y)), *(columns[term] for term in of)]), y)

    full = residual(terms)
    df_error = len(y) - 1 - sum(columns[term].shape[1] for term in terms)
    found = {}
    for term in terms:
        others = [
            other for other in terms if other != term and (kind == 3 or not set(term) <= set(other))
        ]
        explained = residual(others) - residual([*others, term])
        found[term] = (explained, columns[term].shape[1])
    if df_error:
        return found, full, df_error
    error, df_error = found.pop(terms[-1])
    return found, error, df_error


def epsilon(scores: Sequence[Floats]) -> float:
    """Greenhouse and Geisser's ε from contrast scores, pooled over groups."""
    away = np.vstack([part - part.mean(axis=0) for part in scores])
    roots = np.linalg.eigvalsh(away.T @ away)
    return float(roots.sum() ** 2 / (len(roots) * (roots**2).sum()))


def contrasts(k: int) -> Floats:
    """Any orthonormal contrasts of k conditions: those of a decomposition."""
    centre = np.eye(k) - 1 / k
    values, vectors = np.linalg.eigh(centre)
    return vectors[:, values > 0.5].T


# --- enumeration -----------------------------------------------------------------------------


def midranks(values: Sequence[float]) -> list[float]:
    """Ranks from 1, ties at their mean."""
    return [
        1 + sum(other < value for other in values) + (sum(o == value for o in values) - 1) / 2
        for value in values
    ]


def rank_sum_tails(a: Sequence[float], b: Sequence[float]) -> tuple[float, float, float]:
    """U, and its lower and upper tail over every choice of the first group."""
    ranks = midranks([*a, *b])
    m = len(a)
    base = m * (m + 1) / 2
    u = sum(ranks[:m]) - base
    every = [sum(part) - base for part in combinations(ranks, m)]
    return (
        u,
        sum(x <= u + 1e-9 for x in every) / len(every),
        sum(x >= u - 1e-9 for x in every) / len(every),
    )


def signed_rank_tails(differences: Sequence[float]) -> tuple[float, float, float]:
    """W, and its tails over every choice of signs; zeros dropped."""
    kept = [d for d in differences if d]
    ranks = midranks([abs(d) for d in kept])
    w = sum(rank for rank, d in zip(ranks, kept, strict=True) if d > 0)
    every = [
        sum(rank for rank, sign in zip(ranks, signs, strict=True) if sign)
        for signs in product((False, True), repeat=len(kept))
    ]
    return (
        w,
        sum(x <= w + 1e-9 for x in every) / len(every),
        sum(x >= w - 1e-9 for x in every) / len(every),
    )


def kruskal(groups: Sequence[Sequence[float]]) -> float:
    """H, corrected for ties."""
    flat = [value for group in groups for value in group]
    ranks, n = midranks(flat), len(flat)
    places = np.cumsum([0, *map(len, groups)])
    parts = [ranks[a:b] for a, b in pairwise(places)]
    middle = (n + 1) / 2
    among = sum(len(part) * (sum(part) / len(part) - middle) ** 2 for part in parts)
    return (n - 1) * among / sum((rank - middle) ** 2 for rank in ranks)


def friedman(rows: Sequence[Sequence[float]]) -> float:
    """Chi-square of ranks within units, corrected for ties."""
    ranked = np.array([midranks(row) for row in rows])
    n, k = ranked.shape
    middle = (k + 1) / 2
    among = ((ranked.sum(axis=0) - n * middle) ** 2).sum()
    return float((k - 1) * among / ((ranked - middle) ** 2).sum())
