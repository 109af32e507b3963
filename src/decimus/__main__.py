"""The program: a subcommand on the command line, or the window."""

from __future__ import annotations

import gc
import os
import sys


def run(argv: list[str] | None = None) -> int:
    """Run the program with `argv` (the process's own when None); the exit status."""
    from decimus.cli.openings import opening_from

    argv = sys.argv[1:] if argv is None else argv
    opening = opening_from(argv)
    if isinstance(opening, int):
        return opening
    from decimus.window.app import run_window

    return run_window(opening)


def main() -> None:
    """Run the program as a process, and end it."""
    # Loading makes many objects and hardly any garbage; looking for it takes a tenth of it.
    gc.set_threshold(50_000, 20, 20)
    status = run()
    sys.stdout.flush()
    sys.stderr.flush()
    if "decimus.window" in sys.modules:
        sys.exit(status)
    # What a command has read is given back at once by ending, not value by value.
    os._exit(status)


if __name__ == "__main__":
    main()
