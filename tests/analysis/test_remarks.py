"""Remarks: what the data raise, in words with a place."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.study.edits import ChooseValueRange
from decimus.wording.measurements.readings import reading_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from tests.conftest import results_of


def words(text: str, *edits: ChooseValueRange) -> list[tuple[str, str]]:
    return [(r.place, f"{r.head} {r.why}") for r in remark_words(results_of(text, *edits))]


@pytest.mark.parametrize(
    ("text", "place", "expected"),
    [
        ("n,a,b\nflask 1,1,2\nflask 2,,3\n", "measurements", "Flask 2 of a is empty. Missing, not"),
        ("a,b\n1,2\nx9,3\n4,5\n", "measurements", "“x9” (row 3, column 1) is no number."),
        ("n,a,b\np,1,NA\nq,2,NA\n", "measurements", "No data for b."),
        ("a,b,x (g)\np,u,1\np,u,2\np,v,3\np,v,4\nq,u,5\nq,u,6\n", "measurements", "q, v"),
        ("n,a,b\n1,1,2\n2,2,3\nmean,1.5,2.5\n", "measurements", "Mean is left out."),
        ("site,plot,x (g)\nN,1,2\nN,2,3\nS,1,4\nS,2,9\n", "measurements", "names of plot stand"),
        (
            "site,date,soil,x (g)\nN,1.5.21,p,2\nN,2.5.21,q,3\nS,1.5.21,p,4\nS,1.5.21,q,9\n",
            "measurements",
            "date does not tell",
        ),
        ("a,b\n1,2\n2,3\n", "measurements", "What was measured, and in which unit?"),
        ("g,mass\na,1.5\na,2.5\nb,3.5\nb,4.5\n", "measurements", "Mass has no unit."),
        ("a,b\n1,2\n,3\n", "groups", "Only 1 replicate for a."),
        ("a,b\n1,2\n2,3\n", "groups", "Only 2 replicates for a and b."),
        ("a,b\n1,2\n1,3\n", "groups", "All values are equal for a."),
    ],
)
def test_remarks_say_what_where_and_why(text: str, place: str, expected: str) -> None:
    found = words(text)
    assert any(where == place and expected in said for where, said in found), found


def test_a_doubtful_comma_is_asked_about() -> None:
    """Never a silent wrong number: the remark says both readings and carries both."""
    text = "a;b\n1,234;2,345\n1,250;2,400\n"
    results = results_of(text)
    assert results.groups.group(("a",)).summary.mean == 1242
    remark = remark_words(results)[0]
    assert remark.head == "“1,234” is read as 1234."
    as_decimal, as_group = (edit for _, edit in remark.fixes)
    decided = Results(as_decimal.apply(results.study), before=results)
    assert decided.groups.group(("a",)).summary.mean == pytest.approx(1.242)
    assert "with a decimal comma." in plain_text(reading_sentence(decided))
    settled = Results(as_group.apply(results.study), before=results)
    for after in (decided, settled):
        assert not any("is read as" in r.head for r in remark_words(after))


def test_bars_not_from_zero_come_with_fixes() -> None:
    results = results_of("a,b\n1,2\n2,3\n", ChooseValueRange(value_from=0.5, value_to=None))
    remark = next(r for r in remark_words(results) if r.place == "figure")
    assert [label for label, _ in remark.fixes] == ["start at zero", "draw points"]
    fixed = remark.fixes[0][1].apply(results.study)
    assert fixed.questions[0].figure.value_from is None
