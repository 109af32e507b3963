"""What the window is to open, or that there is none to open."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

from decimus.cli.libraries import has_display, install_line, missing
from decimus.cli.streams import say
from decimus.errors import InputError
from decimus.workflows.opened import OpenedFile

_TEXT_COMMANDS = ("check", "summary", "compare", "figure", "report")
_WITHOUT_DISPLAY = ("offscreen", "minimal")
_PROBE = "from PySide6.QtGui import QGuiApplication; QGuiApplication([])"


def opening_from(argv: list[str]) -> OpenedFile | int:
    """The window that the arguments ask for, or the exit status of what they did instead."""
    from decimus.cli.main import run_command

    if argv and (argv[0] in _TEXT_COMMANDS or (argv[0].startswith("-") and argv[0] != "-")):
        return run_command(argv)
    if argv and argv[0] == "demo":
        return _demo(argv)
    if len(argv) > 1:
        say(f"{argv[1]} is one argument too many (see decimus --help)")
        return 2
    if (reason := no_window_reason()) is not None:
        say(f"{reason}; the commands need none, see decimus --help")
        return 1
    if argv:
        return _file(argv[0])
    from decimus.workflows.house_styles import default_notes, new_history

    return OpenedFile(new_history(), notes=default_notes())


def _file(name: str) -> OpenedFile | int:
    from decimus.workflows.opening import open_file

    try:
        return open_file(Path(name))
    except InputError as error:
        say(str(error))
        return 1


def _demo(argv: list[str]) -> OpenedFile | int:
    from decimus.cli.arguments import UsageError, parsed
    from decimus.examples.catalogue import EXAMPLES, example

    try:
        arguments = parsed(argv)
        chosen = example(arguments.name)
    except SystemExit as end:
        return end.code if isinstance(end.code, int) else 0
    except (UsageError, InputError) as error:
        say(str(error))
        return 2
    if arguments.list:
        for candidate in EXAMPLES:
            print(f"{candidate.name}: {candidate.shows}")
        return 0
    history = chosen.history()
    if no_window_reason() is None:
        return OpenedFile(history)
    from decimus.cli.full_example import run_full_example

    return run_full_example(history, chosen.name, Path("demo-output"))


def no_window_reason() -> str | None:
    """Why no window can be opened here; None when one can.

    A display that is named but gone makes the window library abort the process, and so does a
    library that it lacks; so the first look is left to a process of its own.
    """
    platform = os.environ.get("QT_QPA_PLATFORM", "")
    if platform.partition(":")[0] in _WITHOUT_DISPLAY:
        return None
    if not (platform or has_display()):
        return "there is no display for a window"
    try:
        probe = subprocess.run(  # noqa: S603 - our own interpreter with a fixed text
            [sys.executable, "-P", "-c", _PROBE], capture_output=True, check=False, timeout=60
        )
    except subprocess.TimeoutExpired:
        return "the display does not answer"
    if probe.returncode == 0:
        return None
    lacking = missing()
    if lacking:
        names, line = ", ".join(lacking), install_line(list(lacking.values()))
        return f"the window needs {names}, which this system lacks (run: sudo {line})"
    where = os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY") or "none is named"
    return f"the display ({where}) cannot be used for a window"
