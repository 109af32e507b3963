"""Every error that a person can be told about, and nothing else.

    DecimusError
    ├── InputError                the user can mend it: what, where, remedy
    │   ├── TableError            a table cannot be read as measurements
    │   ├── DesignError           a method does not fit the groups at hand
    │   ├── ChoiceError           a typed choice (a level, a size, a name) is not possible
    │   ├── FaultError            a fault of our own, logged, where somebody waits for an answer
    │   ├── NotSavedError         a study stays unsaved (workflows.saving)
    │   └── ChangedElsewhereError somebody else has changed the file meanwhile (workflows.saving)
    └── FileFormatError           a file is not what it should be; all problems at once

Three more never reach a person by themselves: UsageError (cli.arguments) is said with the usage,
ArchiveError (formats.archives) becomes a FileFormatError, Stopped (formats.progress) is what the
user asked for. Anything else that is raised is our own fault and is reported as such.
"""

from __future__ import annotations

import re
import unicodedata

_TURNS = frozenset("\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069")
"""Signs that turn the direction of what follows them, our own words too."""


def one_line(text: str) -> str:
    """Text that may hold foreign names as one line that shows just what is in it."""
    if text.isprintable():
        return text.strip()
    signs = []
    for sign in text:
        kind = unicodedata.category(sign)
        if kind in ("Cc", "Zl", "Zp"):
            signs.append(" ")
        elif kind == "Cs" or sign in _TURNS:
            signs.append("\ufffd")
        else:
            signs.append(sign)
    return "".join(signs).strip()


_UNDRAWABLE = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\ud800-\udfff\ufffe\uffff]")
_LINE_ENDS = re.compile("[\t\n\r\u2028\u2029]+")


def drawable(text: str) -> str:
    """Text without what XML cannot hold and no typeface has: control signs, halves of signs."""
    return _UNDRAWABLE.sub("\ufffd", _LINE_ENDS.sub(" ", text))


class DecimusError(Exception):
    """The root of all errors with a message for people."""


class InputError(DecimusError):
    """Something the user can mend.

    Args:
        what: what is wrong, a sentence without its full stop.
        where: the place (file, row, column, group); empty when `what` names it.
        remedy: what to do about it; empty when that is evident.
    """

    def __init__(self, what: str, *, where: str = "", remedy: str = "") -> None:
        self.what = what
        self.where = where
        self.remedy = remedy
        super().__init__(self.line())

    def line(self) -> str:
        """One line: where, what, remedy."""
        start = f"{self.where}: {self.what}" if self.where else self.what
        return one_line(f"{start}. {self.remedy}" if self.remedy else start)


class TableError(InputError):
    """A table cannot be read as measurements."""


class DesignError(InputError):
    """A method does not fit the groups at hand."""


class ChoiceError(InputError):
    """A typed choice is not possible."""


class FaultError(InputError):
    """A fault of our own, which is logged; said like any other so that nobody waits for ever."""


class FileFormatError(DecimusError):
    """A file is not what it should be.

    Args:
        problems: every problem found, each one sentence without its full stop.
    """

    def __init__(self, problems: tuple[str, ...]) -> None:
        self.problems = problems
        super().__init__(one_line("; ".join(problems)))
