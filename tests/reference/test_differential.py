"""Random tables through the command line, beside plain separate computation."""

from __future__ import annotations

import json
import math
from collections.abc import Callable, Sequence
from itertools import combinations
from pathlib import Path
from typing import Any

import numpy as np
import pytest

from decimus.__main__ import run
from tests.reference import plain

Record = dict[str, Any]
Compare = Callable[..., Record]
Rng = np.random.Generator
CLOSE, RANGE_CLOSE = 1e-9, 1e-8
BATCHES, TABLES = 10, 10
BY_P = ("holm", "bonferroni", "sidak", "bh")


def close(wanted: float, by: float = CLOSE) -> Any:
    return pytest.approx(wanted, rel=by, abs=by)


def sample(rng: Rng, n: int, middle: float = 10.0, spread: float = 2.0) -> list[float]:
    """Values as one types them: one to three decimals."""
    return np.round(rng.normal(middle, spread, n), int(rng.integers(1, 4))).tolist()


def wide(groups: Sequence[Sequence[float]], names: Sequence[str] = ()) -> str:
    names = names or [f"g{i}" for i in range(len(groups))]
    longest = max(map(len, groups))
    rows = [",".join(repr(g[i]) if i < len(g) else "" for g in groups) for i in range(longest)]
    return "\n".join([",".join(names), *rows]) + "\n"


def long(factors: dict[str, Sequence[object]], y: Sequence[float]) -> str:
    rows = zip(*factors.values(), map(repr, y), strict=True)
    return "\n".join([",".join([*factors, "y"]), *(",".join(map(str, row)) for row in rows)]) + "\n"


def check_t(pair: Record, difference: float, error: float, df: float, level: float = 95) -> None:
    """A pair by t with an interval of its own."""
    t = difference / error
    assert pair["difference"] == close(difference)
    assert pair["df"] == close(df)
    assert pair["p"] == close(plain.t_two(t, df))
    assert pair["p_greater"] == close(plain.t_above(t, df))
    assert pair["p_less"] == close(plain.t_above(-t, df))
    if pair["statistic"] == "t":
        assert pair["value"] == close(t)
    if pair["ci"]["kind"] == "individual":
        half = plain.t_at(0.5 + level / 200, df) * error
        assert pair["ci"]["lower"] == close(difference - half)
        assert pair["ci"]["upper"] == close(difference + half)


def check_family(pairs: Sequence[Record], how: str, alpha: float = 0.05) -> None:
    """P values of a family adjusted from their own, with the intervals that go with them."""
    m = len(pairs)
    for pair, wanted in zip(pairs, plain.adjusted([p["p"] for p in pairs], how), strict=True):
        assert pair["p_adjusted"] == close(wanted)
        share = {"bh": alpha, "sidak": 1 - (1 - alpha) ** (1 / m)}.get(how, alpha / m)
        half = (pair["ci"]["upper"] - pair["ci"]["lower"]) / 2
        assert half == close(plain.t_at(1 - share / 2, pair["df"]) * pair["standard_error"])


def check_range(pair: Record, k: int) -> None:
    """Tukey's and Games and Howell's p, and the quantile behind the interval."""
    q = math.sqrt(2) * pair["difference"] / pair["standard_error"]
    assert pair["statistic"] == "q"
    assert pair["value"] == close(q)
    wanted = plain.range_above(abs(q), k, pair["df"])
    assert pair["p_adjusted"] == pytest.approx(wanted, abs=RANGE_CLOSE)
    half = (pair["ci"]["upper"] - pair["ci"]["lower"]) / 2
    critical = half / pair["standard_error"] * math.sqrt(2)
    assert plain.range_above(critical, k, pair["df"]) == pytest.approx(0.05, abs=RANGE_CLOSE)


