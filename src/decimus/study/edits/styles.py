"""Applying a house style to a question, or to all of a study."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.study.edits.groups import fitting
from decimus.study.edits.kinds import QuestionEdit
from decimus.study.house_styles import HouseStyle
from decimus.study.looks import Look
from decimus.study.questions import Question
from decimus.study.studies import Study


class ApplyStyle(QuestionEdit, frozen=True, kw_only=True):
    """Give a figure a house style, in place of what was set about its looks before.

    Args:
        style: it; one without a name takes the style off again.
        to_all: whether every question of the study gets it.
    """

    style: HouseStyle
    to_all: bool = False

    @property
    def title(self) -> str:
        """The change in plain words."""
        of = " for all figures" if self.to_all else ""
        return f"style “{self.style.name}”{of}" if self.style.name else f"no house style{of}"

    def changed(self, question: Question) -> Question:
        """The question in that style."""
        return in_style(question, self.style)

    def apply(self, study: Study) -> Study:
        """The study with one question, or all of them, in that style."""
        if not self.to_all:
            return super().apply(study)
        questions = tuple(self.changed(question) for question in study.questions)
        return replace(study, questions=questions)


def in_style(question: Question, style: HouseStyle) -> Question:
    """The question in a house style, without what was set about its looks before."""
    figure = replace(question.figure, house=style, look=Look(), leading_zero=None, p_decimals=None)
    if style.comparison_text is not None:
        figure = replace(figure, comparison_text=style.comparison_text)
    if style.star_limits is not None:
        figure = replace(figure, star_limits=style.star_limits)
    if style.show_replicates is not None:
        figure = replace(figure, show_replicates=style.show_replicates)
    heights = question.heights
    if style.error_bar_level is not None:
        heights = replace(heights, level=style.error_bar_level)
    if style.direction is not None:
        heights = replace(heights, direction=style.direction)
    if style.error_bar is not None:
        # Counts and shares keep the error bars that belong to them.
        fits = style.error_bar in fitting(heights.height)
        kept = (
            {"error_bar": style.error_bar, "kept_bar": None}
            if fits
            else {"kept_bar": style.error_bar}
        )
        heights = replace(heights, **kept)
    numbers = question.numbers
    if style.decimals is not None:
        fixed = numbers.fixed if style.fixed_decimals is None else style.fixed_decimals
        numbers = replace(numbers, decimals=style.decimals, fixed=fixed)
    return replace(question, figure=figure, heights=heights, numbers=numbers)
