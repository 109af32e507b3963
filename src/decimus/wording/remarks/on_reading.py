"""Remarks on how a table was read, in words, each with the other way."""

from __future__ import annotations

from typing import assert_never

from decimus.analysis import remarks_on_reading as facts
from decimus.analysis.results import Results
from decimus.measurements.lexicon import Sense
from decimus.study.edits import (
    ChooseHeaderRows,
    ChooseLayout,
    ChooseOutcome,
    ChooseRowNames,
    CountSummaries,
    Edit,
    LeaveColumnOut,
    ReadAnew,
)
from decimus.terms import Layout
from decimus.wording.phrases import upper_first
from decimus.wording.questions import divided_by, is_undivided, undivided
from decimus.wording.remarks.words import RemarkWords, listed

_MOST_FACTORS = 3
_LAYOUTS = {
    Layout.COLUMNS: "each column is a group",
    Layout.ROWS: "each row is a group, its replicates across",
    Layout.LONG: "each row is one measurement",
    Layout.SUMMARISED: "each row is a mean with its spread",
}


def table_remark(  # noqa: PLR0911 - a case per kind
    results: Results, remark: facts.TableRemark
) -> RemarkWords:
    """The remark on how the table is laid out in words."""
    sheet = results.question.asked.sheet
    match remark:
        case facts.LayoutDoubted(rival):
            shape = results.measurements.shape
            words = _LAYOUTS
            # Where a column divides the rows it is no quantity.
            may_be = shape.layout is not Layout.LONG or is_undivided(results.measurements)
            if shape.verdict is not None and shape.verdict.are_quantities and may_be:
                words = {**words, Layout.LONG: "each column is a quantity of its own"}
            now = words[shape.layout]
            return RemarkWords(
                "measurements",
                f"Read so that {now}; it could also be that {words[rival]}.",
                "The groups would be others.",
                ((words[rival], ChooseLayout(layout=rival, sheet=sheet)),),
                is_open=True,
            )
        case facts.RowNamesDoubted(column):
            name = results.measurements.shape.name(column)
            return RemarkWords(
                "measurements",
                f"{name} is taken for a group; its whole numbers, each once, could name the rows.",
                "There would be one group less.",
                (
                    (f"{name} names the rows", ChooseRowNames(has_row_names=True, sheet=sheet)),
                    (f"{name} is a group", ChooseRowNames(has_row_names=False, sheet=sheet)),
                ),
                is_open=True,
            )
        case facts.HeadingsDoubted(texts):
            return RemarkWords(
                "measurements",
                f"The first row ({listed(texts)}) is taken as headings; it could hold "
                "measurements.",
                "Every group would have one value more.",
                (("they are measurements", ChooseHeaderRows(count=0, sheet=sheet)),),
                is_open=True,
            )
        case facts.OtherSigns(cells, sign):
            other = "," if sign == "." else "."
            typed = listed(tuple(f"“{cell}”" for cell in cells))
            meant = listed(tuple(cell.replace(other, sign) for cell in cells))
            return RemarkWords(
                "measurements",
                f"{typed} {'is' if len(cells) == 1 else 'are'} read as {meant} although the "
                f"other numbers mark decimals with “{sign}”.",
                "It can mean nothing else." if len(cells) == 1 else "They can mean nothing else.",
            )
        case facts.LongerRows(rows):
            return RemarkWords(
                "measurements",
                f"{_rows(rows)} {'holds' if len(rows) == 1 else 'hold'} more cells than there "
                "are headings.",
                "A sign between cells too many shifts all values behind it; those beyond the "
                "headings are left out.",
                is_open=True,
            )
        case facts.RowsWithoutGroup(rows):
            return RemarkWords(
                "measurements",
                f"{_rows(rows)} {'names' if len(rows) == 1 else 'name'} no group.",
                "What stands there is left out until a group is typed.",
            )
        case facts.TableBelow(row):
            return RemarkWords(
                "measurements",
                f"Another table starts in row {row + 1}.",
                "Only the first is read.",
            )
        case facts.ReadOtherwiseNow(groups):
            those = tuple(f"n of “{g.name}” {_n(g.before)} now, then {_n(g.now)}" for g in groups)
            return RemarkWords(
                "measurements",
                "The table is read as it was when it was saved. Read anew it would give "
                f"{'another group' if len(groups) == 1 else 'other groups'}: {listed(those)}.",
                "This version reads such tables otherwise; what was decided stays until told.",
                (("read it again as today", ReadAnew(sheet=sheet)),),
            )
        case facts.SheetsJoined(names):
            return RemarkWords(
                "measurements",
                f"Sheets {listed(names)} are read as one table; each sheet is a group.",
                "They have the same headings. Only one of them is read where it is chosen.",
                options=tuple((f"read {name} only", ("--sheet", name)) for name in names),
            )
        case facts.OtherTables(names):
            return RemarkWords(
                "measurements",
                f"The file holds {'another table' if len(names) == 1 else 'other tables'}: "
                f"{listed(names)}.",
                "Only one is read.",
                options=tuple((f"read {name}", ("--sheet", name)) for name in names),
            )
        case never:
            assert_never(never)


def _n(count: int | None) -> str:
    return "none" if count is None else str(count)


