"""The value axis and what stands above the groups, such that both fit into their plots.

A line at the place of a value v, c mm above it, fits into a plot of H mm where
share(v) · H + c ≤ H. So the end of the axis follows from v and c; where it was chosen by hand, the
length that the axis may have. Which line hangs on what can change with the axis, so the solution is
tried, and solved once more from what is found then.
"""

from __future__ import annotations

from collections.abc import Sequence

from decimus.figure.annotations import Placed, Wanted, placed_annotations, wanted_annotations
from decimus.figure.axes import ValueAxis, data_range, value_axis
from decimus.figure.bands import Bands
from decimus.figure.content import Content
from decimus.figure.frames import Frame
from decimus.figure.plots import Plot
from decimus.figure.text import Typesetter
from decimus.values import Value

_LEAST_FOR_DATA = 0.4
"""Share of a plot that the data keep, however many lines stand above them."""
_TRIES = 8
_LEAST_LEFT = 0.05
"""Where lines leave less of a plot no axis helps: the page has to grow."""
_SLACK = 1e-6


class FittedPlot(Value, frozen=True):
    """A plot with its axis and what stands above its groups."""

    plot: Plot
    axis: ValueAxis
    placed: Placed


class Fit(Value, frozen=True):
    """All plots, and the mm that each lacks along values and along the group axis."""

    plots: tuple[FittedPlot, ...]
    missing: float
    narrow: float = 0.0


def fitted(
    content: Content, frames: Sequence[Frame], standing: Sequence[Bands], type_: Typesetter
) -> Fit:
    """Axes and comparison lines of all panels, on one range of values.

    The axis grows upwards until it covers the lines; where its end was chosen by hand, it is
    drawn shorter instead and the lines stand above it.

    Args:
        content: what the figure shows.
        frames: the plot areas, all of one height.
        standing: where groups stand in each.
        type_: sets the texts of lines.
    """
    low, high = data_range(content)
    data_high = high
    full = length = frames[0].height
    wanted: list[Wanted] = []
    plots: tuple[FittedPlot, ...] = ()
    for _ in range(_TRIES):
        bare = _plots(content, frames, standing, (low, high), length, type_)
        wanted = wanted or [wanted_annotations(plot, type_) for plot, _ in bare]
        plots = tuple(
            FittedPlot(plot, axis, placed_annotations(each, axis.scale, content))
            for (plot, axis), each in zip(bare, wanted, strict=True)
        )
        if all(each.placed.top <= each.plot.frame.high for each in plots):
            return Fit(plots, 0.0, _narrow(plots))
        share = plots[0].axis.scale.share(data_high)
        if content.choices.value_to is not None:
            length = min(_length_for(each, full) for each in plots)
            if length < _LEAST_FOR_DATA * full:
                break
        else:
            found = _high_for(plots, full)
            if share < _LEAST_FOR_DATA or found is None:
                break
            high = found
    return Fit(plots, _missing(plots, full, data_high), _narrow(plots))


def _plots(
    content: Content,
    frames: Sequence[Frame],
    standing: Sequence[Bands],
    covered: tuple[float, float],
    length: float,
    type_: Typesetter,
) -> list[tuple[Plot, ValueAxis]]:
    """The plots on an axis that covers a range and is so long, in mm."""
    found = []
    for frame, band, marks in zip(frames, standing, content.marks, strict=True):
        width_of = type_.width_of if frame.turn.is_sideways else None
        axis = value_axis(content, *covered, frame.low, frame.low + length, width_of)
        seen = tuple(part for mark in marks if (part := band.within(mark)) is not None)
        found.append((Plot(content, frame, axis.scale, band, seen), axis))
    return found


def _over(each: FittedPlot) -> list[tuple[float, float]]:
    """The mm that each line reaches above what it hangs on, and the share of the axis below."""
    scale = each.axis.scale
    found = []
    for top, value in each.placed.tops:
        place = scale.clamped(value)
        found.append((top - place, (place - scale.start) / (scale.end - scale.start)))
    return found


def _high_for(plots: Sequence[FittedPlot], full: float) -> float | None:
    """The end of the axis with which all lines fit; None where there is none."""
    found = []
    for each in plots:
        for (over, share), (_, value) in zip(_over(each), each.placed.tops, strict=True):
            left = (full - over - _SLACK) / full
            if left <= _LEAST_LEFT:
                return None
            if share > 0:
                found.append(each.axis.scale.high_for(value, left))
    return max(found, default=None)


def _length_for(each: FittedPlot, full: float) -> float:
    """The length of the axis with which all lines fit above it."""
    lengths = [(full - over - _SLACK) / share for over, share in _over(each) if share > 0]
    return min([full, *lengths])


def _narrow(plots: Sequence[FittedPlot]) -> float:
    """The mm by which a text over a group or a line is wider than its plot."""
    found = [0.0]
    for each in plots:
        texts = [text.wanted.room[0] for text in each.placed.texts]
        texts += [line.wanted.text.along for line in each.placed.lines]
        found += [width - each.plot.frame.width for width in texts]
    return max(found)


def _missing(plots: Sequence[FittedPlot], full: float, data_high: float) -> float:
    """How much taller plots have to be for lines to fit while the data keep their share."""
    needed = full
    for each in plots:
        data_share = each.axis.scale.share(data_high)
        for over, share in _over(each):
            kept = min(share * _LEAST_FOR_DATA / data_share, 0.95) if data_share > 0 else 0.0
            needed = max(needed, over / (1 - kept))
    return needed - full
