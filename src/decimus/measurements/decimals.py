"""Which decimal sign the cells of a table use: one vote of all of them."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence

from decimus.measurements.headings import MINUS, SPACES
from decimus.values import Value

_CELL = re.compile(r"[+-]?\d{0,30}(?:[.,' ]\d{1,30}){1,20}(?:[eE][+-]?\d{1,3})?")
_THOUSANDS = re.compile(r"[+-]?[1-9]\d{0,2}([.,])\d{3}(?:\1\d{3})*")
_SEVERAL = re.compile(r"[+-]?[1-9]\d{0,2}([.,])\d{3}(?:\1\d{3})+")
_INSIDE = re.compile(r"\d{1,30}(?:[.,]\d{1,30}){1,4}")
_WITH_UNIT = re.compile(
    r"[$€£¥]?\s*([+-]?\d[\d.,' ]*\d(?:[eE][+-]?\d{1,3})?)\s*[%‰°A-Za-zµμΩ][^\d.,;:]{0,7}"
    r"|[$€£¥]\s*([+-]?\d[\d.,' ]*\d)"
)
"""A number with a unit behind it, or a currency before it."""
_LONGEST = 80
_FEWEST_UNITS = 3
"""Cells of one column with a unit behind them, from which on they are its measurements."""
_MOST_HEADINGS = 3
"""Whole numbers above the others that may be headings, such as years."""
_SHARE = 5
"""Of so many numbers one at least has to be whole for those to say what the others are."""
_ALIKE = 30.0
"""How many times as large a number may be as the others for both to be of one kind."""


class DecimalVote(Value, frozen=True):
    """What the cells say.

    Args:
        sign: the decimal sign, "." or ",".
        doubtful: a cell such as "1,234" that could group thousands or mark decimals, where
            nothing decides it; "" where there is none.
        others: cells with the other sign that are clear by themselves, in reading order.
    """

    sign: str
    doubtful: str
    others: tuple[str, ...]


def decimal_vote(columns: Iterable[Sequence[str]], likely: str = ".") -> DecimalVote:
    """The decimal sign of a table.

    A cell is clear where it can be read in one way only: "3,5", "0.251", "1.234,5". One such
    as "1,234" votes by its size, if that decides: beside 3,1 the cell 3.251 is a decimal, as
    3251 is not like it; beside 987 the cell 1,204 is a thousand.

    Args:
        columns: the cells of the table, column by column.
        likely: the sign that the file suggests where no cell decides it.
    """
    ballot = _Ballot()
    for column in columns:
        ballot.count(column)
    votes = ballot.votes
    sign = "," if votes[","] > votes["."] else "."
    doubtful = ""
    if not (votes["."] or votes[","]):
        doubtful = next((text for text in ballot.unclear if "," in text), "")
        sign = likely if doubtful else "."
    return DecimalVote(sign, doubtful, tuple(ballot.others[sign]))


class _Ballot:
    """The votes of cells, column by column."""

    def __init__(self) -> None:
        self.votes = {".": 0, ",": 0}
        self.unclear: list[str] = []
        self.others: dict[str, list[str]] = {".": [], ",": []}
        self._sizes: list[float] = []
        self._whole: list[float] = []
        self._open: list[str] = []

    def count(self, column: Sequence[str]) -> None:
        """Count the votes of a column."""
        self._sizes, self._whole, self._open = [], [], []
        with_units = 0
        above: list[float] = []
        for cell in column:
            text = cell.translate(SPACES).strip().translate(MINUS).replace("’", "'")
            if bare := _WITH_UNIT.fullmatch(text):
                with_units += 1
                if with_units < _FEWEST_UNITS:
                    continue  # a heading such as "0.5 mM" is no measurement
                text = bare[1] or bare[2]
            if len(text) >= _LONGEST:
                continue
            if text.lstrip("+-").isdecimal():
                (self._whole if self._open else above).append(abs(float(text)))
            elif "," in text or "." in text:
                self._vote(text, cell)
        if len(above) > _MOST_HEADINGS:
            self._whole += above
        self._by_size()

    def _vote(self, text: str, cell: str) -> None:
        if _CELL.fullmatch(text):
            if sign := _clear_sign(text):
                self.votes[sign] += 1
                self.others["," if sign == "." else "."].append(cell.strip())
                self._sizes.append(abs(_value(text, sign)))
            elif _SEVERAL.fullmatch(text):
                self.votes["." if "," in text else ","] += 1
            elif _THOUSANDS.fullmatch(text):
                self._open.append(text)
        elif "±" in text or "(" in text or "+/-" in text:
            self._vote_inside(_INSIDE.findall(text))

    def _vote_inside(self, numbers: Sequence[str]) -> None:
        """The numbers in a cell such as "12,3 ± 0,8", which are written alike."""
        is_clear = any(map(_clear_sign, numbers))
        for number in numbers:
            if sign := _clear_sign(number):
                self.votes[sign] += 1
                self._sizes.append(abs(_value(number, sign)))
            elif _THOUSANDS.fullmatch(number) and not is_clear:
                self._open.append(number)

    def _by_size(self) -> None:
        """Cells that are not clear vote by what they would be beside the others."""
        usual = _middle([size for size in self._sizes if size] or [0.0])
        # A whole number among decimals says nothing, beside thousands it does.
        enough = len(self._whole) * _SHARE >= len(self._open)
        whole = _middle([size for size in self._whole if size and enough] or [usual])
        for text in self._open:
            sign = "," if "," in text else "."
            size = abs(float(text.replace(",", ".")))
            is_decimal, is_grouped = _is_like(size, usual), _is_like(1000 * size, whole)
            if is_decimal != is_grouped:
                other = "," if sign == "." else "."
                self.votes[sign if is_decimal else other] += 1
            else:
                self.unclear.append(text)


def _clear_sign(text: str) -> str:
    """The sign that marks decimals in a cell, whatever the others hold; "" where unclear."""
    if _THOUSANDS.fullmatch(text):
        return ""
    last = max(text.rfind("."), text.rfind(","))
    sign, head = text[last], text[:last].lstrip("+-")
    other = "," if sign == "." else "."
    if sign in head:
        return ""
    if other in head and not re.fullmatch(rf"\d{{1,3}}(?:\{other}\d{{3}})+", head):
        return ""
    return sign


def _value(text: str, sign: str) -> float:
    other = "," if sign == "." else "."
    return float(re.sub(rf"[\{other}' ]", "", text).replace(sign, "."))


def _middle(sizes: Sequence[float]) -> float:
    """The middle one of sizes, the upper of two."""
    return sorted(sizes)[len(sizes) // 2]


def _is_like(size: float, usual: float) -> bool:
    return bool(usual) and usual / _ALIKE <= size <= usual * _ALIKE
