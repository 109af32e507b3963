"""Parts of a text that follow the data, and texts that somebody wrote around them."""

from __future__ import annotations

from enum import StrEnum

import msgspec

from decimus.study.targets import Levels
from decimus.terms import Statistic

SideOfPair = tuple[str | None, ...]
TwoSides = tuple[SideOfPair, SideOfPair]
"""The levels of one side of a comparison; None for a factor averaged over, () for a value."""


class Passage(StrEnum):
    """A text of the write-up."""

    CAPTION = "caption"
    RESULTS = "results"
    METHODS = "methods"
    GROUPS = "groups"
    """A sentence on each group."""


class Fact(StrEnum):
    """A fact about a question as a whole."""

    OUTCOME = "outcome"
    COMPARED = "compared"
    """What a test compares: the outcome, or the share of its cases."""
    MATERIAL = "material"
    CONDITION = "condition"
    UNIT_NAMES = "unit-names"
    """What replicates are, as many: flasks."""
    N = "n"
    """Of one group, or from the least to the most."""
    N_IN_ALL = "n-in-all"
    GROUP_COUNT = "group-count"
    MISSING = "missing"
    SET_ASIDE = "set-aside"
    LEVEL = "level"
    """Of intervals of means."""
    DIFFERENCE_LEVEL = "difference-level"
    ALPHA = "alpha"
    METHOD = "method"
    FOLLOW_UP = "follow-up"
    PAIR_COUNT = "pair-count"
    SHOWN_COUNT = "shown-count"
    """Of comparisons that showed a difference."""
    FIGURE_NUMBER = "figure-number"
    VERSION = "version"


class TermFact(StrEnum):
    """What can be said of one line of a test."""

    TEST = "test"
    """Its statistic with df, and p."""
    STATISTIC = "statistic"
    P = "p"
    EFFECT = "effect"


class PairFact(StrEnum):
    """What can be said of two groups."""

    DIFFERENCE = "difference"
    INTERVAL = "interval"
    STATISTIC = "statistic"
    P = "p"
    EFFECT = "effect"
    CHANGE = "change"
    """The difference in percent of the second mean."""
    RELATION = "relation"
    """Larger or smaller."""


class SentenceAbout(StrEnum):
    """What a sentence of the methods or the results is about, where it is live as a whole."""

    READINGS = "readings"
    TAKEN = "taken"
    SET_ASIDE = "set-aside"
    MISSING = "missing"
    LIMITS = "limits"
    JOINED = "joined"
    ADJUSTED = "adjusted"
    SHOWN = "shown"
    FAMILY = "family"
    INTERVALS = "intervals"
    TERMS = "terms"
    ASSUMED = "assumed"
    CHECKS = "checks"
    LEFT_OUT = "left-out"
    WITH_AND_WITHOUT = "with-and-without"
    CHANGE = "change"
    EQUIVALENCE = "equivalence"


class LivePart(msgspec.Struct, frozen=True, tag=True):
    """Something that follows the data."""


class FactPart(LivePart, frozen=True, tag=True):
    """A fact about the question."""

    fact: Fact


class FactorPart(LivePart, frozen=True, tag=True):
    """The name of a factor, or its levels one by one."""

    variable: int
    is_levels: bool = False


class GroupPart(LivePart, frozen=True, tag=True):
    """A statistic of a group; its name where none is said."""

    levels: Levels
    statistic: Statistic | None = None


class EndsPart(LivePart, frozen=True, tag=True):
    """Both ends of the error bar of a group."""

    levels: Levels


class TermPart(LivePart, frozen=True, tag=True):
    """A line of the test, by the variables of its factors."""

    factors: tuple[int, ...]
    fact: TermFact


class PairPart(LivePart, frozen=True, tag=True):
    """What is said of two groups, the first beside the second."""

    first: SideOfPair
    second: SideOfPair
    fact: PairFact


class ChoicePart(LivePart, frozen=True, tag=True):
    """The words of a choice in the caption, by its key."""

    key: str


class SentencePart(LivePart, frozen=True, tag=True):
    """A sentence that follows as a whole from what was done to the data."""

    about: SentenceAbout


AnyPart = (
    FactPart | FactorPart | GroupPart | EndsPart | TermPart | PairPart | ChoicePart | SentencePart
)


class OwnWords(msgspec.Struct, frozen=True, tag=True):
    """Words that somebody wrote, in the light notation."""

    text: str


class Live(msgspec.Struct, frozen=True, tag=True):
    """A live part among them.

    Args:
        what: what stands there.
        shown: what it said when it was last looked at.
        is_frozen: whether it goes on saying that.
    """

    what: AnyPart
    shown: str
    is_frozen: bool = False


Piece = OwnWords | Live


class OwnPassage(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A text of the write-up as somebody has written it.

    Args:
        which: of the texts.
        pieces: own words and live parts, in order.
        basis: the words of the suggestion when it was last looked at, without its live parts.
        pairs: of which groups it told then. The same words about other pairs are another claim.
    """

    which: Passage
    pieces: tuple[Piece, ...]
    basis: str = ""
    pairs: tuple[TwoSides, ...] = ()
