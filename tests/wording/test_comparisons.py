"""Comparisons in words: what is assumed, what overlap says, both ways, names, planning."""

from __future__ import annotations

import math
import random

import pytest

from decimus.analysis.planning import planning_of
from decimus.analysis.results import Results
from decimus.statistics.distributions import t_two_sided
from decimus.statistics.effect_sizes import EffectSize, partial_eta_squared
from decimus.statistics.student_t import t_quantile
from decimus.study import edits
from decimus.study.adjustments import Logarithm
from decimus.study.number_styles import PLAIN
from decimus.study.questions import PairOfGroups
from decimus.study.readings import CELLS, SetAside
from decimus.terms import (
    Adjustment,
    Alternative,
    ComparisonText,
    ErrorBar,
    Height,
    Method,
    PairSet,
    SumsOfSquares,
)
from decimus.wording.comparisons.checks import check_lines
from decimus.wording.comparisons.choices import comparison_sentence
from decimus.wording.comparisons.main_effects import main_effects_sentence
from decimus.wording.comparisons.method_names import follow_up_name
from decimus.wording.comparisons.pair_working import pair_working, statistic_working
from decimus.wording.comparisons.planning import planning_sentence, planning_working
from decimus.wording.comparisons.reasons import assumed, considerations, reason
from decimus.wording.comparisons.sentences import (
    difference_words,
    effect_sentence,
    effect_words,
    pairs_summary,
    result_sentence,
)
from decimus.wording.comparisons.shares import shares_sentence
from decimus.wording.comparisons.trends import trend_sentence
from decimus.wording.comparisons.with_and_without import both_ways
from decimus.wording.figure.overlap import overlap_note
from decimus.wording.p_values import star_key
from decimus.wording.spans import Sentence, plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.methods import methods_paragraph
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, TWO_GROUPS, results_of

SAME_TWICE = "visitor,old,new\nv1,10,8\nv2,12,9\nv3,11,9\nv4,14,12.5\nv5,9,\n"


def plain(sentence: Sentence) -> str:
    return plain_text(sentence).replace("\u00a0", " ")


def by(method: Method) -> edits.ChooseMethod:
    return edits.ChooseMethod(method=method, name=method.value)


@pytest.mark.parametrize("error_bar", list(ErrorBar))
def test_overlap_is_explained_for_every_bar(error_bar: ErrorBar) -> None:
    """No bar says "alike" by overlapping; none at all says nothing."""
    height = Height.MEDIAN if error_bar is ErrorBar.QUARTILES else Height.MEAN
    results = results_of(
        TWO_GROUPS,
        edits.ChooseHeight(height=height),
        edits.ChooseErrorBar(error_bar=error_bar),
    )
    note = overlap_note(results.groups)
    if error_bar is ErrorBar.NONE:
        assert note == ""
        return
    assert note.endswith("is the interval of their difference, in Comparisons.")
    assert len(note) > 120


def test_overlap_of_bars_of_the_same_units_says_nothing() -> None:
    assert "overlap says nothing here" in overlap_note(results_of(SAME_TWICE).groups)


