"""What is known of a table before anybody has said anything: cells to write out, rows to count."""

from __future__ import annotations

from decimus.study.edits import BringInTable
from decimus.workflows.cases import with_cases_counted
from decimus.workflows.fractions import with_shares_computed


def read_at_first(edit: BringInTable) -> BringInTable:
    """The edit with what the cells of the table say themselves; the same by every way in."""
    return with_cases_counted(with_shares_computed(edit))
