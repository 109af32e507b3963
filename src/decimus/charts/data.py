"""What a chart is drawn from: panels of sections of groups, as plain numbers."""

from __future__ import annotations

from decimus.statistics.boxes import BoxSummary
from decimus.study.targets import AnyTarget, LevelName, Levels, PairAt
from decimus.terms import Height, LevelKind
from decimus.values import Value


class Ends(Value, frozen=True):
    """Where an error bar ends, on the axis; None where it has no such end."""

    lower: float | None
    upper: float | None


class Member(Value, frozen=True):
    """One group of the figure and what can be drawn of it.

    Args:
        levels: which group.
        height: what stands for it, None where that is undefined.
        error_bar: where its error bar ends, None for none.
        replicates: the values to draw.
        numbers: which of the group's values those are.
        asides: values set aside.
        is_adjusted: whether values were adjusted, which hollow signs tell.
        units: the name of each replicate's unit; empty where nothing names them.
        box: its quartiles and whiskers, None where the kind shows no boxes.
        mean: its mean, whatever stands for the group.
        count: how many values it has.
        errors: where the known error of each replicate ends; empty for none.
    """

    levels: Levels
    height: float | None
    error_bar: Ends | None
    replicates: tuple[float, ...]
    numbers: tuple[int, ...] = ()
    asides: tuple[float, ...] = ()
    is_adjusted: bool = False
    units: tuple[str, ...] = ()
    box: BoxSummary | None = None
    mean: float | None = None
    count: int = 0
    errors: tuple[Ends | None, ...] = ()


class Difference(Value, frozen=True):
    """A difference between two groups with its interval.

    Args:
        first: the group that the other is taken from.
        second: the other.
        label: both in words.
        estimate: the difference.
        ends: of its interval; None where it has none.
    """

    first: Levels
    second: Levels
    label: str
    estimate: float
    ends: Ends | None


class Section(Value, frozen=True):
    """A place on the group axis: its label and its groups side by side (None: no group).

    Args:
        variable: the factor whose level it is.
        level: the level as typed.
        label: the name it is shown under.
        amount: where it stands on a scale, None for names.
        members: its groups.
        error: of the amount; None where none is given.
    """

    variable: int
    level: str
    label: str
    amount: float | None
    members: tuple[Member | None, ...]
    error: float | None = None


class CurveMark(Value, frozen=True):
    """A fitted line through amounts.

    Args:
        levels: the group it begins at, whose colour it has.
        amounts: along the group axis.
        values: at each.
        series: which of the lines beside each other it belongs to, from 0.
        count: how many there are.
    """

    levels: Levels
    amounts: tuple[float, ...]
    values: tuple[float, ...]
    series: int = 0
    count: int = 1


class Panel(Value, frozen=True):
    """A plot of its own: the groups of one level of the third factor, or all.

    Args:
        sections: along the group axis.
        variable: the factor whose level it is for; None for the only panel.
        level: that level as typed.
        label: the name it is shown under.
        differences: in place of groups, where differences are drawn.
        curves: lines fitted to its groups.
    """

    sections: tuple[Section, ...]
    variable: int | None = None
    level: str = ""
    label: str = ""
    differences: tuple[Difference, ...] = ()
    curves: tuple[CurveMark, ...] = ()

    @property
    def places(self) -> tuple[tuple[str, AnyTarget], ...]:
        """What stands at each place of the group axis: its name, and what that is."""
        if self.differences:
            pairs = self.differences
            return tuple((pair.label, PairAt(pair.first, pair.second)) for pair in pairs)
        return tuple(
            (section.label, LevelName(section.variable, section.level)) for section in self.sections
        )

    @property
    def members(self) -> tuple[Member, ...]:
        """All groups in the order of their places."""
        return tuple(m for section in self.sections for m in section.members if m is not None)


class Facts(Value, frozen=True):
    """What decides which kinds of charts there can be.

    Args:
        height: what stands for a group.
        has_values: whether single values are known, and not summaries only.
        has_error_bars: whether any group has the error bar that was chosen.
        are_same_units: whether the same units stand in several groups.
        factors: how many factors there are.
        sections: how many levels the first has.
        levels: what the levels of the first are.
        has_differences: whether there is a comparison of groups.
        unit: a unit, in the plural.
    """

    height: Height
    has_values: bool
    has_error_bars: bool
    are_same_units: bool
    factors: int
    sections: int
    levels: LevelKind
    has_differences: bool
    unit: str
