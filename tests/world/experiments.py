"""A random experiment: its design, who was measured, and the numbers."""

from __future__ import annotations

import random
from dataclasses import dataclass

from tests.world.vocabulary import (
    AMOUNTS,
    BLOCKS,
    CONTROLS,
    ERRORS,
    NAMES,
    NUMBERED,
    OUTCOMES,
    PEOPLE,
    SECOND,
    TIMES,
    TREATMENTS,
    UNITS,
    FactorWords,
)

Levels = tuple[str, ...]


@dataclass(frozen=True)
class Experiment:
    """What was done.

    Args:
        design: "independent", "two factors", "paired", "repeated", "blocks", "split-plot",
            "readings", "quantities" (several of every unit, and no groups).
        factors: one or two.
        outcome: its name, its unit, and the decimals it is written with.
        unit_word: what one replicate is called.
        values: for every cell of the design the numbers as typed, by unit.
        others: other quantities of the same units, in the same order.
    """

    design: str
    factors: tuple[FactorWords, ...]
    outcome: tuple[str, str, int]
    unit_word: str
    values: dict[Levels, dict[str, list[str]]]
    others: tuple[tuple[tuple[str, str, int], list[str]], ...] = ()

    @property
    def is_within(self) -> bool:
        """True where the same units stand in several groups."""
        return self.design in ("paired", "repeated", "blocks", "split-plot")

    def groups(self) -> dict[Levels, list[list[str]]]:
        """For every group the readings of each of its replicates."""
        return {levels: list(units.values()) for levels, units in self.values.items()}


def experiment(rng: random.Random, design: str | None = None) -> Experiment:
    """A random one."""
    design = design or rng.choice(
        ["independent"] * 5
        + ["two factors"] * 2
        + ["paired", "repeated", "blocks", "split-plot", "readings", "quantities"]
    )
    if design == "quantities":
        return _quantities(rng)
    outcome = rng.choice(OUTCOMES)
    digits = outcome[2]
    factors = _factors(rng, design)
    first = factors[0]
    base = rng.choice([3, 12, 40, 300]) if digits else rng.choice([20, 90, 450])
    slip = base * rng.uniform(0.05, 0.2)

    def number(level: int, unit: float = 0.0) -> str:
        value = base + level * slip * 1.5 + unit + rng.gauss(0, slip)
        return f"{abs(value) + 10.0**-digits:.{digits}f}"

    values: dict[Levels, dict[str, list[str]]] = {}
    cells = _cells(factors)
    word = rng.choice(PEOPLE if design in ("paired", "repeated", "split-plot") else UNITS)
    count = rng.randint(4, 9)
    if design in ("independent", "two factors", "readings"):
        number_of_readings = rng.randint(2, 3) if design == "readings" else 1
        taken = 0
        for rank, cell in enumerate(cells):
            count_here = count if rng.random() < 0.7 else max(3, count - rng.randint(0, 2))
            ids = [f"{taken + i + 1}" for i in range(count_here)]
            taken += count_here
            values[cell] = {i: [number(rank) for _ in range(number_of_readings)] for i in ids}
        return Experiment(design, factors, outcome, word, values)
    if design == "blocks":
        word = rng.choice(BLOCKS)
    count = max(count, 5)
    ids = _ids(rng, count * (len(first.levels) if design == "split-plot" else 1))
    own = {i: rng.gauss(0, 2 * slip) for i in ids}
    for rank, cell in enumerate(cells):
        mine = ids
        if design == "split-plot":
            at = first.levels.index(cell[0])
            mine = ids[at * count : (at + 1) * count]
        values[cell] = {i: [number(rank, own[i])] for i in mine}
    return Experiment(design, factors, outcome, word, values)


