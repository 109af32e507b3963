"""How long work says how far it is, and how it is told to stop."""

from __future__ import annotations

from collections.abc import Callable

Progress = Callable[[float], None]
"""Called now and then with the share that is done, 0 to 1; raises `Stopped` to stop."""


class Stopped(Exception):  # noqa: N818 - what happened, not an error
    """Raised out of `Progress` where the work is not wanted any more."""


def no_progress(_share: float) -> None:
    """Nobody is waiting to hear."""
