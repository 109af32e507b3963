"""Several quantities of every unit and no groups: they are never two groups without a word."""

from __future__ import annotations

import random

import pytest

from decimus.analysis.results import Results
from decimus.formats.table_files import table_of_bytes
from decimus.measurements.families import unlikeness
from decimus.measurements.lexicon import quantity_in
from decimus.measurements.profiles import column_profile
from decimus.study.edits import BringInTable, ChooseFactors, CountSummaries
from decimus.study.readings import HEADINGS
from decimus.study.studies import Study
from decimus.terms import Layout
from decimus.wording.questions import question_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from tests.conftest import results_of

POTS = "pot,leaf number,mass (g)\n1,4,2.1\n2,5,2.4\n3,4,2.0\n4,6,2.9\n5,5,2.2\n"


def study_of(text: str) -> Study:
    table = table_of_bytes(text.encode(), "t", title="t").table
    return BringInTable(table=table).apply(Study())


def fixed(study: Study, kind: str) -> Study:
    """The study with the first answer to a question of that kind."""
    asked = next(r for r in remark_words(Results(study)) if r.kind == kind)
    return asked.fixes[0][1].apply(study)


def kinds_asked(results: Results) -> list[str]:
    return [remark.kind for remark in remark_words(results) if remark.is_open]


def test_quantities_of_pots_are_asked_about_one_by_one() -> None:
    study = study_of(POTS)
    layout = next(r for r in remark_words(Results(study)) if r.kind == "layout-doubted")
    assert "quantity of its own" not in layout.head  # leaf number divides the rows yet
    assert "levels-doubted" in kinds_asked(Results(study))
    study = fixed(study, "levels-doubted")
    results = Results(study)
    (group,) = results.measurements.groups
    assert group.values == (2.1, 2.4, 2.0, 2.9, 2.2)
    assert results.measurements.outcome.unit == "g"
    assert plain_text(question_sentence(results)) == "How large is mass (g) in one group?"
    other = Results(fixed(study, "other-outcomes"))
    assert other.measurements.groups[0].values == (4, 5, 4, 6, 5)
    assert other.measurements.outcome.name == "leaf number"


@pytest.mark.parametrize(
    ("first", "second"),
    [
        ("height (cm)", "mass (g)"),
        ("height (cm)", "mass"),
        ("leaf number", "mass (g)"),
        ("length (mm)", "width (mm)"),
        ("Länge", "Gewicht"),
    ],
)
@pytest.mark.parametrize("names", ["pot", "year", "site", ""])
def test_different_quantities_are_never_two_groups_in_silence(
    first: str, second: str, names: str
) -> None:
    ids = {"year": "2001 2002 2003 2004 2005", "site": "Ald Ber Cal Dor Elm"}.get(
        names, "1 2 3 4 5"
    )
    rows = [f"{names},{first},{second}"]
    pairs = ("4,2", "5,3", "4,2", "6,4", "5,2")
    rows += [f"{i},{pair}" for i, pair in zip(ids.split(), pairs, strict=True)]
    if not names:
        rows = [row.split(",", 1)[1] for row in rows]
    results = Results(study_of("\n".join(rows)))
    assert {"layout-doubted", "other-outcomes", "levels-doubted"} & set(kinds_asked(results))


@pytest.mark.parametrize("headings", [("control", "salt"), ("before (g)", "after (g)"), ("2", "8")])
def test_groups_stay_groups(headings: tuple[str, str]) -> None:
    columns = [column_profile(i, h, ["1.5", "2.5", "3.5"], ".") for i, h in enumerate(headings)]
    assert unlikeness(columns, has_names=True) == 0


def test_decimals_alone_ask_and_never_decide() -> None:
    columns = [
        column_profile(0, "a", ["12", "13", "15", "11"], "."),
        column_profile(1, "b", ["1.25", "1.31", "1.52", "1.18"], "."),
    ]
    assert 0 < unlikeness(columns, has_names=False) < unlikeness(columns, has_names=True)
    results = Results(study_of("a,b\n12,1.25\n13,1.31\n15,1.52\n11,1.18\n"))
    assert results.measurements.shape.layout is Layout.COLUMNS
    assert "layout-doubted" in kinds_asked(results)


