"""Which side of a pair is the larger, and what is said where neither can be said to be."""

from __future__ import annotations

import pytest

from decimus.analysis.comparison_results import Order, PairResult
from decimus.analysis.results import Results
from decimus.study import edits
from decimus.study.live_parts import Passage
from decimus.terms import Method
from decimus.wording.comparisons.sentences import result_sentence
from decimus.wording.spans import plain_text
from decimus.wording.write_up.passages import suggested
from tests.conftest import confirmed, results_of

RANKS = edits.ChooseMethod(method=Method.MANN_WHITNEY, name="Mann–Whitney")


def of_two(a: list[float], b: list[float], *more: edits.Edit) -> Results:
    rows = "".join(f"{name},{x}\n" for name, xs in (("a", a), ("b", b)) for x in xs)
    return confirmed(f"feed,score\n{rows}", *more)


def pair_of(results: Results) -> PairResult:
    assert results.comparison is not None
    return results.comparison.pairs[0]


@pytest.mark.parametrize(
    ("a", "b", "order"),
    [
        ([5, 6, 7, 8], [1, 2, 3, 4.5], Order.FIRST_LARGER),
        ([1, 2, 3, 4.5], [5, 6, 7, 8], Order.SECOND_LARGER),
        ([1, 2, 3, 4], [4, 3, 2, 1], Order.NEITHER),
    ],
)
def test_of_means_it_is_the_difference(a: list[float], b: list[float], order: Order) -> None:
    assert pair_of(of_two(a, b)).order is order
    assert pair_of(of_two(b, a)).order is order.turned


def test_a_shift_of_nought_hides_no_direction() -> None:
    """Seven times 1 and five times 2 beside twelve times 1: a is the larger in 5 of 12 pairs of
    values and never the smaller, so P(a > b) = 0.5 + 5 / 24 = 0.708, and the shift is 0.
    """
    results = of_two([1] * 7 + [2] * 5, [1] * 12, RANKS)
    pair = pair_of(results)
    assert pair.estimate == 0
    assert pair.effect is not None
    assert pair.effect.value == pytest.approx(17 / 24)
    assert pair.order is Order.FIRST_LARGER
    assert plain_text(result_sentence(results)).startswith(
        "Score tends to be larger for a than for b: a shift of 0.0"
    )
    assert "tended to be higher for a than for b" in plain_text(suggested(results, Passage.RESULTS))
    turned = of_two([1] * 12, [1] * 7 + [2] * 5, RANKS)
    assert pair_of(turned).order is Order.SECOND_LARGER
    assert "smaller for a than for b" in plain_text(result_sentence(turned))


def test_where_shift_and_ranks_disagree_neither_is_said_to_be_larger() -> None:
    """Twenty units gain a little, eighteen lose much: more gain, yet the shift is a loss."""
    gains = [1 + i / 100 for i in range(20)] + [-10 - i / 100 for i in range(18)]
    rows = "".join(f"u{i},{20 + gain},20\n" for i, gain in enumerate(gains))
    signed = edits.ChooseMethod(method=Method.SIGNED_RANK, name="signed-rank")
    results = results_of(f"unit,late,early\n{rows}", edits.ChooseSameUnits(is_same=True), signed)
    pair = pair_of(results)
    assert pair.rank is not None
    assert {pair.rank.above, pair.rank.of - pair.rank.above} == {18, 20}
    assert pair.order is Order.NEITHER
    window = plain_text(result_sentence(results))
    assert "tends to differ between" in window
    assert "larger" not in window.partition(".")[0]
    paper = plain_text(suggested(results, Passage.RESULTS))
    assert "tended to differ between" in paper
