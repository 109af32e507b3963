"""The options of `decimus compare`, put into the question."""

from __future__ import annotations

import argparse
from enum import StrEnum
from typing import TypeVar

from msgspec.structs import replace

from decimus.analysis.comparisons import TWO_SIDED_ONLY, offered_adjustments
from decimus.analysis.designs import METHOD_NAMES, design_of, pair_sets, suggested_method
from decimus.analysis.families import control_factor
from decimus.analysis.groups import Groups
from decimus.analysis.refusals import ONE_SAMPLE, refusal
from decimus.analysis.results import Results
from decimus.cli.arguments import UsageError
from decimus.study.edits import MarkControl
from decimus.study.questions import Question
from decimus.terms import Adjustment, Alternative, Method, PairSet, SumsOfSquares

Word = TypeVar("Word", bound=StrEnum)
PAIRS = ("all", "control", "within", "none")
"""What --pairs can be."""


def compared(arguments: argparse.Namespace, results: Results) -> Results:
    """The results with what the options say about the comparison.

    Raises:
        UsageError: an option is unknown, or does not belong to another.
    """
    question = results.question
    method = _word(arguments.method, Method, "--method")
    adjustment = None
    if arguments.adjust is not None:
        adjustment = _word(arguments.adjust, Adjustment, "--adjust")
        question = replace(question, comparison=replace(question.comparison, adjustment=adjustment))
    if arguments.reference is not None:
        if method is Method.AUTO:
            method = Method.ONE_SAMPLE_T
        if method not in ONE_SAMPLE:
            raise UsageError("--reference belongs to --method one-sample-t or wilcoxon")
        question = replace(
            question, comparison=replace(question.comparison, reference=arguments.reference)
        )
    if arguments.method != Method.AUTO.value or arguments.reference is not None:
        question = replace(question, comparison=replace(question.comparison, method=method))
    if arguments.direction is not None:
        question = replace(
            question,
            comparison=replace(question.comparison, alternative=Alternative(arguments.direction)),
        )
    if arguments.ss_type is not None:
        question = replace(
            question,
            comparison=replace(
                question.comparison, sums_of_squares=SumsOfSquares(arguments.ss_type)
            ),
        )
    if arguments.control is not None:
        question = _with_control(results.groups, question, arguments.control)
    question = _with_pairs(arguments, question, adjustment)
    asked = Results(
        results.study.with_question(results.number, question), results.number, before=results
    )
    _check(arguments, asked.groups, adjustment)
    return asked


def _word(text: str, words: type[Word], option: str) -> Word:
    try:
        return words(text)
    except ValueError:
        known = ", ".join(word.value for word in words)
        raise UsageError(f"{option} {text} is not available; there are {known}") from None


def _with_control(groups: Groups, question: Question, level: str) -> Question:
    """The question with a level marked as the control of its factor, and of no other."""
    for factor in groups.factors:
        for shown in factor.levels:
            if level in (shown.level.text, shown.label):
                mark = MarkControl(variable=factor.factor.variable, level=shown.level.text)
                return mark.changed(replace(question, levels=replace(question.levels, controls=())))
    known = ", ".join(shown.level.text for factor in groups.factors for shown in factor.levels)
    raise UsageError(f"--control {level}: there is no such level; there are {known}")


def _with_pairs(
    arguments: argparse.Namespace, question: Question, adjustment: Adjustment | None
) -> Question:
    """The family as said, or as control and adjustment imply."""
    if arguments.pairs is not None:
        return replace(
            question, comparison=replace(question.comparison, pair_set=PairSet(arguments.pairs))
        )
    if arguments.control is not None or adjustment is Adjustment.DUNNETT:
        return replace(question, comparison=replace(question.comparison, pair_set=PairSet.CONTROL))
    if adjustment in TWO_SIDED_ONLY and question.comparison.pair_set is None:
        return replace(question, comparison=replace(question.comparison, pair_set=PairSet.ALL))
    return question


def _check(arguments: argparse.Namespace, groups: Groups, adjustment: Adjustment | None) -> None:
    """Refuse options that do not belong together, naming those that do."""
    question = groups.question
    design = design_of(groups)
    method = question.comparison.method
    if method is Method.AUTO:
        method = suggested_method(design)
    if refusal(method, groups) is not None:
        return  # the data say no, which is said with their names
    wanted = question.comparison.pair_set
    if wanted is PairSet.CONTROL and control_factor(groups) is None:
        option = "--adjust dunnett" if arguments.pairs is None else "--pairs control"
        raise UsageError(f"{option} needs a control; name it with --control LEVEL")
    offered = pair_sets(method, design)
    is_said = arguments.pairs is not None or arguments.control is not None
    if wanted is not None and wanted not in offered and is_said and len(offered) > 1:
        known = ", ".join(p.value for p in offered if p.value in PAIRS)
        raise UsageError(
            f"--pairs {wanted.value} does not belong to {METHOD_NAMES[method]} here; "
            f"it goes with: {known}"
        )
    pair_set = wanted if wanted in offered else offered[0]
    fitting = offered_adjustments(groups, method, design, pair_set)
    if adjustment is not None and adjustment not in fitting:
        if question.comparison.alternative is not None and adjustment in TWO_SIDED_ONLY:
            reason = f"--adjust {adjustment.value} has no one-sided form"
        elif len(fitting) == 1:
            reason = f"--adjust {adjustment.value}: there is only one pair to compare"
        else:
            reason = f"--adjust {adjustment.value} does not belong to {method.value} with --pairs "
            reason += pair_set.value
        raise UsageError(f"{reason}; it goes with: {', '.join(a.value for a in fitting)}")
