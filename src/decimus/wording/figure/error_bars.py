"""What stands for a group and what its error bar shows, as choices."""

from __future__ import annotations

import re

from decimus.analysis.groups import ShownGroups
from decimus.errors import ChoiceError
from decimus.kinds.error_bars import ERROR_BARS
from decimus.kinds.heights import HEIGHTS
from decimus.study.edits import ChooseDirection, ChooseErrorBar, ChooseHeight, Edit
from decimus.study.edits.groups import fitting
from decimus.study.number_styles import PLAIN, Numerals
from decimus.study.questions import HeightChoices
from decimus.terms import Direction, ErrorBar, Height, Side
from decimus.wording.groups.statistics import SIDES, share_words
from decimus.wording.numbers import full_number
from decimus.wording.phrases import (
    LEVELS_OFFERED,
    bar_name,
    error_bar_name,
    lower_first,
    typed_number,
)
from decimus.wording.spans import Choice, Entry, Option, Span, Text

_MULTIPLE = re.compile(r"([\d.,]+)\s*[×x*]?\s*(SD|SE)", re.IGNORECASE)
DIRECTION_WORDS = {
    Direction.BOTH: "both ways",
    Direction.UP: "upwards",
    Direction.DOWN: "downwards",
}


def height_words(groups: ShownGroups, numerals: Numerals = PLAIN) -> str:
    """What stands for a group, in running text."""
    height = groups.heights.height
    if height is Height.SHARE:
        return lower_first(share_words(groups, numerals, with_unit=True))
    return HEIGHTS[height].noun


def height_choice(groups: ShownGroups, numerals: Numerals = PLAIN) -> Choice:
    """What stands for a group."""
    now = groups.heights.height
    is_given = groups.measurements.is_summarised
    options = []
    for height, kind in HEIGHTS.items():
        if height is Height.SHARE:
            continue  # needs a threshold
        why = "single values are not known" if is_given and height is not Height.MEAN else ""
        if height is Height.GEOMETRIC_MEAN and not why and not _all_positive(groups):
            why = "a value is zero or negative"
        edit = None if why else ChooseHeight(height=height)
        options.append(Option(kind.option, edit, height is now, why))
    entries: tuple[Entry, ...] = ()
    if not is_given:
        if groups.heights.choices.threshold is not None:
            text = lower_first(share_words(groups, numerals, with_unit=True))
            options.append(Option(text, ChooseHeight(height=Height.SHARE), now is Height.SHARE))
        entries = (Entry("share of cases, such as above 120 or at least 120", "", _share_edit),)
    text = height_words(groups, numerals)
    return Choice("height", text, "what stands for a group", tuple(options), entries)


def _all_positive(groups: ShownGroups) -> bool:
    return all(group.is_empty or groups.geometric(group) is not None for group in groups.shown)


def side_and_threshold(text: str) -> tuple[Side, float]:
    """What "above 120", "at least 120" or "below 3,5" says; a bare number is above it.

    Raises:
        ChoiceError: there is no number in it.
    """
    cleaned = text.strip().lower()
    signs = {"≥": Side.AT_LEAST, ">=": Side.AT_LEAST, ">": Side.ABOVE, "<": Side.BELOW}
    for word, side in {**{words: side for side, words in SIDES.items()}, **signs}.items():
        if cleaned.startswith(word):
            return side, typed_number(cleaned.removeprefix(word), "a threshold")
    return Side.ABOVE, typed_number(cleaned, "a threshold, such as above 120")


def _share_edit(text: str) -> Edit:
    side, threshold = side_and_threshold(text)
    return ChooseHeight(height=Height.SHARE, threshold=threshold, side=side)


def error_bar_choice(groups: ShownGroups, numerals: Numerals = PLAIN) -> Choice:
    """What error bars show: what belongs to the height, the rest with the reason."""
    choices = groups.heights.choices
    now, level = choices.error_bar, choices.level
    bars = sorted(fitting(choices.height), key=list(ErrorBar).index)
    options: list[Option] = []
    for bar in bars:
        why = _why_not(groups, bar)
        if bar is ErrorBar.GIVEN and not groups.measurements.is_summarised:
            continue
        levels: tuple[float | None, ...] = (None,)
        if bar is ErrorBar.CONFIDENCE_INTERVAL:
            levels = tuple(sorted({*LEVELS_OFFERED, level}))
        for number, at in enumerate(levels):
            name = error_bar_name(choices, bar, at, numerals)
            is_current = bar is now and at in (None, level)
            edit = None if why else ChooseErrorBar(error_bar=bar, level=at)
            said = why or ("" if number else ERROR_BARS[bar].worth)
            options.append(Option(name, edit, is_current, said))

    def at_level(text: str) -> Edit:
        typed = typed_number(text, "a level")
        return ChooseErrorBar(error_bar=ErrorBar.CONFIDENCE_INTERVAL, level=typed)

    entries: list[Entry] = []
    if ErrorBar.CONFIDENCE_INTERVAL in bars:
        label = "confidence interval at another level, %"
        entries.append(Entry(label, full_number(level, numerals), at_level))
    if ErrorBar.MULTIPLE_OF_SD in bars:
        entries.append(Entry("a multiple, such as 2 SD or 1.5 SE", "", multiple_edit))
    text = bar_name(choices, numerals)
    return Choice("error_bar", text, "what error bars show", tuple(options), tuple(entries))


def multiple_edit(text: str) -> Edit:
    """Error bars of a multiple of SD or SE, from "2 SD". Raises ChoiceError."""
    found = _MULTIPLE.fullmatch(text.strip())
    if found is None:
        raise ChoiceError(f"“{text.strip()}” is no multiple", remedy="Type 2 SD or 1.5 SE")
    is_sd = found[2].upper() == "SD"
    bar = ErrorBar.MULTIPLE_OF_SD if is_sd else ErrorBar.MULTIPLE_OF_SE
    return ChooseErrorBar(error_bar=bar, factor=typed_number(found[1], "a factor"))


def _why_not(groups: ShownGroups, bar: ErrorBar) -> str:
    """Why no group can have an error bar; "" where some can."""
    if bar is ErrorBar.NONE:
        return ""
    if groups.heights.can_be(bar):
        return ""
    if ERROR_BARS[bar].is_within_units:
        return "no subject is measured again under every condition"
    if groups.measurements.is_summarised:
        return "it does not follow from what was given"
    return "every group has one value only"


def direction_choice(heights: HeightChoices) -> Choice:
    """Which way error bars are drawn."""
    options = tuple(
        Option(words, ChooseDirection(direction=direction), direction is heights.direction)
        for direction, words in DIRECTION_WORDS.items()
    )
    words = DIRECTION_WORDS[heights.direction]
    return Choice("direction", words, "which way error bars are drawn", options)


def error_bar_spans(groups: ShownGroups, numerals: Numerals) -> list[Span]:
    """The part of a caption on error bars, behind the height."""
    choices = groups.heights.choices
    if choices.height is Height.COUNT:
        return []
    choice = error_bar_choice(groups, numerals)
    if choices.error_bar is ErrorBar.NONE:
        return [Text(", with "), choice]
    note = ERROR_BARS[choices.error_bar].note
    spans: list[Span] = [Text(" and its "), choice]
    return [*spans, Text(f"{note}, "), direction_choice(choices)]
