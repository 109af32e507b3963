"""The options of `decimus figure`, put into the question."""

from __future__ import annotations

import argparse
from collections.abc import Iterator

from msgspec.structs import replace

from decimus.analysis.chart_facts import has_errors_across, why_no_fit
from decimus.analysis.results import Results
from decimus.charts.registry import CHARTS
from decimus.charts.styles import style_of
from decimus.cli.arguments import UsageError
from decimus.cli.figure_arguments import SETTINGS, Setting
from decimus.cli.words import word_of
from decimus.errors import ChoiceError, InputError
from decimus.measurements.headings import name_and_unit
from decimus.study.edits import (
    ApplyStyle,
    ChooseComparisonMarks,
    ChooseComparisonText,
    ChooseDirection,
    ChooseDrawnComparisons,
    ChooseErrorBar,
    ChooseHeight,
    ChooseKind,
    ChooseLook,
    ChooseSetting,
    ChooseSize,
    ChooseSpacing,
    ChooseValueRange,
    Edit,
    ShowOutcome,
    ShowReplicates,
    TurnFigure,
    WriteAxisTitle,
)
from decimus.study.edits.figures import SettingValue
from decimus.study.questions import PairOfGroups
from decimus.study.settings import LOOK_SETTINGS
from decimus.terms import (
    ChartKind,
    ComparisonMarks,
    ComparisonText,
    Direction,
    ErrorBar,
    Height,
    LevelKind,
    Orientation,
    Spacing,
)
from decimus.wording.figure.error_bars import side_and_threshold
from decimus.wording.figure.errors_across import typed_errors
from decimus.wording.figure.typed_ranges import typed_range
from decimus.wording.questions import outcome_columns, variable_name
from decimus.workflows.house_styles import style_named


def drawn(arguments: argparse.Namespace, results: Results) -> Results:
    """The results with what the options say about the figure.

    Raises:
        UsageError: an option is unknown, or cannot be.
    """
    study = results.study
    try:
        if arguments.style is not None:
            # First, as options say what is to be otherwise than in the style.
            style = ApplyStyle(style=style_named(arguments.style), question=results.number)
            study = style.apply(study)
            results = Results(study, results.number, results, results.decimal_sign)
        for edit in _edits(arguments, results):
            study = edit.apply(study)
    except UsageError:
        raise
    except InputError as error:
        raise UsageError(str(error)) from error
    asked = Results(study, results.number, results, results.decimal_sign)
    _check(arguments, asked)
    return asked


def _check(arguments: argparse.Namespace, results: Results) -> None:
    """Refuse what was asked for and cannot be drawn of these data."""
    kind = results.question.figure.kind
    lacking = CHARTS[kind].needs(results.chart_facts)
    if arguments.kind is not None and lacking:
        raise UsageError(f"--kind {kind.value} cannot be drawn: {lacking}")
    if arguments.set_fit not in (None, "none") and (
        why := why_no_fit(results.groups, results.chart)
    ):
        raise UsageError(f"--fit {arguments.set_fit} cannot be: {why}")
    figure = results.question.figure
    is_said = arguments.x_errors is not None and any(own.error for own in figure.level_errors)
    if is_said and not has_errors_across(results.groups, figure, results.chart):
        raise UsageError(
            "--x-errors cannot be drawn: they need points, a line or intervals by amount"
        )


def _edits(arguments: argparse.Namespace, results: Results) -> Iterator[Edit]:
    at = results.number
    yield from _beside(arguments, results)
    yield from _marks(arguments, results)
    if arguments.sideways or arguments.upright:
        if arguments.sideways and arguments.upright:
            raise UsageError("--sideways and --upright cannot both be")
        turned = Orientation.SIDEWAYS if arguments.sideways else Orientation.UPRIGHT
        yield TurnFigure(orientation=turned, question=at)
    style = style_of(results.question.figure).style
    if arguments.width_mm is not None or arguments.height_mm is not None:
        width = arguments.width_mm or style.width_mm
        yield ChooseSize(
            width_mm=width, height_mm=arguments.height_mm or style.height_mm, question=at
        )
    if arguments.spacing is not None:
        yield ChooseSpacing(spacing=Spacing(arguments.spacing), question=at)
    if arguments.value_range is not None:
        low, high = typed_range(arguments.value_range, (None, None))
        yield ChooseValueRange(value_from=low, value_to=high, question=at)
    for text, is_value_axis in ((arguments.value_title, True), (arguments.group_title, False)):
        if text is not None:
            yield WriteAxisTitle(is_value_axis=is_value_axis, text=text, question=at)
    for settings in SETTINGS.values():
        for setting in settings:
            said = getattr(arguments, f"set_{setting.name}")
            if said is not None:
                yield _setting(setting, said, at)
    for said in arguments.of_group:
        yield _look_of_group(said, results)
    yield from _comparisons(arguments, results)


def _beside(arguments: argparse.Namespace, results: Results) -> Iterator[Edit]:
    """Other outcomes to show, by the headings of their columns."""
    measurements = results.measurements
    known = {variable_name(measurements, c): c for c in outcome_columns(measurements)}
    known = {name: c for name, c in known.items() if c != measurements.outcome.variable}
    for heading in arguments.beside:
        column = next((c for n, c in known.items() if heading in (n, name_and_unit(n)[0])), None)
        if column is None:
            others = f"there are {', '.join(known)}" if known else "there is no other"
            raise UsageError(f"--beside {heading} is no other outcome of this table; {others}")
        yield ShowOutcome(variable=column, is_shown=True, name=heading, question=results.number)


