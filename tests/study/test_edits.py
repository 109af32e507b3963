"""Edits: each does what it says, survives a file, and can be undone."""

from __future__ import annotations

import msgspec
import pytest

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.study import edits
from decimus.study.adjustments import ComputedColumn, ConvertUnit, Logarithm
from decimus.study.edits import Edit
from decimus.study.history import History, replayed
from decimus.study.house_styles import HouseStyle
from decimus.study.live_parts import OwnWords, Passage
from decimus.study.looks import Look
from decimus.study.marks import MarkKind
from decimus.study.questions import Asked, LevelError, Note, PairOfGroups
from decimus.study.readings import NumberInCell, Reading, SetAside, SummaryColumns
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.study.targets import GroupTextAt, PairAt
from decimus.study.write_ups import TableChoices, TableKind
from decimus.terms import (
    Adjustment,
    Alternative,
    ChartKind,
    ComparisonMarks,
    ComparisonText,
    Decimals,
    Direction,
    ErrorBar,
    Height,
    Layout,
    LevelKind,
    LimitRule,
    Meaning,
    Method,
    NoteKind,
    Orientation,
    PairSet,
    Palette,
    Side,
    Spacing,
    SphericityCorrection,
    Statistic,
    SumsOfSquares,
    Totals,
)
from decimus.workflows.keeping import told_of
from tests.conftest import TWO_FACTORS, study_of

LOGS = Logarithm(10)
ASIDE = SetAside("cracked", row=2, column=2)

