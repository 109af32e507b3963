"""Live parts meet the suggestion they are taken from: the same words, now and after a change."""

from __future__ import annotations

from collections import Counter

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from decimus.analysis.results import Results
from decimus.examples.catalogue import example
from decimus.study.edits import (
    BringInTable,
    ChooseErrorBar,
    ChooseHeight,
    ChooseNumberStyle,
    RenameLevel,
    WriteCells,
)
from decimus.study.history import History
from decimus.study.live_parts import Fact, FactPart, Live, Passage, Piece
from decimus.terms import ErrorBar, Height
from decimus.wording.letters import as_printed
from decimus.wording.spans import Style, plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.offered import offers
from decimus.wording.write_up.parts import part_text
from decimus.wording.write_up.passages import (
    doubts,
    live_piece,
    passage,
    pieces_of,
    skeleton,
    spans_of,
    suggested,
    write,
)
from tests.conftest import results_of, table_of_text
from tests.wording.paper_situations import PAPERS

ONE_EACH = "Salt,Area of leaves\nnone,4.1\nsome,5.2\nmuch,6.3\n"
THREE = "Group,Area (mm²)\n" + "".join(
    f"{name},{value}\n"
    for name, values in (
        ("fern", (10, 11, 12, 13)),
        ("moss", (14, 15, 13, 16)),
        ("sedge", (19, 21, 20, 18)),
    )
    for value in values
)


def texts_of(results: Results, pieces: tuple[Piece, ...]) -> list[str]:
    """What each piece says now."""
    return ["".join(span.text for span in spans) for spans in spans_of(results, pieces)]


def assert_reads_as_suggested(results: Results) -> None:
    for which in Passage:
        sentence = suggested(results, which)
        pieces = pieces_of(sentence)
        assert "".join(texts_of(results, pieces)) == plain_text(sentence)
        for piece in pieces:
            if isinstance(piece, Live) and isinstance(piece.what, FactPart):
                assert part_text(results, piece.what)


@pytest.mark.parametrize("situation", PAPERS)
def test_a_suggestion_written_back_says_the_same(situation: str) -> None:
    paper = PAPERS[situation]
    assert_reads_as_suggested(results_of(paper.table, *paper.chosen))


@pytest.mark.parametrize("height", Height)
@pytest.mark.parametrize("error_bar", ErrorBar)
def test_under_every_height_and_error_bar(height: Height, error_bar: ErrorBar) -> None:
    table = THREE
    comma = ChooseNumberStyle(name="decimal_sign", value=",")
    for edits in ((), (comma,)):
        results = results_of(
            table, ChooseHeight(height=height), ChooseErrorBar(error_bar=error_bar), *edits
        )
        if results.problem is None:
            assert_reads_as_suggested(results)


def test_what_stands_in_a_suggestion_is_offered_elsewhere() -> None:
    results = results_of(THREE)
    offered = {offer.part for offer in offers(results)}
    for which in (Passage.RESULTS, Passage.METHODS, Passage.GROUPS):
        found = {p.what for p in pieces_of(suggested(results, which)) if isinstance(p, Live)}
        assert found <= offered


def test_of_one_value_in_each_group() -> None:
    results = results_of(ONE_EACH)
    assert_reads_as_suggested(results)
    assert part_text(results, FactPart(Fact.UNIT_NAMES)) == "replicate"


@settings(max_examples=25)
@given(
    st.lists(st.tuples(st.integers(1, 12), st.integers(5, 25)), min_size=1, max_size=6),
    st.sampled_from([which for which in Passage if which is not Passage.CAPTION]),
)
def test_where_no_doubt_is_said_an_own_text_tells_what_would_be_suggested(
    changes: list[tuple[int, int]], which: Passage
) -> None:
    history = History().after(BringInTable(table=table_of_text(THREE, title="plants")))
    before = Results(history.study)
    pieces = pieces_of(suggested(before, which))
    history = history.after(write(before, which, pieces))
    for row, value in changes:
        history = history.after(WriteCells(row=row, column=1, cells=((str(value),),)))
    after = Results(history.study)
    if after.problem is not None or any(doubt.which is which for doubt in doubts(after)):
        return
    fresh = pieces_of(suggested(after, which))
    said, wanted = texts_of(after, pieces), texts_of(after, fresh)
    assert Counter(said) == Counter(wanted)


def kept_as_own(table: str) -> History:
    """A study whose results are the suggestion, kept as somebody's own."""
    history = History().after(BringInTable(table=table_of_text(table, title="plants")))
    results = Results(history.study)
    pieces = pieces_of(suggested(results, Passage.RESULTS))
    return history.after(write(results, Passage.RESULTS, pieces))


def test_a_new_name_of_a_group_is_no_doubt() -> None:
    rename = RenameLevel(variable=0, level="fern", label="bracken")
    results = Results(kept_as_own(THREE).after(rename).study)
    assert doubts(results) == ()
    assert "bracken" in plain_text(passage(results, Passage.RESULTS))


def test_the_same_words_about_other_pairs_are_doubted() -> None:
    low, high = (10, 11, 12, 13), (19, 21, 20, 18)
    rows = [f"{name},{v}\n" for name, vs in (("a", low), ("b", low), ("c", high)) for v in vs]
    history = kept_as_own("Group,Area\n" + "".join(rows))
    before = Results(history.study)
    for row, value in enumerate((*high, *low, *low), 1):
        history = history.after(WriteCells(row=row, column=1, cells=((str(value),),)))
    after = Results(history.study)
    which = Passage.RESULTS
    assert skeleton(suggested(before, which)) == skeleton(suggested(after, which))
    # Of b and c, which are equal now, neither is the smaller.
    equal, others = doubts(after)
    assert equal.words == "No longer followed, as it is not there any more: “smaller”"
    assert others.words.startswith("What is suggested reads otherwise")


def test_the_letter_of_p_is_slanted_in_frozen_words_and_in_choices() -> None:
    results = Results(example("duckweed").history().study)
    frozen = Live(FactPart(Fact.N), "p = 0.012", is_frozen=True)
    for spans in (live_piece(results, frozen), as_printed(caption(results))):
        letters = [span for span in spans if span.text == "p"]
        assert letters
        assert all(span.style is Style.ITALIC for span in letters)
