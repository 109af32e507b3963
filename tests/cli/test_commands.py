"""The command line as its contract says."""

from __future__ import annotations

import csv
import io
import json
import math
import os
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest

from decimus.__main__ import run
from decimus.formats.study_file import open_study, save_study
from decimus.study.edits import ChooseErrorBarLevel
from decimus.study.history import History
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, TWO_GROUPS

Capture = pytest.CaptureFixture[str]


@pytest.fixture
def table(tmp_path: Path) -> Path:
    path = tmp_path / "table.csv"
    path.write_text(TWO_FACTORS, encoding="utf-8")
    return path


def ran(capsys: Capture, *arguments: str) -> tuple[int, str, str]:
    status = run([str(a) for a in arguments])
    captured = capsys.readouterr()
    return status, captured.out, captured.err


def as_json(capsys: Capture, *arguments: str) -> Any:
    status, out, err = ran(capsys, *arguments, "--json")
    assert (status, err) == (0, "")
    return json.loads(out)


def test_summary_json_has_the_contracts_keys(table: Path, capsys: Capture) -> None:
    record = as_json(capsys, "summary", str(table))
    assert record["outcome"] == "area"
    assert record["unit"] == "mm²"
    assert record["factors"] == ["salt", "light"]
    first = record["groups"][0]
    assert list(first) == [
        *("levels", "n", "missing", "excluded", "mean", "sd", "variance", "se", "ci"),
        *("median", "q1", "q3", "min", "max", "cv"),
    ]
    assert first["levels"] == ["0", "dim"]
    assert list(first["ci"]) == ["level", "lower", "upper", "half_width"]
    assert first["ci"]["level"] == 95
    assert first["mean"] == 1.5
    assert first["sd"] == math.sqrt(0.5)
    assert first["cv"] == pytest.approx(100 * math.sqrt(0.5) / 1.5)


def test_undefined_is_null(tmp_path: Path, capsys: Capture) -> None:
    path = tmp_path / "t.csv"
    path.write_text("n,a,b\nx,1,NA\ny,NA,NA\n")
    record = as_json(capsys, "summary", str(path))
    one, none = record["groups"]
    assert (one["n"], one["missing"], one["sd"], one["ci"]["lower"]) == (1, 1, None, None)
    assert (none["n"], none["missing"], none["mean"], none["median"]) == (0, 2, None, None)
    assert record["outcome"] is None
    assert record["unit"] is None


def test_level_sets_both_levels(table: Path, capsys: Capture) -> None:
    assert as_json(capsys, "summary", str(table), "--level", "90")["groups"][0]["ci"]["level"] == 90
    record = as_json(capsys, "compare", str(table), "--level", "99.5")
    assert record["pairs"][0]["ci"]["level"] == 99.5


def test_summary_csv_reads_back(table: Path, capsys: Capture) -> None:
    status, out, _ = ran(capsys, "summary", str(table), "--csv")
    assert status == 0
    rows = list(csv.DictReader(io.StringIO(out)))
    assert rows[0]["salt (g/L)"] == "0"
    assert float(rows[0]["sd"]) == math.sqrt(0.5)
    record = as_json(capsys, "summary", str(table))
    for row, group in zip(rows, record["groups"], strict=True):
        assert float(row["ci_upper"]) == group["ci"]["upper"]
        assert int(row["n"]) == group["n"]


def test_csv_names_cannot_run_as_formulas(tmp_path: Path, capsys: Capture) -> None:
    path = tmp_path / "t.csv"
    path.write_text("group,mass\n=1+1,1\n=1+1,2\n-3,4\n-3,5\n@x,6\n@x,7\n")
    _, out, _ = ran(capsys, "summary", str(path), "--csv")
    assert [row[0] for row in csv.reader(io.StringIO(out))][1:] == ["'=1+1", "-3", "'@x"]


