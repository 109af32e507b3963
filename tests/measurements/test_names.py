"""What recurring names prove, and that what they do not prove is asked about."""

from __future__ import annotations

import math

import pytest

from decimus.analysis.results import Results
from decimus.examples.catalogue import EXAMPLES, example
from decimus.measurements.facts.names import are_proved_same, coincidence
from decimus.study.edits import ChooseSameUnits
from decimus.wording.remarks.remarks import remark_words
from tests.conftest import results_of


@pytest.mark.parametrize(
    ("names", "bits"),
    [
        (["1", "2", "3", "4", "5", "6"], 0.0),
        (["0", "1", "2", "3"], 0.0),
        (["r1", "r2", "r3", "r4"], 0.0),
        (["A", "B", "C", "D", "E", "F"], 0.0),
        (["i", "ii", "iii", "iv", "v"], 0.0),
        (["north", "left", "red"], 0.0),
        (["7", "8", "9", "10", "11", "12"], math.log2(924)),
        (["2", "5", "9", "14", "17", "23"], math.log2(100_947)),
        (["1", "01", "2", "02"], 0.0),
        (["9" * 5000, "8" * 5000], 0.0),
        (["zuv", "kel", "pon", "mar", "tib"], 25.0),
    ],
)
def test_bits_of_names(names: list[str], bits: float) -> None:
    """C(12, 6) = 924 and C(23, 6) = 100,947 ways to pick as many numbers up to the largest."""
    assert coincidence(names) == pytest.approx(bits)


def test_more_groups_are_more_of_a_coincidence() -> None:
    names = ["7", "8", "9", "10", "11", "12"]
    assert not are_proved_same(names, 2)
    assert are_proved_same(names, 3)
    assert not are_proved_same(names, 1)


def table(names: list[str], word: str) -> str:
    rows = [
        f"{word},wet,dry",
        *(f"{n},{4 + i / 7:.2f},{5 + i / 9:.2f}" for i, n in enumerate(names)),
    ]
    return "\n".join(rows) + "\n"


@pytest.mark.parametrize("word", ["nid", "zorvel", "磅嘟", "Клодо"])
@pytest.mark.parametrize(
    ("names", "is_asked"),
    [
        (["1", "2", "3", "4", "5", "6"], True),
        (["2", "5", "9", "14", "17", "23"], False),
    ],
)
def test_what_is_not_proved_is_asked(word: str, names: list[str], is_asked: bool) -> None:
    results = results_of(table(names, word))
    if not results.measurements.units.is_same:
        return  # taken as different
    asks = [
        fix
        for remark in remark_words(results)
        if remark.is_open
        for _, fix in remark.fixes
        if isinstance(fix, ChooseSameUnits)
    ]
    assert bool(asks) is is_asked
    for answer in asks:
        answered = results_of(table(names, word), answer)
        assert answered.measurements.units.is_same is answer.is_same
        assert not any(
            isinstance(fix, ChooseSameUnits)
            for remark in remark_words(answered)
            if remark.is_open
            for _, fix in remark.fixes
        )


@pytest.mark.parametrize("name", [one.name for one in EXAMPLES])
def test_no_example_leaves_a_question(name: str) -> None:
    results = Results(example(name).history().study)
    assert [remark.head for remark in remark_words(results) if remark.is_open] == []