def check_f(term: Record, squares: float, df: int, error: float, df_error: int) -> None:
    f = squares / df / (error / df_error)
    assert term["sum_of_squares"] == close(squares, 1e-8)
    assert term["value"] == close(f, 1e-8)
    assert term["p"] == close(plain.f_above(f, df, df_error))


def check_g(effect: Record, t: float, df: float, scale: float) -> None:
    """Hedges' g, and that t lies at either tail of its noncentral distribution at its ends."""
    from scipy.special import gammaln, nctdtr

    correction = math.exp(gammaln(df / 2) - gammaln((df - 1) / 2)) / math.sqrt(df / 2)
    assert effect["value"] == close(correction * t * scale)
    if abs(t) < 20:
        tails = [nctdtr(df, effect["ci"][end] / scale, t) for end in ("lower", "upper")]
        assert tails == pytest.approx([0.975, 0.025], abs=1e-6)


# --- designs ---------------------------------------------------------------------------------


def one_sample(rng: Rng, compare: Compare) -> None:
    y, reference = sample(rng, int(rng.integers(3, 12))), round(float(rng.normal(10, 1)), 2)
    record = compare(wide([y]), "--group", "none", "--reference", repr(reference))
    error = np.std(y, ddof=1) / math.sqrt(len(y))
    check_t(record["pairs"][0], float(np.mean(y)) - reference, error, len(y) - 1)


def two_groups(rng: Rng, compare: Compare) -> None:
    a, b = (sample(rng, int(rng.integers(3, 9)), spread=s) for s in (1.0, 3.0))
    va, vb = np.var(a, ddof=1) / len(a), np.var(b, ddof=1) / len(b)
    difference = float(np.mean(a) - np.mean(b))
    pair = compare(wide([a, b]), "--independent")["pairs"][0]
    df = (va + vb) ** 2 / (va**2 / (len(a) - 1) + vb**2 / (len(b) - 1))
    check_t(pair, difference, math.sqrt(va + vb), df)
    pooled = (np.var(a) * len(a) + np.var(b) * len(b)) / (len(a) + len(b) - 2)
    root = math.sqrt(1 / len(a) + 1 / len(b))
    error = math.sqrt(pooled) * root
    direction = ("greater", "less")[rng.integers(2)]
    how = ("--method", "student-t", "--independent", "--direction", direction)
    pair = compare(wide([a, b]), *how)["pairs"][0]
    df = len(a) + len(b) - 2
    check_t(pair, difference, error, df, level=90)
    assert pair["p_directional"] == pair[f"p_{direction}"]
    assert pair["ci"]["level"] == 90
    is_beyond = pair["ci"]["lower"] > 0 if direction == "greater" else pair["ci"]["upper"] < 0
    assert is_beyond == (pair["p_directional"] < 0.05)
    pair = compare(wide([a, b]), "--method", "student-t", "--independent")["pairs"][0]
    check_g(pair["effect"], difference / error, df, root)


def pairs_of_units(rng: Rng, compare: Compare) -> None:
    n = int(rng.integers(3, 10))
    before = sample(rng, n)
    after = np.round(np.array(before) + rng.normal(0.5, 1, n), 2).tolist()
    pair = compare(wide([before, after]), "--pair-by-row")["pairs"][0]
    d = np.round(np.array(after) - np.array(before), 10)
    check_t(pair, float(d.mean()), d.std(ddof=1) / math.sqrt(n), n - 1)
    assert pair["effect"]["value"] == close(float(d.mean() / d.std(ddof=1)))


