"""What stands in the place of each live part, in the words of the moment."""

from __future__ import annotations

from collections.abc import Callable

from decimus import __version__
from decimus.analysis.comparison_results import SUPERIORITY, Comparison, Order, PairResult, Term
from decimus.analysis.groups import FactorInOrder, Group
from decimus.analysis.ratios import pair_ratio
from decimus.analysis.results import Results
from decimus.kinds.adjustments import ADJUSTMENTS
from decimus.kinds.intervals import INTERVALS
from decimus.kinds.methods import SHARE_METHODS
from decimus.measurements.observations import Measurements
from decimus.plurals import plural
from decimus.statistics.effect_sizes import EffectSize
from decimus.study.live_parts import (
    AnyPart,
    ChoicePart,
    EndsPart,
    Fact,
    FactorPart,
    FactPart,
    GroupPart,
    PairFact,
    PairPart,
    SentencePart,
    TermFact,
    TermPart,
)
from decimus.terms import Statistic
from decimus.wording.comparisons.choices import required
from decimus.wording.comparisons.method_names import (
    has_follow_up,
    method_name,
    pair_test_name,
)
from decimus.wording.comparisons.pair_facts import change_of, change_words
from decimus.wording.comparisons.sentences import (
    compared_words,
    effect_name,
    effect_words,
    pair_size,
    pair_statistic,
    term_spans,
)
from decimus.wording.figure.captions import suggested_caption
from decimus.wording.groups.statistics import statistic_text, statistic_unit
from decimus.wording.letters import lettered
from decimus.wording.numbers import count, count_word, number, p_limit, percent
from decimus.wording.p_values import p_spans
from decimus.wording.phrases import (
    factor_or_levels,
    group_words,
    level_words,
    n_words,
    outcome_words,
    quantity,
)
from decimus.wording.spans import Choice, Sentence, Style, Text, plain_text
from decimus.wording.write_up.filling import marked
from decimus.wording.write_up.relations import comparative
from decimus.wording.write_up.whole_sentences import sentence_about


def live(results: Results, part: AnyPart) -> Sentence:
    """What stands for a part, marked as such; () where there is nothing of the kind now."""
    found = words_of(results, part)
    return () if found is None else marked(part, found)


def part_text(results: Results, part: AnyPart) -> str | None:
    """What stands for a part, without its look; None where there is nothing of the kind now."""
    found = words_of(results, part)
    return None if found is None else plain_text(found)


def words_of(results: Results, part: AnyPart) -> Sentence | None:
    """The words that stand for a part; None where there is nothing of the kind now."""
    match part:
        case FactPart():
            return _as_sentence(_fact(results, part.fact))
        case FactorPart():
            return _as_sentence(_factor(results, part))
        case GroupPart():
            return _as_sentence(_group(results, part))
        case EndsPart():
            return _as_sentence(_ends(results, part))
        case TermPart():
            return _term(results, part)
        case PairPart():
            return _pair(results, part)
        case ChoicePart():
            return _choice(results, part)
        case SentencePart():
            return _as_sentence(sentence_about(results, part.about))


def _as_sentence(found: str | Sentence | None) -> Sentence | None:
    if not found:
        return None
    return lettered(found) if isinstance(found, str) else found


def _fact(results: Results, fact: Fact) -> str | Sentence | None:
    return _FACTS[fact](results)


def written_outcome(measurements: Measurements) -> str:
    """The outcome in a text; where it has no name, its values."""
    return outcome_words(measurements) if measurements.outcome.is_named else "the values"


def written_comparison(results: Results) -> str:
    """What is compared in a text, as :func:`written_outcome`. Raises InputError without a test."""
    is_of_shares = required(results).method in SHARE_METHODS
    is_named = results.measurements.outcome.is_named
    return compared_words(results) if is_named or is_of_shares else "the values"


