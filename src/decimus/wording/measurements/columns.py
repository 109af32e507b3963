"""Columns in words: what each holds, and what it can be declared to be."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.measurements.profiles import ColumnProfile
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseAveraging,
    ChooseFactors,
    ChooseLevelKind,
    ChooseOutcome,
    ChooseSameUnits,
)
from decimus.terms import Layout, LevelKind
from decimus.wording.measurements.asides import heading_choice
from decimus.wording.spans import Choice, Option

_MOST_LEVELS = 6
_MOST_FACTORS = 3


def column_words(results: Results, column: int) -> str:
    """What a column holds, in a line: "light: 2 names (dim, bright), 12 cells"."""
    if results.problem is not None:
        return ""
    shape = results.measurements.shape
    profile = next((p for p in shape.columns if p.index == column), None)
    if profile is None or shape.is_turned:
        return ""
    return f"{shape.name(column)}: {_kind(results, profile)}"


def _kind(results: Results, profile: ColumnProfile) -> str:
    cells = len(profile.texts)
    missing = sum(
        place[1] == profile.index for g in results.measurements.groups for place in g.missing
    )
    lost = f", {missing} missing" if missing else ""
    is_levels = any(f.variable == profile.index for f in results.measurements.factors)
    if profile.is_numeric and not is_levels:
        return f"{profile.numbers} {plural('number', profile.numbers)}{lost}"
    levels = list(profile.counts)
    named = ", ".join(levels[:_MOST_LEVELS]) + (" …" if len(levels) > _MOST_LEVELS else "")
    noun = "level" if is_levels else "name"
    count = len(levels)
    return f"{count} {plural(noun, count)} ({named}) in {cells} {plural('cell', cells)}{lost}"


def column_choice(results: Results, column: int) -> Choice:
    """What a column can be declared to be, and the group under a heading set aside."""
    name = "this column"
    if results.problem is not None or results.measurements.is_summarised:
        return Choice("column", name, name)
    if results.measurements.shape.layout is not Layout.LONG:
        aside = heading_choice(results, column)
        return Choice("column", name, name, aside.options, aside.entries)
    return Choice("column", name, name, tuple(_roles(results, column)))


def _roles(results: Results, column: int) -> list[Option]:
    measurements, sheet = results.measurements, results.question.asked.sheet
    shape, number = measurements.shape, results.number
    profile = next((p for p in shape.columns if p.index == column), None)
    if profile is None:
        return []
    heading = shape.name(column)
    before = tuple(factor.variable for factor in measurements.factors)
    # Rows that nothing divides are one group, which stands in no column.
    chosen = tuple(variable for variable in before if variable >= 0)
    is_outcome = measurements.outcome.variable == column
    units = measurements.units
    outcome = ChooseOutcome(outcome=column, name=heading, question=number)
    options = [
        Option(
            "is the outcome",
            outcome if profile.numbers and column not in chosen else None,
            is_outcome,
            "" if profile.numbers else "it holds no numbers",
        )
    ]
    free = column not in chosen and not is_outcome
    if column in chosen:
        kept = tuple(c for c in chosen if c != column)
        fewer = ChooseFactors(
            factors=kept, names=tuple(map(shape.name, kept)), before=before, question=number
        )
        options.append(Option("tells groups apart", None, is_current=True))
        options.append(Option("does not tell groups apart", fewer if kept else None))
        options += [
            Option(words, ChooseLevelKind(variable=column, kind=kind, sheet=sheet))
            for kind, words in (
                (LevelKind.NAMES, "its levels are names, not amounts"),
                (LevelKind.ORDERED, "its levels stand in an order"),
                (LevelKind.AMOUNTS, "its levels are amounts"),
            )
        ]
    elif free and len(chosen) < _MOST_FACTORS:
        more = (*chosen, column)
        edit = ChooseFactors(
            factors=more, names=tuple(map(shape.name, more)), before=before, question=number
        )
        options.append(Option("tells groups apart too" if chosen else "tells groups apart", edit))
    if free:
        is_unit = units.variable == column
        options += [
            Option(
                "names who or what was measured again",
                ChooseSameUnits(is_same=True, subject=column, sheet=sheet),
                is_unit and units.is_same,
            ),
            Option(
                "names the unit whose readings are averaged",
                ChooseAveraging(column=column, name=heading, sheet=sheet),
                is_unit and units.is_averaged,
            ),
        ]
    return options
