"""Geometry as numbers: nothing collides, nothing leaves the page, axes cover what is shown."""

from __future__ import annotations

from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.figure.content import content_of, group_colours
from decimus.figure.layout import page_of
from decimus.figure.marks import Box, Dots, Label, Mark, Page, PageNote, Stroke
from decimus.figure.outlines import measure
from decimus.study import edits
from decimus.study.questions import PairOfGroups
from decimus.study.readings import CELLS, HEADINGS
from decimus.study.targets import (
    AxisAt,
    AxisEnd,
    AxisTitle,
    GroupAt,
    KeyAt,
    KeyEntryAt,
    PairAt,
    ReplicatesAt,
    Tick,
)
from decimus.terms import (
    ChartKind,
    ComparisonText,
    Direction,
    ErrorBar,
    PairSet,
    Palette,
    Spacing,
)
from decimus.wording.numbers import superscript
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of
from tests.figure.shapes import beyond_the_page, touch


def page(text: str, *more: edits.Edit) -> Page:
    return page_of(results_of(text, *more), measure)


def boxes(of: Page) -> list[Box]:
    return [mark for mark in of.of(GroupAt) if isinstance(mark, Box)]


def labels(of: Page) -> list[Label]:
    return [mark for mark in of.marks if isinstance(mark, Label)]


def error_bars(of: Page) -> dict[tuple[str, ...], list[Stroke]]:
    found: dict[tuple[str, ...], list[Stroke]] = {}
    for mark in of.of(GroupAt):
        if isinstance(mark, Stroke) and mark.target is not None:
            found.setdefault(mark.target.groups[0], []).append(mark)
    return found


def value_at(of: Page, y: float) -> float:
    """The value at a height, from the axis labels as a reader would take it."""
    ticks = [m for m in of.of(AxisAt, Tick) if isinstance(m, Stroke) and m.y1 == m.y2]
    texts = [m for m in of.of(AxisAt, Tick) if isinstance(m, Label)]
    low, high = ticks[0].y1, ticks[-1].y1
    first, last = (float(t.text.replace("\u2212", "-")) for t in (texts[0], texts[-1]))
    return first + (y - low) / (high - low) * (last - first)


def all_pairs(text: str) -> edits.Edit:
    groups = [group.levels for group in results_of(text).groups.as_read]
    pairs = tuple(PairOfGroups(a, b) for a, b in combinations(groups, 2))
    return edits.ChooseDrawnComparisons(pairs=pairs, words="all")


def test_bars_have_the_height_of_their_means() -> None:
    shown = page(FIVE_BY_FOUR)
    groups = results_of(FIVE_BY_FOUR).groups
    for box in boxes(shown):
        assert box.target is not None
        mean = groups.group(box.target.groups[0]).summary.mean
        assert value_at(shown, box.y + box.height) == pytest.approx(mean, abs=1e-9)
        assert value_at(shown, box.y) == pytest.approx(0, abs=1e-9)


def test_error_bars_end_where_they_should_and_stand_in_the_middle() -> None:
    shown = page(FIVE_BY_FOUR, edits.ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION))
    groups = results_of(FIVE_BY_FOUR).groups
    for box in boxes(shown):
        assert box.target is not None
        levels = box.target.groups[0]
        summary = groups.group(levels).summary
        assert summary.mean is not None
        assert summary.standard_deviation is not None
        heights = sorted({round(y, 9) for s in error_bars(shown)[levels] for y in (s.y1, s.y2)})
        values = [value_at(shown, y) for y in heights]
        assert values[0] == pytest.approx(summary.mean - summary.standard_deviation, abs=1e-6)
        assert values[-1] == pytest.approx(summary.mean + summary.standard_deviation, abs=1e-6)
        middle = box.x + box.width / 2
        for stroke in error_bars(shown)[levels]:
            assert (stroke.x1 + stroke.x2) / 2 == pytest.approx(middle)


