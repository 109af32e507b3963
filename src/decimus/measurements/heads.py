"""What headings in several rows over a block stand for: groups, quantities or mere counting."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence

from msgspec.structs import replace

from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.measurements.families import Family, family_of
from decimus.measurements.headings import name_and_unit
from decimus.measurements.layouts import WideParts
from decimus.measurements.lexicon import Sense, quantity_in, senses
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.profiles import ColumnProfile
from decimus.measurements.units import is_unit
from decimus.study.readings import HEADINGS, HEADINGS_ABOVE, HEADINGS_TOP
from decimus.values import Value

_UNLIKE = 5.0
"""How many times larger one quantity is than another, in the same group."""
_ALIKE = 2.5
"""How many times larger the same quantity is in one group than in another."""


class Heads(Value, frozen=True):
    """What headings in several rows stand for.

    Args:
        factors: of HEADINGS_TOP, HEADINGS_ABOVE and HEADINGS those whose names are groups.
        counting: the lowest, where they only count replicates; else None.
        quantity: the one whose names are different quantities; else None.
        tops: the heading in the upmost of three rows, by column.
        unnamed: whether the replicates under each name have none of their own.
        stems: where names hold their group, that of each column: "wt" of "wt_1".
        naming: the one that names what was measured, once each, over its groups; None for none.
    """

    factors: tuple[int, ...] = ()
    counting: int | None = None
    quantity: int | None = None
    tops: tuple[tuple[int, str], ...] = ()
    unnamed: bool = False
    naming: int | None = None
    stems: tuple[tuple[int, str], ...] = ()

    @property
    def levels(self) -> tuple[int, ...]:
        """Every row of headings that could tell groups apart."""
        more = () if self.counting is None or self.unnamed else (self.counting,)
        return (*self.factors, *more)

    @property
    def are_found(self) -> bool:
        """Whether headings stand for more than the single names of groups."""
        return self != Heads()

    def stem(self, column: int) -> str:
        """The group that the heading of a column begins with; "" where it holds none."""
        return dict(self.stems).get(column, "")

    def top(self, column: int) -> str:
        """The upmost heading over a column."""
        return dict(self.tops).get(column, "")


def heads_of(
    profiles: Sequence[ColumnProfile], tops: Sequence[str], *, unnamed: bool
) -> tuple[Heads, WideParts] | None:
    """What the headings stand for and the columns by what they are for.

    None where two rows of headings do no more than cross two factors.

    Args:
        profiles: the columns; `above` holds the heading over the lowest.
        tops: the upmost of three headings by column; empty where there are two.
        unnamed: whether columns under a name have no heading of their own.
    """
    block = [p for p in profiles if p.above and p.numbers and (p.heading or unnamed)]
    start = min((p.index for p in block), default=0)
    sides = [p for p in profiles if p.index < start and p.texts]
    if len(block) < 2 or any(p.is_text for p in block):
        return None
    if not tops and not unnamed and (naming := _naming_units(block)) is not None:
        factor = HEADINGS if naming == HEADINGS_ABOVE else HEADINGS_ABOVE
        return Heads((factor,), naming=naming), _steps_at_the_side(sides, block)
    uppers = {p.index: (tops[p.index] if tops else "", p.above) for p in block}
    counts = unnamed or _counts_anew(block, uppers)
    quantity = _quantity(block, counts=counts)
    if not (counts or quantity is not None or tops):
        return None
    found = [*((HEADINGS_TOP,) if tops else ()), HEADINGS_ABOVE, *(() if counts else (HEADINGS,))]
    heads = Heads(
        tuple(level for level in found if level != quantity),
        HEADINGS if counts else None,
        quantity,
        tuple((p.index, tops[p.index]) for p in block) if tops else (),
        unnamed,
    )
    parts = _parts(sides, block, counts=counts)
    if not (heads.factors or parts.side_factors):
        # Only names at the side are left to be the groups.
        if parts.row_names is None:
            return None
        parts = replace(parts, row_names=None, side_factors=(parts.row_names,))
    return heads, parts


def heads_within(profiles: Sequence[ColumnProfile]) -> tuple[Heads, WideParts] | None:
    """Headings that hold their group and count in it: wt_1, wt_2, mut_1, mut_2; None for others.

    Args:
        profiles: the columns under one row of headings.
    """
    if (again := _repeated(profiles)) is not None:
        return again
    found = {p.index: parts for p in profiles if (parts := _group_and_number(p.heading))}
    start = min(found, default=0)
    block = [p for p in profiles if p.index >= start]
    sides = [p for p in profiles if p.index < start and p.texts]
    if len(block) < _FEWEST_WITHIN or any(p.index not in found or not p.numbers for p in block):
        return None
    runs: dict[str, list[str]] = {}
    for p in block:
        runs.setdefault(found[p.index][0], []).append(found[p.index][1])
    counts = all(
        len(run) > 1 and run == [str(i + 1) for i in range(len(run))] for run in runs.values()
    )
    if len(runs) < 2 or not counts or any(senses(stem) & _COUNTED_ANYWAY for stem in runs):
        return None
    names = _without_common_word(tuple(runs))
    heads = Heads(
        (HEADINGS_ABOVE,),
        HEADINGS,
        stems=tuple((p.index, names[found[p.index][0]]) for p in block),
    )
    return heads, _parts(sides, block, counts=True)


def _repeated(profiles: Sequence[ColumnProfile]) -> tuple[Heads, WideParts] | None:
    """Headings that stand over several columns each: control, control, drought, drought."""
    times = Counter(p.heading.casefold() for p in profiles if p.heading)
    start = min((p.index for p in profiles if times[p.heading.casefold()] > 1), default=0)
    block = [p for p in profiles if p.index >= start]
    sides = [p for p in profiles if p.index < start and p.texts]
    names = {p.heading.casefold() for p in block}
    if len(names) < 2 or any(times[p.heading.casefold()] < 2 or not p.numbers for p in block):
        return None
    heads = Heads(
        (HEADINGS_ABOVE,), HEADINGS, stems=tuple((p.index, p.heading) for p in block), unnamed=True
    )
    return heads, _parts(sides, block, counts=True)


_FEWEST_WITHIN = 4
_COUNTED_ANYWAY = frozenset({Sense.TIME, Sense.READING})
_WITHIN = re.compile(r"(.*[^\W\d_].*?)[\s_.-]+(\d{1,3})|([^\W\d_]{2,}?)(\d{1,3})")


def _group_and_number(heading: str) -> tuple[str, str] | None:
    """Such as "wt_1" in two parts; None for names without a number behind a word."""
    match = _WITHIN.fullmatch(heading.strip())
    if match is None:
        return None
    return (match[1] or match[3]).strip(), (match[2] or match[4]).lstrip("0") or "0"


def _without_common_word(stems: Sequence[str]) -> dict[str, str]:
    """The stems without a word that ends all of them: "WT" of "WT rep" beside "KO rep"."""
    split = [re.split(r"[\s_.-]+", stem) for stem in stems]
    if all(len(parts) > 1 for parts in split) and len({parts[-1] for parts in split}) == 1:
        shortened = [re.sub(r"[\s_.-]+[^\s_.-]+$", "", stem) for stem in stems]
        if len(set(shortened)) == len(stems):
            return dict(zip(stems, shortened, strict=True))
    return {stem: stem for stem in stems}


def _naming_units(block: Sequence[ColumnProfile]) -> int | None:
    """The row of headings in which every column has a name of its own, its group in the other."""
    above, below = {p.above for p in block}, {p.heading for p in block}
    if len(above) == len(block) and 1 < len(below) <= len(block) / 2:
        return HEADINGS_ABOVE
    is_counted = kind_of_names(tuple(p.heading for p in block)) is NameKind.INDEX
    if len(below) == len(block) and 1 < len(above) <= len(block) / 2 and is_counted:
        return HEADINGS
    return None


def _steps_at_the_side(sides: Sequence[ColumnProfile], block: Sequence[ColumnProfile]) -> WideParts:
    """The columns where what was measured stands across: the side names steps, or counts."""
    divides = [p for p in sides if len(p.counts) > 1 and not p.is_numbering]
    rest = tuple(p.index for p in sides if p not in divides)
    measured = tuple(p.index for p in block)
    return WideParts(None, tuple(p.index for p in divides), measured, (), rest)


def _counts_anew(block: Sequence[ColumnProfile], uppers: dict[int, tuple[str, str]]) -> bool:
    """Whether the lowest headings number replicates from 1 on under every name above."""
    under: dict[tuple[str, str], list[str]] = {}
    for profile in block:
        under.setdefault(uppers[profile.index], []).append(profile.heading)
    runs = sorted(under.values(), key=len)
    longest = runs[-1]
    if len(runs) < 2 or any(run != longest[: len(run)] for run in runs):
        return False
    if kind_of_names(longest) is not NameKind.INDEX or longest[0].strip() == "0":
        return False
    return family_of(longest) in (Family.TRIALS, Family.UNITS, Family.NUMBERED)


def _quantity(block: Sequence[ColumnProfile], *, counts: bool) -> int | None:
    """The row of headings that names quantities of different units or sizes; None for none."""
    for level in (HEADINGS_ABOVE,) if counts else (HEADINGS, HEADINGS_ABOVE):
        named: dict[str, list[ColumnProfile]] = {}
        others: dict[str, list[ColumnProfile]] = {}
        for p in block:
            own, other = (p.heading, p.above) if level == HEADINGS else (p.above, p.heading)
            named.setdefault(own, []).append(p)
            others.setdefault(other, []).append(p)
        if len(named) > 1 and (_are_of_units(tuple(named)) or _are_unlike(named, others)):
            return level
    return None


def _are_of_units(names: Sequence[str]) -> bool:
    """Whether names carry different units of measurement, or are of different quantities."""
    parts = [name_and_unit(name) for name in names]
    units = {unit for _, unit in parts if is_unit(unit)}
    quantities = [quantity_in(name) for name, _ in parts]
    if len(units) > 1 and all(
        unit or known for (_, unit), known in zip(parts, quantities, strict=True)
    ):
        return True
    return all(quantities) and len(set(quantities)) == len(names)


def _are_unlike(
    named: dict[str, list[ColumnProfile]], others: dict[str, list[ColumnProfile]]
) -> bool:
    """Whether sizes and decimals differ between the names, and not what stands beside them."""
    middles = [_middle(columns) for columns in named.values()]
    beside = [[_middle([p]) for p in columns] for columns in named.values()]
    if len(others) < 2 or not all(middles) or not all(all(sizes) for sizes in beside):
        return False
    low, *rest = sorted(middles)
    apart = all(b >= _UNLIKE * a for a, b in zip([low, *rest], rest, strict=False))
    fine = [{_decimals(p) for p in columns} for columns in named.values()]
    if any(len(own) > 1 for own in fine) or len({min(own) for own in fine}) < len(fine):
        return False  # one quantity is typed as finely in every group, however large it is
    return apart and all(max(sizes) <= _ALIKE * min(sizes) for sizes in beside)


def _decimals(profile: ColumnProfile) -> int:
    cells = [read_cell(text, profile.decimal) for text in profile.texts]
    return max((cell.decimals for cell in cells if cell.kind is CellKind.NUMBER), default=0)


def _middle(columns: Sequence[ColumnProfile]) -> float:
    values = sorted(abs(v) for p in columns for v in p.values if v == v)
    return values[len(values) // 2] if values else 0.0


def _parts(
    sides: Sequence[ColumnProfile], block: Sequence[ColumnProfile], *, counts: bool
) -> WideParts:
    """The columns at the left: what divides rows, and what names them."""
    names: int | None = None
    factors: list[int] = []
    for profile in sides:
        is_counting = kind_of_names(tuple(profile.counts)) is NameKind.INDEX
        names_units = profile.names_rows or is_counting or profile.is_numbering
        divides = profile.repeats or (counts and profile.is_unique)
        if divides and not names_units:
            factors.append(profile.index)
        elif names is None:
            names = profile.index
    used = {names, *factors}
    return WideParts(
        names,
        tuple(factors),
        tuple(p.index for p in block),
        (),
        tuple(p.index for p in sides if p.index not in used),
    )
