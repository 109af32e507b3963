"""Tests of means against published numbers, exact fractions and integrated densities."""

from __future__ import annotations

import json
import math
from fractions import Fraction
from itertools import combinations
from pathlib import Path
from typing import Any

import pytest

from decimus.__main__ import run
from decimus.statistics.dunnett_distribution import dunnett_quantile, dunnett_tails, loadings
from decimus.statistics.repeated_measures import p_of_w
from decimus.statistics.summaries import Moments
from decimus.statistics.trend import straight_line
from tests.reference import exact, exact_designs
from tests.reference.cases import MAIZE, PLANT_WEIGHTS, RESISTIVITY, SLEEP
from tests.reference.densities import dunnett_tail, f_tail, t_two_sided
from tests.reference.test_rank_cases import COUNTS, compared, with_names

CLOSE = 1e-9
RANGE_CLOSE = 1e-7
Capture = pytest.CaptureFixture[str]


def long_form(
    cells: dict[tuple[str, ...], tuple[float, ...]], names: tuple[str, ...], path: Path
) -> str:
    """Cells of several factors as a table with a measurement per row."""
    rows = [",".join([*names, "y"])]
    rows += [",".join([*cell, repr(y)]) for cell, values in cells.items() for y in values]
    path.write_text("\n".join(rows) + "\n")
    return str(path)


def output(capsys: Capture, *arguments: str) -> Any:
    assert run([*arguments, "--json"]) == 0
    return json.loads(capsys.readouterr().out)


# --- one and two groups ------------------------------------------------------------

ONE_SAMPLE = {
    "extra sleep beside none, Student 1908: t = 1.3257 and 3.6799": (SLEEP.groups, 0.0),
    "resistivity beside 196.1 ohm cm": (RESISTIVITY.groups, 196.1),
}


@pytest.mark.parametrize("name", ONE_SAMPLE)
def test_one_sample(name: str, tmp_path: Path, capsys: Capture) -> None:
    groups, reference = ONE_SAMPLE[name]
    for values in list(groups.values())[:2]:
        record = compared({"x": values}, tmp_path, capsys, "--reference", str(reference))
        n = len(values)
        variance = exact.sum_of_squares(values) / (n - 1)
        difference = exact.mean(values) - Fraction(str(reference))
        t = float(difference) / exact.root(variance / n)
        pair = record["pairs"][0]
        assert record["method"] == "one-sample-t"
        assert pair["b"] == []
        assert pair["difference"] == pytest.approx(float(difference), abs=CLOSE)
        assert pair["value"] == pytest.approx(t, abs=CLOSE)
        assert pair["p"] == pytest.approx(2 * exact.t_tail_by_series(abs(t), n - 1), abs=CLOSE)


def test_published_one_sample_t(tmp_path: Path, capsys: Capture) -> None:
    """The numbers that the case above is named after, as printed."""
    for values, t in zip(SLEEP.groups.values(), (1.3257, 3.6799), strict=True):
        record = compared({"x": values}, tmp_path, capsys, "--reference", "0")
        assert record["pairs"][0]["value"] == pytest.approx(t, abs=5e-5)


PAIRS = {
    "sleep by pairs, Student 1908: t = 4.0621 on 9 df": (SLEEP.groups, 4.0621),
    "maize by pairs, Fisher 1935: t = 2.148 on 14 df": (
        dict(reversed(MAIZE.groups.items())),
        2.148,
    ),
}


@pytest.mark.parametrize("name", PAIRS)
def test_pairs_are_one_sample_of_differences(name: str, tmp_path: Path, capsys: Capture) -> None:
    groups, published = PAIRS[name]
    record = compared(with_names(groups), tmp_path, capsys)
    earlier, later = groups.values()
    differences = [
        b - a for a, b in zip(exact.fractions(earlier), exact.fractions(later), strict=True)
    ]
    n, mean = len(differences), sum(differences, Fraction(0)) / len(differences)
    variance = sum((d - mean) ** 2 for d in differences) / (n - 1)
    t = float(mean) / exact.root(variance / n)
    pair = record["pairs"][0]
    assert record["method"] == "paired-t"
    assert pair["value"] == pytest.approx(published, abs=5e-4)
    assert pair["value"] == pytest.approx(t, abs=CLOSE)
    assert pair["p"] == pytest.approx(2 * exact.t_tail_by_series(abs(t), n - 1), abs=CLOSE)
    assert pair["effect"]["value"] == pytest.approx(t / math.sqrt(n), abs=CLOSE)


