"""Remarks about groups, their numbers of replicates and what was measured, in words."""

from __future__ import annotations

from typing import assert_never

from decimus.analysis import remarks as facts
from decimus.analysis.groups import Group, ShownGroups
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.wording.entries import name_entry
from decimus.wording.phrases import at_group, group_words, preposition, upper_first
from decimus.wording.remarks.words import RemarkWords, listed


def group_remark(results: Results, remark: facts.GroupRemark) -> RemarkWords:
    """The remark in words."""
    groups = results.groups
    match remark:
        case facts.MissingCells(group, rows, count, marks):
            verb = "is" if count == 1 else "are"
            state = f"marked {listed(tuple(f'“{m}”' for m in marks))}" if marks else "empty"
            names_ = (*rows, *("",) * (count - len(rows)))
            return RemarkWords(
                "measurements",
                f"{upper_first(listed(names_))} {at_group(groups, group, 'of')} {verb} {state}.",
                f"Missing, not zero: n{results.numerals.equals}{group.n} there.",
            )
        case facts.EmptyGroups(of):
            return RemarkWords(
                "measurements",
                f"No data {_named(groups, of)}.",
                "The place is kept, nothing is drawn.",
            )
        case facts.AbsentCells(cells):
            return RemarkWords(
                "measurements",
                f"Nothing was measured at {listed(tuple(', '.join(cell) for cell in cells))}.",
                "The design has a gap there.",
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
                f"Only 1 replicate {_named(groups, of)}.",
                "One value has no spread, so there is no error bar.",
            )
        case facts.FewReplicates(of):
            return RemarkWords(
                "groups",
                f"{_counts(of)} {_named(groups, of)}.",
                "An SD from so few says little.",
            )
        case facts.EqualValues(of):
            return RemarkWords(
                "groups",
                f"All values are equal {_named(groups, of)}.",
                "The error bar has length zero.",
            )
        case never:
            assert_never(never)


def _named(groups: ShownGroups, of: tuple[Group, ...]) -> str:
    return f"{preposition(groups)} {listed(tuple(group_words(groups, g) for g in of))}"


def _counts(of: tuple[Group, ...]) -> str:
    counts = sorted({group.n for group in of})
    text = " or ".join(str(count) for count in counts)
    return f"Only {text} {plural('replicate', counts[-1])}"
