"""Feeds every reader by coverage for some minutes: no crash, no hang, no more than 1 GB.

    pip install atheris
    python benchmarks/fuzz.py SECONDS [FOLDER-FOR-INPUTS]

The fuzzer is no dependency of the project; it is only needed for this script.
"""

from __future__ import annotations

import sys
import tempfile
from pathlib import Path

import atheris

sys.path.insert(0, str(Path(__file__).parents[1]))

with atheris.instrument_imports(include=["decimus"]):
    from tests.durability.fuzzing import SEEDS, read_anything


def main() -> None:
    """Run; the fuzzer ends the process, with a status other than 0 where it found something."""
    seconds = int(sys.argv[1])
    folder = Path(sys.argv[2] if len(sys.argv) > 2 else tempfile.mkdtemp())
    folder.mkdir(parents=True, exist_ok=True)
    for number, seed in enumerate(SEEDS):
        (folder / f"seed-{number}").write_bytes(seed)
    options = [
        f"-max_total_time={seconds}",
        "-timeout=5",
        "-rss_limit_mb=1024",
        "-max_len=4096",
        "-print_final_stats=1",
    ]
    atheris.Setup([sys.argv[0], *options, str(folder)], read_anything)
    atheris.Fuzz()


if __name__ == "__main__":
    main()
