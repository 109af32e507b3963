"""What was chosen for what is not shown now waits for it, and comes back with it."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.study import edits
from decimus.study.edits.question_list import AsksOf
from decimus.study.house_styles import HouseStyle
from decimus.study.questions import PairOfGroups, Question
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.terms import ErrorBar, Height
from decimus.wording.figure.house_styles import present_style
from tests.conftest import TWO_FACTORS, results_of, study_of

MEANS = (
    "site,lichen,mean,SD,n\nnorth,a,1.2,0.2,5\nnorth,b,2.2,0.3,5\n"
    "south,a,1.5,0.25,5\nsouth,b,2,1,6\n"
)


def heights(*heights: Height, begins: ErrorBar = ErrorBar.STANDARD_ERROR) -> list[ErrorBar]:
    """The error bars under each height in turn."""
    study = study_of(TWO_FACTORS, edits.ChooseErrorBar(error_bar=begins))
    found = []
    for height in heights:
        study = edits.ChooseHeight(height=height).apply(study)
        found.append(study.questions[0].heights.error_bar)
    return found


def test_the_error_bar_of_the_mean_comes_back() -> None:
    none, se, quartiles = ErrorBar.NONE, ErrorBar.STANDARD_ERROR, ErrorBar.QUARTILES
    assert heights(Height.COUNT, Height.MEAN) == [none, se]
    assert heights(Height.COUNT, Height.MEDIAN, Height.MEAN) == [none, quartiles, se]
    assert heights(Height.COUNT, Height.MEAN, begins=none) == [none, none]


def test_a_table_asked_about_next_has_the_error_bars_of_the_mean() -> None:
    study = study_of(TWO_FACTORS, edits.ChooseErrorBar(error_bar=ErrorBar.STANDARD_ERROR))
    study = edits.ChooseHeight(height=Height.COUNT).apply(study)
    table = Table.from_rows((("a", "b"), ("1", "2"), ("2", "4")), "next")
    added = edits.AddTable(table=table, asks=AsksOf.ANOTHER).apply(study)
    assert added.questions[1].heights.height is Height.MEAN
    assert added.questions[1].heights.error_bar is ErrorBar.STANDARD_ERROR


def by(*factors: int) -> edits.ChooseFactors:
    names = ("salt", "light")
    return edits.ChooseFactors(
        factors=factors, names=tuple(names[f] for f in factors), before=(0, 1)
    )


def test_comparison_lines_come_back_with_their_factor() -> None:
    pair = PairOfGroups(("0", "dim"), ("0", "bright"))
    study = study_of(TWO_FACTORS, edits.DrawComparison(pair=pair, is_drawn=True))
    one = by(0).apply(study)
    assert one.questions[0].figure.drawn_pairs == ()
    assert by(0, 1).apply(one).questions[0].figure.drawn_pairs == (pair,)
    swapped = by(1, 0).apply(one).questions[0].figure.drawn_pairs
    assert swapped == (PairOfGroups(("dim", "0"), ("bright", "0")),)


def test_a_house_style_stays_with_what_comes_in() -> None:
    style = HouseStyle(name="ours", error_bar=ErrorBar.STANDARD_DEVIATION, show_replicates=False)
    study = edits.ApplyStyle(style=style).apply(Study())
    found = study_of(TWO_FACTORS)
    study = edits.BringInTable(table=found.sheets[0].table).apply(study)
    question = study.questions[0]
    assert question.figure.house == style
    assert question.heights.error_bar is ErrorBar.STANDARD_DEVIATION
    assert not question.figure.show_replicates
    own = edits.ApplyStyle(style=HouseStyle(name="theirs")).changed(Question())
    again = edits.BringInTable(table=found.sheets[0].table, asked=own).apply(study)
    assert again.questions[0].figure.house.name == "theirs"


def test_a_saved_style_says_whether_circles_are_shown() -> None:
    results = results_of(TWO_FACTORS, edits.ShowReplicates(is_shown=False))
    assert present_style(results, "mine").show_replicates is False
    assert present_style(results_of(TWO_FACTORS), "mine").show_replicates is True


def test_factors_of_means_are_exchanged() -> None:
    study = study_of(MEANS)
    swapped = edits.ChooseFactors(factors=(1, 0), names=("lichen", "site"), before=(0, 1))
    groups = Results(swapped.apply(study)).groups.shown
    assert [g.levels for g in groups] == [
        *(("a", "north"), ("a", "south")),
        *(("b", "north"), ("b", "south")),
    ]
    assert [g.summary.standard_deviation for g in groups] == [0.2, 0.25, 0.3, 1.0]
    assert [g.n for g in groups] == [5, 5, 5, 6]
