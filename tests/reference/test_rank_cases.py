"""Rank tests against published statistics and full enumeration in fractions."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from decimus.__main__ import run
from decimus.statistics.rank_tests import friedman, kruskal_wallis
from tests.reference import exact_designs as exact
from tests.reference.densities import chi_square_tail

CLOSE = 1e-9
Capture = pytest.CaptureFixture[str]


def compared(
    columns: dict[str, tuple[float, ...]], folder: Path, capsys: Capture, *options: str
) -> Any:
    """The comparison of columns, through a file and the command line."""
    longest = max(len(values) for values in columns.values())
    rows = [
        ",".join(repr(v[i]) if i < len(v) else "" for v in columns.values()) for i in range(longest)
    ]
    path = folder / "case.csv"
    path.write_text("\n".join([",".join(columns), *rows]) + "\n")
    assert run(["compare", str(path), *options, "--json"]) == 0
    return json.loads(capsys.readouterr().out)


def with_names(columns: dict[str, tuple[float, ...]]) -> dict[str, tuple[float, ...]]:
    """The same with a column that names the subjects."""
    n = len(next(iter(columns.values())))
    return {"subject": tuple(range(1, n + 1)), **columns}


# Published examples: (name, a, b, U, one-sided P(U ≥ u)).
RANK_SUMS = {
    "permeability of membranes at term and earlier, Hollander & Wolfe 1973, p. 69: "
    "W = 35, one-sided p = 0.1272": (
        (0.80, 0.83, 1.89, 1.04, 1.45, 1.38, 1.91, 1.64, 0.73, 1.46),
        (1.15, 0.88, 0.90, 0.74, 1.21),
        35.0,
        0.1272,
    ),
    "table of Mann & Whitney 1947: n = m = 5, U = 22 of 25, 7 of 252 ways": (
        (6.0, 7.0, 8.0, 9.0, 10.0),
        (1.0, 2.0, 3.0, 4.0, 8.5),
        22.0,
        7 / 252,
    ),
    "n = 3, m = 4, complete separation: 1 of 35 ways": (
        (5.0, 6.0, 7.0),
        (1.0, 2.0, 3.0, 4.0),
        12.0,
        1 / 35,
    ),
}


@pytest.mark.parametrize("name", RANK_SUMS)
def test_published_rank_sums(name: str, tmp_path: Path, capsys: Capture) -> None:
    """U and its exact p as printed, and by every split of the values."""
    a, b, u, upper = RANK_SUMS[name]
    record = compared({"a": a, "b": b}, tmp_path, capsys, "--method", "mann-whitney")
    pair = record["pairs"][0]
    below, above = exact.rank_sum_tails(a, b)
    assert pair["value"] == u
    assert pair["exact"] is True
    assert pair["p_greater"] == pytest.approx(upper, abs=5e-5)
    assert pair["p_greater"] == pytest.approx(float(above), abs=CLOSE)
    assert pair["p_less"] == pytest.approx(float(below), abs=CLOSE)
    assert pair["p"] == pytest.approx(float(min(1, 2 * min(below, above))), abs=CLOSE)
    assert pair["effect"]["value"] == pytest.approx(u / (len(a) * len(b)), abs=CLOSE)


@pytest.mark.parametrize(
    ("a", "b"),
    [
        ((1.0, 2.0, 2.0, 3.0), (2.0, 3.0, 3.0, 4.0, 5.0)),
        ((0.0, 0.0, 0.0, 1.0), (0.0, 1.0, 1.0, 1.0, 1.0)),
        ((7.5, 7.5), (7.5, 8.0, 9.0)),
        ((3.0, 1.0, 4.0, 1.0, 5.0), (9.0, 2.0, 6.0, 5.0, 3.0, 5.0)),
    ],
)
def test_tied_rank_sums_by_enumeration(
    a: tuple[float, ...], b: tuple[float, ...], tmp_path: Path, capsys: Capture
) -> None:
    """With ties the exact p is that of the permutation of midranks."""
    record = compared({"a": a, "b": b}, tmp_path, capsys, "--method", "mann-whitney")
    pair = record["pairs"][0]
    below, above = exact.rank_sum_tails(a, b)
    assert pair["p_less"] == pytest.approx(float(below), abs=CLOSE)
    assert pair["p_greater"] == pytest.approx(float(above), abs=CLOSE)


SIGNED_RANKS = {
    "depression scale before and after, Hollander & Wolfe 1973, p. 29: T+ = 40 of x − y, "
    "one-sided p = 10/512": (
        (1.83, 0.50, 1.62, 2.48, 1.68, 1.88, 1.55, 3.06, 1.30),
        (0.878, 0.647, 0.598, 2.05, 1.06, 1.29, 1.06, 3.14, 1.29),
        40.0,
        10 / 512,
    ),
    "crossed and selfed maize, Darwin 1876 in Fisher 1935, ch. III, as pairs: T = 96 of 120": (
        (
            *(23.5, 12.0, 21.0, 22.0, 19.125, 21.5, 22.125, 20.375),
            *(18.25, 21.625, 23.25, 21.0),
            *(22.125, 23.0, 12.0),
        ),
        (
            *(17.375, 20.375, 20.0, 20.0, 18.375, 18.625, 18.625, 15.25),
            *(16.5, 18.0, 16.25, 18.0),
            *(12.75, 15.5, 18.0),
        ),
        96.0,
        None,
    ),
    "table of Wilcoxon 1945: n = 8, W− = 3, 5 of 256 ways": (
        (2.0, 3.0, 4.0, 5.0, 6.0, 7.0, 8.0, 9.0),
        (5.0, 2.0, 2.0, 1.0, 1.0, 1.0, 1.0, 1.0),
        None,
        None,
    ),
    "differences that tie as decimals but not as doubles": (
        (0.3, 0.5, 0.9, 1.4, 2.0),
        (0.2, 0.6, 0.7, 1.2, 1.7),
        None,
        None,
    ),
    "with a zero and ties": (
        (5.0, 6.0, 7.0, 9.0, 4.0, 8.0),
        (5.0, 5.0, 8.0, 7.0, 2.0, 5.0),
        None,
        None,
    ),
}


@pytest.mark.parametrize("name", SIGNED_RANKS)
def test_signed_ranks(name: str, tmp_path: Path, capsys: Capture) -> None:
    """W and its p by every choice of signs; the later column less the earlier one."""
    x, y, w, upper = SIGNED_RANKS[name]
    columns = with_names({"y": y, "x": x})
    record = compared(columns, tmp_path, capsys, "--method", "wilcoxon")
    pair = record["pairs"][0]
    differences = tuple(round(a - b, 6) for a, b in zip(x, y, strict=True))
    below, above = exact.signed_rank_tails(differences)

    assert pair["a"] == ["x"]
    if w is not None:
        assert pair["value"] == w
    if upper is not None:
        assert pair["p_greater"] == pytest.approx(upper, abs=CLOSE)
    assert pair["p_less"] == pytest.approx(float(below), abs=CLOSE)
    assert pair["p_greater"] == pytest.approx(float(above), abs=CLOSE)
    assert pair["p"] == pytest.approx(float(min(1, 2 * min(below, above))), abs=CLOSE)


COUNTS = {
    "A": (10, 7, 20, 14, 14, 12, 10, 23, 17, 20, 14, 13),
    "B": (11, 17, 21, 11, 16, 14, 17, 17, 19, 21, 7, 13),
    "C": (0, 1, 7, 2, 3, 1, 2, 1, 3, 0, 1, 4),
    "D": (3, 5, 12, 6, 4, 3, 5, 5, 5, 5, 2, 4),
    "E": (3, 5, 3, 5, 3, 6, 1, 1, 3, 2, 6, 4),
    "F": (11, 9, 15, 22, 15, 16, 13, 10, 26, 26, 24, 13),
}
"""Insects on plots under six sprays, Beall 1942, Biometrika 32, 243–262."""

KRUSKAL = {
    "half-time of mucociliary clearance, Hollander & Wolfe 1973, p. 116: H = 0.77143": (
        {
            "normal": (2.9, 3.0, 2.5, 2.6, 3.2),
            "obstructed": (3.8, 2.7, 4.0, 2.4),
            "asbestosis": (2.8, 3.4, 3.7, 2.2, 2.0),
        },
        0.77143,
    ),
    "six sprays, Beall 1942: H = 54.691": (COUNTS, 54.691),
    "three small groups with ties": (
        {"a": (1.0, 2.0, 2.0), "b": (2.0, 3.0, 4.0, 4.0), "c": (5.0, 4.0)},
        None,
    ),
}


@pytest.mark.parametrize("name", KRUSKAL)
def test_kruskal_wallis_and_dunn(name: str, tmp_path: Path, capsys: Capture) -> None:
    """H in fractions, p of chi-square in closed form; Dunn's z from mean ranks."""
    groups, published = KRUSKAL[name]
    columns = {key: tuple(map(float, values)) for key, values in groups.items()}
    record = compared(columns, tmp_path, capsys, "--method", "kruskal-wallis")
    term = record["terms"][0]
    h = float(exact.kruskal_wallis(list(columns.values())))
    if published is not None:
        assert term["value"] == pytest.approx(published, abs=5e-4)
    assert term["value"] == pytest.approx(h, abs=CLOSE)
    near = term["p_approximate"] if term["exact"] else term["p"]
    assert near == pytest.approx(chi_square_tail(h, len(columns) - 1), abs=CLOSE)
    if sum(map(len, columns.values())) <= 10:
        wanted = float(exact.kruskal_wallis_p(list(columns.values())))
        assert term["p"] == pytest.approx(wanted, abs=CLOSE)
    everything = [y for values in columns.values() for y in exact.fractions(values)]
    n = len(everything)
    assert term["effect"]["value"] == pytest.approx(h / (n - 1), abs=CLOSE)
    order = exact.ranks(everything)
    ties = sum(everything.count(y) ** 3 - everything.count(y) for y in set(everything))
    spread = n * (n + 1) / 12 - ties / (12 * (n - 1))
    first, second = list(columns.values())[:2]
    mean_a = float(sum(order[: len(first)]) / len(first))
    mean_b = float(sum(order[len(first) : len(first) + len(second)]) / len(second))
    z = (mean_a - mean_b) / (spread * (1 / len(first) + 1 / len(second))) ** 0.5
    pair = record["pairs"][0]
    assert pair["statistic"] == "z"
    assert pair["value"] == pytest.approx(z, abs=CLOSE)
    assert pair["p"] == pytest.approx(chi_square_tail(z * z, 1), abs=CLOSE)


