"""What a number from a draft is, in a sentence for each quantity that it can be."""

from __future__ import annotations

from decimus.analysis.groups import Group
from decimus.analysis.lane_statistics import Total
from decimus.analysis.number_search import Derived, Match, matches
from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.kinds.statistics import STATISTICS
from decimus.measurements.numbers import CellKind, read_cell
from decimus.study.number_styles import Numerals
from decimus.terms import Statistic
from decimus.wording.groups.statistics import total_words
from decimus.wording.numbers import full_number, number, percent
from decimus.wording.phrases import at_group, quantity

_SPREADS = frozenset(
    {
        Statistic.STANDARD_DEVIATION,
        Statistic.STANDARD_ERROR,
        Statistic.MARGIN,
        Statistic.POPULATION_SD,
        Derived.TWICE_SE,
        Derived.TWICE_SD,
        Derived.NORMAL_MARGIN,
        Derived.OTHER_MARGIN,
        Derived.SE_OF_POPULATION_SD,
        Derived.ROUNDED_SD,
    }
)


def what_is(results: Results, text: str) -> tuple[str, ...]:
    """Sentences on what a typed number is; one that says so where it is nothing known.

    Raises:
        ChoiceError: it is no number.
    """
    cleaned = text.strip().lstrip("±").strip()
    cell = read_cell(cleaned, results.numerals.decimal_sign)
    if cell.kind is not CellKind.NUMBER:
        other = "," if results.numerals.decimal_sign == "." else "."
        cell = read_cell(cleaned, other)
    if cell.kind is not CellKind.NUMBER:
        raise ChoiceError(f"“{text.strip()}” is not a number", remedy="Type one, such as 8.7")
    found = matches(results.groups, results.lanes, cell.value, cell.decimals)
    if not found:
        return (f"{cleaned} is no quantity of these groups that Decimus knows, even nearly.",)
    return tuple(_sentence(results, match, cleaned, cell.decimals) for match in found)


def _sentence(results: Results, match: Match, text: str, decimals: int) -> str:
    level = percent(results.question.heights.level, results.numerals)
    where = _where(results, match.lane)
    name = _name(match, level, results.numerals)
    if match.is_exact:
        said = f"{text} is {name} {where}"
    else:
        value = full_number(float(f"{match.value:.6g}"), results.numerals)
        said = f"{text} is nearly {name} {where}, which is {value}"
    return f"{said}{_contrast(results, match, decimals)}."


def _where(results: Results, lane: Group | Total) -> str:
    if isinstance(lane, Group):
        return at_group(results.groups, lane)
    return f"for {total_words(results.groups, lane)} at {lane.label}"


def _name(match: Match, level: str, numerals: Numerals) -> str:
    if isinstance(match.quantity, Statistic):
        name = STATISTICS[match.quantity].name
        if match.quantity is Statistic.MARGIN:
            return f"the {level} margin (half width of the interval)"
        if match.quantity is Statistic.N:
            return "n"
        return f"the {name}"
    words = match.quantity.value
    if match.quantity is Derived.OTHER_MARGIN and match.level is not None:
        return f"the margin at {percent(match.level, numerals)}"
    if match.quantity in (Derived.LOWER_END, Derived.UPPER_END):
        return f"the {words.replace('interval', f'{level} confidence interval')}"
    if words.startswith(("twice", "a ")):
        return words
    return f"the {words}"


def _contrast(results: Results, match: Match, decimals: int) -> str:
    """For a spread, what the others of the same group are, so that they are not mixed up."""
    summary = match.lane.summary
    if match.quantity not in _SPREADS or summary is None:
        return ""
    unit, numerals = results.measurements.outcome.unit, results.numerals
    interval = summary.confidence_interval(results.question.heights.level)
    others = {
        Statistic.STANDARD_DEVIATION: ("SD", summary.standard_deviation),
        Statistic.STANDARD_ERROR: ("SE", summary.standard_error),
        Statistic.MARGIN: ("margin", interval.half_width if interval else None),
    }
    parts = [
        f"the {name}, which is "
        f"{quantity(number(value, max(decimals, 1), numerals), unit, numerals)}"
        for key, (name, value) in others.items()
        if key is not match.quantity and value is not None
    ]
    return f", not {' nor '.join(parts)}" if parts else ""
