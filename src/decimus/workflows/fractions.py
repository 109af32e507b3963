"""Columns of so many out of so many, "7/10": written out in two columns, their share computed."""

from __future__ import annotations

import re
from collections import Counter

from msgspec.structs import replace

from decimus.errors import InputError
from decimus.measurements.kept import table_shape
from decimus.measurements.profiles import ColumnProfile
from decimus.study.adjustments import ComputedColumn
from decimus.study.edits import BringInTable
from decimus.study.questions import Asked, Question
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout

_OUT_OF = re.compile(r"\s*(\d{1,6})\s*/\s*(\d{1,6})\s*")
_FEWEST = 2


def with_shares_computed(edit: BringInTable) -> BringInTable:
    """A long table with a column such as "7/10" with its counts apart; any other as it is.

    What it is out of is the same in at least half of the cells, as days and months are not.
    """
    if edit.reading != Reading() or edit.asked != Question():
        return edit
    try:
        shape = table_shape(edit.table, Reading())
    except InputError:
        return edit
    if shape.header_row is None or any(profile.is_sample for profile in shape.columns):
        return edit
    column = next((p for p in shape.columns if _is_out_of(p)), None)
    groups = [p for p in shape.columns if p.is_text and p.repeats and p is not column]
    if column is None or not column.heading or not groups:
        return edit
    share = ComputedColumn(
        name=f"share {column.heading}", expression=f'"{column.heading}" / "{column.heading} of"'
    )
    table = _apart(edit.table, column.index, shape.header_row)
    reading = Reading(layout=Layout.LONG, computed=(share,))
    asked = Question(asked=Asked(outcome=table.column_count))
    return replace(edit, table=table, reading=reading, asked=asked)


def _is_out_of(profile: ColumnProfile) -> bool:
    found = [_OUT_OF.fullmatch(text) for text in profile.texts]
    if len(found) < _FEWEST or not all(found):
        return False
    pairs = [(int(match[1]), int(match[2])) for match in found if match]
    (_, usual), *_ = Counter(of for _, of in pairs).most_common(1)
    return 2 * usual >= len(pairs) and all(0 <= k <= n and n for k, n in pairs)


def _apart(table: Table, column: int, header_row: int) -> Table:
    """The table with what was counted and what it is out of beside each other."""
    rows = []
    for row in table.block(0, 0, table.row_count, table.column_count):
        match = _OUT_OF.fullmatch(row[column])
        both = [match[1], match[2]] if match else [row[column], ""]
        rows.append([*row[:column], *both, *row[column + 1 :]])
    rows[header_row][column + 1] = f"{rows[header_row][column].strip()} of"
    return Table.from_rows(rows, table.title)
