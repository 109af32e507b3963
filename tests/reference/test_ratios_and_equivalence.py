"""Ratios of means by Fieller's quadratic and by turning tests around; equivalence by its parts."""

from __future__ import annotations

import json
import math
from pathlib import Path
from typing import Any

import numpy as np
import pytest

from decimus.__main__ import run
from tests.reference.densities import t_two_sided

Capture = pytest.CaptureFixture[str]
CLOSE = 1e-9


def record(capsys: Capture, folder: Path, text: str, *options: str) -> Any:
    path = folder / "table.csv"
    path.write_text(text)
    assert run(["compare", str(path), *options, "--json"]) == 0
    return json.loads(capsys.readouterr().out)


def columns(*values: tuple[float, ...]) -> str:
    names = [f"g{i}" for i in range(len(values))]
    longest = max(map(len, values))
    rows = [",".join(repr(v[i]) if i < len(v) else "" for v in values) for i in range(longest)]
    return "\n".join([",".join(names), *rows]) + "\n"


A = (10.1, 11.4, 9.8, 10.9, 12.1, 11.7)
B = (8.2, 7.9, 9.1, 8.8, 7.5)
C = (9.2, 12.9, 8.1, 14.8)


def t_tail(t: float, df: float) -> float:
    """P(T > t) by integrating the density."""
    half = t_two_sided(abs(t), df) / 2
    return half if t > 0 else 1 - half


def about(p_wanted: float, df: float) -> float:
    """The t beyond which two tails hold a share, by halving on the integrated density."""
    low, high = 0.0, 500.0
    for _ in range(200):
        middle = (low + high) / 2
        low, high = (middle, high) if t_two_sided(middle, df) > p_wanted else (low, middle)
    return low


@pytest.mark.parametrize(("a", "b", "level"), [(A, B, 95), (C, A, 90), (B, C, 99)])
def test_pooled_ratio_by_the_quadratic(
    a: tuple[float, ...], b: tuple[float, ...], level: int, tmp_path: Path, capsys: Capture
) -> None:
    """Fieller 1954: the roots of (ȳa − θ ȳb)² = t² s² (1/na + θ²/nb)."""
    found = record(capsys, tmp_path, columns(a, b), "--method", "student-t", "--level", str(level))
    ratio = found["pairs"][0]["ratio_of_means"]
    df = len(a) + len(b) - 2
    pooled = (np.var(a) * len(a) + np.var(b) * len(b)) / df
    t2 = about(1 - level / 100, df) ** 2
    square = np.mean(b) ** 2 - t2 * pooled / len(b)
    linear = -2 * np.mean(a) * np.mean(b)
    constant = np.mean(a) ** 2 - t2 * pooled / len(a)
    root = math.sqrt(linear**2 - 4 * square * constant)
    wanted = [(-linear - root) / (2 * square), (-linear + root) / (2 * square)]
    assert ratio["value"] == pytest.approx(np.mean(a) / np.mean(b), abs=CLOSE)
    assert [ratio["lower"], ratio["upper"]] == pytest.approx(wanted, abs=CLOSE)


@pytest.mark.parametrize(("a", "b"), [(A, B), (C, A), (A, C)])
def test_ratio_with_unequal_variances_turns_the_test_around(
    a: tuple[float, ...], b: tuple[float, ...], tmp_path: Path, capsys: Capture
) -> None:
    """At either end of the interval Welch's test of a against θ · b has p = 0.05."""
    found = record(capsys, tmp_path, columns(a, b))
    ratio = found["pairs"][0]["ratio_of_means"]
    for theta in (ratio["lower"], ratio["upper"]):
        one, other = np.var(a, ddof=1) / len(a), theta**2 * np.var(b, ddof=1) / len(b)
        df = (one + other) ** 2 / (one**2 / (len(a) - 1) + other**2 / (len(b) - 1))
        t = (np.mean(a) - theta * np.mean(b)) / math.sqrt(one + other)
        assert t_two_sided(float(t), float(df)) == pytest.approx(0.05, abs=CLOSE)


