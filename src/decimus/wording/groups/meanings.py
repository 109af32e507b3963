"""The same groups with SD, SE and CI as error bars, and what each answers."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.edits import ChooseErrorBar, Edit
from decimus.terms import ErrorBar, Height
from decimus.values import Value
from decimus.wording.numbers import percent
from decimus.wording.phrases import outcome_words

_SIZE = (62.0, 58.0)
"""Width and height of a small figure, in mm."""


class Meaning(Value, frozen=True):
    """One meaning of an error bar: its name, what it answers, its figure, the edit it takes."""

    name: str
    answer: str
    results: Results
    edit: Edit
    is_current: bool


def meanings(results: Results) -> tuple[Meaning, ...]:
    """SD, SE and CI of the means beside each other, on one axis."""
    groups, question = results.groups, results.question
    units = plural(groups.measurements.unit_name, 2)
    outcome = outcome_words(groups.measurements)
    level = percent(question.heights.level, results.numerals)
    words = {
        ErrorBar.STANDARD_DEVIATION: (
            "SD",
            f"How much do single {units} differ? It does not shrink with more of them.",
        ),
        ErrorBar.STANDARD_ERROR: (
            "SE",
            (
                "How far would the mean move in another sample? It is the shortest, and covers the "
                "true mean in about two of three samples only."
            ),
        ),
        ErrorBar.CONFIDENCE_INTERVAL: (
            f"{level} CI",
            (
                f"Where does the true mean {outcome} plausibly lie? Right for {level} of such "
                "intervals."
            ),
        ),
    }
    found = []
    for bar, (name, answer) in words.items():
        figure = replace(
            question.figure,
            look=replace(question.figure.look, width_mm=_SIZE[0], height_mm=_SIZE[1], text_pt=7.0),
            group_title="",
            value_title="",
        )
        asked = replace(
            question,
            heights=replace(question.heights, error_bar=bar, height=Height.MEAN),
            figure=replace(figure, drawn_pairs=()),
        )
        study = results.study.with_question(results.number, asked)
        shown = Results(study, results.number, results, results.decimal_sign)
        is_current = question.heights.height is Height.MEAN and question.heights.error_bar is bar
        edit = ChooseErrorBar(error_bar=bar, question=results.number)
        found.append(Meaning(name, answer, shown, edit, is_current))
    return tuple(found)
