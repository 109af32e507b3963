"""Everything that follows from a study, computed when first asked for."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING

from decimus.analysis.groups import Groups, groups_of
from decimus.analysis.row_names import RowNames
from decimus.errors import InputError
from decimus.measurements.computed import with_computed
from decimus.measurements.observations import Measurements
from decimus.measurements.patching import are_the_same, changed_cell, patched
from decimus.measurements.reading import read_measurements, summaries_in
from decimus.study.questions import Question
from decimus.study.studies import Sheet, Study
from decimus.study.tables import Table

if TYPE_CHECKING:
    from decimus.analysis.checks import Checks
    from decimus.analysis.comparison_results import Comparison
    from decimus.analysis.remarks import Remark
    from decimus.measurements.alternatives import Alternative
    from decimus.statistics.trend import LineFit


_LARGE = 20_000
"""Values from which on a changed number is put in before the table is read again."""
_MANY_GROUPS = 45
"""Groups from which on there are a thousand pairs."""


class Results:
    """What follows from one question of a study.

    Args:
        study: the study.
        number: which of its questions.
        before: the results of the study before; parts whose causes are the same are
            taken over from it, so that a changed colour does not read the table again.
        decimal_sign: the sign that numbers are written with, for people.
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
        self._groups_before: Groups | None = None
        self.is_provisional = False
        """True while a changed number was put in without reading the whole table again."""
        if before is not None:
            self._take_over(before)

    def _take_over(self, before: Results) -> None:
        self._groups_before = vars(before).get("groups")
        same_cells = (
            before.sheet is self.sheet
            and before.question.asked.outcome == self.question.asked.outcome
            and before.question.asked.factors == self.question.asked.factors
        )
        if same_cells and "_measurements" in vars(before):
            vars(self)["_measurements"] = vars(before)["_measurements"]
            self.is_provisional = before.is_provisional
        else:
            self._patch(before)
        beside, was_beside = self._sheets_beside, before._sheets_beside
        if "_summaries_beside" in vars(before) and (
            len(beside) == len(was_beside)
            and all(a is b for a, b in zip(beside, was_beside, strict=True))
        ):
            vars(self)["_summaries_beside"] = vars(before)["_summaries_beside"]

    def _patch(self, before: Results) -> None:
        """Put one changed number of a large table into what was read before."""
        old, new = before.sheet, self.sheet
        read = vars(before).get("_measurements")
        if not isinstance(read, Measurements) or read.count < _LARGE:
            return
        asked = (before.question.asked.outcome, before.question.asked.factors)
        if asked != (self.question.asked.outcome, self.question.asked.factors):
            return
        if old.reading != new.reading or new.reading.computed or old.table is new.table:
            return
        changed = changed_cell(old.table, new.table)
        found = patched(read, changed) if changed is not None else None
        if found is not None:
            vars(self)["_measurements"] = found
            self.is_provisional = True

    def verified(self) -> Results:
        """These results where the whole table reads as it was taken to, else others."""
        if not self.is_provisional:
            return self
        full = Results(self.study, self.number, decimal_sign=self.decimal_sign)
        if full.problem is None and are_the_same(full.measurements, self.measurements):
            self.is_provisional = False
            return self
        return full

    @property
    def is_settled(self) -> bool:
        """True when comparisons and remarks are at hand, and nothing is provisional."""
        return not self.is_provisional and {"_comparison", "remarks"} <= set(vars(self))

    @property
    def is_large(self) -> bool:
        """True when what follows from the groups takes longer than anyone should wait."""
        if self.problem is not None:
            return False
        measurements = self.measurements
        return measurements.count >= _LARGE or len(measurements.groups) > _MANY_GROUPS

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
        try:
            return with_computed(self.sheet.table, self.sheet.reading)
        except InputError:
            return self.sheet.table

    @cached_property
    def _measurements(self) -> Measurements | InputError:
        try:
            return read_measurements(
                self.sheet.table,
                self.sheet.reading,
                self.question.asked.outcome,
                self.question.asked.factors,
            )
        except InputError as problem:
            return problem

    @property
    def problem(self) -> InputError | None:
        """Why there are no measurements; None when there are."""
        read = self._measurements
        return read if isinstance(read, InputError) else None

    @property
    def measurements(self) -> Measurements:
        """What was read from the table.

        Raises:
            InputError: the table cannot be read; `problem` says so beforehand.
        """
        read = self._measurements
        if isinstance(read, InputError):
            raise read
        return read

    @cached_property
    def alternatives(self) -> tuple[Alternative, ...]:
        """Other ways to read the table; none while there is no reading."""
        if self.problem is not None:
            return ()
        from decimus.measurements.alternatives import other_readings

        return other_readings(self.sheet.table, self.sheet.reading, self.measurements)

    @cached_property
    def groups(self) -> Groups:
        """The groups. Raises InputError as `measurements` does."""
        return groups_of(self.measurements, self.question, self._groups_before)

    @cached_property
    def _comparison(self) -> Comparison | InputError:
        from decimus.analysis.comparisons import compare

        try:
            return compare(self.groups)
        except InputError as problem:
            return problem

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
        from decimus.analysis.checks import checks_of

        comparison = self._comparison
        if isinstance(comparison, InputError):
            raise comparison
        return checks_of(comparison)

    @cached_property
    def trend(self) -> LineFit | None:
        """The line through every replicate, where levels are amounts."""
        from decimus.analysis.trends import trend_of

        return trend_of(self.groups)

    @cached_property
    def row_names(self) -> RowNames:
        """A name for every row of the table: its own, or "row 3"."""
        measurements = self.measurements
        column = None if measurements.shape.is_turned else measurements.shape.row_names
        return RowNames(self.table, column, measurements.unit_name)

    @property
    def _sheets_beside(self) -> tuple[Sheet, ...]:
        return tuple(sheet for sheet in self.study.sheets if sheet is not self.sheet)

    @cached_property
    def _summaries_beside(self) -> tuple[tuple[Table, Measurements], ...]:
        """Other tables of the study that hold summaries, with what was read from them."""
        if self.measurements.is_summarised:
            return ()
        read = (
            (sheet.table, summaries_in(sheet.table, sheet.reading)) for sheet in self._sheets_beside
        )
        return tuple((table, found) for table, found in read if found is not None)

    @cached_property
    def remarks(self) -> tuple[Remark, ...]:
        """All remarks; none while there is no table."""
        if self.problem is not None:
            return ()
        from decimus.analysis.annotations import drawn_pairs, group_letters, lines_not_drawn
        from decimus.analysis.remarks import remarks_on_comparison

        return (
            *self.remarks_on_data,
            *remarks_on_comparison(
                self.comparison,
                self.groups,
                lines_not_drawn(self),
                bool(drawn_pairs(self)) or bool(group_letters(self)),
            ),
        )

    @cached_property
    def remarks_on_data(self) -> tuple[Remark, ...]:
        """Those that need no comparison to be made."""
        if self.problem is not None:
            return ()
        from decimus.analysis.remarks import (
            remarks_on_figure,
            remarks_on_groups,
            remarks_on_measurements,
            remarks_on_summaries,
        )

        return (
            *remarks_on_measurements(
                self.groups, self.row_names, self.sheet.reading, self.sheet.source
            ),
            *remarks_on_summaries(self.table, self.groups, self._summaries_beside),
            *remarks_on_groups(self.groups),
            *remarks_on_figure(self.question.figure),
        )
