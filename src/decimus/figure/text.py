"""Lines of text on the page: their room, their alignment, and wrapping."""

from __future__ import annotations

import math
from collections.abc import Sequence
from enum import Enum
from functools import lru_cache

from decimus.figure.marks import MM_PER_POINT, Extent, Face, Label, Measure, Run
from decimus.notation import Piece, pieces, words, written
from decimus.study.targets import AnyTarget
from decimus.values import Value
from decimus.wording.spans import Style, Text

_FACES = {Style.ITALIC: Face.ITALIC, Style.STRONG: Face.STRONG}
LINE_SPACING = 1.12
_SMALL, _RAISED, _LOWERED = 0.66, 0.33, -0.16
"""Of raised and lowered letters: their size, and where they stand, as shares of the size."""
_LONGEST = 1500
"""Letters of a line, more than the smallest text fits onto the widest page."""


class Align(Enum):
    """Which end of a text stands at the given place."""

    START = 0.0
    MIDDLE = 0.5
    END = 1.0


def runs_of(spans: Sequence[Text]) -> tuple[Run, ...]:
    """Text spans as runs in the figure's faces."""
    return tuple(Run(span.text, _FACES.get(span.style, Face.REGULAR)) for span in spans)


@lru_cache(maxsize=2048)
def written_runs(text: str) -> tuple[Run, ...]:
    """Words in the light notation as runs: italic, raised and lowered."""
    found = []
    for piece in pieces(text):
        face = Face.ITALIC if piece.is_italic else Face.REGULAR
        size = _SMALL if piece.level else 1.0
        rise = {1: _RAISED, -1: _LOWERED}.get(piece.level, 0.0)
        found.append(Run(piece.text, face, size, rise))
    return tuple(found)


def notation_of(runs: Sequence[Run]) -> str:
    """Runs as they would be written in the light notation."""
    return written(
        Piece(run.text, run.face.is_italic, (run.rise > 0) - (run.rise < 0)) for run in runs
    )


class Typesetter(Value, frozen=True):
    """Sets lines of text in one size."""

    measure: Measure
    size_pt: float

    def extent(self, runs: tuple[Run, ...] | str) -> Extent:
        """The room of a line."""
        found = written_runs(runs) if isinstance(runs, str) else runs
        if not found:
            return self.measure("", Face.REGULAR, self.size_pt)
        parts = [
            (self.measure(run.text, run.face, self.size_pt * run.size), run.rise) for run in found
        ]
        em = self.size_pt * MM_PER_POINT
        return Extent(
            sum(part.width for part, _ in parts),
            max(part.ascent + rise * em for part, rise in parts),
            max(part.descent - rise * em for part, rise in parts),
        )

    def width_of(self, text: str) -> float:
        """How wide a line is, in mm."""
        return self.extent(text).width

    @property
    def line_height(self) -> float:
        """From one baseline to the next."""
        return self.extent("x").height * LINE_SPACING

    def line(
        self,
        runs: tuple[Run, ...] | str,
        x: float,
        y: float,
        align: Align = Align.START,
        target: AnyTarget | None = None,
    ) -> Label:
        """A line with its baseline at y and `align` at x."""
        found = written_runs(runs) if isinstance(runs, str) else runs
        extent = self.extent(found)
        start = x - align.value * extent.width
        return Label(found, start, y, self.size_pt, extent, target=target)

    def upright(
        self,
        text: str,
        x: float,
        y: float,
        align: Align = Align.MIDDLE,
        target: AnyTarget | None = None,
    ) -> Label:
        """A line running upwards with its baseline at x and `align` at y."""
        found = written_runs(text)
        extent = self.extent(found)
        start = y - align.value * extent.width
        return Label(found, x, start, self.size_pt, extent, is_upright=True, target=target)

    def tilted(
        self, text: str, x: float, y: float, angle: float, target: AnyTarget | None = None
    ) -> Label:
        """A line that rises by `angle` degrees and ends below the place (x, y)."""
        extent = self.extent(text)
        turn = math.radians(angle)
        # Its end stands below the place, the top of its letters just under it.
        end_x, end_y = x + extent.ascent * math.sin(turn) * 0.5, y - extent.ascent * math.cos(turn)
        start = (end_x - extent.width * math.cos(turn), end_y - extent.width * math.sin(turn))
        return Label(written_runs(text), *start, self.size_pt, extent, target=target, tilt=angle)

    def wrapped(self, text: str, width: float) -> tuple[str, ...]:
        """The text in lines no wider than `width`; a single word may still be wider."""
        lines: list[str] = []
        for word in words(text[:_LONGEST]):
            trial = f"{lines[-1]} {word}" if lines else word
            if lines and self.extent(trial).width <= width:
                lines[-1] = trial
            else:
                lines.append(word)
        return tuple(lines)
