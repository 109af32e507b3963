"""Fields to type names in, which several sentences share."""

from __future__ import annotations

from collections.abc import Callable

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.measurements.headings import name_and_unit
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
    """A field to name a variable in, with its unit: "yield (kg)"."""
    sheet = results.question.asked.sheet

    def named(text: str) -> Edit:
        name, unit = name_and_unit(text)
        if not name:
            raise ChoiceError("A name cannot be empty", remedy="Type one before the unit")
        return NameVariable(variable=variable, name=name, unit=unit or None, sheet=sheet)

    return Entry(label, now, required_text(named, "A name"))
