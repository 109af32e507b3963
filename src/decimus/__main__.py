"""The program: a subcommand on the command line, or the window."""

from __future__ import annotations

import gc
import os
import sys
from contextlib import suppress

_INTERRUPTED = 130
"""What shells expect of a program that Ctrl+C has ended."""


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
    from decimus.cli.streams import prepare, say

    prepare()
    # Loading makes many objects and hardly any garbage; looking for it takes a tenth of it.
    gc.set_threshold(50_000, 20, 20)
    status = 0
    try:
        status = run()
        sys.stdout.flush()
    except KeyboardInterrupt:
        say("stopped")
        status = _INTERRUPTED
    except BrokenPipeError:
        status = 0  # the reader has had enough
    except OSError as error:
        if status == 0:
            say(f"standard output cannot be written ({error.strerror})")
        status = 1
    with suppress(OSError, ValueError):
        sys.stderr.flush()
    if "decimus.window" in sys.modules and status != _INTERRUPTED:
        sys.exit(status)
    # What a command has read is given back at once by ending, not value by value.
    os._exit(status)


if __name__ == "__main__":
    main()
