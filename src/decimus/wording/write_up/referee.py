"""The referee’s sheet: what n is, the design, the test and why, and what nobody has said."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.results import Results
from decimus.kinds.error_bars import ERROR_BARS
from decimus.plurals import plural
from decimus.study.live_parts import Fact, FactPart, PairFact, PairPart, SentenceAbout
from decimus.study.number_styles import Numerals
from decimus.terms import ErrorBar, Height
from decimus.values import Value
from decimus.wording.asking import question_title
from decimus.wording.comparisons.checks import check_lines
from decimus.wording.comparisons.method_names import method_name
from decimus.wording.comparisons.planning import planning_sentence
from decimus.wording.comparisons.reasons import reason
from decimus.wording.comparisons.sentences import effect_words, statistic_spans, term_spans
from decimus.wording.comparisons.with_and_without import both_ways
from decimus.wording.counting import taken_words, why_words
from decimus.wording.letters import lettered
from decimus.wording.numbers import superscript
from decimus.wording.phrases import group_words, n_words, upper_first
from decimus.wording.spans import Sentence, Style, Text, plain_text
from decimus.wording.write_up.parts import part_text, words_of
from decimus.wording.write_up.whole_sentences import sentence_about

_MOST_PAIRS = 6
_FEW = 3


class SheetLine(Value, frozen=True):
    """A line of the sheet.

    Args:
        about: what it is about.
        words: what is so.
        is_gap: whether it says what is missing.
    """

    about: str
    words: Sentence
    is_gap: bool = False


def referee_sheet(results: Results) -> tuple[SheetLine, ...]:
    """All lines; gaps stand where what is missing would stand."""
    return tuple(line for line in _lines(results) if plain_text(line.words).strip())


def _line(about: str, text: str, *, is_gap: bool = False) -> SheetLine:
    return SheetLine(about, lettered(text), is_gap)


def _lines(results: Results) -> Iterator[SheetLine]:
    yield _line("Question", question_title(results))
    yield from _measured(results)
    yield from _n(results)
    comparison = results.comparison
    if comparison is None:
        why = str(results.refusal or "there is nothing to compare").rstrip(".")
        yield _line("Test", f"None: {why[:1].lower()}{why[1:]}.", is_gap=True)
    else:
        yield from _tested(results, comparison)
    yield from _bars(results)
    yield from _left_out(results)
    if comparison is not None:
        yield from _checked(results)
    if results.question.words.note:
        yield _line("Note", results.question.words.note)
    if results.study.note:
        yield _line("Note on the study", results.study.note)


def _measured(results: Results) -> Iterator[SheetLine]:
    measurements = results.measurements
    outcome = measurements.outcome
    if not outcome.is_named:
        yield _line("Outcome", "Nobody has said what was measured.", is_gap=True)
    else:
        unit = f" ({outcome.unit})" if outcome.unit else ""
        when = f" {measurements.condition}" if measurements.condition else ""
        named = (
            Text(f"{outcome.name}{unit}"),
            Text(" of " if measurements.material else ""),
            Text(measurements.material, Style.ITALIC),
            Text(f"{when}."),
        )
        yield SheetLine("Outcome", tuple(span for span in named if span.text))
    if outcome.is_named and not outcome.unit and not measurements.counts_cases:
        yield _line("Unit", "No unit is given; say that there is none, or which.", is_gap=True)
    if not measurements.material:
        yield _line("Material", "Nobody has said on what it was measured.", is_gap=True)
    if not measurements.condition:
        yield _line("Condition", "Nobody has said when, or under what.", is_gap=True)


def _n(results: Results) -> Iterator[SheetLine]:
    """What n counts, how many, and what was averaged."""
    measurements, groups = results.measurements, results.groups
    units = plural(measurements.unit_name, 2)
    said = f"n{results.numerals.equals}{n_words(groups, results.numerals)}"
    each = "group" if len(groups.factors) < 2 else "combination"
    total = part_text(results, FactPart(Fact.N_IN_ALL)) or ""
    if measurements.is_summarised and not all(group.is_n_known for group in groups.shown):
        yield _line("What n is", "n of the summaries is not given.", is_gap=True)
    elif measurements.unit_name == "replicate":
        yield _line(
            "What n is",
            f"{said} in each {each}, {total} in all; nobody has said what one replicate is.",
            is_gap=True,
        )
    else:
        same = ""
        if measurements.units.is_same:
            same = f" The same {units} were measured again."
        counted = lettered(f" counts {units}: {said} in each {each}, {total} in all.{same}")
        yield SheetLine("What n is", (Text("n", Style.ITALIC), *counted))
    if taken := taken_words(results):
        yield _line("Whose", f"{upper_first(taken)}: {why_words(results)}.", is_gap=True)
    if readings := sentence_about(results, SentenceAbout.READINGS):
        yield _line("Readings", readings)
    low = min((group.n for group in groups.shown), default=0)
    if low < _FEW and not (measurements.is_summarised or measurements.counts_cases):
        noun = plural(measurements.unit_name, low)
        yield _line("Few", f"The smallest group has {low} {noun}.", is_gap=True)


# --- the test -------------------------------------------------------------------------------


def _tested(results: Results, comparison: Comparison) -> Iterator[SheetLine]:
    numerals = results.numerals
    method = method_name(comparison)
    why = reason(comparison, results.measurements.unit_name)
    yield _line("Test and why", f"{method[:1].upper()}{method[1:]}. {why}")
    lines: list[Text] = []
    for number_, term in enumerate(comparison.terms):
        if number_:
            lines.append(Text("\n"))
        if len(comparison.terms) > 1:
            lines.append(Text(f"{term.name}: "))
        if comparison.is_of_two:
            spans, p = statistic_spans(comparison, numerals), comparison.p_value
        else:
            spans, p = term_spans(term, comparison.alpha, numerals, term.p_value), term.p_value
        lines += [span for span in spans if isinstance(span, Text)]
        lines.append(Text(f" (in full {exact_p(p, numerals)})"))
        if term.effect is not None:
            lines += [Text("; "), *lettered(effect_words(term.effect, numerals))]
    yield SheetLine("Result", tuple(lines))
    if family := sentence_about(results, SentenceAbout.FAMILY):
        follow = part_text(results, FactPart(Fact.FOLLOW_UP)) or ""
        intervals = sentence_about(results, SentenceAbout.INTERVALS)
        rest = f"; {intervals}" if intervals else ""
        yield _line("Comparisons", f"{follow[:1].upper()}{follow[1:]} for {family}{rest}.")
    yield from _pairs(results, comparison)


def _pairs(results: Results, comparison: Comparison) -> Iterator[SheetLine]:
    lines: list[Text] = []
    ordered = sorted(comparison.pairs, key=lambda pair: pair.p_shown)
    for pair in ordered[:_MOST_PAIRS]:
        if lines:
            lines.append(Text("\n"))
        a, b = group_words(results.groups, pair.a), group_words(results.groups, pair.b)
        lines.append(Text(f"{a} − {b or 'reference'}: "))
        for place, fact in enumerate(
            (PairFact.DIFFERENCE, PairFact.INTERVAL, PairFact.P, PairFact.EFFECT)
        ):
            found = words_of(results, PairPart(pair.a.levels, pair.b.levels, fact))
            if found:
                lines += [Text(", ")] if place else []
                lines += [Text(span.text, span.style) for span in found]
            if fact is PairFact.P:
                lines.append(Text(f" (in full {exact_p(pair.p_shown, results.numerals)})"))
    if len(ordered) > _MOST_PAIRS:
        rest = len(ordered) - _MOST_PAIRS
        lines.append(Text(f"\nand {rest} more {plural('comparison', rest)}, in the table."))
    if lines:
        yield SheetLine("Differences", tuple(lines))


def exact_p(p: float, numerals: Numerals) -> str:
    """A p value in three significant digits, however small: "1.23×10⁻²²"."""
    if p >= 1e-4:
        return numerals.decimal(f"{p:.3g}")
    if p <= 0:
        return "below what can be computed"
    mantissa, _, power = f"{p:.2e}".partition("e")
    return f"{numerals.decimal(mantissa)}×10{superscript(int(power))}"


# --- bars, what was left out, checks -----------------------------------------------------------


def _bars(results: Results) -> Iterator[SheetLine]:
    heights = results.question.heights
    shown = sentence_about(results, SentenceAbout.SHOWN)
    if heights.error_bar is ErrorBar.NONE and heights.height is not Height.COUNT:
        yield _line("Error bars", f"{shown} Nothing shows spread or precision.", is_gap=True)
    elif results.measurements.counts_cases:
        yield _line("Error bars", shown)
    else:
        meaning = f"{ERROR_BARS[heights.error_bar].help.text.partition('. ')[0]}."
        yield _line("Error bars", f"{shown} {meaning}".strip())


def _left_out(results: Results) -> Iterator[SheetLine]:
    """What was set aside, is missing or was adjusted, and what comes out without that."""
    said = " ".join(
        filter(
            None,
            (
                sentence_about(results, about)
                for about in (
                    SentenceAbout.SET_ASIDE,
                    SentenceAbout.MISSING,
                    SentenceAbout.LIMITS,
                    SentenceAbout.JOINED,
                    SentenceAbout.LEFT_OUT,
                )
            ),
        )
    )
    both = both_ways(results) if results.comparison is not None and not results.is_large else ""
    nothing = "Nothing was set aside or is missing."
    yield _line("Left out", " ".join(filter(None, (said or nothing, both))))
    adjusted = sentence_about(results, SentenceAbout.ADJUSTED)
    if adjusted:
        yield _line("Adjusted", f"{adjusted} {_unadjusted(results)}".strip())


def _unadjusted(results: Results) -> str:
    """The result without the adjustments."""
    sheet, number_ = results.sheet, results.number
    if not sheet.reading.adjustments:
        return ""
    reading = replace(sheet.reading, adjustments=())
    at = results.question.asked.sheet
    heights = replace(results.question.heights, height=Height.MEAN)
    question = replace(results.question, heights=heights)
    study = results.study.with_sheet(at, replace(sheet, reading=reading))
    study = study.with_question(number_, question)
    other = Results(study, number_, decimal_sign=results.decimal_sign)
    if other.problem is not None or other.comparison is None:
        return "Without that there would be no test."
    spans = statistic_spans(other.comparison, results.numerals)
    return f"Without that: {plain_text(spans)}."


def _checked(results: Results) -> Iterator[SheetLine]:
    assumed = sentence_about(results, SentenceAbout.ASSUMED)
    checks = "" if results.is_large else " ".join(check_lines(results))
    yield _line("Assumed", assumed)
    yield _line("Checks", checks)
    yield SheetLine("Planning", planning_sentence(results))
