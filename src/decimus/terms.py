"""The trade's vocabulary as closed sets of values; each value is what a study file stores."""

from __future__ import annotations

from enum import StrEnum


class Layout(StrEnum):
    """How a table of cells holds its groups."""

    COLUMNS = "columns"
    """One group per column, replicates downwards."""
    ROWS = "rows"
    """One group per row, replicates across."""
    LONG = "long"
    """One measurement per row, its factors in columns beside it."""
    SUMMARISED = "summarised"
    """One group per row, its mean with what says how much it varies."""


class Quantile(StrEnum):
    """What an interval that was given was made with."""

    T = "t"
    """The t quantile with n − 1 degrees of freedom."""
    NORMAL = "z"
    """The normal quantile, 1.96 at 95 %, whatever n is."""


class Meaning(StrEnum):
    """What stands beside the means of a summarised table."""

    STANDARD_DEVIATION = "sd"
    STANDARD_ERROR = "se"
    MARGIN = "margin"
    """Half the width of a confidence interval."""
    INTERVAL = "interval"
    """Both ends of a confidence interval."""
    VARIANCE = "variance"
    GIVEN = "given"
    """An amount that is drawn as given, in one column or one up and one down."""


class LimitRule(StrEnum):
    """What a cell such as "<0.1" counts as."""

    MISSING = "missing"
    LIMIT = "limit"
    """The limit itself."""
    HALF = "half"
    """Half the limit."""
    ZERO = "zero"


class LevelKind(StrEnum):
    """What the levels of a factor are."""

    AMOUNTS = "amounts"
    """Numbers on a scale: doses, times, distances."""
    ORDERED = "ordered"
    """Names that stand in an order: low, medium, high."""
    NAMES = "names"
    """Names in no order."""


class ErrorBar(StrEnum):
    """What an error bar shows."""

    STANDARD_DEVIATION = "sd"
    STANDARD_ERROR = "se"
    CONFIDENCE_INTERVAL = "ci"
    MULTIPLE_OF_SD = "multiple-sd"
    """The SD times a factor."""
    MULTIPLE_OF_SE = "multiple-se"
    """The SE times a factor."""
    RANGE = "range"
    """From the smallest to the largest value."""
    QUARTILES = "quartiles"
    """From the first to the third quartile."""
    WITHIN_SE = "within-se"
    """The within-subject standard error."""
    WITHIN_CI = "within-ci"
    """The within-subject confidence interval."""
    GIVEN = "given"
    """What a summarised table gives beside its means, as it stands there."""
    NONE = "none"


class Height(StrEnum):
    """What stands for a group on the figure: how high its bar or point is."""

    MEAN = "mean"
    MEDIAN = "median"
    GEOMETRIC_MEAN = "geometric-mean"
    COUNT = "count"
    """How many cases the group has."""
    SHARE = "share"
    """The share of cases on one side of a threshold."""

    @property
    def is_of_outcome(self) -> bool:
        """True for heights in the unit of the outcome, on whose axis replicates stand."""
        return self not in (Height.COUNT, Height.SHARE)


class Side(StrEnum):
    """Which side of a threshold is counted."""

    ABOVE = "above"
    AT_LEAST = "at-least"
    BELOW = "below"


class Totals(StrEnum):
    """What is shown below the groups of a level of the first factor."""

    NONE = "none"
    MARGINAL = "marginal"
    """The marginal mean: cells count equally, the error is pooled."""
    ALL = "all"
    """The summary of all replicates of the level."""
    BOTH = "both"


class Statistic(StrEnum):
    """A column of the lanes and of the summary table."""

    N = "n"
    MISSING = "missing"
    EXCLUDED = "excluded"
    MEAN = "mean"
    STANDARD_DEVIATION = "sd"
    STANDARD_ERROR = "se"
    CONFIDENCE_INTERVAL = "ci"
    MARGIN = "margin"
    MEAN_AND_SD = "mean-sd"
    MEAN_AND_SE = "mean-se"
    MEAN_AND_MARGIN = "mean-margin"
    MEDIAN = "median"
    QUARTILES = "quartiles"
    MINIMUM = "min"
    MAXIMUM = "max"
    RANGE = "range"
    VARIANCE = "variance"
    COEFFICIENT_OF_VARIATION = "cv"
    MODE = "mode"
    SUM = "sum"
    POPULATION_SD = "population-sd"
    GEOMETRIC_MEAN = "geometric-mean"
    GEOMETRIC_SD = "geometric-sd"
    GEOMETRIC_INTERVAL = "geometric-ci"
    SHARE = "share"
    SHARE_INTERVAL = "share-ci"
    WITHIN_SE = "within-se"
    WITHIN_CI = "within-ci"
    RANK = "rank"
    """By mean, the largest first."""


