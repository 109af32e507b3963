"""Error bars of a figure by command: each word gives its bars, on the height it belongs to."""

from __future__ import annotations

from pathlib import Path

import pytest

from decimus.__main__ import run
from decimus.terms import ErrorBar
from tests.conftest import FIVE_BY_FOUR

WORDS = [bar.value for bar in ErrorBar if bar is not ErrorBar.GIVEN]


def table(tmp_path: Path) -> str:
    path = tmp_path / "salt.tsv"
    path.write_text(FIVE_BY_FOUR)
    return str(path)


def drawn(tmp_path: Path, word: str) -> tuple[int, Path]:
    """The status of a figure with error bars by a word, and its file."""
    out = tmp_path / f"{word}.svg"
    command = ["figure", table(tmp_path), "-o", str(out), "--without-study", "--error-bars", word]
    return run(command), out


@pytest.mark.parametrize("word", WORDS)
def test_every_word_writes_a_figure(word: str, tmp_path: Path) -> None:
    status, out = drawn(tmp_path, word)
    assert status == 0
    assert out.read_text("utf-8").startswith("<?xml")


def test_bars_differ_by_what_they_show(tmp_path: Path) -> None:
    """SD, SE, interval, range and quartiles are of different lengths; none draws none."""
    words = ("sd", "se", "ci", "range", "quartiles", "none", "multiple-sd")
    assert len({drawn(tmp_path, word)[1].read_text("utf-8") for word in words}) == len(words)


def test_quartiles_are_of_medians(tmp_path: Path) -> None:
    _, out = drawn(tmp_path, "quartiles")
    assert "Median" in out.read_text("utf-8")


def test_an_unknown_word_lists_those_there_are(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    status, out = drawn(tmp_path, "whiskers")
    assert status == 2
    said = capsys.readouterr().err
    assert "whiskers" in said
    assert all(word in said for word in WORDS)
    assert not out.exists()
