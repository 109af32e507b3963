"""Columns of names as the facts about them: codes, kinds, nested in and crossed with each other."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import cached_property

import numpy as np
import numpy.typing as npt

from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.measurements.facts.names import coincidence
from decimus.measurements.profiles import ColumnProfile
from decimus.values import Value

Codes = npt.NDArray[np.int64]

CROSSED = 0.6
"""Share of the combinations of names that there are at least where columns cross."""
_SUPPORT = 10.0
"""Bits from which on it is no chance that each name stands beside one other."""


class Label(Value, frozen=True, dict=True):
    """A column of names, over the rows in which every column of names holds one.

    Args:
        profile: the column.
        codes: the name of every row, numbered as they come.
        texts: the names by number.
        kind: what they are by their form.
        is_sample: whether the table has more rows than these.
    """

    profile: ColumnProfile
    codes: Codes
    texts: tuple[str, ...]
    kind: NameKind
    is_sample: bool = False

    @property
    def index(self) -> int:
        """Which column of the table."""
        return self.profile.index

    @property
    def count(self) -> int:
        """How many names there are."""
        return len(self.texts)

    @cached_property
    def coincidence(self) -> float:
        """Bits against different things having these names in one more group."""
        return coincidence(self.texts)

    @cached_property
    def is_unique(self) -> bool:
        """Whether hardly a name stands twice."""
        return 10 * self.count >= 9 * len(self.codes)


def labels_of(profiles: Sequence[ColumnProfile]) -> tuple[Label, ...]:
    """The columns of names, without rows in which one of them is blank."""
    if not profiles:
        return ()
    rows = [
        r for r, cells in enumerate(zip(*(p.cells for p in profiles), strict=True)) if all(cells)
    ]
    columns = [[p.cells[r] for r in rows] for p in profiles]
    counts = [len(set(cells)) for cells in columns]
    found = []
    for i, (profile, cells) in enumerate(zip(profiles, columns, strict=True)):
        numbers: dict[str, int] = {}
        codes = np.array([numbers.setdefault(cell, len(numbers)) for cell in cells], np.int64)
        most = max(counts[:i] + counts[i + 1 :], default=0)
        kind = kind_of_names(tuple(numbers), most_beside=most) if numbers else NameKind.WORDS
        found.append(Label(profile, codes, tuple(numbers), kind, profile.is_sample))
    return tuple(found)


def joint(labels: Sequence[Label], rows: int) -> Codes:
    """The combination of names in every row as one number, in the order of first appearance."""
    codes = np.zeros(rows, np.int64)
    for label in labels:
        codes = codes * max(1, label.count) + label.codes
    _, first, inverse = np.unique(codes, return_index=True, return_inverse=True)
    rank = np.empty(len(first), np.int64)
    rank[np.argsort(first, kind="stable")] = np.arange(len(first))
    return rank[inverse]


def is_nested(inner: Label, outer: Label) -> bool:
    """Whether each name of one column stands beside one name of the other, of which are fewer."""
    if inner.count <= outer.count:
        return False
    return len(np.unique(inner.codes * outer.count + outer.codes)) == inner.count


def has_support(inner: Label, outer: Label) -> bool:
    """Whether that is no chance: Σ (rows of a name − 1) · log₂(1 / Σ q²), q the shares of outer.

    Names that stand once each need none.
    """
    if inner.is_unique:
        return True
    shares = np.bincount(outer.codes) / len(outer.codes)
    again = len(inner.codes) - inner.count
    return again * -math.log2(float(np.sum(shares**2))) >= _SUPPORT


def are_crossed(labels: Sequence[Label]) -> bool:
    """Whether most combinations of the names of some columns exist.

    Of a sample of rows as many as chance would find.
    """
    if len(labels) < 2:
        return True
    rows = len(labels[0].codes)
    possible = float(math.prod(label.count for label in labels))
    if labels[0].is_sample:
        possible = possible * -math.expm1(rows * math.log1p(-1 / possible))
    return int(joint(labels, rows).max()) + 1 >= CROSSED * possible