def test_summary_text_is_aligned_and_remarks(capsys: Capture, tmp_path: Path) -> None:
    path = tmp_path / "salt.tsv"
    path.write_text(FIVE_BY_FOUR)
    status, out, err = ran(capsys, "summary", str(path))
    assert status == 0
    assert "5 groups, 19 numbers, 1 missing." in out
    assert f"decimus: {path}: Flask 4 at 2\u00a0g/L is empty." in err
    assert "10.30" in out


def test_standard_input(capsys: Capture, monkeypatch: pytest.MonkeyPatch) -> None:
    class Standard:
        buffer = io.BytesIO(TWO_GROUPS.encode())

    monkeypatch.setattr(sys, "stdin", Standard())
    assert [g["n"] for g in as_json(capsys, "summary", "-")["groups"]] == [4, 3]


def test_a_study_can_be_read(salt_history: History, tmp_path: Path, capsys: Capture) -> None:
    path = tmp_path / "a.decimus"
    save_study(path, salt_history.after(ChooseErrorBarLevel(level=80)))
    record = as_json(capsys, "summary", str(path))
    assert record["groups"][0]["ci"]["level"] == 80
    assert as_json(capsys, "summary", str(path), "--question", "1")["factors"] == ["Salt"]
    status, _, err = ran(capsys, "summary", str(path), "--question", "7")
    assert (status, err) == (
        2,
        "decimus: --question 7: there is no such question; there are: 1 “measurement by salt”\n",
    )


def test_reading_can_be_told(tmp_path: Path, capsys: Capture) -> None:
    path = tmp_path / "t.csv"
    path.write_text("a;b;x;y\np;u;1,5;5\np;v;2,5;6\nq;u;3,5;7\nq;v;4,5;8\n")
    told = as_json(
        *(capsys, "summary", str(path), "--value", "Y", "--group", "b"),
        *("--delimiter", ";", "--decimal", ","),
    )
    assert told["outcome"] == "y"
    assert [g["mean"] for g in told["groups"]] == [6, 7]
    both = as_json(capsys, "summary", str(path), "--value", "x", "--group", "b", "--group", "a")
    assert both["factors"] == ["b", "a"]
    assert both["groups"][0]["levels"] == ["u", "p"]
    by_number = as_json(capsys, "summary", str(path), "--value", "3", "--group", "1")
    assert by_number["outcome"] == "x"
    columns = tmp_path / "c.csv"
    columns.write_text("1,2\n3,4\n5,6\n")
    assert as_json(capsys, "summary", str(columns), "--layout", "columns")["factors"] == ["group"]


def test_compare_json_has_the_contracts_keys(table: Path, capsys: Capture) -> None:
    record = as_json(capsys, "compare", str(table))
    assert record["method"] == "two-way-anova"
    assert record["adjustment"] == "sidak"
    # Two values a cell are alike far from their median: nothing to tell spreads apart by.
    assert [check["name"] for check in record["checks"]] == ["shapiro-wilk"]
    assert record["reason"].startswith("Suggested: two factors and independent replicates")
    for term in record["terms"]:
        assert list(term)[:8] == [
            *("term", "statistic", "value", "df", "p", "sum_of_squares", "mean_square", "effect"),
        ]
    assert [term["term"] for term in record["terms"]][:3] == ["salt", "light", "salt × light"]
    assert record["terms"][-1]["term"] == "Residuals"
    assert record["terms"][-1]["df"] == [4]
    assert len(record["pairs"]) == 4
    pair = record["pairs"][0]
    assert list(pair)[:12] == [
        *("a", "b", "difference", "statistic", "value", "df", "p", "p_less", "p_greater"),
        *("p_adjusted", "ci", "effect"),
    ]
    assert pair["a"] == ["0", "dim"]
    assert pair["b"] == ["0", "bright"]
    assert pair["difference"] == -2.5
    assert pair["value"] == pytest.approx(-2.5 / math.sqrt(0.9375))
    assert pair["p_adjusted"] > pair["p"]
    assert pair["effect"]["name"] == "Hedges g"


