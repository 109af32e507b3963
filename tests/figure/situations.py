"""Figures of the demo studies and of the tables in screenshots, with many choices about them."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import combinations

from decimus.analysis.results import Results
from decimus.examples.catalogue import EXAMPLES
from decimus.study import edits
from decimus.study.questions import PairOfGroups
from decimus.study.studies import Study
from decimus.terms import (
    ChartKind,
    ComparisonMarks,
    ComparisonText,
    Direction,
    ErrorBar,
    Height,
    PairSet,
    Palette,
    Spacing,
)
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, study_of

TABLES = {
    "banks": "left bank,right bank\n24.8,24.1\n23.4,23.5\n23.3,23.6\n23.3,23.9\n24.0,24.6\n",
    "plants": (
        "plant,day 1,day 3,day 7\np1,12.1,15.8,24.3\np2,11.4,14.2,20.9\np3,13.0,17.1,27.8\n"
        "p4,12.6,15.5,22.4\np5,10.9,14.9,\np6,11.8,16.4,25.0\np7,12.3,15.1,23.7\n"
    ),
    "salt": FIVE_BY_FOUR,
    "cells": TWO_FACTORS,
    "below zero": "a,b,c\n-1,2,-4\n-2,3,-6\n-3,5,-5\n",
    "single": "n,a,b,c\nx,1,NA,3\ny,NA,NA,4\n",
}


def every_pair(study: Study) -> edits.Edit:
    """Draw all comparisons of the study's first question."""
    groups = [group.levels for group in Results(study).groups.as_read]
    pairs = tuple(PairOfGroups(a, b) for a, b in combinations(groups, 2))
    return edits.ChooseDrawnComparisons(pairs=pairs, words="all")


def situations() -> Iterator[tuple[str, Study]]:
    """Every study with a name that says what was chosen about its figure."""
    studies = {one.name: one.edit().apply(Study()) for one in EXAMPLES}
    studies |= {name: study_of(text) for name, text in TABLES.items()}
    for name, study in studies.items():
        pairs = every_pair(study)
        choices: dict[str, tuple[edits.Edit, ...]] = {
            "as it comes": (),
            "points": (edits.ChooseKind(kind=ChartKind.POINTS),),
            "points evenly": (
                edits.ChooseKind(kind=ChartKind.POINTS),
                edits.ChooseSpacing(spacing=Spacing.EVEN),
            ),
            "bars by amount": (edits.ChooseSpacing(spacing=Spacing.BY_AMOUNT),),
            "every pair": (pairs,),
            "every pair in stars": (
                pairs,
                edits.ChooseComparisonText(text=ComparisonText.STARS),
                edits.ChooseKind(kind=ChartKind.POINTS),
            ),
            "bare SD upwards": (
                edits.ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION),
                edits.ChooseDirection(direction=Direction.UP),
                edits.ShowReplicates(is_shown=False),
            ),
            "medians in greys, large": (
                edits.ChooseHeight(height=Height.MEDIAN),
                edits.ChoosePalette(palette=Palette.GREY, name="greys"),
                edits.ChooseSize(width_mm=175, height_mm=100),
                edits.ChooseTextSize(text_pt=10),
            ),
            "letters": (
                edits.ChoosePairs(pair_set=PairSet.ALL, words="all"),
                edits.ChooseComparisonMarks(marks=ComparisonMarks.LETTERS),
            ),
            "fixed ends": (edits.ChooseValueRange(value_from=0.0, value_to=60.0),),
        }
        for words, more in choices.items():
            changed = study
            for edit in more:
                changed = edit.apply(changed)
            yield f"{name}: {words}", changed
