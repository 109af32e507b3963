"""How a table that is read as it was decided would be read now."""

from __future__ import annotations

from msgspec.structs import replace

from decimus import __version__
from decimus.analysis.remarks_on_reading import ReadOtherwiseNow, read_otherwise
from decimus.errors import InputError
from decimus.measurements.observations import Measurements
from decimus.measurements.reading import read_measurements
from decimus.study.questions import Asked
from decimus.study.studies import Sheet

_MOST = 20_000
"""Measurements of a table that is not read twice only to see whether that comes to the same."""


def would_be_otherwise(
    kept: Measurements, sheet: Sheet, asked: Asked
) -> tuple[ReadOtherwiseNow, ...]:
    """What would be otherwise, were the table of a question read anew.

    Args:
        kept: what was read of it.
        sheet: the table with its reading.
        asked: what the question asks of it.
    """
    decided = sheet.reading.decided
    if decided is None or not kept.shape.is_kept or kept.reading_count > _MOST:
        return ()
    if decided.version == __version__:
        return ()  # it would come to the same
    reading = replace(sheet.reading, decided=None)
    try:
        anew = read_measurements(sheet.table, reading, asked.outcome, asked.factors)
    except InputError:
        return ()
    found = read_otherwise(kept, anew)
    return () if found is None else (found,)
