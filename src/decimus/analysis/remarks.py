"""What a researcher should know about the data at hand: facts, each with its place."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from typing import TYPE_CHECKING

from msgspec import Struct

from decimus.analysis.doubts.by_marks import MarkRemark
from decimus.analysis.doubts.by_structure import Inseparable
from decimus.analysis.error_bars import possible_error_bars
from decimus.analysis.groups import Group, Groups, ShownGroups
from decimus.analysis.remarks_on_designs import UnitsTogether
from decimus.analysis.remarks_on_figure import FigureRemark
from decimus.analysis.remarks_on_reading import (
    NotCompared,
    ReadingRemark,
    remarks_on_reading,
    remarks_on_unread,
)
from decimus.analysis.remarks_on_spread import SpreadRemark, remarks_on_spread
from decimus.analysis.row_names import RowNames
from decimus.kinds.error_bars import ERROR_BARS
from decimus.measurements.observations import CellReference, Measurements, Place, empty_cells
from decimus.measurements.spellings import similar_levels
from decimus.measurements.summaries.checks import Disagreement, disagreements, disagreements_with
from decimus.study.questions import Asked
from decimus.study.readings import Reading
from decimus.study.studies import Source
from decimus.study.tables import Table
from decimus.study.targets import Levels
from decimus.terms import ErrorBar, Layout, LevelKind, LimitRule

if TYPE_CHECKING:
    from decimus.analysis.annotations import Annotations
    from decimus.analysis.comparison_results import Comparison, UntestedPair


class MissingCells(Struct, frozen=True):
    """Measurements that are not there, in one group."""

    group: Group
    rows: tuple[str, ...]
    """Names of the first of the rows, or their numbers."""
    count: int
    marks: tuple[str, ...]
    """What stands there instead, where something does: "NA"."""


class UnreadableCells(Struct, frozen=True):
    """Cells among the measurements that are no numbers."""

    cells: tuple[CellReference, ...]


class DoubtfulNumbers(Struct, frozen=True):
    """Numbers whose comma may group thousands or mark decimals."""

    text: str


class EmptyGroups(Struct, frozen=True):
    """Groups that exist but hold no value."""

    groups: tuple[Group, ...]


class AbsentCells(Struct, frozen=True):
    """Combinations of levels that were never measured."""

    cells: tuple[Levels, ...]


class SingleReplicates(Struct, frozen=True):
    """Groups with one value: no spread, no error bar."""

    groups: tuple[Group, ...]


class FewReplicates(Struct, frozen=True):
    """Groups with two or three values, of which an SD says little."""

    groups: tuple[Group, ...]


class EqualValues(Struct, frozen=True):
    """Groups whose values are all the same: an error bar of length zero."""

    groups: tuple[Group, ...]


class UnnamedOutcome(Struct, frozen=True):
    """Nobody has said what the numbers are."""


class UnitlessOutcome(Struct, frozen=True):
    """The outcome has a name but no unit."""

    name: str


class UnusedColumns(Struct, frozen=True):
    """Columns that could tell groups apart but are not used."""

    names: tuple[str, ...]


class RecurringNames(Struct, frozen=True):
    """The same names of units in every group: perhaps the same units again."""

    heading: str


class RepeatedNames(Struct, frozen=True):
    """Names of trials or years: perhaps one unit measured again and again."""

    heading: str


class UncountedReadings(Struct, frozen=True):
    """Several measurements of one unit count as if they were independent."""

    heading: str
    variable: int
    readings: tuple[int, int]
    has_one_per_group: bool


class UnequalReadings(Struct, frozen=True):
    """Units whose averages are of different numbers of readings."""

    readings: tuple[int, int]


class LimitCells(Struct, frozen=True):
    """Cells such as "<0.1", and what they count as."""

    cells: tuple[CellReference, ...]
    rule: LimitRule


class SimilarLevels(Struct, frozen=True):
    """Two levels that are probably one; `rare` has fewer measurements."""

    variable: int
    rare: str
    common: str


class UnknownMeaning(Struct, frozen=True):
    """Nobody has said what stands beside the means of a summarised table."""

    heading: str


class UnknownN(Struct, frozen=True):
    """Means without their n: what can be drawn and tested is limited."""


class NoErrorBars(Struct, frozen=True):
    """The chosen error bar cannot be made from what was given."""

    error_bar: ErrorBar
    possible: tuple[ErrorBar, ...]


class UnequalGroups(Struct, frozen=True):
    """Groups of different number where no row says which measurement is missing."""

    fewest: int
    most: int


class ValuesSetAside(Struct, frozen=True):
    """What is kept in view but not counted."""

    count: int
    reasons: tuple[str, ...]


class SummaryDisagrees(Struct, frozen=True):
    """Typed means or SDs that the measurements beside them do not give."""

    found: tuple[Disagreement, ...]


class IncompleteUnits(Struct, frozen=True):
    """Units left out of a paired test because one value is missing."""

    names: tuple[str, ...]


class UntestedPairs(Struct, frozen=True):
    """Pairs of a family that have no test, while the others stand."""

    pairs: tuple[UntestedPair, ...]


class ToldAgain(Struct, frozen=True):
    """A column that tells the same as another by arithmetic, and is left out.

    Args:
        column: the one left out.
        of: the other.
    """

    column: int
    of: int


class SummaryRowsLeftOut(Struct, frozen=True):
    """Rows of means and the like among the measurements, by name or only by arithmetic."""

    names: tuple[str, ...]
    are_named: bool = True


_MOST_NAMED = 20


class OutdatedComparisons(Struct, frozen=True):
    """Comparisons that were drawn on the figure and are no longer made.

    `has_test` is False where there is no test at all any more.
    """

    count: int
    has_test: bool


class CasesCounted(Struct, frozen=True):
    """No column holds numbers: rows are counted."""


class OverlapInvites(Struct, frozen=True):
    """Error bars stand without a test, so that their overlap will be read as one."""


CellRemark = (
    UnreadableCells
    | DoubtfulNumbers
    | LimitCells
    | SimilarLevels
    | ValuesSetAside
    | UnequalGroups
    | SummaryDisagrees
    | SummaryRowsLeftOut
    | ToldAgain
    | CasesCounted
)
UnitRemark = RecurringNames | RepeatedNames | UncountedReadings | UnequalReadings | IncompleteUnits
SummaryRemark = UnknownMeaning | UnknownN | NoErrorBars
GroupRemark = (
    MissingCells
    | EmptyGroups
    | AbsentCells
    | UnusedColumns
    | SingleReplicates
    | FewReplicates
    | EqualValues
    | UnnamedOutcome
    | UnitlessOutcome
)
DrawnRemark = UntestedPairs | OutdatedComparisons | OverlapInvites
Remark = (
    CellRemark
    | UnitRemark
    | SummaryRemark
    | GroupRemark
    | DrawnRemark
    | FigureRemark
    | SpreadRemark
    | ReadingRemark
    | MarkRemark
)


def remarks_on_measurements(
    groups: ShownGroups, row_names: RowNames, reading: Reading, source: Source, asked: Asked
) -> tuple[Remark, ...]:
    """Remarks about the table.

    Args:
        groups: its groups.
        row_names: the names of all its rows, or numbers.
        reading: what was said about how it is read.
        source: where it came from.
        asked: what is asked of it.
    """
    measurements = groups.measurements
    if measurements.counts_cases:
        return _on_cases(groups, row_names, source)
    found: list[Remark] = [
        *remarks_on_reading(measurements, reading, source, asked.outcome, asked.factors)
    ]
    if measurements.unreadable:
        found.append(UnreadableCells(measurements.unreadable))
    if measurements.shape.doubtful_number:
        found.insert(0, DoubtfulNumbers(measurements.shape.doubtful_number))
    said = {(cell.row, cell.column) for cell in (*measurements.unreadable, *measurements.limits)}
    found += _on_missing(groups, row_names, said)
    if empty := tuple(group for group in groups.shown if group.is_empty):
        found.append(EmptyGroups(empty))
    if absent := empty_cells(measurements):
        found.append(AbsentCells(absent))
    if rows_out := measurements.shape.summary_rows:
        are_named = any(p.texts_only for p in measurements.shape.columns)
        found.append(SummaryRowsLeftOut(tuple(row_names[r] for r in rows_out), are_named))
    summary_columns = measurements.shape.summary_columns
    retold = [one for one in measurements.shape.retold if one.column in summary_columns]
    found += [ToldAgain(one.column, one.of) for one in retold]
    told = {*reading.left_out, reading.frequencies, *(one.column for one in retold)}
    if columns_out := [c for c in summary_columns if c not in told]:
        names = tuple(f"column {measurements.shape.name(c)}" for c in columns_out)
        found.append(SummaryRowsLeftOut(names))
    found += _on_cells(groups)
    found += _on_units(measurements)
    found += _on_summaries(groups)
    inseparable = {measurements.shape.name(r.column) for r in found if isinstance(r, Inseparable)}
    crossing = {measurements.shape.name(r.column) for r in found if isinstance(r, NotCompared)}
    holding = {measurements.shape.name(r.column) for r in found if isinstance(r, UnitsTogether)}
    said_of = inseparable | crossing | holding
    if unused := tuple(n for n in measurements.unused_factors if n not in said_of):
        found.append(UnusedColumns(unused))
    if not measurements.outcome.is_named:
        found.append(UnnamedOutcome())
    elif not measurements.outcome.unit and _wants_unit(measurements):
        found.append(UnitlessOutcome(measurements.outcome.name))
    return tuple(found)


_WITHOUT_UNIT = re.compile(
    r"\b(ph|od\d*|absorbance|extinction|score|index|ratio|share|proportion|rank|rating|count"
    r"|number|points|grade|fold|probability)\b",
    re.IGNORECASE,
)


def _wants_unit(measurements: Measurements) -> bool:
    """True for numbers with decimals, unless their name says that they have no unit."""
    return measurements.decimals > 0 and not _WITHOUT_UNIT.search(measurements.outcome.name)


def _on_missing(groups: ShownGroups, row_names: RowNames, said: set[Place]) -> list[Remark]:
    """Cells without a measurement, beside those that were said to be something else."""
    found: list[Remark] = []
    for group in groups.shown:
        missing = [place for place in group.cells.missing if place not in said]
        if missing and group.n:
            marks = filter(None, map(groups.measurements.marks.get, missing))
            rows = tuple(row_names[row] for row, _ in missing[:_MOST_NAMED])
            found.append(MissingCells(group, rows, len(missing), tuple(dict.fromkeys(marks))))
    return found


def _on_cases(groups: Groups, row_names: RowNames, source: Source) -> tuple[Remark, ...]:
    """What is left to say where rows are counted and nothing was measured."""
    measurements = groups.measurements
    found: list[Remark] = [CasesCounted(), *remarks_on_unread(measurements, source)]
    if rows_out := measurements.shape.summary_rows:
        found.append(SummaryRowsLeftOut(tuple(row_names[r] for r in rows_out)))
    found += _on_cells(groups)
    if measurements.unused_factors:
        found.append(UnusedColumns(measurements.unused_factors))
    return tuple(found)


def _on_cells(groups: Groups) -> list[Remark]:
    """What cells raise: limits, levels that are alike, values set aside."""
    measurements = groups.measurements
    found: list[Remark] = []
    if measurements.limits:
        found.append(LimitCells(measurements.limits, measurements.limit_rule))
    for index, factor in enumerate(measurements.factors):
        if factor.kind is LevelKind.AMOUNTS:
            continue
        counts: Counter[str] = Counter()
        for group in measurements.groups:
            counts[group.levels[index]] += group.n + len(group.missing)
        found += [
            SimilarLevels(factor.variable, rare, common) for rare, common in similar_levels(counts)
        ]
    if measurements.aside_count:
        reasons = (aside.reason for group in measurements.groups for aside in group.asides)
        found.append(ValuesSetAside(measurements.aside_count, tuple(dict.fromkeys(reasons))))
    if _differs_unnoticed(measurements):
        counts_shown = [group.n + len(group.missing) for group in measurements.groups]
        found.append(UnequalGroups(min(counts_shown), max(counts_shown)))
    return found


def _differs_unnoticed(measurements: Measurements) -> bool:
    """True for columns (or rows) of different lengths without names to say what is missing."""
    shape = measurements.shape
    is_block = shape.layout in (Layout.COLUMNS, Layout.ROWS) and shape.row_names is None
    counts = {group.n + len(group.missing) for group in measurements.groups}
    return is_block and not measurements.units.variable and len(counts - {0}) > 1


def _on_units(measurements: Measurements) -> list[Remark]:
    """What the names of units raise."""
    units = measurements.units
    found: list[Remark] = []
    if units.may_be_repeats:
        found.append(RepeatedNames(units.heading))
    elif not units.is_decided and not units.is_same:
        found.append(RecurringNames(units.heading))
    if units.has_uncounted_readings and units.variable is not None:
        found.append(
            UncountedReadings(
                units.heading, units.variable, units.readings, units.has_one_per_group
            )
        )
    if units.is_averaged and units.readings[0] != units.readings[1]:
        found.append(UnequalReadings(units.readings))
    return found


def _on_summaries(groups: ShownGroups) -> list[Remark]:
    """What a table of summaries leaves open."""
    summary = groups.measurements.shape.summary
    if summary is None:
        return []
    found: list[Remark] = []
    has_spread = summary.columns[0].spread is not None
    if summary.meaning is None and has_spread:
        found.append(UnknownMeaning(summary.spread_heading))
    if any(not group.is_n_known for group in groups.shown):
        found.append(UnknownN())
    wanted = groups.heights.choices.error_bar
    shown = [group for group in groups.shown if not group.is_empty]
    if wanted is not ErrorBar.NONE and not any(groups.error_bar(group) for group in shown):
        found.append(NoErrorBars(wanted, possible_error_bars(groups, groups.heights)))
    return found


def remarks_on_groups(groups: ShownGroups, *, has_lines: bool) -> tuple[Remark, ...]:
    """Remarks about single groups; `has_lines` where comparisons are asked for on the figure."""
    if groups.measurements.counts_cases:
        return ()
    found: list[Remark] = []
    if single := tuple(group for group in groups.shown if group.n == 1):
        found.append(SingleReplicates(single))
    if few := tuple(group for group in groups.shown if group.n in (2, 3)):
        found.append(FewReplicates(few))
    equal = tuple(g for g in groups.shown if g.n > 1 and g.summary.sum_of_squares == 0)
    if equal:
        found.append(EqualValues(equal))
    return (*found, *remarks_on_spread(groups, has_lines=has_lines))


def remarks_on_summaries(
    table: Table, groups: Groups, others: Sequence[tuple[Table, Measurements]] = ()
) -> tuple[Remark, ...]:
    """Typed summaries beside measurements, where they differ.

    Args:
        table: the table of the measurements.
        groups: its groups.
        others: tables of summaries in the same study, with what was read from them.
    """
    found = disagreements(table, groups.measurements)
    for other, given in others:
        found += disagreements_with(other, given, groups.measurements)
    return (SummaryDisagrees(found),) if found else ()


def remarks_on_comparison(
    comparison: Comparison | None, groups: ShownGroups, annotations: Annotations
) -> tuple[Remark, ...]:
    """Remarks about who takes part in the comparison, and what of it stands on the figure.

    Args:
        comparison: it, None where there is none.
        groups: its groups.
        annotations: what of it stands on the figure.
    """
    found: list[Remark] = []
    if comparison is not None and comparison.incomplete:
        found.append(IncompleteUnits(comparison.incomplete))
    if comparison is not None and comparison.untested:
        found.append(UntestedPairs(comparison.untested))
    if annotations.not_made:
        found.append(OutdatedComparisons(annotations.not_made, comparison is not None))
    invites = (
        ERROR_BARS[groups.heights.choices.error_bar].invites_overlap
        and groups.heights.choices.height.is_of_outcome
    )
    if comparison is not None and not annotations.has_any and invites and len(groups.on_figure) > 1:
        found.append(OverlapInvites())
    return tuple(found)
