"""The choices of the Groups place: which statistics, in what order, what can be done to a lane."""

from __future__ import annotations

from collections.abc import Callable

from decimus.analysis.groups import FactorInOrder, Group, ShownGroups
from decimus.analysis.results import Results
from decimus.kinds.statistic_kinds import Shelf, Unit
from decimus.kinds.statistics import STATISTICS
from decimus.kinds.totals import total
from decimus.study.edits import (
    ChooseColumns,
    ChooseThreshold,
    ChooseTotals,
    ColourLevel,
    Edit,
    HideGroup,
    MarkControl,
    RenameLevel,
    ReorderLevels,
    SetValuesAside,
)
from decimus.study.questions import USUAL_COLUMNS
from decimus.study.readings import SetAside
from decimus.terms import LevelKind, Statistic, Totals
from decimus.wording.entries import name_entry
from decimus.wording.figure.error_bars import side_and_threshold
from decimus.wording.groups.statistics import SIDES
from decimus.wording.numbers import NBSP
from decimus.wording.phrases import factor_words, group_words
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Text

_FIRST = "columns"
_SHELVES = total(
    Shelf,
    {
        Shelf.MEANS: _FIRST,
        Shelf.ORDER: "columns of order",
        Shelf.CASES: "columns of cases",
        Shelf.ALWAYS: "",
    },
)
"""The choice in which each shelf of statistics is offered; "" for none."""


def _on_shelf(shelf: Shelf) -> list[Statistic]:
    """The statistics of a shelf, counts last."""
    found = [s for s, kind in STATISTICS.items() if kind.shelf is shelf]
    return sorted(found, key=lambda s: STATISTICS[s].unit is Unit.COUNT)


_SWATCHES = {
    "teal": "#2c6b70",
    "blue": "#2f5d9b",
    "ochre": "#b8892b",
    "brick": "#a5483a",
    "plum": "#6d4a7d",
    "grey": "#8b8b86",
}
_TOTALS = {
    Totals.NONE: "none",
    Totals.MARGINAL: "marginal means",
    Totals.ALL: "all replicates",
    Totals.BOTH: "marginal means and all replicates",
}


def lanes_sentence(results: Results) -> Sentence:
    """Which statistics stand beside the lanes, in which order the lanes are, what totals."""
    spans: list[Span] = []
    for choice in columns_choices(results):
        spans += [Text(", " if spans else f"show or hide{NBSP}"), choice]
    for factor in results.groups.factors:
        if len(factor.levels) > 1:
            name = factor_words(factor).replace(" ", NBSP) + NBSP
            name = name if len(results.groups.factors) > 1 else ""
            spans += [Text(f"\u2003 {name}ordered{NBSP}"), order_choice(results, factor)]
    if len(results.groups.factors) > 1:
        spans += [Text(f"\u2003 totals:{NBSP}"), totals_choice(results)]
    return tuple(spans)


def columns_choices(results: Results) -> tuple[Choice, ...]:
    """The statistics beside the lanes by families; each can be put in or taken out."""
    return tuple(_family(results, shelf) for shelf, key in _SHELVES.items() if key)


def _family(results: Results, shelf: Shelf) -> Choice:
    groups, number = results.groups, results.number
    columns = results.question.lanes.columns
    key, name, statistics = _SHELVES[shelf], shelf.value, _on_shelf(shelf)
    options = []
    if key == _FIRST:
        usual = ChooseColumns(columns=USUAL_COLUMNS, words="the usual columns", question=number)
        options.append(Option("the usual five", usual, columns == USUAL_COLUMNS))
    for statistic in statistics:
        is_in = statistic in columns
        kept = tuple(c for c in columns if c is not statistic)
        words = f"{'take out' if is_in else 'show'} the {STATISTICS[statistic].name}"
        after = kept if is_in else (*columns, statistic)
        edit = ChooseColumns(columns=after, words=words, question=number)
        options.append(Option(STATISTICS[statistic].name, edit, is_in, _why(groups, statistic)))
    entries: tuple[Entry, ...] = ()
    if Statistic.SHARE in statistics:
        now = ""
        if groups.heights.choices.threshold is not None:
            now = f"{SIDES[groups.heights.choices.side]} {groups.heights.choices.threshold:g}"
        entries = (Entry("threshold of shares, such as above 120", now, _threshold(number)),)
    return Choice(key, name, f"which {name} are shown", tuple(options), entries)


def _why(groups: ShownGroups, statistic: Statistic) -> str:
    needs_threshold = statistic in (Statistic.SHARE, Statistic.SHARE_INTERVAL)
    if needs_threshold and groups.heights.choices.threshold is None:
        return "set a threshold below"
    return ""


def _threshold(number: int) -> Callable[[str], Edit]:
    def edit_of(text: str) -> Edit:
        side, threshold = side_and_threshold(text)
        return ChooseThreshold(threshold=threshold, side=side, question=number)

    return edit_of


