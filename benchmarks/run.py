"""Runs every benchmark, each in a process of its own."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

HERE = Path(__file__).parent


def main() -> None:
    """Run them one after the other."""
    for name in (
        "start_up",
        "cell_edit",
        "many_groups",
        "all_pairs",
        "rejections",
        "million_rows",
        "saving",
        "digits",
        "reading",
    ):
        subprocess.run([sys.executable, str(HERE / f"{name}.py")], check=True, cwd=HERE)


if __name__ == "__main__":
    main()
