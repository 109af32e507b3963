"""The summary as rows: exactly what is shown, and the same in full precision."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.wording.groups.statistics import heading, part_names, values_of
from decimus.wording.numbers import NBSP, UNDEFINED
from decimus.wording.write_up.paragraphs import lane_labels, summary_table

Cell = str | float | None


def shown_rows(results: Results) -> list[list[str]]:
    """The table as shown, headings first, with the signs that files are read with."""
    table = summary_table(Results(results.study, results.number, before=results))
    return [[_written(cell) for cell in row] for row in (table.headings, *table.rows)]


def shown_cells(results: Results) -> list[list[Cell]]:
    """The same with numbers as numbers, as far as a cell is a number."""
    labels = len(results.groups.factors)
    head, *body = shown_rows(results)
    return [
        list(head),
        *([*row[:labels], *(_number_or_text(cell) for cell in row[labels:])] for row in body),
    ]


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


def _written(text: str) -> str:
    """Text with plain spaces; numbers with a hyphen for minus, as programs read them."""
    plain = text.replace(NBSP, " ").replace("\u2003", " ")
    bare = plain.replace("\u2212", "-")
    return bare if isinstance(_number_or_text(bare), float) else plain


def _number_or_text(text: str) -> Cell:
    if text in ("", UNDEFINED):
        return None
    try:
        return float(text)
    except ValueError:
        return text
