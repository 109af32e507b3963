"""Words of headings, in the languages people write them in."""

from __future__ import annotations

import pytest

from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import (
    Sense,
    Statistic,
    senses,
    statistic_named,
    without_statistics,
)
from decimus.measurements.summaries.lines import summary_places
from decimus.measurements.units import is_unit
from tests.conftest import results_of

SURE = {
    Statistic.MEAN: ("Mean", "AVERAGE", "x̄", "Mittelwert", "moyenne", "media", "gemiddelde"),
    Statistic.SD: ("SD", "Std Dev", "Standardabweichung", "écart-type", "desviación estándar"),
    Statistic.SE: ("SEM", "Std Error", "Standard Error", "Standardfehler", "erro padrão"),
    Statistic.VARIANCE: ("Variance", "s²", "Varianz"),
    Statistic.MARGIN: ("95% CI", "margin of error", "Konfidenzintervall"),
    Statistic.N: ("sample size", "reps", "replicates", "Stichprobenumfang"),
    Statistic.CV: ("CV (%)", "Coefficient of variation"),
    Statistic.MEDIAN: ("Median", "médiane"),
}


@pytest.mark.parametrize(
    ("word", "statistic"), [(word, s) for s, words in SURE.items() for word in words]
)
def test_sure_words(word: str, statistic: Statistic) -> None:
    found = statistic_named(word)
    assert found is not None
    assert (found.statistic, found.is_sure, found.is_whole) == (statistic, True, True)


@pytest.mark.parametrize(
    "word",
    [
        "N",
        "SE",
        "Range",
        "s",
        "Total",
        "No.",
        "max",
        "Error",
        "Count",
        "Number of plants",
        "Anzahl",
    ],
)
def test_words_that_name_other_things_too(word: str) -> None:
    found = statistic_named(word)
    assert found is not None
    assert not found.is_sure


@pytest.mark.parametrize("word", ["East", "Moss", "n plants", "Sediment", "Meander", "week 2"])
def test_names(word: str) -> None:
    assert statistic_named(word) is None


@pytest.mark.parametrize(
    ("heading", "statistic", "rest"),
    [
        ("Mean height (cm)", Statistic.MEAN, "height (cm)"),
        ("height.sd", Statistic.SD, "height"),
        ("massSD", Statistic.SD, "mass"),
        ("se_mass", Statistic.SE, "mass"),
        ("SD of mass", Statistic.SD, "mass"),
    ],
)
def test_a_statistic_of_something(heading: str, statistic: Statistic, rest: str) -> None:
    found = statistic_named(heading)
    assert found is not None
    assert (found.statistic, found.rest) == (statistic, rest)


@pytest.mark.parametrize(
    ("heading", "sense"),
    [
        ("Rat no", Sense.SUBJECT),
        ("PID", Sense.SUBJECT),
        ("Mouse ID", Sense.SUBJECT),
        ("Versuchsperson", Sense.SUBJECT),
        ("Plant no.", Sense.UNIT),
        ("bloque", Sense.BLOCK),
        ("Trial 3", Sense.TRIAL),
        ("reading 2", Sense.READING),
        ("Semana", Sense.TIME),
        ("traitement", Sense.GROUP),
        ("latitude", Sense.COVARIATE),
        ("Bemerkungen", Sense.NOTE),
    ],
)
def test_senses(heading: str, sense: Sense) -> None:
    assert sense in senses(heading)


@pytest.mark.parametrize("heading", ["ground beetles", "plants", "visitors", "yield", "x"])
def test_what_is_counted_is_nobody(heading: str) -> None:
    assert not senses(heading) & {Sense.SUBJECT, Sense.UNIT}


@pytest.mark.parametrize(
    ("names", "places"),
    [
        (("dim", "bright", "Mean"), (2,)),
        (("N", "SE", "E", "S", "W"), ()),
        (("Range", "Wood", "Scrub"), ()),
        (("Trial 1", "Trial 2", "Mean", "Error"), (2, 3)),
        (("1", "2", "3", "MW", "s"), (3, 4)),
        (("# 1", "# 2", "# 3", "Mean"), (3,)),
        (("rep 1", "rep 2", "Total"), (2,)),
    ],
)
def test_a_word_alone_drops_no_group(names: tuple[str, ...], places: tuple[int, ...]) -> None:
    assert summary_places(names) == places


