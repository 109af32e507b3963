"""What breaks at random went unnoticed in: a fact each, pinned by value."""

from __future__ import annotations

import math

import numpy as np
import pytest

from decimus.analysis.chart_facts import chart_facts
from decimus.analysis.pair_facts import mean_ratio
from decimus.analysis.remarks_on_figure import vague_title
from decimus.analysis.results import Results
from decimus.charts.registry import CHARTS
from decimus.errors import ChoiceError, InputError
from decimus.figure.scales import plain_decimals
from decimus.formats.delimited import table_of_text
from decimus.kinds.adjustments import ADJUSTMENTS, kind_of_interval
from decimus.kinds.statistics import STATISTICS
from decimus.report.reading_options import options_of_edit
from decimus.report.readings import check_record
from decimus.report.records import comparison_record
from decimus.statistics.rank_tests import mann_whitney
from decimus.study import edits
from decimus.study.number_styles import PLAIN
from decimus.study.readings import NOBODY, SetAside
from decimus.study.studies import Source
from decimus.study.tables import Table
from decimus.terms import (
    Adjustment,
    ChartKind,
    ErrorBar,
    Height,
    IntervalKind,
    Layout,
    Meaning,
    Method,
    PairSet,
    Statistic,
)
from decimus.wording.comparisons.pair_facts import equivalence_step
from decimus.wording.figure.alt_text import alt_text
from decimus.wording.groups.working import working
from decimus.wording.measurements.readings import reading_sentence
from decimus.wording.number_choices import number_sentence
from decimus.wording.numbers import _of_power as of_power
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import Choice, plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.relations import comparative
from decimus.wording.write_up.tables import tables_of
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, confirmed, results_of, study_of

PAIRED = "unit,dim,sun\nu1,10,14\nu2,12,15\nu3,9,13\nu4,11,16\nu5,13,17\n"


def kinds(results: Results) -> set[str]:
    return {remark.kind for remark in remark_words(results)}


# --- analysis -------------------------------------------------------------------------------


def test_the_interval_of_a_paired_ratio_takes_the_covariance_in() -> None:
    """By Fieller: the roots of (15 − θ·11)² = t² (v₁ − 2 θ c + θ² v₂) with c the covariance.

    Sun 14, 15, 13, 16, 17: mean 15, variance 2.5; dim 10, 12, 9, 11, 13: mean 11, variance 2.5;
    products (−1)(−1) + 0·1 + (−2)(−2) + 1·0 + 2·2 = 9, so that covariance is 9 / 4.
    """
    same = edits.ChooseSameUnits(is_same=True, subject=0)
    results = results_of(PAIRED, same)
    comparison = results.comparison
    assert comparison is not None
    (pair,) = comparison.pairs
    ratio = mean_ratio(results.groups, comparison, pair)
    assert ratio is not None
    t, n = 2.7764451051977987, 5
    means = {"dim": 11.0, "sun": 15.0}
    top, below = means[pair.a.levels[0] or ""], means[pair.b.levels[0] or ""]
    a = below**2 - t**2 * 2.5 / n
    b = -2 * (top * below - t**2 * 2.25 / n)
    c = top**2 - t**2 * 2.5 / n
    root = math.sqrt(b**2 - 4 * a * c)
    assert ratio.lower == pytest.approx((-b - root) / (2 * a), rel=1e-9)
    assert ratio.upper == pytest.approx((-b + root) / (2 * a), rel=1e-9)


@pytest.mark.parametrize("kind", ["unequal-groups", "two-values"])
def test_plain_tables_raise_no_such_remark(kind: str) -> None:
    """Unequal groups are pointed out in columns only; two values where every one is 0 or 1."""
    assert kind not in kinds(results_of("feed,mass\nhay,1.5\nhay,2.5\nhay,3.0\noats,4.0\n"))
    assert kind not in kinds(results_of(FIVE_BY_FOUR))


