"""The columns of a table at a glance, in words."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.measurements.observing.overview import (
    ColumnOverview,
    ColumnPart,
    columns_at_a_glance,
)
from decimus.plurals import plural
from decimus.terms import Layout

COLUMN_HEADINGS = ("column", "taken for", "numbers", "names or levels", "missing")
_PARTS = {
    ColumnPart.MEASURED: "what was measured",
    ColumnPart.OTHER_OUTCOME: "measured, too",
    ColumnPart.GROUP: "a group",
    ColumnPart.LEVELS: "tells groups apart",
    ColumnPart.UNIT: "names what was measured",
    ColumnPart.READING: "a reading of the row",
    ColumnPart.READING_NUMBER: "numbers the readings",
    ColumnPart.MEAN: "means",
    ColumnPart.SPREAD: "their spread",
    ColumnPart.N: "n",
    ColumnPart.ERROR: "known errors of the values",
    ColumnPart.FREQUENCY: "how often",
    ColumnPart.LEFT_OUT: "left out",
    ColumnPart.NOT_USED: "not used",
}


def columns_in_words(results: Results) -> tuple[tuple[int, tuple[str, ...]], ...]:
    """Each column with a line of words under `COLUMN_HEADINGS`; none where nothing is read."""
    if results.problem is not None:
        return ()
    measurements, reading = results.measurements, results.sheet.reading
    is_turned = measurements.shape.is_turned
    table = results.table.turned() if is_turned else results.table
    causes = (results.table, measurements, reading)
    found = results.kept(
        "columns at a glance", causes, lambda: columns_at_a_glance(table, measurements, reading)
    )
    return tuple((one.column, _line(results, one)) for one in found)


def columns_button(results: Results) -> str:
    """How many columns there are: "6 columns", or rows where they are read across."""
    if results.problem is not None:
        return ""
    count = len(results.measurements.shape.columns)
    return f"{count} {plural('row' if results.measurements.shape.is_turned else 'column', count)}"


def _line(results: Results, one: ColumnOverview) -> tuple[str, ...]:
    is_block = results.measurements.shape.layout in (Layout.COLUMNS, Layout.ROWS)
    part = _PARTS[one.part]
    if one.part is ColumnPart.GROUP and results.measurements.shape.layout is Layout.ROWS:
        part = "a replicate of each row"
    elif one.part is ColumnPart.UNIT and is_block:
        part = "names the rows"
    levels = ", ".join(one.levels)
    if one.level_count > len(one.levels):
        levels += f" and {one.level_count - len(one.levels)} more"
    elif one.level_count:
        levels = f"{one.level_count}: {levels}"
    missing = str(one.missing) if one.missing else "–"
    if one.unreadable:
        no_number = f"{one.unreadable} no {plural('number', one.unreadable)}"
        is_all = one.missing <= one.unreadable
        missing = no_number if is_all else f"{one.missing}, of which {no_number}"
    return (one.name, part, str(one.numbers) if one.numbers else "–", levels, missing)
