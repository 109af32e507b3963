"""Everything live that a text can hold: what could stand in the place of a part."""

from __future__ import annotations

from collections.abc import Iterator

from decimus.analysis.results import Results
from decimus.kinds.statistics import STATISTICS
from decimus.study.live_parts import (
    AnyPart,
    ChoicePart,
    EndsPart,
    Fact,
    FactorPart,
    FactPart,
    GroupPart,
    PairFact,
    PairPart,
    SentenceAbout,
    SentencePart,
    TermFact,
    TermPart,
)
from decimus.terms import Statistic
from decimus.values import Value
from decimus.wording.phrases import factor_or_levels, group_words
from decimus.wording.write_up.parts import part_text

_MOST_PAIRS = 200
_FACT_NAMES = {
    Fact.OUTCOME: "what was measured",
    Fact.COMPARED: "what is compared",
    Fact.MATERIAL: "on what",
    Fact.CONDITION: "when or under what",
    Fact.UNIT_NAMES: "what replicates are",
    Fact.N: "n in each group",
    Fact.N_IN_ALL: "n in all",
    Fact.GROUP_COUNT: "number of groups",
    Fact.MISSING: "values missing",
    Fact.SET_ASIDE: "values set aside",
    Fact.LEVEL: "level of intervals of means",
    Fact.DIFFERENCE_LEVEL: "level of intervals of differences",
    Fact.ALPHA: "limit of p",
    Fact.METHOD: "the test",
    Fact.FOLLOW_UP: "the follow-up",
    Fact.PAIR_COUNT: "number of comparisons",
    Fact.SHOWN_COUNT: "comparisons that showed a difference",
    Fact.FIGURE_NUMBER: "number of the figure",
    Fact.VERSION: "version of Decimus",
}
_TERM_NAMES = {
    TermFact.TEST: "test",
    TermFact.STATISTIC: "statistic",
    TermFact.P: "p",
    TermFact.EFFECT: "effect size",
}
_PAIR_NAMES = {
    PairFact.DIFFERENCE: "difference",
    PairFact.INTERVAL: "interval of the difference",
    PairFact.STATISTIC: "statistic",
    PairFact.P: "p",
    PairFact.EFFECT: "effect size",
    PairFact.CHANGE: "change in percent",
    PairFact.RELATION: "larger or smaller",
}
_SENTENCE_NAMES = {
    SentenceAbout.READINGS: "readings averaged",
    SentenceAbout.TAKEN: "what n takes for granted",
    SentenceAbout.SET_ASIDE: "what was set aside",
    SentenceAbout.MISSING: "what is missing",
    SentenceAbout.LIMITS: "limits of detection",
    SentenceAbout.JOINED: "spellings joined",
    SentenceAbout.ADJUSTED: "what was adjusted",
    SentenceAbout.SHOWN: "what the figure shows",
    SentenceAbout.FAMILY: "the family of comparisons",
    SentenceAbout.INTERVALS: "what intervals promise",
    SentenceAbout.TERMS: "what terms are given",
    SentenceAbout.ASSUMED: "what is assumed",
    SentenceAbout.CHECKS: "what checks said",
    SentenceAbout.LEFT_OUT: "who was left out",
    SentenceAbout.WITH_AND_WITHOUT: "with and without what was set aside",
    SentenceAbout.CHANGE: "change in percent, as a sentence",
    SentenceAbout.EQUIVALENCE: "whether they are alike",
}


class Offer(Value, frozen=True):
    """A live part that could stand in a text.

    Args:
        part: it.
        name: what it is called.
        text: what it says now.
    """

    part: AnyPart
    name: str
    text: str


def offers(results: Results, beside: AnyPart | None = None) -> tuple[Offer, ...]:
    """All that there is to say now, what is most like a part first."""
    found = [
        Offer(part, name, text)
        for part, name in _all(results)
        if (text := part_text(results, part))
    ]
    if beside is not None:
        found.sort(key=lambda offer: _distance(offer.part, beside))
        found = [offer for offer in found if offer.part != beside]
    return tuple(found)


def part_name(results: Results, part: AnyPart) -> str:
    """What a part is called: "mean, 0 g/L"."""
    if isinstance(part, ChoicePart):
        return "a choice of the caption"
    return next((name for each, name in _all(results) if each == part), "not there any more")


def _distance(part: AnyPart, beside: AnyPart) -> int:
    """How unlike two parts are: the same of another group, another of its group."""
    if type(part) is not type(beside):
        return 3
    same = {name for name in part.__struct_fields__ if getattr(part, name) == getattr(beside, name)}
    if same & {"fact", "statistic", "about", "is_levels"}:
        return 0
    return 1 if same else 2


def _all(results: Results) -> Iterator[tuple[AnyPart, str]]:
    yield from ((FactPart(fact), name) for fact, name in _FACT_NAMES.items())
    groups, comparison = results.groups, results.comparison
    for factor in groups.factors:
        name = factor_or_levels(factor)
        yield FactorPart(factor.factor.variable), f"name of {name}"
        yield FactorPart(factor.factor.variable, is_levels=True), f"levels of {name}"
    for group in groups.shown:
        name = group_words(groups, group)
        yield GroupPart(group.levels), f"name of {name}"
        yield EndsPart(group.levels), f"ends of the error bar, {name}"
        for statistic in Statistic:
            yield GroupPart(group.levels, statistic), f"{STATISTICS[statistic].name}, {name}"
    yield from ((SentencePart(about), name) for about, name in _SENTENCE_NAMES.items())
    if comparison is None:
        return
    for term in comparison.terms:
        variables = tuple(groups.factors[i].factor.variable for i in term.factors)
        for term_fact, name in _TERM_NAMES.items():
            yield TermPart(variables, term_fact), f"{name}, {term.name}"
    for pair in comparison.pairs[:_MOST_PAIRS]:
        a, b = group_words(groups, pair.a), group_words(groups, pair.b) or "reference"
        for fact, name in _PAIR_NAMES.items():
            yield PairPart(pair.a.levels, pair.b.levels, fact), f"{name}, {a} and {b}"
