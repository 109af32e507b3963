"""What a figure is called and what it shows, for those who cannot see it."""

from __future__ import annotations

from decimus.analysis.outcomes import shown_outcomes
from decimus.analysis.results import Results
from decimus.terms import ChartKind, Height
from decimus.wording.figure.error_bars import height_words
from decimus.wording.figure.outcomes import names_of_outcomes
from decimus.wording.numbers import NBSP, number
from decimus.wording.phrases import factor_words, group_words, outcome_words, quantity, upper_first
from decimus.wording.questions import is_undivided, joint

_MOST_GROUPS = 12


def figure_name(results: Results) -> str:
    """What the figure is about: "Root length by salt and light"."""
    name = upper_first(names_of_outcomes(results))
    if is_undivided(results.measurements):
        return name
    factors = [factor_words(factor) for factor in results.groups.factors]
    by = "".join((joint(i, len(factors)) if i else "") + name for i, name in enumerate(factors))
    return f"{name} by {by}"


def alt_text(results: Results) -> str:
    """The kind of figure and what each group comes to."""
    noun = upper_first(results.chart.words.noun)
    found = [f"{noun}: {figure_name(results)}."]
    if results.chart.kind is ChartKind.DIFFERENCES:
        return found[0]
    every = shown_outcomes(results)
    for each in every:
        groups = each.groups.on_figure
        said = "; ".join(
            words for group in groups[:_MOST_GROUPS] if (words := _of_group(each, group.levels))
        )
        more = f"; and {len(groups) - _MOST_GROUPS} more" if len(groups) > _MOST_GROUPS else ""
        name = outcome_words(each.measurements) if len(every) > 1 else ""
        words = height_words(each.groups, each.numerals)
        found.append(upper_first(f"{f'{name}, ' if name else ''}{words} {said}{more}."))
    return " ".join(found)


def _of_group(results: Results, levels: tuple[str, ...]) -> str:
    shown = results.groups
    group = shown.find(levels)
    height = None if group is None else shown.height(group)
    if group is None or height is None:
        return ""
    unit, decimals = shown.shown_unit, shown.decimals
    if not shown.heights.height.is_of_outcome:
        unit, decimals = ("%", 1) if shown.heights.height is Height.SHARE else ("", 0)
    value = quantity(number(height, decimals, results.numerals), unit, results.numerals)
    return f"{value.replace(NBSP, ' ')} for {group_words(shown, group)}"