@pytest.mark.parametrize("case", [SLEEP, MAIZE], ids=lambda case: case.name)
def test_welch_p_with_broken_df(case: Any, tmp_path: Path, capsys: Capture) -> None:
    """The p of t on df that are no whole number, by integrating its density."""
    record = compared(case.groups, tmp_path, capsys, "--method", "welch-t")
    t, df = exact.welch(*case.groups.values())
    pair = record["pairs"][0]
    assert pair["df"] == pytest.approx(df, abs=CLOSE)
    assert pair["p"] == pytest.approx(t_two_sided(t, df), abs=CLOSE)


# --- one factor --------------------------------------------------------------------

SPRAYS = {name: tuple(map(float, values)) for name, values in COUNTS.items()}
ONE_WAY = {
    "plant weights, Dobson 1983": (PLANT_WEIGHTS.groups, 4.846),
    "insects under six sprays, Beall 1942: F(5, 66) = 34.70": (SPRAYS, 34.70),
    "two groups of unlike n": ({"a": (1.0, 2.0, 4.0), "b": (3.0, 5.0, 6.0, 9.5, 7.0)}, None),
}


@pytest.mark.parametrize("name", ONE_WAY)
def test_one_way(name: str, tmp_path: Path, capsys: Capture) -> None:
    """F in fractions, p by integrating its density, η² and ω² from the sums of squares."""
    groups, published = ONE_WAY[name]
    values = list(groups.values())
    record = compared(groups, tmp_path, capsys, "--method", "anova")
    term, residuals = record["terms"]
    f = exact.f_statistic(values)
    if published is not None:
        assert term["value"] == pytest.approx(published, abs=5e-3)
    assert term["value"] == pytest.approx(f, abs=CLOSE)
    n, k = sum(map(len, values)), len(values)
    assert (term["df"], residuals["df"]) == ([k - 1, n - k], [n - k])
    assert term["p"] == pytest.approx(f_tail(f, k - 1, n - k), abs=CLOSE)
    between, within = exact.between(values), exact.within(values)
    error = within / (n - k)
    assert term["effect"]["value"] == pytest.approx(float(between / (between + within)), abs=CLOSE)
    omega = (between - (k - 1) * error) / (between + within + error)
    assert term["more_effects"][0]["value"] == pytest.approx(float(max(omega, 0)), abs=CLOSE)


WELCH_ONE_WAY = {
    "insects under six sprays, Beall 1942: F = 36.065 on 5 and 30.043 df": (
        SPRAYS,
        (36.065, 30.043),
    ),
    "plant weights, Dobson 1983": (PLANT_WEIGHTS.groups, None),
    "resistivity of five instruments": (RESISTIVITY.groups, None),
}


@pytest.mark.parametrize("name", WELCH_ONE_WAY)
def test_welch_one_way(name: str, tmp_path: Path, capsys: Capture) -> None:
    """Welch 1951 in fractions; p on df that are not whole by integrating the density."""
    groups, published = WELCH_ONE_WAY[name]
    values = list(groups.values())
    k = len(values)
    weights = [len(v) * (len(v) - 1) / exact.sum_of_squares(v) for v in values]
    total = sum(weights)
    centre = sum(w * exact.mean(v) for w, v in zip(weights, values, strict=True)) / total
    among = sum(w * (exact.mean(v) - centre) ** 2 for w, v in zip(weights, values, strict=True))
    lost = sum((1 - w / total) ** 2 / (len(v) - 1) for w, v in zip(weights, values, strict=True))
    f = float((among / (k - 1)) / (1 + Fraction(2 * (k - 2), k * k - 1) * lost))
    df = float(Fraction(k * k - 1) / (3 * lost))
    term = compared(groups, tmp_path, capsys, "--method", "welch-anova")["terms"][0]
    if published is not None:
        assert (f, df) == pytest.approx(published, abs=5e-4)
    assert term["value"] == pytest.approx(f, abs=CLOSE)
    assert term["df"][1] == pytest.approx(df, abs=CLOSE)
    assert term["p"] == pytest.approx(f_tail(f, k - 1, df), abs=CLOSE)


