"""The summary as rows: exactly what is shown, and the same in full precision."""

from __future__ import annotations

from collections.abc import Sequence

from decimus.analysis.results import Results
from decimus.wording.groups.statistics import heading, part_names, values_of
from decimus.wording.numbers import NBSP, UNDEFINED, typed_power
from decimus.wording.write_up.paragraphs import lane_labels, summary_table

Cell = str | float | None


def shown_rows(results: Results) -> list[list[str]]:
    """The table as shown, headings first, with the signs that files are read with."""
    table = summary_table(_for_files(results))
    return file_rows(results, (table.headings, *table.rows))


def _for_files(results: Results) -> Results:
    """The results with the decimal sign that somebody chose, else with a point."""
    return Results(results.study, results.number, before=results)


def file_rows(results: Results, rows: Sequence[Sequence[str]]) -> list[list[str]]:
    """Cells as programs read them: plain spaces, a hyphen before negative numbers."""
    sign = _for_files(results).numerals.decimal_sign
    return [[_written(cell, sign) for cell in row] for row in rows]


def delimiter_of(results: Results) -> str:
    """What stands between cells: a semicolon where numbers have a decimal comma."""
    return ";" if _for_files(results).numerals.decimal_sign == "," else ","


def shown_cells(results: Results) -> list[list[Cell]]:
    """The same with numbers as numbers, as far as a cell is a number."""
    head, *body = shown_rows(results)
    return as_numbers([head, *body], 1, labels=len(results.groups.factors))


def as_numbers(
    rows: Sequence[Sequence[str]], heading_rows: int, *, labels: int = 1
) -> list[list[Cell]]:
    """Cells with numbers as numbers, as far as they are; headings and labels stay text."""
    heads = [list[Cell](row) for row in rows[:heading_rows]]
    body: list[list[Cell]] = [
        [*row[:labels], *(_number_or_text(_written(cell, ",")) for cell in row[labels:])]
        for row in rows[heading_rows:]
    ]
    return [*heads, *body]


def exact_rows(results: Results) -> list[list[Cell]]:
    """Every statistic shown in full precision, intervals as two columns, headings first."""
    groups = results.groups
    columns = results.question.lanes.columns
    head: list[Cell] = [factor.title for factor in groups.factors]
    for column in columns:
        name = heading(groups, column)
        head += [_written(f"{name} {part}".strip()) for part in part_names(column)]
    rows: list[list[Cell]] = [head]
    for lane in results.lanes:
        row: list[Cell] = list(lane_labels(groups, lane))
        for column in columns:
            numbers = values_of(results, lane, column).numbers
            width = len(part_names(column))
            row += [*numbers[:width], *(None,) * (width - len(numbers))]
        rows.append(row)
    return rows


def _written(text: str, decimal_sign: str = ".") -> str:
    """Text with plain spaces; numbers with a hyphen for minus, as programs read them."""
    plain = text.replace(NBSP, " ").replace("\u2003", " ")
    bare = typed_power(plain.replace("\u2212", "-").replace("\u2009", ""))
    return bare if isinstance(_number_or_text(bare, decimal_sign), float) else plain


def _number_or_text(text: str, decimal_sign: str = ",") -> Cell:
    """A cell as a number where it is one, with a point or the decimal sign that is used."""
    if text in ("", UNDEFINED):
        return None
    try:
        return float(text.replace(decimal_sign, "."))
    except ValueError:
        return text
