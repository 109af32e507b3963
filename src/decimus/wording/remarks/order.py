"""Remarks in the order of what they could change, with their kind and what they are about."""

from __future__ import annotations

import re

from msgspec.structs import replace

from decimus.analysis import remarks as facts
from decimus.analysis import remarks_on_designs as designs
from decimus.analysis import remarks_on_figure as shown
from decimus.analysis import remarks_on_reading as doubts
from decimus.analysis import remarks_on_spread as spread
from decimus.analysis.doubts import by_marks as marks
from decimus.analysis.doubts import by_structure as forms
from decimus.analysis.doubts.by_names import NamesMayBeGroups
from decimus.analysis.results import Results
from decimus.terms import LimitRule
from decimus.wording.phrases import group_words
from decimus.wording.remarks.cells import cells_of
from decimus.wording.remarks.words import RemarkWords, cell_name

_DOUBTED_DESIGNS: tuple[type, ...] = (
    designs.ReadingsOrSteps,
    designs.ReadingsAcross,
    designs.DesignDoubted,
    designs.UnitsTogether,
    designs.TakenAsSame,
    designs.PairedByRow,
    designs.PairsLost,
)
"""What n counts is doubted because of something in this table."""
_QUESTIONS: tuple[type, ...] = (
    doubts.LongerRows,
    facts.DoubtfulNumbers,
    forms.MayBeFrequencies,
    forms.MayBeSummary,
    forms.LettersBehindMeans,
    NamesMayBeGroups,
    doubts.LayoutDoubted,
    doubts.RowNamesDoubted,
    doubts.HeadingsDoubted,
    facts.UnknownMeaning,
    doubts.LevelsDoubted,
    forms.CodeAmongNumbers,
    doubts.ColumnIsRatio,
    doubts.LevelsAreQuantities,
    forms.RowsMayFollow,
    forms.TakenForN,
    forms.CountedUnderHeadings,
    marks.MarkedInWorkbook,
    *_DOUBTED_DESIGNS,
    facts.UncountedReadings,
    doubts.NotCompared,
    doubts.OtherOutcomes,
)
"""Those that ask what could change the result."""
_ALWAYS_ASKED: tuple[type, ...] = (
    designs.MayBePairs,
    designs.RowsUnnamed,
    facts.RecurringNames,
    facts.RepeatedNames,
)
"""Those that ask it of every table that does not show it; what is amiss comes first."""
_WHAT_COUNTS: tuple[type, ...] = (
    *_DOUBTED_DESIGNS,
    *_ALWAYS_ASKED,
)
"""Of those the ones that ask what n counts."""
_CHANGES: tuple[type, ...] = (
    facts.CasesCounted,
    facts.UnreadableCells,
    doubts.RowsWithoutGroup,
    doubts.OtherSigns,
    forms.WorkedOut,
    forms.LettersBehindNumbers,
    forms.ReadAsFrequencies,
    forms.Inseparable,
    forms.SameHeadings,
    designs.ReadingsAveraged,
    doubts.ReadOtherwiseNow,
    facts.SimilarLevels,
    facts.LimitCells,
    facts.SummaryDisagrees,
    facts.SummaryRowsLeftOut,
    facts.ToldAgain,
    facts.IncompleteUnits,
    facts.UntestedPairs,
    doubts.TwoValues,
    doubts.ErrorsNotUsed,
    doubts.ErrorsOfSingles,
    doubts.TableBelow,
    doubts.OtherTables,
    doubts.SheetsJoined,
    facts.EmptyGroups,
    marks.NeverComputed,
    facts.MissingCells,
    facts.AbsentCells,
    spread.FarOut,
    spread.SameValues,
    facts.UnequalGroups,
    spread.UnequalSpread,
    facts.UnequalReadings,
    facts.ValuesSetAside,
    facts.UnknownN,
)
"""What was left out or done, and what looks wrong in the data."""
_ON_FIGURE: tuple[type, ...] = (
    shown.KindNotPossible,
    shown.BarsNotFromZero,
    shown.NotOnLogarithms,
    shown.CutByAxis,
    shown.BarsOnLogarithms,
    shown.LineOverNames,
    shown.EvenlySpacedAmounts,
    shown.FitNotPossible,
    shown.CrowdedAmounts,
    shown.OutcomeLeftOut,
    shown.OutcomesApart,
    shown.TextsByHand,
    shown.AxisSaysNothing,
)
"""What the figure shows otherwise than one would think."""
_SHOWN: tuple[type, ...] = (
    facts.NoErrorBars,
    spread.HeightAndTest,
    facts.OutdatedComparisons,
    facts.SingleReplicates,
    facts.EqualValues,
    facts.FewReplicates,
    spread.BelowZero,
    facts.UnusedColumns,
    doubts.ColumnsNotUsed,
    facts.UnnamedOutcome,
    facts.UnitlessOutcome,
    spread.WeakErrorBars,
    facts.OverlapInvites,
)
"""What concerns how it is shown, lessons last."""
LESSONS: tuple[type, ...] = (spread.WeakErrorBars, facts.OverlapInvites)
"""What is true of every such figure, and said once to each person."""
RANKED = (*_QUESTIONS, *_CHANGES, *_ALWAYS_ASKED, *_ON_FIGURE, *_SHOWN)
"""Every kind of remark, those first that could change the result."""


