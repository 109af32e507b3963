"""Every choice of the Groups place leads to groups, a page, a caption and words without a fault."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.report.summary_tables import exact_rows, shown_rows
from decimus.study.adjustments import Logarithm
from decimus.study.edits import (
    Adjust,
    ChooseHeight,
    ChooseSameUnits,
    ChooseThreshold,
    ChooseTotals,
    Edit,
    HideGroup,
)
from decimus.terms import ErrorBar, Height, Side, Statistic, Totals
from decimus.wording.figure.error_bars import (
    error_bar_choice,
    height_choice,
    multiple_edit,
    side_and_threshold,
)
from decimus.wording.groups.lane_choices import (
    column_choice,
    columns_choices,
    factor_choice,
    lane_choice,
    lanes_sentence,
)
from decimus.wording.groups.meanings import meanings
from decimus.wording.spans import Choice, plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.group_sentences import group_sentence
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.paragraphs import summary_table
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of

THREE = "salt,light,site,x\n" + "".join(
    f"{salt},{light},{site},{salt + number + len(light) + len(site) / 8}\n"
    for salt in (0, 2)
    for light in ("dim", "bright")
    for site in ("north", "south")
    for number in range(3)
)
TABLES: dict[str, tuple[str, tuple[Edit, ...]]] = {
    "columns": (FIVE_BY_FOUR, (ChooseThreshold(threshold=8.0),)),
    "two factors": (TWO_FACTORS, (ChooseTotals(totals=Totals.BOTH),)),
    "three factors": (THREE, (ChooseTotals(totals=Totals.MARGINAL),)),
    "paired": ("v,old,new\nv1,1,2\nv2,5,7\nv3,3,6\n", (ChooseSameUnits(is_same=True, subject=0),)),
    "summarised": ("salt,mean,SD,n\n0,10,2,5\n2,8,1,5\n", ()),
    "means only": ("salt,mean\n0,10\n2,8\n", ()),
    "one value each": ("a,b\n1,2\n", ()),
    "an empty group": ("a,b,c\n1,2,\n3,4,\n", ()),
    "zeros and below": ("a,b\n0,-1\n-3,4\n2,2\n", ()),
    "logarithms": ("a,b\n1,2\n10,4\n100,8\n", (Adjust(adjustment=Logarithm(2), words="log₂"),)),
    "all equal": ("a,b\n5,7\n5,7\n5,7\n", ()),
}


def everything(results: Results) -> None:
    """Whatever the window and the files would show of these results."""
    if results.problem is not None:
        return
    page = page_of(results, measure)
    assert page.marks
    assert "nan" not in plain_text(caption(results)).lower()
    assert plain_text(methods_paragraph(results))
    for group in results.groups.shown:
        assert plain_text(group_sentence(results, group)).endswith(".")
    table = summary_table(results)
    assert len(table.rows) == len(results.lanes)
    assert len({len(row) for row in (table.headings, *table.rows)}) == 1
    assert len({len(row) for row in exact_rows(results)}) == 1
    assert len(shown_rows(results)) == len(table.rows) + 1
    assert len(meanings(results)) == 3
    assert plain_text(lanes_sentence(results)).startswith("show or hide")


def choices(results: Results) -> list[Choice]:
    groups = results.groups
    found = [span for span in lanes_sentence(results) if isinstance(span, Choice)]
    found += [height_choice(groups), error_bar_choice(groups), factor_choice(results)]
    found += [lane_choice(results, group) for group in groups.shown[:2]]
    found += [column_choice(results, column) for column in results.question.lanes.columns[:3]]
    return found


@pytest.mark.parametrize("name", TABLES)
def test_every_option_leads_somewhere(name: str) -> None:
    text, edits = TABLES[name]
    results = results_of(text, *edits)
    everything(results)
    made = [option.edit for choice in choices(results) for option in choice.options if option.edit]
    assert len(made) > 20
    # Tables offer much the same: each option on every second one.
    for edit in made[[*TABLES].index(name) % 2 :: 2]:
        everything(Results(edit.apply(results.study), before=results))


@pytest.mark.parametrize("height", list(Height))
@pytest.mark.parametrize("name", TABLES)
def test_every_error_bar_on_every_height(name: str, height: Height) -> None:
    """Refused bars say why; those that can be are drawn, and named the same everywhere."""
    text, edits = TABLES[name]
    results = results_of(text, *edits, ChooseHeight(height=height, threshold=2.0))
    assert results.question.heights.height is height
    everything(results)
    for option in error_bar_choice(results.groups).options:
        if option.edit is None:
            assert option.why
            continue
        after = Results(option.edit.apply(results.study), before=results)
        assert after.question.heights.height is height
        everything(after)
        if after.question.heights.error_bar is not ErrorBar.NONE:
            assert option.label in plain_text(caption(after))
            assert option.label in plain_text(methods_paragraph(after))


def test_statistics_are_put_in_and_taken_out() -> None:
    results = results_of(FIVE_BY_FOUR)
    for statistic in Statistic:
        if statistic is Statistic.N:
            continue
        columns = results.question.lanes.columns
        option = next(
            o
            for choice in columns_choices(results)
            for o in choice.options
            if o.edit is not None
            and o.label != "the usual five"
            and getattr(o.edit, "columns", ())
            in ((*columns, statistic), _without(columns, statistic))
        )
        assert option.edit is not None
        results = Results(option.edit.apply(results.study), before=results)
        assert (statistic in results.question.lanes.columns) == (statistic not in columns)
        everything(results)


def _without(columns: tuple[Statistic, ...], statistic: Statistic) -> tuple[Statistic, ...]:
    return tuple(c for c in columns if c is not statistic) if statistic in columns else ()


@pytest.mark.parametrize(
    ("typed", "side", "threshold"),
    [
        ("above 120", Side.ABOVE, 120.0),
        ("at least 3,5", Side.AT_LEAST, 3.5),
        ("≥ 2", Side.AT_LEAST, 2.0),
        (">=2", Side.AT_LEAST, 2.0),
        ("> 2", Side.ABOVE, 2.0),
        ("< -1", Side.BELOW, -1.0),
        ("below 0.5", Side.BELOW, 0.5),
        ("7", Side.ABOVE, 7.0),
    ],
)
def test_thresholds_as_people_type_them(typed: str, side: Side, threshold: float) -> None:
    assert side_and_threshold(typed) == (side, threshold)


@pytest.mark.parametrize("typed", ["", "above", "high", "above nan"])
def test_no_threshold(typed: str) -> None:
    with pytest.raises(ChoiceError):
        side_and_threshold(typed)


@pytest.mark.parametrize("typed", ["2", "SD", "two SD", "-1 SD", "0 SE", "1e9 SD"])
def test_no_multiple(typed: str) -> None:
    with pytest.raises(ChoiceError):
        multiple_edit(typed)


def test_bars_that_cannot_be_are_said_in_the_caption() -> None:
    text = plain_text(caption(results_of("a,b,c\n1,5,2\n,5,3\n,5,9\n")))
    assert "No error bar for a: one value only." in text
    assert "No spread for b: all values are equal." in text
    assert "No " not in plain_text(caption(results_of(FIVE_BY_FOUR)))


def test_orders_by_every_rule() -> None:
    results = results_of(TWO_FACTORS)
    orders = [c for c in choices(results) if c.key.startswith("order")]
    assert len(orders) == 2
    for choice in orders:
        for option in choice.options:
            assert option.edit is not None
            after = Results(option.edit.apply(results.study), before=results)
            position = 0 if choice is orders[0] else 1
            levels = tuple(level.level.text for level in after.groups.factors[position].levels)
            assert getattr(option.edit, "levels", None) == levels


@pytest.mark.parametrize("height", list(Height))
def test_every_group_hidden_is_an_empty_figure(height: Height) -> None:
    """Whatever is hidden, nothing fails, and every test still runs."""
    hidden = [
        HideGroup(levels=(salt, light), is_hidden=True)
        for salt in ("0", "4")
        for light in ("dim", "bright")
    ]
    results = results_of(TWO_FACTORS, *hidden, ChooseHeight(height=height, threshold=2.0))
    everything(results)
    assert results.comparison is not None
    assert "Not shown, but in every test" in plain_text(caption(results))