@pytest.mark.parametrize("direction", [Direction.UP, Direction.DOWN])
def test_one_way_error_bars(direction: Direction) -> None:
    shown = page(FIVE_BY_FOUR, edits.ChooseDirection(direction=direction))
    for box in boxes(shown):
        assert box.target is not None
        top = box.y + box.height
        heights = [y for s in error_bars(shown)[box.target.groups[0]] for y in (s.y1, s.y2)]
        end = max(heights) if direction is Direction.UP else min(heights)
        assert (end > top) is (direction is Direction.UP)
        assert min(heights) >= top - 1e-9 if direction is Direction.UP else True
        assert max(heights) <= top + 1e-9 if direction is Direction.DOWN else True


def test_replicates_are_all_there_beside_the_error_bar() -> None:
    shown = page(FIVE_BY_FOUR)
    groups = results_of(FIVE_BY_FOUR).groups
    for dots in shown.of(ReplicatesAt):
        assert isinstance(dots, Dots)
        assert dots.target is not None
        levels = dots.target.groups[0]
        values = sorted(value_at(shown, y) for y in dots.ys)
        assert values == pytest.approx(sorted(groups.group(levels).summary.values), abs=1e-9)
        caps = max(max(s.x1, s.x2) for s in error_bars(shown)[levels])
        assert min(dots.xs) - dots.radius >= caps - 0.05


def test_one_flat_group_gets_a_tick() -> None:
    shown = page("a,b\n2,3\n2,4\n2,6\n")
    flat = error_bars(shown)[("a",)]
    assert {s.y1 for s in flat} == {s.y2 for s in flat}
    assert all(s.x1 != s.x2 for s in flat)


def test_one_value_has_no_error_bar_and_none_no_mark() -> None:
    shown = page("n,a,b,c\nx,1,NA,3\ny,NA,NA,4\n")
    assert ("a",) not in error_bars(shown)
    assert {box.target.groups[0] for box in boxes(shown) if box.target} == {("a",), ("c",)}


def test_key_only_with_a_second_factor() -> None:
    assert not page(FIVE_BY_FOUR).of(KeyAt, KeyEntryAt)
    texts = [m.text for m in page(TWO_FACTORS).of(KeyAt, KeyEntryAt) if isinstance(m, Label)]
    assert texts == ["Light", "dim", "bright"]
    colours = [m.colour for m in page(TWO_FACTORS).of(KeyAt, KeyEntryAt) if isinstance(m, Box)]
    results = results_of(TWO_FACTORS)
    shades = group_colours(results.groups, results.question.figure)
    assert colours == [shades["0", "dim"], shades["0", "bright"]]


def test_titles_come_from_names_and_units_or_are_written() -> None:
    named = (
        edits.NameVariable(variable=CELLS, name="frond area"),
        edits.ChooseUnit(variable=CELLS, unit="mm²"),
    )
    texts = {label.text for label in labels(page(FIVE_BY_FOUR, *named))}
    assert {"Frond area (mm²)", "Salt (g/L)"} <= texts
    own = edits.WriteAxisTitle(is_value_axis=True, text="Area")
    assert "Area" in {label.text for label in labels(page(FIVE_BY_FOUR, *named, own))}


def assert_nothing_collides(shown: Page) -> None:
    """Comparison lines keep clear of marks, texts of each other, and all stay on the page."""
    lines = shown.of(PairAt)
    by_pair: dict[object, list[Mark]] = {}
    for mark in lines:
        assert mark.target is not None
        by_pair.setdefault(mark.target.groups, []).append(mark)
    obstacles = [*shown.of(GroupAt), *shown.of(ReplicatesAt)]
    for marks in by_pair.values():
        for mark, other in ((m, o) for m in marks for o in obstacles):
            assert not touch(mark, other, _AIR), (mark, other)
    for (_, one), (_, two) in combinations(by_pair.items(), 2):
        for mark, other in ((m, o) for m in one for o in two):
            assert not touch(mark, other, _AIR), (mark, other)
    assert beyond_the_page(shown) == []
    for one, two in combinations(labels(shown), 2):
        assert not touch(one, two, _AIR), (one.text, two.text)


_AIR = 0.15
"""What a typeface keeps free above small letters does not count, nor a hair's breadth of lines."""


