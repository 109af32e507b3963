"""Tables of numbers in every way people write them, and what follows from them by exact fractions.

python -m tests.world.exact_numbers 20000        # as many tables, from seed 0 on
"""

from __future__ import annotations

import random
import re
import sys
from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Context, Decimal
from fractions import Fraction

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.table_files import table_of_bytes
from decimus.report.documents.markdown import markdown_bytes
from decimus.report.records import SUMMARY_HEADINGS, summary_record, summary_rows
from decimus.report.summary_tables import shown_rows
from decimus.study.edits import BringInTable, ChooseColumns
from decimus.study.studies import Study
from decimus.terms import Statistic
from decimus.wording.remarks.remarks import remark_words
from decimus.workflows.reporting import document_of

_WIDE = Context(prec=900)
_EITHER = re.compile(r"[1-9]\d{0,2}[.,]\d{3}")
_SAME = Fraction(1, 10**12)
_LARGEST, _SMALLEST = Decimal("1e50"), Decimal("1e-50")
"""Beyond these a number may be refused, in one line."""
_COLUMNS = (
    *(Statistic.MEAN, Statistic.STANDARD_DEVIATION, Statistic.STANDARD_ERROR, Statistic.SUM),
    *(Statistic.MEDIAN, Statistic.MINIMUM, Statistic.MAXIMUM, Statistic.VARIANCE),
)


@dataclass(frozen=True)
class Made:
    """A table as it is written, and the numbers it holds."""

    content: bytes
    groups: dict[str, tuple[Decimal, ...]]
    decimal: str

    @property
    def is_ambiguous(self) -> bool:
        """Whether all its cells could mark decimals or group thousands, as "12,345" can."""
        cells = re.split(r"[\t;\n]", self.content.decode())
        return any(_EITHER.fullmatch(cell.strip(" +-\u2212£%m\u00a0")) for cell in cells)

    @property
    def is_extreme(self) -> bool:
        """Whether a number lies where the square of a variance leaves the doubles."""
        sizes = [abs(v) for values in self.groups.values() for v in values if v]
        return any(not _SMALLEST <= size <= _LARGEST for size in sizes)


