"""Groups: order, labels, decimals, error bars."""

from __future__ import annotations

import pytest

from decimus.analysis.groups import names_of
from decimus.study.edits import (
    ChooseDecimals,
    ChooseDirection,
    ChooseErrorBar,
    ChooseFactors,
    Edit,
    RenameLevel,
    ReorderLevels,
)
from decimus.study.readings import HEADINGS
from decimus.terms import Decimals, Direction, ErrorBar
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of


def test_order_labels_and_n() -> None:
    groups = results_of(
        FIVE_BY_FOUR,
        ReorderLevels(variable=HEADINGS, levels=("8", "0")),
        RenameLevel(variable=HEADINGS, level="0", label="control"),
    ).groups
    assert [group.levels[0] for group in groups.shown] == ["8", "0", "1", "2", "4"]
    assert [group.levels[0] for group in groups.as_read] == ["0", "1", "2", "4", "8"]
    assert groups.group(("0",)).labels == ("control",)
    assert [group.n for group in groups.shown] == [4, 4, 4, 3, 4]
    assert groups.ns == (3, 4)
    assert groups.find(("9",)) is None
    assert names_of(groups.shown[:3]) == "“8”, “control” and “1”"


def test_amounts_are_shown_in_order() -> None:
    groups = results_of("8,0,2\n1.5,2.5,3.5\n1.6,2.6,3.6\n").groups
    assert [group.levels[0] for group in groups.shown] == ["0", "2", "8"]
    assert [group.levels[0] for group in groups.as_read] == ["8", "0", "2"]


def test_two_factors_make_sections() -> None:
    groups = results_of(TWO_FACTORS, ChooseFactors(factors=(1, 0), names=("l", "s"))).groups
    assert [g.levels for g in groups.shown] == [
        ("dim", "0"),
        ("dim", "4"),
        ("bright", "0"),
        ("bright", "4"),
    ]


@pytest.mark.parametrize(
    ("rule", "fixed", "decimals"),
    [(Decimals.ONE_MORE, None, 2), (Decimals.AS_DATA, None, 1), (Decimals.FIXED, 4, 4)],
)
def test_decimals(rule: Decimals, fixed: int | None, decimals: int) -> None:
    assert (
        results_of(FIVE_BY_FOUR, ChooseDecimals(decimals=rule, fixed=fixed)).groups.decimals
        == decimals
    )


def test_no_more_than_six_digits() -> None:
    assert results_of("a,b\n123456.78,1\n123457.91,2\n").groups.decimals == 2


def ends(text: str, *edits: Edit) -> tuple[float | None, float | None]:
    """Where the first group's error bar ends."""
    groups = results_of(text, *edits).groups
    found = groups.error_bar(groups.shown[0])
    return (None, None) if found is None else (found.lower, found.upper)


def test_error_bars_by_hand() -> None:
    """0, 2, 4: SD 2, SE 2/√3, 95 % margin 4.303 · 2/√3."""
    three = "a,b\n0,1\n2,2\n4,5\n"
    assert ends(three, ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION)) == (0, 4)
    up = (
        ChooseErrorBar(error_bar=ErrorBar.STANDARD_ERROR),
        ChooseDirection(direction=Direction.UP),
    )
    assert ends(three, *up) == (None, pytest.approx(2 + 2 / 3**0.5))
    down = ends(three, ChooseDirection(direction=Direction.DOWN))
    assert down == (pytest.approx(2 - 4.302652729911275 * 2 / 3**0.5), None)
    assert ends(three, ChooseErrorBar(error_bar=ErrorBar.NONE)) == (None, None)
    one = "a,b\n1,2\n,3\n"
    assert ends(one, ChooseErrorBar(error_bar=ErrorBar.STANDARD_ERROR)) == (None, None)
    thrice = ChooseErrorBar(error_bar=ErrorBar.MULTIPLE_OF_SD, factor=3)
    assert ends(three, thrice) == (-4, 8)
    half = ChooseErrorBar(error_bar=ErrorBar.MULTIPLE_OF_SE, factor=1.5)
    assert ends(three, half)[1] == pytest.approx(2 + 3 / 3**0.5)
    assert ends(three, ChooseErrorBar(error_bar=ErrorBar.RANGE)) == (0, 4)
    assert ends(three, ChooseErrorBar(error_bar=ErrorBar.QUARTILES)) == (1, 3)


def test_each_group_keeps_its_own_length() -> None:
    groups = results_of(FIVE_BY_FOUR, ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION)).groups
    lengths = set()
    for group in groups.shown:
        ends = groups.error_bar(group)
        assert ends is not None
        assert ends.upper is not None
        assert group.summary.mean is not None
        lengths.add(round(ends.upper - group.summary.mean, 9))
    assert len(lengths) == 5
