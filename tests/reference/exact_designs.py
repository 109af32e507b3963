"""Exact arithmetic for whole designs: least squares in fractions, ranks by enumeration."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from fractions import Fraction
from itertools import combinations, permutations, product

import numpy as np

from tests.reference.exact import fractions

Row = list[Fraction]


def residual(design: Sequence[Row], values: Sequence[Fraction]) -> Fraction:
    """Σ(y − fitted)² of a linear model, by elimination in fractions; columns may be redundant."""
    width = len(design[0])
    normal = [
        [sum((row[i] * row[j] for row in design), Fraction(0)) for j in range(width)]
        + [sum((row[i] * y for row, y in zip(design, values, strict=True)), Fraction(0))]
        for i in range(width)
    ]
    explained = Fraction(0)
    for i in range(width):
        if normal[i][i] == 0:
            continue
        explained += normal[i][width] ** 2 / normal[i][i]
        for k in range(i + 1, width):
            factor = normal[k][i] / normal[i][i]
            if factor:
                normal[k] = [a - factor * b for a, b in zip(normal[k], normal[i], strict=True)]
    return sum((y * y for y in values), Fraction(0)) - explained


def coded(level: int, levels: int) -> Row:
    """Sum-to-zero coding of one level."""
    if level == levels - 1:
        return [Fraction(-1)] * (levels - 1)
    return [Fraction(int(level == i)) for i in range(levels - 1)]


def factorial_squares(
    cells: dict[tuple[int, ...], tuple[float, ...]], *, given_all: bool
) -> dict[tuple[int, ...], Fraction]:
    """The sum of squares of every term on the raw values; types III and II by model comparison."""
    count = len(next(iter(cells)))
    shape = [1 + max(cell[i] for cell in cells) for i in range(count)]
    terms = [t for size in range(1, count + 1) for t in combinations(range(count), size)]
    rows = [(cell, y) for cell, values in cells.items() for y in fractions(values)]

    def columns(cell: tuple[int, ...], term: tuple[int, ...]) -> Row:
        parts = [coded(cell[f], shape[f]) for f in term]
        found = []
        for choice in product(*parts):
            value = Fraction(1)
            for part in choice:
                value *= part
            found.append(value)
        return found

    def left(of: Sequence[tuple[int, ...]]) -> Fraction:
        design = [
            [Fraction(1), *(x for term in of for x in columns(cell, term))] for cell, _ in rows
        ]
        return residual(design, [y for _, y in rows])

    found = {}
    for term in terms:
        if given_all:
            others = [t for t in terms if t != term]
        else:
            others = [t for t in terms if not set(term) <= set(t)]
        found[term] = left(others) - left([*others, term])
    return found


def ranks(values: Sequence[Fraction]) -> list[Fraction]:
    """Ranks from 1 with ties at their mean."""
    return [
        Fraction(sum(other < value for other in values))
        + Fraction(sum(other == value for other in values) + 1, 2)
        for value in values
    ]


def rank_sum_tails(a: tuple[float, ...], b: tuple[float, ...]) -> tuple[Fraction, Fraction]:
    """P(U ≤ seen) and P(U ≥ seen) over every way to split the values."""
    both = ranks([*fractions(a), *fractions(b)])
    seen = sum(both[: len(a)])
    sums = [sum(both[i] for i in chosen) for chosen in combinations(range(len(both)), len(a))]
    below = sum(total <= seen for total in sums)
    above = sum(total >= seen for total in sums)
    return Fraction(below, len(sums)), Fraction(above, len(sums))


def signed_rank_tails(differences: tuple[float, ...]) -> tuple[Fraction, Fraction]:
    """P(W ≤ seen) and P(W ≥ seen) over every choice of signs; zeros dropped."""
    kept = [d for d in fractions(differences) if d]
    size = ranks([abs(d) for d in kept])
    seen = sum(r for r, d in zip(size, kept, strict=True) if d > 0)
    sums = [
        sum(r for r, sign in zip(size, signs, strict=True) if sign)
        for signs in product((0, 1), repeat=len(size))
    ]
    below = sum(total <= seen for total in sums)
    above = sum(total >= seen for total in sums)
    return Fraction(below, len(sums)), Fraction(above, len(sums))


def kruskal_wallis(groups: Sequence[tuple[float, ...]]) -> Fraction:
    """H with its correction for ties."""
    everything = [y for values in groups for y in fractions(values)]
    n, order = len(everything), ranks(everything)
    among, start = Fraction(0), 0
    for values in groups:
        part = order[start : start + len(values)]
        among += sum(part) ** 2 / len(part)
        start += len(values)
    h = Fraction(12, n * (n + 1)) * among - 3 * (n + 1)
    counts = [everything.count(y) for y in set(everything)]
    ties = sum(count**3 - count for count in counts)
    return h / (1 - Fraction(ties, n**3 - n))


def kruskal_wallis_p(groups: Sequence[tuple[float, ...]]) -> Fraction:
    """P(H ≥ the one seen) by dealing the ranks in every way."""
    ranked = ranks(fractions(tuple(y for group in groups for y in group)))
    sizes = [len(group) for group in groups]

    def spread(parts: Sequence[Sequence[int]]) -> Fraction:
        return sum(
            (sum((ranked[i] for i in part), Fraction(0)) ** 2 / len(part) for part in parts),
            Fraction(0),
        )

    def deals(left: tuple[int, ...], sizes: Sequence[int]) -> Iterator[list[tuple[int, ...]]]:
        if len(sizes) == 1:
            yield [left]
            return
        for part in combinations(left, sizes[0]):
            for rest in deals(tuple(i for i in left if i not in part), sizes[1:]):
                yield [part, *rest]

    everything = [spread(deal) for deal in deals(tuple(range(len(ranked))), sizes)]
    starts = [sum(sizes[:i]) for i in range(len(sizes))]
    seen = spread([range(s, s + n) for s, n in zip(starts, sizes, strict=True)])
    return Fraction(sum(found >= seen for found in everything), len(everything))


def friedman_p(rows: Sequence[tuple[float, ...]]) -> Fraction:
    """P(chi-square ≥ the one seen) by ordering the ranks of each subject in every way."""
    ranked = [ranks(fractions(row)) for row in rows]

    def spread(order: Sequence[Sequence[Fraction]]) -> Fraction:
        return sum((sum(column) ** 2 for column in zip(*order, strict=True)), Fraction(0))

    everything = [spread(order) for order in product(*(permutations(row) for row in ranked))]
    seen = spread(ranked)
    return Fraction(sum(found >= seen for found in everything), len(everything))


def friedman(rows: Sequence[tuple[float, ...]]) -> Fraction:
    """Friedman's chi-square by variances of ranks within subjects, ties allowed."""
    n, k = len(rows), len(rows[0])
    ranked = [ranks(fractions(row)) for row in rows]
    middle = Fraction(k + 1, 2)
    sums = [sum(row[j] for row in ranked) for j in range(k)]
    among = sum((total - n * middle) ** 2 for total in sums)
    spread = sum((r - middle) ** 2 for row in ranked for r in row)
    return (k - 1) * among / spread