@pytest.mark.parametrize("method", [m for m in Method if m is not Method.AUTO])
def test_every_method_says_what_it_assumes(method: Method) -> None:
    """On a table that it fits, with a name for its follow-up and a working of its statistic."""
    tables = {
        Method.ONE_SAMPLE_T: "a\n1\n2\n4\n",
        Method.TWO_WAY: TWO_FACTORS,
        Method.THREE_WAY: _three_factors(),
        Method.SPLIT_PLOT: _split_plot(),
        Method.PAIRED_T: SAME_TWICE,
        Method.SIGNED_RANK: SAME_TWICE,
        Method.REPEATED_MEASURES: SAME_TWICE,
        Method.FRIEDMAN: SAME_TWICE,
        Method.CROSSED_WITHIN: CROSSED_WITHIN,
        Method.BINOMIAL: "a\n1\n0\n1\n1\n",
        Method.FISHER: "a,b\n1,0\n0,0\n1,1\n1,0\n",
        Method.FREEMAN_HALTON: "a,b,c\n1,0,1\n0,0,1\n1,1,0\n1,0,1\n",
    }
    few = method in (Method.WELCH_T, Method.STUDENT_T, Method.MANN_WHITNEY)
    text = tables.get(method, TWO_GROUPS if few else FIVE_BY_FOUR)
    reference = {Method.ONE_SAMPLE_T: 1.5, Method.BINOMIAL: 0.4}.get(method)
    more = [] if reference is None else [edits.ChooseReference(reference=reference)]
    results = results_of(text, by(method), *more)
    comparison = results.comparison
    assert comparison is not None, results.refusal
    assert comparison.method is method
    assert assumed(results).startswith("Assumed: ")
    assert reason(comparison)
    for term in comparison.terms:
        assert statistic_working(results, term).result
    for pair in comparison.pairs[:3]:
        working = pair_working(results, pair)
        assert working.reading
        assert "nan" not in working.as_text()
    assert plain(result_sentence(results)).endswith(".")
    assert follow_up_name(method, comparison.adjustment)


CROSSED_WITHIN = "plant,light,time,area\n" + "".join(
    f"{plant},{light},{time},{10 + i * j + 2 * j + 3 * k * i + (i + j * i + 2 * k * j) ** 2 % 7}\n"
    for i, plant in enumerate("pqrs")
    for j, light in enumerate(("dim", "bright"))
    for k, time in enumerate(("noon", "night"))
)


def _three_factors() -> str:
    rows = [
        f"{a},{b},{c},{10 + 3 * i + j * j + 2 * k * r}"
        for i, a in enumerate("pq")
        for j, b in enumerate("rs")
        for k, c in enumerate("uv")
        for r in (1, 2, 4)
    ]
    return "one,two,three,area\n" + "\n".join(rows) + "\n"


def _split_plot() -> str:
    rows = [
        f"visitor {i},{'old' if i < 3 else 'new'},{week},{10 + i * i % 7 + 3 * w + (i * w) % 4}"
        for i in range(6)
        for w, week in enumerate(("first", "second", "third"))
    ]
    return "visitor,signs,week,seconds\n" + "\n".join(rows) + "\n"


def test_directions_stand_in_sentence_caption_and_result() -> None:
    drawn = edits.ChooseDrawnComparisons(pairs=(PairOfGroups(("new",), ("old",)),), words="one")
    results = results_of(SAME_TWICE, edits.ChooseAlternative(alternative=Alternative.LESS), drawn)
    assert "one-sided: new below old" in plain(comparison_sentence(results))
    assert "one-sided: new below old" in plain(caption(results))
    assert "one-sided p" in plain(result_sentence(results))
    assert "on 4 complete visitors" in plain(caption(results))
    other = results_of(SAME_TWICE, edits.ChooseAlternative(alternative=Alternative.GREATER))
    assert plain(result_sentence(other)).startswith(
        "That measurement for new lies above that for old is not"
    )


def test_logarithms_are_reported_as_ratios() -> None:
    """Tenfold everywhere: the ratio is 0.1 as read, and a factor of 10 in the result."""
    text = "a,b\n1,10\n2,20\n4,40\n"
    results = results_of(text, edits.Adjust(adjustment=Logarithm(10), words="log"))
    assert results.comparison is not None
    pair = results.comparison.pairs[0]
    assert difference_words(results, pair).startswith("a ratio of 0.100 (")
    said = plain(result_sentence(results))
    assert said.startswith("Measurement is smaller for a than for b: a ratio of 0.100 (")


def test_a_control_taken_for_a_constant_is_pointed_out() -> None:
    """Percentages of a control against 100 %: the control's own spread is not in the test."""
    percentages = "growth (%)\n80\n92\n75\n"

    def words(reference: float) -> str:
        results = results_of(percentages, edits.ChooseReference(reference=reference))
        assert results.comparison is not None, results.refusal
        return " ".join(each.text for each in considerations(results))

    assert "its own spread is left out of this test" in words(100.0)
    assert words(60.0) == ""


