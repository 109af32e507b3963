"""Setting aside in words: what can be said of the cells that are selected."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from decimus.analysis.results import Results
from decimus.measurements.observations import Measurements
from decimus.plurals import plural
from decimus.study.edits import CountAgain, Edit, ExplainMissing, NoteOnCell, SetValuesAside
from decimus.study.readings import HEADINGS, SetAside
from decimus.terms import Layout
from decimus.wording.spans import Choice, Entry, Option

_MOST_CELLS = 2000
_MOST_NAMED = 40


def cell_choice(results: Results, blocks: Sequence[tuple[int, int, int, int]]) -> Choice:
    """What can be set aside, counted again or explained among the selected cells.

    Args:
        results: whose table it is.
        blocks: the blocks of cells that are selected: first row and column of the table,
            how many rows and how many columns.
    """
    name = "the selected cells"
    count = sum(height * width for _, _, height, width in blocks)
    if results.problem is not None or count > _MOST_CELLS:
        return Choice("cell", name, name)
    places = [
        (r, c)
        for row, column, height, width in blocks
        for r in range(row, row + height)
        for c in range(column, column + width)
    ]
    options = [*_count_again(results, places)]
    entries = [*_values(results, places)]
    if len(blocks) == 1:
        row, column, height, width = blocks[0]
        entries += _row(results, row, height)
        entries += _level(results, row, column, height, width)
    entries += _missing(results, places)
    entries += _note(results, places)
    return Choice("cell", name, name, tuple(options), tuple(entries))


def _note(results: Results, places: list[tuple[int, int]]) -> list[Entry]:
    """A free note on the value in one cell."""
    if len(places) != 1:
        return []
    row, column = places[0]
    sheet = results.question.asked.sheet
    notes = results.sheet.reading.cell_notes
    now = next((note.text for note in notes if (note.row, note.column) == (row, column)), "")
    return [
        Entry(
            "a note on this value",
            now,
            lambda text: NoteOnCell(row=row, column=column, text=text, sheet=sheet),
        )
    ]


def _entry(results: Results, label: str, name: str, asides: tuple[SetAside, ...]) -> Entry:
    sheet = results.question.asked.sheet

    def edit_of(reason: str) -> Edit:
        said = tuple(SetAside(reason.strip(), a.row, a.column, a.variable, a.text) for a in asides)
        return SetValuesAside(asides=said, name=name, sheet=sheet)

    return Entry(f"{label}, because", "", edit_of)


def _values(results: Results, places: list[tuple[int, int]]) -> list[Entry]:
    wanted = set(places)
    counted = [
        place
        for group in results.measurements.groups
        if group.given is None
        for place in group.places
        if place in wanted
    ]
    if not counted:
        return []
    text = results.sheet.table.cell(*counted[0]).strip()
    count = len(counted)
    name = text if count == 1 else f"{count} {plural('value', count)}"
    asides = tuple(SetAside("", r, c) for r, c in counted)
    return [_entry(results, f"set {name} aside", name, asides)]


def _row(results: Results, row: int, height: int) -> list[Entry]:
    """A unit that is named, else the row it stands in."""
    measurements = results.measurements
    if height != 1 or measurements.is_summarised:
        return []
    units = measurements.units
    if units.variable is not None and units.variable >= 0 and (units.is_same or units.is_averaged):
        text = results.sheet.table.cell(row, units.variable).strip()
        if text:
            name = f"{measurements.unit_name} {text}".replace(
                f"{measurements.unit_name} {measurements.unit_name}", measurements.unit_name
            )
            aside = SetAside("", variable=units.variable, text=text)
            return [_entry(results, f"set {name} aside everywhere", name, (aside,))]
    if not any(r == row for group in measurements.groups for r in group.rows.tolist()):
        return []
    name = results.row_names[row]
    return [_entry(results, f"set all of {name} aside", name, (SetAside("", row=row),))]


def _level(results: Results, row: int, column: int, height: int, width: int) -> list[Entry]:
    measurements = results.measurements
    if height != 1 or width != 1:
        return []
    found = level_at(measurements, results.sheet.table.cell(row, column).strip(), column)
    if found is None:
        return []
    variable, text = found
    aside = SetAside("", variable=variable, text=text)
    return [_entry(results, f"set every {text} aside", text, (aside,))]


def level_at(measurements: Measurements, text: str, column: int) -> tuple[int, str] | None:
    """The factor and level that a cell of a column of levels names; None for other cells."""
    for factor in measurements.factors:
        if factor.variable == column and any(level.text == text for level in factor.levels):
            return factor.variable, text
    return None


def heading_choice(results: Results, column: int) -> Choice:
    """What can be set aside by a heading: the group below it."""
    name = "the group"
    measurements = None if results.problem is not None else results.measurements
    if measurements is None or measurements.shape.layout is not Layout.COLUMNS:
        return Choice("heading", name, name)
    heading = measurements.shape.column(column).heading if _has(measurements, column) else ""
    for factor in measurements.factors:
        if factor.variable == HEADINGS and any(x.text == heading for x in factor.levels):
            aside = SetAside("", variable=HEADINGS, text=heading)
            entry = _entry(results, f"set every {heading} aside", heading, (aside,))
            again = _again(results, lambda a: (a.variable, a.text) == (HEADINGS, heading))
            return Choice("heading", name, name, tuple(again), (entry,))
    return Choice("heading", name, name)


def _has(measurements: Measurements, column: int) -> bool:
    return any(profile.index == column for profile in measurements.shape.columns)


def _missing(results: Results, places: list[tuple[int, int]]) -> list[Entry]:
    if len(places) != 1:
        return []
    row, column = places[0]
    sheet = results.question.asked.sheet
    is_missing = any(places[0] in group.missing for group in results.measurements.groups)
    if not is_missing:
        return []
    reasons = results.sheet.reading.missing_reasons
    now = next((r.reason for r in reasons if (r.row, r.column) == places[0]), "")

    def edit_of(reason: str) -> Edit:
        return ExplainMissing(row=row, column=column, reason=reason, sheet=sheet)

    return [Entry("it is missing, because", now, edit_of)]


def _count_again(results: Results, places: list[tuple[int, int]]) -> list[Option]:
    """Whatever sets one of these cells aside, to be taken back."""
    wanted = set(places)
    reasons = {
        aside.reason
        for group in results.measurements.groups
        for aside in group.asides
        if aside.place in wanted
    }
    if not reasons:
        return []
    rows = {r for r, _ in places}

    def concerns(aside: SetAside) -> bool:
        if aside.row is not None:
            cell = (aside.row, aside.column)
            return cell in wanted or (aside.column is None and aside.row in rows)
        return aside.reason in reasons

    return _again(results, concerns)


def _again(results: Results, concerns: Callable[[SetAside], bool]) -> list[Option]:
    sheet = results.question.asked.sheet
    return [
        Option(
            f"count {aside_name(results, aside)} again ({aside.reason})",
            CountAgain(asides=(aside,), name=aside_name(results, aside), sheet=sheet),
        )
        for aside in results.sheet.reading.asides
        if concerns(aside)
    ]


def aside_name(results: Results, aside: SetAside) -> str:
    """What is set aside, in a few words."""
    if aside.row is None:
        return aside.text
    if aside.column is None:
        return results.row_names[aside.row] if aside.row < len(results.row_names) else "a row"
    return f"{results.sheet.table.cell(aside.row, aside.column).strip()} (row {aside.row + 1})"


def asides_choice(results: Results) -> Choice:
    """All that is set aside, each to be counted again."""
    count = results.measurements.aside_count
    options = _again(results, lambda _aside: True)[:_MOST_NAMED]
    return Choice("asides", f"{count} set aside", "what is set aside", tuple(options))