class Direction(StrEnum):
    """Which way error bars are drawn from the mean."""

    BOTH = "both"
    UP = "up"
    DOWN = "down"


class ChartKind(StrEnum):
    """What stands for a mean in the figure."""

    BARS = "bars"
    POINTS = "points"
    LINE = "line"
    """Points joined in the order of the groups."""
    INTERVALS = "intervals"
    """Error bars alone, with or without a mark at the mean."""
    BOXES = "boxes"
    """Quartiles and whiskers."""
    REPLICATES = "replicates"
    """Every value and nothing else."""
    BEFORE_AFTER = "before-after"
    """A line for each subject, beside the means."""
    SERIES = "series"
    """Each subject's values, joined along the amounts."""
    STACKED = "stacked"
    """Counts of the second factor's levels upon each other."""
    DIFFERENCES = "differences"
    """Differences between groups with their intervals."""


class Whiskers(StrEnum):
    """How far the whiskers of a box reach."""

    WITHIN_REACH = "within-1.5-iqr"
    """To the furthest value within 1.5 interquartile ranges of the box."""
    EXTREMES = "extremes"
    PERCENTILES = "5-95"
    """From the 5th to the 95th percentile."""


class Stacking(StrEnum):
    """What stacked bars add up to."""

    COUNTS = "counts"
    SHARES = "shares"
    """Percentages of each bar's total, so that every bar is as high."""


class ErrorShape(StrEnum):
    """How errors of an amount are drawn with those of the value above it."""

    CROSSED = "crossed"
    BOX = "box"
    """One box around both."""


class Vision(StrEnum):
    """How a page is looked at."""

    USUAL = "usual"
    GREY = "grey"
    """Printed without colour."""
    PROTANOPIA = "protanopia"
    DEUTERANOPIA = "deuteranopia"
    TRITANOPIA = "tritanopia"


class TitleAlign(StrEnum):
    """Where a title stands over the figure."""

    START = "left"
    MIDDLE = "middle"


class NoteKind(StrEnum):
    """What is put on a figure by hand."""

    TEXT = "text"
    LINE = "line"
    ARROW = "arrow"


class PointShape(StrEnum):
    """The shape of points."""

    USUAL = "usual"
    """Circles, or a sign for each level of the second factor."""
    CIRCLE = "circle"
    SQUARE = "square"
    TRIANGLE = "triangle"
    DIAMOND = "diamond"
    CROSS = "cross"


class Typeface(StrEnum):
    """The letters of a figure; both families come along."""

    SANS = "sans"
    SERIF = "serif"


class ReplicatePlace(StrEnum):
    """Where replicates stand beside what stands for their group."""

    BESIDE = "beside"
    OVER = "over"
    """Over the mark, spread to both sides."""
    IN_LINE = "in-line"
    """Over its middle, not spread."""


class AxisScale(StrEnum):
    """How values stand along an axis."""

    LINEAR = "linear"
    LOG = "log"
    """By their logarithms: equal ratios at equal distances."""


class LineDash(StrEnum):
    """How a line is drawn."""

    SOLID = "solid"
    DASHED = "dashed"
    DOTTED = "dotted"


class Fill(StrEnum):
    """What is inside a small sign."""

    OPEN = "open"
    """Paper."""
    TINTED = "tinted"
    """A light tint of the group's colour."""
    FILLED = "filled"
    """The group's colour."""


class TickSide(StrEnum):
    """Where the ticks of an axis point."""

    OUTSIDE = "outside"
    INSIDE = "inside"
    NONE = "none"


class GridLines(StrEnum):
    """Lines across the plot at values of the axis."""

    NONE = "none"
    MAJOR = "major"
    """At every tick that has a number."""
    MINOR = "minor"
    """At the smaller ticks, too."""


class ValueLabels(StrEnum):
    """Numbers written at groups."""

    NONE = "none"
    HEIGHT = "height"
    """What stands for the group."""
    HEIGHT_AND_BAR = "height-and-bar"
    """The same ± the length of its error bar, or with its ends."""


class FitLine(StrEnum):
    """A line fitted to groups whose levels are amounts."""

    NONE = "none"
    STRAIGHT = "straight"
    """Least squares on every replicate."""
    SMOOTH = "smooth"
    """A curve through the heights that never swings beyond them."""