ROUNDING = tuple(
    zip(
        *(
            (5.40, 5.85, 5.20, 5.55, 5.90, 5.45, 5.40, 5.45, 5.25, 5.85, 5.25),
            (5.50, 5.70, 5.60, 5.50, 5.85, 5.55, 5.40, 5.50, 5.15, 5.80, 5.20),
            (5.55, 5.75, 5.50, 5.40, 5.70, 5.60, 5.35, 5.35, 5.00, 5.70, 5.10),
        ),
        strict=True,
    )
) + tuple(
    zip(
        *(
            (5.65, 5.60, 5.05, 5.50, 5.45, 5.55, 5.45, 5.50, 5.65, 5.70, 6.30),
            (5.55, 5.35, 5.00, 5.50, 5.55, 5.55, 5.50, 5.45, 5.60, 5.65, 6.30),
            (5.45, 5.45, 4.95, 5.40, 5.50, 5.35, 5.55, 5.25, 5.40, 5.55, 6.25),
        ),
        strict=True,
    )
)
"""Seconds to round first base by three ways, 22 players."""

FRIEDMAN = {
    "rounding first base, Hollander & Wolfe 1973, p. 140: S = 11.143, p = 0.003805": (
        ROUNDING,
        11.143,
    ),
    "drugs and reaction times, Winer 1971, p. 268": (
        ((30, 28, 16, 34), (14, 18, 10, 22), (24, 20, 18, 30), (38, 34, 20, 44), (26, 28, 14, 30)),
        None,
    ),
    "three of them": (((30, 28, 16, 34), (14, 18, 10, 22), (24, 20, 18, 30)), None),
    "three with ties": (((3, 3, 5, 6), (1, 2, 2, 2), (4, 1, 7, 7)), None),
}


