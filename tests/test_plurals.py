"""Nouns of the field in their plural, as dictionaries have them."""

from __future__ import annotations

import pytest

from decimus.plurals import plural


@pytest.mark.parametrize(
    ("noun", "expected"),
    [
        ("flask", "flasks"),
        ("dish", "dishes"),
        ("box", "boxes"),
        ("colony", "colonies"),
        ("bay", "bays"),
        ("mouse", "mice"),
        ("Mouse", "Mice"),
        ("larva", "larvae"),
        ("leaf", "leaves"),
        ("species", "species"),
        ("fish", "fish"),
        ("flatfish", "flatfish"),
        ("goose", "geese"),
        ("person", "people"),
        ("bacterium", "bacteria"),
        ("test person", "test people"),
        ("field mouse", "field mice"),
        ("", ""),
    ],
)
def test_plural(noun: str, expected: str) -> None:
    assert plural(noun, 2) == expected
    assert plural(noun, 0) == expected
    assert plural(noun, 1) == noun
