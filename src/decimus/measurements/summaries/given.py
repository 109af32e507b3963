"""Groups of a table that is already summarised: what was given, and what follows from it."""

from __future__ import annotations

import math
from collections.abc import Iterable

from decimus.errors import TableError
from decimus.measurements.numbers import LARGEST, SMALLEST, Cell, CellKind, read_cell
from decimus.measurements.shapes import TableShape
from decimus.measurements.summaries.shapes import (
    StatisticColumns,
    SummaryShape,
    n_in_cell,
    name_and_n,
    split_interval,
    split_pair,
    split_range,
)
from decimus.statistics.student_t import normal_quantile, t_quantile
from decimus.statistics.summaries import GivenSummary, Interval
from decimus.study.tables import Table
from decimus.terms import Meaning, Quantile
from decimus.values import Value

_USUAL_LEVEL = 95.0
_NO_NUMBERS = (CellKind.BLANK, CellKind.MISSING)


class GivenGroup(Value, frozen=True):
    """A row of a summarised table: its place and what it says.

    Args:
        row: the row of the table.
        column: the column of the mean.
        summary: what was given and what follows; None where the mean is missing.
        decimals: digits typed behind the mean's decimal sign.
        unusable: columns of this row that hold something that cannot be used, with what it is.
    """

    row: int
    column: int
    summary: GivenSummary | None
    decimals: int
    unusable: tuple[tuple[int, str], ...] = ()


def given_groups(
    table: Table, shape: TableShape, summary: SummaryShape, rows: Iterable[int]
) -> list[GivenGroup]:
    """The groups of a summarised table, column of means by column."""
    rows = list(rows)
    return [
        _given(table, shape.decimal, summary, columns, row)
        for columns in summary.columns
        for row in rows
    ]


def _given(
    table: Table, decimal: str, summary: SummaryShape, columns: StatisticColumns, row: int
) -> GivenGroup:
    def cell(column: int | None) -> Cell:
        return read_cell("" if column is None else table.cell(row, column), decimal)

    mean, spread, upper = cell(columns.mean), cell(columns.spread), cell(columns.upper)
    typed = table.cell(row, columns.mean)
    if columns.spread == columns.mean == columns.upper and (parts := split_interval(typed)):
        mean, spread, upper = (read_cell(part, decimal) for part in parts)
    elif columns.spread == columns.mean and (pair := split_pair(typed)):
        mean, spread = read_cell(pair[0], decimal), read_cell(pair[1], decimal)
    elif columns.spread is not None and columns.spread == columns.upper:
        ends = split_range(table.cell(row, columns.spread)) or ("", "")
        spread, upper = (read_cell(part, decimal) for part in ends)
    elif columns.spread == columns.mean:
        # A mean by itself, where the others have their spread behind them.
        spread = upper = cell(None)
    for number in (mean, spread, upper):
        check_size(number, table, row, columns.mean)
    if mean.kind is not CellKind.NUMBER:
        is_other = mean.kind not in _NO_NUMBERS
        unusable = ((columns.mean, typed.strip()),) if is_other else ()
        return GivenGroup(row, columns.mean, None, 0, unusable)
    n, is_other = _count(cell(columns.n))
    others = [columns.n] if is_other else []
    if n is None and columns.n is None and (in_cell := n_in_cell(typed)):
        n = int(in_cell)
    if n is None and columns.n is None:
        n = _n_in_names(table, columns, row) or summary.same_n
    is_length = summary.meaning is not Meaning.INTERVAL
    apart = {c: cell(c) for c in (columns.spread, columns.upper) if c != columns.mean}
    value, is_other = _end(spread, apart.get(columns.spread, spread), is_length=is_length)
    others += [columns.spread] if is_other else []
    upper_value, is_other = _end(upper, apart.get(columns.upper, upper), is_length=is_length)
    others += [columns.upper] if is_other else []
    level = summary.level or _USUAL_LEVEL
    found = converted(mean.value, value, upper_value, n, summary.meaning, level, summary.quantile)
    named = {c: table.cell(row, c).strip() for c in others if c is not None}
    return GivenGroup(row, columns.mean, found, mean.decimals, tuple(sorted(named.items())))


def _end(part: Cell, whole: Cell, *, is_length: bool) -> tuple[float | None, bool]:
    """The number of a spread, and whether something else stands there; a length is not negative."""
    if part.kind is CellKind.NUMBER and not (is_length and part.value < 0):
        return part.value, False
    return None, part.kind is CellKind.NUMBER or whole.kind not in _NO_NUMBERS


