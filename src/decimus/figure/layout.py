"""The page of a figure: its plots, and beside them differences on the same scale where wanted."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

from msgspec.structs import replace

from decimus.analysis.outcomes import are_together, shown_outcomes
from decimus.analysis.results import Results
from decimus.figure.axes import data_range
from decimus.figure.content import Content, content_of
from decimus.figure.marks import Mark, Measure, Page, shifted
from decimus.figure.pages.magnified import enlarged, magnification, reduced
from decimus.figure.pages.titles import below_title, titled
from decimus.figure.pages.typefaces import measured_in, set_in
from decimus.figure.scales import tick_step
from decimus.figure.single_pages import Laid, laid
from decimus.terms import Orientation

_LEAST_SHARE = 0.3
"""Of the page, that the differences take at least, and the groups too."""
_TRIES = 6
_SAME = 1e-9
_AIR = 0.04
"""Above and below differences, as a share of their range."""


@lru_cache(maxsize=2)
def page_of(results: Results, measure: Measure) -> Page:
    """The figure of these results as a page. Raises InputError where there are none.

    Kept as long as what it shows is the same: screen, file and clipboard show the same page.

    Args:
        results: what to show.
        measure: how much room a text takes.
    """
    every = shown_outcomes(results)
    contents = tuple(content_of(each) for each in every)
    together = are_together(results)

    def made() -> Page:
        times = magnification(contents[0].look.style)
        typeface = contents[0].look.style.typeface
        sized = measured_in(measure, typeface)
        smaller = tuple(below_title(reduced(content, times), sized) for content in contents)
        page = titled(_untitled(every, smaller, sized, together=together), smaller[0], sized)
        return enlarged(set_in(page, typeface), times)

    return results.kept("page", (*contents, together, measure), made)


def _untitled(
    every: Sequence[Results], contents: Sequence[Content], measure: Measure, *, together: bool
) -> Page:
    """The page of one or several outcomes, without what stands above it."""
    if len(every) == 1:
        return laid_out(contents[0], measure)
    from decimus.figure.pages import outcomes

    if together:
        return laid(outcomes.together(every, contents), measure).page
    return outcomes.apart(every, contents, measure)


def laid_out(content: Content, measure: Measure) -> Page:
    """The page for a content: of the size asked for, or as large as names and lines need."""
    if content.beside is None:
        return laid(content, measure).page
    return _together(content, content.beside, measure)


def _together(content: Content, beside: Content, measure: Measure) -> Page:
    """Groups and their differences on one scale: side by side, or sideways one below the other.

    A unit is as long in both. Where the differences need a longer axis than the groups have,
    that of the groups is made longer.
    """
    style = content.look.style
    orientation = content.choices.orientation or content.chart.orientation
    is_sideways = orientation is Orientation.SIDEWAYS
    share = _share(content, beside)
    size = style.height_mm if is_sideways else style.width_mm
    first = _sized(content, is_sideways, size * (1 - share), orientation)
    second = _sized(beside, is_sideways, size * share, orientation)
    for _ in range(_TRIES):
        groups = laid(first, measure)
        trial = laid(second, measure)
        per_unit = abs(groups.scale.end - groups.scale.start) / _span(groups)
        length = abs(trial.scale.end - trial.scale.start)
        low, high = _needed(beside)
        if length / per_unit >= (high - low) * (1 - 1e-9):
            break
        # The differences need more units than there is length for: the groups' axis grows.
        longer = groups.scale.low + _span(groups) * (high - low) * per_unit / length
        first = replace(first, exact=(groups.scale.low, longer))
    for _ in range(_TRIES):
        # The numbers of the axis decide how long it is, and its length which numbers there are.
        exact = _around(low, high, length / per_unit)
        differences = laid(replace(second, exact=exact), measure)
        found = abs(differences.scale.end - differences.scale.start)
        if abs(found - length) < _SAME:
            break
        length = found
    return _joined(groups.page, differences.page, is_sideways=is_sideways)


def _share(content: Content, beside: Content) -> float:
    """How much of the page the differences get: by how many places stand there and here."""
    here = sum(len(panel.places) for panel in content.panels)
    there = sum(len(panel.places) for panel in beside.panels)
    share = there / max(1, here + there)
    return min(max(share, _LEAST_SHARE), 1 - _LEAST_SHARE)


def _sized(content: Content, is_sideways: bool, size: float, orientation: Orientation) -> Content:
    style = content.look.style
    part = replace(style, height_mm=size) if is_sideways else replace(style, width_mm=size)
    choices = replace(content.choices, orientation=orientation)
    return replace(content, look=replace(content.look, style=part), choices=choices, beside=None)


def _span(page: Laid) -> float:
    return page.scale.high - page.scale.low


def _needed(beside: Content) -> tuple[float, float]:
    """The values that the axis of differences has to cover, with a little air."""
    values = beside.values()
    if not values:
        return data_range(beside)
    air = (max(values) - min(values)) * _AIR
    return min(values) - air, max(values) + air


def _around(low: float, high: float, span: float) -> tuple[float, float]:
    """An axis of exactly so many units that covers [low, high], begun at a round number."""
    step = tick_step(span, 6)
    start = low - (span - (high - low)) / 2
    rounded = round(start / step) * step
    if rounded <= low and rounded + span >= high:
        start = rounded
    return start, start + span


def _joined(first: Page, second: Page, *, is_sideways: bool) -> Page:
    """Two pages as one: the second to the right, or below."""
    notes = tuple(dict.fromkeys((*first.notes, *second.notes)))
    if is_sideways:
        up = second.height_mm
        marks: list[Mark] = [shifted(mark, 0.0, up) for mark in first.marks]
        width = max(first.width_mm, second.width_mm)
        plots = tuple(plot.shifted(0.0, up) for plot in first.plots)
        return Page(width, first.height_mm + up, (*marks, *second.marks), notes, plots)
    height = max(first.height_mm, second.height_mm)
    marks = [shifted(mark, 0.0, height - first.height_mm) for mark in first.marks]
    marks += [shifted(mark, first.width_mm, height - second.height_mm) for mark in second.marks]
    plots = tuple(plot.shifted(0.0, height - first.height_mm) for plot in first.plots)
    return Page(first.width_mm + second.width_mm, height, tuple(marks), notes, plots)
