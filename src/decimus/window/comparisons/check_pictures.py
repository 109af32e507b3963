"""Two small pictures of the residuals: against a normal distribution, and their spread."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from decimus.analysis.checks import Checks
from decimus.window.widgets.theme import INK, QUIET, RULE, TEAL, WHITE, colour, sans

_SIZE = QSize(560, 168)
_AIR, _TITLE = 14, 20
_DOT = 2.4


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
    left, right = _ends(x)
    bottom, top = _ends(np.append(y, [line[0][1], line[1][1]]))

    def at(px: float, py: float) -> QPointF:
        return QPointF(
            frame.left() + (px - left) / (right - left) * frame.width(),
            frame.bottom() - (py - bottom) / (top - bottom) * frame.height(),
        )

    painter.setPen(QPen(colour(INK), 1))
    painter.drawLine(at(*line[0]), at(*line[1]))
    painter.setPen(QPen(colour(TEAL), 1.2))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for px, py in zip(x.tolist(), y.tolist(), strict=True):
        painter.drawEllipse(at(px, py), _DOT, _DOT)


def _ends(values: np.ndarray) -> tuple[float, float]:
    low, high = float(values.min()), float(values.max())
    air = 0.08 * (high - low) or 1.0
    return low - air, high + air
