"""The write-up's sentences in every situation: as expected, whole, and true to the engine."""

from __future__ import annotations

import re

import pytest

from decimus.wording.comparisons.sentences import pair_size
from decimus.wording.numbers import number
from decimus.wording.spans import plain_text
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.results_text import results_paragraph
from tests.conftest import results_of
from tests.wording.paper_situations import METHODS, PAPERS
from tests.wording.situations import masked

PLACEHOLDERS = (
    "replicates were replicates",
    "what?",
    "when?",
    "nan",
    "None)",
    "inf",
    "{",
    "}",
    "()",
)


@pytest.mark.parametrize("situation", PAPERS)
def test_the_results_read_as_they_should(situation: str) -> None:
    paper = PAPERS[situation]
    results = results_of(paper.table, *paper.chosen)
    text = plain_text(results_paragraph(results))
    assert masked(text) == paper.results
    methods = plain_text(methods_paragraph(results))
    if situation in METHODS:
        assert masked(methods) == METHODS[situation]
    for said in (text, methods):
        assert said.endswith(".")
        assert not re.search(r"  |\.\.| ,| \.|\( |,\)|\b(\w{4,}) \1\b", said.replace("\u00a0", "_"))
        for placeholder in PLACEHOLDERS:
            assert placeholder not in said
    # Every number of the first pair that is told is the engine's, rounded.
    comparison = results.comparison
    assert comparison is not None
    pair = comparison.pairs[0] if comparison.pairs else None
    if comparison.is_of_two and pair is not None and "ratio" not in text:
        size = pair_size(results, pair)
        for value in (size.value, *size.ends):
            if value is not None:
                assert number(value, size.decimals, results.numerals) in text


def test_there_are_enough_situations() -> None:
    assert len(PAPERS) >= 100
    assert len({paper.results for paper in PAPERS.values()}) >= 80
