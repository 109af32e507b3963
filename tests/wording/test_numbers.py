"""Writing numbers as statistics are written."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.errors import ChoiceError
from decimus.plurals import plural
from decimus.study.number_styles import Minus, Numerals, Spaces, Thousands
from decimus.terms import ComparisonText
from decimus.wording.numbers import (
    count_word,
    degrees_of_freedom,
    full_number,
    number,
    p_bound_words,
    p_number,
    p_words,
    percent,
    power_number,
    stars,
    statistic,
)
from decimus.wording.p_values import figure_spans, star_key
from decimus.wording.phrases import lower_first, typed_number
from decimus.wording.spans import plain_text

NB = "\u00a0"
COMMA = Numerals(",")


@pytest.mark.parametrize(
    ("value", "decimals", "written"),
    [
        (2.675, 2, "2.68"),
        (-2.675, 2, "\u22122.68"),
        (0.125, 2, "0.13"),
        (1e-9, 2, "0.00"),
        (-1e-9, 2, "0.00"),
        (1234567.0, 0, "1234567"),
        (5, 1, "5.0"),
        (1e21, 0, "1.00000×10²¹"),
        (6.09e23, -18, "6.09000×10²³"),
        (-6.6e21, -18, "\u22126.600×10²¹"),
        (1392511450.4, -4, "1.39251×10⁹"),
        (9.9999996e8, -3, "1.00000×10⁹"),
        (1392511450.4, 1, "1392511450.4"),
        (250.5, -4, "251"),
        (0.0, -4, "0"),
        (-9.55e-7, 9, "\u22129.55×10⁻⁷"),
        (0.0123456789, 9, "0.012345679"),
        (4e-12, 9, "0"),
        (1000000000000.25, 3, "1000000000000.25"),
        (123456789012345.678, 3, "123456789012346"),
        (None, 2, "–"),
    ],
)
def test_rounds_half_away_from_zero_on_the_decimal(
    value: float | None, decimals: int, written: str
) -> None:
    assert number(value, decimals) == written


@given(st.floats(-1e6, 1e6), st.integers(0, 6))
def test_rounded_text_is_within_half_a_step(value: float, decimals: int) -> None:
    back = float(number(value, decimals).replace("\u2212", "-"))
    assert abs(back - value) <= 0.5 * 10**-decimals * (1 + 1e-9)
    assert number(value, decimals, COMMA).replace(",", ".") == number(value, decimals)


@pytest.mark.parametrize(
    ("p", "alpha", "written"),
    [
        (0.0004, 0.05, f"<{NB}0.001"),
        (0.0123, 0.05, f"={NB}0.012"),
        (0.234, 0.05, f"={NB}0.23"),
        (0.0999, 0.05, f"={NB}0.100"),
        (0.995, 0.05, f">{NB}0.99"),
        (0.99, 0.05, f"={NB}0.99"),
        (0.04996, 0.05, f"={NB}0.04996"),
        (0.05004, 0.05, f"={NB}0.050"),
        (0.0497, 0.05, f"={NB}0.0497"),
        (0.1996, 0.2, f"={NB}0.1996"),
        (0.0096, 0.01, f"={NB}0.0096"),
        (0.0, 0.05, f"<{NB}0.001"),
    ],
)
def test_p_values(p: float, alpha: float, written: str) -> None:
    assert p_number(p, alpha) == written


@given(st.floats(0.001, 0.99), st.sampled_from([0.01, 0.05, 0.1, 0.2]))
def test_written_p_stays_on_its_side_of_alpha(p: float, alpha: float) -> None:
    written = float(p_number(p, alpha).split(NB)[1])
    assert (written < alpha) == (p < alpha)


def test_bounds_and_stars() -> None:
    assert p_bound_words(0.0004, 0.05) == f"p{NB}<{NB}0.001"
    assert p_bound_words(0.004, 0.05) == f"p{NB}<{NB}0.01"
    assert p_bound_words(0.04, 0.05) == f"p{NB}<{NB}0.05"
    assert [stars(p, 0.05) for p in (0.0004, 0.004, 0.04)] == ["***", "**", "*"]
    # With α = 0.01 one star means 0.01 and two mean 0.001, as the key says.
    assert [stars(p, 0.01) for p in (0.0004, 0.004)] == ["**", "*"]
    assert p_bound_words(0.004, 0.01) == f"p{NB}<{NB}0.01"
    # What is not significant says its p, or ns among stars.
    for kind in set(ComparisonText) - {ComparisonText.STARS}:
        assert plain_text(figure_spans(0.4, 0.05, kind)) == f"p{NB}={NB}0.40"
    assert plain_text(figure_spans(0.4, 0.05, ComparisonText.STARS)) == "ns"
    assert plain_text(figure_spans(0.999, 0.05, ComparisonText.EXACT_P)) == f"p{NB}>{NB}0.99"
    both = plain_text(star_key(0.05, has_others=True)).replace(NB, " ")
    assert both.endswith("*** p < 0.001, ns p ≥ 0.05")
    assert plain_text(figure_spans(0.004, 0.05, ComparisonText.STARS)) == "**"
    assert plain_text(figure_spans(0.004, 0.05, ComparisonText.BOUND)) == f"p{NB}<{NB}0.01"
    key = plain_text(star_key(0.05)).replace(NB, " ")
    assert key == "* p < 0.05, ** p < 0.01, *** p < 0.001"


def test_small_things() -> None:
    assert percent(95) == f"95{NB}%"
    assert percent(99.9, COMMA) == f"99,9{NB}%"
    assert degrees_of_freedom(34.0) == "34"
    assert degrees_of_freedom(17.776) == "17.8"
    assert statistic(176.34) == "176.3"
    assert statistic(-1.8608) == "\u22121.86"
    assert full_number(0.1 + 0.2) == "0.3"
    assert count_word(5) == "five"
    assert count_word(40) == "40"
    assert [plural(w, 2) for w in ("flask", "dish", "day", "colony", "person")] == [
        *("flasks", "dishes", "days", "colonies", "people"),
    ]
    assert lower_first("Frond area") == "frond area"
    assert lower_first("SPAD value") == "SPAD value"
    assert typed_number(" 3,5 %", "it") == 3.5
    for text in ("x", "nan", "inf", "-inf", "1e300", ""):
        with pytest.raises(ChoiceError, match=f"“{text}” is not a number"):
            typed_number(text, "it")
    assert power_number(25e6, 7, 1) == "2.5×10⁷"
    assert power_number(-3e-12, -12, 0, COMMA) == "\u22123×10⁻¹²"
    assert power_number(0.0, 9, 1) == "0"


@pytest.mark.parametrize(
    ("p", "zero", "decimals", "said"),
    [
        (0.0123, True, None, "= 0.012"),
        (0.0123, False, None, "= .012"),
        (0.0123, True, 4, "= 0.0123"),
        (0.0004, False, None, "< .001"),
        (0.0004, True, 4, "= 0.0004"),
        (0.00004, True, 4, "< 0.0001"),
        (0.004, True, 2, "< 0.01"),
        (0.04996, True, 2, "= 0.04996"),  # rounding must not carry it over 0.05
        (0.997, False, None, "> .99"),
        (0.997, True, 3, "= 0.997"),
        (0.99999, True, 4, "> 0.9999"),
    ],
)
def test_p_in_the_style_of_a_house(p: float, zero: bool, decimals: int | None, said: str) -> None:
    written = p_number(p, 0.05, Numerals(leading_zero=zero, p_decimals=decimals))
    assert written.replace("\u00a0", " ") == said


def test_bounds_of_p_without_their_zero() -> None:
    assert p_bound_words(0.03, 0.05, Numerals(",", leading_zero=False)) == "p\u00a0<\u00a0,05"
    assert p_bound_words(0.03, 0.05, COMMA) == "p\u00a0<\u00a00,05"


@pytest.mark.parametrize(
    ("numerals", "said"),
    [
        (Numerals(), ["\u22121234.5", "12345678", "p = 0.012", "95 %", "p < 0.001"]),
        (Numerals(","), ["\u22121234,5", "12345678", "p = 0,012", "95 %", "p < 0,001"]),
        (
            Numerals(thousands=Thousands.THIN_SPACE),
            ["\u22121234.5", "12\u2009345\u2009678", "p = 0.012", "95 %", "p < 0.001"],
        ),
        (
            Numerals(",", thousands=Thousands.COMMA, minus=Minus.HYPHEN),
            ["-1.234,5", "12.345.678", "p = 0,012", "95 %", "p < 0,001"],
        ),
        (
            Numerals(spaces=Spaces.NONE, leading_zero=False),
            ["\u22121234.5", "12345678", "p=.012", "95%", "p<.001"],
        ),
        (
            Numerals(spaces=Spaces.SIGNS, p_floor=0.0001, p_decimals=3),
            ["\u22121234.5", "12345678", "p = 0.012", "95%", "p = 0.0005"],
        ),
        (
            Numerals(p_floor=0.05),
            ["\u22121234.5", "12345678", "p < 0.05", "95 %", "p < 0.05"],
        ),
    ],
)
def test_numbers_in_every_style(numerals: Numerals, said: list[str]) -> None:
    written = [
        number(-1234.5, 1, numerals),
        number(12345678.0, 0, numerals),
        p_words(0.0123, 0.05, numerals),
        percent(95, numerals),
        p_words(0.00052, 0.05, numerals),
    ]
    assert [text.replace(NB, " ") for text in written] == said


@given(
    st.floats(1e-9, 1.0),
    st.sampled_from([0.01, 0.05, 0.1]),
    st.sampled_from([None, 0.05, 0.01, 0.001, 1e-6]),
    st.sampled_from([None, 2, 3, 4, 6]),
    st.booleans(),
)
def test_no_style_writes_a_p_as_zero_or_on_the_other_side_of_alpha(
    p: float, alpha: float, floor: float | None, decimals: int | None, zero: bool
) -> None:
    numerals = Numerals(",", leading_zero=zero, p_decimals=decimals, p_floor=floor)
    sign, _, text = p_number(p, alpha, numerals).partition(NB)
    shown = float(text.replace(",", "."))
    assert shown > 0
    if sign == "=":
        assert (shown < alpha) == (p < alpha)
    elif sign == "<":
        assert p < shown
        assert shown <= alpha or p >= alpha or floor is None
    else:
        assert p > shown


def test_powers_of_ten_are_read_back_as_they_are_written() -> None:
    for value in (6.02214e23, -1.5e-7, 3.5e-30):
        assert typed_number(full_number(value), "a number") == value
        assert typed_number(full_number(value, COMMA), "a number") == value
    assert typed_number(number(6.02214e23, -18), "a number") == 6.02214e23


def test_full_numbers_have_no_exponent_of_programs() -> None:
    assert full_number(9.55e-7) == "9.55×10⁻⁷"
    assert full_number(-6.024e23, COMMA) == "\u22126,024×10²³"
    assert full_number(12345.678) == "12345.678"
