"""The title over a figure, its subtitle and its number."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.charts.styles import Style
from decimus.figure.content import Content
from decimus.figure.furniture import EDGE, GAP
from decimus.figure.marks import Face, Label, Measure, Page, Run
from decimus.figure.text import Align, Typesetter, written_runs
from decimus.notation import words
from decimus.study.questions import FigureChoices
from decimus.study.targets import Moved, TitleAt
from decimus.terms import TitleAlign
from decimus.wording.numbers import NBSP

_LARGER = 1.15
"""Letters of the title, beside those of the figure."""

Line = tuple[tuple[Run, ...], bool]
"""The runs of a line, and whether it is of the subtitle."""


def has_title(figure: FigureChoices) -> bool:
    """Whether something stands over the figure."""
    return bool(figure.title or figure.subtitle or figure.numbers_title)


def below_title(content: Content, measure: Measure) -> Content:
    """The content with as much height as a title leaves it."""
    if not has_title(content.choices):
        return content
    style = content.look.style
    room = _room(_lines(content.choices, style, style.width_mm, measure), style, measure)
    smaller = replace(style, height_mm=style.height_mm - room)
    return replace(content, look=replace(content.look, style=smaller))


def titled(page: Page, content: Content, measure: Measure) -> Page:
    """The page with its title above it."""
    figure, style = content.choices, content.look.style
    if not has_title(figure):
        return page
    lines = _lines(figure, style, page.width_mm, measure)
    height = page.height_mm + _room(lines, style, measure)
    is_middle = figure.title_align is TitleAlign.MIDDLE
    x, align = (page.width_mm / 2, Align.MIDDLE) if is_middle else (EDGE, Align.START)
    marks: list[Label] = []
    y = height - EDGE
    for runs, is_subtitle in lines:
        type_ = _typesetter(style, measure, is_subtitle=is_subtitle)
        extent = type_.extent(runs)
        y -= extent.ascent
        target = TitleAt(is_subtitle)
        hand = next((each for each in figure.moved if each.what == target), Moved(target))
        place = (x + hand.along_mm, y + hand.value_mm)
        marks.append(type_.line(runs, *place, align, target))
        y -= type_.line_height - extent.ascent
    return replace(page, height_mm=height, marks=(*page.marks, *marks))


def _typesetter(style: Style, measure: Measure, *, is_subtitle: bool) -> Typesetter:
    return Typesetter(measure, style.text_pt * (1.0 if is_subtitle else _LARGER))


def _lines(figure: FigureChoices, style: Style, width: float, measure: Measure) -> list[Line]:
    """The title and the subtitle in lines as wide as the page."""
    found: list[Line] = []
    number = f"Figure{NBSP}{figure.figure_number}." if figure.numbers_title else ""
    title = " ".join(part for part in (number, figure.title) if part)
    for text, is_subtitle in ((title, False), (figure.subtitle, True)):
        if not text:
            continue
        type_ = _typesetter(style, measure, is_subtitle=is_subtitle)
        line: tuple[Run, ...] = ()
        for word in words(text):
            runs = _set(word, is_strong=not is_subtitle)
            trial = (*line, *_set(" ", is_strong=not is_subtitle), *runs) if line else runs
            if line and type_.extent(trial).width > width - 2 * EDGE:
                found.append((line, is_subtitle))
                line = runs
            else:
                line = trial
        found.append((line, is_subtitle))
    return found


def _set(word: str, *, is_strong: bool) -> tuple[Run, ...]:
    runs = written_runs(word)
    if not is_strong:
        return runs
    return tuple(
        replace(run, face=Face.STRONG_ITALIC if run.face.is_italic else Face.STRONG) for run in runs
    )


def _room(lines: list[Line], style: Style, measure: Measure) -> float:
    heights = (
        _typesetter(style, measure, is_subtitle=is_subtitle).line_height for _, is_subtitle in lines
    )
    return sum(heights) + GAP
