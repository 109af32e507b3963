"""Reports: a question, or all of a study, as a document in a file."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from pathlib import Path

from decimus.analysis.results import Results
from decimus.errors import ChoiceError, InputError
from decimus.figure.layout import page_of
from decimus.formats.files import write_whole
from decimus.kinds.figure_formats import FigureFormat
from decimus.report.documents.contents import (
    Block,
    Document,
    Facts,
    Figure,
    Heading,
    Paragraph,
    Table,
)
from decimus.study.live_parts import Passage
from decimus.values import Value
from decimus.wording.asking import question_title
from decimus.wording.figure.alt_text import alt_text
from decimus.wording.phrases import group_words, upper_first
from decimus.wording.spans import Sentence, Text
from decimus.wording.write_up.passages import TITLES, passage
from decimus.wording.write_up.referee import referee_sheet
from decimus.wording.write_up.tables import tables_of
from decimus.workflows.exporting import FigureFile, figure_bytes

REPORT_FORMATS = ("html", "docx", "md")
_DPI = 200
_MOST_ROWS = 400
"""Rows of a table that a document holds; longer ones are for workbooks."""


class ReportWish(Value, frozen=True):
    """What a report is to hold.

    Args:
        title: of the document; "" for one that follows from the questions.
        with_sheets: whether every question has its referee's sheet.
    """

    title: str = ""
    with_sheets: bool = True


def report_format(path: Path) -> str:
    """The format that a file's ending asks for. Raises ChoiceError."""
    suffix = path.suffix.lower().removeprefix(".")
    suffix = {"htm": "html", "markdown": "md"}.get(suffix, suffix)
    if suffix not in REPORT_FORMATS:
        known = ", ".join(REPORT_FORMATS)
        raise ChoiceError(
            f"A report cannot be written as “.{suffix}”" if suffix else "The file has no ending",
            where=str(path),
            remedy=f"Use one of: {known}",
        )
    return suffix


def export_report(
    every: Sequence[Results],
    path: Path,
    wish: ReportWish = ReportWish(),  # noqa: B008 - frozen
) -> tuple[str, ...]:
    """Write the report to a file in the format of its ending, whole or not at all.

    Args:
        every: what follows from each question.
        path: where to; figures of Markdown come beside it.
        wish: what it is to hold.

    Returns:
        What is to say of it: files beside it, signs that the typeface lacks.

    Raises:
        InputError: there is nothing to report, or the file cannot be written.
    """
    suffix = report_format(path)
    document = document_of(every, wish)
    if suffix == "html":
        from decimus.report.documents.html import html_bytes

        write_whole(path, html_bytes(document))
        return document.notes
    if suffix == "docx":
        from decimus.report.documents.word import word_bytes

        write_whole(path, word_bytes(document))
        return document.notes
    return (*_write_markdown(document, path), *document.notes)


def _write_markdown(document: Document, path: Path) -> tuple[str, ...]:
    """The figures first, so that the text never names one that is not there."""
    from decimus.report.documents.markdown import markdown_bytes

    names, notes = {}, []
    for figure in (block for block in document.blocks if isinstance(block, Figure)):
        name = f"{path.stem}-figure-{figure.number}.svg"
        write_whole(path.with_name(name), figure.svg)
        names[figure.number] = name
        notes.append(f"figure {figure.number} beside it: {name}")
    write_whole(path, markdown_bytes(document, names))
    return tuple(notes)


def document_of(every: Sequence[Results], wish: ReportWish = ReportWish()) -> Document:  # noqa: B008
    """What a report holds. Raises InputError where no question can be read."""
    readable = [results for results in every if results.problem is None]
    if not readable:
        problem = every[0].problem if every else None
        raise problem or InputError("There is nothing to report", remedy="Bring in a table first")
    title = wish.title or _title(readable)
    numbers = _Numbers(readable)
    blocks: list[Block] = [Heading(1, title)]
    study = readable[0].study
    if study.note:
        blocks.append(Paragraph((Text(study.note),)))
    notes: list[str] = []
    for results in readable:
        blocks += _question(results, numbers, wish, is_only=len(readable) == 1)
        notes += _lacking(results)
    return Document(title, tuple(blocks), tuple(dict.fromkeys(notes)))


