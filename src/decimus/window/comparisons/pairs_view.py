"""Difference rows: the difference and its interval on a shared axis with zero marked."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QPoint, QPointF, QRect, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QFontMetrics,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPen,
    QPolygonF,
)
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHeaderView,
    QMenu,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from decimus.analysis.comparison_results import PairResult
from decimus.analysis.results import Results
from decimus.figure.intervals import interval_marks
from decimus.figure.marks import Mark, Shape
from decimus.study.edits import ChoosePairs
from decimus.study.questions import PairOfGroups
from decimus.window.comparisons.joining import one_by_one
from decimus.window.comparisons.pairs_model import Column, PairsModel
from decimus.window.widgets.mark_pen import ROWS, paint_marks
from decimus.window.widgets.strips import AXIS_HEIGHT, Index, StripView, paint_axis, strip_scale
from decimus.window.widgets.theme import (
    FAINT,
    INK,
    QUIET,
    RULE,
    TEAL,
    TEAL_SOFT,
    WHITE,
    colour,
    sans,
)
from decimus.wording.letters import heading_letters
from decimus.wording.numbers import NBSP, full_number
from decimus.wording.phrases import group_words, quantity
from decimus.wording.spans import Style

_HEADING_HEIGHT = 32
_NARROWEST_DIFFERENCE = 130
_LOWEST_ROW = 38
"""Below this the difference could not be written over its interval."""
_MEASURED = 500
"""Rows whose names are measured for the width of their column."""
_WIDTHS = {
    Column.PAIR: 190,
    Column.STATISTIC: 64,
    Column.P: 74,
    Column.ADJUSTED: 84,
    Column.EFFECT: 78,
    Column.DRAWN: 48,
}

_CAP = 4.0
"""Half the short end of an interval, and the radius of its mark, in pixels."""


class PairHeadings(QHeaderView):
    """Quiet headings over the rows."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self.setFixedHeight(_HEADING_HEIGHT)

    def paintSection(self, painter: QPainter, rect: QRect, section: int) -> None:
        """The heading; letters of statistics in italics."""
        painter.save()
        text = str(self.model().headerData(section, Qt.Orientation.Horizontal) or "")
        painter.setFont(sans(14))
        painter.setPen(colour(QUIET))
        column = Column(section)
        to_left = column in (Column.PAIR, Column.DIFFERENCE)
        side = Qt.AlignmentFlag.AlignLeft if to_left else Qt.AlignmentFlag.AlignRight
        side = Qt.AlignmentFlag.AlignHCenter if column is Column.DRAWN else side
        room = rect.adjusted(4, 0, -8, 0)
        metrics = QFontMetrics(painter.font())
        if column is Column.DIFFERENCE and metrics.horizontalAdvance(text) > room.width():
            text = text.split(" (", maxsplit=1)[0]  # the unit is on the axis of the figure too
        text = metrics.elidedText(text, Qt.TextElideMode.ElideRight, room.width())
        runs = [
            (run.text, sans(14, italic=run.style is Style.ITALIC)) for run in heading_letters(text)
        ]
        widths = [QFontMetrics(font).horizontalAdvance(run) for run, font in runs]
        left = QStyle.alignedRect(
            Qt.LayoutDirection.LeftToRight, side, QSize(sum(widths), room.height()), room
        ).left()
        for (run, font), width in zip(runs, widths, strict=True):
            painter.setFont(font)
            place = QRect(left, room.top(), width + 2, room.height())
            painter.drawText(place, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, run)
            left += width
        painter.restore()


