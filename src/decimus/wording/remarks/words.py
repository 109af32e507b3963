"""What a remark consists of, and how what it names is listed."""

from __future__ import annotations

from decimus.measurements.observations import CellReference
from decimus.study.edits import Edit
from decimus.values import Value
from decimus.wording.spans import Entry


class RemarkWords(Value, frozen=True):
    """A remark.

    Args:
        place: the place it belongs to.
        head: what and where, in a few words.
        why: why it matters.
        fixes: changes that would settle it, each with its label.
        entry: a field in which to type what is missing.
        is_open: whether it asks something that could change the result.
        options: other readings by the options of the command line, each with its label, where
            no change of the study leads there.
        kind: what kind of remark it is, in a few fixed words.
        where: the places it is about.
        dropped: the names of what is left out.
        cells: the cells of the table that it is about, by row and column.
    """

    place: str
    head: str
    why: str
    fixes: tuple[tuple[str, Edit], ...] = ()
    entry: Entry | None = None
    is_open: bool = False
    options: tuple[tuple[str, tuple[str, ...]], ...] = ()
    kind: str = ""
    where: tuple[str, ...] = ()
    dropped: tuple[str, ...] = ()
    cells: tuple[tuple[int, int], ...] = ()


def cell_name(cell: CellReference) -> str:
    """Where a cell is, counted as people count."""
    return f"row {cell.row + 1}, column {cell.column + 1}"


def listed(words: tuple[str, ...], most: int = 4) -> str:
    """Words in a row: "a, b and c", "a, b, c, d and 3 more"."""
    shown = list(words[:most])
    # Names of cells hold commas themselves.
    between = "; " if any(", " in word for word in shown) else ", "
    if len(words) > most:
        return f"{between.join(shown)} and {len(words) - most} more"
    return " and ".join((between.join(shown[:-1]), shown[-1])) if len(shown) > 1 else shown[0]
