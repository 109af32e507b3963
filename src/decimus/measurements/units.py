"""Units of measurement as people write them, so that they can be told from names."""

from __future__ import annotations

import re
from functools import cache, lru_cache

_PREFIX = "(?:[YZEPTGMkhdcmµμunpf]|da)?"
_PREFIXED = (
    "m|g|l|L|s|mol|M|Pa|J|W|V|A|Hz|N|K|lx|lm|cd|Bq|Gy|Sv|eV|cal|Da|bp|kb|Ω|ohm|S|C|bar|rad|U|IU"
)
_WHOLE = (
    "%|‰|°C|°F|°|ºC|deg|degC|ppm|ppb|ppt|psu|PSU|NTU|FTU|min|mins|h|hr|hrs|d|day|days|wk|week|weeks|mo"
    "|month|months|y|yr|yrs|year|years|sec|secs|seconds|minutes|hours|ha|t|in|inch|inches|ft|yd|mi|lb|lbs"
    "|oz|dB|rpm|cpm|dpm|bpm|mmHg|cfu|CFU|pfu|PFU|AU|a\\.u\\.|au|arb\\. units|RFU|rlu|OD|kph|km/h"
    "|mph|points|pts|percent|per cent|fold|x|cells|counts|score|Å|€|\\$|£|EUR|USD|GBP|CHF|kr|DM"
    "|u|units|ml|cc|liter|litre|litres|liters|gram|grams|kilogram|metre|meter|metres|meters|mg|Tage"
    "|Stunden|Minuten|Jahre|jours|heures|ans|días|horas|años|Stück|pieces"
)
_POWER = r"(?:[²³]|\^?-?[1-4]|[⁻−-][¹²³1-4])?"
_SINGLE = rf"(?:{_PREFIX}(?:{_PREFIXED})|{_WHOLE}){_POWER}"
_ATOM = rf"(?:(?:\d+(?:[.,]\d+)?\s?)?{_SINGLE}(?:\s(?:DM|DW|FW|dw|fw|dm|protein|body weight|bw))?)"
_PATTERN = (
    rf"1?\s?/?\s?{_ATOM}(?:\s?(?:/|·|\*|\s|⋅|×)\s?(?:{_ATOM}|\(?{_ATOM}(?:[·* ]{_ATOM})*\)?))*"
)
_BEHIND_UNDERSCORE_TEXT = """
mm cm m km nm um µm mg g kg ug µg ng ml l ul µl dl s ms us min h hr hrs d days day
weeks months years yr yrs mmol umol nmol mol mM uM nM kPa Pa hPa bar mV V mA W kW J kJ
kcal Hz kHz pct percent ppm ppb C degC K ha t in ft lb oz bpm rpm lux mgl gl cfu au
"""
_BEHIND_UNDERSCORE = frozenset(_BEHIND_UNDERSCORE_TEXT.split())
_SAYS = {
    "pct": "%",
    "percent": "%",
    "degC": "°C",
    "um": "µm",
    "ug": "µg",
    "ul": "µl",
    "uM": "µM",
    "umol": "µmol",
}


@lru_cache(maxsize=20_000)
def is_unit(text: str) -> bool:
    """True for a unit of measurement: "mm²", "mg/L", "µmol m⁻² s⁻¹", "%"."""
    bare = text.strip()
    if not bare or len(bare) > 40:
        return False
    return _unit().fullmatch(bare) is not None


@cache
def _unit() -> re.Pattern[str]:
    """The pattern of a unit, made when the first heading may hold one."""
    return re.compile(_PATTERN)


def unit_behind(joined: str) -> str | None:
    """The unit in "length_mm" or "mass.g", as it is written behind a joining sign; else None."""
    if joined not in _BEHIND_UNDERSCORE:
        return None
    return _SAYS.get(joined, joined)
