"""Standard input and output, whatever the shell has made of them."""

from __future__ import annotations

import os
import re
import sys
from contextlib import suppress
from io import TextIOWrapper
from pathlib import Path

import msgspec

from decimus.errors import InputError, drawable, one_line


def prepare() -> None:
    """See to it that printing can fail in one way only: by an OSError on standard output.

    An output that is closed takes nothing; one in another encoding than ours shows what it can.
    """
    if sys.stderr is None:
        # Otherwise what goes there would go to standard output.
        sys.stderr = Path(os.devnull).open("w")  # noqa: SIM115
    if sys.stdout is None:
        # Printing into nothing would end as if all were well.
        sys.stdout = Path("/dev/full").open("w")  # noqa: SIM115
    for stream in (sys.stdout, sys.stderr):
        if isinstance(stream, TextIOWrapper):
            stream.reconfigure(errors="replace")


def say(message: str) -> None:
    """One line on standard error."""
    with suppress(OSError):
        print(f"decimus: {one_line(message)}", file=sys.stderr)


def print_text(text: str) -> None:
    """Text for a terminal, which would obey control signs that stand in names."""
    print("\n".join(drawable(line) for line in text.split("\n")))


def print_json(record: object) -> None:
    """A record as JSON; signs that the output's encoding lacks are written by number.

    What is undefined is null, and so would be a number that is none.
    """
    text = msgspec.json.format(msgspec.json.encode(record), indent=2).decode()
    if (sys.stdout.encoding or "").lower().replace("-", "").replace("_", "") != "utf8":
        text = _NOT_ASCII.sub(_escaped, text)
    print(text)


_NOT_ASCII = re.compile(r"[^\x00-\x7f]")


def _escaped(found: re.Match[str]) -> str:
    """A sign by its number in UTF-16, as JSON writes it."""
    units = found.group().encode("utf-16-be")
    return "".join(f"\\u{units[i : i + 2].hex()}" for i in range(0, len(units), 2))


def print_bytes(content: bytes) -> None:
    """Content of a file, in its own encoding whatever that of the output is."""
    sys.stdout.flush()
    sys.stdout.buffer.write(content)


def read_input() -> bytes:
    """All of standard input.

    Raises:
        InputError: it is closed or cannot be read.
    """
    if sys.stdin is None:
        raise InputError("Standard input is closed", remedy="Name a file")
    try:
        return sys.stdin.buffer.read()
    except OSError as error:
        raise InputError(f"Standard input cannot be read ({error.strerror})") from error