def one_way(rng: Rng, compare: Compare) -> None:
    k = int(rng.integers(3, 6))
    groups = [sample(rng, int(rng.integers(2, 8)), 10 + rng.normal()) for _ in range(k)]
    how = ("tukey", "dunnett", *BY_P, "none")[rng.integers(7)]
    more = ("--control", "g0") if how == "dunnett" else ("--pairs", "all")
    record = compare(wide(groups), "--independent", "--method", "anova", "--adjust", how, *more)
    y = np.array([v for g in groups for v in g])
    labels = [i for i, g in enumerate(groups) for _ in g]
    error = plain.left(np.hstack([plain.ones(len(y)), plain.coded(labels)]), y)
    total, df = plain.left(plain.ones(len(y)), y), len(y) - k
    check_f(record["terms"][0], total - error, k - 1, error, df)
    for pair in record["pairs"]:
        a, b = (groups[int(side[0][1:])] for side in (pair["a"], pair["b"]))
        scale = math.sqrt(1 / len(a) + 1 / len(b))
        check_t(pair, float(np.mean(a) - np.mean(b)), math.sqrt(error / df) * scale, df)
        if how == "tukey":
            check_range(pair, k)
        elif how == "dunnett":
            sizes = [len(g) for g in groups]
            d = abs(pair["difference"] / pair["standard_error"])
            wanted = plain.dunnett_above(d, sizes[0], sizes[1:], df)
            assert pair["p_adjusted"] == pytest.approx(wanted, abs=RANGE_CLOSE)
            half = (pair["ci"]["upper"] - pair["ci"]["lower"]) / 2 / pair["standard_error"]
            tail = plain.dunnett_above(half, sizes[0], sizes[1:], df)
            assert tail == pytest.approx(0.05, abs=RANGE_CLOSE)
    if how in BY_P:
        check_family(record["pairs"], how)
    check_eta(record["terms"][0])


def check_eta(term: Record) -> None:
    """The ends of η² are where F lies at 5 % and 95 % of its noncentral distribution."""
    from scipy.special import ncfdtr

    (one, two), f, effect = term["df"], term["value"], term["effect"]
    if "ci" not in effect or f * one > 100:
        return
    n = one + two + 1
    for end, share in (("lower", 0.95), ("upper", 0.05)):
        value = effect["ci"][end]
        if value > 0:
            found = ncfdtr(one, two, n * value / (1 - value), f)
            assert found == pytest.approx(share, abs=1e-6)


def one_sided_control(rng: Rng, compare: Compare) -> None:
    groups = [sample(rng, int(rng.integers(3, 7)), 10 + rng.normal()) for _ in range(4)]
    record = compare(wide(groups), "--independent", "--control", "g2", "--direction", "greater")
    df = sum(map(len, groups)) - 4
    others = [len(groups[i]) for i in (0, 1, 3)]
    for pair in record["pairs"]:
        t = pair["difference"] / pair["standard_error"]
        wanted = plain.dunnett_above(t, len(groups[2]), others, df, is_two_sided=False)
        assert pair["p_directional_adjusted"] == pytest.approx(wanted, abs=RANGE_CLOSE)
        assert (pair["ci"]["lower"] > 0) == (pair["p_directional_adjusted"] < 0.05)


def welch_anova(rng: Rng, compare: Compare) -> None:
    k = int(rng.integers(3, 6))
    groups = [sample(rng, int(rng.integers(3, 8)), spread=float(s + 1)) for s in range(k)]
    record = compare(wide(groups), "--independent", "--method", "welch-anova")
    n = np.array([len(g) for g in groups], float)
    means = np.array([np.mean(g) for g in groups])
    variances = np.array([np.var(g, ddof=1) for g in groups])
    w = n / variances
    middle = (w * means).sum() / w.sum()
    lost = ((1 - w / w.sum()) ** 2 / (n - 1)).sum()
    f = (w * (means - middle) ** 2).sum() / (k - 1) / (1 + 2 * (k - 2) / (k * k - 1) * lost)
    df = (k * k - 1) / (3 * lost)
    term = record["terms"][0]
    assert term["value"] == close(f)
    assert term["p"] == close(plain.f_above(f, k - 1, df))
    for pair in record["pairs"]:
        a, b = (int(side[0][1:]) for side in (pair["a"], pair["b"]))
        va, vb = variances[a] / n[a], variances[b] / n[b]
        df = (va + vb) ** 2 / (va**2 / (n[a] - 1) + vb**2 / (n[b] - 1))
        check_t(pair, means[a] - means[b], math.sqrt(va + vb), df)
        check_range(pair, k)


