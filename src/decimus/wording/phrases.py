"""Phrases that several sentences share."""

from __future__ import annotations

import math
import re

from decimus.analysis.families import Compared
from decimus.analysis.groups import FactorInOrder, Group, ShownGroups
from decimus.errors import ChoiceError
from decimus.kinds.error_bars import ERROR_BARS
from decimus.measurements.observations import Measurements
from decimus.plurals import is_plural, plural
from decimus.study.number_styles import PLAIN, Numerals
from decimus.study.questions import HeightChoices
from decimus.terms import ErrorBar, Height, LevelKind
from decimus.wording.numbers import NBSP, count, count_word, percent, typed_power

_LARGEST_TYPED = 1e50
LEVELS_OFFERED = (80.0, 90.0, 95.0, 99.0)
"""Confidence levels one click away; any other can be typed."""


def lower_first(text: str) -> str:
    """The text with a small first letter, unless it starts with an abbreviation or a symbol."""
    if len(text) > 1 and not text[1].islower() and text[1] != " ":
        return text
    if text[1:2] in ("", " ") and not text.startswith("A "):
        return text  # N content is no n
    return text[:1].lower() + text[1:]


def upper_first(text: str) -> str:
    """The text with a capital first letter; t-test, pH and mRNA keep their small ones."""
    first = text.partition(" ")[0]
    if text[1:2] == "-" or any(letter.isupper() for letter in first[1:]):
        return text
    return text[:1].upper() + text[1:]


def outcome_words(measurements: Measurements) -> str:
    """The outcome in running text: "frond area"; of things that are counted their number."""
    words = lower_first(measurements.outcome.name)
    is_counted = measurements.decimals == 0 and not measurements.outcome.unit
    if is_counted and is_plural(words) and words.rpartition(" ")[2] not in _NO_THINGS:
        return f"number of {words}"
    return words


_NO_THINGS = frozenset(
    {"scores", "counts", "ratings", "marks", "grades", "values", "measurements", "results"}
    | {"readings", "numbers", "ranks", "points", "degrees", "percentages", "shares", "rates"}
)
"""Plurals that name what is measured themselves."""


def agreeing(words: str, one: str, many: str) -> str:
    """The form of a verb that goes with what is measured: "is", or "are" of densities."""
    return many if is_plural(words) else one


def factor_words(factor: FactorInOrder) -> str:
    """A factor in running text: "road salt"."""
    return lower_first(factor.factor.name)


_MOST_LEVELS = 4


def factor_or_levels(factor: FactorInOrder) -> str:
    """A factor by its name; one that has none by its levels: "daily/weekly"."""
    if factor.factor.is_named:
        return factor_words(factor)
    labels = [level_words(factor, shown.label) for shown in factor.levels]
    if len(labels) > _MOST_LEVELS:
        return f"the {len(labels)} levels from {labels[0]} to {labels[-1]}"
    return "/".join(labels)


def quantity(text: str, unit: str, numerals: Numerals = PLAIN) -> str:
    """A number with its unit and a no-break space between."""
    if unit == "%":
        return f"{text}{numerals.percent}"
    return f"{text}{NBSP}{unit}" if unit else text


def level_words(factor: FactorInOrder, label: str) -> str:
    """A level in running text: "2 g/L" for an amount, a name or a new label as it is."""
    if factor.factor.kind is not LevelKind.AMOUNTS or not factor.factor.unit:
        return label
    is_own = any(label == level.label == level.level.label for level in factor.levels)
    return quantity(label, factor.factor.unit) if is_own else label


def group_words(groups: ShownGroups, group: Group | Compared) -> str:
    """A group in running text: "2 g/L, dim"; "2 g/L" where light is averaged over."""
    return ", ".join(
        level_words(factor, label)
        for factor, label in zip(groups.factors, group.labels, strict=False)
        if label
    )


def at_group(groups: ShownGroups, group: Group | Compared, of_names: str = "for") -> str:
    """Where a group was: "at 2 g/L", "at 2 g/L, dim"; "for old signs" where there is no amount."""
    return f"{preposition(groups, of_names)} {group_words(groups, group)}"


_OF_TIMES = {
    "in": re.compile(r"(?:19|20)\d\d"),
    "at": re.compile(r"[012]?\d:[0-5]\d"),
}
"""Levels without a unit that are years, and that are times of the day."""


def preposition(groups: ShownGroups, of_names: str = "for") -> str:
    """The word before a group: one stands at an amount or an hour and in a year, not at a name."""
    if len(groups.factors) == 1 and not groups.factors[0].factor.unit:
        texts = [level.label for level in groups.factors[0].levels]
        for word, pattern in _OF_TIMES.items():
            if all(pattern.fullmatch(text) for text in texts):
                return word
    has_amounts = any(f.factor.kind is LevelKind.AMOUNTS for f in groups.factors)
    return "at" if has_amounts else of_names


def n_words(groups: ShownGroups, numerals: Numerals = PLAIN) -> str:
    """N of all groups: "7–8", or "8" where all are alike."""
    low, high = (count(n, numerals) for n in groups.ns)
    return low if low == high else f"{low}–{high}"


def bar_name(choices: HeightChoices, numerals: Numerals = PLAIN) -> str:
    """What the error bars chosen show, in running text."""
    return error_bar_name(choices, choices.error_bar, None, numerals)


def error_bar_name(
    choices: HeightChoices,
    error_bar: ErrorBar,
    level: float | None = None,
    numerals: Numerals = PLAIN,
) -> str:
    """What error bars show, in running text; the one name for them everywhere.

    Args:
        choices: whose height, level and factor they are of.
        error_bar: what they show.
        level: another level than theirs.
        numerals: how numbers are written.
    """
    at = percent(choices.level if level is None else level, numerals)
    factor = numerals.decimal(f"{choices.factor:g}")
    if error_bar is ErrorBar.STANDARD_DEVIATION and choices.height is Height.GEOMETRIC_MEAN:
        return "geometric standard deviation (×/÷)"
    if error_bar is ErrorBar.CONFIDENCE_INTERVAL and choices.height is Height.SHARE:
        return f"{at} confidence interval (Wilson)"
    return ERROR_BARS[error_bar].noun.format(at=at, factor=factor)


def levels_phrase(groups: ShownGroups) -> str:
    """How many levels of what: "at five levels of road salt and two of light"."""
    parts = []
    for index, factor in enumerate(groups.factors):
        count = len(factor.levels)
        name = factor_words(factor)
        if not factor.factor.is_named and len(groups.factors) == 1:
            return f"in {count_word(count)} {plural('group', count)}"
        of = f"{plural('level', count)} of " if index == 0 else "of "
        parts.append(f"{count_word(count)} {of}{name}")
    return "at " + " and ".join(parts)


def typed_number(text: str, what: str) -> float:
    """A number that someone typed, with point or comma, per cent sign allowed.

    Raises:
        ChoiceError: it is no number.
    """
    cleaned = typed_power(text.strip().removesuffix("%").strip())
    cleaned = cleaned.replace(",", ".").replace("\u2212", "-")
    try:
        number = float(cleaned)
    except ValueError:
        number = math.nan
    if not abs(number) <= _LARGEST_TYPED:
        raise ChoiceError(f"“{text.strip()}” is not a number", remedy=f"Type {what} in figures")
    return number