def test_methods_name_family_direction_and_squares() -> None:
    unbalanced = TWO_FACTORS + "4,bright,7.0\n"
    results = results_of(unbalanced, edits.ChooseSumsOfSquares(kind=SumsOfSquares.GIVEN_LOWER))
    text = plain_text(methods_paragraph(results)).replace("\u00a0", " ")
    assert "cells within each level of the other factor (4 comparisons as one family)" in text
    assert "each term was tested given those not containing it (type ii)" in text.lower()
    assert "each term given those not containing it" in plain(comparison_sentence(results))
    unadjusted = edits.ChooseAdjustment(adjustment=Adjustment.NONE, name="none")
    assert "followed by unadjusted t-tests for all pairs" in plain_text(
        methods_paragraph(results_of(FIVE_BY_FOUR, unadjusted))
    )
    none = edits.ChoosePairs(pair_set=PairSet.NONE, words="nothing")
    assert "followed by" not in plain_text(methods_paragraph(results_of(FIVE_BY_FOUR, none)))


def test_both_ways_only_where_something_is_aside_or_far_out() -> None:
    assert both_ways(results_of(TWO_GROUPS)) == ""
    aside = SetAside("spilled", row=1, column=1)
    edit = edits.SetValuesAside(asides=(aside,), name="a value")
    results = results_of(FIVE_BY_FOUR, edit)
    said = both_ways(results).replace("\u00a0", " ")
    assert said.startswith("Without the value set aside: F(4, 13)")
    assert "; with it: F(4, 14)" in said
    assert said in plain_text(methods_paragraph(results)).replace("\u00a0", " ")


def test_planning_says_what_the_design_can_show() -> None:
    """Paired, pooled and one-sample plan on their own SD; ranks are not planned."""
    paired = results_of(SAME_TWICE)
    assert paired.comparison is not None
    plan = planning_of(paired.comparison, 80.0, 2.0)
    assert plan is not None
    assert plan.is_of_differences
    assert plan.n == 4
    assert plan.sd_used > plan.sd
    assert plan.needed is not None
    assert plan.alpha == pytest.approx(0.05)
    several = results_of(FIVE_BY_FOUR, edits.StateRelevantDifference(difference=0.5))
    assert "To show that takes" in plain(planning_sentence(several))
    working = planning_working(several)
    assert working is not None
    assert "adjusted for 10 pairs" in working.reading
    ranks = results_of(FIVE_BY_FOUR, by(Method.KRUSKAL_WALLIS))
    assert plain(planning_sentence(ranks)).startswith("There is no planning for this test")
    assert planning_working(ranks) is None


def test_a_line_is_said_with_its_units() -> None:
    text = "Salt (g/L),0,1,2,4\nf1,10,9,8,6.5\nf2,11,9.5,8.5,6\nf3,10.5,9.2,8,6.8\n"
    results = results_of(
        text,
        edits.NameVariable(variable=CELLS, name="frond area"),
        edits.ChooseUnit(variable=CELLS, unit="mm²"),
    )
    said = trend_sentence(results).replace("\u00a0", " ")
    assert said.startswith("Frond area changes by −")
    assert "mm² per g/L" in said
    assert "Lack of fit: F(2, 8)" in said
    assert trend_sentence(results_of(TWO_FACTORS)) == ""


def test_checks_of_what_cannot_be_checked_say_why() -> None:
    given = results_of("site,mean,sd,n\na,1,1,5\nb,2,1,5\n")
    assert check_lines(given) == ("Single values are not known, so nothing can be checked.",)
    ranks = results_of(FIVE_BY_FOUR, by(Method.KRUSKAL_WALLIS))
    assert check_lines(ranks) == ("Tests on ranks assume no distribution.",)
    two = results_of(SAME_TWICE, by(Method.REPEATED_MEASURES))
    assert any("two conditions have only one difference" in line for line in check_lines(two))


