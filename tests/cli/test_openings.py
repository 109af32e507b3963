"""What the window opens with, decided without opening one."""

from __future__ import annotations

from pathlib import Path

import pytest

from decimus.cli import openings
from decimus.cli.full_example import run_full_example
from decimus.cli.openings import no_window_reason, opening_from
from decimus.examples.catalogue import example
from decimus.formats.study_file import open_study, save_study, undecided
from decimus.study.history import History
from decimus.workflows.opened import OpenedFile

Capture = pytest.CaptureFixture[str]


@pytest.fixture(autouse=True)
def _offscreen(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("QT_QPA_PLATFORM", "offscreen")


def test_nothing_and_files(salt_history: History, tmp_path: Path, capsys: Capture) -> None:
    assert opening_from([]) == OpenedFile(History())
    study = tmp_path / "a.decimus"
    save_study(study, salt_history)
    opening = opening_from([str(study)])
    assert isinstance(opening, OpenedFile)
    assert opening.file is not None
    assert opening.file.path == study
    assert opening.history.study == salt_history.study
    table = tmp_path / "a.csv"
    table.write_text("a,b\n1,2\n3,4\n")
    opening = opening_from([str(table)])
    assert isinstance(opening, OpenedFile)
    assert opening.file is None
    assert opening.history.undo_title == "bring in a.csv"
    assert opening_from([str(tmp_path / "none.csv")]) == 1
    assert "no such file" in capsys.readouterr().err


def test_demo_opens_an_example(capsys: Capture) -> None:
    opening = opening_from(["demo", "duckweed-light"])
    assert isinstance(opening, OpenedFile)
    assert opening.history.undo_title == "bring in duckweed-light"
    assert opening_from(["demo", "--list"]) == 0
    assert opening_from(["demo", "moss"]) == 2
    assert opening_from(["demo", "--what"]) == 2
    assert opening_from(["demo", "--help"]) == 0
    capsys.readouterr()


def test_where_there_is_no_display(
    monkeypatch: pytest.MonkeyPatch, tmp_path: Path, capsys: Capture
) -> None:
    monkeypatch.delenv("QT_QPA_PLATFORM")
    monkeypatch.delenv("DISPLAY", raising=False)
    monkeypatch.delenv("WAYLAND_DISPLAY", raising=False)
    monkeypatch.chdir(tmp_path)
    assert no_window_reason() == "there is no display for a window"
    assert opening_from([]) == 1
    assert "decimus: there is no display for a window" in capsys.readouterr().err
    assert opening_from(["demo"]) == 0
    assert (tmp_path / "demo-output" / "duckweed.png").exists()
    monkeypatch.setenv("DISPLAY", ":987")
    monkeypatch.setattr(openings, "_PROBE", "raise SystemExit(1)")
    monkeypatch.setattr(openings, "missing", dict)
    assert no_window_reason() == "the display (:987) cannot be used for a window"
    # A platform that is told instead of found needs its display all the same.
    monkeypatch.setenv("QT_QPA_PLATFORM", "xcb")
    assert no_window_reason() == "the display (:987) cannot be used for a window"
    monkeypatch.setattr(openings, "missing", lambda: {"libxcb-cursor.so.0": "libxcb-cursor0"})
    reason = no_window_reason()
    assert reason is not None
    assert "needs libxcb-cursor.so.0" in reason
    assert "recommends libxcb-cursor0)" in reason
    monkeypatch.setattr(openings, "_PROBE", "")
    assert no_window_reason() is None


def test_the_full_example_in_words_and_files(tmp_path: Path, capsys: Capture) -> None:
    history = History().after(example("duckweed").edit())
    assert run_full_example(history, "duckweed", tmp_path) == 0
    said = capsys.readouterr().out
    for words in ("39 numbers, 1 missing", "One-way ANOVA", "Lines join compared groups"):
        assert words in said
    assert undecided(open_study(tmp_path / "duckweed.decimus").history.study) == history.study
    assert "<figcaption>" in (tmp_path / "duckweed.html").read_text("utf-8")
    blocked = tmp_path / "file"
    blocked.write_text("")
    assert run_full_example(history, "duckweed", blocked / "x") == 1
    assert capsys.readouterr().err.count("\n") == 1
