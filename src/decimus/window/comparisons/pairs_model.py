"""One row per pair: names, difference with interval, statistic, p, and what is drawn."""

from __future__ import annotations

from collections.abc import Callable
from enum import Enum

from PySide6.QtCore import Qt, Signal

from decimus.analysis.comparison_results import PairResult
from decimus.analysis.ratios import pair_ratio
from decimus.analysis.results import Results
from decimus.figure.content import group_colours
from decimus.figure.strips import difference_axis
from decimus.study.edits import DrawComparison
from decimus.study.questions import PairOfGroups
from decimus.window.widgets.strips import NO_INDEX, Index, StripModel
from decimus.wording.comparisons.sentences import pair_size, pair_statistic
from decimus.wording.comparisons.tables import effect_heading, effect_text
from decimus.wording.numbers import number, p_value, percent
from decimus.wording.phrases import group_words


class Column(Enum):
    """The columns of the rows."""

    PAIR = 0
    DIFFERENCE = 1
    STATISTIC = 2
    P = 3
    ADJUSTED = 4
    EFFECT = 5
    DRAWN = 6


class Sorting(Enum):
    """Orders of the rows, in words."""

    AS_READ = "as read"
    BY_DIFFERENCE = "by difference"
    BY_SIZE = "by size of difference"
    BY_P = "by p"


_DRAW = "Draw this comparison on the figure"
_NO_PLACE = "A mean over other factors has no place of its own on the figure"
_KEYS: dict[Sorting, Callable[[PairResult], float]] = {
    Sorting.AS_READ: lambda _pair: 0.0,
    Sorting.BY_DIFFERENCE: lambda pair: -pair.estimate,
    Sorting.BY_SIZE: lambda pair: -abs(pair.estimate),
    Sorting.BY_P: lambda pair: pair.p_shown,
}


