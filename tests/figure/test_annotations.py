"""Comparison lines and texts over groups: levels, nudges, letters, collisions."""

from __future__ import annotations

from itertools import combinations, pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from decimus.analysis.annotations import MOST_LINES
from decimus.figure.comparison_lines import WantedLine, placed_lines, text_room
from decimus.figure.frames import Turn
from decimus.figure.ground import Ground, Obstacle
from decimus.figure.layout import page_of
from decimus.figure.marks import Bounds, Dots, Extent, Label
from decimus.figure.outlines import measure
from decimus.figure.scales import Scale
from decimus.study import edits
from decimus.study.questions import PairOfGroups
from decimus.study.targets import GroupTextAt, PairAt
from decimus.terms import ComparisonMarks, ComparisonText, PairSet
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of

EXTENT = Extent(6.0, 2.0, 0.6)
UPRIGHT = Turn(is_sideways=False, page_height=60.0)
AS_IT_IS = Scale(0.0, 100.0, 0.0, 100.0)
FLAT = Ground((), AS_IT_IS)


def line(a: float, b: float) -> WantedLine:
    return WantedLine(((str(a),), (str(b),)), a, b, text_room(EXTENT, 0.0, UPRIGHT))


def levels(lines: tuple[object, ...]) -> int:
    """How many heights lines stand at, within a third of a millimetre."""
    heights = sorted(placed.at for placed in lines)  # type: ignore[attr-defined]
    return 1 + sum(b - a > 0.3 for a, b in pairwise(heights))


@pytest.mark.parametrize("count", [3, 4, 5, 6])
def test_all_pairs_stand_on_the_fewest_levels(count: int) -> None:
    """Over flat ground at most so many levels as lines pass one place: ends count, too."""
    places = [10.0 * i for i in range(count)]
    wanted = [line(a, b) for a, b in combinations(places, 2)]
    most = max(sum(w.start <= at <= w.end for w in wanted) for at in places)
    assert levels(placed_lines(wanted, FLAT)) == most


@settings(max_examples=40)
@given(
    st.lists(
        st.tuples(st.integers(0, 12), st.integers(0, 12)).filter(lambda p: p[0] != p[1]),
        min_size=1,
        max_size=14,
        unique=True,
    ),
    st.lists(st.integers(0, 30), min_size=13, max_size=13),
)
def test_lines_clear_each_other_and_what_they_span(
    pairs: list[tuple[int, int]], tops: list[int]
) -> None:
    check_clear(pairs, tops)


def test_a_lifted_line_is_lifted_just_so_far() -> None:
    """A line between others and a tall bar once rose 0.2 mm more than had been found free."""
    pairs = [(0, 6), (0, 7), (0, 8), (8, 9), (8, 10)]
    for tall in range(13):
        for top in range(5, 31):
            check_clear(pairs, [top if at == tall else 0 for at in range(13)])
            check_clear(pairs, [21, *(top if at == tall else 0 for at in range(1, 13))])


def check_clear(pairs: list[tuple[int, int]], tops: list[int]) -> None:
    ground = Ground(
        [Obstacle(9.0 * i - 4, 9.0 * i + 4, float(top)) for i, top in enumerate(tops)], AS_IT_IS
    )
    wanted = [line(9.0 * min(p), 9.0 * max(p)) for p in pairs]
    placed = placed_lines(wanted, ground)
    assert len(placed) == len(wanted)
    for one, other in combinations(placed, 2):
        assert not one.bounds.overlaps(other.bounds)
    for each in placed:
        assert each.bounds.bottom >= ground.highest(each.wanted.start, each.wanted.end)[0] - 1e-9


def every_pair(text: str, *more: edits.Edit) -> edits.ChooseDrawnComparisons:
    comparison = results_of(text, *more).comparison
    assert comparison is not None
    pairs = tuple(PairOfGroups(*p.cells) for p in comparison.pairs if p.cells is not None)
    return edits.ChooseDrawnComparisons(pairs=pairs, words="all")


