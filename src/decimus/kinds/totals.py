"""Tables that have to hold every member of a closed set, and are refused at import without one."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from enum import Enum
from typing import TypeVar

Member = TypeVar("Member", bound=Enum)
Described = TypeVar("Described")


def total(
    members: Iterable[Member],
    table: Mapping[Member, Described],
    *,
    but: frozenset[Member] = frozenset(),
) -> dict[Member, Described]:
    """The table, in the order of the members.

    Args:
        members: the closed set, or those of it that have something in common.
        table: what is said of each.
        but: members that stand for others, of which nothing is to be said.

    Raises:
        TypeError: a member lacks, or one is described that is none of them.
    """
    wanted = [member for member in members if member not in but]
    lacking = [str(member) for member in wanted if member not in table]
    spare = [str(member) for member in table if member not in wanted]
    if lacking or spare:
        said = [f"{', '.join(lacking)} lacking"] * bool(lacking)
        said += [f"{', '.join(spare)} not wanted"] * bool(spare)
        kind = type(next(iter([*wanted, *table]))).__name__
        raise TypeError(f"a table of every {kind}: {'; '.join(said)}")
    return {member: table[member] for member in wanted}
