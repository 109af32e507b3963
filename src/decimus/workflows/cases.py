"""Tables of names and nothing else: every row is a case, and cases are counted."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.errors import InputError
from decimus.measurements.kept import table_shape
from decimus.measurements.profiles import ColumnProfile
from decimus.measurements.shapes import TableShape
from decimus.measurements.summaries.shapes import is_pair
from decimus.study.adjustments import ComputedColumn
from decimus.study.edits import BringInTable
from decimus.study.questions import Asked, HeightChoices, LaneChoices, Question
from decimus.study.readings import Reading
from decimus.terms import ErrorBar, Height, Layout, Statistic

CASES = ComputedColumn(name="number of cases", expression="1")
_MOST_FACTORS, _MOST_LEVELS = 2, 12


def with_cases_counted(edit: BringInTable) -> BringInTable:
    """A table with names of kinds and without a number, its rows counted; any other as it is.

    Every column names kinds, of which there are few, or something else in every row; one that
    nearly holds numbers is neither, and then the table is left to be refused.
    """
    if edit.reading != Reading() or edit.asked != Question():
        return edit
    try:
        shape = table_shape(edit.table, Reading())
    except InputError:
        return edit
    kinds = _kinds(shape)
    if not kinds:
        return edit
    reading = Reading(layout=Layout.LONG, computed=(CASES,), unit_name="case", same_units=False)
    asked = Question(
        asked=Asked(outcome=edit.table.column_count, factors=kinds[:_MOST_FACTORS]),
        heights=HeightChoices(height=Height.COUNT, error_bar=ErrorBar.NONE),
        lanes=LaneChoices(columns=(Statistic.N,)),
    )
    return replace(edit, reading=reading, asked=asked)


def _kinds(shape: TableShape) -> tuple[int, ...]:
    """The columns that name kinds, where no column holds or nearly holds numbers."""
    if shape.header_row is None or any(p.numbers and not p.is_numbering for p in shape.columns):
        return ()
    kinds = [p for p in shape.columns if _is_of_kinds(p)]
    others = [p for p in shape.columns if p not in kinds]
    if any(not (p.is_unique or p.is_numbering) or _is_nearly_number(p) for p in others):
        return ()
    return tuple(p.index for p in kinds)


def _is_of_kinds(profile: ColumnProfile) -> bool:
    return (
        profile.is_text
        and 2 <= len(profile.counts) <= _MOST_LEVELS
        and len(profile.texts) >= 2 * len(profile.counts)
        and not any(is_pair(text, ".") or is_pair(text, ",") for text in profile.counts)
    )


def _is_nearly_number(profile: ColumnProfile) -> bool:
    """Whether a column without numbers begins with digits: "7/10", "12.3 cm or so"."""
    return not profile.is_numbering and any(text[:1].isdigit() for text in profile.texts)