def _rows(rows: tuple[int, ...]) -> str:
    named = listed(tuple(str(row + 1) for row in rows), 6)
    return f"Row {named}" if len(rows) == 1 else f"Rows {named}"


def column_remark(results: Results, remark: facts.ColumnRemark) -> RemarkWords:
    """The remark on what columns hold in words."""
    number = results.number
    match remark:
        case facts.LevelsDoubted(factor):
            name = results.measurements.shape.name(factor)
            texts = tuple(level.text for level in results.measurements.factors[0].levels)
            are_names = results.measurements.shape.column(factor).is_text
            could = "name what was measured" if are_names else "be measured"
            return RemarkWords(
                "measurements",
                f"{name} ({listed(texts)}) is taken for the groups; it could {could}.",
                "Rows would then be one group.",
                (
                    ("rows are one group", undivided(results)),
                    (f"{name} divides them", divided_by(results, (factor,))),
                ),
                is_open=True,
            )
        case facts.ColumnIsRatio(column):
            sheet, ratio = results.question.asked.sheet, results.measurements.shape.name(column)
            return RemarkWords(
                "measurements",
                f"{ratio} is what two other columns give, a difference, ratio or the like, and is "
                "taken for a group.",
                "What is computed from the others is no measurement beside them.",
                (
                    (f"leave {ratio} out", LeaveColumnOut(column=column, name=ratio, sheet=sheet)),
                    ("it is a group", CountSummaries(are_counted=True, sheet=sheet)),
                ),
                is_open=True,
            )
        case facts.LevelsAreQuantities(heading, names):
            return RemarkWords(
                "measurements",
                f"{heading} names what was measured ({listed(names)}), not groups.",
                "Different quantities cannot be compared; put each in a column of its own.",
                is_open=True,
            )
        case facts.OtherOutcomes(columns):
            shape = results.measurements.shape
            names = tuple(shape.name(c) for c in columns)
            outcome = results.measurements.outcome.name
            fixes: tuple[tuple[str, Edit], ...] = tuple(
                (f"ask about {name}", ChooseOutcome(outcome=c, name=name, question=number))
                for c, name in zip(columns, names, strict=True)
            )
            own = results.measurements.outcome.variable
            numbers = [shape.column(c) for c in (own, *columns) if c >= 0]
            are_others = any(
                p.unit_in_heading or p.is_about(Sense.QUANTITY, Sense.COVARIATE) for p in numbers
            )
            if shape.layout is Layout.LONG and not are_others:
                sheet = results.question.asked.sheet
                across = ChooseLayout(layout=Layout.COLUMNS, sheet=sheet)
                fixes = (*fixes, ("compare these columns", across))
            return RemarkWords(
                "measurements",
                f"{listed(names)} {'holds' if len(names) == 1 else 'hold'} measurements too.",
                f"The question is about {outcome}.",
                fixes,
                is_open=True,
            )
        case facts.NotCompared(column):
            now = tuple(factor.variable for factor in results.measurements.factors)
            name = results.measurements.shape.name(column)
            compared = [results.measurements.shape.name(c) for c in now if c >= 0]
            by_all = " and ".join([*compared, name])
            ways: list[tuple[str, Edit]] = [(f"compare by {name}", divided_by(results, (column,)))]
            if len(now) < _MOST_FACTORS and len(compared) == len(now):
                ways.insert(0, (f"by {by_all}", divided_by(results, (*now, column))))
            ways.append((f"leave {name} out", divided_by(results, now)))
            return RemarkWords(
                "measurements",
                f"{upper_first(name)} divides the rows, too, and is not compared.",
                "What it does is then part of the spread within groups.",
                tuple(ways),
                is_open=True,
            )
        case facts.ColumnsNotUsed(names):
            return RemarkWords(
                "measurements",
                f"{listed(names)} {'is' if len(names) == 1 else 'are'} not used.",
                "Numbers that are neither what was measured nor what groups differ in.",
            )
        case facts.ErrorsNotUsed(names):
            looks, are = ("looks", "is") if len(names) == 1 else ("look", "are")
            return RemarkWords(
                "measurements",
                f"{listed(names)} {looks} like the known error of every single measurement, and "
                f"{are} not used.",
                "Error bars are made from the replicates.",
            )
        case facts.ErrorsOfSingles(columns, without):
            names = tuple(map(results.measurements.shape.name, columns))
            is_one, sheet = len(columns) == 1, results.question.asked.sheet
            out = LeaveColumnOut(column=columns[0], name=names[0], sheet=sheet)
            lacking = (
                f" {without} of {results.measurements.count} values "
                f"{'has' if without == 1 else 'have'} none that can be drawn."
                if without
                else ""
            )
            return RemarkWords(
                "measurements",
                f"{listed(names)} {'is' if is_one else 'are'} taken as the known error of every "
                f"single value.{lacking}",
                "Circles on the figure have lines of that length; error bars of groups are made "
                "from the values alone.",
                ((f"{names[0]} is no error", out),),
            )
        case facts.TwoValues():
            return RemarkWords(
                "measurements",
                "Every value is 0 or 1.",
                "Means are then shares of ones; their spread follows from the share, and tests "
                "of means are rough with few.",
            )
        case never:
            assert_never(never)
