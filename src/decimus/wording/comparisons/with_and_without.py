"""The result both ways, in one sentence."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.analysis.with_and_without import other_result
from decimus.wording.comparisons.sentences import statistic_spans
from decimus.wording.numbers import plural
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
    sign = results.decimal_sign
    here = plain_text(statistic_spans(now, sign))
    there = plain_text(statistic_spans(found.comparison, sign))
    is_same = (now.p_value < now.alpha) == (found.comparison.p_value < now.alpha)
    verdict = "the verdict is the same" if is_same else "the verdict is another"
    without, with_it = (here, there) if found.is_with else (there, here)
    them = "it" if found.count == 1 else "them"
    return f"Without {of} {which}: {without}; with {them}: {with_it}; {verdict}."
