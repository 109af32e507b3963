"""Changes to a question: its groups, error bars and comparisons."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.kinds.error_bars import ERROR_BARS
from decimus.plurals import plural
from decimus.study.edits.groups import fitting
from decimus.study.edits.kinds import HeightEdit, LevelEdit, NumberEdit, QuestionEdit, check_level
from decimus.study.edits.moves import check_columns
from decimus.study.edits.written_parts import with_levels_of
from decimus.study.limits import DecimalCount
from decimus.study.live_parts import SideOfPair
from decimus.study.questions import (
    FigureChoices,
    HeightChoices,
    KeptWithFactors,
    LevelChoices,
    LevelLabel,
    LevelOrder,
    NumberChoices,
    PairOfGroups,
    Question,
)
from decimus.study.studies import Study
from decimus.study.targets import Levels, with_levels
from decimus.terms import Decimals, Direction, ErrorBar, Height

_LARGEST_FACTOR = 100.0


class ChooseOutcome(QuestionEdit, frozen=True, kw_only=True):
    """Ask about another column; the old one becomes free to be a factor."""

    outcome: int
    name: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"ask about {self.name}"

    def apply(self, study: Study) -> Study:
        """The study with the question about that column, which has to be there."""
        check_columns(study, study.questions[self.question].asked.sheet, (self.outcome,))
        return super().apply(study)

    def changed(self, question: Question) -> Question:
        """The question about that column."""
        factors = question.asked.factors
        if factors is not None:
            factors = tuple(f for f in factors if f != self.outcome) or None
        return replace(
            question, asked=replace(question.asked, outcome=self.outcome, factors=factors)
        )


class ChooseFactors(QuestionEdit, frozen=True, kw_only=True):
    """Ask by these factors, in this order; `before` are those it was asked by until now."""

    factors: tuple[int, ...]
    names: tuple[str, ...]
    before: tuple[int, ...] = ()

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"group by {' and '.join(self.names)}"

    def apply(self, study: Study) -> Study:
        """The study with the question by those factors, which have to be there."""
        check_columns(study, study.questions[self.question].asked.sheet, self.factors)
        return super().apply(study)

    def changed(self, question: Question) -> Question:
        """The question by those factors; pairs of other groups are no longer drawn."""
        before = question.asked.factors or self.before
        words, kept = question.words, question.kept
        figure, chosen = question.figure, question.comparison.chosen_pairs
        if before == self.factors:
            pass
        elif sorted(before) == sorted(self.factors):
            places = [before.index(factor) for factor in self.factors]
            figure = _figure_in_order(figure, places)
            chosen = _pairs_in_order(chosen, places)
            words = with_levels_of(words, lambda side: _in_order(side, places))
        else:
            kept = tuple(own for own in kept if sorted(own.factors) != sorted(before))
            kept = (*kept, KeptWithFactors(before, _of_groups(figure), chosen))[-_MOST_KEPT:]
            figure, chosen = self._brought_back(kept, _figure_without_groups(figure))
        return replace(
            question,
            kept=kept,
            asked=replace(question.asked, factors=self.factors),
            figure=figure,
            comparison=replace(question.comparison, chosen_pairs=chosen),
            words=words,
        )

    def _brought_back(
        self, kept: tuple[KeptWithFactors, ...], figure: FigureChoices
    ) -> tuple[FigureChoices, tuple[PairOfGroups, ...]]:
        """The figure with what was said of these factors' groups before, and their pairs."""
        wanted = sorted(self.factors)
        own = next((each for each in kept if sorted(each.factors) == wanted), None)
        if own is None:
            return figure, ()
        places = [own.factors.index(factor) for factor in self.factors]
        old = _figure_in_order(own.figure, places)
        figure = replace(
            figure,
            drawn_pairs=old.drawn_pairs,
            hidden=old.hidden,
            group_looks=old.group_looks,
            moved=(*figure.moved, *old.moved),
            own_texts=(*figure.own_texts, *old.own_texts),
        )
        return figure, _pairs_in_order(own.chosen_pairs, places)


_MOST_KEPT = 8
"""Sets of factors of whose groups it is kept what was said."""


def _of_groups(figure: FigureChoices) -> FigureChoices:
    """What is said of groups on a figure, and nothing else."""
    return FigureChoices(
        drawn_pairs=figure.drawn_pairs,
        hidden=figure.hidden,
        group_looks=figure.group_looks,
        moved=tuple(own for own in figure.moved if own.what.groups),
        own_texts=tuple(own for own in figure.own_texts if own.what.groups),
    )


def _in_order(side: SideOfPair, places: list[int]) -> SideOfPair:
    """One side of a pair in the new order; what is no group of these factors stays."""
    return tuple(side[place] for place in places) if len(side) == len(places) else side


def _pairs_in_order(pairs: tuple[PairOfGroups, ...], places: list[int]) -> tuple[PairOfGroups, ...]:
    return tuple(
        PairOfGroups(_moved(pair.first, places), _moved(pair.second, places)) for pair in pairs
    )


