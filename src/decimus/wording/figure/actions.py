"""What can be done to a part of the figure: by a menu, by Delete, by arrow keys."""

from __future__ import annotations

from collections.abc import Iterator

from decimus.analysis.groups import FactorInOrder
from decimus.analysis.results import Results
from decimus.study.edits import (
    ChooseLook,
    ChooseSetting,
    ChooseValueRange,
    ColourLevel,
    DrawComparison,
    Edit,
    HideGroup,
    MarkControl,
    MoveByHand,
    RenameLevel,
    ReorderLevels,
    TakeOffNote,
    WriteAxisTitle,
    WriteOwnText,
)
from decimus.study.looks import Look
from decimus.study.questions import PairOfGroups
from decimus.study.targets import (
    AnyTarget,
    Axis,
    AxisEnd,
    AxisTitle,
    FitAt,
    GroupAt,
    GroupTextAt,
    KeyAt,
    KeyEntryAt,
    LevelName,
    NoteAt,
    PairAt,
    PanelAt,
    ReferenceAt,
    ReplicateAt,
    ReplicatesAt,
    Tick,
    TitleAt,
    ValueLabelAt,
    same_thing,
    untagged,
)
from decimus.terms import FitLine, KeyPlace, LevelKind, Spacing, ValueLabels
from decimus.values import Value
from decimus.wording.figure.parts import part_name

MOVABLE = (AxisTitle, KeyAt, PanelAt, GroupTextAt, ValueLabelAt, PairAt, TitleAt, FitAt)
"""Parts that are moved in mm from where they stand by rule; notes move with the data."""


class Action(Value, frozen=True):
    """Something that can be done to a part."""

    label: str
    edit: Edit


def actions_for(results: Results, target: AnyTarget) -> tuple[Action, ...]:
    """What applies to a part of the figure, as actions; those that change nothing are left out."""
    return tuple(action for action in _actions(results, target) if _changes(results, action.edit))


def _changes(results: Results, edit: Edit) -> bool:
    return edit.apply(results.study) != results.study


def _actions(results: Results, target: AnyTarget) -> Iterator[Action]:
    at = results.number
    match target:
        case GroupAt() | ReplicatesAt() | ReplicateAt():
            yield from _of_group(results, target)
        case LevelName() | KeyEntryAt() | PanelAt():
            yield from _of_level(results, target)
        case AxisEnd() | AxisTitle() | Tick():
            yield from _of_axis(results, target)
        case KeyAt():
            for place in KeyPlace:
                there = ChooseLook(name="key_place", value=place.value, question=at)
                yield Action(f"Key {place.value}", there)
            usual = ChooseSetting(name="key_title", question=at)
            yield Action("Title of the key from the data", usual)
        case PairAt() | GroupTextAt() | ValueLabelAt():
            yield Action("Computed words again", WriteOwnText(what=target, text=None, question=at))
        case _:
            pass
    if isinstance(target, MOVABLE):
        name = part_name(results, target)
        yield Action("Put it back", MoveByHand(what=target, name=name, question=at))
    off = off_edit(results, target)
    if off is not None:
        yield Action(_OFF.get(type(target), "Take it off the figure"), off)


_OFF: dict[type, str] = {
    PairAt: "Take this line off the figure",
    GroupAt: "Hide this group",
    ReplicatesAt: "Hide the replicates",
    ReplicateAt: "Hide the replicates",
}


def _of_axis(results: Results, target: AxisEnd | AxisTitle | Tick) -> Iterator[Action]:
    at = results.number
    match target:
        case AxisEnd():
            yield Action("Let this end follow the data", _end(results, target, None))
        case AxisTitle():
            is_value = target.axis is Axis.VALUE
            usual = WriteAxisTitle(
                is_value_axis=is_value, text=None, outcome=target.outcome, question=at
            )
            yield Action("Title from the data", usual)
        case Tick():
            if target.axis is Axis.VALUE:
                by_rule = ChooseSetting(name="value_step", question=at)
                yield Action("Steps of the axis by the rule", by_rule)


def _of_group(results: Results, target: GroupAt | ReplicatesAt | ReplicateAt) -> Iterator[Action]:
    at, levels = results.number, target.levels
    figure = results.question.figure
    own = next((each.look for each in figure.group_looks if each.levels == levels), Look())
    for name in Look.__struct_fields__:
        if getattr(own, name) is not None:
            edit = ChooseLook(name=name, levels=levels, question=at)
            yield Action(f"{edit.title[:1].upper()}{edit.title[1:]}", edit)
    bare, outcome = untagged(levels)
    factor = results.groups.factors[0] if results.groups.factors else None
    if factor is not None and outcome is None and len(results.groups.factors) == 1:
        mark = MarkControl(variable=factor.factor.variable, level=bare[0], question=at)
        yield Action("Take this group as the control", mark)