class PairDelegate(QStyledItemDelegate):
    """Paints the cells of difference rows."""

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        """Names with colours, interval, numbers, tick."""
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        rect: QRect = option.rect
        flags = option.state
        view, column = self.parent(), Column(index.column())
        pair = index.data(PairsModel.PairRole)
        if isinstance(view, PairsView):
            if not isinstance(pair, PairResult):
                if column is Column.DIFFERENCE:
                    paint_axis(painter, rect, view.pairs.axis)
            else:
                if flags & flags.__class__.State_Selected:
                    painter.fillRect(rect, colour(TEAL_SOFT))
                painter.setPen(QPen(colour(RULE), 1))
                painter.drawLine(rect.bottomLeft(), rect.bottomRight())
                self._paint_cell(painter, rect, view.pairs, pair, index)
        painter.restore()

    def _paint_cell(
        self, painter: QPainter, rect: QRect, model: PairsModel, pair: PairResult, index: Index
    ) -> None:
        column = Column(index.column())
        if column is Column.PAIR:
            self._paint_names(painter, rect, model, pair, index)
        elif column is Column.DIFFERENCE:
            self._paint_interval(painter, rect, model, pair, str(index.data()))
        elif column is Column.DRAWN:
            if pair.cells is not None:
                self._paint_tick(painter, rect, is_ticked=model.is_drawn(index.row()))
        else:
            painter.setFont(sans(15))
            painter.setPen(colour(INK))
            side = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
            painter.drawText(rect.adjusted(2, 0, -8, 0), side, str(index.data() or ""))

    def _paint_names(
        self, painter: QPainter, rect: QRect, model: PairsModel, pair: PairResult, index: Index
    ) -> None:
        results = model.results
        if results is None:
            return
        first, second = index.data(PairsModel.ColoursRole)
        half = rect.width() // 2 - 2
        middle = rect.center().y()
        for place, (group, shade) in enumerate(((pair.a, first), (pair.b, second))):
            x = rect.left() + 4 + place * (half + 2)
            if shade is not None:
                painter.fillRect(QRectF(x, middle - 8, 9, 16), colour(shade))
            painter.setFont(sans(15, strong=True))
            painter.setPen(colour(INK))
            room = QRect(x + 15, rect.top(), half - 19, rect.height())
            words = group_words(results.groups, group) or _reference(results)
            name = QFontMetrics(painter.font()).elidedText(
                words, Qt.TextElideMode.ElideRight, room.width()
            )
            painter.drawText(room, Qt.AlignmentFlag.AlignVCenter, name)

    def _paint_interval(
        self, painter: QPainter, rect: QRect, model: PairsModel, pair: PairResult, text: str
    ) -> None:
        scale = strip_scale(model.axis, rect)
        zero = scale.at(0.0)
        relevant = (
            None if model.results is None else model.results.question.comparison.relevant_difference
        )
        if relevant is not None:
            # What lies in this band is too small to matter.
            low, high = scale.at(-relevant), scale.at(relevant)
            painter.fillRect(QRectF(low, rect.top(), high - low, rect.height()), colour(FAINT))
        painter.setPen(QPen(colour(INK), 1))
        painter.drawLine(QPointF(zero, rect.top()), QPointF(zero, rect.bottom()))
        y = rect.center().y() + 8
        marks: list[Mark] = []
        if pair.ci_lower is not None and pair.ci_upper is not None:
            ends = (scale.at(pair.ci_lower), scale.at(pair.ci_upper))
            marks = interval_marks(ROWS, y, ends, ends, _CAP, 1.6, INK)
        x = scale.at(pair.estimate)
        sign = ROWS.dots([(y, x)], _CAP, TEAL, 0.0, TEAL, shape=Shape.DIAMOND)
        paint_marks(painter, [*marks, sign])
        painter.setFont(sans(14))
        metrics = QFontMetrics(painter.font())
        width = metrics.horizontalAdvance(text) + 8
        left = min(max(x - width / 2, rect.left() + 2.0), rect.right() - width - 2.0)
        if left < zero < left + width:
            left = zero + 2 if x >= zero else zero - width - 2
        painter.setPen(colour(INK))
        room = QRectF(left, rect.top() + 3, width, 17)
        painter.drawText(room, Qt.AlignmentFlag.AlignCenter, text)

    def _paint_tick(self, painter: QPainter, rect: QRect, *, is_ticked: bool) -> None:
        box = QRectF(0, 0, 16, 16)
        box.moveCenter(QPointF(rect.center()))
        painter.setPen(QPen(colour(TEAL if is_ticked else QUIET), 1.4))
        painter.setBrush(colour(TEAL if is_ticked else WHITE))
        painter.drawRoundedRect(box, 3, 3)
        if is_ticked:
            painter.setPen(QPen(colour(WHITE), 2))
            x, y = box.left(), box.top()
            painter.drawPolyline(
                QPolygonF(
                    [QPointF(x + 3.5, y + 8.5), QPointF(x + 7, y + 12), QPointF(x + 13, y + 4.5)]
                )
            )

    def editorEvent(
        self, event: QEvent, model: object, option: QStyleOptionViewItem, index: Index
    ) -> bool:
        """A click anywhere in the cell of the tick ticks it."""
        is_release = (
            isinstance(event, QMouseEvent) and event.type() == QEvent.Type.MouseButtonRelease
        )
        if Column(index.column()) is Column.DRAWN and is_release and isinstance(model, PairsModel):
            toggle(model, index)
            return True
        return super().editorEvent(event, model, option, index)  # type: ignore[arg-type]


def _reference(results: Results) -> str:
    """The reference value that one group is compared with."""
    value = full_number(results.question.comparison.reference, results.numerals)
    return quantity(value, results.measurements.outcome.unit, results.numerals)


def toggle(model: PairsModel, index: Index) -> None:
    """Put the comparison of a row on the figure, or take it off."""
    drawn = model.is_drawn(index.row())
    state = Qt.CheckState.Unchecked if drawn else Qt.CheckState.Checked
    place = model.index(index.row(), Column.DRAWN.value)
    model.setData(place, state, Qt.ItemDataRole.CheckStateRole)