def several_factors(rng: Rng, compare: Compare) -> None:
    """Two or three factors, unbalanced, either kind; pairs within levels; main effects."""
    shape = [(2, 3), (3, 2), (2, 2), (3, 3), (2, 2, 2), (2, 3, 2)][rng.integers(6)]
    kind = int(rng.integers(2, 4))
    names = ["salt", "light", "soil"][: len(shape)]
    cells = list(np.ndindex(*shape))
    rows = [cell for cell in cells for _ in range(int(rng.integers(1, 5)))]
    if len(rows) == len(cells):
        rows += cells[:2]
    y = sample(rng, len(rows))
    factors = {name: [f"{name[0]}{cell[i]}" for cell in rows] for i, name in enumerate(names)}
    method = ("two-way-anova", "three-way-anova")[len(shape) - 2]
    by = [part for name in names for part in ("--group", name)]
    text = long(factors, y)
    options = ("--value", "y", "--independent", *by, "--method", method)
    record = compare(text, *options, "--ss-type", str(kind))
    found, error, df = plain.factorial(list(factors.values()), np.array(y), kind)
    for term, (factors_of, (squares, df_term)) in zip(record["terms"], found.items(), strict=False):
        assert term["term"] == " × ".join(names[i] for i in factors_of)
        check_f(term, squares, df_term, error, df)
    assert record["terms"][-1]["sum_of_squares"] == close(error, 1e-8)
    check_cells(record, rows, y, error / df, df)
    for position, effect in enumerate(record["main_effects"]):
        check_marginal(effect["pairs"], position, rows, y, error / df, df)


def check_cells(
    record: Record, rows: Sequence[Any], y: Sequence[float], square: float, df: int
) -> None:
    """Pairs of cells that differ in one factor, on the pooled error, after Šidák."""
    for pair in record["pairs"]:
        a, b = (
            [v for row, v in zip(rows, y, strict=True) if [int(s[1:]) for s in side] == list(row)]
            for side in (pair["a"], pair["b"])
        )
        error = math.sqrt(square * (1 / len(a) + 1 / len(b)))
        check_t(pair, float(np.mean(a) - np.mean(b)), error, df)
    if len(record["pairs"]) > 1:
        check_family(record["pairs"], "sidak")


def check_marginal(
    pairs: Sequence[Record],
    position: int,
    rows: Sequence[Any],
    y: Sequence[float],
    square: float,
    df: int,
) -> None:
    """Means over cells that count equally; Tukey's range over the levels."""
    levels = sorted({row[position] for row in rows})
    means, shares = {}, {}
    for level in levels:
        cells = sorted({row for row in rows if row[position] == level})
        parts = [[v for row, v in zip(rows, y, strict=True) if row == cell] for cell in cells]
        means[level] = float(np.mean([np.mean(part) for part in parts]))
        shares[level] = sum(1 / len(part) for part in parts) / len(parts) ** 2
    assert len(pairs) == len(levels) * (len(levels) - 1) // 2
    for pair in pairs:
        a, b = (int(side[position][1:]) for side in (pair["a"], pair["b"]))
        error = math.sqrt(square * (shares[a] + shares[b]))
        check_t(pair, means[a] - means[b], error, df)
        if len(levels) > 2:
            check_range(pair, len(levels))


