"""Breaks the program at random, and counts how many of the breaks a test notices.

    python -m pytest -n 2 --cov=src/decimus --cov-context=test --cov-report=
    python scripts/mutants.py SEED COUNT [PACKAGE …]

Which tests run a line is read from the coverage that the first command leaves. They are run on a
copy in which one comparison, operator, number or truth value of the line says something else.
Prints each break that goes unnoticed and, by package, how many were noticed.
"""

from __future__ import annotations

import ast
import os
import random
import shutil
import subprocess
import sys
import tempfile
from collections import Counter, defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from coverage import CoverageData  # type: ignore[attr-defined]  # a benchmark has that name

ROOT = Path(__file__).parents[1]
SOURCES = ROOT / "src" / "decimus"
PACKAGES = (
    *("statistics", "measurements", "analysis", "study", "charts", "figure"),
    *("wording", "report", "cli", "window"),
)
_MOST_TESTS = 40
"""Tests that are tried on a break, those of the same folder first."""
_PATIENCE = 240
_EXCHANGED: dict[type[ast.AST], type[ast.AST]] = {
    ast.Lt: ast.LtE,
    ast.LtE: ast.Lt,
    ast.Gt: ast.GtE,
    ast.GtE: ast.Gt,
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
    ast.Add: ast.Sub,
    ast.Sub: ast.Add,
    ast.Mult: ast.Div,
    ast.Div: ast.Mult,
    ast.And: ast.Or,
    ast.Or: ast.And,
}
_CALLS = {"min": "max", "max": "min", "any": "all", "all": "any"}


@dataclass(frozen=True)
class Mutant:
    """One break: a stretch of a file, and what stands there instead."""

    path: Path
    line: int
    start: int
    end: int
    text: str

    @property
    def package(self) -> str:
        """Where it is."""
        return self.path.relative_to(SOURCES).parts[0]

    def applied(self, source: bytes) -> bytes:
        """The file with it."""
        return source[: self.start] + self.text.encode() + source[self.end :]


def _changed(  # noqa: PLR0911 - a case per kind
    node: ast.AST,
) -> ast.AST | None:
    """The node saying something else; None where nothing of its kind is tried."""
    match node:
        case ast.Compare(left=left, ops=[op], comparators=comparators):
            other = _EXCHANGED.get(type(op))
            return None if other is None else ast.Compare(left, [other()], comparators)  # type: ignore[list-item]
        case ast.BinOp(left=left, op=op, right=right) if type(op) in _EXCHANGED:
            if any(
                isinstance(s, ast.Constant | ast.JoinedStr) and _is_text(s) for s in (left, right)
            ):
                return None
            return ast.BinOp(left, _EXCHANGED[type(op)](), right)  # type: ignore[arg-type]
        case ast.BoolOp(op=op, values=values):
            return ast.BoolOp(_EXCHANGED[type(op)](), values)  # type: ignore[arg-type]
        case ast.UnaryOp(op=ast.Not(), operand=operand):
            return operand
        case ast.IfExp(test=test, body=body, orelse=orelse):
            return ast.IfExp(test, orelse, body)
        case ast.Call(func=ast.Name(id=name), args=args, keywords=keywords) if name in _CALLS:
            return ast.Call(ast.Name(_CALLS[name]), args, keywords)
        case ast.Constant(value=bool() as value):
            return ast.Constant(not value)
        case ast.Constant(value=int() as number):
            return ast.Constant(number + 1)
        case ast.Constant(value=float() as number):
            return ast.Constant(number * 1.25 if number else 0.5)
        case _:
            return None


def _is_text(node: ast.expr) -> bool:
    return isinstance(node, ast.JoinedStr) or (
        isinstance(node, ast.Constant) and isinstance(node.value, str)
    )


def _nodes(tree: ast.AST) -> Iterator[ast.AST]:
    """Every node that runs: no annotations, no decorators, no types alone."""
    for field, value in ast.iter_fields(tree):
        if field in ("annotation", "returns", "decorator_list"):
            continue
        for child in value if isinstance(value, list) else [value]:
            if isinstance(child, ast.If) and "TYPE_CHECKING" in ast.unparse(child.test):
                continue
            if isinstance(child, ast.AST):
                yield child
                yield from _nodes(child)