class PairsModel(StripModel):
    """The pairs of a comparison; the last row is the axis.

    Signals:
        edited: a comparison was put on the figure or taken off.
    """

    PairRole = Qt.ItemDataRole.UserRole + 1
    ColoursRole = Qt.ItemDataRole.UserRole + 2

    edited = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self._pairs: tuple[PairResult, ...] = ()
        self.sorting = Sorting.AS_READ

    def sort_by(self, sorting: Sorting) -> None:
        """Show the rows in an order."""
        self.sorting = sorting
        if self._results is not None:
            self.show_results(self._results)

    @property
    def pairs(self) -> tuple[PairResult, ...]:
        """The pairs in order."""
        return self._pairs

    def show_results(self, results: Results) -> None:
        """Show the pairs of these results; none where there is no comparison."""
        same = len(_pairs(results)) == len(self._pairs)
        self.take(results, difference_axis(results), has_same_rows=same)

    def rows_taken(self, results: Results) -> None:
        """Take the pairs, in the order chosen."""
        self._pairs = tuple(sorted(_pairs(results), key=_KEYS[self.sorting]))

    def rowCount(self, parent: Index = NO_INDEX) -> int:
        """Pairs, and the axis."""
        return 0 if parent.isValid() or not self._pairs else len(self._pairs) + 1

    def columnCount(self, parent: Index = NO_INDEX) -> int:
        """Names, difference, numbers, tick."""
        return 0 if parent.isValid() else len(Column)

    def pair(self, row: int) -> PairResult | None:
        """The pair in a row, if it is one."""
        return self._pairs[row] if 0 <= row < len(self._pairs) else None

    @property
    def is_adjusted(self) -> bool:
        """True when pairs have adjusted p values."""
        return any(pair.p_adjusted is not None for pair in self._pairs)

    def is_drawn(self, row: int) -> bool:
        """True when the row's comparison stands on the figure."""
        pair = self.pair(row)
        return (
            pair is not None
            and self._results is not None
            and (both := pair.cells) is not None
            and self._results.question.figure.is_drawn(*both)
        )

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> object:
        """Texts of numbers, the tick, and the pair itself."""
        pair, results = self.pair(index.row()), self._results
        if pair is None or results is None:
            return None
        column = Column(index.column())
        if role == self.PairRole:
            return pair
        if role == self.ColoursRole:
            shades = group_colours(results.groups, results.question.figure)
            sides = (pair.a.cell, pair.b.cell)
            return tuple(None if cell is None else shades.get(cell) for cell in sides)
        if role == Qt.ItemDataRole.CheckStateRole and column is Column.DRAWN:
            drawn = self.is_drawn(index.row())
            return Qt.CheckState.Checked if drawn else Qt.CheckState.Unchecked
        if role == Qt.ItemDataRole.DisplayRole:
            return self._text(results, pair, column)
        if role == Qt.ItemDataRole.AccessibleTextRole and column is Column.DRAWN:
            return "on the figure" if self.is_drawn(index.row()) else "not on the figure"
        if role == Qt.ItemDataRole.ToolTipRole:
            if column is Column.DRAWN:
                has_place = pair.cells is not None
                return _DRAW if has_place else _NO_PLACE
            return "Click for the working"
        return None

    def _text(self, results: Results, pair: PairResult, column: Column) -> str:
        comparison = results.comparison
        if comparison is None:
            return ""
        numerals = results.numerals

        def p(value: float) -> str:
            return p_value(value, comparison.alpha, numerals)

        match column:
            case Column.PAIR:
                first = group_words(results.groups, pair.a)
                second = group_words(results.groups, pair.b) or "the reference value"
                return f"{first} against {second}"
            case Column.DIFFERENCE:
                ratio = pair_ratio(results.groups, pair)
                times = "" if ratio is None else f" (× {number(ratio.value, 2, numerals)})"
                size = pair_size(results, pair)
                return number(size.value, size.decimals, numerals) + times
            case Column.STATISTIC:
                return pair_statistic(pair, numerals)
            case Column.P:
                return p(pair.p_value if pair.p_directional is None else pair.p_directional)
            case Column.ADJUSTED:
                return p(pair.p_shown) if self.is_adjusted else ""
            case Column.EFFECT:
                return effect_text(pair, effect_heading(self._pairs), numerals)
            case Column.DRAWN:
                return ""

    def headerData(
        self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole
    ) -> object:
        """What the columns hold."""
        is_text = role == Qt.ItemDataRole.DisplayRole
        if not is_text or orientation is Qt.Orientation.Vertical or self._results is None:
            return None
        comparison = self._results.comparison
        if comparison is None or not self._pairs:
            return ""
        level = percent(comparison.interval_level, self._results.numerals)
        unit = pair_size(self._results, self._pairs[0]).unit
        unit = unit.replace("percentage points", "% points")
        is_shift = self._pairs[0].rank is not None or self._pairs[0].samples is not None
        what = "shift" if is_shift else "difference"
        effect = effect_heading(self._pairs)
        headings = {
            Column.PAIR: "first minus second",
            Column.DIFFERENCE: f"{what}, {level} CI" + (f" ({unit})" if unit else ""),
            Column.STATISTIC: self._pairs[0].statistic,
            Column.P: "p" if comparison.alternative is None else "one-sided p",
            Column.ADJUSTED: "adjusted p" if self.is_adjusted else "",
            Column.EFFECT: effect,
            Column.DRAWN: "draw",
        }
        return headings[Column(section)]

    def flags(self, index: Index) -> Qt.ItemFlag:
        """Rows can be chosen, the tick ticked."""
        if self.pair(index.row()) is None:
            return Qt.ItemFlag.ItemIsEnabled
        flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        pair = self.pair(index.row())
        is_tick = Column(index.column()) is Column.DRAWN and pair is not None and pair.cells
        return flags | Qt.ItemFlag.ItemIsUserCheckable if is_tick else flags

    def setData(self, index: Index, value: object, role: int = Qt.ItemDataRole.EditRole) -> bool:
        """Tick or untick a comparison."""
        pair, results = self.pair(index.row()), self._results
        if role != Qt.ItemDataRole.CheckStateRole or pair is None or results is None:
            return False
        both = pair.cells
        if both is None:
            return False
        is_drawn = Qt.CheckState(value) is Qt.CheckState.Checked
        self.edited.emit(
            DrawComparison(
                question=results.number,
                pair=PairOfGroups(*both),
                is_drawn=is_drawn,
            )
        )
        return True


def _pairs(results: Results) -> tuple[PairResult, ...]:
    return () if results.comparison is None else results.comparison.pairs
