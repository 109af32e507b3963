"""What a replicate is and what does not count, as parts of the reading sentence."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.kinds.limits import LIMITS
from decimus.measurements.observations import Measurements
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseAveraging,
    ChooseLimits,
    ChoosePairsByRow,
    ChooseReadingsAcross,
    ChooseSameUnits,
    CountSummaries,
)
from decimus.study.readings import ROW_NUMBERS
from decimus.terms import Layout, LimitRule
from decimus.wording.spans import Choice, Option, Span, Text


def same_units_spans(results: Results, measurements: Measurements, where: str) -> list[Span]:
    """Whether a unit recurs: ", another one in every column"; nothing where no name does."""
    units, sheet = measurements.units, results.question.asked.sheet
    if len(measurements.groups) < 2:
        return []
    if not units.recurs:
        shape = measurements.shape
        if shape.layout is Layout.COLUMNS and shape.row_names is None and not shape.side_factors:
            return _paired_rows(
                results,
                measurements,
                f"one row of every column is one {measurements.unit_name}",
                where,
            )
        if shape.layout is Layout.ROWS and units.variable is None:
            same = f"one column of every row is one {measurements.unit_name}"
            return _paired_rows(results, measurements, same, where)
        is_block = measurements.shape.layout is not Layout.LONG
        return [Text(f", a different one {where}")] if is_block else []
    many = f"{units.count} {plural(measurements.unit_name, units.count)}"
    same = _same_words(results, measurements, many, where)
    blocks = f"{units.count} {plural('block', units.count)}"
    if units.variable == ROW_NUMBERS:
        return _paired_rows(results, measurements, f"the same {many} {where}", where)
    texts = {
        (False, False): f"a different one {where}",
        (True, False): same,
        (True, True): f"the same {blocks} {where}: {units.heading}",
    }
    now = (units.is_same, units.is_block and units.is_same)
    subject = units.variable if measurements.shape.layout is Layout.LONG else None
    options = tuple(
        Option(
            text,
            ChooseSameUnits(is_same=same, is_block=block, subject=subject, sheet=sheet),
            (same, block) == now,
        )
        for (same, block), text in texts.items()
    )
    name = f"whether a name is the same {measurements.unit_name} {where}"
    return [Text(", "), Choice("same units", texts[now], name, options)]


def _same_words(results: Results, measurements: Measurements, many: str, where: str) -> str:
    """Where units recur: in every group, or in every level of the factors within them."""
    design = results.design
    if not design.between or not design.within:
        return f"the same {many} {where}"
    names = [measurements.factors[i] for i in design.within]
    words = " and ".join(f.name if f.is_named else "column" for f in names)
    return f"one of {many}, each at every level of {words}"


def _paired_rows(results: Results, measurements: Measurements, same: str, where: str) -> list[Span]:
    """Whether each row, or each column, is one unit that has no name."""
    sheet, is_paired = results.question.asked.sheet, measurements.units.is_same
    is_column = measurements.shape.layout is Layout.ROWS
    options = tuple(
        Option(
            text,
            ChoosePairsByRow(is_paired=paired, is_column=is_column, sheet=sheet),
            paired is is_paired,
        )
        for paired, text in ((True, same), (False, f"a different one {where}"))
    )
    text = options[0].label if is_paired else options[1].label
    name = f"whether a {'column' if is_column else 'row'} is one subject"
    return [Text(", "), Choice("same units", text, name, options)]


def averaging_spans(results: Results, measurements: Measurements) -> list[Span]:
    """Whether readings of one unit are averaged; nothing where each has one."""
    units, sheet, noun = measurements.units, results.question.asked.sheet, measurements.unit_name
    low, high = units.readings
    if high < 2:
        return []
    count = str(high) if low == high else f"{low} to {high}"
    across = bool(measurements.shape.readings)
    averaged = ChooseReadingsAcross(are_readings=True, sheet=sheet)
    counted = ChooseReadingsAcross(are_readings=False, sheet=sheet)
    options = (
        Option(
            "averaged first",
            averaged if across else ChooseAveraging(column=units.variable, name=noun, sheet=sheet),
            units.is_averaged,
        ),
        Option(
            "counted one by one",
            counted if across else ChooseAveraging(column=None, sheet=sheet),
            not units.is_averaged,
        ),
    )
    text = options[0].label if units.is_averaged else options[1].label
    choice = Choice("averaging", text, "what becomes of several readings", options)
    what = f" The {count} readings of one {noun} are "
    if units.is_averaged:
        return [Text(what), choice, Text(f", so n counts {plural(noun, 2)}.")]
    return [
        Text(f" The {count} measurements of one {units.heading or noun} are "),
        choice,
        Text("."),
    ]


def limit_spans(results: Results, measurements: Measurements) -> list[Span]:
    """What "<0.1" counts as; nothing where no such cell is."""
    limits = measurements.limits
    if not limits:
        return []
    now = results.sheet.reading.limits or LimitRule.MISSING
    sheet = results.question.asked.sheet
    options = tuple(
        Option(kind.noun, ChooseLimits(rule=rule, sheet=sheet), rule is now)
        for rule, kind in LIMITS.items()
    )
    choice = Choice("limits", LIMITS[now].noun, "what a limit counts as", options)
    count = len(limits)
    subject = (
        f"{count} cells such as “{limits[0].text}” count"
        if count > 1
        else (f"“{limits[0].text}” counts")
    )
    return [Text(f" {subject} as "), choice, Text(".")]


def left_out_spans(results: Results, measurements: Measurements) -> list[Span]:
    """Rows and columns of means; whether they are left out."""
    shape, sheet = measurements.shape, results.question.asked.sheet
    rows, columns = shape.summary_rows, shape.summary_columns
    said = results.sheet.reading.counts_summaries
    if not rows and not columns and not said:
        return []
    options = (
        Option("left out", CountSummaries(are_counted=False, sheet=sheet), not said),
        Option("counted", CountSummaries(are_counted=True, sheet=sheet), said),
    )
    choice = Choice(
        "summaries", "counted" if said else "left out", "what becomes of rows of means", options
    )
    if said:
        return [Text(" Rows and columns of means are "), choice, Text(".")]
    names = [results.row_names[row] for row in rows] + [f"column {shape.name(c)}" for c in columns]
    names = list(dict.fromkeys(names))
    listed = " and ".join((", ".join(names[:-1]), names[-1])) if len(names) > 1 else names[0]
    verb = "is" if len(names) == 1 else "are"
    return [Text(f" {listed[:1].upper()}{listed[1:]} {verb} "), choice, Text(".")]
