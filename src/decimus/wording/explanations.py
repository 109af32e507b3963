"""What a choice means: two or three sentences at the word itself, and the way to the methods."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from decimus.kinds.adjustments import ADJUSTMENTS
from decimus.kinds.error_bars import ERROR_BARS
from decimus.kinds.explanations import Explanation
from decimus.kinds.heights import HEIGHTS
from decimus.kinds.methods import METHODS as METHOD_KINDS
from decimus.study.edits import (
    ChooseAdjustment,
    ChooseAlternative,
    ChooseAveraging,
    ChooseErrorBar,
    ChooseFamilies,
    ChooseHeight,
    ChooseMethod,
    ChoosePairs,
    ChoosePairsByRow,
    ChooseSameUnits,
    ChooseSphericity,
    ChooseSumsOfSquares,
    Edit,
)
from decimus.terms import (
    Method,
    PairSet,
    SphericityCorrection,
    SumsOfSquares,
)

METHODS: dict[Method, Explanation] = {
    Method.AUTO: Explanation(
        "The test that the design suggests, from what groups and units are and never from what "
        "the values turn out to be.",
        "Two groups",
    ),
    **{m: Explanation(kind.help, kind.section) for m, kind in METHOD_KINDS.items()},
}

PAIRS: dict[PairSet, Explanation] = {
    PairSet.ALL: Explanation(
        "A family is what is adjusted together. All pairs make the largest one: n groups have "
        "n (n − 1) ÷ 2 pairs, and each has to be further apart to count.",
        "Three groups or more",
    ),
    PairSet.CONTROL: Explanation(
        "Every group against one control: fewer pairs, so smaller differences are seen. Pairs "
        "among the others are not tested.",
        "Three groups or more",
    ),
    PairSet.WITHIN: Explanation(
        "Only cells that differ in one factor are compared, at each level of the others: the "
        "questions that two factors are mostly crossed for.",
        "Several factors",
    ),
    PairSet.MARGINAL: Explanation(
        "Levels of one factor, averaged over the others. Where an interaction is shown these are "
        "averages of unlike differences.",
        "Several factors",
    ),
    PairSet.CHOSEN: Explanation(
        "Pairs that were picked after the data were seen stay part of all that they could have "
        "been picked from, and are adjusted for all of those.",
        "Three groups or more",
    ),
    PairSet.PLANNED: Explanation(
        "Pairs that were named before the data were seen are a family by themselves, and are "
        "adjusted for each other alone. Say so in the methods.",
        "Three groups or more",
    ),
    PairSet.NONE: Explanation(
        "The test over all groups alone: it says that groups differ, not which.",
        "Three groups or more",
    ),
}

SIDES = {
    True: Explanation(
        "Differences in either direction count, and p is that of both. The usual choice.",
        "Two groups",
    ),
    False: Explanation(
        "Only a difference in one direction counts, which must have been fixed before the data "
        "were seen. p is about half of the two-sided one, and a difference the other way never "
        "counts.",
        "Two groups",
    ),
}

SAME_UNITS = {
    True: Explanation(
        "The same units were measured under every condition, so that each is compared with itself. "
        "That sees smaller differences, and is wrong where units were different ones.",
        "The same units",
    ),
    False: Explanation(
        "Every value is of another unit. What sets units apart is then part of the spread.",
        "Two groups",
    ),
}

AVERAGING = {
    True: Explanation(
        "Several readings of one unit are no replicates: they say how well that unit was read. "
        "They are averaged first, so that n counts units.",
        "What counts",
    ),
    False: Explanation(
        "Every reading counts as a replicate of its own. Right only where each is of another unit: "
        "else n is too large and p too small.",
        "What counts",
    ),
}

FAMILIES = {
    True: Explanation(
        "Pairs at each level of the other factor are adjusted by themselves. Say why these are "
        "questions of their own.",
        "Several factors",
    ),
    False: Explanation(
        "All pairs that are tested are adjusted together, the cautious way.", "Several factors"
    ),
}

SQUARES = {
    SumsOfSquares.GIVEN_ALL: Explanation(
        "Each term is tested given all others. With equal n it makes no difference.",
        "Several factors",
    ),
    SumsOfSquares.GIVEN_LOWER: Explanation(
        "Each term is tested given those that do not hold it; it sees more where there is no "
        "interaction. With equal n it makes no difference.",
        "Several factors",
    ),
}

SPHERICITY = {
    SphericityCorrection.GREENHOUSE_GEISSER: Explanation(
        "Multiplies df by ε, below 1 where differences between conditions spread unlike. Cautious.",
        "The same units",
    ),
    SphericityCorrection.HUYNH_FELDT: Explanation(
        "As Greenhouse and Geisser’s, with an ε that is less strict for few units.",
        "The same units",
    ),
    SphericityCorrection.NONE: Explanation(
        "Takes all differences between conditions to spread alike, which they seldom do.",
        "The same units",
    ),
}

_BY_KIND: dict[type[object], Callable[[Any], Explanation]] = {
    ChooseErrorBar: lambda edit: ERROR_BARS[edit.error_bar].help,
    ChooseHeight: lambda edit: HEIGHTS[edit.height].help,
    ChooseMethod: lambda edit: METHODS[edit.method],
    ChooseAdjustment: lambda edit: ADJUSTMENTS[edit.adjustment].help,
    ChoosePairs: lambda edit: PAIRS[edit.pair_set],
    ChooseAlternative: lambda edit: SIDES[edit.alternative is None],
    ChooseSameUnits: lambda edit: SAME_UNITS[edit.is_same],
    ChoosePairsByRow: lambda edit: SAME_UNITS[edit.is_paired],
    ChooseAveraging: lambda edit: AVERAGING[edit.column is not None],
    ChooseFamilies: lambda edit: FAMILIES[edit.per_level],
    ChooseSumsOfSquares: lambda edit: SQUARES[edit.kind],
    ChooseSphericity: lambda edit: SPHERICITY[edit.correction],
}


def explanation_of(edit: Edit | None) -> Explanation | None:
    """What the choice that an edit makes means; None where the word says it all."""
    found = _BY_KIND.get(type(edit))
    return None if found is None else found(edit)
