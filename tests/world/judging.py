"""Whether a table was read as it was meant, and whether the reader said where it doubted."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.table_files import table_of_bytes
from decimus.measurements.alternatives import OtherReading
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.wording.remarks.remarks import remark_words
from tests.world.experiments import Experiment
from tests.world.writers import Written

MOST_ANSWERS = 3
"""Questions that one table may raise: its decimal sign, its layout, its outcome."""


@dataclass(frozen=True)
class Verdict:
    """What came of it: "right", "asked" (right and a question open), "other asked" (another
    reading, the right one among those offered), "refused" or "wrong"."""

    outcome: str
    why: str = ""


def judged(made: Experiment, table: Written, *, has_names: bool = True) -> Verdict:
    """The verdict on one table.

    Args:
        made: what it is of.
        table: how it was written.
        has_names: whether groups have their names; without, only their numbers are compared.
    """

    def differs(results: Results) -> str:
        return _differs(results, made, table, has_names=has_names)

    try:
        found = table_of_bytes(table.content, "t", title="t")
        edit = BringInTable(table=found.table, reading=found.first_reading)
        study = edit.apply(Study())
        results = Results(study)
        if results.problem is not None:
            return Verdict("refused", results.problem.what)
    except InputError as error:
        return Verdict("refused", error.what)
    why = differs(results)
    words = remark_words(results)
    asks = [remark for remark in words if remark.is_open]
    if not why:
        return Verdict("asked" if asks else "right")
    if leads_to_it(study, results, differs, more=MOST_ANSWERS - 1):
        return Verdict("other asked", why)
    if asks and any(not differs(Results(_said(study, o))) for o in results.alternatives):
        return Verdict("other asked", why)
    return Verdict("wrong", why)


def leads_to_it(
    study: Study,
    results: Results,
    differs: Callable[[Results], str],
    *,
    more: int,
    is_open_only: bool = False,
) -> bool:
    """Whether the answer to a question, or to `more` after it, is what was meant.

    Args:
        study: the table as it was read.
        results: what follows from it.
        differs: how results differ from what was meant; "" where they do not.
        more: how many questions may follow the first.
        is_open_only: whether only answers to open questions count, no other ways out.
    """
    for remark in remark_words(results):
        if is_open_only and not remark.is_open:
            continue
        for _, edit in remark.fixes:
            answered = edit.apply(study)
            other = Results(answered)
            if other.problem is not None:
                continue
            if not differs(other):
                return True
            if (
                more
                and remark.is_open
                and leads_to_it(answered, other, differs, more=more - 1, is_open_only=is_open_only)
            ):
                return True
    return False


def _said(study: Study, other: OtherReading) -> Study:
    return study.with_sheet(0, replace(study.sheets[0], reading=other.reading))


def _differs(results: Results, made: Experiment, table: Written, *, has_names: bool) -> str:
    """How the reading differs from what was meant; "" where it does not."""
    measurements = results.measurements
    if table.summary is not None:
        return _summary_differs(results, table, has_names=has_names)
    if measurements.is_summarised:
        return "read as summaries"
    want = Counter(
        (
            _plain_levels(levels) if has_names else frozenset(),
            tuple(sorted(round(_mean(r), 6) for r in units if r)),
        )
        for levels, units in made.groups().items()
    )
    got = Counter(
        (
            # The one group of a table without groups has no name to go by.
            frozenset(_plain(level) for level in group.levels if made.factors and has_names),
            tuple(sorted(round(v, 6) for v in group.values)),
        )
        for group in measurements.groups
    )
    if want != got:
        return f"groups {[(sorted(k[0]), len(k[1])) for k in got][:4]} of {made.design}"
    if table.is_open:
        return ""
    if made.is_within != measurements.units.is_same:
        return f"{made.design} read as {'same' if measurements.units.is_same else 'independent'}"
    return _names_differ(results, made, table) if has_names else ""


def _names_differ(results: Results, made: Experiment, table: Written) -> str:
    outcome = results.measurements.outcome
    if table.layout == "long":
        name, unit, _ = made.outcome
        if _plain(outcome.name.replace("_", " ")) != _plain(name):
            return f"outcome called {outcome.name}"
        if outcome.unit not in ("", unit):
            return f"unit {outcome.unit}"
    return ""


def _summary_differs(results: Results, table: Written, *, has_names: bool) -> str:
    measurements = results.measurements
    if not measurements.is_summarised:
        return f"summaries read as measurements ({measurements.shape.layout.value})"
    wanted = table.summary or {}
    if not has_names:
        every = [group.given for group in measurements.groups if group.given is not None]
        found = sorted((one.given_mean, one.given_n or 0) for one in every)
        return "" if found == sorted((m, n) for m, _, n in wanted.values()) else f"{found}"
    want = {_plain_levels(levels): found for levels, found in wanted.items()}
    for group in measurements.groups:
        key = frozenset(_plain(level) for level in group.levels)
        if key not in want or group.given is None:
            return f"group {group.levels}"
        mean, sd, n = want.pop(key)
        given = group.given
        if given.given_mean != mean or given.given_n != n:
            return f"mean {given.given_mean} or n {given.given_n}"
        if given.standard_deviation is None or abs(given.standard_deviation - sd) > 1e-6 * sd:
            return f"SD {given.standard_deviation}, not {sd}"
    return f"{len(want)} groups lost" if want else ""


def _mean(values: list[str]) -> float:
    return sum(map(float, values)) / len(values)


def _plain_levels(levels: tuple[str, ...]) -> frozenset[str]:
    return frozenset(_plain(level) for level in levels)


def _plain(text: str) -> str:
    plain = re.sub(r"\s*(?:±|\+/-)\s*", "±", text.strip().casefold().replace(",", "."))
    words = plain.split()
    if len(words) > 1 and re.fullmatch(r"[\d.]+(?:±[\d.]+)?", words[0]):
        return words[0]
    return " ".join(words)
