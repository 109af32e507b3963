"""The sentence that states the comparison: every word a choice that the design allows."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.comparisons import PER_LEVEL, offered_adjustments
from decimus.analysis.designs import (
    adjustments,
    can_be_one_sided,
    is_of_several,
    pair_sets,
    suggested_method,
)
from decimus.analysis.families import control_factor
from decimus.analysis.groups import FactorInOrder, ShownGroups
from decimus.analysis.results import Results
from decimus.errors import DesignError
from decimus.kinds.adjustments import ADJUSTMENTS, OF_RANGES
from decimus.kinds.method_kinds import Compares
from decimus.kinds.methods import (
    METHOD_NAMES,
    METHODS,
    OF_TWO,
    ONE_SAMPLE,
    SHARE_METHODS,
    WITHIN_UNITS,
)
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseAdjustment,
    ChooseAlternative,
    ChooseComparisonLevel,
    ChooseFamilies,
    ChooseMethod,
    ChoosePairs,
    ChooseReference,
    ChooseSphericity,
    ChooseSumsOfSquares,
    Edit,
)
from decimus.study.number_styles import Numerals
from decimus.terms import (
    Adjustment,
    Alternative,
    Method,
    PairSet,
    SphericityCorrection,
    SumsOfSquares,
)
from decimus.wording.comparisons.method_names import CORRECTION_NAMES, follow_up_name, method_name
from decimus.wording.numbers import count_word, full_number, percent
from decimus.wording.phrases import (
    LEVELS_OFFERED,
    factor_words,
    group_words,
    level_words,
    quantity,
    typed_number,
)
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Text

_MOST_CONTROLS = 12


def required(results: Results) -> Comparison:
    """The comparison; raises the refusal where there is none."""
    if results.comparison is None:
        raise results.refusal or ValueError("no comparison")
    return results.comparison


def method_choice(results: Results, now: Method | None = None) -> Choice:
    """The test; those that do not fit the groups say why."""
    comparison = results.comparison
    design = results.design
    suggested = suggested_method(design)
    if now is None:
        now = comparison.method if comparison is not None else results.question.comparison.method
    offered, greyed = [], []
    for method, name in METHOD_NAMES.items():
        problem = results.why_not(method)
        if problem is not None:
            greyed.append(Option(name, None, method is now, _short(results, method, problem)))
            continue
        edit = ChooseMethod(method=method, name=name)
        note = "suggested for this design" if method is suggested else ""
        offered.append(Option(name, edit, method is now, note))
    offered.sort(key=lambda option: not option.why)
    options = (*offered, *greyed)
    text = METHOD_NAMES.get(now, "another test") if comparison is None else method_name(comparison)
    return Choice("method", text, "the test", options)


def _short(results: Results, method: Method, problem: DesignError) -> str:
    """Why a test is greyed, in a few words; the whole reason stands where it is chosen."""
    count, unit = len(results.groups.with_values), results.measurements.unit_name
    if count > 1 and METHODS[method].compares is Compares.ONE:
        return "for one group and a reference value"
    if count > 2 and method in OF_TWO:
        return f"compares two groups; here are {count}"
    if method in WITHIN_UNITS and not results.design.within and count > 1:
        return f"needs the same {plural(unit, 2)} in several groups"
    if method in SHARE_METHODS and not results.design.is_of_cases:
        return "for values that are 0 or 1"
    name = METHOD_NAMES[method]
    what = problem.what
    for start in (f"The {name} ", f"{name} ", f"{name[:1].upper()}{name[1:]} "):
        what = what.removeprefix(start)
    return what


def adjustment_choice(results: Results, comparison: Comparison) -> Choice | None:
    """The follow-up; None where there is only one pair and nothing to adjust."""
    if comparison.method in OF_TWO or not comparison.pairs or len(comparison.groups) == 2:
        return None
    now, method = comparison.adjustment, comparison.method
    belong = adjustments(
        method, comparison.design, comparison.pair_set, per_level=comparison.per_level
    )
    offered = offered_adjustments(
        results.groups,
        method,
        comparison.design,
        comparison.pair_set,
        results.question.comparison,
    )
    options = []
    for adjustment in (*belong, *(a for a in Adjustment if a not in belong)):
        name = follow_up_name(method, adjustment)
        if adjustment in offered:
            edit = ChooseAdjustment(adjustment=adjustment, name=name)
            note = "suggested for these pairs" if adjustment is offered[0] else ""
            options.append(Option(name, edit, adjustment is now, note))
            continue
        is_sided = adjustment in OF_RANGES and adjustment in belong
        why = "has no one-sided form" if is_sided else ADJUSTMENTS[adjustment].not_offered
        options.append(Option(name, None, why=why))
    return Choice("adjustment", follow_up_name(method, now), "the follow-up", tuple(options))


def _others(factors: list[FactorInOrder]) -> str:
    return " and ".join(factor_words(factor) for factor in factors)


def pair_set_words(groups: ShownGroups, comparison: Comparison) -> str:
    """The family in words: "all pairs", "each against 0 g/L"."""
    match comparison.pair_set:
        case PairSet.ALL if len(comparison.groups) == 2:
            return two_words(comparison)
        case PairSet.ALL:
            return "all cells with each other" if is_of_several(comparison.design) else "all pairs"
        case PairSet.CONTROL:
            return _against(groups)
        case PairSet.WITHIN:
            return _within(groups, comparison, comparison.within)
        case PairSet.MARGINAL:
            return _marginal(groups, comparison.marginal or 0)
        case PairSet.CHOSEN:
            count = len(comparison.pairs) + len(comparison.untested)
            of = f" of {comparison.family}" if comparison.family > count else ""
            return f"{count_word(count)} chosen {plural('pair', count)}{of}"
        case PairSet.PLANNED:
            count = len(comparison.pairs) + len(comparison.untested)
            return f"{count_word(count)} {plural('pair', count)} planned beforehand"
        case PairSet.NONE:
            return "the groups as a whole"


def two_words(comparison: Comparison) -> str:
    """What two groups are: conditions, where the same units stand in both."""
    return "the two conditions" if comparison.units else "the two groups"


def _within(groups: ShownGroups, comparison: Comparison, position: int | None) -> str:
    """The family within levels; of one factor's levels, or of each factor in turn."""
    if position is not None:
        varying = (*comparison.design.between, *comparison.design.within)
        others = [groups.factors[i] for i in varying if i != position]
        levels = factor_words(groups.factors[position])
        return f"levels of {levels} within each level of {_others(others)}"
    many = len(comparison.design.between) + len(comparison.design.within) > 2
    return f"cells within each level of the other {'factors' if many else 'factor'}"