def single_values(rng: Rng, compare: Compare) -> None:
    """One value per cell: the top interaction is the error."""
    shape = [(3, 4), (2, 3), (4, 2), (2, 3, 3)][rng.integers(4)]
    names = ["salt", "light", "soil"][: len(shape)]
    rows = list(np.ndindex(*shape))
    y = sample(rng, len(rows))
    factors = {name: [f"{name[0]}{cell[i]}" for cell in rows] for i, name in enumerate(names)}
    by = [part for name in names for part in ("--group", name)]
    method = ("two-way-anova", "three-way-anova")[len(shape) - 2]
    text = long(factors, y)
    record = compare(text, "--value", "y", "--independent", *by, "--method", method)
    found, error, df = plain.factorial(list(factors.values()), np.array(y), 3)
    for term, (squares, df_term) in zip(record["terms"], found.values(), strict=False):
        check_f(term, squares, df_term, error, df)
    assert record["terms"][-1]["df"] == [df]
    check_marginal(record["pairs"], 0, rows, y, error / df, df)


def same_units(rng: Rng, compare: Compare) -> None:
    """Repeated measures by least squares with units as columns, ε from covariances."""
    n, k = int(rng.integers(3, 8)), int(rng.integers(3, 6))
    table = np.round(rng.normal(10, 2, (n, 1)) + rng.normal(0, 1, (n, k)), 2)
    how = BY_P[rng.integers(4)]
    record = compare(
        wide(table.T.tolist()),
        "--pair-by-row",
        "--method",
        "rm-anova",
        "--pairs",
        "all",
        "--adjust",
        how,
    )
    y = table.ravel()
    units = plain.coded([i for i in range(n) for _ in range(k)])
    conditions = plain.coded(list(range(k)) * n)
    error = plain.left(np.hstack([plain.ones(n * k), units, conditions]), y)
    squares = plain.left(np.hstack([plain.ones(n * k), units]), y) - error
    check_corrected(
        record["terms"][0],
        squares,
        k - 1,
        error,
        (n - 1) * (k - 1),
        plain.epsilon([table @ plain.contrasts(k).T]),
    )
    for pair in record["pairs"]:
        a, b = (int(side[0][1:]) for side in (pair["a"], pair["b"]))
        d = np.round(table[:, a] - table[:, b], 10)
        check_t(pair, float(d.mean()), d.std(ddof=1) / math.sqrt(n), n - 1)
    check_family(record["pairs"], how)


def check_corrected(
    term: Record, squares: float, df: int, error: float, df_error: int, epsilon: float
) -> None:
    f = squares / df / (error / df_error)
    assert term["sum_of_squares"] == close(squares, 1e-8)
    assert term["value"] == close(f, 1e-8)
    assert term["epsilon_gg"] == close(epsilon, 1e-8)
    assert term["df_uncorrected"] == [df, df_error]
    assert term["p_uncorrected"] == close(plain.f_above(f, df, df_error))
    assert term["p"] == close(plain.f_above(f, epsilon * df, epsilon * df_error))


