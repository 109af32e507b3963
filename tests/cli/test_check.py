"""`decimus check`, the remarks beside every result, and the options that they name."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from decimus.__main__ import run

PAIRS = "left,right\n24.8,24.1\n23.4,23.5\n23.3,23.6\n23.3,23.9\n24.0,24.6\n22.9,23.0\n"
COUNTERS = "replicate,soil,yield\n" + "".join(
    f"{i},{soil},{i * len(soil) % 7 + len(soil)}.{i}\n"
    for soil in ("sand", "loams", "peaty0")
    for i in range(1, 6)
)
OTHERS = "child,age,height,jump,club\n" + "".join(
    f"{i},{9 + i % 3},{130 + i * 3},{20 + i * i % 17},{'chess' if i % 2 else 'judo'}\n"
    for i in range(1, 13)
)
CELLS = "variety,soil,mass\n" + "".join(
    f"{v},{s},{i * 3 + j * j + (i + 1) * (j + 2) % 4}.5\n"
    for i, v in enumerate(("Ella", "Rosa", "Nora"))
    for j, s in enumerate(("sandy", "loamy", "peaty"))
)
COMMAS = "a\tb\n1,234\t2,345\n1,250\t2,400\n1,244\t2,100\n"
TIMES = "before,after\n" + "".join(f"{i}.5,{i + 1}.{i}\n" for i in range(6))
READINGS = "plant,light,reading,x\n" + "".join(
    f"P{p},{'dim' if p < 4 else 'sun'},{r},{p}.{r * p % 7}\n"
    for p in range(1, 7)
    for r in (1, 2, 3)
)
TABLES = (PAIRS, COUNTERS, OTHERS, CELLS, COMMAS, TIMES, READINGS)


def written(tmp_path: Path, text: str) -> Path:
    path = tmp_path / "table.csv"
    path.write_text(text)
    return path


def as_json(capsys: pytest.CaptureFixture[str], *arguments: str) -> Any:
    assert run([*arguments, "--json"]) in (0, 3)
    return json.loads(capsys.readouterr().out)


def test_a_clear_table_has_no_question(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = written(tmp_path, "light,x (g)\ndim,1.5\ndim,1.7\ndim,1.6\nsun,2.5\nsun,2.9\nsun,2.8\n")
    assert run(["check", str(path)]) == 3  # whether every row is another unit
    capsys.readouterr()
    assert run(["check", str(path), "--independent"]) == 0
    out, _ = capsys.readouterr()
    assert out.startswith("Each row is one replicate; its group is one kind of light.")
    assert "dim: n = 3" in out
    evidence = as_json(capsys, "check", str(path))["evidence"]
    reasons = {found["reason"] for found in evidence if found["layout"] == "long"}
    assert reasons == {"names of groups recur beside the numbers"}


def test_an_open_question_is_status_three(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = written(tmp_path, PAIRS)
    assert run(["check", str(path)]) == 3
    out, err = capsys.readouterr()
    assert "one row is one subject: --pair-by-row" in out
    assert "Do the values of one row belong together" in err


@pytest.mark.parametrize("command", ["summary", "compare", "figure"])
def test_doubt_is_said_on_standard_error(
    command: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = written(tmp_path, PAIRS)
    output = ["-o", str(tmp_path / "f.png")] if command == "figure" else []
    assert run([command, str(path), *output]) == 0
    assert f"decimus: {path}: Do the values of one row belong together" in capsys.readouterr().err


@pytest.mark.parametrize("text", TABLES)
@pytest.mark.parametrize("command", ["summary", "compare", "check"])
def test_every_remark_names_options_that_work(
    command: str, text: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = written(tmp_path, text)
    record = as_json(capsys, command, str(path))
    options = [other["options"] for remark in record["remarks"] for other in remark["instead"]]
    assert options
    before = as_json(capsys, "compare", str(path))
    for said in options:
        now = as_json(capsys, "compare", str(path), *said)
        kinds = {remark["kind"] for remark in before["remarks"]}
        after = {remark["kind"] for remark in now["remarks"]}
        same = (now["method"], now["terms"]) == (before["method"], before["terms"])
        assert not same or after != kinds, said


def test_pairs_by_command(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = str(written(tmp_path, PAIRS))
    assert as_json(capsys, "compare", path)["method"] == "welch-t"
    paired = as_json(capsys, "compare", path, "--pair-by-row")
    assert (paired["method"], paired["terms"][0]["df"]) == ("paired-t", [5])
    assert "the same 6 subjects under both conditions" in paired["reason"]


def test_independent_by_command(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = str(written(tmp_path, "goat,hay,silage\n3,15,20\n8,11,17\n12,23,25\n13,18,24\n"))
    assert as_json(capsys, "compare", path)["method"] == "paired-t"
    assert as_json(capsys, "compare", path, "--independent")["method"] == "welch-t"


def test_a_wide_table_under_any_heading(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """Every subject column can be named, whatever heads it."""
    path = str(written(tmp_path, "plant,hay,silage\n1,15,20\n2,11,17\n3,23,25\n4,18,24\n"))
    found = as_json(capsys, "compare", path, "--layout", "columns", "--subject", "plant")
    assert (found["method"], found["subjects_used"]) == ("paired-t", ["1", "2", "3", "4"])


def test_names_by_command(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = str(written(tmp_path, "0,2,8\n10.5,9.1,4.4\n11.2,8.7,3.9\n10.9,9.9,4.1\n"))
    said = ("--name", "area (mm²)", "--factor-name", "salt (g/L)")
    record = as_json(capsys, "summary", path, *said)
    assert (record["outcome"], record["unit"], record["factors"]) == ("area", "mm²", ["salt"])
    assert as_json(capsys, "summary", path, "--unit", "cm²")["unit"] == "cm²"
    assert run(["summary", path, "--factor-name", "a", "--factor-name", "b"]) == 2


def test_headings_by_command(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = str(written(tmp_path, "10,20,30\n64,58,41\n88,44,61\n86,27,28\n"))
    assert as_json(capsys, "summary", path)["groups"][0]["n"] == 3
    none = as_json(capsys, "summary", path, "--heading-rows", "0")
    assert [group["n"] for group in none["groups"]] == [4, 4, 4]


@pytest.mark.parametrize(
    "said",
    [
        ("--pair-by-row", "--independent"),
        ("--pair-by-row", "--subject", "left"),
        ("--pair-by-row", "--layout", "long"),
        ("--subject", "left", "--independent"),
    ],
)
def test_options_that_exclude_each_other(
    said: tuple[str, ...], tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert run(["summary", str(written(tmp_path, PAIRS)), *said]) == 2
    assert capsys.readouterr().err.count("\n") == 1
