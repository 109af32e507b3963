"""Every benchmark runs to its end: small, once, writing nothing."""

from __future__ import annotations

import ast
import os
import subprocess
import sys
from pathlib import Path

FOLDER = Path(__file__).parents[1] / "benchmarks"
NO_BENCHMARKS = {"run", "timing", "simulating", "fuzz", "kills"}
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


ALL_OF = """
import os, runpy, sys
for name in sys.argv[1:]:
    print("==", name, flush=True)
    runpy.run_path(os.path.abspath(f"{name}.py"), run_name="__main__")
"""


def test_they_run(tmp_path: Path) -> None:
    """One after the other in one process, which reads the libraries once."""
    environment = os.environ | {
        "DECIMUS_BENCHMARK_ONCE": "1",
        "QT_QPA_PLATFORM": "offscreen",
        "XDG_STATE_HOME": str(tmp_path),
    }
    chosen = names()
    ran = subprocess.run(
        [sys.executable, "-c", ALL_OF, *chosen],
        check=False,
        cwd=FOLDER,
        env=environment | {"PYTHONPATH": f"{FOLDER}{os.pathsep}{os.environ.get('PYTHONPATH', '')}"},
        capture_output=True,
        text=True,
    )
    assert ran.returncode == 0, ran.stdout[-500:] + ran.stderr[-2000:]
    said = ran.stdout.split("== ")[1:]
    assert [text.split("\n", 1)[0] for text in said] == chosen
    assert all(text.split("\n", 1)[1].strip() for text in said)
