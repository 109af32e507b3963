"""Every kind of remark has its rank, its kind and its words."""

from __future__ import annotations

import typing

from decimus.analysis import remarks as facts
from decimus.analysis.results import Results
from decimus.formats.delimited import table_of_text
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.wording.remarks.order import RANKED
from decimus.wording.remarks.remarks import remark_words


def results_of(text: str) -> Results:
    return Results(BringInTable(table=table_of_text(text)).apply(Study()))


def test_every_kind_is_ranked_once() -> None:
    assert set(typing.get_args(facts.Remark)) == set(RANKED)
    assert len(set(RANKED)) == len(RANKED)


def test_what_could_change_the_result_comes_first() -> None:
    """What was left out before what is asked of every table, then how it is shown, lessons last."""
    pairs = "24.8\t24.1\n23.4\tlost\n23.3\t23.6\n23.3\t23.9\n22.9\t23.0\nlost\t24.5\n"
    kinds = [r.kind for r in remark_words(results_of(f"left\tright\n{pairs}"))]
    order = ["unreadable-cells", "may-be-pairs", "unnamed-outcome", "overlap-invites"]
    assert [kind for kind in kinds if kind in order] == order
    assert kinds[0] == order[0]
    assert kinds[-1] == order[-1]


def test_what_is_dropped_has_a_name() -> None:
    words = remark_words(results_of("trial,a,b\n1,2.5,lost\n2,2.7,3.1\n3,2.6,3.3\nMean,2.6,3.2\n"))
    dropped = {remark.kind: remark.dropped for remark in words}
    assert dropped["unreadable-cells"] == ("lost",)
    assert dropped["summary-rows-left-out"] == ("Mean",)


def test_places_are_no_two_spellings_of_one() -> None:
    for names in ("Plot A,Plot B,Plot C", "Site 1,Site 2,Site 3", "AMF+,AMF-,none"):
        words = remark_words(results_of(f"{names}\n1.5,2.5,3.5\n1.7,2.9,3.1\n1.2,2.2,3.9\n"))
        assert "similar-levels" not in {remark.kind for remark in words}
