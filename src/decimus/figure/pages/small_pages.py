"""A figure as a small picture of itself: another kind of the same data, without its words."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.figure.content import content_of
from decimus.figure.layout import laid_out
from decimus.figure.marks import Measure, Page
from decimus.terms import ChartKind, FitLine, Orientation

_WIDTH, _HEIGHT = 42.0, 31.0
_LETTERS = 4.5


def small_page(results: Results, kind: ChartKind, measure: Measure) -> Page:
    """The figure of these results as another kind, small and without titles, keys and lines.

    Args:
        results: what to show.
        kind: the kind of chart.
        measure: how much room a text takes.
    """
    question = results.question
    look = replace(
        question.figure.look,
        width_mm=_WIDTH,
        height_mm=_HEIGHT,
        text_pt=_LETTERS,
        point_mm=1.3,
        line_pt=0.5,
        replicate_mm=0.6,
    )
    figure = replace(
        question.figure,
        kind=kind,
        look=look,
        group_title="",
        value_title="",
        drawn_pairs=(),
        shows_key=False,
        fit=FitLine.NONE,
        orientation=question.figure.orientation or Orientation.UPRIGHT,
        moved=(),
        outcomes=(),
        title="",
        subtitle="",
        notes=(),
    )
    study = results.study.with_question(results.number, replace(question, figure=figure))
    shown = Results(study, results.number, results, results.decimal_sign)
    return laid_out(content_of(shown), measure)
