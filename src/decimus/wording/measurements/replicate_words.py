"""Single replicates in words: what a dot is, and where it stands in the table."""

from __future__ import annotations

from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.wording.numbers import full_number
from decimus.wording.phrases import at_group, quantity


def replicate_words(results: Results, group: Group, replicate: int) -> str:
    """A replicate: its value, its name and its cell."""
    groups, cells = results.groups, group.cells
    value = quantity(
        _value(results, group, replicate), groups.measurements.outcome.unit, results.numerals
    )
    name = replicate_name(results, group, replicate)
    places = cells.places_of(replicate)
    row, column = places[0]
    where = f"row {row + 1}, column {column + 1}"
    if len(places) > 1:
        where = f"mean of {len(places)} readings, the first in {where}"
    return f"{value}, {name} {at_group(groups, group)} ({where})"


def replicate_name(results: Results, group: Group, replicate: int) -> str:
    """What a replicate is called: its unit's name, or its row."""
    cells = group.cells
    if cells.units:
        name, noun = cells.units[replicate], results.measurements.unit_name
        return f"{noun} {name}" if name.isdecimal() else name
    row, _ = cells.places_of(replicate)[0]
    return results.row_names[row]


def _value(results: Results, group: Group, replicate: int) -> str:
    return full_number(float(group.cells.replicates[replicate]), results.numerals)
