"""A number from a draft is told what it is, and what it is not."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.analysis.lane_statistics import statistic_of
from decimus.analysis.number_search import Derived, matches
from decimus.errors import ChoiceError
from decimus.study.edits import ChooseUnit, NameVariable
from decimus.study.readings import CELLS
from decimus.terms import Statistic
from decimus.wording.groups.number_search import what_is
from tests.conftest import FIVE_BY_FOUR, results_of

NAMED = (NameVariable(variable=CELLS, name="Frond area"), ChooseUnit(variable=CELLS, unit="mm²"))
RESULTS = results_of(FIVE_BY_FOUR, *NAMED)

# At 2 g/L: 8.0, 8.4, 9.1, mean 8.5, SD 0.5568, SE 0.3215, margin 1.3831, population SD 0.4546.
SAID = [
    ("8.5", "8.5 is the mean at 2 g/L"),
    ("1.38", "1.38 is the 95 % margin (half width of the interval) at 2 g/L, not the SD, which is"),
    ("±1.38", "1.38 is the 95 % margin"),
    ("0.32", "0.32 is the standard error of the mean at 2 g/L, not the SD, which is 0.56 mm²"),
    ("0.455", "0.455 is the population standard deviation at 2 g/L"),
    ("0.643", "0.643 is twice the SE at 2 g/L"),
    ("0.630", "0.630 is the margin by the normal quantile instead of t at 2 g/L"),
    ("0.939", "0.939 is the margin at 90 % at 2 g/L"),
    ("9.1", "9.1 is the maximum at 2 g/L"),
    ("0,56", "0,56 is the standard deviation at 2 g/L"),
    ("8.51", "8.51 is nearly the mean at 2 g/L, which is 8.5"),
    ("123456", "123456 is no quantity of these groups"),
]


@pytest.mark.parametrize(("typed", "said"), SAID)
def test_what_a_number_is(typed: str, said: str) -> None:
    found = [sentence.replace("\u00a0", " ") for sentence in what_is(RESULTS, typed)]
    assert any(sentence.startswith(said) for sentence in found), found


def test_a_word_is_no_number() -> None:
    with pytest.raises(ChoiceError):
        what_is(RESULTS, "about eight")


@given(
    st.sampled_from([g.levels for g in RESULTS.groups.shown]),
    st.sampled_from([Statistic.MEAN, Statistic.STANDARD_DEVIATION, Statistic.STANDARD_ERROR]),
    st.integers(2, 5),
)
def test_every_statistic_is_found_at_any_rounding(
    levels: tuple[str, ...], statistic: Statistic, decimals: int
) -> None:
    """Rounded half away from zero or half to even, the quantity is among the exact ones."""
    groups = RESULTS.groups
    group = groups.group(levels)
    value = statistic_of(groups, group, statistic).numbers[0]
    typed = round(value, decimals)
    found = matches(groups, groups.shown, typed, decimals)
    assert all(match.is_exact for match in found)
    assert (
        any(match.quantity is statistic and match.lane is group for match in found)
        or len(found) == 8
    )


def test_sd_of_rounded_values() -> None:
    """1.44, 2.46, 3.44 rounded to 1.4, 2.5, 3.4: SD 1.0017, not 1.0000."""
    results = results_of("a,b\n1.44,1\n2.46,2\n3.44,3\n")
    values = (1.4, 2.5, 3.4)
    mean = sum(values) / 3
    sd = math.sqrt(sum((v - mean) ** 2 for v in values) / 2)
    found = matches(results.groups, results.lanes, round(sd, 4), 4)
    assert Derived.ROUNDED_SD in {match.quantity for match in found}
