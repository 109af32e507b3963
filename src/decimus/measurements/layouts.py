"""The layout of a table of raw measurements, decided from the profiles of its columns."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from decimus.measurements.numbers import amount_and_unit, read_cell
from decimus.measurements.profiles import (
    READING_WORDS,
    REPLICATE_WORDS,
    UNIT_WORDS,
    ColumnProfile,
    numbered_stem,
)
from decimus.measurements.summary_lines import is_summary_label
from decimus.measurements.variables import known_order
from decimus.study.readings import Reading
from decimus.terms import Layout

_CLEARLY = 4.0
"""How much more rows must differ than columns before unlabelled rows are groups."""


@dataclass(frozen=True)
class WideParts:
    """The columns of a block of measurements by what they are for."""

    row_names: int | None
    side_factors: tuple[int, ...]
    measured: tuple[int, ...]
    readings: tuple[int, ...]


def layout_of(
    profiles: tuple[ColumnProfile, ...], *, has_header: bool, has_two_headers: bool
) -> Layout:
    """Groups in columns, groups in rows, or one measurement per row."""
    if has_two_headers:
        return Layout.COLUMNS
    side, block = _sides(profiles)
    if _is_rows(side, block, has_header=has_header):
        return Layout.ROWS
    if side and len(block) > 1 and has_header and _head_levels(block):
        return Layout.COLUMNS
    return _columns_or_long(profiles, has_header=has_header)


def _sides(
    profiles: tuple[ColumnProfile, ...],
) -> tuple[tuple[ColumnProfile, ...], tuple[ColumnProfile, ...]]:
    """The columns of names on the left, and the columns of numbers beside them."""
    last = max((i for i, p in enumerate(profiles) if p.is_text), default=-1)
    count = 0
    for i, profile in enumerate(profiles):
        names = profile.is_text or (profile.names_rows and bool(profile.texts))
        if not names and not (i < last and profile.counts and _recurs(profile)):
            break
        count = i + 1
    side, block = profiles[:count], profiles[count:]
    block = tuple(p for p in block if p.texts or p.heading)
    return ((), profiles) if any(p.is_text for p in block) else (side, block)


def _recurs(profile: ColumnProfile) -> bool:
    """True for a column before others of names whose own texts all stand several times."""
    return min(profile.counts.values()) > 1 and len(profile.counts) > 1


def _head_levels(block: Sequence[ColumnProfile]) -> bool:
    """True when headings are levels of one factor rather than names of outcomes."""
    headings = [p.heading for p in block]
    amounts = [amount_and_unit(heading) for heading in headings]
    if all(amounts) and len({amount[1] for amount in amounts if amount}) == 1:
        return True
    if known_order(tuple(headings)):
        return True
    stem = numbered_stem(tuple(heading or " " for heading in headings))
    return stem is not None and stem not in REPLICATE_WORDS | READING_WORDS


def _are_replicates(block: Sequence[ColumnProfile]) -> bool:
    """True when headings number replicates: 1, 2, 3 … or "flask 1", "flask A"."""
    headings = [p.heading for p in block]
    if not any(headings):
        return True
    if all(heading.isdecimal() for heading in headings):
        numbers = [int(heading) for heading in headings]
        return numbers[0] in (0, 1) and all(b == a + 1 for a, b in pairwise(numbers))
    stem = numbered_stem(tuple(heading or " " for heading in headings))
    if stem is not None:
        return stem in REPLICATE_WORDS | READING_WORDS | {"n", "#", "m", "y", "x"}
    words = {heading.lower().rsplit(" ", 1)[0] for heading in headings if " " in heading}
    return (
        len(words) == 1
        and len(headings) > 1
        and words <= UNIT_WORDS
        and all(len(heading.rsplit(" ", 1)[-1]) < 3 for heading in headings)
    )


def _is_rows(
    side: tuple[ColumnProfile, ...], block: tuple[ColumnProfile, ...], *, has_header: bool
) -> bool:
    """True when every row is one group with its replicates across."""
    if not side:
        return _is_rows_of_amounts(block, has_header=has_header)
    if len(block) < 2:
        return False
    first = side[0]
    if len(side) == 1 and _names_units(first):
        return False
    if not has_header:
        return True
    if any(p.heading for p in block) and _are_replicates(block):
        return not _are_readings(side, block)
    if first.names_rows or _head_levels(block):
        return False
    if _are_replicates(block):
        return True
    if len(side) > 1 or first.repeats:
        return False
    return _rows_differ_more(block) and not first.heading


def _are_readings(side: Sequence[ColumnProfile], block: Sequence[ColumnProfile]) -> bool:
    """True when columns number the readings of the unit that each row is."""
    if not all(p.heading_word in READING_WORDS for p in block):
        return False
    return side[0].repeats or any(_names_units(p) or p.names_rows for p in side[1:])


def _is_rows_of_amounts(block: tuple[ColumnProfile, ...], *, has_header: bool) -> bool:
    """Amounts down the first column, replicates numbered across."""
    if len(block) < 3 or not has_header or not block[0].heading:
        return False
    first, rest = block[0], block[1:]
    if first.is_numbering or first.names_rows or len(first.counts) != len(first.texts):
        return False
    named = [p.heading for p in rest]
    return any(named) and _are_replicates(rest) and not first.heading.isdecimal()


def _names_units(profile: ColumnProfile) -> bool:
    """True for names that number units: "flask 1", "S1"."""
    stem = numbered_stem(tuple(text for text in profile.texts if not is_summary_label(text)))
    return stem is not None and (stem in REPLICATE_WORDS or len(stem) < 2)


def _rows_differ_more(block: Sequence[ColumnProfile]) -> bool:
    """True when numbers differ far more between rows than between columns."""
    columns = [[read_cell(text).value for text in p.texts] for p in block]
    if len({len(column) for column in columns}) > 1 or any(
        math.isnan(v) for column in columns for v in column
    ):
        return False
    rows = list(zip(*columns, strict=True))
    return _ratio(rows) > _CLEARLY * max(1.0, _ratio(columns))


def _ratio(lines: Sequence[Sequence[float]]) -> float:
    """Variance between lines over variance within them."""
    lines = [line for line in lines if len(line) > 1]
    count = sum(len(line) for line in lines)
    if len(lines) < 2 or count <= len(lines):
        return 0.0
    means = [math.fsum(line) / len(line) for line in lines]
    grand = math.fsum(v for line in lines for v in line) / count
    between = math.fsum(
        len(line) * (mean - grand) ** 2 for line, mean in zip(lines, means, strict=True)
    ) / (len(lines) - 1)
    within = math.fsum(
        (v - mean) ** 2 for line, mean in zip(lines, means, strict=True) for v in line
    ) / (count - len(lines))
    return between / within if within else math.inf


def _columns_or_long(profiles: tuple[ColumnProfile, ...], *, has_header: bool) -> Layout:
    """Groups in columns, or one measurement per row."""
    if any(p.is_text for p in profiles[1:]):
        return Layout.LONG
    if len(profiles) < 2:
        return Layout.COLUMNS
    first, others = profiles[0], profiles[1:]
    if first.is_text:
        # Names that recur are groups; names that differ from row to row only name rows.
        # Beside a single column of numbers they are groups even when none recurs, unless
        # they count units: one value a group is then what the table says.
        names_groups = first.repeats or (
            len(others) == 1
            and has_header
            and bool(first.heading)
            and not (first.numbers_units and len(first.counts) == len(first.texts))
        )
        return Layout.LONG if names_groups and not first.names_rows else Layout.COLUMNS
    levels = [p for p in profiles if p.looks_like_levels]
    varied = [p for p in profiles if len(p.counts) * 3 > 2 * len(p.texts) and not p.is_numbering]
    is_long = has_header and 0 < len(levels) <= 3 and len(levels) < len(profiles)
    is_clear = bool(varied) or all(level.is_blocked for level in levels)
    only_text_headings = all(not p.heading or not _is_amount(p.heading) for p in profiles)
    return Layout.LONG if is_long and is_clear and only_text_headings else Layout.COLUMNS


def _is_amount(heading: str) -> bool:
    return amount_and_unit(heading) is not None


def wide_parts(
    profiles: tuple[ColumnProfile, ...], layout: Layout, reading: Reading, *, has_header: bool
) -> WideParts:
    """The columns of a table in columns or rows by what they are for."""
    if layout is Layout.ROWS:
        return _parts_of_rows(profiles)
    side, block = _sides(profiles)
    if reading.has_row_names is False:
        return WideParts(None, (), tuple(p.index for p in profiles), ())
    factors = tuple(
        p.index
        for p in side
        if p.repeats and not p.names_rows and p.heading_word not in UNIT_WORDS and len(block) > 1
    )
    if not side and reading.has_row_names is None:
        measured = profiles
        names = None
        if len(profiles) > 1 and (profiles[0].is_text or profiles[0].names_rows):
            names, measured = profiles[0].index, profiles[1:]
        return WideParts(names, (), tuple(p.index for p in measured), ())
    left = [p.index for p in side if p.index not in factors]
    if reading.has_row_names and not left and not factors and profiles:
        left = [profiles[0].index]
    measured_columns = tuple(p.index for p in profiles if p.index not in (*left, *factors))
    if not has_header and not left and not factors:
        measured_columns = tuple(p.index for p in profiles)
    return WideParts(left[-1] if left else None, factors, measured_columns, ())


def _parts_of_rows(profiles: tuple[ColumnProfile, ...]) -> WideParts:
    side, block = _sides(profiles)
    if not side:
        side, block = profiles[:1], profiles[1:]
    factors = [p.index for p in side if not p.names_rows] or [side[0].index] if side else []
    names = next((p.index for p in side if p.index not in factors), None)
    return WideParts(names, tuple(factors[:3]), tuple(p.index for p in block), ())


def reading_columns(profiles: tuple[ColumnProfile, ...], *, is_said: bool) -> tuple[int, ...]:
    """Columns beside each other that are readings of one unit: "reading 1", "reading 2".

    They count as such when their names say so or the user does.
    """
    numeric = [p for p in profiles if p.is_numeric and not p.names_rows and p.heading]
    run = [p for p in numeric if p.heading_word in READING_WORDS and p.heading[-1].isdigit()]
    if is_said and len(run) < 2:
        stems: dict[str, list[ColumnProfile]] = {}
        for profile in numeric:
            if profile.heading[-1].isdigit():
                stems.setdefault(profile.heading_word, []).append(profile)
        run = max(stems.values(), key=len, default=[])
    return tuple(p.index for p in run) if len(run) > 1 else ()
