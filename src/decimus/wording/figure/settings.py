"""The settings of the foot line and of the Figure place, as choices."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec.structs import replace

from decimus.analysis.outcomes import are_together, results_beside
from decimus.analysis.results import Results
from decimus.charts.styles import style_of
from decimus.errors import ChoiceError
from decimus.notation import escaped, plain
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseComparisonLevel,
    ChooseDecimals,
    ChooseErrorBarLevel,
    ChooseLook,
    ChooseSetting,
    ChooseSize,
    ChooseSpacing,
    ChooseTextSize,
    ChooseValueRange,
    Edit,
    MoveByHand,
    TakeOffNote,
    TurnFigure,
    WriteAxisTitle,
    WriteOwnText,
)
from decimus.study.house_styles import HouseStyle
from decimus.study.looks import Look
from decimus.study.questions import Question
from decimus.study.settings import LOOK_SETTINGS
from decimus.study.targets import GroupAt
from decimus.terms import ChartKind, Decimals, LevelKind, Orientation, Spacing
from decimus.values import Value
from decimus.wording.comparisons.choices import level_choice
from decimus.wording.figure.alt_text import figure_name
from decimus.wording.figure.captions import (
    kind_choice,
    replicates_choice,
)
from decimus.wording.figure.drawn_comparisons import comparison_text_choice, hidden_choice
from decimus.wording.figure.error_bars import direction_choice, error_bar_choice, height_choice
from decimus.wording.figure.errors_across import errors_choice
from decimus.wording.figure.house_styles import style_choice
from decimus.wording.figure.outcomes import of_its_axis_choice, outcomes_choice
from decimus.wording.figure.parts import part_name
from decimus.wording.figure.setting_choices import WORDS, setting_choice
from decimus.wording.figure.typed_ranges import typed_range
from decimus.wording.numbers import full_number
from decimus.wording.phrases import factor_words, outcome_words, typed_number
from decimus.wording.questions import swap_option
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Style, Text


def foot_sentence(results: Results) -> Sentence:
    """Decimals and the two levels."""
    question, numerals = results.question, results.numerals
    groups_level = level_choice(
        "error_bar_level",
        question.heights.level,
        "the level of intervals of means",
        ChooseErrorBarLevel,
        numerals,
    )
    differences_level = level_choice(
        "comparison_level",
        question.comparison.level,
        "the level of intervals of differences",
        ChooseComparisonLevel,
        numerals,
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
    fixed = question.numbers.fixed
    typed = f"{fixed} {plural('decimal', fixed)}"
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


def figure_settings(
    results: Results, styles: Sequence[HouseStyle] = ()
) -> tuple[SettingsSection, ...]:
    """All settings of the figure in short sections; only what applies to the kind that is drawn.

    Args:
        results: what is shown.
        styles: the house styles that there are.
    """
    question, numerals, chart = results.question, results.numerals, results.chart
    units = plural(results.measurements.unit_name, 2)

    def row(label: str, *names: str) -> Setting:
        return Setting(label, _in_a_row(*(setting_choice(results, name) for name in names)))

    has_bars = "{error_bars}" in chart.words.shows + chart.words.marked
    is_joined = chart.kind is ChartKind.LINE
    marks = [
        *_outcomes(results),
        Setting("drawn as", (kind_choice(results),)),
        Setting("standing", (orientation_choice(question),)),
    ]
    if "{height}" in chart.words.shows + chart.words.marked:
        marks.append(Setting("showing the", (height_choice(results.groups, numerals),)))
    if chart.marks_mean is not None:
        marks.append(row("mean", "marks_mean"))
    if chart.wants_boxes:
        marks.append(row("whiskers", "whiskers"))
    if chart.kind is ChartKind.STACKED:
        marks.append(row("adding up", "stacked_as"))
    if is_joined:
        marks.append(row("points", "joins", "join_pt"))
    if not chart.has_replicates and chart.kind is not ChartKind.DIFFERENCES:
        circles = replicates_choice(question.figure, units)
        places = [setting_choice(results, "replicates_at")] if circles.is_printed else []
        marks.append(Setting("replicates", _in_a_row(circles, *places)))
        marks.append(row("their circles", "replicate_mm", "replicate_fill", "joins_units"))
    marks.append(row("colour", "palette", "mark_colour", "by_signs"))
    if chart.are_small:
        marks.append(row("points", "point_mm", "point_shape"))
    else:
        marks.append(row("bars and boxes", "bar_width", "outline_pt", "mark_opacity"))
    marks.append(row("empty groups", "drops_empty"))
    bars = []
    if has_bars:
        bars = [
            Setting("show", _in_a_row(error_bar_choice(results.groups, numerals))),
            Setting("drawn", _in_a_row(direction_choice(question.heights))),
        ]
    bars.append(row("on the figure", "has_error_bars", "has_caps", "cap_mm"))
    bars.append(row("lines", "error_bar_pt", "error_bar_colour", "error_bar_dash"))
    has_panels = len(results.groups.factors) > 2 or bool(results_beside(results))
    gap = [row("panels", "panel_gap_mm")] if has_panels else []
    axes = [
        *gap,
        *_axis_settings(results),
        row("ticks", "ticks", "has_minor_ticks", "value_step", "tick_decimals"),
        row("plot", "grid", "has_frame", "line_pt"),
        row("lines across", "references", "marks_control"),
    ]
    text = [
        Setting("title", _in_a_row(_title_over(results), setting_choice(results, "title_align"))),
        row("subtitle", "subtitle"),
        row("number", "figure_number", "numbers_title"),
        Setting(
            "letters",
            _in_a_row(_text_size_choice(question), setting_choice(results, "typeface")),
        ),
        row("at groups", "value_labels", "label_decimals"),
        row("names", "counts_below"),
    ]
    beside = [
        row("key", "shows_key", "key_place", "key_title"),
        Setting("comparison lines", (comparison_text_choice(question),)),
        row("their p", "leading_zero", "p_decimals"),
        row("their letters", "comparison_pt"),
        Setting("comparisons drawn", (hidden_choice(question),)),
        row("differences", "shows_differences"),
    ]
    return (
        SettingsSection("Marks", tuple(marks)),
        SettingsSection("Error bars", tuple(bars)),
        SettingsSection("Axes", tuple(axes)),
        SettingsSection("Text", tuple(text)),
        SettingsSection("Key and comparisons", tuple(beside)),
        *_by_hand(results),
        SettingsSection(
            "Size and style",
            (
                Setting("width × height", (_size_choice(question),)),
                Setting("house style", (style_choice(results, styles),)),
            ),
        ),
    )


def _by_hand(results: Results) -> list[SettingsSection]:
    """What was set about single groups, moved, written or put there, each with the way back."""
    figure, at = results.question.figure, results.number
    rows: list[Setting] = []
    for own in figure.group_looks:
        said = [
            _way_back(edit, f"{own.levels} {name}", f"{LOOK_SETTINGS[name]}: {_plainly(value)}")
            for name in Look.__struct_fields__
            if (value := getattr(own.look, name)) is not None
            for edit in (ChooseLook(name=name, levels=own.levels, question=at),)
        ]
        rows.append(Setting(part_name(results, GroupAt(own.levels)), _in_a_row(*said)))
    moved = [
        _way_back(MoveByHand(what=each.what, name=name, question=at), f"moved {number}", name)
        for number, each in enumerate(figure.moved)
        for name in (part_name(results, each.what),)
    ]
    written = [
        _way_back(
            WriteOwnText(what=each.what, text=None, question=at),
            f"text {number}",
            f"“{plain(each.text)}”",
        )
        for number, each in enumerate(figure.own_texts)
    ]
    notes = [
        _way_back(
            TakeOffNote(number=note.number, question=at),
            f"note {note.number}",
            f"“{plain(note.text)}”" if note.text else note.kind.value,
        )
        for note in figure.notes
    ]
    for label, ways in (("moved", moved), ("own words", written), ("notes", notes)):
        if ways:
            rows.append(Setting(label, _in_a_row(*ways)))
    return [SettingsSection("By hand", tuple(rows))] if rows else []


def _way_back(edit: Edit, key: str, words: str) -> Choice:
    """Something that was done by hand, with what takes it back."""
    option = Option(edit.title, edit)
    return Choice(key, words, "back to the rule", (option,), style=Style.ITALIC)


def _plainly(value: object) -> str:
    """A value of a look in plain words."""
    if isinstance(value, bool):
        return "yes" if value else "no"
    return f"{value:g}" if isinstance(value, float) else str(value)


def _title_over(results: Results) -> Choice:
    """The title over the figure; what it is about is suggested where there is none."""
    choice = setting_choice(results, "title")
    if results.question.figure.title:
        return choice
    name = figure_name(results)
    suggested = ChooseSetting(name="title", value=escaped(name), question=results.number)
    return replace(
        choice,
        options=(Option(f"“{name}”", suggested), *choice.options),
        entries=tuple(replace(entry, initial=name) for entry in choice.entries),
    )


def _outcomes(results: Results) -> list[Setting]:
    """Which outcomes are shown, where there are others, and how they stand."""
    choice = outcomes_choice(results)
    if not choice.options:
        return []
    found = [choice]
    if results_beside(results):
        together = setting_choice(results, "outcomes_together")
        if results.question.figure.outcomes_together is None:
            words = WORDS["outcomes_together"][are_together(results)]
            together = replace(together, text=f"{words}, by the rule")
        found.append(together)
    return [Setting("outcomes", _in_a_row(*found))]


def _in_a_row(*choices: Choice) -> Sentence:
    """Choices beside each other."""
    spans: list[Span] = []
    for choice in choices:
        spans += [Text("\u2003 "), choice] if spans else [choice]
    return tuple(spans)


def orientation_choice(question: Question) -> Choice:
    """Upright, sideways, or as the rule has it."""
    now = question.figure.orientation
    words = {
        Orientation.UPRIGHT: "upright",
        Orientation.SIDEWAYS: "sideways",
        None: "by the rule: upright, or sideways where names need it",
    }
    options = tuple(
        Option(said, TurnFigure(orientation=turned), turned is now)
        for turned, said in words.items()
    )
    text = "upright or sideways by the rule" if now is None else words[now]
    return Choice("orientation", text, "which way the figure stands", options)


def _axis_settings(results: Results) -> tuple[Setting, ...]:
    measurements = results.measurements
    settings = [
        Setting(
            outcome_words(measurements),
            _in_a_row(
                _range_choice(results),
                setting_choice(results, "value_scale"),
                _title_choice(results, is_value_axis=True),
            ),
        ),
    ]
    if not are_together(results):
        for other in results_beside(results):
            both = (_range_choice(other), _title_choice(other, is_value_axis=True))
            shown = (of_its_axis_choice(choice, other) for choice in both)
            settings.append(Setting(outcome_words(other.measurements), _in_a_row(*shown)))
    factor = results.groups.factors[0]
    across = [_title_choice(results, is_value_axis=False)]
    if factor.factor.kind is LevelKind.AMOUNTS:
        across.insert(0, _spacing_choice(results))
        fit = (setting_choice(results, "fit"), setting_choice(results, "shows_equation"))
        ends = (setting_choice(results, name) for name in ("group_scale", "group_from", "group_to"))
        settings.append(Setting("amounts", _in_a_row(*ends)))
        if results.chart.shows_across:
            errors = (errors_choice(results, factor), setting_choice(results, "across_as"))
            settings.append(Setting("their errors", _in_a_row(*errors)))
        settings.append(Setting("fitted line", _in_a_row(*fit)))
    settings.append(Setting(factor_words(factor), _in_a_row(*across)))
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
    low, high, numerals = figure.value_from, figure.value_to, results.numerals

    def ends(text: str) -> Edit:
        first, second = typed_range(text, (low, high))
        return ChooseValueRange(value_from=first, value_to=second)

    is_automatic = low is None and high is None
    automatic = Option(
        "ends from the data", ChooseValueRange(value_from=None, value_to=None), is_automatic
    )
    start = "data" if low is None else full_number(low, numerals)
    end = "data" if high is None else full_number(high, numerals)
    text = "ends from the data" if is_automatic else f"{start} to {end}"
    initial = "" if is_automatic else text
    entry = Entry("ends, such as 0 to 200, from 0, or 200", initial, ends)
    return Choice("range", text, "the ends of the value axis", (automatic,), (entry,))


def _spacing_choice(results: Results) -> Choice:
    figure = results.question.figure
    words = {Spacing.EVEN: "evenly spaced", Spacing.BY_AMOUNT: "spaced by amount"}
    usual = results.chart.spacing
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
    (114.0, 80.0, "one and a half"),
    (174.0, 100.0, "two columns"),
    (240.0, 135.0, "a slide"),
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