@pytest.mark.parametrize("text", [FIVE_BY_FOUR, TWO_FACTORS])
@pytest.mark.parametrize("kind", list(ChartKind))
@pytest.mark.parametrize("written", list(ComparisonText))
def test_comparison_lines_never_collide(
    text: str, kind: ChartKind, written: ComparisonText
) -> None:
    """Every pair at once, in both kinds and with every text."""
    shown = page(
        text,
        all_pairs(text),
        edits.ChooseKind(kind=kind),
        edits.ChooseComparisonText(text=written),
    )
    assert_nothing_collides(shown)
    count = len({m.target.groups for m in shown.of(PairAt) if m.target})
    assert count == (10 if text == FIVE_BY_FOUR else 4)


group_names = st.lists(
    st.text(alphabet="abcdefgh ijk", min_size=1, max_size=14).map(lambda s: s.strip() or "x"),
    min_size=2,
    max_size=6,
    unique=True,
)


@given(group_names, st.data())
def test_any_design_fits_its_page(names: list[str], data: st.DataObject) -> None:
    rows = data.draw(
        st.lists(
            st.lists(st.integers(-50, 900), min_size=len(names), max_size=len(names)),
            min_size=3,
            max_size=6,
        )
    )
    text = "\n".join(
        [",".join(f"g{name}" for name in names)] + [",".join(str(v) for v in row) for row in rows]
    )
    results = results_of(text)
    more: list[edits.Edit] = []
    if results.comparison is not None:
        chosen = data.draw(st.lists(st.sampled_from(results.comparison.pairs), max_size=6))
        pairs = tuple(PairOfGroups(*p.cells) for p in chosen if p.cells is not None)
        more.append(edits.ChooseDrawnComparisons(pairs=pairs, words="some"))
    more.append(
        edits.ChooseSize(
            width_mm=data.draw(st.sampled_from([60.0, 85.0, 175.0])),
            height_mm=data.draw(st.sampled_from([50.0, 62.0, 100.0])),
        )
    )
    assert_nothing_collides(page(text, *more))


def test_long_names_are_wrapped_or_turned() -> None:
    wrapped = page("control without any salt,salt at eight grams,c\n1,2,3\n2,3,4\n3,5,6\n")
    assert_nothing_collides(wrapped)
    assert "control without any salt" not in {label.text for label in labels(wrapped)}
    names = ",".join(f"verylonggroupname{i}" for i in range(9))
    turned = page(f"{names}\n{','.join('123456789')}\n{','.join('234567891')}\n")
    assert_nothing_collides(turned)
    names_shown = {label.text: label.angle for label in labels(turned)}
    assert {names_shown[f"verylonggroupname{i}"] for i in range(9)} == {40.0}


def test_very_many_names_are_all_there() -> None:
    names = ",".join(f"site {i}" for i in range(120))
    rows = "\n".join(",".join(str(10 + (i * j) % 7) for i in range(120)) for j in range(1, 5))
    crowded = page(f"{names}\n{rows}\n")
    assert_nothing_collides(crowded)
    assert {f"site {i}" for i in range(120)} <= {label.text for label in labels(crowded)}
    assert set(crowded.notes) == {PageNote.SIDEWAYS_FOR_NAMES, PageNote.LARGER_FOR_NAMES}


def test_axis_ends_can_be_chosen_and_lines_still_fit() -> None:
    chosen = edits.ChooseValueRange(value_from=0, value_to=12)
    shown = page(FIVE_BY_FOUR, all_pairs(FIVE_BY_FOUR), chosen)
    low, high = (m for m in shown.of(AxisEnd) if isinstance(m, Stroke))
    assert value_at(shown, low.y1) == pytest.approx(0)
    assert value_at(shown, high.y2) == pytest.approx(12)
    assert shown.target_at(low.x1, low.y1 + 0.9) == AxisEnd(is_upper=False)
    assert_nothing_collides(shown)


