"""What one cell says: a number, an explicit mark for missing, nothing, or something else."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from enum import Enum
from functools import lru_cache


class CellKind(Enum):
    """What a cell turns out to be."""

    NUMBER = "number"
    MISSING = "missing"
    """An explicit mark: NA, n/a, –, a spreadsheet's error mark."""
    BLANK = "blank"
    TEXT = "text"
    """Neither a number nor a mark for missing."""


@dataclass(frozen=True, slots=True)
class Cell:
    """A cell as read; `decimals` counts digits after the decimal sign as typed."""

    kind: CellKind
    value: float = math.nan
    decimals: int = 0


_BLANK = Cell(CellKind.BLANK)
_MISSING = Cell(CellKind.MISSING)
_TEXT = Cell(CellKind.TEXT)

_MISSING_MARKS = frozenset(
    {"na", "n/a", "n.a.", "nan", "-", "–", "—", ".", "?", "null", "none", "missing"}
    | {"#n/a", "#na", "#div/0!", "#value!", "#ref!", "#num!", "#name?", "#null!"}
)
_SPACES = dict.fromkeys(map(ord, "\u00a0\u2009\u202f\u2007"), " ")
_MINUS = str.maketrans({"\u2212": "-", "\uff0d": "-"})
_PLAIN = {
    ".": re.compile(r"[+-]?(?:\d+(?:\.(\d*))?|\.(\d+))(?:[eE]([+-]?\d+))?"),
    ",": re.compile(r"[+-]?(?:\d+(?:,(\d*))?|,(\d+))(?:[eE]([+-]?\d+))?"),
}
_GROUPED = {
    ".": re.compile(r"[+-]?\d{1,3}(?:[, ']\d{3})+(?:\.(\d*))?"),
    ",": re.compile(r"[+-]?\d{1,3}(?:[. ']\d{3})+(?:,(\d*))?"),
}
_COMMA_DECIMAL = re.compile(r"[+-]?\d*,\d+(?:[eE][+-]?\d+)?")
_COMMA_GROUPS = re.compile(r"[+-]?[1-9]\d{0,2}(?:,\d{3})+")


@lru_cache(maxsize=200_000)
def read_cell(text: str, decimal: str = ".") -> Cell:
    """Read the text of one cell.

    Args:
        text: the cell as typed.
        decimal: the decimal sign, "." or ",".

    A number may carry a true minus, an exponent, and thousands signs other than the
    decimal sign. Anything else that is no mark for missing is text, never a guess.
    """
    stripped = text.translate(_SPACES).strip().translate(_MINUS)
    if not stripped:
        return _BLANK
    if stripped.lower() in _MISSING_MARKS:
        return _MISSING
    if plain := _PLAIN[decimal].fullmatch(stripped):
        digits = len(plain[1] or plain[2] or "")
        value = float(stripped.replace(",", "."))
        if not math.isfinite(value):
            return _TEXT
        return Cell(CellKind.NUMBER, value, max(0, digits - int(plain[3] or 0)))
    if grouped := _GROUPED[decimal].fullmatch(stripped):
        whole = re.sub(r"[ ']|" + ("," if decimal == "." else r"\."), "", stripped)
        return Cell(CellKind.NUMBER, float(whole.replace(",", ".")), len(grouped[1] or ""))
    return _TEXT


def exact_number(text: str, decimal: str = ".") -> Decimal:
    """The number in a cell exactly as typed; the cell must hold one."""
    bare = text.translate(_SPACES).strip().translate(_MINUS)
    bare = re.sub(r"[ ']|" + ("," if decimal == "." else r"\."), "", bare)
    return Decimal(bare.replace(",", "."))


def is_number(text: str, decimal: str = ".") -> bool:
    """True when the cell holds a number."""
    return read_cell(text, decimal).kind is CellKind.NUMBER


def decimal_sign(cells: Iterable[str]) -> str:
    """The decimal sign that the cells of a table use.

    A comma counts as one when some cell cannot be read otherwise: "3,5" but not
    "1,234", which groups thousands in the company of no other evidence.
    """
    for cell in cells:
        text = cell.strip().translate(_MINUS)
        if "," in text and _COMMA_DECIMAL.fullmatch(text) and not _COMMA_GROUPS.fullmatch(text):
            return ","
    return "."


_SURELY_GROUPS = re.compile(r"[+-]?[1-9]\d{0,2}(?:(?:,\d{3}){2,}|(?:,\d{3})+\.\d*)")


def doubtful_number(cells: Iterable[str]) -> str:
    """A cell such as "1,234" that could be 1234 or 1.234, where no other cell decides it.

    Empty where there is none. Asked only of tables whose decimal sign was not found to be
    a comma.
    """
    doubtful = ""
    for cell in cells:
        text = cell.strip().translate(_MINUS)
        if "," not in text:
            continue
        if _SURELY_GROUPS.fullmatch(text):
            return ""
        if _COMMA_GROUPS.fullmatch(text):
            doubtful = doubtful or cell.strip()
    return doubtful


_AMOUNT = re.compile(r"([<>]?)\s*([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d+)?)\s*(\D.*)?")


def amount_and_unit(text: str) -> tuple[float, str] | None:
    """A heading such as "2 g/L" as (2.0, "g/L"); "2" as (2.0, ""); None for names."""
    match = _AMOUNT.fullmatch(text.translate(_SPACES).strip().translate(_MINUS))
    if match is None or match[1]:
        return None
    value = float(match[2].replace(",", "."))
    return (value, (match[3] or "").strip()) if math.isfinite(value) else None


_NAME_UNIT = re.compile(r"(.*\S)\s*(?:\(([^()]+)\)|\[([^\[\]]+)\])\s*")


def name_and_unit(heading: str) -> tuple[str, str]:
    """A heading such as "Frond area (mm²)" as ("Frond area", "mm²"); no unit: ""."""
    text = " ".join(heading.translate(_SPACES).split())
    match = _NAME_UNIT.fullmatch(text)
    if match is None:
        return text, ""
    return match[1].strip(), (match[2] or match[3]).strip()