ONE_OF_EACH: tuple[Edit, ...] = (
    edits.AskAnother(asked=Asked(outcome=2, factors=(0,)), words="area by salt"),
    edits.RepeatQuestion(),
    edits.ReadAnew(),
    edits.WritePassage(which=Passage.RESULTS, pieces=(OwnWords("Salt *hurts*."),), basis="x"),
    edits.ArrangeTable(table=TableChoices(TableKind.ANOVA, is_turned=True)),
    edits.BackToSuggestion(which=Passage.METHODS),
    edits.NoteOnQuestion(text="ask again"),
    edits.NoteOnGroup(levels=("0", "dim"), text="by the window"),
    edits.NoteOnCell(row=1, column=2, text="read twice"),
    edits.NoteOnStudy(text="summer"),
    edits.ChooseNumberStyle(name="minus", value="hyphen"),
    edits.NameQuestion(name="growth"),
    edits.MoveQuestion(to=1),
    edits.RemoveQuestion(name="it"),
    edits.BringInTable(table=Table.from_rows((("a", "b"), ("1", "2")), "other")),
    edits.WriteCells(row=1, column=2, cells=(("9.5",),)),
    edits.TakeSignsForNotes(cells=(NumberInCell(row=1, column=2, number="9.4"),)),
    edits.InsertRows(at=1, count=2),
    edits.DeleteRows(at=1),
    edits.InsertColumns(at=1),
    edits.DeleteColumns(at=0),
    edits.ChooseLayout(layout=Layout.COLUMNS),
    edits.ChooseDecimalSign(decimal=","),
    edits.ChooseHeader(has_header=False),
    edits.ChooseRowNames(has_row_names=True),
    edits.NameVariable(variable=2, name="leaf"),
    edits.ChooseUnit(variable=2, unit="cm"),
    edits.ChooseLevelKind(variable=0, kind=LevelKind.NAMES),
    edits.DescribeReplicate(unit_name="pond"),
    edits.DescribeMaterial(material="Lemna minor"),
    edits.DescribeCondition(condition="after 3 days"),
    edits.AddTable(table=Table.from_rows((("c", "d"), ("1", "2")), "more")),
    edits.ChooseTable(sheet=1, name="spare"),
    edits.RemoveTable(sheet=1, name="spare"),
    edits.ReplaceTable(table=Table.from_rows((("g", "x"), ("a", "1")), "new"), columns=(0, 1, -1)),
    edits.ReadAs(reading=Reading(layout=Layout.ROWS), words="groups in rows"),
    edits.ChooseHeaderRows(count=2),
    edits.ChoosePairsByRow(is_paired=True),
    edits.ChooseSameUnits(is_same=True, subject=1),
    edits.ChooseAveraging(column=1, name="flask"),
    edits.ChooseReadingsAcross(are_readings=True),
    edits.CountSummaries(are_counted=True),
    edits.CountMarked(kind=MarkKind.STRUCK, is_counted=True),
    edits.CountFrequencies(frequencies=1),
    edits.LeaveColumnOut(column=2, name="area"),
    edits.ChooseCode(text="-9999"),
    edits.SplitNames(column="light"),
    edits.ChooseLimits(rule=LimitRule.HALF),
    edits.JoinLevels(variable=1, text="Dim", into="dim"),
    edits.ChooseMeaning(meaning=Meaning.STANDARD_ERROR, level=90),
    edits.ChooseSameN(n=6),
    edits.ChooseSummaryColumns(columns=SummaryColumns(mean=2)),
    edits.SetValuesAside(asides=(SetAside("spilled", row=1, column=2),), name="1.0"),
    edits.CountAgain(asides=(ASIDE,), name="2.0"),
    edits.ExplainMissing(row=1, column=2, reason="lost"),
    edits.Adjust(adjustment=ConvertUnit(10.0, "cm²"), words="in cm²"),
    edits.TakeBackAdjustment(adjustment=LOGS, words="logarithms"),
    edits.ComputeColumn(computed=ComputedColumn("twice", "area * 2")),
    edits.RemoveComputed(name="half"),
    edits.ChooseOutcome(outcome=2, name="area"),
    edits.ChooseFactors(factors=(1, 0), names=("light", "salt")),
    edits.ChooseDesign(
        factors=(1,), names=("light",), unit=0, is_same=True, words="each flask in both lights"
    ),
    edits.RenameLevel(variable=1, level="dim", label="shade"),
    edits.ReorderLevels(variable=1, levels=("bright", "dim")),
    edits.ChooseErrorBar(error_bar=ErrorBar.STANDARD_ERROR),
    edits.ChooseHeight(height=Height.SHARE, threshold=2.5, side=Side.BELOW),
    edits.ChooseThreshold(threshold=2.5, side=Side.AT_LEAST),
    edits.ChooseColumns(columns=(Statistic.MEDIAN, Statistic.N)),
    edits.ChooseTotals(totals=Totals.BOTH),
    edits.MarkControl(variable=1, level="dim"),
    edits.HideGroup(levels=("0", "dim"), is_hidden=True),
    edits.ColourLevel(variable=1, level="dim", colour="#2c6b70"),
    edits.ChooseErrorBarLevel(level=90),
    edits.ChooseComparisonLevel(level=99),
    edits.ChooseDirection(direction=Direction.UP),
    edits.ChooseMethod(method=Method.ANOVA, name="one-way ANOVA"),
    edits.ChooseAdjustment(adjustment=Adjustment.NONE, name="pairs unadjusted"),
    edits.DrawComparison(pair=PairOfGroups(("0", "dim"), ("4", "dim")), is_drawn=True),
    edits.ChooseDrawnComparisons(
        pairs=(PairOfGroups(("0", "dim"), ("0", "bright")),), words="some"
    ),
    edits.ChooseDecimals(decimals=Decimals.FIXED, fixed=4),
    edits.ChooseKind(kind=ChartKind.POINTS),
    edits.ShowReplicates(is_shown=False),
    edits.ChoosePalette(palette=Palette.GREY, name="greys"),
    edits.ChooseTextSize(text_pt=10),
    edits.ChooseSize(width_mm=120, height_mm=80),
    edits.ChooseSpacing(spacing=Spacing.BY_AMOUNT),
    edits.WriteAxisTitle(is_value_axis=True, text="Area"),
    edits.ChooseValueRange(value_from=0, value_to=20),
    edits.ChooseComparisonText(text=ComparisonText.STARS),
    edits.ChoosePairs(
        pair_set=PairSet.CHOSEN,
        words="one pair",
        chosen=(PairOfGroups(("0", "dim"), ("4", "dim")),),
        drawn=PairOfGroups(("0", "dim"), ("4", "dim")),
    ),
    edits.ChooseFamilies(per_level=True),
    edits.ChooseAlternative(alternative=Alternative.LESS),
    edits.ChooseReference(reference=7.5),
    edits.ChooseSumsOfSquares(kind=SumsOfSquares.GIVEN_LOWER),
    edits.ChooseSphericity(correction=SphericityCorrection.HUYNH_FELDT),
    edits.StateRelevantDifference(difference=2.5),
    edits.ChoosePower(power=90),
    edits.ChooseComparisonMarks(marks=ComparisonMarks.LETTERS),
    edits.HideNotSignificant(is_hidden=True),
    edits.ChooseStarLimits(limits=(0.02, 0.002)),
    edits.MoveByHand(what=PairAt(("0", "dim"), ("4", "dim")), value_mm=1.5),
    edits.TurnFigure(orientation=Orientation.SIDEWAYS),
    edits.PutNote(note=Note(1, NoteKind.ARROW, 0.5, 2.0, 1.0, 3.0)),
    edits.WriteOwnText(what=GroupTextAt(("0", "dim")), text="*a*"),
    edits.TakeOffNote(number=0),
    edits.ShowOutcome(variable=3, is_shown=True, name="mass"),
    edits.ApplyStyle(style=HouseStyle("our lab", Look(text_pt=7.0), error_bar=ErrorBar.NONE)),
    edits.ChooseLevelErrors(variable=0, errors=(LevelError(0, "4", 0.5),)),
    edits.ChooseSetting(name="value_step", value=2.5),
    edits.ChooseLook(name="cap_mm", value=3.0, levels=("0", "dim")),
)