@pytest.mark.parametrize("size", ["e45", "e-45", "e9"])
def test_very_large_and_small_values_fit_their_page(size: str) -> None:
    """At the ends of what is computed: the interval, the test and the axis are all there."""
    text = f"a,b\n1{size},4{size}\n2{size},5{size}\n3{size},7{size}\n"
    results = results_of(text)
    assert results.comparison is not None
    assert results.comparison.pairs[0].df == pytest.approx(3.448, abs=1e-3)
    shown = page(text, all_pairs(text))
    assert_nothing_collides(shown)
    assert boxes(shown)[0].width > 5
    (title,) = (m.text for m in shown.of(AxisTitle) if isinstance(m, Label))
    power = int(size.removeprefix("e"))
    assert title.endswith(f"(×\u00a010{superscript(power)})")
    assert all(len(m.text) <= 3 for m in shown.of(Tick) if isinstance(m, Label))


def test_values_below_zero_hang_from_it() -> None:
    shown = page("a,b\n-1,2\n-2,3\n-3,5\n")
    by_name = {box.target.levels[0]: box for box in boxes(shown) if box.target}
    zero = by_name["b"].y
    assert by_name["a"].y + by_name["a"].height == pytest.approx(zero)


def middles(of: Page) -> dict[str, float]:
    """Where each group's mean stands."""
    found = {}
    for mark in of.of(GroupAt):
        if mark.target is not None and isinstance(mark, Box | Dots):
            found[mark.target.levels[0]] = (mark.bounds.left + mark.bounds.right) / 2
    return found


def test_points_stand_at_the_true_distance_of_amounts() -> None:
    """0, 1, 2, 4, 8: distances are in proportion; bars stand evenly unless asked."""
    points = edits.ChooseKind(kind=ChartKind.POINTS)
    by_amount = edits.ChooseSpacing(spacing=Spacing.BY_AMOUNT)
    for choice in ((points,), (by_amount,)):
        x = middles(page(FIVE_BY_FOUR, *choice))
        unit = x["1"] - x["0"]
        assert [(x[level] - x["0"]) / unit for level in "01248"] == pytest.approx([0, 1, 2, 4, 8])
    for choice in ((), (points, edits.ChooseSpacing(spacing=Spacing.EVEN))):
        x = middles(page(FIVE_BY_FOUR, *choice))
        unit = x["1"] - x["0"]
        assert [(x[level] - x["0"]) / unit for level in "01248"] == pytest.approx([0, 1, 2, 3, 4])


def test_amounts_too_close_to_draw_are_spaced_evenly_unless_asked_for() -> None:
    text = "0.1,1,1000\n5.51,6.52,7.53\n5.61,6.62,7.73\n"
    points = edits.ChooseKind(kind=ChartKind.POINTS)
    x = middles(page(text, points))
    assert x["1000"] - x["1"] == pytest.approx(x["1"] - x["0.1"])
    asked = page(text, points, edits.ChooseSpacing(spacing=Spacing.BY_AMOUNT))
    x = middles(asked)
    assert x["1000"] - x["1"] > 100 * (x["1"] - x["0.1"])


def test_reordering_moves_places_not_colours() -> None:
    before = page(FIVE_BY_FOUR)
    after = page(
        FIVE_BY_FOUR,
        edits.ReorderLevels(variable=HEADINGS, levels=("8", "4", "2", "1", "0")),
    )

    def colours(of: Page) -> dict[str, str]:
        return {b.target.levels[0]: b.colour for b in boxes(of) if b.target}

    def order(of: Page) -> list[str]:
        return [b.target.levels[0] for b in sorted(boxes(of), key=lambda b: b.x) if b.target]

    assert colours(before) == colours(after)
    assert order(before) == list(reversed(order(after)))


def test_one_colour_only_where_colour_says_nothing() -> None:
    one = edits.ChoosePalette(palette=Palette.ONE_COLOUR, name="one")
    assert len({box.colour for box in boxes(page(FIVE_BY_FOUR, one))}) == 1
    assert len({box.colour for box in boxes(page(TWO_FACTORS, one))}) == 2


def test_pointing_finds_the_topmost() -> None:
    shown = page(FIVE_BY_FOUR)
    box = boxes(shown)[0]
    target = shown.target_at(box.x + 0.5, box.y + 1)
    assert target is not None
    assert target.groups == (("0",),)
    assert shown.target_at(-5, -5) is None


