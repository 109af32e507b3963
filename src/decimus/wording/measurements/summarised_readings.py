"""How a table of summaries is read, as a sentence of choices."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.measurements.observations import Measurements
from decimus.measurements.summaries.shapes import SummaryShape
from decimus.study.edits import ChooseLayout, ChooseMeaning, ChooseSameN, Edit
from decimus.terms import Layout, Meaning, Quantile
from decimus.wording.numbers import percent
from decimus.wording.questions import joint
from decimus.wording.spans import Choice, Entry, Option, Span, Text

MEANING_WORDS = {
    Meaning.STANDARD_DEVIATION: "standard deviation",
    Meaning.STANDARD_ERROR: "standard error",
    Meaning.MARGIN: "margin of a confidence interval",
    Meaning.INTERVAL: "ends of a confidence interval",
    Meaning.VARIANCE: "variance",
    Meaning.GIVEN: "an error bar to draw as given",
}


_QUANTILES = {
    Quantile.T: "t with n − 1 degrees of freedom",
    Quantile.NORMAL: "the normal quantile, 1.96 at 95 %",
}


def summarised_reading(results: Results, measurements: Measurements) -> list[Span]:
    """Which groups, what stands beside their means, and n."""
    shape = measurements.shape
    summary = shape.summary
    noun = "column" if shape.is_turned else "row"
    factors: list[Span] = []
    for index, factor in enumerate(measurements.factors):
        between = joint(index, len(measurements.factors)) if index else ""
        name = factor.name if factor.is_named else "group"
        factors.append(Text(f"{between}one {name}"))
    if summary is None:
        return [_layout(results, noun), Text(" is one group.")]
    return [
        _layout(results, noun),
        Text(" gives the mean of one group: "),
        *factors,
        Text(". Beside the mean stands "),
        *_meaning(results, summary),
        Text("; "),
        *_n(results, summary),
        Text("."),
    ]


def _layout(results: Results, text: str) -> Choice:
    words = {
        Layout.SUMMARISED: "a mean for every group",
        Layout.COLUMNS: "measurements, each column a group",
        Layout.ROWS: "measurements, each row a group",
        Layout.LONG: "measurements, one in each row",
    }
    sheet = results.question.asked.sheet
    options = tuple(
        Option(word, ChooseLayout(layout=layout, sheet=sheet), layout is Layout.SUMMARISED)
        for layout, word in words.items()
    )
    return Choice("layout", text, "what the table holds", options)


def _meaning(results: Results, summary: SummaryShape) -> list[Span]:
    sheet = results.question.asked.sheet
    if summary.columns[0].spread is None:
        return [Text("nothing")]
    now = summary.meaning
    has_ends = summary.columns[0].upper is not None
    options = []
    for meaning, words in MEANING_WORDS.items():
        if has_ends and meaning not in (Meaning.INTERVAL, Meaning.GIVEN):
            options.append(Option(words, None, why="there are two columns beside the mean"))
        elif not has_ends and meaning is Meaning.INTERVAL:
            options.append(Option(words, None, why="there is one column beside the mean"))
        else:
            edit = ChooseMeaning(meaning=meaning, sheet=sheet)
            options.append(Option(words, edit, meaning is now))
    if now is None:
        heading = f"“{summary.spread_heading}”: " if summary.spread_heading else ""
        text = f"{heading}what is it?"
    else:
        text = MEANING_WORDS[now]
    choice = Choice("meaning", text, "what stands beside the means", tuple(options))
    article = "" if now in (None, Meaning.GIVEN) else "its "
    spans: list[Span] = [Text(article), choice]
    if now in (Meaning.MARGIN, Meaning.INTERVAL):
        spans += [Text(" at "), _level(results, summary, now)]
        spans += [Text(" by "), _quantile(results, summary, now)]
    return spans


def _level(results: Results, summary: SummaryShape, meaning: Meaning) -> Choice:
    level, sheet = summary.level or 95.0, results.question.asked.sheet
    options = tuple(
        Option(percent(at), ChooseMeaning(meaning=meaning, level=at, sheet=sheet), at == level)
        for at in sorted({90.0, 95.0, 99.0, level})
    )
    return Choice("meaning level", percent(level), "the level of the interval given", options)


def _quantile(results: Results, summary: SummaryShape, meaning: Meaning) -> Choice:
    sheet = results.question.asked.sheet
    options = tuple(
        Option(
            words,
            ChooseMeaning(meaning=meaning, quantile=quantile, sheet=sheet),
            quantile is summary.quantile,
        )
        for quantile, words in _QUANTILES.items()
    )
    words = _QUANTILES[summary.quantile]
    return Choice("quantile", words, "the quantile behind the interval given", options)


def _n(results: Results, summary: SummaryShape) -> list[Span]:
    if summary.columns[0].n is not None:
        line = "row" if results.measurements.shape.is_turned else "column"
        return [Text(f"n stands in a {line} of its own")]
    sheet, now = results.question.asked.sheet, summary.same_n

    def typed(text: str) -> Edit:
        if not text.strip().isdecimal():
            raise ChoiceError(f"“{text}” is no number of replicates", remedy="Type a whole number")
        return ChooseSameN(n=int(text), sheet=sheet)

    unknown = Option("not known", ChooseSameN(n=None, sheet=sheet), now is None)
    entry = Entry("how many replicates each mean is of", "" if now is None else str(now), typed)
    text = "not known" if now is None else str(now)
    choice = Choice("same n", text, "replicates of each mean", (unknown,), (entry,))
    return [Text("n is "), choice, Text(" for every mean" if now is not None else "")]
