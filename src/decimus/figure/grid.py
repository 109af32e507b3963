"""The grid of panels: where each plot stands on the page."""

from __future__ import annotations

from decimus.figure.frames import Frame, Turn, frame_on_page
from decimus.values import Value

BETWEEN = 3.0
"""Air between panels side by side, in mm."""
_BETWEEN_ROWS = 2.5
_NARROWEST = 20.0
"""No plot is narrower while it can stand in another row."""


class Grid(Value, frozen=True):
    """Panels in rows of equal plots.

    Args:
        count: how many panels there are.
        columns: how many stand side by side.
        left: where the first plot begins, in mm from the left of the page.
        bottom: where the plots of the last row end, from below.
        right: where the last plot of a row ends.
        top: where the plots of the first row end.
        above: mm kept above each further row, for titles of panels.
        between: mm between plots side by side.
    """

    count: int
    columns: int
    left: float
    bottom: float
    right: float
    top: float
    above: float = 0.0
    between: float = BETWEEN

    @property
    def rows(self) -> int:
        """How many rows there are."""
        return -(-self.count // self.columns)

    @property
    def plot_width(self) -> float:
        """The width of each plot."""
        return (self.right - self.left - (self.columns - 1) * self.between) / self.columns

    @property
    def plot_height(self) -> float:
        """The height of each plot."""
        between = (self.rows - 1) * (_BETWEEN_ROWS + self.above)
        return (self.top - self.bottom - between) / self.rows

    def place(self, number: int) -> tuple[int, int]:
        """The row and column of a panel, from the upper left."""
        return divmod(number, self.columns)

    def is_lowest(self, number: int) -> bool:
        """Whether no panel stands below this one."""
        return number + self.columns >= self.count

    def corner(self, number: int) -> tuple[float, float]:
        """The lower left corner of a plot on the page."""
        row, column = self.place(number)
        left = self.left + column * (self.plot_width + self.between)
        bottom = self.top - (row + 1) * self.plot_height - row * (_BETWEEN_ROWS + self.above)
        # The last row ends exactly where it was asked to.
        return left, self.bottom if row == self.rows - 1 else bottom

    def frames(self, turn: Turn) -> list[Frame]:
        """The plot area of every panel."""
        found = []
        for number in range(self.count):
            left, bottom = self.corner(number)
            right, top = left + self.plot_width, bottom + self.plot_height
            if self.columns == 1:
                right = self.right
            if self.rows == 1:
                top = self.top
            found.append(frame_on_page(left, bottom, right, top, turn))
        return found


def columns_for(count: int, width: float, between: float = BETWEEN) -> int:
    """How many panels stand side by side in so many mm."""
    most = max(1, int((width + between) / (_NARROWEST + between)))
    rows = -(-count // most)
    return -(-count // rows)
