"""What a choice means: two or three sentences at the word itself, and the way to the methods."""

from __future__ import annotations

from decimus.values import Value


class Explanation(Value, frozen=True):
    """A few sentences, and the section of the methods that has more.

    Args:
        text: what it means, and when it is right.
        section: of the methods.
    """

    text: str
    section: str
