"""From arguments to results: the file, how it is read, the question."""

from __future__ import annotations

import argparse
from pathlib import Path

from msgspec.structs import replace

from decimus.analysis.error_bars import fitting_error_bar
from decimus.analysis.results import Results
from decimus.cli.arguments import UsageError
from decimus.cli.read_ahead import Ahead, delimiter_told
from decimus.cli.streams import read_input, say
from decimus.errors import ChoiceError, InputError
from decimus.formats.files import in_words
from decimus.formats.table_files import FoundTable, table_of_bytes
from decimus.measurements.headings import name_and_unit
from decimus.measurements.kept import table_shape
from decimus.measurements.numbers import is_number
from decimus.measurements.reading import read_measurements
from decimus.measurements.shapes import TableShape
from decimus.report.reading_options import HEADING_OPTIONS
from decimus.study.edits import BringInTable, ChooseUnit, CountMarked, SplitNames
from decimus.study.marks import MarkKind
from decimus.study.questions import Question
from decimus.study.readings import HEADINGS, NOBODY, Reading, SummaryColumns
from decimus.study.studies import Sheet, Study
from decimus.study.tables import Table
from decimus.terms import Layout, Meaning
from decimus.wording.asking import question_titles

_MOST_FACTORS = 3


def results_from(arguments: argparse.Namespace, ahead: Ahead) -> Results:
    """The results that the arguments ask for.

    Args:
        arguments: what was typed.
        ahead: the table, where one is being read already.

    Raises:
        UsageError: an option that cannot be served.
        InputError: the file or the data cannot be used.
    """
    study, opened = _study(arguments, ahead)
    number = _question_number(arguments, study)
    study = _read_as_told(arguments, study, number)
    question = study.questions[number]
    if arguments.level is not None:
        question = replace(
            question,
            heights=replace(question.heights, level=arguments.level),
            comparison=replace(question.comparison, level=arguments.level),
        )
    study = study.with_question(number, question)
    results = Results(study, number, before=opened)
    if results.problem is not None:
        problem = results.problem
        raise InputError(problem.what, where=problem.where or arguments.file, remedy=problem.remedy)
    _check_meaning(arguments, results)
    heights = fitting_error_bar(results.compared, question.heights)
    fitting = replace(question, heights=heights)
    return Results(study.with_question(number, fitting), number, before=results)


def _study(arguments: argparse.Namespace, ahead: Ahead) -> tuple[Study, Results | None]:
    """The study, and what follows from it where that was worked out to open it."""
    if ahead is not None:
        return _brought_in(ahead.result()), None
    if arguments.file != "-":
        from decimus.workflows.opening import open_study

        opened = open_study(Path(arguments.file))
        for note in opened.notes:
            say(f"{in_words(arguments.file)}: {note}")
        return opened.history.study, opened.results
    title = "standard input"
    delimiter = delimiter_told(arguments)
    content = read_input()
    found = table_of_bytes(content, title, title=title, delimiter=delimiter, sheet=arguments.sheet)
    return _brought_in(found), None


def _brought_in(found: FoundTable) -> Study:
    edit = BringInTable(table=found.table, source=found.source, reading=found.first_reading)
    from decimus.workflows.at_first import read_at_first
    from decimus.workflows.house_styles import default_notes, new_history

    for note in default_notes():
        say(note)
    return read_at_first(edit).apply(new_history().study)