def test_compare_options(table: Path, tmp_path: Path, capsys: Capture) -> None:
    assert as_json(capsys, "compare", str(table), "--pairs", "none")["pairs"] == []
    plain = as_json(capsys, "compare", str(table), "--adjust", "none")
    assert all(pair["p_adjusted"] is None for pair in plain["pairs"])
    assert {pair["ci"]["kind"] for pair in plain["pairs"]} == {"individual"}
    two = tmp_path / "two.csv"
    two.write_text(TWO_GROUPS)
    record = as_json(capsys, "compare", str(two), "--direction", "less", "--pairs", "none")
    assert len(record["pairs"]) == 1
    assert record["pairs"][0]["p_directional"] == record["pairs"][0]["p_less"]
    assert as_json(capsys, "compare", str(two), "--method", "student-t")["method"] == "student-t"
    status, out, _ = ran(capsys, "compare", str(two))
    assert status == 0
    assert "Welch’s t-test. Suggested: two independent groups" in out


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (("compare", "F", "--method", "nonsense"), "there are auto, welch-t, student-t"),
        (("compare", "F", "--adjust", "nonsense"), "there are tukey, games-howell, dunnett"),
        (("compare", "F", "--adjust", "dunnett"), "needs a control"),
        (("compare", "F", "--pairs", "control"), "--pairs control needs a control"),
        (("compare", "F", "--control", "7"), "there is no such level; there are 0, 4, dim, bright"),
        (("compare", "F", "--adjust", "games-howell"), "does not belong to two-way-anova"),
        (("compare", "F", "--method", "kruskal-wallis", "--adjust", "tukey"), "it goes with: holm"),
        (
            ("compare", "F", "--direction", "less", "--pairs", "all"),
            "--direction less belongs to two groups or to --pairs control",
        ),
        (("compare", "F", "--pairs", "within", "--of", "soil"), "no such factor; there are"),
        (("compare", "F", "--of", "salt"), "--of belongs to --pairs within or --pairs marginal"),
        (
            ("compare", "F", "--pairs", "all", "--per-level"),
            "--per-level belongs to two factors or more with --pairs within or control",
        ),
        (("compare", "F", "--reference", "x"), "“x” is not a number"),
        (
            ("compare", "F", "--reference", "3", "--method", "anova"),
            "belongs to --method one",
        ),
        (("compare", "F", "--ss-type", "1"), "invalid choice"),
        (("summary", "F", "--layout", "sideways"), "invalid choice"),
        (("summary", "F", "--level", "120"), "120 % is not a usable confidence level"),
        (("summary", "F", "--level", "x"), "“x” is not a level"),
        (("summary", "F", "--mean", "area", "--layout", "long"), "belong to --layout summarised"),
        (("summary", "F", "--mean", "area", "--meaning", "x"), "there are sd, se, margin"),
        (("summary", "F", "--within", "light", "--layout", "columns"), "belong to --layout long"),
        (("summary", "F", "--json", "--csv"), "not allowed with"),
        (("summary", "F", "--delimiter", "ab"), "not one character"),
        (("summary", "F", "--group", "salt", "--group", "salt"), "same column twice"),
        (("summary", "F", "--group", "area", "--value", "area"), "name the same column"),
        (("summary", "F", "--layout", "columns", "--group", "salt"), "names no groups beside"),
        (("summary",), "required"),
        (("figure", "F", "-o", "x.gif"), "cannot be written as “.gif”"),
        (("figure", "F", "-o", "x.png", "--dpi", "5"), "5 dots per inch"),
        (("figure", "F", "-o", "x.png", "--kind", "pie"), "there are bars, points"),
        (("figure", "F", "-o", "x.png", "--width-mm", "2"), "not a usable size"),
        (("report", "F", "-o", "x.pdf"), "A report cannot be written as “.pdf”"),
        (("--nonsense",), "required"),
        (("one", "two"), "one argument too many"),
        (("demo", "nothing"), "There are: duckweed, duckweed-light"),
    ],
)
def test_wrong_usage_is_one_line_and_two(
    arguments: tuple[str, ...], words: str, table: Path, capsys: Capture
) -> None:
    status, out, err = ran(capsys, *(str(table) if a == "F" else a for a in arguments))
    assert status == 2, err
    assert out == ""
    assert err.startswith("decimus: ")
    assert err.count("\n") == 1
    assert words in err