@pytest.mark.parametrize("name", [name for name, (groups, _) in ONE_WAY.items() if len(groups) > 2])
def test_tukey_and_games_howell_ranges(name: str, tmp_path: Path, capsys: Capture) -> None:
    """Adjusted p against the library's general routine for the studentized range."""
    from scipy import stats  # noqa: TID251 - one independent check, in a test only

    groups, _ = ONE_WAY[name]
    values = list(groups.values())
    k, n = len(values), sum(map(len, values))
    record = compared(groups, tmp_path, capsys, "--method", "anova")
    error = float(exact.within(values)) / (n - k)
    for pair, (a, b) in list(zip(record["pairs"], combinations(values, 2), strict=True))[:3]:
        q = float(exact.mean(a) - exact.mean(b)) / math.sqrt(error / 2 * (1 / len(a) + 1 / len(b)))
        assert pair["value"] == pytest.approx(q, abs=CLOSE)
        expected = float(stats.studentized_range.sf(abs(q), k, n - k))
        assert pair["p_adjusted"] == pytest.approx(expected, abs=RANGE_CLOSE)
    record = compared(groups, tmp_path, capsys, "--method", "welch-anova")
    for pair, (a, b) in list(zip(record["pairs"], combinations(values, 2), strict=True))[:3]:
        t, df = exact.welch(a, b)
        assert pair["df"] == pytest.approx(df, abs=CLOSE)
        assert pair["value"] == pytest.approx(math.sqrt(2) * t, abs=CLOSE)
        expected = float(stats.studentized_range.sf(abs(math.sqrt(2) * t), k, df))
        assert pair["p_adjusted"] == pytest.approx(expected, abs=RANGE_CLOSE)


# Upper 5 % and 1 % points of Dunnett's t as printed: (treatments, df, tail, two-sided, point).
# Dunnett 1955, JASA 50, tables 1a–b; Dunnett 1964, Biometrics 20, tables II–III.
DUNNETT_TABLE = [
    (2, 5, 0.05, True, 3.03),
    (2, 10, 0.05, True, 2.57),
    (3, 10, 0.05, True, 2.76),
    (4, 10, 0.05, True, 2.89),
    (4, 20, 0.05, True, 2.65),
    (5, 20, 0.05, True, 2.73),
    (4, 60, 0.05, True, 2.51),
    (2, 10, 0.05, False, 2.15),
    (4, 10, 0.05, False, 2.47),
    (4, 20, 0.05, False, 2.30),
    (5, 60, 0.05, False, 2.28),
    (2, 10, 0.01, False, 3.11),
]


@pytest.mark.parametrize(("treatments", "df", "tail", "is_two_sided", "printed"), DUNNETT_TABLE)
def test_printed_points_of_dunnett(
    treatments: int, df: int, tail: float, is_two_sided: bool, printed: float
) -> None:
    """Equal n throughout, as in the tables, to the two decimals printed."""
    of = loadings(7, [7] * treatments)
    found = dunnett_quantile(1 - tail, of, df, is_two_sided=is_two_sided)
    assert found == pytest.approx(printed, abs=5.1e-3)


@pytest.mark.parametrize(
    ("control", "treatments", "df", "d"),
    [
        (8, (8, 8, 8, 8), 35, 2.58),
        (6, (4, 5, 9), 20, 2.2),
        (4, (9, 3, 6), 12, 1.0),
        (12, (5, 5), 19, 3.4),
        (3, (30, 4), 8, 2.0),
    ],
)
def test_dunnett_by_another_quadrature(
    control: int, treatments: tuple[int, ...], df: float, d: float
) -> None:
    """Adaptive quadrature of the double integral, unequal n as well."""
    of = loadings(control, treatments)
    expected = dunnett_tail(d, control, treatments, df)
    assert float(dunnett_tails([d], of, df)[0]) == pytest.approx(expected, abs=RANGE_CLOSE)


def test_dunnett_with_one_treatment_is_t() -> None:
    for d, df in ((0.3, 3), (2.2, 11), (5.0, 40)):
        expected = 2 * exact.t_tail_by_series(d, df)
        assert float(dunnett_tails([d], loadings(5, [7]), df)[0]) == pytest.approx(
            expected, abs=CLOSE
        )


def _stepped(p: list[float]) -> list[float]:
    """Holm: the largest over all not above it of (m − number below) · p, at most 1."""
    m = len(p)
    return [min(1, max((m - sum(z < y for z in p)) * y for y in p if y <= x)) for x in p]