def _question_number(arguments: argparse.Namespace, study: Study) -> int:
    """Which question of a study, by its number, its name or what it asks."""
    wanted, count = arguments.question, len(study.questions)
    if wanted is None and count == 1:
        return 0
    if wanted is not None and wanted.isdecimal() and 1 <= int(wanted) <= count:
        return int(wanted) - 1
    titles = question_titles(Results(study))
    known = ", ".join(f"{number} “{title}”" for number, title in enumerate(titles, start=1))
    if wanted is None:
        if arguments.command != "report":
            name = in_words(arguments.file)
            say(f"{name}: the first of {count} questions; --question N or NAME: {known}")
        return 0
    found = [n for n, title in enumerate(titles) if title.casefold() == wanted.strip().casefold()]
    if not found:
        start = wanted.strip().casefold()
        found = [n for n, title in enumerate(titles) if title.casefold().startswith(start)]
    if len(found) != 1:
        why = "there is no such question" if not found else "there are several such questions"
        raise UsageError(f"--question {wanted}: {why}; there are: {known}")
    return found[0]


def _read_as_told(arguments: argparse.Namespace, study: Study, number: int) -> Study:
    """The study with its table read as the options say."""
    question = study.questions[number]
    sheet = study.sheets[question.asked.sheet]
    of_block = _asks_about_quantity(arguments, sheet) or _groups_by_headings(arguments, sheet)
    layout = Layout.COLUMNS if of_block else _layout_told(arguments)
    if layout is None and arguments.group:
        layout = _layout_of_groups(arguments, sheet)
    reading = _plainly_told(
        arguments, replace(sheet.reading, layout=layout or sheet.reading.layout)
    )
    if any(getattr(arguments, name) for name in _COLUMN_OPTIONS) or layout is Layout.SUMMARISED:
        reading = _turned_where_named(arguments, sheet.table, reading)
        shape = table_shape(sheet.table, reading)
        reading = _units_told(arguments, shape, reading)
        if layout is Layout.SUMMARISED:
            reading = _summary_told(arguments, shape, reading)
        question = _asked(arguments, shape, question, sheet.table)
    study = study.with_sheet(question.asked.sheet, replace(sheet, reading=reading))
    for said in arguments.marked or ():
        edit = _mark_told(said, question.asked.sheet)
        if not sheet.marks.are_of(edit.kind):
            raise UsageError(f"--marked {said}: the file marks nothing so")
        study = edit.apply(study)
    if arguments.split_names:
        study = study.with_question(number, question)
        shape = table_shape(sheet.table, reading)
        is_across = (
            shape.layout is Layout.COLUMNS
            and shape.row_names is not None
            and shape.name(shape.row_names) == arguments.split_names
        )
        study = SplitNames(
            column=arguments.split_names,
            is_across=is_across and not shape.side_factors and len(shape.measured) > 1,
            question=number,
            sheet=question.asked.sheet,
        ).apply(study)
        question = study.questions[number]
    study = study.with_question(number, question)
    return _named(arguments, study, number)


def _mark_told(said: str, sheet: int) -> CountMarked:
    """Whether what the workbook marks counts: "struck=out"."""
    name, _, answer = said.partition("=")
    kind = next((kind for kind in MarkKind if kind.option == name), None)
    if kind is None or answer not in ("count", "out"):
        known = ", ".join(kind.option for kind in MarkKind)
        raise UsageError(f"--marked {said}: say KIND=count or KIND=out, KIND one of {known}")
    return CountMarked(kind=kind, is_counted=answer == "count", sheet=sheet)


def _plainly_told(arguments: argparse.Namespace, reading: Reading) -> Reading:
    """What the options say without naming a column."""
    for text in arguments.missing or ():
        if not (is_number(text, ".") or is_number(text, ",")):
            raise UsageError(f"--missing {text}: it is no number")
    return replace(
        reading,
        decimal=arguments.decimal or reading.decimal,
        header_rows=arguments.heading_rows
        if arguments.heading_rows is not None
        else reading.header_rows,
        has_row_names={"yes": True, "no": False, None: reading.has_row_names}[arguments.row_names],
        counts_summaries=arguments.with_summaries or reading.counts_summaries,
        missing_codes=tuple(arguments.missing or reading.missing_codes),
        pair_by_row=_pairs_told(arguments, reading),
        same_units=_sameness_told(arguments, reading),
    )