def _marginal(groups: ShownGroups, position: int) -> str:
    factor = groups.factors[position]
    others = [other for i, other in enumerate(groups.factors) if i != position]
    return f"levels of {factor_words(factor)}, averaged over {_others(others)}"


def _against(groups: ShownGroups) -> str:
    position = control_factor(groups)
    if position is None:
        return "each against the control"
    factor = groups.factors[position]
    level = groups.choices.control(factor.factor.variable) or ""
    return _against_level(groups, factor, level)


def _against_level(groups: ShownGroups, factor: FactorInOrder, level: str) -> str:
    label = next((shown.label for shown in factor.levels if shown.level.text == level), level)
    words = f"each against {level_words(factor, label)}"
    if len(groups.factors) > 1:
        others = [other for other in groups.factors if other is not factor]
        words += f", within each level of {_others(others)}"
    return words


def pairs_choice(results: Results, comparison: Comparison) -> Choice:
    """What is compared with what."""
    groups, number = results.groups, results.number
    now = comparison.pair_set
    offered = pair_sets(comparison.method, comparison.design)
    several = is_of_several(comparison.design)

    def edit(pair_set: PairSet, words: str) -> Edit | None:
        if pair_set not in offered:
            return None
        return ChoosePairs(
            question=number,
            pair_set=pair_set,
            words=words,
            chosen=results.question.comparison.chosen_pairs,
        )

    everything = "all cells with each other" if several else "all pairs"
    options = [Option(everything, edit(PairSet.ALL, everything), now is PairSet.ALL)]
    if options[0].edit is None:
        options = [Option(everything, None, why="pairs of unlike cells share no test here")]
    options += _control_options(results, comparison)
    options += _within_options(results, comparison, is_offered=PairSet.WITHIN in offered)
    for position in (*comparison.design.between, *comparison.design.within) if several else ():
        words = _marginal(groups, position)
        variable = groups.factors[position].factor.variable
        is_now = now is PairSet.MARGINAL and comparison.marginal == position
        is_there = PairSet.MARGINAL in offered
        change = ChoosePairs(
            question=number, pair_set=PairSet.MARGINAL, words=words, marginal_variable=variable
        )
        why = "" if is_there else f"belongs to {METHOD_NAMES[Method.TWO_WAY]}"
        options.append(Option(words, change if is_there else None, is_now, why))
    options += _one_by_one_options(results, now, offered)
    nothing = "the groups as a whole, no pairs"
    options.append(Option(nothing, edit(PairSet.NONE, nothing), now is PairSet.NONE))
    return Choice("pairs", pair_set_words(groups, comparison), "what is compared", tuple(options))


