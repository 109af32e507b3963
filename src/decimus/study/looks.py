"""How a figure looks, as far as anyone has said: a question, a group or a house style."""

from __future__ import annotations

import msgspec

from decimus.study import limits
from decimus.study.limits import TextSize, Width
from decimus.study.targets import Levels
from decimus.terms import KeyPlace, Palette


class Look(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What is set about the look of a figure; None where the rule decides.

    Args:
        palette: the set of group colours.
        text_pt: size of letters in points.
        width_mm: width of the page.
        height_mm: height of the page, without what comparison lines or names add to it.
        key_place: where the key stands.
    """

    palette: Palette | None = None
    text_pt: TextSize | None = None
    width_mm: Width | None = None
    height_mm: limits.Height | None = None
    key_place: KeyPlace | None = None


class LookOfGroup(msgspec.Struct, frozen=True):
    """What is set about one group only."""

    levels: Levels
    look: Look
