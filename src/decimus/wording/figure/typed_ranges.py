"""The ends of an axis as people type them: "0 to 70", "0 – 70", "from 0", "to 70", "70"."""

from __future__ import annotations

import re

from decimus.errors import ChoiceError
from decimus.wording.numbers import MINUS
from decimus.wording.phrases import typed_number

Range = tuple[float | None, float | None]
_DATA = frozenset({"data", "the data", "auto", "automatic"})
_BETWEEN = re.compile(r"\s+to\s+|\s*[–—…]\s*|\s+-\s+|\.{2,3}|(?<=[\d%])-(?=[\d\-−.,])")


def typed_range(text: str, now: Range) -> Range:
    """Both ends; None for one that follows the data.

    One number alone is the upper end; an end that is not said stays as it is.

    Args:
        text: what was typed.
        now: the ends as they are.

    Raises:
        ChoiceError: it says no end.
    """
    cleaned = " ".join(text.replace(MINUS, "-").split()).lower()
    if not cleaned:
        raise ChoiceError("No end was typed", remedy="Type two numbers, such as 0 to 200")
    if cleaned in _DATA or cleaned == "ends from the data":
        return None, None
    cleaned, has_from = re.subn(r"^from\b\s*", "", cleaned)
    if has_from and not _BETWEEN.search(f" {cleaned}"):
        return _end(cleaned), now[1]
    only_to = re.match(r"^(?:to|up to)\b\s*(.*)$", cleaned)
    if only_to and not has_from:
        return now[0], _end(only_to[1])
    parts = [part for part in _BETWEEN.split(cleaned) if part.strip()]
    if len(parts) == 1:
        return now[0], _end(parts[0])
    if len(parts) == 2:
        return _end(parts[0]), _end(parts[1])
    raise ChoiceError(f"“{text.strip()}” is no range", remedy="Type two numbers, such as 0 to 200")


def _end(text: str) -> float | None:
    return None if text.strip() in _DATA else typed_number(text, "an end of an axis")
