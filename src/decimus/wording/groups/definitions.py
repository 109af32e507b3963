"""What each statistic is, in words."""

from __future__ import annotations

from decimus.terms import Statistic

DEFINITIONS = {
    Statistic.N: "How many replicates count; counted, never typed.",
    Statistic.MISSING: "Measurements that should be there and are not.",
    Statistic.EXCLUDED: "Units of which nothing counts because it is set aside.",
    Statistic.MEAN: "The sum of the values, divided by how many there are.",
    Statistic.STANDARD_DEVIATION: "How far single values typically lie from their mean: the root "
    "of the mean square distance, with n − 1 because the mean comes from the same values.",
    Statistic.STANDARD_ERROR: "How far the mean would vary from sample to sample.",
    Statistic.CONFIDENCE_INTERVAL: "Where the true mean plausibly lies.",
    Statistic.MARGIN: "Half the width of the confidence interval of the mean.",
    Statistic.MEAN_AND_SD: "The mean, and how far single values lie from it.",
    Statistic.MEAN_AND_SE: "The mean, and how far it would vary from sample to sample.",
    Statistic.MEAN_AND_MARGIN: "The mean, and half the width of its confidence interval.",
    Statistic.MEDIAN: "The value in the middle: half of the values lie below, half above.",
    Statistic.QUARTILES: "Between them lies the middle half of the values; by linear interpolation "
    "of the sorted values.",
    Statistic.MINIMUM: "The smallest value.",
    Statistic.MAXIMUM: "The largest value.",
    Statistic.RANGE: "The largest value less the smallest.",
    Statistic.VARIANCE: "The square of the standard deviation, in squared units.",
    Statistic.COEFFICIENT_OF_VARIATION: "The standard deviation as a share of the mean.",
    Statistic.MODE: "What occurs most often, where any value occurs twice.",
    Statistic.SUM: "All values added up.",
    Statistic.POPULATION_SD: "The spread of exactly these values, divided by n: no estimate for "
    "others. Papers and error bars want the one with n − 1.",
    Statistic.GEOMETRIC_MEAN: "The mean of the logarithms, taken back: the middle of values that "
    "differ by factors.",
    Statistic.GEOMETRIC_SD: "The factor by which single values typically differ from the geometric "
    "mean.",
    Statistic.GEOMETRIC_INTERVAL: "Where the true geometric mean plausibly lies; not symmetric.",
    Statistic.SHARE: "How many of the values lie on one side of the threshold.",
    Statistic.SHARE_INTERVAL: "Where the true share plausibly lies, by Wilson’s score interval.",
    Statistic.WITHIN_SE: "The standard error without what sets subjects apart from each other: "
    "each subject’s own mean is replaced by the mean of all.",
    Statistic.WITHIN_CI: "The confidence interval without what sets subjects apart.",
    Statistic.RANK: "Groups in order of their means, the largest first.",
}
