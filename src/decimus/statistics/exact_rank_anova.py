"""Exact p of Kruskal and Wallis's H and of Friedman's chi-square, by counting rank sums.

Both statistics rise with Σ (sum of ranks)² / n over the groups, so that the sums of all groups
but one are counted, whatever ties there are.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from itertools import permutations

import numpy as np
from numpy.typing import NDArray

from decimus.statistics.distributions import Floats

_MOST_STEPS = 100_000_000
"""Additions up to which sums are counted; a tenth of a second or two."""
_NEAR = 1e-9
Whole = NDArray[np.int64]
"""Ranks as whole numbers."""


def kruskal_wallis_p(ranks: Floats, sizes: Sequence[int]) -> float | None:
    """P(H ≥ the one seen) over all ways to deal the (mid)ranks; None where there are too many.

    Args:
        ranks: the (mid)ranks of all values, group after group, of length N.
        sizes: n of every group.
    """
    whole = _whole(ranks)
    parts = np.split(whole, np.cumsum(sizes)[:-1])
    *counted, last = sorted(parts, key=len)
    widths = [int(np.sort(whole)[::-1][: len(part)].sum()) + 1 for part in counted]
    states = math.prod(len(part) + 1 for part in counted) * math.prod(widths)
    if states * len(whole) * len(counted) > _MOST_STEPS:
        return None
    k = len(counted)
    ways = np.zeros([len(part) + 1 for part in counted] + widths)
    ways[(0,) * (2 * k)] = 1.0
    for rank in whole.tolist():
        moved = ways.copy()
        for axis, width in enumerate(widths):
            if rank >= width:
                continue
            to, of = [slice(None)] * (2 * k), [slice(None)] * (2 * k)
            to[axis], of[axis] = slice(1, None), slice(None, -1)
            to[k + axis], of[k + axis] = slice(rank, None), slice(None, width - rank)
            moved[tuple(to)] += ways[tuple(of)]
        ways = moved
    found = ways[tuple(len(part) for part in counted)]
    return _share(found, [len(part) for part in (*counted, last)], parts, int(whole.sum()))


def friedman_p(ranks: Floats) -> float | None:
    """P(chi-square ≥ the one seen) over all orders within units; None where there are too many.

    Args:
        ranks: the (mid)ranks within each unit, units × conditions.
    """
    n, k = ranks.shape
    whole = _whole(ranks.ravel()).reshape(n, k)
    width = int(whole.max(axis=1).sum()) + 1
    if k > 8 or width ** (k - 1) * n * math.factorial(k) > _MOST_STEPS:
        return None
    ways = np.zeros([width] * (k - 1))
    ways[(0,) * (k - 1)] = 1.0
    for row in whole.tolist():
        moved = np.zeros_like(ways)
        for order, count in _orders(row):
            to = tuple(slice(rank, None) for rank in order)
            of = tuple(slice(None, width - rank) for rank in order)
            moved[to] += count * ways[of]
        ways = moved / math.factorial(k)  # as probabilities, so that nothing overflows
    return _share(ways, [n] * k, list(whole.T), int(whole.sum()))


def _orders(row: Sequence[int]) -> Iterator[tuple[tuple[int, ...], int]]:
    """The ranks of all conditions but the last, with the orders that give them."""
    counts: dict[tuple[int, ...], int] = {}
    for order in permutations(row):
        counts[order[:-1]] = counts.get(order[:-1], 0) + 1
    yield from counts.items()


def _whole(ranks: Floats) -> Whole:
    """Ranks as whole numbers: doubled where some are halves, less what all can go without."""
    doubled = np.rint(2 * ranks).astype(np.int64)
    whole: Whole = doubled if (doubled % 2).any() else doubled // 2
    return whole - int(whole.min())


def _share(ways: Floats, sizes: Sequence[int], parts: Sequence[Whole], total: int) -> float:
    """The share of ways whose sums spread at least as much as those of `parts`."""
    middle = total / sum(sizes)
    rest = np.full((1,) * ways.ndim, total - sizes[-1] * middle)
    spread = np.zeros((1,) * ways.ndim)
    for axis, n in enumerate(sizes[:-1]):
        shape = [-1 if other == axis else 1 for other in range(ways.ndim)]
        sums = np.arange(ways.shape[axis]).reshape(shape)
        spread = spread + (sums - n * middle) ** 2 / n
        rest = rest - sums
    spread = spread + rest**2 / sizes[-1]
    seen = math.fsum((float(part.sum()) - len(part) * middle) ** 2 / len(part) for part in parts)
    kept = ways[spread >= seen * (1 - _NEAR) - _NEAR]
    return min(1.0, float(kept.sum() / ways.sum()))
