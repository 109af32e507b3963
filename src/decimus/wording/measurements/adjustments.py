"""Adjustments in words: what can be done, what was done, and how to take it back."""

from __future__ import annotations

import re

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.measurements.adjusting import in_order
from decimus.measurements.computed import check_computed
from decimus.measurements.observations import Measurements
from decimus.measurements.variables import Factor
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
from decimus.study.edits import Adjust, ComputeColumn, Edit, RemoveComputed, TakeBackAdjustment
from decimus.study.number_styles import PLAIN, Numerals
from decimus.terms import Layout
from decimus.wording.numbers import full_number
from decimus.wording.phrases import typed_number
from decimus.wording.spans import Choice, Entry, Option, Span, Text

_MOST_LEVELS = 12
_FACTOR_ON = re.compile(
    r"(.+?)\s*(?:\s|([×*/÷]))\s*([\d.,]+)(?:\s*(?:±|\+/-|\+-)\s*([\d.,]+)\s*%)?"
)
"""A group, times or divided by, a factor, and how well that is known."""
_LOG_NAMES = {10: "log₁₀", 2: "log₂", 0: "ln"}
_SCALES = {
    RelativeScale.PERCENT: "as percent of the mean of {}",
    RelativeScale.FOLD: "as fold of the mean of {}",
    RelativeScale.LOG2_FOLD: "as log₂ fold of the mean of {}",
}


def adjustment_words(adjustment: AnyAdjustment, numerals: Numerals = PLAIN) -> str:
    """What an adjustment does to the values: "times 10, in mm"."""
    match adjustment:
        case ConvertUnit(factor=factor, unit=unit):
            times = f"times {full_number(factor, numerals)}"
            return f"{times}, in {unit}" if unit else times
        case MinusBlank(amount=None, level=level):
            return f"less the mean of the blank {level}, whose own error is not carried"
        case MinusBlank(amount=amount):
            return (
                f"less a blank of {full_number(amount, numerals)}, whose own error is not carried"
            )
        case FactorOnGroup(level=level, factor=factor, uncertainty=uncertainty):
            how = "divided by" if adjustment.is_divided else "times"
            known = "" if uncertainty is None else full_number(uncertainty, numerals)
            own = f" (itself known to ± {known}{numerals.percent})" if known else ""
            by = f"{how} {full_number(factor, numerals)}{own}"
            return f"those of {level} {by}, the factor’s own error not carried"
        case RelativeToControl(level=level, scale=scale):
            return _SCALES[scale].format(level)
        case Logarithm(base=base):
            return f"taken as {_LOG_NAMES[base]}"


def adjusted_spans(results: Results) -> list[Span]:
    """What was adjusted, as part of the reading sentence, each to be taken back."""
    sheet, reading = results.question.asked.sheet, results.sheet.reading
    spans: list[Span] = []
    for number, adjustment in enumerate(in_order(reading.adjustments)):
        words = adjustment_words(adjustment, results.numerals)
        back = TakeBackAdjustment(adjustment=adjustment, words=words, sheet=sheet)
        options = (Option(words, None, is_current=True), Option("take it back", back))
        lead = " Values are " if not number else " and "
        spans += [Text(lead), Choice(f"adjusted {number}", words, "an adjustment", options)]
    if spans:
        spans.append(Text("."))
    for computed in reading.computed:
        if computed.counts_cases:
            continue
        text = f"{computed.name} = {computed.expression}"
        if computed.stem_of:
            text = f"{computed.name} from the names of {computed.stem_of}"
        out = RemoveComputed(name=computed.name, sheet=sheet)
        options = (Option(text, None, is_current=True), Option("take it out", out))
        name = f"computed {computed.name}"
        spans += [Text(" Computed: "), Choice(name, text, "a computed column", options), Text(".")]
    return spans


def adjusted_caption(
    measurements: Measurements, shown_as: str = "", numerals: Numerals = PLAIN
) -> str:
    """The sentence of a caption on adjusted values; "" where none are.

    Args:
        measurements: the values.
        shown_as: what stands for them on the figure, "" where they are not drawn one by one.
        numerals: how numbers are written.
    """
    adjustments = in_order(measurements.adjustments)
    if not adjustments:
        return ""
    listed = "; ".join(adjustment_words(adjustment, numerals) for adjustment in adjustments)
    values = f"Values ({shown_as})" if shown_as else "Values"
    return f" {values} are {listed}."


