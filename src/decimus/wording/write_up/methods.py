"""The methods as a referee reads them: units, n, what was left out or changed, the test."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.groups import FactorInOrder
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.live_parts import (
    Fact,
    FactorPart,
    FactPart,
    SentenceAbout,
    SentencePart,
)
from decimus.terms import SphericityCorrection
from decimus.wording.comparisons.choices import alternative_words
from decimus.wording.comparisons.method_names import CORRECTION_NAMES, has_follow_up
from decimus.wording.numbers import count_word, full_number
from decimus.wording.phrases import quantity
from decimus.wording.questions import is_undivided
from decimus.wording.spans import Sentence, Style, Text, plain_text
from decimus.wording.write_up.filling import capitalised, filled, in_a_row, joined
from decimus.wording.write_up.parts import live, written_outcome
from decimus.wording.write_up.relations import was

_MOST_LEVELS = 8
"""Levels that are named one by one."""


def methods_paragraph(results: Results) -> Sentence:
    """All that a reader has to know about how the numbers came about."""
    found = [_measured(results)]
    found += [
        _about(results, about)
        for about in (
            SentenceAbout.READINGS,
            SentenceAbout.TAKEN,
            SentenceAbout.SET_ASIDE,
            SentenceAbout.MISSING,
            SentenceAbout.LIMITS,
            SentenceAbout.JOINED,
            SentenceAbout.ADJUSTED,
            SentenceAbout.SHOWN,
        )
    ]
    if results.comparison is not None:
        found += [_tested(results, results.comparison), _counts_as_shown(results)]
        found += [
            _about(results, about)
            for about in (
                SentenceAbout.TERMS,
                SentenceAbout.LEFT_OUT,
                SentenceAbout.ASSUMED,
                SentenceAbout.CHECKS,
                SentenceAbout.WITH_AND_WITHOUT,
            )
        ]
    found.append(filled("Computed with Decimus {version}.", version=_fact(results, Fact.VERSION)))
    return in_a_row(found)


def _about(results: Results, about: SentenceAbout) -> Sentence:
    return live(results, SentencePart(about))


def _fact(results: Results, fact: Fact) -> Sentence:
    return live(results, FactPart(fact))


# --- what was measured, on what -------------------------------------------------------------


def _measured(results: Results) -> Sentence:
    """What was measured, on what, when, at which levels, on how many units."""
    measurements = results.measurements
    outcome = written_outcome(measurements)
    if outcome.startswith("number of "):
        what = filled("the {outcome}", outcome=_fact(results, Fact.OUTCOME))
    else:
        what = _fact(results, Fact.OUTCOME)
    material = _fact(results, Fact.MATERIAL)
    condition = _fact(results, Fact.CONDITION)
    verb = "recorded" if results.design.is_of_cases else "measured"
    verb = verb if measurements.outcome.is_named else "taken"
    verb = "counted" if measurements.counts_cases else verb
    parts: dict[str, str | Sentence] = {
        "verb": verb,
        "what": what,
        "of": filled(" of {material}", material=material) if material else "",
        "when": filled(" {condition}", condition=condition) if condition else "",
        "was": was(outcome),
        "where": _where(results),
        "on": _on(results),
    }
    if measurements.is_summarised:
        given = "means of {what}{of}{when}{where} and their spread were taken from a table that "
        return capitalised(filled(f"{given}gave no single values{{on}}.", **parts))
    if measurements.units.is_same:
        return capitalised(filled("{what}{of} {was} {verb}{when}{on}{where}.", **parts))
    return capitalised(filled("{what}{of} {was} {verb}{when}{where}{on}.", **parts))


def _where(results: Results) -> Sentence:
    """The levels: " at five levels of road salt (0, 1, 2, 4 and 8 g/L)"."""
    factors = results.groups.factors
    if not factors or is_undivided(results.measurements) or len(results.groups.shown) < 2:
        return ()
    between = set(_between(results))
    varied = [f for place, f in enumerate(factors) if place not in between or not _is_same(results)]
    found = filled(" {levels}", levels=joined([_levels(results, f) for f in varied]))
    apart = [f for place, f in enumerate(factors) if place in between and _is_same(results)]
    if apart:
        units = _fact(results, Fact.UNIT_NAMES)
        names = joined([_levels(results, f, is_bare=True) for f in apart])
        verb = "set" if len(apart) > 1 else "sets"
        return filled(
            "{found}; {names} {verb} {units} apart",
            found=found,
            names=names,
            verb=verb,
            units=units,
        )
    return found


def _is_same(results: Results) -> bool:
    return results.measurements.units.is_same


def _between(results: Results) -> tuple[int, ...]:
    """The factors that differ between units, where the same units were measured again."""
    return results.design.between if _is_same(results) and results.design.within else ()


def _levels(results: Results, factor: FactorInOrder, *, is_bare: bool = False) -> Sentence:
    variable = factor.factor.variable
    count = len(factor.levels)
    listed = live(results, FactorPart(variable, is_levels=True))
    shown = filled(" ({levels})", levels=listed) if count <= _MOST_LEVELS else ()
    name = live(results, FactorPart(variable))
    if not factor.factor.is_named:
        noun = "conditions" if _is_same(results) else "groups"
        under = "under" if _is_same(results) else "in"
        return filled(f"{under} {count_word(count)} {noun}{{shown}}", shown=shown)
    if is_bare:
        return filled("{name}{shown}", name=name, shown=shown)
    return filled(
        f"at {count_word(count)} {plural('level', count)} of {{name}}{{shown}}",
        name=name,
        shown=shown,
    )


def _on(results: Results) -> Sentence:
    """On how many units: ", with 8 flasks in each group (40 in all)"."""
    measurements, groups = results.measurements, results.groups
    if measurements.is_summarised and not all(group.is_n_known for group in groups.shown):
        return ()
    units, n = _fact(results, Fact.UNIT_NAMES), _fact(results, Fact.N)
    comparison = results.comparison
    if _is_same(results):
        count = len(comparison.units) if comparison is not None and comparison.units else 0
        if count:
            return filled(f" on the same {count} {{units}}", units=units)
    if len(groups.shown) == 1:
        return filled(" on {n} {units}", n=n, units=units)
    each = "group" if len(groups.factors) < 2 else "combination"
    return filled(
        f", with {{n}} {{units}} in each {each} ({{all}} in all)",
        n=n,
        units=units,
        all=_fact(results, Fact.N_IN_ALL),
    )


# --- the test -------------------------------------------------------------------------------


def _tested(results: Results, comparison: Comparison) -> Sentence:
    """The test, its follow-up with its family, its sides, and its intervals."""
    method = _fact(results, Fact.METHOD)
    name = plain_text(method)
    is_own = name.startswith("the ") or "’" in name.partition(" ")[0] or "ANOVA" in name
    article = "" if is_own else "a "
    correction = ""
    if comparison.correction not in (None, SphericityCorrection.NONE):
        correction = f" with the {CORRECTION_NAMES[comparison.correction]} correction"
    sides = alternative_words(results, comparison)
    intervals = _about(results, SentenceAbout.INTERVALS)
    family = _about(results, SentenceAbout.FAMILY)
    parts: dict[str, str | Sentence] = {
        "method": method,
        "article": article,
        "correction": correction,
        "sides": f", {sides}" if comparison.is_of_two or family else "",
        "intervals": filled("; {intervals}", intervals=intervals) if intervals else "",
        "follow": "",
        "who": "Conditions were" if _is_same(results) and not _between(results) else "Groups were",
        "value": "",
    }
    if comparison.reference is not None:
        unit, numerals = results.measurements.outcome.unit, results.numerals
        value = quantity(full_number(comparison.reference, numerals), unit, numerals)
        parts |= {"who": "The values were", "value": f" with {value}"}
    if has_follow_up(comparison) and family:
        parts["follow"] = filled(
            ", followed by {test} for {family}", test=_fact(results, Fact.FOLLOW_UP), family=family
        )
    return filled(
        "{who} compared{value} by {article}{method}{correction}{follow}{sides}{intervals}.", **parts
    )


def _counts_as_shown(results: Results) -> Sentence:
    return filled(
        "A difference counts as shown where {p}{less}{alpha}.",
        p=(Text("p", Style.ITALIC),),
        less=results.numerals.relation("<"),
        alpha=_fact(results, Fact.ALPHA),
    )
