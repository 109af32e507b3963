"""Lanes as rows: a section per level of the first factor where there are two, then the axis."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from PySide6.QtCore import Qt

from decimus.analysis.groups import Group, with_unit
from decimus.analysis.results import Results
from decimus.figure.content import group_colours
from decimus.figure.strips import lane_axis
from decimus.study.edits import RenameLevel
from decimus.window.strips import NO_INDEX, Index, StripModel
from decimus.wording.numbers import number, percent
from decimus.wording.phrases import level_words
from decimus.wording.working import Quantity
from decimus.wording.write_up import interval_words

_MOST_RENAMED = 2
"""Factors up to which the name of a lane is one level."""


class Column(Enum):
    """The columns of the lanes."""

    NAME = 0
    DOTS = 1
    N = 2
    MEAN = 3
    STANDARD_DEVIATION = 4
    STANDARD_ERROR = 5
    CONFIDENCE_INTERVAL = 6


QUANTITIES = {
    Column.N: Quantity.N,
    Column.MEAN: Quantity.MEAN,
    Column.STANDARD_DEVIATION: Quantity.STANDARD_DEVIATION,
    Column.STANDARD_ERROR: Quantity.STANDARD_ERROR,
    Column.CONFIDENCE_INTERVAL: Quantity.CONFIDENCE_INTERVAL,
}


@dataclass(frozen=True)
class Lane:
    """One group's row; `colour` is its colour on the figure."""

    group: Group
    colour: str


@dataclass(frozen=True)
class SectionRow:
    """The heading of a level of the first factor."""

    level: str
    label: str


@dataclass(frozen=True)
class AxisRow:
    """The shared axis under the lanes."""


Row = Lane | SectionRow | AxisRow


class LanesModel(StripModel):
    """The lanes of a question."""

    RowRole = Qt.ItemDataRole.UserRole + 1

    def __init__(self) -> None:
        super().__init__()
        self._rows: tuple[Row, ...] = ()

    @property
    def rows(self) -> tuple[Row, ...]:
        """All rows from the top."""
        return self._rows

    def show_results(self, results: Results) -> None:
        """Show the lanes of these results."""
        kinds = [type(row) for row in _rows(results)]
        same = kinds == [type(row) for row in self._rows]
        self.take(results, lane_axis(results), has_same_rows=same)

    def rows_taken(self, results: Results) -> None:
        """Make the rows."""
        self._rows = _rows(results)

    def rowCount(self, parent: Index = NO_INDEX) -> int:
        """Sections, lanes and the axis."""
        return 0 if parent.isValid() else len(self._rows)

    def columnCount(self, parent: Index = NO_INDEX) -> int:
        """Name, dots and the numbers."""
        return 0 if parent.isValid() else len(Column)

    def lane(self, row: int) -> Lane | None:
        """The lane in a row, if it is one."""
        found = self._rows[row] if 0 <= row < len(self._rows) else None
        return found if isinstance(found, Lane) else None

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> object:
        """Texts of names and numbers."""
        row = self._rows[index.row()]
        if role == self.RowRole:
            return row
        if role in (Qt.ItemDataRole.DisplayRole, Qt.ItemDataRole.EditRole):
            return self._text(row, Column(index.column()))
        if role == Qt.ItemDataRole.ToolTipRole and isinstance(row, Lane):
            if Column(index.column()) in QUANTITIES:
                return "Click for the working"
            if Column(index.column()) is Column.NAME:
                return "Drag the grip to reorder; double-click to rename"
        return None

    def _text(self, row: Row, column: Column) -> str:
        results = self._results
        if results is None or isinstance(row, AxisRow):
            return ""
        if isinstance(row, SectionRow):
            return row.label if column is Column.NAME else ""
        groups, decimals, sign = results.groups, results.groups.decimals, results.decimal_sign
        summary = row.group.summary
        match column:
            case Column.NAME:
                return ", ".join(row.group.labels[1:]) or row.group.labels[0]
            case Column.N:
                return str(row.group.n) if row.group.is_n_known else "–"
            case Column.MEAN:
                return number(summary.mean, decimals, sign)
            case Column.STANDARD_DEVIATION:
                return number(summary.standard_deviation, decimals, sign)
            case Column.STANDARD_ERROR:
                return number(summary.standard_error, decimals, sign)
            case Column.CONFIDENCE_INTERVAL:
                return interval_words(groups.confidence_interval(row.group), decimals, sign)
            case _:
                return ""

    def headerData(
        self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole
    ) -> object:
        """What the columns hold."""
        if role != Qt.ItemDataRole.DisplayRole or orientation is Qt.Orientation.Vertical:
            return None
        return self.heading(Column(section))

    def heading(self, column: Column) -> str:
        """The heading of a column."""
        results = self._results
        if results is None:
            return ""
        level = percent(results.question.error_bar_level, results.decimal_sign)
        headings = {
            Column.NAME: ", ".join(factor.title for factor in results.groups.factors[1:])
            or results.groups.factors[0].title,
            Column.DOTS: with_unit(
                f"every {results.measurements.unit_name}", results.measurements.outcome.unit
            ),
            Column.N: "n",
            Column.MEAN: "Mean",
            Column.STANDARD_DEVIATION: "SD",
            Column.STANDARD_ERROR: "SE",
            Column.CONFIDENCE_INTERVAL: f"{level} CI",
        }
        return headings[column]

    def flags(self, index: Index) -> Qt.ItemFlag:
        """Lanes can be chosen, their names typed over; sections can be renamed too."""
        row = self._rows[index.row()]
        if isinstance(row, AxisRow):
            return Qt.ItemFlag.ItemIsEnabled
        flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        is_name = Column(index.column()) is Column.NAME
        if isinstance(row, Lane) and len(row.group.levels) > _MOST_RENAMED:
            return flags  # its name is of two levels
        return flags | Qt.ItemFlag.ItemIsEditable if is_name else flags

    def rename_edit(self, row: int, text: str) -> RenameLevel | None:
        """The edit that shows a row's level under another name."""
        results, shown = self._results, self._rows[row]
        if results is None or isinstance(shown, AxisRow) or not text.strip():
            return None
        is_lane = isinstance(shown, Lane)
        factor = results.groups.factors[-1 if is_lane else 0].factor
        level = shown.group.levels[-1] if isinstance(shown, Lane) else shown.level
        if text.strip() == self._text(shown, Column.NAME):
            return None
        return RenameLevel(
            question=results.number, variable=factor.variable, level=level, label=text.strip()
        )


def _rows(results: Results) -> tuple[Row, ...]:
    groups = results.groups
    shades = group_colours(groups)
    rows: list[Row] = []
    section = None
    for group in groups.shown:
        if len(groups.factors) > 1 and group.levels[0] != section:
            section = group.levels[0]
            label = level_words(groups.factors[0], group.labels[0])
            rows.append(SectionRow(section, label))
        rows.append(Lane(group, shades[group.levels]))
    return (*rows, AxisRow())
