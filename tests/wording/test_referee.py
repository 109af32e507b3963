"""The referee's sheet: what it says, the gaps it marks, and what comes out without adjustments."""

from __future__ import annotations

import pytest

from decimus.study import edits
from decimus.study.adjustments import Logarithm
from decimus.study.number_styles import Numerals
from decimus.study.readings import CELLS, SetAside
from decimus.terms import ErrorBar
from decimus.wording.spans import plain_text
from decimus.wording.write_up.referee import exact_p, referee_sheet
from tests.conftest import FIVE_BY_FOUR, TWO_GROUPS, results_of
from tests.wording.paper_situations import PAPERS

SAID = (
    edits.NameVariable(variable=CELLS, name="Frond area"),
    edits.ChooseUnit(variable=CELLS, unit="mm²"),
    edits.DescribeMaterial(material="Lemna minor"),
    edits.DescribeCondition(condition="after 7 days"),
    edits.ChooseSameUnits(is_same=False),
)


def sheet(text: str, *changes: edits.Edit) -> dict[str, tuple[str, bool]]:
    return {
        line.about: (plain_text(line.words).replace("\u00a0", " "), line.is_gap)
        for line in referee_sheet(results_of(text, *changes))
    }


def test_gaps_are_marked_until_they_are_filled() -> None:
    bare = sheet(TWO_GROUPS)
    assert {about for about, (_, is_gap) in bare.items() if is_gap} == {
        *("Outcome", "Material", "Condition", "What n is", "Whose"),
    }
    said = sheet(FIVE_BY_FOUR, *SAID)
    assert not [about for about, (_, is_gap) in said.items() if is_gap]
    assert said["Outcome"][0] == "Frond area (mm²) of Lemna minor after 7 days."
    assert said["What n is"][0].startswith("n counts flasks: n = 3–4 in each group")


def test_what_is_said_of_the_test() -> None:
    said = sheet(FIVE_BY_FOUR, *SAID)
    assert said["Test and why"][0] == "One-way ANOVA. Suggested: five independent groups."
    assert "(in full " in said["Result"][0]
    assert "all pairs (10 comparisons as one family)" in said["Comparisons"][0]
    assert said["Differences"][0].count("\n") == 6
    assert said["Error bars"][0].startswith("Means are shown with their 95 % confidence interval")
    assert said["Planning"][0].startswith("With ")
    bare = sheet(FIVE_BY_FOUR, edits.ChooseErrorBar(error_bar=ErrorBar.NONE))
    assert bare["Error bars"][1]


def test_what_was_set_aside_and_adjusted_and_the_result_without_that() -> None:
    aside = edits.SetValuesAside(asides=(SetAside("spilt", row=1, column=1),))
    logs = edits.Adjust(adjustment=Logarithm(10), words="logs")
    said = sheet(FIVE_BY_FOUR, aside, logs)
    assert "One value, 10.0 (row 2), was set aside: spilt." in said["Left out"][0]
    assert "Without the value set aside: F(4, 13)" in said["Left out"][0]
    plain = sheet(FIVE_BY_FOUR, aside)["Result"][0].partition(" (in full")[0]
    assert said["Adjusted"][0].startswith("Values are taken as log₁₀. Without that: ")
    assert plain in said["Adjusted"][0]


@pytest.mark.parametrize(
    ("p", "said"),
    [
        (0.0412345, "0.0412"),
        (0.5, "0.5"),
        (1.0, "1"),
        (3.18e-22, "3.18×10⁻²²"),
        (0.0, "below what can be computed"),
    ],
)
def test_exact_p(p: float, said: str) -> None:
    assert exact_p(p, Numerals()) == said
    assert exact_p(p, Numerals(",")) == said.replace(".", ",")


@pytest.mark.parametrize("name", [*PAPERS][::5])
def test_every_situation_has_a_sheet(name: str) -> None:
    paper = PAPERS[name]
    said = sheet(paper.table, *paper.chosen)
    assert {"Question", "What n is", "Test and why", "Result", "Error bars", "Left out"} <= set(
        said
    )
    for text, _ in said.values():
        assert text.strip()
        assert "None" not in text.replace("None of", "")
        assert "  " not in text