def test_there_is_one_of_each() -> None:
    """A new kind of edit has to be added here to be checked."""
    assert {type(edit).__name__ for edit in ONE_OF_EACH} == set(edits.__all__) - {
        "Edit",
        "TableEdit",
        "edit_at",
    }


@pytest.mark.parametrize("edit", ONE_OF_EACH, ids=lambda e: type(e).__name__)
def test_every_edit_changes_is_undone_and_survives_a_file(edit: Edit) -> None:
    """Apply, undo, redo, write as JSON, read back, replay: always the same studies."""
    before = study_of(TWO_FACTORS, edits.SetValuesAside(asides=(ASIDE,)))
    before = edits.Adjust(adjustment=LOGS, words="logs").apply(before)
    before = edits.ComputeColumn(computed=ComputedColumn("half", "area / 2")).apply(before)
    before = edits.AddTable(table=Table.from_rows((("e",), ("1",)), "spare")).apply(before)
    before = edits.ChooseTable(sheet=0).apply(before)
    before = edits.RepeatQuestion().apply(before)
    own = edits.WritePassage(which=Passage.METHODS, pieces=(OwnWords("By hand."),))
    before = own.apply(before)
    before = edits.PutNote(note=Note(0, NoteKind.TEXT, 0.0, 1.0, text="here")).apply(before)
    before = told_of(Results(before)).study
    after = edit.apply(before)
    assert after != before
    history = History(before).after(edit)
    assert history.undone().study is before
    assert history.undone().redone().study == after
    stored = msgspec.json.encode(edit)
    read = msgspec.json.decode(stored, type=Edit)
    assert read == edit
    assert replayed(before, (read,), 1).study == after
    assert edit.title
    assert edit.title[-1] not in ".!?"


def test_a_change_that_changes_nothing_is_no_step() -> None:
    history = History(study_of(TWO_FACTORS))
    assert history.after(edits.ChooseErrorBarLevel(level=95)) is history


def test_new_steps_replace_undone_ones() -> None:
    history = History(study_of(TWO_FACTORS))
    for level in (80.0, 90.0, 99.0):
        history = history.after(edits.ChooseErrorBarLevel(level=level))
    history = history.undone().undone()
    assert history.redo_title == "groups at 90 %"
    history = history.after(edits.ChooseDirection(direction=Direction.UP))
    assert history.redo_title is None
    assert len(history.steps) == 2
    assert history.undo_title == "error bars upwards"


