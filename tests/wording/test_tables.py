"""Tables of the write-up: columns chosen, ordered, turned, with decimals and other outcomes."""

from __future__ import annotations

from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.study import edits
from decimus.study.write_ups import ColumnDecimals, TableChoices, TableKind
from decimus.terms import Statistic
from decimus.wording.spans import Choice
from decimus.wording.write_up.report_tables import LABEL, ReportTable
from decimus.wording.write_up.table_choices import column_choice, table_sentence
from decimus.wording.write_up.tables import all_columns, table_of, tables_of
from decimus.workflows.exporting import export_report_table
from decimus.workflows.opening import table_edit
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, TWO_GROUPS, results_of

TWO_OUTCOMES = "salt (g/L),flask,area (mm²),mass (mg)\n" + "\n".join(
    f"{salt},F{i}{salt},{100 - 10 * salt + 3 * i},{20 + salt - i / 2}"
    for salt in (0, 2, 4)
    for i in range(4)
)


def arranged(results: Results, choices: TableChoices) -> ReportTable:
    study = edits.ArrangeTable(table=choices).apply(results.study)
    table = table_of(Results(study), choices.kind)
    assert table is not None
    return table


def test_the_usual_tables() -> None:
    summary, comparisons, test = tables_of(results_of(FIVE_BY_FOUR))
    assert [c.heading for c in summary.columns] == [
        "Salt (g/L)",
        "n",
        "Mean",
        "SD",
        "SE",
        "95\u00a0% CI",
    ]
    assert [c.key for c in comparisons.columns][:5] == [
        *("label:pair", "difference", "interval", "statistic", "df"),
    ]
    assert test.rows[0][:3] == ("variation", "sum of squares", "df")
    assert [t.kind for t in tables_of(results_of(TWO_GROUPS))] == [
        TableKind.SUMMARY,
        TableKind.COMPARISONS,
    ]
    assert [t.kind for t in tables_of(results_of("a,b\n1,2\n"))] == [TableKind.SUMMARY]


def test_columns_in_the_order_they_were_chosen_with_decimals_of_their_own() -> None:
    results = results_of(FIVE_BY_FOUR)
    choices = TableChoices(
        TableKind.SUMMARY,
        (Statistic.MEDIAN.value, Statistic.MEAN.value, "n-percent", "no such column"),
        decimals=(ColumnDecimals(Statistic.MEAN.value, 4), ColumnDecimals("n-percent", 0)),
    )
    table = arranged(results, choices)
    assert [c.key for c in table.columns][1:] == ["median", "mean", "n-percent"]
    mean = results.groups.shown[0].summary.mean
    assert table.rows[1][2] == f"{mean:.4f}"
    n, in_all = results.groups.shown[0].n, sum(g.n for g in results.groups.shown)
    assert table.rows[1][3] == f"{n} ({round(100 * n / in_all)}\u00a0%)"


def test_a_table_is_turned_and_turned_back() -> None:
    results = results_of(TWO_FACTORS)
    upright = arranged(results, TableChoices(TableKind.SUMMARY))
    turned = arranged(results, TableChoices(TableKind.SUMMARY, is_turned=True))
    assert tuple(zip(*turned.rows, strict=True)) == upright.rows
    assert (upright.heading_rows, turned.heading_rows) == (1, 2)
    assert turned.numeric == (False, *(True,) * (len(upright.rows) - 1))


def test_several_outcomes_stand_in_one_table() -> None:
    results = results_of(TWO_OUTCOMES)
    table = arranged(results, TableChoices(TableKind.SUMMARY, outcomes=(3,)))
    heads = [c.heading for c in table.columns]
    assert "Area: mean (mm²)" in heads
    assert "Mass: mean (mg)" in heads
    other = results_of(TWO_OUTCOMES, edits.ChooseOutcome(outcome=3, name="mass"))
    at = heads.index("Mass: mean (mg)")
    means = [table_row[at] for table_row in table.rows[1:]]
    own = arranged(other, TableChoices(TableKind.SUMMARY, (Statistic.MEAN.value,)))
    assert means == [row[1] for row in own.rows[1:]]


