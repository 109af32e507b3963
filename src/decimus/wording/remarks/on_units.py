"""Remarks about what a replicate is and about summaries that were given, in words."""

from __future__ import annotations

from typing import assert_never

from decimus.analysis import remarks as facts
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseAveraging,
    ChooseErrorBar,
    ChooseMeaning,
    ChooseSameUnits,
    Edit,
)
from decimus.terms import ErrorBar, Layout, Meaning
from decimus.wording.designs import named_units, same_in_parts
from decimus.wording.phrases import bar_name, error_bar_name
from decimus.wording.remarks.words import RemarkWords, listed


def unit_remark(results: Results, remark: facts.UnitRemark) -> RemarkWords:
    """The remark in words."""
    sheet = results.question.asked.sheet
    match remark:
        case facts.RecurringNames(heading):
            return RemarkWords(
                "measurements",
                f"The same names of {named_units(results, heading)} stand in every group: the "
                "same ones, or others?",
                "They are compared as different ones; if they are the same ones measured again, "
                "that wastes what pairing tells.",
                _same_or_different(results),
            )
        case facts.RepeatedNames(heading):
            return RemarkWords(
                "measurements",
                f"Each {heading or 'row'} counts as a replicate: different units, or the same "
                "one again?",
                "Repeats of one specimen say nothing about others.",
                _same_or_different(results),
            )
        case facts.UncountedReadings(heading, variable, readings, has_one):
            fewest, most = readings
            count = str(most) if fewest == most else f"{fewest} to {most}"
            why = (
                f"Every group comes from one {heading} only; its readings are no replicates."
                if has_one
                else "Readings of one unit are not independent: n looks larger than it is."
            )
            edit = ChooseAveraging(column=variable, name=heading, sheet=sheet)
            fixes: tuple[tuple[str, Edit], ...] = () if has_one else (("average them first", edit),)
            return RemarkWords(
                "measurements",
                f"{count} measurements of one {heading} are counted one by one.",
                why,
                fixes,
            )
        case facts.UnequalReadings((fewest, most)):
            return RemarkWords(
                "measurements",
                f"Averages are of {fewest} to {most} readings.",
                "Each unit counts once, however many readings it has.",
            )
        case facts.IncompleteUnits(units):
            noun = results.measurements.unit_name
            return RemarkWords(
                "comparisons",
                f"{listed(units)} {'lacks' if len(units) == 1 else 'lack'} a value.",
                f"A test within {plural(noun, 2)} leaves out every {noun} that is not complete.",
            )
        case never:
            assert_never(never)


def _same_or_different(results: Results) -> tuple[tuple[str, Edit], ...]:
    units, sheet = results.measurements.units, results.question.asked.sheet
    subject = units.variable if results.measurements.shape.layout is Layout.LONG else None
    return (
        ("the same", ChooseSameUnits(is_same=True, subject=subject, sheet=sheet)),
        ("different", ChooseSameUnits(is_same=False, sheet=sheet)),
        *same_in_parts(results),
    )


def summary_remark(results: Results, remark: facts.SummaryRemark) -> RemarkWords:
    """The remark in words."""
    sheet, number = results.question.asked.sheet, results.number
    match remark:
        case facts.UnknownMeaning(heading):
            named = f"“{heading}” stands beside the means" if heading else "Something stands beside"
            words = (
                ("SD", Meaning.STANDARD_DEVIATION),
                ("SE", Meaning.STANDARD_ERROR),
                ("95 % margin", Meaning.MARGIN),
            )
            return RemarkWords(
                "measurements",
                f"{named}: nobody has said what it is.",
                "SD, SE and margins differ by a factor of two and more.",
                tuple((word, ChooseMeaning(meaning=m, sheet=sheet)) for word, m in words),
            )
        case facts.UnknownN():
            return RemarkWords(
                "measurements",
                "n is not known for every mean.",
                "Without it one kind of error bar cannot be turned into another, nor a test run.",
            )
        case facts.NoErrorBars(_, possible):
            fixes = tuple(
                (
                    f"show {error_bar_name(results.question.heights, kind)}",
                    ChooseErrorBar(error_bar=kind, level=None, question=number),
                )
                for kind in possible[:2]
            )
            name = bar_name(results.question.heights)
            return RemarkWords(
                "groups",
                f"The {name} does not follow from what the table gives.",
                "No error bars are drawn.",
                fixes or (("no error bars", ChooseErrorBar(error_bar=ErrorBar.NONE)),),
            )
        case never:
            assert_never(never)