def column_choice(results: Results, column: Statistic) -> Choice:
    """What can be done to one column: moved, taken out."""
    columns, number = results.question.lanes.columns, results.number
    name = STATISTICS[column].name
    options = []
    if column in columns:
        at = columns.index(column)
        for words, to in (("further left", at - 1), ("further right", at + 1)):
            moved = [c for c in columns if c is not column]
            moved.insert(to, column)
            can = 0 <= to < len(columns)
            edit = ChooseColumns(columns=tuple(moved), words=f"{name} {words}", question=number)
            options.append(Option(words, edit if can else None))
        kept = tuple(c for c in columns if c is not column)
        out = ChooseColumns(columns=kept, words=f"take out the {name}", question=number)
        options.append(Option("take it out", out if column is not Statistic.N else None))
    return Choice("column", name, f"the column {name}", tuple(options))


def factor_choice(results: Results) -> Choice:
    """Under what name the factor of the lanes is shown; the data keep theirs."""
    factor = results.groups.factors[-1].factor
    entry = name_entry(results, factor.variable, "show this factor as", factor.name)
    return Choice("factor name", factor.name, "the name of the factor", (), (entry,))


def order_choice(results: Results, factor: FactorInOrder) -> Choice:
    """In which order the levels of a factor stand."""
    now = tuple(level.level.text for level in factor.levels)
    options = []
    current = "as arranged"
    for words, levels in _orders(results.groups, factor).items():
        is_current = levels == now and current == "as arranged"
        current = words if is_current else current
        edit = ReorderLevels(
            question=results.number, variable=factor.factor.variable, levels=levels
        )
        options.append(Option(words, edit, is_current))
    key = f"order {factor.factor.variable}"
    return Choice(key, current, f"the order of {factor_words(factor)}", tuple(options))


def _orders(groups: ShownGroups, factor: FactorInOrder) -> dict[str, tuple[str, ...]]:
    read = factor.factor.level_texts_in_order
    labels = {level.level.text: level.label for level in factor.levels}
    position = groups.factors.index(factor)
    means: dict[str, list[float]] = {text: [] for text in read}
    for group in groups.shown:
        if group.summary.mean is not None:
            means[group.levels[position]].append(group.summary.mean)
    height = {text: sum(m) / len(m) if m else float("-inf") for text, m in means.items()}
    orders = {"as read": read, "by name": tuple(sorted(read, key=lambda t: labels[t].casefold()))}
    if factor.factor.kind is LevelKind.AMOUNTS:
        amounts = {level.level.text: level.level.amount or 0.0 for level in factor.levels}
        orders["by amount"] = tuple(sorted(read, key=lambda t: amounts[t]))
    orders["by mean, smallest first"] = tuple(sorted(read, key=lambda t: height[t]))
    orders["by mean, largest first"] = tuple(sorted(read, key=lambda t: -height[t]))
    return orders


def totals_choice(results: Results) -> Choice:
    """What stands below the groups of each level of the first factor."""
    now = results.question.lanes.totals
    options = tuple(
        Option(words, ChooseTotals(totals=totals, question=results.number), totals is now)
        for totals, words in _TOTALS.items()
    )
    return Choice("totals", _TOTALS[now], "totals of the first factor", options)


def lane_choice(results: Results, group: Group) -> Choice:
    """What can be done to a group: control, figure, colour, name, set aside."""
    groups, number = results.groups, results.number
    name = group_words(groups, group)
    factor = groups.factors[-1 if len(groups.factors) < 3 else 1]
    position = groups.factors.index(factor)
    level, variable = group.levels[position], factor.factor.variable
    is_control = results.question.levels.control(variable) == level
    is_hidden = group.levels in results.question.figure.hidden
    label = group.labels[position]
    options = [
        Option(
            f"{label} is the control",
            MarkControl(variable=variable, level="" if is_control else level, question=number),
            is_control,
        ),
        Option(
            "hidden from the figure",
            HideGroup(levels=group.levels, is_hidden=not is_hidden, name=name, question=number),
            is_hidden,
        ),
    ]
    own = {(c.variable, c.level): c.colour for c in results.question.figure.level_colours}
    colour = own.get((variable, level), "")
    for word, shade in _SWATCHES.items():
        edit = ColourLevel(variable=variable, level=level, colour=shade, question=number)
        options.append(Option(f"colour {word}", edit, colour == shade))
    usual = ColourLevel(variable=variable, level=level, colour="", question=number)
    options.append(Option("colour of the palette", usual if colour else None, not colour))
    if label != level:
        named = RenameLevel(variable=variable, level=level, label=level, question=number)
        options.append(Option(f"call it {level} again", named))

    def coloured(text: str) -> Edit:
        shade = text.strip().lower()
        shade = shade if shade.startswith("#") else f"#{shade}"
        return ColourLevel(variable=variable, level=level, colour=shade, question=number)

    def aside(reason: str) -> Edit:
        said = (SetAside(reason.strip(), variable=variable, text=level),)
        return SetValuesAside(asides=said, name=label, sheet=results.question.asked.sheet)

    entries = (
        Entry("a colour of your own, such as #2c6b70", colour, coloured),
        Entry(f"set every {label} aside, because", "", aside),
    )
    return Choice("lane", name, f"the group {name}", tuple(options), entries)
