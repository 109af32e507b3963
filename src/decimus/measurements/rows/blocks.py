"""Where in a table the measurements stand: title lines, rows of headings, notes below."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence

from msgspec.structs import replace

from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.rows.heading_rows import (
    Rows,
    has_unnamed_columns,
    header_count,
    is_header,
    is_unit_row,
    label_rows,
    lines_before_names,
)
from decimus.values import Value

_LOOKED_AT_BELOW = 60
_WORDS = (CellKind.TEXT, CellKind.DATE)
_NOTE = re.compile(r"(\*|†|note\b|notes\b|source\b|data\b|measured\b|n\.? ?b\.?\b)", re.IGNORECASE)


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
        has_unnamed: whether replicates stand unnamed to the right of each heading.
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
    has_unnamed: bool = False


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
    if header_rows is None:
        if not titles:
            keys = lines_before_names(rows[top : top + _LOOKED_AT_BELOW], decimal)
            titles, top = tuple(range(top, top + keys)), top + keys
        labels = label_rows(rows[top : top + _LOOKED_AT_BELOW], decimal)
        if labels is not None:
            shortest, count = labels
            titles = (*titles, *(top + r for r in range(count) if r != shortest))
            found = TableBlock(titles, (top + shortest,), None, top + count, top + count, ())
            return _with_end(rows, tail, row_count, found, decimal)
    found = _under_titles(rows, titles, top, decimal, header_rows)
    return _with_end(rows, tail, row_count, found, decimal)


def _under_titles(
    rows: Rows, titles: tuple[int, ...], top: int, decimal: str, header_rows: int | None
) -> TableBlock:
    """The block from its first row of headings on, of which the end is still to be found."""
    spanner = ""
    is_open = header_rows is None
    if is_open and (spanner := _lone_spanner(rows[top : top + _LOOKED_AT_BELOW], decimal)):
        titles, top = (*titles, top), top + 1
    count, is_doubtful = (
        header_count(rows[top:], decimal) if header_rows is None else (header_rows, False)
    )
    headers = tuple(range(top, min(top + count, len(rows))))
    unit_row = None
    after = top + len(headers)
    if is_open and headers and is_unit_row(rows, after, decimal):
        unit_row, after = after, after + 1
    looked_at = rows[top : top + _LOOKED_AT_BELOW]
    has_unnamed = is_open and len(headers) == 1 and has_unnamed_columns(looked_at, decimal)
    return TableBlock(
        titles, headers, unit_row, after, after, (), spanner, None, is_doubtful, has_unnamed
    )


def _with_end(
    rows: Rows, tail: Rows, row_count: int, block: TableBlock, decimal: str
) -> TableBlock:
    """The block with the row where it ends: before another table, before notes, at the end."""
    after = block.first_row
    next_row = _next_table(rows, after, decimal) if block.header_rows else None
    if next_row is not None:
        last = max(r for r in range(after, next_row) if any(map(str.strip, rows[r])))
        return replace(block, end_row=last + 1, next_row=next_row)
    notes = _note_rows(rows, tail, row_count, after, decimal)
    end = notes[0] if notes else row_count
    return replace(block, end_row=max(end, after), note_rows=notes)


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
