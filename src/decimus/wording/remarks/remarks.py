"""Remarks in words: what, where and why it matters."""

from __future__ import annotations

from decimus.analysis import remarks as facts
from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.study.edits import (
    ChooseDecimalSign,
    ChooseDrawnComparisons,
    ChooseKind,
    ChooseValueRange,
    CountSummaries,
)
from decimus.study.questions import PairOfGroups
from decimus.terms import ChartKind
from decimus.wording.entries import name_entry
from decimus.wording.figure.overlap import overlap_note
from decimus.wording.numbers import NBSP, plural
from decimus.wording.phrases import at_group, group_words, preposition, upper_first
from decimus.wording.remarks.on_cells import cell_remark
from decimus.wording.remarks.on_reading import reading_remark
from decimus.wording.remarks.on_spread import spread_remark
from decimus.wording.remarks.on_units import unit_remark
from decimus.wording.remarks.order import described, rank_of
from decimus.wording.remarks.words import RemarkWords, listed


def remark_words(results: Results, *, with_comparison: bool = True) -> tuple[RemarkWords, ...]:
    """All remarks on the results, those first that could change them.

    Args:
        results: what they are on.
        with_comparison: False to leave out those for which it would have to be made.
    """
    found = results.remarks if with_comparison else results.remarks_on_data
    ranked = sorted(found, key=rank_of)
    return tuple(described(results, remark, _words(results, remark)) for remark in ranked)


def _words(results: Results, remark: facts.Remark) -> RemarkWords:  # noqa: C901, PLR0911, PLR0912 - a case per kind
    groups = results.groups

    def names(of: tuple[Group, ...]) -> str:
        return f"{preposition(groups)} {listed(tuple(group_words(groups, g) for g in of))}"

    more = cell_remark(results, remark) or unit_remark(results, remark)
    more = more or spread_remark(results, remark) or reading_remark(results, remark)
    if more is not None:
        return more
    match remark:
        case facts.MissingCells(group, rows, count, marks):
            verb = "is" if count == 1 else "are"
            state = f"marked {listed(tuple(f'“{m}”' for m in marks))}" if marks else "empty"
            names_ = (*rows, *("",) * (count - len(rows)))
            return RemarkWords(
                "measurements",
                f"{upper_first(listed(names_))} {at_group(groups, group, 'of')} {verb} {state}.",
                f"Missing, not zero: n{NBSP}={NBSP}{group.n} there.",
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
        case facts.EmptyGroups(of):
            return RemarkWords(
                "measurements", f"No data {names(of)}.", "The place is kept, nothing is drawn."
            )
        case facts.AbsentCells(cells):
            return RemarkWords(
                "measurements",
                f"Nothing was measured at {listed(tuple(', '.join(cell) for cell in cells))}.",
                "The design has a gap there.",
            )
        case facts.SummaryRowsLeftOut(rows, are_named):
            it, sheet = "it" if len(rows) == 1 else "them", results.question.asked.sheet
            return RemarkWords(
                "measurements",
                f"{upper_first(listed(rows))} {'is' if len(rows) == 1 else 'are'} left out.",
                "By name this is a summary, not a measurement."
                if are_named
                else "What stands there is what a mean or sum of the numbers above would be.",
                ((f"count {it}", CountSummaries(are_counted=True, sheet=sheet)),),
            )
        case facts.UnusedColumns(columns):
            verb = "does" if len(columns) == 1 else "do"
            return RemarkWords(
                "measurements",
                f"{listed(columns)} {verb} not tell groups apart here.",
                "Add it to the question if it should.",
            )
        case facts.UnnamedOutcome():
            return RemarkWords(
                "measurements",
                "What was measured, and in which unit?",
                "The axis and the caption need both.",
                entry=name_entry(
                    results,
                    results.measurements.outcome.variable,
                    "such as yield (kg)",
                    "",
                ),
            )
        case facts.UnitlessOutcome(name):
            return RemarkWords(
                "measurements", f"{upper_first(name)} has no unit.", "The axis title needs one."
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
        case facts.IncompleteUnits(units):
            noun = groups.measurements.unit_name
            return RemarkWords(
                "comparisons",
                f"{listed(units)} {'lacks' if len(units) == 1 else 'lack'} a value.",
                f"A test within {plural(noun, 2)} leaves out every {noun} that is not complete.",
            )
        case facts.OutdatedComparisons(count, has_test):
            return _outdated(results, count, has_test=has_test)
        case facts.OverlapInvites():
            return _overlap(results)
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
        case _:
            raise TypeError(remark)


def _outdated(results: Results, count: int, *, has_test: bool) -> RemarkWords:
    lines, are = plural("comparison line", count), "is" if count == 1 else "are"
    why = (
        "They are of pairs that the comparison no longer makes."
        if has_test
        else "There is no test any more that they could tell of."
    )
    off = ChooseDrawnComparisons(
        question=results.number, pairs=_still_made(results), words="what is compared"
    )
    return RemarkWords(
        "comparisons",
        f"{count} {lines} {are} out of date and not drawn.",
        why,
        (("forget them", off),),
    )


def _still_made(results: Results) -> tuple[PairOfGroups, ...]:
    """Pairs on the figure that the comparison makes."""
    comparison = results.comparison
    if comparison is None:
        return ()
    return tuple(
        pair
        for pair in results.question.figure.drawn_pairs
        if comparison.pair(pair.first, pair.second) is not None
    )


def _overlap(results: Results) -> RemarkWords:
    comparison = results.comparison
    made = () if comparison is None else comparison.pairs
    few = made if len(made) <= _MOST_DRAWN else ()
    pairs = tuple(PairOfGroups(*both) for pair in few if (both := pair.cells) is not None)
    draw = ChooseDrawnComparisons(question=results.number, pairs=pairs, words="the comparisons")
    return RemarkWords(
        "comparisons",
        "Error bars stand without a test.",
        overlap_note(results.groups),
        (("draw the comparisons", draw),) if pairs else (),
    )


_MOST_DRAWN = 12
"""Comparisons that one click draws."""


def _counts(of: tuple[Group, ...]) -> str:
    counts = sorted({group.n for group in of})
    text = " or ".join(str(count) for count in counts)
    return f"Only {text} {plural('replicate', counts[-1])}"
