"""Several outcomes on one figure: on one axis where units agree, else with an axis each."""

from __future__ import annotations

import random
import statistics
from itertools import combinations, product
from pathlib import Path

import pytest

from decimus.analysis.outcomes import are_together, owner, results_beside
from decimus.analysis.results import Results
from decimus.cli.main import run_command
from decimus.errors import ChoiceError
from decimus.figure.layout import page_of
from decimus.figure.marks import Box, Label, Page, PageNote, Stroke
from decimus.figure.outlines import measure
from decimus.study import edits
from decimus.study.history import History
from decimus.study.questions import PairOfGroups
from decimus.study.studies import Study
from decimus.study.targets import (
    Axis,
    AxisAt,
    AxisTitle,
    GroupAt,
    KeyEntryAt,
    PairAt,
    Tick,
    tagged,
    untagged,
    with_outcome,
    without_outcome,
)
from decimus.terms import ChartKind, Height, KeyPlace, Orientation
from decimus.wording.figure.readings import target_reading
from decimus.wording.figure.settings import figure_settings
from decimus.wording.questions import question_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import Choice, plain_text
from decimus.wording.write_up.captions import caption
from tests.conftest import study_of
from tests.figure.shapes import beyond_the_page, touch

_AIR = 0.15
ROOT, SHOOT, MASS = "root length (mm)", "shoot length (mm)", "mass (mg)"


def table(rng: random.Random, factors: int = 1, count: int = 4) -> str:
    """Three outcomes, two of them in mm, by one to three factors."""
    levels = [("0", "2", "8"), ("dim", "bright"), ("May", "June")][:factors]
    names = ["salt (g/L)", "light", "month"][:factors]
    rows = [",".join([*names, ROOT, SHOOT, MASS])]
    for number, cell in enumerate(product(*levels)):
        for _ in range(count):
            values = (20 + number, 30 - 2 * number, 3 + 0.2 * number)
            rows.append(",".join([*cell, *(f"{v + rng.gauss(0, v / 10):.2f}" for v in values)]))
    return "\n".join(rows) + "\n"


def study(*outcomes: str, factors: int = 1, chosen: tuple[edits.Edit, ...] = ()) -> Study:
    found = study_of(table(random.Random(3), factors))
    headings = [p.heading for p in Results(found).measurements.shape.columns]
    first, *others = (headings.index(name) for name in outcomes)
    wanted: list[edits.Edit] = [edits.ChooseOutcome(outcome=first, name=outcomes[0])]
    wanted += [edits.ShowOutcome(variable=c, is_shown=True, name="x") for c in others]
    for edit in (*wanted, *chosen):
        found = edit.apply(found)
    return found


def page(of: Study) -> Page:
    return page_of(Results(of), measure)


def means(of: Study, column: int) -> dict[str, float]:
    """The mean of a column at each level, from the cells."""
    rows = list(of.sheets[0].table.rows())[1:]
    by_level: dict[str, list[float]] = {}
    for row in rows:
        by_level.setdefault(row[0], []).append(float(row[column]))
    return {level: statistics.fmean(values) for level, values in by_level.items()}


def all_pairs(of: Study) -> edits.Edit:
    comparison = Results(of).comparison
    assert comparison is not None
    pairs = tuple(PairOfGroups(*both) for p in comparison.pairs if (both := p.cells) is not None)
    return edits.ChooseDrawnComparisons(pairs=pairs, words="all")


def test_a_target_is_told_apart_by_outcome() -> None:
    for target in (
        GroupAt(("a",)),
        PairAt(("a", "b"), ("c", "d")),
        AxisTitle(Axis.VALUE),
        Tick(Axis.VALUE, 3.0),
        AxisAt(Axis.VALUE),
    ):
        other = with_outcome(target, 12)
        assert other != target
        assert without_outcome(other) == (target, 12)
        assert without_outcome(target) == (target, None)
    assert with_outcome(AxisTitle(Axis.GROUP), 12) == AxisTitle(Axis.GROUP)
    assert untagged(tagged(("a",), 3)) == (("a",), 3)
    assert untagged(("\u2192 3",)) == (("\u2192 3",), None), "a level may be called so"


