"""Differences that are equal as typed are equal, whatever binary numbers make of them."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.formats.delimited import table_of_text
from decimus.study.edits import BringInTable
from decimus.study.studies import Study


def results_of(text: str) -> Results:
    return Results(BringInTable(table=table_of_text(text)).apply(Study()))


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("pre,post\n0.1,0.2\n0.3,0.4\n0.7,0.8\n", "All differences"),
        ("subject,old,new\n1,0.3,0.4\n2,1.1,1.2\n3,0.7,0.8\n4,2.3,2.4\n", "All differences"),
        (
            "mouse,diet,week,mass\n"
            + "".join(
                f"{m},{'x' if m < 4 else 'y'},{w},{base + w / 10:.1f}\n"
                for m, base in enumerate((1.0, 2.2, 0.6, 4.5, 3.2, 5.0), 1)
                for w in (1, 2)
            ),
            "by the same amounts",
        ),
        (
            "subject,a,b,c\n1,0.1,0.2,2.5\n2,0.3,0.4,3.1\n3,0.7,0.8,3.9\n4,0.9,1.0,3.3\n",
            "All differences",
        ),
    ],
)
def test_equal_as_typed_is_no_spread(text: str, words: str) -> None:
    results = results_of(text)
    assert results.comparison is None
    assert results.refusal is not None
    assert words in results.refusal.what


def test_spread_of_two_values_each_cannot_be_compared() -> None:
    """Both values are equally far from their middle."""
    checks = results_of("group,x\na,1.5\na,1.9\nb,2.5\nb,2.7\nc,3.5\nc,3.1\n").checks
    assert checks.check("brown-forsythe") is None
    assert checks.check("shapiro-wilk") is not None
