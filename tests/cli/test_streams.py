"""Odd streams and ends: one clear line and a status, whatever the shell has made of them."""

from __future__ import annotations

import io
import json
import os
import signal
import subprocess
import sys
from pathlib import Path
from typing import cast

import pytest

from decimus.__main__ import run
from decimus.cli.streams import prepare

DECIMUS = f"{sys.executable} -m decimus"


@pytest.fixture
def table(tmp_path: Path) -> Path:
    path = tmp_path / "ponds.csv"
    path.write_text("Föhr (µm),Amrum (µm)\n1.5,2.5\n2.5,3.0\n3.5,6.5\n")
    return path


def shell(line: str, **environment: str) -> subprocess.CompletedProcess[bytes]:
    """What a shell makes of a line."""
    return subprocess.run(
        ["/bin/bash", "-c", line], capture_output=True, check=False, env=os.environ | environment
    )


@pytest.mark.parametrize(
    "rest",
    [
        "summary {} > /dev/full",
        "compare {} >&-",
        "--help > /dev/full",
    ],
)
def test_an_output_that_takes_nothing_is_said(rest: str, table: Path) -> None:
    done = shell(f"{DECIMUS} {rest.format(table)}")
    assert done.returncode == 1
    assert b"standard output cannot be written" in done.stderr
    assert done.stderr.count(b"\n") == 1


def test_a_reader_that_has_had_enough_is_no_error(table: Path) -> None:
    done = shell(f"set -o pipefail; {DECIMUS} summary {table} --json | head -c 5")
    assert done.stdout == b'{\n  "'
    assert done.stderr == b""


def test_closed_ends_are_no_traceback(table: Path) -> None:
    done = shell(f"{DECIMUS} summary - <&-")
    assert (done.returncode, done.stdout) == (1, b"")
    assert done.stderr == b"decimus: Standard input is closed. Name a file\n"
    done = shell(f"{DECIMUS} summary {table.parent}/none.csv 2>&-")
    assert (done.returncode, done.stdout, done.stderr) == (1, b"", b"")


def test_an_output_in_another_encoding_shows_what_it_can(
    table: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def shown(*options: str) -> bytes:
        plain = io.TextIOWrapper(io.BytesIO(), encoding="ascii")
        with monkeypatch.context() as patched:
            patched.setattr(sys, "stdout", plain)
            prepare()
            assert run(["summary", str(table), *options]) == 0
            plain.flush()
        return cast("io.BytesIO", plain.buffer).getvalue()

    assert b"F?hr" in shown()
    assert json.loads(shown("--json"))["groups"][0]["levels"] == ["Föhr (µm)"]
    assert "Föhr (µm)".encode() in shown("--csv")


@pytest.mark.parametrize("name", [b"na\xffme.csv", b"two\nlines.csv"])
def test_names_that_are_no_text_or_two_lines(
    name: bytes, table: Path, capfdbinary: pytest.CaptureFixture[bytes]
) -> None:
    path = Path(os.fsdecode(os.fsencode(table.parent) + b"/" + name))
    path.write_bytes(table.read_bytes())
    assert run(["summary", str(path), "--json"]) == 0
    assert json.loads(capfdbinary.readouterr().out)["groups"][0]["n"] == 3
    path.write_text("nothing")
    assert run(["summary", str(path)]) == 1
    said = capfdbinary.readouterr().err
    assert said.count(b"\n") == 1
    said.decode("utf-8")


def test_control_signs_in_names_do_not_reach_the_terminal(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "odd.csv"
    path.write_text("a\x1b[2Jb,c\n1,2\n3,4\n5,9\n")
    assert run(["summary", str(path)]) == 0
    captured = capsys.readouterr()
    assert "[2Jb" in captured.out
    assert "\x1b" not in captured.out + captured.err


HEARING = """
import signal
signal.signal(signal.SIGINT, signal.default_int_handler)
from decimus.__main__ import main
main()
"""
"""The program, where what runs in the background of a script is started deaf to Ctrl+C."""


def test_ctrl_c_ends_a_command_with_one_line() -> None:
    process = subprocess.Popen(
        [sys.executable, "-c", HEARING, "summary", "-"],
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
        stderr=subprocess.PIPE,
    )
    assert process.stdin is not None
    # More than a pipe holds is only taken once the command reads.
    process.stdin.write(b"salt,area\n" * 60_000)
    process.stdin.flush()
    process.send_signal(signal.SIGINT)
    out, err = process.communicate(timeout=10)
    assert (process.returncode, out, err) == (130, b"", b"decimus: stopped\n")


WINDOW = """
import sys, threading, os, signal, time
from PySide6.QtCore import QTimer
from decimus.window import app as starting
from decimus.workflows.opened import OpenedFile
from decimus.study.history import History
from decimus.examples.catalogue import example
def work(window):
    {work}
first = starting.first_window
def opened(found):
    window = first(found)
    QTimer.singleShot(300, lambda: work(window))
    return window
starting.first_window = opened
from decimus.__main__ import main
sys.argv = ["decimus", "demo"]
main()
"""


def run_window(work: str, tmp_path: Path) -> subprocess.CompletedProcess[str]:
    """The program with its window, in which something is done."""
    return subprocess.run(
        [sys.executable, "-c", WINDOW.format(work=work)],
        capture_output=True,
        text=True,
        check=False,
        timeout=60,
        env=os.environ | {"QT_QPA_PLATFORM": "offscreen", "XDG_STATE_HOME": str(tmp_path)},
    )


_WORDS = (
    "window.places_line.go('groups'); window.groups.copy(is_exact=False);"
    " window.groups.copy_markdown(); window.places_line.go('comparisons');"
    " window.comparisons.panel.copy.click(); window.places_line.go('write_up');"
    " window.write_up.passages['caption'].copy(); e = window.write_up.passages['methods'].text;"
    " e.selectAll(); e.copy(); window.measurements.sheet.selectAll();"
    " window.measurements.sheet.copy(); window.write_up.show_part('Tables');"
    " window.write_up.tables.tables['summary'].copy()"
)
"""Copies of words and tables in turn; what was copied last outlives the window."""


@pytest.mark.parametrize("copy", [_WORDS, "window.files.copy_figure()"], ids=["words", "figure"])
def test_quitting_after_a_copy_ends_well(copy: str, tmp_path: Path) -> None:
    """Data made in Python outlived Python, and ended the process with status 139."""
    seen = (
        "from PySide6.QtGui import QGuiApplication as G; print(G.clipboard().mimeData().formats())"
    )
    done = run_window(f"{copy}; {seen}; window.close()", tmp_path)
    assert (done.returncode, done.stderr) == (0, "")
    assert done.stdout.startswith("['")


def test_ctrl_c_closes_the_window_and_keeps_the_work(tmp_path: Path) -> None:
    done = run_window("os.kill(os.getpid(), signal.SIGINT)", tmp_path)
    assert (done.returncode, done.stderr) == (0, "")
    from decimus.workflows.sessions import left_behind

    assert len(left_behind(tmp_path / "decimus" / "sessions")) == 1