def _sameness_told(arguments: argparse.Namespace, reading: Reading) -> bool | None:
    if arguments.independent:
        return False
    # Columns of groups in rows may have names, or be told apart by their places only.
    return True if arguments.pair_by_column else reading.same_units


def _pairs_told(arguments: argparse.Namespace, reading: Reading) -> bool | None:
    said = [name for name in _WHO_IS_SAME if getattr(arguments, name)]
    if len(said) > 1:
        first, second = (f"--{name.replace('_', '-')}" for name in said[:2])
        raise UsageError(f"{first} and {second} exclude each other")
    if said and said != ["subject"]:
        return said != ["independent"]
    # Said to be columns and nothing more, they are independent.
    if arguments.layout == Layout.COLUMNS.value and arguments.subject is None:
        return False if reading.pair_by_row is None else reading.pair_by_row
    return reading.pair_by_row


def _asked(
    arguments: argparse.Namespace, shape: TableShape, question: Question, table: Table
) -> Question:
    """The question with outcome and factors as told. Raises UsageError or InputError."""
    outcome, factors = question.asked.outcome, question.asked.factors
    if arguments.value is not None:
        outcome = _quantity(shape, arguments.value)
        if outcome is None:
            outcome = _column(arguments, shape, arguments.value, "--value")
            _check_numbers(arguments, shape, outcome, table)
    if arguments.group:
        factors = _factors(arguments, shape)
        if shape.layout is Layout.COLUMNS and not set(factors) & set(shape.heads.levels):
            for factor in factors:
                if factor not in shape.side_factors:
                    name = shape.name(factor)
                    raise UsageError(f"--group {name}: it names no groups beside the columns")
            if shape.heads.levels or not shape.heads.are_found:
                factors = (HEADINGS, *factors)
        if len(factors) > _MOST_FACTORS:
            raise UsageError("--group: give one to three factors")
        if outcome is not None and outcome in factors:
            raise UsageError("--group and --value name the same column")
        if len(set(factors)) < len(factors):
            raise UsageError("--group names the same column twice")
    return replace(question, asked=replace(question.asked, outcome=outcome, factors=factors))


def _factors(arguments: argparse.Namespace, shape: TableShape) -> tuple[int, ...]:
    """The columns that divide the measurements; "none" where nothing does."""
    names = [profile.heading for profile in shape.columns]
    levels = dict(zip(HEADING_OPTIONS.values(), HEADING_OPTIONS, strict=True))
    known = {n: v for n, v in levels.items() if v in shape.heads.levels and n not in names}
    if arguments.group == ["none"] and shape.layout is Layout.LONG and "none" not in names:
        return (HEADINGS,)
    return tuple(
        known[name] if name in known else _column(arguments, shape, name, "--group")
        for name in arguments.group
    )


def _named(arguments: argparse.Namespace, study: Study, number: int) -> Study:
    """The study with outcome, unit and factors called what the options say."""
    if arguments.name is None and arguments.unit is None and not arguments.factor_name:
        return study
    results = Results(study, number)
    if results.problem is not None:
        return study
    outcome = results.measurements.outcome.variable
    if arguments.name is not None:
        study = _called(study, results, outcome, "--name", arguments.name)
    if arguments.unit is not None:
        sheet = results.question.asked.sheet
        edit = ChooseUnit(variable=outcome, unit=arguments.unit.strip(), sheet=sheet)
        study = edit.apply(study)
    factors, names = results.measurements.factors, arguments.factor_name or []
    if len(names) > len(factors):
        count = len(factors)
        raise UsageError(f"--factor-name: there {'is 1 factor' if count == 1 else f'are {count}'}")
    for factor, typed in zip(factors, names, strict=False):
        study = _called(study, results, factor.variable, "--factor-name", typed)
    return study


