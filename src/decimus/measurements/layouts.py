"""The layout of a table of raw measurements: each reading weighed by the evidence for it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise

from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.measurements.facts.rows import counting_within, reads_across
from decimus.measurements.families import Family, are_readings, family_of, unlikeness
from decimus.measurements.lexicon import Sense, is_control
from decimus.measurements.numbers import read_cell
from decimus.measurements.profiles import ColumnProfile, is_replicate_stem, numbered_stem
from decimus.measurements.sides import (
    LEVELS,
    Sides,
    are_alike,
    is_nested,
    is_sibling,
    level_weight,
    rises,
    sides_of,
    tell_rows_apart,
)
from decimus.measurements.summaries.lines import is_summary_label
from decimus.study.readings import Reading
from decimus.terms import Layout
from decimus.values import Value

_CLEARLY = 4.0
"""How much more rows must differ than columns to say that rows are groups."""
CLOSE = 3.0
"""Readings whose weights differ by less are both possible, and asked about."""


class WideParts(Value, frozen=True):
    """The columns of a block of measurements by what they are for."""

    row_names: int | None
    side_factors: tuple[int, ...]
    measured: tuple[int, ...]
    readings: tuple[int, ...]
    beside: tuple[int, ...] = ()
    """Columns of something else that is known of a row: its age, its place."""


class Verdict(Value, frozen=True):
    """Which layout a table has.

    Args:
        layout: the one with most evidence.
        rival: the one that comes next, where it comes close; else None.
        evidence: what speaks for each: layout, weight, reason.
        are_quantities: whether the columns may be different quantities, so that none is a group.
    """

    layout: Layout
    rival: Layout | None
    evidence: tuple[tuple[Layout, float, str], ...]
    are_quantities: bool = False


class _Scales:
    """Weighs evidence for layouts."""

    def __init__(self) -> None:
        self.evidence: list[tuple[Layout, float, str]] = []
        self.are_quantities = False

    def add(self, layout: Layout, weight: float, reason: str) -> None:
        self.evidence.append((layout, weight, reason))

    def verdict(self) -> Verdict:
        totals = dict.fromkeys((Layout.COLUMNS, Layout.ROWS, Layout.LONG), 0.0)
        for layout, weight, _ in self.evidence:
            totals[layout] += weight
        best, second, *_ = sorted(totals, key=totals.__getitem__, reverse=True)
        is_close = totals[best] - totals[second] < CLOSE
        return Verdict(
            best, second if is_close else None, tuple(self.evidence), self.are_quantities
        )


def weighed(
    profiles: tuple[ColumnProfile, ...],
    *,
    has_header: bool,
    has_two_headers: bool,
    spanner: str,
    has_summary_columns: bool,
    has_summary_rows: bool,
) -> Verdict:
    """Groups in columns, groups in rows, or one measurement per row.

    Args:
        profiles: the columns, those of summaries left out.
        has_header: whether a row of names stands above.
        has_two_headers: whether two do.
        spanner: one name over all headings.
        has_summary_columns: whether columns of means and the like stood at the right.
        has_summary_rows: whether names at the left say that rows of them stand below.
    """
    scales = _Scales()
    if has_two_headers:
        scales.add(Layout.COLUMNS, 12, "two rows of headings")
    sides = sides_of(profiles)
    family = family_of([p.heading for p in sides.block]) if has_header else Family.NONE
    if spanner and is_replicate_stem(spanner.lower()) and family is not Family.TIMES:
        family = Family.TRIALS
    if has_header and not has_two_headers and not family.are_siblings:
        _weigh_quantities(scales, sides)
    _weigh_wide(scales, sides, family, has_header=has_header)
    if has_summary_rows:
        scales.add(Layout.COLUMNS, 6, "rows of means stand below")
        if scales.are_quantities:
            scales.add(Layout.LONG, 6, "rows of means stand below")
    if has_summary_columns and len(sides.block) > 1 and sides.names:
        scales.add(Layout.ROWS, 5, "columns of means stand at the right")
    _weigh_long(scales, profiles, sides, family, has_header=has_header)
    return scales.verdict()


def _weigh_quantities(scales: _Scales, sides: Sides) -> None:
    """Columns of different quantities of one unit each, which are no groups."""
    if any(p.repeats and not p.names_rows for p in sides.names):
        return  # groups have names of their own
    weight = unlikeness(sides.block, has_names=bool(sides.names))
    if weight:
        scales.are_quantities = True
        scales.add(Layout.LONG, weight, "the columns are different quantities")


def _weigh_wide(  # noqa: C901, PLR0912 - a line per evidence
    scales: _Scales, sides: Sides, family: Family, *, has_header: bool
) -> None:
    """Columns against rows."""
    names, block = sides.names, sides.block
    if not names:
        scales.add(Layout.COLUMNS, 4, "no column of names stands at the left")
        if _is_rows_of_amounts(block, has_header=has_header) or (
            not has_header and _are_bare_amounts(block)
        ):
            scales.add(Layout.ROWS, 8, "amounts stand at the left, trials across")
        return
    first = names[0]
    if len(block) < 2:
        scales.add(Layout.COLUMNS, 1, "one column of numbers")
        return
    if not has_header:
        scales.add(Layout.ROWS, 6, "names at the left and none on top")
    if family.are_siblings and _name_units_of_groups(names, block) and not reads_across(sides):
        scales.add(Layout.COLUMNS, 6, "each row is one unit of a group")
    counts_rows = (len(names) == 1 and _names_units(first)) or (has_header and first.names_rows)
    counts_rows = counts_rows or (has_header and _are_ids_in_any_order(first))
    counts = has_header and kind_of_names([p.heading for p in block]) is NameKind.INDEX
    side = kind_of_names(tuple(dict.fromkeys(first.texts)))
    is_named = side in (NameKind.WORDS, NameKind.AMOUNTS)
    if counts and not _names_units(first) and (not first.heading or is_named):
        # What is counted across is replicates of what stands at the side; but the corner may name
        # what stands across, or what stands at the side.
        if counts_rows and first.heading:
            scales.add(Layout.COLUMNS, 4, "the corner names units")
        counts_rows = False
    distinct = len(set(zip(*(p.cells for p in names), strict=True))) == len(names[0].cells)
    # "Station A" may be a group of pots, or what one pot of every group stands at.
    are_both = first.is_text and first.is_about(Sense.UNIT)
    are_both = are_both and family in (Family.TRIALS, Family.UNITS)
    if counts_rows:
        weight = 4 if are_both else 6
        scales.add(Layout.COLUMNS, weight, "the names at the left number the rows")
    elif first.is_about(Sense.BLOCK) and not first.is_about(Sense.TIME) and first.is_unique:
        scales.add(Layout.COLUMNS, 2.5, "the names at the left are of blocks or places")
        scales.add(Layout.ROWS, 1, "each row has a name of its own")
    elif distinct and not are_readings([p.heading for p in block]):
        scales.add(Layout.ROWS, 2, "each row has a name of its own")
        if any(p.is_about(Sense.GROUP) for p in names) or first.are_steps:
            scales.add(Layout.ROWS, 1, "the names at the left are of groups")
    else:
        scales.add(Layout.COLUMNS, 3, "names at the left recur")
    _weigh_family(
        scales, family, has_header=has_header, counts_rows=counts_rows, counts_across=counts
    )
    if counts_rows and are_both and family is Family.UNITS:
        scales.add(Layout.ROWS, 2, "the headings are names of units")
    if (not counts_rows or are_both) and not scales.are_quantities:
        by_rows = _rows_differ_more(block)
        if by_rows:
            scales.add(Layout.ROWS, 2.5, "numbers differ far more from row to row")
        elif _rows_differ_more(block, turned=True):
            scales.add(Layout.COLUMNS, 2.5, "numbers differ far more from column to column")


def _name_units_of_groups(names: Sequence[ColumnProfile], block: Sequence[ColumnProfile]) -> bool:
    """True for a column of names that stand once each beside one of groups that recur."""
    if are_readings([p.heading for p in block]):
        return False
    units = [p for p in names if p.is_unique and not p.is_about(Sense.GROUP)]
    return bool(units) and any(p.repeats for p in names)


def _weigh_family(
    scales: _Scales,
    family: Family,
    *,
    has_header: bool,
    counts_rows: bool,
    counts_across: bool,
) -> None:
    match family:
        case Family.TRIALS:
            scales.add(Layout.ROWS, 5, "the headings number replicates")
        case Family.UNITS:
            if not counts_rows:
                scales.add(Layout.ROWS, 4, "the headings are names of units")
        case Family.NONE | Family.NAMES | Family.OUTCOMES if not has_header:
            pass
        case Family.NONE:
            scales.add(Layout.ROWS, 3, "nothing stands over the numbers")
        case Family.TIMES | Family.STEPS:
            scales.add(Layout.COLUMNS, 3, "the headings are steps in time or order")
        case Family.AMOUNTS:
            scales.add(Layout.COLUMNS, 4, "the headings are amounts")
        case Family.NUMBERED:
            scales.add(Layout.COLUMNS, 3, "the headings are numbered names")
            # What is counted across is replicates, unless what stands at the side is, too.
            weight = 6 if counts_across and not counts_rows else 2
            scales.add(Layout.ROWS, weight, "numbered names stand beside names")
        case Family.OUTCOMES:
            pass
        case Family.NAMES:
            scales.add(Layout.COLUMNS, 3, "the headings are names")


def _weigh_long(
    scales: _Scales,
    profiles: tuple[ColumnProfile, ...],
    sides: Sides,
    family: Family,
    *,
    has_header: bool,
) -> None:
    """One measurement per row against a block of them."""
    names, block = sides.names, sides.block
    numeric = [p for p in profiles if p.is_numeric]
    inner = [p for p in profiles[1:] if p.is_text and p not in names and len(p.counts) > 1]
    if inner:
        scales.add(Layout.LONG, 14, "names stand to the right of numbers")
    if any(p.is_about(Sense.NOTE) and p.is_text for p in profiles):
        scales.add(Layout.LONG, 3, "each row has a note")
    groups = [p for p in names if p.repeats and not p.names_rows and not p.is_about(Sense.NOTE)]
    measured = [p for p in block if p.numbers]
    if len(measured) == 1 and len(block) == 1 and names:
        _weigh_single(scales, names, block[0], has_header=has_header)
    elif groups and block:
        if family.are_siblings or are_readings([p.heading for p in block]):
            scales.add(Layout.COLUMNS, 5, "the headings belong together")
            if are_readings([p.heading for p in block]) or reads_across(sides):
                scales.add(Layout.LONG, 18, "the columns are readings of one unit")
        elif has_header:
            scales.add(Layout.LONG, 12 if _are_unlike(block) else 9, "names of groups recur")
            if are_alike(block) and tell_rows_apart(names):
                # Where no name stands once, names cross: each row may be one measurement as well.
                weight = 13 if any(p.is_unique for p in names) else 9
                scales.add(Layout.COLUMNS, weight, "the columns are as large and as fine")
            if any(p.is_numbering or level_weight(p, block) >= LEVELS for p in block):
                scales.add(Layout.LONG, 4, "numbers beside them count or recur as levels do")
        if len(names) > 1 and not family.are_siblings:
            scales.add(Layout.LONG, 4, "several columns of names stand at the left")
    rows_are_named = not names or all(p.names_rows or p.is_unique for p in names)
    if rows_are_named and has_header and not family.are_siblings:
        _weigh_levels(scales, profiles, numeric)


def _weigh_single(
    scales: _Scales, names: Sequence[ColumnProfile], block: ColumnProfile, *, has_header: bool
) -> None:
    """A single column of numbers beside names."""
    first = names[0]
    grouping = [p for p in names if p.repeats and not (p.names_rows and p.is_unique)]
    counts_rows = first.names_rows or (
        (first.numbers_units or _names_units(first)) and first.is_unique
    )
    if grouping:
        scales.add(Layout.LONG, 9, "names of groups recur beside the numbers")
    elif not counts_rows and has_header and first.heading:
        scales.add(Layout.LONG, 6, "a name stands beside each number")
    elif len(names) > 1 and has_header:
        scales.add(Layout.LONG, 5, "names stand beside each number")
    elif block.heading:
        scales.add(Layout.COLUMNS, 2, "one column, its rows numbered")


def _weigh_levels(
    scales: _Scales, profiles: tuple[ColumnProfile, ...], numeric: Sequence[ColumnProfile]
) -> None:
    """Numbers that recur as levels do, beside numbers that vary."""
    first = profiles[0]
    rising = first.is_numeric and rises(first) and not any(map(rises, profiles[1:]))
    if len(profiles) == 2 and rising and not first.is_numbering:
        named = first.is_about(Sense.GROUP, Sense.TIME) or bool(first.unit_in_heading)
        scales.add(Layout.LONG, 8 if named else 3, "numbers rise beside numbers that vary")
    weights = {p.index: level_weight(p, numeric) for p in numeric if not _is_amount(p.heading)}
    levels = [p for p in numeric if weights.get(p.index, 0) >= LEVELS]
    varied = [p for p in numeric if p not in levels and not p.is_numbering]
    if not levels or not varied or len(levels) > 3 or any(_is_amount(p.heading) for p in profiles):
        return
    best = max(weights[p.index] for p in levels)
    scales.add(Layout.LONG, 4 + best, "numbers recur as levels do")


def _are_unlike(block: Sequence[ColumnProfile]) -> bool:
    """True when columns hold quantities of different units or sizes."""
    units = {p.unit_in_heading for p in block}
    if len(units) > 1:
        return True
    middles = []
    for profile in block:
        values = sorted(abs(value) for value in profile.values)
        values = [value for value in values if value == value and value]
        if values:
            middles.append(values[len(values) // 2])
    return bool(middles) and max(middles) > 5 * min(middles)


def _is_rows_of_amounts(block: tuple[ColumnProfile, ...], *, has_header: bool) -> bool:
    """Amounts down the first column, replicates numbered across."""
    if len(block) < 3 or not has_header or not block[0].heading:
        return False
    first, rest = block[0], block[1:]
    if len(first.counts) != len(first.texts) or first.heading.isdecimal():
        return False
    headings = [p.heading for p in rest]
    family = family_of(headings)
    counts = family is Family.NUMBERED and kind_of_names(headings) is NameKind.INDEX
    # A control before treatment 1 and treatment 2 is measured like them, and rises by chance only.
    counts = counts and rises(first)
    counts = counts and (bool(first.unit_in_heading) or not is_control(first.heading))
    counts = counts or family in (Family.TRIALS, Family.UNITS)
    if not counts or is_sibling(first, rest):
        return False
    return not (first.is_numbering or first.names_rows)


def _are_ids_in_any_order(profile: ColumnProfile) -> bool:
    """Whether whole numbers stand once each and not by size, as nobody lists amounts."""
    found = profile.whole_numbers
    rises = all(a < b for a, b in pairwise(found)) or all(a > b for a, b in pairwise(found))
    is_plain = not profile.unit_in_heading and not profile.is_about(Sense.GROUP, Sense.TIME)
    return len(found) >= _FEWEST_CODES and profile.is_unique and not rises and is_plain


def _are_bare_amounts(block: tuple[ColumnProfile, ...]) -> bool:
    """Amounts down the first column without any heading: 0, 50, 100 before 2.78, 2.43, 2.74."""
    if len(block) < 3:
        return False
    first, rest = block[0], block[1:]
    texts = first.texts[is_control(first.texts[0]) :] if first.texts else ()
    is_whole = len(texts) > 1 and all(text.isdecimal() for text in texts)
    is_set = is_whole and all(int(a) < int(b) for a, b in pairwise(texts))
    return is_set and all(p.has_decimals for p in rest)


def _names_units(profile: ColumnProfile) -> bool:
    """True for names that number units: "flask 1", "S1"."""
    names = tuple(text for text in profile.texts if not is_summary_label(text))
    stem = numbered_stem(names)
    if not stem:
        return stem is not None and profile.is_numbering
    if is_replicate_stem(stem) or len(stem) < 2:
        return True
    kind = kind_of_names(tuple(dict.fromkeys(names)))
    return kind is NameKind.INDEX or (kind is NameKind.CODES and len(names) >= _FEWEST_CODES)


_FEWEST_CODES = 5
"""Numbers with gaps behind one stem that name units rather than what was done to them."""


def _rows_differ_more(block: Sequence[ColumnProfile], *, turned: bool = False) -> bool:
    """True when numbers differ far more between rows than between columns, or (turned) less."""
    columns = [[read_cell(text, p.decimal).value for text in p.cells] for p in block]
    if any(math.isnan(v) for column in columns for v in column) or not columns[0]:
        return False
    rows = list(zip(*columns, strict=True))
    by_rows, by_columns = _ratio(rows), _ratio(columns)
    if turned:
        by_rows, by_columns = by_columns, by_rows
    return by_rows > _CLEARLY * max(1.0, by_columns)


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


def _is_amount(heading: str) -> bool:
    return amount_and_unit(heading) is not None


def wide_parts(profiles: tuple[ColumnProfile, ...], layout: Layout, reading: Reading) -> WideParts:
    """The columns of a table in columns or rows by what they are for."""
    if reading.has_row_names is False and layout is Layout.COLUMNS:
        return WideParts(None, (), tuple(p.index for p in profiles), ())
    sides = sides_of(profiles)
    if layout is Layout.ROWS:
        return _parts_of_rows(sides)
    said = reading.subject if reading.subject is not None and reading.subject >= 0 else None
    names, block = list(sides.names), list(sides.block)
    if reading.has_row_names and not names and block:
        names, block = block[:1], block[1:]
    for profile in tuple(block):
        if profile.index == said:
            block.remove(profile)
            names.append(profile)
    if not names and len(block) > 1 and block[0].is_text:
        names, block = block[:1], block[1:]
    is_said = reading.layout is Layout.COLUMNS and reading.has_row_names is None
    if is_said and not names and len(block) > 2 and level_weight(block[0], block) >= LEVELS:
        names, block = block[:1], block[1:]  # times down the side of what is said to be compared
    counting = counting_within(names)
    factors = tuple(
        p
        for p in names
        if p.index != said
        and p is not counting
        and p.repeats
        and not (p.names_rows and p.is_unique)
        and not p.is_numbered
        and len(block) > 1
    )
    if said is None and counting is None and len(factors) > 1 and tell_rows_apart(factors):
        # One row for each pair of names: those that number are measured again, and no groups.
        coded = [p for p in factors if kind_of_names(tuple(p.counts)).is_number]
        most = max((len(p.counts) for p in factors), default=0)
        again = [p for p in coded if len(p.counts) == most]
        factors = tuple(p for p in factors if p not in again[:1])
    if counting is not None:
        # Cages in treatments, in which mice are counted: the cage is what mice are named in.
        factors = tuple(
            p
            for p in factors
            if not any(
                q is not p and is_nested(p, q) and len(q.counts) < len(p.counts) for q in factors
            )
        )
    left = [p for p in names if p not in factors]
    if counting in left:
        left = [*(p for p in left if p is not counting), counting]
    row_names = said
    if row_names is None and left:
        row_names = next((p.index for p in left if p.names_rows), left[-1].index)
    beside = (*sides.beside, *(p for p in left if p.index != row_names))
    return WideParts(
        row_names,
        tuple(p.index for p in factors),
        tuple(p.index for p in block),
        (),
        tuple(p.index for p in beside if p.index != said),
    )


def _parts_of_rows(sides: Sides) -> WideParts:
    names, block = list(sides.names), list(sides.block)
    if not names:
        names, block = block[:1], block[1:]
    factors = [p.index for p in names if not p.names_rows] or [names[0].index] if names else []
    left = next((p.index for p in names if p.index not in factors), None)
    return WideParts(
        left,
        tuple(factors[:3]),
        tuple(p.index for p in block),
        (),
        tuple(p.index for p in sides.beside),
    )
