"""Tables of more rows than are looked at, in every order people keep them, are read whole."""

from __future__ import annotations

import random
from collections import Counter
from dataclasses import dataclass

import pytest

from decimus.analysis.results import Results
from decimus.formats.table_files import table_of_bytes
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.terms import Layout
from tests.world.vocabulary import UNITS

_NAMES = ("treatment", "sex", "site", "Behandlung", "espèce", "strain", "habitat")
TABLES = 24
_CHUNK = 12


@dataclass(frozen=True)
class Large:
    """A large table and the groups in it.

    Args:
        text: the file.
        groups: how often each combination of levels stands in it.
        is_same: whether the same subjects stand in every group.
        kind: how it is kept.
    """

    text: str
    groups: Counter[frozenset[str]]
    is_same: bool
    kind: str


def large(rng: random.Random) -> Large:
    """A random one, of 1,100 to 6,000 rows."""
    return repeated(rng) if rng.random() < 0.25 else independent(rng)


def repeated(rng: random.Random) -> Large:
    """Every subject once under every condition."""
    conditions = rng.sample(["dim", "bright", "dark", "dusk"], rng.randint(2, 4))
    subjects = rng.randint(1100 // len(conditions) + 1, 1500)
    style = rng.choice(["number", "code"])
    names = [f"S{i + 1:04d}" if style == "code" else str(i + 1) for i in range(subjects)]
    own = {name: rng.gauss(0, 4) for name in names}
    rows = [
        (name, condition, f"{20 + own[name] + rng.gauss(0, 1):.2f}")
        for condition in conditions
        for name in names
    ]
    order = rng.choice(["by group", "by unit", "shuffled"])
    if order == "by unit":
        rows.sort(key=lambda row: names.index(row[0]))
    elif order == "shuffled":
        rng.shuffle(rows)
    word = rng.choice(["subject", "participant", "patient", "Proband"])
    lines = [f"{word},light,rt (ms)", *(",".join(row) for row in rows)]
    groups = Counter({frozenset([condition]): subjects for condition in conditions})
    return Large("\n".join(lines), groups, is_same=True, kind=f"repeated, {order}, {style}")


def independent(rng: random.Random) -> Large:
    """One to three factors, each unit in one group, with one reading or with three."""
    count = rng.choice([1, 1, 2, 2, 3])
    names = rng.sample(_NAMES, count)
    most = {1: 40, 2: 20, 3: 4}[count]
    levels = [
        [f"{name[:2]}{chr(65 + i % 26)}{i}x" for i in range(rng.randint(2, most))] for name in names
    ]
    cells: list[tuple[str, ...]] = [()]
    for found in levels:
        cells = [(*cell, level) for cell in cells for level in found]
    total = rng.randint(1100, 6000)
    readings = rng.choice([1, 1, 1, 3])
    units = max(4, total // (len(cells) * readings))
    rows: list[tuple[str, ...]] = []
    unit = 0
    for number, cell in enumerate(cells):
        for _ in range(units):
            unit += 1
            for _ in range(readings):
                value = f"{rng.gauss(20 + number % 7, 2):.2f}"
                rows.append((str(unit), *cell, value))
    order = rng.choice(["by group", "by group", "shuffled", "in turn"])
    if order == "shuffled":
        rng.shuffle(rows)
    elif order == "in turn" and readings == 1:
        rows = [rows[c * units + u] for u in range(units) for c in range(len(cells))]
    word = rng.choice(UNITS)
    has_ids = readings > 1 or rng.random() < 0.5
    if has_ids and readings == 1 and rng.random() < 0.5:
        rows = [(str(i + 1), *row[1:]) for i, row in enumerate(rows)]
    head = [word, *names, "mass (g)"]
    if not has_ids:
        head, rows = head[1:], [row[1:] for row in rows]
    if order == "by group" and rng.random() < 0.25:
        at = int(has_ids)
        rows = [
            (*row[:at], row[at] if not i or rows[i - 1][at] != row[at] else "", *row[at + 1 :])
            for i, row in enumerate(rows)
        ]
        order = "named once"
    extra = rng.random()
    if extra < 0.2:
        head, rows = [*head, "notes"], [(*row, rng.choice(["", "", "late"])) for row in rows]
    elif extra < 0.4:
        head.insert(len(head) - 1, "age")
        rows = [(*row[:-1], str(rng.randint(20, 80)), row[-1]) for row in rows]
    lines = [",".join(head), *(",".join(row) for row in rows)]
    groups = Counter({frozenset(cell): units for cell in cells})
    kind = f"{count} factors, {order}, {word}, {readings} readings"
    return Large("\n".join(lines), groups, is_same=False, kind=kind)


@pytest.mark.parametrize("start", range(0, TABLES, _CHUNK))
def test_large_tables_are_read_whole(start: int) -> None:
    for seed in range(start, start + _CHUNK):
        made = large(random.Random(seed))
        why = differs(made)
        assert not why, f"seed {seed} ({made.kind}): {why}\n{made.text[:200]}"


def differs(made: Large) -> str:
    """How the reading differs; "" where it does not."""
    found = table_of_bytes(made.text.encode(), "t", title="t")
    results = Results(BringInTable(table=found.table, reading=found.first_reading).apply(Study()))
    measurements = results.measurements
    got = Counter({frozenset(g.levels): g.n for g in measurements.groups})
    if measurements.shape.layout is not Layout.LONG:
        return f"read as {measurements.shape.layout.value}"
    if measurements.units.is_same != made.is_same:
        return f"units the same: {measurements.units.is_same}"
    if got != made.groups:
        return f"{len(got)} groups of {set(got.values())}, not {len(made.groups)}"
    return ""
