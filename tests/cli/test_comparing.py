"""`decimus compare` over all designs: what is refused and why, and what options do."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from decimus.__main__ import run
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, TWO_GROUPS

Capture = pytest.CaptureFixture[str]
SUBJECTS = "subject,cond,y\n" + "".join(
    f"{s},{c},{y}\n"
    for s, values in (("s1", (3, 5, 9)), ("s2", (4, 5, 7)), ("s3", (6, 8, 8)), ("s4", (2, 6, 7)))
    for c, y in zip("abc", values, strict=True)
)
ONLY_ONE_WHOLE = "subject,a,b,c\ns1,1,2,3\ns2,2,,4\ns3,,2,5\n"
SPLIT = "id,diet,week,y\n" + "".join(
    f"{i},{diet},{week},{10 + i + 2 * w + (w * i * i + i) % 5}\n"
    for i, diet in ((1, "old"), (2, "old"), (3, "old"), (4, "new"), (5, "new"), (6, "new"))
    for w, week in enumerate(("one", "two", "three"))
)
CROSSED = SPLIT.replace("4,new", "1,new").replace("5,new", "2,new").replace("6,new", "3,new")
BY_THREE = ("--group", "diet", "--group", "week", "--group", "time")
BEYOND = "id,diet,week,time,y\n" + "".join(
    f"{i},{'old' if i < 3 else 'new'},{week},{time},{10 + i * i % 3 + w * (t + 1) + i * t}\n"
    for i in (1, 2, 3, 4)
    for w, week in enumerate(("one", "two"))
    for t, time in enumerate(("noon", "night"))
)
SUMMARISED = "site,mean,sd,n\nnorth,5.1,0.5,8\nsouth,6.2,0.7,9\neast,5.0,0.4,8\n"
SPLIT_OPTIONS = ("--value", "y", "--group", "diet", "--group", "week", "--subject", "id")


def written(folder: Path, text: str) -> str:
    path = folder / "table.csv"
    path.write_text(text.replace("\t", ","))
    return str(path)


def record(capsys: Capture, path: str, *options: str) -> Any:
    assert run(["compare", path, *options, "--json"]) == 0
    captured = capsys.readouterr()
    assert captured.err == ""
    return json.loads(captured.out)


@pytest.mark.parametrize(
    ("text", "options", "words"),
    [
        ("a,b,c\n1,2,4\n", (), "Every group has only 1 replicate (“a”, “b” and “c”)"),
        ("a,b,c\n1,2,4\n3,,5\n", ("--method", "welch-anova"), "Group “b” has 1 replicate"),
        ("a,b\n5,7\n5,7\n", (), "All values are equal within “a” and “b”"),
        (
            "a,b,c\n5,1,2\n5,2,4\n5,3,3\n",
            ("--method", "welch-anova"),
            "All values are equal within “a”; Welch’s ANOVA needs some spread in every group",
        ),
        ("a,b\n5,5\n5,5\n", ("--method", "mann-whitney"), "All values of “a” and “b” are equal"),
        ("a\n1\n2\n", (), "only one group, “a”, and no value to compare it with"),
        (
            "a\n1\n2\n",
            ("--method", "anova"),
            "only one group, “a”; a comparison needs",
        ),
        ("a\n2\n2\n", ("--reference", "3"), "All values are equal within “a”"),
        ("a\n2\n", ("--reference", "3"), "Group “a” has 1 replicate; the one-sample t-test needs"),
        (TWO_GROUPS, ("--reference", "3"), "compares one group with a reference value; here are 2"),
        (FIVE_BY_FOUR, ("--method", "mann-whitney"), "compares two groups; here are 5, “0”, “1”"),
        (FIVE_BY_FOUR, ("--method", "two-way-anova"), "needs 2 factors; here is 1"),
        (
            "salt,light,area\n0,dim,10\n0,dim,11\n0,bright,14\n2,dim,8\n",
            ("--value", "area", "--group", "salt", "--group", "light"),
            "There is no value for “2, bright”; two-way ANOVA needs every combination. Use one-way",
        ),
        (
            "salt,light,area\n0,dim,10.1\n0,bright,14.2\n2,dim,8.1\n2,bright,12.2\n",
            ("--value", "area", "--group", "salt", "--group", "light"),
            "Levels of salt differ by the same amounts everywhere; two-way ANOVA of single values",
        ),
        (ONLY_ONE_WHOLE, ("--method", "rm-anova"), "Only 1 subject has a value in all of “a”, “b”"),
        (
            "subject,cond,y\n1,a,3\n2,a,4\n3,b,5\n4,b,6\n",
            ("--subject", "subject", "--method", "paired-t"),
            "No subject has a value in two groups (“a” and “b”)",
        ),
        (TWO_GROUPS, ("--method", "paired-t"), "needs the same replicates in several groups"),
        (
            "subject,a,b\ns1,1,2\ns2,2,3\ns3,5,6\n",
            (),
            "All differences between “a” and “b” are equal",
        ),
        (SUMMARISED, ("--method", "kruskal-wallis"), "needs single values; this table gives means"),
        (SUMMARISED, ("--method", "rm-anova"), "needs single values; this table gives means"),
        ("site,mean,sd\nn,5,1\ns,6,1\n", (), "n is not known for “n” and “s”"),
        (SPLIT, (*SPLIT_OPTIONS, "--method", "rm-anova"), "Diet differs between subjects"),
        (
            BEYOND,
            ("--value", "y", "--subject", "id", *BY_THREE),
            "with diet beside; a test for that needs a mixed model with subject as random effect",
        ),
    ],
)
def test_bad_designs_say_why_in_one_line(
    text: str, options: tuple[str, ...], words: str, tmp_path: Path, capsys: Capture
) -> None:
    """One line with the names, and what to do; never a traceback, never a number."""
    assert run(["compare", written(tmp_path, text), *options, "--json"]) == 1
    captured = capsys.readouterr()
    assert captured.out == ""
    assert captured.err.count("\n") == 1
    assert words in captured.err


def test_a_fault_of_ours_is_one_line_too(
    tmp_path: Path, capsys: Capture, monkeypatch: pytest.MonkeyPatch
) -> None:
    from decimus.cli import comparing

    def broken(*_: object) -> None:
        raise ZeroDivisionError("float division by zero")

    monkeypatch.setattr(comparing, "compared", broken)
    assert run(["compare", written(tmp_path, TWO_GROUPS)]) == 1
    err = capsys.readouterr().err
    assert err.count("\n") == 1
    assert "a fault of this program, not of the data (ZeroDivisionError" in err


@pytest.mark.parametrize(
    ("text", "options", "method", "adjustment", "pair_set", "count"),
    [
        (TWO_GROUPS, (), "welch-t", "none", "all", 1),
        (FIVE_BY_FOUR, (), "anova", "tukey", "all", 10),
        (FIVE_BY_FOUR, ("--control", "0"), "anova", "dunnett", "control", 4),
        (FIVE_BY_FOUR, ("--method", "welch-anova"), "welch-anova", "games-howell", "all", 10),
        (
            FIVE_BY_FOUR,
            ("--method", "welch-anova", "--control", "8"),
            *("welch-anova", "holm", "control", 4),
        ),
        (FIVE_BY_FOUR, ("--method", "kruskal-wallis"), "kruskal-wallis", "holm", "all", 10),
        (
            FIVE_BY_FOUR,
            ("--direction", "less", "--control", "0"),
            *("anova", "dunnett", "control", 4),
        ),
        (TWO_FACTORS, (), "two-way-anova", "sidak", "within", 4),
        (TWO_FACTORS, ("--pairs", "all"), "two-way-anova", "tukey", "all", 6),
        (TWO_FACTORS, ("--adjust", "tukey"), "two-way-anova", "tukey", "all", 6),
        (TWO_FACTORS, ("--pairs", "marginal"), "two-way-anova", "tukey", "marginal", 1),
        (
            TWO_FACTORS,
            ("--pairs", "within", "--of", "salt", "--per-level"),
            *("two-way-anova", "tukey", "within", 2),
        ),
        (TWO_FACTORS, ("--control", "dim"), "two-way-anova", "holm", "control", 2),
        (TWO_FACTORS, ("--method", "anova"), "anova", "tukey", "all", 6),
        (SUBJECTS, ("--subject", "subject"), "rm-anova", "holm", "all", 3),
        (SUBJECTS, ("--subject", "subject", "--control", "b"), "rm-anova", "holm", "control", 2),
        (SUBJECTS, ("--subject", "subject", "--method", "friedman"), "friedman", "holm", "all", 3),
        (SPLIT, SPLIT_OPTIONS, "split-plot-anova", "holm", "within", 9),
        (CROSSED, (*SPLIT_OPTIONS, "--method", "rm-anova"), "rm-anova", "holm", "within", 9),
        (CROSSED, SPLIT_OPTIONS, "rm-anova", "holm", "within", 9),
        (
            CROSSED,
            (*SPLIT_OPTIONS, "--pairs", "marginal", "--of", "week"),
            *("rm-anova", "holm", "marginal", 3),
        ),
        (
            "salt,light,area\n0,dim,10\n0,bright,14\n2,dim,8\n2,bright,9\n4,dim,5\n4,bright,7\n",
            ("--value", "area", "--group", "salt", "--group", "light"),
            *("two-way-anova", "tukey", "marginal", 3),
        ),
        (
            SPLIT,
            (*SPLIT_OPTIONS, "--pairs", "marginal", "--of", "week"),
            *("split-plot-anova", "holm", "marginal", 3),
        ),
        (
            SPLIT,
            (*SPLIT_OPTIONS, "--pairs", "marginal", "--of", "diet"),
            *("split-plot-anova", "holm", "marginal", 1),
        ),
        (SUMMARISED, (), "anova", "tukey", "all", 3),
        (SUMMARISED, ("--control", "north"), "anova", "dunnett", "control", 2),
    ],
)
def test_what_follows_when_nothing_is_said(
    text: str,
    options: tuple[str, ...],
    method: str,
    adjustment: str,
    pair_set: str,
    count: int,
    tmp_path: Path,
    capsys: Capture,
) -> None:
    """Method, follow-up and family by the design; terms end with Residuals."""
    found = record(capsys, written(tmp_path, text), *options)
    assert (found["method"], found["pair_set"]) == (method, pair_set)
    assert found["adjustment"] == ("sidak" if options == ("--control", "dim") else adjustment)
    assert len(found["pairs"]) == count
    assert found["terms"][-1]["term"] == "Residuals"
    has_subjects = method in ("rm-anova", "split-plot-anova", "friedman")
    assert (found["terms"][-2]["term"] == "Subjects") == has_subjects
    for pair in found["pairs"]:
        if pair["p_adjusted"] is not None:
            assert pair["p_adjusted"] >= pair["p"]
    assert run(["compare", written(tmp_path, text), *options]) == 0
    assert "suggested" in capsys.readouterr().out.lower()


def test_the_control_is_always_b(tmp_path: Path, capsys: Capture) -> None:
    """Whatever comes first in the table; all pairs with it too."""
    path = written(tmp_path, FIVE_BY_FOUR)
    for options in (("--control", "4"), ("--control", "4", "--pairs", "all")):
        found = record(capsys, path, *options)
        with_control = [p for p in found["pairs"] if ["4"] in (p["a"], p["b"])]
        assert len(with_control) == 4
        assert all(pair["b"] == ["4"] for pair in with_control)


def test_directions_add_and_change_nothing_else(tmp_path: Path, capsys: Capture) -> None:
    path = written(tmp_path, FIVE_BY_FOUR)
    plain = record(capsys, path, "--control", "0")
    less = record(capsys, path, "--control", "0", "--direction", "less")
    for before, after in zip(plain["pairs"], less["pairs"], strict=True):
        assert after["p"] == before["p"]
        assert after["p_adjusted"] == before["p_adjusted"]
        assert after["p_directional"] == after["p_less"]
        assert after["p_directional_adjusted"] >= after["p_directional"]
        assert "p_directional" not in before


def test_intervals_say_what_they_promise(tmp_path: Path, capsys: Capture) -> None:
    path = written(tmp_path, FIVE_BY_FOUR)
    kinds = {
        "tukey": "simultaneous",
        "bonferroni": "simultaneous",
        "sidak": "simultaneous",
        "holm": "bonferroni",
        "bh": "individual",
        "none": "individual",
    }
    for adjustment, kind in kinds.items():
        found = record(capsys, path, "--adjust", adjustment)
        assert {pair["ci"]["kind"] for pair in found["pairs"]} == {kind}
    holm, bonferroni = (record(capsys, path, "--adjust", a) for a in ("holm", "bonferroni"))
    assert [p["ci"]["lower"] for p in holm["pairs"]] == [
        p["ci"]["lower"] for p in bonferroni["pairs"]
    ]


def test_summaries_give_what_values_give(tmp_path: Path, capsys: Capture) -> None:
    """Means, SDs and n of the same values lead to the same tests, as far as they reach."""
    values = {"a": (1.0, 2.0, 4.0), "b": (3.0, 5.0, 6.0, 9.0), "c": (2.0, 2.5, 7.0, 1.0)}
    path = written(
        tmp_path,
        "a,b,c\n1,3,2\n2,5,2.5\n4,6,7\n,9,1\n",
    )
    rows = ["group,mean,sd,n"]
    for name, group in values.items():
        n, mean = len(group), sum(group) / len(group)
        sd = (sum((y - mean) ** 2 for y in group) / (n - 1)) ** 0.5
        rows.append(f"{name},{mean!r},{sd!r},{n}")
    summarised = tmp_path / "summary.csv"
    summarised.write_text("\n".join(rows) + "\n")
    for options in ((), ("--method", "welch-anova"), ("--control", "a")):
        from_values = record(capsys, path, *options)
        from_means = record(capsys, str(summarised), *options)
        assert from_means["checks"] == []
        assert from_means["terms"][0]["p"] == pytest.approx(from_values["terms"][0]["p"], rel=1e-9)
        for one, two in zip(from_values["pairs"], from_means["pairs"], strict=True):
            assert two["p"] == pytest.approx(one["p"], rel=1e-9)
            assert two["p_adjusted"] == pytest.approx(one["p_adjusted"], abs=1e-9)
            assert two["ci"]["lower"] == pytest.approx(one["ci"]["lower"], rel=1e-7)


def test_dropped_subjects_are_named(tmp_path: Path, capsys: Capture) -> None:
    text = SUBJECTS + "s5,a,4\ns5,b,7\n"
    found = record(capsys, written(tmp_path, text), "--subject", "subject")
    assert found["subjects_used"] == ["s1", "s2", "s3", "s4"]
    assert found["subjects_dropped"] == ["s5"]
    assert {tuple(pair["n"]) for pair in found["pairs"]} == {(4, 4)}


def test_levels_set_intervals_and_alpha_alike(tmp_path: Path, capsys: Capture) -> None:
    path = written(tmp_path, FIVE_BY_FOUR)
    wide, narrow = (record(capsys, path, "--level", level) for level in ("99", "90"))
    for one, two in zip(wide["pairs"], narrow["pairs"], strict=True):
        assert one["ci"]["level"] == 99
        assert one["ci"]["upper"] > two["ci"]["upper"]
        assert one["p_adjusted"] == two["p_adjusted"]
        assert one["effect"]["ci"]["lower"] < two["effect"]["ci"]["lower"]


@pytest.mark.parametrize("reference", ["-1e-3", "-0.001", "-.001", "=-1e-3"])
def test_a_negative_reference_is_a_number_however_written(
    tmp_path: Path, capsys: Capture, reference: str
) -> None:
    path = written(tmp_path, "x (g)\n-0.002\n-0.0015\n-0.0011\n-0.0021\n")
    told = ["--reference", reference] if reference[0] != "=" else [f"--reference{reference}"]
    found = record(capsys, path, *told)
    assert found["reference"] == -0.001
    assert found["pairs"][0]["difference"] == pytest.approx(-0.001675 + 0.001, rel=1e-12)
