"""The headings of the sheet: colours of groups, two rows where there are, renamed in place."""

from __future__ import annotations

from PySide6.QtCore import QAbstractItemModel, QRect, QSize, Qt, Signal
from PySide6.QtGui import QFontMetrics, QKeyEvent, QPainter, QPen
from PySide6.QtWidgets import QHeaderView, QLineEdit, QWidget

from decimus.window.measurements.sheet_model import SheetModel
from decimus.window.state.drafts import Drafts
from decimus.window.widgets.theme import INK, SURFACE, colour, sans

ROW_HEIGHT = 29
SWATCH = 10
_ROOM = 22
"""Around a row number, in pixels."""


class RowNumbers(QHeaderView):
    """The numbers of the rows, as wide as the largest: asked of one row, not of hundreds."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(Qt.Orientation.Vertical, parent)
        self.setSectionsClickable(True)
        self.setHighlightSections(True)

    def sizeHint(self) -> QSize:
        """The width of the last number."""
        model: QAbstractItemModel | None = self.model()  # None while the window is taken down
        if model is None or not self.count():
            return QSize(_ROOM, 0)
        last = str(model.headerData(self.count() - 1, self.orientation()))
        return QSize(QFontMetrics(self.font()).horizontalAdvance(last) + _ROOM, 0)


class HeadingField(QLineEdit):
    """A field over a heading: Return and leaving it keep what was typed, Escape does not.

    Signals:
        kept: it is to be kept, once.
    """

    kept = Signal()

    def __init__(self, text: str, parent: QWidget) -> None:
        super().__init__(text, parent)
        self._is_done = False
        self.editingFinished.connect(self.keep)

    def keep(self) -> None:
        """Keep what was typed."""
        if not self._is_done:
            self._is_done = True
            self.kept.emit()
            self._close()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Escape leaves the heading as it was."""
        if event.key() == Qt.Key.Key_Escape and not self._is_done:
            self._is_done = True
            self._close()
            return
        super().keyPressEvent(event)

    def _close(self) -> None:
        self.hide()
        self.deleteLater()


class HeadingsView(QHeaderView):
    """Headings with the colour of their group; a double click renames one in place.

    Signals:
        renamed: a column and its new heading.
    """

    renamed = Signal(int, str)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self.setSectionsClickable(True)
        self.setFixedHeight(ROW_HEIGHT + 4)
        self.field: QLineEdit | None = None
        self.sectionDoubleClicked.connect(self.rename)

    def paintSection(self, painter: QPainter, rect: QRect, section: int) -> None:
        """The heading to the right over numbers, to the left over names."""
        painter.save()
        painter.fillRect(rect, colour(SURFACE))
        painter.setPen(QPen(colour(INK), 1.4))
        painter.drawLine(rect.bottomLeft(), rect.bottomRight())
        model = self.model()
        text = str(model.headerData(section, Qt.Orientation.Horizontal) or "")
        shade = model.headerData(section, Qt.Orientation.Horizontal, SheetModel.ColourRole)
        above = model.heading_above(section) if isinstance(model, SheetModel) else ""
        painter.setPen(colour(INK))
        if above:
            painter.setFont(sans(14))
            line = QRect(rect.left() + 10, rect.top() + 3, rect.width() - 22, ROW_HEIGHT - 6)
            over_names = isinstance(model, SheetModel) and section in model.facts.names
            edge = Qt.AlignmentFlag.AlignLeft if over_names else Qt.AlignmentFlag.AlignRight
            painter.drawText(line, edge, above)
        painter.setFont(sans(15, strong=True))
        lowest = QRect(rect.left(), rect.bottom() - ROW_HEIGHT, rect.width(), ROW_HEIGHT)
        room = lowest.adjusted(10, 0, -12, 0)
        metrics = QFontMetrics(painter.font())
        if shade:
            room.setLeft(room.left() + SWATCH + 6)
        text = metrics.elidedText(text, Qt.TextElideMode.ElideRight, room.width())
        is_name = isinstance(model, SheetModel) and section in model.facts.names
        side = Qt.AlignmentFlag.AlignLeft if is_name else Qt.AlignmentFlag.AlignRight
        painter.drawText(room, side | Qt.AlignmentFlag.AlignVCenter, text)
        if isinstance(shade, str):
            x = room.right() - metrics.horizontalAdvance(text) - SWATCH - 7
            y = room.center().y() - SWATCH // 2
            painter.fillRect(QRect(x, y, SWATCH, SWATCH), colour(shade))
        painter.restore()

    def show_levels(self, count: int) -> None:
        """Make room for one or two rows of headings."""
        self.setFixedHeight(ROW_HEIGHT + 4 + (ROW_HEIGHT - 6) * (count - 1))

    def rename(self, section: int) -> QLineEdit:
        """Lay a field over a heading; Return renames it."""
        text = str(self.model().headerData(section, Qt.Orientation.Horizontal) or "")
        field = HeadingField(text, self.viewport())
        field.setFont(sans(15))
        field.setAccessibleName("heading")
        x = self.sectionViewportPosition(section)
        field.setGeometry(x, 1, max(self.sectionSize(section), 110), self.height() - 2)
        field.selectAll()
        field.kept.connect(lambda: self._rename(section, field))
        model = self.model()
        if isinstance(model, SheetModel):
            Drafts.watch(field, lambda words: model.heading_edit(section, words), field.keep)
        field.show()
        field.setFocus()
        self.field = field
        return field

    def _rename(self, section: int, field: QLineEdit) -> None:
        self.renamed.emit(section, field.text().strip())