def _unit_names(results: Results) -> str:
    """What replicates are, in the number that fits n: "8 flasks", "1 flask"."""
    return plural(results.measurements.unit_name, 1 if _n(results) == "1" else 2)


def _material(results: Results) -> Sentence | None:
    material = results.measurements.material
    return (Text(material, Style.ITALIC),) if material else None


def _n(results: Results) -> str:
    return n_words(results.groups, results.numerals)


def _n_in_all(results: Results) -> str:
    return count(sum(group.n for group in results.groups.shown), results.numerals)


def _follow_up(comparison: Comparison) -> str | None:
    if not has_follow_up(comparison):
        return None
    test = pair_test_name(comparison.method)
    return ADJUSTMENTS[comparison.adjustment].in_text.format(test=test)


def _shown_count(comparison: Comparison) -> str:
    shown = sum(comparison.shows(pair) for pair in comparison.pairs)
    return "one" if shown == 1 else str(shown)


def _of(
    found: Callable[[Results, Comparison], str | None],
) -> Callable[[Results], str | None]:
    """A fact about a comparison; None where there is none."""

    def fact(results: Results) -> str | None:
        comparison = results.comparison
        return None if comparison is None else found(results, comparison)

    return fact


_FACTS: dict[Fact, Callable[[Results], str | Sentence | None]] = {
    Fact.OUTCOME: lambda results: written_outcome(results.measurements),
    Fact.MATERIAL: _material,
    Fact.CONDITION: lambda results: results.measurements.condition,
    Fact.COMPARED: _of(lambda results, _comparison: written_comparison(results)),
    Fact.UNIT_NAMES: _unit_names,
    Fact.N: _n,
    Fact.N_IN_ALL: _n_in_all,
    Fact.GROUP_COUNT: lambda results: count_word(len(results.groups.shown)),
    Fact.MISSING: lambda results: count_word(results.measurements.missing_count),
    Fact.SET_ASIDE: lambda results: count_word(results.measurements.aside_count),
    Fact.LEVEL: lambda results: percent(results.question.heights.level, results.numerals),
    Fact.FIGURE_NUMBER: lambda results: str(results.question.figure.figure_number),
    Fact.VERSION: lambda _results: __version__,
    Fact.DIFFERENCE_LEVEL: _of(
        lambda r, comparison: percent(comparison.interval_level, r.numerals)
    ),
    Fact.ALPHA: _of(lambda results, comparison: p_limit(comparison.alpha, results.numerals)),
    Fact.METHOD: _of(lambda _results, comparison: with_article(method_name(comparison))),
    Fact.FOLLOW_UP: _of(lambda _results, comparison: _follow_up(comparison)),
    Fact.PAIR_COUNT: _of(lambda _r, found: str(len(found.pairs) + len(found.untested))),
    Fact.SHOWN_COUNT: _of(lambda _results, comparison: _shown_count(comparison)),
}


def with_article(name: str) -> str:
    """A test as it is named in a sentence: "the Tukey–Kramer test", "Dunnett’s test"."""
    has_own = "’" in name.partition(" ")[0] or not name.endswith("test")
    return name if has_own else f"the {name}"


def _factor(results: Results, part: FactorPart) -> str | None:
    factor = next((f for f in results.groups.factors if f.factor.variable == part.variable), None)
    if factor is None:
        return None
    return level_list(factor) if part.is_levels else factor_or_levels(factor)


def level_list(factor: FactorInOrder) -> str:
    """All levels in a row: "0, 1 and 2 g/L"; of amounts the unit stands once."""
    words = [level_words(factor, level.label) for level in factor.levels]
    unit = factor.factor.unit
    if unit and all(text.endswith(f"\u00a0{unit}") for text in words):
        words = [*(text.removesuffix(f"\u00a0{unit}") for text in words[:-1]), words[-1]]
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"