def _n_in_names(table: Table, columns: StatisticColumns, row: int) -> int | None:
    """The n that stands behind the name of a group: "Moss (n = 8)"."""
    cells = (table.cell(row, c) for c in range(min(columns.mean, table.column_count)))
    return next((n for cell in cells if (n := name_and_n(cell)[1]) is not None), None)


def check_size(cell: Cell, table: Table, row: int, column: int) -> None:
    """Refuse a number too large or small to compute with. Raises TableError."""
    size = abs(cell.value)
    if cell.kind is CellKind.NUMBER and size and not SMALLEST <= size <= LARGEST:
        raise TableError(
            f"“{table.cell(row, column).strip()}” or a number beside it (row {row + 1}, "
            f"column {column + 1}) is too {'large' if size > 1 else 'small'} to compute with",
            remedy="Correct it, or use another unit",
        )


def _count(cell: Cell) -> tuple[int | None, bool]:
    """The n in a cell, and whether something stands there that is no count."""
    if cell.kind is CellKind.NUMBER and cell.value >= 1 and cell.value == int(cell.value):
        return int(cell.value), False
    return None, cell.kind not in _NO_NUMBERS


def converted(
    mean: float,
    spread: float | None,
    upper: float | None,
    n: int | None,
    meaning: Meaning | None,
    level: float,
    quantile: Quantile = Quantile.T,
) -> GivenSummary:
    """What follows from a mean with something beside it.

    SD = SE · √n, SE = margin / t(n − 1) or margin / z, margin = half the interval's width,
    SD = √variance. Without n nothing follows but what was given and the SE of a margin by z;
    an interval that is not symmetric about its mean is drawn as given.
    """
    if spread is None:
        return GivenSummary(given_mean=mean, given_n=n)
    count = n if n is not None and n >= 2 else None
    if meaning in (Meaning.MARGIN, Meaning.INTERVAL):
        return _from_interval(mean, spread, upper, n, meaning, level, quantile)
    if meaning in (Meaning.STANDARD_DEVIATION, Meaning.VARIANCE):
        sd = math.sqrt(spread) if meaning is Meaning.VARIANCE else spread
        se = sd / math.sqrt(count) if count else None
        return _with_spread(mean, n, sd, se, (sd, sd))
    if meaning is Meaning.STANDARD_ERROR:
        sd_of_se = spread * math.sqrt(count) if count else None
        return _with_spread(mean, n, sd_of_se, spread, (spread, spread))
    lengths = (spread, upper if upper is not None else spread)
    return GivenSummary(given_mean=mean, given_n=n, given_lengths=lengths)


def _with_spread(
    mean: float,
    n: int | None,
    sd: float | None,
    se: float | None,
    lengths: tuple[float, float],
) -> GivenSummary:
    if n == 1:
        return GivenSummary(given_mean=mean, given_n=n)
    return GivenSummary(
        given_mean=mean,
        given_n=n,
        given_deviation=sd,
        given_error=se,
        given_lengths=lengths,
    )


def _from_interval(
    mean: float,
    spread: float,
    upper: float | None,
    n: int | None,
    meaning: Meaning,
    level: float,
    quantile: Quantile,
) -> GivenSummary:
    """From a margin or both ends of an interval, by its quantile where that is known."""
    if meaning is Meaning.MARGIN:
        half, lengths = spread, (spread, spread)
    elif upper is None:
        return GivenSummary(given_mean=mean, given_n=n)
    else:
        lengths = (mean - spread, upper - mean)
        symmetric = _symmetric_half(mean, spread, upper)
        if symmetric is None:
            return GivenSummary(given_mean=mean, given_n=n, given_lengths=lengths)
        half = symmetric
    df = n - 1 if n is not None and n >= 2 else None
    if quantile is Quantile.NORMAL:
        t = normal_quantile(0.5 + level / 200)
        se: float | None = half / t
    else:
        t = t_quantile(0.5 + level / 200, df) if df is not None else math.nan
        se = half / t if df is not None else None
    return GivenSummary(
        given_mean=mean,
        given_n=n,
        given_deviation=se * math.sqrt(n) if se is not None and df is not None and n else None,
        given_error=se,
        given_interval=Interval(level, mean - half, mean + half, half, t, df or math.nan),
        given_lengths=lengths,
    )


def _symmetric_half(mean: float, lower: float, upper: float) -> float | None:
    """Half the width of an interval about its mean, None where it lies to one side."""
    half = (upper - lower) / 2
    off = abs((upper + lower) / 2 - mean)
    return half if half > 0 and off <= 0.05 * half else None
