"""One grammar of headings: the name and the unit in them.

    heading = name [ "(" unit ")" | "[" unit "]" | "/" unit | "in" unit | "," unit | "_" unit ]

Brackets hold a unit whatever is in them; behind the other signs stands one only where it is a
known unit of measurement.
"""

from __future__ import annotations

import re
from functools import lru_cache

from decimus.measurements.units import is_unit, unit_behind

SPACES = dict.fromkeys(map(ord, "\u00a0\u2009\u202f\u2007"), " ")
MINUS = str.maketrans({"\u2212": "-", "\uff0d": "-"})

_BRACKETS = re.compile(r"(.*\S)\s*(?:\(([^()]*(?:\([^()]*\))?[^()]*)\)|\[([^\[\]]+)\])\s*")
_ONLY = re.compile(r"(?:\(([^()]+)\)|\[([^\[\]]+)\])")
_SLASH = re.compile(r"(\S.*?)\s+/\s*(\S.*)|(\S.*?\S)/(\S.*)")
_IN = re.compile(r"(\S.*?),?\s+in\s+(\S.*)", re.IGNORECASE)
_COMMA = re.compile(r"(\S.*?),\s*(\S.*)")
_JOINED = re.compile(r"(\w*[^\W_]{2})[_.]([^\W_]+)")


@lru_cache(maxsize=20_000)
def name_and_unit(heading: str) -> tuple[str, str]:
    """A heading such as "Frond area (mm²)" as ("Frond area", "mm²"); no unit: "".

    A heading that is nothing but a unit in brackets has no name.
    """
    text = " ".join(heading.translate(SPACES).split())
    if match := _ONLY.fullmatch(text):
        inside = (match[1] or match[2]).strip()
        return ("", inside) if is_unit(inside) else (text, "")
    if match := _BRACKETS.fullmatch(text):
        name, inside = match[1].strip(), (match[2] or match[3] or "").strip()
        if name.endswith("/") and (found := _behind_word(text)) is not None:
            return found  # "uptake, mg/(g h)"
        if name.endswith("/") and is_unit(inside):
            return name.rstrip("/ "), inside
        if not re.match(r"n\s*=", inside, re.IGNORECASE) and inside:
            return name, inside
        return text, ""
    if (found := _behind_word(text)) is not None:
        return found
    if match := _SLASH.fullmatch(text):
        name, unit = (match[1], match[2]) if match[1] else (match[3], match[4])
        if is_unit(unit) and not is_unit(text):
            return name.strip(), unit.strip("() ")
    if (match := _JOINED.fullmatch(text)) and (unit := unit_behind(match[2])) is not None:
        return match[1].replace("_", " "), unit
    return text, ""


def _behind_word(text: str) -> tuple[str, str] | None:
    """Name and unit of "length in mm" or "length, mm"."""
    for pattern in (_IN, _COMMA):
        match = pattern.fullmatch(text)
        if match and (is_unit(match[2]) or is_unit(match[2].strip("()"))):
            return match[1].strip(), match[2].strip()
    return None