def test_with_one_unit_they_stand_side_by_side_as_high_as_their_means() -> None:
    found = study(ROOT, SHOOT)
    assert are_together(Results(found))
    bars = {
        mark.target.levels: mark.height
        for mark in page(found).of(GroupAt)
        if isinstance(mark, Box) and isinstance(mark.target, GroupAt)
    }
    wanted = {(level,): mean for level, mean in means(found, 1).items()}
    wanted |= {tagged((level,), 2): mean for level, mean in means(found, 2).items()}
    assert bars.keys() == wanted.keys()
    unit = bars["0",] / wanted["0",]
    for levels, height in bars.items():
        assert height == pytest.approx(unit * wanted[levels])
    said = [m.text for m in page(found).of(KeyEntryAt) if isinstance(m, Label)]
    assert said == ["Root length", "Shoot length"]


def test_with_other_units_each_has_an_axis_in_line_with_the_others() -> None:
    found = page(study(ROOT, MASS))
    titles = {m.target: m for m in found.of(AxisTitle) if isinstance(m, Label)}
    assert {m.text for m in titles.values()} == {"Root length (mm)", "Mass (mg)", "Salt (g/L)"}
    lines = [m for m in found.of(AxisAt) if isinstance(m, Stroke) and m.x1 == m.x2]
    assert {m.target for m in lines} == {AxisAt(Axis.VALUE), AxisAt(Axis.VALUE, 3)}
    ends = {m.target: (min(m.y1, m.y2), max(m.y1, m.y2)) for m in lines}
    assert ends[AxisAt(Axis.VALUE)] == pytest.approx(ends[AxisAt(Axis.VALUE, 3)])


@pytest.mark.parametrize("factors", [2, 3])
def test_where_colour_is_taken_outcomes_of_one_unit_are_panels_on_one_axis(factors: int) -> None:
    found = study(ROOT, SHOOT, factors=factors)
    shown = page(found)
    texts = [m.text for m in shown.marks if isinstance(m, Label)]
    wanted = ["Root length", "Shoot length"]
    if factors == 3:
        wanted = [f"{name}, {month}" for name in wanted for month in ("May", "June")]
    assert [text for text in texts if text in wanted] == wanted
    assert len({m.text for m in shown.of(AxisTitle) if isinstance(m, Label)}) == 2


def test_one_axis_for_other_units_is_not_and_says_why() -> None:
    one = edits.ChooseSetting(name="outcomes_together", value=True)
    asked = Results(study(ROOT, MASS, chosen=(one,)))
    assert not are_together(asked)
    remark = next(r for r in remark_words(asked) if r.head == "Outcomes have an axis each.")
    assert "units differ" in remark.why
    _, back = remark.fixes[0]
    assert all(
        r.head != remark.head for r in remark_words(Results(back.apply(asked.study), before=asked))
    )
    apart = edits.ChooseSetting(name="outcomes_together", value=False)
    assert not are_together(Results(study(ROOT, SHOOT, chosen=(apart,))))


@pytest.mark.parametrize("names", [(ROOT, SHOOT), (ROOT, MASS)])
def test_each_is_compared_by_itself_with_its_own_p(names: tuple[str, str]) -> None:
    found = study(*names)
    found = all_pairs(found).apply(found)
    other = results_beside(Results(found))[0]
    alone = Results(study(names[1]))
    assert alone.comparison is not None
    assert other.comparison is not None
    for mine, theirs in zip(alone.comparison.pairs, other.comparison.pairs, strict=True):
        assert mine.p_shown == theirs.p_shown
    lines = {m.target for m in page(found).of(PairAt)}
    assert len(lines) == 6
    said = plain_text(caption(Results(found)))
    assert said.startswith("Figure\u00a01. Root length and ")
    assert said.endswith("Every outcome is compared by itself.")


