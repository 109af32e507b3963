"""The write-up: the result, and the summary as a table."""

from __future__ import annotations

from decimus.analysis.groups import Group, ShownGroups
from decimus.analysis.lane_statistics import Total
from decimus.analysis.results import Results
from decimus.study.number_styles import Numerals
from decimus.terms import Statistic
from decimus.values import Value
from decimus.wording.groups.statistics import heading, statistic_text, total_words


class SummaryTable(Value, frozen=True):
    """The summary as shown: headings and rows of text; `numeric` columns align right."""

    headings: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    numeric: tuple[bool, ...]

    def as_tabs(self) -> str:
        """Rows of cells with tabs between, for pasting into a table."""
        return "\n".join("\t".join(row) for row in (self.headings, *self.rows)) + "\n"


def summary_table(results: Results) -> SummaryTable:
    """The statistics chosen for every group and every total, rounded as everywhere."""
    groups, numerals = results.groups, results.numerals
    columns = results.question.lanes.columns
    factors = tuple(factor.title for factor in groups.factors)
    headings = (*factors, *(_heading(groups, column, numerals) for column in columns))
    rows = tuple(
        (
            *lane_labels(groups, lane),
            *(statistic_text(results, lane, column) for column in columns),
        )
        for lane in results.lanes
    )
    return SummaryTable(headings, rows, (*(False,) * len(factors), *(True,) * len(columns)))


def _heading(groups: ShownGroups, column: Statistic, numerals: Numerals) -> str:
    """The heading of a column; the unit stands with the mean."""
    unit, text = groups.measurements.outcome.unit, heading(groups, column, numerals)
    return f"{text} ({unit})" if unit and column in (Statistic.MEAN, Statistic.MEDIAN) else text


def lane_labels(groups: ShownGroups, lane: Group | Total) -> tuple[str, ...]:
    """What a lane is called, factor by factor; a total by what it is in place of the second."""
    if isinstance(lane, Group):
        return lane.labels
    rest = len(groups.factors) - 2
    return (lane.label, total_words(groups, lane), *("",) * rest)
