"""Marks of significance beside means: letters that groups share, stars, "ns"."""

from __future__ import annotations

import re
from collections.abc import Iterable

_MARK = re.compile(r"\(?(?:[a-h]{1,5}|[A-H]{1,3}|(?:[a-h],\s?)+[a-h]|\*{1,4}|ns|n\.s\.|†|‡|§)\)?")
_BEHIND = re.compile(
    r"(.*[\d%)])\s*(?:<sup>)?\s*"
    r"(?:\(?(?:[a-h]{1,5}|(?:[a-h],\s?)+[a-h])\)?|\*{1,4}|ns|n\.s\.|†|‡|§|[ᵃᵇᶜᵈᵉ]+)\s*(?:</sup>)?"
)


def are_marks(texts: Iterable[str]) -> bool:
    """Whether texts are nothing but marks, some of which may be blank."""
    found = [text.strip() for text in texts if text.strip()]
    return bool(found) and all(_MARK.fullmatch(text) for text in found)


def without_marks(text: str) -> str:
    """A number, or numbers, without the marks behind them: "12.3 ± 1.4" of "12.3±1.4b"."""
    match = _BEHIND.fullmatch(text.strip())
    return match[1].strip() if match else text