def _figure_in_order(figure: FigureChoices, places: list[int]) -> FigureChoices:
    """The figure with its groups named in the new order of the same factors."""

    def changed(levels: Levels) -> Levels:
        return _moved(levels, places)

    return replace(
        figure,
        drawn_pairs=_pairs_in_order(figure.drawn_pairs, places),
        hidden=tuple(changed(levels) for levels in figure.hidden),
        group_looks=tuple(replace(own, levels=changed(own.levels)) for own in figure.group_looks),
        moved=tuple(replace(own, what=with_levels(own.what, changed)) for own in figure.moved),
        own_texts=tuple(
            replace(own, what=with_levels(own.what, changed)) for own in figure.own_texts
        ),
    )


def _figure_without_groups(figure: FigureChoices) -> FigureChoices:
    """The figure without what was said of groups that are no longer there."""
    return replace(
        figure,
        drawn_pairs=(),
        hidden=(),
        group_looks=(),
        moved=tuple(own for own in figure.moved if not own.what.groups),
        own_texts=tuple(own for own in figure.own_texts if not own.what.groups),
    )


def _moved(levels: Levels, places: list[int]) -> Levels:
    """The levels in the new order of the same factors; those of no group of theirs as they are."""
    return tuple(levels[place] for place in places) if len(levels) == len(places) else levels


class RenameLevel(LevelEdit, frozen=True, kw_only=True):
    """Show a level under another name; the data keep theirs."""

    variable: int
    level: str
    label: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"rename {self.level} to {self.label}"

    def chosen(self, levels: LevelChoices) -> LevelChoices:
        """The choices with the label; the level's own name takes the label away."""
        others = tuple(
            label
            for label in levels.labels
            if (label.variable, label.level) != (self.variable, self.level)
        )
        if self.label == self.level:
            return replace(levels, labels=others)
        label = LevelLabel(self.variable, self.level, self.label)
        return replace(levels, labels=(*others, label))


class ReorderLevels(LevelEdit, frozen=True, kw_only=True):
    """Put a factor's levels in another order."""

    variable: int
    levels: tuple[str, ...]

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "reorder the groups"

    def chosen(self, levels: LevelChoices) -> LevelChoices:
        """The choices with the order."""
        others = tuple(o for o in levels.orders if o.variable != self.variable)
        order = LevelOrder(self.variable, self.levels)
        return replace(levels, orders=(*others, order))


class ChooseErrorBar(HeightEdit, frozen=True, kw_only=True):
    """Say what error bars show; `level` changes the level of a CI along with it."""

    error_bar: ErrorBar
    level: float | None = None
    factor: float | None = None

    def __post_init__(self) -> None:
        if self.level is not None:
            check_level(self.level)
        if self.factor is not None and not 0 < self.factor <= _LARGEST_FACTOR:
            raise ChoiceError(
                f"An error bar of {self.factor:g} times is no error bar",
                remedy=f"Type a factor above 0, at most {_LARGEST_FACTOR:g}",
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        if self.level is not None and self.error_bar is ErrorBar.CONFIDENCE_INTERVAL:
            return f"error bars show the {self.level:g} % confidence interval"
        return f"error bars show {ERROR_BARS[self.error_bar].short}"

    def chosen(self, heights: HeightChoices) -> HeightChoices:
        """The choices with those error bars."""
        height = heights.height
        if self.error_bar not in fitting(height):
            height = next(h for h in Height if self.error_bar in fitting(h))
        return replace(
            heights,
            error_bar=self.error_bar,
            level=self.level or heights.level,
            factor=self.factor or heights.factor,
            height=height,
            kept_bar=None,
        )


class ChooseErrorBarLevel(HeightEdit, frozen=True, kw_only=True):
    """Choose the level of confidence intervals of means."""

    level: float

    def __post_init__(self) -> None:
        check_level(self.level)

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"groups at {self.level:g} %"

    def chosen(self, heights: HeightChoices) -> HeightChoices:
        """The choices at that level."""
        return replace(heights, level=self.level)


class ChooseDirection(HeightEdit, frozen=True, kw_only=True):
    """Say which way error bars are drawn."""

    direction: Direction

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {Direction.BOTH: "both ways", Direction.UP: "upwards", Direction.DOWN: "downwards"}
        return f"error bars {words[self.direction]}"

    def chosen(self, heights: HeightChoices) -> HeightChoices:
        """The choices with the direction."""
        return replace(heights, direction=self.direction)


class ChooseDecimals(NumberEdit, frozen=True, kw_only=True):
    """Choose the rule for decimals, with their number where it is a number."""

    decimals: Decimals
    fixed: DecimalCount | None = None

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {
            Decimals.ONE_MORE: "one more decimal than the data",
            Decimals.AS_DATA: "decimals as the data",
            Decimals.FIXED: f"{self.fixed} {plural('decimal', self.fixed or 0)}",
        }
        return words[self.decimals]

    def chosen(self, numbers: NumberChoices) -> NumberChoices:
        """The choices with the decimals."""
        fixed = numbers.fixed if self.fixed is None else self.fixed
        return replace(numbers, decimals=self.decimals, fixed=fixed)