def test_content_lists_what_the_axis_covers() -> None:
    content = content_of(results_of("a,b\n5,6\n7,8\n"))
    assert 0.0 in content.values()
    points = content_of(results_of("a,b\n5,6\n7,8\n", edits.ChooseKind(kind=ChartKind.POINTS)))
    assert 0.0 not in points.values()


def test_a_bar_shorter_than_its_point_is_said() -> None:
    text = "a,b,c\n1.00,50,99\n1.01,40,98\n1.02,60,97\n"
    points = edits.ChooseKind(kind=ChartKind.POINTS)
    assert PageNote.SHORT_BARS in page(text, points).notes
    assert PageNote.SHORT_BARS not in page(text).notes
    small = edits.ChooseLook(name="point_mm", value=0.3)
    assert PageNote.SHORT_BARS not in page(FIVE_BY_FOUR, points, small).notes


def test_amounts_too_close_for_the_page_are_spaced_evenly_and_that_is_said() -> None:
    text = "0.1,1,1000\n5.51,6.52,7.53\n5.61,6.62,7.73\n"
    points = edits.ChooseKind(kind=ChartKind.POINTS)
    assert PageNote.EVENLY_SPACED in page(text, points).notes
    asked = edits.ChooseSpacing(spacing=Spacing.BY_AMOUNT)
    assert PageNote.EVENLY_SPACED not in page(text, points, asked).notes
    even = edits.ChooseSpacing(spacing=Spacing.EVEN)
    assert PageNote.EVENLY_SPACED not in page(text, points, even).notes


def test_lines_between_panels_are_not_drawn_and_that_is_said() -> None:
    rows = "".join(
        f"{a},{b},{c},{x + 2 * y + 3 * z + r}.{r}\n"
        for x, a in enumerate("pq")
        for y, b in enumerate("uv")
        for z, c in enumerate(("early", "late"))
        for r in range(3)
    )
    text = f"site,light,year,area\n{rows}"
    across = PairOfGroups(("p", "u", "early"), ("p", "u", "late"))
    inside = PairOfGroups(("p", "u", "early"), ("p", "v", "early"))
    within = edits.ChoosePairs(pair_set=PairSet.ALL, words="all")
    for pair, is_said in ((across, True), (inside, False)):
        drawn = edits.ChooseDrawnComparisons(pairs=(pair,), words="one")
        shown = page(text, within, drawn)
        assert bool(shown.of(PairAt)) is not is_said
        assert (PageNote.BETWEEN_PANELS in shown.notes) is is_said


def test_groups_beyond_the_ends_of_their_axis_are_left_out_and_that_is_said() -> None:
    line = edits.ChooseKind(kind=ChartKind.LINE)
    start = edits.ChooseSetting(name="group_from", value=2.0)
    shown = page(FIVE_BY_FOUR, line, start)
    dots = [m for m in shown.of(GroupAt) if isinstance(m, Dots)]
    assert {m.target.levels[0] for m in dots if m.target} == {"2", "4", "8"}
    assert PageNote.BEYOND_ENDS in shown.notes
    assert beyond_the_page(shown) == []
    wider = page(FIVE_BY_FOUR, line, edits.ChooseSetting(name="group_to", value=20.0))
    assert PageNote.BEYOND_ENDS not in wider.notes
    assert len({m.target for m in wider.of(GroupAt)}) == 5
    for low, high in ((5.0, 5.0), (9.0, 2.0), (50.0, 60.0)):
        ends = (
            edits.ChooseSetting(name="group_from", value=low),
            edits.ChooseSetting(name="group_to", value=high),
        )
        assert page(FIVE_BY_FOUR, line, *ends).of(GroupAt)


@pytest.mark.parametrize(
    "chosen",
    [
        edits.ChooseSetting(name="value_step", value=5e22),
        edits.ChooseValueRange(value_from=1e17, value_to=None),
        edits.ChooseValueRange(value_from=None, value_to=-1e17),
    ],
)
def test_an_axis_has_a_length_whatever_is_chosen(chosen: edits.Edit) -> None:
    scale = page(FIVE_BY_FOUR, edits.ChooseKind(kind=ChartKind.BOXES), chosen).plots[0].scale
    assert scale.low < scale.high