def _errors_across(text: str, results: Results) -> Edit:
    factor = results.groups.factors[0] if results.groups.factors else None
    if factor is None or factor.factor.kind is not LevelKind.AMOUNTS:
        raise UsageError("--x-errors cannot be: the levels are no amounts")
    return replace(typed_errors(text, factor), question=results.number)


def _marks(arguments: argparse.Namespace, results: Results) -> Iterator[Edit]:
    at = results.number
    if arguments.kind is not None:
        yield ChooseKind(kind=word_of(arguments.kind, ChartKind, "--kind"), question=at)
    if arguments.height is not None:
        yield _height(arguments.height, at)
    if arguments.error_bars is not None:
        bar = word_of(arguments.error_bars, ErrorBar, "--error-bars")
        yield ChooseErrorBar(error_bar=bar, question=at)
    if arguments.bar_direction is not None:
        direction = word_of(arguments.bar_direction, Direction, "--bar-direction")
        yield ChooseDirection(direction=direction, question=at)
    if arguments.x_errors is not None:
        yield _errors_across(arguments.x_errors, results)
    if arguments.replicates is not None:
        yield ShowReplicates(is_shown=arguments.replicates == "yes", question=at)


def _height(text: str, at: int) -> Edit:
    words = {height.value: height for height in Height if height is not Height.SHARE}
    if text in words:
        return ChooseHeight(height=words[text], question=at)
    try:
        side, threshold = side_and_threshold(text)
    except ChoiceError:
        known = ", ".join(words)
        raise UsageError(
            f"--height {text} is not available; there are {known}, or “above 120”"
        ) from None
    return ChooseHeight(height=Height.SHARE, threshold=threshold, side=side, question=at)


def _setting(setting: Setting, text: str, at: int) -> Edit:
    try:
        value = value_of(text, setting)
        if setting.name in LOOK_SETTINGS:
            return ChooseLook(name=setting.name, value=value, question=at)
        return ChooseSetting(name=setting.name, value=value, question=at)
    except ChoiceError:
        raise UsageError(
            f"{setting.option} {text} is not available; it can be {setting.values}"
        ) from None


def value_of(text: str, setting: Setting) -> SettingValue:
    """What was typed, as the setting has it."""
    if setting.values == "yes|no":
        if text not in ("yes", "no"):
            raise ChoiceError(f"“{text}” is neither yes nor no", remedy="Say yes or no")
        return text == "yes"
    if setting.values == "X,X":
        return tuple(_number(part) for part in text.replace(";", ",").split(","))
    if setting.values == "N":
        number = _number(text)
        return int(number) if number.is_integer() else number
    return _number(text) if setting.values in ("MM", "PT", "SHARE", "X") else text


def _number(text: str) -> float:
    try:
        return float(text.strip().replace("\u2212", "-"))
    except ValueError:
        raise ChoiceError(f"“{text}” is no number", remedy="Type a number") from None


def _look_of_group(text: str, results: Results) -> Edit:
    """A setting of one group: "0, dim: cap_mm=3"."""
    name_of_group, _, rest = text.rpartition(":")
    name, _, value = rest.partition("=")
    by_option = {s.name: s for settings in SETTINGS.values() for s in settings}
    setting = by_option.get(name.strip().replace("-", "_"))
    found = [
        group
        for group in results.groups.shown
        if name_of_group.strip() in (group.name, ", ".join(group.levels))
    ]
    if setting is None or not value or not found:
        groups = "; ".join(group.name for group in results.groups.shown[:6])
        raise UsageError(
            f"--of-group “{text}” cannot be read; write GROUP: setting=value, with a group such as "
            f"{groups} and a setting such as cap_mm"
        )
    try:
        return ChooseLook(
            name=setting.name,
            value=value_of(value.strip(), setting),
            levels=found[0].levels,
            question=results.number,
        )
    except ChoiceError as error:
        raise UsageError(f"--of-group “{text}”: {error.line()}") from None


def _comparisons(arguments: argparse.Namespace, results: Results) -> Iterator[Edit]:
    at = results.number
    if arguments.comparison_marks is not None:
        marks = word_of(arguments.comparison_marks, ComparisonMarks, "--comparison-marks")
        yield ChooseComparisonMarks(marks=marks, question=at)
    if arguments.comparison_text is not None:
        text = word_of(arguments.comparison_text, ComparisonText, "--comparison-text")
        yield ChooseComparisonText(text=text, question=at)
    comparison = results.comparison
    if arguments.draw is None:
        return
    made = () if comparison is None else comparison.pairs
    alpha = 0.0 if comparison is None else comparison.alpha
    wanted = {
        "all": made,
        "differing": [pair for pair in made if pair.p_shown < alpha],
        "none": (),
    }[arguments.draw]
    pairs = tuple(PairOfGroups(*both) for pair in wanted if (both := pair.cells) is not None)
    yield ChooseDrawnComparisons(pairs=pairs, words=arguments.draw, question=at)
