"""Tables that mean the same are read the same, or asked about: other order, words, signs, forms."""

from __future__ import annotations

import re
from collections import Counter

import pytest

from decimus.analysis.results import Results
from decimus.formats.table_files import table_of_bytes
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.wording.remarks.order import asks_what_counts
from decimus.wording.remarks.remarks import remark_words
from tests.world.changing import CHANGES, changed
from tests.world.people import made

SEEDS = range(10)
WORDS = ("mouse", "subject", "plot", "bench", "day", "judge", "rep", "litter")


@pytest.mark.parametrize("change", CHANGES)
def test_a_change_of_form_changes_no_group_without_a_question(change: str) -> None:
    counts: Counter[str] = Counter()
    for seed in SEEDS:
        found = changed(seed, change)
        if found is None:
            continue
        verdict, _, table = found
        counts[verdict.outcome] += 1
        shown = table.content[:400].decode("utf-8", "replace")
        assert verdict.outcome != "wrong" or _is_known(table.causes), f"{seed}: {shown}"
    assert counts.total() > 0
    assert counts["refused"] == 0


def _is_known(causes: list[str]) -> bool:
    """1st, 2nd, 3rd in letters of another script are no numbers, and nobody could know."""
    return "ordinals across" in causes


@pytest.mark.parametrize("seed", range(0, 120, 24))
def test_tables_that_differ_in_a_word_get_no_other_test_without_a_question(seed: int) -> None:
    """Whoever names what was measured otherwise has measured the same."""
    table = made(seed)
    text, levels = table.text, {level for key in table.groups for level in key}
    heads = text.partition("\n")[0].split("\t")
    told: dict[tuple[object, ...], list[bool]] = {}
    for at, head in enumerate(heads[:-1]):
        for word in () if head in levels else WORDS:
            renamed = [*heads[:at], word, *heads[at + 1 :]]
            results = _read("\t".join(renamed) + text[text.index("\n") :])
            if results is None:
                continue
            is_asked = any(r.is_open and asks_what_counts(r.kind) for r in remark_words(results))
            told.setdefault(_test_of(results), []).append(is_asked or _asks(results))
    if len(told) > 1:
        silent = {key for key, asked in told.items() if not all(asked)}
        assert len(silent) <= 1, f"{re.sub(chr(9), ' ', text[:200])}: {silent}"


def _asks(results: Results) -> bool:
    return any(remark.is_open for remark in remark_words(results))


def _read(text: str) -> Results | None:
    found = table_of_bytes(text.encode(), "t", title="t")
    results = Results(BringInTable(table=found.table, reading=found.first_reading).apply(Study()))
    return None if results.problem is not None else results


def _test_of(results: Results) -> tuple[object, ...]:
    """What decides which test is made: the sizes of the groups, and whether units are the same."""
    measurements = results.measurements
    sizes = tuple(sorted(group.n for group in measurements.groups))
    return sizes, measurements.units.is_same
