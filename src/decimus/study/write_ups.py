"""What somebody has written about a question: texts in their own words, and free notes."""

from __future__ import annotations

from enum import StrEnum

import msgspec

from decimus.study.limits import DecimalCount
from decimus.study.live_parts import OwnPassage, Passage
from decimus.study.targets import Levels


class GroupNote(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A free note on a group."""

    levels: Levels
    text: str


class TableKind(StrEnum):
    """A table of the write-up."""

    SUMMARY = "summary"
    COMPARISONS = "comparisons"
    ANOVA = "anova"
    """The lines of the test: terms, errors, and all in all."""


class ColumnDecimals(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How many decimals one column has."""

    column: str
    decimals: DecimalCount


class TableChoices(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """How a table is arranged.

    Args:
        kind: of the tables.
        columns: those that are shown, in order; none for the usual ones.
        is_turned: whether rows and columns have changed places.
        decimals: of columns that have others than all the rest.
        outcomes: columns of the data that stand in the summary besides.
    """

    kind: TableKind
    columns: tuple[str, ...] = ()
    is_turned: bool = False
    decimals: tuple[ColumnDecimals, ...] = ()
    outcomes: tuple[int, ...] = ()

    def decimals_of(self, column: str) -> int | None:
        """The decimals of a column, None as everywhere."""
        return next((own.decimals for own in self.decimals if own.column == column), None)


class WriteUp(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """The words of a question that are not suggested.

    Args:
        passages: texts in own words, at most one of each.
        note: on the question.
        group_notes: on groups.
        tables: how tables are arranged, at most once each.
    """

    passages: tuple[OwnPassage, ...] = ()
    note: str = ""
    group_notes: tuple[GroupNote, ...] = ()
    tables: tuple[TableChoices, ...] = ()

    def own(self, which: Passage) -> OwnPassage | None:
        """A text as somebody has written it; None where it is as suggested."""
        return next((own for own in self.passages if own.which is which), None)

    def table(self, kind: TableKind) -> TableChoices:
        """How a table is arranged."""
        return next((own for own in self.tables if own.kind is kind), TableChoices(kind))

    def note_on(self, levels: Levels) -> str:
        """The note on a group, "" for none."""
        return next((note.text for note in self.group_notes if note.levels == levels), "")