ADJUSTED = {
    "holm": _stepped,
    "bonferroni": lambda p: [min(1, len(p) * x) for x in p],
    "sidak": lambda p: [1 - (1 - x) ** len(p) for x in p],
    "bh": lambda p: [
        min(1, *(len(p) * y / (1 + sum(z < y for z in p)) for y in p if y >= x)) for x in p
    ],
}


@pytest.mark.parametrize("adjustment", ADJUSTED)
def test_adjusted_by_definition(adjustment: str, tmp_path: Path, capsys: Capture) -> None:
    """Each adjustment by its definition, on pooled t of fifteen pairs with p by integration."""
    record = compared(SPRAYS, tmp_path, capsys, "--method", "anova", "--adjust", adjustment)
    values = list(SPRAYS.values())
    error = float(exact.within(values)) / 66
    raw = []
    for a, b in combinations(values, 2):
        t = float(exact.mean(a) - exact.mean(b)) / math.sqrt(error * (1 / len(a) + 1 / len(b)))
        raw.append(t_two_sided(t, 66))
    for pair, p, expected in zip(record["pairs"], raw, ADJUSTED[adjustment](raw), strict=True):
        assert pair["p"] == pytest.approx(p, abs=CLOSE)
        assert pair["p_adjusted"] == pytest.approx(expected, abs=CLOSE)


def test_discoveries_of_the_published_fifteen() -> None:
    """Benjamini & Hochberg 1995, p. 295: of fifteen p values four are discoveries at 5 %."""
    from decimus.statistics.p_adjustments import benjamini_hochberg, bonferroni

    p = (
        *(0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344),
        *(0.0459, 0.3240, 0.4262, 0.5719, 0.6528, 0.7590, 1.0000),
    )
    assert sum(x <= 0.05 for x in benjamini_hochberg(p)) == 4
    assert sum(x <= 0.05 for x in bonferroni(p)) == 3


# --- several factors ---------------------------------------------------------------

UNBALANCED = {
    ("0", "dim"): (10.1, 11.2, 9.7),
    ("0", "bright"): (15.2, 14.1),
    ("2", "dim"): (8.3, 7.9, 9.4, 8.8),
    ("2", "bright"): (12.2, 13.1, 12.7),
    ("8", "dim"): (5.1, 6.3),
    ("8", "bright"): (7.7, 6.8, 7.1, 9.0, 8.2),
}
TWO_BY_TWO = {
    ("a", "x"): (3.0, 5.0, 4.0),
    ("a", "y"): (6.0, 9.0, 8.5),
    ("b", "x"): (2.0, 2.5, 4.5),
    ("b", "y"): (5.0, 3.0, 7.5),
}
THREE = {
    (a, b, c): tuple(
        float((7 * i + 3 * j * (k + 1) + (r * r + i) % 5 + 2 * i * j) % 17) for r in range(n)
    )
    for i, a in enumerate("pq")
    for j, b in enumerate("rst")
    for k, (c, n) in enumerate((("u", 2 + i), ("v", 3 + j)))
}
FACTORIAL = {
    "salt and light, unbalanced": (UNBALANCED, ("salt", "light"), "two-way-anova"),
    "two by two, balanced": (TWO_BY_TWO, ("one", "two"), "two-way-anova"),
    "three factors, unbalanced": (THREE, ("A", "B", "C"), "three-way-anova"),
}


@pytest.mark.parametrize("name", FACTORIAL)
@pytest.mark.parametrize("kind", ["2", "3"])
def test_factorial(name: str, kind: str, tmp_path: Path, capsys: Capture) -> None:
    """Every term's sum of squares on the raw values, by elimination in fractions."""
    cells, names, method = FACTORIAL[name]
    path = long_form(cells, names, tmp_path / "t.csv")
    arguments = ["--value", "y", *(part for n in names for part in ("--group", n))]
    record = output(capsys, "compare", path, *arguments, "--ss-type", kind)
    assert record["method"] == method
    levels = [tuple(dict.fromkeys(cell[i] for cell in cells)) for i in range(len(names))]
    numbered = {
        tuple(level.index(x) for level, x in zip(levels, cell, strict=True)): values
        for cell, values in cells.items()
    }
    squares = exact_designs.factorial_squares(numbered, given_all=kind == "3")
    n = sum(map(len, cells.values()))
    within = exact.within(list(cells.values()))
    df_error = n - len(cells)
    for term, (factors, square) in zip(record["terms"][:-1], squares.items(), strict=True):
        assert term["term"] == " × ".join(names[f] for f in factors)
        df = math.prod(len(levels[f]) - 1 for f in factors)
        f = float(square / df / (within / df_error))
        assert term["df"] == [df, df_error]
        assert term["sum_of_squares"] == pytest.approx(float(square), abs=CLOSE)
        assert term["value"] == pytest.approx(f, abs=CLOSE)
        assert term["p"] == pytest.approx(f_tail(f, df, df_error), abs=CLOSE)
        share = float(square / (square + within))
        assert term["effect"]["value"] == pytest.approx(share, abs=CLOSE)
    assert record["terms"][-1]["sum_of_squares"] == pytest.approx(float(within), abs=CLOSE)


