"""Several outcomes on one figure: beside each other on one axis, or with an axis each."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from msgspec.structs import replace

from decimus.analysis.groups import with_unit
from decimus.analysis.results import Results
from decimus.charts.data import Member, Panel, Section
from decimus.charts.registry import CHARTS
from decimus.figure.content import Content, GroupText, KeyEntry, value_labels
from decimus.figure.furniture import EDGE, GAP
from decimus.figure.keys import Key, key_of
from decimus.figure.marks import Dots, Mark, Measure, Page, PageNote, shifted
from decimus.figure.palettes import colours
from decimus.figure.places import PlotPlace
from decimus.figure.single_pages import Laid, laid
from decimus.figure.text import Typesetter
from decimus.notation import escaped
from decimus.study.targets import Levels, tagged, with_outcome
from decimus.terms import KeyPlace, LevelKind, Orientation
from decimus.wording.phrases import outcome_words, upper_first

_NARROWEST = 40.0
"""In mm: outcomes that would have less stand in rows."""
_TRIES = 5
_SAME = 0.01

Margins = tuple[float, float, float]


def together(every: Sequence[Results], contents: Sequence[Content]) -> Content:
    """All outcomes on one value axis: told by colour, or as panels where colour is taken.

    Args:
        every: the results of each, the outcome asked about first.
        contents: what each would show alone.
    """
    names = [escaped(upper_first(outcome_words(each.measurements))) for each in every]
    marked = [
        content if not number else _tagged(content, each.measurements.outcome.variable)
        for number, (each, content) in enumerate(zip(every, contents, strict=True))
    ]
    has_second = len(every[0].groups.factors) > 1
    merged = _as_panels(every, marked, names) if has_second else _as_colours(every, marked, names)
    labels: list[GroupText] = []
    for number, each in enumerate(every):
        own = value_labels(each, contents[number].chart, merged.exponent)
        variable = each.measurements.outcome.variable
        labels += [_tagged_text(text, variable) for text in own] if number else own
    return replace(merged, labels=tuple(labels))


def _in_common(
    every: Sequence[Results], contents: Sequence[Content], names: Sequence[str]
) -> Content:
    """What is not a matter of panels and colours."""
    first, title = contents[0], contents[0].value_title
    if first.choices.value_title is None and first.chart.shows_means:
        groups = every[0].groups
        if groups.heights.height.is_of_outcome:
            others = (outcome_words(each.measurements) for each in every[1:])
            words = [upper_first(outcome_words(every[0].measurements)), *others]
            title = escaped(with_unit(", ".join(words), groups.shown_unit))
    return replace(
        first,
        value_title=title,
        comparisons=tuple(line for content in contents for line in content.comparisons),
        group_texts=tuple(text for content in contents for text in content.group_texts),
        references=tuple(dict.fromkeys(ref for each in contents for ref in each.references)),
        equations=tuple(
            f"{name}: {text}"
            for name, content in zip(names, contents, strict=True)
            for text in content.equations
        ),
        beside=None,
    )


def _as_panels(
    every: Sequence[Results], contents: Sequence[Content], names: Sequence[str]
) -> Content:
    """A panel for each outcome, or for each with each level of the third factor."""
    panels = tuple(
        replace(
            panel,
            variable=each.measurements.outcome.variable,
            level=panel.level,
            label=f"{name}, {panel.label}" if panel.label else name,
        )
        for each, content, name in zip(every, contents, names, strict=True)
        for panel in _with_all_sections(content, contents)
    )
    return replace(
        _in_common(every, contents, names),
        panels=panels,
        colours={k: v for content in contents for k, v in content.colours.items()},
        series={k: v for content in contents for k, v in content.series.items()},
    )


def _with_all_sections(content: Content, contents: Sequence[Content]) -> tuple[Panel, ...]:
    """The panels of an outcome with a place for every level that any outcome has."""
    places: dict[str, Section] = {}
    for each in contents:
        for section in each.panels[0].sections:
            places.setdefault(section.level, section)
    count = max((len(section.members) for section in places.values()), default=1)
    found = []
    for panel in content.panels:
        own = {section.level: section for section in panel.sections}
        empty: tuple[Member | None, ...] = (None,) * count
        sections = tuple(
            own.get(level, replace(section, members=empty)) for level, section in places.items()
        )
        found.append(replace(panel, sections=sections))
    return tuple(found)


def _as_colours(
    every: Sequence[Results], contents: Sequence[Content], names: Sequence[str]
) -> Content:
    """The outcomes side by side at each level of the only factor."""
    style, count = contents[0].look.style, len(contents)
    small = CHARTS[contents[0].chart.kind].are_small
    shades = colours(style.palette, count, LevelKind.NAMES, must_differ=True, are_small=small)
    said = contents[0].choices.level_colours
    chosen = {each.variable: each.colour for each in said if not each.level}
    variables = [each.measurements.outcome.variable for each in every]
    shades = tuple(chosen.get(v, shade) for v, shade in zip(variables, shades, strict=True))
    panels = [_with_all_sections(content, contents)[0] for content in contents]
    sections = tuple(
        replace(beside[0], members=tuple(section.members[0] for section in beside))
        for beside in zip(*(panel.sections for panel in panels), strict=True)
    )
    curves = tuple(
        replace(curve, series=number, count=count)
        for number, panel in enumerate(panels)
        for curve in panel.curves
    )
    groups = [(levels, number) for number, c in enumerate(contents) for levels in c.colours]
    shows_key = contents[0].choices.shows_key is not False
    return replace(
        _in_common(every, contents, names),
        panels=(Panel(sections, curves=curves),),
        key_title=contents[0].choices.key_title or "",
        key=tuple(
            KeyEntry(variable, "", shade, name)
            for variable, shade, name in zip(variables, shades, names, strict=True)
        )
        if shows_key
        else (),
        colours={levels: shades[number] for levels, number in groups},
        series=dict(groups),
    )


def _tagged(content: Content, outcome: int) -> Content:
    """The content with its groups named as those of another outcome."""

    def named(levels: Levels) -> Levels:
        return tagged(levels, outcome)

    return replace(
        content,
        panels=tuple(_tagged_panel(panel, named) for panel in content.panels),
        comparisons=tuple(
            replace(line, first=named(line.first), second=named(line.second))
            for line in content.comparisons
        ),
        group_texts=tuple(_tagged_text(text, outcome) for text in content.group_texts),
        colours={named(levels): colour for levels, colour in content.colours.items()},
        series={named(levels): number for levels, number in content.series.items()},
    )


def _tagged_text(text: GroupText, outcome: int) -> GroupText:
    return replace(text, levels=tagged(text.levels, outcome))


def _tagged_panel(panel: Panel, named: Callable[[Levels], Levels]) -> Panel:
    return replace(
        panel,
        sections=tuple(
            replace(
                section,
                members=tuple(
                    None if member is None else replace(member, levels=named(member.levels))
                    for member in section.members
                ),
            )
            for section in panel.sections
        ),
        curves=tuple(replace(curve, levels=named(curve.levels)) for curve in panel.curves),
    )


@dataclass(frozen=True)
class _Room:
    """What each of several plots beside each other has of the page."""

    columns: int
    width: float
    height: float


def apart(every: Sequence[Results], contents: Sequence[Content], measure: Measure) -> Page:
    """Each outcome with an axis of its own, in line with the others; one key for all.

    Args:
        every: the results of each.
        contents: what each shows.
        measure: how much room a text takes.
    """
    style = contents[0].look.style
    type_ = Typesetter(measure, style.text_pt)
    key = key_of(contents[0], type_, style.width_mm - 2 * EDGE)
    beside, above = _strip(key)
    count = len(contents)
    columns = min(count, max(1, int((style.width_mm - beside) / _NARROWEST)))
    room = _Room(columns, (style.width_mm - beside) / columns, style.height_mm - above)
    is_inside = key is not None and key.place is KeyPlace.INSIDE
    shown = [
        content if is_inside and not number else replace(content, key=(), key_title="")
        for number, content in enumerate(contents)
    ]
    pages = _in_line(shown, room, measure)
    notes = dict.fromkeys(note for each in pages for note in each.page.notes)
    if columns < count:
        notes[PageNote.LARGER_FOR_OUTCOMES] = None
    width, height = pages[0].page.width_mm, pages[0].page.height_mm
    rows = -(-count // columns)
    marks: list[Mark] = []
    plots: list[PlotPlace] = []
    at_left = key is not None and key.place is KeyPlace.LEFT
    below = above if key is not None and key.place is KeyPlace.BELOW else 0.0
    for number, (each, laid_page) in enumerate(zip(every, pages, strict=True)):
        row, column = divmod(number, columns)
        right = column * width + (beside if at_left else 0.0)
        up = (rows - 1 - row) * height + below
        variable = each.measurements.outcome.variable if number else None
        page = laid_page.page
        marks += [shifted(_of_outcome(mark, variable), right, up) for mark in page.marks]
        plots += [replace(plot.shifted(right, up), outcome=variable) for plot in page.plots]
    size = (columns * width + beside, rows * height + above)
    if key is not None and not is_inside:
        marks += _placed(key, size).marks
    return Page(*size, tuple(marks), tuple(notes), tuple(plots))


def _strip(key: Key | None) -> tuple[float, float]:
    """The mm of width and of height that a key takes beside all plots."""
    if key is None or key.place is KeyPlace.INSIDE:
        return 0.0, 0.0
    if key.place in (KeyPlace.ABOVE, KeyPlace.BELOW):
        return 0.0, key.height + 1.8 * GAP
    return key.width + 2 * GAP, 0.0


def _placed(key: Key, size: tuple[float, float]) -> Key:
    width, height = size
    left = width - EDGE - key.width if key.place is KeyPlace.RIGHT else EDGE
    top = EDGE + key.height if key.place is KeyPlace.BELOW else height - EDGE
    return key.at(left, top)


def _in_line(contents: Sequence[Content], room: _Room, measure: Measure) -> list[Laid]:
    """Pages of one size whose plots begin and end at the same heights."""
    width, height = room.width, room.height
    least: Margins = (0.0, 0.0, 0.0)
    shown = [replace(content, beside=None) for content in contents]
    pages: list[Laid] = []
    for _ in range(_TRIES):
        pages = [laid(_sized(content, width, height), measure, least) for content in shown]
        if len({each.is_sideways for each in pages}) > 1:
            # Where names of one make it turn, all stand sideways.
            shown = [_turned(content) for content in shown]
            continue
        most = [max(sides) for sides in zip(*(each.margins for each in pages), strict=True)]
        sizes = (
            max(each.page.width_mm for each in pages),
            max(each.page.height_mm for each in pages),
        )
        margins: Margins = (most[0], most[1], most[2])
        are_alike = all(
            abs(a - b) < _SAME
            for each in pages
            for a, b in zip(
                (*each.margins, each.page.width_mm, each.page.height_mm),
                (*margins, *sizes),
                strict=True,
            )
        )
        if are_alike:
            break
        (width, height), least = sizes, margins
    return pages


def _sized(content: Content, width: float, height: float) -> Content:
    style = replace(content.look.style, width_mm=width, height_mm=height)
    return replace(content, look=replace(content.look, style=style))


def _turned(content: Content) -> Content:
    return replace(content, choices=replace(content.choices, orientation=Orientation.SIDEWAYS))


def _of_outcome(mark: Mark, outcome: int | None) -> Mark:
    """The mark as one of another outcome, so that pointing at it tells which."""
    if outcome is None or mark.target is None:
        return mark
    target = with_outcome(mark.target, outcome)
    if isinstance(mark, Dots) and mark.targets:
        targets = tuple(with_outcome(each, outcome) for each in mark.targets)
        return replace(mark, target=target, targets=targets)
    return replace(mark, target=target)
