"""A reading as options of the command line, so that what is said here can be said there."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.measurements.shapes import TableShape
from decimus.study.edits import CountMarked, Edit, SplitNames
from decimus.study.questions import Question
from decimus.study.readings import CELLS, HEADINGS, HEADINGS_ABOVE, HEADINGS_TOP, NOBODY, Reading
from decimus.terms import Layout

Options = tuple[str, ...]
HEADING_OPTIONS = {
    HEADINGS: "headings",
    HEADINGS_ABOVE: "upper headings",
    HEADINGS_TOP: "top headings",
}
"""What the command line calls rows of headings that tell groups apart."""


def options_of_edit(results: Results, edit: Edit) -> Options | None:
    """The options that do what an edit does to the reading; None where none do."""
    if isinstance(edit, SplitNames):
        return ("--split-names", edit.column)
    if isinstance(edit, CountMarked):
        return ("--marked", f"{edit.kind.option}={'count' if edit.is_counted else 'out'}")
    study = edit.apply(results.study)
    before, after = results.question, study.questions[results.number]
    sheet = study.sheets[before.asked.sheet]
    if sheet.table is not results.sheet.table:
        return None
    reading = options_between(results.measurements.shape, results.sheet.reading, sheet.reading)
    asked = _asked(results, before, after)
    if reading is None or asked is None or not (reading or asked):
        return None
    return (*reading, *asked)


def options_between(shape: TableShape, before: Reading, after: Reading) -> Options | None:
    """The options that say what one reading says more than another.

    None where something is said that no option says.
    """
    said: list[str] = []
    plain = before
    if after.layout is not None and after.layout is not before.layout:
        said += ["--layout", after.layout.value]
        plain = replace(plain, layout=after.layout)
    if after.decimal is not None and after.decimal != before.decimal:
        said += ["--decimal", after.decimal]
        plain = replace(plain, decimal=after.decimal)
    if after.header_rows is not None and after.header_rows != before.header_rows:
        said += ["--heading-rows", str(after.header_rows)]
    plain = replace(plain, header_rows=after.header_rows, has_header=after.has_header)
    units = _units(shape, before, after)
    if units is None:
        return None
    said += units
    plain = replace(
        plain,
        same_units=after.same_units,
        subject=after.subject,
        pair_by_row=after.pair_by_row,
        within=after.within,
        names_within=after.names_within,
        is_block=after.is_block,
    )
    if after.counts_summaries and not before.counts_summaries:
        said.append("--with-summaries")
        plain = replace(plain, counts_summaries=True)
    if after.frequencies is not None and after.frequencies != before.frequencies:
        is_across = after.frequencies == HEADINGS
        said += ["--frequencies", "headings" if is_across else shape.name(after.frequencies)]
        plain = replace(plain, frequencies=after.frequencies)
    said += _left_out(shape, before, after)
    plain = replace(plain, missing_codes=after.missing_codes)
    if set(after.left_out) >= set(before.left_out):
        plain = replace(plain, left_out=after.left_out)
    if after.has_row_names is not None and after.has_row_names != before.has_row_names:
        said += ["--row-names", "yes" if after.has_row_names else "no"]
    plain = replace(plain, has_row_names=after.has_row_names)
    if after.readings_across is False and before.readings_across is not False and shape.readings:
        said += ["--value", shape.name(shape.readings[0])]
        plain = replace(plain, readings_across=False)
    said += _summary(shape, before, after)
    plain = replace(plain, summary=replace(after.summary, meaning=plain.summary.meaning))
    if after.summary.meaning is not None and after.summary.meaning is not before.summary.meaning:
        said += ["--meaning", after.summary.meaning.value]
        plain = replace(plain, summary=replace(plain.summary, meaning=after.summary.meaning))
    return tuple(said) if plain == after else None


def _summary(shape: TableShape, before: Reading, after: Reading) -> list[str]:
    """Which columns hold means, their spread and n."""
    said: list[str] = []
    for option in ("mean", "spread", "n"):
        column = getattr(after.summary, option)
        if column is not None and column >= 0 and column != getattr(before.summary, option):
            said += [f"--{option}", _name_of_line(shape, column, in_rows=after.summary.in_rows)]
    return said


def _name_of_line(shape: TableShape, line: int, *, in_rows: bool) -> str:
    """What a column is called, or a row that holds a statistic."""
    if not in_rows or shape.is_turned:
        return shape.name(line)
    names = next(iter(shape.side_factors), shape.row_names or 0)
    return shape.column(names).cells[line - shape.first_row]


def _left_out(shape: TableShape, before: Reading, after: Reading) -> list[str]:
    """Numbers that stand for missing ones, and columns that count as nothing."""
    codes = [code for code in after.missing_codes if code not in before.missing_codes]
    columns = [c for c in after.left_out if c not in before.left_out]
    said = [f"--missing={code}" for code in codes]
    return said + [part for c in columns for part in ("--leave-out", shape.name(c))]


def _units(shape: TableShape, before: Reading, after: Reading) -> list[str] | None:
    """Who is the same again, and whose readings are averaged."""
    said: list[str] = []
    if after.pair_by_row is not None and after.pair_by_row != before.pair_by_row:
        is_column = (after.layout or shape.layout) is Layout.ROWS
        paired = "--pair-by-column" if is_column else "--pair-by-row"
        said.append(paired if after.pair_by_row else "--independent")
    elif after.same_units is False and before.same_units is not False:
        said.append("--independent")
    elif after.same_units and (not before.same_units or after.subject != before.subject):
        column = after.subject if after.subject is not None else shape.row_names
        if column is None and shape.layout is Layout.ROWS:
            return ["--pair-by-column"]
        if column is None or column < 0:
            return None
        said += ["--subject", shape.name(column)]
        if after.names_within is not None:
            said += ["--each", shape.name(after.names_within)]
    if after.within is not None and after.within != before.within:
        if after.within != NOBODY and after.within < 0:
            return None
        said += ["--within", "none" if after.within == NOBODY else shape.name(after.within)]
    return said


def _asked(results: Results, before: Question, after: Question) -> Options | None:
    """The options that choose outcome and factors."""
    shape = results.measurements.shape
    said: list[str] = []
    if after.asked.outcome is not None and after.asked.outcome not in (before.asked.outcome, CELLS):
        if shape.layout is not Layout.LONG and after.asked.outcome not in shape.quantities:
            return None
        said += ["--value", shape.name(after.asked.outcome)]
    if after.asked.factors is not None and after.asked.factors != before.asked.factors:
        is_long = shape.layout is Layout.LONG
        if after.asked.factors == (HEADINGS,) and is_long:
            said += ["--group", "none"]
        elif any(f < 0 and f not in shape.heads.levels for f in after.asked.factors):
            return None
        else:
            names = [HEADING_OPTIONS.get(f) or shape.name(f) for f in after.asked.factors]
            said += [part for name in names for part in ("--group", name)]
    # What was said of other groups waits for them, and needs no option.
    other = replace(after, asked=before.asked, kept=before.kept)
    return tuple(said) if other == before or not said else None
