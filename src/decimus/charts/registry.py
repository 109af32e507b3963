"""All kinds of charts, each a module of its own."""

from __future__ import annotations

from decimus.charts.bars import BARS
from decimus.charts.before_after import BEFORE_AFTER
from decimus.charts.boxes import BOXES
from decimus.charts.differences import DIFFERENCES
from decimus.charts.intervals import INTERVALS
from decimus.charts.kinds import Chart
from decimus.charts.lines import LINE
from decimus.charts.points import POINTS
from decimus.charts.replicates import REPLICATES
from decimus.charts.series import SERIES
from decimus.charts.stacked import STACKED
from decimus.terms import ChartKind

_ALL = (
    BARS,
    POINTS,
    LINE,
    INTERVALS,
    BOXES,
    REPLICATES,
    BEFORE_AFTER,
    SERIES,
    STACKED,
    DIFFERENCES,
)
CHARTS: dict[ChartKind, Chart] = {chart.kind: chart for chart in _ALL}
"""Every kind of chart, in the order in which they are offered."""
