"""Kills a working window again and again and counts what was lost.

    python benchmarks/kills.py AIM SIZE KILLS

AIM is any, save, base, "bring back" or table; SIZE is small or large (a million rows). Prints one
line for each kill that cost something, and one in the end; the exit status is 1 if work was lost
that was older than a second, or a file could not be read.
"""

from __future__ import annotations

import sys
import tempfile
import time
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))

from tests.durability.killing import AIMS, kill_once, large_table, small_table


def main() -> int:
    """Kill as often as asked for."""
    aim, size, count = sys.argv[1], sys.argv[2], int(sys.argv[3])
    if aim not in AIMS or size not in ("small", "large"):
        print(__doc__)
        return 2
    losses, changes, most_risked, start = 0, 0, 0.0, time.monotonic()
    with tempfile.TemporaryDirectory() as folder:
        place = Path(folder)
        table = small_table(place) if size == "small" else large_table(place)
        for number in range(count):
            run = place / str(number)
            outcome = kill_once(aim, run, table, within=2.5 if size == "small" else 6.0)
            changes += outcome.changes
            most_risked = max(most_risked, outcome.risked)
            if outcome.lost:
                losses += 1
                print(f"kill {number}: {outcome.lost}")
            for path in sorted(run.rglob("*"), reverse=True):
                path.rmdir() if path.is_dir() else path.unlink()
    took = time.monotonic() - start
    print(
        f"{aim}, {size}: {count} kills amid {changes} changes, {losses} with losses, "
        f"at most {most_risked:.2f} s of work lost, {took:.0f} s"
    )
    return 1 if losses else 0


if __name__ == "__main__":
    raise SystemExit(main())
