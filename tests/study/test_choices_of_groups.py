"""What was chosen about groups stays with them: columns move, levels are renamed, files reopen."""

from __future__ import annotations

import json
import zipfile
from io import BytesIO

import msgspec
import pytest

from decimus.analysis.lane_statistics import Total, levels_with_totals
from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.formats.delimited import table_of_text
from decimus.formats.study_file import study_bytes, study_from_bytes
from decimus.study.adjustments import Logarithm
from decimus.study.edits import (
    AddTable,
    Adjust,
    BringInTable,
    ChooseColumns,
    ChooseErrorBar,
    ChooseFactors,
    ChooseHeight,
    ChooseLook,
    ChooseTable,
    ChooseThreshold,
    ChooseTotals,
    ColourLevel,
    DeleteColumns,
    Edit,
    HideGroup,
    InsertColumns,
    MarkControl,
    MoveByHand,
    ReplaceTable,
    WriteOwnText,
)
from decimus.study.edits.groups import fitting
from decimus.study.edits.tables import LevelRename
from decimus.study.history import History
from decimus.study.questions import Question
from decimus.study.studies import Study
from decimus.study.targets import (
    Axis,
    AxisTitle,
    GroupTextAt,
    PairAt,
    ValueLabelAt,
    tagged,
)
from decimus.terms import ErrorBar, Height, Side, Statistic, Totals
from tests.conftest import TWO_FACTORS, study_of

LIGHT = 1
CHOSEN: tuple[Edit, ...] = (
    MarkControl(variable=LIGHT, level="dim"),
    ColourLevel(variable=LIGHT, level="bright", colour="#a5483a"),
    HideGroup(levels=("0", "dim"), is_hidden=True),
    ChooseThreshold(threshold=2.5, side=Side.BELOW),
    ChooseColumns(columns=(Statistic.MEDIAN, Statistic.SHARE)),
    ChooseTotals(totals=Totals.BOTH),
    ChooseErrorBar(error_bar=ErrorBar.MULTIPLE_OF_SE, factor=1.5),
)


def chosen(*edits: Edit) -> Study:
    return study_of(TWO_FACTORS, *CHOSEN, *edits)


def question(study: Study) -> Question:
    return study.questions[0]


def test_what_was_done_to_groups_by_hand_follows_the_order_of_factors() -> None:
    study = study_of(
        TWO_FACTORS,
        ChooseFactors(factors=(0, 1), names=("salt", "light")),
        ChooseLook(name="cap_mm", value=3.0, levels=("0", "dim")),
        MoveByHand(what=GroupTextAt(("0", "dim")), value_mm=2.0),
        MoveByHand(what=AxisTitle(Axis.VALUE), value_mm=2.0),
        WriteOwnText(what=PairAt(("0", "dim"), ("4", "dim")), text="same"),
        WriteOwnText(what=ValueLabelAt(tagged(("0", "dim"), 5)), text="own"),
    )
    swapped = ChooseFactors(factors=(1, 0), names=("light", "salt")).apply(study)
    figure = swapped.questions[0].figure
    assert figure.group_looks[0].levels == ("dim", "0")
    assert [own.what for own in figure.moved] == [
        GroupTextAt(("dim", "0")),
        AxisTitle(Axis.VALUE),
    ]
    assert [own.what for own in figure.own_texts] == [
        PairAt(("dim", "0"), ("dim", "4")),
        ValueLabelAt(tagged(("dim", "0"), 5)),
    ]
    single = ChooseFactors(factors=(1,), names=("light",)).apply(swapped).questions[0].figure
    assert (single.group_looks, single.own_texts) == ((), ())
    assert [own.what for own in single.moved] == [AxisTitle(Axis.VALUE)]


def test_choices_follow_columns_that_move() -> None:
    moved = question(InsertColumns(at=1).apply(chosen()))
    assert moved.levels.control(LIGHT + 1) == "dim"
    assert moved.figure.level_colours[0].variable == LIGHT + 1
    assert moved.figure.hidden == (("0", "dim"),)
    gone = question(DeleteColumns(at=LIGHT).apply(chosen()))
    assert gone.levels.controls == ()
    assert gone.figure.level_colours == ()


def test_hidden_groups_follow_the_order_of_factors() -> None:
    swapped = ChooseFactors(factors=(1, 0), names=("light", "salt"), before=(0, 1))
    assert question(chosen(swapped)).figure.hidden == (("dim", "0"),)
    one = ChooseFactors(factors=(1,), names=("light",), before=(0, 1))
    assert question(chosen(one)).figure.hidden == ()


