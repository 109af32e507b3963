"""Full-factorial analysis of variance of one to three factors, from the moments of the cells.

Terms are tested by comparing models in sum-to-zero coding. As every model here is one of cell
means, least squares on the means, each weighted by its n, gives the same sums of squares as
on the replicates; the residual is the spread within cells.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import combinations, product

import numpy as np

from decimus.statistics.distributions import Floats, f_tail
from decimus.statistics.summaries import Moments
from decimus.terms import SumsOfSquares
from decimus.values import Value

Term = tuple[int, ...]
"""The factors of a term by their numbers, from 0."""


class ModelTerm(Value, frozen=True):
    """One line of the table of a linear model."""

    factors: Term
    df: int
    sum_of_squares: float
    statistic: float
    """F on the residual mean square."""
    p_value: float

    @property
    def mean_square(self) -> float:
        """Sum of squares over df."""
        return self.sum_of_squares / self.df


class FactorialAnova(Value, frozen=True):
    """The table of a full-factorial ANOVA; sums of squares in squared units of the outcome."""

    terms: tuple[ModelTerm, ...]
    df_error: int
    sum_of_squares_error: float
    kind: SumsOfSquares
    is_balanced: bool

    @property
    def mean_square_error(self) -> float:
        """The residual mean square, pooled over all cells."""
        return self.sum_of_squares_error / self.df_error


def _sum_to_zero(levels: int) -> Floats:
    """The coding of a factor: levels × (levels − 1), the last level minus one throughout."""
    return np.vstack([np.eye(levels - 1), -np.ones((1, levels - 1))])


def _columns(shape: Sequence[int], term: Term) -> Floats:
    """The columns of a term, one row per cell in the order of `product`."""
    found: Floats = np.ones((1, 1))
    for factor, levels in enumerate(shape):
        part = _sum_to_zero(levels) if factor in term else np.ones((levels, 1))
        found = np.asarray(np.kron(found, part), dtype=np.float64)
    return found


def _residual(means: Floats, weights: Floats, blocks: Sequence[Floats]) -> float:
    """Σ n (mean − fitted)² of a model with an intercept and these columns."""
    design = np.hstack([np.ones((len(means), 1)), *blocks]) * weights[:, None]
    target = means * weights
    q, _ = np.linalg.qr(design)
    left = target - q @ (q.T @ target)
    left -= q @ (q.T @ left)  # a second pass takes off what rounding has left
    return float(left @ left)


def all_terms(factors: int) -> tuple[Term, ...]:
    """Every term of the full model: factors first, then interactions by how many they join."""
    return tuple(
        term for size in range(1, factors + 1) for term in combinations(range(factors), size)
    )


def factorial_anova(
    shape: Sequence[int], cells: Sequence[Moments], kind: SumsOfSquares
) -> FactorialAnova:
    """Test every term of the full model.

    Args:
        shape: how many levels each factor has.
        cells: the moments of every cell, the last factor running fastest; none empty, some
            spread. With one value in every cell the interaction of all factors is the error.
        kind: each term given all others (type III, cells weigh equally), or given those
            that do not contain it (type II).

    Sources: Yates 1934, JASA 29, 51–66; Searle 1971, Linear Models, ch. 8.
    """
    origin = cells[0].mean
    means = np.array([cell.mean - origin for cell in cells])
    counts = [cell.n for cell in cells]
    weights = np.sqrt(np.array(counts, float))
    terms = all_terms(len(shape))
    columns = {term: _columns(shape, term) for term in terms}
    error = math.fsum(cell.sum_of_squares for cell in cells)
    df_error = sum(counts) - len(cells)
    is_single = df_error == 0

    def residual(of: Sequence[Term]) -> float:
        return _residual(means, weights, [columns[term] for term in of])

    found = []
    for term in terms:
        if kind is SumsOfSquares.GIVEN_ALL:
            others = [other for other in terms if other != term]
        else:
            others = [other for other in terms if not set(term) <= set(other)]
        with_it = [*others, term]
        # The full model fits cell means exactly.
        left = 0.0 if len(with_it) == len(terms) else residual(with_it)
        explained = max(0.0, residual(others) - left)
        found.append((term, columns[term].shape[1], explained))
    if is_single:
        *found, (_, df_error, error) = found
    mean_square = error / df_error
    tested = []
    for term, df, explained in found:
        f = explained / df / mean_square
        tested.append(ModelTerm(term, df, explained, f, f_tail(f, df, df_error)))
    return FactorialAnova(tuple(tested), df_error, error, kind, len(set(counts)) == 1)


def top_interaction(values: Floats) -> Floats:
    """What is left of single values without all lower terms.

    Args:
        values: one per cell, an axis for each factor.
    """
    left = values
    for axis in range(values.ndim):
        left = left - left.mean(axis=axis, keepdims=True)
    return left


def cells_of(shape: Sequence[int]) -> list[tuple[int, ...]]:
    """The places of all cells, the last factor running fastest.

    Args:
        shape: how many levels each factor has, one number per factor.
    """
    return list(product(*(range(levels) for levels in shape)))
