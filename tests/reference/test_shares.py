"""Tests of shares by weighing every table in fractions, and by what they are known to equal."""

from __future__ import annotations

import json
import math
from fractions import Fraction
from itertools import product
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from decimus.__main__ import run
from decimus.statistics.exact_shares import binomial_test, fisher_test, freeman_halton_test
from decimus.statistics.shares import Share

Capture = pytest.CaptureFixture[str]
CLOSE = 1e-9
shares = st.integers(1, 7).flatmap(lambda n: st.builds(Share, st.integers(0, n), st.just(n)))


def ways(counts: tuple[int, ...], sizes: tuple[int, ...]) -> int:
    return math.prod(math.comb(n, k) for n, k in zip(sizes, counts, strict=True))


def by_tables(found: list[Share]) -> Fraction:
    """The probability of all tables with these margins that are no likelier."""
    sizes = tuple(share.n for share in found)
    counts = tuple(share.count for share in found)
    every = [
        ways(table, sizes)
        for table in product(*(range(n + 1) for n in sizes))
        if sum(table) == sum(counts)
    ]
    seen = ways(counts, sizes)
    return Fraction(sum(way for way in every if way <= seen), sum(every))


@given(st.lists(shares, min_size=2, max_size=4))
@settings(max_examples=50, deadline=None)
def test_every_table_weighed(found: list[Share]) -> None:
    wanted = float(by_tables(found))
    assert freeman_halton_test(found).p_value == pytest.approx(wanted, abs=CLOSE)
    if len(found) == 2:
        assert fisher_test(*found).p_value == pytest.approx(wanted, abs=CLOSE)


@given(shares, shares)
def test_one_sided_tails_of_fisher(a: Share, b: Share) -> None:
    """Both tails together count the table seen twice; swapping groups swaps them."""
    one, other = fisher_test(a, b), fisher_test(b, a)
    assert (one.p_less, one.p_greater) == pytest.approx((other.p_greater, other.p_less))
    both = a.count + b.count
    seen = Fraction(ways((a.count, b.count), (a.n, b.n)), math.comb(a.n + b.n, both))
    assert (one.p_less or 0) + (one.p_greater or 0) == pytest.approx(1 + float(seen))


@given(shares, st.sampled_from([0.25, 0.5, 0.75, 0.1]))
def test_binomial_by_fractions(share: Share, reference: float) -> None:
    p = Fraction(reference).limit_denominator(100)
    every = [math.comb(share.n, k) * p**k * (1 - p) ** (share.n - k) for k in range(share.n + 1)]
    found = binomial_test(share, reference)
    wanted = sum(way for way in every if way <= every[share.count])
    assert found.p_value == pytest.approx(float(wanted), abs=CLOSE)
    assert found.p_less == pytest.approx(float(sum(every[: share.count + 1])), abs=CLOSE)
    assert found.p_greater == pytest.approx(float(sum(every[share.count :])), abs=CLOSE)


def compared(capsys: Capture, folder: Path, text: str, *options: str) -> Any:
    path = folder / "cases.csv"
    path.write_text(text)
    assert run(["compare", str(path), *options, "--json"]) == 0
    return json.loads(capsys.readouterr().out)


def cases(**groups: tuple[int, int]) -> str:
    rows = [f"{name},{int(i < count)}" for name, (count, n) in groups.items() for i in range(n)]
    return "plot,emerged\n" + "\n".join(rows) + "\n"


def test_two_groups_through_the_command_line(tmp_path: Path, capsys: Capture) -> None:
    """Newcombe 1998, table II (a): 56/70 and 48/80 give 0.0524 to 0.3339."""
    record = compared(capsys, tmp_path, cases(north=(56, 70), south=(48, 80)))
    assert record["method"] == "fisher-exact"
    pair, term = record["pairs"][0], record["terms"][0]
    assert pair["difference"] == pytest.approx(0.2, abs=CLOSE)
    assert (pair["ci"]["lower"], pair["ci"]["upper"]) == pytest.approx((0.0524, 0.3339), abs=5e-5)
    expected = 104 / 150
    chi = 0.2**2 / (expected * (1 - expected) * (1 / 70 + 1 / 80))
    assert term["value"] == pytest.approx(chi, abs=CLOSE)
    assert pair["value"] == pytest.approx(math.sqrt(chi), abs=CLOSE)
    assert pair["p"] == pytest.approx(float(by_tables([Share(56, 70), Share(48, 80)])), abs=CLOSE)
    assert pair["effect"]["value"] == pytest.approx((56 * 32) / (14 * 48))