def test_shares_of_two_groups_are_compared() -> None:
    share = edits.ChooseHeight(height=Height.SHARE, threshold=2.5)
    said = shares_sentence(results_of(TWO_GROUPS, share)).replace("\u00a0", " ")
    assert said.startswith("The share in old less that in new is −16.7 percentage points (95 % CI")
    assert said.endswith("Fisher’s exact test: p > 0.99.")
    assert shares_sentence(results_of(TWO_GROUPS)) == ""


def test_shares_of_several_groups_are_compared() -> None:
    """Above 8: 4, 4, 2 of 3, 0 and 0 of 4; each table weighed in the tests of shares."""
    share = edits.ChooseHeight(height=Height.SHARE, threshold=8.2)
    said = shares_sentence(results_of(FIVE_BY_FOUR, share)).replace("\u00a0", " ")
    assert said.startswith("Shares differ between the groups: χ²(4) = ")
    assert "exact p < 0.001" in said
    assert "of 10 pairs" in said
    same = shares_sentence(
        results_of(FIVE_BY_FOUR, edits.ChooseHeight(height=Height.SHARE, threshold=20.0))
    )
    assert "are not shown to differ" in same
    assert "of 10 pairs none is shown to" in same


def test_stars_have_the_limits_that_were_chosen() -> None:
    drawn = edits.ChooseDrawnComparisons(pairs=(PairOfGroups(("0",), ("8",)),), words="one")
    stars = edits.ChooseComparisonText(text=ComparisonText.STARS)
    results = results_of(FIVE_BY_FOUR, drawn, stars, edits.ChooseStarLimits(limits=(0.005, 0.0005)))
    assert "(* p < 0.05, ** p < 0.005, *** p < 0.0005)" in plain(caption(results))
    assert plain(star_key(0.01)) == "* p < 0.01, ** p < 0.001"


def test_a_share_above_its_interval_says_why() -> None:
    """Many groups of three: η² of the sample lies above what the population's can be."""
    found = EffectSize("eta squared", 0.56, 95.0, None)
    assert effect_words(found, PLAIN) == "η²\u00a0=\u00a00.56"
    many = partial_eta_squared(60.0, 40.0, 59, 120, 95, "eta squared")
    assert many.interval is not None
    assert many.value > many.interval[1]
    assert effect_words(many, PLAIN).endswith("in the population, which samples overstate")


def test_results_count_pairs_and_name_the_furthest() -> None:
    results = results_of(FIVE_BY_FOUR)
    said = pairs_summary(results).replace("\u00a0", " ")
    assert said.startswith(
        "8 of 10 pairs differ; furthest apart: 0 g/L lies above 8 g/L: a difference of 6.63"
    )
    assert "90 % CI" in effect_sentence(results).replace("\u00a0", " ")
    assert pairs_summary(results_of(TWO_GROUPS)) == ""


def test_results_keep_their_checks_and_trend_lazy() -> None:
    """Nothing is worked out before it is asked for."""
    results = results_of(FIVE_BY_FOUR)
    assert isinstance(results, Results)
    assert {"comparison", "checks", "trend"} & set(results.made) == set()
    _ = results.checks
    assert {"comparison", "checks"} <= set(results.made)