def split_plot(rng: Rng, compare: Compare) -> None:
    """Unequal groups of units; both kinds of sums of squares; main effects."""
    sizes = [int(rng.integers(2, 5)) for _ in range(int(rng.integers(2, 4)))]
    k, kind = int(rng.integers(2, 5)), int(rng.integers(2, 4))
    group = [i for i, size in enumerate(sizes) for _ in range(size)]
    n = len(group)
    table = np.round(rng.normal(10, 2, (n, 1)) + rng.normal(0, 1, (n, k)), 2)
    labels = {
        "unit": [f"u{i}" for i in range(n) for _ in range(k)],
        "diet": [f"d{group[i]}" for i in range(n) for _ in range(k)],
        "week": [f"w{j}" for _ in range(n) for j in range(k)],
    }
    y = table.ravel()
    options = ("--value", "y", "--group", "diet", "--group", "week", "--subject", "unit")
    record = compare(long(labels, y.tolist()), *options, "--ss-type", str(kind))
    diet, week = plain.coded(labels["diet"]), plain.coded(labels["week"])
    within = []
    for i in range(len(sizes)):
        members = [u for u in range(n) if group[u] == i]
        inside = np.array([group[u] == i for u in range(n) for _ in range(k)])
        columns = np.zeros((n * k, len(members) - 1))
        columns[inside] = plain.coded([u for u in members for _ in range(k)])
        within.append(columns)
    units = np.hstack(within)
    both, one = plain.crossed(diet, week), plain.ones(n * k)
    error = plain.left(np.hstack([one, diet, units, week, both]), y)
    interaction = plain.left(np.hstack([one, diet, units, week]), y) - error
    if kind == 3:
        weeks = plain.left(np.hstack([one, diet, units, both]), y) - error
    else:
        full = plain.left(np.hstack([one, diet, units, week]), y)
        weeks = plain.left(np.hstack([one, diet, units]), y) - full
    means = table.mean(axis=1)
    small = plain.coded(group)
    error_units = k * plain.left(np.hstack([plain.ones(n), small]), means)
    diets = k * plain.left(plain.ones(n), means) - error_units
    g = len(sizes)
    terms = {term["term"]: term for term in record["terms"]}
    check_f(terms["diet"], diets, g - 1, error_units, n - g)
    scores = [
        table[[u for u in range(n) if group[u] == i]] @ plain.contrasts(k).T for i in range(g)
    ]
    epsilon = plain.epsilon(scores) if k > 2 else 1.0
    df = (n - g) * (k - 1)
    check_corrected(terms["week"], weeks, k - 1, error, df, epsilon)
    check_corrected(terms["diet × week"], interaction, (g - 1) * (k - 1), error, df, epsilon)
    effects = {effect["factor"]: effect["pairs"] for effect in record["main_effects"]}
    square = error_units / k / (n - g)
    for pair in effects["diet"]:
        a, b = (int(side[0][1:]) for side in (pair["a"], pair["b"]))
        parts = [means[[u for u in range(n) if group[u] == i]] for i in (a, b)]
        scale = math.sqrt(square * (1 / len(parts[0]) + 1 / len(parts[1])))
        check_t(pair, float(parts[0].mean() - parts[1].mean()), scale, n - g)
        if g > 2:
            check_range(pair, g)
    if k == 2:
        t = effects["week"][0]["value"]
        assert t * t == close(terms["week"]["value"], 1e-8)
    if g == 2:
        t = effects["diet"][0]["value"]
        assert t * t == close(terms["diet"]["value"], 1e-8)


def two_within(rng: Rng, compare: Compare) -> None:
    """Each term on its own product with units, by least squares."""
    n, a, b = int(rng.integers(3, 6)), int(rng.integers(2, 4)), int(rng.integers(2, 4))
    table = np.round(rng.normal(10, 2, (n, 1, 1)) + rng.normal(0, 1, (n, a, b)), 2)
    places = list(np.ndindex(n, a, b))
    labels = {
        "unit": [f"u{i}" for i, _, _ in places],
        "light": [f"l{j}" for _, j, _ in places],
        "time": [f"t{m}" for _, _, m in places],
    }
    y = table.ravel()
    options = ("--value", "y", "--group", "light", "--group", "time", "--subject", "unit")
    record = compare(long(labels, y.tolist()), *options)
    units, light, time = (plain.coded(column) for column in labels.values())
    parts = {
        "light": light,
        "time": time,
        "light × time": plain.crossed(light, time),
        "light:unit": plain.crossed(light, units),
        "time:unit": plain.crossed(time, units),
        "light × time:unit": plain.crossed(light, time, units),
    }
    everything = [plain.ones(len(y)), units, *parts.values()]

    def explained(name: str) -> float:
        rest = [part for part in everything if part is not parts[name]]
        return plain.left(np.hstack(rest), y) - plain.left(np.hstack(everything), y)

    of = {
        "light": (plain.contrasts(a), np.full((1, b), b**-0.5)),
        "time": (np.full((1, a), a**-0.5), plain.contrasts(b)),
        "light × time": (plain.contrasts(a), plain.contrasts(b)),
    }
    for term in record["terms"][:3]:
        rows = np.kron(*of[term["term"]])
        d = len(rows)
        scores = table.reshape(n, -1) @ rows.T
        epsilon = plain.epsilon([scores]) if d > 1 else 1.0
        squares, error = explained(term["term"]), explained(f"{term['term']}:unit")
        check_corrected(term, squares, d, error, d * (n - 1), epsilon)
        assert term["error"]["sum_of_squares"] == close(error, 1e-8)
    for effect, axis in zip(record["main_effects"], (1, 2), strict=True):
        means = table.mean(axis=3 - axis)
        for pair in effect["pairs"]:
            one, other = (int(side[axis - 1][1:]) for side in (pair["a"], pair["b"]))
            d = np.round(means[:, one] - means[:, other], 10)
            check_t(pair, float(d.mean()), d.std(ddof=1) / math.sqrt(n), n - 1)


