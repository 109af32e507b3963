"""The breaks that tests have to notice still break what is there."""

from __future__ import annotations

import importlib.util
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]


def test_every_break_finds_its_place() -> None:
    spec = importlib.util.spec_from_file_location("mutations", ROOT / "scripts" / "mutations.py")
    assert spec is not None
    assert spec.loader is not None
    mutations = importlib.util.module_from_spec(spec)
    sys.modules["mutations"] = mutations
    spec.loader.exec_module(mutations)
    lost = [
        found.name
        for found in mutations.BREAKS
        if found.before not in (ROOT / "src" / "decimus" / found.path).read_text(encoding="utf-8")
    ]
    assert lost == []
    tests = {part for found in mutations.BREAKS for part in found.tests.split()}
    assert [name for name in sorted(tests) if not (ROOT / name.split("::")[0]).exists()] == []
