"""Rows and columns of means, SDs and totals among the measurements, by name or arithmetic."""

from __future__ import annotations

import math
import re
from collections import Counter
from collections.abc import Callable, Sequence

from decimus.measurements.facts.sums import computed_run, hints_of
from decimus.measurements.lexicon import Sense, Statistic, senses, statistic_named, statistics_in
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.profiles import ColumnProfile, column_profile, numbered_stem

Numbers = Sequence[float | None]
"""A line of cells: numbers, None for anything else."""

_MOST_LINES = 4
_FEWEST_BEHIND = 3
_SUREST = 0.004
"""The chance of a match in one line is never taken for less: it may be a wide one."""
_UNUSUAL = 0.1
"""The chance of a number typed with other decimals than those above it."""
_CHANCE_OF_ONE = 5e-4
_CHANCE = 2e-5
_NAMED = 8.0
"""How much likelier a line whose name may be a summary's is one: 3 bits."""
"""Lines that chance could have made with more than this probability are measurements."""


def _deviation(values: list[float]) -> float:
    mean = sum(values) / len(values)
    return math.hypot(*(v - mean for v in values)) / math.sqrt(len(values) - 1)


_ARITHMETIC: tuple[Callable[[list[float]], float], ...] = (
    lambda v: sum(v) / len(v),
    sum,
    _deviation,
    lambda v: _deviation(v) / math.sqrt(len(v)),
    len,
    lambda v: _deviation(v) * math.sqrt((len(v) - 1) / len(v)),
)


def is_summary_label(text: str) -> bool:
    """True for a name that surely says a summary: "mean", "SD", "mean of trials"."""
    return _named_sum(text, is_sure=True)


def may_be_summary(text: str) -> bool:
    """True for a name that can be a summary in company: "N", "total", "range", "s"."""
    return _named_sum(text, is_sure=False)


def _named_sum(text: str, *, is_sure: bool) -> bool:
    found = statistic_named(text)
    if found is None or (is_sure and not found.is_sure):
        return False
    if is_sure and len(statistics_in(text)) > 1:
        return True  # "Mean ± SD"
    rest = re.sub(r"[(\[][^)\]]*[)\]]?", "", found.rest).strip(" :.=0123456789")
    return not rest or bool(senses(rest) & {Sense.TRIAL, Sense.UNIT, Sense.READING, Sense.SUBJECT})


_IN_A_LONG_TABLE = frozenset({Statistic.MEAN, Statistic.SD, Statistic.SE, Statistic.MEDIAN})


def is_row_label(text: str) -> bool:
    """True for a summary among the groups of a long table, where "N" may be the north."""
    found = statistic_named(text)
    if found is None:
        return False
    is_sure = _named_sum(text, is_sure=True) and found.statistic in _IN_A_LONG_TABLE
    return is_sure or is_total(text)


def is_total(text: str) -> bool:
    """True for a name that says a sum and nothing else: "total"."""
    found = statistic_named(text)
    is_sum = found is not None and found.statistic is Statistic.SUM and found.rest == ""
    return is_sum and len(text.strip()) > _LONGEST_SIGN


_LONGEST_SIGN = 3


def above_summaries(profiles: Sequence[ColumnProfile], decimal: str) -> tuple[ColumnProfile, ...]:
    """The columns without rows of means at the foot, so that the numbers above name units."""
    names = profiles[0].cells if profiles else ()
    used = [row for row, name in enumerate(names) if name]
    end = len(names)
    while used and is_summary_label(names[used[-1]]):
        end = used.pop()
    if end == len(names) and used:
        count = _computed_at_the_foot(profiles, used, decimal)
        end = used[len(used) - count] if count else end
    if end == len(names) or not used:
        return tuple(profiles)
    return tuple(
        column_profile(p.index, p.heading, p.cells[:end], decimal, p.above, p.unit, p.head)
        for p in profiles
    )


def _computed_at_the_foot(
    profiles: Sequence[ColumnProfile], used: Sequence[int], decimal: str
) -> int:
    """How many of the last rows follow from those above and have names that do not go on."""
    names = [profiles[0].cells[row] for row in used]
    hints = hints_of(names)
    if len(used) > _MOST_ROWS or hints[-1] <= 0:
        return 0
    numeric = [p for p in profiles[1:] if p.is_numeric]
    cells = [[read_cell(p.cells[row], decimal) for p in numeric] for row in used]
    lines = [[c.value if c.kind is CellKind.NUMBER else None for c in row] for row in cells]
    return computed_run(lines, [[c.decimals for c in row] for row in cells], hints)


_MOST_ROWS = 2000


_OF_SPREAD = frozenset(
    {Statistic.MEDIAN, Statistic.SD, Statistic.SE, Statistic.VARIANCE, Statistic.CV}
    | {Statistic.MARGIN, Statistic.QUARTILE}
)


def statistics_without_mean(profiles: Sequence[ColumnProfile]) -> str:
    """What the columns of numbers give, where all are statistics and none a mean; else ""."""
    headings = [p.heading for p in profiles if p.is_numeric and not p.names_rows]
    found = [statistic_named(heading) for heading in headings]
    known = [named for named in found if named is not None and named.is_whole]
    if len(known) < 2 or len(known) < len(headings):
        return ""
    if not any(named.is_sure and named.statistic in _OF_SPREAD for named in known):
        return ""  # "smallest" and "largest" may be groups
    if any(named.statistic in (Statistic.MEAN, Statistic.SUM) for named in known):
        return ""
    return f"{', '.join(headings[:-1])} and {headings[-1]}"


