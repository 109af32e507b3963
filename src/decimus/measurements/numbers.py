"""What one cell says: a number, a mark for missing, a limit, a date, nothing, or else text."""

from __future__ import annotations

import math
import re
from decimal import Decimal
from enum import Enum
from functools import lru_cache

from msgspec.structs import replace

from decimus.measurements.headings import MINUS, SPACES
from decimus.values import Value


class CellKind(Enum):
    """What a cell turns out to be."""

    NUMBER = "number"
    MISSING = "missing"
    """An explicit mark: NA, n/a, –, a spreadsheet's error mark."""
    BLANK = "blank"
    LIMIT = "limit"
    """A number known only to lie below or above another: "<0.1"."""
    DATE = "date"
    """A date, or what a spreadsheet made of a number that looked like one."""
    TEXT = "text"
    """None of these."""


class Cell(Value, frozen=True):
    """A cell as read.

    Args:
        kind: what it is.
        value: the number; of a limit, the number it names.
        decimals: digits after the decimal sign as typed.
        unit: the unit typed behind the number, or the currency before it; "" for none.
        has_other_sign: whether its decimal sign is not that of the table.
        digits: the number with a point and without signs of thousands, from which value and
            exact decimal are both made; "" where there is none.
    """

    kind: CellKind
    value: float = math.nan
    decimals: int = 0
    unit: str = ""
    has_other_sign: bool = False
    digits: str = ""

    @property
    def exact(self) -> Decimal:
        """The number exactly as typed; only where there is one."""
        return Decimal(self.digits)


LARGEST, SMALLEST = 1e50, 1e-50
"""Beyond these the square of a variance leaves the range of a double, to ∞ or to 0."""

_BLANK = Cell(CellKind.BLANK)
_MISSING = Cell(CellKind.MISSING)
_TEXT = Cell(CellKind.TEXT)
_DATE_CELL = Cell(CellKind.DATE)

