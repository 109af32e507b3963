"""A closed set with a member more has to be met everywhere: tables, cases, descriptions."""

from __future__ import annotations

import ast
import importlib
from collections.abc import Iterable, Iterator
from enum import Enum
from functools import cache
from pathlib import Path
from typing import NamedTuple

from decimus import terms
from decimus.charts.registry import CHARTS
from decimus.kinds.methods import METHODS
from decimus.kinds.statistic_kinds import Family
from decimus.kinds.statistics import STATISTICS
from decimus.study.edits.groups import fitting
from decimus.terms import ChartKind, ErrorBar, Height, Method, Statistic
from tests.trees import nodes

SOURCES = Path(terms.__file__).parent
MORE = (
    "analysis.designs",
    "kinds.statistic_kinds",
    "figure.marks",
    "study.targets",
    "study.live_parts",
    "study.number_styles",
    "study.edits.question_list",
    "charts.styles",
    "kinds.method_kinds",
    "kinds.checks",
    "kinds.figure_formats",
    "kinds.intervals",
    "kinds.adjustments",
    "measurements.families",
)
"""Modules beside `terms` whose enums are closed sets too."""
NO_MEMBERS = {"Method": {"AUTO"}}
"""What stands for another member, and needs no place of its own in a table."""
MEMBERS = {
    name: set(found.__members__) - NO_MEMBERS.get(name, set())
    for module in (terms, *(importlib.import_module(f"decimus.{m}") for m in MORE))
    for name, found in vars(module).items()
    if isinstance(found, type) and issubclass(found, Enum) and len(found.__members__) > 1
}
LEFT_OUT: dict[tuple[str, str], dict[str, str]] = {
    ("analysis/lane_statistics.py", "Statistic"): {
        "MEAN to MEAN_AND_MARGIN": (
            "COEFFICIENT_OF_VARIATION EXCLUDED GEOMETRIC_INTERVAL GEOMETRIC_MEAN "
            "GEOMETRIC_SD MAXIMUM MEDIAN MINIMUM MISSING MODE N POPULATION_SD "
            "QUARTILES RANGE RANK SHARE SHARE_INTERVAL SUM VARIANCE WITHIN_CI "
            "WITHIN_SE"
        ),
        "VARIANCE to POPULATION_SD": (
            "CONFIDENCE_INTERVAL EXCLUDED GEOMETRIC_INTERVAL GEOMETRIC_MEAN "
            "GEOMETRIC_SD MARGIN MAXIMUM MEAN MEAN_AND_MARGIN MEAN_AND_SD "
            "MEAN_AND_SE MEDIAN MINIMUM MISSING MODE N QUARTILES RANGE RANK SHARE "
            "SHARE_INTERVAL STANDARD_DEVIATION STANDARD_ERROR SUM WITHIN_CI "
            "WITHIN_SE"
        ),
        "MEDIAN to MODE": (
            "COEFFICIENT_OF_VARIATION CONFIDENCE_INTERVAL EXCLUDED "
            "GEOMETRIC_INTERVAL GEOMETRIC_MEAN GEOMETRIC_SD MARGIN MEAN "
            "MEAN_AND_MARGIN MEAN_AND_SD MEAN_AND_SE MISSING N POPULATION_SD RANK "
            "SHARE SHARE_INTERVAL STANDARD_DEVIATION STANDARD_ERROR VARIANCE "
            "WITHIN_CI WITHIN_SE"
        ),
        "N to EXCLUDED": (
            "COEFFICIENT_OF_VARIATION CONFIDENCE_INTERVAL GEOMETRIC_INTERVAL "
            "GEOMETRIC_MEAN GEOMETRIC_SD MARGIN MAXIMUM MEAN MEAN_AND_MARGIN "
            "MEAN_AND_SD MEAN_AND_SE MEDIAN MINIMUM MODE POPULATION_SD QUARTILES "
            "RANGE RANK SHARE SHARE_INTERVAL STANDARD_DEVIATION STANDARD_ERROR SUM "
            "VARIANCE WITHIN_CI WITHIN_SE"
        ),
    },
    ("analysis/designs.py", "Kind"): {
        "ONE_GROUP to SAME_OFTEN": "BEYOND CROSSED_WITHIN SPLIT_PLOT",
    },
    ("measurements/summaries/checks.py", "Meaning"): {
        "STANDARD_DEVIATION to VARIANCE": "GIVEN INTERVAL MARGIN",
    },
    ("wording/figure/drawn_comparisons.py", "ComparisonMarks"): {
        "LINES to OVER_GROUPS": "LETTERS",
    },
    ("wording/groups/meanings.py", "ErrorBar"): {
        "STANDARD_DEVIATION to CONFIDENCE_INTERVAL": (
            "GIVEN MULTIPLE_OF_SD MULTIPLE_OF_SE NONE QUARTILES RANGE WITHIN_CI WITHIN_SE"
        ),
    },
    ("wording/groups/number_search.py", "Statistic"): {
        "STANDARD_DEVIATION to MARGIN": (
            "COEFFICIENT_OF_VARIATION CONFIDENCE_INTERVAL EXCLUDED "
            "GEOMETRIC_INTERVAL GEOMETRIC_MEAN GEOMETRIC_SD MAXIMUM MEAN "
            "MEAN_AND_MARGIN MEAN_AND_SD MEAN_AND_SE MEDIAN MINIMUM MISSING MODE N "
            "POPULATION_SD QUARTILES RANGE RANK SHARE SHARE_INTERVAL SUM VARIANCE "
            "WITHIN_CI WITHIN_SE"
        ),
    },
    ("wording/figure/settings.py", "Decimals"): {
        "ONE_MORE to AS_DATA": "FIXED",
    },
    ("wording/groups/working.py", "Statistic"): {
        "SHARE to EXCLUDED": (
            "COEFFICIENT_OF_VARIATION CONFIDENCE_INTERVAL GEOMETRIC_INTERVAL "
            "GEOMETRIC_MEAN GEOMETRIC_SD MARGIN MAXIMUM MEAN MEAN_AND_MARGIN "
            "MEAN_AND_SD MEAN_AND_SE MEDIAN MINIMUM MODE POPULATION_SD QUARTILES "
            "RANGE STANDARD_DEVIATION STANDARD_ERROR SUM VARIANCE"
        ),
        "MEAN to MEAN_AND_SE": (
            "CONFIDENCE_INTERVAL EXCLUDED GEOMETRIC_INTERVAL GEOMETRIC_MEAN "
            "GEOMETRIC_SD MARGIN MAXIMUM MEAN_AND_MARGIN MEDIAN MINIMUM MISSING "
            "MODE N QUARTILES RANGE RANK SHARE SHARE_INTERVAL WITHIN_CI WITHIN_SE"
        ),
        "MINIMUM to RANGE": (
            "COEFFICIENT_OF_VARIATION CONFIDENCE_INTERVAL EXCLUDED "
            "GEOMETRIC_INTERVAL GEOMETRIC_MEAN GEOMETRIC_SD MARGIN MEAN "
            "MEAN_AND_MARGIN MEAN_AND_SD MEAN_AND_SE MEDIAN MISSING MODE N "
            "POPULATION_SD QUARTILES RANK SHARE SHARE_INTERVAL STANDARD_DEVIATION "
            "STANDARD_ERROR SUM VARIANCE WITHIN_CI WITHIN_SE"
        ),
    },
}
"""Tables that leave members out on purpose: file and enum, first and last key, who is missing.

A member that is new is in none of these lists, so that somebody has to decide.
"""


