"""Which experiment the names in a long table are of: by structure, whatever they are called."""

from __future__ import annotations

import random

import pytest

from decimus.analysis.results import Results
from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.report.reading_options import options_of_edit
from decimus.study.edits import ChooseDesign
from decimus.wording.remarks.remarks import remark_words
from tests.conftest import results_of


@pytest.mark.parametrize(
    ("names", "kind"),
    [
        ("1 2 3 4", NameKind.INDEX),
        ("0 1 2", NameKind.INDEX),
        ("r1 r2 r3", NameKind.INDEX),
        ("磅1 磅2 磅3", NameKind.INDEX),
        ("1st 2nd 3rd", NameKind.INDEX),
        ("a b c d", NameKind.LETTERS),
        ("I II III IV", NameKind.LETTERS),
        ("0 7 14", NameKind.AMOUNTS),
        ("2021 2022 2023", NameKind.AMOUNTS),
        ("week0 week4 week8", NameKind.AMOUNTS),
        ("812 447 903 516", NameKind.CODES),
        ("plot12 plot17 plot41 plot48", NameKind.CODES),
        ("reed sand mud", NameKind.WORDS),
        ("c d", NameKind.WORDS),
    ],
)
def test_what_names_are_by_their_form(names: str, kind: NameKind) -> None:
    assert kind_of_names(names.split()) is kind


def long_table(heads: str, rows: list[tuple[object, ...]], seed: int = 1) -> str:
    rng = random.Random(seed)
    lines = [f"{heads},zuvel", *(",".join(map(str, (*r, f"{rng.gauss(20, 2):.2f}"))) for r in rows)]
    return "\n".join(lines) + "\n"


TRAPS = long_table(
    "mesh,bulo,kemi",
    [(m, f"t{4 * i + t}", s) for i, m in enumerate("xy") for t in (1, 2, 3, 4) for s in (1, 2, 3)],
)
CAGES = long_table("fido,bulo", [(f, c) for f in ("na", "lo", "mu") for c in range(1, 5)])
PONDS = long_table("bulo,kemi", [(p, s) for p in (2, 5, 9, 14, 17, 23) for s in ("wu", "da")])
MITES = long_table(
    "fido,bulo,dorn",
    [
        (f, 6 * i + n, d)
        for i, f in enumerate(("na", "lo"))
        for n in range(1, 7)
        for d in (0, 7, 14)
    ],
)
RESTART = long_table(
    "fido,bulo,dorn",
    [(f, n, d) for f in ("na", "lo") for n in range(1, 7) for d in (0, 7, 14)],
)
SCHOOLS = long_table(
    "fido,bulo,kemi,dorn",
    [("na" if s < 3 else "lo", s, c, p) for s in (1, 2, 3, 4) for c in (1, 2) for p in range(1, 6)],
)


def asked(results: Results) -> set[str]:
    return {remark.kind for remark in remark_words(results) if remark.is_open}


def test_counters_within_named_units_are_their_readings_and_it_is_asked() -> None:
    results = results_of(TRAPS)
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("x",), 4), (("y",), 4)]
    assert results.measurements.units.readings == (3, 3)
    assert "readings-or-steps" in asked(results)
    remark = next(r for r in remark_words(results) if r.kind == "readings-or-steps")
    (_, kept), (_, steps) = remark.fixes
    assert not asked(results_of(TRAPS, kept))
    other = results_of(TRAPS, steps)
    assert len(other.groups.shown) == 6
    assert other.design.within
    assert other.design.between
    assert not asked(other)


def test_names_that_count_anew_are_taken_as_others_and_asked_about() -> None:
    results = results_of(CAGES)
    assert not results.measurements.units.is_same
    assert asked(results) == {"recurring-names"}


def test_names_with_gaps_that_recur_are_the_same_units() -> None:
    results = results_of(PONDS)
    assert results.measurements.units.is_same
    assert not asked(results)


def test_names_that_go_on_over_groups_are_between_them() -> None:
    results = results_of(MITES)
    assert results.measurements.units.is_same
    assert (len(results.design.between), len(results.design.within)) == (1, 1)
    assert not asked(results)