def mutants_of(path: Path) -> Iterator[Mutant]:
    """Every break that is tried in a file."""
    source = path.read_bytes()
    starts = [0]
    for line in source.splitlines(keepends=True):
        starts.append(starts[-1] + len(line))
    for node in _nodes(ast.parse(source)):
        changed = _changed(node)
        if changed is None or not isinstance(node, ast.expr):
            continue
        if node.end_lineno is None or node.end_col_offset is None:
            continue
        start = starts[node.lineno - 1] + node.col_offset
        end = starts[node.end_lineno - 1] + node.end_col_offset
        yield Mutant(path, node.lineno, start, end, f"({ast.unparse(changed)})")


def tests_by_line(data: CoverageData, path: Path) -> dict[int, list[str]]:
    """The tests that run each line of a file."""
    measured = next((f for f in data.measured_files() if f.endswith(_tail(path))), None)
    if measured is None:
        return {}
    found = data.contexts_by_lineno(measured)
    return {
        line: sorted({context.partition("|")[0] for context in contexts if context})
        for line, contexts in found.items()
    }


def _tail(path: Path) -> str:
    return f"/src/decimus/{path.relative_to(SOURCES)}"


def chosen_tests(mutant: Mutant, tests: list[str], rng: random.Random) -> list[str]:
    """Some of the tests of a line: those of its own folder first, then others at random."""
    own = [t for t in tests if t.startswith(f"tests/{mutant.package}/")]
    others = [t for t in tests if t not in set(own)]
    rng.shuffle(own)
    rng.shuffle(others)
    half = max(_MOST_TESTS // 2, _MOST_TESTS - len(others))
    return (own[:half] + others)[:_MOST_TESTS]


def is_noticed(copy: Path, mutant: Mutant, tests: list[str]) -> bool:
    """Whether any of the tests fails on a copy with the break."""
    target = copy / mutant.path.relative_to(ROOT)
    source = target.read_bytes()
    target.write_bytes(mutant.applied(source))
    environment = os.environ | {
        "PYTHONPATH": f"{copy / 'src'}{os.pathsep}{copy}",
        "QT_QPA_PLATFORM": "offscreen",
        "PYTHONDONTWRITEBYTECODE": "1",
    }
    try:
        ran = subprocess.run(
            [sys.executable, "-m", "pytest", "-q", "-x", "-p", "no:cacheprovider", *tests],
            check=False,
            cwd=copy,
            env=environment,
            capture_output=True,
            timeout=_PATIENCE,
        )
    except subprocess.TimeoutExpired:
        return True
    finally:
        target.write_bytes(source)
    return ran.returncode != 0


def main() -> int:
    """Try as many breaks as asked for. Returns 0."""
    seed, count, *packages = sys.argv[1:]
    rng = random.Random(int(seed))  # noqa: S311
    data = CoverageData(str(ROOT / ".coverage"))
    data.read()
    found: dict[str, list[tuple[Mutant, list[str]]]] = defaultdict(list)
    for package in packages or PACKAGES:
        for path in sorted((SOURCES / package).rglob("*.py")):
            lines = tests_by_line(data, path)
            found[package] += [(m, lines[m.line]) for m in mutants_of(path) if lines.get(m.line)]
    noticed: Counter[str] = Counter()
    tried: Counter[str] = Counter()
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / "copy"
        left_out = shutil.ignore_patterns(
            ".git", ".venv", "__pycache__", "demo-output", ".coverage*"
        )
        shutil.copytree(ROOT, copy, ignore=left_out)
        share = -(-int(count) // len(found))
        for package, every in found.items():
            for mutant, tests in rng.sample(every, min(share, len(every))):
                tried[package] += 1
                if is_noticed(copy, mutant, chosen_tests(mutant, tests, rng)):
                    noticed[package] += 1
                    continue
                was = mutant.path.read_bytes()[mutant.start : mutant.end].decode()
                place = f"{mutant.path.relative_to(SOURCES)}:{mutant.line}"
                print(f"unnoticed  {place}  {was!r} → {mutant.text!r}", flush=True)
            print(f"{package}: {noticed[package]} of {tried[package]} noticed", flush=True)
    print(f"in all {sum(noticed.values())} of {sum(tried.values())}")
    return 0


if __name__ == "__main__":
    sys.exit(main())
