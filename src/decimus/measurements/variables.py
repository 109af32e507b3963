"""What a table is about: its outcome, its factors and their levels."""

from __future__ import annotations

from dataclasses import dataclass

from decimus.measurements.numbers import amount_and_unit
from decimus.terms import LevelKind


@dataclass(frozen=True)
class Level:
    """One level of a factor.

    Args:
        text: as typed in the table; what identifies it.
        label: how it is shown when nothing else was chosen: without the factor's unit.
        amount: its amount in the factor's unit, None for a name.
    """

    text: str
    label: str
    amount: float | None


@dataclass(frozen=True)
class Outcome:
    """What was measured."""

    variable: int
    name: str
    unit: str
    is_named: bool
    """False while nobody has said what the numbers are."""


@dataclass(frozen=True)
class Factor:
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


_KNOWN_ORDERS = (
    ("none", "very low", "low", "medium", "moderate", "high", "very high"),
    ("small", "medium", "large"),
    ("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"),
    ("mon", "tue", "wed", "thu", "fri", "sat", "sun"),
    (
        *("january", "february", "march", "april", "may", "june"),
        *("july", "august", "september", "october", "november", "december"),
    ),
    ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"),
    ("before", "during", "after"),
    ("pre", "mid", "post"),
    ("first", "second", "third", "fourth"),
    ("spring", "summer", "autumn", "winter"),
)


def known_order(texts: tuple[str, ...]) -> tuple[str, ...] | None:
    """The texts in an order everybody knows, or None when there is none."""
    lowered = {text.lower(): text for text in texts}
    for order in _KNOWN_ORDERS:
        if len(texts) > 1 and set(lowered) <= set(order):
            return tuple(lowered[word] for word in order if word in lowered)
    return None


def levels_of(texts: tuple[str, ...], kind: LevelKind | None) -> tuple[LevelKind, str, list[Level]]:
    """Levels from their texts: what they are, the unit all of them carry, the levels.

    Args:
        texts: distinct, in reading order.
        kind: what the user says they are; None to find out.

    Amounts need every text to be a number, all with the same unit or none; when the
    user says amounts and they are not, they stay names.
    """
    amounts = [amount_and_unit(text) for text in texts]
    units = {amount[1] for amount in amounts if amount is not None}
    all_amounts = bool(texts) and None not in amounts and len(units) == 1
    if not all_amounts:
        found = LevelKind.ORDERED if known_order(texts) else LevelKind.NAMES
        chosen = found if kind is None or kind is LevelKind.AMOUNTS else kind
        return chosen, "", [Level(text, " ".join(text.split()), None) for text in texts]
    unit = units.pop()
    levels = [
        Level(text, text.removesuffix(unit).strip() if unit else text, amount[0])
        for text, amount in zip(texts, amounts, strict=True)
        if amount is not None
    ]
    return kind or LevelKind.AMOUNTS, unit, levels