def test_ends_of_history_stay() -> None:
    history = History()
    assert history.undone() == history
    assert history.redone() == history
    assert history.undo_title is None
    assert history.study == Study()


def test_columns_move_what_was_said_about_them() -> None:
    """Inserting a column before moves names, orders and roles with their columns."""
    study = study_of(
        TWO_FACTORS,
        edits.ChooseFactors(factors=(1, 0), names=("light", "salt")),
        edits.ChooseOutcome(outcome=2, name="area"),
        edits.RenameLevel(variable=1, level="dim", label="shade"),
        edits.ReorderLevels(variable=1, levels=("bright", "dim")),
        edits.NameVariable(variable=2, name="leaf"),
    )
    moved = edits.InsertColumns(at=1).apply(study)
    question, reading = moved.questions[0], moved.sheets[0].reading
    assert (question.asked.factors, question.asked.outcome) == ((2, 0), 3)
    assert question.levels.labels[0].variable == 2
    assert question.levels.orders[0].variable == 2
    assert reading.facts(3).name == "leaf"
    gone = edits.DeleteColumns(at=2).apply(moved)
    assert gone.questions[0].asked.factors == (0,)
    assert gone.questions[0].levels.labels == ()
    assert gone.questions[0].asked.outcome == 2


def test_swapping_factors_keeps_drawn_pairs() -> None:
    study = study_of(
        TWO_FACTORS,
        edits.ChooseFactors(factors=(0, 1), names=("salt", "light")),
        edits.DrawComparison(pair=PairOfGroups(("0", "dim"), ("0", "bright")), is_drawn=True),
        edits.ChooseFactors(factors=(1, 0), names=("light", "salt")),
    )
    assert study.questions[0].figure.is_drawn(("bright", "0"), ("dim", "0"))
    single = edits.ChooseFactors(factors=(1,), names=("light",)).apply(study)
    assert single.questions[0].figure.drawn_pairs == ()


def test_taking_a_comparison_off_the_figure() -> None:
    pair = PairOfGroups(("0",), ("4",))
    other_way = PairOfGroups(("4",), ("0",))
    drawn = edits.DrawComparison(pair=pair, is_drawn=True).apply(Study())
    assert drawn.questions[0].figure.is_drawn(("4",), ("0",))
    assert edits.DrawComparison(pair=other_way, is_drawn=False).apply(drawn) == Study()


def test_a_levels_own_name_takes_the_label_away() -> None:
    renamed = edits.RenameLevel(variable=1, level="dim", label="shade").apply(Study())
    assert renamed.questions[0].levels.label(1, "dim") == "shade"
    assert edits.RenameLevel(variable=1, level="dim", label="dim").apply(renamed) == Study()


def test_unknown_levels_come_last() -> None:
    ordered = edits.ReorderLevels(variable=1, levels=("c", "a")).apply(Study()).questions[0]
    assert ordered.levels.ordered(1, ("a", "b", "c")) == ("c", "a", "b")
    assert ordered.levels.ordered(2, ("a", "b")) == ("a", "b")


@pytest.mark.parametrize("level", [49.9, 100.0, -5.0, 0.95])
def test_impossible_levels_are_refused(level: float) -> None:
    for make in (edits.ChooseErrorBarLevel, edits.ChooseComparisonLevel):
        with pytest.raises(ChoiceError, match=r"from 50 to 99\.9"):
            make(level=level)
    with pytest.raises(ChoiceError, match="confidence level"):
        edits.ChooseErrorBar(error_bar=ErrorBar.CONFIDENCE_INTERVAL, level=level)


def test_impossible_sizes_and_ranges_are_refused() -> None:
    with pytest.raises(ChoiceError, match="not a usable size"):
        edits.ChooseSize(width_mm=5, height_mm=60)
    with pytest.raises(ChoiceError, match="cannot run from 5 to 5"):
        edits.ChooseValueRange(value_from=5, value_to=5)