def test_exact_p_of_kruskal_wallis_in_print() -> None:
    """Kruskal & Wallis 1952, table 6.1: n = 3, 3, 3 and 4, 3, 3; their corrected values."""

    def p(*groups: tuple[float, ...]) -> tuple[float, float]:
        found = kruskal_wallis([np.array(group, dtype=float) for group in groups])
        return found.statistic, found.p_value

    h, found = p((1, 2, 3), (4, 5, 6), (7, 8, 9))
    assert (round(h, 4), round(found, 3)) == (7.2, 0.004)
    h, found = p((2, 3, 4), (1, 5, 6), (7, 8, 9))
    assert (round(h, 4), found) == (5.6, pytest.approx(0.05, abs=5e-4))
    h, found = p((1, 2, 3, 4), (5, 6, 7), (8, 9, 10))
    assert (round(h, 4), found) == (8.0182, pytest.approx(6 / 4200, abs=1e-12))
    h, found = p((2, 5, 6, 8), (1, 3, 4), (7, 9, 10))
    assert (round(h, 3), round(found, 3)) == (5.936, 0.036)
    h, found = p((1, 2, 4, 5), (3, 6, 7), (8, 9, 10))
    assert found == pytest.approx(
        float(exact.kruskal_wallis_p([(1, 2, 4, 5), (3, 6, 7), (8, 9, 10)]))
    )


