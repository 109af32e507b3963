"""From arguments to results: the file, how it is read, the question."""

from __future__ import annotations

import argparse
import sys
from pathlib import Path

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.cli.arguments import UsageError
from decimus.errors import InputError
from decimus.formats.delimited import decoded_table, delimiter_of
from decimus.measurements.detection import TableShape, table_shape
from decimus.measurements.numbers import name_and_unit
from decimus.study.edits import BringInTable
from decimus.study.readings import Reading
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.terms import Layout
from decimus.workflows.opening import open_file

LATER = {
    "subject": "--subject",
    "within": "--within",
    "sheet": "--sheet",
    "mean": "--mean",
    "spread": "--spread",
    "meaning": "--meaning",
    "n": "--n",
    "reference": "--reference",
    "control": "--control",
    "ss_type": "--ss-type",
    "style": "--style",
}


def results_from(arguments: argparse.Namespace) -> Results:
    """The results that the arguments ask for.

    Raises:
        UsageError: an option that cannot be served.
        InputError: the file or the data cannot be used.
    """
    _refuse_later(arguments)
    study = _study(arguments)
    number = _question_number(arguments, study)
    study = _read_as_told(arguments, study, number)
    question = study.questions[number]
    if arguments.level is not None:
        question = replace(
            question, error_bar_level=arguments.level, comparison_level=arguments.level
        )
    results = Results(study.with_question(number, question), number)
    if results.problem is not None:
        problem = results.problem
        raise InputError(problem.what, where=problem.where or arguments.file, remedy=problem.remedy)
    return results


def _refuse_later(arguments: argparse.Namespace) -> None:
    for name, option in LATER.items():
        if getattr(arguments, name, None) is not None:
            raise UsageError(f"{option} is not available yet")
    if arguments.layout in ("rows", "summarised"):
        raise UsageError(f"--layout {arguments.layout} is not available yet; use columns or long")


def _study(arguments: argparse.Namespace) -> Study:
    delimiter = None
    if arguments.delimiter is not None:
        try:
            delimiter = delimiter_of(arguments.delimiter)
        except InputError as error:
            raise UsageError(f"--delimiter: {error}") from error
    if arguments.file != "-":
        return open_file(Path(arguments.file), delimiter, is_checked=False).study
    title = "standard input"
    table = decoded_table(sys.stdin.buffer.read(), title, delimiter, title=title)
    return BringInTable(table=table).apply(Study())


def _question_number(arguments: argparse.Namespace, study: Study) -> int:
    if arguments.question is None:
        return 0
    if arguments.question.isdecimal() and 1 <= int(arguments.question) <= len(study.questions):
        return int(arguments.question) - 1
    count = len(study.questions)
    raise UsageError(f"--question {arguments.question}: the study has questions 1 to {count}")


def _read_as_told(arguments: argparse.Namespace, study: Study, number: int) -> Study:
    question = study.questions[number]
    sheet = study.sheets[question.sheet]
    wants_columns = arguments.value is not None or arguments.group
    layout = Layout(arguments.layout) if arguments.layout else None
    if wants_columns:
        if layout is Layout.COLUMNS:
            raise UsageError("--value and --group belong to --layout long")
        layout = Layout.LONG
    reading: Reading = sheet.reading
    if layout is not None or arguments.decimal is not None:
        reading = replace(
            reading,
            layout=layout or reading.layout,
            decimal=arguments.decimal or reading.decimal,
        )
        study = study.with_sheet(question.sheet, replace(sheet, reading=reading))
    if not wants_columns:
        return study
    shape = table_shape(sheet.table, reading)
    outcome = question.outcome
    if arguments.value is not None:
        outcome = _column(arguments, shape, arguments.value, "--value")
        _check_numbers(arguments, shape, outcome, sheet.table)
    factors = question.factors
    if arguments.group:
        factors = tuple(_column(arguments, shape, name, "--group") for name in arguments.group)
        if len(factors) > 2:
            raise UsageError("--group: three factors are not available yet; give one or two")
        if outcome in factors:
            raise UsageError("--group and --value name the same column")
        if len(set(factors)) < len(factors):
            raise UsageError("--group names the same column twice")
    return study.with_question(number, replace(question, outcome=outcome, factors=factors))


def _column(arguments: argparse.Namespace, shape: TableShape, name: str, option: str) -> int:
    """A column by its heading, with or without unit, or by its number."""
    wanted = name.strip().casefold()
    for exact in (True, False):
        for profile in shape.columns:
            heading = profile.heading if exact else name_and_unit(profile.heading)[0]
            if heading.casefold() == wanted:
                return profile.index
    if wanted.isdecimal() and any(p.index == int(wanted) - 1 for p in shape.columns):
        return int(wanted) - 1
    known = ", ".join(p.heading or f"column {p.index + 1}" for p in shape.columns)
    raise InputError(
        f"{option}: there is no column “{name}”", where=arguments.file, remedy=f"There are: {known}"
    )


def _check_numbers(
    arguments: argparse.Namespace, shape: TableShape, column: int, table: Table
) -> None:
    profile = shape.column(column)
    if profile.numbers:
        return
    first = next(
        (r for r in range(shape.first_row, table.row_count) if table.cell(r, column).strip()), 0
    )
    raise InputError(
        f"Column “{profile.heading}” holds no numbers (row {first + 1}, column {column + 1}: "
        f"“{table.cell(first, column).strip()}”)",
        where=arguments.file,
        remedy="Choose a column of measurements with --value",
    )
