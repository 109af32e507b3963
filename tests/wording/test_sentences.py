"""Sentences: what they say, and that their choices do what they say."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.study import edits
from decimus.study.questions import PairOfGroups
from decimus.study.readings import CELLS, HEADINGS
from decimus.study.targets import Axis, AxisAt, AxisTitle, GroupAt, PairAt
from decimus.terms import Direction, ErrorBar, Method, Statistic
from decimus.wording.comparisons.choices import comparison_sentence
from decimus.wording.comparisons.pair_working import pair_working
from decimus.wording.comparisons.reasons import reason
from decimus.wording.comparisons.sentences import (
    drawn_choice,
    effect_sentence,
    result_sentence,
)
from decimus.wording.comparisons.tables import comparison_table
from decimus.wording.figure.readings import target_reading
from decimus.wording.figure.settings import figure_settings, foot_sentence
from decimus.wording.groups.working import working
from decimus.wording.measurements.readings import place_counts, reading_sentence
from decimus.wording.questions import question_sentence
from decimus.wording.spans import Choice, Sentence, plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.group_sentences import group_sentence
from decimus.wording.write_up.paragraphs import summary_table
from decimus.wording.write_up.results_text import results_paragraph
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, TWO_GROUPS, results_of

NAMED = (
    edits.NameVariable(variable=CELLS, name="Frond area"),
    edits.ChooseUnit(variable=CELLS, unit="mm²"),
    edits.DescribeMaterial(material="Lemna minor"),
    edits.DescribeCondition(condition="after 7 days"),
)


def plain(sentence: Sentence) -> str:
    return plain_text(sentence).replace("\u00a0", " ")


def choices(sentence: Sentence) -> dict[str, Choice]:
    return {span.key: span for span in sentence if isinstance(span, Choice)}


def named(*more: edits.Edit) -> Results:
    return results_of(FIVE_BY_FOUR, *NAMED, *more)


def test_caption_says_what_the_figure_shows() -> None:
    assert plain(caption(named())) == (
        "Figure 1. Frond area of Lemna minor after 7 days at five levels of salt. Bars show the "
        "mean and its 95 % confidence interval, both ways; circles are single flasks, n = 3–4."
    )


def test_caption_follows_every_choice() -> None:
    pair = PairOfGroups(("0",), ("8",))
    text = plain(
        caption(
            named(
                edits.ChooseErrorBar(error_bar=ErrorBar.STANDARD_ERROR),
                edits.ChooseDirection(direction=Direction.UP),
                edits.ShowReplicates(is_shown=False),
                edits.DrawComparison(pair=pair, is_drawn=True),
            )
        )
    )
    assert "mean and its standard error, upwards; n = 3–4 flasks." in text
    assert "circles" not in text
    assert text.endswith(
        "Lines join compared groups: exact p by one-way ANOVA, Tukey–Kramer test, two-sided."
    )
    without = plain(caption(named(edits.ChooseErrorBar(error_bar=ErrorBar.NONE))))
    assert "mean, with no error bars; circles" in without


def test_every_option_of_every_sentence_can_be_applied() -> None:
    """Choosing any option gives a study whose results can be computed and said."""
    for text in (FIVE_BY_FOUR, TWO_FACTORS, TWO_GROUPS):
        results = results_of(text)
        sentences = [caption(results), reading_sentence(results), question_sentence(results)]
        sentences += [comparison_sentence(results), foot_sentence(results)]
        sentences += [s.sentence for part in figure_settings(results) for s in part.settings]
        sentences.append((drawn_choice(results),))
        count = 0
        for sentence in sentences:
            for choice in choices(sentence).values():
                assert choice.name
                assert choice.options or choice.entries
                for option in choice.options:
                    if option.edit is None:
                        assert option.why
                        continue
                    after = Results(option.edit.apply(results.study), before=results)
                    if after.problem is None:
                        plain_text(caption(after))
                        plain_text(reading_sentence(after))
                    count += 1
        assert count > 50


def test_choosing_an_option_makes_it_current() -> None:
    results = named()
    for key in ("kind", "error_bar", "direction", "replicates"):
        for option in choices(caption(results))[key].options:
            if option.edit is None:
                assert option.why
                continue
            after = choices(caption(Results(option.edit.apply(results.study), before=results)))
            if key in after:
                current = [o.label for o in after[key].options if o.is_current]
                assert current == [option.label]


def test_typed_levels() -> None:
    results = named()
    entry = choices(caption(results))["error_bar"].entries[0]
    after = Results(entry.edit_of("92,5").apply(results.study))
    assert "92.5 % confidence interval" in plain(caption(after))
    with pytest.raises(ChoiceError, match=r"from 50 to 99\.9"):
        entry.edit_of("5")
    with pytest.raises(ChoiceError, match="is not a number"):
        entry.edit_of("high")


def test_reading_of_columns() -> None:
    text = plain(reading_sentence(named()))
    assert text == (
        "Each column is one amount of salt in g/L, each row one flask, a different one in every "
        "column. The first row holds names, the first column names the rows. The numbers are "
        "frond area in mm², measured on Lemna minor after 7 days. "
        "5 groups, 19 numbers, 1 missing."
    )
    assert plain(question_sentence(named())) == "How does frond area (mm²) differ by salt (g/L)?"


def test_reading_of_a_long_table() -> None:
    results = results_of(TWO_FACTORS)
    text = plain(reading_sentence(results))
    assert text.startswith(
        "Each row is one replicate; its group is one amount of salt in g/L and one kind of light."
    )
    question = question_sentence(results)
    assert plain(question) == "How does area (mm²) differ by salt (g/L) and light?"
    swap = next(o for o in choices(question)["asked factor 0"].options if "swap" in o.label)
    assert swap.edit is not None
    swapped = Results(swap.edit.apply(results.study), before=results)
    assert plain(question_sentence(swapped)).endswith("differ by light and salt (g/L)?")


def test_amounts_cannot_be_made_of_names() -> None:
    kinds = choices(reading_sentence(results_of(TWO_FACTORS)))["kind 1"].options
    assert kinds[0].edit is None
    assert "not every level is a number" in kinds[0].why


def test_empty_names_are_refused() -> None:
    found = choices(reading_sentence(named()))
    with pytest.raises(ChoiceError, match="cannot be empty"):
        found["outcome name"].entries[0].edit_of("  ")
    assert found["material"].entries[0].edit_of(" x ") == edits.DescribeMaterial(material="x")


def test_comparison_says_why_and_what() -> None:
    results = named()
    comparison = results.comparison
    assert comparison is not None
    assert plain(comparison_sentence(results)) == (
        "Compare all pairs by one-way ANOVA, then Tukey–Kramer test, two-sided, at 95 %."
    )
    assert reason(comparison) == "Suggested: five independent groups."
    methods = choices(comparison_sentence(results))["method"].options
    offered = [option.label for option in methods if option.edit is not None]
    assert offered == ["one-way ANOVA", "Welch’s ANOVA", "Kruskal–Wallis test"]
    greyed = [option for option in methods if option.edit is None]
    assert greyed[0].why == "compares two groups; here are 5"
    text = plain(result_sentence(results))
    assert text.startswith("Frond area differs between levels of salt: F(4, 14) = ")
    assert text.endswith("p < 0.001.")
    assert "of the variation in this sample lies between the groups (η² = 0.9" in effect_sentence(
        results
    ).replace("\u00a0", " ")
    table = comparison_table(results)
    assert [row[2] for row in table[1:]] == ["4", "14", "18"]


def test_two_groups_in_words() -> None:
    """1 2 3 4 and 2 4 6: difference −1.5 with Welch's interval; t = −1.5/√(5/12 + 4/3)."""
    results = results_of(TWO_GROUPS)
    text = plain(result_sentence(results))
    assert text.startswith("A difference in measurement between old and new is not shown: −1.50")
    assert "t(3.2) = −1.13" in text
    assert plain(comparison_sentence(results)).startswith("Compare the two groups by Welch")
    large = results_of("a,b\n1,10\n2,11\n3,12.5\n")
    words = plain(result_sentence(large))
    assert words.startswith(
        "Measurement is smaller for a than for b: a difference of −9.17 (95 % CI −11.80 to −6.54); "
        "t(3.8) = −9.88"
    )
    assert "standard deviations" in effect_sentence(large)


