"""Faults of our own: logged with their traceback, and said in one plain sentence."""

from __future__ import annotations

import traceback
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path

from decimus.workflows.sessions import journal_folder


def fault_log() -> Path:
    """The file that tells what went wrong inside."""
    return journal_folder().parent / "errors.log"


def logged(error: BaseException) -> str:
    """Write a fault into the log; the sentence to say about it."""
    log = fault_log()
    text = "".join(traceback.format_exception(error))
    with suppress(OSError):
        log.parent.mkdir(parents=True, exist_ok=True)
        with log.open("a", encoding="utf-8", errors="replace") as file:
            file.write(f"{datetime.now(UTC).isoformat()}\n{text}\n")
        return f"{_FAULT} Details are in {log}"
    return f"{_FAULT} It was: {type(error).__name__}: {error}"


_FAULT = (
    "Something went wrong inside Decimus; this is our fault, not yours. Your work is kept. "
    "Undo the last change if things look odd, and save."
)
