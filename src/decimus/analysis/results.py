"""Everything that follows from a study, each part kept by exactly what it is made of."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property
from typing import TYPE_CHECKING, TypeVar

from decimus.analysis.causes import Causes, Keeper
from decimus.analysis.designs import Design, design_of
from decimus.analysis.groups import Groups, ShownGroups, groups_of, heights_of, shown_groups
from decimus.analysis.heights import Heights
from decimus.analysis.row_names import RowNames
from decimus.errors import DesignError, InputError
from decimus.measurements.computed import with_computed
from decimus.measurements.observations import Measurements
from decimus.measurements.patching import are_the_same, changed_cell, patched
from decimus.measurements.reading import read_measurements, summaries_in
from decimus.study.number_styles import NumberStyle, Numerals, settled
from decimus.study.questions import Question
from decimus.study.studies import Sheet, Study
from decimus.study.tables import Table
from decimus.terms import Method
from decimus.values import Value

if TYPE_CHECKING:
    from decimus.analysis.annotations import Annotations
    from decimus.analysis.checks import Checks
    from decimus.analysis.comparison_results import Comparison
    from decimus.analysis.groups import Group
    from decimus.analysis.lane_statistics import Total
    from decimus.analysis.remarks import Remark
    from decimus.charts.data import Facts
    from decimus.charts.kinds import Chart
    from decimus.measurements.alternatives import OtherReading
    from decimus.statistics.trend import LineFit

Derived = TypeVar("Derived")

_LARGE = 20_000
"""Values from which on a changed number is put in before the table is read again."""
_MANY_GROUPS = 45
"""Groups from which on there are a thousand pairs."""


class _Read(Value, frozen=True):
    """What was read from a sheet.

    Args:
        measurements: it, or why there is none.
        sheet: the sheet it was read from.
        is_provisional: whether a changed number was put in without reading the whole table.
    """

    measurements: Measurements | InputError
    sheet: Sheet
    is_provisional: bool = False


class Results:
    """What follows from one question of a study, computed when first asked for.

    Args:
        study: the study.
        number: which of its questions.
        before: the results of the study before; what is made of the same is taken over.
        decimal_sign: the sign that numbers are written with where nobody says which.
    """

    def __init__(
        self,
        study: Study,
        number: int = 0,
        before: Results | None = None,
        decimal_sign: str = ".",
    ) -> None:
        self.study = study
        self.number = number
        self.decimal_sign = decimal_sign
        self.keeper: Keeper = Keeper(before.keeper if before is not None else None)
        self._of_others: dict[int, Results] = {}
        # Keepers and not results: those would keep the results before them, and so on.
        self._keepers: dict[int, Keeper] = before.keepers if before is not None else {}

    def kept(self, name: str, causes: Causes, make: Callable[[], Derived]) -> Derived:
        """A derived value of any layer, made anew only where a cause of it differs.

        Args:
            name: what it is, one name for one kind of value.
            causes: all that it is made of.
            make: makes it, of nothing but its causes.
        """
        return self.keeper.value(name, causes, make)

    @cached_property
    def numerals(self) -> Numerals:
        """How numbers are written: as the figure says, else the study, else the house style."""
        figure = self.question.figure
        own = NumberStyle(leading_zero=figure.leading_zero, p_decimals=figure.p_decimals)
        return settled(self.decimal_sign, own, self.study.numbers, figure.house.number_style)

    @property
    def keepers(self) -> dict[int, Keeper]:
        """What is kept of every question of the study that was looked at."""
        return {**self._keepers, self.number: self.keeper}

    def of_question(self, number: int) -> Results:
        """What follows from another question of the same study."""
        if number == self.number:
            return self
        if number not in self._of_others:
            found = Results(self.study, number, self, self.decimal_sign)
            if number in self._keepers:
                found.keeper = Keeper(self._keepers[number])
            self._of_others[number] = found
        return self._of_others[number]

    @property
    def made(self) -> tuple[str, ...]:
        """The names of the values that were made for these results, not taken over."""
        return tuple(self.keeper.made)

    @property
    def question(self) -> Question:
        """The question asked."""
        return self.study.questions[self.number]

    @property
    def sheet(self) -> Sheet:
        """The sheet it is asked of."""
        return self.study.sheets[self.question.asked.sheet]

    @cached_property
    def table(self) -> Table:
        """The table with the columns that are computed; without them where they cannot be."""
        sheet = self.sheet
        if not sheet.reading.computed:
            return sheet.table

        def computed() -> Table:
            try:
                return with_computed(sheet.table, sheet.reading)
            except InputError:
                return sheet.table

        return self.kept("table", (sheet.table, sheet.reading), computed)

    @property
    def _causes_of_reading(self) -> Causes:
        asked = self.question.asked
        return (self.sheet.table, self.sheet.reading, asked.outcome, asked.factors)

    @cached_property
    def _read(self) -> _Read:
        return self.kept("measurements", self._causes_of_reading, self._reading)

    def _reading(self) -> _Read:
        found = self._patched()
        return (
            self._read_whole() if found is None else _Read(found, self.sheet, is_provisional=True)
        )

    def _read_whole(self) -> _Read:
        sheet, asked = self.sheet, self.question.asked
        try:
            found = read_measurements(sheet.table, sheet.reading, asked.outcome, asked.factors)
        except InputError as problem:
            return _Read(problem, sheet)
        return _Read(found, sheet)

    def _patched(self) -> Measurements | None:
        """What was read before with one changed number of a large table put in."""
        before, new = self.keeper.latest("measurements"), self.sheet
        if not isinstance(before, _Read) or not isinstance(before.measurements, Measurements):
            return None
        if before.measurements.count < _LARGE or new.reading.computed:
            return None
        old = before.sheet.table
        others = self.keeper.find("measurements", (old, *self._causes_of_reading[1:]))
        if others is None or others.value is not before or old is new.table:
            return None
        changed = changed_cell(old, new.table)
        return None if changed is None else patched(before.measurements, changed)

    @property
    def is_provisional(self) -> bool:
        """True while a changed number was put in without reading the whole table again."""
        return self._read.is_provisional

    def verified(self) -> Results:
        """Results of the same study that are not provisional.

        Where the whole table reads as it was taken to, everything made of that stands.
        """
        if not self.is_provisional:
            return self
        read, taken = self._read_whole(), self._read.measurements
        if (
            isinstance(read.measurements, Measurements)
            and isinstance(taken, Measurements)
            and are_the_same(read.measurements, taken)
        ):
            read = _Read(taken, read.sheet)
        verified = Results(self.study, self.number, self, self.decimal_sign)
        verified.keeper.put("measurements", self._causes_of_reading, read)
        return verified

    @property
    def is_settled(self) -> bool:
        """True when comparison and remarks are at hand, and nothing is provisional."""
        if self.is_provisional:
            return False
        if self.problem is not None:
            return True
        has_comparison = self.keeper.find("comparison", self._causes_of_comparison) is not None
        return has_comparison and (
            self.keeper.find("remarks on data", self._causes_of_remarks) is not None
        )

    @property
    def is_large(self) -> bool:
        """True when what follows from the groups takes longer than anyone should wait."""
        if self.problem is not None:
            return False
        measurements = self.measurements
        return measurements.count >= _LARGE or len(measurements.groups) > _MANY_GROUPS

    @property
    def problem(self) -> InputError | None:
        """Why there are no measurements; None when there are."""
        read = self._read.measurements
        return read if isinstance(read, InputError) else None

    @property
    def measurements(self) -> Measurements:
        """What was read from the table.

        Raises:
            InputError: the table cannot be read; `problem` says so beforehand.
        """
        read = self._read.measurements
        if isinstance(read, InputError):
            raise read
        return read

    @cached_property
    def alternatives(self) -> tuple[OtherReading, ...]:
        """Other ways to read the table; none while there is no reading."""
        if self.problem is not None:
            return ()
        sheet, measurements = self.sheet, self.measurements

        def others() -> tuple[OtherReading, ...]:
            from decimus.measurements.alternatives import other_readings

            return other_readings(sheet.table, sheet.reading, measurements)

        return self.kept("alternatives", (sheet.table, sheet.reading, measurements), others)

    @cached_property
    def compared(self) -> Groups:
        """The groups as they are compared. Raises InputError as `measurements` does."""
        measurements, levels = self.measurements, self.question.levels
        before = self.keeper.latest("groups")
        return self.kept(
            "groups",
            (measurements, levels),
            lambda: groups_of(measurements, levels, before if isinstance(before, Groups) else None),
        )

    @cached_property
    def heights(self) -> Heights:
        """What stands for each group. Raises InputError as `measurements` does."""
        groups, choices = self.compared, self.question.heights
        return self.kept("heights", (groups, choices), lambda: heights_of(groups, choices))

    @cached_property
    def groups(self) -> ShownGroups:
        """The groups as they are shown. Raises InputError as `measurements` does."""
        parts = (self.compared, self.heights, self.question.numbers, self.question.figure.hidden)
        return self.kept("shown groups", parts, lambda: shown_groups(*parts))

    @cached_property
    def lanes(self) -> tuple[Group | Total, ...]:
        """The groups as shown, each level of the first factor followed by its totals."""
        groups, totals = self.groups, self.question.lanes.totals

        def made() -> tuple[Group | Total, ...]:
            from decimus.analysis.lane_statistics import lanes

            return lanes(groups, totals)

        return self.kept("lanes", (groups, totals), made)

    @cached_property
    def design(self) -> Design:
        """What the groups are as far as it decides the test."""
        groups = self.compared
        return self.kept("design", (groups,), lambda: design_of(groups))

    def why_not(self, method: Method) -> DesignError | None:
        """Why a method cannot compare the groups; None when it can."""
        groups, design, reference = self.compared, self.design, self.question.comparison.reference

        def why() -> DesignError | None:
            from decimus.analysis.refusals import refusal

            return refusal(method, groups, design, reference)

        return self.kept(f"refusal of {method.value}", (groups, design, reference), why)

    @property
    def _causes_of_comparison(self) -> Causes:
        return (self.compared, self.design, self.question.comparison)

    @cached_property
    def _comparison(self) -> Comparison | InputError:
        groups, design, choices = self.compared, self.design, self.question.comparison

        def made() -> Comparison | InputError:
            from decimus.analysis.comparisons import compare

            try:
                return compare(groups, design, choices)
            except InputError as problem:
                return problem

        return self.kept("comparison", self._causes_of_comparison, made)

    @property
    def comparison(self) -> Comparison | None:
        """The comparison, None where there can be none; `refusal` says why."""
        result = self._comparison
        return None if isinstance(result, InputError) else result

    @property
    def refusal(self) -> InputError | None:
        """Why there is no comparison; None when there is one."""
        result = self._comparison
        return result if isinstance(result, InputError) else None

    @cached_property
    def checks(self) -> Checks:
        """The checks of the comparison; needs one."""
        comparison = self._comparison
        if isinstance(comparison, InputError):
            raise comparison

        def made() -> Checks:
            from decimus.analysis.checks import checks_of

            return checks_of(comparison)

        return self.kept("checks", (comparison,), made)

    @cached_property
    def trend(self) -> LineFit | None:
        """The line through every replicate, where levels are amounts."""
        groups, design, level = self.compared, self.design, self.question.comparison.level

        def made() -> LineFit | None:
            from decimus.analysis.trends import trend_of

            return trend_of(groups, design, level)

        return self.kept("trend", (groups, design, level), made)

    @cached_property
    def annotations(self) -> Annotations:
        """What of the comparison stands on the figure."""
        comparison, groups, figure = self.comparison, self.compared, self.question.figure
        is_of_outcome = self.question.heights.height.is_of_outcome

        def made() -> Annotations:
            from decimus.analysis.annotations import annotations_of

            return annotations_of(comparison, groups, figure, is_of_outcome=is_of_outcome)

        causes = (
            comparison,
            groups,
            figure.drawn_pairs,
            figure.hidden,
            figure.comparison_marks,
            figure.hides_not_significant,
            is_of_outcome,
        )
        return self.kept("annotations", causes, made)

    @cached_property
    def row_names(self) -> RowNames:
        """A name for every row of the table: its own, or "row 3"."""
        table, measurements = self.table, self.measurements
        column = None if measurements.shape.is_turned else measurements.shape.row_names
        return self.kept(
            "row names",
            (table, measurements),
            lambda: RowNames(table, column, measurements.unit_name),
        )

    @cached_property
    def _summaries_beside(self) -> tuple[tuple[Table, Measurements], ...]:
        """Other tables of the study that hold summaries, with what was read from them."""
        if self.measurements.is_summarised:
            return ()
        beside = tuple(sheet for sheet in self.study.sheets if sheet is not self.sheet)

        def made() -> tuple[tuple[Table, Measurements], ...]:
            read = ((sheet.table, summaries_in(sheet.table, sheet.reading)) for sheet in beside)
            return tuple((table, found) for table, found in read if found is not None)

        return self.kept("summaries beside", tuple((s.table, s.reading) for s in beside), made)

    @cached_property
    def remarks(self) -> tuple[Remark, ...]:
        """All remarks; none while there is no table."""
        if self.problem is not None:
            return ()
        groups, comparison, annotations = self.groups, self.comparison, self.annotations

        def made() -> tuple[Remark, ...]:
            from decimus.analysis.remarks import remarks_on_comparison

            return remarks_on_comparison(comparison, groups, annotations)

        on_comparison = self.kept("remarks on comparison", (groups, comparison, annotations), made)
        return (*self.remarks_on_data, *self.remarks_on_figure, *on_comparison)

    @property
    def _causes_of_remarks(self) -> Causes:
        figure, asked = self.question.figure, self.question.asked
        return (
            self.groups,
            self.table,
            self.sheet.reading,
            self.sheet.source,
            asked.outcome,
            asked.factors,
            self._summaries_beside,
            bool(figure.drawn_pairs),
        )

    @property
    def chart_facts(self) -> Facts:
        """What decides which kinds of charts there can be."""
        from decimus.analysis.chart_facts import chart_facts

        causes = (self.groups, self.comparison)
        return self.kept("chart facts", causes, lambda: chart_facts(self.groups, self.comparison))

    @property
    def chart(self) -> Chart:
        """The kind of chart that is drawn: the one chosen, or points where it cannot be."""
        from decimus.analysis.chart_facts import chart_for

        return chart_for(self.question.figure.kind, self.chart_facts)

    @property
    def remarks_on_figure(self) -> tuple[Remark, ...]:
        """Those about how the figure shows the groups."""
        if self.problem is not None:
            return ()

        def made() -> tuple[Remark, ...]:
            from decimus.analysis.remarks_on_figure import remarks_on_figure

            return remarks_on_figure(self.groups, self.question.figure, self.chart_facts)

        causes = (self.groups, self.question.figure, self.chart_facts)
        return self.kept("remarks on figure", causes, made)

    @cached_property
    def remarks_on_data(self) -> tuple[Remark, ...]:
        """Those that need no comparison to be made."""
        if self.problem is not None:
            return ()

        def made() -> tuple[Remark, ...]:
            from decimus.analysis.doubts.by_marks import remarks_on_marks
            from decimus.analysis.read_anew import would_be_otherwise
            from decimus.analysis.remarks import (
                remarks_on_groups,
                remarks_on_measurements,
                remarks_on_summaries,
            )

            sheet, question = self.sheet, self.question
            return (
                *would_be_otherwise(self.measurements, sheet, question.asked),
                *remarks_on_measurements(
                    self.groups, self.row_names, sheet.reading, sheet.source, question.asked
                ),
                *remarks_on_marks(self.measurements, sheet.reading, sheet.marks),
                *remarks_on_summaries(self.table, self.groups, self._summaries_beside),
                *remarks_on_groups(self.groups, has_lines=bool(question.figure.drawn_pairs)),
            )

        return self.kept("remarks on data", self._causes_of_remarks, made)
