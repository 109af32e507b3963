"""Remarks that look at spread: each is raised by its table, and its fixes settle it."""

from __future__ import annotations

import pytest

from decimus.analysis import remarks_on_spread as facts
from decimus.analysis.results import Results
from decimus.study.edits import ChooseDrawnComparisons, ChooseErrorBar, ChooseHeight, Edit
from decimus.study.questions import PairOfGroups
from decimus.terms import ErrorBar, Height
from decimus.wording.remarks.remarks import remark_words
from tests.conftest import results_of

UNEQUAL = "a,b\n" + "".join(f"{10 + 0.1 * (i % 3):.1f},{10 + 3 * (i % 5)}\n" for i in range(10))
FAR = "a,b\n4.1,5.2\n3.8,5.0\n4.4,5.1\n4.0,5.3\n3.9,4.9\n41,5.0\n"
TWICE = "a,b,c\n1.2,3.4,1.2\n1.5,3.9,1.5\n1.1,3.2,1.1\n"
BELOW = "a,b\n0.1,5\n0.2,6\n3.9,7\n"
SD = ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION)
LINE = ChooseDrawnComparisons(pairs=(PairOfGroups(("a",), ("b",)),), words="it")

CASES = [
    (UNEQUAL, (), facts.UnequalSpread, "Groups do not spread alike: SD 4.4"),
    (FAR, (), facts.FarOut, "41, row 7 for a (row 7, column 1) lies far from the others"),
    (TWICE, (), facts.SameValues, "a and c hold exactly the same values."),
    (BELOW, (SD,), facts.BelowZero, "Error bars reach below zero for a, but no value does."),
    (BELOW, (ChooseErrorBar(error_bar=ErrorBar.NONE),), facts.WeakErrorBars, "No error bars"),
    (FAR, (ChooseErrorBar(error_bar=ErrorBar.STANDARD_ERROR),), None, ""),
    (BELOW, (ChooseHeight(height=Height.MEDIAN), LINE), facts.HeightAndTest, "The figure shows"),
]


@pytest.mark.parametrize(("text", "edits", "kind", "head"), CASES)
def test_each_is_raised_and_its_fixes_settle_it(
    text: str, edits: tuple[Edit, ...], kind: type | None, head: str
) -> None:
    results = results_of(text, *edits)
    raised = [remark for remark in results.remarks if kind and isinstance(remark, kind)]
    assert bool(raised) == (kind is not None)
    if kind is None:
        return
    words = next(w for w in remark_words(results) if w.head.startswith(head))
    for _, fix in words.fixes:
        after = Results(fix.apply(results.study), before=results)
        assert not any(isinstance(remark, kind) for remark in after.remarks)


def test_a_slip_by_a_factor_of_ten_is_said() -> None:
    far = next(w for w in remark_words(results_of(FAR)) if "lies far" in w.head)
    assert "slip in typing" in far.why


def test_ordinary_groups_raise_none_of_them() -> None:
    ordinary = "a,b\n10.1,12.3\n10.9,11.8\n9.7,12.9\n10.4,12.1\n10.2,11.6\n9.9,12.5\n"
    found = results_of(ordinary).remarks
    assert not any(isinstance(remark, facts.SpreadRemark) for remark in found)


def test_too_few_to_judge_spread() -> None:
    few = "a,b\n1,1\n1.1,9\n0.9,20\n1.05,2\n"
    assert not any(isinstance(r, facts.UnequalSpread) for r in results_of(few).remarks)
