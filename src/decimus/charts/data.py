"""What a chart is drawn from: panels of sections of groups, as plain numbers."""

from __future__ import annotations

from decimus.study.targets import Levels
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
    """

    levels: Levels
    height: float | None
    error_bar: Ends | None
    replicates: tuple[float, ...]
    numbers: tuple[int, ...] = ()
    asides: tuple[float, ...] = ()
    is_adjusted: bool = False


class Section(Value, frozen=True):
    """A place on the group axis: its label and its groups side by side (None: no group).

    Args:
        variable: the factor whose level it is.
        level: the level as typed.
        label: the name it is shown under.
        amount: where it stands on a scale, None for names.
        members: its groups.
    """

    variable: int
    level: str
    label: str
    amount: float | None
    members: tuple[Member | None, ...]


class Panel(Value, frozen=True):
    """A plot of its own: the groups of one level of the third factor, or all.

    Args:
        sections: along the group axis.
        variable: the factor whose level it is for; None for the only panel.
        level: that level as typed.
        label: the name it is shown under.
    """

    sections: tuple[Section, ...]
    variable: int | None = None
    level: str = ""
    label: str = ""

    @property
    def members(self) -> tuple[Member, ...]:
        """All groups in the order of their places."""
        return tuple(m for section in self.sections for m in section.members if m is not None)
