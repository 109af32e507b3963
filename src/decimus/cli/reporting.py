"""From arguments to what a report is of: one question, or every question of a study."""

from __future__ import annotations

import argparse

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.cli.arguments import UsageError
from decimus.cli.comparing import compared
from decimus.errors import InputError
from decimus.study.edits import ApplyStyle
from decimus.study.studies import Study
from decimus.workflows.house_styles import style_named


def asked(arguments: argparse.Namespace, results: Results) -> tuple[Results, ...]:
    """What follows from every question that is asked for, in order.

    Raises:
        UsageError: an option is unknown, or cannot be.
    """
    study = results.study
    if arguments.style is not None:
        try:
            study = ApplyStyle(style=style_named(arguments.style), to_all=True).apply(study)
        except InputError as error:
            raise UsageError(str(error)) from error
    is_one = arguments.question is not None
    numbers = (results.number,) if is_one else range(len(study.questions))
    found = []
    for number in numbers:
        each = Results(_at_level(arguments, study, number), number, results, results.decimal_sign)
        found.append(each if each.problem is not None else compared(arguments, each))
    return tuple(found)


def _at_level(arguments: argparse.Namespace, study: Study, number: int) -> Study:
    """The study with one of its questions at the level that was asked for."""
    if arguments.level is None:
        return study
    question = study.questions[number]
    heights = replace(question.heights, level=arguments.level)
    comparison = replace(question.comparison, level=arguments.level)
    return study.with_question(number, replace(question, heights=heights, comparison=comparison))