def _one_by_one_options(
    results: Results, now: PairSet, offered: tuple[PairSet, ...]
) -> list[Option]:
    """Pairs that were picked: those chosen before, else those that stand on the figure."""
    chosen, drawn = results.question.comparison.chosen_pairs, results.question.figure.drawn_pairs
    picked = chosen or drawn
    found = []
    for pair_set, words, kept in (
        (PairSet.CHOSEN, "chosen pairs", "adjusted for all that they were chosen from"),
        (PairSet.PLANNED, "pairs planned beforehand", "adjusted for each other alone"),
    ):
        if pair_set not in offered:
            found.append(Option(words, None, why="single values are compared by their means"))
            continue
        if not picked:
            found.append(Option(words, None, why="draw them first, below or from mean to mean"))
            continue
        change = ChoosePairs(question=results.number, pair_set=pair_set, words=words, chosen=picked)
        why = kept if chosen else f"those drawn, {kept}"
        found.append(Option(words, change, now is pair_set, why))
    return found


def _within_options(results: Results, comparison: Comparison, *, is_offered: bool) -> list[Option]:
    """Cells that differ in one factor: in any, or in one that is said."""
    groups = results.groups
    is_now = comparison.pair_set is PairSet.WITHIN
    varying = (*comparison.design.between, *comparison.design.within)
    found = []
    for position in (None, *varying) if is_offered else (None,):
        words = _within(groups, comparison, position)
        variable = None if position is None else groups.factors[position].factor.variable
        edit = ChoosePairs(
            question=results.number,
            pair_set=PairSet.WITHIN,
            words=words,
            within_variable=variable,
            chosen=results.question.comparison.chosen_pairs,
        )
        is_this = is_now and comparison.within == position
        why = "" if is_offered else "there is one factor"
        found.append(Option(words, edit if is_offered else None, is_this, why))
    return found


def families_choice(comparison: Comparison) -> Choice | None:
    """Whether pairs at each level are a family; None where there is only one level anyway."""
    if comparison.pair_set not in PER_LEVEL or not is_of_several(comparison.design):
        return None
    words = {False: "as one family", True: "with a family at each level"}
    options = tuple(
        Option(text, ChooseFamilies(per_level=is_per), is_per is comparison.per_level)
        for is_per, text in words.items()
    )
    return Choice("families", words[comparison.per_level], "what is adjusted together", options)


def _control_options(results: Results, comparison: Comparison) -> list[Option]:
    """Each level that could be the control."""
    groups = results.groups
    found = []
    marked = control_factor(groups)
    for position in (*comparison.design.between, *comparison.design.within):
        factor = groups.factors[position]
        if len(factor.levels) > _MOST_CONTROLS:
            continue
        variable = factor.factor.variable
        for shown in factor.levels:
            words = _against_level(groups, factor, shown.level.text)
            edit = ChoosePairs(
                question=results.number,
                pair_set=PairSet.CONTROL,
                words=words,
                control=(variable, shown.level.text),
            )
            is_now = (
                comparison.pair_set is PairSet.CONTROL
                and marked == position
                and groups.choices.control(variable) == shown.level.text
            )
            # With a control on another factor, that one would be the one that counts.
            is_other = marked is not None and marked < position
            why = "another factor has a control" if is_other else ""
            found.append(Option(words, None if is_other else edit, is_now, why))
    return found


def alternative_words(results: Results, comparison: Comparison) -> str:
    """The direction in words: "two-sided", "one-sided: new signs above old signs"."""
    if comparison.alternative is None:
        return "two-sided"
    return f"one-sided: {_direction(results, comparison, comparison.alternative)}"


def _direction(results: Results, comparison: Comparison, alternative: Alternative) -> str:
    relation = "above" if alternative is Alternative.GREATER else "below"
    groups = results.groups
    if comparison.pair_set is PairSet.CONTROL and len(comparison.pairs) != 1:
        return f"each {relation} the control"
    if len(comparison.pairs) == 1:
        pair = comparison.pairs[0]
        other = group_words(groups, pair.b) or "the reference value"
        return f"{group_words(groups, pair.a)} {relation} {other}"
    return f"each first {relation} the second"


def alternative_choice(results: Results, comparison: Comparison) -> Choice:
    """Two-sided, or one-sided with its direction."""
    now = comparison.alternative
    help_ = "only where the direction was fixed before the data were seen"
    options = [Option("two-sided", ChooseAlternative(alternative=None), now is None)]
    if not can_be_one_sided(comparison.method, comparison.pair_set, len(comparison.groups)):
        why = "for pairs with a control, or planned beforehand"
        options.append(Option("one-sided", None, why=why))
        return Choice("alternative", "two-sided", "one- or two-sided", tuple(options))
    for alternative in Alternative:
        words = f"one-sided: {_direction(results, comparison, alternative)}"
        edit = ChooseAlternative(alternative=alternative)
        options.append(Option(words, edit, now is alternative, help_))
    text = alternative_words(results, comparison)
    return Choice("alternative", text, "one- or two-sided", tuple(options))


