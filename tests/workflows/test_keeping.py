"""What was decided about a table is kept: an opened study has the numbers it was saved with."""

from __future__ import annotations

import io
import json
import random
import zipfile
from collections.abc import Callable
from pathlib import Path

import msgspec
import pytest
from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.errors import DecimusError
from decimus.formats.study_file import study_from_bytes
from decimus.formats.table_files import table_of_bytes
from decimus.measurements import asked, kept, replicates
from decimus.study import edits
from decimus.study.history import History
from decimus.terms import Layout
from decimus.wording.remarks.remarks import remark_words
from decimus.workflows.exporting import export_figure
from decimus.workflows.keeping import EARLIER, told_of
from decimus.workflows.opening import open_study
from decimus.workflows.saving import save
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of, study_of
from tests.world.experiments import experiment
from tests.world.writers import written

SEEDS = range(0, 240, 4)
SAMPLES = Path(__file__).parents[1] / "formats" / "samples"


def numbers(results: Results) -> object:
    """All that may not differ: groups, n, means, SDs, the test and its p."""
    told = told_of(results).questions
    return [] if told[0] is None else told


def random_history(seed: int) -> History | None:
    """A study of a random experiment; None for one that is refused."""
    rng = random.Random(seed)
    table = written(rng, experiment(rng))
    try:
        found = table_of_bytes(table.content, "t", title="t")
        edit = edits.BringInTable(table=found.table, reading=found.first_reading)
        history = History().after(edit)
        return None if Results(history.study).problem is not None else history
    except DecimusError:
        return None


@pytest.fixture
def other_detector(monkeypatch: pytest.MonkeyPatch) -> Callable[[], None]:
    """A later version, of which every rule decides otherwise; from when it is called on."""

    def never(*_: object, **__: object) -> object:
        raise AssertionError("what was decided is found out anew")

    def install() -> None:
        monkeypatch.setattr(kept, "_detected", never)
        monkeypatch.setattr(asked, "long_roles", never)
        sameness = replicates._sameness

        def other(*given: object) -> object:
            found = sameness(*given)  # type: ignore[arg-type]
            return replace(found, is_same=not found.is_same)

        monkeypatch.setattr(replicates, "_sameness", other)

    return install


def test_a_later_detector_changes_no_number(
    tmp_path: Path, other_detector: Callable[[], None]
) -> None:
    saved = []
    for seed in SEEDS:
        history = random_history(seed)
        if history is None:
            continue
        path = tmp_path / f"{seed}.decimus"
        save(path, history)
        saved.append((path, numbers(Results(history.study))))
    assert len(saved) >= 0.9 * len(SEEDS)
    other_detector()
    for path, before in saved:
        opened = open_study(path)
        assert opened.notes == (), path.name
        assert numbers(Results(opened.history.study)) == before, path.name


def test_the_other_detector_would_change_them(other_detector: Callable[[], None]) -> None:
    results = results_of(FIVE_BY_FOUR)
    assert results.problem is None
    other_detector()
    with pytest.raises(AssertionError):
        _ = results_of(FIVE_BY_FOUR).measurements


def test_edits_of_an_opened_study_keep_what_was_decided(
    tmp_path: Path, other_detector: Callable[[], None]
) -> None:
    path = tmp_path / "s.decimus"
    save(path, History().after(edits.BringInTable(table=study_of(TWO_FACTORS).sheets[0].table)))
    other_detector()
    history = open_study(path).history
    history = history.after(edits.WriteCells(row=1, column=2, cells=(("4.0",),)))
    history = history.after(edits.WriteCells(row=9, column=0, cells=(("4", "bright", "7.0"),)))
    history = history.after(edits.ChooseErrorBar(error_bar="sd"))  # type: ignore[arg-type]
    results = Results(history.study)
    assert [group.n for group in results.groups.shown] == [2, 2, 2, 3]
    assert results.groups.shown[0].summary.mean == 3.0
    undone = history.undone().undone().undone()
    assert [group.n for group in Results(undone.study).groups.shown] == [2, 2, 2, 2]
    again = tmp_path / "again.decimus"
    save(again, history)
    assert numbers(Results(open_study(again).history.study)) == numbers(results)


def test_what_is_said_anew_is_found_out_anew(tmp_path: Path) -> None:
    path = tmp_path / "s.decimus"
    save(path, History().after(edits.BringInTable(table=study_of(FIVE_BY_FOUR).sheets[0].table)))
    history = open_study(path).history
    assert Results(history.study).measurements.shape.is_kept
    as_rows = history.after(edits.ChooseLayout(layout=Layout.ROWS))
    shape = Results(as_rows.study).measurements.shape
    assert not shape.is_kept
    assert shape.layout is Layout.ROWS
    assert Results(as_rows.undone().study).measurements.shape.is_kept


def test_a_figure_carries_what_was_decided(
    tmp_path: Path, other_detector: Callable[[], None]
) -> None:
    results = results_of(TWO_FACTORS)
    before = numbers(results)
    for suffix in ("png", "svg", "pdf"):
        export_figure(results, tmp_path / f"f.{suffix}")
    other_detector()
    for suffix in ("png", "svg", "pdf"):
        opened = open_study(tmp_path / f"f.{suffix}")
        assert opened.notes == ()
        assert numbers(Results(opened.history.study)) == before


def test_an_opened_figure_that_is_edited_and_saved_keeps_its_history(tmp_path: Path) -> None:
    figure, path = tmp_path / "f.png", tmp_path / "s.decimus"
    export_figure(results_of(TWO_FACTORS), figure)
    history = open_study(figure).history
    history = history.after(edits.WriteCells(row=1, column=2, cells=(("4.5",),)))
    save(path, history)
    opened = open_study(path)
    assert opened.notes == ()
    assert [step.edit for step in opened.history.steps] == [step.edit for step in history.steps]
    assert opened.history.undone().study.sheets[0].table == history.start.sheets[0].table


