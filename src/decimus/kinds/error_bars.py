"""Every error bar, described once."""

from __future__ import annotations

from decimus.kinds.explanations import Explanation
from decimus.kinds.totals import total
from decimus.terms import ErrorBar
from decimus.values import Value


class ErrorBarKind(Value, frozen=True):
    """What an error bar is.

    Args:
        noun: in running text, with its level `{at}` or its `{factor}`.
        short: in the title of a change.
        worth: what it shows, in a few words; "" where its noun says it.
        note: how it is made, in a caption; "" for the usual way.
        basis: the same with its sources, in the methods.
        overlap: what its overlap says, with `{bound}` and what is `{near}` it; "" without bars.
        holds_units: whether it holds the variation between units that were measured again.
        invites_overlap: whether its overlap is often read as a test.
        is_within_units: whether what sets units apart is taken out.
        help: what it means.
    """

    noun: str
    short: str
    worth: str
    note: str
    basis: str
    overlap: str
    holds_units: bool
    invites_overlap: bool
    is_within_units: bool
    help: Explanation


ERROR_BARS = total(
    ErrorBar,
    {
        ErrorBar.STANDARD_DEVIATION: ErrorBarKind(
            noun="standard deviation",
            short="the SD",
            worth="how far single replicates spread around their mean",
            note="",
            basis="",
            overlap=(
                "These bars show how far replicates spread, not how well means are known: means "
                "can differ clearly while such bars overlap, and the more replicates the more so."
            ),
            holds_units=True,
            invites_overlap=False,
            is_within_units=False,
            help=Explanation(
                "The SD says how far single replicates typically lie from their mean. It "
                "describes the spread of what was measured and does not shrink with more "
                "replicates. Use it to show how variable things are, not how well a mean is "
                "known.",
                "Per group",
            ),
        ),
        ErrorBar.STANDARD_ERROR: ErrorBarKind(
            noun="standard error",
            short="the SE",
            worth="how far the mean would vary from sample to sample",
            note="",
            basis="",
            overlap=(
                "Standard errors that overlap show no difference between two groups; that they do "
                "not overlap is no sign of one either, as a gap of about one SE is needed for p < "
                "0.05, for n of about 10 and more; a wider one with fewer replicates or several "
                "pairs."
            ),
            holds_units=True,
            invites_overlap=True,
            is_within_units=False,
            help=Explanation(
                "The SE is the SD divided by √n: how far the mean itself would scatter if all "
                "were done again. Bars of one SE hold the true mean about two times in three, "
                "less with few replicates. They look small; say that they are SE.",
                "Per group",
            ),
        ),
        ErrorBar.CONFIDENCE_INTERVAL: ErrorBarKind(
            noun="{at} confidence interval",
            short="the confidence interval",
            worth="where the true value plausibly lies",
            note="",
            basis="",
            overlap=(
                "Intervals of two independent means that do not overlap go with p < {bound} by "
                "Welch’s t-test of that one pair, but intervals that overlap do not show that "
                "groups are alike{near}. With several pairs neither holds."
            ),
            holds_units=True,
            invites_overlap=True,
            is_within_units=False,
            help=Explanation(
                "A 95 % CI is made by a rule that catches the true mean in 95 of 100 "
                "experiments. It is t × SE wide on either side, so that it allows for few "
                "replicates. It says how well the mean is known, and is the safest bar to "
                "publish.",
                "Per group",
            ),
        ),
        ErrorBar.MULTIPLE_OF_SD: ErrorBarKind(
            noun="{factor} × standard deviation",
            short="a multiple of the SD",
            worth="",
            note="",
            basis="",
            overlap=(
                "These bars show how far replicates spread, not how well means are known: means "
                "can differ clearly while such bars overlap, and the more replicates the more so."
            ),
            holds_units=True,
            invites_overlap=False,
            is_within_units=False,
            help=Explanation(
                "A multiple of the SD, such as 2 SD, is a band in which most single "
                "replicates lie where they are roughly normal. It describes spread. The "
                "caption says which multiple.",
                "Per group",
            ),
        ),
        ErrorBar.MULTIPLE_OF_SE: ErrorBarKind(
            noun="{factor} × standard error",
            short="a multiple of the SE",
            worth="",
            note="",
            basis="",
            overlap=(
                "Multiples of the standard error are intervals only if the factor is the t "
                "quantile for n; overlap of two of them neither shows nor rules out a difference."
            ),
            holds_units=True,
            invites_overlap=True,
            is_within_units=False,
            help=Explanation(
                "A multiple of the SE is a rough interval of the mean. With few replicates 2 "
                "SE are too narrow for 95 %, as t is larger than 2 then: a confidence "
                "interval is exact.",
                "Per group",
            ),
        ),
        ErrorBar.RANGE: ErrorBarKind(
            noun="range from minimum to maximum",
            short="minimum to maximum",
            worth="the smallest and the largest replicate",
            note="",
            basis="",
            overlap=(
                "These bars show how far replicates spread, not how well means are known: means "
                "can differ clearly while such bars overlap, and the more replicates the more so."
            ),
            holds_units=False,
            invites_overlap=False,
            is_within_units=False,
            help=Explanation(
                "From the smallest to the largest value. It grows with n, so that groups of "
                "unequal n cannot be compared by it. Shown replicates say the same and more.",
                "Per group",
            ),
        ),
        ErrorBar.QUARTILES: ErrorBarKind(
            noun="quartiles",
            short="the quartiles",
            worth="the middle half of the replicates",
            note=" (by linear interpolation)",
            basis=(" (linear interpolation of order statistics, Hyndman & Fan 1996, type 7)"),
            overlap=(
                "These bars show how far replicates spread, not how well means are known: means "
                "can differ clearly while such bars overlap, and the more replicates the more so."
            ),
            holds_units=False,
            invites_overlap=False,
            is_within_units=False,
            help=Explanation(
                "The middle half of the values lies between the quartiles. They suit medians "
                "and skewed values, and extreme ones hardly move them.",
                "Per group",
            ),
        ),
        ErrorBar.WITHIN_SE: ErrorBarKind(
            noun="within-subject standard error",
            short="the within-subject SE",
            worth="as the SE, without what sets subjects apart",
            note=" (Cousineau–Morey)",
            basis=" (Cousineau 2005, corrected by Morey 2008)",
            overlap=(
                "Within-subject standard errors leave out the variation between units. A gap of "
                "about one SE is needed for p < 0.05, more with few units or several pairs."
            ),
            holds_units=False,
            invites_overlap=False,
            is_within_units=True,
            help=Explanation(
                "What sets subjects apart is taken out first, so that the bar shows how well "
                "conditions can be told within the same units. It says nothing about single "
                "means. Cousineau 2005, corrected by Morey 2008.",
                "The same units",
            ),
        ),
        ErrorBar.WITHIN_CI: ErrorBarKind(
            noun="within-subject {at} confidence interval",
            short="the within-subject interval",
            worth="as the interval, without what sets subjects apart",
            note=" (Cousineau–Morey)",
            basis=" (Cousineau 2005, corrected by Morey 2008; t-based)",
            overlap=(
                "Within-subject intervals leave out the variation between units, and are made for "
                "comparing conditions: they may overlap by about half of one arm and still "
                "differ."
            ),
            holds_units=False,
            invites_overlap=False,
            is_within_units=True,
            help=Explanation(
                "An interval without what sets subjects apart: overlap then speaks of "
                "differences between conditions measured on the same units, roughly. It is "
                "not the interval of a mean.",
                "The same units",
            ),
        ),
        ErrorBar.GIVEN: ErrorBarKind(
            noun="error bar as given",
            short="what was given",
            worth="what the table gives beside its means",
            note="",
            basis="",
            overlap=(
                "What overlap of bars means depends on what they are; these are drawn as given."
            ),
            holds_units=False,
            invites_overlap=False,
            is_within_units=False,
            help=Explanation(
                "The spread as the table gave it, whatever it was made of. Nothing else "
                "follows from it.",
                "Already summarised",
            ),
        ),
        ErrorBar.NONE: ErrorBarKind(
            noun="no error bars",
            short="nothing",
            worth="",
            note="",
            basis="",
            overlap="",
            holds_units=False,
            invites_overlap=False,
            is_within_units=False,
            help=Explanation(
                "Without error bars nobody can see how sure a height is. Show replicates, or "
                "say in the text how precise the means are.",
                "Per group",
            ),
        ),
    },
)
