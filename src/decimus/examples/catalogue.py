"""The catalogue of demo studies and what is known about each."""

from __future__ import annotations

from importlib.resources import files

from decimus.errors import InputError
from decimus.formats.delimited import table_of_text
from decimus.study.edits import AddTable, BringInTable, Edit
from decimus.study.edits.question_list import AsksOf
from decimus.study.history import History
from decimus.study.questions import FigureChoices, PairOfGroups, Question
from decimus.study.readings import CELLS, HEADINGS, Reading, VariableFacts
from decimus.study.tables import Table
from decimus.values import Value


class OtherTable(Value, frozen=True):
    """A table that an example brings along besides, and how it is read."""

    name: str
    reading: Reading


class Example(Value, frozen=True):
    """A demo study: `name` as it is asked for, a line on what it shows, what is known."""

    name: str
    shows: str
    reading: Reading
    question: Question
    others: tuple[OtherTable, ...] = ()

    def edit(self) -> BringInTable:
        """The edit that brings the table of the example into an empty study."""
        return BringInTable(table=_table(self.name), reading=self.reading, asked=self.question)

    def edits(self) -> tuple[Edit, ...]:
        """The edits that bring all of the example: its table, and others to ask about."""
        added = (
            AddTable(table=_table(other.name), reading=other.reading, asks=AsksOf.NOTHING)
            for other in self.others
        )
        return (self.edit(), *added)

    def history(self) -> History:
        """The example as a study of its own."""
        history = History()
        for edit in self.edits():
            history = history.after(edit)
        return history


def _table(name: str) -> Table:
    text = (files(__package__) / f"{name}.csv").read_text("utf-8")
    return table_of_text(text, title=name)


def _with_control(*levels: str) -> tuple[PairOfGroups, ...]:
    return tuple(PairOfGroups(("0",), (level,)) for level in levels)


_FLASK = 1
"""The column of flasks in the example with readings."""
EXAMPLES = (
    Example(
        "duckweed",
        "one factor on a scale: 5 road-salt concentrations × 8 flasks, one of them empty",
        Reading(
            variables=(VariableFacts(CELLS, "frond area", "mm²"),),
            unit_name="flask",
            material="Lemna minor",
            condition="after 7 days",
            same_units=False,
        ),
        Question(figure=FigureChoices(drawn_pairs=_with_control("2", "4", "8"))),
        (
            OtherTable(
                "duckweed-chlorophyll",
                Reading(
                    variables=(VariableFacts(CELLS, "chlorophyll content", "mg/g"),),
                    unit_name="flask",
                    material="Lemna minor",
                    condition="after 7 days",
                    same_units=False,
                ),
            ),
        ),
    ),
    Example(
        "duckweed-light",
        "two factors: 3 road-salt concentrations × 2 lights, 6 flasks each",
        Reading(unit_name="flask", material="Lemna minor", condition="after 7 days"),
        Question(
            figure=FigureChoices(
                drawn_pairs=tuple(
                    PairOfGroups((salt, "dim"), (salt, "bright")) for salt in ("0", "2", "8")
                )
            )
        ),
    ),
    Example(
        "signage",
        "the same 12 visitors with old and new signs, in seconds",
        Reading(
            variables=(
                VariableFacts(CELLS, "time to find the pond", "s"),
                VariableFacts(HEADINGS, "sign"),
            ),
            unit_name="visitor",
            same_units=True,
        ),
        Question(figure=FigureChoices(drawn_pairs=(PairOfGroups(("old signs",), ("new signs",)),))),
    ),
    Example(
        "lichen",
        "already summarised: mean, SD and n of lichen cover on four aspects of roofs",
        Reading(unit_name="roof", material="Xanthoria parietina"),
        Question(),
    ),
    Example(
        "enzyme",
        "technical replicates: 3 readings of each of 4 flasks at 3 temperatures",
        Reading(material="Lemna minor", condition="after 1 hour", within=_FLASK),
        Question(),
    ),
)


def example(name: str) -> Example:
    """The example of that name.

    Raises:
        InputError: there is none; says which there are.
    """
    for candidate in EXAMPLES:
        if candidate.name == name:
            return candidate
    known = ", ".join(candidate.name for candidate in EXAMPLES)
    raise InputError(f"There is no example “{name}”", remedy=f"There are: {known}")
