"""The people whose tables are read: what they wrote is what they say that it means."""

from __future__ import annotations

from collections import Counter

import pytest

from tests.world.asking import verdict
from tests.world.people import SCRIPTS, Form, Naming, made

SEEDS = range(200)


@pytest.mark.parametrize("start", range(0, len(SEEDS), 100))
def test_a_table_holds_the_numbers_that_it_means(start: int) -> None:
    for seed in SEEDS[start : start + 100]:
        table = made(seed)
        lines = [line.split("\t") for line in table.text.splitlines()]
        assert len({len(line) for line in lines}) == 1, seed
        values = [value for group in table.groups.values() for value in group]
        assert len(values) >= 2 * len(table.groups), seed
        assert made(seed) == table


def test_every_habit_and_form_is_there() -> None:
    kinds = " | ".join(made(seed).kind for seed in SEEDS)
    for habit in (*Naming, *Form):
        assert habit.value in kinds, habit
    assert len(SCRIPTS) >= 10


CHECKED = 40


@pytest.mark.parametrize("start", range(0, CHECKED, 40))
def test_tables_in_words_that_nobody_knows_are_read_or_asked_about(start: int) -> None:
    """None by luck: where a table does not tell what n counts, it is asked."""
    counts: Counter[str] = Counter()
    for seed in range(start, start + 40):
        counts[verdict(made(seed))] += 1
    assert counts["silent"] == 0
    assert counts["refused"] == 0
    assert counts["right"] + counts["asked"] >= 38
    assert counts["right"] > 4 * counts["wrong"]
