"""A panel's plot: its frame, its scales, and its marks turned from data into mm."""

from __future__ import annotations

from functools import cached_property
from itertools import pairwise
from typing import assert_never

from msgspec.structs import replace

from decimus.charts.data import CurveMark
from decimus.charts.marks import (
    AcrossMark,
    BarMark,
    BoxMark,
    DifferenceMark,
    DotsMark,
    IntervalMark,
    LevelMark,
    PathMark,
    PathRole,
    PointMark,
    SceneMark,
    Spot,
    reach,
)
from decimus.charts.styles import Origin, Style
from decimus.figure.bands import Bands, Slot
from decimus.figure.content import Content
from decimus.figure.errors_across import DASH_OF, ErrorsAcross
from decimus.figure.frames import Frame
from decimus.figure.ground import Obstacle
from decimus.figure.intervals import interval_marks
from decimus.figure.marks import INK, MM_PER_POINT, Mark, Shape
from decimus.figure.palettes import PAPER, blended
from decimus.figure.replicate_dots import ReplicateDots
from decimus.figure.scales import Scale
from decimus.figure.tips import HEIGHT, tips
from decimus.study.targets import (
    AnyTarget,
    FitAt,
    GroupAt,
    Levels,
    PairAt,
)
from decimus.terms import PointShape
from decimus.values import Value

_CAP_SHARE = 0.16
_SMALLEST_POINT = 0.7
"""Marks of places close together stay large enough to be seen, even where they touch."""
_ASIDE_SHARE = 0.17
_STRONG = 2.3
"""How much heavier an interval is that stands for its group by itself."""
_SUBJECT_PT = 0.5
_SUBJECT = "#98938a"
_LEVEL_SHARE = 0.36
"""Half of a short line across a group's place."""
_PIECES = 8
"""Of a line between two places, as comparison lines see it."""
SHAPES = (
    Shape.CIRCLE,
    Shape.SQUARE,
    Shape.TRIANGLE,
    Shape.DIAMOND,
    Shape.TIP_DOWN,
    Shape.CROSS,
)
_OF_POINTS: dict[PointShape, Shape | None] = {
    PointShape.USUAL: None,
    PointShape.CIRCLE: Shape.CIRCLE,
    PointShape.SQUARE: Shape.SQUARE,
    PointShape.TRIANGLE: Shape.TRIANGLE,
    PointShape.DIAMOND: Shape.DIAMOND,
    PointShape.CROSS: Shape.CROSS,
}
"""Shapes that were chosen; the usual one is that of the level."""
HATCHES = ("", "////", "....", "xxx", "---", "\\\\\\\\")
DASHES: tuple[tuple[float, ...], ...] = (
    (),
    (1.7, 0.9),
    (0.5, 0.8),
    (2.6, 0.8, 0.5, 0.8),
    (0.9, 0.6),
    (3.2, 1.2),
)
"""Signs, hatches and dashes (mm) of levels of the second factor, in turn."""


