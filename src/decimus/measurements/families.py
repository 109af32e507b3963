"""What the headings beside each other have in common: trials, times, amounts, places, nothing."""

from __future__ import annotations

import re
from collections.abc import Sequence
from enum import Enum
from itertools import pairwise

from decimus.measurements.headings import amount_and_unit, name_and_unit
from decimus.measurements.lexicon import Sense, senses
from decimus.measurements.numbers import is_date
from decimus.measurements.profiles import REPLICATE_SIGNS, numbered_stem
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
