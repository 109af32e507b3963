"""What a study file keeps of how its tables were read, and whether it still holds when opened."""

from __future__ import annotations

import math
from collections.abc import Iterator

from msgspec.structs import replace

from decimus import __version__
from decimus.analysis.groups import Groups
from decimus.analysis.results import Results
from decimus.formats.study_file import GroupTold, Opened, QuestionTold, Told
from decimus.measurements.kept import Asked, decided
from decimus.measurements.observations import Measurements

_SAME = 1e-9
"""What a number of a file may be off from the same worked out again, relatively."""
_MOST_NAMED = 3
EARLIER = (
    "It was saved by a version that did not keep how tables were read, so they are read as this "
    "one reads them. Compare n and the means with what you have of it; from the next save on it "
    "is kept"
)


def told_of(results: Results) -> Told:
    """What is to be written beside a study: what was decided, and what follows from it.

    Args:
        results: what follows from one of its questions.
    """
    study = results.study
    every = [results.of_question(number) for number in range(len(study.questions))]
    sheets = tuple(
        replace(sheet, reading=replace(sheet.reading, decided=kept))
        if (kept := decided(sheet.table, sheet.reading, _asked(every, at), __version__)) is not None
        else sheet
        for at, sheet in enumerate(study.sheets)
    )
    return Told(replace(study, sheets=sheets), __version__, tuple(map(_question_told, every)))


def _asked(every: list[Results], sheet: int) -> dict[Asked, Measurements]:
    """What was read for the questions that ask about a sheet."""
    found: dict[Asked, Measurements] = {}
    for results in every:
        asked = results.question.asked
        if asked.sheet == sheet and results.problem is None:
            found.setdefault((asked.outcome, asked.factors), results.measurements)
    return found


def _question_told(results: Results) -> QuestionTold | None:
    if results.problem is not None:
        return None
    method, p = None, None
    if not results.is_large:
        comparison = results.comparison
        if comparison is not None:
            method, p = comparison.method.value, comparison.p_value
    return QuestionTold(results.measurements.outcome.name, _groups_told(results.groups), method, p)


def _groups_told(groups: Groups) -> tuple[GroupTold, ...]:
    return tuple(
        GroupTold(g.levels, g.n, g.summary.mean, g.summary.standard_deviation) for g in groups.shown
    )


def differences(opened: Opened, results: Results) -> tuple[str, ...]:
    """How what follows from a study now differs from what its file says, in sentences.

    Args:
        opened: the study as it was read.
        results: what follows from one of its questions.
    """
    if opened.is_earlier and not results.study.is_empty:
        return (EARLIER,)
    several = len(opened.told) > 1
    found = []
    for number, told in enumerate(opened.told[: len(results.study.questions)]):
        if told is None:
            continue
        of = results.of_question(number)
        what = _differs(told, of)
        if what:
            where = f"Question {number + 1}" if several else "It"
            found.append(f"{where} does not read as it did when it was saved: {what}")
    return tuple(found)


def _differs(told: QuestionTold, results: Results) -> str:
    """How a question differs from what is told of it; "" where it does not."""
    if results.problem is not None:
        return results.problem.what
    now = {group.levels: group for group in _groups_told(results.groups)}
    parts = list(_group_differences(told, now))
    rest = len(parts) - _MOST_NAMED
    if rest > 0:
        parts = [*parts[:_MOST_NAMED], f"and {rest} more"]
    if not parts and told.method is not None and not results.is_large:
        again = _question_told(results)
        if again is not None and again.method != told.method:
            parts.append(f"the test was {told.method} and is {again.method or 'none'}")
        elif again is not None and not _is_same(told.p, again.p):
            parts.append(f"p was {told.p:.3g} and is {again.p or math.nan:.3g}")
    return "; ".join(parts)


def _group_differences(told: QuestionTold, now: dict[tuple[str, ...], GroupTold]) -> Iterator[str]:
    for group in told.groups:
        name = ", ".join(group.levels)
        found = now.get(group.levels)
        if found is None:
            yield f"“{name}” with n = {group.n} is no group now"
        elif found.n != group.n:
            yield f"n of “{name}” was {group.n} and is {found.n}"
        elif not _is_same(group.mean, found.mean):
            yield f"the mean of “{name}” was {group.mean:.6g} and is {found.mean or math.nan:.6g}"
        elif not _is_same(group.sd, found.sd):
            yield f"the SD of “{name}” was {group.sd:.6g} and is {found.sd or math.nan:.6g}"
    before = {group.levels for group in told.groups}
    for levels in now:
        if levels not in before:
            yield f"“{', '.join(levels)}” was no group"


def _is_same(a: float | None, b: float | None) -> bool:
    if a is None or b is None:
        return a is b
    return math.isclose(a, b, rel_tol=_SAME, abs_tol=1e-300)