def test_simple_effects_by_sidak(tmp_path: Path, capsys: Capture) -> None:
    """Cells that differ in one factor, pooled error, one family."""
    path = long_form(UNBALANCED, ("salt", "light"), tmp_path / "t.csv")
    options = ("--value", "y", "--group", "salt", "--group", "light")
    record = output(capsys, "compare", path, *options)
    error = float(exact.within(list(UNBALANCED.values())) / (19 - 6))
    pairs = [
        (a, b)
        for a, b in combinations(UNBALANCED, 2)
        if sum(x != y for x, y in zip(a, b, strict=True)) == 1
    ]
    assert [(tuple(p["a"]), tuple(p["b"])) for p in record["pairs"]] == pairs
    assert len(pairs) == 9
    for pair, (a, b) in zip(record["pairs"], pairs, strict=True):
        one, two = UNBALANCED[a], UNBALANCED[b]
        t = float(exact.mean(one) - exact.mean(two)) / math.sqrt(
            error * (1 / len(one) + 1 / len(two))
        )
        p = t_two_sided(t, 13)
        assert pair["p"] == pytest.approx(p, abs=CLOSE)
        assert pair["p_adjusted"] == pytest.approx(1 - (1 - p) ** 9, abs=CLOSE)


# --- the same units ------------------------------------------------------------------

REACTIONS = (
    (30, 28, 16, 34),
    (14, 18, 10, 22),
    (24, 20, 18, 30),
    (38, 34, 20, 44),
    (26, 28, 14, 30),
)
REPEATED = {
    "drugs and reaction times, Winer 1971, p. 268: F(3, 12) = 24.76, squares 698.20, 680.80, "
    "112.80": (REACTIONS, 24.76),
    "sleep as two conditions": (tuple(zip(*SLEEP.groups.values(), strict=True)), None),
    "five instruments as blocks": (tuple(zip(*RESISTIVITY.groups.values(), strict=True)), None),
}


@pytest.mark.parametrize("name", REPEATED)
def test_repeated_measures(name: str, tmp_path: Path, capsys: Capture) -> None:
    """Sums of squares, ε and W in fractions; p on corrected df by integrating the density."""
    rows, published = REPEATED[name]
    n, k = len(rows), len(rows[0])
    values = [tuple(float(x) for x in row) for row in rows]
    columns = {f"c{j}": tuple(row[j] for row in values) for j in range(k)}
    record = compared(with_names(columns), tmp_path, capsys, "--method", "rm-anova")
    total = [y for row in values for y in exact.fractions(row)]
    grand = sum(total, Fraction(0)) / len(total)
    subjects = k * sum((exact.mean(row) - grand) ** 2 for row in values)
    conditions = n * sum((exact.mean(c) - grand) ** 2 for c in columns.values())
    error = sum((y - grand) ** 2 for y in total) - subjects - conditions
    term, between, residual = record["terms"]
    assert term["sum_of_squares"] == pytest.approx(float(conditions), abs=CLOSE)
    assert between["term"] == "Subjects"
    assert between["sum_of_squares"] == pytest.approx(float(subjects), abs=CLOSE)
    assert residual["sum_of_squares"] == pytest.approx(float(error), abs=CLOSE)
    df = (k - 1, (n - 1) * (k - 1))
    f = float((conditions / df[0]) / (error / df[1]))
    assert term["value"] == pytest.approx(f, abs=CLOSE * max(1, f))
    if published is not None:
        assert f == pytest.approx(published, abs=5e-3)
    assert term["df_uncorrected"] == list(df)
    assert term["p_uncorrected"] == pytest.approx(f_tail(f, *df), abs=CLOSE)
    if k == 2:
        assert (term["epsilon_gg"], term["epsilon_hf"]) == (1, 1)
        assert "mauchly" not in {check["name"] for check in record["checks"]}
        return
    epsilon, w = (float(x) for x in exact_designs.epsilon_and_w(values))
    hf = (n * (k - 1) * epsilon - 2) / ((k - 1) * (n - 1 - (k - 1) * epsilon))
    assert term["epsilon_gg"] == pytest.approx(epsilon, abs=CLOSE)
    assert term["epsilon_hf"] == pytest.approx(min(1, hf), abs=CLOSE)
    assert term["df"] == pytest.approx([epsilon * df[0], epsilon * df[1]], abs=CLOSE)
    assert term["p"] == pytest.approx(f_tail(f, epsilon * df[0], epsilon * df[1]), abs=CLOSE)
    mauchly = next(check for check in record["checks"] if check["name"] == "mauchly")
    d = k - 1
    assert mauchly["value"] == pytest.approx(w, abs=CLOSE)
    # Exact for two contrasts; for more, with fewest subjects, the series is worst.
    wanted = exact_designs.p_of_w(w, d, n - 1)
    assert mauchly["p"] == pytest.approx(wanted, abs=5e-6 if d == 2 else 0.05)


