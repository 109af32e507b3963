"""New data in the place of old: columns and levels by name, what differs in words."""

from __future__ import annotations

import pytest

from decimus.errors import InputError
from decimus.formats.delimited import table_of_text
from decimus.formats.table_files import FoundTable
from decimus.study.edits import ChooseFactors
from decimus.study.studies import Source
from decimus.study.tables import Table
from decimus.workflows.replacing import difference_words, replacement
from tests.conftest import TWO_FACTORS, results_of


def found(text: str) -> FoundTable:
    return FoundTable(table_of_text(text, title="new"), Source(name="new.csv"))


def test_levels_that_are_called_otherwise_are_matched_or_asked() -> None:
    results = results_of(TWO_FACTORS)
    text = TWO_FACTORS.replace("dim", "Dim").replace("bright", "glaring")
    wanted = replacement(results, found(text), is_again=False)
    assert [(r.old, r.new) for r in wanted.edit.renames] == [("dim", "Dim")]
    assert wanted.asked == ((1, "bright"),)
    assert wanted.offered[1] == ("Dim", "glaring")
    chosen = wanted.choosing(1, "bright", "glaring").edit.renames
    assert [(r.old, r.new) for r in chosen] == [("dim", "Dim"), ("bright", "glaring")]


def test_a_factor_or_level_that_is_gone_is_not_asked_about() -> None:
    results = results_of(TWO_FACTORS, ChooseFactors(factors=(0, 1), names=("salt", "light")))
    without = "salt (g/L),area (mm²)\n" + "\n".join(
        line.replace(",dim", "").replace(",bright", "") for line in TWO_FACTORS.splitlines()[1:]
    )
    wanted = replacement(results, found(without), is_again=True)
    assert wanted.edit.columns == (0, -1, 1)
    fewer = "\n".join(line for line in TWO_FACTORS.splitlines() if "bright" not in line)
    assert replacement(results, found(fewer), is_again=True).asked == ()
    with pytest.raises(InputError, match="new"):
        replacement(results, found("a,b\nx,y\nz,w\n"), is_again=False)


def test_what_differs_in_words() -> None:
    old = Table.from_rows((("a", "b"), ("1", "2"), ("3", "4")))
    assert difference_words(old, old) == "nothing differs"
    one = old.with_block(1, 1, (("9",),))
    assert difference_words(old, one) == "1 cell differs"
    longer = one.with_block(0, 0, (("c",),)).with_block(3, 0, (("5", "6"), ("7", "8")))
    assert difference_words(old, longer) == "2 cells differ, 2 rows more"
    assert difference_words(longer, old) == "2 cells differ, 2 rows fewer"
    assert difference_words(old, old.with_columns_deleted(1, 1)) == "1 column fewer"