def _quantities(rng: random.Random) -> Experiment:
    """Several quantities of every unit, each in a unit of measurement of its own."""
    chosen: list[tuple[str, str, int]] = []
    for outcome in rng.sample(OUTCOMES, len(OUTCOMES)):
        if all(outcome[1] != other[1] for other in chosen):
            chosen.append(outcome)
    chosen = sorted(chosen[: rng.randint(2, 4)], key=lambda outcome: not outcome[1])
    ids = _ids(rng, rng.randint(4, 11))

    def numbers(digits: int) -> list[str]:
        base = rng.choice([3, 12, 40, 300]) if digits else rng.choice([5, 20, 90])
        return [f"{abs(rng.gauss(base, base / 6)) + 10.0**-digits:.{digits}f}" for _ in ids]

    asked, *others = ((outcome, numbers(outcome[2])) for outcome in chosen)
    return Experiment(
        "quantities",
        (),
        asked[0],
        rng.choice([*PEOPLE, *UNITS]),
        {(): {i: [number] for i, number in zip(ids, asked[1], strict=True)}},
        tuple(others),
    )


def _factors(rng: random.Random, design: str) -> tuple[FactorWords, ...]:
    if design == "paired":
        found = rng.choice([*TIMES, *TREATMENTS])
        return (_of(rng, found, 2),)
    if design == "repeated":
        return (_of(rng, rng.choice([*TIMES[1:6], *TREATMENTS]), 3),)
    if design == "split-plot":
        return (_of(rng, rng.choice(TREATMENTS), 2), rng.choice(TIMES[1:6]))
    first = _single(rng)
    if design == "two factors":
        return (_of(rng, rng.choice([*TREATMENTS, *AMOUNTS]), 3), rng.choice(SECOND))
    if design == "blocks":
        return (_of(rng, rng.choice(TREATMENTS), 4),)
    if design == "readings":
        return (_of(rng, rng.choice(TREATMENTS), 3),)
    return (first,)


def _single(rng: random.Random) -> FactorWords:
    kind = rng.random()
    if kind < 0.2:
        return _amounts(rng)
    if kind < 0.35:
        stem = rng.choice(NUMBERED)
        names = "ABCD" if rng.random() < 0.3 else "1234"
        return FactorWords(stem.lower(), tuple(f"{stem} {n}" for n in names[: rng.randint(3, 4)]))
    if kind < 0.45:
        return FactorWords(rng.choice(["group", "Group"]), tuple("ABCD"[: rng.randint(3, 4)]))
    return _of(rng, rng.choice(TREATMENTS), rng.randint(2, 4))


def _amounts(rng: random.Random) -> FactorWords:
    """Amounts, of which the first may be called a control."""
    words = rng.choice(AMOUNTS)
    if rng.random() < 0.2:
        sign = rng.choice([" ± ", "±", " +/- "])
        levels = tuple(f"{level}{sign}{rng.choice(ERRORS)}" for level in words.levels)
        return FactorWords(words.name, levels, words.unit, words.is_time)
    if rng.random() < 0.35:
        levels = (rng.choice(CONTROLS), *words.levels[1:])
        words = FactorWords(words.name, levels, words.unit, words.is_time)
    return words


def _of(rng: random.Random, words: FactorWords, most: int) -> FactorWords:
    count = min(most, len(words.levels))
    levels = words.levels[:count]
    if not words.is_time and not words.unit and rng.random() < 0.2:
        levels = tuple(rng.sample(levels, len(levels)))
    return FactorWords(words.name, levels, words.unit, words.is_time)


def _cells(factors: tuple[FactorWords, ...]) -> list[Levels]:
    if len(factors) == 1:
        return [(level,) for level in factors[0].levels]
    return [(a, b) for a in factors[0].levels for b in factors[1].levels]


def _ids(rng: random.Random, count: int) -> list[str]:
    style = rng.choice(["1..n", "gaps", "101..", "codes", "names", "S01"])
    if style == "names" and count <= len(NAMES):
        return rng.sample(NAMES, count)
    if style == "gaps":
        return [str(n) for n in sorted(rng.sample(range(2, 60), count))]
    if style == "101..":
        return [str(101 + n) for n in range(count)]
    if style == "codes":
        return [f"M{n + 1}" for n in range(count)]
    if style == "S01":
        return [f"S{n + 1:02d}" for n in range(count)]
    return [str(n + 1) for n in range(count)]