_MISSING_MARKS = frozenset(
    {"na", "n/a", "n.a.", "n.a", "nan", "-", "–", "—", ".", "?", "null", "none", "missing", "--"}
    | {"n.d.", "n.d", "nd", "n/d", "k.a.", "k. a.", "n.b.", "n.v.t.", "fehlt", "manquant", "<na>"}
    | {"...", "…", "not determined", "not measured", "no data", "#n/d", "---", "na()"}
    | {"#n/a", "#na", "#div/0!", "#value!", "#ref!", "#num!", "#name?", "#null!", "#spill!"}
    | {"#nv", "#wert!", "#bezug!", "#zahl!", "#error!", "err:502", "err:503", "err:508", "#valeur!"}
)
_PLAIN = {
    ".": re.compile(r"[+-]?(?:\d+(?:\.(\d*))?|\.(\d+))(?:[eE]([+-]?\d+))?"),
    ",": re.compile(r"[+-]?(?:\d+(?:,(\d*))?|,(\d+))(?:[eE]([+-]?\d+))?"),
}
_GROUPED = {
    ".": re.compile(r"[+-]?\d{1,3}(?:[, ']\d{3})+(?:\.(\d*))?"),
    ",": re.compile(r"[+-]?\d{1,3}(?:[. ']\d{3})+(?:,(\d*))?"),
}
_LONGEST = 500
"""Letters of a cell beyond which nobody writes a number, whatever it looks like."""
_ANY_DIGIT = re.compile(r"^[^eE]*[1-9]")
_LIMIT = re.compile(r"([<>≤≥]=?)\s*(\S.*)")
_WITH_UNIT = re.compile(
    r"([+-]?[\d.,' ]*\d(?:[.,]\d*)?(?:[eE][+-]?\d+)?)"
    r"(\s*[%‰°]\s*[A-Za-zµμ]{0,2}"
    r"|\s+(?:[A-Za-zµμΩ]{1,5}[²³]?(?:[/·^ -]{1,2}[A-Za-zµμΩ\d]{1,5}[²³]?){0,3}"
    r"|seconds|minutes|months|percent)"
    r"|(?:[kcdmµμn]?(?:m|g|l|L|s|mol|Pa|J|W|V|A|M)(?:[²³]|\^?[23])?"
    r"(?:/(?:[kcdmµμn]?(?:m|g|l|L|s|mol)(?:[²³]|\^?[23])?|h|min|d))?|h|min|d|ppm))"
)
_LEVEL_OF_INTERVAL = re.compile(r"%\s?(?:CI|KI|IC|BI|CL)\b")
_DASHES = "–—"
_STARTS = frozenset("+-.,0123456789")
_APOSTROPHE = re.compile(r"(?<=\d)’(?=\d{3}(?!\d))")
_RAISED = str.maketrans("⁰¹²³⁴⁵⁶⁷⁸⁹⁻⁺−", "0123456789-+-")
_MOST_POWER = 300
_TIMES_TEN = re.compile(
    r"([+-]?[\d.,]+)\s*[x×·*⋅]\s*10\s*(?:\^\s*)?([-+−⁻⁺]?(?:\d{1,3}|[⁰¹²³⁴⁵⁶⁷⁸⁹]{1,3}))"
)
_THOUSANDS = re.compile(r"([+-]?\d+(?:[.,]\d+)?)(?:\s?[kK]|(M))")
_CLOCK = re.compile(r"(?:(?P<h>\d{1,3}):(?=\d{2}:))?(?P<min>\d{1,3}):(?P<s>[0-5]\d(?:[.,]\d+)?)")
_IN_WORDS = re.compile(
    r"(?:(?P<h>\d{1,3})\s?h(?:ours?|rs?)?\s*)?(?P<min>\d{1,3})\s?m(?:in(?:utes?)?)?\.?"
    r"\s*(?:(?P<s>\d{1,2}(?:[.,]\d+)?)\s?s(?:ec(?:onds?)?)?\.?)"
)
_WITH_PERCENT = re.compile(r"(\d+)\s*\(\s*[\d.,]+\s*%\s*\)")
_CURRENCIES = "$€£¥"
_MONTHS = "jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec"
_DATE = re.compile(
    r"\d{4}-\d{1,2}-\d{1,2}(?:[ T]\d{1,2}:\d{2}(?::\d{2}(?:\.\d+)?)?)?"
    r"|\d{1,2}([./-])\d{1,2}\1\d{2,4}"
    rf"|\d{{1,2}}[- .]\s?(?:{_MONTHS})[a-z]*\.?(?:[- ]\d{{2,4}})?"
    rf"|(?:{_MONTHS})[a-z]*\.?[- ]\d{{1,4}}(?:,? \d{{4}})?",
    re.IGNORECASE,
)


@lru_cache(maxsize=200_000)
def read_cell(text: str, decimal: str) -> Cell:
    """Read the text of one cell.

    Args:
        text: the cell as typed.
        decimal: the decimal sign, "." or ",".

    A number may carry a true minus, an exponent, thousands signs other than the decimal
    sign, and a unit behind it. The other decimal sign is read where the cell can mean nothing
    else: "3,1" among points. Anything else that is no mark for missing, no limit and no date
    is text, never a guess.
    """
    if len(text) > _LONGEST and not text.isspace():
        return _TEXT
    stripped = text.translate(SPACES).strip().translate(MINUS)
    if not stripped:
        return _BLANK
    if stripped[0] in _DASHES and stripped[1:2].isdigit():
        stripped = f"-{stripped[1:]}"
    if "’" in stripped:
        stripped = _APOSTROPHE.sub("'", stripped)
    if stripped.lower() in _MISSING_MARKS:
        return _MISSING
    if plain := _PLAIN[decimal].fullmatch(stripped):
        places = len(plain[1] or plain[2] or "")
        return _number(stripped.replace(",", "."), max(0, places - int(plain[3] or 0)))
    if grouped := _GROUPED[decimal].fullmatch(stripped):
        whole = re.sub(r"[ ']|" + ("," if decimal == "." else r"\."), "", stripped)
        return _number(whole.replace(",", "."), len(grouped[1] or ""))
    return _read_more(stripped, decimal)


