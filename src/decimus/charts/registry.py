"""All kinds of charts, each a module of its own."""

from __future__ import annotations

from decimus.charts.bars import BARS
from decimus.charts.kinds import Chart
from decimus.charts.points import POINTS
from decimus.terms import ChartKind

CHARTS: dict[ChartKind, Chart] = {chart.kind: chart for chart in (BARS, POINTS)}
"""Every kind of chart, in the order in which they are offered."""
