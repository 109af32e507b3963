"""Lanes as rows: sections by the first factor where there are two, totals, then the axis."""

from __future__ import annotations

from enum import Enum

from PySide6.QtCore import Qt

from decimus.analysis.groups import Group, with_unit
from decimus.analysis.lane_statistics import Total
from decimus.analysis.results import Results
from decimus.figure.content import group_colours
from decimus.figure.strips import StripAxis, axis_between, lane_axis
from decimus.kinds.error_bars import ERROR_BARS
from decimus.kinds.statistics import STATISTICS
from decimus.study.edits import Edit, RenameLevel
from decimus.terms import Statistic
from decimus.values import Value
from decimus.window.widgets.strips import NO_INDEX, Index, StripModel
from decimus.wording.groups import statistics
from decimus.wording.groups.statistics import statistic_text, total_words
from decimus.wording.phrases import level_words

_MOST_RENAMED = 2
"""Factors up to which the name of a lane is one level."""


class Fixed(Enum):
    """The columns that always are there, before the statistics."""

    NAME = 0
    DOTS = 1


Column = Fixed | Statistic
_CHOSEN = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
_TYPED = _CHOSEN | Qt.ItemFlag.ItemIsEditable


class Lane(Value, frozen=True):
    """One group's row; `colour` is its colour on the figure."""

    group: Group
    colour: str
    is_control: bool = False
    is_hidden: bool = False


class TotalRow(Value, frozen=True):
    """What the groups of a section come to."""

    total: Total


class SectionRow(Value, frozen=True):
    """The heading of a level of the first factor."""

    level: str
    label: str


class AxisRow(Value, frozen=True):
    """The shared axis under the lanes."""


Row = Lane | TotalRow | SectionRow | AxisRow