def member_of(node: ast.expr | None) -> tuple[str, str] | None:
    """The enum and the member that an expression names."""
    if isinstance(node, ast.Attribute) and isinstance(node.value, ast.Name):
        name = node.value.id
        if name in MEMBERS and node.attr in MEMBERS[name] | NO_MEMBERS.get(name, set()):
            return name, node.attr
    return None


def modules() -> Iterator[tuple[str, tuple[ast.AST, ...]]]:
    """Every module: its path below the sources and everything in it."""
    for path in sorted(SOURCES.rglob("*.py")):
        yield path.relative_to(SOURCES).as_posix(), nodes(path)


def calls_of_total(module: Iterable[ast.AST]) -> Iterator[ast.Call]:
    """Tables that are refused at import where a member lacks."""
    for node in module:
        if isinstance(node, ast.Call) and getattr(node.func, "id", "") == "total":
            yield node


class ByMember(NamedTuple):
    """A table by members of a closed set."""

    file: str
    enum: str
    ends: str
    keys: set[str]

    def missing(self, members: dict[str, set[str]]) -> set[str]:
        return members[self.enum] - self.keys

    @property
    def said(self) -> set[str]:
        """What it leaves out on purpose."""
        return set(LEFT_OUT.get((self.file, self.enum), {}).get(self.ends, "").split())


