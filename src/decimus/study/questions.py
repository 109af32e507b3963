"""A question: one outcome by one or two factors, with all that was chosen about it."""

from __future__ import annotations

import msgspec

from decimus.study import limits
from decimus.study.limits import (
    Colour,
    ConfidenceLevel,
    DecimalCount,
    Factor,
    Index,
    Move,
    TextSize,
    Width,
)
from decimus.terms import (
    Adjustment,
    Alternative,
    ChartKind,
    ComparisonMarks,
    ComparisonText,
    Decimals,
    Direction,
    ErrorBar,
    Height,
    Method,
    PairSet,
    Palette,
    Side,
    Spacing,
    SphericityCorrection,
    Statistic,
    SumsOfSquares,
    Totals,
)

Levels = tuple[str, ...]
"""The levels that make one group, one per factor, as typed in the table."""


class LevelOrder(msgspec.Struct, frozen=True):
    """The order of a factor's levels where the user changed it."""

    variable: int
    levels: tuple[str, ...]


class LevelLabel(msgspec.Struct, frozen=True):
    """The name a level is shown under; the data keep their own."""

    variable: int
    level: str
    label: str


class LevelColour(msgspec.Struct, frozen=True):
    """A colour of a level's own, as "#" and six hexadecimal digits."""

    variable: int
    level: str
    colour: Colour


class ControlLevel(msgspec.Struct, frozen=True):
    """The level of a factor that others are measured against."""

    variable: int
    level: str


class PairOfGroups(msgspec.Struct, frozen=True):
    """Two groups whose comparison is drawn on the figure."""

    first: Levels
    second: Levels

    def joins(self, a: Levels, b: Levels) -> bool:
        """True for the same two groups, whichever comes first."""
        return (a, b) in {(self.first, self.second), (self.second, self.first)}


class Nudge(msgspec.Struct, frozen=True):
    """How far the user moved a comparison line up (or down), in mm."""

    pair: PairOfGroups
    up_mm: Move


class FigureChoices(msgspec.Struct, frozen=True):
    """How the figure looks; lengths in mm, text in points.

    `spacing` None is even for bars and by amount for points that have room;
    `value_from` and `value_to` are the ends of the value axis, None for our own;
    titles are None where they follow the data; `hides_not_significant` keeps comparisons off
    that show no difference; `star_limits` come after α; `nudges` are lines moved by hand.
    """

    kind: ChartKind = ChartKind.BARS
    show_replicates: bool = True
    palette: Palette = Palette.SHORE
    text_pt: TextSize = 8.0
    width_mm: Width = 85.0
    height_mm: limits.Height = 62.0
    group_title: str | None = None
    value_title: str | None = None
    value_from: float | None = None
    value_to: float | None = None
    comparison_text: ComparisonText = ComparisonText.EXACT_P
    spacing: Spacing | None = None
    comparison_marks: ComparisonMarks = ComparisonMarks.LINES
    hides_not_significant: bool = False
    star_limits: tuple[float, ...] = (0.01, 0.001)
    nudges: tuple[Nudge, ...] = ()


USUAL_COLUMNS = (
    Statistic.N,
    Statistic.MEAN,
    Statistic.STANDARD_DEVIATION,
    Statistic.STANDARD_ERROR,
    Statistic.CONFIDENCE_INTERVAL,
)
"""The statistics beside the lanes until others are chosen."""


class Question(msgspec.Struct, frozen=True):
    """How does the outcome differ by the factors?

    Args:
        sheet: which of the study's sheets it asks about.
        outcome: the outcome's column in a long table, None as detected.
        factors: the factors' columns in a long table in their order, None as detected.
        level_orders: orders the user made.
        level_labels: names to show levels under.
        error_bar: what error bars show.
        error_bar_level: level of a confidence interval of a mean, in percent.
        direction: which way error bars are drawn.
        method: the test.
        adjustment: the follow-up; None as the method suggests.
        comparison_level: level of intervals of differences, in percent; α = 1 − level.
        drawn_pairs: comparisons drawn on the figure.
        decimals: the rule for decimals.
        fixed_decimals: their number where the rule is a number.
        figure: how the figure looks.
        error_bar_factor: what a multiple of SD or SE is multiplied by.
        height: what stands for a group on the figure.
        threshold: beyond what cases count as a share, None while nobody has said.
        side: which side of it.
        columns: the statistics beside the lanes, in order.
        totals: what is shown below the groups of a level of the first factor.
        controls: at most one level for each factor.
        hidden: groups that are not on the figure.
        level_colours: colours of levels' own.
        pair_set: which groups are compared with which; None as the design suggests.
        chosen_pairs: the family where pairs are chosen one by one.
        marginal_variable: the factor whose marginal means are compared; None for the first.
        alternative: the direction of a one-sided test, a beside b; None for two-sided.
        reference: what one group's mean is compared with.
        sums_of_squares: what terms of a linear model are given.
        sphericity: the correction of a repeated-measures ANOVA.
        relevant_difference: the smallest difference that matters, where the user states one.
        power: of planning, in percent.
    """

    sheet: Index = 0
    outcome: int | None = None
    factors: tuple[int, ...] | None = None
    level_orders: tuple[LevelOrder, ...] = ()
    level_labels: tuple[LevelLabel, ...] = ()
    error_bar: ErrorBar = ErrorBar.CONFIDENCE_INTERVAL
    error_bar_level: ConfidenceLevel = 95.0
    direction: Direction = Direction.BOTH
    method: Method = Method.AUTO
    adjustment: Adjustment | None = None
    comparison_level: ConfidenceLevel = 95.0
    drawn_pairs: tuple[PairOfGroups, ...] = ()
    decimals: Decimals = Decimals.ONE_MORE
    fixed_decimals: DecimalCount = 2
    figure: FigureChoices = msgspec.field(default_factory=FigureChoices)
    error_bar_factor: Factor = 2.0
    height: Height = Height.MEAN
    threshold: float | None = None
    side: Side = Side.ABOVE
    columns: tuple[Statistic, ...] = USUAL_COLUMNS
    totals: Totals = Totals.NONE
    controls: tuple[ControlLevel, ...] = ()
    hidden: tuple[Levels, ...] = ()
    level_colours: tuple[LevelColour, ...] = ()
    pair_set: PairSet | None = None
    chosen_pairs: tuple[PairOfGroups, ...] = ()
    marginal_variable: int | None = None
    alternative: Alternative | None = None
    reference: float | None = None
    sums_of_squares: SumsOfSquares = SumsOfSquares.GIVEN_ALL
    sphericity: SphericityCorrection = SphericityCorrection.GREENHOUSE_GEISSER
    relevant_difference: float | None = None
    power: ConfidenceLevel = 80.0

    def label(self, variable: int, level: str) -> str:
        """The name a level is shown under."""
        for label in self.level_labels:
            if (label.variable, label.level) == (variable, level):
                return label.label
        return level

    def ordered(self, variable: int, levels: tuple[str, ...]) -> tuple[str, ...]:
        """`levels` in the user's order; levels unknown to that order come last as they are."""
        for order in self.level_orders:
            if order.variable == variable:
                known = [level for level in order.levels if level in levels]
                return (*known, *(level for level in levels if level not in known))
        return levels

    def control(self, variable: int) -> str | None:
        """The level of a factor that is its control."""
        return next((c.level for c in self.controls if c.variable == variable), None)

    def is_drawn(self, a: Levels, b: Levels) -> bool:
        """True when the comparison of groups `a` and `b` is drawn on the figure."""
        return any(pair.joins(a, b) for pair in self.drawn_pairs)
