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
groups = table.groupby(["salt", "light"])["area"]
print(groups.agg(["count", "mean", "std", "sem", "median"]).to_json())
"""

POLARS = """
import sys, polars as pl
area = pl.col("area")
groups = pl.read_csv(sys.argv[1]).group_by("salt", "light")
print(groups.agg(pl.len(), area.mean().alias("mean"), area.std().alias("sd"),
                 (area.std() / pl.len().sqrt()).alias("se"),
                 area.median().alias("median")).write_json())
"""


def write_table(path: Path) -> None:
    """Ten groups of made-up areas."""
    rng = random.Random(1)  # noqa: S311 - made-up data
    with path.open("w") as file:
        file.write("salt,light,area\n")
        for _ in range(size(ROWS, 1000)):
            salt, light = rng.choice("01248"), rng.choice(("dim", "bright"))
            file.write(f"{salt},{light},{rng.gauss(12, 2):.3f}\n")


def main() -> None:
    """Measure and print the ratios."""
    decimus = Path(sys.executable).parent / "decimus"
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "million.csv"
        write_table(path)

        def run(*command: str) -> float:
            arguments = [*command, str(path)]
            if command[0] == str(decimus):
                arguments.append("--json")
            return median_ms(
                lambda: subprocess.run(arguments, check=True, capture_output=True), 5, 1
            )

        ours = run(str(decimus), "summary")
        for name, script in (("pandas script", PANDAS), ("polars script", POLARS)):
            theirs = run(sys.executable, "-c", script)
            report("a million rows: summary", ours, name, theirs, "× 1")


if __name__ == "__main__":
    main()
