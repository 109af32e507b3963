"""The parts of a figure: what each is called, which words stand there, how they are rewritten."""

from __future__ import annotations

from collections.abc import Sequence
from typing import assert_never

from msgspec.structs import replace

from decimus.analysis.groups import FactorInOrder
from decimus.analysis.outcomes import owner, results_beside
from decimus.analysis.results import Results
from decimus.notation import plain
from decimus.study.edits import (
    ChooseSetting,
    Edit,
    NameVariable,
    PutNote,
    RenameLevel,
    WriteAxisTitle,
    WriteOwnText,
)
from decimus.study.questions import Note
from decimus.study.targets import (
    AnyTarget,
    AsideAt,
    Axis,
    AxisAt,
    AxisEnd,
    AxisTitle,
    FitAt,
    GroupAt,
    GroupTextAt,
    KeyAt,
    KeyEntryAt,
    LevelName,
    Levels,
    NoteAt,
    OfLevel,
    PairAt,
    PanelAt,
    ReferenceAt,
    ReplicateAt,
    ReplicatesAt,
    Tick,
    TitleAt,
    ValueLabelAt,
    same_thing,
)
from decimus.wording.numbers import full_number
from decimus.wording.phrases import group_words, outcome_words

_AXES = {Axis.VALUE: "value axis", Axis.GROUP: "group axis"}


def part_name(results: Results, target: AnyTarget) -> str:  # noqa: C901, PLR0911, PLR0912 - a case each
    """What a part of the figure is called, for those who walk through it by keyboard."""
    numerals = results.numerals
    match target:
        case GroupAt():
            return _group(results, target.levels)
        case ReplicatesAt():
            return f"replicates of {_group(results, target.levels)}"
        case ReplicateAt():
            return f"replicate {target.number + 1} of {_group(results, target.levels)}"
        case AsideAt():
            return f"value set aside of {_group(results, target.levels)}"
        case GroupTextAt():
            return f"text over {_group(results, target.levels)}"
        case ValueLabelAt():
            return f"number at {_group(results, target.levels)}"
        case LevelName():
            return f"name {_level(results, target)}"
        case PanelAt():
            return f"title of the panel {_level(results, target)}"
        case AxisAt():
            return _AXES[target.axis]
        case AxisEnd():
            return f"{'upper' if target.is_upper else 'lower'} end of the value axis"
        case Tick():
            return f"{_AXES[target.axis]} at {full_number(target.value, numerals)}"
        case AxisTitle():
            return f"title of the {_AXES[target.axis]}"
        case KeyAt():
            return "key"
        case KeyEntryAt():
            return f"key entry {_level(results, target)}"
        case PairAt():
            first, second = (_group(results, levels) for levels in (target.first, target.second))
            return f"comparison of {first} and {second}"
        case ReferenceAt():
            return f"line at {full_number(target.value, numerals)}"
        case FitAt():
            return "fitted line"
        case TitleAt():
            return "subtitle" if target.is_subtitle else "title"
        case NoteAt():
            note = note_of(results, target)
            return f"note {plain(note.text)}".strip() if note is not None else "note"
        case never:
            assert_never(never)


def _group(results: Results, levels: Levels) -> str:
    of, bare = owner(results, levels)
    group = of.groups.find(bare)
    name = group_words(of.groups, group) if group is not None else ", ".join(bare)
    return f"{outcome_words(of.measurements)} of {name}" if of is not results else name


def _factor(results: Results, target: OfLevel) -> FactorInOrder | None:
    return next((f for f in results.groups.factors if f.factor.variable == target.variable), None)


def _level(results: Results, target: OfLevel) -> str:
    factor = _factor(results, target)
    if factor is None:
        every = (results, *results_beside(results))
        found = (each for each in every if each.measurements.outcome.variable == target.variable)
        return next((outcome_words(each.measurements) for each in found), target.level)
    return next((each.label for each in factor.levels if each.level.text == target.level), "")


def note_of(results: Results, target: NoteAt) -> Note | None:
    """What was put there by hand; None where there is nothing any more."""
    notes = results.question.figure.notes
    return next((note for note in notes if note.number == target.number), None)


def written_at(results: Results, target: AnyTarget, shown: str) -> str | None:
    """The words of a part in the notation, as one would change them; None where it has none.

    Args:
        results: what the figure shows.
        target: the part.
        shown: what stands there, in the notation.
    """
    figure = results.question.figure
    match target:
        case TitleAt():
            return figure.subtitle if target.is_subtitle else figure.title
        case NoteAt():
            note = note_of(results, target)
            return None if note is None else note.text
        case LevelName() | KeyEntryAt() | PanelAt():
            factor = _factor(results, target)
            if factor is None:
                return _level(results, target)
            found = (e.written for e in factor.levels if e.level.text == target.level)
            return next(found, None)
        case AxisTitle() | KeyAt():
            return shown
        case PairAt() | GroupTextAt() | ValueLabelAt():
            own = (each.text for each in figure.own_texts if same_thing(each.what, target))
            return next(own, shown)
        case _:
            return None


def written_edit(results: Results, target: AnyTarget, text: str) -> Edit | None:
    """The edit that writes words at a part; nothing typed goes back to those by rule."""
    at, cleaned = results.number, " ".join(text.split())
    match target:
        case TitleAt():
            name = "subtitle" if target.is_subtitle else "title"
            return ChooseSetting(name=name, value=cleaned, question=at)
        case NoteAt():
            note = note_of(results, target)
            return None if note is None else PutNote(note=replace(note, text=cleaned), question=at)
        case LevelName() | KeyEntryAt() | PanelAt():
            if _factor(results, target) is None:
                sheet = results.question.asked.sheet
                return NameVariable(variable=target.variable, name=cleaned, sheet=sheet)
            return RenameLevel(
                variable=target.variable,
                level=target.level,
                label=cleaned or target.level,
                question=at,
            )
        case AxisTitle():
            return WriteAxisTitle(
                is_value_axis=target.axis is Axis.VALUE,
                text=cleaned,
                outcome=target.outcome,
                question=at,
            )
        case KeyAt():
            return ChooseSetting(name="key_title", value=cleaned or None, question=at)
        case PairAt() | GroupTextAt() | ValueLabelAt():
            return WriteOwnText(what=target, text=cleaned or None, question=at)
        case _:
            return None


def in_reading_order(targets: Sequence[AnyTarget]) -> tuple[AnyTarget, ...]:
    """Parts as one reads a figure: title, key, axes, names, groups and what is over them, notes."""
    ranked = sorted(range(len(targets)), key=lambda i: (_rank(targets[i]), i))
    return tuple(targets[i] for i in ranked)


def _rank(target: AnyTarget) -> int:
    order: tuple[tuple[type, ...], ...] = (
        (TitleAt,),
        (KeyAt, KeyEntryAt),
        (AxisTitle,),
        (AxisEnd, AxisAt, Tick),
        (PanelAt,),
        (LevelName,),
        (GroupAt, GroupTextAt, ValueLabelAt, ReplicatesAt, ReplicateAt, AsideAt),
        (PairAt,),
        (ReferenceAt, FitAt),
    )
    return next((i for i, kinds in enumerate(order) if isinstance(target, kinds)), len(order))
