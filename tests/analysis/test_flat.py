"""Differences that are equal as typed are equal, whatever binary numbers make of them."""

from __future__ import annotations

from pathlib import Path

import pytest
from scipy import stats  # noqa: TID251, TID253 - another route to the same numbers

from decimus.__main__ import run
from decimus.analysis.annotations import why_not
from decimus.analysis.results import Results
from decimus.kinds.checks import CheckName
from decimus.report.records import comparison_record
from decimus.study.edits import ChooseMethod
from decimus.terms import ComparisonMarks, Method
from decimus.wording.comparisons.sentences import pairs_summary
from decimus.wording.remarks.remarks import remark_words
from tests.conftest import results_of, study_of


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("pre,post\n0.1,0.2\n0.3,0.4\n0.7,0.8\n", "All differences"),
        ("subject,old,new\n1,0.3,0.4\n2,1.1,1.2\n3,0.7,0.8\n4,2.3,2.4\n", "All differences"),
        (
            "mouse,diet,week,mass\n"
            + "".join(
                f"{m},{'x' if m < 4 else 'y'},{w},{base + w / 10:.1f}\n"
                for m, base in enumerate((1.0, 2.2, 0.6, 4.5, 3.2, 5.0), 1)
                for w in (1, 2)
            ),
            "by the same amounts",
        ),
    ],
)
def test_equal_as_typed_is_no_spread(text: str, words: str) -> None:
    results = results_of(text)
    assert results.comparison is None
    assert results.refusal is not None
    assert words in results.refusal.what


ONE_FLAT = "subject,a,b,c\n1,0.1,0.2,2.5\n2,0.3,0.4,3.1\n3,0.7,0.8,3.9\n4,0.9,1.0,3.3\n"


def test_one_flat_pair_has_no_test_and_the_others_stand() -> None:
    results = results_of(ONE_FLAT)
    comparison = results.comparison
    assert comparison is not None
    (flat,) = comparison.untested
    assert {flat.a.levels, flat.b.levels} == {("a",), ("b",)}
    assert abs(flat.mean_difference) == 0.1
    assert flat.n == (4, 4)
    assert len(comparison.pairs) == 2
    for pair in comparison.pairs:
        other = pair.b.levels[0]
        columns = {"a": [0.1, 0.3, 0.7, 0.9], "b": [0.2, 0.4, 0.8, 1.0], "c": [2.5, 3.1, 3.9, 3.3]}
        test = stats.ttest_rel(columns["c"], columns[str(other)])
        assert pair.p_value == pytest.approx(test.pvalue, rel=1e-9)
    # Holm over the two that are tested.
    first, second = sorted(pair.p_value for pair in comparison.pairs)
    adjusted = sorted(pair.p_shown for pair in comparison.pairs)
    assert adjusted == pytest.approx([2 * first, max(2 * first, second)], rel=1e-12)
    remark = next(r for r in remark_words(results) if r.kind == "untested-pairs")
    assert "b − a" in remark.head
    assert "without it" in remark.why
    assert why_not(comparison, results.compared, ComparisonMarks.LETTERS) != ""
    assert pairs_summary(results).endswith(
        "1 more pair cannot be tested: all differences are equal."
    )


def test_the_record_has_nulls_and_the_reason() -> None:
    results = results_of(ONE_FLAT)
    assert results.comparison is not None
    record = comparison_record(results, results.comparison, with_pairs=True)
    flat = record["pairs"][-1]
    assert [flat[key] for key in ("p", "p_adjusted", "value", "ci", "effect")] == [None] * 5
    assert "equal" in flat["why"]
    assert all(pair["p"] is not None for pair in record["pairs"][:-1])


@pytest.mark.parametrize("method", [Method.REPEATED_MEASURES, Method.FRIEDMAN])
def test_two_identical_columns_among_three(method: Method) -> None:
    edit = ChooseMethod(method=method, name=method.value)
    text = "subject,a,b,c\n1,1,1,2\n2,2,2,3.5\n3,3,3,4.1\n4,4,4,4.9\n"
    comparison = Results(edit.apply(study_of(text))).comparison
    assert comparison is not None
    assert [pair.mean_difference for pair in comparison.untested] == [0]
    assert len(comparison.pairs) == 2


def test_one_flat_pair_of_a_split_plot() -> None:
    rows = ["mouse,diet,week,mass"]
    masses = {
        1: (1.0, 1.5, 2.9), 2: (2.2, 2.7, 3.1), 3: (0.6, 1.1, 2.2),
        4: (4.5, 4.9, 5.9), 5: (3.2, 4.1, 4.8), 6: (5.0, 5.2, 6.6),
    }  # fmt: skip
    for mouse, found in masses.items():
        diet = "hay" if mouse < 4 else "grass"
        rows += [f"{mouse},{diet},w{w},{mass}" for w, mass in enumerate(found, 1)]
    comparison = results_of("\n".join(rows)).comparison
    assert comparison is not None
    assert comparison.method is Method.SPLIT_PLOT
    (flat,) = comparison.untested
    assert {flat.a.levels, flat.b.levels} == {("hay", "w1"), ("hay", "w2")}
    assert comparison.pairs


def test_spread_of_two_values_each_cannot_be_compared() -> None:
    """Both values are equally far from their middle."""
    checks = results_of("group,x\na,1.5\na,1.9\nb,2.5\nb,2.7\nc,3.5\nc,3.1\n").checks
    assert checks.check(CheckName.BROWN_FORSYTHE) is None
    assert checks.check(CheckName.SHAPIRO_WILK) is not None


@pytest.mark.parametrize(
    ("text", "options"),
    [
        (
            "treatment,pot,reading\n"
            + "".join(
                f"{t},{p},{r}\n"
                for t, pots in (("a", "123"), ("b", "456"))
                for p, readings in zip(
                    pots, ((0.1, 0.2, 0.3), (0.2,) * 3, (0.3, 0.2, 0.1)), strict=True
                )
                for r in readings
            ),
            (),
        ),
        (
            "time,pot,reading\n"
            + "".join(
                f"{t},{p},{r}\n"
                for t, rows in (
                    ("pre", ((0.1, 0.2, 0.4), (100.1, 100.3, 100.3), (7.1, 7.1, 7.3))),
                    ("post", ((0.3, 0.3, 0.4), (100.3, 100.3, 100.4), (7.2, 7.3, 7.3))),
                )
                for p, readings in enumerate(rows)
                for r in readings
            ),
            ("--subject", "pot", "--within", "pot"),
        ),
    ],
)
def test_means_of_readings_that_are_equal_have_no_spread(
    text: str, options: tuple[str, ...], tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    """Averaged in doubles they differ in the sixteenth digit, and t was of the order of 1e15."""
    path = tmp_path / "readings.csv"
    path.write_text(text)
    assert run(["compare", str(path), *options]) == 1
    said = capsys.readouterr().err
    assert "are equal" in said
    assert "needs some spread" in said
