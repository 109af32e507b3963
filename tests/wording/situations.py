"""Situations of comparisons, each with what is said of it: results, sizes, workings, remarks."""

from __future__ import annotations

import re
from collections.abc import Iterator

from decimus.analysis.results import Results
from decimus.study import edits
from decimus.study.adjustments import Logarithm
from decimus.study.edits import Edit
from decimus.study.questions import PairOfGroups
from decimus.study.readings import CELLS, HEADINGS
from decimus.terms import Adjustment, Alternative, Method, PairSet, SumsOfSquares
from decimus.wording.comparisons.checks import check_lines
from decimus.wording.comparisons.choices import comparison_sentence
from decimus.wording.comparisons.main_effects import main_effects_sentence
from decimus.wording.comparisons.pair_facts import change_sentence, equivalence_sentence
from decimus.wording.comparisons.pair_working import pair_working
from decimus.wording.comparisons.planning import planning_sentence
from decimus.wording.comparisons.reasons import assumed, reason
from decimus.wording.comparisons.sentences import effect_sentence, pairs_summary, result_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from tests.conftest import results_of


def columns(**groups: str) -> str:
    """Groups side by side, the values of each with spaces between."""
    values = [text.split() for text in groups.values()]
    rows = [
        ",".join(v[i] if i < len(v) else "" for v in values) for i in range(max(map(len, values)))
    ]
    names = [name.replace("_", " ") for name in groups]
    return "\n".join([",".join(names), *rows]) + "\n"


def crossed(heading: str, cells: dict[str, str]) -> str:
    """A value per row: the levels of a cell, then each of its values."""
    rows = [f"{cell},{value}" for cell, values in cells.items() for value in values.split()]
    return "\n".join([heading, *rows]) + "\n"


def by(method: Method) -> Edit:
    return edits.ChooseMethod(method=method, name=method.value)


def pairs(pair_set: PairSet, *chosen: tuple[tuple[str, ...], tuple[str, ...]]) -> Edit:
    found = tuple(PairOfGroups(a, b) for a, b in chosen)
    return edits.ChoosePairs(pair_set=pair_set, words=pair_set.value, chosen=found)


def named(name: str, unit: str = "") -> tuple[Edit, ...]:
    found: tuple[Edit, ...] = (edits.NameVariable(variable=CELLS, name=name),)
    return (*found, edits.ChooseUnit(variable=CELLS, unit=unit)) if unit else found


def one_sided(alternative: Alternative) -> Edit:
    return edits.ChooseAlternative(alternative=alternative)


