"""Rows and columns that were computed from the others, by arithmetic alone, in bits.

A line is computed where every number of it is, within the digits shown, what one formula makes of
the numbers before it. How unlikely that is by chance is added up over its cells, less what was
tried: by the union bound some false one is found with a probability of at most 2^−bits.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from itertools import permutations
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from decimus.measurements.cells import Floats
from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.measurements.profiles import numbered_stem
from decimus.values import Value

Numbers = Sequence[float | None]

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


FORMULAS = (
    *("mean", "sum", "SD", "SE", "SD of all", "n", "median", "geometric mean", "CV"),
    *("smallest", "largest"),
)


def _made_of(above: Floats) -> dict[str, float]:
    """What each formula makes of numbers; NaN for what it is not defined for."""
    count, total = len(above), float(above.sum())
    mean = total / count
    with np.errstate(over="ignore"):
        squares = float(((above - mean) ** 2).sum())
    deviation = math.sqrt(squares / (count - 1)) if count > 1 else math.nan
    ordered = np.sort(above)
    smallest, largest = float(ordered[0]), float(ordered[-1])
    made = (
        *(mean, total, deviation, deviation / math.sqrt(count), math.sqrt(squares / count)),
        *(float(count), float(ordered[(count - 1) // 2] + ordered[count // 2]) / 2),
        float(np.exp(np.log(above).mean())) if smallest > 0 else math.nan,
        100 * deviation / mean if mean else math.nan,
        *(smallest, largest),
    )
    return dict(zip(FORMULAS, made, strict=True))


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
    bits = dict.fromkeys(FORMULAS, 0.0)
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
        half = 0.5 * 10.0 ** -decimals[position]
        slack = 1e-15 * len(above) * float(np.abs(above).max())
        made = _made_of(above)
        bits = {
            name: own
            - math.log2(chance_of_match(value, half + slack, above, may_tie=name in _MAY_TIE))
            for name, own in bits.items()
            if abs(value - made[name]) <= half * (1 + _SLACK) + slack
        }
        if not bits:
            return -math.inf
    if not seen or blank * _FEWEST_FILLED > len(seen):
        return -math.inf
    return max(bits.values()) - math.log2(len(FORMULAS))


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
    """Each relation that makes all numbers of one column from two others, with its bits."""
    rows = ~np.isnan(values[:, target])
    own = values[rows, target]
    if len(own) < _FEWEST_ROWS or np.ptp(own) == 0:
        return
    # A column that repeats another tells nothing of being computed.
    full = [c for c in others if not np.isnan(values[rows, c]).any()]
    full = [c for c in full if not np.array_equal(values[rows, c], own)]
    halves = 0.5 * 10.0 ** -decimals[rows].astype(float)
    shown = _Shown(values[rows][:, full], halves[:, full], own, halves[:, target])
    behind = np.array([c < target for c in full], bool)
    for relation in _RELATIONS:
        for first, second in _fitting(shown, relation):
            if relation in _SUMS and not (behind[first] and behind[second]):
                continue  # of evenly spaced columns one is the mean of its neighbours
            if np.array_equal(shown.values[:, first], shown.values[:, second]):
                continue
            near = shown.nearest(relation, first, second)
            if near is not None:
                chances = (
                    chance_of_match(v, s, np.delete(own, i))
                    for i, (v, s) in enumerate(zip(own.tolist(), near.tolist(), strict=True))
                )
                yield relation, -sum(map(math.log2, chances))


class _Shown(NamedTuple):
    """A column that may be computed, with those that it may be computed from.

    Args:
        values: rows × columns of the others.
        halves: half a step of the last digit of each.
        own: the numbers of the column itself.
        half: half a step of each.
    """

    values: Floats
    halves: Floats
    own: Floats
    half: Floats

    def nearest(self, relation: _Relation, first: int, second: int) -> Floats | None:
        """How far each number may be off, the least that holds for all; None where none does."""
        for room, fits in self.rooms(relation, first, second):
            if fits.all():
                return room
        return None

    def rooms(
        self, relation: _Relation, first: int | Pairs, second: int | Pairs
    ) -> tuple[tuple[Floats, npt.NDArray[np.bool_]], ...]:
        """What may be off and what is within it: of numbers, or of rows × pairs of columns."""
        own, half = self.own, self.half
        x, y = self.values[:, first], self.values[:, second]
        if x.ndim > 1:
            own, half = own[:, None], half[:, None]
        with np.errstate(all="ignore"):
            expected, slack = relation(x, y, self.halves[:, first], self.halves[:, second])
            off = np.abs(own - expected)
        # Computed from what is shown, or from more digits of it than are shown.
        rooms = (half + 1e-12 * np.abs(expected), half + slack)
        finite = np.isfinite(expected)
        return tuple((room, finite & (off <= room * (1 + _SLACK))) for room in rooms)


def _fitting(shown: _Shown, relation: _Relation) -> list[tuple[int, int]]:
    """The pairs of columns that a relation may hold for, by the first rows."""
    pairs = list(permutations(range(shown.values.shape[1]), 2))
    if not pairs:
        return []
    first, second = np.array(pairs).T
    some = _Shown(*(part[:_FEW_ROWS] for part in shown))
    exact, rounded = (fits.all(axis=0) for _, fits in some.rooms(relation, first, second))
    return [pairs[at] for at in np.flatnonzero(exact | rounded)]


_FEW_ROWS = 24
"""Enough to tell that a relation does not hold; all pairs are tried on them at once."""
Pairs = npt.NDArray[np.int64]

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