def test_three_groups_and_their_pairs(tmp_path: Path, capsys: Capture) -> None:
    counts = {"north": (7, 8), "south": (3, 8), "east": (1, 9)}
    record = compared(capsys, tmp_path, cases(**counts))
    found = [Share(*count) for count in counts.values()]
    assert record["method"] == "fisher-freeman-halton"
    assert record["adjustment"] == "holm"
    assert record["terms"][0]["p"] == pytest.approx(float(by_tables(found)), abs=CLOSE)
    assert record["terms"][0]["exact"] is True
    p = [pair["p"] for pair in record["pairs"]]
    wanted = [float(by_tables([found[a], found[b]])) for a, b in ((0, 1), (0, 2), (1, 2))]
    assert p == pytest.approx(wanted, abs=CLOSE)


def test_the_same_units_twice_is_mcnemar(tmp_path: Path, capsys: Capture) -> None:
    """9 units change from 0 to 1 and 2 from 1 to 0: twice P(K ≤ 2) of 11 at one half."""
    pairs = [(0, 1)] * 9 + [(1, 0)] * 2 + [(1, 1)] * 4 + [(0, 0)] * 3
    text = "before,after\n" + "\n".join(f"{a},{b}" for a, b in pairs) + "\n"
    record = compared(capsys, tmp_path, text, "--pair-by-row")
    wanted = 2 * sum(math.comb(11, k) for k in range(3)) / 2**11
    assert record["method"] == "wilcoxon"
    assert record["pairs"][0]["p"] == pytest.approx(wanted, abs=CLOSE)


def test_the_same_units_often_is_cochran(tmp_path: Path, capsys: Capture) -> None:
    """Cochran 1950: Q = k(k − 1) Σ(column − mean)² / (k Σ rows − Σ rows²)."""
    rows = [(1, 1, 0), (1, 0, 0), (1, 1, 0), (1, 0, 1), (0, 0, 0), (1, 1, 0), (1, 0, 0)]
    text = "one,two,three\n" + "\n".join(",".join(map(str, row)) for row in rows) + "\n"
    record = compared(capsys, tmp_path, text, "--pair-by-row")
    columns, totals = [sum(c) for c in zip(*rows, strict=True)], [sum(row) for row in rows]
    mean = sum(columns) / 3
    q = 6 * sum((c - mean) ** 2 for c in columns)
    q /= 3 * sum(totals) - sum(t * t for t in totals)
    assert record["method"] == "friedman"
    assert record["terms"][0]["value"] == pytest.approx(q, abs=CLOSE)


def test_one_group_beside_a_share(tmp_path: Path, capsys: Capture) -> None:
    text = "emerged\n" + "1\n" * 9 + "0\n" * 3
    record = compared(capsys, tmp_path, text, "--group", "none", "--reference", "0.5")
    assert record["method"] == "binomial"
    wanted = 2 * sum(math.comb(12, k) for k in range(4)) / 2**12
    assert record["pairs"][0]["p"] == pytest.approx(wanted, abs=CLOSE)


def test_nothing_but_ones_is_refused(tmp_path: Path, capsys: Capture) -> None:
    """Cases are of two kinds; ones alone are values without spread."""
    path = tmp_path / "table.csv"
    path.write_text(cases(north=(3, 3), south=(3, 3)))
    assert run(["compare", str(path)]) == 1
    assert "All values are equal" in capsys.readouterr().err


def test_shares_need_cases(tmp_path: Path, capsys: Capture) -> None:
    path = tmp_path / "table.csv"
    path.write_text("a,b\n1.5,2\n2,3\n2.5,4\n")
    assert run(["compare", str(path), "--method", "fisher-exact"]) == 1
    assert "each value has to be 0 or 1" in capsys.readouterr().err


@given(st.lists(st.integers(1, 8), min_size=2, max_size=5), st.booleans())
def test_nothing_is_shown_where_all_are_alike(sizes: list[int], is_one: bool) -> None:
    found = [Share(n * is_one, n) for n in sizes]
    assert freeman_halton_test(found).p_value == pytest.approx(1.0)