def adjust_choice(results: Results) -> Choice:
    """Everything that can be done to the values."""
    measurements, sheet = results.measurements, results.question.asked.sheet
    options: list[Option] = []
    if not measurements.is_summarised:
        for factor in measurements.factors:
            options += _of_factor(factor, sheet)
        for base, name in _LOG_NAMES.items():
            words = f"{name} of every value"
            options.append(
                Option(words, Adjust(adjustment=Logarithm(base), words=words, sheet=sheet))
            )
    entries = () if measurements.is_summarised else _entries(results)
    return Choice("adjust", "Adjust the values", "adjustments", tuple(options), entries)


def _of_factor(factor: Factor, sheet: int) -> list[Option]:
    """Relative to the first level, or less one that is called a blank; others are typed."""
    found = []
    for text in factor.level_texts_in_order[:1]:
        for scale, phrase in _SCALES.items():
            words = phrase.format(text)
            adjustment = RelativeToControl(factor.variable, text, scale)
            found.append(Option(words, Adjust(adjustment=adjustment, words=words, sheet=sheet)))
    blanks = [t for t in factor.level_texts_in_order[:_MOST_LEVELS] if "blank" in t.lower()]
    for text in blanks:
        words = f"less the mean of {text} as a blank"
        blank = MinusBlank(variable=factor.variable, level=text)
        found.append(Option(words, Adjust(adjustment=blank, words=words, sheet=sheet)))
    return found


def _entries(results: Results) -> tuple[Entry, ...]:
    sheet = results.question.asked.sheet

    def converted(text: str) -> Edit:
        factor, _, unit = text.strip().partition(" ")
        adjustment = ConvertUnit(_factor(factor), unit.strip())
        return Adjust(adjustment=adjustment, words=adjustment_words(adjustment), sheet=sheet)

    def blank(text: str) -> Edit:
        factor = _factor_of(results, text.strip())
        if factor is not None:
            adjustment = MinusBlank(variable=factor.variable, level=text.strip())
        else:
            adjustment = MinusBlank(amount=typed_number(text, "an amount or a group"))
        return Adjust(adjustment=adjustment, words=adjustment_words(adjustment), sheet=sheet)

    def factor_on(text: str) -> Edit:
        typed = _FACTOR_ON.fullmatch(text.strip())
        level = typed[1] if typed else text.strip()
        factor = _factor_of(results, level)
        if typed is None or factor is None:
            raise ChoiceError(
                f"There is no group “{level}” with a factor behind it",
                remedy="Type a group and a factor: dim 2.5, dim / 2.5 or dim 2.5 ± 3 %",
            )
        own = typed_number(typed[4], "the factor's own error") if typed[4] else None
        adjustment = FactorOnGroup(
            factor.variable, level, _factor(typed[3]), own, is_divided=typed[2] in ("/", "÷")
        )
        return Adjust(adjustment=adjustment, words=adjustment_words(adjustment), sheet=sheet)

    def relative(text: str) -> Edit:
        factor = _factor_of(results, text.strip())
        if factor is None:
            raise ChoiceError(f"There is no group “{text.strip()}”", remedy="Type its name")
        adjustment = RelativeToControl(factor.variable, text.strip(), RelativeScale.PERCENT)
        return Adjust(adjustment=adjustment, words=adjustment_words(adjustment), sheet=sheet)

    found = [
        Entry("change the unit: factor and unit, such as 0.1 cm", "", converted),
        Entry("less a blank: an amount or a group", "", blank),
        Entry("a factor on one group, such as dim 2.5, dim / 2.5 or dim 2.5 ± 3 %", "", factor_on),
        Entry("percent of a control: its name", "", relative),
    ]
    shape = results.measurements.shape
    if shape.layout is Layout.LONG or shape.side_factors:
        found.append(_computing(results))
    return tuple(found)


def _computing(results: Results) -> Entry:
    sheet, number = results.question.asked.sheet, results.number

    def computed(text: str) -> Edit:
        name, sign, expression = text.partition("=")
        if not sign or not name.strip() or not expression.strip():
            raise ChoiceError(f"“{text}” is no formula", remedy="Type name = after - before")
        column = ComputedColumn(name.strip(), expression.strip())
        check_computed(results.sheet.table, results.sheet.reading, column)
        return ComputeColumn(computed=column, sheet=sheet, question=number)

    return Entry("a new outcome, such as growth = after - before", "", computed)


def _factor(text: str) -> float:
    number = typed_number(text, "a factor")
    if number == 0:
        raise ChoiceError("A factor of 0 leaves nothing", remedy="Type another")
    return number


def _factor_of(results: Results, text: str) -> Factor | None:
    for factor in results.measurements.factors:
        if any(level.text == text for level in factor.levels):
            return factor
    return None
