"""What was decided for the questions that ask about a table, as it was kept."""

from __future__ import annotations

from typing import TypeVar

import msgspec

from decimus.measurements.roles import LongRoles
from decimus.measurements.shapes import TableShape
from decimus.study.decisions import QuestionDecided
from decimus.study.readings import Reading
from decimus.terms import LevelKind

Decoded = TypeVar("Decoded")


def kept_question(
    shape: TableShape, reading: Reading, outcome: int | None, factors: tuple[int, ...] | None
) -> QuestionDecided | None:
    """What was decided for a question, None where nothing was that holds."""
    if not shape.is_kept or reading.decided is None:
        return None
    return reading.decided.question(outcome, factors)


def kept_roles(question: QuestionDecided | None) -> LongRoles | None:
    """What the columns of a long table are for, as it was decided."""
    return None if question is None else decoded(question.roles, LongRoles)


def kept_kind(shape: TableShape, reading: Reading, variable: int) -> LevelKind | None:
    """What the levels of a factor are, as it was decided."""
    if not shape.is_kept or reading.decided is None:
        return None
    kinds = (kind for q in reading.decided.questions for at, kind in q.kinds if at == variable)
    return next(kinds, None)


def decoded(text: str, kind: type[Decoded]) -> Decoded | None:
    """A value from its JSON; None where there is none, or a version with other words wrote it."""
    try:
        return msgspec.json.decode(text, type=kind) if text else None
    except (msgspec.MsgspecError, ValueError):
        return None
