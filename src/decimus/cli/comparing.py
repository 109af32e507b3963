"""The options of `decimus compare`, put into the question."""

from __future__ import annotations

import argparse
from collections.abc import Iterator

from decimus.analysis.comparisons import PER_LEVEL, offered_adjustments
from decimus.analysis.designs import (
    Kind,
    can_be_one_sided,
    is_of_several,
    pair_sets,
    suggested_method,
)
from decimus.analysis.families import control_factor
from decimus.analysis.results import Results
from decimus.cli.arguments import UsageError
from decimus.cli.words import word_of
from decimus.kinds.adjustments import ADJUSTMENTS, OF_RANGES, Needs
from decimus.kinds.methods import METHOD_NAMES, ONE_SAMPLE
from decimus.study.edits import (
    ChooseAdjustment,
    ChooseAlternative,
    ChooseFamilies,
    ChooseMethod,
    ChoosePairs,
    ChooseReference,
    ChooseSumsOfSquares,
    Edit,
    MarkControl,
    StateRelevantDifference,
)
from decimus.study.questions import ComparisonChoices
from decimus.terms import Adjustment, Alternative, Method, PairSet, SumsOfSquares

PAIRS = ("all", "control", "within", "marginal", "none")
"""What --pairs can be."""


def compared(arguments: argparse.Namespace, results: Results) -> Results:
    """The results with what the options say about the comparison.

    Raises:
        UsageError: an option is unknown, or does not belong to another.
    """
    method = word_of(arguments.method, Method, "--method")
    if method is Method.REPEATED_MEASURES and results.design.kind is Kind.CROSSED_WITHIN:
        method = Method.CROSSED_WITHIN
    adjustment = None
    if arguments.adjust is not None:
        adjustment = word_of(arguments.adjust, Adjustment, "--adjust")
    if arguments.reference is not None:
        if method is Method.AUTO:
            is_of_cases = results.design.is_of_cases
            method = Method.BINOMIAL if is_of_cases else Method.ONE_SAMPLE_T
        if method not in ONE_SAMPLE:
            raise UsageError("--reference belongs to --method one-sample-t, wilcoxon or binomial")
    study = results.study
    for edit in _edits(arguments, results, method, adjustment):
        study = edit.apply(study)
    asked = Results(study, results.number, results, results.decimal_sign)
    _check(arguments, asked, adjustment)
    return asked


def _edits(
    arguments: argparse.Namespace, results: Results, method: Method, adjustment: Adjustment | None
) -> Iterator[Edit]:
    """The changes that the options stand for; the follow-up last, as others reset it."""
    at = results.number
    if method is not Method.AUTO:
        yield ChooseMethod(method=method, name=METHOD_NAMES[method], question=at)
    if arguments.reference is not None:
        yield ChooseReference(reference=arguments.reference, question=at)
    if arguments.direction is not None:
        yield ChooseAlternative(alternative=Alternative(arguments.direction), question=at)
    if arguments.matters is not None:
        yield StateRelevantDifference(difference=arguments.matters, question=at)
    if arguments.ss_type is not None:
        yield ChooseSumsOfSquares(kind=SumsOfSquares(arguments.ss_type), question=at)
    if arguments.control is not None:
        yield from _with_control(results, arguments.control)
    pairs = _pairs(arguments, results.question.comparison, adjustment)
    if pairs is not None:
        of = None if arguments.of is None else _variable(results, arguments.of)
        yield ChoosePairs(
            pair_set=pairs,
            words=pairs.value,
            marginal_variable=of if pairs is PairSet.MARGINAL else None,
            within_variable=of if pairs is PairSet.WITHIN else None,
            question=at,
        )
    if arguments.per_level:
        yield ChooseFamilies(per_level=True, question=at)
    if adjustment is not None:
        yield ChooseAdjustment(adjustment=adjustment, name=adjustment.value, question=at)


def _variable(results: Results, name: str) -> int:
    """The variable of a factor by its name."""
    for factor in results.groups.factors:
        if factor.factor.name == name:
            return factor.factor.variable
    known = ", ".join(factor.factor.name for factor in results.groups.factors)
    raise UsageError(f"--of {name}: there is no such factor; there are {known}")


def _with_control(results: Results, level: str) -> Iterator[Edit]:
    """A level becomes the control of its factor, and no other level is one any more."""
    groups = results.groups
    for factor in groups.factors:
        for shown in factor.levels:
            if level in (shown.level.text, shown.label):
                for other in results.question.levels.controls:
                    yield MarkControl(variable=other.variable, level="", question=results.number)
                yield MarkControl(
                    variable=factor.factor.variable,
                    level=shown.level.text,
                    question=results.number,
                )
                return
    known = ", ".join(shown.level.text for factor in groups.factors for shown in factor.levels)
    raise UsageError(f"--control {level}: there is no such level; there are {known}")


def _pairs(
    arguments: argparse.Namespace, chosen: ComparisonChoices, adjustment: Adjustment | None
) -> PairSet | None:
    """The family as said, or as control and adjustment imply; None where it stays."""
    if arguments.of is not None and arguments.pairs not in ("within", "marginal"):
        raise UsageError("--of belongs to --pairs within or --pairs marginal")
    if arguments.pairs is not None:
        return PairSet(arguments.pairs)
    if arguments.control is not None:
        return PairSet.CONTROL
    if adjustment is not None and ADJUSTMENTS[adjustment].needs is Needs.ONE_CONTROL:
        return PairSet.CONTROL
    if adjustment in OF_RANGES and chosen.pair_set is None:
        return PairSet.ALL
    return None


def _check(arguments: argparse.Namespace, results: Results, adjustment: Adjustment | None) -> None:
    """Refuse options that do not belong together, naming those that do."""
    groups, design, chosen = results.groups, results.design, results.question.comparison
    method = chosen.method
    if method is Method.AUTO:
        method = suggested_method(design)
    if results.why_not(method) is not None:
        return  # the data say no, which is said with their names
    wanted = chosen.pair_set
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
    if arguments.direction is not None and not can_be_one_sided(
        method, pair_set, len(groups.with_values)
    ):
        raise UsageError(
            f"--direction {arguments.direction} belongs to two groups or to --pairs control: of "
            "other pairs no direction can have been fixed beforehand"
        )
    if arguments.per_level and (pair_set not in PER_LEVEL or not is_of_several(design)):
        raise UsageError(
            "--per-level belongs to two factors or more with --pairs within or control"
        )
    fitting = offered_adjustments(groups, method, design, pair_set, chosen)
    if adjustment is not None and adjustment not in fitting:
        if chosen.alternative is not None and adjustment in OF_RANGES:
            reason = f"--adjust {adjustment.value} has no one-sided form"
        elif len(fitting) == 1:
            reason = f"--adjust {adjustment.value}: there is only one pair to compare"
        else:
            reason = f"--adjust {adjustment.value} does not belong to {method.value} with --pairs "
            reason += pair_set.value
        raise UsageError(f"{reason}; it goes with: {', '.join(a.value for a in fitting)}")