def test_two_values_and_unequal_columns_are_pointed_out() -> None:
    assert "two-values" in kinds(results_of("feed,alive\nhay,1\nhay,0\nhay,1\noats,0\noats,1\n"))
    assert "unequal-groups" in kinds(results_of("hay,oats\n1.5,2.5\n2.5,3.5\n3.5,\n"))


@pytest.mark.parametrize(
    ("heading", "is_asked"),
    [("eggs", True), ("eggs (mm)", False), ("day", False), ("mouse", False)],
)
def test_values_with_a_unit_or_of_time_are_no_frequencies(heading: str, is_asked: bool) -> None:
    text = f"pond,{heading},nests\nA,0,3\nA,1,8\nA,2,4\nB,0,1\nB,1,4\nB,2,9\n"
    assert ("may-be-frequencies" in kinds(results_of(text))) is is_asked


def test_pairs_of_groups_can_be_drawn_where_some_are_marginal() -> None:
    results = results_of(TWO_FACTORS)
    facts = chart_facts(results.groups, results.comparison)
    assert CHARTS[ChartKind.DIFFERENCES].needs(facts) == ""
    alone = results_of("mass\n1.0\n2.0\n3.5\n")
    assert CHARTS[ChartKind.DIFFERENCES].needs(chart_facts(alone.groups, alone.comparison))


def test_the_interval_of_a_shift_without_ties_by_the_normal_distribution() -> None:
    """Of 60 and 60 values the k-th smallest difference, k = ⌊mn/2 − z √(mn(m+n+1)/12) − 0.5⌋."""
    a = [float(7 * i % 61) + 0.01 * i for i in range(60)]
    b = [float(11 * i % 67) + 0.005 for i in range(60)]
    found = mann_whitney(np.array(a), np.array(b), 95.0)
    k = math.floor(60 * 60 / 2 - 1.959963984540054 * math.sqrt(60 * 60 * 121 / 12) - 0.5)
    differences = sorted(x - y for x in a for y in b)
    assert found.ci_lower == pytest.approx(differences[k])
    assert found.ci_upper == pytest.approx(differences[-1 - k])


# --- study ----------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "limits", [(0.6, 0.01), (0.01, 0.05), (0.04, 0.03, 0.02, 0.01), (0.1, 0.0)]
)
def test_such_limits_of_stars_are_refused(limits: tuple[float, ...]) -> None:
    with pytest.raises(InputError):
        edits.ChooseStarLimits(limits=limits)


def test_one_to_three_falling_limits_of_stars_are_taken() -> None:
    for limits in ((0.04,), (0.04, 0.01), (0.04, 0.01, 0.001)):
        assert edits.ChooseStarLimits(limits=limits).limits == limits


@pytest.mark.parametrize(
    ("cells", "title"),
    [
        ((("9.5",),), "type “9.5”"),
        ((("",),), "empty a cell"),
        ((("9.5", "2"),), "paste cells"),
        ((("9.5",), ("2",)), "paste cells"),
        ((("", ""),), "empty cells"),
    ],
)
def test_what_was_written_over_cells_is_told_apart(
    cells: tuple[tuple[str, ...], ...], title: str
) -> None:
    assert edits.WriteCells(row=1, column=1, cells=cells).title == title


def test_another_meaning_keeps_the_level_that_was_said() -> None:
    margin = edits.ChooseMeaning(meaning=Meaning.MARGIN, level=90.0)
    text = "Pond\tMean\tX\tn\nA\t10.2\t1.4\t6\nB\t12.9\t1.1\t6\n"
    again = edits.ChooseMeaning(meaning=Meaning.INTERVAL)
    said = results_of(text, margin, again).sheet.reading.summary
    assert (said.meaning, said.level) == (Meaning.INTERVAL, 90.0)


