"""Where in a table the measurements stand: title lines, rows of headings, notes below."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from decimus.measurements.numbers import Cell, CellKind, name_and_unit, read_cell

Rows = Sequence[Sequence[str]]

_LOOKED_AT_BELOW = 60
_NOTE = re.compile(r"(\*|†|note\b|notes\b|source\b|data\b|measured\b|n\.? ?b\.?\b)", re.IGNORECASE)
_UNIT = re.compile(r"[(\[].{0,12}[)\]]|[%‰°µμ]?[A-Za-zµμ%°²³]{1,4}([/·].{1,6})?")


@dataclass(frozen=True)
class TableBlock:
    """The rows of a table by what they are for; `end_row` is the first row after it.

    Args:
        title_rows: lines of text above the table.
        header_rows: rows of names, none to two.
        unit_row: a row of units under the names, None where there is none.
        first_row: the first row of measurements.
        end_row: the row after the last of them.
        note_rows: lines of text below.
    """

    title_rows: tuple[int, ...]
    header_rows: tuple[int, ...]
    unit_row: int | None
    first_row: int
    end_row: int
    note_rows: tuple[int, ...]


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
    found = _header_count(rows[top:], decimal) if header_rows is None else header_rows
    headers = tuple(range(top, min(top + found, len(rows))))
    unit_row = None
    after = top + len(headers)
    if header_rows is None and len(headers) == 1 and _is_unit_row(rows, after, decimal):
        unit_row, after = after, after + 1
    notes = _note_rows(rows, tail, row_count, after)
    end = notes[0] if notes else row_count
    return TableBlock(titles, headers, unit_row, after, max(end, after), notes)


def _title_rows(rows: Rows, filled: list[int], decimal: str) -> tuple[int, ...]:
    """Lines above the table: one cell of text where the rows of the table hold several."""
    wide = sum(count > 1 for count in filled)
    if wide * 2 < sum(count > 0 for count in filled):
        return ()
    titles = []
    for r, row in enumerate(rows):
        if filled[r] == 0:
            continue
        texts = [cell for cell in row[: filled[r]] if cell.strip()]
        is_leading = len(texts) == filled[r] < max(filled[r + 1 : r + 4], default=0)
        if not is_leading or any(read_cell(t, decimal).kind is not CellKind.TEXT for t in texts):
            break
        # A comma in a title makes two cells of it; headings do not start with a space.
        if filled[r] > 1 and not _is_prose(texts, is_apart=_is_blank_row(rows, r + 1)):
            break
        titles.append(r)
    # A single name over the first column may be the heading of a table whose other
    # headings are blank; a title stands over nothing or before the row of headings.
    if titles and not _starts_table(rows[titles[-1] + 1 :]):
        titles.pop()
    return tuple(titles)


def _is_prose(texts: list[str], *, is_apart: bool) -> bool:
    return is_apart or any(text.startswith(" ") or len(text.split()) > 3 for text in texts[1:])


def _is_blank_row(rows: Rows, r: int) -> bool:
    return r < len(rows) and not any(cell.strip() for cell in rows[r])


def _starts_table(rows: Rows) -> bool:
    following = next((row for row in rows if any(cell.strip() for cell in row)), None)
    return following is not None and sum(1 for cell in following if cell.strip()) > 1


def _header_count(rows: Rows, decimal: str) -> int:
    if not is_header(rows, decimal):
        return 0
    return 2 if _has_two_headers(rows, decimal) else 1


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
    # Only numbers on top: headings when they differ and are all written with fewer decimals
    # than the measurements under them, as amounts over their replicates are.
    numbers = [read_cell(cell, decimal) for cell in top if cell]
    if len(numbers) < 2 or any(cell.kind is not CellKind.NUMBER for cell in numbers):
        return False
    differ = len({cell.value for cell in numbers}) == len(numbers)
    finest = min((max(cell.decimals for cell in column) for column in below if column), default=0)
    return differ and max(cell.decimals for cell in numbers) < finest


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
    values = [c for c in range(len(upper)) if _is_measured(rows[2:], c, decimal)]
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
    return read_cell(text, decimal).kind is CellKind.TEXT and _UNIT.fullmatch(text) is not None


def unit_of(text: str) -> str:
    """The unit in a cell of a row of units."""
    return name_and_unit(f"x {text}")[1] or text.strip().strip("()[]")


def _note_rows(rows: Rows, tail: Rows, row_count: int, first: int) -> tuple[int, ...]:
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
        if len(texts) > 1 or read_cell(texts[0]).kind is not CellKind.TEXT:
            break
        is_prose = " " in texts[0] and len(texts[0]) > 14
        if not (above_is_blank or is_prose or _NOTE.match(texts[0]) or notes):
            break
        if texts[0] in known and not is_prose and list(known).count(texts[0]) > 1:
            break
        notes.append(r)
    return tuple(reversed(notes))
