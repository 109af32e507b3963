"""What lanes and difference rows share: tables whose rows are strips on one axis."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import (
    QAbstractTableModel,
    QModelIndex,
    QPersistentModelIndex,
    QRect,
    QRectF,
    Qt,
)
from PySide6.QtGui import QFontMetrics, QPainter, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QAbstractItemView, QHeaderView, QTableView, QWidget

from decimus.analysis.results import Results
from decimus.figure.scales import Scale
from decimus.figure.strips import StripAxis
from decimus.window.widgets.theme import PAPER, QUIET, colour, sans

Index = QModelIndex | QPersistentModelIndex
NO_INDEX = QModelIndex()
AXIS_HEIGHT = 26
_LABEL_GAP = 5.0


class StripModel(QAbstractTableModel):
    """Rows of results with a shared axis; the last row is the axis itself."""

    def __init__(self) -> None:
        super().__init__()
        self._results: Results | None = None
        self._axis = StripAxis(0, 1, (), ())

    @property
    def results(self) -> Results | None:
        """What is shown; None while there is nothing."""
        return self._results

    @property
    def axis(self) -> StripAxis:
        """The shared axis."""
        return self._axis

    def take(
        self,
        results: Results,
        axis: StripAxis,
        *,
        has_same_rows: bool,
        changed: Sequence[int] | None = None,
    ) -> None:
        """Show other results; where the rows stay the same, selection and scrolling stay.

        Args:
            results: what to show.
            axis: the shared axis.
            has_same_rows: whether there are as many rows as before, of the same kinds.
            changed: rows that look otherwise than before; None for all.
        """
        before = self._results
        if not has_same_rows:
            self.beginResetModel()
        self._results, self._axis = results, axis
        self.rows_taken(results)
        last = self.columnCount() - 1
        if not has_same_rows:
            self.endResetModel()
        elif changed is None:
            self.dataChanged.emit(self.index(0, 0), self.index(self.rowCount() - 1, last))
        for row in changed or ():
            self.dataChanged.emit(self.index(row, 0), self.index(row, last))
        is_as_before = before is not None and before.measurements is results.measurements
        if changed is None or changed or not is_as_before:
            self.headerDataChanged.emit(Qt.Orientation.Horizontal, 0, last)

    def rows_taken(self, results: Results) -> None:
        """Make the rows of these results; called while views know that they change."""
        raise NotImplementedError


class StripView(QTableView):
    """A table of strips: no grid, no row headings, smooth scrolling, one choice at a time."""

    def __init__(self, model: StripModel, name: str, parent: QWidget | None) -> None:
        super().__init__(parent)
        self.setObjectName(name)
        self.setModel(model)
        rows = self.verticalHeader()
        rows.hide()
        rows.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
        rows.setMinimumSectionSize(14)
        self.setShowGrid(False)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        # Filled here, so that scrolling moves what is painted and paints only what is new.
        self.viewport().setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        model.modelReset.connect(self.fit)

    def take_headings(self, headings: QHeaderView) -> None:
        """Use a header; its widths are shared out by `fit`."""
        headings.setMinimumSectionSize(20)
        self.setHorizontalHeader(headings)
        headings.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)

    def paintEvent(self, event: QPaintEvent) -> None:
        """Paper, then the strips."""
        painter = QPainter(self.viewport())
        painter.fillRect(event.rect(), colour(PAPER))
        self.paint_ground(painter)
        painter.end()
        super().paintEvent(event)

    def paint_ground(self, painter: QPainter) -> None:
        """Paint what lies under the strips; nothing by itself."""

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Strips take the width that numbers leave."""
        super().resizeEvent(event)
        self.fit()

    def fit(self) -> None:
        """Share out widths and heights."""
        raise NotImplementedError


def strip_scale(axis: StripAxis, rect: QRect) -> Scale:
    """The map from values to pixels across a cell."""
    return axis.scale(rect.left() + 12, rect.right() - 13)


def paint_axis(painter: QPainter, rect: QRect, axis: StripAxis) -> None:
    """The labels of the ticks."""
    scale = strip_scale(axis, rect)
    painter.setFont(sans(12))
    painter.setPen(colour(QUIET))
    metrics, free = QFontMetrics(painter.font()), -1e9
    for tick, label in zip(axis.ticks, axis.labels, strict=True):
        x, half = scale.at(tick), metrics.horizontalAdvance(label) / 2
        if x - half < free:
            continue  # no room beside the label before
        free = x + half + _LABEL_GAP
        room = QRectF(x - 30, rect.top() + 3, 60, 18)
        painter.drawText(room, Qt.AlignmentFlag.AlignHCenter, label)
