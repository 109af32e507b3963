"""An experiment written as a table, the way people do: layout, headings, numbers, company."""

from __future__ import annotations

import csv
import io
import math
import random
import re
from dataclasses import dataclass, field

from tests.world.experiments import Experiment, Levels
from tests.world.vocabulary import (
    COUNTS,
    COVARIATES,
    KEY_VALUES,
    MEANS,
    NOTES,
    NS,
    SDS,
    SES,
    TITLES,
    TRIALS,
)

Rows = list[list[str]]


@dataclass
class Written:
    """A table with what is known of it.

    Args:
        content: the bytes of the file.
        layout: how it is written.
        causes: what is in it that has led readers astray.
        is_open: whether nobody could tell the design without asking.
        summary: for a table of summaries (mean, SD, n) by group.
    """

    content: bytes
    layout: str
    causes: list[str] = field(default_factory=list)
    is_open: bool = False
    summary: dict[Levels, tuple[float, float, int]] | None = None


def written(rng: random.Random, made: Experiment) -> Written:
    """The experiment in a random layout of those it can stand in."""
    rows, out = laid_out(rng, made)
    out.content = _bytes(rng, rows, out)
    return out


def laid_out(rng: random.Random, made: Experiment) -> tuple[Rows, Written]:
    """The cells of the experiment in a random layout, without what stands around them."""
    layouts = {
        "independent": ["columns", "columns", "rows", "long", "long", "summarised"],
        "two factors": ["two headings", "long", "rows", "summarised"],
        "paired": ["wide", "long", "no ids"],
        "repeated": ["wide", "long"],
        "blocks": ["wide", "long"],
        "split-plot": ["wide", "long"],
        "readings": ["long", "across"],
        "quantities": ["quantities"],
    }[made.design]
    layout = rng.choice(layouts)
    causes: list[str] = []
    out = Written(b"", layout, causes)
    maker = {
        "columns": _columns,
        "rows": _rows,
        "long": _long,
        "summarised": _summarised,
        "two headings": _two_headings,
        "wide": _wide,
        "no ids": _no_ids,
        "across": _across,
        "quantities": _quantities,
    }[layout]
    return maker(rng, made, out), out


def _heading(rng: random.Random, outcome: tuple[str, str, int], causes: list[str]) -> str:
    """The outcome's name with its unit, in one of the ways there are."""
    name, unit, _ = outcome
    if not unit or rng.random() < 0.25:
        return name
    style = rng.choice(["()", "()", "[]", "/", "in", "_", ","])
    if style != "()":
        causes.append(f"unit behind {style}")
    plain = unit in ("g", "cm", "mm", "ms")
    return {
        "()": f"{name} ({unit})",
        "[]": f"{name} [{unit}]",
        "/": f"{name} / {unit}" if "(" not in unit else f"{name} ({unit})",
        "in": f"{name} in {unit}",
        "_": f"{name.replace(' ', '_')}_{unit}" if plain else f"{name} ({unit})",
        ",": f"{name}, {unit}",
    }[style]


def _level_headings(rng: random.Random, made: Experiment) -> dict[str, str]:
    """The levels of the last factor as headings, amounts with their unit or without."""
    factor = made.factors[-1]
    with_unit = factor.unit and rng.random() < 0.5
    return {
        level: f"{level} {factor.unit}" if with_unit and level[0].isdigit() else level
        for level in factor.levels
    }


def _one_each(made: Experiment) -> dict[Levels, list[str]]:
    return {cell: [readings[0] for readings in units] for cell, units in made.groups().items()}


def _padded(columns: list[list[str]]) -> Rows:
    longest = max(map(len, columns))
    return [[c[r] if r < len(c) else "" for c in columns] for r in range(longest)]


