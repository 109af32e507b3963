"""What the user has said about how a table is to be read.

Everything left at None is detected from the cells, again after every change.
"""

from __future__ import annotations

import msgspec

from decimus.terms import Layout, LevelKind

CELLS = -1
"""The variable that fills a columns layout: the outcome."""
HEADINGS = -2
"""The variable whose levels head the columns of a columns layout: the factor."""


class VariableFacts(msgspec.Struct, frozen=True):
    """What was said about one variable.

    `variable` is a column of a long table by its index, or CELLS or HEADINGS.
    """

    variable: int
    name: str | None = None
    unit: str | None = None
    kind: LevelKind | None = None


class Reading(msgspec.Struct, frozen=True):
    """Corrections to the detected reading, and facts no table can hold.

    Args:
        layout: which way round the table is.
        has_header: whether the first row holds names.
        has_row_names: whether the first column of a columns layout names the rows.
        decimal: the decimal sign, "." or ",".
        variables: names, units and kinds of levels.
        unit_name: what one replicate is, in the singular: "flask".
        material: what was measured: "Lemna minor".
        condition: when or under what: "after 7 days".
    """

    layout: Layout | None = None
    has_header: bool | None = None
    has_row_names: bool | None = None
    decimal: str | None = None
    variables: tuple[VariableFacts, ...] = ()
    unit_name: str | None = None
    material: str | None = None
    condition: str | None = None

    def facts(self, variable: int) -> VariableFacts:
        """What was said about `variable`; nothing when it was never mentioned."""
        for facts in self.variables:
            if facts.variable == variable:
                return facts
        return VariableFacts(variable)

    def with_facts(self, facts: VariableFacts) -> Reading:
        """This reading with one variable's facts replaced."""
        others = tuple(f for f in self.variables if f.variable != facts.variable)
        return msgspec.structs.replace(self, variables=(*others, facts))
