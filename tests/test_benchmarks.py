"""Every benchmark runs to its end: small, once, writing nothing."""

from __future__ import annotations

import ast
import os
import subprocess
import sys
from pathlib import Path

import pytest

FOLDER = Path(__file__).parents[1] / "benchmarks"
NO_BENCHMARKS = {"run", "timing", "fuzz", "kills"}
"""What runs them, what they share, and what is run by hand for minutes."""


def names() -> list[str]:
    """The benchmarks that `make bench` runs."""
    tree = ast.parse((FOLDER / "run.py").read_text(encoding="utf-8"))
    assigned = next(
        node
        for node in tree.body
        if isinstance(node, ast.Assign) and ast.unparse(node.targets[0]) == "NAMES"
    )
    return [n.value for n in ast.walk(assigned) if isinstance(n, ast.Constant)]  # type: ignore[misc]


def test_all_of_them_are_run() -> None:
    assert set(names()) == {path.stem for path in FOLDER.glob("*.py")} - NO_BENCHMARKS


@pytest.mark.parametrize("name", names())
def test_it_runs(name: str, tmp_path: Path) -> None:
    environment = os.environ | {
        "DECIMUS_BENCHMARK_ONCE": "1",
        "QT_QPA_PLATFORM": "offscreen",
        "XDG_STATE_HOME": str(tmp_path),
    }
    ran = subprocess.run(
        [sys.executable, str(FOLDER / f"{name}.py")],
        check=False,
        cwd=FOLDER,
        env=environment,
        capture_output=True,
        text=True,
    )
    assert ran.returncode == 0, ran.stderr[-2000:]
    assert ran.stdout.strip()
