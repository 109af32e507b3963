"""One row per pair: names, difference with interval, statistic, p, and what is drawn."""

from __future__ import annotations

from enum import Enum

from PySide6.QtCore import Qt, Signal

from decimus.analysis.comparisons import PairResult
from decimus.analysis.results import Results
from decimus.figure.content import group_colours
from decimus.figure.strips import difference_axis
from decimus.study.edits import DrawComparison
from decimus.study.questions import PairOfGroups
from decimus.window.strips import NO_INDEX, Index, StripModel
from decimus.wording.numbers import NBSP, number, p_number, percent, statistic
from decimus.wording.phrases import group_words


class Column(Enum):
    """The columns of the rows."""

    PAIR = 0
    DIFFERENCE = 1
    STATISTIC = 2
    P = 3
    ADJUSTED = 4
    DRAWN = 5


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

    @property
    def pairs(self) -> tuple[PairResult, ...]:
        """The pairs in order."""
        return self._pairs

    def show_results(self, results: Results) -> None:
        """Show the pairs of these results; none where there is no comparison."""
        same = len(_pairs(results)) == len(self._pairs)
        self.take(results, difference_axis(results), has_same_rows=same)

    def rows_taken(self, results: Results) -> None:
        """Take the pairs."""
        self._pairs = _pairs(results)

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
            and self._results.question.is_drawn(pair.a.levels, pair.b.levels)
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
            shades = group_colours(results.groups)
            return shades[pair.a.levels], shades[pair.b.levels]
        if role == Qt.ItemDataRole.CheckStateRole and column is Column.DRAWN:
            drawn = self.is_drawn(index.row())
            return Qt.CheckState.Checked if drawn else Qt.CheckState.Unchecked
        if role == Qt.ItemDataRole.DisplayRole:
            return self._text(results, pair, column)
        if role == Qt.ItemDataRole.AccessibleTextRole and column is Column.DRAWN:
            return "on the figure" if self.is_drawn(index.row()) else "not on the figure"
        if role == Qt.ItemDataRole.ToolTipRole:
            help_ = {Column.DRAWN: "Draw this comparison on the figure"}
            return help_.get(column, "Click for the working")
        return None

    def _text(self, results: Results, pair: PairResult, column: Column) -> str:
        comparison = results.comparison
        if comparison is None:
            return ""
        sign, decimals = results.decimal_sign, results.groups.decimals

        def p(value: float) -> str:
            return p_number(value, comparison.alpha, sign).removeprefix(f"={NBSP}")

        match column:
            case Column.PAIR:
                first = group_words(results.groups, pair.a)
                return f"{first} against {group_words(results.groups, pair.b)}"
            case Column.DIFFERENCE:
                return number(pair.test.mean_difference, decimals, sign)
            case Column.STATISTIC:
                return statistic(pair.value, sign)
            case Column.P:
                return p(pair.test.p_value)
            case Column.ADJUSTED:
                return p(pair.p_adjusted) if pair.p_adjusted is not None else ""
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
        level = percent(comparison.level, self._results.decimal_sign)
        unit = self._results.measurements.outcome.unit
        headings = {
            Column.PAIR: "first minus second",
            Column.DIFFERENCE: f"difference, {level} CI" + (f" ({unit})" if unit else ""),
            Column.STATISTIC: self._pairs[0].statistic,
            Column.P: "p",
            Column.ADJUSTED: "adjusted p" if self.is_adjusted else "",
            Column.DRAWN: "draw",
        }
        return headings[Column(section)]

    def flags(self, index: Index) -> Qt.ItemFlag:
        """Rows can be chosen, the tick ticked."""
        if self.pair(index.row()) is None:
            return Qt.ItemFlag.ItemIsEnabled
        flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        is_tick = Column(index.column()) is Column.DRAWN
        return flags | Qt.ItemFlag.ItemIsUserCheckable if is_tick else flags

    def setData(self, index: Index, value: object, role: int = Qt.ItemDataRole.EditRole) -> bool:
        """Tick or untick a comparison."""
        pair, results = self.pair(index.row()), self._results
        if role != Qt.ItemDataRole.CheckStateRole or pair is None or results is None:
            return False
        is_drawn = Qt.CheckState(value) is Qt.CheckState.Checked
        self.edited.emit(
            DrawComparison(
                question=results.number,
                pair=PairOfGroups(pair.a.levels, pair.b.levels),
                is_drawn=is_drawn,
            )
        )
        return True


def _pairs(results: Results) -> tuple[PairResult, ...]:
    return () if results.comparison is None else results.comparison.pairs
