"""What somebody has written about a question: texts in their own words, and free notes."""

from __future__ import annotations

import msgspec

from decimus.study.live_parts import OwnPassage, Passage
from decimus.study.targets import Levels


class GroupNote(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A free note on a group."""

    levels: Levels
    text: str


class WriteUp(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """The words of a question that are not suggested.

    Args:
        passages: texts in own words, at most one of each.
        note: on the question.
        group_notes: on groups.
    """

    passages: tuple[OwnPassage, ...] = ()
    note: str = ""
    group_notes: tuple[GroupNote, ...] = ()

    def own(self, which: Passage) -> OwnPassage | None:
        """A text as somebody has written it; None where it is as suggested."""
        return next((own for own in self.passages if own.which is which), None)

    def note_on(self, levels: Levels) -> str:
        """The note on a group, "" for none."""
        return next((note.text for note in self.group_notes if note.levels == levels), "")
