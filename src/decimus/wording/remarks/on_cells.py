"""Remarks about single cells, rows and spellings, in words."""

from __future__ import annotations

from typing import assert_never

from decimus.analysis import remarks as facts
from decimus.analysis.results import Results
from decimus.kinds.limits import LIMITS
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.observations import CellReference
from decimus.measurements.summaries.checks import Disagreement
from decimus.measurements.summaries.marks import without_sign_of_note
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseDecimalSign,
    ChooseLimits,
    ChooseOutcome,
    CountSummaries,
    Edit,
    JoinLevels,
    TakeSignsForNotes,
)
from decimus.study.readings import NumberInCell
from decimus.terms import LimitRule
from decimus.wording.numbers import number
from decimus.wording.phrases import upper_first
from decimus.wording.remarks.words import RemarkWords, cell_name, listed


def cell_remark(  # noqa: PLR0911 - a case per kind
    results: Results, remark: facts.CellRemark
) -> RemarkWords:
    """The remark in words."""
    sheet = results.question.asked.sheet
    match remark:
        case facts.UnreadableCells(cells):
            return _unreadable(results, cells)
        case facts.CasesCounted():
            return RemarkWords(
                "measurements",
                "No column holds numbers: every row counts as one case.",
                "Groups show how many cases each has; nothing was measured on them.",
            )
        case facts.LimitCells(cells, rule):
            named = listed(tuple(f"“{cell.text}” ({cell_name(cell)})" for cell in cells))
            verb = "is" if len(cells) == 1 else "are"
            now = LIMITS[rule].noun
            fixes = (
                ("half the limit", ChooseLimits(rule=LimitRule.HALF, sheet=sheet)),
                ("the limit", ChooseLimits(rule=LimitRule.LIMIT, sheet=sheet)),
            )
            return RemarkWords(
                "measurements",
                f"{named} {verb} only a limit and {'counts' if len(cells) == 1 else 'count'}"
                f" as {now}.",
                "Leaving limits out shifts the mean; a substitute is a choice to be stated.",
                fixes if rule is LimitRule.MISSING else (),
            )
        case facts.SimilarLevels(variable, rare, common):
            edit = JoinLevels(variable=variable, text=rare, into=common, sheet=sheet)
            return RemarkWords(
                "measurements",
                f"“{rare}” and “{common}” are read as different groups.",
                "They look like two spellings of one.",
                (("join them", edit),),
            )
        case facts.ValuesSetAside(count, reasons):
            return RemarkWords(
                "measurements",
                f"{count} {plural('value', count)} set aside: {listed(reasons)}.",
                "Kept in view, not counted; the methods have to say so.",
            )
        case facts.SummaryDisagrees(found):
            return _disagreement(results, found)
        case facts.UnequalGroups(fewest, most):
            return RemarkWords(
                "measurements",
                f"Groups have {fewest} to {most} measurements.",
                "Blank cells at the end are taken as never measured.",
            )
        case facts.DoubtfulNumbers(text):
            grouped, decimal = text.replace(",", ""), text.replace(",", ".")
            shape_sign = results.measurements.shape.decimal
            sheet = results.question.asked.sheet
            return RemarkWords(
                "measurements",
                f"“{text}” is read as {decimal if shape_sign == ',' else grouped}.",
                "The comma could also mark decimals; no other number tells.",
                (
                    (f"it is {decimal}", ChooseDecimalSign(decimal=",", sheet=sheet)),
                    (f"it is {grouped}", ChooseDecimalSign(decimal=".", sheet=sheet)),
                ),
            )
        case facts.ToldAgain(column, of):
            shape, sheet = results.measurements.shape, results.question.asked.sheet
            name, other = shape.name(column), shape.name(of)
            about = ChooseOutcome(outcome=column, name=name, question=results.number)
            return RemarkWords(
                "measurements",
                f"{upper_first(name)} tells the same as {other} and is left out.",
                "By arithmetic each of its numbers follows from the one beside it.",
                (
                    (f"ask about {name}", about),
                    ("count it", CountSummaries(are_counted=True, sheet=sheet)),
                ),
            )
        case facts.SummaryRowsLeftOut(rows, are_named):
            it, sheet = "it" if len(rows) == 1 else "them", results.question.asked.sheet
            return RemarkWords(
                "measurements",
                f"{upper_first(listed(rows))} {'is' if len(rows) == 1 else 'are'} left out.",
                "By name or by arithmetic this follows from the others; it is no measurement."
                if are_named
                else "What stands there is what a mean or sum of the numbers above would be.",
                ((f"count {it}", CountSummaries(are_counted=True, sheet=sheet)),),
            )
        case never:
            assert_never(never)


def _disagreement(results: Results, found: tuple[Disagreement, ...]) -> RemarkWords:
    first = found[0]
    value = number(first.value, results.groups.decimals, results.numerals)
    place = f"row {first.row + 1}, column {first.column + 1}"
    if first.table:
        place = f"{first.table}, {place}"
    more = f" So do {len(found) - 1} more." if len(found) > 1 else ""
    why = (
        "It is the SD divided by n, not by n − 1."
        if first.is_population
        else "The typed summary may be of other measurements, or out of date."
    )
    return RemarkWords(
        "measurements",
        f"{first.label} “{first.typed}” ({place}) differs from the measurements, which give "
        f"{value}.{more}",
        why,
    )


def _unreadable(results: Results, cells: tuple[CellReference, ...]) -> RemarkWords:
    named = listed(tuple(f"“{cell.text}” ({cell_name(cell)})" for cell in cells))
    verb = "is" if len(cells) == 1 else "are"
    kinds = {cell.kind for cell in cells}
    if kinds == {CellKind.DATE}:
        what = f"{named} {verb} {'a date' if len(cells) == 1 else 'dates'}, not a number."
        why = "A spreadsheet may have made it from one. Counted as missing until corrected."
    elif kinds == {CellKind.NUMBER}:
        what = f"{named} {verb} in another unit than the other numbers."
        why = "Counted as missing until converted."
    elif results.measurements.is_summarised:
        what = f"{named} cannot be read as {'a mean' if len(cells) == 1 else 'means'}, spread or n."
        why = "A spread is not below zero, n is a whole number. Counted as missing until corrected."
    else:
        what, why = f"{named} {verb} no number.", "Counted as missing until corrected."
    return RemarkWords("measurements", what, why, _without_signs(results, cells))


def _without_signs(
    results: Results, cells: tuple[CellReference, ...]
) -> tuple[tuple[str, Edit], ...]:
    """Numbers with the sign of a note behind them, without it."""
    decimal = results.measurements.shape.decimal
    found = []
    for cell in cells if not results.measurements.shape.is_turned else ():
        bare = without_sign_of_note(cell.text)
        read = read_cell(bare, decimal) if bare is not None else None
        if bare is not None and read is not None and read.kind is CellKind.NUMBER and not read.unit:
            found.append(NumberInCell(cell.row, cell.column, bare))
    if not found:
        return ()
    edit = TakeSignsForNotes(cells=tuple(found), sheet=results.question.asked.sheet)
    count = f"it is {found[0].number}" if len(found) == 1 else f"they are {len(found)} numbers"
    return ((f"{count}, the sign{'' if len(found) == 1 else 's'} for a note", edit),)
