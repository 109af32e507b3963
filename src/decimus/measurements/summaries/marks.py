"""Marks of significance beside means: letters that groups share, stars, "ns"."""

from __future__ import annotations

import re
from collections.abc import Iterable

_MARK = re.compile(r"\(?(?:[a-h]{1,5}|[A-H]{1,3}|(?:[a-h],\s?)+[a-h]|\*{1,4}|ns|n\.s\.|†|‡|§)\)?")
_BEHIND = re.compile(
    r"(.*[\d%)])\s*(?:<sup>)?\s*"
    r"(?:\(?(?:[a-h]{1,5}|(?:[a-h],\s?)+[a-h])\)?|\*{1,4}|ns|n\.s\.|†|‡|§|[ᵃᵇᶜᵈᵉ]+)\s*(?:</sup>)?"
)


_SIGN_OF_NOTE = re.compile(
    r"(.*\d)\s*(?:<sup>)?\s*(?:\(?[a-dx-z]\)?|[*†‡§¶#]{1,4}|[ᵃᵇᶜᵈᵉ⁰¹²³⁴⁵⁶⁷⁸⁹]{1,2})\s*(?:</sup>)?"
)


def without_sign_of_note(text: str) -> str | None:
    """The number before the sign of a note: "12.3" of "12.3a", "12.3*" or "12.3¹".

    None where there is no such sign. Raised digits behind a whole number may be a power.
    """
    match = _SIGN_OF_NOTE.fullmatch(text.strip())
    if match is None:
        return None
    is_power = match[1].isdecimal() and text.strip()[-1] in "⁰¹²³⁴⁵⁶⁷⁸⁹"
    return None if is_power else match[1].strip()


def are_marks(texts: Iterable[str]) -> bool:
    """Whether texts are nothing but marks, some of which may be blank."""
    found = [text.strip() for text in texts if text.strip()]
    return bool(found) and all(_MARK.fullmatch(text) for text in found)


def without_marks(text: str) -> str:
    """A number, or numbers, without the marks behind them: "12.3 ± 1.4" of "12.3±1.4b"."""
    match = _BEHIND.fullmatch(text.strip())
    return match[1].strip() if match else text
