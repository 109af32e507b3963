"""Heights, statistics and totals by hand, and the laws they obey."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.analysis.lane_statistics import Total, statistic_of, statistic_of_total
from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.figure.content import group_colours
from decimus.study.adjustments import Logarithm
from decimus.study.edits import (
    Adjust,
    ChooseErrorBar,
    ChooseHeight,
    ChooseSameUnits,
    ChooseThreshold,
    ChooseTotals,
    ColourLevel,
    Edit,
    HideGroup,
    TakeBackAdjustment,
)
from decimus.study.readings import HEADINGS
from decimus.terms import ErrorBar, Height, Side, Statistic, Totals
from tests.conftest import TWO_FACTORS, results_of

SEVEN = "a,b\n1,2\n2,4\n4,8\n8,16\n16,32\n32,1\n64,1\n"
"""Powers of two: the geometric mean of a is 8, the median 8, the quartiles 3 and 24."""


def value(text: str, statistic: Statistic, *edits: Edit) -> tuple[float, ...]:
    groups = results_of(text, *edits).groups
    return statistic_of(groups, groups.shown[0], statistic).numbers


def height(text: str, *edits: Edit) -> tuple[float | None, float | None, float | None]:
    """The first group's height and both ends of its error bar."""
    groups = results_of(text, *edits).groups
    first = groups.shown[0]
    bar = groups.error_bar(first)
    return groups.height(first), bar and bar.lower, bar and bar.upper


def test_every_height_with_its_error_bar() -> None:
    assert height(SEVEN, ChooseHeight(height=Height.MEDIAN)) == (8, 3, 24)
    ranged = ChooseErrorBar(error_bar=ErrorBar.RANGE)
    assert height(SEVEN, ChooseHeight(height=Height.MEDIAN), ranged) == (8, 1, 64)
    geometric = height(SEVEN, ChooseHeight(height=Height.GEOMETRIC_MEAN))
    assert geometric[0] == pytest.approx(8)
    assert geometric[1] is not None
    assert geometric[2] is not None
    assert geometric[1] * geometric[2] == pytest.approx(64)  # symmetric by factors
    spread = ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION)
    factor = 2 ** math.sqrt(28 / 6)  # SD of 0 … 6
    by_sd = height(SEVEN, ChooseHeight(height=Height.GEOMETRIC_MEAN), spread)
    assert by_sd == (pytest.approx(8), pytest.approx(8 / factor), pytest.approx(8 * factor))
    assert height(SEVEN, ChooseHeight(height=Height.COUNT)) == (7, None, None)


@pytest.mark.parametrize(("side", "count"), [(Side.ABOVE, 3), (Side.AT_LEAST, 4), (Side.BELOW, 3)])
def test_shares_count_on_the_right_side(side: Side, count: int) -> None:
    edit = ChooseHeight(height=Height.SHARE, threshold=8.0, side=side)
    found, low, high = height(SEVEN, edit)
    assert found == pytest.approx(100 * count / 7)
    assert low is not None
    assert high is not None
    assert low < (found or 0) < high
    assert value(SEVEN, Statistic.SHARE, edit) == (pytest.approx(100 * count / 7), count, 7)


def test_logarithms_are_taken_back() -> None:
    """Log₂ of powers of two: the axis is again in their unit, the height 8."""
    logs = Adjust(adjustment=Logarithm(2), words="log₂")
    results = results_of("x," + SEVEN[2:], logs)
    groups = results.groups
    assert groups.heights.height is Height.GEOMETRIC_MEAN
    first = groups.shown[0]
    assert groups.height(first) == pytest.approx(8)
    assert groups.as_shown(first.summary.values) == pytest.approx([1, 2, 4, 8, 16, 32, 64])
    back = TakeBackAdjustment(adjustment=Logarithm(2), words="log₂")
    again = Results(back.apply(results.study), before=results)
    assert again.groups.heights.height is Height.MEAN
    assert again.groups.height(again.groups.shown[0]) == pytest.approx(127 / 7)


def test_a_threshold_is_said_in_the_unit_of_the_measurements() -> None:
    """Above 8 mg are 16, 32 and 64 mg, whether or not their logarithms count."""
    logs = Adjust(adjustment=Logarithm(2), words="log₂")
    share = ChooseHeight(height=Height.SHARE, threshold=8.0)
    text = "x (mg)," + SEVEN[2:]
    assert value(text, Statistic.SHARE, logs, share) == value(text, Statistic.SHARE, share)
    tens = Adjust(adjustment=Logarithm(10), words="log₁₀")
    thousand = ChooseHeight(height=Height.SHARE, threshold=1000.0, side=Side.AT_LEAST)
    assert value("x,y\n1000,1\n999,2\n1001,3\n", Statistic.SHARE, tens, thousand)[1] == 2
    groups = results_of(text, logs, share).groups
    assert groups.threshold_on_axis == 3.0
    assert groups.plain_unit == results_of(text, share).groups.shown_unit