def test_cells_of_two_factors_are_named_as_such() -> None:
    chosen = edits.ChooseMethod(method=Method.ANOVA, name="one-way ANOVA")
    results = results_of(TWO_FACTORS, chosen)
    assert "one-way ANOVA over the cells" in plain(comparison_sentence(results))
    assert "cells of salt and light" in plain(result_sentence(results))


def test_drawing_many_at_once() -> None:
    results = named()
    options = {o.label.replace("\u00a0", " "): o.edit for o in drawn_choice(results).options}
    for label, count in (("every comparison", 10), ("all with 0 g/L", 4), ("no comparison", 0)):
        edit = options[label]
        assert edit is not None
        assert len(edit.apply(results.study).questions[0].figure.drawn_pairs) == count


def test_working_by_hand() -> None:
    """8.0, 8.4, 9.1: sum 25.5, mean 8.5, squares 0.62."""
    results = named()
    group = results.groups.group(("2",))
    mean = working(results, group, Statistic.MEAN)
    assert mean.filled == "(8 + 8.4 + 9.1) ÷ 3 = 25.5 ÷ 3"
    assert mean.result == "8.50\u00a0mm²"
    sd = working(results, group, Statistic.STANDARD_DEVIATION)
    assert sd.filled == "√(0.620 ÷ 2)"
    ci = working(results, group, Statistic.CONFIDENCE_INTERVAL)
    assert "4.303" in ci.filled
    assert "2 degrees of freedom" in ci.reading
    assert "54\u00a0% too narrow" in ci.reading