class PairsView(StripView):
    """The rows.

    Signals:
        opened: a pair whose working is wanted.
    """

    opened = Signal(object)
    edited = Signal(object)

    def __init__(self, model: PairsModel, parent: QWidget | None = None) -> None:
        super().__init__(model, "pairs", parent)
        self._measured: tuple[PairResult, ...] = ()
        self._widest = 0
        self.pairs = model
        self.setAccessibleName("Differences between groups")
        self.take_headings(PairHeadings(self))
        self.setItemDelegate(PairDelegate(self))
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.clicked.connect(self._open)
        self.setContextMenuPolicy(Qt.ContextMenuPolicy.CustomContextMenu)
        self.customContextMenuRequested.connect(self.open_menu)

    def _open(self, index: Index) -> None:
        pair = self.pairs.pair(index.row())
        if pair is not None and Column(index.column()) is not Column.DRAWN:
            self.opened.emit(pair)

    def open_menu(self, at: QPoint) -> QMenu | None:
        """What can be done to the family from a row."""
        row = self.indexAt(at).row()
        pair = self.pairs.pair(row)
        if pair is None or pair.cells is None or len(self.pairs.pairs) < 2:
            return None
        menu = QMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        only = menu.addAction("Compare only these two")
        only.triggered.connect(lambda: self.choose([pair], "only two groups"))
        rest = [other for other in self.pairs.pairs if other is not pair]
        out = menu.addAction("Leave this pair out")
        out.triggered.connect(lambda: self.choose(rest, "a pair less"))
        menu.popup(self.viewport().mapToGlobal(at))
        return menu

    def choose(self, pairs: list[PairResult], words: str) -> None:
        """Make these pairs the family."""
        results = self.pairs.results
        if results is None:
            return
        chosen = tuple(PairOfGroups(*both) for pair in pairs if (both := pair.cells) is not None)
        number = results.number
        self.edited.emit(
            ChoosePairs(
                question=number, pair_set=one_by_one(results.comparison), words=words, chosen=chosen
            )
        )

    def show_matching(self, text: str) -> None:
        """Show only pairs whose names hold a text."""
        wanted = text.strip().casefold()
        for row in range(len(self.pairs.pairs)):
            said = str(self.pairs.index(row, Column.PAIR.value).data())
            names = said.replace(NBSP, " ").casefold()
            self.setRowHidden(row, wanted not in names)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Space ticks, Return opens the working."""
        index = self.currentIndex()
        if event.key() == Qt.Key.Key_Space and self.pairs.pair(index.row()) is not None:
            toggle(self.pairs, index)
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._open(index)
        else:
            super().keyPressEvent(event)

    def fit(self) -> None:
        """Share out widths and heights."""
        widths = _WIDTHS | {Column.PAIR: self._pair_width()}
        if not self.pairs.is_adjusted:
            widths[Column.ADJUSTED] = 0
        if all(pair.effect is None for pair in self.pairs.pairs[:1]):
            widths[Column.EFFECT] = 0
        for column, width in widths.items():
            self.setColumnWidth(column.value, width)
        rest = self.viewport().width() - sum(widths.values())
        self.setColumnWidth(Column.DIFFERENCE.value, max(120, rest))
        count = max(1, len(self.pairs.pairs))
        room = self.viewport().height() - AXIS_HEIGHT
        height = max(_LOWEST_ROW, min(56, room // count))
        # Rows share one height: setting tens of thousands one by one takes seconds.
        self.verticalHeader().setDefaultSectionSize(height)
        if self.pairs.rowCount():
            self.setRowHeight(self.pairs.rowCount() - 1, AXIS_HEIGHT)

    def _pair_width(self) -> int:
        """As wide as the longest names need, within bounds."""
        results = self.pairs.results
        comparison = None if results is None else results.comparison
        if results is None or comparison is None:
            return _WIDTHS[Column.PAIR]
        if self._measured is not self.pairs.pairs:
            self._measured = self.pairs.pairs
            metrics = QFontMetrics(sans(15, strong=True))
            sides = {side for pair in self._measured[:_MEASURED] for side in (pair.a, pair.b)}
            names = [group_words(results.groups, side) for side in sides]
            self._widest = max((metrics.horizontalAdvance(name) for name in names), default=0)
        widest = self._widest
        others = sum(width for column, width in _WIDTHS.items() if column is not Column.PAIR)
        most = max(150, self.viewport().width() - others - _NARROWEST_DIFFERENCE)
        return max(150, min(most, 2 * (widest + 28)))

    def wanted_height(self) -> int:
        """The height that shows all rows in comfort."""
        return len(self.pairs.pairs) * 56 + AXIS_HEIGHT + _HEADING_HEIGHT + 2
