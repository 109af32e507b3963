"""Every edit over every value of every closed set, seen in the places of a real window."""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise

import pytest

from decimus.study.history import History
from decimus.window.frame.places_line import PLACES
from tests.study.test_every_value import EVERY, base
from tests.window.driving import Driver

PARTS = 4
# The first value of each edit is shown in the window; in the core all of them are.
SEEN = [edit for before, edit in pairwise((None, *EVERY)) if type(edit) is not type(before)]


@pytest.mark.parametrize("part", range(PARTS))
def test_every_value_is_seen_where_it_is_made_and_elsewhere(
    part: int, open_window: Callable[[History], Driver]
) -> None:
    """Made through the store while a place is shown, undone there or where one has gone since."""
    before = base("long")
    driver = open_window(before)
    window = driver.window
    for number, edit in enumerate(SEEN[part::PARTS]):
        place = PLACES[number // 3 % len(PLACES)].key
        driver.go(place)
        window.store.apply(edit)
        driver.settle()
        if window.store.history is before:
            continue  # refused, or so already
        if number % 3 == 2:
            driver.go(PLACES[(number // len(PLACES) + number + 1) % len(PLACES)].key)
        assert window.store.history.undo_title == edit.title
        window.store.undo()
        driver.settle()
        assert window.store.history.study == before.study
        window.store._history = before  # what was undone is not brought along