def _number(digits: str, decimals: int) -> Cell:
    value = float(digits)
    if not math.isfinite(value) or (value == 0 and _ANY_DIGIT.search(digits)):
        return _TEXT  # beyond what a double can hold, at either end
    return Cell(CellKind.NUMBER, value, decimals, digits=digits)


def _powers_and_times(stripped: str, decimal: str) -> Cell | None:
    """Numbers times a power of ten, in thousands, or of minutes and seconds; None for others."""
    if power := _TIMES_TEN.fullmatch(stripped):
        factor = read_cell(power[1], decimal)
        exponent = int(power[2].translate(_RAISED))
        if factor.kind is CellKind.NUMBER and not factor.unit and abs(exponent) < _MOST_POWER:
            return _number(f"{factor.digits}e{exponent}", max(0, factor.decimals - exponent))
    if thousands := _THOUSANDS.fullmatch(stripped):
        factor = read_cell(thousands[1], decimal)
        if factor.kind is CellKind.NUMBER and not factor.unit:
            places = 6 if thousands[2] else 3
            return _number(f"{factor.digits}e{places}", max(0, factor.decimals - places))
    if (time := _CLOCK.fullmatch(stripped)) or (time := _IN_WORDS.fullmatch(stripped)):
        hours, minutes, seconds = (time[part] or "0" for part in ("h", "min", "s"))
        bare = read_cell(seconds, decimal)
        if bare.kind is CellKind.NUMBER:
            whole = Decimal(bare.digits) + 60 * int(minutes) + 3600 * int(hours)
            return replace(_number(str(whole), bare.decimals), unit="s")
    if counted := _WITH_PERCENT.fullmatch(stripped):
        return read_cell(counted[1], decimal)
    return None


def _read_more(stripped: str, decimal: str) -> Cell:
    """What is neither blank nor a mark nor a bare number."""
    if stripped[0] in _STARTS and (found := _powers_and_times(stripped, decimal)) is not None:
        return found
    other = "," if decimal == "." else "."
    if other in stripped and _PLAIN[other].fullmatch(stripped):
        return replace(read_cell(stripped, other), has_other_sign=True)
    if limit := _LIMIT.fullmatch(stripped):
        if _LIMIT.fullmatch(limit[2]):
            return _TEXT  # the limit of a limit is none
        bound = read_cell(limit[2], decimal)
        if bound.kind is CellKind.NUMBER:
            return replace(bound, kind=CellKind.LIMIT)
        return _TEXT
    if stripped[0] in _CURRENCIES and stripped[1:2] != stripped[0]:
        amount = read_cell(stripped[1:], decimal)
        if amount.kind is CellKind.NUMBER and not amount.unit:
            return replace(amount, unit=stripped[0])
    if _DATE.fullmatch(stripped):
        return _DATE_CELL
    with_unit = _WITH_UNIT.fullmatch(stripped)
    if with_unit is not None and not _LEVEL_OF_INTERVAL.search(stripped):
        bare = read_cell(with_unit[1].strip(), decimal)
        if bare.kind is CellKind.NUMBER:
            return replace(bare, unit=with_unit[2].strip())
    return _TEXT


def is_worked_out(text: str) -> bool:
    """True for a number that is not shown as it is counted: "1:45", "1.2k", "7 (70 %)"."""
    stripped = text.translate(SPACES).strip().translate(MINUS)
    forms = (_THOUSANDS, _CLOCK, _IN_WORDS, _WITH_PERCENT)
    return any(form.fullmatch(stripped) for form in forms)


def is_date(text: str) -> bool:
    """True for a date in one of the usual forms."""
    return _DATE.fullmatch(text.strip()) is not None


def is_number(text: str, decimal: str) -> bool:
    """True when the cell holds a number."""
    return read_cell(text, decimal).kind is CellKind.NUMBER