@pytest.mark.parametrize(
    ("d", "df", "w"), [(3, 4, 0.2), (3, 10, 0.3), (4, 8, 0.1), (4, 20, 0.5), (5, 15, 0.2)]
)
def test_p_of_sphericity(d: int, df: int, w: float) -> None:
    """The p of W beside its exact distribution; without the second term it is 0.02 off."""
    wanted = exact_designs.p_of_w(w, d, df)
    assert p_of_w(w, d, df) == pytest.approx(wanted, abs=0.002)


SPLIT = {
    ("ctl", "1"): (10.1, 11.0, 12.5),
    ("ctl", "2"): (9.4, 10.8, 10.9),
    ("ctl", "3"): (11.2, 11.9, 13.0),
    ("trt", "4"): (10.0, 13.1, 16.2),
    ("trt", "5"): (9.9, 12.2, 15.8),
    ("trt", "6"): (10.7, 13.9, 15.1),
    ("trt", "7"): (10.2, 12.9, 14.9),
}


@pytest.mark.parametrize("kind", ["2", "3"])
def test_split_plot(kind: str, tmp_path: Path, capsys: Capture) -> None:
    """Two groups of three and four: all squares by models of the raw values in fractions."""
    rows = ["group,subject,time,y"]
    rows += [
        f"{group},{subject},{time},{y!r}"
        for (group, subject), values in SPLIT.items()
        for time, y in zip(("pre", "mid", "post"), values, strict=True)
    ]
    path = tmp_path / "t.csv"
    path.write_text("\n".join(rows) + "\n")
    options = ("--value", "y", "--group", "group", "--group", "time", "--subject", "subject")
    record = output(capsys, "compare", str(path), *options, "--ss-type", kind)
    assert record["method"] == "split-plot-anova"
    subjects = list(SPLIT)
    code = exact_designs.coded

    def row(subject: tuple[str, str], time: int, parts: str) -> list[Fraction]:
        group = code(int(subject[0] == "trt"), 2)
        times = code(time, 3)
        found = [Fraction(1)]
        if "s" in parts:
            found += [Fraction(int(subject == other)) for other in subjects]
        elif "g" in parts:
            found += group
        found += times if "t" in parts else []
        found += [g * t for g in group for t in times] if "x" in parts else []
        return found

    def left(parts: str) -> Fraction:
        design = [row(s, t, parts) for s in subjects for t in range(3)]
        values = [y for s in subjects for y in exact.fractions(SPLIT[s])]
        return exact_designs.residual(design, values)

    error = left("stx")
    between_error = left("gtx") - error
    means = [exact.mean(SPLIT[s]) for s in subjects]
    grand = sum(means, Fraction(0)) / len(means)
    groups = {
        g: [m for (name, _), m in zip(subjects, means, strict=True) if name == g]
        for g in ("ctl", "trt")
    }
    between = 3 * sum(
        len(part) * (sum(part, Fraction(0)) / len(part) - grand) ** 2 for part in groups.values()
    )
    within = left("sx") - error if kind == "3" else left("s") - left("st")
    interaction = left("st") - error
    expected = (
        ("group", between, 1, between_error, 5),
        ("time", within, 2, error, 10),
        ("group × time", interaction, 2, error, 10),
    )
    for term, (name, square, df, below, df_error) in zip(record["terms"], expected, strict=False):
        f = float((square / df) / (below / df_error))
        assert term["term"] == name
        assert term["sum_of_squares"] == pytest.approx(float(square), abs=CLOSE)
        assert term["value"] == pytest.approx(f, abs=CLOSE * max(1, f))
        uncorrected = term.get("p_uncorrected", term["p"])
        assert uncorrected == pytest.approx(f_tail(f, df, df_error), abs=CLOSE)
    assert record["terms"][3]["sum_of_squares"] == pytest.approx(float(between_error), abs=CLOSE)
    assert record["terms"][4]["sum_of_squares"] == pytest.approx(float(error), abs=CLOSE)


