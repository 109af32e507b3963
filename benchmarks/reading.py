"""Counts how tables of random experiments are read, by what is in them: docs/reading.md."""

from __future__ import annotations

import random
import sys
from collections import Counter, defaultdict
from collections.abc import Mapping
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))

from tests.world import changing  # noqa: E402
from tests.world.asking import run  # noqa: E402
from tests.world.experiments import experiment  # noqa: E402
from tests.world.judging import judged  # noqa: E402
from tests.world.writers import written  # noqa: E402
from timing import is_once, size  # noqa: E402

MANY, PEOPLE, CHANGED = 2300, 1000, 300
OUTCOMES = {
    "right": "right",
    "asked": "right, and asked",
    "other asked": "another first, and asked",
    "refused": "refused",
    "wrong": "wrong without a word",
}
OF_PEOPLE = {
    "right": "right, or right and asked",
    "asked": "another first, and asked",
    "silent": "right by luck, not asked",
    "refused": "refused",
    "wrong": "wrong",
}
_TEXT = """# How tables are read

{count:,} made-up experiments are written as people write tables: in {layouts} layouts, with eight
languages in their headings, with ids, units, covariates, gaps, title lines, rows of means, three
signs between cells, two decimal signs and four encodings. Each is then read with nothing said.

- **right**: groups, values, design, outcome and unit are those of the experiment.
- **right, and asked**: the same, and a question is open because it could be otherwise.
- **another first, and asked**: another reading comes first; the right one is the answer to a
  question, in the window by a click, on the command line by an option that the remark names.
- **refused**: one line says why.
- **wrong without a word**: none may be.

`tests/world` makes them and judges the first 600 in every test run; `make bench` writes
this page.

{tables}
## In words that nobody knows

{people_count:,} tables of people in ten scripts whose words are made up (`tests/world/people.py`):
things in groups, the same things under several treatments, or both; named by counting anew in
every group, counting on, tags, names or not at all; with readings below them or none. Where a
table does not tell whether the same things stand in several groups, reading it right without
asking is no more than luck, and stands apart. Before names were weighed by their structure, when
rules needed a known word, a thousand such tables gave 308, 53, 85, 0 and 554; with the first fact
of names 338, 52, 55, 0 and 555.

{people}

## Changes that mean the same

{changed_count:,} of the first tables were changed in every way that leaves their meaning as it was
(`tests/world/changing.py`): rows or columns in another order, the whole turned on its side, decimal
commas, a row of means or a column of differences added, units in a row of their own, every word
another one in another script, JSON records, pipes, boxes and LaTeX. What is wrong here has no
question that leads to what was meant. "1st, 2nd, 3rd" in letters of another script are no numbers
any more, and nobody could know.

{changed}
"""


def main() -> None:
    """Read them all and write the page."""
    total: Counter[str] = Counter()
    by_cause: defaultdict[str, Counter[str]] = defaultdict(Counter)
    by_layout: defaultdict[str, Counter[str]] = defaultdict(Counter)
    count = size(MANY, 20)
    for seed in range(count):
        rng = random.Random(seed)  # noqa: S311 - made-up tables, no secrets
        made = experiment(rng)
        table = written(rng, made)
        outcome = judged(made, table).outcome
        total[outcome] += 1
        by_layout[f"{made.design}, {table.layout}"][outcome] += 1
        for cause in set(table.causes):
            by_cause[cause][outcome] += 1
    parts = [
        _table("All", {"all tables": total}),
        _table("By design and layout", by_layout),
        _table("By what is in them", by_cause),
    ]
    people_count = size(PEOPLE, 10)
    by_kind = run(range(people_count))
    in_all = sum(by_kind.values(), Counter[str]())
    by_habit: defaultdict[str, Counter[str]] = defaultdict(Counter)
    for kind, counts in by_kind.items():
        design, naming, form, readings = kind.split(", ")
        below = "" if readings.startswith("1 ") else ", readings below"
        by_habit[f"{design}, {naming}, {form}{below}"].update(counts)
    changed_count = size(CHANGED, 4)
    by_change = changing.run(range(changed_count))
    page = _TEXT.format(
        changed_count=changed_count,
        changed=_table("By change", by_change),
        count=count,
        layouts=len(by_layout),
        tables="\n".join(parts),
        people_count=people_count,
        people=_table("All of them", {"all tables": in_all}, OF_PEOPLE)
        + "\n"
        + _table("By what was done, how it was named and laid out", by_habit, OF_PEOPLE),
    )
    if not is_once():
        (ROOT / "docs" / "reading.md").write_text(page.rstrip() + "\n", encoding="utf-8")
    told = ", ".join(f"{total[key]} {words}" for key, words in OUTCOMES.items())
    print(f"{count} tables: {told}")


def _table(
    title: str, rows: dict[str, Counter[str]], outcomes: Mapping[str, str] = OUTCOMES
) -> str:
    lines = [f"## {title}", "", f"| | tables | {' | '.join(outcomes.values())} |"]
    lines.append("|---" * (len(outcomes) + 2) + "|")
    for name, counts in sorted(rows.items()):
        cells = " | ".join(str(counts[key]) for key in outcomes)
        lines.append(f"| {name} | {sum(counts.values())} | {cells} |")
    return "\n".join([*lines, ""])


if __name__ == "__main__":
    main()
