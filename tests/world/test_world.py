"""Random experiments, written as people do, are read as they were meant, or asked about.

What may never happen is a wrong reading without a question whose answer is the right one.
"""

from __future__ import annotations

import random
from collections import Counter

import pytest

from tests.world.experiments import experiment
from tests.world.judging import Verdict, judged
from tests.world.writers import Written, written

TABLES = 200
_CHUNK = 100


def read(seed: int) -> tuple[Verdict, Written]:
    """The verdict on the table of one seed."""
    rng = random.Random(seed)
    made = experiment(rng)
    table = written(rng, made)
    return judged(made, table), table


@pytest.mark.parametrize("start", range(0, TABLES, _CHUNK))
def test_none_is_read_wrong_without_a_question(start: int) -> None:
    counts: Counter[str] = Counter()
    for seed in range(start, start + _CHUNK):
        verdict, table = read(seed)
        counts[verdict.outcome] += 1
        shown = table.content[:400].decode("utf-8", "replace")
        assert verdict.outcome != "wrong", f"seed {seed}: {verdict.why}\n{shown}"
    assert counts["right"] + counts["asked"] >= 0.85 * _CHUNK
    assert counts["refused"] <= 1


def test_a_wrong_reading_would_be_seen() -> None:
    """The judge tells groups that were not meant, and a design that was not."""
    rng = random.Random(4)
    made = experiment(rng, "paired")
    table = written(rng, made)
    assert judged(made, table).outcome in ("right", "asked")
    other = experiment(random.Random(5), "paired")
    assert judged(other, table).outcome == "wrong"
