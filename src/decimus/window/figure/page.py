"""The page: the figure on white paper as export writes it, its size, its live caption."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QEvent, QPoint, QPointF, QRect, QSize, Qt, QTimer, Signal
from PySide6.QtGui import (
    QContextMenuEvent,
    QHelpEvent,
    QImage,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QResizeEvent,
)
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLineEdit,
    QMenu,
    QPushButton,
    QScrollArea,
    QSizePolicy,
    QToolTip,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.figure.ink.drawing import picture
from decimus.figure.layout import page_of
from decimus.figure.marks import Label, Page, Stroke
from decimus.figure.outlines import measure, missing_signs
from decimus.figure.pages.page_remarks import page_remarks
from decimus.study.edits import DrawComparison, MoveByHand, WriteAxisTitle
from decimus.study.questions import PairOfGroups
from decimus.study.targets import AnyTarget, Axis, AxisTitle, PairAt, same_thing
from decimus.terms import Orientation
from decimus.window.frame.guard import fault_of
from decimus.window.state.store import Store
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import QUIET, TEAL, colour, sans, serif
from decimus.wording.figure.captions import caption
from decimus.wording.figure.overlap import overlap_note
from decimus.wording.figure.readings import target_reading
from decimus.wording.numbers import NBSP

if TYPE_CHECKING:
    from decimus.window.figure.kinds_panel import KindsPanel

_TRUE_SIZE_PX_PER_MM = 96 / 25.4
_LEAST_MOVE = 2
"""A line that moves less was clicked and not dragged, in pixels."""


class PageView(QWidget):
    """Paints the page from a cached picture; redraws come together on a zero timer.

    Signals:
        edited: an edit made on the page.
        drawn: the picture is of the present study; carries the scale in px per mm.
        failed: a FaultError, where the page could not be laid out or drawn.
    """

    edited = Signal(object)
    drawn = Signal(float)
    failed = Signal(object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._results: Results | None = None
        self._page: Page | None = None
        self._image: QImage | None = None
        self._is_true_size = False
        self._field: QLineEdit | None = None
        self._held: tuple[PairAt, QPoint] | None = None
        self._moved = 0
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(0)
        self._timer.timeout.connect(self.draw_now)
        self.setMouseTracking(True)
        policy = QSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        policy.setHeightForWidth(True)
        self.setSizePolicy(policy)
        self.setAccessibleName("The figure")

    @property
    def is_waiting(self) -> bool:
        """True while a change is not drawn yet."""
        return self._timer.isActive()

    @property
    def page(self) -> Page | None:
        """The page as laid out last."""
        return self._page

    def show_results(self, results: Results) -> None:
        """Show the figure of these results, soon."""
        self._results = results
        self._timer.start()

    def show_true_size(self, is_true_size: bool) -> None:
        """Show the page at the size it will be printed, or fitted to the width."""
        self._is_true_size = is_true_size
        self._timer.start()

    @property
    def pixels_per_mm(self) -> float:
        """The scale on the screen."""
        if self._page is None:
            return _TRUE_SIZE_PX_PER_MM
        if self._is_true_size:
            return _TRUE_SIZE_PX_PER_MM
        return max(1.0, self.width() / self._page.width_mm)

    def draw_now(self) -> None:
        """Lay out and draw the page now."""
        self._timer.stop()
        results = self._results
        if results is None or results.problem is not None:
            self._page = self._image = None
        else:
            try:
                self._page = page_of(results, measure)
                self._render()
            except Exception as fault:  # noqa: BLE001 - said where the figure would stand
                self._page = self._image = None
                self.update()
                self.failed.emit(fault_of(fault))
                return
        self.updateGeometry()
        self.update()
        self.drawn.emit(self.pixels_per_mm)

    def _render(self) -> None:
        if self._page is None:
            return
        ratio = self.devicePixelRatioF()
        pixels = picture(self._page, self.pixels_per_mm * ratio)
        height, width = pixels.shape[:2]
        image = QImage(pixels.tobytes(), width, height, QImage.Format.Format_RGBA8888)
        image.setDevicePixelRatio(ratio)
        self._image = image.copy()

    @property
    def _left(self) -> int:
        """Where the page begins: in the middle when it is narrower than the paper."""
        if self._page is None:
            return 0
        return max(0, round((self.width() - self._page.width_mm * self.pixels_per_mm) / 2))

    def heightForWidth(self, width: int) -> int:
        """The page's proportions."""
        if self._page is None:
            return round(width * 0.72)
        scale = _TRUE_SIZE_PX_PER_MM if self._is_true_size else width / self._page.width_mm
        return round(scale * self._page.height_mm)

    def sizeHint(self) -> QSize:
        """As high as the page is at the width at hand."""
        width = self.width() if self.width() > 50 else 460
        return QSize(width, self.heightForWidth(width))

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Draw anew for the new width."""
        super().resizeEvent(event)
        if event.size().width() != event.oldSize().width():
            self._timer.start()

    def paintEvent(self, event: QPaintEvent) -> None:
        """The cached picture, and where a taken line would go."""
        if self._image is None:
            return
        painter = QPainter(self)
        painter.drawImage(QPoint(self._left, 0), self._image)
        if self._held is not None and self._page is not None:
            painter.setPen(QPen(colour(TEAL), 1.6))
            scale, height = self.pixels_per_mm, self._page.height_mm
            for mark in self._page.marks:
                if isinstance(mark, Stroke) and mark.target == self._held[0]:
                    shift = self._moved
                    dx, dy = (shift, 0) if self._is_sideways else (0, -shift)
                    ends = ((mark.x1, mark.y1), (mark.x2, mark.y2))
                    painter.drawLine(
                        *(
                            QPointF(self._left + x * scale + dx, (height - y) * scale + dy)
                            for x, y in ends
                        )
                    )

    # --- pointing and editing ------------------------------------------------

    def target_at(self, position: QPoint) -> AnyTarget | None:
        """What is under a place of the widget."""
        if self._page is None:
            return None
        scale = self.pixels_per_mm
        x, y = position.x() - self._left, position.y()
        return self._page.target_at(x / scale, self._page.height_mm - y / scale)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A press on a comparison line takes it, to be moved up or down."""
        target = self.target_at(event.position().toPoint())
        if event.button() is Qt.MouseButton.LeftButton and isinstance(target, PairAt):
            self._held, self._moved = (target, event.position().toPoint()), 0
            return
        super().mousePressEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """The pointer tells what can be edited; a taken line shows where it would go."""
        position = event.position().toPoint()
        if self._held is not None:
            start = self._held[1]
            is_sideways = self._is_sideways
            self._moved = position.x() - start.x() if is_sideways else start.y() - position.y()
            self.update()
            return
        target = self.target_at(position)
        shape = Qt.CursorShape.ArrowCursor
        if isinstance(target, AxisTitle):
            shape = Qt.CursorShape.IBeamCursor
        elif isinstance(target, PairAt):
            across = Qt.CursorShape.SizeHorCursor
            shape = across if self._is_sideways else Qt.CursorShape.SizeVerCursor
        self.setCursor(shape)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        """A taken line stays where it was let go."""
        held, moved = self._held, self._moved
        self._held, self._moved = None, 0
        self.update()
        if held is None:
            super().mouseReleaseEvent(event)
        elif abs(moved) > _LEAST_MOVE:
            up = self._moved_by_hand(held[0]) + moved / self.pixels_per_mm
            self.edited.emit(MoveByHand(what=held[0], value_mm=round(up, 2)))

    def _moved_by_hand(self, pair: PairAt) -> float:
        """How far a line has been moved by hand until now, in mm."""
        moved = () if self._results is None else self._results.question.figure.moved
        return next((m.value_mm for m in moved if same_thing(m.what, pair)), 0.0)

    @property
    def _is_sideways(self) -> bool:
        results = self._results
        return results is not None and results.question.figure.orientation is Orientation.SIDEWAYS

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        """What can be done to the line under the pointer."""
        target = self.target_at(event.pos())
        if isinstance(target, PairAt):
            self.open_line_menu(target, event.globalPos())

    def open_line_menu(self, pair: PairAt, at: QPoint) -> QMenu:
        """Put a line back where it would stand by itself, or take it off."""
        menu = QMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        back = menu.addAction("Put this line back")
        back.setEnabled(bool(self._moved_by_hand(pair)))
        back.triggered.connect(lambda: self.edited.emit(MoveByHand(what=pair)))
        drawn = PairOfGroups(pair.first, pair.second)
        off = menu.addAction("Take this line off the figure")
        off.triggered.connect(lambda: self.edited.emit(DrawComparison(pair=drawn, is_drawn=False)))
        menu.popup(at)
        return menu

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        """Edit an axis title in place."""
        target = self.target_at(event.position().toPoint())
        if isinstance(target, AxisTitle):
            self.edit_title(target)

    def edit_title(self, title: AxisTitle) -> QLineEdit | None:
        """Lay a field over an axis title; Return writes it, Escape leaves it."""
        label = next((m for m in self._marks(title) if isinstance(m, Label)), None)
        if label is None or self._page is None:
            return None
        scale = self.pixels_per_mm
        field = QLineEdit(label.text, self)
        field.setFont(sans(15))
        width = max(170, round(label.extent.width * scale) + 30)
        bounds = label.bounds
        x = self._left + round(bounds.left * scale)
        y = round((self._page.height_mm - (bounds.bottom + bounds.top) / 2) * scale) - 14
        x = min(x, self.width() - width)
        field.setGeometry(QRect(max(0, x), max(0, y), width, 28))
        field.selectAll()
        field.show()
        field.setFocus()

        def write() -> None:
            text = field.text().strip()
            field.deleteLater()
            if text != label.text:
                is_value = title.axis is Axis.VALUE
                edit = WriteAxisTitle(is_value_axis=is_value, text=text, outcome=title.outcome)
                self.edited.emit(edit)

        field.returnPressed.connect(write)
        field.editingFinished.connect(field.deleteLater)
        self._field = field
        return field

    def _marks(self, target: AnyTarget) -> tuple[object, ...]:
        """The marks of one thing."""
        marks = () if self._page is None else self._page.marks
        return tuple(mark for mark in marks if mark.target == target)

    def event(self, event: QEvent) -> bool:
        """Values of what is pointed at, as a tool tip."""
        if isinstance(event, QHelpEvent) and event.type() == QEvent.Type.ToolTip:
            target = self.target_at(event.pos())
            text = ""
            if target is not None and self._results is not None:
                text = target_reading(self._results, target)
            QToolTip.showText(event.globalPos(), text, self)
            return True
        return super().event(event)


