"""Tables as people make them, in words nobody knows: a tree of things, a habit of naming, a tool.

Nothing here knows a rule of the reader, nor a word of its lexicon: what a table means is the tree
that it was written from. Whether the table *tells* what it means is another matter: numbers that
begin anew in every group are written by people with six animals in each group, and by others who
measured six animals under every treatment. Of such twins both have to be asked about.
"""

from __future__ import annotations

import random
from collections.abc import Iterator
from dataclasses import dataclass
from enum import Enum
from itertools import product

_SYLLABLES = {
    "latin": "ba do fi gu ke lo mu ni po ra se ti vu wo xa yi zo bre dro klu spi gna",
    "umlauts": "bä dö fü ké lô mù ñi pœ rå sé tî vü zö brø skå",
    "cyrillic": "ба до фи гу ке ло му ни по ра се ти ву зо жа ши ще",
    "greek": "βα δο φι γυ κε λο μυ νι πο ρα σε τι ζο ξα ψι",
    "georgian": "ბა დო ფი გუ კე ლო მუ ნი პო რა სე ტი ვუ ზო",
    "armenian": "բա դո ֆի գու կե լո մու նի պո րա սե տի վու",
    "hebrew": "בא דו פי גו קה לו מו ני רא סה טי זו",
    "hangul": "바 도 피 구 케 로 무 니 포 라 세 티 부",
    "kana": "バ ド フィ グ ケ ロ ム ニ ポ ラ セ ティ ブ",
    "han": "磅 嘟 啡 咕 唎 囉 嗼 呢 噗 啦 嘶 嘀",
}
"""Of which words are made that mean nothing."""
SCRIPTS = {script: tuple(syllables.split()) for script, syllables in _SYLLABLES.items()}


class Naming(Enum):
    """How somebody names the things that were looked at."""

    RESTART = "counted anew in every group"
    GO_ON = "counted on over all groups"
    TAGS = "tags from stock"
    NAMES = "each a name of its own"
    WITH_GROUP = "the group within the name"
    NONE = "not named"


class Form(Enum):
    """How somebody lays a table out."""

    LONG = "a row for each number"
    ACROSS = "what was done to each thing across"
    COLUMNS = "a column for each group"


@dataclass(frozen=True)
class Factor:
    """Something that was set: its name, its levels, and whether each thing meets all of them."""

    name: str
    levels: tuple[str, ...]
    is_within: bool


@dataclass(frozen=True)
class Made:
    """A table and what it means.

    Args:
        text: the table.
        groups: for every combination of levels the mean of each thing in it.
        is_same: whether the same things stand under several levels.
        is_proved: whether the table itself shows that they are, or are not.
        kind: what somebody did, in words.
    """

    text: str
    groups: dict[tuple[str, ...], tuple[float, ...]]
    is_same: bool
    is_proved: bool
    kind: str


class Author:
    """Somebody with a language, habits and numbers of their own."""

    def __init__(self, rng: random.Random) -> None:
        self.rng = rng
        self.syllables = SCRIPTS[rng.choice([*SCRIPTS])]
        self._used: set[str] = set()

    def word(self) -> str:
        """A word that was not used yet."""
        while True:
            size = self.rng.randint(2, 4)
            word = "".join(self.rng.choice(self.syllables) for _ in range(size))
            if word not in self._used:
                self._used.add(word)
                return word.capitalize() if self.rng.random() < 0.2 else word

    def other_factor(self, first: Factor, *, is_within: bool) -> Factor:
        """Something else that was set, none of its levels called like one of the first."""
        while True:
            found = self.factor(is_within=is_within)
            if not set(found.levels) & set(first.levels):
                return found

    def factor(self, *, is_within: bool) -> Factor:
        """Something that was set, by words, by amounts or in steps."""
        count = self.rng.randint(2, 4)
        style = self.rng.choice(["words", "words", "amounts", "steps"])
        if style == "words":
            levels = [self.word() for _ in range(count)]
        elif style == "amounts":
            unit = self.rng.choice(["mg/L", "µM", "°C", "%", "kg"])
            levels = [
                f"{n} {unit}" for n in sorted(self.rng.sample([0, 1, 2, 5, 10, 20, 50], count))
            ]
        else:
            levels = [str(n) for n in sorted(self.rng.sample([0, 3, 7, 14, 21, 30, 45], count))]
        return Factor(self.word(), tuple(levels), is_within)

    def names(self, naming: Naming, groups: list[tuple[str, ...]], size: int) -> list[list[str]]:
        """The names of the things in each of some groups."""
        stem = self.rng.choice(["", "", self.word() + " ", self.word()[:1]])
        count = iter(range(1, 10_000))
        match naming:
            case Naming.RESTART | Naming.NONE:
                return [[f"{stem}{i + 1}" for i in range(size)] for _ in groups]
            case Naming.GO_ON:
                return [[f"{stem}{next(count)}" for _ in range(size)] for _ in groups]
            case Naming.TAGS:
                found = self.rng.sample(range(100, 1000), size * len(groups))
                tags = iter(f"{stem.strip()}{n}" for n in found)
                return [[next(tags) for _ in range(size)] for _ in groups]
            case Naming.NAMES:
                return [[self.word() for _ in range(size)] for _ in groups]
            case Naming.WITH_GROUP:
                return [[f"{'-'.join(g)}-{i + 1}" for i in range(size)] for g in groups]


