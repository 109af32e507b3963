"""The results as a referee reads them: the test over all groups, then the pairs that matter."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison, Order, PairResult, Term
from decimus.analysis.results import Results
from decimus.kinds.methods import RANK_METHODS
from decimus.study.live_parts import (
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
from decimus.terms import Alternative
from decimus.wording.comparisons.choices import required
from decimus.wording.comparisons.method_names import has_follow_up
from decimus.wording.comparisons.sentences import compared_words
from decimus.wording.numbers import full_number
from decimus.wording.phrases import group_words, preposition, quantity
from decimus.wording.spans import Sentence, Text
from decimus.wording.write_up.filling import capitalised, filled, in_a_row, joined
from decimus.wording.write_up.parts import live, part_text, written_comparison
from decimus.wording.write_up.relations import was

MOST_PAIRS = 5
"""Comparisons that a paragraph tells one by one; the others stand in the table."""


def results_paragraph(results: Results) -> Sentence:
    """What came out. Raises InputError where there is no comparison."""
    comparison = required(results)
    if comparison.is_of_two:
        found = [_of_two(results, comparison)]
    else:
        found = [_of_term(results, comparison, term) for term in comparison.terms]
        found.append(_pairs(results, comparison))
    found += [
        live(results, SentencePart(about))
        for about in (SentenceAbout.CHANGE, SentenceAbout.EQUIVALENCE)
    ]
    return in_a_row(found)


def _outcome(results: Results) -> Sentence:
    """What is compared, live: the outcome, or the share of its cases."""
    return live(results, FactPart(Fact.COMPARED))


# --- two groups, or one beside a value ------------------------------------------------------


def _of_two(results: Results, comparison: Comparison) -> Sentence:
    pair, outcome = comparison.pairs[0], written_comparison(results)
    is_shown = comparison.shows(pair)
    if comparison.reference is not None:
        return _beside_value(results, comparison, pair, is_shown=is_shown)
    parts: dict[str, str | Sentence] = {
        "outcome": _outcome(results),
        "was": was(outcome),
        "a": _group(results, pair, is_first=True),
        "b": _group(results, pair, is_first=False),
        "at": preposition(results.groups),
        "more": _part(results, pair, PairFact.RELATION),
        "size": _in_brackets(results, comparison, pair),
    }
    if is_shown and pair.order is Order.NEITHER:
        verb = "tended to differ" if pair.rank is not None else "differed"
        return capitalised(
            filled(f"{{outcome}} {verb} between {{a}} and {{b}} ({{size}}).", **parts)
        )
    if is_shown:
        verb = "tended to be" if pair.rank is not None else "{was}"
        pattern = f"{{outcome}} {verb} {{more}} {{at}} {{a}} than {{at}} {{b}} ({{size}})."
        return capitalised(filled(pattern, **parts))
    if comparison.alternative is not None:
        greater = comparison.alternative is Alternative.GREATER
        parts["more"] = _relation(results, is_more=greater)
        pattern = "That {outcome} {was} {more} {at} {a} than {at} {b} was not shown ({size})."
        return filled(pattern, **parts)
    return filled("No difference in {outcome} between {a} and {b} was shown ({size}).", **parts)


def _beside_value(
    results: Results, comparison: Comparison, pair: PairResult, *, is_shown: bool
) -> Sentence:
    """One group beside a value that was named beforehand."""
    outcome, numerals = written_comparison(results), results.numerals
    unit = results.groups.measurements.outcome.unit
    parts: dict[str, str | Sentence] = {
        "outcome": _outcome(results),
        "was": was(outcome),
        "more": _part(results, pair, PairFact.RELATION),
        "value": quantity(full_number(comparison.reference, numerals), unit, numerals),
        "size": _in_brackets(results, comparison, pair),
    }
    if is_shown and pair.order is Order.NEITHER:
        return capitalised(filled("{outcome} differed from {value} ({size}).", **parts))
    if is_shown:
        return capitalised(filled("{outcome} {was} {more} than {value} ({size}).", **parts))
    if comparison.alternative is not None:
        greater = comparison.alternative is Alternative.GREATER
        parts["more"] = _relation(results, is_more=greater)
        return filled("That {outcome} {was} {more} than {value} was not shown ({size}).", **parts)
    return filled("No difference of {outcome} from {value} was shown ({size}).", **parts)


def _relation(results: Results, *, is_more: bool) -> str:
    from decimus.wording.write_up.relations import comparative

    more, less = comparative(results.measurements, compared_words(results))
    return more if is_more else less


def _in_brackets(results: Results, comparison: Comparison, pair: PairResult) -> Sentence:
    """Size, interval, statistic and effect size of the only pair."""
    first = comparison.terms[0]
    test = live(results, _term_part(results, first, TermFact.TEST))
    if not comparison.has_usual_alpha:
        alpha = live(results, FactPart(Fact.ALPHA))
        test = (*test, Text(f", α{results.numerals.equals}"), *alpha)
    parts = [_size(results, pair, with_name=True), test]
    if first.effect is not None:
        parts.append(live(results, _term_part(results, first, TermFact.EFFECT)))
    return joined(parts, last="; ", others="; ")


def _size(results: Results, pair: PairResult, *, with_name: bool) -> Sentence:
    """The difference with its interval; a shift or a ratio says what it is."""
    name = size_name(results, pair)
    lead = f"{name} " if with_name or name != "difference" else ""
    difference = _part(results, pair, PairFact.DIFFERENCE)
    interval = _part(results, pair, PairFact.INTERVAL)
    between = ", " if interval else ""
    return filled(
        "{lead}{difference}{between}{interval}",
        lead=lead,
        difference=difference,
        between=between,
        interval=interval,
    )


def size_name(results: Results, pair: PairResult) -> str:
    """What the size of a pair is: a difference, a shift of ranks, or a ratio."""
    from decimus.analysis.ratios import pair_ratio

    if pair_ratio(results.groups, pair) is not None:
        return "ratio"
    return "shift" if pair.rank is not None or pair.samples is not None else "difference"


# --- the test over all groups ---------------------------------------------------------------


def _of_term(results: Results, comparison: Comparison, term: Term) -> Sentence:
    groups = results.groups
    variables = [groups.factors[i].factor.variable for i in term.factors]
    names = [live(results, FactorPart(variable)) for variable in variables]
    test = live(results, _term_part(results, term, TermFact.TEST))
    effect = live(results, _term_part(results, term, TermFact.EFFECT))
    parts: dict[str, str | Sentence] = {
        "outcome": _outcome(results),
        "size": joined([part for part in (test, effect) if part], "; ", "; "),
    }
    is_shown = comparison.shows(term)
    if len(term.factors) > 1 and len(comparison.terms) > 1:
        parts |= {"first": names[0], "others": joined(names[1:]), "all": joined(names)}
        if is_shown:
            return filled("How it differed by {first} depended on {others} ({size}).", **parts)
        return filled("No interaction of {all} was shown ({size}).", **parts)
    parts["among"] = _among(results, term, names, is_only=len(comparison.terms) == 1)
    if not is_shown:
        return filled("No difference in {outcome} between {among} was shown ({size}).", **parts)
    verb = "tended to differ" if comparison.method in RANK_METHODS else "differed"
    return capitalised(filled(f"{{outcome}} {verb} between {{among}} ({{size}}).", **parts))


def _among(results: Results, term: Term, names: list[Sentence], *, is_only: bool) -> Sentence:
    """What is compared: "levels of road salt", "the groups", "cells of salt and light"."""
    factors = [results.groups.factors[i] for i in term.factors]
    if len(factors) > 1:
        return filled("cells of {all}", all=joined(names))
    if factors[0].factor.is_named:
        return filled("levels of {name}", name=names[0])
    if is_only:
        same = results.measurements.units.is_same
        return (Text("the conditions" if same else "the groups"),)
    return names[0]


# --- pairs ----------------------------------------------------------------------------------


def _pairs(results: Results, comparison: Comparison) -> Sentence:
    """The comparisons that matter: those drawn, else those that differ, else that none does."""
    pairs = comparison.pairs
    if not pairs:
        return ()
    drawn = results.annotations.pairs
    shown = [pair for pair in pairs if comparison.shows(pair)]
    by_p = sorted(shown, key=lambda pair: (pair.p_shown, -abs(pair.estimate)))
    told = list(drawn) or by_p
    told = told[:MOST_PAIRS]
    by_test = live(results, FactPart(Fact.FOLLOW_UP)) if has_follow_up(comparison) else ()
    lead = filled("by {test}", test=by_test) if by_test else ()
    if not told:
        return _none_shown(results, comparison, lead)
    clauses = _clauses(results, comparison, told)
    # That those not told showed nothing goes without saying, where all that did are told.
    is_all = not drawn and len(told) == len(shown)
    rest = "" if is_all else _rest(len(pairs) + len(comparison.untested) - len(told))
    if drawn or len(pairs) == 1:
        start = filled("{by}, ", by=capitalised(lead)) if lead else ()
        found = (*start, *clauses, Text("."))
    else:
        found = (*_counted(results, comparison, lead, len(shown)), *clauses, Text("."))
    averaged = _averaged(results, comparison)
    if averaged:
        found = filled(
            "Averaged over {others}, {rest}", others=averaged, rest=(*clauses, Text("."))
        )
    return (*capitalised(found), *((Text(f" {rest}"),) if rest else ()))


def _counted(results: Results, comparison: Comparison, lead: Sentence, shown: int) -> Sentence:
    """How many of the comparisons showed a difference."""
    count = len(comparison.pairs) + len(comparison.untested)
    of = live(results, FactPart(Fact.PAIR_COUNT))
    by = (Text(" "), *lead) if lead else ()
    if shown == count:
        many = (Text("Both"),) if count == 2 else filled("All {count}", count=of)
        return filled("{many} comparisons{by} showed a difference: ", many=many, by=by)
    return filled(
        "Of the {count} comparisons{by}, {shown} showed a difference: ",
        count=of,
        by=by,
        shown=live(results, FactPart(Fact.SHOWN_COUNT)),
    )


def _none_shown(results: Results, comparison: Comparison, lead: Sentence) -> Sentence:
    pairs = comparison.pairs
    by = (Text(" "), *lead) if lead else ()
    nearest = min(pairs, key=lambda pair: (pair.p_shown, -abs(pair.estimate)))
    between = filled(
        "{a} and {b} ({size})",
        a=_group(results, nearest, is_first=True),
        b=_group(results, nearest, is_first=False),
        size=_of_pair(results, nearest),
    )
    if len(pairs) + len(comparison.untested) == 1:
        return capitalised(
            filled(
                "{by}{comma}no difference between {between} was shown.",
                by=lead,
                comma=", " if lead else "",
                between=between,
            )
        )
    none = filled(
        "None of the {count} comparisons{by} showed a difference",
        count=live(results, FactPart(Fact.PAIR_COUNT)),
        by=by,
    )
    if sum(pair.p_shown == nearest.p_shown for pair in pairs) > 1:
        return (*none, Text("."))
    return filled("{none}; the smallest p was that between {between}.", none=none, between=between)


def _rest(count: int) -> str:
    """What the table gives besides."""
    if count <= 0:
        return ""
    return f"The table gives the other {'one' if count == 1 else f'{count} comparisons'}."


def _clauses(results: Results, comparison: Comparison, told: list[PairResult]) -> Sentence:
    """Those that differ, then those of which that was not shown."""
    shown = [p for p in told if comparison.shows(p) and p.order is not Order.NEITHER]
    unlike = [p for p in told if comparison.shows(p) and p.order is Order.NEITHER]
    others = [p for p in told if not comparison.shows(p)]
    found: list[Sentence] = []
    if shown:
        parts = [_shown(results, pair) for pair in shown]
        is_rank = any(pair.rank is not None or pair.samples is not None for pair in shown)
        verb = "tended to be" if is_rank else was(written_comparison(results))
        found.append(
            filled(
                "{outcome} {verb} {parts}",
                outcome=_outcome(results),
                verb=verb,
                parts=joined(parts),
            )
        )
    found += [_difference(results, pair, "was shown") for pair in unlike]
    found += [_difference(results, pair, "was not shown") for pair in others]
    return joined(found, "; ", "; ")


def _difference(results: Results, pair: PairResult, verdict: str) -> Sentence:
    return filled(
        f"a difference between {{a}} and {{b}} {verdict} ({{size}})",
        a=_group(results, pair, is_first=True),
        b=_group(results, pair, is_first=False),
        size=_of_pair(results, pair),
    )


def _shown(results: Results, pair: PairResult) -> Sentence:
    """One pair: "larger at 0 g/L than at 2 g/L (27.59 mm², …)"."""
    return filled(
        "{more} {at} {a} than {at} {b} ({size})",
        more=_part(results, pair, PairFact.RELATION),
        at=preposition(results.groups),
        a=_group(results, pair, is_first=True),
        b=_group(results, pair, is_first=False),
        size=_of_pair(results, pair),
    )


def _of_pair(results: Results, pair: PairResult) -> Sentence:
    """Size, interval, the p that counts and effect size of one pair among several."""
    parts = [_size(results, pair, with_name=False), _part(results, pair, PairFact.P)]
    effect = _part(results, pair, PairFact.EFFECT)
    return joined([*parts, *([effect] if effect else [])], "; ", "; ")


def _averaged(results: Results, comparison: Comparison) -> Sentence:
    """The factors that marginal means are averaged over; () of pairs of groups."""
    if comparison.marginal is None or comparison.pairs[0].cells is not None:
        return ()
    others = [
        live(results, FactorPart(factor.factor.variable))
        for place, factor in enumerate(results.groups.factors)
        if place != comparison.marginal
    ]
    return joined(others)


def _part(results: Results, pair: PairResult, fact: PairFact) -> Sentence:
    return live(results, PairPart(pair.a.levels, pair.b.levels, fact))


def _group(results: Results, pair: PairResult, *, is_first: bool) -> Sentence:
    """The name of a side; live where it is a group."""
    side = pair.a if is_first else pair.b
    if side.cell is not None:
        part = GroupPart(side.cell)
        if part_text(results, part) is not None:
            return live(results, part)
    return (Text(group_words(results.groups, side)),)


def _term_part(results: Results, term: Term, fact: TermFact) -> TermPart:
    known = results.groups.factors
    return TermPart(tuple(known[i].factor.variable for i in term.factors), fact)
