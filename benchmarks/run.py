"""Runs every benchmark, each in a process of its own; one that fails does not stop the others."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

HERE = Path(__file__).parent
NAMES = (
    *(
        "start_up",
        "cell_edit",
        "edits",
        "figures",
        "many_groups",
        "all_pairs",
        "rejections",
        "coverage",
        "normality",
    ),
    *("million_rows", "saving", "digits", "reading"),
)
"""Every benchmark, in the order in which they are run."""


def main() -> int:
    """Run them one after the other; the exit status is 1 where one has failed."""
    failed = [
        name
        for name in NAMES
        if subprocess.run([sys.executable, f"{name}.py"], check=False, cwd=HERE).returncode
    ]
    if failed:
        print(f"failed: {', '.join(failed)}", file=sys.stderr)
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main())