def made(seed: int) -> Made:
    """The table of one author."""
    rng = random.Random(seed)
    author = Author(rng)
    inner = rng.choice(["between", "between", "within", "within", "both"])
    factors = [author.factor(is_within=inner == "within")]
    if inner == "both":
        factors.append(author.other_factor(factors[0], is_within=True))
    elif rng.random() < 0.25:
        factors.append(author.other_factor(factors[0], is_within=inner == "within"))
    between = [f for f in factors if not f.is_within]
    within = [f for f in factors if f.is_within]
    naming = rng.choice([*_namings(between, within)])
    form = _form(rng, between, within, naming)
    readings = rng.choice([1, 1, 1, 2, 3]) if form is Form.LONG and naming is not Naming.NONE else 1
    apart = [tuple(levels) for levels in product(*(f.levels for f in between))]
    names = author.names(naming, apart, rng.randint(4, 8))
    loses = 0.06 if form is Form.LONG and rng.random() < 0.3 else 0.0
    rows = list(_measured(rng, apart, names, within, readings, loses))
    text = _written(author, form, between, within, naming, rows, readings)
    groups: dict[tuple[str, ...], dict[str, list[float]]] = {}
    for row in rows:
        group = groups.setdefault(tuple(sorted(row.levels)), {})
        group.setdefault("|".join((*row.apart, row.name)), []).append(float(row.value))
    return Made(
        text,
        {
            key: tuple(sorted(sum(values) / len(values) for values in units.values()))
            for key, units in groups.items()
        },
        bool(within),
        _is_proved(naming, form, between, within),
        f"{inner}, {naming.value}, {form.value}, {readings} readings",
    )


def _namings(between: list[Factor], within: list[Factor]) -> Iterator[Naming]:
    """The ways in which things can be named, so that whoever knows how can still read it."""
    yield from (Naming.RESTART, Naming.GO_ON, Naming.TAGS, Naming.NAMES)
    if between:
        yield Naming.WITH_GROUP
    if not within or (len(within) == 1 and not between):
        yield Naming.NONE


def _form(rng: random.Random, between: list[Factor], within: list[Factor], naming: Naming) -> Form:
    if len(within) == 1 and naming is not Naming.NONE and rng.random() < 0.5:
        return Form.ACROSS
    if len(between) == 1 and not within and naming is Naming.NONE:
        return Form.COLUMNS
    return Form.COLUMNS if naming is Naming.NONE and within else Form.LONG


@dataclass(frozen=True)
class _Row:
    apart: tuple[str, ...]
    inside: tuple[str, ...]
    name: str
    reading: int
    value: str

    @property
    def levels(self) -> tuple[str, ...]:
        return (*self.apart, *self.inside)


def _measured(
    rng: random.Random,
    apart: list[tuple[str, ...]],
    names: list[list[str]],
    within: list[Factor],
    readings: int,
    loses: float,
) -> Iterator[_Row]:
    base, decimals = rng.choice([(4.0, 2), (30.0, 1), (250.0, 0), (0.6, 3)])
    spread = base / 8
    for rank, (levels, things) in enumerate(zip(apart, names, strict=True)):
        for name in things:
            own = rng.gauss(0, spread)
            for step, inside in enumerate(product(*(f.levels for f in within))):
                here = base + spread * (rank + step) + own
                for reading in range(readings):
                    value = abs(here + rng.gauss(0, spread / 2))
                    if rng.random() >= loses:
                        yield _Row(levels, inside, name, reading + 1, f"{value:.{decimals}f}")


def _written(
    author: Author,
    form: Form,
    between: list[Factor],
    within: list[Factor],
    naming: Naming,
    rows: list[_Row],
    readings: int,
) -> str:
    rng = author.rng
    outcome, thing = author.word(), author.word()
    if form is Form.COLUMNS:
        return _columns(rows, (between or within)[0])
    if form is Form.ACROSS:
        return _across(rows, between, within[0], thing)
    heads = [*(f.name for f in between), *(f.name for f in within)]
    lines = [list(row.levels) for row in rows]
    if naming is not Naming.NONE:
        at = rng.choice([0, len(between)])
        heads.insert(at, thing)
        for line, row in zip(lines, rows, strict=True):
            line.insert(at, row.name)
    if readings > 1 and rng.random() < 0.7:
        heads.append(author.word())
        for line, row in zip(lines, rows, strict=True):
            line.append(str(row.reading))
    for line, row in zip(lines, rows, strict=True):
        line.append(row.value)
    if rng.random() < 0.2:
        rng.shuffle(lines)
    return "\n".join("\t".join(line) for line in [[*heads, outcome], *lines]) + "\n"


def _columns(rows: list[_Row], factor: Factor) -> str:
    columns = {level: [r.value for r in rows if level in r.levels] for level in factor.levels}
    height = max(map(len, columns.values()))
    lines = [
        "\t".join(values[i] if i < len(values) else "" for values in columns.values())
        for i in range(height)
    ]
    return "\n".join(["\t".join(columns), *lines]) + "\n"


def _across(rows: list[_Row], between: list[Factor], within: Factor, thing: str) -> str:
    found: dict[tuple[str, ...], dict[str, str]] = {}
    for row in rows:
        found.setdefault((*row.apart, row.name), {})[row.inside[0]] = row.value
    head = "\t".join([*(f.name for f in between), thing, *within.levels])
    lines = [
        "\t".join([*key, *(values.get(level, "") for level in within.levels)])
        for key, values in found.items()
    ]
    return "\n".join([head, *lines]) + "\n"


def _is_proved(naming: Naming, form: Form, between: list[Factor], within: list[Factor]) -> bool:
    """Whether the form shows it: names that stand once, or that recur and are no mere counting."""
    if naming in (Naming.NONE, Naming.RESTART):
        return False
    if form is Form.LONG:
        # Counted from 1 to k once under every level is mere counting again.
        return not (within and not between and naming is Naming.GO_ON)
    return bool(between) and bool(within)
