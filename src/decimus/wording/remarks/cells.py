"""Which cells of the table a remark is about, so that it can lead there."""

from __future__ import annotations

from decimus.analysis import remarks as facts
from decimus.analysis import remarks_on_reading as doubts
from decimus.analysis import remarks_on_spread as spread
from decimus.analysis.doubts import by_marks as marks
from decimus.analysis.doubts import by_structure as forms
from decimus.analysis.results import Results
from decimus.measurements.numbers import read_cell
from decimus.study.marks import MarkKind
from decimus.study.readings import HEADINGS

Place = tuple[int, int]

_MOST = 300
"""Cells that are shown at once."""


def cells_of(results: Results, remark: facts.Remark) -> tuple[Place, ...]:
    """The cells by row and column; none where it is about the table as a whole."""
    if results.problem is not None or results.measurements.shape.is_turned:
        return ()
    return _cells(results, remark)[:_MOST]


def _cells(  # noqa: C901, PLR0911, PLR0912 - a case per kind
    results: Results, remark: facts.Remark
) -> tuple[Place, ...]:
    shape, groups = results.measurements.shape, results.measurements.groups
    match remark:
        case facts.UnreadableCells(cells) | facts.LimitCells(cells):
            return tuple((cell.row, cell.column) for cell in cells)
        case facts.MissingCells(group):
            return group.cells.missing
        case spread.FarOut(group, replicate):
            return group.cells.places_of(replicate)
        case facts.SummaryRowsLeftOut():
            out = [place for row in shape.summary_rows for place in _row(results, row)]
            out += [place for c in shape.summary_columns for place in _column(results, c)]
            return tuple(out)
        case facts.ValuesSetAside():
            return tuple(aside.place for group in groups for aside in group.asides)
        case (
            forms.RowsMayFollow(lines)
            | doubts.RowsWithoutGroup(lines)
            | doubts.LongerRows(lines)
            | marks.MarkedInWorkbook(MarkKind.HIDDEN_ROWS, lines)
        ):
            return tuple(place for row in lines for place in _row(results, row))
        case marks.MarkedInWorkbook(MarkKind.HIDDEN_COLUMNS, lines):
            return tuple(place for c in lines for place in _column(results, c))
        case marks.MarkedInWorkbook(_, _, cells):
            return cells
        case marks.NeverComputed(cells):
            return cells
        case forms.CodeAmongNumbers(text):
            value = read_cell(text, shape.decimal).value
            return tuple(
                place
                for group in groups
                for number, own in enumerate(group.values)
                if own == value
                for place in group.places_of(number)
            )
        case forms.LettersBehindNumbers() | forms.LettersBehindMeans():
            out = [place for c in shape.lettered.columns for place in _column(results, c)]
            return (*out, *(p for row in shape.lettered.rows for p in _row(results, row)))
        case forms.WorkedOut(texts):
            return _holding(results, frozenset(texts))
        case doubts.OtherSigns(texts):
            return _holding(results, frozenset(texts))
        case facts.ToldAgain(column) | doubts.NotCompared(column):
            return _column(results, column)
        case doubts.LevelsDoubted(column) | doubts.RowNamesDoubted(column):
            return _column(results, column)
        case doubts.ColumnIsRatio(column) | forms.TakenForN(column):
            return _column(results, column)
        case forms.Inseparable(_, column):
            return _column(results, column)
        case forms.MayBeFrequencies(_, column) | forms.ReadAsFrequencies(_, column):
            return _column(results, column) if column != HEADINGS else ()
        case doubts.OtherOutcomes(columns):
            return tuple(place for c in columns for place in _column(results, c))
        case _:
            return ()


def _row(results: Results, row: int) -> tuple[Place, ...]:
    shape = results.measurements.shape
    return tuple((row, p.index) for p in shape.columns)


def _column(results: Results, column: int) -> tuple[Place, ...]:
    block = results.measurements.shape.block
    return tuple((r, column) for r in range(block.first_row, min(block.end_row, _MOST)))


def _holding(results: Results, texts: frozenset[str]) -> tuple[Place, ...]:
    """The cells of measurements with one of these texts."""
    shape, table = results.measurements.shape, results.table
    rows = range(shape.first_row, min(shape.block.end_row, shape.first_row + _LOOKED_AT))
    columns = shape.readings or shape.measured
    return tuple((r, c) for r in rows for c in columns if table.cell(r, c).strip() in texts)


_LOOKED_AT = 5000