def epsilon_and_w(rows: Sequence[tuple[float, ...]]) -> tuple[Fraction, Fraction]:
    """Greenhouse and Geisser's ε by the double-centred covariance, and Mauchly's W."""
    n, k = len(rows), len(rows[0])
    table = [fractions(row) for row in rows]
    means = [sum(row[j] for row in table) / n for j in range(k)]
    away = [[y - mean for y, mean in zip(row, means, strict=True)] for row in table]
    s = [[sum(r[i] * r[j] for r in away) / (n - 1) for j in range(k)] for i in range(k)]

    line = [sum(row) / k for row in s]
    grand = sum(line) / k
    centred = [[s[i][j] - line[i] - line[j] + grand for j in range(k)] for i in range(k)]
    trace = sum(centred[i][i] for i in range(k))
    squares = sum(x * x for row in centred for x in row)
    epsilon = trace**2 / ((k - 1) * squares)
    # The product of the nonzero eigenvalues is the sum of the principal minors of order k − 1.
    product_ = sum(
        determinant([[centred[i][j] for j in range(k) if j != out] for i in range(k) if i != out])
        for out in range(k)
    )
    return epsilon, product_ / (trace / (k - 1)) ** (k - 1)


def p_of_w(w: float, d: int, df: int) -> float:
    """P(W < w) of Mauchly's W by turning its moments around: the transform of −ln W is known.

    The moments follow from those of the determinant and of the trace of a Wishart matrix, which
    is independent of W (Muirhead 1982, section 8.3.1); the integral is Gil-Pelaez's (1951).
    """
    from scipy.special import loggamma

    x = -math.log(w)
    t = np.linspace(1e-6, 400, 400_001)
    h = -1j * t
    log = d * h * math.log(d) + loggamma(df * d / 2) - loggamma(df * d / 2 + d * h)
    for i in range(d):
        log += loggamma((df - i) / 2 + h) - loggamma((df - i) / 2)
    inside = np.imag(np.exp(log - 1j * t * x)) / t
    return 0.5 + float(np.trapezoid(inside, t)) / math.pi


def determinant(rows: Sequence[Sequence[Fraction]]) -> Fraction:
    """By elimination."""
    table = [list(row) for row in rows]
    found = Fraction(1)
    for i in range(len(table)):
        pivot = next((k for k in range(i, len(table)) if table[k][i]), None)
        if pivot is None:
            return Fraction(0)
        if pivot != i:
            table[i], table[pivot] = table[pivot], table[i]
            found = -found
        found *= table[i][i]
        for k in range(i + 1, len(table)):
            factor = table[k][i] / table[i][i]
            table[k] = [a - factor * b for a, b in zip(table[k], table[i], strict=True)]
    return found
