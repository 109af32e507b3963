"""What the caption says of the comparisons on the figure, as choices."""

from __future__ import annotations

from decimus.analysis.annotations import (
    MOST_LINES,
    why_not,
)
from decimus.analysis.comparison_results import Comparison, PairResult
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseComparisonMarks,
    ChooseComparisonText,
    ChooseStarLimits,
    Edit,
    HideNotSignificant,
)
from decimus.study.questions import Question
from decimus.terms import ComparisonMarks, ComparisonText
from decimus.wording.comparisons.choices import (
    adjustment_choice,
    alternative_choice,
    method_choice,
    pair_set_words,
)
from decimus.wording.comparisons.method_names import has_follow_up
from decimus.wording.numbers import p_limit
from decimus.wording.p_values import star_key
from decimus.wording.phrases import typed_number
from decimus.wording.spans import Choice, Entry, Option, Span, Style, Text

MARK_WORDS = {
    ComparisonMarks.LINES: "Lines",
    ComparisonMarks.OVER_GROUPS: "Texts over groups",
    ComparisonMarks.LETTERS: "Letters",
}


def marks_choice(results: Results, comparison: Comparison) -> Choice:
    """How comparisons are drawn."""
    now = results.annotations.marks
    options = []
    for marks, word in MARK_WORDS.items():
        why = why_not(comparison, results.compared, marks)
        edit = None if why else ChooseComparisonMarks(marks=marks)
        options.append(Option(word.lower(), edit, marks is now, why))
    return Choice("comparison_marks", MARK_WORDS[now], "how comparisons are drawn", tuple(options))


def comparison_text_choice(question: Question) -> Choice:
    """What comparison lines say."""
    words = {
        ComparisonText.EXACT_P: "exact p",
        ComparisonText.BOUND: "p bounds",
        ComparisonText.STARS: "stars",
        ComparisonText.STARS_AND_P: "stars and p",
    }
    now = question.figure.comparison_text
    options = tuple(
        Option(word, ChooseComparisonText(text=text), text is now) for text, word in words.items()
    )

    def typed(text: str) -> Edit:
        parts = text.replace(";", " ").split()
        return ChooseStarLimits(limits=tuple(typed_number(part, "limits") for part in parts))

    limits = "; ".join(f"{limit:g}" for limit in question.figure.star_limits)
    entry = Entry("limits of ** and ***", limits, typed)
    return Choice("comparison_text", words[now], "what comparison lines say", options, (entry,))


def hidden_choice(question: Question) -> Choice:
    """Whether pairs without a difference stay off the figure."""
    is_hidden = question.figure.hides_not_significant
    words = {False: "all ticked", True: "only those that differ"}
    options = tuple(
        Option(word, HideNotSignificant(is_hidden=hides), hides is is_hidden)
        for hides, word in words.items()
    )
    return Choice("hide_ns", words[is_hidden], "which of them are drawn", options)


def _first_of(question: Question, drawn: tuple[PairResult, ...]) -> str:
    """Said where there are more comparisons than a figure can hold."""
    wanted = len(question.figure.drawn_pairs)
    is_cut = len(drawn) == MOST_LINES < wanted
    return f" (the first {MOST_LINES} of {wanted})" if is_cut else ""


def comparison_spans(results: Results, comparison: Comparison) -> list[Span]:
    """The sentence of the caption that says what was compared and how."""
    letters = results.annotations.letters
    drawn = results.annotations.pairs
    if not drawn and not letters:
        return []
    numerals = results.numerals
    question = results.question
    spans: list[Span] = [Text(" "), marks_choice(results, comparison)]
    if letters:
        alpha = p_limit(comparison.alpha, numerals)
        spans += [
            Text(": groups that share one are not shown to differ ("),
            Text("p", Style.ITALIC),
            Text(f"{numerals.relation('≥')}{alpha})"),
        ]
    else:
        joins = {
            ComparisonMarks.LINES: f" join compared groups{_first_of(question, drawn)}: ",
            ComparisonMarks.OVER_GROUPS: f" ({pair_set_words(results.groups, comparison)}): ",
        }
        spans += [
            Text(joins[results.annotations.marks]),
            comparison_text_choice(question),
        ]
        is_bare = question.figure.comparison_text is ComparisonText.STARS
        has_stars = is_bare or question.figure.comparison_text is ComparisonText.STARS_AND_P
        if has_stars and (is_bare or any(comparison.shows(pair) for pair in drawn)):
            others = is_bare and any(not comparison.shows(pair) for pair in drawn)
            limits = question.figure.star_limits
            key = star_key(comparison.alpha, numerals, limits, has_others=others)
            spans += [Text(" ("), *key, Text(")")]
    spans += [Text(" by "), method_choice(results)]
    adjustment = adjustment_choice(results, comparison) if has_follow_up(comparison) else None
    if adjustment is not None:
        spans += [Text(", "), adjustment]
    spans += [Text(", "), alternative_choice(results, comparison)]
    if comparison.incomplete:
        noun = plural(results.measurements.unit_name, len(comparison.units))
        spans.append(Text(f", on {len(comparison.units)} complete {noun}"))
    return [*spans, Text(".")]
