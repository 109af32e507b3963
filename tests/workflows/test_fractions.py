"""Cells such as "7/10" are so many out of so many, where what they are out of mostly stays."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.formats.delimited import table_of_text
from decimus.study.edits import BringInTable
from decimus.study.history import History
from decimus.study.studies import Study
from decimus.wording.measurements.readings import reading_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.wording.write_up.paragraphs import summary_table
from decimus.workflows.fractions import with_shares_computed
from decimus.workflows.opening import brought_in

TEXT = "plant,germinated\nA,7/10\nA,8/10\nA,6/10\nB,3/10\nB,2 / 8\nB,4/10\n"


def results() -> Results:
    edit = with_shares_computed(BringInTable(table=table_of_text(TEXT, title="seeds")))
    return Results(edit.apply(Study()))


def test_shares_are_computed_and_their_counts_kept() -> None:
    found = results()
    assert [[round(v, 12) for v in g.cells.values] for g in found.groups.shown] == [
        [0.7, 0.8, 0.6],
        [0.3, 0.25, 0.4],
    ]
    assert [found.sheet.table.cell(5, c) for c in (1, 2)] == ["2", "8"]
    said = plain_text(reading_sentence(found))
    assert "The numbers are share germinated" in said
    assert 'Computed: share germinated = "germinated" / "germinated of".' in said
    assert "columns-not-used" not in {r.kind for r in remark_words(found)}


def test_a_program_worked_their_digits_out() -> None:
    text = TEXT.replace("2 / 8", "2/9")
    edit = with_shares_computed(BringInTable(table=table_of_text(text)))
    rows = summary_table(Results(edit.apply(Study()))).rows
    assert [row[2] for row in rows] == ["0.700", "0.307"]


@pytest.mark.parametrize(
    "text",
    [
        "plant,day\nA,7/10\nA,8/11\nB,3/12\nB,2/9\n",  # days and months
        "plant,pressure\nA,120/80\nA,130/80\nB,110/80\nB,125/80\n",  # more than it is out of
        "plant,seeds\nA,7/10\nA,some\nB,3/10\nB,2/10\n",
        "seeds\n7/10\n8/10\n3/10\n",  # nothing to compare
        "plant,mass\nA,1.5\nA,2.5\nB,3.5\nB,4.5\n",
    ],
)
def test_others_are_left_as_they_are(text: str) -> None:
    plain = BringInTable(table=table_of_text(text))
    assert with_shares_computed(plain) == plain


def test_through_the_window() -> None:
    made = brought_in(History(), BringInTable(table=table_of_text(TEXT)), "seeds.csv")
    assert made.results.measurements.outcome.name == "share germinated"
    assert [g.n for g in made.results.groups.shown] == [3, 3]
