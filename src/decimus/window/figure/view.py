"""The figure on the screen: the very picture that files hold, and what is chosen on it."""

from __future__ import annotations

from PySide6.QtCore import QPoint, QPointF, QRect, QRectF, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QImage, QPainter, QPaintEvent, QPen, QResizeEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.ink.drawing import picture
from decimus.figure.ink.vision import seen
from decimus.figure.layout import page_of
from decimus.figure.marks import Bounds, Mark, Page
from decimus.figure.outlines import measure
from decimus.study.edits import Edit
from decimus.study.targets import AnyTarget, same_thing
from decimus.terms import Vision
from decimus.window.frame.guard import fault_of
from decimus.window.widgets.theme import TEAL, colour

TRUE_SIZE_PX_PER_MM = 96 / 25.4
_RING = 3


class FigureView(QWidget):
    """Paints the page from a cached picture; redraws come together on a zero timer.

    Signals:
        drawn: the picture is of the present study; carries the scale in px per mm.
        failed: a FaultError, where the page could not be laid out or drawn.
    """

    drawn = Signal(float)
    failed = Signal(object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._results: Results | None = None
        self._page: Page | None = None
        self._image: QImage | None = None
        self._is_true_size = False
        self._vision = Vision.USUAL
        self._chosen: AnyTarget | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(0)
        self._timer.timeout.connect(self.draw_now)
        self.setMouseTracking(True)
        policy = QSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        policy.setHeightForWidth(True)
        self.setSizePolicy(policy)

    @property
    def is_waiting(self) -> bool:
        """True while a change is not drawn yet."""
        return self._timer.isActive()

    @property
    def page(self) -> Page | None:
        """The page as laid out last."""
        return self._page

    @property
    def results(self) -> Results | None:
        """What is shown."""
        return self._results

    @property
    def vision(self) -> Vision:
        """How the page is seen."""
        return self._vision

    def see_as(self, vision: Vision) -> None:
        """Show the page as it is seen without colour or with a deficiency; files stay so."""
        self._vision = vision
        self._timer.start()

    def show_results(self, results: Results) -> None:
        """Show the figure of these results, soon; parts of one that cannot be are gone at once."""
        self._results = results
        if results.problem is not None:
            self._page = self._image = None
        self._timer.start()

    def show_true_size(self, is_true_size: bool) -> None:
        """Show the page at the size it will be printed, or fitted to the width."""
        self._is_true_size = is_true_size
        self._timer.start()

    @property
    def pixels_per_mm(self) -> float:
        """The scale on the screen."""
        if self._page is None or self._is_true_size:
            return TRUE_SIZE_PX_PER_MM
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

    def preview(self, edit: Edit | None) -> bool:
        """Show the page as it would be after an edit, or as it is; False for one that cannot be."""
        results = self._results
        if results is None:
            return False
        if edit is not None:
            try:
                study = edit.apply(results.study)
            except InputError:
                return False
            results = Results(study, results.number, results, results.decimal_sign)
        if results.problem is not None:
            return False
        self._page = page_of(results, measure)
        self._render()
        self.update()
        return True

    def _render(self) -> None:
        if self._page is None:
            return
        ratio = self.devicePixelRatioF()
        pixels = picture(seen(self._page, self._vision), self.pixels_per_mm * ratio)
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
        scale = TRUE_SIZE_PX_PER_MM if self._is_true_size else width / self._page.width_mm
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
        """The cached picture, and a ring around what is chosen."""
        del event
        if self._image is None:
            return
        painter = QPainter(self)
        painter.drawImage(QPoint(self._left, 0), self._image)
        if self._chosen is not None and self.hasFocus():
            pen = QPen(colour(TEAL), 1.4, Qt.PenStyle.DashLine)
            painter.setPen(pen)
            for room in self.rooms(self._chosen):
                painter.drawRoundedRect(room.adjusted(-_RING, -_RING, _RING, _RING), 3, 3)

    # --- places --------------------------------------------------------------

    def point_mm(self, position: QPointF | QPoint) -> tuple[float, float]:
        """A place of the widget on the page, in mm from its lower left corner."""
        height = self._page.height_mm if self._page is not None else 0.0
        scale = self.pixels_per_mm
        return (position.x() - self._left) / scale, height - position.y() / scale

    def target_at(self, position: QPoint) -> AnyTarget | None:
        """What is under a place of the widget."""
        if self._page is None:
            return None
        return self._page.target_at(*self.point_mm(position))

    def still_there(self, target: AnyTarget | None) -> AnyTarget | None:
        """A part, None where it is gone: what waits to be drawn is drawn first."""
        if target is None or not self.is_waiting:
            return target
        self.draw_now()
        return target if self.marks_of(target) else None

    def marks_of(self, target: AnyTarget) -> tuple[Mark, ...]:
        """The marks of one thing."""
        marks = () if self._page is None else self._page.marks
        return tuple(
            mark for mark in marks if mark.target is not None and same_thing(mark.target, target)
        )

    def rooms(self, target: AnyTarget) -> tuple[QRectF, ...]:
        """Where a part is on the screen, in one rectangle; none where it is not drawn."""
        bounds = [mark.bounds for mark in self.marks_of(target)]
        if not bounds:
            return ()
        around = Bounds(
            min(b.left for b in bounds),
            min(b.bottom for b in bounds),
            max(b.right for b in bounds),
            max(b.top for b in bounds),
        )
        return (self._on_screen(around),)

    def _on_screen(self, bounds: Bounds) -> QRectF:
        height = self._page.height_mm if self._page is not None else 0.0
        scale = self.pixels_per_mm
        return QRectF(
            self._left + bounds.left * scale,
            (height - bounds.top) * scale,
            (bounds.right - bounds.left) * scale,
            (bounds.top - bounds.bottom) * scale,
        )

    def room(self, target: AnyTarget) -> QRect:
        """The room of a part on the screen; empty where it is not drawn."""
        found = self.rooms(target)
        return found[0].toAlignedRect() if found else QRect()
