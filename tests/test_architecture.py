"""The layers hold: the contract bites, and nothing below the window needs the window library."""

from __future__ import annotations

import ast
import shutil
import subprocess
import sys
from functools import cache
from pathlib import Path

import pytest

from decimus import errors
from tests.trees import nodes, tree

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


@cache
def imports_of(source: Path) -> dict[str, set[str]]:
    """What every module imports of ours, deferred and for types only counted in."""
    names = {}
    for path in (source / "decimus").rglob("*.py"):
        parts = path.relative_to(source).with_suffix("").parts
        names[".".join(parts[:-1] if parts[-1] == "__init__" else parts)] = path
    found: dict[str, set[str]] = {}
    for name, path in names.items():
        found[name] = set()
        for node in nodes(path):
            if isinstance(node, ast.ImportFrom) and node.module in names:
                inner = {f"{node.module}.{alias.name}" for alias in node.names}
                found[name] |= (inner & names.keys()) or {node.module}
    return found


def cycle_in(imports: dict[str, set[str]]) -> list[str]:
    """Modules that import each other in a ring; none where there is no ring."""
    done: set[str] = set()

    def ring_from(name: str, way: list[str]) -> list[str]:
        if name in way:
            return way[way.index(name) :]
        if name in done:
            return []
        for other in sorted(imports.get(name, ())):
            if found := ring_from(other, [*way, name]):
                return found
        done.add(name)
        return []

    for name in sorted(imports):
        if found := ring_from(name, []):
            return found
    return []


def test_no_modules_import_each_other_not_even_late() -> None:
    imports = imports_of(ROOT / "src")
    assert len(imports) > 200
    assert cycle_in(imports) == []


def test_a_planted_ring_is_found() -> None:
    """A late import upwards inside a layer: the groups ask for the results made of them."""
    imports = {name: set(others) for name, others in imports_of(ROOT / "src").items()}
    imports["decimus.analysis.groups"] |= {"decimus.analysis.results"}
    ring = cycle_in(imports)
    assert {"decimus.analysis.groups", "decimus.analysis.results"} <= set(ring)


def test_folders_hold_few_modules_side_by_side() -> None:
    """Beyond that a folder is a list, and no place to find anything."""
    counts = {
        folder: len([p for p in folder.glob("*.py") if p.stem != "__init__"])
        for folder in (ROOT / "src" / "decimus").rglob("*")
        if folder.is_dir()
    }
    crowded = {f.relative_to(ROOT).as_posix(): n for f, n in counts.items() if n > 34}
    assert crowded == {}


def test_the_tree_of_errors_is_drawn_whole() -> None:
    """Every error class of ours stands in the docstring of the module that draws them."""
    defined = set()
    for path in (ROOT / "src" / "decimus").rglob("*.py"):
        for node in nodes(path):
            if isinstance(node, ast.ClassDef) and not node.name.startswith("_"):
                bases = {base.id for base in node.bases if isinstance(base, ast.Name)}
                if any(name == "Exception" or name.endswith("Error") for name in bases):
                    defined.add(node.name)
    drawn = errors.__doc__ or ""
    assert len(defined) > 8
    assert [name for name in sorted(defined) if name not in drawn] == []


_ARRAYS = ("Floats", "Sequence", "list", "tuple", "NDArray")


def test_functions_of_arrays_say_what_each_array_is() -> None:
    """Shapes stand beside the names; that nothing is missing is said for the whole package."""
    silent = []
    for path in sorted((ROOT / "src" / "decimus" / "statistics").glob("*.py")):
        for node in tree(path).body:
            if not isinstance(node, ast.FunctionDef) or node.name.startswith("_"):
                continue
            arrays = [
                arg.arg
                for arg in node.args.args
                if arg.annotation is not None
                and any(word in ast.unparse(arg.annotation) for word in _ARRAYS)
            ]
            doc = ast.get_docstring(node) or ""
            silent += [f"{node.name}: {name}" for name in arrays if f"{name}: " not in doc]
    assert silent == []