def test_ratio_of_pairs_turns_the_test_around(tmp_path: Path, capsys: Capture) -> None:
    """At either end the differences a − θ b of units have p = 0.05."""
    before, after = A[:5], B
    found = record(capsys, tmp_path, columns(before, after), "--pair-by-row")
    pair = found["pairs"][0]
    assert pair["a"] == ["g1"]
    for theta in (pair["ratio_of_means"]["lower"], pair["ratio_of_means"]["upper"]):
        differences = np.array(after) - theta * np.array(before)
        t = differences.mean() / (differences.std(ddof=1) / math.sqrt(5))
        assert t_two_sided(float(t), 4) == pytest.approx(0.05, abs=CLOSE)


@pytest.mark.parametrize("method", ["welch-t", "student-t", "anova", "welch-anova"])
def test_ratio_leaves_one_out_where_the_difference_leaves_zero_out(
    method: str, tmp_path: Path, capsys: Capture
) -> None:
    rng = np.random.default_rng(7)
    seen = set()
    for _ in range(40):
        groups = [tuple(np.round(rng.normal(m, 2, 5), 2).tolist()) for m in (10, 11, 13)]
        groups = groups[1:] if method in ("welch-t", "student-t") else groups
        options = () if len(groups) == 2 else ("--control", "g0")
        found = record(capsys, tmp_path, columns(*groups), "--method", method, *options)
        for pair in found["pairs"]:
            ratio, ci = pair["ratio_of_means"], pair["ci"]
            if ratio is not None:
                one_out = not ratio["lower"] <= 1 <= ratio["upper"]
                assert one_out == (not ci["lower"] <= 0 <= ci["upper"])
                seen.add(one_out)
    assert seen == {True, False}


def test_no_ratio_where_it_means_nothing(tmp_path: Path, capsys: Capture) -> None:
    """Values not above 0, degrees, and a mean that is not clear of 0."""
    for text, options in (
        (columns((-1.0, 2.0, 3.0), (4.0, 5.0, 6.5)), ()),
        (columns(A, B), ("--unit", "°C")),
        (columns((3.0, 4.0, 5.5), (0.1, 0.2, 9.0)), ()),
    ):
        assert record(capsys, tmp_path, text, *options)["pairs"][0]["ratio_of_means"] is None


@pytest.mark.parametrize(("within", "is_shown"), [(1.0, False), (4.0, True), (3.6, True)])
def test_equivalence_by_its_parts(
    within: float, is_shown: bool, tmp_path: Path, capsys: Capture
) -> None:
    """The larger of two one-sided p; the interval lies within the limits when p is below α."""
    found = record(capsys, tmp_path, columns(A, B), "--matters", str(within))
    pair = found["pairs"][0]
    test = pair["equivalence"]
    d, error, df = pair["difference"], pair["standard_error"], pair["df"]
    wanted = max(t_tail((d + within) / error, df), t_tail((within - d) / error, df))
    assert test["p"] == pytest.approx(wanted, abs=CLOSE)
    assert test["ci"]["level"] == 90
    half = about(0.10, df) * error
    assert [test["ci"]["lower"], test["ci"]["upper"]] == pytest.approx([d - half, d + half])
    lies_within = -within < test["ci"]["lower"] and test["ci"]["upper"] < within
    assert (test["p"] < 0.05) == lies_within == is_shown


def test_equivalence_of_a_family_is_adjusted(tmp_path: Path, capsys: Capture) -> None:
    found = record(capsys, tmp_path, columns(A, B, C), "--matters", "5")
    tests = [pair["equivalence"] for pair in found["pairs"]]
    p = sorted(test["p"] for test in tests)
    reached, wanted = 0.0, []
    for step, value in enumerate(p):
        reached = max(reached, min(1.0, (3 - step) * value))
        wanted.append(reached)
    assert sorted(test["p_adjusted"] for test in tests) == pytest.approx(wanted, abs=1e-12)
