"""Every sentence of every situation is the one that was read; numbers in them are the engine's."""

from __future__ import annotations

import re

import pytest

from decimus.wording.comparisons.sentences import difference_words, result_sentence
from decimus.wording.numbers import number
from decimus.wording.spans import plain_text
from tests.conftest import results_of
from tests.wording.sentences import SENTENCES
from tests.wording.situations import SITUATIONS, said


@pytest.mark.parametrize("situation", SITUATIONS)
def test_what_is_said(situation: str) -> None:
    text, changes = SITUATIONS[situation]
    found = dict(said(results_of(text, *changes)))
    wanted = SENTENCES[situation]
    assert {kind: found.get(kind) for kind in wanted} == wanted


def test_there_are_enough_of_them() -> None:
    assert set(SENTENCES) == set(SITUATIONS)
    every = {sentence for kinds in SENTENCES.values() for sentence in kinds.values()}
    assert len(every) >= 150


@pytest.mark.parametrize("situation", SITUATIONS)
def test_no_sentence_is_broken(situation: str) -> None:
    """Ends with a full stop, holds no placeholder, no double space, no doubled word."""
    for kind, sentence in SENTENCES[situation].items():
        assert sentence.endswith((".", "!")) or kind == "refused"
        assert sentence[0].isupper() or sentence.startswith(("pH", "mRNA", "p ", "#"))
        assert "  " not in sentence
        assert not re.search(r"\b(\w+) \1\b", re.sub("#|%", "", sentence))
        for broken in ("None)", "nan", "()", "  ", " ,", " .", "..", "replicates were replicates"):
            assert broken not in sentence


@pytest.mark.parametrize("situation", SITUATIONS)
def test_numbers_in_words_are_those_of_the_engine(situation: str) -> None:
    """The difference of two groups and both its ends stand in the result as they were found."""
    text, changes = SITUATIONS[situation]
    results = results_of(text, *changes)
    comparison = results.comparison
    assert comparison is not None
    for pair in comparison.pairs:
        words = difference_words(results, pair).replace("\u00a0", " ")
        if "percentage points" in words or "ratio" in words:
            continue
        assert words.startswith(number(pair.estimate, results.groups.decimals))
        if pair.ci_lower is not None and pair.ci_upper is not None:
            ends = (number(end, results.groups.decimals) for end in (pair.ci_lower, pair.ci_upper))
            assert " to ".join(ends) in words
    if comparison.is_of_two:
        said_of = plain_text(result_sentence(results)).replace("\u00a0", " ")
        assert difference_words(results, comparison.pairs[0]).replace("\u00a0", " ") in said_of