class _Numbers:
    """Numbers of figures and tables: those the study gives, where no two are alike."""

    def __init__(self, every: Sequence[Results]) -> None:
        given = [results.question.figure.figure_number for results in every]
        self._figures = given if len(set(given)) == len(given) else range(1, len(given) + 1)
        self._by_question = {
            results.number: number for results, number in zip(every, self._figures, strict=True)
        }
        self._tables = 0

    def figure(self, results: Results) -> int:
        """The number of a question's figure."""
        return self._by_question[results.number]

    def table(self) -> int:
        """The number of the next table."""
        self._tables += 1
        return self._tables


def _title(every: Sequence[Results]) -> str:
    if len(every) == 1:
        return upper_first(question_title(every[0]))
    source = every[0].sheet.source.name or every[0].sheet.table.title
    return f"{len(every)} questions about {source}" if source else f"{len(every)} questions"


def _question(
    results: Results, numbers: _Numbers, wish: ReportWish, *, is_only: bool
) -> Iterator[Block]:
    level = 2
    if not is_only:
        yield Heading(2, upper_first(question_title(results)))
        level = 3
    yield _figure(results, numbers.figure(results))
    for which in (Passage.RESULTS, Passage.GROUPS, Passage.METHODS):
        yield Heading(level, TITLES[which])
        yield Paragraph(passage(results, which))
    tables = tables_of(results)
    if tables:
        yield Heading(level, "Tables")
    for table in tables:
        rows = table.rows
        yield Table(
            numbers.table(),
            _shortened(table.title, len(rows)),
            rows[: _MOST_ROWS + table.heading_rows],
            table.heading_rows,
            table.numeric,
        )
    if notes := tuple(_notes(results)):
        yield Heading(level, "Notes")
        yield Facts(notes)
    if wish.with_sheets:
        yield Heading(level, "For referees", has_own_page=True)
        yield Facts(tuple((line.about, line.words, line.is_gap) for line in referee_sheet(results)))


def _shortened(title: Sentence, count: int) -> Sentence:
    if count <= _MOST_ROWS + 1:
        return title
    more = Text(f" The first {_MOST_ROWS} of {count - 1} rows; save the table for all of them.")
    return (*title, more)


def _notes(results: Results) -> Iterator[tuple[str, Sentence, bool]]:
    """Free notes on groups and values; those on question and study stand elsewhere."""
    for note in results.question.words.group_notes:
        group = results.groups.find(note.levels)
        name = ", ".join(note.levels) if group is None else group_words(results.groups, group)
        yield upper_first(name), (Text(note.text),), False
    table = results.sheet.table
    for cell in results.sheet.reading.cell_notes:
        value = table.cell(cell.row, cell.column).strip()
        place = f"{value} (row {cell.row + 1}, column {cell.column + 1})"
        yield place, (Text(cell.text),), False


def _figure(results: Results, number: int) -> Figure:
    from decimus.figure.outlines import measure

    page = page_of(results, measure)
    svg = figure_bytes(
        results, FigureFormat.SVG, FigureFile(has_outlines=True, carries_study=False)
    )
    png = figure_bytes(results, FigureFormat.PNG, FigureFile(dpi=_DPI, carries_study=False))
    return Figure(
        number,
        svg,
        png,
        page.width_mm,
        page.height_mm,
        alt_text(results),
        passage(results, Passage.CAPTION),
    )


def _lacking(results: Results) -> list[str]:
    """Signs that the typeface of the figure lacks."""
    from decimus.figure.outlines import measure, missing_signs

    signs = missing_signs(page_of(results, measure))
    return [f"the typeface has no signs for {signs}"] if signs else []
