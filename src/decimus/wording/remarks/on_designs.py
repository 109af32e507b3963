"""Remarks on who was measured, in words, each with the other way."""

from __future__ import annotations

from typing import assert_never

from decimus.analysis import remarks_on_designs as facts
from decimus.analysis.results import Results
from decimus.measurements.headings import name_and_unit
from decimus.measurements.roles import DesignRoles
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseAveraging,
    ChooseLayout,
    ChoosePairsByRow,
    ChooseReadingsAcross,
    ChooseSameUnits,
    Edit,
)
from decimus.terms import Layout
from decimus.wording.designs import chosen, design_now, design_words, same_in_parts
from decimus.wording.phrases import lower_first
from decimus.wording.remarks.words import RemarkWords, listed


def design_remark(  # noqa: PLR0911 - a case per kind
    results: Results, remark: facts.DesignRemark
) -> RemarkWords:
    """The remark on who was measured in words."""
    sheet = results.question.asked.sheet
    is_column = results.measurements.shape.layout is Layout.ROWS
    line = "column" if is_column else "row"
    apart = ChoosePairsByRow(is_paired=False, is_column=is_column, sheet=sheet)
    others = ChooseSameUnits(is_same=False, sheet=sheet)
    match remark:
        case facts.PairedByRow(times):
            return RemarkWords(
                "measurements",
                f"{listed(times)} in one row are taken as of the same subject.",
                "No column names subjects; if rows belong to different ones, groups are "
                "independent.",
                (("rows are different units", apart),),
                is_open=True,
            )
        case facts.MayBePairs():
            paired = ChoosePairsByRow(is_paired=True, is_column=is_column, sheet=sheet)
            return RemarkWords(
                "measurements",
                f"Do the values of one {line} belong together, as of one subject measured again?",
                f"They are compared as independent; if {line}s are pairs, that wastes what "
                "pairing tells.",
                ((f"one {line} is one subject", paired), ("they are independent", apart)),
                is_open=True,
            )
        case facts.PairsLost(levels):
            return RemarkWords(
                "measurements",
                f"Nothing says which values of {listed(levels)} belong to the same subject.",
                "They are compared as independent; if the same subjects were measured, add a "
                "column that names them, so that pairs can be told.",
                (("every row is another subject", others),),
                is_open=True,
            )
        case facts.RowsUnnamed():
            is_long = results.measurements.shape.layout is Layout.LONG
            one = "row" if is_long else "value"
            return RemarkWords(
                "measurements",
                f"Nothing names what was measured: is every {one} another unit?",
                "They are compared as different ones; if some were measured again, add a column "
                "that names them.",
                ((f"every {one} is another unit", others),),
                is_open=True,
            )
        case facts.ReadingsOrSteps(column, are_steps, rivals):
            return _readings_or_steps(results, column, rivals, are_steps=are_steps)
        case facts.UnitsTogether(column, unit):
            return _units_together(results, column, unit)
        case facts.ReadingsAcross(names):
            return RemarkWords(
                "measurements",
                f"Are {listed(names)} readings of what a row names, or steps to compare? They are "
                "averaged.",
                "n is the same either way; what is tested is not.",
                (
                    ("they are readings", ChooseReadingsAcross(are_readings=True, sheet=sheet)),
                    ("they are steps", ChooseLayout(layout=Layout.COLUMNS, sheet=sheet)),
                ),
                is_open=True,
            )
        case facts.DesignDoubted(rivals):
            # As it is taken now can be confirmed, too.
            designs = (design_now(results), *rivals)
            return RemarkWords(
                "measurements",
                f"Read as {design_words(results, design_now(results))}; the names could be of "
                "another experiment.",
                "Groups, or what n counts, would be others.",
                tuple((design_words(results, one), chosen(results, one)) for one in designs),
                is_open=True,
            )
        case facts.TakenAsSame(heading, other, is_forced):
            return _taken_as_same(results, heading, other, is_forced, sheet)
        case facts.ReadingsAveraged(heading, variable, (low, high), before, after):
            noun = heading.lower() or "row"
            count = str(high) if low == high else f"{low} to {high}"
            every: Edit = ChooseAveraging(column=None, sheet=sheet)
            if variable is None or results.measurements.shape.readings:
                every = ChooseReadingsAcross(are_readings=False, sheet=sheet)
            return RemarkWords(
                "measurements",
                f"The {count} readings of one {noun} are averaged first: {before} measurements "
                f"give {after} {plural('value', after)}.",
                "Readings of one unit are no replicates.",
                (("count every reading", every),),
            )
        case never:
            assert_never(never)


def _readings_or_steps(
    results: Results, column: int, rivals: tuple[DesignRoles, ...], *, are_steps: bool
) -> RemarkWords:
    measurements = results.measurements
    shape, units = measurements.shape, measurements.units
    name = shape.name(column)
    texts = tuple(shape.column(column).counts)
    each = units.heading or "unit"
    now = "compared" if are_steps else "averaged"
    answers = [(design_words(results, rival), chosen(results, rival)) for rival in rivals]
    if not are_steps:
        answers.insert(0, ("they are readings", chosen(results, design_now(results))))
    else:
        answers.append(("they are steps", chosen(results, design_now(results))))
    return RemarkWords(
        "measurements",
        f"Are {name} {listed(texts)} of each {each} readings of the same, or steps to compare? "
        f"They are {now}.",
        "n is the same either way; what is tested is not.",
        tuple(answers),
        is_open=True,
    )


def _units_together(results: Results, column: int, unit: int) -> RemarkWords:
    shape, sheet = results.measurements.shape, results.question.asked.sheet
    holder = lower_first(name_and_unit(shape.name(column))[0])
    those = plural(lower_first(name_and_unit(shape.name(unit))[0]), 2)
    return RemarkWords(
        "measurements",
        f"Each {holder} holds several {those} of one group.",
        f"What was done to each {holder} as a whole was done once, and its {those} may be alike; "
        f"n would then count each {holder} once.",
        (
            (
                f"average the {those} of each {holder}",
                ChooseAveraging(column=column, name=holder, sheet=sheet),
            ),
            (f"n counts {those}", ChooseSameUnits(is_same=False, sheet=sheet)),
        ),
        is_open=True,
    )


def _taken_as_same(
    results: Results, heading: str, other: int | None, is_forced: bool, sheet: int
) -> RemarkWords:
    units = results.measurements.units
    what = "block" if units.is_block or is_forced else "unit measured again"
    head = f"Each {heading or 'row'} is taken as one {what}, in every group."
    if units.names_within is not None:
        part = results.measurements.shape.name(units.names_within)
        head = f"Each {heading} of one {part} is taken as one {what}."
    why = "If a name in another group is another one, groups are independent."
    fixes: list[tuple[str, Edit]] = []
    if other is not None:
        name = results.measurements.shape.name(other)
        swapped = ChooseSameUnits(is_same=True, subject=other, is_block=is_forced, sheet=sheet)
        fixes.append((f"{name} names them", swapped))
    if is_forced:
        head = f"There is one value in every cell, so {heading} is taken as the block."
        why = "Without replicates in a cell no interaction can be told from chance."
    else:
        same = ChooseSameUnits(is_same=True, is_block=units.is_block, sheet=sheet)
        apart = units.names_within is not None
        fixes.append(("the same in every group" if apart else "they are the same", same))
        fixes.append(("they are different units", ChooseSameUnits(is_same=False, sheet=sheet)))
        fixes += same_in_parts(results)
    return RemarkWords("measurements", head, why, tuple(fixes), is_open=True)
