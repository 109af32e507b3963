"""`decimus report` from the command line."""

from __future__ import annotations

import io
from pathlib import Path

import docx
import pytest

from decimus.examples.catalogue import example
from decimus.formats.study_file import save_study
from decimus.study import edits
from decimus.study.questions import Asked
from tests.cli.test_commands import Capture, ran

TABLE = "treatment,mass (g)\na,2.1\na,2.4\na,2.2\na,n.d.\nb,3.9\nb,4.1\nb,3.6\n"


@pytest.fixture
def table(tmp_path: Path) -> Path:
    path = tmp_path / "mass.csv"
    path.write_text(TABLE, encoding="utf-8")
    return path


@pytest.mark.parametrize("ending", ["html", "docx", "md"])
def test_a_table_becomes_a_document(table: Path, ending: str, capsys: Capture) -> None:
    out = table.with_name(f"out.{ending}")
    status, printed, said = ran(capsys, "report", str(table), "-o", str(out), "--name", "Dry mass")
    assert (status, printed) == (0, "")
    assert "is empty" in said or "no number" in said or "n.d." in said
    assert out.exists()
    content = out.read_bytes()
    if ending == "docx":
        content = "\n".join(p.text for p in docx.Document(io.BytesIO(content)).paragraphs).encode()
    assert b"Dry mass" in content
    assert "Welch’s t-test" in content.decode()


def test_a_study_becomes_one_document_of_all_its_questions(tmp_path: Path, capsys: Capture) -> None:
    history = example("duckweed").history().after(edits.AskAnother(asked=Asked(sheet=1)))
    history = history.after(edits.NameQuestion(name="growth", question=0))
    save_study(tmp_path / "a.decimus", history)
    path = str(tmp_path / "a.decimus")
    status, _, said = ran(capsys, "report", path, "-o", str(tmp_path / "a.md"), "--title", "Salt")
    assert status == 0
    text = (tmp_path / "a.md").read_text("utf-8")
    assert text.startswith("# Salt\n")
    assert text.count("\n## ") == 2
    assert "figure 2 beside it: a-figure-2.svg" in said
    status, _, _ = ran(
        capsys,
        "report",
        path,
        "-o",
        str(tmp_path / "b.md"),
        "--question",
        "growth",
        "--without-sheets",
        "--level",
        "90",
    )
    assert status == 0
    text = (tmp_path / "b.md").read_text("utf-8")
    assert text.startswith("# Growth\n")
    assert "For referees" not in text
    assert "90\u00a0% confidence interval" in text
    assert not (tmp_path / "b-figure-2.svg").exists()
    status, _, said = ran(capsys, "summary", path)
    assert status == 0
    assert "the first of 2 questions" in said
    assert "2 “chlorophyll content by road salt”" in said


def test_a_test_that_does_not_fit_is_refused_in_the_report(table: Path, capsys: Capture) -> None:
    path = table.parent / "paired.html"
    status, _, said = ran(capsys, "report", str(table), "-o", str(path), "--method", "paired-t")
    assert status == 0
    assert "Not compared: Paired t-test needs the same replicates" in said.replace("\u00a0", " ")
    assert "The groups were not compared: " in path.read_text("utf-8")


def test_what_is_wrong_is_one_line(
    table: Path, capsys: Capture, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.chdir(table.parent)
    for arguments, status in (
        (("report", str(table), "-o", "x.pdf"), 2),
        (("report", str(table)), 2),
        (("report", str(table), "-o", "x.html", "--style", "none such"), 2),
        (("report", "missing.csv", "-o", "x.html"), 1),
        (("report", str(table), "-o", str(table.parent / "no" / "x.html")), 1),
    ):
        found, printed, said = ran(capsys, *arguments)
        assert (found, printed) == (status, "")
        assert said.splitlines()[-1].startswith("decimus: ")
        assert "Traceback" not in said
    assert not (table.parent / "x.html").exists()
