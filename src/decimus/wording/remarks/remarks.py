"""Remarks in words: what, where and why it matters."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from decimus.analysis import remarks as facts
from decimus.analysis.doubts.by_marks import MarkRemark
from decimus.analysis.doubts.by_structure import StructureRemark
from decimus.analysis.outcomes import remarks_on_outcomes, results_beside
from decimus.analysis.remarks_on_designs import DesignRemark
from decimus.analysis.remarks_on_reading import (
    ColumnRemark,
    ColumnsNotUsed,
    OtherOutcomes,
    TableRemark,
)
from decimus.analysis.remarks_on_spread import SpreadRemark
from decimus.analysis.results import Results
from decimus.wording.figure.outcomes import of_its_axis
from decimus.wording.phrases import outcome_words, upper_first
from decimus.wording.questions import variable_name
from decimus.wording.remarks.on_cells import cell_remark
from decimus.wording.remarks.on_designs import design_remark
from decimus.wording.remarks.on_drawn import drawn_remark
from decimus.wording.remarks.on_figure import figure_remark
from decimus.wording.remarks.on_groups import group_remark
from decimus.wording.remarks.on_marks import mark_remark
from decimus.wording.remarks.on_reading import column_remark, table_remark
from decimus.wording.remarks.on_spread import spread_remark
from decimus.wording.remarks.on_structure import structure_remark
from decimus.wording.remarks.on_units import summary_remark, unit_remark
from decimus.wording.remarks.order import described, kind_of_type, rank_of
from decimus.wording.remarks.words import RemarkWords

OWN_WORDS = "own words"
"""The kind of remarks on texts that somebody has written."""
_SAID_ONCE = frozenset(map(kind_of_type, (ColumnsNotUsed, OtherOutcomes)))
"""Kinds of remarks about the columns of the table, which hold for every outcome of it."""


def remark_words(results: Results, *, with_comparison: bool = True) -> tuple[RemarkWords, ...]:
    """All remarks on the results, those first that could change them.

    Args:
        results: what they are on.
        with_comparison: False to leave out those for which it would have to be made.
    """
    found: tuple[facts.Remark, ...] = results.remarks_on_data
    if with_comparison:
        found = (*results.remarks, *remarks_on_outcomes(results))
    ranked = sorted(_without_shown(results, found), key=rank_of)
    words = tuple(described(results, remark, _words(results, remark)) for remark in ranked)
    others = _on_others(results, words, with_comparison=with_comparison)
    return (*words, *others, *(_on_own_words(results) if with_comparison else ()))


def _on_own_words(results: Results) -> Iterator[RemarkWords]:
    """What somebody wrote around which something has changed since."""
    if results.problem is not None or not results.question.words.passages:
        return
    from decimus.wording.write_up.passages import TITLES, doubts

    for doubt in doubts(results):
        yield RemarkWords(
            "write_up",
            f"{TITLES[doubt.which]}, in your words.",
            doubt.words,
            doubt.edits,
            kind=OWN_WORDS,
        )


def _without_shown(results: Results, remarks: tuple[facts.Remark, ...]) -> Iterator[facts.Remark]:
    """The remarks; columns that stand on the figure beside the outcome are not without use."""
    if results.problem is not None or not results.question.figure.outcomes:
        yield from remarks
        return
    columns = {own.variable for own in results.question.figure.outcomes}
    shown = {variable_name(results.measurements, column) for column in columns}
    for remark in remarks:
        if isinstance(remark, OtherOutcomes) and set(remark.columns) <= columns:
            continue
        if isinstance(remark, ColumnsNotUsed):
            rest = tuple(each for each in remark.names if each not in shown)
            if rest:
                yield ColumnsNotUsed(rest)
        else:
            yield remark


def _on_others(
    results: Results, known: tuple[RemarkWords, ...], *, with_comparison: bool
) -> Iterator[RemarkWords]:
    """Remarks on outcomes beside the one asked about, where they say something else."""
    said = {remark.head for remark in known}
    if results.problem is not None:
        return
    for other in results_beside(results):
        name = upper_first(outcome_words(other.measurements))
        for remark in remark_words(other, with_comparison=with_comparison):
            if remark.head not in said and remark.kind not in _SAID_ONCE:
                fixes = tuple((label, of_its_axis(edit, other)) for label, edit in remark.fixes)
                yield replace(remark, head=f"{name}: {remark.head}", fixes=fixes)


def _words(  # noqa: PLR0911 - a case per kind
    results: Results, remark: facts.Remark
) -> RemarkWords:
    """The words, by what the remark is about; types see that none is without."""
    if isinstance(remark, TableRemark):
        return table_remark(results, remark)
    if isinstance(remark, ColumnRemark):
        return column_remark(results, remark)
    if isinstance(remark, MarkRemark):
        return mark_remark(results, remark)
    if isinstance(remark, StructureRemark):
        return structure_remark(results, remark)
    if isinstance(remark, DesignRemark):
        return design_remark(results, remark)
    if isinstance(remark, SpreadRemark):
        return spread_remark(results, remark)
    if isinstance(remark, facts.CellRemark):
        return cell_remark(results, remark)
    if isinstance(remark, facts.UnitRemark):
        return unit_remark(results, remark)
    if isinstance(remark, facts.SummaryRemark):
        return summary_remark(results, remark)
    if isinstance(remark, facts.GroupRemark):
        return group_remark(results, remark)
    if isinstance(remark, facts.DrawnRemark):
        return drawn_remark(results, remark)
    return figure_remark(results, remark)