@cache
def tables() -> tuple[ByMember, ...]:
    """Every table by members of a closed set."""
    found: list[ByMember] = []
    for file, module in modules():
        whole = {id(argument) for call in calls_of_total(module) for argument in call.args}
        for node in module:
            if isinstance(node, ast.Dict) and len(node.keys) > 1 and id(node) not in whole:
                keys = [member_of(key) for key in node.keys]
                named = [key for key in keys if key is not None]
                if len(named) == len(keys) and len({enum for enum, _ in named}) == 1:
                    ends = f"{named[0][1]} to {named[-1][1]}"
                    found.append(ByMember(file, named[0][0], ends, {member for _, member in named}))
    return tuple(found)


def test_every_table_knows_every_member() -> None:
    assert len(tables()) > 50
    wrong = [
        f"{table.file}: the table from {table.enum}.{table.ends} lacks {sorted(missing)}"
        for table in tables()
        if (missing := table.missing(MEMBERS)) != table.said
    ]
    assert wrong == []


def test_what_is_left_out_is_of_a_table_that_is_there() -> None:
    there = {(table.file, table.enum, table.ends) for table in tables()}
    said = {(file, enum, ends) for (file, enum), of in LEFT_OUT.items() for ends in of}
    assert said <= there


def test_a_planted_member_is_missed_by_every_table_of_its_set() -> None:
    for table in tables():
        planted = {**MEMBERS, table.enum: MEMBERS[table.enum] | {"PLANTED"}}
        assert table.missing(planted) == table.said | {"PLANTED"}


def test_no_case_takes_what_is_left_of_a_closed_set() -> None:
    """`case _` over members would take a new one in silence; types find what is missing."""
    found = []
    for file, module in modules():
        for node in module:
            if not isinstance(node, ast.Match):
                continue
            patterns = [
                part
                for case in node.cases
                for part in (
                    case.pattern.patterns
                    if isinstance(case.pattern, ast.MatchOr)
                    else [case.pattern]
                )
            ]
            is_of_set = any(isinstance(p, ast.MatchValue) and member_of(p.value) for p in patterns)
            takes_all = any(
                isinstance(case.pattern, ast.MatchAs)
                and case.pattern.pattern is None
                and case.guard is None
                and "assert_never" not in ast.unparse(case.body[0])
                for case in node.cases
            )
            if is_of_set and takes_all:
                found.append(f"{file}:{node.lineno}")
    assert found == []


def test_every_member_is_described() -> None:
    assert set(STATISTICS) == set(Statistic)
    assert set(METHODS) == set(Method) - {Method.AUTO}
    assert set(CHARTS) == set(ChartKind)


def test_every_error_bar_belongs_to_a_height() -> None:
    assert {bar for height in Height for bar in fitting(height)} == set(ErrorBar)


def test_every_statistic_is_made_by_its_family() -> None:
    lanes = importlib.import_module("decimus.analysis.lane_statistics")
    of = {
        family: {s for s, kind in STATISTICS.items() if kind.family is family} for family in Family
    }
    assert set(vars(lanes)["_OF_MEAN"]) == of[Family.MEAN]
    assert set(vars(lanes)["_OF_VALUES"]) == of[Family.VALUES]
    assert set(vars(lanes)["_OF_SQUARES"]) == of[Family.SQUARES]


def test_names_of_error_bars_of_statistics_are_used_once() -> None:
    bars = [kind.error_bar for kind in STATISTICS.values() if kind.error_bar is not None]
    assert len(bars) == len(set(bars))
