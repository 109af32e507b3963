"""Geometry over random designs: every kind, both ways round, on both scales, 1 to 3 factors."""

from __future__ import annotations

import random
from functools import cache
from itertools import combinations

import pytest

from decimus.analysis.results import Results
from decimus.figure.content import content_of
from decimus.figure.layout import page_of
from decimus.figure.marks import Box, Dots, Label, Mark, Page, Stroke
from decimus.figure.outlines import measure
from decimus.study.targets import (
    AnyTarget,
    GroupAt,
    GroupTextAt,
    KeyEntryAt,
    LevelName,
    PairAt,
    PanelAt,
    ReplicatesAt,
    ValueLabelAt,
)
from decimus.terms import ChartKind
from tests.figure.designs import figure
from tests.figure.shapes import beyond_the_page, touch

_AIR = 0.15
"""What a typeface keeps free above small letters does not count, nor a hair's breadth of lines."""
SEEDS = range(2)
EVERY = [(kind, factors) for kind in ChartKind for factors in (1, 2, 3)]


@cache
def pages(kind: ChartKind, factors: int) -> list[tuple[int, Results, Page]]:
    """Random figures of a kind, each with its number, to draw it again."""
    found = []
    for seed in SEEDS:
        study = figure(random.Random(f"{kind.value} {factors} {seed}"), kind, factors)
        if study is not None:
            results = Results(study)
            found.append((seed, results, page_of(results, measure)))
    return found


def labels(page: Page) -> list[Label]:
    return [mark for mark in page.marks if isinstance(mark, Label)]


def is_tip(mark: Mark) -> bool:
    """A tip at the end of an axis, which says that something lies beyond."""
    return isinstance(mark, Dots) and mark.shape.name.startswith("TIP")


def is_of(mark: Mark, *kinds: type[AnyTarget]) -> bool:
    return isinstance(mark.target, kinds)


@pytest.mark.parametrize(("kind", "factors"), EVERY)
def test_nothing_leaves_the_page_and_no_text_meets_another(kind: ChartKind, factors: int) -> None:
    for seed, _, page in pages(kind, factors):
        assert beyond_the_page(page) == [], seed
        texts = labels(page)
        met = [(a.text, b.text) for a, b in combinations(texts, 2) if touch(a, b, _AIR)]
        assert met == [], seed


@pytest.mark.parametrize(("kind", "factors"), EVERY)
def test_lines_and_texts_keep_clear_of_what_they_stand_over(kind: ChartKind, factors: int) -> None:
    for seed, _, page in pages(kind, factors):
        above = [m for m in page.marks if is_of(m, PairAt, GroupTextAt, ValueLabelAt)]
        if not any(isinstance(mark, Label) for mark in above):
            continue  # differences are marks themselves
        below = [m for m in page.marks if is_of(m, GroupAt, ReplicatesAt)]
        met = [(a, b) for a in above for b in below if touch(a, b, _AIR)]
        met += [
            (a, b) for a, b in combinations(above, 2) if a.target != b.target and touch(a, b, _AIR)
        ]
        assert met == [], seed


@pytest.mark.parametrize(("kind", "factors"), EVERY)
def test_every_level_is_named_in_full(kind: ChartKind, factors: int) -> None:
    """As a name, in the key or above its panel; amounts on a scale by round numbers."""
    for seed, results, page in pages(kind, factors):
        assert not any("…" in label.text for label in labels(page)), seed
        kinds = (LevelName, KeyEntryAt, PanelAt, PairAt)
        said = " ".join(label.text for label in labels(page) if is_of(label, *kinds))
        content = content_of(results)
        for panel in content.panels:
            names = [] if content.is_by_amount else [name for name, _ in panel.places]
            for name in (*names, panel.label):
                assert all(word in said for word in name.split()), (seed, name)
        for entry in content.key:
            assert all(word in said for word in entry.label.split()), (seed, entry.label)


@pytest.mark.parametrize(("kind", "factors"), EVERY)
def test_error_bars_are_centred_on_their_mark(kind: ChartKind, factors: int) -> None:
    for seed, _, page in pages(kind, factors):
        middles: dict[object, set[tuple[float, float]]] = {}
        for mark in page.of(GroupAt):
            if isinstance(mark, Box):
                room = mark.bounds
                middle = ((room.left + room.right) / 2, (room.bottom + room.top) / 2)
                middles.setdefault(mark.target, set()).add(middle)
            elif isinstance(mark, Dots):
                middles.setdefault(mark.target, set()).add((mark.xs[0], mark.ys[0]))
        for mark in page.of(GroupAt):
            if isinstance(mark, Stroke) and mark.target in middles:
                x, y = (mark.x1 + mark.x2) / 2, (mark.y1 + mark.y2) / 2
                assert any(
                    abs(x - a) < 1e-6 or abs(y - b) < 1e-6 for a, b in middles[mark.target]
                ), (seed, mark)


@pytest.mark.parametrize(("kind", "factors"), EVERY)
def test_replicates_stay_within_their_own_room(kind: ChartKind, factors: int) -> None:
    """No circle lies over the bar, point or error bar of another group."""
    for seed, results, page in pages(kind, factors):
        solid = [
            m for m in page.of(GroupAt) if isinstance(m, Box | Dots | Stroke) and not is_tip(m)
        ]
        for dots in page.of(ReplicatesAt):
            assert dots.target is not None
            others = [m for m in solid if m.target and m.target.groups != dots.target.groups]
            if results.question.figure.level_errors:
                # The error of an amount is as long as it is, whatever stands beside it.
                others = [m for m in others if not isinstance(m, Stroke)]
            met = [m for m in others if touch(dots, m, _AIR)]
            assert met == [], (seed, dots.target)


@pytest.mark.parametrize(("kind", "factors"), EVERY)
def test_what_is_drawn_is_found_where_it_is(kind: ChartKind, factors: int) -> None:
    """Pointing at the middle of a replicate finds that one, whatever lies around it."""
    for seed, _, page in pages(kind, factors):
        marks = [m for m in page.of(ReplicatesAt) if isinstance(m, Dots) and m.targets]
        for dots in marks[-3:]:
            x, y = dots.xs[-1], dots.ys[-1]
            found = page.target_at(x, y)
            assert found is not None, seed
            at = page.marks.index(dots)
            is_covered = any(m.target and m.distance(x, y) == 0 for m in page.marks[at + 1 :])
            assert found == dots.targets[-1] or is_covered, seed
