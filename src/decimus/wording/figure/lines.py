"""Lines across the figure and numbers at groups, in words: references, fits, value labels."""

from __future__ import annotations

import math

from decimus.analysis.figure_fits import Fit
from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.number_styles import Numerals
from decimus.terms import Direction, FitLine, Height, ValueLabels
from decimus.wording.numbers import MINUS, NBSP, full_number, grouped, number, power_number, rounded
from decimus.wording.phrases import quantity

_DIGITS = 4
_MOST_DECIMALS = 3
_SMALLEST, _LARGEST = 1e-3, 1e6
"""Numbers beyond are written as multiples of a power of ten."""


def references_of(results: Results) -> tuple[tuple[float, str], ...]:
    """Values that a line across the plot marks, each with what it is. Raises InputError."""
    figure, groups, numerals = results.question.figure, results.groups, results.numerals
    found = [
        (value, quantity(full_number(value, numerals), groups.shown_unit, numerals))
        for value in figure.references
    ]
    control = control_height(results) if figure.marks_control else None
    if control is not None:
        value, name = control
        said = quantity(number(value, groups.decimals, numerals), groups.shown_unit, numerals)
        found.append((value, f"the height of {name} ({said})"))
    return tuple(found)


def control_height(results: Results) -> tuple[float, str] | None:
    """What stands for the only group that is all controls, and its name; None for no such."""
    groups = results.groups
    controls = [groups.choices.control(factor.factor.variable) for factor in groups.factors]
    if not controls or controls[0] is None:
        return None
    there = [
        group
        for group in groups.on_figure
        if all(c in (None, level) for c, level in zip(controls, group.levels, strict=True))
    ]
    if len(there) != 1:
        return None
    height = groups.height(there[0])
    return None if height is None else (height, there[0].name)


_BEFORE_LENGTH = {Direction.BOTH: "±", Direction.UP: "+", Direction.DOWN: MINUS}


def value_label(results: Results, group: Group, exponent: int = 0) -> str:
    """The number written at a group; "" where there is none.

    Args:
        results: what the group is of.
        group: it.
        exponent: of the power of ten that numbers on the figure are multiples of.
    """
    groups, figure, numerals = results.groups, results.question.figure, results.numerals
    height = groups.height(group)
    if height is None:
        return ""
    decimals = figure.label_decimals
    if decimals is None:
        decimals = groups.decimals if groups.heights.height.is_of_outcome else 1
        decimals = 0 if groups.heights.height is Height.COUNT else decimals
        decimals = min(max(decimals + exponent, 0), _MOST_DECIMALS) if exponent else decimals
    unit = 10.0**exponent
    height /= unit
    if not exponent and not 1e-3 <= max(abs(height), 1e-300) < 1e5 and height:
        # A number on an axis of logarithms, which has no common factor.
        power = math.floor(math.log10(abs(height)))
        return power_number(height, power, 2, numerals)
    text = grouped(height, decimals, numerals)
    ends = groups.error_bar(group)
    if figure.value_labels is not ValueLabels.HEIGHT_AND_BAR or ends is None:
        return text
    lower, upper = (None if end is None else end / unit for end in (ends.lower, ends.upper))
    lengths = [abs(end - height) for end in (lower, upper) if end is not None]
    if max(lengths) - min(lengths) <= 1e-9 * max(lengths):
        before = _BEFORE_LENGTH[groups.heights.choices.direction]
        return f"{text}{NBSP}{before}{NBSP}{grouped(lengths[0], decimals, numerals)}"
    low, high = (grouped(end, decimals, numerals) for end in (lower, upper))
    return f"{text} ({low}–{high})"


def equations(results: Results, fits: tuple[Fit, ...]) -> tuple[str, ...]:
    """The equation of each straight line with r², named where there are several."""
    numerals = results.numerals
    found = []
    for fit in fits:
        if fit.slope is None or fit.intercept is None or fit.r_squared is None:
            continue
        verb = MINUS if fit.slope < 0 else "+"
        x = f"log₁₀{NBSP}x" if fit.is_of_logs else "x"
        slope = _significant(abs(fit.slope), numerals)
        r_squared = number(float(rounded(fit.r_squared, 3)), 3, numerals)
        text = (
            f"y{numerals.equals}{_significant(fit.intercept, numerals)} "
            f"{verb}{NBSP}{slope}{NBSP}{x}, "
            f"r²{numerals.equals}{r_squared}"
        )
        name = ", ".join(part for part in (fit.label, fit.panel) if part)
        found.append(f"{name}: {text}" if name and len(fits) > 1 else text)
    return tuple(found)


def _significant(value: float, numerals: Numerals) -> str:
    if value and not _SMALLEST <= abs(value) < _LARGEST:
        return power_number(value, math.floor(math.log10(abs(value))), _DIGITS - 1, numerals)
    return full_number(float(f"{value:.{_DIGITS}g}"), numerals)


def fit_words(results: Results, fits: tuple[Fit, ...]) -> str:
    """What the caption says of fitted lines; "" for none."""
    if not fits:
        return ""
    units = plural(results.measurements.unit_name, 2)
    is_one = len(fits) == 1
    over = " over the logarithm of the amounts" if fits[0].is_of_logs else ""
    if results.question.figure.fit is FitLine.SMOOTH:
        subject = "The curve is" if is_one else "Curves are"
        return f" {subject} drawn smoothly through the points{over}; no model stands behind it."
    subject = "The straight line is" if is_one else "Straight lines are"
    said = equations(results, fits)
    at = f" ({'; '.join(said)})" if said else ""
    return f" {subject} fitted by least squares to all single {units}{over}{at}."


def reference_words(results: Results) -> str:
    """What the caption says of lines across the plot; "" for none."""
    found = references_of(results)
    if not found:
        return ""
    names = [name for _, name in found]
    listed = names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
    return f" Dashed {plural('line', len(names))} across: {listed}."
