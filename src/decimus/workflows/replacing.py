"""New data in the place of old: columns and levels matched by name, the rest asked."""

from __future__ import annotations

import re
from collections.abc import Sequence

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.table_files import FoundTable
from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.headings import name_and_unit
from decimus.measurements.kept import table_shape
from decimus.study.edits import ReplaceTable
from decimus.study.edits.tables import LevelRename
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.values import Value


class Replacement(Value, frozen=True):
    """An edit that puts new data in, and what is open about it.

    Args:
        edit: the edit, with the levels matched so far.
        asked: levels of the old data that the new data do not have, with their variable.
        offered: for each variable the levels that are new.
    """

    edit: ReplaceTable
    asked: tuple[tuple[int, str], ...]
    offered: dict[int, tuple[str, ...]]

    def choosing(self, variable: int, old: str, new: str) -> Replacement:
        """The same with one level matched by hand; "" says that it is gone."""
        others = tuple(r for r in self.edit.renames if (r.variable, r.old) != (variable, old))
        edit = replace(self.edit, renames=(*others, LevelRename(variable, old, new)))
        return Replacement(edit, self.asked, self.offered)


def replacement(results: Results, found: FoundTable, *, is_again: bool) -> Replacement:
    """The edit that puts a table in the place of the one at hand.

    Raises:
        InputError: the new table holds no measurements when read as the old one.
    """
    edit = ReplaceTable(
        sheet=results.question.asked.sheet,
        table=found.table,
        source=found.source,
        columns=_columns(results, found.table),
        is_again=is_again,
    )
    after = Results(edit.apply(results.study), results.number)
    if after.problem is not None:
        problem = after.problem
        where = problem.where or found.source.name
        raise InputError(problem.what, where=where, remedy=problem.remedy)
    renames, asked, offered = _levels(results, after, edit)
    return Replacement(replace(edit, renames=renames), asked, offered)


def fits_in_place(results: Results, table: Table) -> bool:
    """Whether a table is new data of the one at hand: it has the same headings, or nearly."""
    if results.problem is not None or results.sheet.table.is_empty:
        return False
    old = table_shape(results.sheet.table, results.sheet.reading)
    new = table_shape(table, Reading(layout=results.sheet.reading.layout))
    if old.layout is not new.layout or old.header_row is None or new.header_row is None:
        return False
    before = {_plain(p.heading) for p in old.columns if p.heading}
    now = {_plain(p.heading) for p in new.columns if p.heading}
    return bool(before) and 4 * len(before & now) >= 3 * max(len(before), len(now))


def _columns(results: Results, table: Table) -> tuple[int, ...]:
    """For every old column the new one of the same name; the same place without names."""
    old = table_shape(results.sheet.table, results.sheet.reading)
    new = table_shape(table, Reading(layout=results.sheet.reading.layout))
    by_name: dict[str, int] = {}
    for profile in new.columns:
        by_name.setdefault(_plain(profile.heading), profile.index)
    headings = {profile.index: _plain(profile.heading) for profile in old.columns}
    return tuple(
        by_name.get(headings[column], column if not headings[column] else -1)
        if column in headings
        else column
        for column in range(results.sheet.table.column_count)
    )


def _plain(heading: str) -> str:
    return name_and_unit(heading)[0].casefold()


def _levels(
    before: Results, after: Results, edit: ReplaceTable
) -> tuple[tuple[LevelRename, ...], tuple[tuple[int, str], ...], dict[int, tuple[str, ...]]]:
    places = dict(enumerate(edit.columns))
    now = {f.variable: [level.text for level in f.levels] for f in after.measurements.factors}
    renames: list[LevelRename] = []
    asked: list[tuple[int, str]] = []
    offered: dict[int, tuple[str, ...]] = {}
    for factor in before.measurements.factors:
        variable = places.get(factor.variable, factor.variable)
        texts = now.get(variable)
        if texts is None:
            continue
        old = [level.text for level in factor.levels]
        fresh = [text for text in texts if text not in old]
        offered[variable] = tuple(fresh)
        for text in old:
            if text in texts:
                continue
            alike = _alike(text, fresh)
            if alike is not None:
                renames.append(LevelRename(variable, text, alike))
            elif fresh:
                asked.append((variable, text))
    return tuple(renames), tuple(asked), offered


def _alike(text: str, fresh: Sequence[str]) -> str | None:
    """The new level that is the old one written otherwise: "2 g/L" for "2", "Dim" for "dim"."""
    wanted = _key(text)
    found = [other for other in fresh if _key(other) == wanted]
    return found[0] if len(found) == 1 else None


def _key(text: str) -> str:
    amount = amount_and_unit(text)
    if amount is not None:
        return repr(amount[0])
    return re.sub(r"[\s_.\-]+", "", text.casefold())


def difference_words(old: Table, new: Table) -> str:
    """How two states of one table differ: "2 cells differ, 1 row more"."""
    parts = []
    rows, columns = new.row_count - old.row_count, new.column_count - old.column_count
    shared_rows = min(old.row_count, new.row_count)
    shared = min(old.column_count, new.column_count)
    differ = sum(
        a != b
        for c in range(shared)
        for a, b in zip(old.cells(c, 0, shared_rows), new.cells(c, 0, shared_rows), strict=True)
    )
    if differ:
        parts.append(f"{differ} {'cell differs' if differ == 1 else 'cells differ'}")
    for count, noun in ((rows, "row"), (columns, "column")):
        if count:
            word = "more" if count > 0 else "fewer"
            parts.append(f"{abs(count)} {noun}{'' if abs(count) == 1 else 's'} {word}")
    return ", ".join(parts) or "nothing differs"
