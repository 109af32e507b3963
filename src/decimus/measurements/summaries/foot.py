"""Rows at the foot of a table of means that are no means: a least difference, a p value, a CV.

They lack what every row above them has, a spread or letters, and say so by their name or by a
number far from all means.
"""

from __future__ import annotations

import re
from collections.abc import Sequence

from decimus.measurements.lexicon import plain
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.summaries.lines import is_summary_label
from decimus.measurements.summaries.shapes import SummaryShape, split_interval, split_pair

Rows = Sequence[Sequence[str]]

_MOST = 6
"""Rows that stand at the foot of one table."""
_FEWEST_FULL = 2


def foot_of_means(rows: Rows, summary: SummaryShape, decimal: str) -> tuple[int, ...]:
    """The last rows of a table of means with spreads that are none, by their place among `rows`.

    Args:
        rows: the cells below the headings.
        summary: which columns hold means and spreads.
        decimal: the decimal sign.
    """
    if not any(c.spread is not None for c in summary.columns):
        return ()
    full = [
        any(
            _has_number(row[c], decimal)
            for one in summary.columns
            for c in (one.spread, one.n)
            if c is not None and c != one.mean
        )
        or any(split_pair(row[c.mean]) or split_interval(row[c.mean]) for c in summary.columns)
        for row in rows
    ]
    return foot_below(rows, [c.mean for c in summary.columns], full, decimal)


def foot_below(
    rows: Rows, means: Sequence[int], full: Sequence[bool], decimal: str
) -> tuple[int, ...]:
    """Of the rows behind the last that has all that means have those that are no means.

    Args:
        rows: the cells below the headings.
        means: the columns of means.
        full: whether each row has what means have.
        decimal: the decimal sign.
    """
    if sum(full) < _FEWEST_FULL:
        return ()
    last = max(at for at, is_full in enumerate(full) if is_full)
    foot = [at for at in range(last + 1, len(rows)) if any(rows[at][c].strip() for c in means)]
    names = min(means)
    is_said = any(_is_named(rows[at][:names]) for at in foot)
    is_far = any(_is_far(rows, means, full, at, decimal) for at in foot)
    return tuple(foot) if len(foot) <= _MOST and (is_said or is_far) else ()


_OF_TESTS = frozenset(
    {"lsd", "hsd", "msd", "sed", "cd", "gd", "kgv", "dms", "ppds", "mds", "p", "p value", "p val"}
    | {"p wert", "valeur p", "valor p", "p valeur", "pr > f", "prob > f", "f", "f value", "f wert"}
    | {"f ratio", "t", "t test", "t value", "df", "anova", "significance", "sig", "signif", "χ²"}
    | {"signifikanz", "signification", "significancia", "chi2", "χ2", "tukey", "tukey hsd"}
    | {"fisher lsd", "contrast", "duncan", "нср", "p 値", "p 값", "p 值"}
)
_VALUES_BEHIND = re.compile(r"[(\[][^)\]]*[)\]]?|[<>=]?\s*\d+([.,]\d+)?\s?%?")


def _names_test(text: str) -> bool:
    """True for a name of what a test of means gave: "LSD (0.05)", "p value"; "P" may be another."""
    words = plain(text)
    if words in _OF_TESTS:
        return True
    return " ".join(_VALUES_BEHIND.sub(" ", words).split()) in _OF_TESTS


def _is_named(cells: Sequence[str]) -> bool:
    return any(_names_test(cell) or is_summary_label(cell) for cell in cells)


def _is_far(rows: Rows, means: Sequence[int], full: Sequence[bool], at: int, decimal: str) -> bool:
    """Whether in every column a number is less than half of all means, or more than twice them.

    It lies further from them than they do from each other, too.
    """
    told = []
    for c in means:
        value = _number(rows[at][c], decimal)
        found = [_mean(row[c], decimal) for row, is_full in zip(rows, full, strict=True) if is_full]
        known = [mean for mean in found if mean is not None]
        if value is None or not known:
            continue
        low, high = min(known), max(known)
        is_beyond = not low - (high - low) <= value <= high + (high - low)
        told.append(is_beyond and not min(low / 2, 2 * low) <= value <= max(high / 2, 2 * high))
    return bool(told) and all(told)


def _mean(text: str, decimal: str) -> float | None:
    parts = split_interval(text) or split_pair(text) or (text,)
    return _number(parts[0], decimal)


def _number(text: str, decimal: str) -> float | None:
    cell = read_cell(text, decimal)
    return cell.value if cell.kind is CellKind.NUMBER else None


def _has_number(text: str, decimal: str) -> bool:
    return _number(text, decimal) is not None