@pytest.mark.parametrize("text", [FIVE_BY_FOUR, TWO_FACTORS, TWO_GROUPS, TWO_OUTCOMES])
@pytest.mark.parametrize("kind", [*TableKind])
def test_every_choice_of_every_table_can_be_made_and_undone(text: str, kind: TableKind) -> None:
    results = results_of(text)
    if table_of(results, kind) is None:
        return
    found = [span for span in table_sentence(results, kind) if isinstance(span, Choice)]
    table = table_of(results, kind)
    assert table is not None
    found += [
        column_choice(results, kind, c.key) for c in table.columns if not c.key.startswith(LABEL)
    ]
    for choice in found:
        for option in choice.options:
            if option.edit is None:
                continue
            after = Results(option.edit.apply(results.study), before=results)
            shown = table_of(after, kind)
            assert shown is not None
            assert len({len(row) for row in shown.rows}) == 1
            assert len(shown.numeric) == len(shown.rows[0])
            assert len({len(row) for row in shown.exact_rows}) == 1


@given(st.data())
def test_any_columns_in_any_order_hold_the_same_cells(data: st.DataObject) -> None:
    results = results_of(TWO_GROUPS)
    kind = data.draw(st.sampled_from([TableKind.SUMMARY, TableKind.COMPARISONS]))
    every = all_columns(results, kind, TableChoices(kind))
    keys = [c.key for c in every if not c.key.startswith(LABEL)]
    chosen = data.draw(st.lists(st.sampled_from(keys), min_size=1, unique=True))
    table = arranged(results, TableChoices(kind, tuple(chosen)))
    known = {c.key: c.cells for c in every}
    assert [c.key for c in table.columns if not c.key.startswith(LABEL)] == chosen
    assert all(column.cells == known[column.key] for column in table.columns)


@pytest.mark.parametrize("ending", ["csv", "xlsx", "ods", "md"])
@pytest.mark.parametrize("kind", [*TableKind])
def test_files_hold_what_is_shown(kind: TableKind, ending: str, tmp_path: Path) -> None:
    results = results_of(FIVE_BY_FOUR)
    path = tmp_path / f"table.{ending}"
    export_report_table(results, kind, path)
    table = table_of(results, kind)
    assert table is not None
    if ending == "md":
        assert path.read_text("utf-8").count("\n") == len(table.rows) + 1
        return
    read = table_edit(path)[0].table
    assert read.row_count == len(table.rows)
    assert read.cell(0, 1) == table.rows[0][1].replace("\u00a0", " ")
    first = table.rows[1][1].replace("\u2212", "-").replace("\u00a0", " ")
    assert float(read.cell(1, 1)) == pytest.approx(float(first))


def test_a_decimal_comma_goes_with_semicolons(tmp_path: Path) -> None:
    comma = edits.ChooseNumberStyle(name="decimal_sign", value=",")
    results = results_of(FIVE_BY_FOUR, comma)
    path = tmp_path / "table.csv"
    export_report_table(results, TableKind.SUMMARY, path)
    line = path.read_text("utf-8").splitlines()[1]
    assert line.count(";") == 5
    assert line.split(";")[2].replace(",", ".") == f"{results.groups.shown[0].summary.mean:.2f}"
    export_report_table(results, TableKind.SUMMARY, tmp_path / "table.xlsx")
    read = table_edit(tmp_path / "table.xlsx")[0].table
    assert float(read.cell(1, 2)) == pytest.approx(results.groups.shown[0].summary.mean, abs=0.005)


def test_choices_follow_columns_that_move() -> None:
    results = results_of(TWO_OUTCOMES)
    choices = TableChoices(TableKind.SUMMARY, outcomes=(3,))
    study = edits.ArrangeTable(table=choices).apply(results.study)
    study = edits.InsertColumns(at=0).apply(study)
    assert study.questions[0].words.table(TableKind.SUMMARY) == replace(choices, outcomes=(4,))
