"""What a table is about: its outcome, its factors and their levels."""

from __future__ import annotations

import re

from decimus.measurements.amounts import amount_and_unit, error_of_amount, sign_of_amounts
from decimus.terms import LevelKind
from decimus.values import Value


class Level(Value, frozen=True):
    """One level of a factor.

    Args:
        text: as typed in the table; what identifies it.
        label: how it is shown when nothing else was chosen: without the factor's unit.
        amount: its amount in the factor's unit, None for a name.
        error: of that amount, where the text gives one.
    """

    text: str
    label: str
    amount: float | None
    error: float | None = None


class Outcome(Value, frozen=True):
    """What was measured."""

    variable: int
    name: str
    unit: str
    is_named: bool
    """False while nobody has said what the numbers are."""


class Factor(Value, frozen=True):
    """What the groups differ in; `levels` in the order they were read."""

    variable: int
    name: str
    unit: str
    kind: LevelKind
    levels: tuple[Level, ...]
    is_named: bool

    def level(self, text: str) -> Level:
        """The level typed as `text`."""
        return next(level for level in self.levels if level.text == text)

    @property
    def level_texts_in_order(self) -> tuple[str, ...]:
        """The levels' texts: amounts ascending, known orders in order, else as read."""
        if self.kind is LevelKind.AMOUNTS:
            ranked = sorted(self.levels, key=lambda level: level.amount or 0.0)
            return tuple(level.text for level in ranked)
        texts = tuple(level.text for level in self.levels)
        if self.kind is LevelKind.ORDERED and (order := known_order(texts)):
            return order
        return texts


_KNOWN_ORDERS = tuple(
    tuple(words.split("|"))
    for words in (
        "none|zero|control|very low|low|half|medium|mid|moderate|intermediate|full|high|very high",
        "small|medium|large",
        "short|medium|long",
        "juvenile|young|subadult|adult|old",
        "monday|tuesday|wednesday|thursday|friday|saturday|sunday",
        "mon|tue|wed|thu|fri|sat|sun",
        "january|february|march|april|may|june|july|august|september|october|november|december",
        "jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec",
        "before|during|after",
        "baseline|before|after|follow-up",
        "baseline|midline|endline|final",
        "initial|final",
        "start|end",
        "baseline|follow-up",
        "pre|mid|post",
        "pretest|posttest",
        "pre-test|post-test",
        "first|second|third|fourth",
        "spring|summer|autumn|winter",
        "spring|summer|fall|winter",
        "morning|noon|afternoon|evening|night",
        "vorher|nachher",
        "vor|nach",
        "avant|pendant|après",
        "antes|durante|después",
        "antes|durante|depois",
        "prima|durante|dopo",
        "voor|tijdens|na",
        "före|under|efter",
        "niedrig|mittel|hoch",
        "klein|mittel|groß",
        "bas|moyen|haut",
        "bajo|medio|alto",
        "basso|medio|alto",
        "baixo|médio|alto",
        "laag|midden|hoog",
        "låg|medel|hög",
        "frühling|sommer|herbst|winter",
    )
)
_COUNTED = re.compile(
    r"(t|day|week|month|year|hour|h|d|wk|visit|session|time|dag|tag|woche|jour|semaine|día|dia"
    r"|semana|giorno|settimana|vecka|year|jahr|stunde|month|monat)[\s_.-]?(\d+)",
    re.IGNORECASE,
)


_IN_TIME_TEXT = """
before during after baseline follow-up pre mid post pretest posttest pre-test post-test
vorher nachher vor nach avant pendant après antes durante después depois prima dopo
voor tijdens na före efter
"""
_IN_TIME = frozenset(_IN_TIME_TEXT.split())


def is_time_order(texts: tuple[str, ...]) -> bool:
    """True for names of times that one unit goes through: before and after, day 0 and day 7."""
    if len(texts) < 2 or known_order(texts) is None:
        return False
    return all(text.strip().lower() in _IN_TIME for text in texts) or (
        _counted_in_time(texts) is not None
    )


def _counted_in_time(texts: tuple[str, ...]) -> tuple[str, ...] | None:
    """Names such as "day 0", "day 7", a baseline before them, in their order."""
    found: dict[str, int] = {}
    words = set()
    for text in texts:
        if match := _COUNTED.fullmatch(text.strip()):
            found[text] = int(match[2])
            words.add(match[1].lower())
        elif text.strip().lower() in ("baseline", "start", "before", "pre"):
            found[text] = -1
        else:
            return None
    if len(words) != 1:
        return None
    return tuple(sorted(texts, key=found.__getitem__))


def known_order(texts: tuple[str, ...]) -> tuple[str, ...] | None:
    """The texts in an order everybody knows, or None when there is none."""
    if len(texts) < 2:
        return None
    lowered = {text.strip().lower(): text for text in texts}
    for order in _KNOWN_ORDERS:
        if set(lowered) <= set(order) and len(lowered) == len(texts):
            return tuple(lowered[word] for word in order if word in lowered)
    return _counted_in_time(texts)


def levels_of(
    texts: tuple[str, ...], kind: LevelKind | None, decimal: str = "."
) -> tuple[LevelKind, str, list[Level]]:
    """Levels from their texts: what they are, the unit all of them carry, the levels.

    Args:
        texts: distinct, in reading order.
        kind: what the user says they are; None to find out.
        decimal: the decimal sign of the table, for amounts that leave it open.

    Amounts need every text to be a number, all with the same unit or none; when the
    user says amounts and they are not, they stay names.
    """
    sign = sign_of_amounts(texts, decimal)
    amounts = [amount_and_unit(text, sign) for text in texts]
    units = {amount[1] for amount in amounts if amount is not None}
    all_amounts = bool(texts) and None not in amounts and len(units) == 1
    if not all_amounts:
        found = LevelKind.ORDERED if known_order(texts) else LevelKind.NAMES
        chosen = found if kind is None or kind is LevelKind.AMOUNTS else kind
        return chosen, "", [Level(text, " ".join(text.split()), None) for text in texts]
    unit = units.pop()
    levels = [
        Level(
            text,
            text.removesuffix(unit).strip() if unit else text,
            amount[0],
            error_of_amount(text, sign),
        )
        for text, amount in zip(texts, amounts, strict=True)
        if amount is not None
    ]
    return kind or LevelKind.AMOUNTS, unit, levels