class Plot(Value, frozen=True):
    """A panel with places for its values and groups.

    Args:
        content: what the figure shows.
        frame: the plot area.
        scale: along values.
        bands: along the group axis.
        marks: what is drawn there.
    """

    content: Content
    frame: Frame
    scale: Scale
    bands: Bands
    marks: tuple[SceneMark, ...]

    @property
    def middles(self) -> dict[Levels, float]:
        """Where the middle of each group that is drawn stands along the group axis."""
        return {
            mark.levels: self.bands.slot(mark.spot).middle
            for mark in self.marks
            if not isinstance(mark, PathMark | CurveMark | DifferenceMark)
        }

    @property
    def obstacles(self) -> tuple[Obstacle, ...]:
        """What comparison lines keep clear of."""
        return tuple(each for mark in self.marks for each in self._obstacles(mark))

    @property
    def drawn(self) -> list[Mark]:
        """All marks of its groups on the page, from the lowest to the topmost."""
        return [each for mark in self.marks for each in self._drawn(mark)]

    @property
    def has_short_bars(self) -> bool:
        """Whether an error bar of some length is hidden by its own point."""
        radii = {
            mark.levels: self.point_radius(
                mark.levels, self.bands.slot(mark.spot), is_aside=bool(mark.spot.aside)
            )
            for mark in self.marks
            if isinstance(mark, PointMark)
        }
        return any(
            0 < self._length(mark) < radii[mark.levels]
            for mark in self.marks
            if isinstance(mark, IntervalMark) and mark.levels in radii
        )

    def _length(self, mark: IntervalMark) -> float:
        """How far an error bar reaches from its middle, in mm."""
        middle = self.scale.clamped(mark.middle)
        ends = (end for end in (mark.lower, mark.upper) if end is not None)
        return max((abs(self.scale.clamped(end) - middle) for end in ends), default=0.0)

    @cached_property
    def replicates(self) -> ReplicateDots:
        """The single values of the plot."""
        marks = tuple(mark for mark in self.marks if isinstance(mark, DotsMark))
        return ReplicateDots(self.content, self.frame, self.scale, self.bands, marks)

    @cached_property
    def across(self) -> ErrorsAcross:
        """The errors of amounts along the group axis."""
        marks = tuple(mark for mark in self.marks if isinstance(mark, AcrossMark))
        return ErrorsAcross(self.content, self.frame, self.scale, self.bands, marks)

    def _drawn(self, mark: SceneMark) -> list[Mark]:  # noqa: PLR0911 - one for each kind of mark
        """The marks on the page for a mark of the scene."""
        match mark:
            case BarMark():
                return self._bar(mark)
            case IntervalMark():
                return self._interval(mark)
            case AcrossMark():
                return self.across.drawn(mark)
            case PointMark():
                return self._point(mark)
            case LevelMark():
                return self._level(mark)
            case BoxMark():
                return self._box(mark)
            case DotsMark():
                return self.replicates.drawn(mark)
            case PathMark():
                return self._path(mark)
            case CurveMark():
                return self._curve(mark)
            case DifferenceMark():
                return self._difference(mark)
            case _ as other:
                assert_never(other)

    def _obstacles(self, mark: SceneMark) -> list[Obstacle]:
        match mark:
            case PathMark():
                return self._under_path(mark)
            case CurveMark():
                return self._under_curve(mark)
            case BarMark():
                reached = [(mark.start, 0.0), (mark.end, 0.0)]
            case IntervalMark():
                reached = [] if mark.upper is None else [(mark.upper, 0.0)]
            case PointMark():
                reached = [(mark.value, self._style(mark.levels).point_mm / 2)]
            case AcrossMark():
                return self.across.obstacles(mark)
            case LevelMark():
                reached = [(mark.value, 0.0)]
            case BoxMark():
                reached = [(mark.box.upper_whisker, 0.0)]
            case DotsMark():
                seen = [value for value in mark.values if self.scale.covers(value)]
                over = self._style(mark.levels).replicate_mm / 2
                ends = [e.upper for e in mark.errors if e is not None and e.upper is not None]
                tops = [end for end in ends if self.scale.covers(end)]
                reached = [(max(seen), over)] if seen else []
                reached += [(max(tops), 0.0)] if tops else []
            case DifferenceMark():
                reached = []
            case _ as other:
                assert_never(other)
        slot = self.bands.slot(mark.spot)
        if any(value < self.scale.low for value in reach(mark)) and not isinstance(mark, BarMark):
            # What lies below the axis has a tip at its end.
            reached.append((self.scale.low, HEIGHT))
        return [Obstacle(slot.start, slot.end, value, over) for value, over in reached]

    def _under_path(self, mark: PathMark) -> list[Obstacle]:
        """A line from place to place, in pieces that are as high as their higher end."""
        middles = [self.bands.slot(spot).middle for spot in mark.spots]
        found = []
        for (a, start), (b, end) in pairwise(zip(middles, mark.values, strict=True)):
            for piece in range(_PIECES):
                first, last = piece / _PIECES, (piece + 1) / _PIECES
                sides = sorted((a + first * (b - a), a + last * (b - a)))
                value = max(start + first * (end - start), start + last * (end - start))
                found.append(Obstacle(sides[0], sides[1], value))
        return found

    def _style(self, levels: Levels) -> Style:
        return self.content.look.of(levels)

    def _is_by_rule(self, field: str, levels: Levels) -> bool:
        return self.content.look.origin(field, levels) is Origin.RULE

    def _colour(self, levels: Levels) -> str:
        """The colour of a group's mark, thinned by its opacity on paper."""
        return blended(self.content.colours[levels], PAPER, 1 - self._style(levels).mark_opacity)

    def _sign_of(self, spot: Spot) -> int:
        """Which of the signs of the second factor a group has; the first where none is needed."""
        return spot.member if self.content.look.style.by_signs else 0

    def _bar(self, mark: BarMark) -> list[Mark]:
        slot, style = self.bands.slot(mark.spot), self._style(mark.levels)
        ends = sorted((self.scale.clamped(mark.start), self.scale.clamped(mark.end)))
        turn, length = self.frame.turn, ends[1] - ends[0]
        sign = self.content.series.get(mark.levels, 0) if style.by_signs else 0
        box = turn.box(
            slot.start, ends[0], slot.width, length, self._colour(mark.levels), GroupAt(mark.levels)
        )
        outlined = replace(box, outline_pt=style.outline_pt, hatch=HATCHES[sign % len(HATCHES)])
        # Where a bar begins is no value of its own.
        low = mark.end if mark.end < mark.start else None
        cut = tips(
            self.frame, self.scale, slot, (max(mark.start, mark.end), low), GroupAt(mark.levels)
        )
        return [outlined, *cut]

    def _point(self, mark: PointMark) -> list[Mark]:
        by_level = SHAPES[self._sign_of(mark.spot) % len(SHAPES)]
        shape = _OF_POINTS[self._style(mark.levels).point_shape] or by_level
        slot, target = self.bands.slot(mark.spot), GroupAt(mark.levels)
        if not self.scale.covers(mark.value):
            return tips(
                self.frame, self.scale, slot, (mark.value, mark.value), GroupAt(mark.levels)
            )
        radius = self.point_radius(mark.levels, slot, is_aside=bool(mark.spot.aside))
        place = (slot.middle, self.scale.at(mark.value))
        colour, style = self._colour(mark.levels), self._style(mark.levels)
        line = (style.outline_pt, INK if style.outline_pt else colour)
        return [self.frame.turn.dots([place], radius, colour, *line, target, (), shape)]

    def point_radius(self, levels: Levels, slot: Slot, *, is_aside: bool = False) -> float:
        """The radius of a group's point: as chosen, by rule smaller where room is scarce."""
        radius = self._style(levels).point_mm / 2
        if self._is_by_rule("point_mm", levels):
            # Beside the middle of its place there is less room on one side.
            share = _ASIDE_SHARE if is_aside else 1 / 3
            return max(min(radius, slot.width * share), min(_SMALLEST_POINT, slot.width / 2))
        return radius

    def _interval(self, mark: IntervalMark) -> list[Mark]:
        if mark.levels in self.across.boxed:
            return []
        style = self._style(mark.levels)
        own = self.content.colours[mark.levels]
        colour = {"ink": own if mark.is_strong else INK, "mark": own}.get(
            style.error_bar_colour, style.error_bar_colour
        )
        weight = style.error_bar_pt * (_STRONG if mark.is_strong else 1.0)
        ends = (mark.middle, mark.lower, mark.upper)
        slot = self.bands.slot(mark.spot)
        return self._error_bar(slot, ends, mark.levels, GroupAt(mark.levels), weight, colour)

    def _error_bar(
        self,
        slot: Slot,
        ends: tuple[float, float | None, float | None],
        levels: Levels,
        target: AnyTarget,
        weight: float,
        colour: str = INK,
    ) -> list[Mark]:
        """An error bar with short ends, centred on its mark, never past the axis.

        Args:
            slot: where it stands.
            ends: its middle, and how far it reaches; None for no such end.
            levels: whose look it has.
            target: what it belongs to.
            weight: in points.
            colour: of the lines.
        """
        turn, scale, style = self.frame.turn, self.scale, self._style(levels)
        middle, lower, upper = ends
        half = style.cap_mm / 2
        if self._is_by_rule("cap_mm", levels):
            half = min(slot.width * _CAP_SHARE, half)
        first = scale.clamped(middle if lower is None else lower)
        last = scale.clamped(middle if upper is None else upper)
        seen = [end for end in (lower, upper) if end is not None and scale.covers(end)]
        capped = seen if style.has_caps or first == last else []
        marks = interval_marks(
            turn,
            slot.middle,
            (first, last),
            [scale.at(end) for end in capped],
            half,
            weight,
            colour,
            target,
            DASH_OF[style.error_bar_dash],
        )
        high = middle if upper is None else upper
        low = middle if lower is None else lower
        return [*marks, *tips(self.frame, self.scale, slot, (high, low), GroupAt(levels))]

    def _level(self, mark: LevelMark) -> list[Mark]:
        if not self.scale.covers(mark.value) or mark.levels in self.across.crossed:
            return []
        slot, at = self.bands.slot(mark.spot), self.scale.at(mark.value)
        half = slot.width * (_CAP_SHARE if mark.is_narrow else _LEVEL_SHARE)
        half -= self._style(mark.levels).line_pt * MM_PER_POINT if mark.is_narrow else 0.0
        ends = ((slot.middle - half, at), (slot.middle + half, at))
        weight = 2 * self._style(mark.levels).line_pt
        return [self.frame.turn.stroke(*ends, weight, target=GroupAt(mark.levels))]

    def _box(self, mark: BoxMark) -> list[Mark]:
        """Whiskers with short ends, the box over them, the median and the mean in it."""
        slot, scale, turn, box = self.bands.slot(mark.spot), self.scale, self.frame.turn, mark.box
        target, style = GroupAt(mark.levels), self._style(mark.levels)
        ends = (box.median, box.lower_whisker, box.upper_whisker)
        marks = self._error_bar(slot, ends, mark.levels, target, style.error_bar_pt)
        low, high = scale.clamped(box.lower_quartile), scale.clamped(box.upper_quartile)
        colour, half = self._colour(mark.levels), slot.width / 2
        shape = turn.box(slot.start, low, slot.width, high - low, colour, target)
        hatch = HATCHES[self._sign_of(mark.spot) % len(HATCHES)]
        marks.append(replace(shape, outline_pt=style.outline_pt, hatch=hatch))
        if scale.covers(box.median):
            # The ends of a line stand out by half its thickness.
            weight = 2 * style.line_pt
            half -= weight * MM_PER_POINT / 2
            at = scale.at(box.median)
            across = ((slot.middle - half, at), (slot.middle + half, at))
            marks.append(turn.stroke(*across, weight, target=target))
        if mark.mean is not None and scale.covers(mark.mean):
            place = [(slot.middle, scale.at(mark.mean))]
            radius = min(style.point_mm * 0.4, slot.width / 4)
            look = (PAPER, style.line_pt, INK)
            marks.append(turn.dots(place, radius, *look, target, (), Shape.DIAMOND))
        return marks

    def _path(self, mark: PathMark) -> list[Mark]:
        """A line through the middles of places, as far as the axis covers it."""
        places = [
            (self.bands.slot(spot).middle, self.scale.clamped(value))
            for spot, value in zip(mark.spots, mark.values, strict=True)
        ]
        turn, target = self.frame.turn, GroupAt(mark.levels)
        has_colour = mark.spots[0].of > 1
        own = self.content.colours[mark.levels]
        if mark.role is PathRole.SUBJECT:
            return [turn.line(places, _SUBJECT_PT, own if has_colour else _SUBJECT, target)]
        dash = DASHES[self._sign_of(mark.spots[0]) % len(DASHES)]
        weight = self._style(mark.levels).join_pt
        return [turn.line(places, weight, own if has_colour else INK, target, dash)]

    def _curve(self, mark: CurveMark) -> list[Mark]:
        """A fitted line, where amounts stand at their true distance."""
        scale, along = self.scale, self.bands.scale
        if along is None:
            return []
        # The line goes through the points of its groups, which may stand beside others.
        place = self.bands.slot(Spot(0, mark.series, mark.count)).middle
        shift = place - self.bands.middles[0] if mark.count > 1 else 0.0
        places = [
            (along.at(amount) + shift, scale.at(value))
            for amount, value in zip(mark.amounts, mark.values, strict=True)
            if scale.covers(value) and along.covers(amount)
        ]
        if len(places) < 2:
            return []
        colour = self.content.colours[mark.levels] if mark.count > 1 else INK
        dash = DASHES[mark.series % len(DASHES)] if self.content.look.style.by_signs else ()
        weight = self._style(mark.levels).join_pt
        return [self.frame.turn.line(places, weight, colour, FitAt(str(mark.series)), dash)]

    def _under_curve(self, mark: CurveMark) -> list[Obstacle]:
        along = self.bands.scale
        if along is None:
            return []
        found = []
        for (a, start), (b, end) in pairwise(zip(mark.amounts, mark.values, strict=True)):
            sides = sorted((along.at(a), along.at(b)))
            found.append(Obstacle(sides[0], sides[1], max(start, end)))
        return found

    def _difference(self, mark: DifferenceMark) -> list[Mark]:
        slot, target = self.bands.slot(mark.spot), PairAt(mark.first, mark.second)
        style = self.content.look.style
        ends = (mark.estimate, mark.lower, mark.upper)
        bar = self._error_bar(slot, ends, (), target, style.error_bar_pt)
        if not self.scale.covers(mark.estimate):
            return bar
        place = (slot.middle, self.scale.at(mark.estimate))
        radius = style.point_mm / 2
        return [*bar, self.frame.turn.dots([place], radius, INK, 0.0, INK, target)]
