"""A window is killed at bad moments: nothing older than a second is lost. `benchmarks/kills.py`
does the same hundreds of times, and on a million rows."""

from __future__ import annotations

from pathlib import Path

import pytest

from tests.durability.killing import AIMS, kill_once, small_table


@pytest.mark.parametrize("aim", AIMS)
def test_a_kill_costs_a_second_at_most(aim: str, tmp_path: Path) -> None:
    table = small_table(tmp_path)
    outcome = kill_once(aim, tmp_path / "sessions", table, within=1.3)
    assert outcome.lost == ""
    assert outcome.changes > 0
