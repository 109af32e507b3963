"""How every cell of a table is read, for the marks of the sheet."""

from __future__ import annotations

from enum import IntEnum

import numpy as np
from msgspec import field

from decimus.analysis.results import Results
from decimus.figure.content import group_colours
from decimus.kinds.limits import LIMITS
from decimus.measurements.cells import Codes, Integers
from decimus.measurements.numbers import CellKind
from decimus.measurements.observations import Measurements, Place
from decimus.study.marks import Marks
from decimus.study.readings import Reading
from decimus.terms import Layout
from decimus.values import Value


class CellState(IntEnum):
    """How a cell counts."""

    OUTSIDE = 0
    COUNTED = 1
    NAME = 2
    MISSING = 3
    UNREADABLE = 4
    LEFT_OUT = 5
    ASIDE = 6
    LIMIT = 7
    MARKED = 8


_MOST_ADJUSTED = 20_000

_HELP = {
    CellState.MISSING: "Missing: not counted, and not zero",
    CellState.UNREADABLE: "Not a number: counted as missing until corrected",
    CellState.LEFT_OUT: "A summary of the others, by its name or its arithmetic: left out",
    CellState.OUTSIDE: "",
    CellState.MARKED: "Hidden in the workbook, and counted",
}


class Bracket(Value, frozen=True):
    """Which part of a bracket around averaged readings a cell has: an end, or what is between.

    Args:
        is_across: whether the readings stand beside each other, not below.
        begins: whether it begins here.
        ends: whether it ends here.
    """

    is_across: bool
    begins: bool
    ends: bool


class SheetFacts(Value, frozen=True, eq=False):
    """What the reading says of the table's cells.

    Args:
        first_row: the first row of measurements.
        header_row: the row of headings, None without one.
        header_above: the row of headings above that.
        header_top: the upmost of three rows of headings.
        unit_row: a row of units below the headings.
        states: how each cell of a column counts, by column; columns not there are outside.
        names: columns of names.
        notes: help for single cells: why set aside, why missing, what a limit counts as.
        column_colours: the colour of the group under a heading.
        level_colours: the colour of a level in a column of levels.
        adjusted: what cells count as that do not count as typed.
        left_out: why a column is left out, where it is no summary.
        brackets: for readings below each other that are averaged, the part of their bracket.
    """

    first_row: int = 0
    header_row: int | None = None
    header_above: int | None = None
    header_top: int | None = None
    unit_row: int | None = None
    states: dict[int, Codes] = field(default_factory=dict)
    names: frozenset[int] = frozenset()
    notes: dict[Place, str] = field(default_factory=dict)
    column_colours: dict[int, str] = field(default_factory=dict)
    level_colours: dict[tuple[int, str], str] = field(default_factory=dict)
    adjusted: dict[Place, str] = field(default_factory=dict)
    brackets: dict[Place, Bracket] = field(default_factory=dict)
    left_out: dict[int, str] = field(default_factory=dict)

    def state(self, row: int, column: int) -> CellState:
        """How a cell counts."""
        states = self.states.get(column)
        if states is None or not 0 <= row < len(states):
            return CellState.OUTSIDE
        return CellState(int(states[row]))

    def help_for(self, row: int, column: int) -> str:
        """Why a cell counts as it does."""
        place = (row, column)
        note = self.notes.get(place) or self.adjusted.get(place)
        if not note and place in self.brackets:
            return "A reading: averaged with the others in its bracket"
        if not note and self.state(row, column) is CellState.LEFT_OUT:
            note = self.left_out.get(column, "")
        return note or _HELP.get(self.state(row, column), "")


def sheet_facts(results: Results) -> SheetFacts:
    """The facts of the present reading; none while there are no measurements.

    Kept as long as reading and colours are the same, so that a thread can find them out
    before the window asks.
    """
    if results.problem is not None:
        return SheetFacts()
    figure = results.question.figure
    colours = (figure.look, figure.kind, figure.level_colours)
    causes = (results.table, results.measurements, results.sheet.reading, *colours)
    return results.kept("sheet facts", causes, lambda: _facts(results))


