"""The write-up's sentences in every situation: as expected, whole, and true to the engine."""

from __future__ import annotations

import re

import pytest

from decimus.study.live_parts import Passage
from decimus.wording.comparisons.sentences import pair_size
from decimus.wording.numbers import number
from decimus.wording.spans import plain_text
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.passages import suggested
from decimus.wording.write_up.results_text import results_paragraph
from tests.conftest import confirmed, results_of
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
    results = confirmed(paper.table, *paper.chosen)
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


def said_of(table: str) -> tuple[str, str]:
    """Results and methods as said of a table, with plain spaces."""
    results = results_of(table)
    texts = (results_paragraph(results), methods_paragraph(results))
    found = tuple(plain_text(text).replace("\u00a0", " ") for text in texts)
    return found[0], found[1]


def test_a_group_without_a_value_is_not_passed_over() -> None:
    _, methods = said_of("site,x\nbog,\nbog,\nfen,1\nfen,3\nwood,5\nwood,6\nheath,9\nheath,6\n")
    assert "There was no measurement for bog, which was not compared." in methods
    _, methods = said_of("site,x\nfen,1\nfen,3\nwood,5\nwood,6\n")
    assert "no measurement" not in methods


@pytest.mark.parametrize(
    ("levels", "said"),
    [
        (("2019", "2021"), "In 2019 "),
        (("08:00", "17:30"), "At 08:00 "),
        (("fen", "bog"), "For fen "),
        (("10 °C", "20 °C"), "At 10 °C "),
    ],
)
def test_one_stands_in_a_year_and_at_an_hour(levels: tuple[str, str], said: str) -> None:
    rows = "".join(f"{level},{value}\n" for level in levels for value in (1, 3, 4))
    text = plain_text(suggested(results_of(f"when,x\n{rows}"), Passage.GROUPS))
    assert text.replace("\u00a0", " ").startswith(said)


@pytest.mark.parametrize(
    ("values", "decimals"),
    [
        # The largest SD has three digits: 0.269, and 9.11.
        (("0.333333333333333", "0.142857142857143", "0.666666666666667", "0.285714285714286"), 3),
        (("25.3835341655055", "12.5", "12.25", "12.75"), 2),
        (("0.000000000012", "0.000000000013", "0.000000000021", "0.000000000019"), 12),
        (("7.111111111111111",) * 4, 5),
        (("1.5", "2.25", "1.75", "2.50"), 3),
    ],
)
def test_digits_that_a_program_worked_out_are_not_written(
    values: tuple[str, ...], decimals: int
) -> None:
    rows = "".join(f"{'ab'[i // 2]},{value}\n" for i, value in enumerate(values))
    assert results_of(f"g,x\n{rows}").groups.decimals == decimals