def test_other_data_are_called_by_their_file_else_by_their_title() -> None:
    table = Table.from_rows((("a",), ("1",)), "pasted")
    assert edits.ReplaceTable(table=table).title == "use pasted instead"
    named = edits.ReplaceTable(table=table, source=Source(name="new.csv"))
    assert named.title == "use new.csv instead"


# --- figure ----------------------------------------------------------------------------------


@pytest.mark.parametrize(("value", "decimals"), [(0.0, 0), (0.5, 1), (0.02, 2), (20.0, 0)])
def test_decimals_of_round_numbers(value: float, decimals: int) -> None:
    assert plain_decimals(value) == decimals


# --- words ----------------------------------------------------------------------------------


def test_the_working_of_n_says_what_is_missing() -> None:
    results = results_of(FIVE_BY_FOUR)
    said = {g.levels[0]: str(working(results, g, Statistic.N)) for g in results.groups.shown}
    assert "1 is missing" in said["2"]
    assert all("missing" not in text for level, text in said.items() if level != "2")


def test_the_words_for_a_picture_name_every_group_with_its_mean() -> None:
    said = alt_text(confirmed("feed,mass (g)\nhay,1.0\nhay,2.0\noats,4.0\noats,5.0\n"))
    assert "1.50 g for hay" in said
    assert "4.50 g for oats" in said


# --- records --------------------------------------------------------------------------------


def test_checks_are_recorded_with_their_df_where_they_have_some() -> None:
    results = confirmed(FIVE_BY_FOUR)
    assert results.comparison is not None
    checks = comparison_record(results, results.comparison, with_pairs=False)["checks"]
    found = {check["name"]: check["df"] for check in checks}
    assert found["shapiro-wilk"] is None
    assert found["levene"] == [4, 14]
    assert found["brown-forsythe"] == [4, 14]


def test_why_there_is_no_interval_is_said_only_where_there_is_none() -> None:
    ranks = edits.ChooseMethod(method=Method.MANN_WHITNEY, name="Mann–Whitney")
    for text, has_interval in (
        ("feed,mass\nhay,1\nhay,2\noats,4\noats,5\n", False),
        ("feed,mass\n" + "".join(f"hay,{i}.5\noats,{i + 3}.1\n" for i in range(8)), True),
    ):
        results = confirmed(text, ranks)
        assert results.comparison is not None
        (pair,) = comparison_record(results, results.comparison, with_pairs=True)["pairs"]
        assert (pair["ci"] is not None) is has_interval
        assert ("ci_why" in pair) is not has_interval


def test_no_other_reading_is_offered_twice_or_without_its_options() -> None:
    record = check_record(results_of(FIVE_BY_FOUR))
    options = [tuple(other["options"]) for other in record["instead"]]
    of_remarks = [tuple(o["options"]) for r in record["remarks"] for o in r["instead"]]
    assert all(options)
    assert len(set(options)) == len(options)
    assert not set(options) & set(of_remarks)


def test_readings_that_are_not_averaged_have_one_option() -> None:
    text = "plant,r1,r2,r3\n" + "".join(f"{p},{i}.1,{i}.2,{i}.3\n" for i, p in enumerate("aabbcc"))
    long = edits.ChooseLayout(layout=Layout.LONG)
    averaged = results_of(text, long, edits.ChooseReadingsAcross(are_readings=True))
    single = edits.ChooseReadingsAcross(are_readings=False)
    assert options_of_edit(averaged, single) == ("--value", "r1")
    nobody = edits.ChooseAveraging(column=None)
    plain = results_of("trap,mg\nt1,1.5\nt1,1.7\nt2,2.5\nt2,2.9\n")
    assert options_of_edit(plain, nobody) == ("--within", "none")
    said = plain.sheet.reading
    assert said.within is None
    assert nobody.changed(plain.sheet).reading.within == NOBODY


# --- descriptions and choices ---------------------------------------------------------------


