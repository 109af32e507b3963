"""Numbers that all carry letters of what differs: 12.3a, 15.9b, 9.8ab.

Where a whole column is written so, the number is what was measured and the letters are marks of a
comparison. Single cells with a sign of a note are asked about instead (`summaries.marks`).
"""

from __future__ import annotations

import re
from collections.abc import Container, Iterable, Sequence

from msgspec.structs import replace

from decimus.measurements.lexicon import statistic_named
from decimus.measurements.numbers import CellKind, read_cell
from decimus.study.tables import Table, column_of
from decimus.values import Value

_LETTERED = re.compile(
    r"([-+−–]?\d[\d.,'’]*)\s*(?:<sup>)?\s*\(?([a-h]{1,6}|[A-H]{1,4}|[a-h](?:,\s?[a-h])+|[ᵃᵇᶜᵈᵉ]{1,5})"
    r"\)?\s*(?:</sup>)?"
)
_RAISED = str.maketrans("ᵃᵇᶜᵈᵉ", "abcde")
_LOOKED_AT = 50
"""Rows in which the first such number has to stand; of no more rows are looked at as lines."""
_MOST_ROWS = 5000


class Lettered(Value, frozen=True):
    """Where every number carries letters: whole columns, else whole rows, and which letters."""

    columns: tuple[int, ...] = ()
    rows: tuple[int, ...] = ()
    letters: tuple[str, ...] = ()

    def __bool__(self) -> bool:
        return bool(self.columns or self.rows)


def lettered(table: Table) -> Lettered:
    """The columns, else the rows, in which every number carries letters, counted from a on."""
    if not 2 <= table.row_count <= _MOST_ROWS:
        return Lettered()
    columns = range(table.column_count)
    likely = [c for c in columns if any(map(_may_be, table.cells(c, 0, _LOOKED_AT)))]
    if not likely:
        return Lettered()
    found = _lettered_columns(table, likely)
    if found:
        return Lettered(columns=tuple(found), letters=_letters_in(found.values()))
    if table.row_count <= _LOOKED_AT:
        rows = {r: cells for r, cells in enumerate(table.rows()) if _carry_letters(cells)}
        rows = {r: cells for r, cells in rows.items() if _has_decimals(cells)}
        if not _count_from_a(_letters_in(rows.values())):
            return Lettered()
        return Lettered(rows=tuple(rows), letters=_letters_in(rows.values()))
    return Lettered()


def _lettered_columns(table: Table, likely: Sequence[int]) -> dict[int, tuple[str, ...]]:
    cells = {c: tuple(table.column(c)) for c in likely}
    found = {c: own for c, own in cells.items() if _carry_letters(own)}
    if not _count_from_a(_letters_in(found.values())):
        found = {c: own for c, own in found.items() if _count_from_a(_letters_in([own]))}
    if any(map(_has_decimals, found.values())) or not _has_plain_numbers(table, found):
        return found
    return {}  # 12a, 12b, 13a may be names beside what was measured


def has_letters(cell: str) -> bool:
    """Whether a cell is a number with such letters."""
    return _match(cell) is not None


def without_letters(table: Table, found: Lettered) -> Table:
    """The table with the numbers alone in those columns or rows."""
    if not found:
        return table
    changed = list(table.columns)
    rows = frozenset(found.rows)
    for c in found.columns or range(table.column_count):
        cells = (
            match[1] if (not rows or r in rows) and (match := _match(cell)) else cell
            for r, cell in enumerate(table.column(c))
        )
        changed[c] = column_of(cells)
    return replace(table, columns=tuple(changed))


def _letters_in(lines: Iterable[Sequence[str]]) -> tuple[str, ...]:
    """The marks behind the numbers, each once, in order."""
    found = {_letters(match) for line in lines for cell in line if (match := _match(cell))}
    return tuple(sorted(found))


def _may_be(cell: str) -> bool:
    return cell[-1:] in _ENDS and any(sign.isdigit() for sign in cell[:3])


_ENDS = frozenset("abcdefghABCDEFGHᵃᵇᶜᵈᵉ)>")


def _match(cell: str) -> re.Match[str] | None:
    match = _LETTERED.fullmatch(cell.strip())
    if match is None:
        return None
    letters = _letters(match)
    return match if list(letters) == sorted(set(letters)) else None


def _letters(match: re.Match[str]) -> str:
    return re.sub(r"[^a-h]", "", match[2].translate(_RAISED).lower())


def _count_from_a(marks: Iterable[str]) -> bool:
    """Whether the letters of marks are a, b and so on without a gap."""
    letters = sorted({letter for mark in marks for letter in mark})
    return len(letters) > 1 and letters == list("abcdefgh")[: len(letters)]


def _carry_letters(cells: Sequence[str]) -> bool:
    """Whether from the first such number to the last there is nothing else."""
    at = [row for row, cell in enumerate(cells) if _match(cell)]
    if len(at) < 2:
        return False
    run = cells[at[0] : at[-1] + 1]
    others = [cell for cell in run if cell.strip() and not _match(cell)]
    if any(read_cell(cell, ".").kind is not CellKind.MISSING for cell in others):
        return False
    if 2 * len(at) < sum(bool(cell.strip()) for cell in cells[at[0] :]):
        return False
    numbers = [match[1] for cell in run if (match := _match(cell))]
    return len(set(numbers)) * 2 > len(numbers)


def _has_decimals(cells: Sequence[str]) -> bool:
    numbers = [match[1] for cell in cells if (match := _match(cell))]
    return 2 * sum("." in text or "," in text for text in numbers) >= len(numbers)


def _has_plain_numbers(table: Table, lettered: Container[int]) -> bool:
    """Whether another column holds numbers that are no spread and no n of these."""
    for c in range(table.column_count):
        cells = [cell for cell in table.column(c) if cell.strip()]
        if c in lettered or len(cells) < 2 or statistic_named(cells[0]) is not None:
            continue
        numbers = sum(read_cell(cell, ".").kind is CellKind.NUMBER for cell in cells)
        if 2 * numbers > len(cells):
            return True
    return False
