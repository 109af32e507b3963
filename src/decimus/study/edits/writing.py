"""Changes to what is written about a study: its texts and free notes."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.study.edits.kinds import QuestionEdit, SheetEdit, StudyEdit
from decimus.study.limits import Index
from decimus.study.live_parts import OwnPassage, Passage, Piece, TwoSides
from decimus.study.questions import Question
from decimus.study.readings import CellNote
from decimus.study.studies import Sheet, Study
from decimus.study.targets import Levels
from decimus.study.write_ups import GroupNote, TableChoices, WriteUp

_WORDS = {
    Passage.CAPTION: "the caption",
    Passage.RESULTS: "the results",
    Passage.METHODS: "the methods",
    Passage.GROUPS: "the sentences on groups",
}


class WritingEdit(QuestionEdit, frozen=True, kw_only=True):
    """A change to what is written about a question."""

    def written(self, words: WriteUp) -> WriteUp:
        """What is written after the change."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question after the change."""
        return replace(question, words=self.written(question.words))


class WritePassage(WritingEdit, frozen=True, kw_only=True):
    """Write a text in own words around what is live in it.

    Args:
        which: of the texts.
        pieces: own words and live parts.
        basis: the words of the suggestion without its live parts.
        pairs: of which groups it tells.
    """

    which: Passage
    pieces: tuple[Piece, ...]
    basis: str = ""
    pairs: tuple[TwoSides, ...] = ()

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"write {_WORDS[self.which]}"

    def written(self, words: WriteUp) -> WriteUp:
        """With the text in place of what stood there."""
        own = OwnPassage(self.which, self.pieces, self.basis, self.pairs)
        others = tuple(each for each in words.passages if each.which is not self.which)
        return replace(words, passages=(*others, own))


class BackToSuggestion(WritingEdit, frozen=True, kw_only=True):
    """Let a text be as it is suggested again."""

    which: Passage

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"{_WORDS[self.which]} as suggested"

    def written(self, words: WriteUp) -> WriteUp:
        """Without own words for that text."""
        kept = tuple(own for own in words.passages if own.which is not self.which)
        return replace(words, passages=kept)


class NoteOnQuestion(WritingEdit, frozen=True, kw_only=True):
    """Keep a free note with a question; "" takes it away."""

    text: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "note on the question"

    def written(self, words: WriteUp) -> WriteUp:
        """With the note."""
        return replace(words, note=self.text.strip())


class NoteOnGroup(WritingEdit, frozen=True, kw_only=True):
    """Keep a free note with a group; "" takes it away."""

    levels: Levels
    text: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"note on {', '.join(self.levels)}"

    def written(self, words: WriteUp) -> WriteUp:
        """With the note."""
        kept = tuple(note for note in words.group_notes if note.levels != self.levels)
        if self.text.strip():
            kept = (*kept, GroupNote(self.levels, self.text.strip()))
        return replace(words, group_notes=kept)


class NoteOnCell(SheetEdit, frozen=True, kw_only=True):
    """Keep a free note with a value; "" takes it away."""

    row: Index
    column: Index
    text: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "note on a value"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the note."""
        place = (self.row, self.column)
        kept = tuple(n for n in sheet.reading.cell_notes if (n.row, n.column) != place)
        if self.text.strip():
            kept = (*kept, CellNote(self.row, self.column, self.text.strip()))
        return replace(sheet, reading=replace(sheet.reading, cell_notes=kept))


class NoteOnStudy(StudyEdit, frozen=True, kw_only=True):
    """Keep a free note with the study; "" takes it away."""

    text: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "note on the study"

    def apply(self, study: Study) -> Study:
        """The study with the note."""
        return replace(study, note=self.text.strip())


class ArrangeTable(WritingEdit, frozen=True, kw_only=True):
    """Arrange a table of the write-up: its columns, their order and decimals, turned or not."""

    table: TableChoices
    words: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return self.words or "arrange the table"

    def written(self, words: WriteUp) -> WriteUp:
        """With the table arranged so."""
        others = tuple(own for own in words.tables if own.kind is not self.table.kind)
        return replace(words, tables=(*others, self.table))