def _of_level(results: Results, target: LevelName | KeyEntryAt | PanelAt) -> Iterator[Action]:
    at, variable, level = results.number, target.variable, target.level
    factor = next((f for f in results.groups.factors if f.factor.variable == variable), None)
    if factor is None:
        return
    again = RenameLevel(variable=variable, level=level, label=level, question=at)
    yield Action(f"Call it {level} again", again)
    usual = ColourLevel(variable=variable, level=level, colour="", question=at)
    yield Action("Colour of the palette", usual)
    for words, by in (("Move it one place back", -1), ("Move it one place on", 1)):
        edit = moved_level(results, factor, level, by)
        if edit is not None:
            yield Action(words, edit)


def moved_level(
    results: Results, factor: FactorInOrder, level: str, by: int
) -> ReorderLevels | None:
    """The edit that moves a level so many places; None beyond the ends, or where amounts decide."""
    figure = results.question.figure
    is_by_amount = (figure.spacing or results.chart.spacing) is Spacing.BY_AMOUNT
    is_first = bool(results.groups.factors) and factor is results.groups.factors[0]
    if is_first and is_by_amount and factor.factor.kind is LevelKind.AMOUNTS:
        return None
    texts = [each.level.text for each in factor.levels]
    now = texts.index(level)
    to = min(max(now + by, 0), len(texts) - 1)
    if to == now:
        return None
    texts.insert(to, texts.pop(now))
    variable = factor.factor.variable
    return ReorderLevels(variable=variable, levels=tuple(texts), question=results.number)


def off_edit(results: Results, target: AnyTarget) -> Edit | None:  # noqa: PLR0911 - a case each
    """The edit that takes a part off the figure; None for what cannot be."""
    at, figure = results.number, results.question.figure
    match target:
        case PairAt():
            first, second = untagged(target.first)[0], untagged(target.second)[0]
            pair = PairOfGroups(first, second)
            return DrawComparison(pair=pair, is_drawn=False, question=at)
        case GroupAt():
            levels = untagged(target.levels)[0]
            name = part_name(results, target)
            return HideGroup(levels=levels, is_hidden=True, name=name, question=at)
        case NoteAt():
            return TakeOffNote(number=target.number, question=at)
        case TitleAt():
            name = "subtitle" if target.is_subtitle else "title"
            return ChooseSetting(name=name, question=at)
        case AxisTitle():
            is_value = target.axis is Axis.VALUE
            return WriteAxisTitle(
                is_value_axis=is_value, text="", outcome=target.outcome, question=at
            )
        case KeyAt() | KeyEntryAt():
            return ChooseSetting(name="shows_key", value=False, question=at)
        case ValueLabelAt():
            return ChooseSetting(name="value_labels", value=ValueLabels.NONE.value, question=at)
        case FitAt():
            return ChooseSetting(name="fit", value=FitLine.NONE.value, question=at)
        case ReferenceAt():
            rest = tuple(value for value in figure.references if value != target.value)
            if rest == figure.references:
                return ChooseSetting(name="marks_control", value=False, question=at)
            return ChooseSetting(name="references", value=rest, question=at)
        case _:
            return None


def _end(results: Results, target: AxisEnd, value: float | None) -> Edit:
    """The edit that puts an end of a value axis at a value, the other left as it is."""
    figure = results.question.figure
    low, high = figure.value_from, figure.value_to
    for own in figure.outcomes:
        if own.variable == target.outcome:
            low, high = own.value_from, own.value_to
    low, high = (low, value) if target.is_upper else (value, high)
    return ChooseValueRange(
        value_from=low, value_to=high, outcome=target.outcome, question=results.number
    )


def end_edit(results: Results, target: AxisEnd, value: float) -> Edit:
    """The edit that puts an end of a value axis at a value. Raises ChoiceError."""
    return _end(results, target, value)


def moved_edit(results: Results, target: AnyTarget, along_mm: float, value_mm: float) -> Edit:
    """The edit that moves a part by so many mm more than it has been."""
    now = next((own for own in results.question.figure.moved if same_thing(own.what, target)), None)
    if now is not None:
        along_mm, value_mm = now.along_mm + along_mm, now.value_mm + value_mm
    return MoveByHand(
        what=target,
        along_mm=round(along_mm, 3),
        value_mm=round(value_mm, 3),
        name=part_name(results, target),
        question=results.number,
    )
