"""Columns that tell the same as another: folds, changes, logarithms, ranks, other units."""

from __future__ import annotations

import math
import random
from collections.abc import Callable

import numpy as np
import pytest

from decimus.measurements.facts.retold import NumberColumns, Retold, retold_columns
from decimus.study.edits import ChooseOutcome
from decimus.wording.remarks.remarks import remark_words
from tests.conftest import results_of

RAW = (
    *(5.08, 6.00, 4.25, 5.79, 4.79),
    *(6.79, 8.52, 7.13, 6.97, 7.58),
    *(9.90, 8.98, 9.47, 8.22, 8.71),
)
GROUPS = tuple(name for name in ("ctrl", "heat", "salt") for _ in range(5))
CONTROL = sum(RAW[:5]) / 5
MEAN = sum(RAW) / 15
SD = math.sqrt(sum((v - MEAN) ** 2 for v in RAW) / 14)
TOLD: dict[str, Callable[[float], float]] = {
    "fold of the control": lambda v: v / CONTROL,
    "percent of the control": lambda v: 100 * v / CONTROL,
    "change in percent": lambda v: 100 * (v / CONTROL - 1),
    "distance from the control": lambda v: v - CONTROL,
    "other units": lambda v: 1000 * v,
    "degrees": lambda v: 1.8 * v + 32,
    "logarithm": math.log10,
    "fold in doublings": lambda v: math.log2(v / CONTROL),
    "root": math.sqrt,
    "in SDs": lambda v: (v - MEAN) / SD,
    "rank": lambda v: 1.0 + sum(u < v for u in RAW),
}


def table(told: Callable[[float], float], *, is_first: bool = False) -> str:
    lines = ["kez,vun,mip" if is_first else "kez,mip,vun"]
    for group, value in zip(GROUPS, RAW, strict=True):
        cells = [f"{value:.2f}", f"{told(value):.3f}"]
        lines.append(",".join([group, *(reversed(cells) if is_first else cells)]))
    return "\n".join(lines) + "\n"


@pytest.mark.parametrize("how", TOLD)
def test_what_tells_the_same_is_left_out_and_said_in_any_words(how: str) -> None:
    results = results_of(table(TOLD[how]))
    assert results.measurements.shape.retold == (Retold(2, 1),)
    assert [g.values for g in results.measurements.groups] == [RAW[:5], RAW[5:10], RAW[10:]]
    remark = next(r for r in remark_words(results) if r.kind == "told-again")
    assert remark.head == "Vun tells the same as mip and is left out."
    assert not any("vun" in r.head for r in remark_words(results) if r is not remark)


@pytest.mark.parametrize("how", ["fold of the control", "change in percent", "logarithm"])
def test_the_computed_one_is_left_out_wherever_it_stands(how: str) -> None:
    results = results_of(table(TOLD[how], is_first=True))
    assert results.measurements.shape.retold == (Retold(1, 2),)
    assert results.measurements.groups[0].values == RAW[:5]


def test_each_batch_has_its_own_control() -> None:
    batches = ["ba", "ru"] * 7 + ["ba"]
    own = {
        b: [v for v, g, o in zip(RAW, GROUPS, batches, strict=True) if g == "ctrl" and o == b]
        for b in ("ba", "ru")
    }
    rows = [
        f"{g},{b},{v:.2f},{v * len(own[b]) / sum(own[b]):.3f}"
        for v, g, b in zip(RAW, GROUPS, batches, strict=True)
    ]
    results = results_of("\n".join(["kez,pol,mip,vun", *rows]) + "\n")
    assert results.measurements.shape.retold == (Retold(3, 2),)


def test_asked_about_it_counts_and_nothing_is_left_out() -> None:
    text = table(TOLD["fold of the control"])
    results = results_of(text, ChooseOutcome(outcome=2, name="vun"))
    assert results.measurements.groups[0].values == tuple(round(v / CONTROL, 3) for v in RAW[:5])
    assert results.measurements.shape.summary_columns == ()
    heads = [r.head for r in remark_words(results)]
    assert not any("left out" in head or "spread of means" in head for head in heads)
    assert "mip is not used." in heads


@pytest.mark.parametrize(("correlation", "places"), [(0.9, 2), (0.99, 1), (0.999, 0), (0.999, 1)])
def test_two_measurements_of_one_thing_are_two(correlation: float, places: int) -> None:
    for seed in range(60):
        rng = random.Random(seed)
        first = [rng.gauss(50, 10) for _ in range(20)]
        rest = math.sqrt(1 - correlation**2) * 10
        second = [50 + correlation * (v - 50) + rng.gauss(0, rest) for v in first]
        values = np.round(np.array([first, second]).T, places)
        halves = np.full_like(values, 0.5 * 10.0**-places)
        groups = [np.repeat(np.arange(4), 5)]
        assert (
            retold_columns(NumberColumns(values, halves, (False, False), ("mip", "vun")), groups)
            == ()
        )


def test_numbers_made_up_in_equal_steps_are_no_proof() -> None:
    rows = [f"{g},{10 * i},{20 * i + 5}" for i, g in enumerate(GROUPS)]
    assert results_of("\n".join(["kez,mip,vun", *rows]) + "\n").measurements.shape.retold == ()


def test_groups_beside_each_other_are_compared_however_alike() -> None:
    """Without names that recur the columns are groups, and nobody computed one from the other."""
    rows = [f"{v:.2f},{2 * v:.2f}" for v in RAW]
    results = results_of("\n".join(["mip,vun", *rows]) + "\n")
    assert [g.n for g in results.groups.shown] == [15, 15]


def test_a_few_rows_tell_it_where_one_is_named_after_the_other() -> None:
    rows = [
        f"{'ab'[i // 3]},{v},{math.log10(v):.3f}"
        for i, v in enumerate((12.1, 15.3, 11, 33.1, 41.9, 29.8))
    ]
    for heading, is_found in (("log mip", True), ("vun", False)):
        results = results_of("\n".join([f"kez,mip,{heading}", *rows]) + "\n")
        assert bool(results.measurements.shape.retold) is is_found
