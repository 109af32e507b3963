"""Settings of the figure in words: every one of them, every value, and the way back."""

from __future__ import annotations

import pytest

from decimus.charts.styles import style_of
from decimus.cli.figure_arguments import SETTINGS
from decimus.errors import ChoiceError
from decimus.study.looks import Look
from decimus.study.questions import FigureChoices
from decimus.study.settings import FIGURE_SETTINGS, LOOK_SETTINGS
from decimus.wording.figure.setting_choices import PHRASES, TEXTS, UNITS, WORDS, setting_choice
from decimus.wording.figure.typed_ranges import typed_range
from tests.conftest import FIVE_BY_FOUR, results_of

EVERY = (*FIGURE_SETTINGS, *LOOK_SETTINGS)
OWN_EDITS = frozenset(
    {
        *("kind", "show_replicates", "look", "group_title", "value_title", "value_from"),
        *("value_to", "comparison_text", "spacing", "comparison_marks", "hides_not_significant"),
        *("star_limits", "moved", "orientation", "group_looks", "drawn_pairs", "hidden"),
        *("level_colours", "level_errors", "outcomes", "house", "notes", "own_texts"),
    }
)
"""Choices about the figure with an edit of their own."""


def test_every_choice_about_the_figure_is_a_setting_or_has_an_edit() -> None:
    assert set(FigureChoices.__struct_fields__) == set(FIGURE_SETTINGS) | OWN_EDITS
    assert set(Look.__struct_fields__) == set(LOOK_SETTINGS)
    style = style_of(FigureChoices()).style
    assert set(type(style).__struct_fields__) == set(LOOK_SETTINGS)


def test_every_setting_has_words_and_an_option() -> None:
    assert set(WORDS) | set(UNITS) | TEXTS == set(EVERY)
    assert set(PHRASES) == set(UNITS) | TEXTS
    options = {setting.name for settings in SETTINGS.values() for setting in settings}
    assert options | {"width_mm", "height_mm"} == set(EVERY)


@pytest.mark.parametrize("name", EVERY)
def test_a_setting_is_chosen_and_given_back(name: str) -> None:
    results = results_of(FIVE_BY_FOUR)
    choice = setting_choice(results, name)
    assert choice.text
    typed = {
        "error_bar_colour": "#102030",
        "mark_colour": "teal",
        "references": "5; 7",
        "key_title": "Salt",
    }
    if choice.entries:
        by_unit = {"%": "40 %", "pt": "5.5 pt", "mm": "2.5", "decimals": "1", "": "7", "whole": "3"}
        text = by_unit[UNITS.get(name, "")]
        text = "4" if name == "p_decimals" else text
        text = "60" if name in ("width_mm", "height_mm") else text
        edit = choice.entries[0].edit_of(typed.get(name, text))
    else:
        edit = next(o.edit for o in choice.options if not o.is_current and o.edit is not None)
    changed = results_of(FIVE_BY_FOUR, edit)
    other = setting_choice(changed, name)
    assert other.text != choice.text
    back = next(option for option in other.options if option.label == "by the rule")
    assert not back.is_current
    assert back.edit is not None
    again = results_of(FIVE_BY_FOUR, edit, back.edit)
    assert again.question.figure == results.question.figure


@pytest.mark.parametrize("text", ["a lot", "-3", "1e9"])
def test_a_thickness_that_cannot_be_is_refused(text: str) -> None:
    choice = setting_choice(results_of(FIVE_BY_FOUR), "line_pt")
    with pytest.raises(ChoiceError):
        choice.entries[0].edit_of(text)


@pytest.mark.parametrize(
    ("text", "ends"),
    [
        ("from 0", (0, 9)),
        ("to 70", (1, 70)),
        ("0 – 70", (0, 70)),
        ("0-70", (0, 70)),
        ("0 to 70", (0, 70)),
        ("from 0 to 70", (0, 70)),
        ("70", (1, 70)),
        ("−5 to 5", (-5, 5)),
        ("-5 - 5", (-5, 5)),
        ("-20--10", (-20, -10)),
        ("0,5 to 1,5", (0.5, 1.5)),
        ("0..70", (0, 70)),
        ("data to 70", (None, 70)),
        ("auto", (None, None)),
    ],
)
def test_ends_of_an_axis_as_people_type_them(text: str, ends: tuple[float, float]) -> None:
    assert typed_range(text, (1, 9)) == ends


@pytest.mark.parametrize("text", ["", "x", "1 to 2 to 3", "from here"])
def test_what_is_no_range_is_refused(text: str) -> None:
    with pytest.raises(ChoiceError):
        typed_range(text, (None, None))