def ranks_of_two(rng: Rng, compare: Compare) -> None:
    decimals = int(rng.integers(0, 2))
    a, b = (np.round(rng.normal(m, 2, int(rng.integers(3, 7))), decimals).tolist() for m in (8, 9))
    if len(set(a + b)) < 2:
        return
    pair = compare(wide([a, b]), "--independent", "--method", "mann-whitney")["pairs"][0]
    u, less, greater = plain.rank_sum_tails(a, b)
    assert pair["value"] == u
    assert pair["p_less"] == close(less)
    assert pair["p_greater"] == close(greater)
    assert pair["p"] == close(min(1.0, 2 * min(less, greater)))
    shifts = sorted(x - y for x in a for y in b)
    assert pair["estimate"] == close(float(np.median(shifts)))


def ranks_of_pairs(rng: Rng, compare: Compare) -> None:
    n = int(rng.integers(4, 10))
    before = np.round(rng.normal(8, 2, n), 1)
    after = np.round(before + rng.normal(0.4, 1, n), 1)
    d = [round(x, 6) for x in (after - before).tolist()]
    if not any(d):
        return
    text = wide([before.tolist(), after.tolist()])
    pair = compare(text, "--pair-by-row", "--method", "wilcoxon")["pairs"][0]
    w, less, greater = plain.signed_rank_tails(d)
    assert pair["value"] == w
    assert pair["p_less"] == close(less)
    assert pair["p_greater"] == close(greater)
    kept = [x for x in d if x]
    walsh = [(x + y) / 2 for i, x in enumerate(kept) for y in kept[i:]]
    assert pair["estimate"] == close(float(np.median(walsh)))


def ranks_of_several(rng: Rng, compare: Compare) -> None:
    groups = [np.round(rng.normal(m, 2, int(rng.integers(2, 5))), 1).tolist() for m in (8, 9, 10)]
    record = compare(wide(groups), "--independent", "--method", "kruskal-wallis", "--pairs", "all")
    term, h = record["terms"][0], plain.kruskal(groups)
    assert term["value"] == close(h)
    assert term["p_approximate"] == close(plain.chi_above(h, 2))
    if sum(map(len, groups)) <= 9:
        assert term["p"] == close(_dealt(groups))
    flat = [v for g in groups for v in g]
    ranks, n = plain.midranks(flat), len(flat)
    spread = (sum(r * r for r in ranks) - n * ((n + 1) / 2) ** 2) / (n - 1)
    places = np.cumsum([0, *map(len, groups)])
    for pair in record["pairs"]:
        a, b = (int(side[0][1:]) for side in (pair["a"], pair["b"]))
        means = [float(np.mean(ranks[places[i] : places[i + 1]])) for i in (a, b)]
        share = 1 / len(groups[a]) + 1 / len(groups[b])
        z = (means[0] - means[1]) / math.sqrt(spread * share)
        assert pair["value"] == close(z)
        assert pair["p"] == close(plain.chi_above(z * z, 1))


