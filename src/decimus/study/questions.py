"""A question: one outcome by its factors, and what was chosen about it, in parts."""

from __future__ import annotations

import msgspec

from decimus.study.house_styles import HouseStyle
from decimus.study.limits import (
    Colour,
    ConfidenceLevel,
    DecimalCount,
    Factor,
    FigureNumber,
    Index,
    NotNegative,
    PDecimals,
    Positive,
)
from decimus.study.looks import Look, LookOfGroup
from decimus.study.targets import AnyTarget, Levels, Moved
from decimus.study.write_ups import WriteUp
from decimus.terms import (
    Adjustment,
    Alternative,
    AxisScale,
    ChartKind,
    ComparisonMarks,
    ComparisonText,
    Decimals,
    Direction,
    ErrorBar,
    ErrorShape,
    FitLine,
    Height,
    Method,
    NoteKind,
    Orientation,
    PairSet,
    Side,
    Spacing,
    SphericityCorrection,
    Stacking,
    Statistic,
    SumsOfSquares,
    TitleAlign,
    Totals,
    ValueLabels,
    Whiskers,
)


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


class LevelError(msgspec.Struct, frozen=True):
    """The error of a level that is an amount, in its unit; 0 for none."""

    variable: int
    level: str
    error: NotNegative


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


