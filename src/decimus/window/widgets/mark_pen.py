"""Marks of the figure painted on the screen: lanes, rows of differences, pictures of checks.

The page itself is a picture by the renderer that writes files; here the same marks, made by the
same geometry, are painted by the interface, one pixel for each unit of length.
"""

from __future__ import annotations

from collections.abc import Iterable

from PySide6.QtCore import QLineF, QPointF, QRectF, Qt
from PySide6.QtGui import QBrush, QPainter, QPen, QPolygonF

from decimus.figure.frames import Turn
from decimus.figure.marks import Box, Dots, Line, Mark, Shape, Stroke
from decimus.window.widgets.theme import colour

ROWS = Turn(is_sideways=True, page_height=0.0)
"""How marks stand in a row: values to the right, the group axis downwards in pixels."""
_REACH = 1.25


def paint_marks(painter: QPainter, marks: Iterable[Mark]) -> None:
    """Paint marks whose places are pixels, counted upwards; text is not painted here."""
    for mark in marks:
        match mark:
            case Stroke():
                painter.setPen(QPen(colour(mark.colour), mark.line_pt))
                painter.drawLine(QLineF(mark.x1, -mark.y1, mark.x2, -mark.y2))
            case Line():
                painter.setPen(QPen(colour(mark.colour), mark.line_pt))
                painter.drawPolyline(QPolygonF([QPointF(x, -y) for x, y in mark.points]))
            case Box():
                room = QRectF(mark.x, -mark.y - mark.height, mark.width, mark.height)
                painter.fillRect(room, colour(mark.colour))
            case Dots():
                _paint_dots(painter, mark)
            case _:
                continue


def _paint_dots(painter: QPainter, dots: Dots) -> None:
    painter.setPen(QPen(colour(dots.colour), dots.line_pt) if dots.line_pt else Qt.PenStyle.NoPen)
    painter.setBrush(QBrush(colour(dots.fill)))
    r = dots.radius
    for x, y in zip(dots.xs, dots.ys, strict=True):
        if dots.shape is Shape.DIAMOND:
            reach = r * _REACH
            corners = ((x - reach, -y), (x, -y - reach), (x + reach, -y), (x, -y + reach))
            painter.drawPolygon(QPolygonF([QPointF(*corner) for corner in corners]))
        else:
            painter.drawEllipse(QPointF(x, -y), r, r)
