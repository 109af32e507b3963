"""What recurring names prove, and that what they do not prove is asked about."""

from __future__ import annotations

import math

import numpy as np
import pytest

from decimus.analysis.results import Results
from decimus.examples.catalogue import EXAMPLES, example
from decimus.measurements.facts.names import (
    PROVED_BITS,
    bits_of_recurring,
    bits_that_same,
    coincidence,
)
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


def stood(groups: list[list[str]]) -> tuple[list[str], np.ndarray, np.ndarray]:
    """Names, and for every value its name and its group as numbers."""
    names = sorted({name for group in groups for name in group})
    codes = [names.index(name) for group in groups for name in group]
    cells = [i for i, group in enumerate(groups) for _ in group]
    return names, np.array(codes), np.array(cells)


def test_more_groups_are_more_of_a_coincidence() -> None:
    """log₂ C(12, 6) = 9.85 bits for every group more in which 7 to 12 stand."""
    names = ["7", "8", "9", "10", "11", "12"]
    for count in (1, 2, 3):
        bits = bits_of_recurring(*stood([names] * count))
        assert bits == pytest.approx((count - 1) * math.log2(924))


def test_names_that_go_on_over_groups_are_weighed_within_them() -> None:
    """1 to 6 here and 7 to 12 there, each on three days: 0 and 2 × 9.85 bits, and 6 besides."""
    first, second = [str(n) for n in range(1, 7)], [str(n) for n in range(7, 13)]
    table = stood([first, first, first, second, second, second])
    assert bits_of_recurring(*table) == pytest.approx(2 * math.log2(924))
    assert bits_that_same(*table) == pytest.approx(2 * math.log2(924) + 6)
    assert bits_that_same(*table) > PROVED_BITS


def test_lost_values_change_no_verdict() -> None:
    names = ["7", "8", "9", "10", "11", "12"]
    whole = bits_of_recurring(*stood([names, names, names]))
    assert bits_of_recurring(*stood([names, names[1:], names[:-1]])) == pytest.approx(whole)


def table(names: list[str], word: str) -> str:
    rows = [f"{word},season,level"]
    for i, n in enumerate(names):
        rows += [f"{n},wet,{4 + i / 7:.2f}", f"{n},dry,{5 + i / 9:.2f}"]
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
    assert results.measurements.units.recurs
    assert results.measurements.units.is_same or is_asked
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
