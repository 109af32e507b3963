"""What is made anew after an edit: exactly what a cause of it has changed for."""

from __future__ import annotations

from collections.abc import Iterable

import pytest

from decimus.analysis.causes import Keeper
from decimus.analysis.results import Results
from decimus.analysis.with_and_without import other_result
from decimus.errors import InputError
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.study.edits import ChooseComparisonLevel, Edit, WriteAxisTitle, WriteCells
from decimus.study.questions import Question
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.wording.write_up.captions import caption
from tests.conftest import TWO_FACTORS, study_of
from tests.study.test_edits import ONE_OF_EACH

COMPARED = ("measurements", "groups", "design", "comparison")
CAUSES: dict[str, tuple[str, ...]] = {
    "measurements": ("table", "reading", "outcome", "factors"),
    "groups": ("measurements", "levels"),
    "heights": ("groups", "heights"),
    "shown groups": ("groups", "heights", "numbers", "hidden"),
    "lanes": ("shown groups", "totals"),
    "design": ("groups",),
    "comparison": ("groups", "design", "comparison choices"),
    "checks": ("comparison",),
    "other result": ("table", "reading", "comparison", "groups"),
    "trend": ("groups", "design", "comparison level"),
    "annotations": ("comparison", "groups", "drawn", "hidden", "marks", "is of outcome"),
    "row names": ("table", "measurements"),
    "summaries beside": ("tables beside",),
    "remarks on data": (
        *("shown groups", "table", "reading", "source", "outcome", "factors"),
        *("summaries beside", "has drawn"),
    ),
    "remarks on figure": ("shown groups", "figure", "chart facts"),
    "remarks on comparison": ("shown groups", "comparison", "annotations"),
    "chart facts": ("shown groups", "comparison"),
    "content": ("shown groups", "figure", "comparison", "annotations", "numerals"),
    "page": ("content",),
    "caption": (
        "shown groups",
        "comparison",
        "annotations",
        "comparison choices",
        "said of figure",
        "numerals",
    ),
}
"""What each derived value is made of: other ones, and facts of the study."""
NOT_SAID = frozenset(
    {
        *("look", "group_looks", "group_title", "value_title", "orientation"),
        *("value_scale", "value_step", "tick_decimals", "group_scale", "group_from"),
        *("group_to", "counts_below"),
        *("value_from", "value_to", "moved", "level_colours"),
        *("leading_zero", "p_decimals"),
        *("title", "subtitle", "numbers_title", "title_align", "notes", "own_texts"),
    }
)
"""Choices about the figure that no word of the caption tells of."""


def facts(study: Study) -> dict[str, object]:
    """What a study says, by the names that the table uses."""
    question = study.questions[0]
    sheet = study.sheets[question.asked.sheet]
    figure = question.figure
    beside = [s for s in study.sheets if s is not sheet]
    return {
        "table": id(sheet.table),
        "reading": sheet.reading,
        "source": sheet.source,
        "tables beside": [(id(s.table), s.reading) for s in beside],
        "numerals": Results(study).numerals,
        "outcome": question.asked.outcome,
        "factors": question.asked.factors,
        "levels": question.levels,
        "heights": question.heights,
        "numbers": question.numbers,
        "totals": question.lanes.totals,
        "comparison choices": question.comparison,
        "comparison level": question.comparison.level,
        "is of outcome": question.heights.height.is_of_outcome,
        "figure": figure,
        "hidden": figure.hidden,
        "drawn": figure.drawn_pairs,
        "has drawn": bool(figure.drawn_pairs),
        "marks": (figure.comparison_marks, figure.hides_not_significant),
        "said of figure": [
            getattr(figure, name) for name in figure.__struct_fields__ if name not in NOT_SAID
        ],
    }


def expected(before: Study, after: Study) -> set[str]:
    """The derived values with a cause that differs, directly or by way of another."""
    old, new = facts(before), facts(after)
    changed = {name for name in old if old[name] != new[name]}
    found: set[str] = set()
    grows = True
    while grows:
        more = {
            name
            for name, causes in CAUSES.items()
            if any(
                c in (found if c in CAUSES and c not in old else changed | found) for c in causes
            )
        }
        grows = more > found
        found |= more
    return found