def test_names_that_restart_in_each_sex_can_be_others_there() -> None:
    """The same 1 to 6 in both: pairs over days in each, if somebody says so."""
    results = results_of(RESTART)
    remarks = [r for r in remark_words(results) if r.is_open]
    answers = {words: edit for remark in remarks for words, edit in remark.fixes}
    words = next(w for w in answers if "others in each fido" in w)
    said = results_of(RESTART, answers[words])
    assert (len(said.design.between), len(said.design.within)) == (1, 1)
    assert len({unit for group in said.groups.shown for unit in group.cells.units}) == 12
    assert not asked(said)


def test_what_counts_within_counters_is_of_the_largest_unit() -> None:
    results = results_of(SCHOOLS)
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("na",), 2), (("lo",), 2)]
    assert "readings-or-steps" in asked(results)


def test_two_factors_of_words_ask_for_no_other_experiment() -> None:
    table = long_table("fido,bulo", [(f, b) for f in ("na", "lo") for b in ("wu", "da")] * 5)
    results = results_of(table)
    assert len(results.groups.shown) == 4
    assert asked(results) == {"rows-unnamed"}


@pytest.mark.parametrize("table", [TRAPS, CAGES, PONDS, MITES, RESTART, SCHOOLS])
def test_rows_in_any_order_give_the_same_groups(table: str) -> None:
    head, *rows = table.splitlines()
    first = results_of(table)
    for seed in range(3):
        random.Random(seed).shuffle(rows)
        other = results_of("\n".join([head, *rows]) + "\n")
        assert {(g.levels, g.n) for g in other.groups.shown} == {
            (g.levels, g.n) for g in first.groups.shown
        }
        assert asked(other) == asked(first)


def test_an_answer_says_all_of_an_experiment_at_once() -> None:
    edit = ChooseDesign(factors=(0, 2), names=("mesh", "kemi"), unit=1, is_same=True, words="steps")
    results = results_of(TRAPS, edit)
    assert results.question.asked.factors == (0, 2)
    assert (results.sheet.reading.subject, results.sheet.reading.same_units) == (1, True)
    assert edit.title == "steps"


def test_a_believed_word_decides_what_nothing_else_does() -> None:
    """Animal 1 to 6 in each sex over days: others in each sex, the same over days, and asked."""
    results = results_of(RESTART.replace("bulo", "animal").replace("fido", "sex"))
    assert (len(results.design.between), len(results.design.within)) == (1, 1)
    remark = next(r for r in remark_words(results) if r.kind == "taken-as-same")
    assert remark.head == "Each animal of one sex is taken as one unit measured again."
    assert asked(results) == {"taken-as-same"}
    answers = dict(remark.fixes)
    assert {"the same in every group", "the same, but others in each sex"} <= set(answers)
    assert "they are different units" in answers
    text = RESTART.replace("bulo", "animal").replace("fido", "sex")
    kept = results_of(text, answers["the same, but others in each sex"])
    assert kept.design == results.design
    assert options_of_edit(results, answers["the same, but others in each sex"]) == (
        "--subject",
        "animal",
        "--each",
        "sex",
    )
    everywhere = results_of(text, answers["the same in every group"])
    assert len(everywhere.design.within) == 2


@pytest.mark.parametrize("word", ["mouse", "frog", "zuvel", "磅"])
def test_numbered_headings_over_words_are_replicates(word: str) -> None:
    """Treatments down the side of an empty corner, units counted across."""
    heads = ",".join(f"{word} {i}" for i in range(1, 6))
    rng = random.Random(7)
    rows = [
        f"{name}," + ",".join(f"{rng.gauss(20, 1):.1f}" for _ in range(5))
        for name in ("reed", "sand", "mud")
    ]
    results = results_of("\n".join([f",{heads}", *rows]) + "\n")
    assert [(g.levels, g.n) for g in results.groups.shown] == [
        (("reed",), 5),
        (("sand",), 5),
        (("mud",), 5),
    ]
    assert asked(results) & {"recurring-names", "taken-as-same"}
