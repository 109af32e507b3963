"""A million rows by three columns: our summary beside plain scripts of dataframe libraries.

All are whole processes: start, read the file, count, mean, SD, SE and median per group.
"""

from __future__ import annotations

import random
import subprocess
import sys
import tempfile
from pathlib import Path

from timing import median_ms, report, size

ROWS = 1_000_000

PANDAS = """
import sys, pandas
table = pandas.read_csv(sys.argv[1])
groups = table.groupby(list(table.columns[:2]))["area"]
print(groups.agg(["count", "mean", "std", "sem", "median"]).to_json())
"""

POLARS = """
import sys, polars as pl
area = pl.col("area")
table = pl.read_csv(sys.argv[1])
groups = table.group_by(table.columns[:2])
print(groups.agg(pl.len(), area.mean().alias("mean"), area.std().alias("sd"),
                 (area.std() / pl.len().sqrt()).alias("se"),
                 area.median().alias("median")).write_json())
"""
SCRIPTS = (("pandas script", PANDAS, "< 0.8"), ("polars script", POLARS, "< 1.25"))
TABLES = {
    10: ("salt", "01248", "light", ("dim", "bright")),
    1200: (
        "shore",
        tuple(f"shore {i}" for i in range(40)),
        "species",
        tuple(f"species {i}" for i in range(30)),
    ),
}
"""Two factors with their levels, by the number of groups they make."""


def write_table(path: Path, groups: int) -> None:
    """Made-up areas of as many groups."""
    rng = random.Random(1)  # noqa: S311 - made-up data
    first, firsts, second, seconds = TABLES[groups]
    with path.open("w") as file:
        file.write(f"{first},{second},area\n")
        for _ in range(size(ROWS, 2000)):
            file.write(f"{rng.choice(firsts)},{rng.choice(seconds)},{rng.gauss(12, 2):.3f}\n")


def main() -> None:
    """Measure and print the ratios."""
    decimus = Path(sys.executable).parent / "decimus"
    with tempfile.TemporaryDirectory() as folder:
        for groups in [*TABLES][: size(2, 1)]:
            path = Path(folder) / f"{groups}.csv"
            write_table(path, groups)
            ours = _ms(path, str(decimus), "summary", "--json")
            for name, script, goal in SCRIPTS[: size(2, 1)]:
                theirs = _ms(path, sys.executable, "-c", script)
                report(f"a million rows, {groups} groups: summary", ours, name, theirs, goal)


def _ms(path: Path, *command: str) -> float:
    """How long a process takes with the table."""
    arguments = [*command, str(path)]
    return median_ms(lambda: subprocess.run(arguments, check=True, capture_output=True), 5, 1)


if __name__ == "__main__":
    main()
