"""The panel in which a figure is written: what is chosen, said, checked, remembered."""

from __future__ import annotations

from pathlib import Path

import pytest
from PIL import Image
from PySide6.QtCore import QPoint

from decimus.analysis.results import Results
from decimus.formats.study_file import undecided
from decimus.kinds.figure_formats import FIGURE_FORMATS
from decimus.study import edits
from decimus.terms import ComparisonText
from decimus.window.files.export_panel import ExportPanel
from decimus.workflows import export_habits
from decimus.workflows.export_habits import ExportHabits, keep_habits, last_habits, proposed_name
from decimus.workflows.figure_checks import figure_checks
from decimus.workflows.opening import open_study
from tests.conftest import FIVE_BY_FOUR, results_of
from tests.window.driving import Driver


@pytest.fixture(autouse=True)
def _own_folder(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(export_habits, "user_state_path", lambda _: tmp_path / "state")


def opened(driver: Driver) -> ExportPanel:
    panel = driver.window.files.open_export(QPoint(900, 60))
    driver.settle()
    return panel


def test_the_button_opens_the_panel(salt: Driver) -> None:
    salt.click(salt.window.question_line.export)
    panel = salt.window.findChild(ExportPanel)
    assert panel is not None
    assert panel.isVisible()
    salt.close_popups()


def test_it_says_what_the_file_will_be(salt: Driver) -> None:
    panel = opened(salt)
    assert "85 × 62 mm, 1004 × 732 pixels" in panel.said_size.text()
    salt.click(panel.usual_dpi.button(600))
    assert "2008 × 1465 pixels" in panel.said_size.text()
    panel.dpi.setValue(72)
    assert "241 × 176 pixels" in panel.said_size.text()
    salt.click(panel.format.button("pdf"))
    assert "pixels" not in panel.said_size.text()
    assert not panel.dpi.isEnabled()
    assert "go with it" in panel.said_size.text()
    salt.click(panel.study.button(value=False))
    assert "go with it" not in panel.said_size.text()
    for file_format in FIGURE_FORMATS:
        salt.click(panel.format.button(file_format))
        assert panel.habits.file_format == file_format
        assert panel.letters.isEnabled() is (file_format == "svg")


def test_what_was_chosen_is_written_and_remembered_with_its_folder(
    salt: Driver, tmp_path: Path
) -> None:
    panel = opened(salt)
    salt.click(panel.usual_dpi.button(150))
    salt.click(panel.colours.button(value=True))
    salt.click(panel.write_button)
    dialog = salt.window.files.dialog
    assert dialog is not None
    assert Path(dialog.selectedFiles()[0]).name == "measurement-by-salt.png"
    path = tmp_path / "there" / "f.png"
    path.parent.mkdir()
    dialog.fileSelected.emit(str(path))
    salt.settle()
    with Image.open(path) as image:
        assert image.mode == "L"
        assert float(image.info["dpi"][0]) == pytest.approx(150, abs=0.1)
    assert "its data and settings go with it" in salt.window.places_line.file_name.text()
    assert undecided(open_study(path).history.study) == salt.window.store.history.study
    kept = last_habits()
    assert (kept.dpi, kept.is_grey, kept.folder) == (150, True, str(path.parent))
    again = opened(salt)
    assert (again.dpi.value(), again.habits.is_grey) == (150, True)
    salt.click(again.write_button)
    dialog = salt.window.files.dialog
    assert dialog is not None
    assert Path(dialog.selectedFiles()[0]).parent == path.parent
    dialog.close()


def test_habits_that_cannot_be_read_are_the_usual(tmp_path: Path) -> None:
    assert last_habits() == ExportHabits()
    keep_habits(ExportHabits(dpi=600))
    assert last_habits().dpi == 600
    path = tmp_path / "state" / "export.json"
    for content in (b"{", b"[]", b'{"dpi": "x"}', b'{"file_format": "exe"}', b'{"dpi": 1e9}'):
        path.write_bytes(content)
        assert last_habits() == ExportHabits()


def test_a_name_is_proposed_from_the_study() -> None:
    results = results_of("salt (g/L),Länge/Breite (mm)\n0,1\n0,2\n2,3\n2,4\n")
    assert proposed_name(results, None, "svg") == "länge-breite-by-salt.svg"
    assert proposed_name(results, Path("/x/pond 3.decimus"), "pdf").startswith("pond 3-länge")


def found(*chosen: edits.Edit, table: str = FIVE_BY_FOUR) -> set[str]:
    results = results_of(table, *chosen)
    return {check.words for check in figure_checks(results) if not check.is_fine}


def test_a_figure_that_is_right_has_nothing_found() -> None:
    named = "salt (g/L),frond area (mm²)\n0,1.5\n0,2\n2,3\n2,4\n"
    assert found(table=named) == set()


@pytest.mark.parametrize(
    ("edit", "words"),
    [
        (edits.WriteAxisTitle(is_value_axis=True, text=""), "the value axis has no title"),
        (edits.WriteAxisTitle(is_value_axis=True, text="*Value*"), "says nothing of what"),
        (edits.ChooseLook(name="text_pt", value=5.0), "the smallest letters have 4.5 pt"),
        (edits.ChooseLook(name="line_pt", value=0.2), "the thinnest line has 0.2 pt"),
    ],
)
def test_what_a_journal_would_ask_is_found(edit: edits.Edit, words: str) -> None:
    named = "salt (g/L),frond area (mm²)\n0,1.5\n0,2\n2,3\n2,4\n"
    assert any(words in each for each in found(edit, table=named))
    assert "no unit in the axis title" in found(table="salt,frond area\n0,1.5\n0,2\n2,3\n2,4\n")


def test_at_most_eight_actions_from_the_example_to_a_finished_figure(
    empty: Driver, tmp_path: Path
) -> None:
    """Comparison lines, stars, own colours, a subtitle, and a PDF written."""
    from decimus.examples.catalogue import example

    window, actions = empty.window, 0
    window.store.apply(example("duckweed-light").edit())  # the study at hand
    empty.settle()
    view = window.page.view
    view.draw_now()

    empty.go("comparisons")
    actions += 1
    empty.choose(window.comparisons.drawn, "drawn", "those with p < 0.05")
    actions += 1
    empty.choose(window.page.caption, "comparison_text", "stars")
    actions += 1
    empty.go("figure")
    actions += 1
    place = window.figure
    empty.type_choice(place.row_with("subtitle"), "subtitle", "After 7 days")
    actions += 1
    empty.choose(place.row_with("palette"), "palette", "Okabe")
    actions += 1
    panel = opened(empty)
    empty.click(panel.format.button("pdf"))
    actions += 1
    empty.click(panel.write_button)
    dialog = window.files.dialog
    assert dialog is not None
    dialog.fileSelected.emit(str(tmp_path / "f.pdf"))
    actions += 1
    empty.settle()
    assert actions <= 8
    figure = Results(open_study(tmp_path / "f.pdf").history.study).question.figure
    assert figure.subtitle == "After 7 days"
    assert figure.comparison_text is ComparisonText.STARS
    assert figure.drawn_pairs
