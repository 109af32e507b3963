"""Every kind of chart is whole: a planted one that lacks any part is found."""

from __future__ import annotations

import re
from itertools import product
from pathlib import Path
from typing import Any

import pytest
from msgspec.structs import asdict, replace
from scripts.kinds_sheet import SHOWN

from decimus.charts.data import Difference, Ends, Facts, Member, Panel, Section
from decimus.charts.kinds import Chart, KindWords
from decimus.charts.marks import reach
from decimus.charts.registry import CHARTS
from decimus.statistics.boxes import BoxSummary
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Height, LevelKind
from decimus.wording.figure.kind_names import KIND_NAMES

ROOT = Path(__file__).parent.parent.parent
PLACEHOLDERS = {"height", "error_bars", "whiskers", "interval", "unit", "units", "name"}
BOX = BoxSummary(1.0, 2.0, 3.0, 0.5, 4.0, ())


def member(a: str, b: str, height: float) -> Member:
    return Member(
        (a, b), height, Ends(height - 1, height + 1), (height - 0.5, height + 0.5), (0, 1),
        units=("f1", "f2"), box=BOX, mean=height, count=2,
    )  # fmt: skip


PANEL = Panel(
    tuple(
        Section(0, a, a, float(i), (member(a, "x", 2.0 + i), member(a, "y", 3.0)))
        for i, a in enumerate("ab")
    ),
    differences=(Difference(("a", "x"), ("b", "x"), "a − b", -1.0, Ends(-2.0, 0.5)),),
)


def facts() -> list[Facts]:
    """Every combination of what decides about kinds."""
    return [
        Facts(height, values, bars, same, factors, sections, LevelKind.NAMES, differences, "flasks")
        for height, values, bars, same, factors, sections, differences in product(
            Height, *([(True, False)] * 3), (1, 2), (1, 3), (True, False)
        )
    ]


def lacking(chart: Chart) -> list[str]:
    """The parts of a kind that are missing."""
    found = []
    words = chart.words
    found += [f"words.{name}" for name in ("noun", "shows", "about") if not getattr(words, name)]
    placeholders = set(re.findall(r"\{(\w+)\}", words.shows + words.marked))
    found += [] if placeholders <= PLACEHOLDERS else ["words with unknown places"]
    if chart.marks_mean is not None and not words.marked:
        found.append("words.marked")
    if chart.kind not in KIND_NAMES:
        found.append("a name among others")
    if not any(kind is chart.kind for _, kind, _ in SHOWN):
        found.append("a picture on the sheet of all kinds")
    if f"| {KIND_NAMES.get(chart.kind)} |" not in (ROOT / "docs" / "figures.md").read_text("utf-8"):
        found.append("its line in docs/figures.md")
    if chart.kind not in CHARTS:
        found.append("its place in the registry")
    answers = {chart.needs(each) for each in facts()}
    if "" not in answers:
        found.append("data that it can be drawn of")
    if any(answer.endswith(".") or answer[:1].isupper() for answer in answers if answer):
        found.append("needs as the end of a sentence")
    marks = chart.draws(PANEL, FigureChoices())
    if not marks or not all(reach(mark) for mark in marks):
        found.append("marks")
    return found


@pytest.mark.parametrize("kind", list(ChartKind))
def test_every_kind_is_whole(kind: ChartKind) -> None:
    assert lacking(CHARTS[kind]) == []
    assert CHARTS[kind].kind is kind


def planted(**parts: Any) -> Chart:
    return replace(CHARTS[ChartKind.BOXES], **parts)


@pytest.mark.parametrize(
    ("parts", "missing"),
    [
        ({"draws": lambda panel, figure: ()}, "marks"),
        ({"needs": lambda facts: "nothing will do"}, "data that it can be drawn of"),
        ({"needs": lambda facts: "" if facts.has_values else "No."}, "needs as the end"),
        ({"words": KindWords("", "show {height}", "; x", "y")}, "words.noun"),
        ({"words": KindWords("x", "", "; x", "y")}, "words.shows"),
        ({"words": KindWords("x", "show {hight}", "; x", "y")}, "words with unknown places"),
        ({"words": KindWords("x", "show {height}", "", "y")}, "words.marked"),
        ({"words": KindWords("x", "show {height}", "; x", "")}, "words.about"),
        ({"kind": "violins"}, "a name among others"),
        ({"kind": "violins"}, "a picture on the sheet"),
        ({"kind": "violins"}, "its line in docs/figures.md"),
        ({"kind": "violins"}, "its place in the registry"),
    ],
)
def test_a_planted_kind_that_lacks_a_part_is_found(parts: dict[str, Any], missing: str) -> None:
    assert any(found.startswith(missing) for found in lacking(planted(**parts)))


OPTIONAL = ("marks_mean", "has_replicates", "orientation", "wants_boxes", "shows_across")


@pytest.mark.parametrize("part", [n for n in Chart.__struct_fields__ if n not in OPTIONAL])
def test_a_kind_cannot_be_written_without_a_part(part: str) -> None:
    parts = asdict(CHARTS[ChartKind.BOXES])
    del parts[part]
    with pytest.raises(TypeError, match=part):
        Chart(**parts)
