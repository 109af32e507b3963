"""Geometry over random designs: every kind, both ways round, on both scales, 1 to 3 factors."""

from __future__ import annotations

import random
from itertools import combinations

import pytest

from decimus.analysis.results import Results
from decimus.figure.content import content_of
from decimus.figure.layout import page_of
from decimus.figure.marks import Box, Dots, Label, Mark, Page, Stroke
from decimus.figure.outlines import measure
from decimus.study.targets import (
    AnyTarget,
    AxisAt,
    AxisTitle,
    CountAt,
    GroupAt,
    GroupTextAt,
    KeyAt,
    KeyEntryAt,
    LevelName,
    PairAt,
    PanelAt,
    ReplicatesAt,
    Tick,
    ValueLabelAt,
)
from decimus.terms import ChartKind
from tests.figure.designs import figure
from tests.figure.shapes import beyond_the_page, touch

_AIR = 0.15
"""What a typeface keeps free above small letters does not count, nor a hair's breadth of lines."""
SEEDS = range(6)


def studies(kind: ChartKind, factors: int, seed: int) -> Results | None:
    rng = random.Random(f"{kind.value} {factors} {seed}")
    study = figure(rng, kind, factors)
    return None if study is None else Results(study)


@pytest.mark.parametrize("factors", [1, 2, 3])
@pytest.mark.parametrize("kind", list(ChartKind))
def test_nothing_overlaps_that_must_not(kind: ChartKind, factors: int) -> None:
    """No mark leaves its page, no text meets another, and lines keep clear of what they span."""
    for seed in SEEDS:
        results = studies(kind, factors, seed)
        if results is None:
            continue
        page = page_of(results, measure)
        assert beyond_the_page(page) == [], seed
        assert meeting_texts(page) == [], seed
        assert meeting_lines(page) == [], seed
        assert not any("…" in label.text for label in labels(page)), seed
        assert_all_named(results, page)
        assert_bars_are_centred(page)


def labels(page: Page) -> list[Label]:
    return [mark for mark in page.marks if isinstance(mark, Label)]


def meeting_texts(page: Page) -> list[tuple[str, str]]:
    """Pairs of texts that touch."""
    texts = labels(page)
    return [(a.text, b.text) for a, b in combinations(texts, 2) if touch(a, b, _AIR)]


def is_of(mark: Mark, *kinds: type[AnyTarget]) -> bool:
    return isinstance(mark.target, kinds)


def meeting_lines(page: Page) -> list[tuple[Mark, Mark]]:
    """Comparison lines, texts over groups and numbers that touch each other or a group."""
    above = [m for m in page.marks if is_of(m, PairAt, GroupTextAt, ValueLabelAt)]
    below = [m for m in page.marks if is_of(m, GroupAt, ReplicatesAt)]
    if not any(isinstance(m, Label) for m in above):
        return []
    found = [(a, b) for a in above for b in below if touch(a, b, _AIR)]
    found += [(a, b) for a, b in combinations(above, 2) if a.target != b.target and touch(a, b, _AIR)]
    return found


def assert_all_named(results: Results, page: Page) -> None:
    """Every level of every factor is on the page, whole: as a name, a number, in the key or above."""
    said = " ".join(
        label.text for label in labels(page) if is_of(label, LevelName, KeyEntryAt, PanelAt, PairAt)
    )
    content = content_of(results)
    for panel in content.panels:
        names = [name for name, _ in panel.places] + [panel.label]
        if content.is_by_amount:
            names = [panel.label]
        for name in names:
            assert all(word in said for word in name.split()), name
    for entry in content.key:
        assert all(word in said for word in entry.label.split()), entry.label


def assert_bars_are_centred(page: Page) -> None:
    """The long line of an error bar stands in the middle of its bar, box or point."""
    middles: dict[object, set[tuple[float, str]]] = {}
    for mark in page.of(GroupAt):
        if isinstance(mark, Box):
            along = (mark.bounds.left + mark.bounds.right) / 2, (
                mark.bounds.bottom + mark.bounds.top
            ) / 2
        elif isinstance(mark, Dots):
            along = mark.xs[0], mark.ys[0]
        else:
            continue
        middles.setdefault(mark.target, set()).add(along)  # type: ignore[arg-type]
    for mark in page.of(GroupAt):
        if isinstance(mark, Stroke) and mark.target in middles:
            places = middles[mark.target]
            x, y = (mark.x1 + mark.x2) / 2, (mark.y1 + mark.y2) / 2
            assert any(abs(x - a) < 1e-6 or abs(y - b) < 1e-6 for a, b in places), mark  # type: ignore[operator]


__all__ = ["AxisAt", "AxisTitle", "CountAt", "KeyAt", "Tick"]
