"""Changes to how the figure looks."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.notation import plain
from decimus.study.edits.kinds import FigureEdit, check_size
from decimus.study.limits import Index, Move, TextSize
from decimus.study.looks import Look, LookOfGroup
from decimus.study.questions import FigureChoices, LevelError, Note, OutcomeBeside, OwnText
from decimus.study.settings import FIGURE_SETTINGS, LOOK_SETTINGS, OF_GROUPS, checked
from decimus.study.targets import AnyTarget, Levels, Moved, NoteAt, same_thing
from decimus.terms import ChartKind, ComparisonText, Orientation, Palette, Spacing

_MOST_OUTCOMES = 11
SettingValue = bool | int | float | str | tuple[float, ...] | None


class ChooseKind(FigureEdit, frozen=True, kw_only=True):
    """Choose what stands for a mean."""

    kind: ChartKind

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"draw {self.kind.value}"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices in that kind."""
        return replace(figure, kind=self.kind)


class ShowReplicates(FigureEdit, frozen=True, kw_only=True):
    """Lay the replicates over the marks, or leave them out."""

    is_shown: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "show every replicate" if self.is_shown else "leave replicates off the figure"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with or without replicates."""
        return replace(figure, show_replicates=self.is_shown)


class ChoosePalette(FigureEdit, frozen=True, kw_only=True):
    """Choose the group colours."""

    palette: Palette
    name: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"colours: {self.name}"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices in those colours."""
        return replace(figure, look=replace(figure.look, palette=self.palette))


class ChooseTextSize(FigureEdit, frozen=True, kw_only=True):
    """Choose the size of all text, in points."""

    text_pt: TextSize

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"text {self.text_pt:g} pt"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with that text size."""
        return replace(figure, look=replace(figure.look, text_pt=self.text_pt))


class ChooseSize(FigureEdit, frozen=True, kw_only=True):
    """Choose the size of the figure, in mm."""

    width_mm: float
    height_mm: float

    def __post_init__(self) -> None:
        check_size(self.width_mm, self.height_mm)

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"figure {self.width_mm:g} × {self.height_mm:g} mm"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices in that size."""
        look = replace(figure.look, width_mm=self.width_mm, height_mm=self.height_mm)
        return replace(figure, look=look)


class ShowOutcome(FigureEdit, frozen=True, kw_only=True):
    """Show another outcome on the same figure, or take it off."""

    variable: int
    is_shown: bool
    name: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"{self.name} beside it" if self.is_shown else f"without {self.name}"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with or without it."""
        others = tuple(own for own in figure.outcomes if own.variable != self.variable)
        if not self.is_shown:
            return replace(figure, outcomes=others)
        if len(others) >= _MOST_OUTCOMES:
            raise ChoiceError(
                f"A figure shows at most {_MOST_OUTCOMES + 1} outcomes",
                remedy="Take one off first",
            )
        return replace(figure, outcomes=(*others, OutcomeBeside(self.variable)))


def _with_axis(figure: FigureChoices, outcome: int, **parts: object) -> FigureChoices:
    """The choices with something else about the axis of another outcome."""
    return replace(
        figure,
        outcomes=tuple(
            replace(own, **parts) if own.variable == outcome else own for own in figure.outcomes
        ),
    )


class WriteOwnText(FigureEdit, frozen=True, kw_only=True):
    """Write words in the place of computed ones; None for those again."""

    what: AnyTarget
    text: str | None

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "computed words again" if self.text is None else f"“{plain(self.text)}” by hand"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with those words."""
        others = tuple(own for own in figure.own_texts if not same_thing(own.what, self.what))
        if self.text is not None:
            others = (*others, OwnText(self.what, self.text))
        return replace(figure, own_texts=others)


class PutNote(FigureEdit, frozen=True, kw_only=True):
    """Put something on the figure by hand, or change what was put there before."""

    note: Note

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = plain(self.note.text)
        return f"{self.note.kind.value} “{words}”" if words else f"{self.note.kind.value} by hand"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with it; in the place of the one of that number, where there is one."""
        if any(own.number == self.note.number for own in figure.notes):
            notes = tuple(
                self.note if own.number == self.note.number else own for own in figure.notes
            )
        else:
            notes = (*figure.notes, self.note)
        return replace(figure, notes=notes)


class TakeOffNote(FigureEdit, frozen=True, kw_only=True):
    """Take off what was put on the figure by hand."""

    number: Index

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "take a note off the figure"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices without it, and without where it was moved to."""
        return replace(
            figure,
            notes=tuple(own for own in figure.notes if own.number != self.number),
            moved=tuple(own for own in figure.moved if own.what != NoteAt(self.number)),
        )


class WriteAxisTitle(FigureEdit, frozen=True, kw_only=True):
    """Write an axis title by hand; None goes back to the one from the data.

    `outcome` for the value axis of another outcome than the one asked about.
    """

    is_value_axis: bool
    text: str | None
    outcome: int | None = None

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "axis title from the data" if self.text is None else f"axis title “{self.text}”"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with the title."""
        if self.outcome is not None:
            return _with_axis(figure, self.outcome, value_title=self.text)
        if self.is_value_axis:
            return replace(figure, value_title=self.text)
        return replace(figure, group_title=self.text)


class ChooseValueRange(FigureEdit, frozen=True, kw_only=True):
    """Choose the ends of the value axis; None for an end that follows the data.

    `outcome` for the axis of another outcome than the one asked about.
    """

    value_from: float | None
    value_to: float | None
    outcome: int | None = None

    def __post_init__(self) -> None:
        if (
            self.value_from is not None
            and self.value_to is not None
            and self.value_from >= self.value_to
        ):
            raise ChoiceError(
                f"An axis cannot run from {self.value_from:g} to {self.value_to:g}",
                remedy="Give the lower end first",
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        if self.value_from is None and self.value_to is None:
            return "axis ends from the data"
        return "axis ends"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with those ends."""
        if self.outcome is not None:
            ends = {"value_from": self.value_from, "value_to": self.value_to}
            return _with_axis(figure, self.outcome, **ends)
        return replace(figure, value_from=self.value_from, value_to=self.value_to)


