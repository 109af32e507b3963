"""What n counts above the table: asked with drawings, answered by one click, undone, reopened."""

from __future__ import annotations

from decimus.analysis.counting import Ground, counts_of
from tests.measurements.test_experiments import CAGES, MITES, TRAPS
from tests.window.driving import Driver


def brought_in(empty: Driver, table: str) -> None:
    empty.clipboard(table.replace(",", "\t"))
    empty.keys("Ctrl+V")
    empty.settle()


def test_one_click_answers_and_undo_asks_again(empty: Driver) -> None:
    brought_in(empty, CAGES)
    counting = empty.window.measurements.counting
    assert counting.isVisibleTo(empty.window)
    assert "the same ones, or others?" in counting.text
    assert [card.text() for card in counting.answers] == ["the same", "different · now"]
    empty.click(counting.answers[0])
    empty.settle()
    results = empty.window.store.results
    assert results.measurements.units.is_same
    assert counts_of(results).ground is Ground.SAID
    assert not counting.isVisibleTo(empty.window)
    empty.keys("Ctrl+Z")
    empty.settle()
    assert not empty.window.store.results.measurements.units.is_same
    assert counting.isVisibleTo(empty.window)


def test_readings_or_steps_is_one_click(empty: Driver) -> None:
    brought_in(empty, TRAPS)
    counting = empty.window.measurements.counting
    assert "readings of the same, or steps to compare?" in counting.text
    assert len(counting.answers) == 2
    empty.click(counting.answers[1])
    empty.settle()
    assert len(empty.window.store.results.groups.shown) == 6


def test_what_is_proved_closes_and_can_be_opened_again(empty: Driver) -> None:
    brought_in(empty, MITES)
    place = empty.window.measurements
    assert place.counting.isVisibleTo(empty.window)  # while the table is new
    assert place.counting.answers == []
    empty.window.store.undo()
    empty.window.store.redo()
    empty.settle()
    empty.click(place.what_counts)
    empty.settle()
    assert place.counting.isVisibleTo(empty.window)
    assert "n counts" in place.counting.text
    empty.click(place.what_counts)
    empty.settle()
    assert not place.counting.isVisibleTo(empty.window)
