"""The comparison once more: with what was set aside, or without what lies far out."""

from __future__ import annotations

from typing import TYPE_CHECKING

from msgspec.structs import replace

from decimus.statistics.assumption_checks import far_values
from decimus.study.readings import SetAside
from decimus.values import Value

if TYPE_CHECKING:
    from decimus.analysis.comparison_results import Comparison
    from decimus.analysis.results import Results


class OtherResult(Value, frozen=True):
    """The result had other values counted.

    Args:
        comparison: it, None where there would be no test.
        count: how many values that concerns.
        is_with: True where values that are set aside count; False where values that lie far
            out do not.
        places: where those that lie far out stand.
    """

    comparison: Comparison | None
    count: int
    is_with: bool
    places: tuple[tuple[int, int], ...] = ()


def other_result(results: Results) -> OtherResult | None:
    """The result with what was set aside, else without what lies far out; None without either."""
    measurements, sheet = results.measurements, results.sheet
    if measurements.is_summarised or results.comparison is None:
        return None
    # Several sentences tell of it, and the table is read once more for it.
    causes = (sheet.table, sheet.reading, results.comparison, results.compared)
    return results.kept("other result", causes, lambda: _other_result(results))


def _other_result(results: Results) -> OtherResult | None:
    measurements = results.measurements
    if measurements.aside_count:
        found = _read_as(results, ())
        comparison = None if found.problem is not None else found.comparison
        return OtherResult(comparison, measurements.aside_count, is_with=True)
    groups = results.compared
    if results.is_large:
        return None
    far = far_values([group.summary.exact_array for group in groups.shown])
    places = tuple(
        place for value in far for place in groups.shown[value.group].cells.places_of(value.index)
    )
    if not places:
        return None
    asides = tuple(SetAside("far out", row, column) for row, column in places)
    found = _read_as(results, (*results.sheet.reading.asides, *asides))
    comparison = None if found.problem is not None else found.comparison
    return OtherResult(comparison, len(far), is_with=False, places=places)


def _read_as(results: Results, asides: tuple[SetAside, ...]) -> Results:
    sheet, study = results.sheet, results.study
    reading = replace(sheet.reading, asides=asides)
    changed = study.with_sheet(results.question.asked.sheet, replace(sheet, reading=reading))
    # Built anew by the class of what was given, which this module must not import.
    return type(results)(changed, results.number, decimal_sign=results.decimal_sign)
