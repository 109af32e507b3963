"""What is written, with the columns and levels it speaks of as they are called now."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace

from decimus.study.live_parts import (
    AnyPart,
    EndsPart,
    FactorPart,
    GroupPart,
    Live,
    OwnPassage,
    PairPart,
    Piece,
    SideOfPair,
    TermPart,
)
from decimus.study.targets import Levels
from decimus.study.write_ups import WriteUp


def with_variables(words: WriteUp, moved: Callable[[int], int]) -> WriteUp:
    """What is written, where columns have other numbers."""

    def part(what: AnyPart) -> AnyPart:
        match what:
            case FactorPart():
                return replace(what, variable=moved(what.variable))
            case TermPart():
                return replace(what, factors=tuple(map(moved, what.factors)))
            case _:
                return what

    return replace(
        words,
        passages=tuple(_passage(own, part) for own in words.passages),
        tables=tuple(
            replace(table, outcomes=tuple(map(moved, table.outcomes))) for table in words.tables
        ),
    )


def with_levels_of(words: WriteUp, changed: Callable[[SideOfPair], SideOfPair]) -> WriteUp:
    """What is written, where levels are called otherwise or stand in another order."""

    def levels(found: Levels) -> Levels:
        return tuple(level or "" for level in changed(found))

    def part(what: AnyPart) -> AnyPart:
        match what:
            case GroupPart() | EndsPart():
                return replace(what, levels=levels(what.levels))
            case PairPart():
                return replace(what, first=changed(what.first), second=changed(what.second))
            case _:
                return what

    return replace(
        words,
        passages=tuple(
            replace(
                _passage(own, part), pairs=tuple((changed(a), changed(b)) for a, b in own.pairs)
            )
            for own in words.passages
        ),
        group_notes=tuple(replace(n, levels=levels(n.levels)) for n in words.group_notes),
    )


def _passage(own: OwnPassage, part: Callable[[AnyPart], AnyPart]) -> OwnPassage:
    def piece(found: Piece) -> Piece:
        return replace(found, what=part(found.what)) if isinstance(found, Live) else found

    return replace(own, pieces=tuple(map(piece, own.pieces)))
