"""Which test is suggested, what is refused and why."""

from __future__ import annotations

import pytest

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.comparisons import compare
from decimus.analysis.designs import Kind
from decimus.analysis.results import Results
from decimus.errors import DesignError
from decimus.study.edits import ChooseAdjustment, ChooseComparisonLevel, ChooseMethod, WriteCells
from decimus.study.history import History
from decimus.terms import Adjustment, IntervalKind, Method
from decimus.wording.comparisons.reasons import reason
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, TWO_GROUPS, results_of


def compared(results: Results) -> Comparison:
    """The comparison; raises why there is none."""
    return compare(results.compared, results.design, results.question.comparison)


def method(name: Method) -> ChooseMethod:
    return ChooseMethod(method=name, name=name.value)


def test_two_groups_suggest_welch() -> None:
    comparison = compared(results_of(TWO_GROUPS))
    assert comparison.design.kind is Kind.TWO_GROUPS
    assert comparison.method is Method.WELCH_T
    assert comparison.pairs[0].a.levels == ("old",)
    assert comparison.pairs[0].p_adjusted is None
    assert comparison.residual.df == 5


def test_several_groups_suggest_anova_with_tukey() -> None:
    comparison = compared(results_of(FIVE_BY_FOUR))
    assert comparison.method is Method.ANOVA
    assert comparison.adjustment is Adjustment.TUKEY
    assert len(comparison.pairs) == 10
    assert {pair.ci_kind for pair in comparison.pairs} == {IntervalKind.SIMULTANEOUS}
    assert comparison.pair(("8",), ("0",)) is comparison.pairs[3]
    assert comparison.pair(("8",), ("9",)) is None


def test_two_factors_suggest_a_model_of_both() -> None:
    comparison = compared(results_of(TWO_FACTORS))
    assert comparison.design.kind is Kind.CELLS
    assert comparison.method is Method.TWO_WAY
    assert [term.name for term in comparison.terms] == ["salt", "light", "salt × light"]
    assert len(comparison.groups) == 4


def test_a_choice_wins_over_the_suggestion() -> None:
    comparison = compared(results_of(TWO_GROUPS, method(Method.STUDENT_T)))
    assert (comparison.method, comparison.suggested) == (Method.STUDENT_T, Method.WELCH_T)
    unadjusted = ChooseAdjustment(adjustment=Adjustment.NONE, name="none")
    comparison = compared(results_of(FIVE_BY_FOUR, unadjusted))
    assert comparison.adjustment is Adjustment.NONE
    assert all(pair.p_adjusted is None for pair in comparison.pairs)
    assert {pair.statistic for pair in comparison.pairs} == {"t"}


def test_levels_set_alpha() -> None:
    comparison = compared(results_of(TWO_GROUPS, ChooseComparisonLevel(level=99)))
    assert comparison.alpha == 0.01


def test_direction_is_reading_order_whatever_is_shown() -> None:
    """Amounts are shown ascending; differences stay first read minus second read."""
    comparison = compared(results_of("8,0\n1.5,2.5\n1.6,2.8\n"))
    assert comparison.pairs[0].a.levels == ("8",)
    assert comparison.pairs[0].mean_difference == pytest.approx(-1.1)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("a\n1\n2\n", "only one group, “a”, and no value to compare it with"),
        ("a,b\n1,2\n", "Both groups have only 1 replicate"),
        ("a,b\n1,2\n3,\n", "Group “b” has 1 replicate; Welch’s t-test needs at least 2"),
        ("a,b,c\n1,2,4\n", "Every group has only 1 replicate"),
        ("a,b\n1,2\n1,2\n", "All values are equal within “a” and “b”"),
        ("a,b,c\n1,2,4\n1,2,4\n", "All values are equal within “a”, “b” and “c”"),
    ],
)
def test_what_cannot_be_compared_says_why(text: str, words: str) -> None:
    results = results_of(text)
    assert results.comparison is None
    assert isinstance(results.refusal, DesignError)
    assert words in results.refusal.what
    assert results.refusal.remedy


def test_a_t_test_of_three_groups_is_refused() -> None:
    with pytest.raises(DesignError, match="compares two groups; here are 5"):
        compared(results_of(FIVE_BY_FOUR, method(Method.WELCH_T)))


def test_one_flat_group_is_no_obstacle_to_welch() -> None:
    assert results_of("a,b\n1,2\n1,3\n1,5\n").comparison is not None


def test_students_t_can_do_with_one_replicate() -> None:
    results = results_of("a,b\n1,2\n,3\n,5\n", method(Method.STUDENT_T))
    assert results.comparison is not None
    assert results.comparison.pairs[0].df == 2


def test_groups_without_values_are_left_out_by_name() -> None:
    comparison = compared(results_of("n,a,b,c\nx,1,4,NA\ny,2,5,NA\n"))
    assert [group.levels for group in comparison.left_out] == [("c",)]
    assert comparison.method is Method.WELCH_T
    assert reason(comparison).endswith("“c” left out: no values.")


def test_unchanged_cells_are_not_read_again(salt_history: History) -> None:
    """A changed level keeps the measurements; a changed cell reads them anew."""
    before = Results(salt_history.study)
    _ = before.measurements
    relevel = ChooseComparisonLevel(level=90)
    after = Results(salt_history.after(relevel).study, before=before)
    assert after.measurements is before.measurements
    typed = WriteCells(row=1, column=1, cells=(("12.0",),))
    changed = Results(salt_history.after(typed).study, before=before)
    assert changed.measurements is not before.measurements
    assert changed.groups.group(("0",)).summary.values[0] == 12.0