def test_bars_that_do_not_belong_to_a_height_bring_theirs() -> None:
    median = results_of(SEVEN, ChooseHeight(height=Height.MEDIAN)).question
    assert median.heights.error_bar is ErrorBar.QUARTILES
    back = results_of(SEVEN, ChooseHeight(height=Height.MEDIAN), SD_BARS).question
    assert back.heights.height is Height.MEAN
    with pytest.raises(ChoiceError):
        ChooseErrorBar(error_bar=ErrorBar.MULTIPLE_OF_SD, factor=0)
    with pytest.raises(ChoiceError):
        ColourLevel(variable=0, level="a", colour="teal")


SD_BARS = ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION)
PAIRED = "visitor,old,new\nv1,10,11\nv2,50,52\nv3,30,33\nv4,,40\n"


def test_within_subject_bars_use_complete_subjects() -> None:
    """Differences 1, 2, 3: SE 1/√6 for both; v4 has no old value and does not count."""
    same = ChooseSameUnits(is_same=True, subject=0)
    bar = ChooseErrorBar(error_bar=ErrorBar.WITHIN_SE)
    found = height(PAIRED, same, bar)
    assert found[0] == 30
    assert found[2] == pytest.approx(30 + 1 / math.sqrt(6))
    assert value(PAIRED, Statistic.WITHIN_SE, same) == (pytest.approx(1 / math.sqrt(6)),)
    assert value(SEVEN, Statistic.WITHIN_SE) == ()


def test_readings_of_other_units_of_the_same_name_are_no_subjects() -> None:
    """Flask 1 of each treatment is another flask: nothing is measured within it."""
    rows = [
        f"{t},F{f},{r},{f + r + len(t)}.5"
        for t in ("dim", "bright")
        for f in (1, 2, 3)
        for r in (1, 2)
    ]
    text = "treatment,flask,reading,x\n" + "\n".join(rows) + "\n"
    groups = results_of(text).groups
    assert groups.measurements.units.is_averaged
    assert not groups.measurements.units.is_same
    found = statistic_of(groups, groups.shown[0], Statistic.WITHIN_SE)
    assert found.why == "no subject is measured under all conditions"


def test_undefined_statistics_say_why() -> None:
    groups = results_of("a,b\n1,0\n,-2\n").groups
    one, mixed = groups.shown
    assert statistic_of(groups, one, Statistic.STANDARD_DEVIATION).why == "one value has no spread"
    assert "zero or negative" in statistic_of(groups, mixed, Statistic.GEOMETRIC_MEAN).why
    assert "not positive" in statistic_of(groups, mixed, Statistic.COEFFICIENT_OF_VARIATION).why
    assert "threshold" in statistic_of(groups, one, Statistic.SHARE).why
    assert "occurs twice" in statistic_of(groups, mixed, Statistic.MODE).why
    given_groups = results_of("salt,mean,SD,n\n0,10,2,5\n2,8,1,5\n").groups
    known = statistic_of(given_groups, given_groups.shown[0], Statistic.VARIANCE)
    assert known.numbers == (4.0,)
    lost = statistic_of(given_groups, given_groups.shown[0], Statistic.MEDIAN)
    assert lost.why == "single values are not known"


def test_every_statistic_is_there_or_says_why() -> None:
    """For raw, summarised and paired tables, with and without a threshold."""
    threshold = ChooseThreshold(threshold=2.0)
    for text in (SEVEN, TWO_FACTORS, PAIRED, "salt,mean,SD,n\n0,10,2,5\n2,8,1,5\n"):
        for edits in ((), (threshold, ChooseTotals(totals=Totals.BOTH))):
            results = results_of(text, *edits)
            groups = results.groups
            for lane in results.lanes:
                for statistic in Statistic:
                    if isinstance(lane, Total):
                        found = statistic_of_total(groups, lane, statistic)
                    else:
                        found = statistic_of(groups, lane, statistic)
                    assert bool(found.numbers) != bool(found.why)
                    assert all(math.isfinite(number) for number in found.numbers)