# --- a straight line ------------------------------------------------------------------

NORRIS = (
    *((0.1, 0.2), (338.8, 337.4), (118.1, 118.2), (888.0, 884.6), (9.2, 10.1), (228.1, 226.5)),
    *((668.5, 666.3), (998.5, 996.3), (449.1, 448.6), (778.9, 777.0), (559.2, 558.2), (0.3, 0.4)),
    *((0.1, 0.6), (778.1, 775.5), (668.8, 666.9), (339.3, 338.0), (448.9, 447.5), (10.8, 11.6)),
    *((557.7, 556.0), (228.3, 228.1), (998.0, 995.8), (888.8, 887.6), (119.6, 120.2), (0.3, 0.3)),
    *((0.6, 0.3), (557.6, 556.8), (339.3, 339.1), (888.0, 887.2), (998.5, 999.0), (778.9, 779.0)),
    *((10.2, 11.1), (117.6, 118.3), (228.9, 229.2), (668.4, 669.1), (449.2, 448.9), (0.2, 0.5)),
)
"""Calibration of ozone monitors (y, x): NIST Statistical Reference Datasets, Norris."""


def test_certified_line() -> None:
    """Slope, intercept, their SDs, r² and the residual SD as certified."""
    fit = straight_line([x for _, x in NORRIS], [Moments(1, y, 0.0) for y, _ in NORRIS], 0.0, 95)
    assert fit.slope.mean_difference == pytest.approx(1.00211681802045, rel=1e-12)
    assert fit.intercept.mean_difference == pytest.approx(-0.262323073774029, rel=1e-10)
    assert fit.slope.standard_error == pytest.approx(0.429796848199937e-3, rel=1e-10)
    assert fit.intercept.standard_error == pytest.approx(0.232818234301152, rel=1e-10)
    assert fit.r_squared == pytest.approx(0.999993745883712, rel=1e-12)
    assert math.sqrt(fit.residual_sum_of_squares / fit.df) == pytest.approx(
        0.884796396144373, rel=1e-10
    )


def test_line_through_replicates_and_its_lack_of_fit(tmp_path: Path, capsys: Capture) -> None:
    """By least squares in fractions on every replicate; pure error within amounts."""
    groups = {"0": (10.0, 11.5, 9.0), "1": (8.0, 8.5), "2": (6.0, 7.0, 6.5), "5": (4.0, 4.5, 5.5)}
    record = compared(groups, tmp_path, capsys)
    rows = [(Fraction(x), y) for x, values in groups.items() for y in exact.fractions(values)]
    values = [y for _, y in rows]
    line = exact_designs.residual([[Fraction(1), x] for x, _ in rows], values)
    pure = exact.within(list(groups.values()))
    flat = exact_designs.residual([[Fraction(1)] for _ in rows], values)
    trend = record["trend"]
    assert trend["r_squared"] == pytest.approx(float(1 - line / flat), abs=CLOSE)
    t_squared = float((flat - line) / (line / 9))
    assert trend["slope"]["t"] ** 2 == pytest.approx(t_squared, abs=1e-7)
    assert trend["slope"]["p"] == pytest.approx(f_tail(t_squared, 1, 9), abs=CLOSE)
    f = float(((line - pure) / 2) / (pure / 7))
    assert trend["lack_of_fit"]["f"] == pytest.approx(f, abs=CLOSE)
    assert trend["lack_of_fit"]["df"] == [2, 7]
    assert trend["lack_of_fit"]["p"] == pytest.approx(f_tail(f, 2, 7), abs=CLOSE)