class KeyPlace(StrEnum):
    """Where the key stands."""

    ABOVE = "above"
    BELOW = "below"
    LEFT = "left"
    RIGHT = "right"
    INSIDE = "inside"
    """In a corner of the plot."""


class Orientation(StrEnum):
    """Which way the bars of a figure run, or would."""

    UPRIGHT = "upright"
    SIDEWAYS = "sideways"


class Spacing(StrEnum):
    """How far apart groups stand on the figure."""

    EVEN = "even"
    BY_AMOUNT = "by-amount"
    """At the true distances of their amounts."""


class Method(StrEnum):
    """A test for a difference between groups."""

    AUTO = "auto"
    """Whatever the design suggests."""
    WELCH_T = "welch-t"
    STUDENT_T = "student-t"
    PAIRED_T = "paired-t"
    ONE_SAMPLE_T = "one-sample-t"
    ANOVA = "anova"
    WELCH_ANOVA = "welch-anova"
    REPEATED_MEASURES = "rm-anova"
    CROSSED_WITHIN = "two-way-rm-anova"
    SPLIT_PLOT = "split-plot-anova"
    TWO_WAY = "two-way-anova"
    THREE_WAY = "three-way-anova"
    MANN_WHITNEY = "mann-whitney"
    SIGNED_RANK = "wilcoxon"
    KRUSKAL_WALLIS = "kruskal-wallis"
    FRIEDMAN = "friedman"
    BINOMIAL = "binomial"
    FISHER = "fisher-exact"
    FREEMAN_HALTON = "fisher-freeman-halton"


class Adjustment(StrEnum):
    """How p values and intervals of several pairs are made to hold together."""

    TUKEY = "tukey"
    GAMES_HOWELL = "games-howell"
    DUNNETT = "dunnett"
    HOLM = "holm"
    BONFERRONI = "bonferroni"
    SIDAK = "sidak"
    BENJAMINI_HOCHBERG = "bh"
    NONE = "none"


class Alternative(StrEnum):
    """The direction that a one-sided test was stated in beforehand."""

    GREATER = "greater"
    """Group a above group b."""
    LESS = "less"


class PairSet(StrEnum):
    """Which groups are compared with which: the family of comparisons."""

    ALL = "all"
    CONTROL = "control"
    """Every other group against the control."""
    WITHIN = "within"
    """Groups that differ in one factor only, within each level of the others."""
    MARGINAL = "marginal"
    """The means of one factor's levels over the other factors."""
    CHOSEN = "chosen"
    """Pairs that were picked one by one from all of them, which stay the family."""
    PLANNED = "planned"
    """Pairs that were picked before the data were seen, a family by themselves."""
    NONE = "none"


class SumsOfSquares(StrEnum):
    """What a term of a linear model is given when it is tested."""

    GIVEN_ALL = "3"
    """All other terms (type III)."""
    GIVEN_LOWER = "2"
    """The terms that do not contain it (type II)."""


class SphericityCorrection(StrEnum):
    """How unequal spread of differences between conditions is allowed for."""

    GREENHOUSE_GEISSER = "greenhouse-geisser"
    HUYNH_FELDT = "huynh-feldt"
    NONE = "none"


class ComparisonText(StrEnum):
    """What is written into a comparison line on the figure."""

    EXACT_P = "exact"
    BOUND = "bound"
    STARS = "stars"
    STARS_AND_P = "stars-and-p"


class ComparisonMarks(StrEnum):
    """How comparisons are drawn on the figure."""

    LINES = "lines"
    """A line from group to group."""
    OVER_GROUPS = "over-groups"
    """A text over each group that is compared with the control."""
    LETTERS = "letters"
    """Groups that share a letter are not shown to differ."""


class IntervalKind(StrEnum):
    """What an interval of a difference promises."""

    INDIVIDUAL = "individual"
    """This one interval holds at the level."""
    SIMULTANEOUS = "simultaneous"
    """All intervals of the family hold together at the level."""
    BONFERRONI = "bonferroni"
    """Simultaneous, wider than the step-by-step p beside them needs."""


class Palette(StrEnum):
    """A set of group colours."""

    SHORE = "shore"
    """Our own: one hue in steps for amounts and orders, distinct hues for names."""
    GREY = "grey"
    OKABE_ITO = "okabe-ito"
    """Okabe & Ito 2008, safe for colour-blind readers."""
    ONE_COLOUR = "one"


class Decimals(StrEnum):
    """How many decimals statistics are shown with."""

    ONE_MORE = "one-more"
    """One more than the measurements as typed."""
    AS_DATA = "as-data"
    FIXED = "fixed"
    """A number of the user's own."""
