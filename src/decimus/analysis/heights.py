"""What stands for each group on the figure, and how far its error bar reaches."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import cached_property

import numpy as np

from decimus.measurements.observations import GroupCells
from decimus.statistics.geometric import GeometricSummary, geometric_summary
from decimus.statistics.shares import Share
from decimus.statistics.summaries import GivenSummary, Summary
from decimus.statistics.within_subjects import WithinSubjects, within_subjects
from decimus.study.adjustments import AnyAdjustment, Logarithm
from decimus.study.questions import HeightChoices
from decimus.study.targets import Levels
from decimus.terms import Direction, ErrorBar, Height, Side
from decimus.values import Value

_LAST_DIGITS = 1e-12


class ErrorBarEnds(Value, frozen=True):
    """Where an error bar ends, in the unit of the axis; None where it has no such end."""

    lower: float | None
    upper: float | None


def log_base(adjustments: Sequence[AnyAdjustment]) -> float | None:
    """The base of the logarithms that values were adjusted to; None for none."""
    for adjustment in adjustments:
        if isinstance(adjustment, Logarithm):
            return float(adjustment.base) or math.e
    return None


class Heights:
    """Heights and error bars of groups, worked out when asked for.

    Args:
        choices: what is chosen.
        base: the base of the logarithms that the values are, None for plain values.
        groups: levels, cells and summary of every group.
        are_subjects: whether a unit's name in another group is the same unit again.
    """

    def __init__(
        self,
        choices: HeightChoices,
        base: float | None,
        groups: Sequence[tuple[Levels, GroupCells, Summary]],
        *,
        are_subjects: bool = False,
    ) -> None:
        self.choices = choices
        self._base = base
        self._are_subjects = are_subjects
        self._groups = {levels: (cells, summary) for levels, cells, summary in groups}
        self._geometric: dict[Levels, GeometricSummary | None] = {}
        self._shares: dict[Levels, Share | None] = {}
        self._possible: dict[ErrorBar, bool] = {}

    @property
    def height(self) -> Height:
        """What stands for a group."""
        return self.choices.height

    def _summary(self, levels: Levels) -> Summary:
        return self._groups[levels][1]

    def value(self, levels: Levels) -> float | None:
        """The height of a group: in the outcome's unit, a count, or a share in percent."""
        summary = self._summary(levels)
        match self.choices.height:
            case Height.MEAN:
                return summary.mean
            case Height.MEDIAN:
                return summary.median
            case Height.GEOMETRIC_MEAN:
                geometric = self.geometric(levels)
                return geometric.mean if geometric is not None else None
            case Height.COUNT:
                return float(summary.n)
            case Height.SHARE:
                share = self.share(levels)
                part = share.share if share is not None else None
                return None if part is None else 100 * part

    def error_bar(self, levels: Levels) -> ErrorBarEnds | None:
        """The chosen error bar; None where it cannot be or none is wanted."""
        found = self.ends(levels, self.choices.error_bar)
        if found is None:
            return None
        lower, upper = found
        direction = self.choices.direction
        return ErrorBarEnds(
            lower=None if direction is Direction.UP else lower,
            upper=None if direction is Direction.DOWN else upper,
        )

    def ends(self, levels: Levels, error_bar: ErrorBar) -> tuple[float, float] | None:
        """Both ends of an error bar on the chosen height; None where it cannot be."""
        match self.choices.height:
            case Height.MEAN:
                return self._on_mean(levels, error_bar)
            case Height.MEDIAN:
                return self._on_median(self._summary(levels), error_bar)
            case Height.GEOMETRIC_MEAN:
                return self._on_geometric_mean(levels, error_bar)
            case Height.SHARE if error_bar is ErrorBar.CONFIDENCE_INTERVAL:
                share = self.share(levels)
                found = share and share.confidence_interval(self.choices.level)
                return (100 * found.lower, 100 * found.upper) if found else None
            case Height.SHARE | Height.COUNT:
                return None

    def can_be(self, error_bar: ErrorBar) -> bool:
        """Whether any group has that error bar on the chosen height."""
        if error_bar not in self._possible:
            self._possible[error_bar] = any(
                self.ends(levels, error_bar) is not None for levels in self._groups
            )
        return self._possible[error_bar]

    def _on_mean(self, levels: Levels, error_bar: ErrorBar) -> tuple[float, float] | None:
        summary = self._summary(levels)
        mean = summary.mean
        if mean is None:
            return None
        if error_bar is ErrorBar.GIVEN:
            given = summary.given_lengths if isinstance(summary, GivenSummary) else None
            return None if given is None else (mean - given[0], mean + given[1])
        if error_bar is ErrorBar.RANGE:
            return _both(summary.minimum, summary.maximum)
        length = self._length(levels, summary, error_bar)
        return None if length is None else (mean - length, mean + length)

    def _length(self, levels: Levels, summary: Summary, error_bar: ErrorBar) -> float | None:
        """How far an error bar reaches to either side of the mean."""
        match error_bar:
            case ErrorBar.STANDARD_DEVIATION:
                return summary.standard_deviation
            case ErrorBar.STANDARD_ERROR:
                return summary.standard_error
            case ErrorBar.MULTIPLE_OF_SD:
                return _times(summary.standard_deviation, self.choices.factor)
            case ErrorBar.MULTIPLE_OF_SE:
                return _times(summary.standard_error, self.choices.factor)
            case ErrorBar.CONFIDENCE_INTERVAL:
                interval = summary.confidence_interval(self.choices.level)
                return None if interval is None else interval.half_width
            case ErrorBar.WITHIN_SE | ErrorBar.WITHIN_CI:
                within = self.within(levels)
                if within is None:
                    return None
                found, condition = within
                if error_bar is ErrorBar.WITHIN_SE:
                    return found.standard_errors[condition]
                return found.half_width(condition, self.choices.level)
            case ErrorBar.RANGE | ErrorBar.QUARTILES | ErrorBar.GIVEN | ErrorBar.NONE:
                return None

    def _on_median(self, summary: Summary, error_bar: ErrorBar) -> tuple[float, float] | None:
        if error_bar is ErrorBar.QUARTILES:
            return _both(summary.quantile(0.25), summary.quantile(0.75))
        if error_bar is ErrorBar.RANGE:
            return _both(summary.minimum, summary.maximum)
        return None

    def _on_geometric_mean(self, levels: Levels, error_bar: ErrorBar) -> tuple[float, float] | None:
        geometric = self.geometric(levels)
        if geometric is None or geometric.mean is None:
            return None
        if error_bar is ErrorBar.CONFIDENCE_INTERVAL:
            interval = geometric.confidence_interval(self.choices.level)
            return None if interval is None else (interval.lower, interval.upper)
        if error_bar is ErrorBar.STANDARD_DEVIATION:
            factor = geometric.standard_deviation
            return None if factor is None else (geometric.mean / factor, geometric.mean * factor)
        if error_bar is ErrorBar.RANGE:
            summary = self._summary(levels)
            ends = _both(summary.minimum, summary.maximum)
            if ends is None or self._base is None:
                return ends
            return self._base ** ends[0], self._base ** ends[1]
        return None

    def geometric(self, levels: Levels) -> GeometricSummary | None:
        """The geometric summary; None where a value is zero or negative, or none is known."""
        if levels not in self._geometric:
            self._geometric[levels] = geometric_summary(self._summary(levels), self._base)
        return self._geometric[levels]

    def share(self, levels: Levels) -> Share | None:
        """Cases on the chosen side of the threshold; None without threshold or values."""
        if levels not in self._shares:
            self._shares[levels] = self._counted(self._summary(levels))
        return self._shares[levels]

    def _counted(self, summary: Summary) -> Share | None:
        threshold, values = self.choices.threshold, summary.array
        if threshold is None or not len(values):
            return None
        is_at = np.equal(values, threshold)
        if self._base is not None:
            # A threshold is said in the unit of the measurements; taking logarithms and
            # taking them back moves the last digit.
            values = self._base**values
            is_at = np.abs(values - threshold) <= _LAST_DIGITS * abs(threshold)
        match self.choices.side:
            case Side.ABOVE:
                counted = (values > threshold) & ~is_at
            case Side.AT_LEAST:
                counted = (values > threshold) | is_at
            case Side.BELOW:
                counted = (values < threshold) & ~is_at
        return Share(int(np.count_nonzero(counted)), len(values))

    def within(self, levels: Levels) -> tuple[WithinSubjects, int] | None:
        """The within-subject errors of a group's conditions and which of them it is.

        None where subjects are not measured again, or fewer than two under all conditions.
        """
        return self._within.get(levels)

    @cached_property
    def _within(self) -> dict[Levels, tuple[WithinSubjects, int]]:
        found: dict[Levels, tuple[WithinSubjects, int]] = {}
        for members in self._conditions():
            by_unit = [
                dict(zip(cells.units, cells.values, strict=True))
                for cells, _ in (self._groups[levels] for levels in members)
            ]
            complete = [unit for unit in by_unit[0] if all(unit in values for values in by_unit)]
            table = np.array([[values[unit] for values in by_unit] for unit in complete])
            errors = within_subjects(table) if complete else None
            if errors is not None:
                found |= {levels: (errors, number) for number, levels in enumerate(members)}
        return found

    def _conditions(self) -> list[list[Levels]]:
        """Groups that share subjects, together: the conditions that each was measured under."""
        clusters: list[tuple[list[Levels], set[str]]] = []
        if not self._are_subjects:
            return []
        for levels, (cells, _) in self._groups.items():
            units = set(cells.units)
            if not units:
                continue
            members, names = [levels], units
            apart = []
            for cluster in clusters:
                if cluster[1] & names:
                    members, names = [*cluster[0], *members], names | cluster[1]
                else:
                    apart.append(cluster)
            clusters = [*apart, (members, names)]
        return [members for members, _ in clusters if len(members) > 1]


def _both(lower: float | None, upper: float | None) -> tuple[float, float] | None:
    return None if lower is None or upper is None else (lower, upper)


def _times(length: float | None, factor: float) -> float | None:
    return None if length is None else factor * length
