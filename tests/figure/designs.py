"""Random designs as people have them: one to three factors, amounts or names, subjects or not."""

from __future__ import annotations

import random
from itertools import product

from decimus.analysis.results import Results
from decimus.study import edits
from decimus.study.questions import LevelError, PairOfGroups
from decimus.study.studies import Study
from decimus.terms import (
    AxisScale,
    ChartKind,
    ComparisonMarks,
    ComparisonText,
    Direction,
    ErrorBar,
    Height,
    KeyPlace,
    LevelKind,
    Orientation,
    PairSet,
    ReplicatePlace,
    ValueLabels,
)
from tests.conftest import study_of

NAMES = (
    "control",
    "open shore",
    "shade",
    "alder carr in the north",
    "fen",
    "road salt with warm water",
    "pH 7",
    "mRNA",
    "reed bed",
    "mown meadow at the visitor centre",
    "spring",
    "dry ditch",
    "moss",
)
AMOUNTS = (("0", "1", "2", "4", "8"), ("5", "10", "20", "80", "320"), ("1", "2", "3"), ("0", "50"))
LIGHTS = ("dim", "bright", "in the shade of alders")
YEARS = ("before mowing", "after mowing", "a year later")
SCALES = (1.0, 3e-6, 5e6, 120.0, 0.02)


def table(rng: random.Random, factors: int) -> str:
    """A long table of one outcome; a subject column where there is one factor and luck has it."""
    first = (
        list(rng.choice(AMOUNTS)) if rng.random() < 0.5 else rng.sample(NAMES, rng.randint(2, 8))
    )
    levels = [first, list(LIGHTS[: rng.randint(2, 3)]), list(YEARS[: rng.randint(2, 3)])][:factors]
    titles = ["salt (g/L)" if first[0][0].isdigit() else "site", "light", "year"][:factors]
    size = rng.choice(SCALES)
    replicates = rng.choice((1, 3, 6, 10, 30))
    has_subjects = factors == 1 and rng.random() < 0.3
    rows = [",".join([*titles, *(["flask"] if has_subjects else []), "area (mm²)"])]
    sinks = rng.random() < 0.2
    for number, cell in enumerate(product(*levels)):
        middle = size * (5 + number % 7 - (8 if sinks else 0))
        for k in range(max(1, replicates - (number == 1))):
            value = middle + size * rng.gauss(0, 1)
            value = round(value / size, 2) * size
            subject = [f"f{k + 1}"] if has_subjects else []
            rows.append(",".join([*cell, *subject, f"{value:.10g}"]))
    return "\n".join(rows) + "\n"


def figure(rng: random.Random, kind: ChartKind, factors: int) -> Study | None:
    """A study with a figure of that kind, its other choices at random; None where it cannot be."""
    study = study_of(table(rng, factors))
    if Results(study).problem is not None:
        return None
    chosen: list[edits.Edit] = [edits.ChooseKind(kind=kind)]
    if kind is ChartKind.STACKED:
        chosen.append(edits.ChooseHeight(height=Height.COUNT))
    else:
        bar = rng.choice((ErrorBar.STANDARD_DEVIATION, ErrorBar.CONFIDENCE_INTERVAL))
        chosen.append(edits.ChooseErrorBar(error_bar=bar))
        chosen.append(edits.ChooseDirection(direction=rng.choice(list(Direction))))
    if rng.random() < 0.3 and _has_amounts(study):
        chosen.append(errors_across(rng, study))
    for share, edit in _at_random(rng):
        if rng.random() < share:
            chosen.append(edit)
    chosen += _comparisons(rng, study)
    for edit in chosen:
        study = edit.apply(study)
    return study


def _has_amounts(study: Study) -> bool:
    return Results(study).groups.factors[0].factor.kind is LevelKind.AMOUNTS


def errors_across(rng: random.Random, study: Study) -> edits.Edit:
    """An error of some amounts, up to half of each."""
    factor = Results(study).groups.factors[0].factor
    errors = tuple(
        LevelError(factor.variable, level.text, rng.random() * 0.5 * abs(level.amount or 0.0))
        for level in factor.levels
    )
    return edits.ChooseLevelErrors(variable=factor.variable, errors=errors)


def _at_random(rng: random.Random) -> list[tuple[float, edits.Edit]]:
    """Choices with how often each is made."""
    setting, look = edits.ChooseSetting, edits.ChooseLook
    size = rng.choice(((60.0, 50.0), (85.0, 62.0), (174.0, 110.0)))
    return [
        (0.5, edits.TurnFigure(orientation=rng.choice(list(Orientation)))),
        (0.3, setting(name="value_scale", value=AxisScale.LOG.value)),
        (0.3, setting(name="group_scale", value=AxisScale.LOG.value)),
        (0.3, look(name="key_place", value=rng.choice(list(KeyPlace)).value)),
        (0.3, look(name="replicates_at", value=rng.choice(list(ReplicatePlace)).value)),
        (0.3, setting(name="value_labels", value=rng.choice(list(ValueLabels)).value)),
        (0.5, setting(name="across_as", value="box")),
        (0.3, setting(name="stacked_as", value="shares")),
        (0.3, setting(name="counts_below", value=True)),
        (0.3, look(name="by_signs", value=True)),
        (0.3, setting(name="fit", value=rng.choice(("straight", "smooth")))),
        (0.4, edits.ChooseSize(width_mm=size[0], height_mm=size[1])),
        (0.4, edits.ShowReplicates(is_shown=rng.random() < 0.5)),
        (0.2, look(name="has_frame", value=True)),
        (0.2, look(name="grid", value="minor")),
        (0.2, setting(name="shows_differences", value=True)),
    ]


def _comparisons(rng: random.Random, study: Study) -> list[edits.Edit]:
    comparison = Results(study).comparison
    if comparison is None or rng.random() < 0.4:
        return []
    if rng.random() < 0.2:
        return [
            edits.ChoosePairs(pair_set=PairSet.ALL, words="all"),
            edits.ChooseComparisonMarks(marks=ComparisonMarks.LETTERS),
        ]
    pairs = [PairOfGroups(*both) for pair in comparison.pairs if (both := pair.cells) is not None]
    few = rng.sample(pairs, min(len(pairs), rng.randint(1, 10)))
    text = rng.choice(list(ComparisonText))
    return [
        edits.ChooseDrawnComparisons(pairs=tuple(few), words="some"),
        edits.ChooseComparisonText(text=text),
    ]
