"""Sentences as spans: text, and choices that carry the edits they stand for."""

from __future__ import annotations

from collections.abc import Callable
from enum import Enum

from decimus.study.edits import Edit
from decimus.study.live_parts import AnyPart
from decimus.values import Value


class Style(Enum):
    """How a piece of text is set."""

    PLAIN = "plain"
    ITALIC = "italic"
    STRONG = "strong"
    QUIET = "quiet"


class Text(Value, frozen=True):
    """Words that only say something.

    Args:
        text: the words, with the spaces around them.
        style: how they are set.
        is_printed: False for words that only belong on the screen.
        live: what the words follow, where they follow something that can be named.
    """

    text: str
    style: Style = Style.PLAIN
    is_printed: bool = True
    live: AnyPart | None = None


class Option(Value, frozen=True):
    """One thing a choice can be.

    Args:
        label: what it is called.
        edit: the change that choosing it makes; None when it cannot be chosen.
        is_current: True for what holds now.
        why: why it cannot be chosen, or a word of help.
    """

    label: str
    edit: Edit | None
    is_current: bool = False
    why: str = ""


class Entry(Value, frozen=True):
    """A thing a choice can be that is typed in.

    Args:
        label: what to type.
        initial: what stands there now.
        edit_of: turns what was typed into the change; raises ChoiceError to refuse it.
    """

    label: str
    initial: str
    edit_of: Callable[[str], Edit]


class Choice(Value, frozen=True):
    """Words that can be changed to other words, and the study with them.

    Args:
        key: what the choice is about, the same for as long as the sentence is.
        text: the words as they stand.
        name: what is chosen, for those who cannot see the sentence.
        options: what it could be.
        entries: what else could be typed.
        style: how the words are set.
        is_printed: False for words that only belong on the screen.
    """

    key: str
    text: str
    name: str
    options: tuple[Option, ...] = ()
    entries: tuple[Entry, ...] = ()
    style: Style = Style.PLAIN
    is_printed: bool = True


Span = Text | Choice
Sentence = tuple[Span, ...]


def plain_text(sentence: Sentence) -> str:
    """The sentence as it is printed and copied."""
    return "".join(span.text for span in sentence if span.is_printed)
