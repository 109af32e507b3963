"""The names, units and levels of the outcome and the factors of a table."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.measurements.headings import name_and_unit
from decimus.measurements.kept_decisions import kept_kind
from decimus.measurements.lexicon import Sense, without_statistics
from decimus.measurements.profiles import is_replicate_stem
from decimus.measurements.shapes import TableShape
from decimus.measurements.summaries.shapes import statistic_and_rest
from decimus.measurements.variables import Factor, Outcome, levels_of
from decimus.study.readings import CELLS, HEADINGS, HEADINGS_ABOVE, HEADINGS_TOP, Reading
from decimus.terms import Layout, LevelKind


def factor_of(shape: TableShape, reading: Reading, variable: int, texts: tuple[str, ...]) -> Factor:
    """A factor with its levels, whose texts are given in reading order."""
    facts = reading.facts(variable)
    said = facts.kind or kept_kind(shape, reading, variable)
    kind, unit, levels = levels_of(texts, said, shape.decimal)
    if variable == HEADINGS and common_unit(shape) and kind is not LevelKind.AMOUNTS:
        levels = [replace(level, label=name_and_unit(level.text)[0]) for level in levels]
    name, heading_unit = _factor_name(shape, variable)
    fallback = "group" if variable in _OVER_COLUMNS else f"column {variable + 1}"
    if variable == HEADINGS and "group" in _names_beside(shape):
        fallback = "condition"  # two factors of one name could not be told apart
    if variable == HEADINGS_ABOVE and shape.heads.factors[:1] != (HEADINGS_ABOVE,):
        fallback = "group of columns"
    if variable == HEADINGS_TOP:
        fallback = "set of columns"
    return Factor(
        variable,
        facts.name or name or fallback,
        facts.unit if facts.unit is not None else (heading_unit or unit),
        kind,
        tuple(levels),
        is_named=bool(facts.name or name),
    )


_OVER_COLUMNS = (HEADINGS, HEADINGS_ABOVE, HEADINGS_TOP)


def _names_beside(shape: TableShape) -> set[str]:
    """The names of the factors beside a block, in small letters."""
    return {name_and_unit(shape.column(c).heading)[0].lower() for c in shape.side_factors}


def _factor_name(shape: TableShape, variable: int) -> tuple[str, str]:
    """A factor's name and unit from the table; "" for what it does not say."""
    if variable >= 0:
        profile = shape.column(variable)
        name, unit = name_and_unit(profile.heading)
        return name, unit or profile.unit
    spanner = shape.block.spanner
    if spanner and variable == HEADINGS and not is_replicate_stem(spanner.lower()):
        return name_and_unit(spanner)
    if shape.row_names is None or shape.layout is Layout.LONG or variable == HEADINGS_TOP:
        return "", ""
    corner = shape.column(shape.row_names)
    heading = corner.above if variable == HEADINGS_ABOVE else corner.heading
    name, unit = name_and_unit(heading)
    # The corner names the factor across, unless it says what the rows are; under bare numbers
    # it says that.
    names_units = bool(corner.whole_numbers) or (bool(shape.side_factors) and corner.is_unique)
    names_units = names_units or (corner.is_about(Sense.BLOCK) and corner.is_unique)
    if names_units and not corner.is_about(Sense.GROUP):
        return "", ""
    return ("", "") if corner.names_rows or not name else (name, unit)


def block_outcome(
    shape: TableShape, reading: Reading, typed_unit: str, quantity: int | None = None
) -> Outcome:
    """The outcome of a block of measurements; the heading of an only column says it.

    Of several quantities, `quantity` is the first column of the one asked about.
    """
    if quantity is not None:
        name, unit = name_and_unit(shape.name(quantity))
        return _outcome(reading, quantity, name, unit or typed_unit)
    heading, unit = "", common_unit(shape)
    if len(shape.measured) == 1 and shape.layout is Layout.COLUMNS:
        heading, unit = name_and_unit(shape.column(shape.measured[0]).heading)
        unit = unit or shape.column(shape.measured[0]).unit
    if not heading and shape.title:
        heading, of_title = name_and_unit(shape.title)
        unit = unit or of_title
    return _outcome(reading, CELLS, heading, unit or typed_unit)


def common_unit(shape: TableShape) -> str:
    """The unit that stands behind every heading of a block, or in a row under them."""
    if shape.layout is not Layout.COLUMNS:
        return ""
    units = {shape.column(c).unit_in_heading for c in shape.measured}
    return units.pop() if len(units) == 1 and len(shape.measured) > 1 else ""


def long_outcome(shape: TableShape, reading: Reading, column: int, typed_unit: str) -> Outcome:
    """The outcome that stands in one column."""
    profile = shape.column(column)
    name, unit = name_and_unit(profile.heading)
    if column in shape.readings:
        word = profile.heading_word
        name = "" if profile.is_about(Sense.READING) else word
    if shape.layout is Layout.SUMMARISED:
        unit = "" if statistic_and_rest(unit)[0] is not None else unit
        name = without_statistics(name)
    return _outcome(reading, column, name, unit or profile.unit or typed_unit)


def _outcome(reading: Reading, variable: int, name: str, unit: str) -> Outcome:
    facts = reading.facts(variable)
    return Outcome(
        variable,
        facts.name or name or "measurement",
        facts.unit if facts.unit is not None else unit,
        is_named=bool(facts.name or name),
    )
