"""Whether tables of people were read as they were meant, and asked about where they do not tell.

python -m tests.world.asking 500        # as many tables, from seed 0 on
"""

from __future__ import annotations

import sys
from collections import Counter

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.table_files import table_of_bytes
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.wording.remarks.remarks import remark_words
from tests.world.judging import MOST_ANSWERS, leads_to_it
from tests.world.people import Made, made


def verdict(table: Made) -> str:
    """What came of a table.

    "right": read as meant, asked where it does not tell. "asked": another reading, and a question
    whose answer is the right one. "silent": read as meant, but by luck, and nobody was asked.
    "refused": in words. "wrong": anything else.
    """
    try:
        found = table_of_bytes(table.text.encode(), "t", title="t")
        edit = BringInTable(table=found.table, reading=found.first_reading)
        study = edit.apply(Study())
        results = Results(study)
        if results.problem is not None:
            return "refused"
    except InputError:
        return "refused"
    if not _differs(results, table):
        is_asked = any(remark.is_open for remark in remark_words(results))
        return "right" if table.is_proved or is_asked else "silent"
    leads = leads_to_it(
        study,
        results,
        lambda other: _differs(other, table),
        more=MOST_ANSWERS - 1,
        is_open_only=True,
    )
    return "asked" if leads else "wrong"


def _differs(results: Results, table: Made) -> str:
    """How the reading differs from what was meant; "" where it does not."""
    measurements = results.measurements
    want = Counter(
        (key, tuple(round(v, 6) for v in values)) for key, values in table.groups.items()
    )
    got = Counter(
        (tuple(sorted(group.levels)), tuple(sorted(round(v, 6) for v in group.values)))
        for group in measurements.groups
    )
    if want != got:
        shown = [(sorted(levels), len(values)) for levels, values in got][:4]
        return f"groups {shown}"
    if measurements.units.is_same != table.is_same:
        return "same" if measurements.units.is_same else "different"
    return ""


def run(seeds: range) -> dict[str, Counter[str]]:
    """The verdicts on some tables, by what was done."""
    counts: dict[str, Counter[str]] = {}
    for seed in seeds:
        table = made(seed)
        counts.setdefault(table.kind, Counter())[verdict(table)] += 1
    return counts


if __name__ == "__main__":
    found = run(range(int(sys.argv[1]) if len(sys.argv) > 1 else 500))
    for kind, of_kind in sorted(found.items(), key=lambda item: -item[1]["wrong"]):
        print(f"{dict(of_kind)!s:60} {kind}")  # noqa: T201 - read by whoever runs it
    print(dict(sum(found.values(), Counter())))  # noqa: T201