def test_t_test_of_many_groups_and_wrong_adjustments(
    table: Path, tmp_path: Path, capsys: Capture
) -> None:
    status, _, err = ran(capsys, "compare", str(table), "--method", "welch-t")
    assert status == 1
    assert "compares two groups; here are 4" in err
    two = tmp_path / "two.csv"
    two.write_text(TWO_GROUPS)
    status, _, err = ran(capsys, "compare", str(two), "--adjust", "tukey")
    assert status == 2
    assert "there is only one pair to compare; it goes with: none" in err
    status, _, err = ran(capsys, "compare", str(two), "--method", "anova", "--adjust", "tukey")
    assert status == 2
    assert "there is only one pair" in err


@pytest.mark.parametrize("command", ["summary", "compare"])
@pytest.mark.parametrize(
    ("name", "content", "words"),
    [
        ("empty.csv", b"", "The file is empty"),
        ("binary.csv", bytes(range(256)) * 9, "binary data"),
        ("words.csv", b"a,b\nx,y\nz,w\n", "no numbers"),
        ("workbook.xlsx", b"PK\x03\x04....", "workbook"),
        ("broken.decimus", b"PK\x03\x04....", "not a Decimus study"),
        ("headings.csv", b"a,b,c\n", "no numbers"),
        ("huge.csv", b"a,b\n1,2\n3,1e308\n", "\u201c1e308\u201d (row 3, column 2) is too large"),
        ("tiny.csv", b"a,b\n1e-200,2\n3,4\n", "\u201c1e-200\u201d (row 2, column 1) is too small"),
        ("quote.csv", b'"a,b\n1,2\n3,4\n', "never closed"),
    ],
)
def test_unusable_files_are_one_line_and_one(
    command: str, name: str, content: bytes, words: str, tmp_path: Path, capsys: Capture
) -> None:
    path = tmp_path / name
    path.write_bytes(content)
    status, out, err = ran(capsys, command, str(path))
    assert (status, out) == (1, "")
    assert err.startswith(f"decimus: {path}: ")
    assert err.count("\n") == 1
    assert words in err


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("a\n1\n2\n", "There is only one group, “a”"),
        ("a,b\n1,2\n", "Both groups have only 1 replicate"),
        ("a,b,c\n1,2,3\n", "Every group has only 1 replicate"),
    ],
)
def test_designs_without_a_test(text: str, words: str, tmp_path: Path, capsys: Capture) -> None:
    path = tmp_path / "t.csv"
    path.write_text(text)
    status, out, err = ran(capsys, "compare", str(path))
    assert (status, out) == (1, "")
    assert words in err
    assert run(["summary", str(path)]) == 0


def test_missing_columns_and_files(table: Path, capsys: Capture) -> None:
    status, _, err = ran(capsys, "summary", str(table), "--value", "leaf")
    assert status == 1
    assert "there is no column “leaf”. There are: salt (g/L), light, area (mm²)" in err
    status, _, err = ran(capsys, "summary", str(table), "--value", "light")
    assert status == 1
    assert "“light” holds no numbers (row 2, column 2: “dim”)" in err
    status, _, err = ran(capsys, "summary", "nothing.csv")
    assert (status, err) == (1, "decimus: nothing.csv: There is no such file\n")


