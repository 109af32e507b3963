"""Remarks in words: what, where and why it matters."""

from __future__ import annotations

from decimus.analysis import remarks as facts
from decimus.analysis.remarks_on_reading import ColumnRemark, DesignRemark, TableRemark
from decimus.analysis.remarks_on_spread import SpreadRemark
from decimus.analysis.results import Results
from decimus.wording.remarks.on_cells import cell_remark
from decimus.wording.remarks.on_drawn import drawn_remark
from decimus.wording.remarks.on_figure import figure_remark
from decimus.wording.remarks.on_groups import group_remark
from decimus.wording.remarks.on_reading import column_remark, design_remark, table_remark
from decimus.wording.remarks.on_spread import spread_remark
from decimus.wording.remarks.on_units import summary_remark, unit_remark
from decimus.wording.remarks.order import described, rank_of
from decimus.wording.remarks.words import RemarkWords


def remark_words(results: Results, *, with_comparison: bool = True) -> tuple[RemarkWords, ...]:
    """All remarks on the results, those first that could change them.

    Args:
        results: what they are on.
        with_comparison: False to leave out those for which it would have to be made.
    """
    found = results.remarks if with_comparison else results.remarks_on_data
    ranked = sorted(found, key=rank_of)
    return tuple(described(results, remark, _words(results, remark)) for remark in ranked)


def _words(  # noqa: PLR0911 - a case per kind
    results: Results, remark: facts.Remark
) -> RemarkWords:
    """The words, by what the remark is about; types see that none is without."""
    if isinstance(remark, TableRemark):
        return table_remark(results, remark)
    if isinstance(remark, ColumnRemark):
        return column_remark(results, remark)
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