class PagePanel(QScrollArea):
    """The right half of the window: paper with figure and caption, its size below."""

    def __init__(self, store: Store) -> None:
        super().__init__()
        self.setObjectName("desk")
        self.setWidgetResizable(True)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        content = QWidget()
        content.setObjectName("desk_content")
        self.paper = QFrame(content)
        self.paper.setObjectName("paper")
        self.view = PageView(self.paper)
        fonts = SentenceFonts(serif(16), sans(16, strong=True), sans(14))
        self.caption = SentenceView(fonts, self.paper, line_height=1.32)
        self.overlap_button = QPushButton("What does overlap of these bars say?", self.paper)
        self.overlap_button.setFont(sans(13))
        self.overlap_button.setCheckable(True)
        self.overlap_button.setProperty("fold", "true")
        self.overlap_button.toggled.connect(self._show_overlap)
        self.overlap = PlainLabel("", self.paper)
        self.overlap.setFont(sans(14))
        self.overlap.setWordWrap(True)
        self.overlap.hide()
        self.size_button = QPushButton("", content)
        self.size_button.setFont(sans(13))
        self.size_button.setStyleSheet(f"color: {QUIET};")
        self.size_button.setCheckable(True)
        self.size_button.setToolTip("Show at true size, or fitted to the page (Ctrl+1)")
        self.size_button.toggled.connect(self.view.show_true_size)
        on_paper = QVBoxLayout(self.paper)
        on_paper.setContentsMargins(16, 18, 16, 18)
        on_paper.setSpacing(12)
        on_paper.addWidget(self.view)
        on_paper.addWidget(self.caption)
        below = QHBoxLayout()
        below.setContentsMargins(0, 0, 0, 0)
        below.addWidget(self.overlap_button)
        below.addStretch(1)
        on_paper.addLayout(below)
        on_paper.addWidget(self.overlap)
        layout = QVBoxLayout(content)
        layout.setContentsMargins(20, 18, 20, 12)
        layout.setSpacing(8)
        layout.addWidget(self.paper)
        layout.addWidget(self.size_button, 0, Qt.AlignmentFlag.AlignRight)
        layout.addStretch(1)
        self.setWidget(content)
        self._store = store
        self.caption.chosen.connect(store.apply)
        self.caption.open_with("kind", self.open_kinds)
        self.view.edited.connect(store.apply)
        self.view.drawn.connect(self._say_size)

    def show_results(self, results: Results) -> None:
        """Show figure and caption of these results."""
        self.view.show_results(results)
        self.paper.setVisible(results.problem is None)
        self.size_button.setVisible(results.problem is None)
        if results.problem is None:
            self.caption.show_sentence(caption(results))
            note = overlap_note(results.groups)
            self.overlap.setText(note)
            self.overlap_button.setVisible(bool(note))
            self.overlap.setVisible(bool(note) and self.overlap_button.isChecked())

    def open_kinds(self, at: QWidget) -> KindsPanel:
        """Offer the kinds of charts below a word, as small pictures of this data."""
        from decimus.window.figure.kinds_panel import KindsPanel

        panel = KindsPanel(self)
        panel.chosen.connect(self._store.apply)
        panel.show_results(self._store.results)
        panel.adjustSize()
        corner = at.mapToGlobal(QPoint(0, at.height() + 1))
        screen = at.screen().availableGeometry()
        left = max(screen.left(), min(corner.x(), screen.right() - panel.width()))
        top = corner.y()
        if top + panel.height() > screen.bottom():
            top = max(screen.top(), at.mapToGlobal(QPoint(0, 0)).y() - panel.height() - 1)
        panel.open_at(QPoint(left, top))
        return panel

    def _show_overlap(self, is_open: bool) -> None:
        self.overlap.setVisible(is_open and bool(self.overlap.text()))

    def _say_size(self, pixels_per_mm: float) -> None:
        page = self.view.page
        if page is None:
            return
        zoom = round(100 * pixels_per_mm / _TRUE_SIZE_PX_PER_MM)
        size = f"{page.width_mm:g} × {round(page.height_mm, 1):g} mm"
        notes = page_remarks(self._store.results, page)
        said = "".join(f", {note}" for note in notes)
        signs = missing_signs(page)
        lacking = f"no signs for {signs} in the typeface, " if signs else ""
        self.size_button.setText(f"{lacking}{size}{said}, shown at {zoom}{NBSP}%")
