"""The program: a subcommand on the command line, or the window."""

from __future__ import annotations

import sys


def run(argv: list[str] | None = None) -> int:
    """Run the program with `argv` (the process's own when None); the exit status."""
    from decimus.cli.openings import Opening, opening_from

    argv = sys.argv[1:] if argv is None else argv
    opening = opening_from(argv)
    if not isinstance(opening, Opening):
        return opening
    from decimus.window.app import run_window

    return run_window(opening.history, opening.path)


if __name__ == "__main__":
    raise SystemExit(run())
