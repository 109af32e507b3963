"""What every test is: its name, what it compares, whether by ranks, within units or factors."""

from __future__ import annotations

from enum import Enum

from decimus.terms import Method
from decimus.values import Value


class Compares(Enum):
    """How many groups a test compares."""

    ONE = "one group with a reference value"
    TWO = "two groups"
    SEVERAL = "two groups or more"


class MethodKind(Value, frozen=True):
    """What a test is.

    Args:
        name: its full name.
        compares: how many groups.
        is_by_ranks: whether it works on ranks, so that it needs single values.
        is_within_units: whether it needs the same units in several groups.
        factors: how many crossed factors it takes; None where it takes groups as they are.
        takes_one: whether it can compare one group with a reference value.
        is_of_shares: whether it counts cases, so that values have to be 0 or 1.
    """

    name: str
    compares: Compares = Compares.SEVERAL
    is_by_ranks: bool = False
    is_within_units: bool = False
    factors: int | None = None
    takes_one: bool = False
    is_of_shares: bool = False


METHODS: dict[Method, MethodKind] = {
    Method.WELCH_T: MethodKind("Welch’s t-test", Compares.TWO),
    Method.STUDENT_T: MethodKind("Student’s t-test", Compares.TWO),
    Method.PAIRED_T: MethodKind("paired t-test", Compares.TWO, is_within_units=True),
    Method.ONE_SAMPLE_T: MethodKind("one-sample t-test", Compares.ONE, takes_one=True),
    Method.ANOVA: MethodKind("one-way ANOVA"),
    Method.WELCH_ANOVA: MethodKind("Welch’s ANOVA"),
    Method.TWO_WAY: MethodKind("two-way ANOVA", factors=2),
    Method.THREE_WAY: MethodKind("three-way ANOVA", factors=3),
    Method.REPEATED_MEASURES: MethodKind("repeated-measures ANOVA", is_within_units=True),
    Method.CROSSED_WITHIN: MethodKind("two-way repeated-measures ANOVA", is_within_units=True),
    Method.SPLIT_PLOT: MethodKind("split-plot ANOVA", is_within_units=True),
    Method.MANN_WHITNEY: MethodKind("Mann–Whitney test", Compares.TWO, is_by_ranks=True),
    # Of one group it compares values with a reference, so it does not ask for units.
    Method.SIGNED_RANK: MethodKind(
        "signed-rank test", Compares.TWO, is_by_ranks=True, takes_one=True
    ),
    Method.KRUSKAL_WALLIS: MethodKind("Kruskal–Wallis test", is_by_ranks=True),
    Method.FRIEDMAN: MethodKind("Friedman test", is_by_ranks=True, is_within_units=True),
    Method.BINOMIAL: MethodKind(
        "exact binomial test", Compares.ONE, takes_one=True, is_of_shares=True
    ),
    Method.FISHER: MethodKind("Fisher’s exact test", Compares.TWO, is_of_shares=True),
    Method.FREEMAN_HALTON: MethodKind("Fisher–Freeman–Halton test", is_of_shares=True),
}
"""Every test, described once; AUTO is none, but stands for what the design suggests."""

METHOD_NAMES = {method: kind.name for method, kind in METHODS.items()}
"""Tests by their full names."""
RANK_METHODS = frozenset(method for method, kind in METHODS.items() if kind.is_by_ranks)
FACTORIAL = {method: kind.factors for method, kind in METHODS.items() if kind.factors is not None}
"""Factorial tests with the number of factors that they take."""
OF_TWO = frozenset(m for m, kind in METHODS.items() if kind.compares is not Compares.SEVERAL)
"""Tests with one pair and nothing to adjust."""
WITHIN_UNITS = frozenset(method for method, kind in METHODS.items() if kind.is_within_units)
"""Tests that need the same units in several groups."""
OWN_SPREAD = (Method.WELCH_T, Method.WELCH_ANOVA)
"""Tests of means that do not pool the spread of groups."""
SHARE_METHODS = frozenset(m for m, kind in METHODS.items() if kind.is_of_shares)
"""Tests of shares, for values that are 0 or 1."""
ONE_SAMPLE = frozenset(method for method, kind in METHODS.items() if kind.takes_one)
"""Tests that can compare one group with a reference value."""