def _group(results: Results, part: GroupPart) -> str | None:
    group = results.groups.find(part.levels)
    if group is None:
        return None
    if part.statistic is None:
        return group_words(results.groups, group)
    return _statistic(results, group, part.statistic)


def _ends(results: Results, part: EndsPart) -> str | None:
    """Both ends of the error bar of a group: "between 127.05 and 138.12 mm²"."""
    groups, numerals = results.groups, results.numerals
    if groups.find(part.levels) is None:
        return None
    found = groups.heights.ends(part.levels, groups.heights.choices.error_bar)
    if found is None:
        return None
    low = number(found[0], groups.decimals, numerals)
    high = quantity(number(found[1], groups.decimals, numerals), groups.shown_unit, numerals)
    return f"between {low} and {high}"


def _statistic(results: Results, group: Group, statistic: Statistic) -> str:
    text = statistic_text(results, group, statistic)
    return quantity(text, statistic_unit(results.groups, statistic), results.numerals)


def find_term(results: Results, factors: tuple[int, ...]) -> Term | None:
    """The line of a test that is of these variables."""
    comparison, known = results.comparison, results.groups.factors
    for term in comparison.terms if comparison is not None else ():
        if tuple(known[i].factor.variable for i in term.factors) == factors:
            return term
    return None


def _term(results: Results, part: TermPart) -> Sentence | None:
    comparison, term = results.comparison, find_term(results, part.factors)
    if comparison is None or term is None:
        return None
    numerals, p = results.numerals, _p_of(comparison, term)
    spans = term_spans(term, comparison.alpha, numerals, p)
    is_exact = comparison.method in SHARE_METHODS
    sided = "one-sided " if comparison.alternative is not None and comparison.is_of_two else ""
    p_words = (*((Text("exact "),) if is_exact else ()), *((Text(sided),) if sided else ()))
    p_words = (*p_words, *p_spans(p, comparison.alpha, numerals))
    match part.fact:
        case TermFact.TEST if is_exact:
            return p_words
        case TermFact.TEST:
            return (*spans[:2], *((Text(sided),) if sided else ()), *spans[2:])
        case TermFact.STATISTIC:
            first, second = spans[0], spans[1]
            return (first, Text(second.text.removesuffix(", ")))
        case TermFact.P:
            return p_words
        case TermFact.EFFECT:
            effect = term.effect
            return None if effect is None else lettered(effect_text(results, effect))


def _p_of(comparison: Comparison, term: Term) -> float:
    return comparison.p_value if comparison.is_of_two else term.p_value


def effect_text(results: Results, effect: EffectSize, *, is_short: bool = False) -> str:
    """An effect size in running text, in short without its interval."""
    numerals = results.numerals
    name = "probability of superiority" if effect.name == SUPERIORITY else effect_name(effect)
    short = f"{name}{numerals.equals}{number(effect.value, 2, numerals)}"
    if is_short:
        return short
    return effect_words(effect, numerals).replace(effect_name(effect), name, 1)


def find_pair(results: Results, part: PairPart) -> tuple[PairResult, bool] | None:
    """The result of a pair, and whether it stands the other way round."""
    comparison = results.comparison
    for pair in comparison.pairs if comparison is not None else ():
        if (pair.a.levels, pair.b.levels) == (part.first, part.second):
            return pair, False
        if (pair.b.levels, pair.a.levels) == (part.first, part.second):
            return pair, True
    return None


_TURNS = frozenset({"t", "q", "z"})
"""Statistics that change their sign when the sides change places."""


def _pair(results: Results, part: PairPart) -> Sentence | None:
    found = find_pair(results, part)
    if found is None:
        return None
    return _as_sentence(_OF_PAIR[part.fact](results, *found))


def _pair_statistic(results: Results, pair: PairResult, is_turned: bool) -> Sentence | None:
    if is_turned and pair.statistic not in _TURNS:
        return None
    numerals = results.numerals
    text = pair_statistic(replace_value(pair, -pair.value) if is_turned else pair, numerals)
    return (Text(pair.statistic, Style.ITALIC), Text(f"{numerals.equals}{text}"))