def level_choice(key: str, level: float, name: str, edit_of: type, numerals: Numerals) -> Choice:
    """A confidence level: usual ones to pick, any other to type."""

    def typed(text: str) -> Edit:
        edit: Edit = edit_of(level=typed_number(text, "a level"))
        return edit

    options = tuple(
        Option(percent(at, numerals), edit_of(level=at), at == level)
        for at in sorted({*LEVELS_OFFERED, level})
    )
    entry = Entry("another level, %", f"{level:g}", typed)
    return Choice(key, percent(level, numerals), name, options, (entry,))


def reference_choice(results: Results) -> Choice:
    """The value that one group is compared with."""
    reference, numerals = results.question.comparison.reference, results.numerals
    unit = results.measurements.outcome.unit

    def typed(text: str) -> Edit:
        return ChooseReference(reference=typed_number(text, "the reference value"))

    shown = "a value to be said" if reference is None else full_number(reference, numerals)
    text = shown if reference is None else quantity(shown, unit, numerals)
    entry = Entry("the reference value", "" if reference is None else f"{reference:g}", typed)
    return Choice("reference", text, "the reference value", (), (entry,))


_KINDS = {
    SumsOfSquares.GIVEN_ALL: "each term given all others",
    SumsOfSquares.GIVEN_LOWER: "each term given those not containing it",
}


def _kind_choice(now: SumsOfSquares) -> Choice:
    help_ = {
        SumsOfSquares.GIVEN_ALL: "type III; cells count equally",
        SumsOfSquares.GIVEN_LOWER: "type II",
    }
    options = tuple(
        Option(words, ChooseSumsOfSquares(kind=kind), kind is now, help_[kind])
        for kind, words in _KINDS.items()
    )
    return Choice("sums_of_squares", _KINDS[now], "sums of squares", options)


def _correction_choice(now: SphericityCorrection) -> Choice:
    options = tuple(
        Option(name, ChooseSphericity(correction=correction), correction is now)
        for correction, name in CORRECTION_NAMES.items()
    )
    return Choice("sphericity", CORRECTION_NAMES[now], "the correction", options)


def comparison_sentence(results: Results) -> Sentence:
    """What is compared and how, as choices; needs a comparison."""
    comparison = required(results)
    spans: list[Span] = [Text("Compare ")]
    if comparison.reference is not None:
        group = group_words(results.groups, comparison.groups[0])
        spans += [Text(f"{group} with "), reference_choice(results)]
    elif comparison.method in OF_TWO:
        spans.append(Text(two_words(comparison)))
    else:
        spans.append(pairs_choice(results, comparison))
    spans += [Text(" by "), method_choice(results)]
    if comparison.correction not in (None, SphericityCorrection.NONE) or _can_correct(comparison):
        now = comparison.correction or SphericityCorrection.NONE
        spans += [Text(" ("), _correction_choice(now), Text(")")]
    if comparison.sums_of_squares is not None and not comparison.is_balanced:
        spans += [Text(", "), _kind_choice(comparison.sums_of_squares)]
    if (adjustment := adjustment_choice(results, comparison)) is not None:
        spans += [Text(", then "), adjustment]
        if (families := families_choice(comparison)) is not None:
            spans += [Text(" "), families]
    if comparison.pairs:
        spans += [Text(", "), alternative_choice(results, comparison)]
    level = level_choice(
        "comparison_level",
        comparison.level,
        "the level of intervals of differences",
        ChooseComparisonLevel,
        results.numerals,
    )
    return (*spans, Text(", at "), level, Text("."))


def _can_correct(comparison: Comparison) -> bool:
    sphericity = next((t.sphericity for t in comparison.terms if t.sphericity is not None), None)
    return sphericity is not None and sphericity.mauchly_df > 0


def refused_sentence(results: Results) -> Sentence:
    """What can be changed where the groups cannot be compared as they are."""
    spans: list[Span] = [Text("Compare ")]
    there = results.groups.with_values
    if len(there) == 1:
        group = group_words(results.groups, there[0])
        now = results.question.comparison.method
        method = now if now in ONE_SAMPLE else suggested_method(results.design)
        spans += [Text(f"{group} with "), reference_choice(results)]
        return (*spans, Text(" by "), method_choice(results, method), Text("."))
    name = results.question.comparison.method
    now = name if name is not Method.AUTO else suggested_method(results.design)
    return (*spans, Text("the groups by "), method_choice(results, now), Text("."))
