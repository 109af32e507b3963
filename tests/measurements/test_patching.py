"""One changed number of a large table: the same measurements as reading all of it again."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from decimus.analysis import results as results_module
from decimus.analysis.results import Results
from decimus.formats.delimited import table_of_text
from decimus.measurements.patching import are_the_same, changed_cell, patched
from decimus.measurements.reading import read_measurements
from decimus.study.adjustments import ConvertUnit
from decimus.study.edits import Adjust, BringInTable, Edit, SetValuesAside, WriteCells
from decimus.study.readings import Reading, SetAside
from decimus.study.studies import Study
from decimus.study.tables import CHUNK, Table
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS

LONG = "plot,height\n" + "".join(f"p{n % 4},{10 + n % 7}.{n % 10}\n" for n in range(5000))


def written(table: Table, row: int, column: int, text: str) -> Table:
    return table.with_block(row, column, ((text,),))


def test_the_only_cell_that_differs_is_found() -> None:
    table = table_of_text(LONG)
    last = table.row_count - 1
    assert last > CHUNK
    found = changed_cell(table, written(table, last, 1, "99.5"))
    assert found is not None
    assert (found.row, found.column, found.after) == (last, 1, "99.5")
    assert found.before == table.cell(last, 1)
    twice = written(written(table, 3, 1, "1.5"), last, 1, "2.5")
    assert changed_cell(table, twice) is None
    assert changed_cell(table, written(written(table, 3, 1, "1.5"), 4, 1, "2.5")) is None
    assert changed_cell(table, table) is None
    assert changed_cell(table, written(table, last + 1, 1, "2.5")) is None


@settings(max_examples=25)
@given(
    st.sampled_from([FIVE_BY_FOUR, TWO_FACTORS, LONG]),
    st.data(),
    st.sampled_from(["7.5", "12", "-3.25", "1e3", "0", "1,5", "n/a", "", "<0.1", "3 mm", "x"]),
)
def test_a_patch_is_what_reading_again_gives(text: str, data: st.DataObject, typed: str) -> None:
    """Where a patch is given at all, it agrees with reading the whole table."""
    table = table_of_text(text)
    row = data.draw(st.integers(0, min(30, table.row_count - 1)))
    column = data.draw(st.integers(0, table.column_count - 1))
    before = read_measurements(table, Reading())
    after = written(table, row, column, typed)
    changed = changed_cell(table, after)
    found = patched(before, changed) if changed is not None else None
    if found is None:
        return
    again = read_measurements(after, Reading())
    if not are_the_same(again, found):
        return  # the number made the table read otherwise, which `Results.verified` corrects
    for one, other in zip(again.groups, found.groups, strict=True):
        assert one.values == other.values
        assert one.places == other.places
        assert one.missing == other.missing


@pytest.mark.parametrize("typed", ["n/a", "", "x", "<0.1", "12 mm", "1e99", "3 May"])
def test_what_is_no_plain_number_is_no_patch(typed: str) -> None:
    table = table_of_text(LONG)
    before = read_measurements(table, Reading())
    changed = changed_cell(table, written(table, 5, 1, typed))
    assert changed is not None
    assert patched(before, changed) is None


def test_levels_and_headings_are_no_patch() -> None:
    table = table_of_text(LONG)
    before = read_measurements(table, Reading())
    for row, column in ((0, 1), (0, 0), (7, 0)):
        changed = changed_cell(table, written(table, row, column, "3.5"))
        assert changed is not None
        assert patched(before, changed) is None


# --- through results -------------------------------------------------------------------


def study(*edits: Edit) -> Study:
    found = BringInTable(table=table_of_text(LONG)).apply(Study())
    for edit in edits:
        found = edit.apply(found)
    return found


@pytest.fixture(autouse=True)
def everything_is_large(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(results_module, "_LARGE", 100)


def edited(before: Study, text: str, row: int = 5) -> Results:
    old = Results(before)
    assert old.groups.shown
    after = WriteCells(row=row, column=1, cells=((text,),)).apply(before)
    return Results(after, before=old)


def test_a_changed_number_is_provisional_until_it_is_verified() -> None:
    results = edited(study(), "44.5")
    assert results.is_provisional
    fresh = Results(results.study)
    assert [g.summary.mean for g in results.groups.shown] == [
        g.summary.mean for g in fresh.groups.shown
    ]
    verified = results.verified()
    assert not verified.is_provisional
    assert verified.groups is results.groups


def test_groups_that_did_not_change_keep_their_summaries() -> None:
    before = study()
    old = Results(before)
    shown = old.groups.shown
    after = WriteCells(row=5, column=1, cells=(("44.5",),)).apply(before)
    new = Results(after, before=old).groups.shown
    same = [a.summary is b.summary for a, b in zip(shown, new, strict=True)]
    assert same.count(False) == 1


def test_a_number_that_makes_the_table_read_otherwise_is_corrected() -> None:
    """Whatever a number does to the reading of all, the final groups are those read afresh."""
    text = "a,b\n" + "".join(f"{n + 2},{n + 3}\n" for n in range(1, 80))
    before = BringInTable(table=table_of_text(text)).apply(Study())
    old = Results(before)
    assert old.measurements.count >= 100
    after = before
    # A last row that equals the mean of the others is a summary, once its cells are typed.
    for column, typed in ((0, "42"), (1, "43")):
        after = WriteCells(row=79, column=column, cells=((typed,),)).apply(after)
        results = Results(after, before=old)
        final = results.verified()
        fresh = Results(after)
        assert [g.n for g in final.groups.shown] == [g.n for g in fresh.groups.shown]
        old = final


def test_what_is_adjusted_or_set_aside_is_read_again_where_it_must_be() -> None:
    adjusted = study(Adjust(adjustment=ConvertUnit(10.0, "mm"), words="in mm"))
    results = edited(adjusted, "44.5")
    assert not results.is_provisional
    assert max(g.summary.maximum or 0 for g in results.groups.shown) == 445.0
    aside = study(SetValuesAside(asides=(SetAside("wilted", row=5, column=1),), name="one"))
    results = edited(aside, "44.5")
    fresh = Results(results.study)
    assert [g.cells.asides for g in results.groups.shown] == [
        g.cells.asides for g in fresh.groups.shown
    ]
