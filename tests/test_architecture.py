"""The layers hold: the contract bites, and nothing below the window needs the window library."""

from __future__ import annotations

import shutil
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
BELOW_THE_WINDOW = """
import sys, pkgutil, importlib
class Blocked:
    def find_spec(self, name, path=None, target=None):
        if name.split(".")[0] in ("PySide6", "shiboken6"):
            raise ImportError(f"{name} is blocked")
sys.meta_path.insert(0, Blocked())
import decimus
for module in pkgutil.walk_packages(decimus.__path__, "decimus."):
    if not module.name.startswith("decimus.window"):
        importlib.import_module(module.name)
heavy = [name for name in ("scipy", "matplotlib", "PySide6") if name in sys.modules]
assert not heavy, heavy
"""


def test_everything_below_imports_without_the_window_library() -> None:
    """Importing costs no heavy library either: they are late."""
    done = subprocess.run(
        [sys.executable, "-c", BELOW_THE_WINDOW], capture_output=True, text=True, check=False
    )
    assert done.returncode == 0, done.stderr


@pytest.mark.parametrize(
    ("module", "line", "contract"),
    [
        ("statistics/summaries.py", "from decimus.wording import numbers", "imports go down only"),
        ("wording/numbers.py", "import PySide6.QtCore", "Qt lives in the window only"),
        ("analysis/groups.py", "import matplotlib", "the plotting library lives"),
        ("attic/__init__.py", "", "imports go down only"),
    ],
)
def test_a_planted_breach_is_found(module: str, line: str, contract: str, tmp_path: Path) -> None:
    """The import contract fails for an upward import and for a folder it does not list."""
    shutil.copytree(ROOT / "src", tmp_path / "src", ignore=shutil.ignore_patterns("*.ttf"))
    shutil.copy(ROOT / "pyproject.toml", tmp_path)
    planted = tmp_path / "src" / "decimus" / module
    planted.parent.mkdir(exist_ok=True)
    before = planted.read_text() if planted.exists() else '"""Planted."""\n'
    planted.write_text(f"{before}\n{line}\n")
    done = subprocess.run(
        [str(Path(sys.executable).parent / "lint-imports"), "--no-cache"],
        capture_output=True,
        text=True,
        cwd=tmp_path,
        env={"PYTHONPATH": str(tmp_path / "src"), "PATH": "/usr/bin:/bin"},
        check=False,
    )
    assert done.returncode != 0
    assert f"{contract}" in done.stdout
    assert "BROKEN" in done.stdout or "not listed" in done.stdout.lower()


def test_no_module_has_grown_past_its_size() -> None:
    long = [
        str(path.relative_to(ROOT))
        for path in (ROOT / "src").rglob("*.py")
        if len(path.read_text(encoding="utf-8").splitlines()) > 500
    ]
    assert long == []