@pytest.mark.parametrize("adjustment", Adjustment)
def test_one_interval_promises_only_itself(adjustment: Adjustment) -> None:
    kind = ADJUSTMENTS[adjustment].interval_kind
    assert kind_of_interval(adjustment, 1) is IntervalKind.INDIVIDUAL
    assert kind_of_interval(adjustment, 2) is kind
    assert kind_of_interval(adjustment, 3) is kind


def test_statistics_that_depend_on_other_groups_or_are_of_one_alone() -> None:
    within, rank = {Statistic.WITHIN_SE, Statistic.WITHIN_CI}, {Statistic.RANK}
    share = {Statistic.SHARE, Statistic.SHARE_INTERVAL}
    assert {s for s, k in STATISTICS.items() if k.depends_on_others} == within | rank
    assert {s for s, k in STATISTICS.items() if k.is_of_one_group} == within | rank | share


def test_the_methods_say_for_which_pairs_and_as_how_many() -> None:
    text = "feed,mass\n" + "".join(
        f"{feed},{mass}\n"
        for feed, at in (("a", 1), ("b", 2), ("c", 4))
        for mass in (at, at + 1, at + 3)
    )
    said = plain_text(methods_paragraph(confirmed(text)))
    assert "all pairs (3 comparisons as one family)" in said
    none = edits.ChoosePairs(pair_set=PairSet.NONE, words="none")
    assert "as one family" not in plain_text(methods_paragraph(confirmed(text, none)))


def test_what_is_chosen_now_is_the_current_option() -> None:
    text = "mesh,trap,scoop,mg\n" + "".join(
        f"{'fine' if t < 5 else 'coarse'},t{t},{s},{t}.{s}\n"
        for t in range(1, 9)
        for s in (1, 2, 3)
    )
    counted = edits.ChooseAveraging(column=None)
    for results, now in (
        (results_of(text), "averaged first"),
        (results_of(text, counted), "counted one by one"),
    ):
        choice = choice_in(reading_sentence(results), "averaging")
        assert choice.text == now
        assert [option.label for option in choice.options if option.is_current] == [now]


@pytest.mark.parametrize(
    ("said", "text"), [(None, "decimals of p by the rule"), (3, "p with 3 decimals")]
)
def test_decimals_of_p_are_by_the_rule_until_said(said: int | None, text: str) -> None:
    chosen = [] if said is None else [edits.ChooseNumberStyle(name="p_decimals", value=said)]
    choice = choice_in(number_sentence(results_of(FIVE_BY_FOUR, *chosen)), "number p_decimals")
    assert choice.text == text


@pytest.mark.parametrize("heading", ["± area", "area ±", "err area", "area error"])
def test_the_error_of_a_quantity_is_named_before_or_behind(heading: str) -> None:
    results = results_of(f"site,area,{heading},n\nA,1.2,0.1,4\nB,1.4,0.15,4\nC,1.3,0.2,4\n")
    summary = results.measurements.shape.summary
    assert summary is not None
    assert (summary.columns[0].mean, summary.columns[0].spread) == (1, 2)


def choice_in(sentence: tuple[object, ...], key: str) -> Choice:
    return next(span for span in sentence if isinstance(span, Choice) and span.key == key)


# --- the second round -----------------------------------------------------------------------


@pytest.mark.parametrize(
    ("name", "unit", "words"),
    [
        ("latency", "s", ("longer", "shorter")),
        ("duration", "", ("longer", "shorter")),
        ("frond area", "mm²", ("larger", "smaller")),
        ("number of leaves", "", ("larger", "smaller")),
        ("growth rate", "mm", ("higher", "lower")),
        ("height of the plant", "cm", ("larger", "smaller")),
        ("chlorophyll", "mg", ("larger", "smaller")),
        ("wait", "min", ("longer", "shorter")),
        ("body condition", "", ("higher", "lower")),
    ],
)
def test_how_one_value_stands_to_another(name: str, unit: str, words: tuple[str, str]) -> None:
    behind = f" ({unit})" if unit else ""
    results = results_of(f"feed,{name}{behind}\nhay,1.5\nhay,2.5\noats,4.0\noats,5.0\n")
    assert comparative(results.measurements, name) == words


