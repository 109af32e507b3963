"""Words of our vocabularies on the command line."""

from __future__ import annotations

from enum import StrEnum
from typing import TypeVar

from decimus.cli.arguments import UsageError

Word = TypeVar("Word", bound=StrEnum)


def word_of(text: str, words: type[Word], option: str) -> Word:
    """A word as the member it stands for.

    Raises:
        UsageError: it stands for none; says which there are.
    """
    try:
        return words(text)
    except ValueError:
        known = ", ".join(word.value for word in words)
        raise UsageError(f"{option} {text} is not available; there are {known}") from None
