"""How one value is said to stand to another: times are longer, areas larger, rates higher."""

from __future__ import annotations

import re

from decimus.measurements.observations import Measurements
from decimus.plurals import is_plural

_LONGER = frozenset(
    {"time", "duration", "latency", "lifespan", "length", "delay", "period", "interval", "stay"}
)
_LARGER = frozenset(
    {"area", "mass", "weight", "volume", "size", "width", "diameter", "distance", "depth"}
    | {
        "number",
        "count",
        "height",
        "breadth",
        "perimeter",
        "share",
        "thickness",
        "radius",
        "biomass",
    }
)
_HIGHER = frozenset(
    {"rate", "speed", "concentration", "content", "density", "temperature", "pressure", "activity"}
    | {"score", "intensity", "frequency", "yield", "cover", "ratio", "index", "level", "age"}
)
_UNITS_OF_TIME = frozenset(
    {"s", "ms", "µs", "min", "h", "d", "hours", "minutes", "seconds", "days", "weeks", "months"}
    | {"hour", "minute", "second", "day", "week", "month", "year", "years", "sec", "hr", "hrs"}
)
_UNITS_OF_SIZE = re.compile(r"(?:[numkcd]|µ|da)?(?:m|g|L|l)[²³23]?|ha|t|ml|mL")


def comparative(measurements: Measurements, name: str) -> tuple[str, str]:
    """The words for more and for less of an outcome: "longer", "shorter".

    Args:
        measurements: the outcome with its unit.
        name: it in running text.
    """
    head = re.split(r"\s+(?:of|to|per|in|at|on|after|until|for|with|by)\s+", name.lower())[0]
    noun = head.split()[-1] if head.split() else ""
    singular = noun.removesuffix("s")
    nouns = {noun, singular, f"{noun[:-3]}y" if noun.endswith("ies") else noun}
    unit = measurements.outcome.unit
    if nouns & _LONGER:
        return "longer", "shorter"
    if nouns & _LARGER or head.startswith("number"):
        return "larger", "smaller"
    if not nouns & _HIGHER:
        if unit in _UNITS_OF_TIME:
            return "longer", "shorter"
        if _UNITS_OF_SIZE.fullmatch(unit):
            return "larger", "smaller"
    return "higher", "lower"


def was(name: str) -> str:
    """The past of "to be" that goes with what is measured."""
    return "were" if is_plural(name) else "was"
