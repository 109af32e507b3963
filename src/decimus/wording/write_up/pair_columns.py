"""The columns of the table of comparisons."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace

from decimus.analysis.comparison_results import Comparison, PairResult
from decimus.analysis.results import Results
from decimus.kinds.methods import SHARE_METHODS
from decimus.study.number_styles import Numerals
from decimus.study.write_ups import TableChoices
from decimus.wording.comparisons.pair_facts import change_decimals, change_of
from decimus.wording.comparisons.sentences import (
    effect_name,
    pair_size,
    pair_statistic,
)
from decimus.wording.comparisons.tables import effect_heading, effect_text
from decimus.wording.numbers import degrees_of_freedom, number, p_value, percent
from decimus.wording.phrases import group_words, upper_first
from decimus.wording.write_up.report_tables import (
    LABEL,
    Exact,
    TableColumn,
    numbers_column,
)


def pair_columns(
    results: Results, comparison: Comparison, choices: TableChoices
) -> tuple[TableColumn, ...]:
    """Every pair of the family, a fact about them in each column."""
    pairs, numerals, groups = comparison.pairs, results.numerals, results.groups
    is_shift = any(pair.rank is not None or pair.samples is not None for pair in pairs)
    sizes = [pair_size(results, pair) for pair in pairs]
    places = {key: choices.decimals_of(key) for key in _PAIR_KEYS}

    def fixed(key: str, usual: int) -> int:
        chosen = places[key]
        return usual if chosen is None else chosen

    def names(pair: PairResult) -> str:
        b = group_words(groups, pair.b) or "reference"
        return f"{group_words(groups, pair.a)} − {b}"

    def p_text(key: str) -> Callable[[float | None], str]:
        style = numerals
        if places[key] is not None:
            style = replace(numerals, p_decimals=max(places[key] or 0, 2))
        return lambda p: "" if p is None else p_value(p, comparison.alpha, style)

    unit = sizes[0].unit
    what = "shift" if is_shift else "difference"
    of_size = f"{what} ({unit})" if unit else what
    level = percent(comparison.interval_level, numerals)
    found = [
        TableColumn(
            f"{LABEL}:pair",
            "first − second",
            "pair",
            is_numeric=False,
            cells=tuple(map(names, pairs)),
            exact_headings=("first", "second"),
            exact=tuple(
                (group_words(groups, p.a), group_words(groups, p.b) or "reference") for p in pairs
            ),
        ),
        numbers_column(
            "difference",
            upper_first(of_size),
            [number(s.value, fixed("difference", s.decimals), numerals) for s in sizes],
            [s.value for s in sizes],
        ),
    ]
    if any(pair.ci_lower is not None for pair in pairs):
        cells = [
            " to ".join(number(end, fixed("interval", s.decimals), numerals) for end in s.ends)
            if None not in s.ends
            else ""
            for s in sizes
        ]
        found.append(
            replace_column(
                numbers_column("interval", f"{level} CI", cells, [None] * len(cells)),
                (f"{level} CI lower", f"{level} CI upper"),
                tuple(s.ends for s in sizes),
            )
        )
    found.append(
        numbers_column(
            "statistic",
            pairs[0].statistic,
            [
                pair_statistic(pair, numerals)
                if places["statistic"] is None
                else number(pair.value, places["statistic"], numerals)
                for pair in pairs
            ],
            [pair.value for pair in pairs],
        )
    )
    if any(pair.df is not None for pair in pairs):
        found.append(
            numbers_column(
                "df",
                "df",
                [
                    ""
                    if pair.df is None
                    else degrees_of_freedom(pair.df, numerals)
                    if places["df"] is None
                    else number(pair.df, places["df"], numerals)
                    for pair in pairs
                ],
                [pair.df for pair in pairs],
            )
        )
    for key, head, ps in (
        ("p", "p", [pair.p_value for pair in pairs]),
        ("adjusted-p", "adjusted p", [pair.p_adjusted for pair in pairs]),
        ("one-sided-p", "one-sided p", [pair.p_directional for pair in pairs]),
        (
            "adjusted-one-sided-p",
            "adjusted one-sided p",
            [pair.p_directional_adjusted for pair in pairs],
        ),
    ):
        if any(p is not None for p in ps):
            found.append(numbers_column(key, head, list(map(p_text(key), ps)), ps))
    if effect := effect_heading(pairs):
        effects = [pair.effect for pair in pairs]
        values = [None if e is None else e.value for e in effects]
        cells = [effect_text(pair, effect, numerals) for pair in pairs]
        if places["effect"] is not None:
            cells = [
                ""
                if e is None
                else _named(e.value, effect_name(e), effect, places["effect"], numerals)
                for e in effects
            ]
        found.append(numbers_column("effect", effect, cells, values))
    changes = [change_of(results, pair) for pair in pairs]
    if comparison.method not in SHARE_METHODS and any(change is not None for change in changes):
        own = max((change_decimals(c) for c in changes if c is not None), default=1)
        percents = [None if c is None else 100 * (c.value - 1) for c in changes]
        cells = [
            "" if p is None else f"{number(p, fixed('change', own), numerals)}{numerals.percent}"
            for p in percents
        ]
        found.append(numbers_column("change", "Change", cells, percents))
    return tuple(found)


_PAIR_KEYS = (
    *("difference", "interval", "statistic", "df", "p", "adjusted-p", "one-sided-p"),
    *("adjusted-one-sided-p", "effect", "change"),
)


def _named(value: float, name: str, head: str, decimals: int, numerals: Numerals) -> str:
    text = number(value, decimals, numerals)
    return text if name == head else f"{name} {text}"


def replace_column(
    column: TableColumn, headings: tuple[str, ...], exact: tuple[tuple[Exact, ...], ...]
) -> TableColumn:
    """The column with numbers in several columns of full precision."""
    return TableColumn(
        column.key, column.heading, column.name, column.is_numeric, column.cells, headings, exact
    )
