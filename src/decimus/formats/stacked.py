"""Groups under heads in rows of their own, and tables of several quantities below each other."""

from __future__ import annotations

import re
from collections.abc import Sequence

from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import quantity_in
from decimus.measurements.units import is_unit

Rows = Sequence[Sequence[str]]

_NUMBER = re.compile(r"[-+\u2212<>≤≥]?\s*\d+(?:[.,\s]\d+)*(?:[eE][-+]?\d+)?\s*%?")
_MOST_ROWS = 20_000
_FEWEST_HEADS = 2
GROUP = "group"
"""What the groups are called that stand in rows of their own."""


def unstacked(rows: Rows) -> list[list[str]] | None:
    """The rows as one table with a column for the groups, or quantities side by side.

    None for a table of any other form.
    """
    if not 3 < len(rows) <= _MOST_ROWS:
        return None
    cells = [[cell.strip() for cell in row] for row in rows]
    return _under_heads(cells) or _side_by_side(cells)


def _is_number(cell: str) -> bool:
    return _NUMBER.fullmatch(cell) is not None


def _is_head(row: list[str]) -> bool:
    """A name alone in the first cell."""
    return bool(row) and bool(row[0]) and not any(row[1:]) and not _is_number(row[0])


def _under_heads(rows: list[list[str]]) -> list[list[str]] | None:
    """Each group's name in a row of its own, its measurements below it."""
    filled = [row for row in rows if any(row)]
    start = 0 if _is_head(filled[0]) else 1
    if start and (not filled[0][1:] or any(_is_number(cell) for cell in filled[0])):
        return None
    body = filled[start:]
    heads = [r for r, row in enumerate(body) if _is_head(row)]
    if len(heads) < _FEWEST_HEADS or heads[0] != 0:
        return None
    names = [body[r][0] for r in heads]
    ends = [*heads[1:], len(body)]
    parts = [body[r + 1 : end] for r, end in zip(heads, ends, strict=True)]
    if len(set(names)) < len(names) or any(len(part) < _FEWEST_HEADS for part in parts):
        return None
    lines = [row for part in parts for row in part]
    is_measured = all(row[0] and any(_is_number(cell) for cell in row[1:]) for row in lines)
    # What counts anew under every head is in it; other names may be of an outline with sums.
    firsts = [[row[0] for row in part] for part in parts]
    counts = all(first == [str(i + 1) for i in range(len(first))] for first in firsts)
    again = all(first == firsts[0] for first in firsts)
    if not is_measured or not (counts or again):
        return None
    if again and not counts and _are_quantities(names):
        return None if start else _quantities_of_groups(names, parts)
    width = max(map(len, filled))
    top = [*filled[0], *[""] * (width - len(filled[0]))] if start else ["no", *[""] * (width - 1)]
    if not start and width == _FEWEST_HEADS:
        top[1] = "measured"
    if GROUP in [cell.casefold() for cell in top]:
        return None
    found = [[GROUP, *top]]
    for name, part in zip(names, parts, strict=True):
        found += [[name, *row] for row in part]
    return found


def _are_quantities(titles: Sequence[str]) -> bool:
    """Whether what stands over tables is what was measured in each, in units of its own."""
    units = {unit for unit in (name_and_unit(title)[1] for title in titles) if is_unit(unit)}
    return len(units) == len(titles) or all(map(quantity_in, titles))


def _quantities_of_groups(names: list[str], parts: list[list[list[str]]]) -> list[list[str]]:
    """A column for each quantity, a row for each place across of every group."""
    found = [[GROUP, *names]]
    for r, first in enumerate(parts[0]):
        count = max(len(part[r]) for part in parts)
        for c in range(1, count):
            cells = [part[r][c] if c < len(part[r]) else "" for part in parts]
            if any(cells):
                found.append([first[0], *cells])
    return found


def _side_by_side(rows: list[list[str]]) -> list[list[str]] | None:
    """Tables with the same headings and rows, each under the quantity that it is of."""
    parts: list[tuple[str, list[list[str]]]] = []
    for row in (row for row in rows if any(row)):
        if _is_head(row):
            parts.append((row[0], []))
        elif parts:
            parts[-1][1].append(row)
        else:
            return None
    if len(parts) < _FEWEST_HEADS or any(len(part) < _FEWEST_HEADS + 1 for _, part in parts):
        return None
    titles = [title for title, _ in parts]
    if not _are_quantities(titles):
        return None
    first = parts[0][1]
    head, names = first[0], [row[0] for row in first[1:]]
    is_alike = all(part[0] == head and [row[0] for row in part[1:]] == names for _, part in parts)
    if not is_alike or any(_is_number(cell) for cell in head) or len(set(titles)) < len(titles):
        return None
    count = len(head) - 1
    above = [""]
    for title in titles:
        above += [title, *[""] * (count - 1)]
    found = [above, [head[0], *head[1:] * len(parts)]]
    for r, name in enumerate(names, start=1):
        found.append([name, *(cell for _, part in parts for cell in part[r][1:])])
    return found
