"""Other ways to read a table, each in a line with what it gives."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.measurements.alternatives import OtherReading
from decimus.plurals import plural
from decimus.study.edits import ReadAs
from decimus.terms import Layout
from decimus.wording.spans import Choice, Option

_ROWS = {2: "two", 3: "three"}


def alternatives_choice(results: Results) -> Choice:
    """The other readings as a choice; they are tried when the menu is wanted."""
    sheet = results.question.asked.sheet
    options = tuple(
        Option(
            alternative_words(found),
            ReadAs(reading=found.reading, words=_kind(found), sheet=sheet),
        )
        for found in results.alternatives
    )
    if not options:
        options = (Option("no other reading gives groups of numbers", None),)
    return Choice("other readings", "other ways to read this", "how the table is read", options)


def _kind(found: OtherReading) -> str:
    measurements = found.measurements
    shape, units = measurements.shape, measurements.units
    words = {
        Layout.COLUMNS: "each column a group",
        Layout.ROWS: "each row a group, replicates across",
        Layout.LONG: "each row one measurement",
        Layout.SUMMARISED: "a mean for every group",
    }[shape.layout]
    headers = len(shape.block.header_rows)
    if headers != 1:
        words += ", no headings" if not headers else f", {_ROWS[headers]} rows of headings"
    if units.is_same:
        words += f", the same {measurements.unit_name} again"
    if units.is_averaged:
        words += ", readings averaged"
    if found.reading.counts_summaries:
        words += ", rows of means counted"
    return words


def alternative_words(found: OtherReading) -> str:
    """One reading in a line: "each row a group, replicates across: 3 groups, n = 4–5"."""
    measurements = found.measurements
    count = len(measurements.groups)
    low, high = found.ns
    n = str(low) if low == high else f"{low}–{high}"
    text = f"{_kind(found)}: {count} {plural('group', count)}, n = {n}"
    factors = " × ".join(factor.name for factor in measurements.factors if factor.is_named)
    text += f", by {factors}" if factors else ""
    left_out = len(measurements.unreadable) + measurements.missing_count
    return f"{text}, {left_out} not counted" if left_out else text