def test_levels_that_may_be_measured_are_asked_about() -> None:
    text = "plot,visitors,yield (t)\n" + "".join(
        f"{i + 1},{v},{i * 0.3 + 2:.2f}\n" for i, v in enumerate([6, 7, 7, 6, 7, 6, 7, 6])
    )
    study = study_of(text)
    results = Results(study)
    remark = next(r for r in remark_words(results) if r.kind == "levels-doubted")
    assert [len(group.values) for group in results.measurements.groups] == [4, 4]
    one, divided = (edit for _, edit in remark.fixes)
    assert isinstance(one, ChooseFactors)
    assert one.factors == (HEADINGS,)
    alone = Results(one.apply(study))
    assert [len(group.values) for group in alone.measurements.groups] == [8]
    assert "ask about visitors" in [label for r in remark_words(alone) for label, _ in r.fixes]
    for answered in (one, divided):
        assert "levels-doubted" not in kinds_asked(Results(answered.apply(study)))


def test_named_levels_are_not_doubted() -> None:
    text = "plot,dose (mg),yield (t)\n" + "".join(
        f"{i + 1},{v},{i * 0.3 + 2:.2f}\n" for i, v in enumerate([5, 10, 5, 10, 5, 10, 5, 10])
    )
    assert "levels-doubted" not in kinds_asked(Results(study_of(text)))


def test_quadrats_that_are_numbered_are_no_quartiles() -> None:
    text = "quadrat,open,shade\nQ1,3.1,4.2\nQ2,3.3,4.4\nQ3,2.9,4.1\nQ4,3.5,4.9\n"
    assert [group.n for group in Results(study_of(text)).measurements.groups] == [4, 4]


def test_a_row_that_is_only_by_arithmetic_a_mean_can_be_counted() -> None:
    text = "dim,bright\n12.1,31.4\n13.9,35.2\n11.8,33.3\n14.2,30.1\n13.00,32.50\n"
    study = study_of(text)
    results = Results(study)
    assert [group.n for group in results.measurements.groups] == [4, 4]
    remark = next(r for r in remark_words(results) if r.kind == "summary-rows-left-out")
    assert "would be" in remark.why
    ((_, edit),) = remark.fixes
    assert isinstance(edit, CountSummaries)
    counted = Results(edit.apply(study))
    assert [group.n for group in counted.measurements.groups] == [5, 5]


def test_the_word_that_names_a_quantity() -> None:
    assert quantity_in("plant height") == "height"
    assert quantity_in("height of the plant") == "height"
    assert quantity_in("leaf counts") == "count"
    assert quantity_in("control") == ""


@pytest.mark.parametrize(
    "headings",
    [
        ("control", "5 mg", "10 mg"),
        ("placebo", "low", "high"),
        ("dim", "mid", "full"),
        ("témoin", "10", "20"),
        ("untreated", "Monday", "Tuesday"),
    ],
)
@pytest.mark.parametrize("names", ["plant", ""])
def test_a_control_beside_amounts_or_steps_is_a_group(
    headings: tuple[str, ...], names: str
) -> None:
    rows = [",".join(filter(None, [names, *headings]))]
    for number, row in enumerate(("1.1,1.5,2.2", "2.2,2.5,3.5", "3.1,3.5,4.1", "4.2,4.5,4.9"), 1):
        rows.append(f"{number},{row}" if names else row)
    groups = Results(study_of("\n".join(rows))).measurements.groups
    assert {group.levels[0] for group in groups} == set(headings)


@pytest.mark.parametrize("lead", ["age", "height", "dose (mg)", "weight (kg)"])
def test_what_else_is_known_of_a_row_is_no_group(lead: str) -> None:
    rows = [f"plant,{lead},week 0,week 4", "1,14,1.5,2.2", "2,15,2.5,3.5", "3,11,3.5,4.1"]
    groups = Results(study_of("\n".join([*rows, "4,17,2.5,3.9"]))).measurements.groups
    assert [group.levels for group in groups] == [("week 0",), ("week 4",)]


