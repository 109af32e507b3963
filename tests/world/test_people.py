"""The people whose tables are read: what they wrote is what they say that it means."""

from __future__ import annotations

import pytest

from tests.world.people import SCRIPTS, Form, Naming, made

SEEDS = range(400)


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
