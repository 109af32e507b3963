"""From a table and its reading to measurements."""

from __future__ import annotations

from decimus.errors import InputError, TableError
from decimus.measurements.asked import no_numbers
from decimus.measurements.assembly import Assembly
from decimus.measurements.computed import with_computed
from decimus.measurements.kept import table_shape
from decimus.measurements.lettered import without_letters
from decimus.measurements.observations import Measurements
from decimus.measurements.observing.cases import with_cases
from decimus.measurements.observing.extraction import observe
from decimus.measurements.observing.known_errors import with_known_errors
from decimus.measurements.summaries.lines import statistics_without_mean
from decimus.measurements.summaries.reading import measurements_of_summary
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout


def summaries_in(table: Table, reading: Reading) -> Measurements | None:
    """What a table of summaries gives; None for tables of anything else."""
    try:
        if table_shape(table, reading).layout is not Layout.SUMMARISED:
            return None
        return read_measurements(table, reading)
    except InputError:
        return None


def read_measurements(
    table: Table,
    reading: Reading,
    outcome: int | None = None,
    factors: tuple[int, ...] | None = None,
) -> Measurements:
    """Read a table.

    Args:
        table: the cells.
        reading: what the user said about them.
        outcome: the outcome's column in a long table, None as detected.
        factors: the factors' columns in a long table, None as detected.

    Raises:
        TableError: the table is empty or holds no measurements.
        ChoiceError: `outcome` or `factors` name columns that cannot serve.
    """
    if table.is_empty:
        raise TableError("The table is empty", remedy="Paste or open a table with measurements")
    if reading.computed:
        table = with_computed(table, reading)
    shape = table_shape(table, reading, len(reading.computed)).counting(outcome)
    table = without_letters(table, shape.lettered)
    if shape.is_turned:
        table = table.turned()
    if shape.summary is not None:
        return measurements_of_summary(table, reading, shape, shape.summary, outcome, factors)
    if shape.layout is Layout.SUMMARISED:
        raise TableError(
            "No column of means with a spread or n beside it was found",
            remedy="Name the columns, such as mean, SD and n",
        )
    if not any(profile.numbers for profile in shape.columns):
        raise no_numbers(shape)
    if reading.layout is None and (names := statistics_without_mean(shape.columns)):
        raise TableError(
            f"The columns give {names}, but no mean",
            remedy="Give mean, SD and n of every group, or the single values",
        )
    observed, column = observe(table, shape, reading, outcome, factors)
    found = Assembly(table, shape, reading, observed, column, (outcome, factors)).measurements()
    found = with_known_errors(found, table, reading)
    return with_cases(found, table, reading) if reading.computed else found