def test_the_working_of_equivalence_divides_by_the_error() -> None:
    """Sun less dim: 4 on an SE of √(0.5 / 5) = 0.3162; within 6: t = 10 ÷ SE and 2 ÷ SE."""
    same = edits.ChooseSameUnits(is_same=True, subject=0)
    results = results_of(PAIRED, same, edits.StateRelevantDifference(difference=6.0))
    assert results.comparison is not None
    (pair,) = results.comparison.pairs
    assert pair.standard_error == pytest.approx(math.sqrt(0.5 / 5))
    step = equivalence_step(results, pair)
    near, far = 2 / math.sqrt(0.1), 10 / math.sqrt(0.1)
    assert f"{near:.2f}" in step
    assert f"{far:.2f}" in step


@pytest.mark.parametrize(
    ("name", "is_vague"), [("Value", True), ("data", True), ("Frond area", False)]
)
def test_titles_that_say_nothing_are_told(name: str, is_vague: bool) -> None:
    results = results_of(f"feed,{name}\nhay,1.5\nhay,2.5\noats,4.0\noats,5.0\n")
    said = vague_title(results.groups, results.question.figure)
    assert bool(said) is is_vague


@pytest.mark.parametrize(("value", "written"), [(9.996e12, "1.00×10¹³"), (9.994e12, "9.99×10¹²")])
def test_powers_of_ten_round_up_to_the_next(value: float, written: str) -> None:
    assert of_power(value, 2, PLAIN) == written


def test_the_heading_of_differences_has_its_unit() -> None:
    def headings(text: str) -> list[str]:
        tables = tables_of(confirmed(text))
        return [heading for table in tables for heading in table.rows[0]]

    rows = "\nhay,1.0\nhay,2.0\noats,4.0\noats,5.0\nrye,2.0\nrye,3.5\n"
    assert "Difference (g)" in headings(f"feed,mass (g){rows}")
    assert "Difference" in headings(f"feed,count{rows}")


def test_groups_that_are_repeated_by_mistake_are_told_from_equal_values() -> None:
    """The same values twice are pointed out; of equal ones, or of two, it says nothing."""
    again = "a,b\n1.5,1.5\n2.5,2.5\n3.5,3.5\n4.5,4.5\n5.5,5.5\n"
    assert "same-values" in kinds(results_of(again))
    assert "same-values" not in kinds(
        results_of("a,b\n2.5,2.5\n2.5,2.5\n2.5,2.5\n2.5,2.5\n2.5,2.5\n")
    )
    assert "same-values" not in kinds(results_of("a,b\n1.5,1.5\n2.5,2.5\n"))


def test_captions_of_counts_say_nothing_of_error_bars_that_cannot_be() -> None:
    text = "feed,mass\nhay,1.0\noats,4.0\noats,4.0\n"
    assert "No error bar" in plain_text(caption(results_of(text)))
    assert "No spread" in plain_text(caption(results_of(text)))
    for without in (
        edits.ChooseHeight(height=Height.COUNT),
        edits.ChooseErrorBar(error_bar=ErrorBar.NONE),
    ):
        said = plain_text(caption(results_of(text, without)))
        assert "No error bar" not in said
        assert "No spread" not in said


def test_one_group_of_means_cannot_be_ranked_against_a_value() -> None:
    text = "Pond\tMean (mm)\tSD\tn\nA\t10.2\t1.4\t6\n"
    value = edits.ChooseReference(reference=9.0)
    ranks = edits.ChooseMethod(method=Method.SIGNED_RANK, name="signed-rank")
    refused = results_of(text, value, ranks).refusal
    assert "needs single values" in str(refused)
    assert results_of(text, value).refusal is None


