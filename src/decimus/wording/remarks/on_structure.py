"""Remarks on what names and numbers show by their form, in words, each with the other way."""

from __future__ import annotations

from typing import assert_never

from msgspec.structs import replace

from decimus.analysis.doubts import by_structure as facts
from decimus.analysis.doubts.by_names import NamesMayBeGroups
from decimus.analysis.results import Results
from decimus.study.edits import (
    ChooseCode,
    ChooseLayout,
    CountFrequencies,
    CountSummaries,
    Edit,
    ReadAs,
    SetValuesAside,
    SplitNames,
)
from decimus.study.readings import HEADINGS, NOBODY, SetAside, SummaryColumns
from decimus.terms import Layout, Meaning
from decimus.wording.questions import divided_by
from decimus.wording.remarks.words import RemarkWords, listed


def structure_remark(  # noqa: C901, PLR0911, PLR0912 - a case per kind
    results: Results, remark: facts.StructureRemark
) -> RemarkWords:
    """The remark on the form of names and numbers in words."""
    match remark:
        case facts.MayBeSummary():
            return _may_be_summary(results, remark)
        case facts.WorkedOut(texts, read):
            pairs = tuple(f"“{t}” as {value}" for t, value in zip(texts, read, strict=True))
            return RemarkWords(
                "measurements",
                f"Cells are read as the numbers they stand for: {listed(pairs)}.",
                "Minutes and seconds count in seconds, k and M as thousands and millions.",
            )
        case NamesMayBeGroups(heading, stems, is_across):
            those = f"The names of {heading}" if heading else "The headings"
            is_one = len(results.measurements.groups) == 1
            now = "all rows are one group" if is_one else "every name is a group"
            now = "they are units of one kind" if is_across else now
            now = now if heading else "every column is a group"
            way = "in a column of its own" if heading else "above the headings"
            return RemarkWords(
                "measurements",
                f"{those} start with {listed(stems)}; {now}.",
                f"If these are groups, put what they stand for {way}.",
                _split(results, heading, is_across=is_across),
                is_open=True,
            )
        case facts.CodeAmongNumbers(text, count):
            sheet = results.question.asked.sheet
            shown = text.replace("-", "−")
            return RemarkWords(
                "measurements",
                f"{shown} stands {count} times, far from all other numbers; it is counted.",
                "Such numbers often stand for measurements that are missing.",
                (
                    (f"{shown} is missing", ChooseCode(text=text, sheet=sheet)),
                    (f"{shown} was measured", ChooseCode(text=text, is_missing=False, sheet=sheet)),
                ),
                is_open=True,
            )
        case facts.MayBeFrequencies(values, frequencies):
            return _may_be_frequencies(results, values, frequencies)
        case facts.ReadAsFrequencies(values, frequencies):
            is_across, shape = frequencies == HEADINGS, results.measurements.shape
            says = "the number below it" if is_across else shape.name(frequencies)
            sheet = results.question.asked.sheet
            return RemarkWords(
                "measurements",
                f"Read as frequencies: {listed(values)} each count as often as {says} says.",
                "Every one of them is a measurement then.",
                (("they are measurements", CountFrequencies(frequencies=None, sheet=sheet)),),
            )
        case facts.RowsMayFollow(rows):
            return _rows_may_follow(results, rows)
        case facts.Inseparable(factor, column):
            shape = results.measurements.shape
            return RemarkWords(
                "measurements",
                f"{shape.name(column)} goes with {shape.name(factor)} one to one.",
                "The two cannot be told apart: a difference may be due to either.",
            )
        case facts.SameHeadings(names):
            return RemarkWords(
                "measurements",
                f"Columns with the same heading are one group each: {listed(names)}.",
                "If they are groups apart, give each a heading of its own.",
            )
        case facts.TakenForN(column):
            return _taken_for_n(results, column)
        case facts.LettersBehindNumbers(letters):
            return _letters_behind(letters)
        case facts.LettersBehindMeans(letters, mean):
            return replace(_letters_behind(letters), fixes=_as_means(results, mean))
        case facts.CountedUnderHeadings(names, factors):
            held = dict.fromkeys(stem for _, stem in results.measurements.shape.heads.stems)
            of = f" of {listed(tuple(held))}" if held else " under every heading"
            return RemarkWords(
                "measurements",
                f"{listed(names)} are taken for replicates{of}.",
                "If they are groups, there are as many more of them, each of fewer values.",
                (("they are groups", divided_by(results, factors)),),
                is_open=True,
            )
        case never:
            assert_never(never)


def _letters_behind(letters: tuple[str, ...]) -> RemarkWords:
    return RemarkWords(
        "measurements",
        f"Letters stand behind the numbers ({listed(letters)}) and do not count.",
        "Such letters tell which means differ; those here are from another comparison.",
    )


