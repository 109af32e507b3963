"""Counts how tables of random experiments are read, by what is in them: docs/reading.md."""

from __future__ import annotations

import random
import sys
from collections import Counter, defaultdict
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))

from tests.world.experiments import experiment  # noqa: E402
from tests.world.judging import judged  # noqa: E402
from tests.world.writers import written  # noqa: E402
from timing import is_once, size  # noqa: E402

MANY = 2300
OUTCOMES = {
    "right": "right",
    "asked": "right, and asked",
    "other asked": "another first, and asked",
    "refused": "refused",
    "wrong": "wrong without a word",
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

`tests/world` makes them and judges the first 1,500 in every test run; `make bench` writes
this page.

{tables}
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
    page = _TEXT.format(count=count, layouts=len(by_layout), tables="\n".join(parts))
    if not is_once():
        (ROOT / "docs" / "reading.md").write_text(page.rstrip() + "\n", encoding="utf-8")
    told = ", ".join(f"{total[key]} {words}" for key, words in OUTCOMES.items())
    print(f"{count} tables: {told}")


def _table(title: str, rows: dict[str, Counter[str]]) -> str:
    lines = [f"## {title}", "", f"| | tables | {' | '.join(OUTCOMES.values())} |"]
    lines.append("|---" * (len(OUTCOMES) + 2) + "|")
    for name, counts in sorted(rows.items()):
        cells = " | ".join(str(counts[key]) for key in OUTCOMES)
        lines.append(f"| {name} | {sum(counts.values())} | {cells} |")
    return "\n".join([*lines, ""])


if __name__ == "__main__":
    main()