def test_a_word_for_none_is_a_level_beside_amounts() -> None:
    """However the rows are ordered; a score that is absent now and then is none."""
    rng = random.Random(1)
    rows = [f"{dose},{10 + i % 7}.5" for i in range(8) for dose in ("control", "0.5", "1")]
    for _ in range(5):
        rng.shuffle(rows)
        found = Results(study_of("\n".join(["dose (mM),mass (g)", *rows]))).measurements
        assert {group.levels[0]: group.n for group in found.groups} == {
            "control": 8,
            "0.5": 8,
            "1": 8,
        }
    scores = "34435absent23absent54absent25343".replace("absent", "-")
    text = "light,score\n" + "".join(
        f"{'dim' if i < 10 else 'bright'},{'absent' if s == '-' else s}\n"
        for i, s in enumerate(scores)
    )
    assert Results(study_of(text)).measurements.outcome.name == "score"


@pytest.mark.parametrize(
    ("names", "stems"),
    [
        ("C1 C2 C3 T1 T2 T3", ("C", "T")),
        ("ctrl_1 ctrl_2 salt_1 salt_2 lime_1 lime_2", ("ctrl", "salt", "lime")),
        ("p1 p2 p3 p4 p5 p6", ()),
        ("1 2 3 4 5 6", ()),
        ("Ada Ben Cleo Dan Eva Finn", ()),
    ],
)
def test_names_that_look_like_groups_are_asked_about(names: str, stems: tuple[str, ...]) -> None:
    rows = [f"{name},{i}.5" for i, name in enumerate(names.split(), 2)]
    results = Results(study_of("\n".join(["sample,mass (g)", *rows])))
    found = [r for r in remark_words(results) if r.kind == "names-may-be-groups"]
    assert len(found) == bool(stems)
    assert all(stem in found[0].head for stem in stems)
    assert all(remark.is_open for remark in found)


def test_days_on_which_units_are_measured_again_are_times() -> None:
    days = ("2024-05-01", "2024-05-08", "2024-05-15")
    rows = [f"{day},{pot},{pot}.{i}" for i, day in enumerate(days) for pot in range(1, 6)]
    found = Results(study_of("\n".join(["date,pot,mass (g)", *rows]))).measurements
    assert [group.levels for group in found.groups] == [(day,) for day in days]
    assert found.units.is_same
    rows = [f"2024-05-{i + 1:02d},{'ab'[i % 2]},{i}.5" for i in range(12)]
    found = Results(study_of("\n".join(["date,light,mass (g)", *rows]))).measurements
    assert [group.n for group in found.groups] == [6, 6]


def test_pupils_that_count_anew_in_classes_of_schools_are_asked_about() -> None:
    rows = ["school,class,pupil,method,score"]
    rows += [
        f"{school},{room},{pupil},{'new' if school < 3 else 'old'},{40 + 3 * pupil + school + room}"
        for school in (1, 2, 3, 4)
        for room in (1, 2)
        for pupil in range(1, 6)
    ]
    results = Results(study_of("\n".join(rows)))
    measurements = results.measurements
    assert "method" in [factor.name for factor in measurements.factors]
    assert not measurements.units.is_same
    assert kinds_asked(results)


def test_words_that_say_why_numbers_are_missing_leave_a_column_of_numbers() -> None:
    rows = [
        f"{g},{v}"
        for i, g in enumerate("abc")
        for v in (f"4.7{i}", f"5.3{i}", "lost", "dead", f"5.0{i + 1}")
    ]
    groups = Results(study_of("\n".join(["light,mass (g)", *rows]))).measurements.groups
    assert [(group.n, len(group.missing)) for group in groups] == [(3, 2)] * 3


