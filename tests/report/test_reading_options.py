"""Edits as options: what an option says, read again, is what the edit does."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.report.reading_options import options_of_edit
from decimus.study import edits
from decimus.study.edits import Edit
from decimus.study.readings import HEADINGS, NOBODY
from decimus.terms import Layout, Meaning
from tests.conftest import results_of

WIDE = "plant,dim,bright\np1,1.5,2.5\np2,1.7,2.2\np3,1.2,2.9\n"
ROWS = "old,1.2,1.4,1.5\nnew,2.2,2.1,2.6\n"
LONG = "plant,light,area,mass\n" + "".join(
    f"{i % 4 + 1},{light},{i}.5,{i + 3}.25\n" for i, light in enumerate(["dim", "bright"] * 4)
)


@pytest.mark.parametrize(
    ("text", "edit", "said"),
    [
        (WIDE, edits.ChooseLayout(layout=Layout.ROWS), ("--layout", "rows")),
        (WIDE, edits.ChooseHeaderRows(count=0), ("--heading-rows", "0")),
        (WIDE, edits.ChooseDecimalSign(decimal=","), ("--decimal", ",")),
        (WIDE, edits.CountSummaries(are_counted=True), ("--with-summaries",)),
        (WIDE, edits.ChooseSameUnits(is_same=True), ("--subject", "plant")),
        (WIDE, edits.ChooseSameUnits(is_same=False), ("--independent",)),
        (WIDE, edits.ChoosePairsByRow(is_paired=True), ("--pair-by-row",)),
        (WIDE, edits.ChoosePairsByRow(is_paired=False), ("--independent",)),
        (ROWS, edits.ChoosePairsByRow(is_paired=True, is_column=True), ("--pair-by-column",)),
        (ROWS, edits.ChoosePairsByRow(is_paired=False, is_column=True), ("--independent",)),
        (
            "x,m1,m2\na,1.5,2.5\nb,3.5,4.5\n",
            edits.ChooseSameUnits(is_same=True),
            ("--pair-by-column",),
        ),
        (LONG, edits.ChooseAveraging(column=NOBODY), ("--within", "none")),
        (LONG, edits.ChooseAveraging(column=0), ("--within", "plant")),
        (LONG, edits.ChooseOutcome(outcome=3, name="mass"), ("--value", "mass")),
        (LONG, edits.ChooseFactors(factors=(0,), names=("plant",)), ("--group", "plant")),
        (LONG, edits.ChooseFactors(factors=(HEADINGS,), names=("nothing",)), ("--group", "none")),
        (
            LONG,
            edits.ChooseFactors(factors=(0, 1), names=("plant", "light")),
            ("--group", "plant", "--group", "light"),
        ),
        (
            "light,mean,error,n\ndim,3,0.5,4\nbright,5,0.7,4\n",
            edits.ChooseMeaning(meaning=Meaning.STANDARD_ERROR),
            ("--meaning", "se"),
        ),
    ],
)
def test_edits_that_options_can_say(text: str, edit: Edit, said: tuple[str, ...]) -> None:
    assert options_of_edit(results_of(text), edit) == said


@pytest.mark.parametrize(
    "edit",
    [
        edits.NameVariable(variable=HEADINGS, name="light", unit=""),
        edits.DescribeReplicate(unit_name="leaf"),
        edits.DescribeMaterial(material="duckweed"),
        edits.WriteCells(row=1, column=1, cells=(("9",),)),
        edits.ChooseSize(width_mm=120, height_mm=60),
    ],
)
def test_edits_that_no_option_can_say(edit: Edit) -> None:
    assert options_of_edit(results_of(WIDE), edit) is None


def test_what_is_said_already_needs_no_option() -> None:
    results = results_of(WIDE, edits.ChooseLayout(layout=Layout.COLUMNS))
    assert options_of_edit(results, edits.ChooseLayout(layout=Layout.COLUMNS)) is None
    assert isinstance(results, Results)
