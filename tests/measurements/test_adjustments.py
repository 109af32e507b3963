"""Adjustments give the numbers worked by hand, in the stated order, and say what they did."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.errors import ChoiceError, InputError
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.formats.delimited import table_of_text
from decimus.measurements.arithmetic import evaluated
from decimus.measurements.cells import Floats
from decimus.measurements.computed import check_computed
from decimus.measurements.observations import Measurements
from decimus.measurements.reading import read_measurements
from decimus.study import edits
from decimus.study.adjustments import (
    AnyAdjustment,
    ComputedColumn,
    ConvertUnit,
    FactorOnGroup,
    Logarithm,
    MinusBlank,
    RelativeScale,
    RelativeToControl,
)
from decimus.study.readings import HEADINGS, Reading, SetAside
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.methods import methods_paragraph
from tests.conftest import FIVE_BY_FOUR, results_of

TABLE = "blank,dim,bright\n1.0,4.0,9.0\n3.0,6.0,11.0\n"


def adjusted(*adjustments: AnyAdjustment, text: str = TABLE) -> dict[str, tuple[float, ...]]:
    found = read(*adjustments, text=text)
    return {", ".join(group.levels): group.values for group in found.groups}


def read(*adjustments: AnyAdjustment, text: str = TABLE) -> Measurements:
    return read_measurements(table_of_text(text), Reading(adjustments=adjustments))


def test_another_unit() -> None:
    found = read(ConvertUnit(10.0, "mm"))
    assert found.groups[1].values == (40.0, 60.0)
    assert found.outcome.unit == "mm"
    assert found.is_adjusted(found.groups[0])


def test_less_a_blank() -> None:
    """The mean of the blank, 2, comes off every value; the blank is no group then."""
    assert adjusted(MinusBlank(variable=HEADINGS, level="blank")) == {
        "dim": (2.0, 4.0),
        "bright": (7.0, 9.0),
    }
    assert adjusted(MinusBlank(amount=0.5))["blank"] == (0.5, 2.5)


def test_a_factor_on_one_group() -> None:
    found = read(FactorOnGroup(HEADINGS, "dim", 2.5))
    assert [group.values for group in found.groups] == [(1.0, 3.0), (10.0, 15.0), (9.0, 11.0)]
    divided = read(FactorOnGroup(HEADINGS, "dim", 4.0, 3.0, is_divided=True))
    assert [group.values for group in divided.groups] == [(1.0, 3.0), (1.0, 1.5), (9.0, 11.0)]
    assert [found.is_adjusted(group) for group in found.groups] == [False, True, False]


def test_the_order_is_unit_blank_factor_whatever_was_said_first() -> None:
    factor, blank = FactorOnGroup(HEADINGS, "dim", 3.0), MinusBlank(amount=10.0)
    unit = ConvertUnit(10.0, "mm")
    expected = ((4.0 * 10 - 10) * 3, (6.0 * 10 - 10) * 3)
    assert adjusted(factor, blank, unit)["dim"] == expected
    assert adjusted(unit, blank, factor)["dim"] == expected


def test_relative_to_a_control_keeps_its_spread() -> None:
    found = adjusted(RelativeToControl(HEADINGS, "dim", RelativeScale.PERCENT))
    assert found["dim"] == (80.0, 120.0)
    assert found["bright"] == (180.0, 220.0)
    folds = adjusted(RelativeToControl(HEADINGS, "dim", RelativeScale.LOG2_FOLD))
    assert folds["bright"] == (math.log2(9 / 5), math.log2(11 / 5))


def test_relative_within_the_levels_of_the_other_factor() -> None:
    text = "light,sign,x\ndim,old,2\ndim,old,4\ndim,new,6\ndim,new,9\n"
    text += "bright,old,10\nbright,old,30\nbright,new,40\nbright,new,50\n"
    found = adjusted(RelativeToControl(1, "old", RelativeScale.FOLD), text=text)
    assert found["dim, new"] == (2.0, 3.0)
    assert found["bright, new"] == (2.0, 2.5)


def test_what_has_no_logarithm_is_named() -> None:
    assert adjusted(Logarithm(10))["blank"] == (0.0, math.log10(3.0))
    with pytest.raises(InputError, match=r"no logarithm of -1 \(row 2, column 1\)"):
        adjusted(Logarithm(2), text="a,b\n-1,2\n3,4\n")
    with pytest.raises(InputError, match="has a mean of -1"):
        adjusted(RelativeToControl(HEADINGS, "a", RelativeScale.FOLD), text="a,b\n-3,2\n1,4\n")


LONG = "light,before,after,dry mass (g)\ndim,1.0,4.5,2\ndim,2.0,NA,4\nbright,3.0,9.0,5\n"


def test_a_new_outcome_from_other_columns() -> None:
    computed = ComputedColumn("growth", '(after - before) / "dry mass"', "mm/g")
    table = table_of_text(LONG + "bright,4,8,2\n")
    found = read_measurements(table, Reading(computed=(computed,)), outcome=4)
    assert [group.values for group in found.groups] == [(1.75,), (1.2, 2.0)]
    assert (found.outcome.name, found.outcome.unit) == ("growth", "mm/g")
    assert found.groups[0].missing == ((2, 4),)
    with pytest.raises(ChoiceError, match=r"no column “weight”. There are: light, before"):
        read_measurements(table, Reading(computed=(ComputedColumn("x", "weight * 2"),)))


def test_a_formula_may_name_what_was_computed_before() -> None:
    """Typed in the window it was refused, though it is read."""
    table = table_of_text(LONG + "bright,4,8,2\n")
    reading = Reading(computed=(ComputedColumn("growth", "after - before"),))
    check_computed(table, reading, ComputedColumn("rate", "growth / 2"))
    with pytest.raises(ChoiceError, match=r"There are: light, before, after, dry mass \(g\), gr"):
        check_computed(table, reading, ComputedColumn("rate", "rate / 2"))


COLUMNS = {"a": np.array([1.0, 4.0, 9.0]), "b": np.array([2.0, 0.0, -3.0])}


def column(name: str) -> Floats:
    if name not in COLUMNS:
        raise ChoiceError(f"There is no column “{name}”")
    return COLUMNS[name]


@pytest.mark.parametrize(
    ("expression", "expected"),
    [
        ("a - b", [-1, 4, 12]),
        ("a / b", [0.5, None, -3]),
        ("-a + 2 × (b − 1)", [1, -6, -17]),
        ("mean(a; b; 3)", [2, 7 / 3, 3]),
        ("sum(a, b)", [3, 4, 6]),
        ('"a" * 1,5', [1.5, 6, 13.5]),
        ("2 - 3 - 4", [-5]),
    ],
)
def test_arithmetic_by_hand(expression: str, expected: list[float | None]) -> None:
    found = np.atleast_1d(evaluated(expression, column)).tolist()
    assert [None if math.isnan(v) else round(v, 12) for v in found] == [
        None if v is None else round(v, 12) for v in expected
    ]


@pytest.mark.parametrize(
    "expression",
    ["a +", "(a", "a b", "a ** 2", "__import__('os')", "a.b", "c", "", "mean(a", "(" * 60 + "a"],
)
def test_nothing_else_can_be_said(expression: str) -> None:
    with pytest.raises(ChoiceError):
        evaluated(expression, column)


@given(
    st.recursive(
        st.sampled_from(["a", "b", "2", "0.5"]),
        lambda inner: st.tuples(inner, st.sampled_from("+-*"), inner).map(
            lambda parts: f"({parts[0]} {parts[1]} {parts[2]})"
        ),
        max_leaves=8,
    )
)
def test_arithmetic_agrees_with_the_language(expression: str) -> None:
    """The same expression by Python's own rules; only letters, digits and signs are in it."""
    expected = eval(expression, {"__builtins__": {}}, dict(COLUMNS))  # noqa: S307 - made above
    found = evaluated(expression, column)
    assert np.allclose(np.broadcast_to(found, 3), np.broadcast_to(expected, 3), rtol=1e-12)


@pytest.mark.parametrize(
    "adjustment",
    [
        Logarithm(10),
        RelativeToControl(-2, "0", RelativeScale.PERCENT),
        RelativeToControl(-2, "0", RelativeScale.LOG2_FOLD),
        ConvertUnit(10.0, "mm"),
    ],
)
def test_what_is_set_aside_goes_along_with_an_adjustment(adjustment: AnyAdjustment) -> None:
    """It was lost: neither drawn nor named in caption and methods."""
    text = FIVE_BY_FOUR.replace("10.0", "0")
    asides = tuple(SetAside("spilt", row=row, column=1) for row in (1, 2))
    plain = results_of(text, edits.SetValuesAside(asides=asides))
    results = results_of(
        text,
        edits.SetValuesAside(asides=asides),
        edits.Adjust(adjustment=adjustment, words="adjusted"),
    )
    assert results.measurements.aside_count == plain.measurements.aside_count == 2
    assert "set aside: spilt" in plain_text(methods_paragraph(results))
    assert page_of(results, measure).width_mm > 0
    assert plain_text(caption(results)).count("set aside") == 1