def test_choices_follow_levels_that_are_called_otherwise() -> None:
    table = table_of_text(TWO_FACTORS.replace("dim", "shade"), title="new")
    edit = ReplaceTable(
        table=table, columns=(0, 1, 2), renames=(LevelRename(LIGHT, "dim", "shade"),)
    )
    after = question(edit.apply(chosen()))
    assert after.levels.control(LIGHT) == "shade"
    assert after.figure.hidden == (("0", "shade"),)
    assert after.heights.threshold == 2.5


def test_choices_of_levels_do_not_follow_to_another_table() -> None:
    study = AddTable(table=table_of_text("a,b\n1,2\n3,4\n", title="more")).apply(chosen())
    other = question(ChooseTable(sheet=1, name="more").apply(study))
    assert (other.levels.controls, other.figure.level_colours, other.figure.hidden) == ((), (), ())
    assert other.lanes.columns == (Statistic.N, Statistic.MEDIAN, Statistic.SHARE)


def test_all_of_it_is_in_the_study_file() -> None:
    brought = History().after(BringInTable(table=table_of_text(TWO_FACTORS, title="table")))
    history = brought
    for edit in CHOSEN:
        history = history.after(edit)
    opened = study_from_bytes(study_bytes(history)).history
    assert opened.study == history.study
    assert len(opened.steps) == len(CHOSEN) + 1
    for _ in CHOSEN:
        opened = opened.undone()
    assert opened.study == brought.study


def test_a_file_from_before_opens_with_what_was_usual() -> None:
    """Fields that an older file does not have take their usual values."""
    fields = ("error_bar_factor", "height", "threshold", "side", "columns", "totals")
    fields += ("controls", "hidden", "level_colours")
    content = study_bytes(History(study_of(TWO_FACTORS)))
    out = BytesIO()
    with zipfile.ZipFile(BytesIO(content)) as old, zipfile.ZipFile(out, "w") as new:
        for part in old.namelist():
            data = old.read(part)
            if part == "study.json":
                stored = json.loads(data)
                for asked in stored["questions"]:
                    for name in fields:
                        asked.pop(name, None)
                data = json.dumps(stored).encode()
            if part != "history.json":
                new.writestr(part, data)
    assert study_from_bytes(out.getvalue()).history.study == study_of(TWO_FACTORS)


def test_n_always_stays_and_nothing_stands_twice() -> None:
    twice = ChooseColumns(columns=(Statistic.MEAN, Statistic.MEAN, Statistic.MEDIAN))
    assert question(chosen(twice)).lanes.columns == (Statistic.N, Statistic.MEAN, Statistic.MEDIAN)


@pytest.mark.parametrize("height", list(Height))
def test_every_height_has_error_bars_that_belong_to_it(height: Height) -> None:
    """Whatever bars were chosen, those of the new height take their place where they must."""
    for bar in ErrorBar:
        before = chosen(ChooseErrorBar(error_bar=bar))
        after = question(ChooseHeight(height=height, threshold=1.0).apply(before))
        assert after.heights.error_bar in fitting(height)
        if bar in fitting(height):
            assert after.heights.error_bar is bar


def test_logarithms_choose_geometric_means_and_give_them_back() -> None:
    logs = Adjust(adjustment=Logarithm(10), words="log₁₀")
    study = logs.apply(study_of(TWO_FACTORS))
    assert question(study).heights.height is Height.GEOMETRIC_MEAN
    other = AddTable(table=table_of_text("a,b\n1,2\n3,4\n", title="more")).apply(
        study_of(TWO_FACTORS)
    )
    assert question(other).asked.sheet == 1
    assert question(logs.apply(other)).heights.height is Height.MEAN  # it was about the first table


@pytest.mark.parametrize("colour", ["red", "#12345", "#GGGGGG", "2c6b70", "#2C6B70 "])
def test_no_colour(colour: str) -> None:
    with pytest.raises(ChoiceError):
        ColourLevel(variable=LIGHT, level="dim", colour=colour)


def test_edits_are_refused_when_a_file_holds_nonsense() -> None:
    """A factor of zero in a file is refused as it is when typed."""
    stored = msgspec.json.encode(ChooseErrorBar(error_bar=ErrorBar.MULTIPLE_OF_SD, factor=2.0))
    wrong = stored.replace(b"2.0", b"-1.0")
    with pytest.raises((ChoiceError, msgspec.ValidationError)):
        msgspec.json.decode(wrong, type=Edit)


def test_a_marginal_mean_needs_more_than_one_group() -> None:
    """Bright was measured without salt only: 4 g/L has one group and no total."""
    text = "salt,light,x\n0,dim,1\n0,dim,2\n0,bright,4\n0,bright,6\n4,dim,3\n4,dim,5\n"
    results = Results(study_of(text, ChooseTotals(totals=Totals.BOTH)))
    groups = results.groups
    assert len(groups.shown) == 3
    assert levels_with_totals(groups) == ("0",)
    assert sum(isinstance(lane, Total) for lane in results.lanes) == 2