def make_all(results: Results) -> None:
    """Ask for everything that the table names."""
    _ = (results.lanes, results.comparison, results.remarks, results.row_names, results.trend)
    if results.comparison is not None:
        _ = (results.checks, other_result(results))
    caption(results)
    page_of(results, measure)


def made(names: Iterable[str]) -> set[str]:
    return set(names) & set(CAUSES)


@pytest.mark.parametrize("edit", ONE_OF_EACH, ids=lambda e: type(e).__name__)
def test_an_edit_makes_anew_exactly_what_it_is_a_cause_of(edit: Edit) -> None:
    before = Results(study_of(TWO_FACTORS))
    make_all(before)
    try:
        study = edit.apply(before.study)
    except (InputError, LookupError):
        return  # there is nothing in this study that it could change
    after = Results(study, before=before)
    if after.problem is not None:
        return
    make_all(after)
    wanted = expected(before.study, study)
    if before.comparison is None or after.comparison is None:
        wanted -= {"checks", "other result"}
        assert made(after.made) - {"checks", "other result"} == wanted
    else:
        assert made(after.made) == wanted


def test_the_table_names_every_value_that_is_kept() -> None:
    """A value that is kept and not in the table would be checked by nobody."""
    results = Results(study_of(TWO_FACTORS))
    make_all(results)
    assert set(results.made) == set(CAUSES)
    assert set(Question.__struct_fields__) == {
        *("asked", "levels", "heights", "lanes", "comparison", "figure", "numbers"),
        *("name", "words", "kept"),
    }


def test_what_is_undone_is_not_made_again() -> None:
    first = Results(study_of(TWO_FACTORS))
    make_all(first)
    level = ChooseComparisonLevel(level=99)
    second = Results(level.apply(first.study), before=first)
    make_all(second)
    assert made(second.made)
    undone = Results(first.study, before=second)
    make_all(undone)
    assert made(undone.made) == set()
    assert undone.comparison is first.comparison


def test_a_value_asked_for_late_is_taken_over_from_further_back() -> None:
    first = Results(study_of(TWO_FACTORS))
    make_all(first)
    title = WriteAxisTitle(is_value_axis=True, text="Area of fronds")
    second = Results(title.apply(first.study), before=first)
    third = Results(
        WriteAxisTitle(is_value_axis=True, text="Fronds").apply(second.study), before=second
    )
    make_all(third)
    assert made(third.made) == {"content", "page", "remarks on figure"}


def test_a_changed_cell_makes_everything_that_follows_from_it() -> None:
    first = Results(study_of(TWO_FACTORS))
    make_all(first)
    cell = WriteCells(row=1, column=2, cells=(("1.5",),))
    second = Results(cell.apply(first.study), before=first)
    make_all(second)
    assert made(second.made) == set(CAUSES) - {"summaries beside"}


def test_values_are_told_apart_by_their_causes() -> None:
    keeper = Keeper()
    one, other = [1], [1]
    assert keeper.value("sum", (one, 2.0), lambda: 3) == 3
    assert keeper.value("sum", (one, 2.0), lambda: 4) == 3
    assert keeper.value("sum", (other, 2.0), lambda: 5) == 5, "equal, but not the same object"
    assert keeper.value("sum", (one, 2), lambda: 6) == 6, "2 is no 2.0"
    assert keeper.made == ["sum"] * 3
    table = Table.from_rows((("a",), ("1",)), "t")
    alike = Table.from_rows((("a",), ("1",)), "t")
    assert alike == table
    assert keeper.value("read", (table,), lambda: 1) == 1
    assert keeper.value("read", (alike,), lambda: 2) == 2, "cells are not compared one by one"
    keeper.made.clear()
    later = Keeper(keeper)
    assert later.value("sum", (one, 2), lambda: 7) == 6
    assert later.value("sum", (other, 2.0), lambda: 7) == 5
    assert later.value("sum", (one, 2.0), lambda: 7) == 7, "only two are kept"
