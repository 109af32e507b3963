"""Several outcomes on one figure, in words: which can be, which are, and what is said of them."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.outcomes import shown_outcomes
from decimus.analysis.results import Results
from decimus.study.edits import ChooseValueRange, Edit, WriteAxisTitle
from decimus.study.live_parts import Fact, FactPart
from decimus.wording.phrases import n_words, outcome_words
from decimus.wording.questions import beside_options, joint
from decimus.wording.spans import Choice, Entry, Span, Style, Text


def outcomes_choice(results: Results) -> Choice:
    """Which outcomes the figure shows."""
    options = beside_options(results, results.measurements)
    return Choice("outcomes", names_of_outcomes(results), "the outcomes shown", options)


def names_of_outcomes(results: Results) -> str:
    """All outcomes of the figure: "root length, shoot length and mass"."""
    names = [outcome_words(each.measurements) for each in shown_outcomes(results)]
    return "".join((joint(i, len(names)) if i else "") + name for i, name in enumerate(names))


def n_spans(results: Results) -> list[Span]:
    """How many replicates there are, outcome by outcome where that differs."""
    every = shown_outcomes(results)
    known = [n_words(each.groups, each.numerals) for each in every]
    said = known[0]
    if len(set(known)) > 1:
        said = ", ".join(
            f"{n} ({outcome_words(each.measurements)})"
            for n, each in zip(known, every, strict=True)
        )
    if len(every) > 1:
        return [Text("n", Style.ITALIC), Text(f"{results.numerals.equals}{said}")]
    number = Text(said, live=FactPart(Fact.N))
    return [Text("n", Style.ITALIC), Text(results.numerals.equals), number]


def of_its_axis_choice(choice: Choice, results: Results) -> Choice:
    """A choice about the value axis, for that of another outcome."""

    def typed(entry: Entry) -> Entry:
        return replace(entry, edit_of=lambda text: of_its_axis(entry.edit_of(text), results))

    variable = results.measurements.outcome.variable
    return replace(
        choice,
        key=f"{choice.key} of {variable}",
        options=tuple(
            replace(each, edit=None if each.edit is None else of_its_axis(each.edit, results))
            for each in choice.options
        ),
        entries=tuple(typed(entry) for entry in choice.entries),
    )


def of_its_axis(edit: Edit, results: Results) -> Edit:
    """An edit that another outcome's remark or choice makes, for the axis of that outcome."""
    if isinstance(edit, ChooseValueRange | WriteAxisTitle):
        return replace(edit, outcome=results.measurements.outcome.variable)
    return edit
