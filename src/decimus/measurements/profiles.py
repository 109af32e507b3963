"""What the columns of a table are like: numbers, names that recur, numbering, amounts."""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from decimus.measurements.numbers import CellKind, is_date, read_cell

UNIT_WORDS = frozenset(
    # One string of words is easier to keep in order than a list of strings.
    """
    animal bench block bottle culture day dish donor field flask id individual jar mouse observer
    participant patient person plant plate plot pond pot quadrat rat replicate sample seedling site
    student subject tank trial tube visitor volunteer well
    """.split()  # noqa: SIM905
)
"""Words that name what a replicate is, when they head or number the rows."""

SUBJECT_WORDS = frozenset(
    {"donor", "id", "individual", "mouse", "participant", "patient", "person", "rat", "student"}
    | {"subject", "visitor", "volunteer", "observer"}
)
"""Words that name a subject, who is the same one wherever the name recurs."""

BLOCK_WORDS = frozenset(
    {"batch", "bench", "block", "day", "field", "night", "run", "shelf", "week"}
)
"""Words that name a block: a place or a time that one replicate of every group shares."""

READING_WORDS = frozenset(
    """
    aliquot measurement reading repeat scan technical
    """.split()  # noqa: SIM905
)
"""Words that number the readings of one unit."""

REPLICATE_WORDS = UNIT_WORDS | {"rep", "r", "run", "repeat", "no", "no.", "value", "obs"}
_YEAR_HEADINGS = frozenset({"year", "season", "jahr", ""})
_ROW_NAME_HEADINGS = (
    UNIT_WORDS | READING_WORDS | {"", "no", "no.", "nr", "nr.", "#", "row", "rep", "index"}
)


@dataclass(frozen=True)
class ColumnProfile:
    """What one column's cells are like, its heading aside.

    Args:
        index: which column.
        heading: its name, from the lowest row of headings.
        above: what stands over it in the upper of two rows of headings.
        unit: its unit where a row of units gives one.
        texts: the cells that hold something; blanks that repeat the cell above hold it too.
        numbers: how many of them are numbers or limits.
        texts_only: how many are text or dates.
        is_filled_down: whether blanks repeat the cell above.
    """

    index: int
    heading: str
    texts: tuple[str, ...]
    numbers: int
    texts_only: int
    above: str = ""
    unit: str = ""
    is_filled_down: bool = False

    @property
    def is_numeric(self) -> bool:
        """True when numbers prevail over text."""
        return self.numbers > 0 and self.numbers >= 2 * self.texts_only

    @property
    def is_text(self) -> bool:
        """True when words prevail; a column of nothing but marks for missing holds none."""
        return self.texts_only > 0 and not self.is_numeric

    @property
    def is_dates(self) -> bool:
        """True when every text is a date."""
        return bool(self.texts) and all(map(is_date, self.texts))

    @property
    def is_blocked(self) -> bool:
        """True when equal texts stand together in runs, as groups do in a long table."""
        runs = 1 + sum(a != b for a, b in pairwise(self.texts))
        return len(self.counts) > 1 and runs == len(self.counts)

    @property
    def numbers_units(self) -> bool:
        """True for names that differ by a number only: S1, S2, S3."""
        return numbered_stem(self.texts) is not None

    @cached_property
    def counts(self) -> Counter[str]:
        """How often each text occurs."""
        return Counter(self.texts)

    @cached_property
    def heading_word(self) -> str:
        """The heading in small letters, without unit and number."""
        return re.sub(r"[\s_.#-]*(\d+|[(\[].*)$", "", self.heading).strip().lower()

    @cached_property
    def is_numbering(self) -> bool:
        """True for 1, 2, 3 … down the column, perhaps starting again in every group.

        Words such as "mean" may stand below, in place of a number.
        """
        steps = [int(text) for text in self.texts if text.isdecimal()]
        if not steps or len(steps) < self.numbers:
            return False
        restarts = all(b in (a + 1, a, steps[0]) for a, b in pairwise(steps))
        rises = sum(b == a + 1 for a, b in pairwise(steps))
        return (
            steps[0] in (0, 1) and restarts and len(set(steps)) > 1 and rises * 2 >= len(steps) - 1
        )

    @property
    def names_rows(self) -> bool:
        """True when the heading or the cells say that this column only names rows."""
        heading = self.heading_word
        if heading in _YEAR_HEADINGS and self.are_years:
            return True
        if heading in SUBJECT_WORDS and not self.is_numeric:
            return True
        if heading in _ROW_NAME_HEADINGS:
            is_unique = 10 * len(self.counts) >= 9 * len(self.texts)
            return self.is_numbering or (is_unique and not self.is_numeric)
        return self.is_numbering and self.texts_only > 0

    @property
    def are_years(self) -> bool:
        """True when every text is a year, each once."""
        return (
            len(self.texts) > 1
            and len(self.counts) == len(self.texts)
            and all(text.isdecimal() and 1900 <= int(text) <= 2100 for text in self.texts)
        )

    @property
    def repeats(self) -> bool:
        """True when every text occurs again, so that it can name groups."""
        counts = self.counts
        return bool(counts) and len(counts) * 2 <= len(self.texts) and max(counts.values()) > 1

    @property
    def looks_like_levels(self) -> bool:
        """True for a numeric column of few amounts that all recur."""
        counts = self.counts
        if self.is_numbering or self.names_rows or self.texts_only:
            return False
        few = 2 <= len(counts) <= 12 and len(counts) * 3 <= len(self.texts)
        return few and min(counts.values()) >= 2


def numbered_stem(texts: tuple[str, ...]) -> str | None:
    """The stem of names that differ by a number only, in small letters; None for others.

    "flask 1", "flask 2" have the stem "flask"; bare numbers 1, 2, 3 the stem "".
    """
    stems = {re.sub(r"[\s_.#-]*\d+$", "", text).strip().lower() for text in texts}
    if len(stems) != 1 or len(set(texts)) < 2 or not all(text[-1].isdigit() for text in texts):
        return None
    return stems.pop()


def column_profile(
    index: int, heading: str, cells: list[str], decimal: str, above: str = "", unit: str = ""
) -> ColumnProfile:
    """The profile of a column from its cells below the headings."""
    texts = tuple(text for cell in cells if (text := cell.strip()))
    kinds = Counter(read_cell(text, decimal).kind for text in texts)
    numbers = kinds[CellKind.NUMBER] + kinds[CellKind.LIMIT]
    words = kinds[CellKind.TEXT] + kinds[CellKind.DATE]
    return ColumnProfile(index, heading, texts, numbers, words, above, unit)


def fills_down(cells: list[str], filled_rows: list[bool]) -> bool:
    """True when blanks repeat the cell above, as where groups are named once each.

    Args:
        cells: the column.
        filled_rows: which rows hold something in other columns.
    """
    rows = [cell.strip() for cell, filled in zip(cells, filled_rows, strict=True) if filled]
    names = [text for text in rows if text]
    if len(rows) < 4 or not rows[0] or not 2 <= len(names) <= len(rows) / 2:
        return False
    return len(set(names)) == len(names) or not any(a == b for a, b in pairwise(names))


def filled_down(cells: list[str], filled_rows: list[bool]) -> list[str]:
    """The column with its blanks repeating the cell above, in rows that are used."""
    found, last = [], ""
    for cell, filled in zip(cells, filled_rows, strict=True):
        last = cell.strip() or last
        found.append(last if filled else cell)
    return found
