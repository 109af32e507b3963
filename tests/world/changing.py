"""Changes to a table after which it still means the same: rows and columns in another order,
turned, other words, other signs, lines that follow from the rest, another form.

python -m tests.world.changing 300      # as many tables, from seed 0 on, each changed in every way
"""

from __future__ import annotations

import json
import random
import re
import sys
from collections import Counter
from collections.abc import Callable

from tests.world.experiments import Experiment, experiment
from tests.world.judging import Verdict, judged
from tests.world.people import SCRIPTS
from tests.world.writers import Rows, Written, laid_out, plain_text, with_commas

Change = Callable[[random.Random, Rows, Written], str | None]
"""The changed table as text; None where it cannot be changed so."""

_ONE_HEADING = ("columns", "long", "wide", "across", "quantities", "no ids", "rows")
_UNITS = re.compile(r"(.*\S) \(([^()]+)\)")
_WORDS = re.compile(r"[^\W\d_]{2,}")


def _has_one_heading(out: Written) -> bool:
    return out.layout in _ONE_HEADING


def _rows_permuted(rng: random.Random, rows: Rows, out: Written) -> str | None:
    if not _has_one_heading(out) or out.layout == "rows" or "rows of summaries" in out.causes:
        return None
    if out.layout == "columns":
        return None  # columns may be of unequal length: blanks in between are missing values
    return plain_text([rows[0], *rng.sample(rows[1:], len(rows) - 1)])


def _columns_permuted(rng: random.Random, rows: Rows, out: Written) -> str | None:
    if not _has_one_heading(out) or out.layout in ("rows", "across"):
        return None
    kept = {"long": 0, "wide": 1, "no ids": 0, "columns": 1, "quantities": 0}[out.layout]
    if out.layout == "columns" and "rows are numbered" not in out.causes:
        kept = 0
    if out.layout == "wide" and len({row[1] for row in rows[1:]}) < len(rows) - 2:
        kept = 2
    order = [*range(kept), *rng.sample(range(kept, len(rows[0])), len(rows[0]) - kept)]
    width = len(rows[0])
    filled = [[*row, *[""] * (width - len(row))] for row in rows]
    return plain_text([[row[c] for c in order] for row in filled])


def _turned(_rng: random.Random, rows: Rows, out: Written) -> str | None:
    if out.layout not in ("columns", "rows", "wide") or "columns of summaries" in out.causes:
        return None
    if "rows of summaries" in out.causes or "ordinals across" in out.causes:
        return None
    width = max(map(len, rows))
    filled = [[*row, *[""] * (width - len(row))] for row in rows]
    if out.layout == "rows" and len({row[0] for row in rows[1:]}) < len(rows) - 1:
        return None  # two factors at the side would be two rows of headings
    return plain_text([list(column) for column in zip(*filled, strict=True)])


def _decimal_commas(_rng: random.Random, rows: Rows, _out: Written) -> str | None:
    return plain_text(with_commas(rows), ";")


def _a_row_of_means(rng: random.Random, rows: Rows, out: Written) -> str | None:
    is_block = out.layout in ("wide", "columns") and (
        out.layout == "wide" or "rows are numbered" in out.causes
    )
    if not is_block or "rows of summaries" in out.causes or "an empty group" in out.causes:
        return None
    if len(rows) < 5:
        return None
    values = [_numbers([row[c] if c < len(row) else "" for row in rows[1:]]) for c in _block(rows)]
    if not all(values) or len(rows[0]) - len(values) > 1:
        return None
    digits = 1 + max(_decimals(row[_block(rows)[0]]) for row in rows[1:])
    foot = [_word(rng), *(f"{sum(v) / len(v):.{digits}f}" for v in values)]
    return plain_text([*rows, foot])


def _a_column_of_differences(rng: random.Random, rows: Rows, out: Written) -> str | None:
    if out.layout != "wide" or len(rows) < 6:
        return None
    block = _block(rows)
    a, b = block[-2:]
    if any(not _numbers([row[c]]) for row in rows[1:] for c in (a, b)):
        return None
    digits = max(_decimals(row[a]) for row in rows[1:])
    gain = [f"{float(row[b]) - float(row[a]):.{digits}f}" for row in rows[1:]]
    return plain_text(
        [[*rows[0], _word(rng)], *([*row, g] for row, g in zip(rows[1:], gain, strict=True))]
    )


def _a_column_of_folds(rng: random.Random, rows: Rows, out: Written) -> str | None:
    """What each value is of the mean of the first."""
    if out.layout != "long" or len(rows) < 10 or "rows of summaries" in out.causes:
        return None
    columns = list(zip(*rows[1:], strict=True))
    values = [_numbers(list(column)) for column in columns]
    measured = [c for c, v in enumerate(values) if len(v) == len(rows) - 1 and len(set(v)) > 7]
    measured = [c for c in measured if any("." in cell for cell in columns[c])]
    if len(measured) != 1 or min(values[measured[0]]) <= 0:
        return None
    own = values[measured[0]]
    control = sum(own[:3]) / 3
    folds = [f"{v / control:.4f}" for v in own]
    named = [*rows[0], _word(rng)]
    return plain_text([named, *([*row, f] for row, f in zip(rows[1:], folds, strict=True))])