@pytest.mark.parametrize("suffix", ["png", "svg", "pdf", "tif", "jpeg", "eps"])
def test_figures_are_written_whole(
    suffix: str, table: Path, tmp_path: Path, capsys: Capture
) -> None:
    path = tmp_path / f"figure.{suffix}"
    status, out, err = ran(
        *(capsys, "figure", str(table), "-o", str(path), "--kind", "points", "--independent"),
        *("--error-bars", "sd", "--width-mm", "100", "--height-mm", "70", "--dpi", "100"),
    )
    assert (status, out, err) == (0, "", "")
    assert path.stat().st_size > 3000
    elsewhere = str(tmp_path / "no" / "f.png")
    status, _, err = ran(capsys, "figure", str(table), "-o", elsewhere, "--independent")
    assert status == 1
    assert err.count("\n") == 1


def test_names_in_any_script(tmp_path: Path, capsys: Capture) -> None:
    """What the typeface lacks is said in a line; tags and formulas are only text."""
    path = tmp_path / "t.csv"
    path.write_text('вода,対照,"two\nlines",<b>x</b> & $y$\n1.5,2,3,4\n1.7,3,4,6\n')
    for suffix in ("png", "svg", "pdf"):
        out = tmp_path / f"f.{suffix}"
        status, said, err = ran(capsys, "figure", str(path), "-o", str(out), "--independent")
        assert (status, said) == (0, "")
        assert err == f"decimus: {out}: the typeface has no signs for 対照\n"
    svg = (tmp_path / "f.svg").read_text()
    assert "two lines" in svg
    assert "&lt;b&gt;x&lt;/b&gt;" in svg
    assert "&amp;" in svg
    assert "$y$" in svg


def test_help_and_version(capsys: Capture) -> None:
    status, out, _ = ran(capsys, "--version")
    assert (status, out) == (0, "decimus 0.1.0\n")
    status, out, _ = ran(capsys, "compare", "--help")
    assert status == 0
    assert "--direction" in out


def test_examples_are_listed(capsys: Capture) -> None:
    status, out, _ = ran(capsys, "demo", "--list")
    assert status == 0
    names = ["duckweed", "duckweed-light", "signage", "lichen", "enzyme"]
    assert [line.split(":")[0] for line in out.splitlines()] == names


def started(*arguments: str, folder: Path, **environment: str) -> subprocess.CompletedProcess[str]:
    keep = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "QT_QPA_PLATFORM")}
    return subprocess.run(
        [sys.executable, "-m", "decimus", *arguments],
        capture_output=True,
        text=True,
        cwd=folder,
        env=keep | environment,
        check=False,
        timeout=120,
    )


def test_demo_without_a_display_is_the_full_example(tmp_path: Path) -> None:
    done = started("demo", folder=tmp_path)
    assert done.returncode == 0, done.stderr
    assert "Frond area differs between levels of road salt" in done.stdout
    assert "Figure\u00a01." in done.stdout
    names = sorted(path.name for path in (tmp_path / "demo-output").iterdir())
    assert names == [f"duckweed.{ending}" for ending in ("decimus", "html", "png", "svg")]
    opened = open_study(tmp_path / "demo-output" / "duckweed.decimus").history
    assert not opened.study.is_empty


def test_no_display_is_said_in_one_line(tmp_path: Path) -> None:
    for environment in ({}, {"DISPLAY": ":987"}):
        done = started(folder=tmp_path, **environment)
        assert done.returncode == 1
        assert done.stderr.count("\n") == 1
        assert "Traceback" not in done.stderr


def test_a_closed_pipe_is_no_error(tmp_path: Path, table: Path) -> None:
    command = f"{sys.executable} -m decimus summary {table} --json | head -c 5"
    done = subprocess.run(
        ["/bin/sh", "-c", command], capture_output=True, text=True, cwd=tmp_path, check=False
    )
    assert done.stderr == ""
