"""What has to be said of every kind of chart: one description, complete or not at all."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from decimus.charts.data import Facts, Panel, Section
from decimus.charts.marks import SceneMark
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Orientation, Spacing
from decimus.values import Value


class SlotRule(Value, frozen=True):
    """How much of a section its groups take.

    Args:
        alone: share of the section that a single group fills.
        together: share that several fill together.
        of_its_place: share of its place that each of several fills.
        widest_mm: no group is wider.
        most_mm: nor are its marks.
    """

    alone: float
    together: float
    of_its_place: float
    widest_mm: float = 16.0
    most_mm: float = 16.0


class KindWords(Value, frozen=True):
    """What a kind is called, and what the caption says of it.

    Args:
        noun: what stands for a group, in the plural: the caption's first word.
        shows: what follows it. The caption puts its choices in the place of "{height}",
            "{error_bars}", "{whiskers}" and "{interval}", and names for "{unit}", "{units}" and
            "{name}" of the quantity.
        marked: what is added where the mean is marked, too.
        about: what is offered with it, in a line for whoever chooses.
    """

    noun: str
    shows: str
    marked: str
    about: str


class Chart(Value, frozen=True):
    """A kind of chart.

    Args:
        kind: which.
        draws: the marks of a panel, from the lowest to the topmost.
        needs: what it lacks to be drawn, as the end of "not here: …"; "" where it can be.
        has_zero_base: whether what stands there is read by its length, which begins at 0.
        spacing: how far apart groups stand until something is chosen.
        slots: how much room each takes.
        are_small: whether its marks are small, so that they need deep colours.
        shows_means: whether it shows what stands for a group, over which comparisons may stand.
        words: what it is called.
        marks_mean: whether a sign for the mean is added by rule; None where there is no such
            sign to add.
        orientation: which way it stands by rule.
        has_replicates: whether it is drawn of single values anyhow.
        wants_boxes: whether quartiles and whiskers are worked out for it.
        shows_across: whether errors of amounts are drawn along their axis.
    """

    kind: ChartKind
    draws: Callable[[Panel, FigureChoices], tuple[SceneMark, ...]]
    needs: Callable[[Facts], str]
    has_zero_base: bool
    spacing: Spacing
    slots: SlotRule
    are_small: bool
    shows_means: bool
    words: KindWords
    marks_mean: bool | None = None
    has_replicates: bool = False
    orientation: Orientation = Orientation.UPRIGHT
    wants_boxes: bool = False
    shows_across: bool = False


def nothing(facts: Facts) -> str:
    """What a kind needs that can always be drawn."""
    del facts
    return ""


def single_values(facts: Facts) -> str:
    """What a kind needs that shows single values in the unit of the outcome."""
    if not facts.has_values:
        return "the table gives summaries and no single values"
    if not facts.height.is_of_outcome:
        return "counts and shares are on another scale than single values"
    return ""


def same_units(facts: Facts) -> str:
    """What a kind needs that follows units from group to group."""
    lacking = single_values(facts)
    if lacking:
        return lacking
    if not facts.are_same_units:
        return f"no {facts.unit} are measured in more than one group"
    return "" if facts.sections > 1 else "there is one level only"


def amounts_of(
    sections: Sequence[Section], chart: Chart, wanted: Spacing | None
) -> tuple[float, ...]:
    """The amounts that sections are to stand at; none where they stand evenly.

    Args:
        sections: along the axis.
        chart: what is drawn.
        wanted: the spacing chosen, None for the usual one.
    """
    known = tuple(section.amount for section in sections if section.amount is not None)
    is_possible = len(known) == len(sections) and len(set(known)) == len(known) > 1
    spacing = wanted or chart.spacing
    return known if is_possible and spacing is Spacing.BY_AMOUNT else ()
