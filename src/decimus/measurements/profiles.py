"""What the columns of a table are like: numbers, names that recur, numbering, amounts."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from functools import cached_property
from itertools import pairwise

from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import Sense, is_control, is_identifier, senses
from decimus.measurements.numbers import CellKind, is_date, read_cell
from decimus.measurements.variables import known_order
from decimus.values import Value


class ColumnProfile(Value, frozen=True):
    """What one column's cells are like, its heading aside.

    Args:
        index: which column.
        heading: its name, from the lowest row of headings.
        above: what stands over it in the upper of two rows of headings.
        unit: its unit where a row of units gives one.
        cells: its cells, blanks that repeat the cell above filled.
        decimal: the decimal sign of the table.
        numbers: how many of them are numbers or limits.
        texts_only: how many are text or dates.
        is_filled_down: whether blanks repeat the cell above.
        head: how many of the cells stand below each other in the table, from its first row on;
            those behind them are a sample of the rest. None where all do.
    """

    index: int
    heading: str
    cells: tuple[str, ...]
    decimal: str
    numbers: int
    texts_only: int
    above: str = ""
    unit: str = ""
    is_filled_down: bool = False
    head: int | None = None

    @cached_property
    def texts(self) -> tuple[str, ...]:
        """The cells that hold something."""
        return tuple(cell for cell in self.cells if cell)

    @cached_property
    def values(self) -> tuple[float, ...]:
        """The numbers in those cells; NaN for what is none."""
        return tuple(read_cell(text, self.decimal).value for text in self.texts)

    @cached_property
    def first_texts(self) -> tuple[str, ...]:
        """Of the cells that hold something those of which it is known what stands between."""
        return self.texts if self.head is None else tuple(c for c in self.cells[: self.head] if c)

    @property
    def is_sample(self) -> bool:
        """Whether the table has more rows than are looked at here."""
        return self.head is not None

    @cached_property
    def senses(self) -> frozenset[Sense]:
        """What its heading says that it is about."""
        return senses(self.heading)

    @property
    def is_numeric(self) -> bool:
        """True when numbers prevail over text, and are not amounts beside a word for none."""
        return self._is_mostly_numbers and not self.are_amounts_with_a_word

    @property
    def is_text(self) -> bool:
        """True when words prevail; a column of nothing but marks for missing holds none."""
        return self.texts_only > 0 and not self.is_numeric

    @cached_property
    def _is_mostly_numbers(self) -> bool:
        if self.numbers >= 2 * self.texts_only:
            return self.numbers > 0
        # As many words as that say why numbers are missing, where the numbers are measured ones.
        words = len(self.texts) - self.numbers
        measured = [text for text in self.counts if self.counts[text] < _FEWEST_OF_LEVEL]
        numbers = sum(re.search(r"\d[.,]\d", text) is not None for text in measured)
        return self.numbers >= words and 10 * numbers >= 9 * self.numbers

    @cached_property
    def are_amounts_with_a_word(self) -> bool:
        """True for levels such as control, 5 and 10: numbers that recur beside words that do.

        A score that is "absent" here and there recurs unequally; a word for no treatment is none.
        """
        if not self.texts_only or not self._is_mostly_numbers or not self.repeats:
            return False
        words = [text for text in self.counts if not any(sign.isdigit() for sign in text)]
        if not words or len(words) > _MOST_WORDS or len(self.counts) - len(words) > _MOST_AMOUNTS:
            return False
        often = self.counts.values()
        if min(often) < _FEWEST_OF_LEVEL:
            return False
        is_even = max(often) <= 2 * min(often)
        amounts = [amount_and_unit(text) for text in self.counts if text not in words]
        if is_even and all(amounts) and all(unit for _, unit in filter(None, amounts)):
            return True  # typed with their unit
        return is_even and (self.is_blocked or all(map(is_control, words)))

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
    def is_numbered(self) -> bool:
        """True when the heading says that the column only numbers or names: "rat no"."""
        return is_identifier(self.heading)

    def is_about(self, *wanted: Sense) -> bool:
        """Whether the heading may be about one of these."""
        return not self.senses.isdisjoint(wanted)

    @property
    def numbers_units(self) -> bool:
        """True for the names of units: by the heading, or for numbered ones as "flask 1"."""
        if self.is_about(Sense.UNIT, Sense.SUBJECT, Sense.READING, Sense.TRIAL):
            return True
        stem = numbered_stem(self.texts)
        return stem is not None and (not stem or is_replicate_stem(stem))

    @cached_property
    def counts(self) -> Counter[str]:
        """How often each text occurs."""
        return Counter(self.texts)

    @cached_property
    def heading_word(self) -> str:
        """The heading in small letters, without unit and number."""
        return re.sub(r"[\s_.#-]*(\d+|[(\[].*)$", "", self.heading).strip().lower()

    @cached_property
    def whole_numbers(self) -> tuple[int, ...]:
        """Its numbers where all of them are whole and written without more; else none.

        Words may stand below them, in place of a number.
        """
        end = len(self.texts)
        while end and not self.texts[end - 1].isdecimal() and len(self.texts) - end < _MOST_FOOT:
            end -= 1
        above = self.texts[:end]
        if len(self.texts) - end != self.texts_only or not above:
            return ()
        if (self.texts_only and end < _FEWEST_ABOVE) or not all(t.isdecimal() for t in above):
            return ()
        return tuple(int(text) for text in above if len(text) < _MOST_DIGITS)

    @cached_property
    def is_numbering(self) -> bool:
        """True for 1, 2, 3 … down the column, perhaps starting again in every group.

        Words such as "mean" may stand below, in place of a number.
        """
        texts = self.first_texts
        steps = [int(text) for text in texts if text.isdecimal() and len(text) < _MOST_DIGITS]
        if not steps or len(steps) < min(self.numbers, len(texts)):
            return False
        restarts = all(b in (a + 1, a, steps[0]) for a, b in pairwise(steps))
        rises = sum(b == a + 1 for a, b in pairwise(steps))
        return (
            steps[0] in (0, 1) and restarts and len(set(steps)) > 1 and rises * 2 >= len(steps) - 1
        )

    @cached_property
    def is_ascending(self) -> bool:
        """True for whole numbers of which each is larger than the one above: ids with gaps."""
        found = self.whole_numbers
        return len(found) > 4 and all(a < b for a, b in pairwise(found))

    @property
    def is_consecutive(self) -> bool:
        """True for whole numbers of which each is one more than that above: 101, 102, 103."""
        if not self.whole_numbers:
            return False
        found = [int(text) for text in self.first_texts if text.isdecimal()]
        return len(found) > 3 and all(b - a == 1 for a, b in pairwise(found))

    @property
    def is_unique(self) -> bool:
        """True when hardly a text occurs twice."""
        return 10 * len(self.counts) >= 9 * len(self.texts)

    @property
    def names_rows(self) -> bool:
        """True when the heading or the cells say that this column only names rows."""
        if not self.texts:
            return False
        if self.are_years and (not self.heading_word or "year" in self.heading_word):
            return True
        if self.is_numbered and (self.is_unique or not self.is_numeric):
            return not self.has_decimals
        if self.is_about(Sense.SUBJECT) and not self.is_numeric:
            return self.is_unique
        if not self.heading or self.is_about(
            Sense.UNIT, Sense.READING, Sense.ROW, Sense.TRIAL, Sense.SUBJECT
        ):
            if self.is_numbering:
                return True
            if not self.is_numeric:
                return self.is_unique
            return bool(self.heading) and self.is_unique and bool(self.whole_numbers)
        return self.is_numbering and self.texts_only > 0

    @cached_property
    def has_decimals(self) -> bool:
        """True when some number has digits behind its decimal sign."""
        return any(re.search(r"\d[.,]\d", text) for text in self.texts)

    @property
    def are_years(self) -> bool:
        """True when every text is a year, each once."""
        return (
            len(self.texts) > 1
            and len(self.counts) == len(self.texts)
            and all(text.isdecimal() and 1900 <= int(text[:5]) <= 2100 for text in self.texts)
        )

    @property
    def repeats(self) -> bool:
        """True when every text occurs again, so that it can name groups."""
        counts = self.counts
        return bool(counts) and len(counts) * 2 <= len(self.texts) and max(counts.values()) > 1

    @cached_property
    def are_codes(self) -> bool:
        """True for short codes that number: "S01", "M1", "p-12"."""
        found = [
            re.fullmatch(r"([A-Za-zÀ-ÿ]{1,3})[\s_.#-]?0*\d{1,5}", text) for text in self.counts
        ]
        return len(found) > 1 and all(found) and len({m[1].lower() for m in found if m}) <= 3

    @cached_property
    def are_steps(self) -> bool:
        """True for levels that have an order: before and after, 0, 7 and 14, 10 mg and 20 mg."""
        texts = tuple(self.counts)
        if known_order(texts):
            return True
        amounts = [amount_and_unit(text) for text in texts]
        return all(amounts) and any(unit for _, unit in filter(None, amounts))

    @property
    def unit_in_heading(self) -> str:
        """The unit that the heading or a row of units gives."""
        return self.unit or name_and_unit(self.heading)[1]

    @cached_property
    def is_balanced(self) -> bool:
        """True when all texts occur equally often, more than once."""
        return len(self.counts) > 1 and len(set(self.counts.values())) == 1 < max(
            self.counts.values()
        )


_MOST_DIGITS = 15
_MOST_FOOT, _FEWEST_ABOVE = 4, 4
"""Words below numbers that may be names of means and the like, and numbers above them."""
_MOST_WORDS, _MOST_AMOUNTS = 2, 20
_FEWEST_OF_LEVEL = 2
REPLICATE_SIGNS = frozenset(
    {"n", "#", "m", "y", "x", "r", "no", "nr", "t", "", "value", "v", "val", "measurement"}
    | {"wert", "valeur", "valor", "valore", "waarde", "värde", "data", "score", "result"}
)


def is_replicate_stem(stem: str) -> bool:
    """True for the stem of names that number replicates: "flask", "rep", "subject"."""
    return stem in REPLICATE_SIGNS or not senses(stem).isdisjoint(
        {Sense.UNIT, Sense.SUBJECT, Sense.TRIAL, Sense.READING}
    )


def numbered_stem(texts: tuple[str, ...]) -> str | None:
    """The stem of names that differ by a number only, in small letters; None for others.

    "flask 1", "flask 2" have the stem "flask"; bare numbers 1, 2, 3 the stem "".
    """
    ordinals = [
        re.fullmatch(r"(\d+)(?:st|nd|rd|th|\.|º|ª|er|ème|e)", text.strip()) for text in texts
    ]
    if len(texts) > 1 and all(ordinals):
        return ""
    stems = {re.sub(r"[\s_.#-]*\d+$", "", text).strip().lower() for text in texts}
    if len(stems) != 1 or len(set(texts)) < 2 or not all(text[-1:].isdigit() for text in texts):
        return None
    return stems.pop()


def column_profile(
    index: int,
    heading: str,
    cells: Sequence[str],
    decimal: str,
    above: str = "",
    unit: str = "",
    head: int | None = None,
) -> ColumnProfile:
    """The profile of a column from its cells below the headings."""
    stripped = tuple(cell.strip() for cell in cells)
    kinds = Counter(read_cell(text, decimal).kind for text in stripped if text)
    numbers = kinds[CellKind.NUMBER] + kinds[CellKind.LIMIT]
    words = kinds[CellKind.TEXT] + kinds[CellKind.DATE]
    return ColumnProfile(index, heading, stripped, decimal, numbers, words, above, unit, head=head)


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