def _pair_p(results: Results, pair: PairResult, _is_turned: bool) -> Sentence:
    kind = _p_kind(pair)
    spans = p_spans(pair.p_shown, required(results).alpha, results.numerals)
    return (Text(kind), *spans) if kind else spans


def _pair_effect(results: Results, pair: PairResult, is_turned: bool) -> str | None:
    effect = pair.effect
    if effect is None or (is_turned and not _is_signed(effect)):
        return None
    value = -effect.value if is_turned else effect.value
    return effect_text(results, EffectSize(effect.name, value), is_short=True)


def _pair_change(results: Results, pair: PairResult, is_turned: bool) -> str | None:
    ratio = None if is_turned else change_of(results, pair)
    return None if ratio is None else change_words(ratio, results.numerals)


def _pair_relation(results: Results, pair: PairResult, is_turned: bool) -> str | None:
    order = pair.order.turned if is_turned else pair.order
    more, less = comparative(results.measurements, compared_words(results))
    return {Order.FIRST_LARGER: more, Order.SECOND_LARGER: less, Order.NEITHER: None}[order]


def replace_value(pair: PairResult, value: float) -> PairResult:
    """The pair with another value of its statistic, to be written."""
    fields = {name: getattr(pair, name) for name in type(pair).__struct_fields__}
    return type(pair)(**{**fields, "value": value})


def _is_signed(effect: EffectSize) -> bool:
    return effect.name not in (SUPERIORITY, "odds ratio")


def _p_kind(pair: PairResult) -> str:
    is_sided = pair.p_directional is not None
    adjusted = pair.p_directional_adjusted if is_sided else pair.p_adjusted
    return ("adjusted " if adjusted is not None else "") + ("one-sided " if is_sided else "")


def difference_text(results: Results, pair: PairResult, is_turned: bool) -> str:
    """The difference of a pair with its unit; of logarithms the ratio."""
    numerals = results.numerals
    ratio = pair_ratio(results.groups, pair)
    if ratio is not None:
        value = 1 / ratio.value if is_turned else ratio.value
        return number(value, 2 if value >= 1 else 3, numerals)
    size = pair_size(results, pair)
    value = -size.value if is_turned else size.value
    return quantity(number(value, size.decimals, numerals), size.unit, numerals)


def _interval(results: Results, pair: PairResult, is_turned: bool) -> str | None:
    comparison, numerals = results.comparison, results.numerals
    if comparison is None or pair.ci_kind is None:
        return None
    ratio, size = pair_ratio(results.groups, pair), pair_size(results, pair)
    low, high = size.ends if ratio is None else (ratio.lower, ratio.upper)
    if low is None or high is None:
        return None
    if is_turned:
        low, high = (1 / high, 1 / low) if ratio is not None else (-high, -low)
    ends = [
        number(end, size.decimals if ratio is None else 2 if end >= 1 else 3, numerals)
        for end in (low, high)
    ]
    level = percent(comparison.level_of(pair), numerals)
    return f"{INTERVALS[pair.ci_kind].before}{level} CI {ends[0]} to {ends[1]}"


_OF_PAIR: dict[PairFact, Callable[[Results, PairResult, bool], str | Sentence | None]] = {
    PairFact.DIFFERENCE: difference_text,
    PairFact.INTERVAL: _interval,
    PairFact.STATISTIC: _pair_statistic,
    PairFact.P: _pair_p,
    PairFact.EFFECT: _pair_effect,
    PairFact.CHANGE: _pair_change,
    PairFact.RELATION: _pair_relation,
}


def _choice(results: Results, part: ChoicePart) -> Sentence | None:
    for span in suggested_caption(results):
        if isinstance(span, Choice) and span.key == part.key and span.is_printed:
            return (Text(span.text, span.style),)
    return None