def _called(study: Study, results: Results, variable: int, option: str, typed: str) -> Study:
    from decimus.wording.entries import name_entry

    try:
        return name_entry(results, variable, option, "").edit_of(typed).apply(study)
    except ChoiceError as error:
        raise UsageError(f"{option}: {error.what.lower()}") from error


def _layout_told(arguments: argparse.Namespace) -> Layout | None:
    """The layout as said, or as the other options imply."""
    layout = Layout(arguments.layout) if arguments.layout else None
    if any(getattr(arguments, name) is not None for name in ("mean", "spread", "meaning", "n")):
        if layout not in (None, Layout.SUMMARISED):
            raise UsageError("--mean, --spread, --meaning and --n belong to --layout summarised")
        return Layout.SUMMARISED
    if arguments.value is not None or arguments.within not in (None, "none"):
        if layout not in (None, Layout.LONG):
            raise UsageError("--value and --within belong to --layout long")
        return Layout.LONG
    for option, needed in _PAIRED_IN.items():
        if getattr(arguments, option):
            if layout not in (None, needed):
                name = option.replace("_", "-")
                raise UsageError(f"--{name} belongs to --layout {needed.value}")
            return needed
    return layout


def _asks_about_quantity(arguments: argparse.Namespace, sheet: Sheet) -> bool:
    """Whether `--value` names one of the quantities that stand over a block of columns."""
    if arguments.value is None or arguments.layout not in (None, Layout.COLUMNS.value):
        return False
    shape = table_shape(sheet.table, _plainly_told(arguments, sheet.reading))
    return _quantity(shape, arguments.value) is not None


def _groups_by_headings(arguments: argparse.Namespace, sheet: Sheet) -> bool:
    """Whether `--group` names a row of headings over a block of columns."""
    wanted = set(arguments.group or ()) & set(HEADING_OPTIONS.values())
    if not wanted or arguments.layout not in (None, Layout.COLUMNS.value):
        return False
    shape = table_shape(sheet.table, _plainly_told(arguments, sheet.reading))
    known = {HEADING_OPTIONS[level] for level in shape.heads.levels}
    return wanted <= known and not any(_has_column(shape, name) for name in wanted)


def _quantity(shape: TableShape, name: str) -> int | None:
    wanted = name.strip().casefold()
    for column in shape.quantities:
        heading = shape.name(column)
        if wanted in (heading.casefold(), name_and_unit(heading)[0].casefold()):
            return column
    return None


def _layout_of_groups(arguments: argparse.Namespace, sheet: Sheet) -> Layout | None:
    """The layout in which nothing but the groups named tells values apart.

    None as detected; where no block of columns is so, one measurement a row.
    """
    reading = _plainly_told(arguments, sheet.reading)
    shape = table_shape(sheet.table, reading)
    wanted = {name.strip().casefold() for name in arguments.group}
    if shape.summary is not None:
        names = {shape.name(c).casefold() for c in shape.side_factors}
        return None if wanted <= names else Layout.LONG
    if shape.layout is Layout.LONG or wanted == {"none"}:
        return Layout.LONG
    for layout in sorted((Layout.COLUMNS, Layout.ROWS), key=lambda one: one is not shape.layout):
        try:
            found = read_measurements(sheet.table, replace(reading, layout=layout))
        except InputError:
            continue
        names = {found.shape.name(factor.variable).casefold() for factor in found.factors}
        if names == wanted:
            return layout
    return Layout.LONG


