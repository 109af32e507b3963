"""How a part of the figure looks, as a sentence of choices: for it alone, its level, or all."""

from __future__ import annotations

from enum import Enum

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.study.edits import ChooseLook, ColourLevel, Edit
from decimus.study.settings import OF_GROUPS
from decimus.study.targets import AnyTarget, GroupAt, Levels, ReplicateAt, ReplicatesAt, untagged
from decimus.wording.figure.parts import part_name
from decimus.wording.figure.setting_choices import setting_choice, typed_colour
from decimus.wording.phrases import upper_first
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Text


class Scope(Enum):
    """For what a look is meant."""

    GROUP = "this group"
    LEVEL = "its level"
    ALL = "all groups"


_MARK = ("point_shape", "point_mm", "outline_pt", "mark_opacity")
_BAR = ("has_error_bars", "error_bar_pt", "error_bar_colour", "error_bar_dash", "has_caps")
_REPLICATES = ("replicate_mm", "replicate_fill", "replicate_opacity")


def looks_sentence(results: Results, target: AnyTarget, scope: Scope) -> Sentence:
    """What can be said of the looks of a group's mark or of its replicates; else nothing.

    Args:
        results: what the figure shows.
        target: the part.
        scope: for what it is meant; a level has a colour only.
    """
    if not isinstance(target, GroupAt | ReplicatesAt | ReplicateAt):
        return ()
    if results.groups.find(untagged(target.levels)[0]) is None:
        return ()  # of other factors, or of data that are gone
    levels = untagged(target.levels)[0] if scope is not Scope.GROUP else target.levels
    spans: list[Span] = [Text(f"{upper_first(part_name(results, target))}: ")]
    if isinstance(target, GroupAt):
        spans.append(colour_choice(results, levels, scope))
        names: tuple[str, ...] = (*_MARK, *_BAR) if results.chart.are_small else (*_MARK[2:], *_BAR)
    else:
        names = _REPLICATES
    if scope is not Scope.LEVEL:
        own = levels if scope is Scope.GROUP else ()
        for name in names:
            before = ", " if len(spans) > 1 else ""
            words = "error bars " if name == "has_error_bars" else ""
            spans += [Text(f"{before}{words}"), _for(results, name, own)]
    return (*spans, Text(" for "))


def colour_choice(results: Results, levels: Levels, scope: Scope) -> Choice:
    """The colour of a mark, typed as # and six signs or by its name."""

    def edit(colour: str | None) -> Edit:
        return colour_edit(results, levels, scope, colour)

    entry = Entry("#6d4a7d, or a name such as teal", "", lambda text: edit(typed_colour(text)))
    usual = Option("of the palette", edit(None))
    return Choice("part colour", "colour", "the colour", (usual,), (entry,))


def colour_edit(results: Results, levels: Levels, scope: Scope, colour: str | None) -> Edit:
    """The edit that gives a group, its level or all groups a colour; None for the usual one.

    Raises:
        ChoiceError: the level has no colour of its own.
    """
    at = results.number
    if scope is not Scope.LEVEL:
        own = levels if scope is Scope.GROUP else ()
        return ChooseLook(name="mark_colour", value=colour, levels=own, question=at)
    factors = results.groups.factors
    position = 1 if len(factors) > 1 else 0
    if position >= len(levels):
        raise ChoiceError("There is no level to colour", remedy="Colour the group")
    return ColourLevel(
        variable=factors[position].factor.variable,
        level=levels[position],
        colour=colour or "",
        question=at,
    )


def _for(results: Results, name: str, levels: Levels) -> Choice:
    """A setting of the figure's looks, for one group where `levels` are given."""
    choice = setting_choice(results, name)
    if not levels or name not in OF_GROUPS:
        return choice

    def of_group(edit: Edit | None) -> Edit | None:
        return replace(edit, levels=levels) if isinstance(edit, ChooseLook) else edit

    def typed(entry: Entry) -> Entry:
        def made(text: str) -> Edit:
            edit = entry.edit_of(text)
            return replace(edit, levels=levels) if isinstance(edit, ChooseLook) else edit

        return replace(entry, edit_of=made)

    return replace(
        choice,
        options=tuple(replace(each, edit=of_group(each.edit)) for each in choice.options),
        entries=tuple(typed(entry) for entry in choice.entries),
    )
