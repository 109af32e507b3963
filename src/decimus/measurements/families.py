"""What the headings beside each other have in common: trials, times, amounts, places, nothing.

What is measured in grams is no group beside what is measured in centimetres.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from enum import Enum
from itertools import pairwise

from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import Sense, plain, quantity_in, senses
from decimus.measurements.numbers import is_date, read_cell
from decimus.measurements.profiles import REPLICATE_SIGNS, ColumnProfile, numbered_stem
from decimus.measurements.variables import is_time_order, known_order


class Family(Enum):
    """What a row of headings is."""

    NONE = "no headings"
    TRIALS = "numbers of replicates: 1, 2, 3, or trial 1, trial 2"
    UNITS = "names of units, which may be replicates: plant 1, plant 2"
    TIMES = "steps in time: week 0, week 4; before, after; dates"
    STEPS = "steps in an order: low, high; Monday, Tuesday"
    AMOUNTS = "amounts: 0, 2, 8, or 10 °C, 20 °C"
    NUMBERED = "numbered names of anything else: brand 1, brand 2"
    OUTCOMES = "names of quantities, each with its own unit"
    NAMES = "other names"

    @property
    def are_siblings(self) -> bool:
        """True when the headings belong together by what they say."""
        return self not in (Family.NONE, Family.OUTCOMES, Family.NAMES)


_OF_TIME = frozenset(
    {"h", "hr", "hrs", "hours", "min", "minutes", "s", "sec", "d", "days", "weeks", "wk"}
    | {"months", "years", "yr", "std", "tage", "wochen", "jours", "días", "giorni", "dagen"}
)
_LETTERED = re.compile(r"(.*\S)[\s_.-]+([A-Z]|[IVX]{1,4})")


def family_of(headings: Sequence[str]) -> Family:
    """What these headings are, taken together."""
    texts = tuple(heading.strip() for heading in headings)
    named = [text for text in texts if text]
    if not named:
        return Family.NONE
    if len(named) < len(texts) or len(texts) < 2:
        return Family.NAMES
    if (stem := stem_of(texts)) is not None:
        return _numbered(texts, stem)
    if is_time_order(texts) or all(is_date(text) for text in texts):
        return Family.TIMES
    if known_order(texts):
        return Family.STEPS
    amounts = [amount_and_unit(text) for text in texts]
    units = {amount[1] for amount in amounts if amount}
    if all(amounts) and len(units) == 1:
        return Family.TIMES if units.pop().lower() in _OF_TIME else Family.AMOUNTS
    behind = [name_and_unit(text)[1] for text in texts]
    if all(behind) and len(set(behind)) > 1:
        return Family.OUTCOMES
    return Family.NAMES


def stem_of(texts: Sequence[str]) -> str | None:
    """What names share that differ by a number or a letter: "pond" of "Pond A", "Pond B"."""
    if (stem := numbered_stem(tuple(text or " " for text in texts))) is not None:
        return stem
    lettered = [_LETTERED.fullmatch(text.strip()) for text in texts]
    stems = {match[1].lower() for match in lettered if match}
    if all(lettered) and len(stems) == 1 and len(texts) > 1:
        return stems.pop()
    return None


def _numbered(texts: tuple[str, ...], stem: str) -> Family:
    if not stem:
        numbers = [int(re.sub(r"\D", "", text)) for text in texts if re.sub(r"\D", "", text)]
        plain = all(text.isdecimal() for text in texts)
        if not plain and any(amount_and_unit(text) is None for text in texts):
            return Family.TRIALS  # "# 1", "# 2"
        counts = numbers[0] in (0, 1) and all(b == a + 1 for a, b in pairwise(numbers))
        if counts and len(numbers) == len(texts):
            return Family.TRIALS
        return Family.TIMES if _are_days(numbers) else Family.AMOUNTS
    found = senses(stem)
    if found & {Sense.TRIAL, Sense.READING} or (stem != "t" and stem in REPLICATE_SIGNS):
        return Family.TRIALS
    if found & {Sense.TIME} or (stem == "t" and any(text[1:].strip("0") == "" for text in texts)):
        return Family.TIMES  # t1, t2 are treatments as well, t0 is none
    if found & {Sense.UNIT, Sense.SUBJECT}:
        return Family.UNITS
    if re.search(r"\d$", texts[0]) and amount_and_unit(texts[0]) is not None:
        return Family.AMOUNTS
    return Family.NUMBERED


def _are_days(numbers: Sequence[int]) -> bool:
    """True for 0, 7, 14 or 0, 24, 48: weeks in days, days in hours."""
    if len(numbers) < 3 or numbers[0] not in (0, 7, 24) or sorted(numbers) != list(numbers):
        return False
    return any(all(number % step == 0 for number in numbers) for step in (7, 24))


def are_readings(headings: Sequence[str]) -> bool:
    """True when headings number the readings of one unit: "reading 1", "reading 2"."""
    stem = stem_of(tuple(headings)) if len(headings) > 1 else None
    return bool(stem) and Sense.READING in senses(stem or "")


_SURE, _LIKELY, _HINT, _GUESS = 14.0, 10.0, 6.5, 3.5
"""Weights against groups: beside what speaks for columns, a hint is asked about."""
_FEW = 3
"""Numbers of which all may have lost a zero behind the decimal sign by chance."""


def unlikeness(block: Sequence[ColumnProfile], *, has_names: bool) -> float:
    """How much columns look like different quantities rather than groups of one; 0 for not.

    Units of measurement that differ say it for sure; else names of quantities do, and a unit
    behind some headings only, or other decimals. What is but guessed never goes before groups;
    where rows have names, more speaks for groups.
    """
    if len(block) < 2 or not all(profile.heading for profile in block):
        return 0.0
    units = [profile.unit_in_heading for profile in block]
    names = [quantity_in(name_and_unit(profile.heading)[0]) for profile in block]
    if all(units):
        if len(set(units)) > 1:
            return _SURE
        return _LIKELY if all(names) and len(set(names)) > 1 else 0.0
    is_said = [bool(unit or name) for unit, name in zip(units, names, strict=True)]
    differ = len(set(units)) > 1 or len(set(filter(None, names))) > 1
    if (all(is_said) and differ) or len(set(filter(None, units))) > 1:
        return _LIKELY
    is_measured = [said or _is_of_units(p) for said, p in zip(is_said, block, strict=True)]
    if any(units) and all(is_measured):
        return _LIKELY
    is_guess = any(map(_is_quantity, block)) or _digits_differ(block)
    if any(units) and _are_apart(block):
        return _HINT + 2
    if any(units) or (is_guess and has_names):
        return _HINT
    return _GUESS if is_guess else 0.0


def _are_apart(block: Sequence[ColumnProfile]) -> bool:
    """Whether no number of one column lies among those of another."""
    ranges = sorted((min(values), max(values)) for p in block if (values := _numbers(p)))
    return len(ranges) == len(block) and all(a[1] < b[0] for a, b in pairwise(ranges))


def _numbers(profile: ColumnProfile) -> list[float]:
    return [value for value in profile.values if value == value]


def _is_quantity(profile: ColumnProfile) -> bool:
    """True for a heading that is the name of a quantity and nothing else: "mass"."""
    name = name_and_unit(profile.heading)[0]
    return quantity_in(name) == plain(name).removesuffix("s") != ""


def _is_of_units(profile: ColumnProfile) -> bool:
    """True for "leaf number" or "plants": what a unit has, or how many there are."""
    return profile.is_about(Sense.UNIT, Sense.SUBJECT, Sense.ROW, Sense.QUANTITY)


def _digits_differ(block: Sequence[ColumnProfile]) -> bool:
    """True when columns are typed to different decimals, as one quantity hardly is."""
    digits = {
        max(read_cell(text, p.decimal).decimals for text in p.texts)
        for p in block
        if len(p.texts) > _FEW
    }
    return len(digits) > 1
