"""What kinds of charts are called among others, in a menu or a remark."""

from __future__ import annotations

from decimus.terms import ChartKind

KIND_NAMES = {
    ChartKind.BARS: "bars",
    ChartKind.POINTS: "points",
    ChartKind.LINE: "line",
    ChartKind.INTERVALS: "intervals only",
    ChartKind.BOXES: "boxes",
    ChartKind.REPLICATES: "replicates only",
    ChartKind.BEFORE_AFTER: "before and after",
    ChartKind.SERIES: "single runs",
    ChartKind.STACKED: "stacked bars",
    ChartKind.DIFFERENCES: "differences",
}