def rewritten(path: Path, name: str, change: Callable[[dict[str, object]], None]) -> None:
    """A study file with a part of it changed."""
    with zipfile.ZipFile(path) as archive:
        parts = {n: archive.read(n) for n in archive.namelist()}
    stored = json.loads(parts[name])
    change(stored)
    parts[name] = json.dumps(stored).encode()
    with zipfile.ZipFile(path, "w") as archive:
        for n, content in parts.items():
            archive.writestr(n, content)


@pytest.mark.parametrize(
    ("field", "value", "said"),
    [
        ("n", 7, "n of “0, dim” was 7 and is 2"),
        ("mean", 2.5, "the mean of “0, dim” was 2.5 and is 1.5"),
        ("sd", 1.0, "the SD of “0, dim” was 1 and is 0.707107"),
        ("levels", ["0", "dark"], "“0, dark” with n = 2 is no group now"),
    ],
)
def test_what_reads_otherwise_is_said(tmp_path: Path, field: str, value: object, said: str) -> None:
    path = tmp_path / "s.decimus"
    save(path, History().after(edits.BringInTable(table=study_of(TWO_FACTORS).sheets[0].table)))
    rewritten(path, "summary.json", lambda s: s["questions"][0]["groups"][0].update({field: value}))  # type: ignore[index]
    assert said in " ".join(open_study(path).notes)


def test_another_test_or_p_is_said(tmp_path: Path) -> None:
    path = tmp_path / "s.decimus"
    for key, value, said in (
        ("method", "anova", "the test was anova and is two-way-anova"),
        ("p", 0.5, "p was 0.5 and is "),
    ):
        table = study_of(TWO_FACTORS).sheets[0].table
        save(path, History().after(edits.BringInTable(table=table)))
        rewritten(path, "summary.json", lambda s: s["questions"][0].update({key: value}))  # type: ignore[index]  # noqa: B023
        assert said in " ".join(open_study(path).notes)


def test_earlier_files_are_said_to_be_read_anew() -> None:
    for sample in sorted(SAMPLES.glob("*.decimus")):
        opened = open_study(sample)
        assert EARLIER in opened.notes, sample.name


def test_what_was_decided_by_nobody_does_no_harm() -> None:
    """Numbers beyond the table, words of no version: the table is found out about anew."""
    study = told_of(results_of(TWO_FACTORS)).study
    reading = study.sheets[0].reading
    decided = reading.decided
    assert decided is not None
    rng = random.Random(7)
    for _ in range(400):
        text = list(decided.shape)
        for _ in range(rng.randint(1, 3)):
            text[rng.randrange(len(text))] = rng.choice('0123456789,"[]{}-x')
        broken = replace(decided, shape="".join(text))
        sheet = replace(study.sheets[0], reading=replace(reading, decided=broken))
        results = Results(replace(study, sheets=(sheet,)))
        if results.problem is None:
            _ = results.groups.shown


def test_reading_again_is_an_edit(tmp_path: Path) -> None:
    path = tmp_path / "s.decimus"
    save(path, History().after(edits.BringInTable(table=study_of(TWO_FACTORS).sheets[0].table)))
    history = open_study(path).history.after(edits.ReadAnew())
    assert history.study.sheets[0].reading.decided is None
    assert history.undone().study.sheets[0].reading.decided is not None


def test_what_would_be_read_otherwise_is_offered() -> None:
    """An earlier version left the last row out; the offer says before and after, and goes back."""
    text = "a,b\n1,2\n2,4\n3,5\n"
    old = results_of(text, edits.ChooseLayout(layout=Layout.COLUMNS))
    columns = told_of(old).study.sheets[0].reading
    decided = columns.decided
    assert decided is not None
    shape = decided.shape.replace('"end_row":4', '"end_row":3')
    assert shape != decided.shape
    study = told_of(old).study
    earlier = replace(decided, shape=shape, version="0.0.9")
    sheet = replace(study.sheets[0], reading=replace(columns, decided=earlier))
    results = Results(replace(study, sheets=(sheet,)))
    assert [group.n for group in results.groups.shown] == [2, 2]
    remark = next(r for r in remark_words(results) if r.kind == "read-otherwise-now")
    assert "n of “a” 2 now, then 3" in remark.head
    ((words, edit),) = remark.fixes
    assert words == "read it again as today"
    history = History(results.study).after(edit)
    assert [group.n for group in Results(history.study).groups.shown] == [3, 3]
    assert [group.n for group in Results(history.undone().study).groups.shown] == [2, 2]
    today = replace(sheet, reading=replace(columns, decided=replace(decided, version="0.0.9")))
    same = Results(replace(study, sheets=(today,)))
    assert all(r.kind != "read-otherwise-now" for r in remark_words(same))


def test_the_file_holds_what_it_says(tmp_path: Path) -> None:
    path = tmp_path / "s.decimus"
    save(path, History().after(edits.BringInTable(table=study_of(TWO_FACTORS).sheets[0].table)))
    with zipfile.ZipFile(io.BytesIO(path.read_bytes())) as archive:
        told = msgspec.json.decode(archive.read("summary.json"))
    assert [g["n"] for g in told["questions"][0]["groups"]] == [2, 2, 2, 2]
    assert [g["mean"] for g in told["questions"][0]["groups"]] == [1.5, 4.0, 2.25, 6.75]
    assert told["questions"][0]["method"] == "two-way-anova"
    assert study_from_bytes(path.read_bytes()).told[0] is not None
