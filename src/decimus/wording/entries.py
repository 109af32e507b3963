"""Fields to type names in, which several sentences share."""

from __future__ import annotations

from collections.abc import Callable

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.study.edits import Edit, NameVariable
from decimus.wording.spans import Entry


def required_text(make: Callable[[str], Edit], what: str) -> Callable[[str], Edit]:
    """An edit from text that must not be empty."""

    def checked(text: str) -> Edit:
        if not text.strip():
            raise ChoiceError(f"{what} cannot be empty", remedy="Type a name")
        return make(text.strip())

    return checked


def name_entry(results: Results, variable: int, label: str, now: str) -> Entry:
    """A field to name a variable in."""
    sheet = results.question.sheet
    return Entry(
        label,
        now,
        required_text(
            lambda text: NameVariable(variable=variable, name=text, sheet=sheet), "A name"
        ),
    )
