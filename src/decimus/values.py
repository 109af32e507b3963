"""What the immutable values of every layer are made of."""

from __future__ import annotations

import msgspec


class Value(msgspec.Struct, frozen=True, dict=True):
    """A value that is worked out: immutable, equal by what it holds.

    What is derived from it once can be kept with it (`cached_property`). A class of this kind is
    made in a thirtieth of the time that the standard library's takes, and there are many to make
    whenever the program starts.
    """
