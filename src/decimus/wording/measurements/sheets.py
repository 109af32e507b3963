"""What stands around the sheet: which table, lines above and below it, what counts."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.edits import ChooseTable, RemoveTable
from decimus.wording.measurements.asides import asides_choice
from decimus.wording.spans import Choice, Option, Sentence, Span, Style, Text


def tables_sentence(results: Results) -> Sentence:
    """Which of the study's tables is asked about; empty where there is only one."""
    sheets, now = results.study.sheets, results.question.asked.sheet
    if len(sheets) < 2:
        return ()
    options = [
        Option(
            sheet.table.title or f"table {number + 1}",
            ChooseTable(sheet=number, name=sheet.table.title, question=results.number),
            number == now,
        )
        for number, sheet in enumerate(sheets)
    ]
    title = results.sheet.table.title or f"table {now + 1}"
    removal = RemoveTable(sheet=now, name=title, question=results.number)
    options.append(Option(f"take out {title}", removal))
    return (
        Text("Table "),
        Choice("table", title, "which table is asked about", tuple(options)),
        Text(f" of {len(sheets)}", Style.QUIET),
    )


def strip_sentence(results: Results) -> Sentence:
    """The strip at the foot of the sheet: numbers, groups, missing, set aside."""
    measurements = results.measurements
    count, groups = measurements.reading_count, len(measurements.groups)
    noun = "mean" if measurements.is_summarised else "number"
    if measurements.counts_cases:
        noun = measurements.unit_name
    spans: list[Span] = [
        Text(f"{count} {plural(noun, count)} in {groups} {plural('group', groups)}")
    ]
    if measurements.units.is_averaged:
        units = measurements.count
        spans.append(Text(f", of {units} {plural(measurements.unit_name, units)}"))
    spans.append(Text(f"\u2003 {measurements.missing_count} missing\u2003 "))
    if measurements.aside_count:
        spans.append(asides_choice(results))
    else:
        spans.append(Text("none set aside"))
    if left_out := _left_out(results):
        spans.append(Text(f"\u2003 {left_out}"))
    source = results.sheet.source
    if source.name:
        spans.append(Text(f"\u2003 from {source.name}", Style.QUIET))
    return tuple(spans)


def _left_out(results: Results) -> str:
    """How many rows and columns count as nothing: summaries of others, and what was left out."""
    shape = results.measurements.shape
    counts = ((len(shape.summary_rows), "row"), (len(shape.summary_columns), "column"))
    parts = [f"{count} {plural(noun, count)}" for count, noun in counts if count]
    return f"{' and '.join(parts)} left out" if parts else ""


def lines_around(results: Results) -> str:
    """Lines of text above and below the table, which are not part of it."""
    block, table = results.measurements.shape.block, results.sheet.table
    if results.measurements.shape.is_turned:
        return ""

    def line(row: int) -> str:
        cells = (table.cell(row, c).strip() for c in range(table.column_count))
        return ", ".join(cell for cell in cells if cell)

    above = " ".join(line(row) for row in block.title_rows)
    below = " ".join(line(row) for row in block.note_rows)
    parts = ([f"Above the table: {above}"] if above else []) + (
        [f"Below it: {below}"] if below else []
    )
    return "   ".join(parts)
