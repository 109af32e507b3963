"""Changes to how groups are summarised and shown: heights, columns, totals, controls, colours."""

from __future__ import annotations

import re

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.kinds.heights import HEIGHTS
from decimus.study.edits.kinds import FigureEdit, HeightEdit, LaneEdit, LevelEdit
from decimus.study.questions import (
    ControlLevel,
    FigureChoices,
    HeightChoices,
    LaneChoices,
    LevelChoices,
    LevelColour,
)
from decimus.study.targets import Levels
from decimus.terms import ErrorBar, Height, Side, Statistic, Totals

_COLOUR = re.compile(r"#[0-9a-f]{6}")


def fitting(height: Height) -> tuple[ErrorBar, ...]:
    """The error bars that belong to a height, the usual one first."""
    return HEIGHTS[height].fits


class ChooseHeight(HeightEdit, frozen=True, kw_only=True):
    """Say what stands for a group on the figure; error bars that do not belong to it wait.

    `threshold` and `side` go with a share.
    """

    height: Height
    threshold: float | None = None
    side: Side | None = None

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"show the {HEIGHTS[self.height].noun} of every group"

    def chosen(self, heights: HeightChoices) -> HeightChoices:
        """The choices with that height."""
        bars = HEIGHTS[self.height].fits
        wanted = heights.kept_bar or heights.error_bar
        return replace(
            heights,
            height=self.height,
            error_bar=wanted if wanted in bars else bars[0],
            kept_bar=None if wanted in bars else wanted,
            threshold=heights.threshold if self.threshold is None else self.threshold,
            side=self.side or heights.side,
        )


class ChooseThreshold(HeightEdit, frozen=True, kw_only=True):
    """Say beyond what, and on which side of it, cases are counted as a share."""

    threshold: float
    side: Side = Side.ABOVE

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {Side.ABOVE: "above", Side.AT_LEAST: "at least", Side.BELOW: "below"}
        return f"shares {words[self.side]} {self.threshold:g}"

    def chosen(self, heights: HeightChoices) -> HeightChoices:
        """The choices with the threshold."""
        return replace(heights, threshold=self.threshold, side=self.side)


class ChooseColumns(LaneEdit, frozen=True, kw_only=True):
    """Choose the statistics beside the lanes, in this order."""

    columns: tuple[Statistic, ...]
    words: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return self.words or "the columns of the summary"

    def chosen(self, lanes: LaneChoices) -> LaneChoices:
        """The choices with the columns; n always stays."""
        columns = tuple(dict.fromkeys(self.columns))
        if Statistic.N not in columns:
            columns = (Statistic.N, *columns)
        return replace(lanes, columns=columns)


class ChooseTotals(LaneEdit, frozen=True, kw_only=True):
    """Choose what is shown below the groups of each level of the first factor."""

    totals: Totals

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {
            Totals.NONE: "no totals",
            Totals.MARGINAL: "marginal means",
            Totals.ALL: "totals over all replicates",
            Totals.BOTH: "marginal means and totals",
        }
        return words[self.totals]

    def chosen(self, lanes: LaneChoices) -> LaneChoices:
        """The choices with the totals."""
        return replace(lanes, totals=self.totals)


class MarkControl(LevelEdit, frozen=True, kw_only=True):
    """Mark a level as the control of its factor, or none with an empty level."""

    variable: int
    level: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"{self.level} is the control" if self.level else "no control"

    def chosen(self, levels: LevelChoices) -> LevelChoices:
        """The choices with the control."""
        others = tuple(c for c in levels.controls if c.variable != self.variable)
        marked = (*others, ControlLevel(self.variable, self.level)) if self.level else others
        return replace(levels, controls=marked)


class HideGroup(FigureEdit, frozen=True, kw_only=True):
    """Leave a group off the figure, or show it again; it stays in every test."""

    levels: Levels
    is_hidden: bool
    name: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        name = self.name or ", ".join(self.levels)
        return f"hide {name} from the figure" if self.is_hidden else f"show {name} on the figure"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with the group hidden or not."""
        others = tuple(levels for levels in figure.hidden if levels != self.levels)
        return replace(figure, hidden=(*others, self.levels) if self.is_hidden else others)


class ColourLevel(FigureEdit, frozen=True, kw_only=True):
    """Give a level a colour of its own; an empty colour gives it that of the palette again."""

    variable: int
    level: str
    colour: str

    def __post_init__(self) -> None:
        if self.colour and not _COLOUR.fullmatch(self.colour):
            raise ChoiceError(
                f"“{self.colour}” is no colour", remedy="Type it as # and six signs, as #2c6b70"
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"colour {self.level}" if self.colour else f"the usual colour for {self.level}"

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices with the colour."""
        key = (self.variable, self.level)
        others = tuple(c for c in figure.level_colours if (c.variable, c.level) != key)
        if self.colour:
            others = (*others, LevelColour(self.variable, self.level, self.colour))
        return replace(figure, level_colours=others)
