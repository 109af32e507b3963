"""What the program decided about reading a table, kept so that it is never decided anew.

A table is found out about once. What came of it is part of what was said about its reading, so
that a study that is opened again, by this version or a later one, has the same groups and n.
"""

from __future__ import annotations

import msgspec

from decimus.terms import LevelKind


class QuestionDecided(msgspec.Struct, frozen=True):
    """What was decided for a question that asks about a table.

    Args:
        outcome: the outcome that is asked about, None as found.
        factors: its factors likewise.
        roles: what the columns of a long table are for, as JSON; "" for other tables.
        units: what n counts, as JSON.
        kinds: of each factor, by its variable, what its levels are.
    """

    outcome: int | None
    factors: tuple[int, ...] | None
    roles: str
    units: str
    kinds: tuple[tuple[int, LevelKind], ...]


class Decided(msgspec.Struct, frozen=True):
    """What was decided about a table.

    Args:
        version: of the program that decided it.
        said: what somebody had said about the reading then, as JSON; where something else is
            said, this holds no longer.
        rows: how many rows the table had.
        columns: how many columns.
        headings: the cells of its rows of headings.
        shape: how it is laid out, as JSON.
        questions: what was decided for the questions that ask about it.
    """

    version: str
    said: str
    rows: int
    columns: int
    headings: tuple[str, ...]
    shape: str
    questions: tuple[QuestionDecided, ...] = ()

    def question(
        self, outcome: int | None, factors: tuple[int, ...] | None
    ) -> QuestionDecided | None:
        """What was decided for a question, None where it was not asked."""
        asked = (outcome, factors)
        return next((q for q in self.questions if (q.outcome, q.factors) == asked), None)