def _dealt(groups: Sequence[Sequence[float]]) -> float:
    """P(H ≥ the one seen) by dealing the ranks of three groups in every way."""
    ranks = plain.midranks([v for g in groups for v in g])
    sizes, total, seen, everything = [len(g) for g in groups], sum(ranks), None, []
    at = range(len(ranks))
    for first in combinations(at, sizes[0]):
        rest = [i for i in at if i not in first]
        for second in combinations(rest, sizes[1]):
            sums = [sum(ranks[i] for i in part) for part in (first, second)]
            sums.append(total - sum(sums))
            spread = sum(s * s / n for s, n in zip(sums, sizes, strict=True))
            seen = spread if seen is None else seen
            everything.append(spread)
    return sum(x >= (seen or 0) - 1e-9 for x in everything) / len(everything)


def ranks_within_units(rng: Rng, compare: Compare) -> None:
    n, k = int(rng.integers(3, 8)), int(rng.integers(3, 5))
    table = np.round(rng.normal(8, 2, (n, k)), 1)
    text = wide(table.T.tolist())
    term = compare(text, "--pair-by-row", "--method", "friedman")["terms"][0]
    chi = plain.friedman(table.tolist())
    assert term["value"] == close(chi)
    assert term["p_approximate"] == close(plain.chi_above(chi, k - 1))


def cases(rng: Rng, compare: Compare) -> None:
    """Shares of two and three groups by weighing every table."""
    sizes = [int(rng.integers(4, 9)) for _ in range(int(rng.integers(2, 4)))]
    groups = [rng.integers(0, 2, n).tolist() for n in sizes]
    if len({v for g in groups for v in g}) < 2:
        return
    text = long(
        {"plot": [f"p{i}" for i, g in enumerate(groups) for _ in g]}, [v for g in groups for v in g]
    )
    record = compare(text, "--value", "y", "--group", "plot", "--independent")
    counts = [sum(g) for g in groups]

    def weigh(table: Sequence[int], of: Sequence[int]) -> int:
        return math.prod(math.comb(n, c) for n, c in zip(of, table, strict=True))

    def exact(which: Sequence[int]) -> float:
        of, seen = [sizes[i] for i in which], [counts[i] for i in which]
        tables = [t for t in np.ndindex(*(n + 1 for n in of)) if sum(t) == sum(seen)]
        weights = [weigh(t, of) for t in tables]
        limit = weigh(seen, of)
        return sum(w for w in weights if w <= limit) / sum(weights)

    assert record["terms"][0]["p"] == close(exact(range(len(sizes))))
    for pair in record["pairs"]:
        a, b = (int(side[0][1:]) for side in (pair["a"], pair["b"]))
        assert pair["p"] == close(exact((a, b)))
        assert pair["difference"] == close(counts[a] / sizes[a] - counts[b] / sizes[b])


DESIGNS: tuple[Callable[[Rng, Compare], None], ...] = (
    one_sample,
    two_groups,
    pairs_of_units,
    one_way,
    one_sided_control,
    welch_anova,
    several_factors,
    single_values,
    same_units,
    split_plot,
    two_within,
    ranks_of_two,
    ranks_of_pairs,
    ranks_of_several,
    ranks_within_units,
    cases,
)


@pytest.mark.parametrize("batch", range(BATCHES))
def test_random_tables(batch: int, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "table.csv"

    def compare(text: str, *options: str) -> Record:
        path.write_text(text)
        assert run(["compare", str(path), *options, "--json"]) == 0, capsys.readouterr().err
        found: Record = json.loads(capsys.readouterr().out)
        return found

    for place in range(TABLES):
        number = batch * TABLES + place
        design = DESIGNS[number % len(DESIGNS)]
        try:
            design(np.random.default_rng(number), compare)
        except AssertionError as failed:
            failed.add_note(f"table {number}, {design.__name__}:\n{path.read_text()}")
            raise