def kind_of(remark: object) -> str:
    """What kind of remark it is: "doubtful-numbers"."""
    return kind_of_type(type(remark))


def kind_of_type(remark: type) -> str:
    """The same, of a type of remarks."""
    return re.sub(r"(?<!^)(?=[A-Z])", "-", remark.__name__).lower()


def asks_what_counts(kind: str) -> bool:
    """Whether a remark of that kind asks what n counts, or whether units are the same."""
    return kind in {kind_of_type(found) for found in _WHAT_COUNTS}


def tells_of_reading(kind: str) -> bool:
    """Whether a remark of that kind asks, or tells what was left out, done or looks wrong."""
    return kind in {kind_of_type(found) for found in (*_QUESTIONS, *_CHANGES, *_ALWAYS_ASKED)}


def tells_of_figure(kind: str) -> bool:
    """Whether a remark of that kind tells of the figure itself."""
    return kind in {kind_of_type(found) for found in _ON_FIGURE}


def is_lesson(kind: str) -> bool:
    """Whether a remark of that kind is a lesson rather than about these data."""
    return kind in {kind_of_type(found) for found in LESSONS}


def rank_of(remark: object) -> int:
    """Where it stands among the others."""
    return RANKED.index(type(remark))


def described(results: Results, remark: facts.Remark, words: RemarkWords) -> RemarkWords:
    """The words with kind, places and what was left out."""
    return replace(
        words,
        kind=kind_of(remark),
        where=_where(results, remark),
        dropped=_dropped(results, remark),
        cells=cells_of(results, remark),
        is_open=words.is_open or isinstance(remark, (*_QUESTIONS, *_ALWAYS_ASKED)),
    )


def _where(  # noqa: PLR0911 - a case per kind
    results: Results, remark: facts.Remark
) -> tuple[str, ...]:
    groups = results.groups
    match remark:
        case facts.UnreadableCells(cells) | facts.LimitCells(cells):
            return tuple(map(cell_name, cells))
        case facts.MissingCells(group):
            return (group_words(groups, group),)
        case facts.EmptyGroups(of) | facts.SingleReplicates(of) | facts.FewReplicates(of):
            return tuple(group_words(groups, group) for group in of)
        case (
            facts.EqualValues(of)
            | spread.BelowZero(of)
            | shown.NotOnLogarithms(of, _)
            | shown.CutByAxis(of)
        ):
            return tuple(group_words(groups, group) for group in of)
        case facts.AbsentCells(cells):
            return tuple(", ".join(cell) for cell in cells)
        case doubts.RowsWithoutGroup(rows) | doubts.LongerRows(rows):
            return tuple(f"row {row + 1}" for row in rows)
        case doubts.TableBelow(row):
            return (f"row {row + 1}",)
        case (
            facts.RecurringNames(heading)
            | facts.RepeatedNames(heading)
            | facts.UncountedReadings(heading)
            | designs.TakenAsSame(heading)
            | designs.ReadingsAveraged(heading)
        ):
            return (heading,) if heading else ()
        case doubts.OtherSigns(cells):
            return cells
        case spread.SameValues(first, second):
            return (group_words(groups, first), group_words(groups, second))
        case spread.FarOut(group):
            return (group_words(groups, group),)
        case _:
            return ()


def _dropped(results: Results, remark: facts.Remark) -> tuple[str, ...]:
    """What does not count because of it, by name."""
    match remark:
        case facts.UnreadableCells(cells):
            return tuple(cell.text for cell in cells)
        case facts.LimitCells(cells, LimitRule.MISSING):
            return tuple(cell.text for cell in cells)
        case facts.SummaryRowsLeftOut(names) | facts.IncompleteUnits(names):
            return names
        case facts.UnusedColumns(names) | doubts.ColumnsNotUsed(names):
            return names
        case doubts.ErrorsNotUsed(names) | doubts.OtherTables(names):
            return names
        case facts.ToldAgain(column) | doubts.NotCompared(column):
            return (results.measurements.shape.name(column),)
        case doubts.OtherOutcomes(columns):
            return tuple(results.measurements.shape.name(c) for c in columns)
        case doubts.RowsWithoutGroup(rows):
            return tuple(f"row {row + 1}" for row in rows)
        case _:
            return ()