def _facts(results: Results) -> SheetFacts:
    measurements, shape = results.measurements, results.measurements.shape
    column_colours, level_colours = _colours(results)
    is_turned = shape.is_turned
    headers = shape.block.header_rows
    return SheetFacts(
        first_row=0 if is_turned else shape.first_row,
        header_row=None if is_turned else shape.header_row,
        header_above=headers[-2] if len(headers) > 1 and not is_turned else None,
        header_top=headers[0] if len(headers) > 2 and not is_turned else None,
        unit_row=None if is_turned else shape.block.unit_row,
        states=_states(results),
        names=_names(measurements) if not is_turned else frozenset(),
        notes=_notes(results),
        column_colours=column_colours,
        level_colours=level_colours,
        adjusted=_adjusted(results),
        brackets=_brackets(results),
        left_out=_left_out(results.sheet.reading),
    )


def _left_out(reading: Reading) -> dict[int, str]:
    """Columns that somebody left out, or that say how often."""
    found = dict.fromkeys(reading.left_out, "Left out, as somebody said")
    if reading.frequencies is not None:
        found[reading.frequencies] = "How often the value beside it was found"
    return found


def _brackets(results: Results) -> dict[Place, Bracket]:
    """Around readings of one unit that stand below or beside each other and are averaged."""
    measurements = results.measurements
    if not measurements.units.is_averaged or measurements.count > _MOST_ADJUSTED:
        return {}
    found: dict[Place, Bracket] = {}
    for group in measurements.groups:
        for number in range(group.n):
            places = sorted(group.places_of(number))
            rows, columns = {row for row, _ in places}, {column for _, column in places}
            is_across = len(rows) == 1
            spread = columns if is_across else rows
            if len(places) < 2 or not (is_across or len(columns) == 1):
                continue
            if max(spread) - min(spread) >= len(places):
                continue  # others stand between them
            for place in places:
                at = (place == places[0], place == places[-1])
                found[place] = Bracket(is_across, *at)
    return found


def _adjusted(results: Results) -> dict[Place, str]:
    """What adjusted cells count as, where there are few enough to say."""
    measurements = results.measurements
    if not measurements.adjustments or measurements.count > _MOST_ADJUSTED:
        return {}
    unit = measurements.outcome.unit
    return {
        place: f"Adjusted: counts as {value:.6g} {unit}".rstrip()
        for group in measurements.groups
        if measurements.is_adjusted(group)
        for number, value in enumerate(group.values)
        for place in group.places_of(number)
    }


def _names(measurements: Measurements) -> frozenset[int]:
    shape = measurements.shape
    names = {factor.variable for factor in measurements.factors if factor.variable >= 0}
    names |= {*shape.side_factors} if shape.layout is not Layout.LONG else set()
    names |= {p.index for p in shape.columns if p.is_text}
    names |= {c for c in (shape.row_names, measurements.units.variable) if c is not None and c >= 0}
    return frozenset(names - set(shape.measured) - {measurements.outcome.variable})


def _states(results: Results) -> dict[int, Codes]:
    """How each cell counts, column by column."""
    marks = _Marks(results)
    marks.mark_names()
    marks.mark_measurements()
    marks.mark_summaries()
    marks.mark_unreadable()
    marks.mark_marked(results)
    return marks.states


def _distinct(columns: Integers) -> list[int]:
    """The columns that occur; nearly always one."""
    if len(columns) and bool((columns == columns[0]).all()):
        return [int(columns[0])]
    return [int(column) for column in np.unique(columns)]