def _units_below(_rng: random.Random, rows: Rows, out: Written) -> str | None:
    found = [_UNITS.fullmatch(cell) for cell in rows[0]]
    if out.layout != "long" or not any(found):
        return None
    heads = [match[1] if match else cell for match, cell in zip(found, rows[0], strict=True)]
    units = [match[2] if match else "" for match in found]
    return plain_text([heads, units, *rows[1:]])


def _other_words(rng: random.Random, rows: Rows, _out: Written) -> str | None:
    """Every word of two letters or more, units of measurement aside, in another script."""
    syllables = SCRIPTS[rng.choice(["latin", "cyrillic", "greek", "han", "hebrew"])]
    known: dict[str, str] = {}

    def other(match: re.Match[str]) -> str:
        word = match[0].lower()
        if word in _KEPT:
            return match[0]
        while word not in known:
            made = "".join(rng.choice(syllables) for _ in range(rng.randint(2, 4)))
            if made not in known.values():
                known[word] = made
        return known[word]

    return _WORDS.sub(other, plain_text(rows))


_KEPT = frozenset(
    ("mg", "kg", "mm", "cm", "ml", "nm", "ms", "min", "µm", "µg", "µl", "na", "nd", "sd", "se")
)


def _as_records(_rng: random.Random, rows: Rows, out: Written) -> str | None:
    if out.layout != "long" or len(set(rows[0])) < len(rows[0]):
        return None
    records = [dict(zip(rows[0], map(_bare, row), strict=True)) for row in rows[1:]]
    return json.dumps(records, ensure_ascii=False)


def _bare(cell: str) -> float | int | str:
    try:
        return json.loads(cell) if re.fullmatch(r"-?(0|[1-9]\d*)(\.\d*[1-9])?", cell) else cell
    except ValueError:
        return cell


def _in_pipes(_rng: random.Random, rows: Rows, _out: Written) -> str | None:
    if any("|" in cell for row in rows for cell in row):
        return None
    width = max(map(len, rows))
    filled = [[*row, *[""] * (width - len(row))] for row in rows]
    lines = ["| " + " | ".join(row) + " |" for row in filled]
    return "\n".join([lines[0], "|" + "---|" * width, *lines[1:], ""])


def _in_boxes(_rng: random.Random, rows: Rows, _out: Written) -> str | None:
    width = max(map(len, rows))
    filled = [[*row, *[""] * (width - len(row))] for row in rows]
    lines = ["│ " + " │ ".join(row) + " │" for row in filled]
    rules = ["─" * 5] * width
    top, middle, foot = (f"{a}{b.join(rules)}{c}" for a, b, c in ("┌┬┐", "├┼┤", "└┴┘"))
    return "\n".join([top, lines[0], middle, *lines[1:], foot, ""])


def _in_latex(_rng: random.Random, rows: Rows, _out: Written) -> str | None:
    if any(re.search(r"[\\{}$^~]", cell) for row in rows for cell in row):
        return None
    width = max(map(len, rows))
    filled = [[*row, *[""] * (width - len(row))] for row in rows]
    lines = [" & ".join(re.sub(r"([%#_&])", r"\\\1", c) for c in row) + r" \\" for row in filled]
    head = r"\begin{tabular}{" + "l" * width + "}"
    return "\n".join([head, lines[0], r"\hline", *lines[1:], r"\end{tabular}", ""])


def _block(rows: Rows) -> list[int]:
    """The columns of numbers at the right of a wide table."""
    width = len(rows[0])
    found: list[int] = []
    for c in reversed(range(1, width)):
        if not all(_numbers([row[c]]) or not row[c] for row in rows[1:] if c < len(row)):
            break
        found.insert(0, c)
    return found


def _numbers(cells: list[str]) -> list[float]:
    return [float(cell) for cell in cells if re.fullmatch(r"-?\d+(\.\d+)?", cell)]


def _decimals(cell: str) -> int:
    return len(cell.partition(".")[2])


def _word(rng: random.Random) -> str:
    return "".join(rng.choice(SCRIPTS["georgian"]) for _ in range(3))


CHANGES: dict[str, Change] = {
    "rows permuted": _rows_permuted,
    "columns permuted": _columns_permuted,
    "turned": _turned,
    "decimal commas": _decimal_commas,
    "a row of means": _a_row_of_means,
    "a column of differences": _a_column_of_differences,
    "a column of folds": _a_column_of_folds,
    "units below": _units_below,
    "other words": _other_words,
    "as records": _as_records,
    "in pipes": _in_pipes,
    "in boxes": _in_boxes,
    "in latex": _in_latex,
}


def changed(seed: int, change: str) -> tuple[Verdict, Experiment, Written] | None:
    """The verdict on the table of one seed after a change; None where it cannot be made."""
    rng = random.Random(seed)
    made = experiment(rng)
    rows, out = laid_out(rng, made)
    text = CHANGES[change](rng, rows, out)
    if text is None:
        return None
    out.content = text.encode()
    return judged(made, out, has_names=change != "other words"), made, out


def run(seeds: range) -> dict[str, Counter[str]]:
    """The verdicts by change."""
    counts: dict[str, Counter[str]] = {change: Counter() for change in CHANGES}
    for seed in seeds:
        for change in CHANGES:
            found = changed(seed, change)
            if found is not None:
                counts[change][found[0].outcome] += 1
    return counts


if __name__ == "__main__":
    for change, counts in run(range(int(sys.argv[1]) if len(sys.argv) > 1 else 300)).items():
        print(f"{change:28} {dict(counts)}")  # noqa: T201 - read by whoever runs it
