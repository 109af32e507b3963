"""Remarks on what a workbook hides, strikes or notes, in words."""

from __future__ import annotations

from itertools import groupby
from typing import assert_never

from decimus.analysis.doubts import by_marks as facts
from decimus.analysis.results import Results
from decimus.study.edits import CountMarked
from decimus.study.marks import MarkKind
from decimus.wording.remarks.words import RemarkWords, listed


def mark_remark(results: Results, remark: facts.MarkRemark) -> RemarkWords:
    """The remark on marked rows, columns and cells in words."""
    match remark:
        case facts.MarkedInWorkbook(kind, lines, cells, texts):
            return _marked(
                results, kind, lines or cells, _named(results, kind, lines, cells, texts)
            )
        case facts.NeverComputed(cells):
            one = len(cells) == 1
            return RemarkWords(
                "measurements",
                f"{_places(cells)} {'holds a formula' if one else 'hold formulas'} that no program "
                f"has computed; {'it is' if one else 'they are'} missing here.",
                "Open the workbook in the program that made it, save it there and read it again.",
            )
        case never:
            assert_never(never)


def _marked(
    results: Results, kind: MarkKind, marked: tuple[object, ...], named: str
) -> RemarkWords:
    one, sheet = len(marked) == 1, results.question.asked.sheet
    it, count = ("it", "it counts") if one else ("them", "they count")
    verb = "is" if one else "are"
    what, why = {
        MarkKind.HIDDEN_ROWS: ("hidden in the workbook", "A filter may have hidden {it}."),
        MarkKind.HIDDEN_COLUMNS: ("hidden in the workbook", "Somebody may have left {it} out."),
        MarkKind.STRUCK: ("struck through in the workbook", "Somebody may have rejected {it}."),
        MarkKind.NOTED: ("a note in the workbook", "It may say why not to count {it}."),
    }[kind]
    if kind is MarkKind.NOTED:
        verb, what = ("has", what) if one else ("have", "notes in the workbook")
    return RemarkWords(
        "measurements",
        f"{named} {verb} {what}; {count}.",
        why.format(it=it),
        (
            (f"leave {it} out", CountMarked(kind=kind, is_counted=False, sheet=sheet)),
            (count, CountMarked(kind=kind, is_counted=True, sheet=sheet)),
        ),
        is_open=True,
    )


def _named(
    results: Results,
    kind: MarkKind,
    lines: tuple[int, ...],
    cells: tuple[tuple[int, int], ...],
    texts: tuple[str, ...],
) -> str:
    table = results.sheet.table
    match kind:
        case MarkKind.HIDDEN_ROWS:
            spans = tuple(_spans(lines))
            return f"{'Row' if len(lines) == 1 else 'Rows'} {listed(spans, 6)}"
        case MarkKind.HIDDEN_COLUMNS:
            return listed(tuple(results.measurements.shape.name(c) for c in lines))
        case MarkKind.STRUCK:
            return listed(tuple(f"“{table.cell(r, c).strip()}” ({_place(r, c)})" for r, c in cells))
        case MarkKind.NOTED:
            noted = zip(cells, texts, strict=True)
            return listed(
                tuple(
                    f"“{table.cell(r, c).strip()}” ({_place(r, c)}: “{text[:_LONGEST]}”)"
                    for (r, c), text in noted
                )
            )
        case never:
            assert_never(never)


_LONGEST = 60


def _place(row: int, column: int) -> str:
    return f"row {row + 1}, column {column + 1}"


def _places(cells: tuple[tuple[int, int], ...]) -> str:
    named = listed(tuple(_place(*cell) for cell in cells))
    return named[:1].upper() + named[1:]


def _spans(lines: tuple[int, ...]) -> list[str]:
    """Lines as people count, those that follow each other together: "14 to 19"."""
    runs = groupby(enumerate(sorted(lines)), key=lambda pair: pair[1] - pair[0])
    found = []
    for _, run in runs:
        members = [line + 1 for _, line in run]
        found.append(str(members[0]) if len(members) == 1 else f"{members[0]} to {members[-1]}")
    return found