def _units_told(arguments: argparse.Namespace, shape: TableShape, reading: Reading) -> Reading:
    """Who was measured again, and whose readings are averaged."""
    if arguments.subject is not None:
        subject = _column(arguments, shape, arguments.subject, "--subject")
        if shape.layout is Layout.ROWS:
            raise UsageError("--subject belongs to --layout columns or long")
        each = None
        if arguments.each is not None:
            each = _column(arguments, shape, arguments.each, "--each")
        reading = replace(reading, subject=subject, same_units=True, names_within=each)
    elif arguments.each is not None:
        raise UsageError("--each belongs to --subject")
    if arguments.leave_out:
        columns = tuple(_column(arguments, shape, c, "--leave-out") for c in arguments.leave_out)
        reading = replace(reading, left_out=columns)
    if arguments.frequencies == "headings" and not _has_column(shape, "headings"):
        reading = replace(reading, frequencies=HEADINGS, layout=Layout.ROWS)
    elif arguments.frequencies is not None:
        found = _column(arguments, shape, arguments.frequencies, "--frequencies")
        reading = replace(reading, frequencies=found, layout=Layout.LONG)
    if arguments.within == "none" and not _has_column(shape, "none"):
        reading = replace(reading, within=NOBODY)
    elif arguments.within is not None:
        within = _column(arguments, shape, arguments.within, "--within")
        reading = replace(reading, within=within)
    return reading


def _has_column(shape: TableShape, name: str) -> bool:
    return any(profile.heading.casefold() == name for profile in shape.columns)


_WHO_IS_SAME = ("pair_by_row", "pair_by_column", "subject", "independent")
_PAIRED_IN = {"pair_by_row": Layout.COLUMNS, "pair_by_column": Layout.ROWS}
"""The layouts in which values of one line are said to be of one subject."""
_COLUMN_OPTIONS = (
    "leave_out",
    "frequencies",
    "value",
    "group",
    "subject",
    "each",
    "within",
    "mean",
    "spread",
    "meaning",
    "n",
)
_MEANINGS = ("sd", "se", "margin", "variance")


def _turned_where_named(arguments: argparse.Namespace, table: Table, reading: Reading) -> Reading:
    """The reading with means in rows, where it is a row that `--mean` names."""
    wanted = (arguments.mean or "").strip().casefold()
    turned = replace(reading, summary=replace(reading.summary, in_rows=True))
    if not wanted or _has_column(table_shape(table, reading), wanted):
        return reading
    return turned if _has_column(table_shape(table, turned), wanted) else reading


def _summary_told(arguments: argparse.Namespace, shape: TableShape, reading: Reading) -> Reading:
    """The columns of a summarised table; those not said are taken from clear headings."""
    if arguments.meaning is not None and arguments.meaning not in _MEANINGS:
        raise UsageError(f"--meaning {arguments.meaning}: there are {', '.join(_MEANINGS)}")
    found = shape.summary.columns[0] if shape.summary is not None else None

    def column(name: str) -> int | None:
        said = getattr(arguments, name)
        if said is not None:
            return _column(arguments, shape, said, f"--{name}")
        detected = getattr(found, name) if found is not None else None
        return NOBODY if detected is None and name != "mean" else detected

    known = ", ".join(shape.name(p.index) for p in shape.columns)
    mean = column("mean")
    if mean is None:
        raise InputError(
            "No heading says which column holds the means",
            where=arguments.file,
            remedy=f"Name it with --mean; there are: {known}",
        )
    names = ("mean", "spread", "n")
    is_said = any(getattr(arguments, name) is not None for name in names)
    columns = SummaryColumns(
        meaning=Meaning(arguments.meaning) if arguments.meaning else None,
        in_rows=reading.summary.in_rows,
    )
    if is_said:
        upper = found.upper if found is not None and arguments.spread is None else None
        columns = replace(
            columns, mean=mean, spread=column("spread"), n=column("n"), upper=upper or NOBODY
        )
    return replace(reading, summary=columns)


def _check_meaning(arguments: argparse.Namespace, results: Results) -> None:
    """Refuse to guess what stands beside the means."""
    summary = results.measurements.shape.summary
    if summary is None or summary.meaning is not None or summary.columns[0].spread is None:
        return
    heading = summary.spread_heading or "the column beside the means"
    raise InputError(
        f"Nothing says what “{heading}” is",
        where=arguments.file,
        remedy=f"Say it with --meaning {'|'.join(_MEANINGS)}",
    )


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