def _columns(rng: random.Random, made: Experiment, out: Written) -> Rows:
    """One group per column."""
    groups = _one_each(made)
    heads = _level_headings(rng, made)
    body = _padded(list(groups.values()))
    rows = [[heads[cell[0]] for cell in groups], *body]
    named = rng.random()
    equal = len({len(found) for found in groups.values()}) == 1
    if named < 0.5:
        word = rng.choice([*TRIALS, made.unit_word, "", "No.", "#"])
        style = rng.choice(["number", "word"]) if word not in ("", "No.", "#") else "number"
        names = [f"{word} {r + 1}" if style == "word" else str(r + 1) for r in range(len(body))]
        rows = [[word, *rows[0]], *([n, *line] for n, line in zip(names, body, strict=True))]
        out.causes.append("rows are numbered")
        if equal and rng.random() < 0.4:
            rows += _summary_rows(rng, list(groups.values()), made.outcome[2], out)
    elif equal and len(groups) < 4:
        out.is_open = True
    if rng.random() < 0.12 and len(groups) > 2:
        at = rng.randrange(1, len(rows[0]))
        for line in rows[1:]:
            line[at] = rng.choice(["", "n.d.", "NA"]) if line[at] else ""
        out.causes.append("an empty group")
        lost = list(made.values)[at - (len(rows[0]) - len(groups))]
        if at - (len(rows[0]) - len(groups)) >= 0:
            for unit in made.values[lost]:
                made.values[lost][unit] = []
    return rows


def _summary_rows(rng: random.Random, columns: list[list[str]], digits: int, out: Written) -> Rows:
    out.causes.append("rows of summaries")
    means = [f"{_mean(c):.{digits + 1}f}" for c in columns]
    found = [[rng.choice(MEANS), *means]]
    if rng.random() < 0.6:
        label = rng.choice([*SDS, *SES])
        sds = [_sd(c) / (len(c) ** 0.5 if label in SES else 1) for c in columns]
        found.append([label, *(f"{s:.{digits + 1}f}" for s in sds)])
    return found


def _mean(values: list[str]) -> float:
    return sum(map(float, values)) / len(values)


def _sd(values: list[str]) -> float:
    mean = _mean(values)
    return math.sqrt(sum((float(v) - mean) ** 2 for v in values) / (len(values) - 1))


def _rows(rng: random.Random, made: Experiment, out: Written) -> Rows:
    """One group per row, replicates across."""
    groups = _one_each(made)
    longest = max(map(len, groups.values()))
    stem = rng.choice([*TRIALS, made.unit_word, "", "#"])
    ordinal = ["1st", "2nd", "3rd", *(f"{n}th" for n in range(4, 20))]
    across = [f"{stem} {n + 1}".strip() for n in range(longest)]
    if rng.random() < 0.1:
        across = ordinal[:longest]
        out.causes.append("ordinals across")
    names = [f"{f.name} ({f.unit})" if f.unit else f.name for f in made.factors]
    rows = [[*names, *across]]
    for cell, values in groups.items():
        rows.append([*cell, *values, *[""] * (longest - len(values))])
    if rng.random() < 0.35:
        out.causes.append("columns of summaries")
        rows[0].append(rng.choice(MEANS))
        second = rng.random() < 0.6
        if second:
            rows[0].append(rng.choice(SDS))
        for line, values in zip(rows[1:], groups.values(), strict=True):
            line.append(f"{_mean(values):.{made.outcome[2] + 1}f}")
            if second:
                line.append(f"{_sd(values):.{made.outcome[2] + 1}f}")
    return rows


def _two_headings(rng: random.Random, made: Experiment, out: Written) -> Rows:
    """The first factor above the headings, the second in them."""
    first, second = made.factors
    cells = [(a, b) for a in first.levels for b in second.levels]
    groups = _one_each(made)
    fill = rng.random() < 0.3
    above = [
        (f"{a} {first.unit}".strip() if first.unit else a) if fill or b == second.levels[0] else ""
        for a, b in cells
    ]
    body = _padded([groups[cell] for cell in cells])
    rows = [above, [b for _, b in cells], *body]
    if rng.random() < 0.6:
        word = rng.choice([*TRIALS, made.unit_word, ""])
        corner = rng.random() < 0.5
        out.causes.append("spanners over numbered rows")
        rows = [
            ["" if corner else word, *rows[0]],
            [word if corner else "", *rows[1]],
            *([str(r + 1), *line] for r, line in enumerate(body)),
        ]
    return rows


