"""The number style of a study reaches every word, table and figure: nothing keeps its own."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest

from decimus import __version__
from decimus.analysis.results import Results
from decimus.figure.layout import page_of
from decimus.figure.marks import Label
from decimus.figure.outlines import measure
from decimus.report.summary_tables import shown_rows
from decimus.study import edits
from decimus.study.edits import ChooseNumberStyle, Edit
from decimus.terms import Alternative, ErrorBar, FitLine, Height, Side
from decimus.wording.comparisons.reports import report_text
from decimus.wording.comparisons.sentences import result_sentence
from decimus.wording.figure.alt_text import alt_text
from decimus.wording.remarks.order import is_lesson
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.group_sentences import group_sentence
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.paragraphs import summary_table
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, study_of

FRACTIONS = "Dose (g/L)\t1\t2\t5\n" + "\n".join(
    f"f{n}\t{-1 + n / 7:.3f}\t{12345.25 + n}\t{n * 1.5 - 40}" for n in range(1, 9)
)
SITUATIONS: dict[str, tuple[str, tuple[Edit, ...]]] = {
    "five groups": (FIVE_BY_FOUR, ()),
    "two factors": (TWO_FACTORS, ()),
    "fractions": (
        FRACTIONS,
        (
            edits.ChooseComparisonLevel(level=99.5),
            edits.ChooseSetting(name="fit", value=FitLine.STRAIGHT.value),
            edits.ChooseErrorBar(error_bar=ErrorBar.MULTIPLE_OF_SD, factor=1.5),
            edits.ChooseAlternative(alternative=Alternative.GREATER),
        ),
    ),
    "shares": (
        FRACTIONS,
        (
            edits.ChooseThreshold(threshold=0.25, side=Side.ABOVE),
            edits.ChooseHeight(height=Height.SHARE),
        ),
    ),
}


def everything(situation: str, *more: Edit) -> Iterator[str]:
    """All that is said of a study, in words, tables and on the figure."""
    text, made = SITUATIONS[situation]
    study = study_of(text, *made, *more)
    study = edits.ChooseSetting(name="value_labels", value="height-and-bar").apply(study)
    results = Results(study)
    yield plain_text(caption(results))
    yield alt_text(results)
    yield plain_text(methods_paragraph(results)).replace(__version__, "")
    yield from (plain_text(group_sentence(results, group)) for group in results.groups.shown)
    yield summary_table(results).as_tabs()
    yield from (" ".join(row) for row in shown_rows(results))
    if results.comparison is not None:
        yield plain_text(result_sentence(results))
        yield report_text(results)
    yield from (f"{r.head} {r.why}" for r in remark_words(results) if not is_lesson(r.kind))
    yield from (m.text for m in page_of(results, measure).marks if isinstance(m, Label))


STYLES = {
    "comma": (ChooseNumberStyle(name="decimal_sign", value=","), r"\d\.\d"),
    "no zero": (ChooseNumberStyle(name="leading_zero", value=False), r"p\s?[=<>≥]\s?0[.,]\d"),
    "hyphen": (ChooseNumberStyle(name="minus", value="hyphen"), r"\u2212\d"),
    "tight": (ChooseNumberStyle(name="spaces", value="none"), r"\d\s%|\w[)²]?\s=\s[\d\u2212]"),
    "thousands": (ChooseNumberStyle(name="thousands", value="comma"), r"\d{5}"),
    "p decimals": (ChooseNumberStyle(name="p_decimals", value=2), r"p\s=\s0\.[1-9]\d{2}"),
}


@pytest.mark.parametrize("style", STYLES)
@pytest.mark.parametrize("situation", SITUATIONS)
def test_nothing_keeps_a_style_of_its_own(situation: str, style: str) -> None:
    edit, never = STYLES[style]
    for text in everything(situation, edit):
        found = re.search(never, text)
        assert found is None, (text[max(0, found.start() - 40) : found.end() + 20], text[:80])