class ChooseSpacing(FigureEdit, frozen=True, kw_only=True):
    """Choose how far apart groups stand."""

    spacing: Spacing

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {Spacing.EVEN: "evenly spaced", Spacing.BY_AMOUNT: "spaced by amount"}
        return f"groups {words[self.spacing]}"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with that spacing."""
        return replace(figure, spacing=self.spacing)


class ChooseComparisonText(FigureEdit, frozen=True, kw_only=True):
    """Choose what comparison lines say."""

    text: ComparisonText

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {
            ComparisonText.EXACT_P: "exact p on the figure",
            ComparisonText.BOUND: "bounds of p on the figure",
            ComparisonText.STARS: "stars on the figure",
            ComparisonText.STARS_AND_P: "stars and p on the figure",
        }
        return words[self.text]

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with those texts."""
        return replace(figure, comparison_text=self.text)


class TurnFigure(FigureEdit, frozen=True, kw_only=True):
    """Let values run upwards or to the right; None as the rule has it."""

    orientation: Orientation | None

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = "upright or sideways by the rule"
        return words if self.orientation is None else f"figure {self.orientation.value}"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices that way round."""
        return replace(figure, orientation=self.orientation)


class MoveByHand(FigureEdit, frozen=True, kw_only=True):
    """Move something from where it would stand by itself; 0 and 0 put it back.

    Args:
        what: it.
        along_mm: how far along the group axis, in all.
        value_mm: how far along the value axis.
        name: what it is, in plain words.
    """

    what: AnyTarget
    along_mm: Move = 0.0
    value_mm: Move = 0.0
    name: str = "a comparison line"

    @property
    def title(self) -> str:
        """The change in plain words."""
        is_moved = self.along_mm or self.value_mm
        return f"move {self.name}" if is_moved else f"put {self.name} back"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with it there."""
        moved = tuple(m for m in figure.moved if not same_thing(m.what, self.what))
        if self.along_mm or self.value_mm:
            moved = (*moved, Moved(self.what, self.along_mm, self.value_mm))
        return replace(figure, moved=moved)


class ChooseLevelErrors(FigureEdit, frozen=True, kw_only=True):
    """Say how far off the amounts of a factor may be; none for those that its names give."""

    variable: int
    errors: tuple[LevelError, ...] = ()

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "errors of amounts" if self.errors else "errors of amounts as their names give them"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with those errors."""
        others = tuple(own for own in figure.level_errors if own.variable != self.variable)
        return replace(figure, level_errors=(*others, *self.errors))


class ChooseSetting(FigureEdit, frozen=True, kw_only=True):
    """Choose a setting of this figure by its name; None goes back to the rule.

    Args:
        name: one of `FIGURE_SETTINGS`.
        value: what it is to be.
    """

    name: str
    value: SettingValue = None

    def __post_init__(self) -> None:
        checked(FigureChoices, self.name, self._value)

    @property
    def _value(self) -> object:
        """The value, or what stands where nobody has said anything."""
        return getattr(FigureChoices(), self.name, None) if self.value is None else self.value

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = FIGURE_SETTINGS[self.name]
        return f"{words} by the rule" if self.value is None else f"{words}: {_said(self.value)}"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with the setting."""
        value = checked(FigureChoices, self.name, self._value)
        return replace(figure, **{self.name: value})


class ChooseLook(FigureEdit, frozen=True, kw_only=True):
    """Choose how the figure looks, or one group of it; None goes back to the rule.

    Args:
        name: one of `LOOK_SETTINGS`.
        value: what it is to be.
        levels: the group that is to look so; none for the figure.
    """

    name: str
    value: SettingValue = None
    levels: Levels = ()

    def __post_init__(self) -> None:
        checked(Look, self.name, self.value)
        if self.levels and self.name not in OF_GROUPS:
            raise ChoiceError(
                f"The {LOOK_SETTINGS[self.name]} cannot be set for one group",
                remedy="Set it for the whole figure",
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = LOOK_SETTINGS[self.name]
        of = f" of {', '.join(self.levels)}" if self.levels else ""
        return (
            f"{words}{of} by the rule"
            if self.value is None
            else f"{words}{of}: {_said(self.value)}"
        )

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with that look."""
        value = checked(Look, self.name, self.value)
        if not self.levels:
            return replace(figure, look=replace(figure.look, **{self.name: value}))
        looks = {own.levels: own.look for own in figure.group_looks}
        looks[self.levels] = replace(looks.get(self.levels, Look()), **{self.name: value})
        return replace(
            figure,
            group_looks=tuple(
                LookOfGroup(levels, look) for levels, look in looks.items() if look != Look()
            ),
        )


def _said(value: SettingValue) -> str:
    """A value in plain words."""
    if isinstance(value, bool):
        return "yes" if value else "no"
    return f"{value:g}" if isinstance(value, float) else str(value).replace("-", " ")
