"""Changes to what is compared with what, by which test, and how it is drawn."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits.groups import MarkControl
from decimus.study.edits.kinds import ComparisonEdit, FigureEdit, QuestionEdit, check_level
from decimus.study.questions import ComparisonChoices, FigureChoices, PairOfGroups, Question
from decimus.terms import (
    Adjustment,
    Alternative,
    ComparisonMarks,
    Method,
    PairSet,
    SphericityCorrection,
    SumsOfSquares,
)

_LARGEST_POWER, _SMALLEST_POWER = 99.9, 50.0


class ChooseComparisonLevel(ComparisonEdit, frozen=True, kw_only=True):
    """Choose the level of intervals of differences, and with it α."""

    level: float

    def __post_init__(self) -> None:
        check_level(self.level)

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"differences at {self.level:g} %"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices at that level."""
        return replace(comparison, level=self.level)


class ChooseMethod(ComparisonEdit, frozen=True, kw_only=True):
    """Choose the test."""

    method: Method
    name: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"compare by {self.name}"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with the test; the follow-up is again the one that belongs to it."""
        return replace(comparison, method=self.method, adjustment=None)


class ChooseAdjustment(ComparisonEdit, frozen=True, kw_only=True):
    """Choose how the p values of several pairs are adjusted."""

    adjustment: Adjustment
    name: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"then {self.name}"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with the adjustment."""
        return replace(comparison, adjustment=self.adjustment)


class DrawComparison(FigureEdit, frozen=True, kw_only=True):
    """Draw the comparison of two groups on the figure, or take it off."""

    pair: PairOfGroups
    is_drawn: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "draw a comparison" if self.is_drawn else "take a comparison off the figure"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with the pair drawn or not."""
        others = tuple(
            p for p in figure.drawn_pairs if not p.joins(self.pair.first, self.pair.second)
        )
        drawn = (*others, self.pair) if self.is_drawn else others
        return replace(figure, drawn_pairs=drawn)


class ChooseDrawnComparisons(FigureEdit, frozen=True, kw_only=True):
    """Draw exactly these comparisons."""

    pairs: tuple[PairOfGroups, ...]
    words: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"draw {self.words}"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with those pairs drawn."""
        return replace(figure, drawn_pairs=self.pairs)


class ChoosePairs(QuestionEdit, frozen=True, kw_only=True):
    """Choose which groups are compared with which.

    Args:
        pair_set: the family.
        words: it in words.
        chosen: the pairs, where they are picked one by one.
        marginal_variable: the factor whose marginal means are compared.
        within_variable: the factor whose levels are compared within those of the others.
        control: the factor and the level to mark as control.
        drawn: a pair to draw on the figure as well.
    """

    pair_set: PairSet
    words: str
    chosen: tuple[PairOfGroups, ...] = ()
    marginal_variable: int | None = None
    within_variable: int | None = None
    control: tuple[int, str] | None = None
    drawn: PairOfGroups | None = None

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"compare {self.words}"

    def changed(self, question: Question) -> Question:
        """The question with the family; the follow-up is again the one that belongs to it."""
        if self.control is not None:
            variable, level = self.control
            question = MarkControl(variable=variable, level=level).changed(question)
        if self.drawn is not None:
            draw = DrawComparison(pair=self.drawn, is_drawn=True)
            question = draw.changed(question)
        one_by_one = (PairSet.CHOSEN, PairSet.PLANNED)
        is_added = self.pair_set is question.comparison.pair_set and self.pair_set in one_by_one
        return replace(
            question,
            comparison=replace(
                question.comparison,
                pair_set=self.pair_set,
                chosen_pairs=self.chosen,
                marginal_variable=self.marginal_variable,
                within_variable=self.within_variable,
                adjustment=question.comparison.adjustment if is_added else None,
            ),
        )


