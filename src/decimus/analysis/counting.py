"""What n counts, whether units are the same across groups, and whether the table shows it."""

from __future__ import annotations

from enum import Enum

from decimus.analysis.results import Results
from decimus.measurements.replicates import is_settled
from decimus.plurals import plural
from decimus.terms import Layout
from decimus.values import Value


class Ground(Enum):
    """By what it is known, or not, whose measurements stand in several groups."""

    SAID = "somebody has said so"
    ONE_GROUP = "there is one group"
    CASES = "every row counts as one case"
    SUMMARISED = "the table gives means, and not whose"
    OWN_NAMES = "every unit has a name of its own"
    NAMES_RECUR = "names recur that are no mere counting"
    OWN_ROWS = "every row of a group has a name of its own"
    COUNTED_ANEW = "names count anew in every group"
    FORM = "names stand once in every column"
    NO_NAMES = "nothing names what was measured"
    OTHER_DESIGN = "the names could be of another experiment"

    @property
    def proves(self) -> bool:
        """Whether the table itself shows it."""
        return self in (
            Ground.ONE_GROUP,
            Ground.OWN_NAMES,
            Ground.NAMES_RECUR,
            Ground.OWN_ROWS,
        )

    @property
    def is_beyond_doubt(self) -> bool:
        """Whether nothing is to be asked, though the table does not show it."""
        return self in (Ground.SAID, Ground.CASES, Ground.SUMMARISED)


class Counts(Value, frozen=True):
    """What n counts.

    Args:
        noun: what one of them is called.
        units: how many there are in all.
        per_group: how many in each group, in the order in which groups are shown; None for a mean
            that was given without its n.
        readings: how many readings of each are averaged; None for single ones, or unequal ones.
        same_across: the factors over whose levels units are the same.
        ground: by what that is known, or not.
    """

    noun: str
    units: int
    per_group: tuple[int | None, ...]
    readings: int | None
    same_across: tuple[str, ...]
    ground: Ground

    @property
    def is_open(self) -> bool:
        """Whether it is taken for granted, and asked."""
        return not self.ground.proves and not self.ground.is_beyond_doubt

    @property
    def nouns(self) -> str:
        """What several of them are called."""
        return plural(self.noun, 2)


def counts_of(results: Results) -> Counts:
    """What n counts in the groups that are shown."""
    measurements = results.measurements
    units = measurements.units
    shown = results.groups.shown
    per_group = tuple(group.n if group.is_n_known else None for group in shown)
    within = results.design.within if units.is_same else ()
    factors = results.groups.factors
    low, high = units.readings
    named = {name for group in shown for name in group.cells.units} if units.is_same else ()
    return Counts(
        noun=measurements.unit_name,
        units=len(named) or sum(n or 0 for n in per_group),
        per_group=per_group,
        readings=high if units.is_averaged and low == high and high > 1 else None,
        same_across=tuple(factors[i].factor.name for i in within),
        ground=_ground(results),
    )


def _ground(results: Results) -> Ground:
    measurements, reading = results.measurements, results.sheet.reading
    units, shape = measurements.units, measurements.shape
    if len(measurements.groups) < 2:
        return Ground.ONE_GROUP
    if measurements.is_summarised:
        return Ground.SUMMARISED
    if measurements.counts_cases:
        return Ground.CASES
    if is_settled(reading):
        return Ground.SAID
    if units.rivals and any(rival.unit != units.variable for rival in units.rivals):
        return Ground.OTHER_DESIGN
    if units.variable is None or shape.pairs_by_row:
        return Ground.NO_NAMES
    if not units.recurs:
        return Ground.OWN_NAMES
    if units.is_same and units.is_decided:
        return Ground.OWN_ROWS if shape.layout is Layout.COLUMNS else Ground.NAMES_RECUR
    return Ground.FORM if shape.layout is Layout.COLUMNS else Ground.COUNTED_ANEW