def _long(rng: random.Random, made: Experiment, out: Written) -> Rows:
    """One measurement per row."""
    causes = out.causes
    names = [f"{f.name} ({f.unit})" if f.unit else f.name for f in made.factors]
    heading = _heading(rng, made.outcome, causes)
    has_units = made.is_within or made.design == "readings" or rng.random() < 0.4
    style = rng.choice(["number", "code"]) if made.design == "readings" else "number"
    lines = []
    for cell, units in made.values.items():
        for unit, readings in units.items():
            shown = f"{made.unit_word[0].upper()}{unit}" if style == "code" else unit
            for number, value in enumerate(readings):
                lines.append((cell, shown, str(number + 1), value))
    order = rng.choice(["by group", "by unit", "shuffled"])
    if order == "by unit" and made.is_within:
        ranks = {unit: i for i, unit in enumerate(dict.fromkeys(line[1] for line in lines))}
        lines.sort(key=lambda line: ranks[line[1]])
    if order == "shuffled" and made.design == "independent":
        rng.shuffle(lines)
    columns: list[tuple[str, list[str]]] = []
    if has_units:
        causes.append("ids")
        columns.append((made.unit_word, [line[1] for line in lines]))
    factors = [(name, [line[0][i] for line in lines]) for i, name in enumerate(names)]
    if rng.random() < 0.5:
        columns += factors
    else:
        columns = factors + columns
    if made.design == "readings":
        word = rng.choice(["reading", "measurement", "scan", "aliquot", "Messung"])
        columns.append((word, [line[2] for line in lines]))
    if rng.random() < 0.25 and not made.is_within:
        causes.append("a covariate")
        name, low, high = rng.choice(COVARIATES)
        numbers = [str(rng.randint(low, high)) for _ in lines]
        columns.insert(rng.randint(0, len(columns)), (name, numbers))
    columns.append((heading, [line[3] for line in lines]))
    _with_more(rng, columns, len(lines), causes, has_units=has_units)
    return [[name for name, _ in columns], *map(list, zip(*(c for _, c in columns), strict=True))]


def _with_more(
    rng: random.Random,
    columns: list[tuple[str, list[str]]],
    length: int,
    causes: list[str],
    *,
    has_units: bool,
) -> None:
    """Columns that people keep beside the outcome."""
    if rng.random() < 0.25:
        causes.append("a second quantity")
        counted = [str(rng.randint(36, 44)) for _ in range(length)]
        columns.insert(len(columns) - (rng.random() < 0.2), (rng.choice(COUNTS), counted))
    if rng.random() < 0.15:
        causes.append("notes")
        columns.append(
            ("notes", [rng.choice(["", "", "", "wilted", "late"]) for _ in range(length)])
        )
    if rng.random() < 0.1 and not has_units:
        causes.append("row numbers")
        columns.insert(0, (rng.choice(["", "No", "row", "x"]), [str(i + 1) for i in range(length)]))


def _wide(rng: random.Random, made: Experiment, out: Written) -> Rows:
    """One unit per row, the conditions across."""
    out.causes.append("ids")
    within = made.factors[-1]
    heads = _level_headings(rng, made)
    units: dict[str, list[str]] = {}
    group_of: dict[str, str] = {}
    for level in within.levels:
        for cell, found in made.values.items():
            if cell[-1] != level:
                continue
            for unit, readings in found.items():
                units.setdefault(unit, []).append(readings[0])
                group_of[unit] = cell[0]
    head = [made.unit_word]
    between = made.factors[0] if made.design == "split-plot" else None
    if between is not None:
        head.append(between.name)
    rows = [[*head, *(heads[level] for level in within.levels)]]
    for unit, values in units.items():
        rows.append([unit, *([group_of[unit]] if between is not None else []), *values])
    return rows


def _no_ids(_rng: random.Random, made: Experiment, out: Written) -> Rows:
    out.is_open = True
    out.causes.append("pairs without ids")
    groups = _one_each(made)
    return [[cell[0] for cell in groups], *map(list, zip(*groups.values(), strict=True))]


def _across(rng: random.Random, made: Experiment, _out: Written) -> Rows:
    """The readings of one unit beside each other."""
    word = rng.choice(["reading", "scan", "Messung", "measurement"])
    most = max(len(r) for units in made.values.values() for r in units.values())
    rows = [[made.unit_word, made.factors[0].name, *(f"{word} {i + 1}" for i in range(most))]]
    for cell, units in made.values.items():
        for unit, readings in units.items():
            rows.append([f"{made.unit_word[0].upper()}{unit}", cell[0], *readings])
    return rows


