"""A light notation for words on the figure: *italic*, ^raised^, ~lowered~.

The signs are those of Markdown as Pandoc has it. One without a partner is itself, and so is one
behind a backslash. Words that come from the data are escaped before they meet it.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from functools import lru_cache

from decimus.values import Value

_SPECIAL = re.compile(r"[\\*^~]")
_TOKEN = re.compile(
    r"\\([\\*^~])"
    r"|\*(?P<italic>(?![\s*])(?:\\.|[^*\\])*?(?<!\s))\*"
    r"|\^(?P<raised>(?:\\.|[^\s^\\])+)\^"
    r"|~(?P<lowered>(?:\\.|[^\s~\\])+)~"
)
SIGNS = (
    *("°", "µ", "±", "×", "−", "·", "÷", "²", "³", "⁻", "¹", "₂", "₃", "α", "β", "γ", "δ", "ε"),
    *("η", "θ", "λ", "μ", "π", "ρ", "σ", "τ", "φ", "χ", "ψ", "ω", "Δ", "Σ", "Φ", "Ω", "≤", "≥"),
    *("≠", "≈", "∞", "√", "′", "″", "–", "—", "…", "‰", "Å", "→", "♀", "♂"),
)
"""Signs of the trade, offered where words of a figure are written."""


class Piece(Value, frozen=True):
    """Text of one kind: upright or italic, on the line, raised (1) or lowered (−1)."""

    text: str
    is_italic: bool = False
    level: int = 0


@lru_cache(maxsize=4096)
def pieces(text: str) -> tuple[Piece, ...]:
    """Written words as pieces of one kind each."""
    if not _SPECIAL.search(text):
        return (Piece(text),) if text else ()
    return _joined(_pieces(text, is_italic=False))


def _pieces(text: str, *, is_italic: bool) -> list[Piece]:
    found, at = [], 0
    for match in _TOKEN.finditer(text):
        if match.start() > at:
            found.append(Piece(text[at : match.start()], is_italic))
        at = match.end()
        if match[1] is not None:
            found.append(Piece(match[1], is_italic))
        elif match["italic"] is not None:
            found += _pieces(match["italic"], is_italic=True)
        else:
            level = 1 if match["raised"] is not None else -1
            inside = _pieces(match["raised"] or match["lowered"], is_italic=is_italic)
            found += [Piece(piece.text, piece.is_italic, level) for piece in inside]
    if at < len(text):
        found.append(Piece(text[at:], is_italic))
    return found


def _joined(found: list[Piece]) -> tuple[Piece, ...]:
    """Neighbours of one kind as one piece."""
    joined: list[Piece] = []
    for piece in found:
        last = joined[-1] if joined else None
        if last is not None and (last.is_italic, last.level) == (piece.is_italic, piece.level):
            joined[-1] = Piece(last.text + piece.text, piece.is_italic, piece.level)
        else:
            joined.append(piece)
    return tuple(joined)


def plain(text: str) -> str:
    """Written words without the signs of the notation."""
    return "".join(piece.text for piece in pieces(text))


def escaped(text: str) -> str:
    """Words from the data such that they stand for themselves."""
    return _SPECIAL.sub(r"\\\g<0>", text)


def words(text: str) -> tuple[str, ...]:
    """Written words one by one, each in the notation by itself, so that lines can break."""
    if not _SPECIAL.search(text):
        return tuple(text.split(" "))
    found = [""]
    for piece in pieces(text):
        for number, part in enumerate(piece.text.split(" ")):
            if number:
                found.append("")
            if part:
                found[-1] += _written(Piece(part, piece.is_italic, piece.level))
    return tuple(found)


def written(found: Iterable[Piece]) -> str:
    """Pieces as they would be written."""
    return "".join(_written(piece) for piece in found)


def _written(piece: Piece) -> str:
    sign = {1: "^", -1: "~"}.get(piece.level, "")
    inside = f"{sign}{escaped(piece.text)}{sign}"
    return f"*{inside}*" if piece.is_italic else inside


_MARKED = re.compile(r"[\\`*_{}\[\]<>|~&#!@]|:(?=//)|(?<=www)\.", re.IGNORECASE)
"""What Markdown would take for more than text; links that make themselves included."""
_AT_START = re.compile(r"^(\s*)([-+=]|\d{1,9}[.)])(?=\s|$)")
"""What begins a list or a rule at the start of a line."""


def in_markdown(text: str) -> str:
    """Text such that it stands for itself in Markdown, wherever in a line it stands."""
    return _MARKED.sub(r"\\\g<0>", text)


def starting_in_markdown(text: str) -> str:
    """Text such that it stands for itself at the start of a line."""
    marked = in_markdown(text)
    found = _AT_START.match(marked)
    if found is None:
        return marked
    at = found.end() - 1
    return f"{marked[:at]}\\{marked[at:]}"