def test_a_nudge_moves_one_line_by_so_many_mm() -> None:
    drawn = every_pair(FIVE_BY_FOUR)
    pair = PairAt(("8",), ("0",))
    before = page_of(results_of(FIVE_BY_FOUR, drawn), measure)
    nudge = edits.MoveByHand(what=pair, value_mm=-3.0)
    after = page_of(results_of(FIVE_BY_FOUR, drawn, nudge), measure)

    def heights(page: object) -> dict[object, float]:
        marks = page.of(PairAt)  # type: ignore[attr-defined]
        return {m.target.groups: m.ys[0] for m in marks if isinstance(m, Dots)}

    was, is_now = heights(before), heights(after)
    moved = {groups for groups in was if abs(was[groups] - is_now[groups]) > 1e-6}
    assert moved == {(("0",), ("8",))}
    assert was[("0",), ("8",)] - is_now[("0",), ("8",)] == pytest.approx(3.0, abs=1e-6)


@pytest.mark.parametrize("text", [FIVE_BY_FOUR, TWO_FACTORS])
def test_letters_stand_over_their_groups_and_touch_nothing(text: str) -> None:
    all_pairs = edits.ChoosePairs(pair_set=PairSet.ALL, words="all")
    letters = edits.ChooseComparisonMarks(marks=ComparisonMarks.LETTERS)
    results = results_of(text, all_pairs, letters)
    found = dict(results.annotations.letters)
    comparison = results.comparison
    assert comparison is not None
    for pair in comparison.pairs:
        assert pair.cells is not None
        a, b = pair.cells
        shares_one = bool(set(found[a]) & set(found[b]))
        assert shares_one == (pair.p_shown >= comparison.alpha)
    largest = max(comparison.groups, key=lambda group: group.summary.mean or 0.0)
    assert "a" in found[largest.levels]
    page = page_of(results, measure)
    over = [m for m in page.of(GroupTextAt) if isinstance(m, Label)]
    assert {label.text for label in over} == set(found.values())
    others = [m.bounds for m in page.marks if m.target and not isinstance(m.target, GroupTextAt)]
    for label in over:
        inner = label.bounds.grown(-0.2)
        assert not any(inner.overlaps(other) for other in others if _is_small(other))
    assert results.annotations.pairs == ()


def _is_small(bounds: Bounds) -> bool:
    """Marks of groups, not axes that run along the whole page."""
    return bounds.right - bounds.left < 30


def test_stars_over_groups_of_a_crowded_chart() -> None:
    """Two factors, each cell against the control in its own level; hidden ones have none."""
    variable = results_of(TWO_FACTORS).groups.factors[0].factor.variable
    control = edits.ChoosePairs(pair_set=PairSet.CONTROL, words="control", control=(variable, "0"))
    chosen = (
        control,
        every_pair(TWO_FACTORS, control),
        edits.ChooseComparisonMarks(marks=ComparisonMarks.OVER_GROUPS),
        edits.ChooseComparisonText(text=ComparisonText.STARS_AND_P),
        edits.HideGroup(levels=("4", "dim"), is_hidden=True),
    )
    results = results_of(TWO_FACTORS, *chosen)
    page = page_of(results, measure)
    over = {m.target.groups for m in page.of(GroupTextAt) if m.target}
    assert over == {(("4", "bright"),)}
    assert "each against 0\u00a0g/L, within each level of light" in plain_text(caption(results))


def test_more_lines_than_a_page_holds_are_cut_and_said() -> None:
    names = ",".join(f"s{i}" for i in range(16))
    rows = "\n".join(",".join(str(10 + (3 * i * j) % 11 + i) for i in range(16)) for j in (1, 2, 5))
    text = f"{names}\n{rows}\n"
    results = results_of(text, every_pair(text))
    assert len(results.annotations.pairs) == MOST_LINES
    assert f"(the first {MOST_LINES} of 120)" in plain_text(caption(results))


def test_pairs_that_are_not_compared_are_counted() -> None:
    drawn = every_pair(FIVE_BY_FOUR)
    none = edits.ChoosePairs(pair_set=PairSet.NONE, words="nothing")
    results = results_of(FIVE_BY_FOUR, drawn, none)
    assert results.annotations.pairs == ()
    assert results.annotations.not_made == 10
    assert results_of(FIVE_BY_FOUR, drawn).annotations.not_made == 0