def summary_places(
    names: Sequence[str], *, fits: Callable[[int], bool] = lambda _: False
) -> tuple[int, ...]:
    """Which of a row of names are of summaries.

    A sure word is one by itself; a word that is a name of other things too only beside a sure
    one, or behind names that are numbered, or where the numbers are what it says.

    Args:
        names: headings beside each other, or names below each other.
        fits: whether the numbers at a place are computed from the others.
    """
    stems = Counter(numbered_stem((name, f"{name} 1")) for name in names if name[-1:].isdigit())
    numbered = {
        i
        for i, name in enumerate(names)
        if name[-1:].isdigit() and stems[numbered_stem((name, f"{name} 1"))] > 1
    }
    sure = {i for i, name in enumerate(names) if is_summary_label(name)}
    unsure = {
        i for i, name in enumerate(names) if i not in sure | numbered and may_be_summary(name)
    }
    others = tuple(n for i, n in enumerate(names) if i not in sure | unsure)
    before = tuple(n for i, n in enumerate(names) if i < min(sure, default=0) and i not in unsure)
    if len(before) > 1 and numbered_stem(before) is not None:
        others = before
    are_numbered = len(others) > 1 and numbered_stem(others) is not None
    found: set[int] = set()
    for run in _runs(sorted(sure | unsure)):
        is_last = run[-1] == len(names) - 1
        if sure.intersection(run) or (is_last and (are_numbered or any(map(fits, run)))):
            found.update(run)
    if found and are_numbered:
        # Behind the means of numbered trials stands no trial that is named otherwise.
        trials = frozenset(others)
        last = max(
            i
            for i, n in enumerate(names)
            if (n in trials and numbered_stem((others[0], n)) is not None) or n == others[0]
        )
        found |= {i for i in range(last + 1, len(names)) if names[i]}
    return tuple(sorted(found))


def _runs(places: Sequence[int]) -> list[list[int]]:
    """Places in ascending order, those beside each other together."""
    runs: list[list[int]] = []
    for place in places:
        if runs and place == runs[-1][-1] + 1:
            runs[-1].append(place)
        else:
            runs.append([place])
    return runs


def computed_lines(
    lines: Sequence[Numbers], decimals: Sequence[Sequence[int]], *, are_named: bool
) -> int:
    """How many of the last lines are computed from those before them.

    Args:
        lines: rows (or columns) of equal length.
        decimals: how many decimals each number was typed with.
        are_named: whether the last have a name that can be a summary's. A line without one
            among numbers like its own is a measurement, whatever it equals.
    """
    for count in range(min(_MOST_LINES, len(lines) - _FEWEST_BEHIND), 0, -1):
        behind = lines[:-count]
        # A single line more is what people add; of several each has to be surer.
        most = _CHANCE_OF_ONE if count == 1 else _CHANCE
        most *= _NAMED if are_named else 1.0
        if all(
            _is_computed(lines[i], decimals[i], behind, decimals[:-count], most)
            and (are_named or not _is_like(lines[i], decimals[i], behind, decimals[:-count]))
            for i in range(len(lines) - count, len(lines))
        ):
            return count
    return 0


def _is_computed(
    line: Numbers,
    decimals: Sequence[int],
    behind: Sequence[Numbers],
    usual: Sequence[Sequence[int]],
    most: float,
) -> bool:
    columns = []
    seen: set[tuple[float, ...]] = set()
    for position, value in enumerate(line):
        values = [found for row in behind if (found := row[position]) is not None]
        if value is None and not values:
            continue
        if value is None or len(values) < _FEWEST_BEHIND:
            return False
        if (known := (value, *values)) not in seen:  # a column that repeats another tells nothing
            seen.add(known)
            columns.append((value, decimals[position], values))
    if not columns:
        return False
    # What is typed with other decimals than all above is hardly one of them.
    others = sum(
        all(row[position] != found for row in usual) for position, found in enumerate(decimals)
    )
    most /= _UNUSUAL**others
    return any(_all_match(columns, arithmetic, most) for arithmetic in _ARITHMETIC)


def _is_like(
    line: Numbers,
    decimals: Sequence[int],
    behind: Sequence[Numbers],
    usual: Sequence[Sequence[int]],
) -> bool:
    """True where every number lies among those above it and is typed with as many decimals."""
    for position, value in enumerate(line):
        values = [found for row in behind if (found := row[position]) is not None]
        if value is None or not values:
            continue
        if all(row[position] != decimals[position] for row in usual):
            return False
        if not min(values) <= value <= max(values):
            return False
    return True


def _all_match(
    columns: list[tuple[float, int, list[float]]],
    arithmetic: Callable[[list[float]], float],
    most: float,
) -> bool:
    chance = 1.0
    for value, decimals, values in columns:
        step = 10.0**-decimals
        expected = arithmetic(values)
        # Rounded as it was typed, and what adding up in doubles can be off by.
        slack = 1e-15 * len(values) * max(map(abs, values))
        if not abs(value - expected) <= 0.5000001 * step + slack:
            return False
        # A number by chance would lie anywhere among the others, and is told from what is
        # expected no finer than it was typed and can be added up.
        window = step + 2 * slack
        chance *= max(_SUREST, window / (max(*values, value) - min(*values, value) + window))
    return chance < most
