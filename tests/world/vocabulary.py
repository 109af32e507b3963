"""What people measure, compare, name and number, in the languages they write."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class FactorWords:
    """A factor with levels; `unit` where the levels are amounts."""

    name: str
    levels: tuple[str, ...]
    unit: str = ""
    is_time: bool = False


TREATMENTS = (
    FactorWords("treatment", ("control", "salt", "lime", "both")),
    FactorWords("Diet", ("hay", "silage", "grass", "mixed")),
    FactorWords("condition", ("silent", "music", "speech")),
    FactorWords("light", ("dim", "bright", "full sun")),
    FactorWords("medium", ("acid", "neutral", "basic")),
    FactorWords("site", ("arid", "mesic", "humid")),
    FactorWords("feed", ("liquid", "solid", "grit")),
    FactorWords("strain", ("hybrid", "parent", "wild type")),
    FactorWords("Substrate", ("sand", "peat", "loam", "clay")),
    FactorWords("habitat", ("fen", "bog", "marsh", "heath")),
    FactorWords("Behandlung", ("Kontrolle", "Dünger", "Kalk")),
    FactorWords("Gruppe", ("nüchtern", "satt", "müde")),
    FactorWords("traitement", ("témoin", "engrais", "chaux")),
    FactorWords("tratamiento", ("testigo", "abono", "cal")),
    FactorWords("trattamento", ("controllo", "sale", "calce")),
    FactorWords("tratamento", ("controle", "sal", "cal")),
    FactorWords("behandeling", ("controle", "zout", "kalk")),
    FactorWords("behandling", ("kontroll", "salt", "kalk")),
    FactorWords("genotype", ("WT", "KO1", "KO2")),
    FactorWords("method", ("hand", "net", "trap")),
    FactorWords("cover", ("moss", "fern", "grass", "bare")),
    FactorWords("food", ("none", "low", "high")),
    FactorWords("aspect", ("N", "E", "S", "W")),
    FactorWords("sign", ("old sign", "new sign", "no sign")),
    FactorWords("lamp", ("dim", "mid", "full")),
    FactorWords("feeding", ("starved", "low", "high")),
)
AMOUNTS = (
    FactorWords("salt", ("0", "2", "8"), "g/L"),
    FactorWords("temperature", ("15", "20", "25"), "°C"),
    FactorWords("dose", ("0", "5", "10", "20"), "mg/kg"),
    FactorWords("concentration", ("0", "0.5", "1"), "mM"),
    FactorWords("depth", ("5", "10", "20"), "cm"),
    FactorWords("nitrogen", ("0", "50", "100"), "kg/ha"),
)
ERRORS = ("0.1", "0.2", "0.5", "1")
"""Of amounts, where they are given with them."""
CONTROLS = ("control", "Control", "placebo", "untreated", "blank", "Kontrolle", "témoin", "ctrl")
"""What stands in place of the amount 0."""
NUMBERED = ("Pond", "Site", "Plot", "Tank", "Station", "Brand", "Sample", "Field", "Lake", "Bed")
TIMES = (
    FactorWords("time", ("before", "after"), is_time=True),
    FactorWords("time", ("pre", "mid", "post"), is_time=True),
    FactorWords("week", ("week 0", "week 2", "week 4"), is_time=True),
    FactorWords("day", ("day 1", "day 7", "day 14"), is_time=True),
    FactorWords("visit", ("baseline", "visit 1", "visit 2"), is_time=True),
    FactorWords("date", ("2024-05-01", "2024-05-08", "2024-05-15"), is_time=True),
    FactorWords("Zeit", ("vorher", "nachher"), is_time=True),
    FactorWords("temps", ("avant", "après"), is_time=True),
)
SECOND = (
    FactorWords("sex", ("female", "male")),
    FactorWords("stage", ("young", "adult")),
    FactorWords("water", ("daily", "weekly")),
    FactorWords("year", ("2021", "2022")),
    FactorWords("shade", ("open", "shaded")),
    FactorWords("soil", ("sterile", "live")),
)
OUTCOMES = (
    ("mass", "g", 2),
    ("height", "cm", 1),
    ("Length", "mm", 1),
    ("yield", "t/ha", 2),
    ("frond area", "mm²", 1),
    ("absorbance", "", 3),
    ("OD600", "", 3),
    ("rt", "ms", 0),
    ("score", "", 0),
    ("visitors", "", 0),
    ("Chlorophyll", "µg/cm²", 2),
    ("pH", "", 2),
    ("Gewicht", "g", 2),
    ("Länge", "mm", 1),
    ("hauteur", "cm", 1),
    ("peso", "g", 2),
    ("O2 uptake", "mg/(g h)", 3),
    ("temp", "°C", 1),
    ("flowers", "", 0),
)
PEOPLE = (
    *("subject", "participant", "patient", "ID", "PID", "pupil", "Mouse ID", "rat no", "cow"),
    *("goat", "horse", "Proband", "Versuchsperson", "sujet", "paciente", "deelnemer", "judge"),
    *("animal", "volunteer", "child", "dog", "Subject number", "participant_id", "bird", "donor"),
)
UNITS = ("plant", "pot", "flask", "jar", "plot", "tank", "dish", "leaf", "tree", "quadrat", "Topf")
BLOCKS = ("block", "batch", "bench", "donor", "litter", "run", "Block", "bloque", "night")
NAMES = ("Ada", "Ben", "Cleo", "Dan", "Eva", "Finn", "Gus", "Hana", "Ivo", "Jo", "Kit", "Lea")
TRIALS = (
    *("trial", "rep", "replicate", "Rep", "Trial", "run", "test", "Versuch", "essai", "ensayo"),
    *("prova", "ensaio", "herhaling", "försök", "Wiederholung"),
)
COVARIATES = (("age", 18, 70), ("latitude", 40, 60), ("year of birth", 1950, 2001), ("BMI", 18, 35))
COUNTS = (
    *(
        "leaf count",
        "flowers per plant",
        "no. of leaves",
        "seed mass (mg)",
        "tree_height",
        "animals",
    ),
    *("plant height (cm)", "number of seeds", "height of the plant", "test score", "litter size"),
    *(
        "Anzahl der Blätter",
        "nombre de feuilles",
        "altura de la planta",
        "peso del pez",
        "body mass",
    ),
    *(
        "larghezza foglia",
        "peso do animal",
        "aantal bladeren",
        "antal blad",
        "flower number per pot",
    ),
)
"""Other quantities in whole numbers, named after what they were measured on."""
MEANS = (
    *("Mean", "mean", "Average", "AVERAGE", "avg", "Mittelwert", "MW", "moyenne", "media"),
    *("promedio", "média", "gemiddelde", "medelvärde", "x̄", "Mittel"),
)
SDS = (
    *("SD", "sd", "Std Dev", "St. Dev.", "StDev", "standard deviation", "Standardabweichung"),
    *("écart-type", "desviación estándar", "dev. std.", "desvio padrão", "standaarddeviatie"),
    *("standardavvikelse", "Stabw"),
)
SES = (
    *("SE", "SEM", "S.E.", "Std Error", "std. error", "Standard Error", "Standardfehler"),
    *("erreur standard", "error estándar", "errore standard", "erro padrão", "standaardfout"),
    *("medelfel",),
)
NS = (
    *("n", "N", "No.", "n obs", "reps", "replicates", "Anzahl", "effectif", "aantal", "antal"),
    *("count", "Number", "sample size"),
)
TITLES = (
    "Duckweed under light",
    "Weights of voles, in g",
    "Cress, rinsed, spring; room 3",
    "Table 2. Growth after 7 days",
    "Messung vom Mai",
    "Experiment 4: salt, lime and both",
)
KEY_VALUES = (("Station", "Lake Mire"), ("Observer", "K. Holm"), ("Date", "2024-05-01"))
NOTES = ("Note: one pot fell over", "* measured twice", "Source: field book 3", "n.d. = not dug")