def made(seed: int) -> Made:
    """One table: groups of numbers of any size, offset and spread, in one manner of writing."""
    rng = random.Random(seed)
    kind = rng.choice(["usual", "usual", "offset", "tiny", "huge", "mixed", "extreme"])
    decimals = rng.randint(0, 6)
    power = {
        "usual": 0,
        "offset": 0,
        "tiny": -rng.randint(3, 40),
        "huge": rng.randint(6, 40),
        "mixed": 0,
        "extreme": rng.choice([-1, 1]) * rng.randint(51, 300),
    }[kind]
    offset = Decimal(0)
    if kind == "offset":
        offset = Decimal(rng.randint(1, 10 ** rng.randint(3, 13)))
    sign = rng.choice([1, 1, 1, -1])
    write = _manner(rng, kind)
    decimal = "," if write.decimal == "," else "."
    groups: dict[str, tuple[Decimal, ...]] = {}
    texts: dict[str, list[str]] = {}
    for name in ("reed", "moss", "fern", "sedge")[: rng.randint(2, 4)]:
        span = 10 ** rng.randint(2, 4)
        wide = rng.randint(-10, 10) if kind == "mixed" else power
        values = []
        for _ in range(rng.randint(2, 7)):
            digits = rng.randint(span // 3, span * 3)
            value = Decimal(digits).scaleb(-decimals + wide, context=_WIDE)
            values.append(_WIDE.multiply(_WIDE.add(offset, value), Decimal(sign)))
        groups[name] = tuple(values)
        texts[name] = [write(value) for value in values]
    lines = list(_lines(rng, texts))
    return Made("\n".join(lines).encode(), groups, decimal)


def _lines(rng: random.Random, texts: dict[str, list[str]]) -> Iterator[str]:
    sep = rng.choice(["\t", ";"])
    if rng.random() < 0.5:
        yield sep.join(("plant", "size"))
        for name, cells in texts.items():
            for cell in cells:
                yield sep.join((name, cell))
        return
    yield sep.join(texts)
    for row in range(max(map(len, texts.values()))):
        yield sep.join(cells[row] if row < len(cells) else "" for cells in texts.values())


@dataclass(frozen=True)
class _Manner:
    decimal: str
    thousands: str
    plus: str
    minus: str
    before: str
    behind: str
    exponent: str

    def __call__(self, value: Decimal) -> str:
        size = abs(value)
        if self.exponent and size:
            power = size.adjusted()
            plain = f"{size.scaleb(-power, context=_WIDE):f}"
        else:
            plain = f"{size:f}"
        whole, _, rest = plain.partition(".")
        if self.thousands and len(whole) > 3:
            head = len(whole) % 3 or 3
            parts = [whole[:head], *(whole[i : i + 3] for i in range(head, len(whole), 3))]
            whole = self.thousands.join(parts)
        number = f"{whole}{self.decimal}{rest}" if rest else whole
        if self.exponent and size:
            number += f"{self.exponent}{power}"
        signed = f"{self.minus}{number}" if value < 0 else f"{self.plus}{number}"
        return f"{self.before}{signed}{self.behind}"


def _manner(rng: random.Random, kind: str) -> _Manner:
    decimal = rng.choice([".", ".", ","])
    others = ["", "", "", " ", "'", "\u2009", "\u00a0", "." if decimal == "," else ","]
    exponent = rng.choice(["e", "E"]) if kind in ("tiny", "huge", "extreme") else ""
    if kind in ("tiny", "huge") and rng.random() < 0.3:
        exponent = ""
    before, behind = rng.choice([("", "")] * 5 + [("£", ""), ("", " mm"), ("", " %"), (" ", " ")])
    return _Manner(
        decimal,
        "" if exponent or behind.strip() else rng.choice(others),
        rng.choice(["", "", "", "+"]),
        rng.choice(["-", "\u2212"]),
        before,
        behind,
        exponent,
    )


def _mean(values: tuple[Fraction, ...]) -> Fraction:
    return sum(values, Fraction(0)) / len(values)


def _variance(values: tuple[Fraction, ...]) -> Fraction:
    mean = _mean(values)
    return sum(((v - mean) ** 2 for v in values), Fraction(0)) / (len(values) - 1)


def _root(value: Fraction) -> Fraction:
    """The square root to some 60 digits."""
    found = _WIDE.sqrt(_WIDE.divide(Decimal(value.numerator), Decimal(value.denominator)))
    return Fraction(found)


def _median(values: tuple[Fraction, ...]) -> Fraction:
    ordered = sorted(values)
    middle = len(ordered) // 2
    return (ordered[middle] + ordered[~middle]) / 2


EXACT: dict[Statistic, Callable[[tuple[Fraction, ...]], Fraction]] = {
    Statistic.MEAN: _mean,
    Statistic.STANDARD_DEVIATION: lambda v: _root(_variance(v)),
    Statistic.STANDARD_ERROR: lambda v: _root(_variance(v) / len(v)),
    Statistic.SUM: lambda v: sum(v, Fraction(0)),
    Statistic.MEDIAN: _median,
    Statistic.MINIMUM: min,
    Statistic.MAXIMUM: max,
    Statistic.VARIANCE: _variance,
}
_FIELDS = {
    Statistic.MEAN: "mean",
    Statistic.STANDARD_DEVIATION: "sd",
    Statistic.STANDARD_ERROR: "se",
    Statistic.MEDIAN: "median",
    Statistic.MINIMUM: "min",
    Statistic.MAXIMUM: "max",
    Statistic.VARIANCE: "variance",
}


_FINE = ("", "asked", "refused", "ambiguous")
"""What may come of a table that holds no number that is wrong."""


def verdict(table: Made, *, with_report: bool = False) -> str:
    """ "" where every number is right, one of `_FINE`, else what is wrong.

    Args:
        table: it.
        with_report: whether the report is written and read back, too, which takes a while.
    """
    try:
        found = table_of_bytes(table.content, "t", title="t")
        study = BringInTable(table=found.table, reading=found.first_reading).apply(Study())
        results = Results(study)
        if results.problem is not None:
            return _refused(table, results.problem.what)
        study = ChooseColumns(columns=_COLUMNS).apply(study)
        results = Results(study)
        shape = results.measurements.shape
    except InputError as error:
        return _refused(table, error.what)
    if shape.decimal != table.decimal and table.is_ambiguous:
        return "ambiguous"
    if shape.decimal != table.decimal and any(r.is_open for r in remark_words(results)):
        return "asked"
    groups = {group.levels[-1]: group for group in results.groups.shown}
    if {name: group.n for name, group in groups.items()} != {
        name: len(values) for name, values in table.groups.items()
    }:
        asks = any(remark.is_open for remark in remark_words(results))
        return "asked" if asks else f"n: { ({k: g.n for k, g in groups.items()}) }"
    return _wrong_number(table, results, _reported(results) if with_report else {})


def _wrong_number(table: Made, results: Results, reported: dict[tuple[str, Statistic], str]) -> str:
    """The first number that is wrong, as text, JSON, CSV or in the report; "" for none."""
    records = {record["levels"][-1]: record for record in summary_record(results, 95)["groups"]}
    cells = {row[0]: dict(zip(SUMMARY_HEADINGS, row[1:], strict=True)) for row in _rows(results)}
    shown = {row[0]: row[-len(_COLUMNS) :] for row in shown_rows(results)[1:]}
    for name, typed in table.groups.items():
        values = tuple(map(Fraction, typed))
        for place, statistic in enumerate(_COLUMNS):
            exact = EXACT[statistic](values)
            if wrong := _shown_wrong(shown[name][place], exact):
                return f"{name} {statistic}: {wrong}"
            in_report = reported[name, statistic] if reported else shown[name][place]
            if wrong := _shown_wrong(in_report, exact):
                return f"{name} {statistic} in the report: {wrong}"
            if statistic not in _FIELDS:
                continue
            field = _FIELDS[statistic]
            for where, number in (
                ("JSON", records[name][field]),
                ("CSV", float(cells[name][field])),
            ):
                off = abs(Fraction(number) - exact)
                if off > _SAME * abs(exact):
                    return f"{name} {statistic} in {where}: {number!r}, not {float(exact)!r}"
    return ""


_RAISED = str.maketrans("⁰¹²³⁴⁵⁶⁷⁸⁹⁻", "0123456789-")


_HEADS = {
    "Mean": Statistic.MEAN,
    "SD": Statistic.STANDARD_DEVIATION,
    "SE": Statistic.STANDARD_ERROR,
    "Median": Statistic.MEDIAN,
    "Min": Statistic.MINIMUM,
    "Max": Statistic.MAXIMUM,
    "Variance": Statistic.VARIANCE,
    "Sum": Statistic.SUM,
}


def _reported(results: Results) -> dict[tuple[str, Statistic], str]:
    """The numbers of each group in the summary table of the written report."""
    text = markdown_bytes(document_of([results]), {1: "figure.svg"}).decode()
    text = text[text.index("**Table 1.**") : text.find("**Table 2.**")]
    rows = [[cell.strip() for cell in line.split("|")[1:-1]] for line in text.splitlines()]
    head, _, *body = [row for row in rows if row]
    names = [heading.partition(" (")[0] for heading in head]
    return {
        (row[0], _HEADS[name]): _plain(cell)
        for row in body
        for name, cell in zip(names, row, strict=True)
        if name in _HEADS
    }


def _plain(cell: str) -> str:
    """A number of a text as digits, "6.02×10²³" as 6.02e23."""
    number, _, power = cell.replace("\u2212", "-").replace("\u2009", "").partition("×10")
    return f"{number}e{power.translate(_RAISED)}" if power else number


def _rows(results: Results) -> list[list[str]]:
    return summary_rows(results, 95)[1:]


def _refused(table: Made, what: str) -> str:
    if "\n" in what:
        return f"refused in several lines: {what}"
    return "refused" if table.is_extreme else f"refused: {what}"


def _shown_wrong(text: str, exact: Fraction) -> str:
    """What is wrong with a number as shown; "" where it is the exact one rounded."""
    number = Decimal(text)
    place = Decimal(1).scaleb(int(number.as_tuple().exponent))
    if exact and not number:
        half = Fraction(place / 2)
        is_less = abs(exact) < half * (1 + _SAME)
        return "" if is_less else f"shown as {text}, not {float(exact)!r}"
    digits = _WIDE.divide(Decimal(exact.numerator), Decimal(exact.denominator))
    rounded = digits.quantize(place, ROUND_HALF_UP, context=_WIDE)
    if rounded == number:
        return ""
    # Irrational ones that lie as near to a tie as a double can tell.
    if abs(abs(digits - number) - place / 2) <= abs(digits) * Decimal("1e-15"):
        return ""
    return f"shown as {text}, not {rounded}"


def run(seeds: range) -> Counter[str]:
    """The verdicts on some tables, every twentieth with its report; prints what is wrong."""
    counts: Counter[str] = Counter()
    for seed in seeds:
        table = made(seed)
        try:
            found = verdict(table, with_report=seed % 20 == 0)
        except Exception as error:  # noqa: BLE001 - a fault is what is looked for
            found = f"fault: {type(error).__name__}: {error}"
        counts[found or "right" if found in _FINE else "wrong"] += 1
        if found not in _FINE:
            print(f"seed {seed}: {found}")  # noqa: T201 - read by whoever runs it
    return counts


if __name__ == "__main__":
    print(  # noqa: T201
        dict(run(range(int(sys.argv[1]) if len(sys.argv) > 1 else 2000)))
    )
