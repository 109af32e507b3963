"""Derived values, each kept for as long as what it is made of stays the same."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import Enum
from typing import Generic, TypeVar, cast

import msgspec

from decimus.study.tables import Table
from decimus.values import Value

Derived = TypeVar("Derived")
Causes = tuple[object, ...]

_KEPT = 2
"""Values of one name that are kept: the present one and the one before, for undo."""


@dataclass(frozen=True)
class Kept(Generic[Derived]):
    """A derived value with what it was made of."""

    causes: Causes
    value: Derived


class Keeper:
    """The derived values of the present results, and those of the results before.

    A value is made anew only when one of its causes differs from what it was made of. Choices
    of the study and plain words compare by value; everything else, itself derived or a table,
    is the same only where it is the same object.

    Args:
        before: the keeper of the results before, whose values are taken over.
    """

    def __init__(self, before: Keeper | None = None) -> None:
        self._kept: dict[str, tuple[Kept[object], ...]] = {**before.all} if before else {}
        self.made: list[str] = []
        """The names of the values that were made here, in the order of their making."""

    @property
    def all(self) -> Mapping[str, tuple[Kept[object], ...]]:
        """Every value that is kept, by name, the latest first."""
        return self._kept

    def find(self, name: str, causes: Causes) -> Kept[object] | None:
        """The value of that name that was made of these causes; None where none is kept."""
        for kept in self._kept.get(name, ()):
            if _are_same(kept.causes, causes):
                return kept
        return None

    def latest(self, name: str) -> object | None:
        """The last value of that name, whatever it was made of; None where there is none."""
        kept = self._kept.get(name, ())
        return kept[0].value if kept else None

    def value(self, name: str, causes: Causes, make: Callable[[], Derived]) -> Derived:
        """The value of that name, made where none is kept that was made of these causes."""
        found = self.find(name, causes)
        if found is None:
            self.made.append(name)
            found = Kept(causes, make())
        self._put(name, found)
        return cast("Derived", found.value)

    def put(self, name: str, causes: Causes, value: object) -> None:
        """Keep a value that was made elsewhere."""
        self._put(name, Kept(causes, value))

    def adopt(self, other: Keeper) -> None:
        """Keep what another one has of values that are not here, behind those that are."""
        for name, found in other.all.items():
            here = self._kept.get(name, ())
            new = tuple(k for k in found if not any(_are_same(k.causes, h.causes) for h in here))
            self._kept[name] = (*here, *new)[:_KEPT]

    def _put(self, name: str, found: Kept[object]) -> None:
        others = tuple(k for k in self._kept.get(name, ()) if not _are_same(k.causes, found.causes))
        self._kept[name] = (found, *others)[:_KEPT]


def _are_same(some: Causes, others: Causes) -> bool:
    return len(some) == len(others) and all(map(_is_same, some, others))


def _is_same(one: object, other: object) -> bool:
    if one is other:
        return True
    if isinstance(one, tuple) and isinstance(other, tuple):
        return _are_same(one, other)
    if isinstance(one, Table):
        return False  # comparing a million cells would cost more than what is kept
    if isinstance(one, Value):
        return False  # itself derived
    is_plain = isinstance(one, (msgspec.Struct, str, int, float, Enum))
    return is_plain and type(one) is type(other) and one == other