def test_words_that_are_true() -> None:
    """Percentage points, interactions, conditions, and what overlap goes with at each level."""
    text = "light,cover (%)\n" + "".join(
        f"{light},{value}\n"
        for light, values in (("dim", (41, 45, 43, 44)), ("full", (61, 66, 64, 60)))
        for value in values
    )
    assert "percentage points (95 % CI" in plain(result_sentence(results_of(text)))
    two = "\n".join(
        ["salt,light,area"]
        + [f"{s},{x},{i}.{i * 7 % 10}" for s in "ab" for x in "cd" for i in (1, 2, 3)]
    )
    said = plain(result_sentence(results_of(two)))
    assert "An interaction of salt and light is not shown: F(" in said
    same = "mouse,dim,mid,full\n1,1.0,1.6,2\n2,2.0,2.5,3.5\n3,3.0,3.4,4.1\n4,4.0,4.8,4.9\n"
    assert " between the conditions: F(" in plain(result_sentence(results_of(same)))
    refused = results_of(same, edits.ChooseMethod(method=Method.SPLIT_PLOT, name="split-plot"))
    assert refused.refusal is not None
    assert "mice" in refused.refusal.what


@pytest.mark.parametrize(("level", "bound"), [(95, "0.05"), (90, "0.1"), (99, "0.01")])
def test_what_intervals_that_do_not_overlap_go_with(level: float, bound: str) -> None:
    results = results_of(
        FIVE_BY_FOUR, edits.ChooseErrorBar(error_bar=ErrorBar.CONFIDENCE_INTERVAL, level=level)
    )
    note = overlap_note(results.groups)
    assert f"do not overlap go with p < {bound} by Welch" in note
    assert ("half of one arm" in note) is (level == 95)


def test_intervals_that_do_not_overlap_differ_by_welch() -> None:
    """At the worst: arms that just touch."""
    rng = random.Random(1)
    for _ in range(500):
        n, m = rng.randint(2, 30), rng.randint(2, 30)
        a, b = (10 ** rng.uniform(-1, 1) / math.sqrt(k) for k in (n, m))
        for level in (90, 95, 99):
            share = 0.5 + level / 200
            apart = t_quantile(share, n - 1) * a + t_quantile(share, m - 1) * b
            error = math.hypot(a, b)
            df = error**4 / (a**4 / (n - 1) + b**4 / (m - 1))
            assert t_two_sided(apart / error, df) < 1 - level / 100


def test_alpha_is_said_where_it_is_not_the_usual_one_and_f_has_no_sides() -> None:
    strict = edits.ChooseComparisonLevel(level=99)
    for text in (FIVE_BY_FOUR, TWO_GROUPS):
        usual, at_99 = results_of(text), results_of(text, strict)
        said = plain(result_sentence(at_99)).replace("\u00a0", " ")
        assert said.count("(α = 0.01)") == 1
        assert "α" not in plain(result_sentence(usual))
        assert "where p < 0.01" in plain_text(methods_paragraph(at_99)).replace("\u00a0", " ")
    assert "pairs differ (α = 0.01)" in pairs_summary(results_of(FIVE_BY_FOUR, strict)).replace(
        "\u00a0", " "
    )
    methods = plain_text(methods_paragraph(results_of(FIVE_BY_FOUR))).replace("\u00a0", " ")
    assert "one-way ANOVA, followed by the Tukey–Kramer test for all pairs" in methods
    assert "two-sided; intervals of differences are simultaneous, at 95 %" in methods
    assert "compared by Welch’s t-test, two-sided;" in plain_text(
        methods_paragraph(results_of(TWO_GROUPS))
    )


def test_factors_without_a_name_are_told_apart_by_their_levels() -> None:
    """Two rows of headings name no factor: "between the groups" said twice told nothing."""
    text = (
        ",dim,dim,bright,bright\n,daily,weekly,daily,weekly\n"
        "1,10.1,12.2,14.1,15.3\n2,11.4,12.9,13.2,16.1\n3,9.8,13.1,14.4,15.2\n4,10.6,11.8,13.9,17.0\n"
    )
    results = results_of(text)
    assert results.comparison is not None
    assert results.comparison.method is Method.TWO_WAY
    said = plain(result_sentence(results))
    assert "between dim and bright: F(" in said
    assert "between daily and weekly: F(" in said
    assert "dim/bright and daily/weekly" in said
    assert "Averaged over daily/weekly, dim − bright is" in main_effects_sentence(results)