def _as_means(results: Results, mean: int) -> tuple[tuple[str, Edit], ...]:
    shape, sheet = results.measurements.shape, results.question.asked.sheet
    columns = SummaryColumns(mean=mean, spread=NOBODY, upper=NOBODY, n=NOBODY)
    reading = replace(results.sheet.reading, layout=Layout.SUMMARISED, summary=columns)
    return (
        ("they are means", ReadAs(reading=reading, words="means", sheet=sheet)),
        ("they are measurements", ChooseLayout(layout=shape.layout, sheet=sheet)),
    )


def _may_be_summary(results: Results, found: facts.MayBeSummary) -> RemarkWords:
    shape, sheet = results.measurements.shape, results.question.asked.sheet
    n = NOBODY if found.n is None else found.n
    counted = " and n" if found.n is not None else ""
    fixes: list[tuple[str, Edit]] = []
    for word, meaning in (("SD", Meaning.STANDARD_DEVIATION), ("SE", Meaning.STANDARD_ERROR)):
        columns = SummaryColumns(
            mean=found.mean,
            spread=found.spread,
            upper=NOBODY,
            n=n,
            meaning=meaning,
            in_rows=found.in_rows,
        )
        reading = replace(results.sheet.reading, layout=Layout.SUMMARISED, summary=columns)
        words = f"means, {word}{counted}"
        fixes.append((words, ReadAs(reading=reading, words=words, sheet=sheet)))
    now = ChooseLayout(layout=shape.layout, sheet=sheet)
    return RemarkWords(
        "measurements",
        f"{' and '.join(found.names[1:])} {'below' if found.in_rows else 'beside'} "
        f"{found.names[0]} could be a spread{counted} of means.",
        f"Every {'column' if found.in_rows else 'row'} would then be a group, and no measurement.",
        (*fixes, ("they are measurements", now)),
        is_open=True,
    )


def _split(results: Results, heading: str, *, is_across: bool) -> tuple[tuple[str, Edit], ...]:
    """Take the groups from the names, where they stand in a column."""
    if not heading:
        return ()
    sheet = results.question.asked.sheet
    edit = SplitNames(column=heading, is_across=is_across, question=results.number, sheet=sheet)
    return (("they are groups", edit),)


def _may_be_frequencies(results: Results, values: tuple[str, ...], frequencies: int) -> RemarkWords:
    sheet = results.question.asked.sheet
    is_across = frequencies == HEADINGS
    counts = "The numbers" if is_across else results.measurements.shape.name(frequencies)
    way = (
        "they say how often each value was found",
        CountFrequencies(frequencies=frequencies, sheet=sheet),
    )
    return RemarkWords(
        "measurements",
        f"{counts} could be frequencies: how often each of the values {listed(values)} was found.",
        "None would be a measurement itself; each would stand for as many as it says.",
        (way,),
        is_open=True,
    )


def _taken_for_n(results: Results, column: int) -> RemarkWords:
    sheet, name = results.question.asked.sheet, results.measurements.shape.name(column)
    ways = []
    for n, label in ((column, "it is n"), (NOBODY, "it is something else")):
        own = results.measurements.shape.summary
        mean, spread = (own.columns[0].mean, own.columns[0].spread) if own is not None else (0, 0)
        summary = replace(
            results.sheet.reading.summary, mean=mean, spread=spread, upper=NOBODY, n=n
        )
        reading = replace(results.sheet.reading, summary=summary)
        ways.append((label, ReadAs(reading=reading, words=label, sheet=sheet)))
    return RemarkWords(
        "measurements",
        f"{name} is taken for n, the replicates of every mean.",
        "Standard errors, intervals and tests follow from it.",
        tuple(ways),
        is_open=True,
    )


def _rows_may_follow(results: Results, rows: tuple[int, ...]) -> RemarkWords:
    sheet, one = results.question.asked.sheet, len(rows) == 1
    named = listed(tuple(str(row + 1) for row in rows))
    asides = tuple(SetAside("follows from the rows above", row) for row in rows)
    it, measured = ("it", "it was measured") if one else ("them", "they were measured")
    name = f"{'row' if one else 'rows'} {named}"
    return RemarkWords(
        "measurements",
        f"{name[:1].upper()}{name[1:]} could be computed from those above, as a mean is; "
        f"{'it counts' if one else 'they count'}.",
        "A summary is no measurement.",
        (
            (f"leave {it} out", SetValuesAside(asides=asides, name=name, sheet=sheet)),
            (measured, CountSummaries(are_counted=True, sheet=sheet)),
        ),
        is_open=True,
    )
