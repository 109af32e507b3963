"""What a hurried hand types: said in words, and taken back by one undo."""

from __future__ import annotations

import pytest

from decimus.wording.spans import plain_text
from tests.window.driving import Driver


@pytest.mark.parametrize(("text", "words"), [("1e308", "too large"), ("-1e-300", "too small")])
def test_numbers_out_of_range_are_named(text: str, words: str, salt: Driver) -> None:
    window = salt.window
    salt.go("groups")
    window.measurements.sheet.write(1, 2, ((text,),))
    salt.settle()
    said = plain_text(window.measurements.sentence.sentence)
    assert f"“{text}” (row 3, column 3) is {words}" in said
    assert window.place == "measurements"
    salt.keys("Ctrl+Z")
    assert window.places_line.buttons["measurements"].count == "19 of 20"
    assert window.page.paper.isVisible()


@pytest.mark.parametrize("text", ["nan to 5", "0 to inf", "5 to 5 to 6", "5 to 5"])
def test_axis_ends_that_cannot_be_are_refused_in_the_menu(text: str, salt: Driver) -> None:
    window = salt.window
    salt.go("figure")
    before = window.store.history
    field = salt.type_choice(window.figure.row_with("range"), "range", text)
    assert field.isVisible()
    assert field._problem.text()
    salt.close_popups()
    assert window.store.history is before
