"""The columns of the summary: every statistic of every outcome by itself."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec.structs import replace

from decimus.analysis.groups import Group
from decimus.analysis.lane_statistics import Total
from decimus.analysis.results import Results
from decimus.kinds.statistics import STATISTICS
from decimus.measurements.observations import Measurements
from decimus.study.write_ups import TableChoices
from decimus.terms import Layout, Statistic
from decimus.wording.groups.statistics import (
    heading,
    part_names,
    text_of,
    values_of,
)
from decimus.wording.numbers import number
from decimus.wording.phrases import outcome_words, upper_first
from decimus.wording.questions import columns_beside, variable_name
from decimus.wording.write_up.paragraphs import lane_labels
from decimus.wording.write_up.report_tables import (
    LABEL,
    Exact,
    TableColumn,
)

N_PERCENT = "n-percent"
"""The column of counts with their share of all."""


def summary_columns(results: Results, choices: TableChoices) -> tuple[TableColumn, ...]:
    """Labels of groups, then every statistic of every outcome."""
    groups, lanes = results.groups, results.lanes
    labels = [lane_labels(groups, lane) for lane in lanes]
    found = [
        TableColumn(
            f"{LABEL}:{place}",
            factor.title,
            factor.title,
            is_numeric=False,
            cells=tuple(row[place] for row in labels),
            exact_headings=(factor.title,),
            exact=tuple((row[place],) for row in labels),
        )
        for place, factor in enumerate(groups.factors)
    ]
    others = _other_outcomes(results, choices)
    for each in (results, *others):
        found += _statistics(results, each, lanes, choices, is_named=bool(others))
    return tuple(found)


def _other_outcomes(results: Results, choices: TableChoices) -> tuple[Results, ...]:
    """What follows for other outcomes that stand in the table, by the same factors."""
    measurements = results.measurements
    if measurements.shape.layout is not Layout.LONG:
        return ()
    factors = tuple(factor.variable for factor in measurements.factors)
    found = []
    for column in choices.outcomes:
        if column == measurements.outcome.variable or column not in columns_beside(measurements):
            continue
        asked = replace(results.question.asked, outcome=column, factors=factors)
        question = replace(results.question, asked=asked)
        study = results.study.with_question(results.number, question)
        other = Results(study, results.number, results, results.decimal_sign)
        found += [other] if other.problem is None else []
    return tuple(found)


def outcomes_offered(results: Results) -> tuple[tuple[int, str], ...]:
    """Other outcomes that could stand in the summary, with their names."""
    measurements: Measurements = results.measurements
    return tuple((c, variable_name(measurements, c)) for c in columns_beside(measurements))


def _statistics(
    results: Results,
    each: Results,
    lanes: Sequence[Group | Total],
    choices: TableChoices,
    *,
    is_named: bool,
) -> list[TableColumn]:
    """Every statistic of one outcome as a column."""
    is_other = each is not results
    prefix = f"{each.measurements.outcome.variable}:" if is_other else ""
    name = outcome_words(each.measurements)
    own = [lane if not is_other else _same(each, lane) for lane in lanes]
    found = []
    for statistic in Statistic:
        key = f"{prefix}{statistic.value}"
        found.append(
            _statistic(each, own, statistic, key, choices.decimals_of(key), name, is_named)
        )
        if statistic is Statistic.N:
            key = f"{prefix}{N_PERCENT}"
            found.append(_n_percent(each, own, key, choices.decimals_of(key), name, is_named))
    return found


def _same(each: Results, lane: Group | Total) -> Group | Total | None:
    """The group of another outcome that has the levels of a lane."""
    return each.groups.find(lane.levels) if isinstance(lane, Group) else None


def _statistic(
    each: Results,
    lanes: Sequence[Group | Total | None],
    statistic: Statistic,
    key: str,
    decimals: int | None,
    name: str,
    is_named: bool,
) -> TableColumn:
    groups = each.groups
    values = [None if lane is None else values_of(each, lane, statistic) for lane in lanes]
    head = heading(groups, statistic, each.numerals)
    unit = groups.measurements.outcome.unit
    with_unit = unit and statistic in (Statistic.MEAN, Statistic.MEDIAN)
    head = f"{head} ({unit})" if with_unit else head
    said = f"{upper_first(name)}: {head[:1].lower()}{head[1:]}" if is_named else head
    parts = part_names(statistic)
    return TableColumn(
        key,
        said,
        f"{STATISTICS[statistic].name}, {name}" if is_named else STATISTICS[statistic].name,
        is_numeric=True,
        cells=tuple(
            "" if found is None else text_of(groups, statistic, found, each, decimals)
            for found in values
        ),
        exact_headings=tuple(f"{said} {part}".strip() for part in parts),
        exact=tuple(
            (None,) * len(parts)
            if found is None
            else (*found.numbers[: len(parts)], *(None,) * (len(parts) - len(found.numbers)))
            for found in values
        ),
    )


def _n_of(total: Total) -> int:
    """How many values a total is of."""
    return 0 if total.summary is None else total.summary.n


def _n_percent(
    each: Results,
    lanes: Sequence[Group | Total | None],
    key: str,
    decimals: int | None,
    name: str,
    is_named: bool,
) -> TableColumn:
    """Counts with their share of all that was counted."""
    in_all = sum(group.n for group in each.groups.shown)
    numerals, cells, exact = each.numerals, list[str](), list[tuple[Exact, ...]]()
    for lane in lanes:
        if lane is None or not in_all:
            cells.append("")
            exact.append((None, None))
            continue
        n = lane.n if isinstance(lane, Group) else _n_of(lane)
        share = 100 * n / in_all
        places = 1 if decimals is None else decimals
        cells.append(f"{n} ({number(share, places, numerals)}{numerals.percent})")
        exact.append((float(n), share))
    head = "n (%)"
    said = f"{upper_first(name)}: {head}" if is_named else head
    return TableColumn(
        key,
        said,
        f"n with percent, {name}" if is_named else "n with percent",
        is_numeric=True,
        cells=tuple(cells),
        exact_headings=(f"{said} n", f"{said} percent"),
        exact=tuple(exact),
    )