def test_exact_p_of_friedman_in_print() -> None:
    """Friedman 1937, tables V and VI: three conditions and n = 3 and 4, four and n = 3."""

    def p(*rows: tuple[int, ...]) -> tuple[float, float]:
        found = friedman(np.array(rows, dtype=float))
        return found.statistic, found.p_value

    one, two = (1, 2, 3), (1, 3, 2)
    assert p(one, one, one) == pytest.approx((6.0, 0.028), abs=5e-4)
    assert p(one, one, two) == pytest.approx((4.667, 0.194), abs=5e-4)
    assert p(one, one, one, one) == pytest.approx((8.0, 0.0046), abs=5e-5)
    assert p(one, one, one, two) == pytest.approx((6.5, 0.042), abs=5e-4)
    assert p((1, 2, 3, 4), (1, 2, 3, 4), (1, 2, 3, 4)) == pytest.approx((9.0, 0.0017), abs=5e-5)


@given(
    st.lists(st.lists(st.integers(0, 6), min_size=1, max_size=3), min_size=2, max_size=4),
)
@settings(max_examples=25, deadline=None)
def test_exact_p_by_dealing_every_way(groups: list[list[int]]) -> None:
    values = {y for group in groups for y in group}
    assume(len(values) > 1 and sum(map(len, groups)) <= 9)
    found = kruskal_wallis([np.array(group, dtype=float) for group in groups])
    wanted = exact.kruskal_wallis_p([tuple(map(float, group)) for group in groups])
    assert found.exact_p == pytest.approx(float(wanted), abs=CLOSE)


@given(
    st.integers(2, 4).flatmap(
        lambda k: st.lists(
            st.lists(st.integers(0, 4), min_size=k, max_size=k),
            min_size=2,
            max_size=3 if k < 4 else 2,  # every order of four in three rows takes a second
        )
    )
)
@settings(max_examples=25, deadline=None)
def test_exact_p_by_ordering_every_way(rows: list[list[int]]) -> None:
    assume(any(len(set(row)) > 1 for row in rows))
    found = friedman(np.array(rows, dtype=float))
    wanted = exact.friedman_p([tuple(map(float, row)) for row in rows])
    assert found.exact_p == pytest.approx(float(wanted), abs=CLOSE)


@pytest.mark.parametrize("name", FRIEDMAN)
def test_friedman(name: str, tmp_path: Path, capsys: Capture) -> None:
    """Chi-square in fractions, with ties; its p in closed form; Kendall's W."""
    rows, published = FRIEDMAN[name]
    columns = {f"way {j}": tuple(float(r[j]) for r in rows) for j in range(len(rows[0]))}
    record = compared(with_names(columns), tmp_path, capsys, "--method", "friedman")
    term = record["terms"][0]
    k = len(columns)
    chi = float(exact.friedman([tuple(map(float, row)) for row in rows]))
    if published is not None:
        assert term["value"] == pytest.approx(published, abs=5e-4)
    assert term["statistic"] == "chi2"
    assert term["value"] == pytest.approx(chi, abs=CLOSE)
    assert term["p_approximate"] == pytest.approx(chi_square_tail(chi, k - 1), abs=CLOSE)
    if len(rows) <= 3:
        wanted = float(exact.friedman_p([tuple(map(float, row)) for row in rows]))
        assert term["p"] == pytest.approx(wanted, abs=CLOSE)
    assert term["effect"]["value"] == pytest.approx(chi / (len(rows) * (k - 1)), abs=CLOSE)
    assert [pair["statistic"] for pair in record["pairs"]] == ["W"] * (k * (k - 1) // 2)
