"""How many digits are right on published problems, beside the one-pass formula; as a table.

What is right follows from the text as typed by exact fractions, so that no digit of it is in
doubt. The table is written into docs/methods.md.
"""

from __future__ import annotations

import math
import re
from decimal import Decimal, localcontext
from fractions import Fraction
from pathlib import Path

from timing import is_once, turns

from decimus.analysis.results import Results
from decimus.formats.delimited import table_of_text
from decimus.study.edits import BringInTable
from decimus.study.studies import Study

METHODS = Path(__file__).parent.parent / "docs" / "methods.md"
MARKS = re.compile(r"(<!-- digits -->\n).*?(<!-- end of digits -->)", re.DOTALL)
MICHELSON = [
    "850",
    "740",
    "900",
    "1070",
    "930",
    "850",
    "950",
    "980",
    "980",
    "880",
    "1000",
    "980",
    "930",
    "650",
    "760",
    "810",
    "1000",
    "1000",
    "960",
    "960",
    "960",
    "940",
    "960",
    "940",
    "880",
    "800",
    "850",
    "880",
    "900",
    "840",
    "830",
    "790",
    "810",
    "880",
    "880",
    "830",
    "800",
    "790",
    "760",
    "800",
    "880",
    "880",
    "880",
    "860",
    "720",
    "720",
    "620",
    "860",
    "970",
    "950",
    "880",
    "910",
    "850",
    "870",
    "840",
    "840",
    "850",
    "840",
    "840",
    "840",
    "890",
    "810",
    "810",
    "820",
    "800",
    "770",
    "760",
    "740",
    "750",
    "760",
    "910",
    "920",
    "890",
    "860",
    "880",
    "720",
    "840",
    "850",
    "850",
    "780",
    "890",
    "840",
    "780",
    "810",
    "760",
    "810",
    "790",
    "810",
    "820",
    "850",
    "870",
    "870",
    "810",
    "740",
    "810",
    "940",
    "950",
    "800",
    "810",
    "870",
]
"""Velocity of light in air, km/s less 299,000 (Michelson 1880; NIST Michelso has them / 1000)."""


def alternating(leading: str, thousand: int = 500) -> list[str]:
    """One value .2, then .1 and .3 in turn (NIST NumAcc2–4)."""
    return [f"{leading}.2", *(f"{leading}.{digit}" for digit in (1, 3) * thousand)]


UNIVARIATE = (
    ("NumAcc1", ["10000001", "10000003", "10000002"]),
    ("NumAcc2", alternating("1")),
    ("NumAcc3", alternating("1000000")),
    ("NumAcc4", alternating("10000000")),
    ("13 leading digits", alternating("1000000000000")),
    (
        "Michelso",
        [
            f"299.{int(text):03d}" if int(text) < 1000 else f"300.{int(text) - 1000:03d}"
            for text in MICHELSON
        ],
    ),
)


def treatments(leading: str, pairs: int) -> dict[str, list[str]]:
    """Nine treatments around .4, .3 and .5 (NIST SmLs)."""
    centres = (4, 3, 5, 3, 5, 3, 5, 3, 5)
    return {
        f"t{number}": [f"{leading}.{t}" for t in (c, *(c - 1, c + 1) * pairs)]
        for number, c in enumerate(centres, start=1)
    }


ANOVA = tuple(
    (f"SmLs0{number}", treatments(leading, pairs))
    for number, leading, pairs in (
        *((1, "1", 10), (2, "1", 100), (3, "1", 1000)),
        *((4, "1000000", 10), (5, "1000000", 100), (6, "1000000", 1000)),
        *((7, "1000000000000", 10), (8, "1000000000000", 100), (9, "1000000000000", 1000)),
    )
)


def right_digits(found: float, exact: Fraction) -> float:
    """−log10 of the relative error; 16 where the nearest double was found."""
    if found == float(exact):
        return 16.0
    return -math.log10(abs((Fraction(found) - exact) / exact))


def root(square: Fraction) -> Fraction:
    """The square root to 60 digits."""
    with localcontext() as context:
        context.prec = 60
        return Fraction((Decimal(square.numerator) / Decimal(square.denominator)).sqrt())


def mean_and_squares(values: list[Fraction]) -> tuple[Fraction, Fraction]:
    """Mean and sum of squares about it, exactly."""
    mean = sum(values, Fraction(0)) / len(values)
    return mean, sum(((v - mean) ** 2 for v in values), Fraction(0))


def results_of(columns: dict[str, list[str]]) -> Results:
    """What follows from columns of cells, in one row per value."""
    lines = ["treatment,x", *(f"{k},{cell}" for k, cells in columns.items() for cell in cells)]
    table = table_of_text("\n".join(lines) + "\n")
    return Results(BringInTable(table=table).apply(Study()))


def one_pass_deviation(cells: list[str]) -> float:
    """The SD by the formula of pocket calculators, Σy² − (Σy)² / n, in doubles."""
    values = [float(cell) for cell in cells]
    n = len(values)
    square = (sum(v * v for v in values) - sum(values) ** 2 / n) / (n - 1)
    return math.sqrt(square) if square > 0 else 0.0


def univariate_rows() -> list[str]:
    """A line for each set of values: digits of mean and SD."""
    rows = []
    for name, cells in UNIVARIATE[: turns(len(UNIVARIATE))]:
        alone = Results(BringInTable(table=table_of_text("x\n" + "\n".join(cells))).apply(Study()))
        summary = alone.groups.shown[0].summary
        values = [Fraction(cell) for cell in cells]
        mean, squares = mean_and_squares(values)
        deviation = root(squares / (len(values) - 1))
        digits = (
            right_digits(summary.mean or 0.0, mean),
            right_digits(summary.standard_deviation or 0.0, deviation),
            max(0.0, right_digits(one_pass_deviation(cells), deviation)),
        )
        rows.append(f"| {name} | {len(cells)} | mean | {digits[0]:.1f} | |")
        rows.append(f"| {name} | {len(cells)} | SD | {digits[1]:.1f} | {digits[2]:.1f} |")
    return rows


def anova_rows() -> list[str]:
    """A line for each design: digits of both sums of squares."""
    rows = []
    for name, columns in ANOVA[: turns(len(ANOVA))]:
        comparison = results_of(columns).comparison
        if comparison is None or not comparison.terms:
            raise SystemExit(f"{name}: no ANOVA")
        groups = [[Fraction(cell) for cell in cells] for cells in columns.values()]
        everything = [v for group in groups for v in group]
        total = mean_and_squares(everything)[1]
        within = sum((mean_and_squares(group)[1] for group in groups), Fraction(0))
        between_found = comparison.terms[0].sum_of_squares
        within_found = comparison.residual.sum_of_squares
        if between_found is None or within_found is None:
            raise SystemExit(f"{name}: no sums of squares")
        between_digits = right_digits(between_found, total - within)
        within_digits = right_digits(within_found, within)
        size = len(everything)
        rows.append(f"| {name} | {size} | SS between | {between_digits:.1f} | |")
        rows.append(f"| {name} | {size} | SS within | {within_digits:.1f} | |")
    return rows


def main() -> None:
    """Print the table and put it into the methods."""
    head = [
        "| problem | n | quantity | right digits | one-pass formula |",
        "|---|---:|---|---:|---:|",
    ]
    rows = [*univariate_rows(), *anova_rows()]
    print("\n".join([*head, *rows]))
    if is_once():
        return
    text = METHODS.read_text("utf-8")
    METHODS.write_text(MARKS.sub(lambda m: m[1] + "\n".join([*head, *rows]) + "\n" + m[2], text))


if __name__ == "__main__":
    main()
