"""Figures that are their study again, and files from anywhere that are refused by one line."""

from __future__ import annotations

import base64
import random
from pathlib import Path

import pytest
from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.cli.main import run_command
from decimus.errors import FileFormatError, InputError
from decimus.examples.catalogue import example
from decimus.formats.figure_studies import study_in, with_study
from decimus.formats.study_file import undecided
from decimus.kinds.figure_formats import CARRIERS
from decimus.study import edits
from decimus.study.studies import Study
from decimus.terms import ChartKind
from decimus.workflows import exporting
from decimus.workflows.exporting import FigureFile, carried_study, export_figure, figure_bytes
from decimus.workflows.opening import open_file, open_study

MUTATED = 100


def study() -> Study:
    found = example("signage").edit().apply(Study())
    for edit in (
        edits.ChooseKind(kind=ChartKind.BOXES),
        edits.ChooseLook(name="text_pt", value=7.0),
        edits.WriteAxisTitle(is_value_axis=True, text="Waiting “time” & more <s>"),
    ):
        found = edit.apply(found)
    return found


@pytest.fixture(scope="module")
def contents() -> dict[str, bytes]:
    """A figure of each kind, with its study."""
    results = Results(study())
    carried = carried_study(results)
    return {
        kind: with_study(figure_bytes(results, kind, FigureFile(dpi=60)), kind, carried)
        for kind in CARRIERS
    }


@pytest.mark.parametrize("kind", CARRIERS)
def test_a_figure_opened_is_its_study_again(kind: str, tmp_path: Path) -> None:
    path = tmp_path / f"figure.{kind}"
    export_figure(Results(study()), path)
    for opened in (open_study(path), open_file(path)):
        assert undecided(opened.history.study) == study()
        assert opened.notes == ()
        assert opened.file is None, "saving must not write over the figure"
    again = tmp_path / f"again.{kind}"
    export_figure(Results(opened.history.study), again)
    assert again.read_bytes() == path.read_bytes()


@pytest.mark.parametrize("kind", [*CARRIERS, "tiff", "jpg", "eps"])
def test_a_figure_without_its_study_is_refused_by_one_line(kind: str, tmp_path: Path) -> None:
    path = tmp_path / f"figure.{kind}"
    export_figure(Results(study()), path, FigureFile(carries_study=False))
    with pytest.raises(InputError) as caught:
        open_file(path)
    assert "\n" not in str(caught.value)
    assert str(path) in str(caught.value)


def test_folders_of_files_stay_at_home(tmp_path: Path) -> None:
    found = study()
    source = replace(found.sheets[0].source, path=str(tmp_path / "secret" / "t.csv"), name="t.csv")
    found = found.with_sheet(0, replace(found.sheets[0], source=source))
    carried = carried_study(Results(found))
    assert b"secret" not in carried
    path = tmp_path / "f.svg"
    export_figure(Results(found), path)
    assert "secret" not in base64.b64decode(
        path.read_text("utf-8").split('encoding="base64">')[1].split("</study>")[0]
    ).decode("latin-1")
    assert open_study(path).history.study.sheets[0].source.name == "t.csv"


def test_a_study_too_large_stays_out_and_that_is_said(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(exporting, "LARGEST", 100)
    notes = export_figure(Results(study()), tmp_path / "f.png")
    assert any("without its study" in note for note in notes)
    with pytest.raises(InputError):
        open_study(tmp_path / "f.png")


@pytest.mark.parametrize("kind", CARRIERS)
@pytest.mark.parametrize("seed", range(MUTATED // 5))
def test_damaged_files_are_refused_or_read_right(
    kind: str, seed: int, contents: dict[str, bytes], tmp_path: Path
) -> None:
    """Never a fault, never another study."""
    rng = random.Random(f"{kind} {seed}")
    lines = []
    for number in range(5):
        content = bytearray(contents[kind])
        for _ in range(rng.choice((1, 3, 20))):
            at = rng.randrange(len(content))
            match rng.randrange(4):
                case 0:
                    content[at] = rng.randrange(256)
                case 1:
                    del content[at : at + rng.randrange(1, 400)]
                case 2:
                    content[at:at] = rng.randbytes(rng.randrange(1, 40))
                case _:
                    del content[at:]
            if not content:
                content = bytearray(b"x")
        path = tmp_path / f"{number}.{kind}"
        path.write_bytes(content)
        try:
            found = open_study(path).history.study
        except InputError as error:
            lines.append(str(error))
        else:
            assert undecided(found) == study()
    assert all("\n" not in line for line in lines)


BOMB = b"""<?xml version="1.0"?><!DOCTYPE s [<!ENTITY a "aaaaaaaaaa">
<!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;&b;&b;">
<!ENTITY f SYSTEM "file:///etc/passwd">]>
<svg xmlns="http://www.w3.org/2000/svg"><study xmlns="urn:decimus:study">&f;&c;</study></svg>"""
PNG = b"\x89PNG\r\n\x1a\n"
HOSTILE = {
    "png": [
        b"",
        b"\x89PNG\r\n\x1a\n",
        b"\x89PNG\r\n\x1a\n\xff\xff\xff\xffdcSt",
        b"\x89PNG\r\n\x1a\n" * 9,
    ],
    "svg": [b"", b"<svg", BOMB, b"<svg>" + b"<g>" * 100_000, b"\x00" * 100, b"<svg>&x;</svg>"],
    "pdf": [b"", b"%PDF-1.4", b"%PDF-1.4\ntrailer <</Root 1 0 R>>", b"%PDF" + b"[" * 100_000],
}


@pytest.mark.parametrize(
    ("kind", "content"), [(kind, each) for kind, many in HOSTILE.items() for each in many]
)
def test_hostile_files_are_refused_by_one_line(kind: str, content: bytes) -> None:
    with pytest.raises(FileFormatError) as caught:
        study_in(content, kind)
    assert "\n" not in str(caught.value)


def test_what_is_carried_is_checked_like_any_study(contents: dict[str, bytes]) -> None:
    for kind in CARRIERS:
        results = Results(study())
        bare = figure_bytes(results, kind, FigureFile(dpi=60))
        assert study_in(with_study(bare, kind, b"no zip"), kind) == b"no zip"
    del contents


def test_by_command_a_figure_is_a_study(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path, out = tmp_path / "f.pdf", tmp_path / "g.png"
    export_figure(Results(study()), path)
    assert run_command(["summary", str(path), "--csv"]) == 0
    assert capsys.readouterr().out.count("\n") > 2
    assert run_command(["figure", str(path), "-o", str(out), "--without-study"]) == 0
    assert run_command(["summary", str(out)]) == 1
    error = capsys.readouterr().err
    assert error.count("\n") == 1
    assert "carries no study" in error