class ChooseFamilies(ComparisonEdit, frozen=True, kw_only=True):
    """Adjust the pairs at each level of the other factors for each other alone, or all."""

    per_level: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "a family at each level" if self.per_level else "all pairs as one family"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with such families; the follow-up is again the one that belongs to it."""
        return replace(comparison, per_level=self.per_level, adjustment=None)


class ChooseAlternative(ComparisonEdit, frozen=True, kw_only=True):
    """Test in one direction only, or in both."""

    alternative: Alternative | None

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "two-sided" if self.alternative is None else f"one-sided, {self.alternative.value}"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with the direction."""
        return replace(comparison, alternative=self.alternative)


class ChooseReference(ComparisonEdit, frozen=True, kw_only=True):
    """Say what the mean of one group is compared with."""

    reference: float

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"compare with {self.reference:g}"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with the reference value."""
        return replace(comparison, reference=self.reference)


class ChooseSumsOfSquares(ComparisonEdit, frozen=True, kw_only=True):
    """Choose what each term of a linear model is given."""

    kind: SumsOfSquares

    @property
    def title(self) -> str:
        """The change in plain words."""
        is_all = self.kind is SumsOfSquares.GIVEN_ALL
        return "each term given all others" if is_all else "each term given the lower ones"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with the kind of sums of squares."""
        return replace(comparison, sums_of_squares=self.kind)


class ChooseSphericity(ComparisonEdit, frozen=True, kw_only=True):
    """Choose the correction of a repeated-measures ANOVA."""

    correction: SphericityCorrection

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"correction: {self.correction.value}"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with the correction."""
        return replace(comparison, sphericity=self.correction)


class StateRelevantDifference(ComparisonEdit, frozen=True, kw_only=True):
    """State the smallest difference that matters, or none."""

    difference: float | None

    def __post_init__(self) -> None:
        if self.difference is not None and self.difference <= 0:
            raise ChoiceError(
                f"{self.difference:g} is not a size of a difference", remedy="Type one above 0"
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        if self.difference is None:
            return "no smallest difference that matters"
        return f"a difference of {self.difference:g} matters"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with that difference."""
        return replace(comparison, relevant_difference=self.difference)


class ChoosePower(ComparisonEdit, frozen=True, kw_only=True):
    """Choose the power that is planned with, in percent."""

    power: float

    def __post_init__(self) -> None:
        if not _SMALLEST_POWER <= self.power <= _LARGEST_POWER:
            raise ChoiceError(
                f"{self.power:g} % is not a usable power",
                remedy=f"Choose one from {_SMALLEST_POWER:g} to {_LARGEST_POWER:g}",
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"plan with {self.power:g} % power"

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices with that power."""
        return replace(comparison, power=self.power)


class ChooseComparisonMarks(FigureEdit, frozen=True, kw_only=True):
    """Choose how comparisons are drawn: lines, texts over groups, letters."""

    marks: ComparisonMarks

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {
            ComparisonMarks.LINES: "comparisons as lines",
            ComparisonMarks.OVER_GROUPS: "comparisons over single groups",
            ComparisonMarks.LETTERS: "comparisons as letters",
        }
        return words[self.marks]

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with those marks."""
        return replace(figure, comparison_marks=self.marks)


class HideNotSignificant(FigureEdit, frozen=True, kw_only=True):
    """Keep comparisons that show no difference off the figure, or let them stand."""

    is_hidden: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"{'hide' if self.is_hidden else 'show'} comparisons without a difference"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with or without them."""
        return replace(figure, hides_not_significant=self.is_hidden)


class ChooseStarLimits(FigureEdit, frozen=True, kw_only=True):
    """Choose below which p there are two stars, three, and so on; one star goes with α."""

    limits: tuple[float, ...]

    def __post_init__(self) -> None:
        falls = all(a > b for a, b in zip(self.limits, self.limits[1:], strict=False))
        if not falls or not all(0 < limit < 0.5 for limit in self.limits) or len(self.limits) > 3:
            raise ChoiceError(
                "These are no limits for stars",
                remedy="Type one to three numbers below 0.5, each smaller than the one before",
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "limits of stars"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with those limits."""
        return replace(figure, star_limits=self.limits)
