"""Every column at a glance: what it is taken for, its numbers, its levels, what is missing."""

from __future__ import annotations

import pytest

from decimus.study.edits import LeaveColumnOut
from decimus.wording.measurements.overview import columns_button, columns_in_words
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of

TRAPS = "mesh,trap,scoop,mg,note\n" + "".join(
    f"{mesh},t{trap},{scoop},{trap}.{scoop},{'torn' if trap == 2 else ''}\n"
    for trap, mesh in enumerate(("fine", "fine", "coarse", "coarse"), start=1)
    for scoop in (1, 2, 3)
)


def lines(text: str, *edits: LeaveColumnOut) -> list[str]:
    return [" | ".join(words) for _, words in columns_in_words(results_of(text, *edits))]


def test_a_long_table_with_readings() -> None:
    assert lines(TRAPS) == [
        "mesh | tells groups apart | – | 2: fine, coarse | –",
        "trap | names what was measured | – | 4: t1, t2, t3, t4 | –",
        "scoop | numbers the readings | 12 | 3: 1, 2, 3 | –",
        "mg | what was measured | 12 |  | –",
        "note | not used | – | 1: torn | 9",
    ]


def test_groups_in_columns_and_a_gap() -> None:
    found = lines(FIVE_BY_FOUR)
    assert found[0] == "Salt (g/L) | names the rows | – | 4: flask 1, flask 2, flask 3, flask 4 | –"
    assert found[3] == "2 | a group | 3 |  | 1"


def test_words_among_numbers_and_marks_for_missing() -> None:
    text = "crop,yield,moist\na,2.1,3\na,2.4,4\nb,3.1,NA\nb,bad,4\nb,,5\n"
    assert lines(text) == [
        "crop | tells groups apart | – | 2: a, b | –",
        "yield | what was measured | 3 |  | 2, of which 1 no number",
        "moist | measured, too | 4 |  | 1",
    ]


def test_means_their_spread_and_n() -> None:
    text = "Pond\tMean (mm)\tSD\tn\nA\t10.2\t1.4\t6\nB\t12.9\t1.1\t6\n"
    assert lines(text) == [
        "Pond | tells groups apart | – | 2: A, B | –",
        "Mean (mm) | means | 2 |  | –",
        "SD | their spread | 2 |  | –",
        "n | n | 2 |  | –",
    ]


def test_known_errors_of_single_values() -> None:
    found = lines("dose,area,err\n0,1.2,0.1\n0,1.4,0.2\n5,2.1,0.1\n5,2.4,0.1\n")
    assert found[2] == "err | known errors of the values | 4 |  | –"


def test_what_somebody_left_out() -> None:
    found = lines(
        "crop,yield,moist\na,2.1,3\na,2.4,4\nb,3.1,5\n", LeaveColumnOut(column=2, name="moist")
    )
    assert found[2] == "moist | left out | 3 |  | –"


def test_means_in_rows_are_listed_by_row() -> None:
    results = results_of("stat\treed\tsand\nmean\t3.1\t3.8\nSD\t0.3\t0.2\nn\t5\t6\n")
    assert columns_button(results) == "4 rows"
    assert [words[1] for _, words in columns_in_words(results)] == [
        "tells groups apart",
        "means",
        "their spread",
        "n",
    ]


@pytest.mark.parametrize("count", [9, 30])
def test_many_levels_are_counted(count: int) -> None:
    rows = "".join(f"g{i},{i}.5\ng{i},{i}.7\n" for i in range(count))
    assert lines("pond,mass\n" + rows)[0].endswith(
        f"g0, g1, g2, g3, g4, g5, g6, g7 and {count - 8} more | –"
    )


def test_a_table_without_numbers_has_no_list() -> None:
    assert columns_in_words(results_of("a,b\nx,y\n")) == ()
    assert len(columns_in_words(results_of(TWO_FACTORS))) == 3
