"""Two small pictures of the residuals: against a normal distribution, and their spread."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from decimus.analysis.checks import Checks
from decimus.figure.frames import Turn
from decimus.figure.scales import Scale
from decimus.window.widgets.mark_pen import paint_marks
from decimus.window.widgets.theme import INK, QUIET, RULE, TEAL, WHITE, colour, sans

_SIZE = QSize(560, 168)
_AIR, _TITLE = 14, 20
_DOT = 2.4
UPRIGHT = Turn(is_sideways=False, page_height=0.0)


class CheckPictures(QWidget):
    """Residuals beside normal scores, and residuals beside the mean they are about."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._checks: Checks | None = None
        self.setFixedHeight(_SIZE.height())
        self.setAccessibleName("Residuals against a normal distribution, and their spread")

    def sizeHint(self) -> QSize:
        """Room for two pictures."""
        return _SIZE

    def show_checks(self, checks: Checks) -> None:
        """Show the residuals of a comparison; nothing where there are too few."""
        self._checks = checks if len(checks.residuals) > 2 else None
        self.setVisible(self._checks is not None)
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Both pictures, side by side."""
        if self._checks is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        width = min(300, (self.width() - _AIR) // 2)
        scores, ordered = self._checks.quantiles
        line = self._checks.normal_line
        left = QRectF(0, 0, width, self.height())
        scaled = "" if self._checks.scaled is None else " in SDs of their group"
        _picture(painter, left, f"residuals{scaled} by normal scores", scores, ordered, line)
        fitted, residuals = self._checks.spread
        level = ((float(fitted.min()), 0.0), (float(fitted.max()), 0.0))
        right = left.translated(width + _AIR, 0)
        _picture(painter, right, "residuals by group mean", fitted, residuals, level)


def _picture(
    painter: QPainter,
    rect: QRectF,
    title: str,
    across: Sequence[float] | np.ndarray,
    up: Sequence[float] | np.ndarray,
    line: tuple[tuple[float, float], tuple[float, float]],
) -> None:
    painter.setFont(sans(13))
    painter.setPen(colour(QUIET))
    painter.drawText(rect.adjusted(2, 0, 0, 0), Qt.AlignmentFlag.AlignTop, title)
    frame = rect.adjusted(0.5, _TITLE, -0.5, -0.5)
    painter.setPen(QPen(colour(RULE), 1))
    painter.setBrush(colour(WHITE))
    painter.drawRect(frame)
    x, y = np.asarray(across, float), np.asarray(up, float)
    across_scale = Scale(*_ends(x), frame.left(), frame.right())
    # Marks are counted upwards in pixels, as on the page.
    up_scale = Scale(*_ends(np.append(y, [line[0][1], line[1][1]])), -frame.bottom(), -frame.top())
    places = [
        (across_scale.at(px), up_scale.at(py))
        for px, py in zip(x.tolist(), y.tolist(), strict=True)
    ]
    ends = [(across_scale.at(px), up_scale.at(py)) for px, py in line]
    marks = (
        UPRIGHT.stroke(ends[0], ends[1], 1.0, INK),
        UPRIGHT.dots(places, _DOT, WHITE, 1.2, TEAL),
    )
    paint_marks(painter, marks)


def _ends(values: np.ndarray) -> tuple[float, float]:
    low, high = float(values.min()), float(values.max())
    air = 0.08 * (high - low) or 1.0
    return low - air, high + air
