"""The methods paragraph names what was left out, changed and averaged, and why."""

from __future__ import annotations

from decimus.study import edits
from decimus.study.adjustments import ConvertUnit
from decimus.study.readings import SetAside
from decimus.terms import LimitRule
from decimus.wording.spans import plain_text
from decimus.wording.write_up.methods import methods_paragraph
from tests.conftest import FIVE_BY_FOUR, results_of
from tests.corpus.tables import CASES


def said(text: str, *changes: edits.Edit) -> str:
    return plain_text(methods_paragraph(results_of(text, *changes))).replace("\u00a0", " ")


def test_what_was_set_aside_and_why() -> None:
    text = said(
        FIVE_BY_FOUR,
        edits.SetValuesAside(asides=(SetAside("spilled", row=1, column=1),)),
        edits.ExplainMissing(row=4, column=3, reason="flask broke"),
    )
    assert "with 3–4 flasks in each group (18 in all)" in text
    assert "One value, 10.0 (row 2), was set aside: spilled." in text
    assert "One value was missing (flask broke)." in text
    assert "Tukey–Kramer test for all pairs (10 comparisons as one family), two-sided" in text


def test_averages_limits_joins_and_adjustments() -> None:
    readings = next(c.text for c in CASES if c.name == "three readings of every flask")
    assert "The 3 readings of one flask were averaged first, so that n counts flasks." in said(
        readings
    )
    limits = "site,lead (mg/L)\nN,0.4\nN,<0.1\nS,1.2\nS,1.5\ns,1.1\n"
    text = said(
        limits,
        edits.ChooseLimits(rule=LimitRule.HALF),
        edits.JoinLevels(variable=0, text="s", into="S"),
        edits.Adjust(adjustment=ConvertUnit(1000.0, "µg/L"), words="in µg/L"),
    )
    assert "One value beyond a limit of detection was counted as half the limit." in text
    assert "“s” was counted as “S”." in text
    assert "Values are times 1000, in µg/L." in text


def test_pairs_are_named_as_such() -> None:
    text = said("visitor,old,new\nV1,5,4\nV2,7,5\nV3,6,\n")
    assert "on the same 2 visitors under two conditions (old and new)" in text
    assert "Left out of the test, with values missing: V3." in text


def test_paired_differences_are_later_less_earlier() -> None:
    results = results_of("visitor,after,before\nV1,4,5\nV2,5,7\nV3,5,8\n")
    assert results.comparison is not None
    assert results.comparison.pairs[0].mean_difference == -2.0