@pytest.mark.parametrize(
    ("heading", "name", "unit"),
    [
        ("Length / mm", "Length", "mm"),
        ("length_mm", "length", "mm"),
        ("Length in mm", "Length", "mm"),
        ("Length, mm", "Length", "mm"),
        ("c / (mg/L)", "c", "mg/L"),
        ("O2 uptake, mg/(g h)", "O2 uptake", "mg/(g h)"),
        ("light [µmol m⁻² s⁻¹]", "light", "µmol m⁻² s⁻¹"),
        ("(g)", "", "g"),
        ("Cress, rinsed", "Cress, rinsed", ""),
        ("wild type / mutant", "wild type / mutant", ""),
        ("group_a", "group_a", ""),
        ("Live in aquarium", "Live in aquarium", ""),
        ("Moss (n = 8)", "Moss (n = 8)", ""),
    ],
)
def test_one_grammar_of_headings(heading: str, name: str, unit: str) -> None:
    assert name_and_unit(heading) == (name, unit)


@pytest.mark.parametrize("text", ["01.05.2024", "0:15", "5-7", "moss"])
def test_no_amounts(text: str) -> None:
    assert amount_and_unit(text) is None


@pytest.mark.parametrize("text", ["mm²", "mg/L", "µmol m⁻² s⁻¹", "%", "t/ha", "g/100 g"])
def test_units(text: str) -> None:
    assert is_unit(text)


@pytest.mark.parametrize("text", ["control", "salt", "Sand", "rinsed", ""])
def test_no_units(text: str) -> None:
    assert not is_unit(text)


@pytest.mark.parametrize(
    "heading",
    [
        *("leaf count", "plant height (cm)", "tree_height", "no. of leaves", "leaves per plant"),
        *("height of the plant", "Anzahl der Blätter", "nombre de feuilles", "peso del pez"),
        *("altura planta", "harvest index", "seed weights", "litter size", "test score"),
    ],
)
def test_a_quantity_of_somebody_is_no_name_of_it(heading: str) -> None:
    assert senses(heading) == {Sense.QUANTITY}


@pytest.mark.parametrize(
    ("heading", "sense"),
    [
        ("plant", Sense.UNIT),
        ("plant number", Sense.UNIT),
        ("ID of mouse", Sense.SUBJECT),
        ("number plot", Sense.UNIT),
        ("jour de mesure", Sense.TIME),
        ("size class", Sense.GROUP),
    ],
)
def test_what_else_a_heading_is_about(heading: str, sense: Sense) -> None:
    assert sense in senses(heading)


@pytest.mark.parametrize(
    ("heading", "measured"),
    [
        ("mean ± Std Error", ""),
        ("Average ± standard deviation", ""),
        ("M ± SD", ""),
        ("x ± s", ""),
        ("Mean (95 % CI)", ""),
        ("m", ""),
        ("Mittelwert ± SD", ""),
        ("Area ± SD", "Area"),
        ("mean area ± SD", "area"),
        ("Rate of growth, mean ± SE", "Rate of growth"),
        ("Mean ± SD of area", "area"),
        ("OD600 mean±SEM", "OD600"),
        ("Sex ratio (mean, SE)", "Sex ratio"),
        ("Maximum speed", "Maximum speed"),
        ("Mean maximum speed", "maximum speed"),
        ("height", "height"),
    ],
)
def test_what_was_measured_is_told_from_what_was_made_of_it(heading: str, measured: str) -> None:
    assert without_statistics(heading) == measured


@pytest.mark.parametrize(
    ("heading", "name", "unit"),
    [
        ("Area ± SD (mm²)", "Area", "mm²"),
        ("mean ± Std Error", "measurement", ""),
        ("mean area ± SD", "area", ""),
        ("Average ± standard deviation", "measurement", ""),
    ],
)
def test_an_outcome_is_called_by_what_was_measured(heading: str, name: str, unit: str) -> None:
    cells = "fen,12.3 ± 1.2,6\nbog,14.1 ± 1.5,6\nheath,11.0 ± 0.9,5\n"
    outcome = results_of(f"group,{heading},n\n{cells}").measurements.outcome
    assert (outcome.name, outcome.unit) == (name, unit)