class _Marks:
    """Marks cells, later ones over earlier ones."""

    def __init__(self, results: Results) -> None:
        self._measurements = results.measurements
        self._shape = results.measurements.shape
        self._table = results.table
        self.states: dict[int, Codes] = {}

    def _of(self, column: int) -> Codes:
        return self.states.setdefault(column, np.zeros(self._table.row_count, np.int8))

    def mark_names(self) -> None:
        """Columns of names, as far down as the table goes."""
        if self._shape.is_turned:
            return
        for column in _names(self._measurements):
            self._of(column)[self._shape.first_row : self._shape.block.end_row] = CellState.NAME

    def mark_measurements(self) -> None:
        """What counts, is missing, set aside, a limit or no number."""
        measurements = self._measurements
        for group in measurements.groups:
            for column in _distinct(group.columns):
                self._of(column)[group.rows[group.columns == column]] = CellState.COUNTED
            for row, column in group.missing:
                self._of(column)[row] = CellState.MISSING
            for aside in group.asides:
                self._of(aside.place[1])[aside.place[0]] = CellState.ASIDE
        for cell in measurements.limits:
            self._of(cell.column)[cell.row] = CellState.LIMIT

    def mark_summaries(self) -> None:
        """Columns of a summarised table, and rows and columns that are left out."""
        shape = self._shape
        if shape.is_turned:
            return
        if shape.summary is not None:
            rows = sorted({row for group in self._measurements.groups for row, _ in group.places})
            for column in shape.summary.all_columns:
                self._of(column)[rows] = CellState.COUNTED
        for column in range(self._table.column_count if shape.summary_rows else 0):
            self._of(column)[list(shape.summary_rows)] = CellState.LEFT_OUT
        for column in shape.summary_columns:
            self._of(column)[shape.first_row : shape.block.end_row] = CellState.LEFT_OUT

    def mark_unreadable(self) -> None:
        """What is no number where one should stand, also beside means."""
        for cell in self._measurements.unreadable:
            self._of(cell.column)[cell.row] = CellState.UNREADABLE

    def mark_marked(self, results: Results) -> None:
        """What the workbook hides or strikes and what counts all the same."""
        marked = results.sheet.marks
        for row, column in _marked_cells(marked):
            states = self.states.get(column)
            if states is not None and row < len(states) and states[row] == CellState.COUNTED:
                states[row] = CellState.MARKED
        for states in self.states.values() if marked.hidden_rows else ():
            hidden = [r for r in marked.hidden_rows if r < len(states)]
            counted = [r for r in hidden if states[r] == CellState.COUNTED]
            states[counted] = CellState.MARKED


def _marked_cells(marks: Marks) -> set[Place]:
    return {*marks.struck, *((row, column) for row, column, _ in marks.noted)}


def _notes(results: Results) -> dict[Place, str]:
    measurements = results.measurements
    notes: dict[Place, str] = {}
    for group in measurements.groups:
        for aside in group.asides:
            notes[aside.place] = f"Set aside: {aside.reason}. Not counted"
    rule = LIMITS[measurements.limit_rule].noun
    for cell in measurements.limits:
        notes[cell.row, cell.column] = f"Only a limit: counted as {rule}"
    for cell in measurements.unreadable:
        if cell.kind is CellKind.DATE:
            notes[cell.row, cell.column] = "A date, not a number: counted as missing"
        elif cell.kind is CellKind.NUMBER:
            notes[cell.row, cell.column] = "In another unit than the others: counted as missing"
    for place in results.sheet.marks.struck:
        notes.setdefault(place, "Struck through in the workbook")
    for reason in results.sheet.reading.missing_reasons:
        notes[reason.row, reason.column] = f"Missing: {reason.reason}"
    for note in results.sheet.reading.cell_notes:
        place = (note.row, note.column)
        before = f"{notes[place]}\n" if place in notes else ""
        notes[place] = f"{before}Note: {note.text}"
    return notes


def _colours(results: Results) -> tuple[dict[int, str], dict[tuple[int, str], str]]:
    """Colours of headings and of levels, as on the figure."""
    measurements, shape = results.measurements, results.measurements.shape
    shades = group_colours(results.groups, results.question.figure)
    position = 1 if len(measurements.factors) > 1 else 0
    variable = measurements.factors[position].variable
    if variable >= 0 and not shape.is_turned:
        return {}, {(variable, levels[position]): shade for levels, shade in shades.items()}
    columns: dict[int, str] = {}
    for group in measurements.groups:
        found = [*_distinct(group.columns), *(column for _, column in group.missing)]
        for column in found if not shape.is_turned else ():
            columns.setdefault(column, shades[group.levels])
    return columns, {}
