"""What n counts, by what it is known, and its picture: pinned for each ground."""

from __future__ import annotations

import pytest

from decimus.analysis.counting import Ground, counts_of
from decimus.analysis.counting_picture import picture_of
from decimus.analysis.results import Results
from decimus.formats.table_files import table_of_bytes
from decimus.study.edits import BringInTable, ChooseSameUnits, Edit
from decimus.study.studies import Study
from decimus.wording.comparisons.reasons import reason_here
from decimus.wording.counting import counting_sentence, counts_record, taken_words
from decimus.wording.remarks.order import asks_what_counts
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.referee import referee_sheet
from tests.conftest import results_of
from tests.measurements.test_experiments import CAGES, MITES, PONDS, TRAPS
from tests.world.people import made

COLUMNS = "reed,sand,mud\n1.5,2.5,3.5\n1.7,2.1,3.9\n1.2,2.8,3.1\n"
NAMED = "bulo,wu,da\nf1,1.5,2.5\nf2,1.7,2.1\nf3,1.2,2.8\n"
ROWS = "fido,x\nreed,1.5\nreed,1.7\nsand,2.5\nsand,2.1\n"
SUMMARY = "g\tmean\tSD\tn\na\t3\t0.5\t4\nb\t4\t0.6\t4\n"
ONE = "x\n1.5\n1.7\n1.2\n"


@pytest.mark.parametrize(
    ("table", "edits", "ground", "same"),
    [
        (TRAPS, (), Ground.OWN_NAMES, ()),
        (CAGES, (), Ground.COUNTED_ANEW, ()),
        (PONDS, (), Ground.NAMES_RECUR, ("kemi",)),
        (MITES, (), Ground.NAMES_RECUR, ("dorn",)),
        (COLUMNS, (), Ground.NO_NAMES, ()),
        (NAMED, (), Ground.FORM, ()),
        (ROWS, (), Ground.NO_NAMES, ()),
        (SUMMARY, (), Ground.SUMMARISED, ()),
        (ONE, (), Ground.ONE_GROUP, ()),
        (CAGES, (ChooseSameUnits(is_same=True, subject=1),), Ground.SAID, ("fido",)),
        (CAGES, (ChooseSameUnits(is_same=False),), Ground.SAID, ()),
    ],
)
def test_by_what_it_is_known(
    table: str, edits: tuple[Edit, ...], ground: Ground, same: tuple[str, ...]
) -> None:
    counts = counts_of(results_of(table, *edits))
    assert counts.ground is ground
    assert counts.same_across == same


def test_what_is_counted() -> None:
    record = counts_record(results_of(TRAPS))
    assert record["units"] == 8
    assert record["per_group"] == [4, 4]
    assert record["readings"] == 3
    assert record["proved"]
    record = counts_record(results_of(MITES))
    assert (record["units"], record["per_group"]) == (12, [6] * 6)
    assert record["same_across"] == ["dorn"]
    record = counts_record(results_of(CAGES))
    assert (record["units"], record["proved"], record["confirmed"]) == (12, False, False)


def test_what_is_taken_for_granted_is_said_wherever_it_matters() -> None:
    results = results_of(CAGES)
    assert results.comparison is not None
    assert taken_words(results).endswith("in every group; not confirmed")
    assert "not confirmed" in reason_here(results, results.comparison)
    assert "was not confirmed" in plain_text(methods_paragraph(results))
    sheet = {line.about: line for line in referee_sheet(results)}
    assert sheet["Whose"].is_gap
    assert "not confirmed" in counting_sentence(results)
    said = results_of(CAGES, ChooseSameUnits(is_same=False))
    assert said.comparison is not None
    texts = (
        reason_here(said, said.comparison),
        plain_text(methods_paragraph(said)),
        counting_sentence(said),
    )
    assert not any("confirmed" in text for text in texts)
    assert "Whose" not in {line.about for line in referee_sheet(said)}


def test_it_is_asked_exactly_where_it_is_open() -> None:
    """Over tables in words that nobody knows: never taken for granted without a question."""
    grounds = set()
    for seed in range(60):
        found = table_of_bytes(made(seed).text.encode(), "t", title="t")
        edit = BringInTable(table=found.table, reading=found.first_reading)
        results = Results(edit.apply(Study()))
        if results.problem is not None:
            continue
        counts = counts_of(results)
        grounds.add(counts.ground)
        asks = any(r.is_open and asks_what_counts(r.kind) for r in remark_words(results))
        assert asks or not counts.is_open, (seed, counts.ground)
    assert len(grounds) >= 4


def test_the_picture_shows_groups_units_readings_and_who_is_the_same() -> None:
    nested = picture_of(results_of(TRAPS))
    assert [box.label for box in nested.boxes] == ["x", "y"]
    units = [spot for spot in nested.spots if not spot.is_reading]
    assert len(units) == 6  # three of four in each
    assert len(nested.spots) == 6 + 18
    assert nested.threads == ()
    crossed = picture_of(results_of(PONDS))
    assert len(crossed.boxes) == 2
    assert len(crossed.threads) == 3
    for thread in crossed.threads:
        assert thread.start.y == thread.end.y
        assert thread.start.x < thread.end.x
    mixed = picture_of(results_of(MITES))
    assert len(mixed.boxes) == 6
    assert len(mixed.threads) == 2 * 3 * 2
    assert mixed.height > crossed.height
    for picture in (nested, crossed, mixed):
        for spot in picture.spots:
            assert any(
                box.x < spot.x < box.x + box.width and box.y < spot.y < box.y + box.height
                for box in picture.boxes
            )