AREA = named("Leaf area", "mm²")
APART = columns(control="10.1 11.4 9.8 10.9 12.1", salt="8.2 7.9 9.1 8.8 7.5")
NEAR = columns(control="10.1 11.4 9.8 10.9 12.1", salt="10.2 10.9 9.1 11.8 11.5")
THREE = columns(
    control="10.1 11.4 9.8 10.9 12.1", low="8.2 7.9 9.1 8.8 7.5", high="8.0 7.1 6.9 7.7 8.1"
)
LIGHT = crossed(
    "salt,light,area (mm²)",
    {
        "none,dim": "10.1 11.2 9.7",
        "none,bright": "14.1 15.2 13.9",
        "much,dim": "8.1 7.2 8.8",
        "much,bright": "11.1 10.2 10.9",
    },
)
DEPENDS = crossed(
    "salt,light,area (mm²)",
    {
        "none,dim": "10.1 11.2 9.7",
        "none,bright": "14.1 15.2 13.9",
        "much,dim": "8.1 7.2 8.8",
        "much,bright": "5.1 4.2",
    },
)
MICE = crossed(
    "mouse,time,mass (g)",
    {
        f"{mouse},{time}": str(round(20 + place + add + (place * k) % 3 * 0.3, 1))
        for place, mouse in enumerate(("Ada", "Ben", "Cy", "Dot", "Eli"))
        for k, (time, add) in enumerate((("before", 0), ("after", 1.1), ("later", 1.3)))
    },
)
TWICE = "\n".join(line for line in MICE.splitlines() if ",later," not in line) + "\n"
DIETS = crossed(
    "mouse,diet,week,mass (g)",
    {
        f"{mouse},{diet},{week}": str(round(20 + i + 0.7 * j * (1 + i // 3) + i * j % 3 * 0.2, 2))
        for i, (mouse, diet) in enumerate(
            zip(("Ada", "Ben", "Cy", "Dot", "Eli", "Flo"), ("old",) * 3 + ("new",) * 3, strict=True)
        )
        for j, week in enumerate(("first", "second", "third"))
    },
)
WITHIN = crossed(
    "plant,light,hour,height (cm)",
    {
        f"p{i},{light},{hour}": str(
            round(10 + i + 2 * j + k + (i * i * (1 + j) + 3 * i * k * (j + 2)) % 7 * 0.3, 1)
        )
        for i in range(4)
        for j, light in enumerate(("dim", "bright"))
        for k, hour in enumerate(("morning", "noon"))
    },
)
SINGLE = crossed(
    "variety,site,yield (t/ha)",
    {
        f"{variety},{site}": value
        for variety, values in (
            ("A", "3.1 4.2 3.9"),
            ("B", "3.6 4.9 4.1"),
            ("C", "2.7 4.0 3.3"),
            ("D", "3.9 4.8 4.7"),
        )
        for site, value in zip(("north", "south", "east"), values.split(), strict=True)
    },
)
SEEDS = columns(fresh="1 1 1 0 1 1 1 1", stored="1 0 0 0 1 0 0 0")
SEEDS_OF_THREE = columns(
    fresh="1 1 1 0 1 1 1 1", stored="1 0 1 0 0 1 0 0", frozen="0 0 0 1 0 0 0 0"
)
COUNTS = columns(shade="3 4 5 4 6 5", sun="8 9 7 9 10 8")
PERCENT = columns(shade="41 44 39 45", sun="61 58 66 60")
IN_EVERY = columns(shade="1.1 1.4 1.2 1.3", sun="2.2 2.6 2.1 2.4")
TIED = columns(shade="1 2 2 3 3 4", sun="2 3 3 4 5 5")
ONE = "height (cm)\n12.1\n13.4\n11.8\n12.9\n13.0\n"
ALIKE = columns(one="5.1 5.2 5.3 5.2", two="5.1 5.2 5.3 5.2")

SITUATIONS: dict[str, tuple[str, tuple[Edit, ...]]] = {
    "two groups that differ": (APART, AREA),
    "two groups not shown to differ": (NEAR, AREA),
    "two groups, pooled": (APART, (*AREA, by(Method.STUDENT_T))),
    "two groups at 99 %": (APART, (*AREA, edits.ChooseComparisonLevel(level=99.0))),
    "two groups, one-sided and shown": (APART, (*AREA, one_sided(Alternative.GREATER))),
    "two groups, one-sided and not shown": (APART, (*AREA, one_sided(Alternative.LESS))),
    "two groups as good as alike": (
        NEAR,
        (*AREA, edits.StateRelevantDifference(difference=2.5)),
    ),
    "two groups not shown to be alike": (
        NEAR,
        (*AREA, edits.StateRelevantDifference(difference=0.5)),
    ),
    "two groups by ranks": (APART, (*AREA, by(Method.MANN_WHITNEY))),
    "ranks with ties": (TIED, (*named("Score"), by(Method.MANN_WHITNEY))),
    "every value of one above every value of the other": (
        IN_EVERY,
        (*AREA, by(Method.MANN_WHITNEY)),
    ),
    "a name with capitals inside": (APART, named("pH")),
    "a symbol of letters": (APART, named("mRNA level")),
    "things that are counted": (COUNTS, named("Leaves")),
    "densities": (APART, named("Stomatal densities", "1/mm²")),
    "scores": (COUNTS, named("Scores")),
    "percentages": (PERCENT, named("Cover", "%")),
    "a ratio of logarithms": (
        columns(a="1 2 4 3", b="10 20 40 25"),
        (*named("Titre"), edits.Adjust(adjustment=Logarithm(10), words="log")),
    ),
    "two groups that are exactly alike": (ALIKE, AREA),
    "three groups": (THREE, AREA),
    "three groups with a control": (
        THREE,
        (*AREA, edits.MarkControl(variable=HEADINGS, level="control")),
    ),
    "three groups with a control, one-sided": (
        THREE,
        (
            *AREA,
            edits.MarkControl(variable=HEADINGS, level="control"),
            one_sided(Alternative.LESS),
        ),
    ),
    "three groups by Welch": (THREE, (*AREA, by(Method.WELCH_ANOVA))),
    "three groups by ranks": (THREE, (*AREA, by(Method.KRUSKAL_WALLIS))),
    "three groups, none shown": (
        columns(a="10 12 11 13", b="11 12 13 10", c="12 10 11 13"),
        AREA,
    ),
    "a pair chosen afterwards": (
        THREE,
        (*AREA, pairs(PairSet.CHOSEN, (("control",), ("high",)))),
    ),
    "a pair planned beforehand": (
        THREE,
        (*AREA, pairs(PairSet.PLANNED, (("control",), ("high",)), (("low",), ("high",)))),
    ),
    "three groups without a follow-up": (THREE, (*AREA, pairs(PairSet.NONE))),
    "three groups, unadjusted": (
        THREE,
        (*AREA, edits.ChooseAdjustment(adjustment=Adjustment.NONE, name="unadjusted")),
    ),
    "three groups, false discoveries": (
        THREE,
        (*AREA, edits.ChooseAdjustment(adjustment=Adjustment.BENJAMINI_HOCHBERG, name="bh")),
    ),
    "three groups, alike within a limit": (
        THREE,
        (*AREA, edits.StateRelevantDifference(difference=2.0)),
    ),
    "two factors": (LIGHT, ()),
    "two factors that depend on each other": (DEPENDS, ()),
    "two factors, terms after Yates": (
        DEPENDS,
        (edits.ChooseSumsOfSquares(kind=SumsOfSquares.GIVEN_LOWER),),
    ),
    "two factors, marginal means": (LIGHT, (pairs(PairSet.MARGINAL),)),
    "two factors, all cells": (LIGHT, (pairs(PairSet.ALL),)),
    "two factors, a family at each level": (LIGHT, (edits.ChooseFamilies(per_level=True),)),
    "the same mice twice": (TWICE, ()),
    "the same mice twice by ranks": (TWICE, (by(Method.SIGNED_RANK),)),
    "the same mice three times": (MICE, ()),
    "the same mice three times by ranks": (MICE, (by(Method.FRIEDMAN),)),
    "diets of mice over weeks": (DIETS, ()),
    "two factors within plants": (WITHIN, ()),
    "seeds that came up, two lots": (SEEDS, named("Emerged")),
    "seeds that came up, three lots": (SEEDS_OF_THREE, named("Emerged")),
    "one group beside a value": (ONE, (edits.ChooseReference(reference=12.0),)),
    "one group beside a value, by ranks": (
        ONE,
        (edits.ChooseReference(reference=12.0), by(Method.SIGNED_RANK)),
    ),
}


def masked(text: str) -> str:
    """Words with every number as #: numbers are judged elsewhere, beside separate computation."""
    return re.sub(r"\d[\d.]*\d|\d", "#", text.replace("\u00a0", " "))


def said(results: Results) -> Iterator[tuple[str, str]]:
    """Everything that is said of a comparison, by what it is."""
    comparison = results.comparison
    if comparison is None:
        yield "refused", str(results.refusal)
        return
    noun = results.measurements.unit_name
    texts = {
        "asked": plain_text(comparison_sentence(results)),
        "why": reason(comparison, noun),
        "result": plain_text(result_sentence(results)),
        "size": effect_sentence(results),
        "change": change_sentence(results),
        "pairs": pairs_summary(results),
        "main effects": main_effects_sentence(results),
        "alike": equivalence_sentence(results),
        "assumed": assumed(results),
        "checks": " ".join(check_lines(results)),
        "planned": plain_text(planning_sentence(results)),
    }
    for pair in comparison.pairs[:1]:
        texts["working"] = pair_working(results, pair).reading
    texts["remarks"] = " ".join(f"{r.head} {r.why}" for r in remark_words(results))
    for kind, text in texts.items():
        if text:
            yield kind, masked(text)


def everything() -> Iterator[tuple[str, str, str]]:
    """Situation, kind, and sentence, for all situations."""
    for situation, (text, changes) in SITUATIONS.items():
        for kind, sentence in said(results_of(text, *changes)):
            yield situation, kind, sentence
