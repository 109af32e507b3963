"""A random walk over the real window, in short: `python -m tests.window.walking` goes on."""

from __future__ import annotations

import pytest
from pytestqt.exceptions import capture_exceptions
from pytestqt.qtbot import QtBot

from tests.window.walking import WalkError, opened, within_bounds


@pytest.mark.parametrize("seed", range(2))
def test_nothing_happens_on_the_way(
    seed: int, qtbot: QtBot, monkeypatch: pytest.MonkeyPatch
) -> None:
    window, walker = opened(seed)
    qtbot.addWidget(window)
    within_bounds(walker, monkeypatch.setattr)
    with capture_exceptions() as raised:
        assert walker.walk(steps=75) == 75
    assert [repr(error) for _, error, _ in raised] == []


def test_a_fault_on_the_way_is_seen(qtbot: QtBot, monkeypatch: pytest.MonkeyPatch) -> None:
    window, walker = opened(0)
    qtbot.addWidget(window)
    within_bounds(walker, monkeypatch.setattr)

    def broken(_results: object) -> None:
        raise RuntimeError("planted")

    monkeypatch.setattr(window.foot, "show_results", broken)
    monkeypatch.setattr(walker, "_ways", (walker.paste,))
    with pytest.raises(WalkError):
        walker.walk(steps=3)