def test_totals_of_two_kinds() -> None:
    """Salt 0: 1, 2 | 3, 5: all 2.75, marginal (1.5 + 4) / 2; MSE = 0.5 + 2 + 0.125 + 1.125 / 4."""
    results = results_of(TWO_FACTORS, ChooseTotals(totals=Totals.BOTH))
    groups = results.groups
    found = results.lanes
    assert [isinstance(lane, Total) for lane in found] == [False, False, True, True] * 2
    marginal, whole = found[2], found[3]
    assert isinstance(marginal, Total)
    assert isinstance(whole, Total)
    assert statistic_of_total(groups, marginal, Statistic.MEAN).numbers == (2.75,)
    mse = (0.5 + 2 + 0.125 + 1.125) / 4
    error = statistic_of_total(groups, marginal, Statistic.STANDARD_ERROR).numbers
    assert error == (pytest.approx(math.sqrt(mse * (1 / 2 + 1 / 2)) / 2),)
    assert statistic_of_total(groups, marginal, Statistic.STANDARD_DEVIATION).numbers == ()
    assert statistic_of_total(groups, whole, Statistic.N).numbers == (4,)
    variance = statistic_of_total(groups, whole, Statistic.VARIANCE).numbers
    assert variance == (pytest.approx((1.75**2 + 0.75**2 + 0.25**2 + 2.25**2) / 3),)


NAMES = ("reed", "sand", "mud", "loam")


@given(
    st.lists(
        st.lists(st.integers(-50, 50).map(float), min_size=2, max_size=8), min_size=2, max_size=4
    )
)
def test_totals_from_summaries_equal_totals_from_values(parts: list[list[float]]) -> None:
    """The mean and SD of all values follow from n, mean and SD of each group."""
    raw = "f,g,x\n" + "".join(
        f"one,{name},{v}\n" for name, part in zip(NAMES, parts, strict=False) for v in part
    )
    raw += "".join(f"two,{name},1\ntwo,{name},3\n" for name in NAMES[: len(parts)])
    lines = ["f,g,mean,SD,n"]
    for number, part in enumerate(parts):
        mean = sum(part) / len(part)
        sd = math.sqrt(sum((v - mean) ** 2 for v in part) / (len(part) - 1))
        lines.append(f"one,{NAMES[number]},{mean!r},{sd!r},{len(part)}")
    lines += [f"two,{name},2,1.4,2" for name in NAMES[: len(parts)]]
    wanted = ChooseTotals(totals=Totals.ALL)
    found = []
    for text in (raw, "\n".join(lines) + "\n"):
        results = results_of(text, wanted)
        groups = results.groups
        totals = [lane for lane in results.lanes if isinstance(lane, Total)]
        statistics = (Statistic.N, Statistic.MEAN, Statistic.STANDARD_DEVIATION)
        found.append([statistic_of_total(groups, totals[0], s).numbers[0] for s in statistics])
    assert found[0] == pytest.approx(found[1], rel=1e-9, abs=1e-9)


def test_a_hidden_group_stays_in_every_test() -> None:
    text = "a,b,c\n1,2,9\n2,4,8\n3,3,7\n"
    shown = results_of(text)
    hidden = results_of(text, HideGroup(levels=("b",), is_hidden=True))
    assert [g.levels for g in hidden.groups.on_figure] == [("a",), ("c",)]
    assert shown.comparison is not None
    assert hidden.comparison is not None
    assert len(hidden.comparison.pairs) == len(shown.comparison.pairs)
    again = HideGroup(levels=("b",), is_hidden=False).apply(hidden.study)
    assert again.questions[0].figure.hidden == ()


@given(
    st.lists(st.integers(1, 1000), min_size=3, max_size=9, unique=True),
    st.sampled_from([2.0, 10.0, 0.5]),
)
def test_heights_scale_with_the_measurements(values: list[int], by: float) -> None:
    """Means, medians and geometric means and their bars scale; shares stay."""
    before = "a\n" + "".join(f"{v}\n" for v in values)
    after = "a\n" + "".join(f"{by * v!r}\n" for v in values)
    for kind in (Height.MEAN, Height.MEDIAN, Height.GEOMETRIC_MEAN):
        edit = ChooseHeight(height=kind)
        old, new = height(before, edit), height(after, edit)
        assert new == pytest.approx([by * (v or 0) for v in old], rel=1e-6, abs=1e-9)
    threshold = float(sorted(values)[1])
    old = height(before, ChooseHeight(height=Height.SHARE, threshold=threshold))
    new = height(after, ChooseHeight(height=Height.SHARE, threshold=by * threshold))
    assert new == pytest.approx(old)


def test_a_level_keeps_its_own_colour() -> None:
    results = results_of(SEVEN, ColourLevel(variable=HEADINGS, level="b", colour="#a5483a"))
    assert group_colours(results.groups, results.question.figure)[("b",)] == "#a5483a"
