"""Remarks in words: what, where and why it matters."""

from __future__ import annotations

from dataclasses import dataclass

from decimus.analysis import remarks as facts
from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.measurements.observations import CellReference
from decimus.study.edits import ChooseDecimalSign, ChooseKind, ChooseValueRange, Edit
from decimus.terms import ChartKind
from decimus.wording.numbers import NBSP, plural
from decimus.wording.phrases import at_group, group_words, preposition


@dataclass(frozen=True)
class RemarkWords:
    """A remark.

    Args:
        place: the place of the thread it belongs to.
        head: what and where, in a few words.
        why: why it matters.
        fixes: changes that would settle it, each with its label.
    """

    place: str
    head: str
    why: str
    fixes: tuple[tuple[str, Edit], ...] = ()


def remark_words(results: Results) -> tuple[RemarkWords, ...]:
    """All remarks on the results, in order."""
    return tuple(_words(results, remark) for remark in results.remarks)


def cell_name(cell: CellReference) -> str:
    """Where a cell is, counted as people count."""
    return f"row {cell.row + 1}, column {cell.column + 1}"


def _listed(words: tuple[str, ...], most: int = 4) -> str:
    shown = list(words[:most])
    if len(words) > most:
        return f"{', '.join(shown)} and {len(words) - most} more"
    return " and ".join((", ".join(shown[:-1]), shown[-1])) if len(shown) > 1 else shown[0]


def _words(results: Results, remark: facts.Remark) -> RemarkWords:  # noqa: C901, PLR0911, PLR0912 - a case per kind
    groups = results.groups

    def names(of: tuple[Group, ...]) -> str:
        return f"{preposition(groups)} {_listed(tuple(group_words(groups, g) for g in of))}"

    match remark:
        case facts.MissingCells(group, rows):
            verb = "is" if len(rows) == 1 else "are"
            return RemarkWords(
                "measurements",
                f"{_sentence_start(_listed(rows))} {at_group(groups, group, 'of')} {verb} empty.",
                f"Missing, not zero: n{NBSP}={NBSP}{group.n} there.",
            )
        case facts.UnreadableCells(cells):
            listed = _listed(tuple(f"“{cell.text}” ({cell_name(cell)})" for cell in cells))
            return RemarkWords(
                "measurements",
                f"{listed} {'is' if len(cells) == 1 else 'are'} no number.",
                "Counted as missing until corrected.",
            )
        case facts.DoubtfulNumbers(text):
            grouped, decimal = text.replace(",", ""), text.replace(",", ".")
            sheet = results.question.sheet
            return RemarkWords(
                "measurements",
                f"“{text}” is read as {grouped}.",
                "The comma could also mark decimals; no other number tells.",
                (
                    (f"it is {decimal}", ChooseDecimalSign(decimal=",", sheet=sheet)),
                    (f"it is {grouped}", ChooseDecimalSign(decimal=".", sheet=sheet)),
                ),
            )
        case facts.EmptyGroups(of):
            return RemarkWords(
                "measurements", f"No data {names(of)}.", "The place is kept, nothing is drawn."
            )
        case facts.AbsentCells(cells):
            return RemarkWords(
                "measurements",
                f"Nothing was measured at {_listed(tuple(', '.join(cell) for cell in cells))}.",
                "The design has a gap there.",
            )
        case facts.SummaryRowsLeftOut(rows):
            return RemarkWords(
                "measurements",
                f"{_sentence_start(_listed(rows))} {'is' if len(rows) == 1 else 'are'} left out.",
                "By name this is a summary, not a measurement.",
            )
        case facts.RecurringNames(heading):
            return RemarkWords(
                "measurements",
                f"The same names of {heading} stand in every group.",
                "They are compared as different ones; if they are the same ones measured again, "
                "this comparison does not fit.",
            )
        case facts.UnusedColumns(columns):
            verb = "does" if len(columns) == 1 else "do"
            return RemarkWords(
                "measurements",
                f"{_listed(columns)} {verb} not tell groups apart here.",
                "Add it to the question if it should.",
            )
        case facts.UnnamedOutcome():
            return RemarkWords(
                "measurements",
                "Nobody has said what was measured.",
                "The axis and the caption need its name and unit.",
            )
        case facts.UnitlessOutcome(name):
            return RemarkWords(
                "measurements", f"{_sentence_start(name)} has no unit.", "The axis title needs one."
            )
        case facts.SingleReplicates(of):
            return RemarkWords(
                "groups",
                f"Only 1 replicate {names(of)}.",
                "One value has no spread, so there is no error bar.",
            )
        case facts.FewReplicates(of):
            return RemarkWords(
                "groups",
                f"{_counts(of)} {names(of)}.",
                "An SD from so few says little.",
            )
        case facts.EqualValues(of):
            return RemarkWords(
                "groups",
                f"All values are equal {names(of)}.",
                "The error bar has length zero.",
            )
        case facts.BarsNotFromZero():
            figure = results.question.figure
            return RemarkWords(
                "figure",
                "Bars do not start at zero.",
                "Their lengths then exaggerate differences.",
                (
                    ("start at zero", ChooseValueRange(value_from=None, value_to=figure.value_to)),
                    ("draw points", ChooseKind(kind=ChartKind.POINTS)),
                ),
            )


def _counts(of: tuple[Group, ...]) -> str:
    counts = sorted({group.n for group in of})
    text = " or ".join(str(count) for count in counts)
    return f"Only {text} {plural('replicate', counts[-1])}"


def _sentence_start(text: str) -> str:
    return text[:1].upper() + text[1:]
