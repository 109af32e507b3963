"""Groups that stand in the names of columns or rows: WT_1, WT_2, KO_1, KO_2."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from msgspec import Struct

from decimus.measurements.computed import stem_of_name
from decimus.measurements.observations import Measurements
from decimus.terms import Layout


class NamesMayBeGroups(Struct, frozen=True):
    """Names such as C1, C2, T1, T2 where nothing else tells groups apart.

    `heading` is over the names of rows; "" for the headings of columns. Without brackets and
    signs of its own a name that ends so can be split by a click.
    """

    heading: str
    stems: tuple[str, ...]
    is_across: bool = False
    """Whether what is compared stands across, beside the names."""


def names_of_groups(measurements: Measurements) -> NamesMayBeGroups | None:
    """What names of columns or of rows have in common by groups, where nothing else tells them."""
    found = (
        _grouped(heading, texts, is_across=is_across)
        for heading, texts, is_across in _names_alone(measurements)
    )
    return next((one for one in found if one is not None), None)


def _names_alone(measurements: Measurements) -> Iterator[tuple[str, tuple[str, ...], bool]]:
    """Names that nothing divides: what stands over them, and whether more is compared across."""
    shape, count = measurements.shape, len(measurements.groups)
    column = shape.roles.unit if shape.roles is not None else shape.row_names
    if shape.layout is Layout.COLUMNS and count > _FEWEST_COLUMNS:
        yield "", tuple(dict.fromkeys(group.levels[0] for group in measurements.groups)), False
    if (only := _only_factor(measurements)) is not None:
        yield shape.name(only), tuple(shape.column(only).counts), False
    is_across = count > 1 and shape.layout is Layout.COLUMNS and not shape.side_factors
    if column is not None and (count == 1 or is_across):
        yield shape.name(column), tuple(shape.column(column).counts), is_across


def _grouped(heading: str, texts: tuple[str, ...], *, is_across: bool) -> NamesMayBeGroups | None:
    """Names such as WT_1 and KO_3 by what they begin with; None where they are others."""
    found = [stem_of_name(text) for text in texts]
    stems = Counter(stem for stem in found if stem)
    if not all(found) or not 2 <= len(stems) <= _MOST_STEMS or min(stems.values()) < 2:
        return None
    return NamesMayBeGroups(heading, tuple(stems), is_across)


def _only_factor(measurements: Measurements) -> int | None:
    """The column of names that is the only factor of a long table."""
    factors = measurements.factors
    if measurements.shape.layout is not Layout.LONG or len(factors) != 1:
        return None
    column = factors[0].variable
    return column if column >= 0 and measurements.shape.column(column).is_text else None


_FEWEST_COLUMNS = 3
_MOST_STEMS = 8
