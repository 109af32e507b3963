"""What new data changed: which p, which comparison lines, which sentences."""

from __future__ import annotations

from collections.abc import Callable

from decimus.analysis.comparison_results import PairResult
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.edits import ReplaceTable
from decimus.wording.comparisons.method_names import method_name
from decimus.wording.comparisons.sentences import result_sentence
from decimus.wording.numbers import p_words
from decimus.wording.phrases import group_words
from decimus.wording.spans import plain_text

_MOST = 8


_Named = tuple[str | None, ...]
Renamed = Callable[[_Named], _Named]


def what_changed(before: Results, after: Results, edit: ReplaceTable) -> tuple[str, ...]:
    """What reads otherwise with the new data, most important first; empty for nothing.

    Args:
        before: what followed from the old data.
        after: what follows from the new.
        edit: put them in, and says which levels are called otherwise there.
    """
    if before.problem is not None or after.problem is not None:
        return ()
    names = {(r.variable, r.old): r.new for r in edit.renames if r.new}
    variables = [factor.factor.variable for factor in before.groups.factors]

    def renamed(levels: _Named) -> _Named:
        return tuple(
            text if text is None else names.get((variable, text), text)
            for variable, text in zip(variables, levels, strict=False)
        )

    lines = [*_counts(before, after, renamed), *_test(before, after)]
    lines += [*_lines(before, after, renamed), *_pairs(before, after, renamed)]
    return tuple(lines[:_MOST])


def _counts(before: Results, after: Results, renamed: Renamed) -> list[str]:
    old, new = before.measurements, after.measurements
    lines = []
    if old.count != new.count:
        noun = plural("number", new.count)
        lines.append(f"{new.count} {noun} count, before {old.count}.")
    known = {renamed(group.levels) for group in before.groups.shown}
    now = {group.levels for group in after.groups.shown}
    gone = [g for g in before.groups.shown if renamed(g.levels) not in now]
    come = [g for g in after.groups.shown if g.levels not in known]
    if gone:
        names = ", ".join(group_words(before.groups, group) for group in gone)
        lines.append(f"No longer there: {names}.")
    if come:
        names = ", ".join(group_words(after.groups, group) for group in come)
        lines.append(f"New: {names}.")
    return lines


def _test(before: Results, after: Results) -> list[str]:
    old, new = before.comparison, after.comparison
    if new is None:
        why = after.refusal.what if after.refusal is not None else "no comparison"
        return [f"There is no test any more: {why}."] if old is not None else []
    if old is None:
        return ["There is a test now that could not be before."]
    lines = []
    p_old, p_new = (p_words(c.p_value, c.alpha) for c in (old, new))
    if method_name(old) != method_name(new):
        lines.append(f"The test is {method_name(new)}, before {method_name(old)}.")
    if p_old != p_new:
        crossed = (old.p_value < old.alpha) != (new.p_value < new.alpha)
        note = ": the verdict is another" if crossed else ""
        lines.append(f"{p_new}, before {p_old}{note}.")
    says, said = (plain_text(result_sentence(r)) for r in (after, before))
    if _without_numbers(says) != _without_numbers(said):
        lines.append(f"The result reads: {says} Before: {said}")
    return lines


def _without_numbers(text: str) -> str:
    return "".join(sign for sign in text if not (sign.isdigit() or sign in ".,−"))


def _lines(before: Results, after: Results, renamed: Renamed) -> list[str]:
    """Comparison lines on the figure that are gone."""
    now = {frozenset((p.a.levels, p.b.levels)) for p in after.annotations.pairs}
    return [
        f"The comparison line {_names(before, pair)} is gone."
        for pair in before.annotations.pairs
        if frozenset((renamed(pair.a.levels), renamed(pair.b.levels))) not in now
    ]


def _pairs(before: Results, after: Results, renamed: Renamed) -> list[str]:
    old, new = before.comparison, after.comparison
    if old is None or new is None or len(new.pairs) < 2:
        return []
    lines = []
    earlier_pairs = {
        frozenset((renamed(pair.a.levels), renamed(pair.b.levels))): pair for pair in old.pairs
    }
    for pair in new.pairs:
        was = earlier_pairs.get(frozenset((pair.a.levels, pair.b.levels)))
        if was is not None and (was.p_shown < old.alpha) != (pair.p_shown < new.alpha):
            p = p_words(pair.p_shown, new.alpha)
            earlier = p_words(was.p_shown, old.alpha)
            lines.append(f"{_names(after, pair)}: {p}, before {earlier}.")
    return lines


def _names(results: Results, pair: PairResult) -> str:
    groups = results.groups
    return f"{group_words(groups, pair.a)} against {group_words(groups, pair.b)}"
