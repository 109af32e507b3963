"""Designs as a statistician would choose them: method, units and degrees of freedom."""

from __future__ import annotations

import random

import pytest

from decimus.analysis.results import Results
from decimus.formats.table_files import table_of_bytes
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.terms import Method
from tests.world.experiments import Experiment, experiment
from tests.world.judging import judged
from tests.world.writers import written

DESIGNS = 140
_FEWEST = 100


def results_of(content: bytes) -> Results:
    """A table read with nothing said."""
    found = table_of_bytes(content, "t", title="t")
    edit = BringInTable(table=found.table, reading=found.first_reading)
    return Results(edit.apply(Study()))


def expected(made: Experiment) -> tuple[Method, list[float]]:
    """The method and the degrees of freedom of its last effect and its residual."""
    counts = [sum(bool(r) for r in units.values()) for units in made.values.values()]
    groups, total = len(counts), sum(counts)
    units = len({unit for found in made.values.values() for unit in found})
    if made.design in ("independent", "readings"):
        if groups == 2:
            return Method.WELCH_T, []
        return Method.ANOVA, [groups - 1, total - groups]
    if made.design == "two factors":
        first, second = (len(f.levels) for f in made.factors)
        return Method.TWO_WAY, [(first - 1) * (second - 1), total - groups]
    if made.design == "split-plot":
        first, second = (len(f.levels) for f in made.factors)
        return Method.SPLIT_PLOT, [(first - 1) * (second - 1), (units - first) * (second - 1)]
    if groups == 2:
        return Method.PAIRED_T, [units - 1]
    return Method.REPEATED_MEASURES, [groups - 1, (groups - 1) * (units - 1)]


def test_a_hundred_designs() -> None:
    seen = 0
    for seed in range(DESIGNS):
        rng = random.Random(seed)
        made = experiment(rng)
        table = written(rng, made)
        if table.is_open or judged(made, table).outcome not in ("right", "asked"):
            continue
        results = results_of(table.content)
        comparison = results.comparison
        if comparison is None or any(not any(u.values()) for u in made.values.values()):
            continue
        seen += 1
        method, df = expected(made)
        assert comparison.method is method, f"seed {seed}: {made.design}, {table.layout}"
        term = comparison.terms[-1]
        found = list(term.df_uncorrected or term.df) if df else []
        assert found == pytest.approx(df), f"seed {seed}: {made.design}, {table.layout}"
        if made.is_within:
            units = {unit for cell in made.values.values() for unit in cell}
            assert set(comparison.units) == units, f"seed {seed}"
    assert seen >= _FEWEST


def numbers(count: int, seed: int, low: int = 20, high: int = 60) -> list[str]:
    rng = random.Random(seed)
    return [str(rng.randint(low, high)) for _ in range(count)]


def long(heading: str, levels: tuple[str, ...], each: int = 5) -> str:
    values = numbers(each * len(levels), len(heading))
    rows = [f"{level},{values.pop()}" for level in levels for _ in range(each)]
    return "\n".join((f"{heading},sprouts", *rows)) + "\n"


CONTROLS = {
    "the animal is the factor": (long("animal", ("cat", "dog", "hen")), Method.ANOVA),
    "the judge is the factor": (long("judge", ("J1", "J2", "J3", "J4")), Method.ANOVA),
    "the block is the factor": (long("block", ("1", "2", "3")), Method.ANOVA),
    "the day is the factor": (long("day", ("1", "2", "3")), Method.ANOVA),
    "the pond is the factor": (long("pond", ("1", "2", "3")), Method.ANOVA),
    "two animals crossed with treatment": (
        "animal,treatment,weight\n"
        + "".join(
            f"{a},{t},{v}.5\n"
            for a in ("cat", "dog")
            for t in ("salt", "none")
            for v in numbers(5, len(a + t))
        ),
        Method.TWO_WAY,
    ),
    "fields crossed with treatment, replicated": (
        "field,treatment,mass\n"
        + "".join(
            f"{a},{t},{v}.5\n"
            for a in ("upper", "lower")
            for t in ("lime", "none")
            for v in numbers(4, len(a + t))
        ),
        Method.TWO_WAY,
    ),
    "a wide table whose first column is whole numbers": (
        "fen,bog,marsh\n" + "".join(",".join(numbers(3, row, 380, 480)) + "\n" for row in range(7)),
        Method.ANOVA,
    ),
    "numbered ponds side by side": (
        "Pond 1,Pond 2,Pond 3\n"
        + "".join(",".join(numbers(3, row, 380, 480)) + "\n" for row in range(6)),
        Method.ANOVA,
    ),
}


@pytest.mark.parametrize("name", CONTROLS)
def test_controls_are_not_corrected_too_far(name: str) -> None:
    text, method = CONTROLS[name]
    comparison = results_of(text.encode()).comparison
    assert comparison is not None
    assert comparison.method is method
