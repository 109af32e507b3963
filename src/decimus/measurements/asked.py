"""What is asked of a long table: its factors, its outcome, the column that names units."""

from __future__ import annotations

import re

from msgspec.structs import replace

from decimus.errors import ChoiceError, TableError
from decimus.measurements.kept_decisions import kept_question, kept_roles
from decimus.measurements.roles import LongRoles, long_roles
from decimus.measurements.shapes import TableShape
from decimus.measurements.summaries.lines import above_summaries
from decimus.measurements.summaries.marks import without_sign_of_note
from decimus.study.readings import HEADINGS, NOBODY, Reading

_OUT_OF = re.compile(r"(\d+)\s*/\s*(\d+)")
"""So many out of so many: 7/10."""


def no_numbers(shape: TableShape) -> TableError:
    """The error for a table without measurements."""
    first = shape.first_row
    like_numbers = [
        (first + row, profile.index, cell)
        for profile in reversed(shape.columns)
        for row, cell in enumerate(profile.cells[: profile.head])
        if any(sign.isdigit() for sign in cell) and not profile.names_rows
    ] or [
        (first + row, profile.index, cell)
        for profile in reversed(shape.columns)
        for row, cell in enumerate(profile.cells[: profile.head])
        if cell and profile.repeats
    ]
    found = ""
    if like_numbers:
        row, column, text = like_numbers[0]
        found = f": “{text[:40]}” (row {row + 1}, column {column + 1}) is none"
        if match := _OUT_OF.fullmatch(text):
            return TableError(
                f"There are no numbers to summarise in the table{found}",
                remedy=f"Write {match[1]} and {match[2]} into columns of their own, or the share "
                "as a number or in percent",
            )
        if (bare := without_sign_of_note(text)) is not None and bare != text:
            return TableError(
                f"There are no numbers to summarise in the table{found}",
                remedy=f"Leave {bare} alone in its cell; what stands behind it belongs in a column "
                "of its own",
            )
    return TableError(
        f"There are no numbers to summarise in the table{found}",
        remedy="Measurements must be numbers, such as 12.5"
        + (" or 12,5" if shape.decimal == "," else ""),
    )


def no_factor() -> TableError:
    """The error for a table in which nothing tells groups apart."""
    return TableError(
        "No column says which group a measurement belongs to",
        remedy="Add a column with the group of every row, or read it as one group per column",
    )


def roles_of(
    shape: TableShape,
    reading: Reading,
    outcome: int | None,
    factors: tuple[int, ...] | None,
) -> LongRoles:
    """What the columns of a long table are for, with what is said of outcome and factors."""
    shape = shape.counting(outcome)
    if (kept := kept_roles(kept_question(shape, reading, outcome, factors))) is not None:
        return kept
    known = {profile.index for profile in shape.columns}
    outcome = outcome if outcome in known else None
    said = [c for c in (reading.within, reading.subject) if c is not None and c in known]
    chosen = tuple(c for c in factors or () if c in known and c not in (outcome, *said))
    if shape.roles is not None and factors == (HEADINGS,):
        freed = [c for c in shape.roles.factors if shape.column(c).is_numeric]
        rest = (c for c in shape.roles.outcomes if c != outcome)
        first = () if outcome is None else (outcome,)
        return replace(shape.roles, factors=(), outcomes=(*first, *rest, *freed))
    if shape.roles is not None and outcome is None and not chosen:
        return shape.roles
    counted = above_summaries(
        [p for p in shape.columns if p.index not in shape.summary_columns], shape.decimal
    )
    return long_roles(counted, outcome=outcome, factors=chosen, unit=next(iter(said), None))


def chosen_factors(
    shape: TableShape,
    roles: LongRoles,
    outcome: int | None,
    said: tuple[int, ...] | None,
) -> tuple[int, ...]:
    """The factors as said or found; where there is none, all rows are one group.

    It goes by the heading of the outcome, as a column of one group does.
    """
    likely = () if said == (HEADINGS,) else tuple(c for c in roles.factors if c != outcome)
    if not likely and said != (HEADINGS,):
        taken = {outcome, roles.unit, *roles.outcomes, *shape.summary_columns}
        likely = tuple(c for c in shape.factor_candidates if c not in taken)[:1]
    return likely or (HEADINGS,)


def chosen_outcome(
    shape: TableShape, roles: LongRoles, outcome: int | None, factors: tuple[int, ...]
) -> int:
    """The outcome as said or found.

    Raises:
        TableError: there are no numbers.
        ChoiceError: what was said holds none.
    """
    known = {profile.index for profile in shape.columns}
    if outcome is not None and outcome in known:
        if shape.column(outcome).numbers == 0:
            raise ChoiceError(
                f"Column “{shape.name(outcome)}” holds no numbers",
                remedy="Choose another column as outcome",
            )
        return outcome
    free = [c for c in roles.outcomes if c not in factors and shape.column(c).numbers]
    if shape.readings:
        free = [*(c for c in shape.readings if c in free), *free]
    if not free:
        free = [p.index for p in shape.columns if p.numbers and p.index not in factors]
    if not free:
        raise no_numbers(shape)
    return free[0]


def names_within(reading: Reading, roles: LongRoles, column: int | None) -> int | None:
    """The column in every part of which the names of units are those of others: sex, house."""
    if reading.names_within is not None:
        return reading.names_within if reading.names_within >= 0 else None
    if reading.same_units is not None or reading.subject is not None or roles.unit != column:
        return None
    return roles.names_within


def unit_column(
    shape: TableShape,
    reading: Reading,
    roles: LongRoles,
    factors: tuple[int, ...],
    outcome: int,
) -> int | None:
    """The column of a long table that says what was measured: a subject, a flask."""
    for said in (reading.within, reading.subject):
        if said is not None and said >= 0 and said not in factors:
            return said
    if reading.subject == NOBODY and reading.within == NOBODY:
        return None
    taken = {*factors, outcome, *shape.readings}
    if roles.unit is not None and roles.unit not in taken:
        return roles.unit
    return shape.row_names if shape.row_names not in taken else None