class LanesModel(StripModel):
    """The lanes of a question."""

    RowRole = Qt.ItemDataRole.UserRole + 1

    def __init__(self) -> None:
        super().__init__()
        self._rows: tuple[Row, ...] = ()
        self._coming: tuple[Row, ...] = ()
        self.changed: list[int] | None = None
        """The rows that the last results changed, None for all."""
        self._columns: tuple[Column, ...] = tuple(Fixed)
        self._zoom: tuple[float, float] | None = None
        self._texts: dict[tuple[int, int], str] = {}

    @property
    def rows(self) -> tuple[Row, ...]:
        """All rows from the top."""
        return self._rows

    @property
    def columns(self) -> tuple[Column, ...]:
        """All columns from the left."""
        return self._columns

    def section(self, column: Column) -> int:
        """Where a column stands; ValueError where it is not shown."""
        return self._columns.index(column)

    def show_results(self, results: Results) -> None:
        """Show the lanes of these results."""
        rows = _rows(results)
        same = list(map(type, rows)) == list(map(type, self._rows))
        same = same and (*Fixed, *results.question.lanes.columns) == self._columns
        axis = lane_axis(results)
        if self._zoom is not None:
            axis = axis_between(*self._zoom, results.numerals)
        changed = self._changed(rows, results, axis) if same else None
        self._coming, self.changed = rows, changed
        self.take(results, axis, has_same_rows=same, changed=changed)

    def _changed(
        self, rows: tuple[Row, ...], results: Results, axis: StripAxis
    ) -> list[int] | None:
        """Rows that look otherwise than now, None where all may."""
        now = self._results
        if now is None or axis != self._axis or _chosen(now) != _chosen(results):
            return None
        if now.groups.decimals != results.groups.decimals or now.numerals != results.numerals:
            return None
        if ERROR_BARS[results.question.heights.error_bar].is_within_units:
            return None
        if any(STATISTICS[c].depends_on_others for c in results.question.lanes.columns):
            return None
        return [n for n, (old, new) in enumerate(zip(self._rows, rows, strict=True)) if old != new]

    def zoom(self, low: float | None, high: float | None) -> None:
        """Show this stretch of the axis, or all of it."""
        results = self._results
        if results is None:
            return
        self._zoom = None if low is None or high is None or not low < high else (low, high)
        self.show_results(results)

    @property
    def is_zoomed(self) -> bool:
        """True when only a stretch of the axis is shown."""
        return self._zoom is not None

    def rows_taken(self, results: Results) -> None:
        """Make the rows."""
        self._rows = self._coming
        if self.changed is None:
            self._texts.clear()
        else:
            self._texts = {k: v for k, v in self._texts.items() if k[0] not in self.changed}
        self._columns = (*Fixed, *results.question.lanes.columns)

    def rowCount(self, parent: Index = NO_INDEX) -> int:
        """Sections, lanes, totals and the axis."""
        return 0 if parent.isValid() else len(self._rows)

    def columnCount(self, parent: Index = NO_INDEX) -> int:
        """Name, dots and the numbers."""
        return 0 if parent.isValid() else len(self._columns)

    def lane(self, row: int) -> Lane | None:
        """The lane in a row, if it is one."""
        found = self._rows[row] if 0 <= row < len(self._rows) else None
        return found if isinstance(found, Lane) else None

    def summed(self, row: int) -> Group | Total | None:
        """The group or total whose numbers stand in a row."""
        found = self._rows[row] if 0 <= row < len(self._rows) else None
        if isinstance(found, Lane):
            return found.group
        return found.total if isinstance(found, TotalRow) else None

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> object:
        """Texts of names and numbers."""
        row, column = self._rows[index.row()], self._columns[index.column()]
        if role == self.RowRole:
            return row
        if role in (Qt.ItemDataRole.DisplayRole, Qt.ItemDataRole.EditRole):
            return self.text(index.row(), index.column())
        if role == Qt.ItemDataRole.ToolTipRole and isinstance(row, Lane | TotalRow):
            if isinstance(column, Statistic):
                return f"{STATISTICS[column].name}; click for the working"
            if column is Fixed.NAME and isinstance(row, Lane):
                return "Drag the grip to reorder; double-click to rename; right-click for more"
        return None

    def text(self, row: int, column: int) -> str:
        """The text of a cell; kept, as painting asks again and again."""
        key = (row, column)
        if key not in self._texts:
            self._texts[key] = self._text(self._rows[row], self._columns[column])
        return self._texts[key]

    def _text(self, row: Row, column: Column) -> str:
        results = self._results
        if results is None or isinstance(row, AxisRow):
            return ""
        if isinstance(row, SectionRow):
            return row.label if column is Fixed.NAME else ""
        lane = row.group if isinstance(row, Lane) else row.total
        if isinstance(column, Statistic):
            return statistic_text(results, lane, column)
        if column is not Fixed.NAME:
            return ""
        if isinstance(lane, Total):
            return total_words(results.groups, lane)
        return ", ".join(lane.labels[1:]) or lane.labels[0]

    def headerData(
        self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole
    ) -> object:
        """What the columns hold."""
        if orientation is Qt.Orientation.Vertical or section >= len(self._columns):
            return None
        column = self._columns[section]
        if role == Qt.ItemDataRole.ToolTipRole and isinstance(column, Statistic):
            return STATISTICS[column].name
        return self.heading(column) if role == Qt.ItemDataRole.DisplayRole else None

    def heading(self, column: Column) -> str:
        """The heading of a column."""
        results = self._results
        if results is None:
            return ""
        groups = results.groups
        if isinstance(column, Statistic):
            return statistics.heading(groups, column, results.numerals)
        if column is Fixed.DOTS:
            return with_unit(f"every {groups.measurements.unit_name}", groups.shown_unit)
        titles = ", ".join(factor.title for factor in groups.factors[1:])
        return titles or groups.factors[0].title

    def flags(self, index: Index) -> Qt.ItemFlag:
        """Lanes can be chosen, their names typed over; sections can be renamed too."""
        row = self._rows[index.row()]
        if isinstance(row, AxisRow):
            return Qt.ItemFlag.ItemIsEnabled
        flags = _CHOSEN
        if isinstance(row, TotalRow) or self._columns[index.column()] is not Fixed.NAME:
            return flags
        if isinstance(row, Lane) and len(row.group.levels) > _MOST_RENAMED:
            return flags  # its name is of two levels
        return _TYPED

    def rename_edit(self, row: int, text: str) -> Edit | None:
        """The edit that shows a row's level under another name."""
        results, shown = self._results, self._rows[row]
        if results is None or not isinstance(shown, Lane | SectionRow) or not text.strip():
            return None
        is_lane = isinstance(shown, Lane)
        factor = results.groups.factors[-1 if is_lane else 0].factor
        level = shown.group.levels[-1] if isinstance(shown, Lane) else shown.level
        if text.strip() == self._text(shown, Fixed.NAME):
            return None
        return RenameLevel(
            question=results.number, variable=factor.variable, level=level, label=text.strip()
        )


def _chosen(results: Results) -> tuple[object, ...]:
    """What was chosen of all that every lane shows; what one lane shows is in its row."""
    question = results.question
    return (question.asked, question.levels, question.heights, question.lanes, question.numbers)


def _rows(results: Results) -> tuple[Row, ...]:
    groups, question = results.groups, results.question
    shades = group_colours(groups, question.figure)
    controls = [question.levels.control(factor.factor.variable) for factor in groups.factors]
    rows: list[Row] = []
    section = None
    for lane in results.lanes:
        if isinstance(lane, Total):
            rows.append(TotalRow(lane))
            continue
        if len(groups.factors) > 1 and lane.levels[0] != section:
            section = lane.levels[0]
            rows.append(SectionRow(section, level_words(groups.factors[0], lane.labels[0])))
        is_control = controls[-1] is not None and controls[-1] == lane.levels[-1]
        is_hidden = lane.levels in question.figure.hidden
        rows.append(Lane(lane, shades[lane.levels], is_control, is_hidden))
    return (*rows, AxisRow())
