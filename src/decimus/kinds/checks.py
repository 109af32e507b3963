"""Every check of an assumption, described once."""

from __future__ import annotations

from enum import StrEnum

from decimus.kinds.explanations import Explanation
from decimus.kinds.totals import total
from decimus.values import Value


class CheckName(StrEnum):
    """A check of what a test assumes."""

    SHAPIRO_WILK = "shapiro-wilk"
    BROWN_FORSYTHE = "brown-forsythe"
    LEVENE = "levene"
    MAUCHLY = "mauchly"


class CheckKind(Value, frozen=True):
    """What a check is.

    Args:
        of: what it looks at: "Normality".
        title: whose it is.
        letter: of its statistic.
        decimals: of its statistic, in a sentence.
        is_in_text: whether the methods of a paper name it.
        says: what is said where it finds something.
        says_not: what is said where it finds nothing.
        formula: of its statistic.
        reading: the formula in words.
        help: what it means.
    """

    of: str
    title: str
    letter: str
    decimals: int
    is_in_text: bool
    says: str
    says_not: str
    formula: str
    reading: str
    help: Explanation


CHECK_LIMIT = 0.05
"""The p below which a check is said to find something; it decides nothing."""

CHECKS = total(
    CheckName,
    {
        CheckName.SHAPIRO_WILK: CheckKind(
            of="Normality",
            title="Shapiro–Wilk",
            letter="W",
            decimals=3,
            is_in_text=True,
            says="residuals are hardly normal",
            says_not="nothing speaks against normal residuals",
            formula="W = (Σ aᵢ y₍ᵢ₎)² ÷ Σ (y − ȳ)²",
            reading=(
                "The residuals y₍ᵢ₎ in order beside weights aᵢ that a normal sample would have; W "
                "is 1 where they lie on a line. p by Royston’s approximation."
            ),
            help=Explanation(
                "Asks whether residuals look normal; W is near 1 where they do. With few "
                "replicates it misses much, with many it finds what does not matter: look at the "
                "picture too.",
                "Checks",
            ),
        ),
        CheckName.BROWN_FORSYTHE: CheckKind(
            of="Equal spread",
            title="Brown–Forsythe",
            letter="F",
            decimals=2,
            is_in_text=True,
            says="groups hardly vary alike",
            says_not="nothing speaks against equal spread",
            formula="F of the distances |y − median of the group|",
            reading="A one-way ANOVA of how far values lie from the middle of their group.",
            help=Explanation(
                "Asks whether groups vary alike, by distances from their medians, which values "
                "far out hardly move.",
                "Checks",
            ),
        ),
        CheckName.LEVENE: CheckKind(
            of="Equal spread",
            title="Levene",
            letter="F",
            decimals=2,
            is_in_text=False,
            says="groups hardly vary alike",
            says_not="nothing speaks against equal spread",
            formula="F of the distances |y − mean of the group|",
            reading="A one-way ANOVA of how far values lie from the mean of their group.",
            help=Explanation(
                "Asks whether groups vary alike, by distances from their means. Values far out "
                "move it more than Brown and Forsythe’s.",
                "Checks",
            ),
        ),
        CheckName.MAUCHLY: CheckKind(
            of="Sphericity",
            title="Mauchly",
            letter="W",
            decimals=3,
            is_in_text=True,
            says="differences between conditions hardly vary alike",
            says_not="nothing speaks against equal spread of differences",
            formula="W = det S ÷ (trace S ÷ d)ᵈ",
            reading=(
                "S is the covariance of d orthonormal contrasts of the conditions; W is 1 where "
                "they vary alike and apart from each other. p from chi-square with the term of "
                "second order."
            ),
            help=Explanation(
                "Asks whether differences between conditions spread alike, as repeated-measures "
                "ANOVA takes for granted. With few units it says little; df are corrected anyway.",
                "Checks",
            ),
        ),
    },
)