@pytest.mark.parametrize(("pair_set", "family"), [(PairSet.ALL, 10), (PairSet.CONTROL, 4)])
def test_how_many_pairs_are_adjusted_for_each_other(pair_set: PairSet, family: int) -> None:
    salt = results_of(FIVE_BY_FOUR).groups.factors[0].factor.variable
    changes: tuple[edits.Edit, ...] = (
        edits.MarkControl(variable=salt, level="0"),
        edits.ChoosePairs(pair_set=pair_set, words="these"),
    )
    comparison = confirmed(FIVE_BY_FOUR, *changes).comparison
    assert comparison is not None
    assert len(comparison.pairs) == family
    assert comparison.family == family


def test_the_largest_family_counts_where_there_is_one_for_each_level() -> None:
    """Within each of two lights two salts: one pair a family; four pairs if they are one family."""
    for per_level, family in ((False, 4), (True, 1)):
        comparison = results_of(
            TWO_FACTORS,
            edits.ChoosePairs(pair_set=PairSet.WITHIN, words="these"),
            edits.ChooseFamilies(per_level=per_level),
        ).comparison
        assert comparison is not None
        assert (len(comparison.pairs), comparison.family) == (4, family)


def test_two_levels_that_name_two_quantities_are_asked_about() -> None:
    rows = "".join(f"{q},{v}\n" for q, v in [("root length", 3), ("shoot mass", 9)] * 4)
    assert "levels-are-quantities" in kinds(results_of("what,reading\n" + rows))
    one = "".join(f"root length,{v}\n" for v in (3, 4, 5, 7))
    assert "levels-are-quantities" not in kinds(results_of("what,reading\n" + one))


def test_what_was_set_aside_stays_where_new_data_hold_the_same() -> None:
    """A row, a cell and a group: of other rows nothing was said; a group is one in new data."""
    old = "pond,fish\na,4.1\na,4.4\nb,6.0\nb,6.3\nc,8.1\nc,8.2\n"
    new = old.replace("a,4.1", "a,4.9").replace("b,6.3", "b,6.4")
    asides = (
        SetAside("spilt", row=1),
        SetAside("spilt", row=2),
        SetAside("misread", row=3, column=1),
        SetAside("misread", row=4, column=1),
        SetAside("dried out", variable=0, text="c"),
    )
    study = study_of(old, edits.SetValuesAside(asides=asides))
    edit = edits.ReplaceTable(table=table_of_text(new, title="new"), columns=(0, 1))
    kept = edit.apply(study).sheets[0].reading.asides
    assert set(kept) == {asides[1], asides[2], asides[4]}


@pytest.mark.parametrize(
    ("width", "height", "is_possible"),
    [(30, 25, True), (500, 500, True), (29, 60, False), (60, 24, False), (501, 60, False)],
)
def test_a_figure_has_a_size_that_can_be_drawn(
    width: float, height: float, is_possible: bool
) -> None:
    study = study_of(FIVE_BY_FOUR)
    if is_possible:
        edits.ChooseSize(width_mm=width, height_mm=height).apply(study)
        return
    with pytest.raises(ChoiceError, match="not a usable size"):
        edits.ChooseSize(width_mm=width, height_mm=height).apply(study)


def test_names_of_others_in_each_part_are_said_of_the_same_units_alone() -> None:
    study = study_of(TWO_FACTORS)
    same = edits.ChooseSameUnits(is_same=True, subject=0, names_within=1).apply(study)
    reading = same.sheets[0].reading
    assert (reading.same_units, reading.subject, reading.names_within) == (True, 0, 1)
    other = edits.ChooseSameUnits(is_same=False, subject=0, names_within=1).apply(same)
    reading = other.sheets[0].reading
    assert (reading.same_units, reading.subject, reading.names_within) == (False, None, None)
