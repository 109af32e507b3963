"""Rows of names above the measurements: how many there are, and what tells them from numbers."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from itertools import pairwise

from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import is_control
from decimus.measurements.numbers import Cell, CellKind, read_cell
from decimus.measurements.units import is_unit

Rows = Sequence[Sequence[str]]

_UNIT = re.compile(r"[(\[].{0,12}[)\]]|[%‰°µμ]?[A-Za-zµμ%°²³]{1,4}([/·].{1,6})?")


def header_count(rows: Rows, decimal: str) -> tuple[int, bool]:
    """How many rows of names there are, and whether the first may be measurements."""
    if not is_header(rows, decimal):
        return 0, False
    is_doubtful = _is_doubtful(rows, decimal)
    if _has_two_headers(rows, decimal) or has_groups_below(rows, decimal):
        return 2, is_doubtful
    return (3 if _has_three_headers(rows, decimal) else 1), is_doubtful


def is_header(rows: Rows, decimal: str) -> bool:
    """Whether the first of these rows holds names rather than measurements."""
    if len(rows) < 2:
        return False
    top = [cell.strip() for cell in rows[0]]
    below = [
        [read_cell(row[c], decimal) for row in rows[1:60] if row[c].strip()]
        for c in range(len(top))
    ]
    kinds = [_heading_kind(cell, below[c], decimal) for c, cell in enumerate(top)]
    if _is_one_more(rows, top, kinds):
        return False
    if kinds[0] is CellKind.TEXT and is_control(top[0]) and _continues(top, below, decimal):
        return False  # a control before 10 and 20, each with its measurements
    for c, kind in enumerate(kinds):
        numeric_below = any(cell.kind is CellKind.NUMBER for cell in below[c])
        if kind in (CellKind.TEXT, CellKind.DATE, CellKind.LIMIT) and (
            (numeric_below and not _is_stray(below[c])) or (c > 0 and not _is_column_of(below[c]))
        ):
            return True
        if kind in (CellKind.TEXT, CellKind.BLANK) and c == 0 and not numeric_below and below[c]:
            # Row names below an empty or named corner: numbers beside it are headings, unless
            # they are written as finely as the measurements.
            return kind is CellKind.BLANK or not _continues(top, below, decimal)
    named = [c for c, cell in enumerate(top) if cell]
    return _are_amounts_over([read_cell(top[c], decimal) for c in named], [below[c] for c in named])


def _is_one_more(rows: Rows, top: list[str], kinds: list[CellKind]) -> bool:
    """Whether a row beside a number has only names that recur below, as no heading does."""
    texts = [c for c, kind in enumerate(kinds) if kind is CellKind.TEXT]
    if not texts or CellKind.NUMBER not in kinds or CellKind.DATE in kinds:
        return False
    return all(any(row[c].strip() == top[c] for row in rows[1:_LOOKED_AT]) for c in texts)


def _are_amounts_over(top: list[Cell], below: list[list[Cell]]) -> bool:
    """Whether a row of nothing but numbers heads the columns under it.

    Amounts differ, and are written with fewer decimals than the measurements; or they are all
    years; or they rise in even steps, or none lies among the measurements under them.
    """
    if len(top) < 2 or any(cell.kind is not CellKind.NUMBER for cell in top):
        return False
    values = [cell.value for cell in top]
    if len(set(values)) < len(values):
        return False
    under = [[cell for cell in column if cell.kind is CellKind.NUMBER] for column in below]
    finest = min((max(cell.decimals for cell in column) for column in under if column), default=0)
    if max(cell.decimals for cell in top) < finest:
        return True
    others = [cell.value for column in under for cell in column]
    if not others:
        return False
    low, high = min(others), max(others)
    outside = all(not low <= value <= high for value in values)
    years = all(value.is_integer() and 1900 <= value <= 2100 for value in values)
    if years and outside:
        return True
    rises = all(a < b for a, b in pairwise(values))
    if years and all(b - a == 1 for a, b in pairwise(values)):
        return True
    few_round = 2 * sum(value % 5 == 0 for value in others) < len(others)
    if rises and len(values) > 2 and few_round and all(value % 5 == 0 for value in values):
        return True
    # 0, 0.5, 1 is written otherwise than 40.3, 53.2, 47.6.
    are_mixed = len({cell.decimals for cell in top}) > 1
    is_even = all(len({cell.decimals for cell in column}) < 2 for column in under)
    if finest and any(cell.decimals for cell in top) and not (are_mixed and is_even):
        return False
    is_far = low > _FAR * max(values) or min(values) > _FAR * high
    return rises and ((len(values) > 2 and (outside or _are_even(values))) or is_far)


_FAR = 5.0
"""How many times larger measurements are than what heads them, or the other way round."""


def _are_even(values: list[float]) -> bool:
    """True for even steps between round numbers: 0, 10, 20 or 1, 2, 3; or doubling: 1, 2, 4."""
    steps = {round(b - a, 9) for a, b in pairwise(values)}
    ratios = {round(b / a, 9) for a, b in pairwise(values) if a}
    is_even = len(steps) == 1 or (len(ratios) == 1 and len(values) > 2 and values[0] > 0)
    return is_even and (_are_round(values) or values[0] in (0, 1))


def _are_round(values: list[float]) -> bool:
    return all(value.is_integer() and (value % 5 == 0 or value in (1, 2)) for value in values)


def _is_doubtful(rows: Rows, decimal: str) -> bool:
    """True when the row of headings holds only numbers as coarse as those under it.

    Beside a name such as those at the left of the rows under it there may be one, too.
    """
    texts = [cell for cell in rows[0] if cell.strip()]
    if len(texts) > _FEWEST_BESIDE and _is_named_alike(rows, decimal):
        texts = texts[1:]
    top = [read_cell(cell, decimal) for cell in texts]
    if not top or any(cell.kind is not CellKind.NUMBER for cell in top):
        return False
    if len(top) < len(rows[0]) and not rows[0][0].strip():
        return False
    below = [read_cell(cell, decimal) for row in rows[1:60] for cell in row if cell.strip()]
    finest = max((cell.decimals for cell in below if cell.kind is CellKind.NUMBER), default=0)
    return max(cell.decimals for cell in top) >= finest


def _is_named_alike(rows: Rows, decimal: str) -> bool:
    """Whether the first row begins with a name of one stem with those below: "Site 1", "Site 2"."""
    names = tuple(row[0].strip() for row in rows[:_LOOKED_AT] if row[0].strip())
    return (
        len(names) > 1
        and kind_of_names(tuple(dict.fromkeys(names))).is_number
        and all(read_cell(name, decimal).kind is CellKind.TEXT for name in names)
    )


_FEWEST_BESIDE = 2


def _heading_kind(text: str, below: list[Cell], decimal: str) -> CellKind:
    """What a heading is; "2 g/L" over bare numbers is a name."""
    cell = read_cell(text, decimal)
    if cell.unit and not any(other.unit for other in below):
        return CellKind.TEXT
    return cell.kind


def _is_stray(below: list[Cell]) -> bool:
    """True when numbers are the exception in a column of names."""
    texts = sum(cell.kind is CellKind.TEXT for cell in below)
    return texts > 2 * sum(cell.kind is CellKind.NUMBER for cell in below)


def _is_column_of(below: list[Cell]) -> bool:
    """True for a column of dates or limits, of which the first row may be one more."""
    return bool(below) and all(cell.kind is not CellKind.TEXT for cell in below)


def _continues(top: list[str], below: list[list[Cell]], decimal: str) -> bool:
    """True when a row that starts with a name goes on like the rows under it.

    Its numbers have the decimals of the measurements and lie among them: then groups stand
    in rows and there are no headings.
    """
    cells = [read_cell(cell, decimal) for cell in top[1:]]
    numbers = [cell for cell in cells if cell.kind is CellKind.NUMBER]
    if not numbers or any(cell.kind is CellKind.TEXT for cell in cells):
        return False
    others = [cell for column in below[1:] for cell in column if cell.kind is CellKind.NUMBER]
    if not others:
        return False
    finest = max(cell.decimals for cell in others)
    values = [cell.value for cell in numbers]
    steps = {b - a for a, b in pairwise(values)}
    if len(numbers) < 2:
        return 0 < finest <= numbers[0].decimals
    if len(steps) == 1 and steps != {0.0} and len(values) > 2:
        return False  # 1, 2, 3 … or 0, 5, 10 are headings
    if finest and sum(c.decimals >= finest for c in numbers) * 2 > len(numbers):
        return True
    low, high = min(c.value for c in others), max(c.value for c in others)
    inside = sum(low <= value <= high for value in values)
    return max(c.decimals for c in numbers) >= finest and inside * 2 > len(values)


def forward_filled(cells: Sequence[str]) -> list[str]:
    """Headings with every blank standing for the one before it, as over merged cells."""
    filled: list[str] = []
    for cell in cells:
        filled.append(cell.strip() or (filled[-1] if filled else ""))
    return filled


def _has_two_headers(rows: Rows, decimal: str) -> bool:
    """True when the first row names groups of columns and the second the columns in them."""
    if len(rows) < 3:
        return False
    upper, lower = [cell.strip() for cell in rows[0]], [cell.strip() for cell in rows[1]]
    start = next((c for c, cell in enumerate(upper) if cell and c + 1 < len(upper)), 0)
    if start == 0 and not is_header(rows[1:], decimal) and not _repeats(lower[1:]):
        return False
    first = next((c for c, cell in enumerate(upper) if cell), 0)
    if not lower[first] and lower[first + 1 : first + 2] != [""]:
        # The heading of the names at the left stands in the upper row, over nothing.
        first = next((c for c in range(first + 1, len(upper)) if upper[c]), first)
    values = [c for c in range(first, len(upper)) if _is_measured(rows[2:], c, decimal)]
    if len(values) < 2:
        return False
    above = forward_filled(upper)
    pairs = [(above[c], lower[c]) for c in values]
    names = [above[c] for c in values]
    distinct = len(set(pairs)) == len(pairs) and all(below for _, below in pairs)
    grouped = 1 < len(set(names)) < len(names) and all(names)
    return distinct and grouped and _repeats([below for _, below in pairs])


def _has_three_headers(rows: Rows, decimal: str) -> bool:
    """True when two rows of names, each over several columns, stand over a third."""
    if len(rows) < 4:
        return False
    top, middle, lower = ([cell.strip() for cell in row] for row in rows[:3])
    first = next((c for c, cell in enumerate(top) if cell), 0)
    if first == 0 or any(middle[c] for c in range(first)):
        return False
    values = [c for c in range(first, len(top)) if _is_measured(rows[3:], c, decimal)]
    above = forward_filled(top), forward_filled(middle)
    triples = [(above[0][c], above[1][c], lower[c]) for c in values]
    if len(triples) < _FEWEST_UNDER_TWO or not all(all(triple) for triple in triples):
        return False
    if len(set(triples)) < len(triples):
        return False
    levels = [[triple[i] for triple in triples] for i in range(3)]
    return all(len(set(names)) > 1 for names in levels) and all(map(_repeats, levels))


_FEWEST_UNDER_TWO = 4
_LOOKED_AT = 60


def has_groups_below(rows: Rows, decimal: str) -> bool:
    """True when units have a name each in one row, and their group in the other."""
    if len(rows) < 3:
        return False
    top, groups = ([cell.strip() for cell in row] for row in rows[:2])
    measured = [c for c in range(1, len(top)) if _is_measured(rows[2:], c, decimal)]
    names, under = [top[c] for c in measured], [groups[c] for c in measured]
    if len(set(names)) < len(names) and top[0] and groups[0]:
        names, under = under, names  # the groups stand above
        if kind_of_names(names) is not NameKind.INDEX:
            return False
    if len(names) < _FEWEST_UNDER_TWO or not all(names) or len(set(names)) < len(names):
        return False
    counts = Counter(under)
    are_words = all(under) and _all_words(under, decimal) and bool(groups[0])
    return are_words and len(counts) > 1 and min(counts.values()) > 1


def has_unnamed_columns(rows: Rows, decimal: str) -> bool:
    """True when every name stands over several columns of numbers, of which only the first has it.

    Names at the left may stand before them.
    """
    if len(rows) < 3:
        return False
    top = [cell.strip() for cell in rows[0]]
    measured = [c for c in range(len(top)) if _is_measured(rows[1:], c, decimal)]
    blank = [c for c in measured if not top[c]]
    if len(blank) < 2 or not is_header(rows, decimal):
        return False
    start = blank[0] - 1
    spans: list[int] = []
    for c in range(start, len(top)):
        if c not in measured:
            return False
        if top[c]:
            spans.append(1)
        else:
            spans[-1] += 1
    return len(spans) > 1 and min(spans) > 1 and all(top[: start + 1])


def label_rows(rows: Rows, decimal: str) -> tuple[int, int] | None:
    """Where several rows of words stand over columns of numbers, as surveys are exported.

    The number of the row whose words are shortest, and how many there are; None for one or none.
    """
    for count in range(_MOST_LABEL_ROWS, 1, -1):
        above, below = rows[:count], rows[count:]
        if len(below) < _FEWEST_UNDER_LABELS or not all(
            cell.strip() for row in above for cell in row
        ):
            continue
        width = len(above[0])
        numbers = [c for c in range(width) if _is_measured(below, c, decimal)]
        words = [c for c in range(width) if c not in numbers]
        known = {(c, row[c].strip()) for row in below for c in words}
        are_words = all(
            read_cell(row[c], decimal).kind is CellKind.TEXT for row in above for c in range(width)
        )
        if (
            not numbers
            or not are_words
            or any((c, row[c].strip()) in known for row in above for c in words)
        ):
            continue
        recur = [len({row[c].strip() for row in below}) * 2 <= len(below) for c in words]
        if not any(recur):
            continue
        sizes = [sum(len(cell.strip()) for cell in row) for row in above]
        shortest = max(r for r, size in enumerate(sizes) if size == min(sizes))
        return shortest, count
    return None


_MOST_LABEL_ROWS = 3
_FEWEST_UNDER_LABELS = 4


def lines_before_names(rows: Rows, decimal: str) -> int:
    """How many lines of a name with its value stand over a row of names; 0 for none.

    No blank row parts them: only the row of names tells, which is the last row of words in a
    column of numbers, and that no name above it recurs below.
    """
    for r in range(1, min(_MOST_KEYS_ABOVE, len(rows) - _FEWEST_UNDER_LABELS) + 1):
        names = [cell.strip() for cell in rows[r]]
        if len(names) < 2 or not all(names) or not _all_words(names, decimal):
            continue
        above, below = rows[:r], [row for row in rows[r + 1 :] if any(map(str.strip, row))]
        keys = [row[0].strip() for row in above]
        firsts = [row[0].strip() for row in below]
        if not all(keys) or len(set(keys)) < len(keys) or set(keys) & set(firsts):
            return 0
        if len(set(firsts)) * 2 > len(firsts) or _all_words(list(above[0]), decimal):
            return 0
        numbers = [c for c in range(len(names)) if _is_measured(below, c, decimal)]
        stray = [read_cell(row[c], decimal).kind for row in below for c in numbers]
        return 0 if not numbers or CellKind.TEXT in stray else r
    return 0


def _all_words(cells: Sequence[str], decimal: str) -> bool:
    return all(read_cell(cell, decimal).kind is CellKind.TEXT for cell in cells if cell.strip())


_MOST_KEYS_ABOVE = 12


def _repeats(cells: Sequence[str]) -> bool:
    counts = Counter(cell for cell in cells if cell)
    return bool(counts) and len(counts) * 2 <= sum(counts.values())


def _is_measured(rows: Rows, c: int, decimal: str) -> bool:
    kinds = Counter(read_cell(row[c], decimal).kind for row in rows[:60] if row[c].strip())
    return kinds[CellKind.NUMBER] > 0 and kinds[CellKind.NUMBER] >= 2 * kinds[CellKind.TEXT]


def is_unit_row(rows: Rows, r: int, decimal: str) -> bool:
    """True for a row of units under the headings: "(mm²)", "g"."""
    if r + 2 > len(rows):
        return False
    texts = [cell.strip() for cell in rows[r]]
    over_numbers = [c for c in range(len(texts)) if _is_measured(rows[r + 1 :], c, decimal)]
    if not over_numbers or not all(
        not texts[c] or _is_unit(texts[c], decimal) for c in range(len(texts))
    ):
        return False
    units = [texts[c] for c in over_numbers if texts[c]]
    if not units and sum(map(bool, texts)) == 1:
        # The unit of what divides rows: "mM" over 0 ± 0.5, 1 ± 0.2 and the like.
        at = next(c for c, text in enumerate(texts) if text)
        below = [row[at].strip() for row in rows[r + 1 : r + _LOOKED_AT] if row[at].strip()]
        return is_unit(texts[at].strip("()[]")) and all(text[:1].isdigit() for text in below)
    return any(re.search(r"[()\[\]/²³°%µ]", unit) or len(unit) < 3 for unit in units)


def _is_unit(text: str, decimal: str) -> bool:
    if read_cell(text, decimal).kind is not CellKind.TEXT:
        return False
    return is_unit(text.strip("()[]")) or _UNIT.fullmatch(text) is not None


def unit_of(text: str) -> str:
    """The unit in a cell of a row of units."""
    return name_and_unit(f"x {text}")[1] or text.strip().strip("()[]")