class Note(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something put on the figure by hand, at a place of the data, so that it stays there.

    Args:
        number: to tell it from others.
        kind: text, a line or an arrow.
        along: where it stands along the group axis: 0 at the first place, 1 at the second.
        value: where it stands along values; of text the middle of its baseline.
        to_along: where a line or arrow ends.
        to_value: likewise.
        text: in the light notation.
        panel: on which plot, from 0.
    """

    number: Index
    kind: NoteKind
    along: float
    value: float
    to_along: float = 0.0
    to_value: float = 0.0
    text: str = ""
    panel: Index = 0


class OwnText(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Words written in the place of computed ones: of a comparison line, over a group, at it.

    Args:
        what: where they stand.
        text: in the light notation.
    """

    what: AnyTarget
    text: str


class OutcomeBeside(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Another outcome by the same factors on the same figure, with an axis of its own.

    Args:
        variable: its column.
        value_title: title of its axis, None where it follows the data.
        value_from: the low end of that axis, None for our own.
        value_to: its high end.
    """

    variable: int
    value_title: str | None = None
    value_from: float | None = None
    value_to: float | None = None


class Asked(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What is asked: how does the outcome differ by the factors?

    Args:
        sheet: which of the study's sheets it asks about.
        outcome: the outcome's column in a long table, None as detected.
        factors: the factors' columns in a long table in their order, None as detected.
    """

    sheet: Index = 0
    outcome: int | None = None
    factors: tuple[int, ...] | None = None


class LevelChoices(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How the levels of factors stand and what they are called.

    Args:
        orders: orders the user made.
        labels: names to show levels under.
        controls: at most one level for each factor.
    """

    orders: tuple[LevelOrder, ...] = ()
    labels: tuple[LevelLabel, ...] = ()
    controls: tuple[ControlLevel, ...] = ()

    def label(self, variable: int, level: str) -> str:
        """The name a level is shown under."""
        for label in self.labels:
            if (label.variable, label.level) == (variable, level):
                return label.label
        return level

    def ordered(self, variable: int, levels: tuple[str, ...]) -> tuple[str, ...]:
        """`levels` in the user's order; levels unknown to that order come last as they are."""
        for order in self.orders:
            if order.variable == variable:
                known = [level for level in order.levels if level in levels]
                return (*known, *(level for level in levels if level not in known))
        return levels

    def control(self, variable: int) -> str | None:
        """The level of a factor that is its control."""
        return next((c.level for c in self.controls if c.variable == variable), None)


class HeightChoices(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What stands for a group on lanes and figure, with its error bar.

    Args:
        height: what stands for a group.
        error_bar: what error bars show.
        level: level of a confidence interval of a mean, in percent.
        factor: what a multiple of SD or SE is multiplied by.
        direction: which way error bars are drawn.
        threshold: beyond what cases count as a share, None while nobody has said.
        side: which side of it.
        kept_bar: the error bar that was chosen for another height, which this one has not.
    """

    height: Height = Height.MEAN
    error_bar: ErrorBar = ErrorBar.CONFIDENCE_INTERVAL
    level: ConfidenceLevel = 95.0
    factor: Factor = 2.0
    direction: Direction = Direction.BOTH
    threshold: float | None = None
    side: Side = Side.ABOVE
    kept_bar: ErrorBar | None = None


USUAL_COLUMNS = (
    Statistic.N,
    Statistic.MEAN,
    Statistic.STANDARD_DEVIATION,
    Statistic.STANDARD_ERROR,
    Statistic.CONFIDENCE_INTERVAL,
)
"""The statistics beside the lanes until others are chosen."""


class LaneChoices(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What stands beside and below the lanes.

    Args:
        columns: the statistics beside them, in order.
        totals: what is shown below the groups of a level of the first factor.
    """

    columns: tuple[Statistic, ...] = USUAL_COLUMNS
    totals: Totals = Totals.NONE


class ComparisonChoices(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Which groups are compared, and by what.

    Args:
        method: the test.
        adjustment: the follow-up; None as the method suggests.
        level: level of intervals of differences, in percent; α = 1 − level.
        pair_set: which groups are compared with which; None as the design suggests.
        chosen_pairs: the family where pairs are chosen one by one.
        marginal_variable: the factor whose marginal means are compared; None for the first.
        within_variable: the factor whose levels are compared within those of the others; None
            for each factor in turn.
        per_level: whether pairs at each level of the other factors are a family of their own.
        alternative: the direction of a one-sided test, a beside b; None for two-sided.
        reference: what one group's mean is compared with.
        sums_of_squares: what terms of a linear model are given.
        sphericity: the correction of a repeated-measures ANOVA.
        relevant_difference: the smallest difference that matters, where the user states one.
        power: of planning, in percent.
    """

    method: Method = Method.AUTO
    adjustment: Adjustment | None = None
    level: ConfidenceLevel = 95.0
    pair_set: PairSet | None = None
    chosen_pairs: tuple[PairOfGroups, ...] = ()
    marginal_variable: int | None = None
    within_variable: int | None = None
    per_level: bool = False
    alternative: Alternative | None = None
    reference: float | None = None
    sums_of_squares: SumsOfSquares = SumsOfSquares.GIVEN_ALL
    sphericity: SphericityCorrection = SphericityCorrection.GREENHOUSE_GEISSER
    relevant_difference: float | None = None
    power: ConfidenceLevel = 80.0


class FigureChoices(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What is on the figure and how it looks; None where the rule decides.

    Args:
        kind: what stands for a group.
        show_replicates: whether single values are laid over it.
        look: what was set about colours, letters, lines and sizes.
        group_title: title of the group axis, None where it follows the data.
        value_title: title of the value axis, likewise.
        value_from: the low end of the value axis, None for our own.
        value_to: its high end.
        comparison_text: what comparison lines say.
        spacing: even for bars and by amount for points by rule.
        comparison_marks: how comparisons are drawn.
        hides_not_significant: whether those that show no difference are kept off.
        star_limits: the limits after α.
        moved: what was moved by hand.
        orientation: upright or sideways.
        marks_mean: whether the mean is marked, where the kind does not show it anyhow.
        counts_below: whether n stands under the names.
        value_labels: numbers written at groups.
        label_decimals: their decimals, None for those of all statistics.
        references: values that a line across the plot marks.
        marks_control: whether a line marks the height of the control.
        shows_key: whether there is a key.
        key_title: its title, None for the factor.
        drops_empty: whether groups without values have no place.
        fit: a line fitted to the groups.
        shows_equation: whether its equation stands on the figure.
        shows_differences: whether differences stand beside the groups, on the same scale.
        whiskers: how far the whiskers of boxes reach.
        stacked_as: what stacked bars add up to.
        value_scale: how values stand along their axis.
        value_step: between its ticks.
        tick_decimals: of its numbers.
        group_scale: how amounts stand along theirs.
        group_from: the low end of the axis of amounts.
        group_to: its high end.
        leading_zero: whether p has a zero before its decimal sign, None as in the study.
        p_decimals: how many decimals it has, likewise.
        title: over the figure, "" for none.
        subtitle: below that.
        figure_number: which figure it is.
        numbers_title: whether "Figure 1." stands before the title.
        title_align: where the title stands.
        notes: what was put on it by hand.
        own_texts: words in the place of computed ones.
        outcomes: others beside the one asked about.
        outcomes_together: whether they stand beside each other on one axis; None where units agree.
        level_errors: errors of amounts, where the names of levels do not say them.
        across_as: how they are drawn.
        house: the house style that the figure has.
        group_looks: looks of single groups.
        drawn_pairs: the comparisons drawn on it.
        hidden: the groups that are not on it.
        level_colours: colours of levels' own.
    """

    kind: ChartKind = ChartKind.BARS
    show_replicates: bool = True
    look: Look = Look()
    group_title: str | None = None
    value_title: str | None = None
    value_from: float | None = None
    value_to: float | None = None
    comparison_text: ComparisonText = ComparisonText.EXACT_P
    spacing: Spacing | None = None
    comparison_marks: ComparisonMarks = ComparisonMarks.LINES
    hides_not_significant: bool = False
    star_limits: tuple[float, ...] = (0.01, 0.001)
    moved: tuple[Moved, ...] = ()
    orientation: Orientation | None = None
    marks_mean: bool | None = None
    counts_below: bool = False
    value_labels: ValueLabels = ValueLabels.NONE
    label_decimals: DecimalCount | None = None
    references: tuple[float, ...] = ()
    marks_control: bool = False
    shows_key: bool | None = None
    key_title: str | None = None
    drops_empty: bool = False
    fit: FitLine = FitLine.NONE
    shows_equation: bool = True
    shows_differences: bool = False
    whiskers: Whiskers = Whiskers.WITHIN_REACH
    stacked_as: Stacking = Stacking.COUNTS
    value_scale: AxisScale = AxisScale.LINEAR
    value_step: Positive | None = None
    tick_decimals: DecimalCount | None = None
    group_scale: AxisScale = AxisScale.LINEAR
    group_from: float | None = None
    group_to: float | None = None
    leading_zero: bool | None = None
    p_decimals: PDecimals | None = None
    title: str = ""
    subtitle: str = ""
    figure_number: FigureNumber = 1
    numbers_title: bool = False
    title_align: TitleAlign = TitleAlign.START
    notes: tuple[Note, ...] = ()
    own_texts: tuple[OwnText, ...] = ()
    outcomes: tuple[OutcomeBeside, ...] = ()
    outcomes_together: bool | None = None
    level_errors: tuple[LevelError, ...] = ()
    across_as: ErrorShape = ErrorShape.CROSSED
    house: HouseStyle = HouseStyle()
    group_looks: tuple[LookOfGroup, ...] = ()
    drawn_pairs: tuple[PairOfGroups, ...] = ()
    hidden: tuple[Levels, ...] = ()
    level_colours: tuple[LevelColour, ...] = ()

    def is_drawn(self, a: Levels, b: Levels) -> bool:
        """True when the comparison of groups `a` and `b` is drawn."""
        return any(pair.joins(a, b) for pair in self.drawn_pairs)


class NumberChoices(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How numbers are written.

    Args:
        decimals: the rule for decimals.
        fixed: their number where the rule is a number.
    """

    decimals: Decimals = Decimals.ONE_MORE
    fixed: DecimalCount = 2


class KeptWithFactors(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What was said of the groups of some factors, while the question is asked by others.

    Args:
        factors: those factors.
        figure: what was said of their groups on the figure; nothing else in it counts.
        chosen_pairs: which of them were compared.
    """

    factors: tuple[int, ...]
    figure: FigureChoices
    chosen_pairs: tuple[PairOfGroups, ...] = ()


class Question(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A question with all that was chosen about it, in parts by what follows from each.

    Args:
        asked: what is asked.
        levels: how levels stand and are called.
        heights: what stands for a group.
        lanes: what stands beside the lanes.
        comparison: what is compared, and how.
        figure: what is on the figure and how it looks.
        numbers: how numbers are written.
        name: what the question is called; "" goes by what it asks.
        words: what is written about it.
        kept: what was said of groups that come back with their factors.
    """

    asked: Asked = Asked()
    levels: LevelChoices = LevelChoices()
    heights: HeightChoices = HeightChoices()
    lanes: LaneChoices = LaneChoices()
    comparison: ComparisonChoices = ComparisonChoices()
    figure: FigureChoices = FigureChoices()
    numbers: NumberChoices = NumberChoices()
    name: str = ""
    words: WriteUp = WriteUp()
    kept: tuple[KeptWithFactors, ...] = ()
