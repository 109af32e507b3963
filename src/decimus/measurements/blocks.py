"""Where in a table the measurements stand: title lines, rows of headings, notes below."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from itertools import pairwise

from decimus.measurements.headings import name_and_unit
from decimus.measurements.numbers import Cell, CellKind, read_cell
from decimus.measurements.units import is_unit
from decimus.values import Value

Rows = Sequence[Sequence[str]]

_LOOKED_AT_BELOW = 60
_WORDS = (CellKind.TEXT, CellKind.DATE)
_NOTE = re.compile(r"(\*|†|note\b|notes\b|source\b|data\b|measured\b|n\.? ?b\.?\b)", re.IGNORECASE)
_UNIT = re.compile(r"[(\[].{0,12}[)\]]|[%‰°µμ]?[A-Za-zµμ%°²³]{1,4}([/·].{1,6})?")


class TableBlock(Value, frozen=True):
    """The rows of a table by what they are for; `end_row` is the first row after it.

    Args:
        title_rows: lines of text above the table.
        header_rows: rows of names, none to two.
        unit_row: a row of units under the names, None where there is none.
        first_row: the first row of measurements.
        end_row: the row after the last of them.
        note_rows: lines of text below.
        spanner: one name over all the headings, "" where there is none.
        next_row: where another table starts below, None where none does.
        doubtful_headings: whether the first row could as well be measurements.
    """

    title_rows: tuple[int, ...]
    header_rows: tuple[int, ...]
    unit_row: int | None
    first_row: int
    end_row: int
    note_rows: tuple[int, ...]
    spanner: str = ""
    next_row: int | None = None
    doubtful_headings: bool = False


def table_block(
    rows: Rows, tail: Rows, row_count: int, decimal: str, header_rows: int | None
) -> TableBlock:
    """Find the rows of a table.

    Args:
        rows: its first rows.
        tail: its last rows, up to the last of all.
        row_count: how many rows it has.
        decimal: the decimal sign.
        header_rows: how many rows of headings the user says there are; None to find out.
    """
    filled = [sum(1 for cell in row if cell.strip()) for row in rows]
    titles = _title_rows(rows, filled, decimal)
    top = next(
        (r for r in range(len(titles) and titles[-1] + 1, len(rows)) if filled[r]), len(rows)
    )
    spanner = ""
    if header_rows is None and (spanner := _lone_spanner(rows[top : top + 60], decimal)):
        titles, top = (*titles, top), top + 1
    found, is_doubtful = (
        _header_count(rows[top:], decimal) if header_rows is None else (header_rows, False)
    )
    headers = tuple(range(top, min(top + found, len(rows))))
    unit_row = None
    after = top + len(headers)
    if header_rows is None and headers and _is_unit_row(rows, after, decimal):
        unit_row, after = after, after + 1
    next_row = _next_table(rows, after, decimal) if headers else None
    if next_row is not None:
        end = max(r for r in range(after, next_row) if filled[r]) + 1
        return TableBlock(titles, headers, unit_row, after, end, (), spanner, next_row, is_doubtful)
    notes = _note_rows(rows, tail, row_count, after, decimal)
    end = notes[0] if notes else row_count
    return TableBlock(
        titles, headers, unit_row, after, max(end, after), notes, spanner, None, is_doubtful
    )


def _kinds(row: Sequence[str], decimal: str) -> list[CellKind]:
    return [read_cell(cell, decimal).kind for cell in row if cell.strip()]


def _title_rows(rows: Rows, filled: list[int], decimal: str) -> tuple[int, ...]:
    """Lines above the table: text, or a name with its value, where the table is wider."""
    usual = _usual_width(filled)
    if usual < 2:
        return ()
    keys = _key_lines(rows, filled, decimal)
    titles: list[int] = list(range(keys))
    for r, row in enumerate(rows[:_LOOKED_AT_BELOW]):
        if filled[r] == 0 or r < keys:
            continue
        texts = [cell for cell in row if cell.strip()]
        starts = bool(row) and bool(row[0].strip())
        is_narrow = starts and filled[r] < usual and filled[r] == len(row[: filled[r]])
        is_narrow = is_narrow and all(cell.strip() for cell in row[: filled[r]])
        is_apart = _is_blank_row(rows, r + 1) or r + 1 in titles
        kinds = _kinds(row, decimal)
        all_text = all(kind is CellKind.TEXT for kind in kinds)
        below = _is_all_names(rows, r + 1, decimal)
        if (filled[r] == 1 and all_text and (is_narrow or (starts and usual == 1))) or (
            starts and texts[0].rstrip().endswith((":", "=")) and filled[r] <= 2
        ):
            titles.append(r)
        elif is_narrow and filled[r] == 2 and usual > 2 and kinds[0] in _WORDS:
            # "Observer, K. Holm", "Temperature, 21": a name and its value.
            if not (_leads_to_names(rows, filled, r, usual, decimal)):
                break
            titles.append(r)
        elif (
            all_text
            and filled[r] <= usual + 3 * below
            and _is_prose(texts, rows[r + 1 : r + 2], is_apart=is_apart and below)
        ):
            # A comma in a title makes cells of it; headings do not start with a space.
            if not (
                is_narrow or below or is_apart or _continues_text(texts, rows[r + 1 :], decimal)
            ):
                break
            titles.append(r)
        elif (starts and is_apart and filled[r] == 2 and kinds[0] is CellKind.TEXT and below) or (
            is_apart
            and all_text
            and filled[r] <= 2
            and _leads_to_names(rows, filled, r, usual, decimal)
        ):
            titles.append(r)
        else:
            break
    # A single name over the first column may be the heading of a table whose other
    # headings are blank; a title stands over nothing or before the row of headings.
    if titles and not _starts_table(rows[titles[-1] + 1 :]):
        titles.pop()
    return tuple(titles)


def _usual_width(filled: list[int]) -> int:
    """How many cells most rows fill, of those that fill any; the wider of equals."""
    counts = Counter(count for count in filled[:200] if count)
    if not counts:
        return 0
    wide = sum(number for count, number in counts.items() if count > 1)
    if wide * 2 < sum(counts.values()):
        return 1
    return max((number, count) for count, number in counts.items() if count > 1)[1]


def _is_all_names(rows: Rows, r: int, decimal: str) -> bool:
    """True for a row of two names or more and nothing else, over a row with numbers."""
    while r < len(rows) and not any(cell.strip() for cell in rows[r]):
        r += 1
    if r + 1 >= len(rows):
        return False
    kinds = _kinds(rows[r], decimal)
    names = len(kinds) > 1 and all(kind is CellKind.TEXT for kind in kinds)
    return names and CellKind.NUMBER in _kinds(rows[r + 1], decimal)


def _leads_to_names(rows: Rows, filled: list[int], r: int, usual: int, decimal: str) -> bool:
    """True when narrow lines end in a row as wide as the table that holds names."""
    for at in range(r + 1, min(r + 12, len(rows))):
        has_empty_corner = not rows[at][0].strip()
        if filled[at] >= usual - 1 and (filled[at] > 2 or (filled[at] == 2 and has_empty_corner)):
            kinds = _kinds(rows[at], decimal)
            if kinds.count(CellKind.TEXT) * 2 > len(kinds) or filled[at - 1] == 0:
                return True
            # Numbers may be headings too: "food" over names, 1, 2, 3 over measurements.
            return not has_empty_corner and is_header(rows[at : at + _LOOKED_AT_BELOW], decimal)
        if filled[at] > 2:
            return _is_all_names(rows, at + 1, decimal) or (
                at + 1 < len(rows) and filled[at + 1] >= usual - 1
            )
    at = r + 1
    while at < len(rows) and filled[at] and at < r + 12:
        at += 1
    return at < len(rows) and not filled[at] and _is_all_names(rows, at, decimal)


def _key_lines(rows: Rows, filled: list[int], decimal: str) -> int:
    """How many lines of a name with its value stand apart above all: "Observer, K. Holm"."""
    count = next((r for r, number in enumerate(filled) if not number), 0)
    if not 0 < count <= _MOST_KEYS or max(filled[:count]) > 2:
        return 0
    if not all(row[0].strip() for row in rows[:count]):
        return 0
    table = next((r for r in range(count, len(rows)) if filled[r]), len(rows))
    length = next((r for r in range(table, len(rows)) if not filled[r]), len(rows)) - table
    # Two tables below each other are about as long.
    if length < max(2 * count, 4) or not _is_all_names(rows, table, decimal):
        return 0
    kinds = [kind for row in rows[:count] for kind in _kinds(row[1:], decimal)]
    return count if kinds.count(CellKind.NUMBER) * 2 <= count else 0


_MOST_KEYS = 6


def _is_prose(texts: list[str], following: Rows, *, is_apart: bool) -> bool:
    if is_apart or any(len(text.split()) > 3 for text in texts[1:]):
        return True
    return _goes_on(texts, following)


def _goes_on(texts: list[str], following: Rows) -> bool:
    """True for cells that go on a sentence, where nobody puts a space behind every comma."""
    is_habit = any(cell.startswith(" ") for row in following for cell in row)
    return not is_habit and any(text.startswith(" ") for text in texts[1:])


def _continues_text(texts: list[str], below: Rows, decimal: str) -> bool:
    """True for cells that go on a sentence above a row of headings."""
    return _goes_on(texts, below[:1]) and is_header(below[:_LOOKED_AT_BELOW], decimal)


def _is_blank_row(rows: Rows, r: int) -> bool:
    return r < len(rows) and not any(cell.strip() for cell in rows[r])


def _starts_table(rows: Rows) -> bool:
    following = next((row for row in rows if any(cell.strip() for cell in row)), None)
    return following is not None and sum(1 for cell in following if cell.strip()) > 1


def _lone_spanner(rows: Rows, decimal: str) -> str:
    """The one name that stands over all headings: "Trial" over 1, 2, 3; "" for none."""
    if len(rows) < 3:
        return ""
    upper, lower = [[cell.strip() for cell in row] for row in rows[:2]]
    named = [c for c, cell in enumerate(upper) if cell]
    if len(named) == 2 and named[0] == 0 and not lower[0]:
        named = named[1:]  # the names at the left are headed in the upper row
    over = [c for c, cell in enumerate(lower) if cell]
    if not over or len(named) != 1 or len(over) < 3 or not 0 < named[0] <= over[1]:
        return ""
    if read_cell(upper[named[0]], decimal).kind is not CellKind.TEXT:
        return ""
    return upper[named[0]] if is_header(rows[1:], decimal) or len(over) == len(lower) else ""


def _next_table(rows: Rows, first: int, decimal: str) -> int | None:
    """The row where another table starts: names again, below a blank row."""
    for r in range(first + 2, len(rows) - 1):
        if not _is_blank_row(rows, r - 1) or _is_blank_row(rows, r):
            continue
        if not _is_all_names(rows, r, decimal):
            continue
        over = [c for c, cell in enumerate(rows[r]) if cell.strip()]
        above = [read_cell(rows[at][c], decimal).kind for at in range(first, r) for c in over[1:]]
        if above.count(CellKind.NUMBER) > above.count(CellKind.TEXT):
            return r
    return None


def _header_count(rows: Rows, decimal: str) -> tuple[int, bool]:
    """How many rows of names there are, and whether the first may be measurements."""
    if not is_header(rows, decimal):
        return 0, False
    is_doubtful = _is_doubtful(rows, decimal)
    return (2 if _has_two_headers(rows, decimal) else 1), is_doubtful


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
    """True when the row of headings holds only numbers as coarse as those under it."""
    top = [read_cell(cell, decimal) for cell in rows[0] if cell.strip()]
    if not top or any(cell.kind is not CellKind.NUMBER for cell in top):
        return False
    if len(top) < len(rows[0]) and not rows[0][0].strip():
        return False
    below = [read_cell(cell, decimal) for row in rows[1:60] for cell in row if cell.strip()]
    finest = max((cell.decimals for cell in below if cell.kind is CellKind.NUMBER), default=0)
    return max(cell.decimals for cell in top) >= finest


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
    if len(numbers) < 2 or any(cell.kind is CellKind.TEXT for cell in cells):
        return False
    others = [cell for column in below[1:] for cell in column if cell.kind is CellKind.NUMBER]
    if not others:
        return False
    finest = max(cell.decimals for cell in others)
    values = [cell.value for cell in numbers]
    steps = {b - a for a, b in pairwise(values)}
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


def _repeats(cells: Sequence[str]) -> bool:
    counts = Counter(cell for cell in cells if cell)
    return bool(counts) and len(counts) * 2 <= sum(counts.values())


def _is_measured(rows: Rows, c: int, decimal: str) -> bool:
    kinds = Counter(read_cell(row[c], decimal).kind for row in rows[:60] if row[c].strip())
    return kinds[CellKind.NUMBER] > 0 and kinds[CellKind.NUMBER] >= 2 * kinds[CellKind.TEXT]


def _is_unit_row(rows: Rows, r: int, decimal: str) -> bool:
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
    return any(re.search(r"[()\[\]/²³°%µ]", unit) or len(unit) < 3 for unit in units)


def _is_unit(text: str, decimal: str) -> bool:
    if read_cell(text, decimal).kind is not CellKind.TEXT:
        return False
    return is_unit(text.strip("()[]")) or _UNIT.fullmatch(text) is not None


def unit_of(text: str) -> str:
    """The unit in a cell of a row of units."""
    return name_and_unit(f"x {text}")[1] or text.strip().strip("()[]")


def _note_rows(rows: Rows, tail: Rows, row_count: int, first: int, decimal: str) -> tuple[int, ...]:
    """Lines of text below the table, of which rows above have several cells filled."""
    body = rows[first : first + 200]
    wide = sum(sum(1 for cell in row if cell.strip()) > 1 for row in body)
    if wide * 2 < sum(any(cell.strip() for cell in row) for row in body):
        return ()
    known = {cell.strip() for row in body[: max(0, row_count - first - 1)] for cell in row}
    notes: list[int] = []
    offset = row_count - len(tail)
    for r in range(row_count - 1, max(first, row_count - _LOOKED_AT_BELOW) - 1, -1):
        row = tail[r - offset]
        texts = [cell.strip() for cell in row if cell.strip()]
        if not texts:
            continue
        above_is_blank = r > first and not any(cell.strip() for cell in tail[r - offset - 1])
        if len(texts) > 1 or read_cell(texts[0], decimal).kind is not CellKind.TEXT:
            break
        is_prose = " " in texts[0] and len(texts[0]) > 14
        if not (above_is_blank or is_prose or _NOTE.match(texts[0]) or notes):
            break
        if texts[0] in known and not is_prose and list(known).count(texts[0]) > 1:
            break
        notes.append(r)
    return tuple(reversed(notes))