def test_workings_of_one_value_say_why_not() -> None:
    results = results_of("a,b\n1,2\n,3\n")
    group = results.groups.group(("a",))
    for quantity in (Statistic.STANDARD_DEVIATION, Statistic.STANDARD_ERROR):
        found = working(results, group, quantity)
        assert found.result == "–"
        assert "one value has no spread" in found.reading


def test_pair_working_names_its_interval() -> None:
    results = named()
    assert results.comparison is not None
    found = pair_working(results, results.comparison.pairs[0])
    assert "All 10 intervals hold together" in found.reading
    two = results_of(TWO_GROUPS)
    assert two.comparison is not None
    assert "each group’s own spread" in pair_working(two, two.comparison.pairs[0]).reading


def test_interpretation_goes_with_the_error_bar() -> None:
    for bar, words in (
        (ErrorBar.CONFIDENCE_INTERVAL, "we are 95 % confident that the true mean lies between"),
        (ErrorBar.STANDARD_DEVIATION, "single flasks typically lay 0.56 mm² from it (SD)"),
        (ErrorBar.STANDARD_ERROR, ", with a standard error of 0.32 mm²"),
    ):
        results = named(edits.ChooseErrorBar(error_bar=bar))
        text = plain_text(group_sentence(results, results.groups.group(("2",))))
        text = text.replace("\u00a0", " ")
        assert text.startswith("At 2 g/L the mean frond area of 3 flasks was 8.50 mm²")
        assert words in text
    single = results_of("n,a,b\nx,1,NA\n")
    said = [plain_text(group_sentence(single, group)) for group in single.groups.shown]
    assert said[0].endswith("one value says nothing about spread or precision.")
    assert said[1] == "For b there is no measurement."


def test_result_paragraph_lists_what_is_drawn() -> None:
    pair = PairOfGroups(("0",), ("8",))
    results = named(edits.DrawComparison(pair=pair, is_drawn=True))
    said = plain(results_paragraph(results))
    assert "By the Tukey–Kramer test, frond area was larger at 0 g/L than at 8 g/L (" in said
    assert said.endswith("The table gives the other 9 comparisons.")


def test_labels_are_used_everywhere() -> None:
    results = named(edits.RenameLevel(variable=HEADINGS, level="0", label="tap water"))
    assert summary_table(results).rows[0][0] == "tap water"
    said = plain_text(group_sentence(results, results.groups.shown[0]))
    assert said.startswith("At tap water the mean")


def test_decimal_comma_for_people() -> None:
    results = Results(results_of(TWO_GROUPS).study, decimal_sign=",")
    assert summary_table(results).rows[0][2] == "2,50"
    assert "−1,50" in plain(result_sentence(results))
    assert results.comparison is not None
    assert "," in plain_text(caption(results))


def test_place_counts() -> None:
    assert place_counts(named()) == {
        "measurements": "19 of 20",
        "groups": "5",
        "comparisons": "10",
        "figure": "85 mm",
        "write_up": "",
    }
    assert place_counts(results_of("a\n1\n2\n"))["comparisons"] == "–"


def test_reading_off_the_figure() -> None:
    results = named(edits.DrawComparison(pair=PairOfGroups(("0",), ("8",)), is_drawn=True))
    text = target_reading(results, GroupAt(("2",))).replace("\u00a0", " ")
    assert text.startswith("2 g/L: mean 8.50 mm², n = 3\nerror bar (95 % confidence interval) to")
    read = target_reading(results, PairAt(("0",), ("8",)))
    assert "0\u00a0g/L against 8\u00a0g/L" in read
    assert target_reading(results, AxisAt(Axis.VALUE)) == ""
    assert "Double-click" in target_reading(results, AxisTitle(Axis.VALUE))
