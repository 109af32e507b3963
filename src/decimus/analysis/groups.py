"""The groups of a question: their summaries, their order, their error bars."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from decimal import Decimal
from functools import cached_property
from itertools import product

import numpy as np
from msgspec.structs import replace

from decimus.analysis.heights import ErrorBarEnds, Heights, log_base
from decimus.measurements.adjusting import unit_before_logarithms
from decimus.measurements.observations import GroupCells, Measurements
from decimus.measurements.variables import Factor, Level
from decimus.notation import escaped, plain
from decimus.statistics.geometric import GeometricSummary
from decimus.statistics.shares import Share
from decimus.statistics.summaries import Interval, Summary
from decimus.study.questions import HeightChoices, LevelChoices, NumberChoices
from decimus.study.targets import Levels
from decimus.terms import Decimals, Height
from decimus.values import Value

_SIGNIFICANT_DIGITS = 6
_MOST_DIGITS = 13
"""Significant digits that somebody types; numbers with more were worked out by a program."""
_MOST_BELOW_ONE = 11
"""The same of numbers below one, as shares that are computed have twelve."""
_MOST_WHOLE = 7
"""Digits before the decimal sign beyond which only those are written that tell the spread."""


_DOTS = 3000
_FEWEST_DOTS = 12
"""Dots that can be drawn without making anyone wait; more would hide each other."""


class Group(Value, frozen=True):
    """One group.

    Args:
        levels: its levels as typed, one per factor; what identifies it.
        labels: the names they are shown under.
        cells: its replicates and where they stand.
        summary: what they amount to.
    """

    levels: Levels
    labels: tuple[str, ...]
    cells: GroupCells
    summary: Summary

    @property
    def n(self) -> int:
        """Replicates counted."""
        return self.summary.n

    @property
    def is_empty(self) -> bool:
        """True when there is neither a value nor a mean."""
        return self.summary.mean is None

    @property
    def is_n_known(self) -> bool:
        """False for a mean that was given without its n."""
        return self.cells.given is None or self.cells.given.given_n is not None

    @property
    def missing(self) -> int:
        """Measurements that are not there."""
        return len(self.cells.missing)

    @property
    def name(self) -> str:
        """The labels in one line."""
        return ", ".join(self.labels)


class LevelInOrder(Value, frozen=True):
    """A level where it stands in the user's order.

    Args:
        level: it.
        label: the name it is shown under.
        written: the same in the notation of the figure: italic, raised, lowered.
    """

    level: Level
    label: str
    written: str


class FactorInOrder(Value, frozen=True):
    """A factor with its levels as shown: the user's order and labels."""

    factor: Factor
    levels: tuple[LevelInOrder, ...]

    @property
    def title(self) -> str:
        """Name with unit in parentheses."""
        return with_unit(self.factor.name, self.factor.unit)


def with_unit(name: str, unit: str) -> str:
    """A name with its unit in parentheses, if it has one."""
    return f"{name} ({unit})" if unit else name