def test_pointing_at_a_group_says_of_which_outcome_it_is() -> None:
    found = study(ROOT, SHOOT)
    results = Results(found)
    read = target_reading(results, GroupAt(tagged(("2",), 2)))
    assert read.startswith("Shoot length: ")
    assert f"{means(found, 2)['2']:.2f}"[:4] in read
    assert target_reading(results, GroupAt(("2",))).startswith("Root length: ")
    assert owner(results, tagged(("2",), 9)) == (results, tagged(("2",), 9))
    drawn = Results(all_pairs(found).apply(found))
    pair = PairAt(tagged(("0",), 2), tagged(("8",), 2))
    assert target_reading(drawn, pair).startswith("Shoot length: ")


def test_a_line_moved_in_one_stays_in_the_other_and_follows_its_column() -> None:
    found = study(ROOT, MASS)
    found = all_pairs(found).apply(found)
    pair = PairAt(tagged(("0",), 3), tagged(("8",), 3))
    moved = edits.MoveByHand(what=pair, value_mm=4.0).apply(found)

    def heights(of: Study, what: PairAt) -> list[float]:
        marks = [m for m in page(of).of(PairAt) if m.target == what and isinstance(m, Stroke)]
        return [round(mark.y1, 6) for mark in marks]

    own = PairAt(("0",), ("8",))
    shift = {
        round(b - a, 3) for a, b in zip(heights(found, pair), heights(moved, pair), strict=True)
    }
    assert len(shift) == 1
    assert shift != {0.0}
    assert heights(moved, own) == pytest.approx(heights(found, own))
    inserted = edits.InsertColumns(at=0).apply(moved).questions[0].figure
    assert inserted.outcomes[0].variable == 4
    assert inserted.moved[0].what == PairAt(tagged(("0",), 4), tagged(("8",), 4))
    gone = edits.DeleteColumns(at=3).apply(moved).questions[0].figure
    assert (gone.outcomes, gone.moved) == ((), ())


def test_each_axis_has_ends_and_a_title_of_its_own() -> None:
    found = study(ROOT, MASS)
    chosen = edits.ChooseValueRange(value_from=0, value_to=11, outcome=3).apply(found)
    chosen = edits.WriteAxisTitle(is_value_axis=True, text="Dry mass (mg)", outcome=3).apply(chosen)
    ticks = {
        m.target.outcome: m.text
        for m in page(chosen).of(Tick)
        if isinstance(m, Label) and isinstance(m.target, Tick)
    }
    assert ticks[3] == "11"
    assert ticks[None] != "11"
    titles = {m.text for m in page(chosen).of(AxisTitle) if isinstance(m, Label)}
    assert titles == {"Root length (mm)", "Dry mass (mg)", "Salt (g/L)"}


def test_a_changed_cell_of_any_outcome_redraws_and_other_columns_do_not() -> None:
    first = Results(study(ROOT, MASS))
    before = page_of(first, measure)
    cell = edits.WriteCells(row=1, column=3, cells=(("9.9",),))
    second = Results(cell.apply(first.study), before=first)
    assert page_of(second, measure) != before
    assert page_of(second, measure).marks == page(cell.apply(first.study)).marks
    other = edits.ChooseDecimals(decimals=second.question.numbers.decimals)
    third = Results(other.apply(second.study), before=second)
    assert page_of(third, measure) is page_of(second, measure)


def test_through_the_words_of_the_window_and_back() -> None:
    history = History().after(edits.BringInTable(table=study(ROOT).sheets[0].table))
    choice = next(s for s in question_sentence(Results(history.study)) if isinstance(s, Choice))
    edit = next(o.edit for o in choice.options if o.label == f"with {MASS} beside it on the figure")
    assert edit is not None
    shown = history.after(edit)
    section = figure_settings(Results(shown.study))[0]
    row = next(setting for setting in section.settings if setting.label == "outcomes")
    options = [o for s in row.sentence if isinstance(s, Choice) for o in s.options]
    off = next(o.edit for o in options if o.label == f"without {MASS} beside it")
    assert off is not None
    assert shown.after(off).study.questions == history.study.questions
    assert shown.undone().study == history.study


