"""The sources as trees, each read once."""

from __future__ import annotations

import ast
from functools import cache
from pathlib import Path


@cache
def tree(path: Path) -> ast.Module:
    """The tree of one module; nobody changes it."""
    return ast.parse(path.read_text(encoding="utf-8"))


@cache
def nodes(path: Path) -> tuple[ast.AST, ...]:
    """Everything in it."""
    return tuple(ast.walk(tree(path)))