def _quantities(rng: random.Random, made: Experiment, out: Written) -> Rows:
    """One unit per row, a column for each quantity."""
    units = made.values[()]
    heading = _heading(rng, made.outcome, out.causes)
    if heading == made.outcome[0]:
        heading = f"{heading} ({made.outcome[1]})"  # or nobody could tell them from groups
    columns = [(heading, [r[0] for r in units.values()])]
    for outcome, numbers in made.others:
        columns.append((_heading(rng, outcome, out.causes), numbers))
    rng.shuffle(columns)
    if rng.random() < 0.7:
        out.causes.append("ids")
        columns.insert(0, (made.unit_word, list(units)))
    rows = [[name for name, _ in columns], *map(list, zip(*(c for _, c in columns), strict=True))]
    if rng.random() < 0.15:
        out.causes.append("rows of summaries")
        means = [f"{_mean(numbers):.2f}" for _, numbers in columns[-1 - len(made.others) :]]
        rows.append([*([rng.choice(MEANS)] if len(means) < len(columns) else []), *means])
    return rows


def _summarised(rng: random.Random, made: Experiment, out: Written) -> Rows:
    """A mean, a spread and n for each group."""
    digits = made.outcome[2]
    names = [f"{f.name} ({f.unit})" if f.unit else f.name for f in made.factors]
    label, n = rng.choice([*SDS, *SES]), rng.choice(NS)
    mean = rng.choice(MEANS)
    is_error = label in SES
    out.summary = {}
    rows = [[*names, mean, label, n]]
    style = rng.choice(["columns", "columns", "±", "()"])
    if style == "±":
        rows = [[*names, f"{mean} ± {label}", n]]
    elif style == "()":
        rows = [[*names, f"{mean} ({label})", n]]
    for cell, values in _one_each(made).items():
        m = f"{_mean(values):.{digits + 1}f}"
        root = len(values) ** 0.5
        s = f"{max(_sd(values), 10.0**-digits) / (root if is_error else 1):.{digits + 2}f}"
        out.summary[cell] = (float(m), float(s) * (root if is_error else 1), len(values))
        both = {"columns": [m, s], "±": [f"{m} ± {s}"], "()": [f"{m} ({s})"]}[style]
        rows.append([*cell, *both, str(len(values))])
    return rows


def plain_text(rows: Rows, delimiter: str = ",") -> str:
    """The cells as text with a sign between them."""
    width = max(map(len, rows))
    lines = [[*row, *[""] * (width - len(row))] for row in rows]
    stream = io.StringIO()
    csv.writer(stream, delimiter=delimiter, lineterminator="\n").writerows(lines)
    return stream.getvalue()


def with_commas(rows: Rows) -> Rows:
    """The cells with decimal commas."""
    return [[_commas(cell) for cell in row] for row in rows]


def _bytes(rng: random.Random, rows: Rows, out: Written) -> bytes:
    """Title lines, notes, delimiter, decimal sign, encoding."""
    delimiter, sign = rng.choice(
        [(",", "."), (",", "."), (";", "."), (";", ","), ("\t", "."), ("\t", ",")]
    )
    if sign == ",":
        rows = with_commas(rows)
    width = max(map(len, rows))
    lines = [[*row, *[""] * (width - len(row))] for row in rows]
    company = rng.random()
    top: list[str] = []
    if company < 0.12:
        out.causes.append("title line")
        top = [rng.choice(TITLES)]
        top += [""] if rng.random() < 0.6 else []
    elif company < 0.18 and width > 2:
        out.causes.append("key and value lines")
        top = [
            delimiter.join([a, b, *[""] * (width - 2)])
            for a, b in rng.sample(KEY_VALUES, rng.randint(1, 2))
        ]
        top.append(delimiter * (width - 1))
    bottom = []
    if rng.random() < 0.08:
        out.causes.append("note below")
        bottom = ["", rng.choice(NOTES)]
    if rng.random() < 0.08:
        out.causes.append("empty columns")
        lines = [[*line, "", ""] for line in lines]
    body = plain_text(lines, delimiter).rstrip("\n")
    text = "\n".join([*top, body, *bottom, ""])
    if rng.random() < 0.1:
        text = text.replace("\n", "\r\n")
    encoding = rng.choice(["utf-8"] * 6 + ["utf-8-sig", "cp1252", "utf-16"])
    try:
        return text.encode(encoding)
    except UnicodeEncodeError:
        return text.encode("utf-8")


def _commas(cell: str) -> str:
    parts = re.sub(r"±|\+/-|[()]", " ", cell).split()
    if parts and all(part.replace(".", "", 1).isdecimal() for part in parts):
        return cell.replace(".", ",")
    return cell
