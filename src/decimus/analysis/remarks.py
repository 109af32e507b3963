"""What a researcher should know about the data at hand: facts, each with its place."""

from __future__ import annotations

from dataclasses import dataclass

from decimus.analysis.groups import Group, Groups
from decimus.measurements.observations import CellReference, empty_cells
from decimus.study.questions import FigureChoices, Levels
from decimus.terms import ChartKind, Layout


@dataclass(frozen=True)
class MissingCells:
    """Measurements that are not there, in one group."""

    group: Group
    rows: tuple[str, ...]
    """Names of the rows, or their numbers."""


@dataclass(frozen=True)
class UnreadableCells:
    """Cells among the measurements that are no numbers."""

    cells: tuple[CellReference, ...]


@dataclass(frozen=True)
class DoubtfulNumbers:
    """Numbers whose comma may group thousands or mark decimals."""

    text: str


@dataclass(frozen=True)
class EmptyGroups:
    """Groups that exist but hold no value."""

    groups: tuple[Group, ...]


@dataclass(frozen=True)
class AbsentCells:
    """Combinations of levels that were never measured."""

    cells: tuple[Levels, ...]


@dataclass(frozen=True)
class SingleReplicates:
    """Groups with one value: no spread, no error bar."""

    groups: tuple[Group, ...]


@dataclass(frozen=True)
class FewReplicates:
    """Groups with two or three values, of which an SD says little."""

    groups: tuple[Group, ...]


@dataclass(frozen=True)
class EqualValues:
    """Groups whose values are all the same: an error bar of length zero."""

    groups: tuple[Group, ...]


@dataclass(frozen=True)
class UnnamedOutcome:
    """Nobody has said what the numbers are."""


@dataclass(frozen=True)
class UnitlessOutcome:
    """The outcome has a name but no unit."""

    name: str


@dataclass(frozen=True)
class UnusedColumns:
    """Columns that could tell groups apart but are not used."""

    names: tuple[str, ...]


@dataclass(frozen=True)
class RecurringNames:
    """The same names of units in every group: perhaps the same units again."""

    heading: str


@dataclass(frozen=True)
class SummaryRowsLeftOut:
    """Rows of means and the like among the measurements."""

    names: tuple[str, ...]


@dataclass(frozen=True)
class BarsNotFromZero:
    """Bars that start elsewhere exaggerate differences."""

    start: float


Remark = (
    MissingCells
    | UnreadableCells
    | DoubtfulNumbers
    | EmptyGroups
    | AbsentCells
    | SingleReplicates
    | FewReplicates
    | EqualValues
    | UnnamedOutcome
    | UnitlessOutcome
    | UnusedColumns
    | RecurringNames
    | SummaryRowsLeftOut
    | BarsNotFromZero
)


def remarks_on_measurements(groups: Groups, row_names: tuple[str, ...]) -> tuple[Remark, ...]:
    """Remarks about the table; `row_names` are the names of all its rows, or numbers."""
    measurements = groups.measurements
    found: list[Remark] = []
    if measurements.unreadable:
        found.append(UnreadableCells(measurements.unreadable))
    if measurements.shape.doubtful_number:
        found.insert(0, DoubtfulNumbers(measurements.shape.doubtful_number))
    unreadable = {(cell.row, cell.column) for cell in measurements.unreadable}
    for group in groups.shown:
        rows = tuple(row_names[r] for r, c in group.cells.missing if (r, c) not in unreadable)
        if rows and group.n:
            found.append(MissingCells(group, rows))
    if empty := tuple(group for group in groups.shown if not group.n):
        found.append(EmptyGroups(empty))
    if absent := empty_cells(measurements):
        found.append(AbsentCells(absent))
    if rows_out := measurements.shape.summary_rows:
        found.append(SummaryRowsLeftOut(tuple(row_names[r] for r in rows_out)))
    units = measurements.units
    if not units.is_decided and measurements.shape.layout is Layout.LONG:
        found.append(RecurringNames(units.heading))
    if measurements.unused_factors:
        found.append(UnusedColumns(measurements.unused_factors))
    if not measurements.outcome.is_named:
        found.append(UnnamedOutcome())
    elif not measurements.outcome.unit:
        found.append(UnitlessOutcome(measurements.outcome.name))
    return tuple(found)


def remarks_on_groups(groups: Groups) -> tuple[Remark, ...]:
    """Remarks about single groups."""
    found: list[Remark] = []
    if single := tuple(group for group in groups.shown if group.n == 1):
        found.append(SingleReplicates(single))
    if few := tuple(group for group in groups.shown if group.n in (2, 3)):
        found.append(FewReplicates(few))
    equal = tuple(g for g in groups.shown if g.n > 1 and g.summary.sum_of_squares == 0)
    if equal:
        found.append(EqualValues(equal))
    return tuple(found)


def remarks_on_figure(figure: FigureChoices) -> tuple[Remark, ...]:
    """Remarks about the figure."""
    start = figure.value_from
    if figure.kind is ChartKind.BARS and start is not None and start != 0:
        return (BarsNotFromZero(start),)
    return ()