class Groups(Value, frozen=True):
    """All groups of a question in the user's order, with what they are called.

    Args:
        measurements: what they were made from.
        factors: the factors with their levels in shown order.
        shown: the groups in shown order.
        choices: what was chosen about levels.
    """

    measurements: Measurements
    factors: tuple[FactorInOrder, ...]
    shown: tuple[Group, ...]
    choices: LevelChoices

    @cached_property
    def as_read(self) -> tuple[Group, ...]:
        """The groups in reading order, which no reordering touches."""
        return tuple(self.group(cells.levels) for cells in self.measurements.groups)

    @cached_property
    def with_values(self) -> tuple[Group, ...]:
        """The groups that have a value, in reading order."""
        return tuple(group for group in self.as_read if not group.is_empty)

    @cached_property
    def _by_levels(self) -> dict[Levels, Group]:
        return {group.levels: group for group in self.shown}

    def group(self, levels: Levels) -> Group:
        """The group with these levels; KeyError when there is none."""
        return self._by_levels[levels]

    def find(self, levels: Levels) -> Group | None:
        """The group with these levels, or None."""
        return self._by_levels.get(levels)

    @property
    def outcome_title(self) -> str:
        """The outcome with its unit."""
        return with_unit(self.measurements.outcome.name, self.measurements.outcome.unit)

    @property
    def log_base(self) -> float | None:
        """The base of the logarithms that the values are, None where they are none."""
        return log_base(self.measurements.adjustments)

    @property
    def plain_unit(self) -> str:
        """The unit of the measurements before logarithms were taken."""
        measurements = self.measurements
        return unit_before_logarithms(measurements.outcome.unit, measurements.adjustments)

    @property
    def most_dots(self) -> int:
        """How many replicates of a group are drawn, that all groups can be drawn at once."""
        return max(_FEWEST_DOTS, min(500, _DOTS // max(1, len(self.shown))))


class ShownGroups(Groups, frozen=True):
    """The groups with what stands for each on lanes and figure, and how numbers are written.

    Args:
        heights: what stands for each group, with its error bar.
        numbers: how numbers are written.
        hidden: the groups that are not on the figure.
    """

    heights: Heights
    numbers: NumberChoices
    hidden: tuple[Levels, ...]

    def height(self, group: Group) -> float | None:
        """What stands for a group on the figure; None where it is undefined."""
        return self.heights.value(group.levels)

    def error_bar(self, group: Group) -> ErrorBarEnds | None:
        """The chosen error bar of a group; None where it cannot be or none is wanted."""
        return self.heights.error_bar(group.levels)

    def geometric(self, group: Group) -> GeometricSummary | None:
        """The geometric summary of a group; None where a value is zero or negative."""
        return self.heights.geometric(group.levels)

    def share(self, group: Group) -> Share | None:
        """Cases on the chosen side of the threshold; None without threshold or values."""
        return self.heights.share(group.levels)

    @property
    def shown_unit(self) -> str:
        """The unit of heights and replicates on the axis."""
        return self.measurements.outcome.unit if self.axis_base is None else self.plain_unit

    @property
    def threshold_on_axis(self) -> float | None:
        """Where the threshold of shares stands among the values as they count."""
        threshold, base = self.heights.choices.threshold, self.log_base
        if threshold is None or base is None:
            return threshold
        return math.log(threshold) / math.log(base) if threshold > 0 else None

    @property
    def on_figure(self) -> tuple[Group, ...]:
        """The groups that stand on the figure."""
        return tuple(group for group in self.shown if group.levels not in self.hidden)

    def as_shown(self, values: Sequence[float]) -> tuple[float, ...]:
        """Values on the scale of the axis: logarithms taken back where heights are."""
        return taken_back(values, self.axis_base)

    @property
    def axis_base(self) -> float | None:
        """The base by which logarithms are taken back for the axis; None where none are."""
        return self.log_base if self.heights.height is Height.GEOMETRIC_MEAN else None

    def confidence_interval(self, group: Group) -> Interval | None:
        """The CI of a group's mean at the chosen level."""
        return group.summary.confidence_interval(self.heights.choices.level)

    @cached_property
    def decimals(self) -> int:
        """Decimals for all statistics of the question; below 0 tens, hundreds and so on."""
        choice, typed = self.numbers.decimals, self._typed_decimals
        if choice is Decimals.FIXED:
            return self.numbers.fixed
        wanted = typed + 1 if choice is Decimals.ONE_MORE else typed
        largest = max((abs(g.summary.mean) for g in self.shown if g.summary.mean), default=0.0)
        whole_digits = math.floor(math.log10(largest)) + 1 if largest >= 1 else 1
        significant = _SIGNIFICANT_DIGITS - whole_digits
        if whole_digits > _MOST_WHOLE and self._spread_digits <= significant:
            return self._spread_digits
        return max(0, min(wanted, max(typed, significant)))

    @property
    def _spread_digits(self) -> int:
        """Decimals, or tens below 0, by which three digits of the smallest SD are told.

        Where nothing spreads, six digits of the largest mean.
        """
        spreads = [g.summary.standard_deviation or 0.0 for g in self.shown]
        spread = min((found for found in spreads if found), default=0.0)
        if spread:
            return 2 - math.floor(math.log10(spread))
        largest = max((abs(g.summary.mean) for g in self.shown if g.summary.mean), default=1.0)
        return _SIGNIFICANT_DIGITS - 1 - math.floor(math.log10(largest))

    @cached_property
    def _typed_decimals(self) -> int:
        """Decimals as typed; where a program worked the numbers out, what shows their spread."""
        typed = self.measurements.decimals
        summaries = [group.summary for group in self.shown]
        spread = max((s.standard_deviation or 0.0 for s in summaries), default=0.0)
        largest = max((abs(s.mean) for s in summaries if s.mean), default=0.0) or spread
        whole_digits = math.floor(math.log10(largest)) + 1 if largest else 1
        most = _MOST_DIGITS if whole_digits > 0 else _MOST_BELOW_ONE
        if typed + whole_digits <= most:
            return typed
        if not spread:
            return max(0, _SIGNIFICANT_DIGITS - whole_digits)
        return max(0, 1 - math.floor(math.log10(spread)))

    @property
    def ns(self) -> tuple[int, int]:
        """The smallest and the largest n on the figure."""
        counts = [group.n for group in self.on_figure if group.is_n_known]
        return min(counts, default=0), max(counts, default=0)


def heights_of(groups: Groups, choices: HeightChoices) -> Heights:
    """What stands for each group, with its error bar."""
    return Heights(
        choices,
        groups.log_base,
        tuple((group.levels, group.cells, group.summary) for group in groups.shown),
        are_subjects=groups.measurements.units.is_same,
    )


def shown_groups(
    groups: Groups, heights: Heights, numbers: NumberChoices, hidden: tuple[Levels, ...]
) -> ShownGroups:
    """The groups as they are shown."""
    return ShownGroups(
        groups.measurements,
        groups.factors,
        groups.shown,
        groups.choices,
        heights,
        numbers,
        hidden,
    )


def taken_back(values: Sequence[float], base: float | None) -> tuple[float, ...]:
    """Logarithms to a base as the numbers they are of; other values as they are."""
    return tuple(values) if base is None else tuple(base**value for value in values)


def _in_order(factor: Factor, text: str, choices: LevelChoices) -> LevelInOrder:
    """A level with the name that somebody wrote for it, else its own."""
    level, written = factor.level(text), choices.label(factor.variable, text)
    if written == text:
        return LevelInOrder(level, level.label, escaped(level.label))
    return LevelInOrder(level, plain(written) or written, written)


def groups_of(
    measurements: Measurements, choices: LevelChoices, before: Groups | None = None
) -> Groups:
    """The groups from what was measured and what was chosen about levels.

    Groups of `before` whose values are the same keep their summaries, so that one changed
    cell costs one group.
    """
    if before is not None and _has_same_levels(before, measurements, choices):
        return _with_cells(before, measurements, choices)
    known: dict[Levels, Group] = {}
    if before is not None and before.measurements.origin == measurements.origin:
        known = {group.levels: group for group in before.shown}
    factors = tuple(
        FactorInOrder(
            factor,
            tuple(
                _in_order(factor, text, choices)
                for text in choices.ordered(factor.variable, factor.level_texts_in_order)
            ),
        )
        for factor in measurements.factors
    )
    cells = {group.levels: group for group in measurements.groups}
    shown: list[Group] = []
    for combination in product(*(factor.levels for factor in factors)):
        levels = tuple(part.level.text for part in combination)
        if (found := cells.get(levels)) is not None:
            labels = tuple(part.label for part in combination)
            summary = _known_summary(found, known.get(levels))
            if summary is None:
                summary = _summary(found, measurements.origin)
            shown.append(Group(levels, labels, found, summary))
    return Groups(measurements, factors, tuple(shown), choices)


def _has_same_levels(before: Groups, measurements: Measurements, choices: LevelChoices) -> bool:
    """True when only values can differ from the groups before."""
    was = before.choices
    return (
        before.measurements.factors is measurements.factors
        and before.measurements.origin == measurements.origin
        and (was.orders, was.labels) == (choices.orders, choices.labels)
    )


def _with_cells(before: Groups, measurements: Measurements, choices: LevelChoices) -> Groups:
    """The groups before with the cells of these measurements."""
    cells = {group.levels: group for group in measurements.groups}
    shown = tuple(
        group
        if group.cells is cells[group.levels]
        else replace(
            group,
            cells=cells[group.levels],
            summary=_known_summary(cells[group.levels], group)
            or _summary(cells[group.levels], measurements.origin),
        )
        for group in before.shown
    )
    return Groups(measurements, before.factors, shown, choices)


def _known_summary(cells: GroupCells, before: Group | None) -> Summary | None:
    """The summary of a group whose values have not changed."""
    if before is None or cells.given is not None or before.cells.given is not None:
        return None
    old = before.cells
    is_same = np.array_equal(cells.replicates, old.replicates) and (
        cells.shifted is old.shifted
        or (
            cells.shifted is not None
            and old.shifted is not None
            and np.array_equal(cells.shifted, old.shifted)
        )
    )
    return before.summary if is_same else None


def _summary(cells: GroupCells, origin: Decimal) -> Summary:
    if cells.given is not None:
        return cells.given
    return Summary(cells.replicates, cells.shifted, origin)


def names_of(groups: Iterable[Group]) -> str:
    """Group names for a message: “0”, “2” and “8”."""
    quoted = [f"“{group.name}”" for group in groups]
    if len(quoted) < 2:
        return "".join(quoted)
    return f"{', '.join(quoted[:-1])} and {quoted[-1]}"
