"""The experiments that the names in a long table can be of, in words, and as answers."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.measurements.roles import DesignRoles
from decimus.plurals import plural
from decimus.study.edits import ChooseDesign, ChooseSameUnits, Edit
from decimus.wording.questions import variable_name


def design_now(results: Results) -> DesignRoles:
    """The experiment that the table is read as being of."""
    measurements = results.measurements
    units = measurements.units
    return DesignRoles(
        tuple(factor.variable for factor in measurements.factors),
        units.variable,
        None,
        units.is_same,
        units.is_averaged,
        units.names_within if units.is_same else None,
    )


def named_units(results: Results, heading: str) -> str:
    """Units by the heading of their names, unless that is of the groups across."""
    measurements = results.measurements
    is_corner = any(heading and heading.startswith(f.name) for f in measurements.factors)
    if heading and not is_corner:
        return heading
    return plural(measurements.unit_name, 2)


def design_words(results: Results, design: DesignRoles) -> str:
    """An experiment in a few words: "groups by feed; each cage is one unit, its rows averaged"."""
    measurements = results.measurements
    named = [variable_name(measurements, c) for c in design.factors]
    words = f"groups by {' and '.join(named)}"
    if design.unit is None:
        return f"{words}; every row counts"
    unit = variable_name(measurements, design.unit)
    words = f"{words}; each {unit} is one unit"
    if design.is_averaged:
        words += ", its rows averaged"
    if design.names_within is not None:
        return f"{words}, another one in each {variable_name(measurements, design.names_within)}"
    return f"{words}, measured again in every group" if design.is_same else words


def chosen(results: Results, design: DesignRoles) -> ChooseDesign:
    """The edit that says which experiment it is."""
    measurements = results.measurements
    return ChooseDesign(
        factors=design.factors,
        names=tuple(variable_name(measurements, c) for c in design.factors),
        before=tuple(factor.variable for factor in measurements.factors),
        question=results.number,
        unit=design.unit,
        names_within=design.names_within,
        is_same=design.is_same,
        is_averaged=design.is_averaged,
        words=design_words(results, design),
    )


def same_in_parts(results: Results) -> tuple[tuple[str, Edit], ...]:
    """Answers by which names are the same over some factors, and others in each level of one."""
    measurements = results.measurements
    factors = tuple(sorted(f.variable for f in measurements.factors))
    units, sheet = measurements.units, results.question.asked.sheet
    found = []
    parts = [
        rival.names_within
        for rival in units.rivals
        if (rival.factors, rival.unit) == (factors, units.variable)
    ]
    # As it is taken now first: that can be confirmed as well.
    for apart in dict.fromkeys((units.names_within, *parts)):
        if apart is None:
            continue
        subject = units.variable
        edit = ChooseSameUnits(is_same=True, subject=subject, names_within=apart, sheet=sheet)
        words = f"the same, but others in each {variable_name(measurements, apart)}"
        found.append((words, edit))
    return tuple(found)