@pytest.mark.parametrize("headings", ["median,Q1,Q3,n", "median,SD,n", "SD,n", "Median,IQR"])
def test_statistics_without_a_mean_are_refused_by_name(headings: str) -> None:
    count = headings.count(",") + 1
    rows = [f"group,{headings}"]
    rows += [",".join([g, *(f"{i + 2}.{i}" for i in range(count))]) for g in "abc"]
    problem = Results(study_of("\n".join(rows))).problem
    assert problem is not None
    assert "no mean" in problem.what
    assert headings.split(",", maxsplit=1)[0] in problem.what


def test_size_classes_are_no_statistics() -> None:
    text = "smallest,largest\n1.1,2.3\n1.4,2.8\n1.2,2.2\n"
    assert len(Results(study_of(text)).measurements.groups) == 2


@pytest.mark.parametrize(
    ("name", "levels"), [("variable", ("alpha", "beta")), ("what", ("height", "mass"))]
)
def test_a_column_that_names_what_was_measured_is_asked_about(
    name: str, levels: tuple[str, ...]
) -> None:
    rows = [
        f"{i},{light},{level},{i}.{len(level)}"
        for i in range(1, 5)
        for light in ("dim", "full")
        for level in levels
    ]
    results = Results(study_of("\n".join([f"plant,light,{name},value", *rows])))
    assert "levels-are-quantities" in kinds_asked(results)
    plain_levels = "\n".join([f"plant,light,{name},value", *rows])
    for level, other in zip(levels, ("oak", "ash"), strict=True):
        plain_levels = plain_levels.replace(f",{level},", f",{other},")
    plain_levels = plain_levels.replace(name, "tree")
    assert "levels-are-quantities" not in kinds_asked(Results(study_of(plain_levels)))


def test_headings_that_look_like_groups_are_asked_about() -> None:
    found = Results(
        study_of("A1,A2,A3,B1,B2,B3\n1.1,1.3,1.2,2.1,2.4,2.2\n1.4,1.1,1.5,2.2,2.8,2.6\n")
    )
    assert "names-may-be-groups" in kinds_asked(found)
    ponds = Results(study_of("Pond 1,Pond 2,Pond 3,Pond 4\n1.1,1.3,1.2,2.1\n1.4,1.1,1.5,2.2\n"))
    assert "names-may-be-groups" not in kinds_asked(ponds)


def test_places_and_times_that_only_rise_are_no_outcome() -> None:
    text = "zuv,фоо,кел,pod\n" + "".join(
        f"{'ab'[i % 2] * 3},{52.41 + i / 1000:.3f},{30 + i},{value}\n"
        for i, value in enumerate((11, 14, 6, 16, 12, 11, 7, 13, 19, 19))
    )
    results = results_of(text)
    assert results.measurements.outcome.name == "pod"
    assert [g.n for g in results.groups.shown] == [5, 5]


def test_shares_beside_percents_are_no_numbers_until_converted() -> None:
    results = results_of("zuv,kel\nA,45%\nA,0.50\nA,48%\nB,60%\nB,58%\nB,0.61\n")
    assert [g.summary.mean for g in results.groups.shown] == [46.5, 59.0]
    assert [c.text for c in results.measurements.unreadable] == ["0.50", "0.61"]
    whole = results_of("zuv,kel\nA,45%\nA,50\nA,48%\nB,60%\nB,58%\nB,61\n")
    assert [g.n for g in whole.groups.shown] == [3, 3]


def test_quantities_over_groups_across_are_outcomes_and_no_groups() -> None:
    """A title in a row of its own, groups below it: the first group was taken for headings."""
    text = (
        "зум (cm)\nка,12.1,12.5,11.9\nло,15.2,15.9,14.8\n\n"
        "тир (g)\nка,3.1,3.3,3.0\nло,2.1,2.2,2.0\n"
    )
    found = table_of_bytes(text.encode(), "t", title="t")
    table = BringInTable(table=found.table, reading=found.first_reading)
    results = Results(table.apply(Study()))
    assert [(g.levels, g.values) for g in results.measurements.groups] == [
        (("ка",), (12.1, 12.5, 11.9)),
        (("ло",), (15.2, 15.9, 14.8)),
    ]
    assert any("тир" in r.head and r.is_open for r in remark_words(results))
