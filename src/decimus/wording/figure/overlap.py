"""What overlap of the error bars that are drawn says, and what it does not."""

from __future__ import annotations

from decimus.analysis.groups import ShownGroups
from decimus.terms import ErrorBar, Height

_ALWAYS = "What tells groups apart is the interval of their difference, in Comparisons."


def overlap_note(groups: ShownGroups) -> str:
    """The note for the bars drawn now; "" where none are."""
    choices = groups.heights.choices
    if choices.height is Height.COUNT or choices.error_bar is ErrorBar.NONE:
        return ""
    if groups.measurements.units.is_same and choices.error_bar in _OF_MEANS:
        return (
            "The same units were measured in every group, so these bars hold the variation "
            f"between units, which their differences do not: overlap says nothing here. {_ALWAYS}"
        )
    bound = f"{round(1 - choices.level / 100, 10):g}"
    near = _NEAR if choices.level == _USUAL else ""
    return f"{_BY_BAR[choices.error_bar].format(bound=bound, near=near)} {_ALWAYS}"


_USUAL = 95
_NEAR = (
    ": they may overlap by about half of one arm, for n of about 10 and more, and still differ "
    "with p < 0.05"
)
_OF_MEANS = (
    ErrorBar.STANDARD_ERROR,
    ErrorBar.CONFIDENCE_INTERVAL,
    ErrorBar.STANDARD_DEVIATION,
    ErrorBar.MULTIPLE_OF_SE,
    ErrorBar.MULTIPLE_OF_SD,
)
_SPREAD = (
    "These bars show how far replicates spread, not how well means are known: means can differ "
    "clearly while such bars overlap, and the more replicates the more so."
)
_BY_BAR = {
    ErrorBar.STANDARD_DEVIATION: _SPREAD,
    ErrorBar.MULTIPLE_OF_SD: _SPREAD,
    ErrorBar.RANGE: _SPREAD,
    ErrorBar.QUARTILES: _SPREAD,
    ErrorBar.STANDARD_ERROR: (
        "Standard errors that overlap show no difference between two groups; that they do not "
        "overlap is no sign of one either, as a gap of about one SE is needed for p < 0.05, for n "
        "of about 10 and more; a wider one with fewer replicates or several pairs."
    ),
    ErrorBar.MULTIPLE_OF_SE: (
        "Multiples of the standard error are intervals only if the factor is the t quantile for n; "
        "overlap of two of them neither shows nor rules out a difference."
    ),
    ErrorBar.CONFIDENCE_INTERVAL: (
        "Intervals of two independent means that do not overlap go with p < {bound} by Welch’s "
        "t-test of that one pair, but intervals that overlap do not show that groups are "
        "alike{near}. With several pairs neither holds."
    ),
    ErrorBar.WITHIN_SE: (
        "Within-subject standard errors leave out the variation between units. A gap of about "
        "one SE is needed for p < 0.05, more with few units or several pairs."
    ),
    ErrorBar.WITHIN_CI: (
        "Within-subject intervals leave out the variation between units, and are made for "
        "comparing conditions: they may overlap by about half of one arm and still differ."
    ),
    ErrorBar.GIVEN: (
        "What overlap of bars means depends on what they are; these are drawn as given."
    ),
}
