"""Single replicates in words: named by unit or row, averages by their first cell."""

from __future__ import annotations

import pytest

from decimus.study.edits import ChooseSameUnits, Edit
from decimus.wording.measurements.replicate_words import replicate_name, replicate_words
from tests.conftest import FIVE_BY_FOUR, results_of

READINGS = "light,flask,reading,x\n" + "".join(
    f"{light},F{flask},{reading},{flask + reading}.5\n"
    for light in ("dim", "bright")
    for flask in (1, 2)
    for reading in (1, 2)
)
SUBJECTS: tuple[Edit, ...] = (ChooseSameUnits(is_same=True, subject=0),)
CASES = [
    (FIVE_BY_FOUR, (), 1, "11, flask 2 at 0 g/L (row 3, column 2)"),
    ("a,b\n1.5,2\n2.5,3\n", (), 1, "2.5, row 3 for a (row 3, column 1)"),
    (READINGS, (), 1, "4, F2 for dim (mean of 2 readings, the first in row 4, column 4)"),
    ("visitor,old,new\nv7,1,2\nv8,3,4\n", SUBJECTS, 0, "1, v7 for old (row 2, column 2)"),
]


@pytest.mark.parametrize(("text", "edits", "replicate", "said"), CASES)
def test_what_a_dot_is(text: str, edits: tuple[Edit, ...], replicate: int, said: str) -> None:
    results = results_of(text, *edits)
    group = results.groups.shown[0]
    found = replicate_words(results, group, replicate).replace("\u00a0", " ")
    assert found == said
    assert replicate_name(results, group, replicate) in found
