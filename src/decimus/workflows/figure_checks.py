"""What a journal asks of a figure, looked at before it is written."""

from __future__ import annotations

from collections.abc import Iterator

from decimus.analysis.outcomes import shown_outcomes
from decimus.analysis.remarks_on_figure import vague_title
from decimus.analysis.results import Results
from decimus.charts.styles import ResolvedStyle, style_of
from decimus.terms import ChartKind, Vision
from decimus.values import Value
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption

SMALLEST_PT, THINNEST_PT = 6.0, 0.25
LEAST_DIFFERENCE = 7.0
"""Between colours of levels, in units of CIE 1976."""
_SEEN = {
    Vision.USUAL: "as they are",
    Vision.GREY: "in greys",
    Vision.PROTANOPIA: "without red",
    Vision.DEUTERANOPIA: "without green",
    Vision.TRITANOPIA: "without blue",
}


class FigureCheck(Value, frozen=True):
    """Something that was looked at: whether it is as it should be, and in words how it is."""

    is_fine: bool
    words: str


def figure_checks(results: Results) -> tuple[FigureCheck, ...]:
    """The checks of a figure; those that found something first."""
    found = tuple(_checks(results))
    return (*(c for c in found if not c.is_fine), *(c for c in found if c.is_fine))


def _vague(results: Results) -> str:
    """The title of a value axis that says nothing of what was measured; "" for none such."""
    for each in shown_outcomes(results):
        if title := vague_title(each.groups, each.question.figure):
            return title
    return ""


def _checks(results: Results) -> Iterator[FigureCheck]:
    figure, resolved = results.question.figure, style_of(results.question.figure)
    style = resolved.style
    yield _title(results)
    if figure.value_title is None and results.groups.heights.height.is_of_outcome:
        units = [each.groups.shown_unit for each in shown_outcomes(results)]
        yield FigureCheck(
            all(units),
            "the unit stands in the axis title" if all(units) else "no unit in the axis title",
        )
    said = plain_text(caption(results))
    if "{error_bars}" in results.chart.words.shows and style.has_error_bars:
        yield _fine("the caption says what error bars are")
    has_n = f"n{results.numerals.equals}" in said
    yield FigureCheck(has_n, "n stands in the caption" if has_n else "n is not in the caption")
    if results.annotations.has_any:
        yield _fine("the test stands in the caption")
    elif results.chart.kind is not ChartKind.DIFFERENCES and results.comparison is not None:
        yield _fine("no test is drawn")
    yield from _colours(results, resolved)
    smallest = min(style.text_pt, style.comparison_pt)
    yield FigureCheck(
        smallest >= SMALLEST_PT,
        f"the smallest letters have {smallest:g} pt"
        + (f", journals ask for {SMALLEST_PT:g} or more" if smallest < SMALLEST_PT else ""),
    )
    thinnest = _thinnest(resolved)
    yield FigureCheck(
        thinnest >= THINNEST_PT,
        f"the thinnest line has {thinnest:g} pt"
        + (f", journals ask for {THINNEST_PT:g} or more" if thinnest < THINNEST_PT else ""),
    )


def _colours(results: Results, resolved: ResolvedStyle) -> Iterator[FigureCheck]:
    """Whether levels that colour tells apart can be told in print and by everybody."""
    from decimus.figure.content import content_of
    from decimus.figure.ink.vision import least_difference

    shades = [entry.colour for entry in content_of(results).key]
    if len(shades) < 2 or resolved.style.by_signs:
        return
    alike = [
        words
        for vision, words in _SEEN.items()
        if least_difference(shades, vision) < LEAST_DIFFERENCE
    ]
    if alike:
        yield _found(f"some colours look alike {' and '.join(alike)}: add signs beside colours")
    else:
        yield _fine("colours differ in greys and for every colour vision")


def _fine(words: str) -> FigureCheck:
    return FigureCheck(is_fine=True, words=words)


def _found(words: str) -> FigureCheck:
    return FigureCheck(is_fine=False, words=words)


def _title(results: Results) -> FigureCheck:
    figure = results.question.figure
    if figure.value_title == "":
        return _found("the value axis has no title")
    if vague := _vague(results):
        return _found(f"“{vague}” as axis title says nothing of what was measured")
    return _fine("the value axis says what was measured")


def _thinnest(resolved: ResolvedStyle) -> float:
    styles = (resolved.style, *resolved.exceptions.values())
    lines = [each.line_pt for each in styles] + [each.error_bar_pt for each in styles]
    return min(lines)