def test_what_was_set_aside_moves_with_its_rows_and_columns() -> None:
    """Rows and columns come and go before it; deleted with its cell, it goes too."""
    aside = SetAside("spilled", row=3, column=2)
    study = study_of(
        TWO_FACTORS,
        edits.SetValuesAside(asides=(aside,)),
        edits.ExplainMissing(row=5, column=2, reason="lost"),
        edits.ChooseAveraging(column=1),
        edits.InsertRows(at=1, count=2),
        edits.InsertColumns(at=0),
    )
    reading = study.sheets[0].reading
    assert reading.asides == (SetAside("spilled", row=5, column=3),)
    assert [(r.row, r.column) for r in reading.missing_reasons] == [(7, 3)]
    assert reading.within == 2
    without = edits.DeleteRows(at=5).apply(study).sheets[0].reading
    assert without.asides == ()
    assert [(r.row, r.column) for r in without.missing_reasons] == [(6, 3)]
    assert edits.DeleteColumns(at=3).apply(study).sheets[0].reading.asides == ()


def test_nothing_is_set_aside_without_a_reason() -> None:
    with pytest.raises(ChoiceError, match="without a reason"):
        edits.SetValuesAside(asides=(SetAside(" ", row=1),))
    with pytest.raises(ChoiceError, match="only table stays"):
        edits.RemoveTable(sheet=0).apply(study_of(TWO_FACTORS))


def test_only_what_was_said_of_the_deleted_row_goes() -> None:
    """What was said of the rows above and below it stays, each with its row."""
    study = study_of(
        TWO_FACTORS,
        edits.SetValuesAside(asides=tuple(SetAside("spilled", row=r, column=2) for r in (3, 4, 5))),
        *(edits.ExplainMissing(row=r, column=2, reason="lost") for r in (3, 4, 5)),
    )
    reading = edits.DeleteRows(at=4).apply(study).sheets[0].reading
    assert [aside.row for aside in reading.asides] == [3, 4]
    assert [reason.row for reason in reading.missing_reasons] == [3, 4]
    both = edits.DeleteRows(at=3, count=2).apply(study).sheets[0].reading
    assert [aside.row for aside in both.asides] == [3]
    beyond = edits.DeleteRows(at=5, count=99).apply(study).sheets[0].reading
    assert [aside.row for aside in beyond.asides] == [3, 4]


def asked(study: Study) -> tuple[int | None, tuple[int, ...] | None]:
    return study.questions[0].asked.outcome, study.questions[0].asked.factors


def test_computed_columns_stay_what_they_are_when_the_table_changes() -> None:
    """They come after those of the table; a wider table once made the outcome another column."""
    first, second = ComputedColumn("half", "area / 2"), ComputedColumn("twice", "area * 2")
    study = study_of(
        TWO_FACTORS,
        edits.ComputeColumn(computed=first),
        edits.ComputeColumn(computed=second),
        edits.NameVariable(variable=4, name="double"),
    )
    assert asked(study)[0] == 4
    for edit, outcome in (
        (edits.InsertColumns(at=0), 5),
        (edits.InsertColumns(at=3), 5),
        (edits.DeleteColumns(at=0), 3),
        (edits.WriteCells(row=0, column=4, cells=(("wider",),)), 6),
        (edits.WriteCells(row=1, column=1, cells=(("dim",),)), 4),
        (edits.RemoveComputed(name="half"), 3),
        (edits.ComputeColumn(computed=ComputedColumn("half", "area / 4"), sheet=0), 3),
        (
            edits.ReplaceTable(table=Table.from_rows([["x"] * 5] * 3), columns=(0, 1, 2)),
            6,
        ),
    ):
        after = edit.apply(study)
        assert asked(after)[0] == outcome, edit
        if not isinstance(edit, edits.ComputeColumn):
            assert after.sheets[0].reading.facts(outcome).name == "double"
    gone = edits.RemoveComputed(name="twice").apply(study)
    assert asked(gone)[0] is None
    assert edits.RemoveComputed(name="none").apply(study) is study
    names = [
        c.name for c in edits.ComputeColumn(computed=first).apply(study).sheets[0].reading.computed
    ]
    assert names == ["half", "twice"]
