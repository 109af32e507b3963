"""The result both ways, in one sentence."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.results import Results
from decimus.analysis.with_and_without import other_result
from decimus.plurals import plural
from decimus.wording.comparisons.sentences import statistic_spans
from decimus.wording.phrases import group_words
from decimus.wording.remarks.words import listed
from decimus.wording.spans import plain_text


def both_ways(results: Results) -> str:
    """The result with and without what is set aside, or lies far out; "" without either."""
    found, now = other_result(results), results.comparison
    if found is None or now is None:
        return ""
    values = plural("value", found.count)
    of = f"the {found.count} {values}" if found.count > 1 else "the value"
    which = "set aside" if found.is_with else "far out"
    if found.comparison is None:
        return f"{'With' if found.is_with else 'Without'} {of} {which} there would be no test."
    numerals = results.numerals
    here = plain_text(statistic_spans(now, numerals))
    there = plain_text(statistic_spans(found.comparison, numerals))
    verdict = _verdict(results, now, found.comparison)
    without, with_it = (here, there) if found.is_with else (there, here)
    them = "it" if found.count == 1 else "them"
    return f"Without {of} {which}: {without}; with {them}: {with_it}; {verdict}."


def _verdict(results: Results, now: Comparison, then: Comparison) -> str:
    """Which terms and pairs fall on the other side of α, of all that are tested."""
    before, after = _verdicts(results, now), _verdicts(results, then)
    changed = tuple(name for name, verdict in before.items() if after.get(name) is not verdict)
    if not changed:
        return "the verdict is the same" if len(before) == 1 else "all verdicts are the same"
    if len(before) == 1:
        return "the verdict is another"
    is_one = len(changed) == 1
    verb = "is another" if is_one else "are others"
    return f"the {plural('verdict', len(changed))} on {listed(changed)} {verb}"


def _verdicts(results: Results, comparison: Comparison) -> dict[str, bool]:
    """For every term and pair by name whether its p lies below α."""
    groups, alpha = results.groups, comparison.alpha
    terms = () if comparison.is_of_two else comparison.terms
    found = {term.name: term.p_value < alpha for term in terms}
    for pair in comparison.pairs:
        name = f"{group_words(groups, pair.a)} − {group_words(groups, pair.b)}"
        found[name] = pair.p_shown < alpha
    return found