def test_what_cannot_be_shown_is_said() -> None:
    found = study(ROOT, MASS)
    bad = edits.WriteCells(row=1, column=3, cells=tuple(("x",) for _ in range(12))).apply(found)
    heads = [r.head for r in remark_words(Results(bad))]
    assert any(head.endswith("is not on the figure.") for head in heads)
    assert {m.text for m in page(bad).of(AxisTitle) if isinstance(m, Label)} == {
        "Root length (mm)",
        "Salt (g/L)",
    }
    far = edits.ShowOutcome(variable=40, is_shown=True, name="x").apply(study(ROOT))
    assert "column 41 is not on the figure." in [r.head for r in remark_words(Results(far))]
    full = found
    for column in range(20, 30):
        full = edits.ShowOutcome(variable=column, is_shown=True, name="x").apply(full)
    one_more = edits.ShowOutcome(variable=30, is_shown=True, name="x")
    with pytest.raises(ChoiceError, match="at most"):
        one_more.apply(full)


def test_remarks_on_the_others_are_said_with_their_name() -> None:
    found = study(ROOT, MASS)
    empty = edits.WriteCells(row=1, column=3, cells=(("lost",),)).apply(found)
    heads = [r.head for r in remark_words(Results(empty))]
    assert any(head.startswith("Mass: ") for head in heads)
    assert not any("not used" in head and MASS in head for head in heads)
    said = plain_text(caption(Results(empty)))
    assert "n\u00a0=\u00a04 (root length), 3–4 (mass)" in said


def test_by_command(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path, out = tmp_path / "t.csv", tmp_path / "f.svg"
    path.write_text(table(random.Random(1)), "utf-8")
    command = ["figure", str(path), "-o", str(out), "--value", ROOT]
    assert run_command([*command, "--beside", "mass", "--beside", SHOOT]) == 0
    text = out.read_text("utf-8")
    assert all(f">{name}" in text or name in text for name in ("Mass", "Shoot length"))
    capsys.readouterr()
    assert run_command([*command, "--beside", "width"]) == 2
    assert "there are shoot length (mm), mass (mg)" in capsys.readouterr().err
    assert run_command([*command, "--beside", "mass", "--one-axis", "yes"]) == 0
    assert "Outcomes have an axis each" in capsys.readouterr().err


EVERY = [
    (kind, factors, (ROOT, SHOOT) if number % 2 else (ROOT, MASS, SHOOT))
    for number, (kind, factors) in enumerate(product(ChartKind, (1, 2, 3)))
]


@pytest.mark.parametrize(("kind", "factors", "names"), EVERY)
def test_nothing_overlaps_or_leaves_the_page(
    kind: ChartKind, factors: int, names: tuple[str, ...]
) -> None:
    rng = random.Random(f"{kind} {factors} {names}")
    size = rng.choice(((85.0, 62.0), (60.0, 50.0), (174.0, 80.0)))
    chosen: list[edits.Edit] = [
        edits.ChooseKind(kind=kind),
        edits.ChooseSize(width_mm=size[0], height_mm=size[1]),
        edits.ChooseLook(name="key_place", value=rng.choice(list(KeyPlace)).value),
        edits.TurnFigure(orientation=rng.choice((None, *Orientation))),
        edits.ChooseSetting(name="counts_below", value=rng.random() < 0.5),
        edits.ChooseSetting(name="value_labels", value="height"),
    ]
    if kind is ChartKind.STACKED:
        chosen.append(edits.ChooseHeight(height=Height.COUNT))
    found = study(*names, factors=factors, chosen=tuple(chosen))
    if rng.random() < 0.5:
        found = all_pairs(found).apply(found)
    shown = page(found)
    assert beyond_the_page(shown) == []
    labels = [mark for mark in shown.marks if isinstance(mark, Label)]
    assert [(a.text, b.text) for a, b in combinations(labels, 2) if touch(a, b, _AIR)] == []


def test_rows_of_outcomes_are_said() -> None:
    narrow = edits.ChooseSize(width_mm=60, height_mm=50)
    assert PageNote.LARGER_FOR_OUTCOMES in page(study(ROOT, MASS, chosen=(narrow,))).notes
    wide = edits.ChooseSize(width_mm=114, height_mm=50)
    assert PageNote.LARGER_FOR_OUTCOMES not in page(study(ROOT, MASS, chosen=(wide,))).notes
