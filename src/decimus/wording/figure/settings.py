"""The settings of the foot line and of the Figure place, as choices."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.charts.registry import CHARTS
from decimus.charts.styles import style_of
from decimus.errors import ChoiceError
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseComparisonLevel,
    ChooseDecimals,
    ChooseErrorBarLevel,
    ChoosePalette,
    ChooseSize,
    ChooseSpacing,
    ChooseTextSize,
    ChooseValueRange,
    Edit,
    WriteAxisTitle,
)
from decimus.study.questions import Question
from decimus.terms import Decimals, LevelKind, Palette, Spacing
from decimus.values import Value
from decimus.wording.comparisons.choices import level_choice
from decimus.wording.figure.captions import (
    kind_choice,
    replicates_choice,
)
from decimus.wording.figure.drawn_comparisons import comparison_text_choice, hidden_choice
from decimus.wording.figure.error_bars import direction_choice, error_bar_choice, height_choice
from decimus.wording.numbers import full_number
from decimus.wording.phrases import factor_words, outcome_words, typed_number
from decimus.wording.questions import swap_option
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Text


def foot_sentence(results: Results) -> Sentence:
    """Decimals and the two levels."""
    question, sign = results.question, results.decimal_sign
    groups_level = level_choice(
        "error_bar_level",
        question.heights.level,
        "the level of intervals of means",
        ChooseErrorBarLevel,
        sign,
    )
    differences_level = level_choice(
        "comparison_level",
        question.comparison.level,
        "the level of intervals of differences",
        ChooseComparisonLevel,
        sign,
    )
    return (
        Text("decimals "),
        decimals_choice(results),
        Text("\u2003 groups at "),
        groups_level,
        Text("\u2003 differences at "),
        differences_level,
    )


def decimals_choice(results: Results) -> Choice:
    """How many decimals statistics have."""
    question = results.question
    now = question.numbers.decimals
    rules = {Decimals.ONE_MORE: "one more than the data", Decimals.AS_DATA: "as the data"}
    options = [
        Option(words, ChooseDecimals(decimals=rule), rule is now) for rule, words in rules.items()
    ]
    options += [
        Option(
            f"{count} {plural('decimal', count)}" if count else "none",
            ChooseDecimals(decimals=Decimals.FIXED, fixed=count),
            now is Decimals.FIXED and question.numbers.fixed == count,
        )
        for count in range(6)
    ]
    typed = f"{question.numbers.fixed} decimals"
    current = next((option.label for option in options if option.is_current), typed)
    return Choice("decimals", current, "decimals of all statistics", tuple(options))


class Setting(Value, frozen=True):
    """A setting of the figure: what it is about and its choices."""

    label: str
    sentence: Sentence


class SettingsSection(Value, frozen=True):
    """Settings that belong together."""

    title: str
    settings: tuple[Setting, ...]


def figure_settings(results: Results) -> tuple[SettingsSection, ...]:
    """All settings of the figure in five sections."""
    question, sign = results.question, results.decimal_sign
    units = plural(results.measurements.unit_name, 2)
    return (
        SettingsSection(
            "Marks",
            (
                Setting("drawn as", (kind_choice(results),)),
                Setting("showing the", (height_choice(results.groups, sign),)),
                Setting("replicates", (replicates_choice(question.figure, units),)),
                Setting("colour", (_palette_choice(question),)),
            ),
        ),
        SettingsSection(
            "Error bars",
            (
                Setting(
                    "show",
                    (error_bar_choice(results.groups, sign),),
                ),
                Setting("drawn", (direction_choice(question.heights),)),
            ),
        ),
        SettingsSection("Axes", _axis_settings(results)),
        SettingsSection(
            "Text",
            (
                Setting("letters", (_text_size_choice(question),)),
                Setting("comparison lines", (comparison_text_choice(question),)),
                Setting("comparisons drawn", (hidden_choice(question),)),
            ),
        ),
        SettingsSection("Size", (Setting("width × height", (_size_choice(question),)),)),
    )


def _palette_choice(question: Question) -> Choice:
    names = {
        Palette.SHORE: "a colour per group",
        Palette.ONE_COLOUR: "one colour",
        Palette.GREY: "greys",
        Palette.OKABE_ITO: "Okabe–Ito colours",
    }
    now = style_of(question.figure).style.palette
    options = tuple(
        Option(name, ChoosePalette(palette=palette, name=name), palette is now)
        for palette, name in names.items()
    )
    return Choice("palette", names[now], "the group colours", options)


def _axis_settings(results: Results) -> tuple[Setting, ...]:
    measurements = results.measurements
    settings = [
        Setting(
            outcome_words(measurements),
            (_range_choice(results), Text("\u2003 "), _title_choice(results, is_value_axis=True)),
        ),
    ]
    factor = results.groups.factors[0]
    across: list[Span] = []
    if factor.factor.kind is LevelKind.AMOUNTS:
        across += [_spacing_choice(results.question), Text("\u2003 ")]
    across.append(_title_choice(results, is_value_axis=False))
    settings.append(Setting(factor_words(factor), tuple(across)))
    if len(measurements.factors) > 1 and not measurements.is_summarised:
        second = results.groups.factors[1]
        text = f"{factor_words(factor)} across, {factor_words(second)} as colour"
        choice = Choice(
            "swap", text, "which factor stands across", (swap_option(results, measurements),)
        )
        settings.append(Setting("roles", (choice,)))
    return tuple(settings)


def _range_choice(results: Results) -> Choice:
    figure = results.question.figure
    low, high, sign = figure.value_from, figure.value_to, results.decimal_sign

    def ends(text: str) -> Edit:
        parts = text.replace("–", " to ").split("to")
        if len(parts) != 2:
            raise ChoiceError(f"“{text}” is no range", remedy="Type two numbers, such as 0 to 200")
        first, second = (typed_number(part, "both ends") for part in parts)
        return ChooseValueRange(value_from=first, value_to=second)

    is_automatic = low is None and high is None
    automatic = Option(
        "ends from the data", ChooseValueRange(value_from=None, value_to=None), is_automatic
    )
    start = "data" if low is None else full_number(low, sign)
    end = "data" if high is None else full_number(high, sign)
    text = "ends from the data" if is_automatic else f"{start} to {end}"
    initial = "" if is_automatic else text
    entry = Entry("ends, such as 0 to 200", initial, ends)
    return Choice("range", text, "the ends of the value axis", (automatic,), (entry,))


def _spacing_choice(question: Question) -> Choice:
    figure = question.figure
    words = {Spacing.EVEN: "evenly spaced", Spacing.BY_AMOUNT: "spaced by amount"}
    usual = CHARTS[figure.kind].spacing
    now = figure.spacing or usual
    options = tuple(
        Option(label, ChooseSpacing(spacing=spacing), spacing is now)
        for spacing, label in words.items()
    )
    return Choice("spacing", words[now], "how far apart groups stand", options)


def _title_choice(results: Results, *, is_value_axis: bool) -> Choice:
    figure = results.question.figure
    now = figure.value_title if is_value_axis else figure.group_title
    automatic = Option(
        "title from the data",
        WriteAxisTitle(is_value_axis=is_value_axis, text=None),
        now is None,
    )

    def written(text: str) -> Edit:
        return WriteAxisTitle(is_value_axis=is_value_axis, text=text.strip())

    text = "title from the data" if now is None else f"“{now}”" if now else "no title"
    key = "value title" if is_value_axis else "group title"
    entry = Entry("title of your own", now or "", written)
    return Choice(key, text, f"the {key.removesuffix(' title')} axis title", (automatic,), (entry,))


def _text_size_choice(question: Question) -> Choice:
    now = style_of(question.figure).style.text_pt
    options = tuple(
        Option(f"{size:g} pt", ChooseTextSize(text_pt=size), size == now)
        for size in (6.0, 7.0, 8.0, 9.0, 10.0, 12.0)
    )
    return Choice("text size", f"{now:g} pt", "the size of letters", options)


_SIZES = (
    (85.0, 62.0, "one column"),
    (120.0, 80.0, "one and a half"),
    (175.0, 100.0, "two columns"),
)


def _size_choice(question: Question) -> Choice:
    style = style_of(question.figure).style
    now = (style.width_mm, style.height_mm)

    def typed(text: str) -> Edit:
        parts = text.lower().replace("×", "x").replace("mm", "").split("x")
        if len(parts) != 2:
            raise ChoiceError(
                f"“{text}” is no size", remedy="Type width × height in mm, such as 85 × 62"
            )
        width, height = (typed_number(part, "width and height") for part in parts)
        return ChooseSize(width_mm=width, height_mm=height)

    options = tuple(
        Option(
            f"{width:g} × {height:g} mm, {words}",
            ChooseSize(width_mm=width, height_mm=height),
            (width, height) == now,
        )
        for width, height, words in _SIZES
    )
    text = f"{now[0]:g} × {now[1]:g} mm"
    entry = Entry("width × height, mm", f"{now[0]:g} × {now[1]:g}", typed)
    return Choice("size", text, "the size of the figure", options, (entry,))
