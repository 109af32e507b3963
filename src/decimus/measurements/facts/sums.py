"""Rows and columns that were computed from the others, by arithmetic alone, in bits.

A line is computed where every number of it is, within the digits shown, what one formula makes of
the numbers before it. How unlikely that is by chance is added up over its cells, less what was
tried: by the union bound some false one is found with a probability of at most 2^−bits.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from itertools import permutations

import numpy as np
import numpy.typing as npt

from decimus.measurements.cells import Floats
from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.measurements.profiles import numbered_stem
from decimus.values import Value

Numbers = Sequence[float | None]
Formula = Callable[[Floats], float]

LEFT_OUT_BITS = 10.0
"""One in a thousand: from here on a line is left out, and said to be."""
ASKED_BITS = 6.0
"""One in sixty-four: from here on it is asked."""
_MOST_RUN = 6
_FEWEST_BEHIND = 3
_SUREST = 0.004
"""The chance of one match is never taken for less."""
_FEW_STEPS = 3.0
"""Spreads of fewer steps of the last digit make ties, and matches by chance."""
_MOST_COLUMNS = 40
_FEWEST_ROWS = 4
_FEWEST_FILLED = 3
"""Cells that follow from the others for each that is blank: nobody adds up means."""
_FAR_OUT = 3.0
"""SDs beyond all others, where numbers like them hardly lie."""
_SLACK = 1e-9


def _deviation(values: Floats) -> float:
    return float(np.std(values, ddof=1)) if len(values) > 1 else math.nan


def _geometric(values: Floats) -> float:
    return float(np.exp(np.mean(np.log(values)))) if (values > 0).all() else math.nan


FORMULAS: dict[str, Formula] = {
    "mean": lambda v: float(np.mean(v)),
    "sum": lambda v: float(np.sum(v)),
    "SD": _deviation,
    "SE": lambda v: _deviation(v) / math.sqrt(len(v)),
    "SD of all": lambda v: float(np.std(v)),
    "n": lambda v: float(len(v)),
    "median": lambda v: float(np.median(v)),
    "geometric mean": _geometric,
    "CV": lambda v: 100 * _deviation(v) / float(np.mean(v)) if np.mean(v) else math.nan,
    "smallest": lambda v: float(np.min(v)),
    "largest": lambda v: float(np.max(v)),
}
_MAY_TIE = frozenset({"n", "smallest", "largest", "median"})


def computed_run(
    lines: Sequence[Numbers], decimals: Sequence[Sequence[int]], hints: Sequence[float]
) -> int:
    """How many of the last lines were computed from those before them; 0 for none.

    Args:
        lines: rows (or columns) of equal length, None for what is no number.
        decimals: how many decimals each number was typed with.
        hints: bits that the name of each line gives for its being computed.
    """
    count, bits = likeliest_run(lines, decimals, hints)
    return count if bits >= LEFT_OUT_BITS else 0


def likeliest_run(
    lines: Sequence[Numbers], decimals: Sequence[Sequence[int]], hints: Sequence[float]
) -> tuple[int, float]:
    """How many of the last lines are likeliest to follow from the others, and by how many bits."""
    best, found = -math.inf, 0
    for count in range(1, min(_MOST_RUN, len(lines) - _FEWEST_BEHIND) + 1):
        behind = lines[: len(lines) - count]
        run = range(len(lines) - count, len(lines))
        own = [bits_of_line(lines[at], decimals[at], behind) for at in run]
        own = [
            b + _UNUSUAL * _is_finer(decimals, at, run.start) if b > -math.inf else b
            for b, at in zip(own, run, strict=True)
        ]
        bits = -math.log2(_MOST_RUN)
        for at, bits_of in zip(run, own, strict=True):
            # Behind a mean of what is counted stands no more of it, if its name does not go on.
            is_free = hints[at] >= _BREAKS and own[0] > -math.inf
            bits += (max(bits_of, -_UNTOLD) if is_free else bits_of) + hints[at]
        if bits >= best and bits > -math.inf:
            best, found = bits, count
    return found, best


def _is_finer(decimals: Sequence[Sequence[int]], at: int, end: int) -> bool:
    """Whether all numbers of a line were typed finer than all those before `end`."""
    usual = [max((row[c] for row in decimals[:end]), default=0) for c in range(len(decimals[at]))]
    return all(own > most for own, most in zip(decimals[at], usual, strict=True))


_UNUSUAL = 3.0
"""Bits for a line of numbers with more decimals than any above, as means have them."""


def hints_of(names: Sequence[str]) -> list[float]:
    """Bits that each name gives for what it names being no more of the same.

    Words below 1, 2, 3, or a blank where others have names.
    """
    first = tuple(names[:_FEWEST_BEHIND])
    counts = len(first) == _FEWEST_BEHIND and kind_of_names(first) is NameKind.INDEX
    are_coded = len(first) == _FEWEST_BEHIND and numbered_stem(first) is not None
    are_named = all(first)
    found = []
    for at, name in enumerate(names):
        if at < len(names) - _MOST_RUN:
            found.append(0.0)  # no line that far from the end is looked at
        elif not name:
            found.append(_BLANK if are_named else 0.0)
        else:
            is_next = name == first[0] or numbered_stem((first[0], name)) is not None
            goes_on = counts and is_next
            letters = names[: at + 1] if at < _ALPHABET else ()
            goes_on = goes_on or (bool(letters) and kind_of_names(letters) is NameKind.LETTERS)
            breaks = _BREAKS if counts else _BLANK * (are_coded and not is_next)
            found.append(-_GOES_ON if goes_on else breaks)
    return found


_ALPHABET = 26
_BLANK, _BREAKS, _GOES_ON = 4.0, 6.0, 20.0
_UNTOLD = 3.0
"""What a line that follows from none of the formulas takes from its run."""


def bits_of_line(line: Numbers, decimals: Sequence[int], behind: Sequence[Numbers]) -> float:
    """Bits for one line having been computed from those behind it; −∞ where it was not."""
    columns: list[tuple[float, int, Floats]] = []
    seen: set[tuple[float, bytes]] = set()
    blank = 0
    for position, value in enumerate(line):
        above = np.array([v for row in behind if (v := row[position]) is not None], float)
        if value is None:
            blank += len(above) > 0
            continue
        if len(above) < _FEWEST_BEHIND:
            return -math.inf
        if (known := (value, above.tobytes())) in seen:
            continue  # a column that repeats another tells nothing more
        seen.add(known)
        columns.append((value, decimals[position], above))
    if not columns or blank * _FEWEST_FILLED > len(columns):
        return -math.inf
    found = max(_bits_of_formula(columns, name) for name in FORMULAS)
    return found - math.log2(len(FORMULAS))


def _bits_of_formula(columns: Sequence[tuple[float, int, Floats]], name: str) -> float:
    formula, bits = FORMULAS[name], 0.0
    for value, places, above in columns:
        half = 0.5 * 10.0**-places
        expected = formula(above)
        slack = 1e-15 * len(above) * float(np.abs(above).max())
        if not abs(value - expected) <= half * (1 + _SLACK) + slack:
            return -math.inf
        bits -= math.log2(chance_of_match(value, half + slack, above, may_tie=name in _MAY_TIE))
    return bits


def chance_of_match(value: float, half: float, above: Floats, *, may_tie: bool = False) -> float:
    """The chance of a number like those above it to lie within half a step of what is expected."""
    spread = float(np.std(above, ddof=1)) if len(above) > 1 else 0.0
    span = float(max(above.max(), value) - min(above.min(), value))
    chance = max(_SUREST, 2 * half / (span + 2 * half))
    reach = _FAR_OUT * spread
    if not float(above.min()) - reach <= value <= float(above.max()) + reach:
        return chance
    if spread:
        chance = max(chance, 0.8 * half / spread)
    if may_tie or spread < _FEW_STEPS * 2 * half:
        ties = int(np.count_nonzero(np.abs(above - value) <= half))
        chance = max(chance, (ties + 0.5) / (len(above) + 1))
    return min(1.0, chance)


class Computed(Value, frozen=True):
    """A column that was computed from two others; a ratio may be what was wanted.

    Where it is not sure it may be chance.
    """

    column: int
    is_ratio: bool
    is_sure: bool = True


def computed_columns(
    values: Floats, decimals: npt.NDArray[np.int64], percents: Sequence[bool]
) -> tuple[Computed, ...]:
    """Columns that are a difference, a ratio, a mean or a change of two others.

    Of the three that belong together the computed one is that with another sign or in percent,
    else the one furthest to the right.

    Args:
        values: rows × columns, NaN for what is no number.
        decimals: how many decimals each number was typed with, of the same shape.
        percents: whether the heading of each column says that it is in percent.
    """
    rows, count = values.shape
    if not 3 <= count <= _MOST_COLUMNS or rows < _FEWEST_ROWS:
        return ()
    found: list[Computed] = []
    for target in sorted(range(count), key=lambda c: (-_is_apart(values, percents, c), -c)):
        known = {one.column for one in found}
        others = [c for c in range(count) if c != target and c not in known]
        if len(others) < 2:
            break
        tried = math.log2(2 * len(others) * (len(others) - 1) * len(_RELATIONS))
        bits = _bits_of_relations(values, decimals, target, others)
        weighed = [(relation, b - tried) for relation, b in bits]
        sure = [relation for relation, b in weighed if b >= LEFT_OUT_BITS]
        if sure:
            found.append(Computed(target, all(relation is _ratio for relation in sure)))
        elif any(b >= ASKED_BITS for _, b in weighed):
            found.append(Computed(target, is_ratio=False, is_sure=False))
    return tuple(found)


def _is_apart(values: Floats, percents: Sequence[bool], column: int) -> bool:
    """Whether a column has another sign than the others, or is in percent where they are not."""
    rest = [c for c in range(values.shape[1]) if c != column]
    has_minus = bool((values[:, column] < 0).any())
    is_percent = percents[column] and not all(percents[c] for c in rest)
    return is_percent or (has_minus and not any((values[:, c] < 0).any() for c in rest))


def _bits_of_relations(
    values: Floats, decimals: npt.NDArray[np.int64], target: int, others: Sequence[int]
) -> Iterator[tuple[_Relation, float]]:
    own, half = values[:, target], 0.5 * 10.0 ** -decimals[:, target].astype(float)
    for first, second in permutations(others, 2):
        a, b = values[:, first], values[:, second]
        there = ~(np.isnan(a) | np.isnan(b) | np.isnan(own))
        if there.sum() < _FEWEST_ROWS or there.sum() < (~np.isnan(own)).sum():
            continue
        x, y, t, h = a[there], b[there], own[there], half[there]
        steps = (
            0.5 * 10.0 ** -decimals[there, first].astype(float),
            0.5 * 10.0 ** -decimals[there, second].astype(float),
        )
        if np.array_equal(x, y) or np.array_equal(x, t) or np.array_equal(y, t):
            continue  # a column that repeats another tells nothing of being computed
        is_behind = target > max(first, second)
        for relation in _RELATIONS:
            if relation in _SUMS and not is_behind:
                continue  # of evenly spaced columns one is the mean of its neighbours
            with np.errstate(all="ignore"):
                expected, slack = relation(x, y, *steps)
            if np.ptp(t) == 0 or not np.isfinite(expected).all():
                continue
            off = np.abs(t - expected)
            # Computed from what is shown, or from more digits of it than are shown.
            rooms = (h + 1e-12 * np.abs(expected), h + slack)
            near = [room for room in rooms if (off <= room * (1 + _SLACK)).all()]
            if near:
                chances = (
                    chance_of_match(v, s, np.delete(t, i))
                    for i, (v, s) in enumerate(zip(t.tolist(), near[0].tolist(), strict=True))
                )
                yield relation, -sum(map(math.log2, chances))


_Relation = Callable[[Floats, Floats, Floats, Floats], tuple[Floats, Floats]]


def _difference(a: Floats, b: Floats, da: Floats, db: Floats) -> tuple[Floats, Floats]:
    return a - b, da + db


def _ratio(a: Floats, b: Floats, da: Floats, db: Floats) -> tuple[Floats, Floats]:
    return a / b, np.abs(da / b) + np.abs(a * db / b**2)


def _percent(a: Floats, b: Floats, da: Floats, db: Floats) -> tuple[Floats, Floats]:
    ratio, slack = _ratio(a, b, da, db)
    return 100 * ratio, 100 * slack


def _change(a: Floats, b: Floats, da: Floats, db: Floats) -> tuple[Floats, Floats]:
    percent, slack = _percent(a, b, da, db)
    return percent - 100, slack


def _sum(a: Floats, b: Floats, da: Floats, db: Floats) -> tuple[Floats, Floats]:
    return a + b, da + db


def _mean(a: Floats, b: Floats, da: Floats, db: Floats) -> tuple[Floats, Floats]:
    return (a + b) / 2, (da + db) / 2


def _spread(a: Floats, b: Floats, da: Floats, db: Floats) -> tuple[Floats, Floats]:
    return np.abs(a - b) / math.sqrt(2), (da + db) / math.sqrt(2)


def _relative(a: Floats, b: Floats, da: Floats, db: Floats) -> tuple[Floats, Floats]:
    spread, slack = _spread(a, b, da, db)
    mean = np.abs(a + b) / 2
    return 100 * spread / mean, 100 * (slack / mean + spread * (da + db) / (2 * mean**2))


_RELATIONS: tuple[_Relation, ...] = (
    _difference,
    _ratio,
    _percent,
    _change,
    _sum,
    _mean,
    _spread,
    _relative,
)
"""What people compute from two columns: of numbers and of their half steps."""
_SUMS = frozenset({_sum, _mean, _spread, _relative})
"""Those that stand to the right of what they are of."""
