"""House styles as a choice: which the figure has, which there are, and what it is saved as."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec.structs import asdict, replace

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.study.edits import ApplyStyle, Edit
from decimus.study.house_styles import HouseStyle
from decimus.study.looks import Look
from decimus.study.number_styles import NumberStyle
from decimus.terms import Decimals, ErrorBar
from decimus.wording.spans import Choice, Entry, Option

_LONGEST_NAME = 60


def style_choice(results: Results, styles: Sequence[HouseStyle]) -> Choice:
    """Which house style the figure has.

    Args:
        results: what is shown.
        styles: those that there are.
    """
    now, at = results.question.figure.house, results.number
    is_changed = results.question.figure.look != Look()
    options = [
        Option(style.name, ApplyStyle(style=style, question=at), style == now and not is_changed)
        for style in styles
    ]
    if now.name and now not in styles:
        own = ApplyStyle(style=now, question=at)
        options.insert(0, Option(f"{now.name}, as this study has it", own, not is_changed))
    none = ApplyStyle(style=HouseStyle(), question=at)
    options.append(Option("none: the rules", none, not now.name and not is_changed))
    if len(results.study.questions) > 1 and now.name:
        all_of_them = ApplyStyle(style=now, to_all=True, question=at)
        options.append(Option(f"{now.name} for all figures of this study", all_of_them))

    def saved(text: str) -> Edit:
        name = " ".join(text.split())
        if not name or len(name) > _LONGEST_NAME:
            raise ChoiceError(
                "A style needs a name",
                remedy=f"Type up to {_LONGEST_NAME} letters",
            )
        return ApplyStyle(style=present_style(results, name), question=at)

    entry = Entry("save the looks of this figure as", "", saved)
    text = now.name or "no house style"
    changed = " with changes of its own" if is_changed and now.name else ""
    return Choice("house style", f"{text}{changed}", "the house style", tuple(options), (entry,))


def present_style(results: Results, name: str) -> HouseStyle:
    """What this figure looks like, as a style of that name; its size and habits too."""
    question = results.question
    figure, heights, numbers = question.figure, question.heights, question.numbers
    said = {
        **asdict(figure.house.look),
        **{field: value for field, value in asdict(figure.look).items() if value is not None},
    }
    own = NumberStyle(leading_zero=figure.leading_zero, p_decimals=figure.p_decimals)
    of_numbers = {
        name: value
        for style in (results.study.numbers, own)
        for name, value in asdict(style).items()
        if value is not None
    }
    is_interval = heights.error_bar is ErrorBar.CONFIDENCE_INTERVAL
    is_fixed = numbers.decimals is Decimals.FIXED
    return replace(
        figure.house,
        name=name,
        look=Look(**said),
        error_bar=heights.error_bar,
        error_bar_level=heights.level if is_interval else None,
        direction=heights.direction,
        show_replicates=figure.show_replicates,
        comparison_text=figure.comparison_text,
        star_limits=figure.star_limits,
        **of_numbers,
        decimals=numbers.decimals,
        fixed_decimals=numbers.fixed if is_fixed else None,
    )
