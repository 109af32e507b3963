"""What overlap of the error bars that are drawn says, and what it does not."""

from __future__ import annotations

from decimus.analysis.groups import ShownGroups
from decimus.kinds.error_bars import ERROR_BARS
from decimus.terms import ErrorBar, Height

_ALWAYS = "What tells groups apart is the interval of their difference, in Comparisons."


def overlap_note(groups: ShownGroups) -> str:
    """The note for the bars drawn now; "" where none are."""
    choices = groups.heights.choices
    if choices.height is Height.COUNT or choices.error_bar is ErrorBar.NONE:
        return ""
    kind = ERROR_BARS[choices.error_bar]
    if groups.measurements.units.is_same and kind.holds_units:
        return (
            "The same units were measured in every group, so these bars hold the variation "
            f"between units, which their differences do not: overlap says nothing here. {_ALWAYS}"
        )
    bound = f"{round(1 - choices.level / 100, 10):g}"
    near = _NEAR if choices.level == _USUAL else ""
    return f"{kind.overlap.format(bound=bound, near=near)} {_ALWAYS}"


_USUAL = 95
_NEAR = (
    ": they may overlap by about half of one arm, for n of about 10 and more, and still differ "
    "with p < 0.05"
)
