"""The words that head columns and rows, in the languages people write them in.

One list of statistics and one of what a column can be about, used wherever a heading or a
name at the side has to be understood. English, German, French, Spanish, Italian, Portuguese,
Dutch and Swedish; a word that several languages share stands once.
"""

from __future__ import annotations

import re
import unicodedata
from enum import Enum, StrEnum
from functools import lru_cache

from decimus.measurements.amounts import error_of_amount
from decimus.values import Value


class Statistic(StrEnum):
    """What a heading or a name at the side can say that numbers were computed as."""

    MEAN = "mean"
    SD = "sd"
    SE = "se"
    VARIANCE = "variance"
    MARGIN = "margin"
    LOWER = "lower"
    UPPER = "upper"
    N = "n"
    ERROR = "error"
    """A spread of which the word does not say what it is."""
    MEDIAN = "median"
    MINIMUM = "min"
    MAXIMUM = "max"
    RANGE = "range"
    SUM = "sum"
    CV = "cv"
    QUARTILE = "quartile"


class Sense(Enum):
    """What a heading can say that a column is about."""

    ROW = "row numbers"
    SUBJECT = "who was measured, the same one wherever the name recurs"
    UNIT = "what a replicate is"
    BLOCK = "a place or a time that one replicate of every group shares"
    TRIAL = "which replicate it is, within its group"
    READING = "which reading of one unit it is"
    TIME = "when it was measured"
    GROUP = "what the groups differ in"
    COVARIATE = "what else is known of a unit"
    NOTE = "remarks"
    QUANTITY = "how much or how many"


# Words that mean nothing but the statistic; a bar divides them.
_SURE: dict[Statistic, str] = {
    Statistic.MEAN: "mean|means|mean value|grand mean|average|averages|average value|avg|avrg|x̄|x̅"
    "|xbar|x bar|mittel|mittelwert|mittelwerte|mittelw|mw|durchschnitt|arithmetisches mittel"
    "|moyenne|moyennes|moy|promedio|media|média|medias|gemiddelde|gemiddeld|gem|medelvärde"
    "|medelvarde|medel|medeltal",
    Statistic.SD: "sd|s d|stdev|st dev|std dev|stddev|std deviation|st deviation"
    "|standard deviation|standard deviations|stand dev|sdev|standardabweichung|standard abweichung"
    "|stabw|std abw|stdabw|standardabw|écart type|ecart type|desviación estándar"
    "|desviacion estandar|desviación típica|desviacion tipica|desv est|desvest|desv típ|desv tip"
    "|desv std|deviazione standard|dev std|dev st|scarto tipo|desvio padrão|desvio padrao|desvpad"
    "|desv pad|standaarddeviatie|standaardafwijking|standaard deviatie|standardavvikelse|stdav"
    "|std avv|standardavv",
    Statistic.SE: "sem|s e m|se mean|stderr|std err|std error|st error|st err"
    "|standard error|standard errors|standard error of the mean|std error of the mean"
    "|std error mean|stand err|standardfehler|standard fehler|erreur standard|erreur type"
    "|error estándar|error estandar|error típico|error tipico|errore standard|err std|erro padrão"
    "|erro padrao|standaardfout|standaard fout|medelfel|standardfel",
    Statistic.VARIANCE: "variance|variances|s²|s^2|σ²|sd²|varianz|varianza|variância|variancia"
    "|variantie|varians",
    Statistic.MARGIN: "margin|margin of error|half width|halfwidth|confidence interval"
    "|confidence limits|conf interval|conf int|c i|95 ci|99 ci|90 ci|ci|ci95|ci 95|95ci"
    "|konfidenzintervall|vertrauensbereich|intervalle de confiance|intervalo de confianza"
    "|intervallo di confidenza|intervalo de confiança|betrouwbaarheidsinterval"
    "|konfidensintervall|fehlerspanne|marge d erreur|margen de error|95 ki|95 ic|95 bi",
    Statistic.LOWER: "lower|lcl|lower limit|lower end|lower bound|lower ci|ci lower|ci low|low ci"
    "|lower cl|error down|ci l|lci|untergrenze|untere grenze|limite inférieure|borne inférieure"
    "|límite inferior|limite inferiore|limite inferior|ondergrens|undre gräns",
    Statistic.UPPER: "upper|ucl|upper limit|upper end|upper bound|upper ci|ci upper|ci high"
    "|high ci|upper cl|error up|ci u|uci|obergrenze|obere grenze|limite supérieure"
    "|borne supérieure|límite superior|limite superiore|limite superior|bovengrens|övre gräns",
    Statistic.N: "sample size|n obs|nobs|number of observations|number of replicates|replicates"
    "|number of values|stichprobengröße|stichprobenumfang|tamaño muestral|tamaño de muestra"
    "|numerosità|reps|no of reps",
    Statistic.ERROR: "±|error bar|error bars|uncertainty|fehlerbalken",
    Statistic.MEDIAN: "median|medians|médiane|mediane|mediana|mediaan|medianwert",
    Statistic.MINIMUM: "minimum|mínimo|minimo|min value|smallest|kleinster wert",
    Statistic.MAXIMUM: "maximum|máximo|massimo|max value|largest|größter wert",
    Statistic.SUM: "grand total|subtotal|sub total|column total|row total|summe|gesamtsumme"
    "|somme|suma|soma|totaal|summa",
    Statistic.CV: "cv|c v|cv %|% cv|rsd|% rsd|coefficient of variation|coeff of variation"
    "|coef var|variationskoeffizient|coefficient de variation|coeficiente de variación"
    "|coefficiente di variazione|coeficiente de variação|variatiecoëfficiënt"
    "|variationskoefficient",
    Statistic.QUARTILE: "quartile|1st quartile|3rd quartile|lower quartile|upper quartile|iqr"
    "|interquartile range|25th percentile|75th percentile",
}
# Words that are names of other things as well: they count beside a sure one, or where the
# numbers are what they say.
_UNSURE: dict[Statistic, str] = {
    Statistic.MEAN: "m|ave|av|ø|prom|µ|μ",
    Statistic.SD: "s|std|σ|de|d e|ds|d s|dp|d p|et|é t|sa",
    Statistic.SE: "se|s e|es|ee|ep|etm|eem|epm|sf",
    Statistic.VARIANCE: "var|s2",
    Statistic.LOWER: "low|from|minus|down|inf|untere",
    Statistic.UPPER: "high|to|plus|up|sup|obere",
    Statistic.N: "n|no|nr|num|number|count|counts|obs|nb|n º|#|size|flasks|cases|stichprobe"
    "|anzahl|anz|effectif|nombre|número|numero|aantal|antal|quantidade"
    "|plots|plants|subjects|animals|visitors|observations|samples|mice|people",
    Statistic.ERROR: "error|errors|err|spread|deviation|fehler|erreur|errore|erro|fout|fel"
    "|abweichung|dev|afwijking",
    Statistic.MINIMUM: "min|mín",
    Statistic.MAXIMUM: "max|máx",
    Statistic.QUARTILE: "q1|q3",
    Statistic.RANGE: "range|spannweite|étendue|rango|recorrido",
    Statistic.SUM: "total|totals|sum|sums|gesamt|som|tot|σx|∑|totale|all|overall",
}
_FIRST_OF = {Statistic.N: ("no of", "number of", "n of", "num of", "anzahl der", "nombre de")}

_SENSES: dict[Sense, str] = {
    Sense.ROW: "row|index|record|entry|zeile|ligne|fila|riga|linha|rij|rad|lfd|obs|sno|s no"
    "|sl no|sr no|serial|order|case",
    Sense.SUBJECT: "subject|subj|participant|patient|pupil|student|child|infant|baby|mother|couple"
    "|twin|person|individual|individuum|volunteer|donor|respondent|player|athlete|runner|swimmer"
    "|judge|rater|observer|reader|teacher|visitor|panelist|panellist|assessor|taster|tester|member|pair|twins|dyad|kid"
    "|worker|employee|user|client|driver|case|man|woman|boy|girl"
    "|mouse|rat|cow|calf|bull|heifer|pig|sow|piglet|horse|mare|sheep|ewe|ram|lamb|goat|dog|cat"
    "|rabbit|hen|chick|chicken|duck|goose|bird|fish|trout|salmon|frog|toad|vole|hamster|gerbil"
    "|ferret|fox|bat|deer|seal|whale|dolphin|monkey|ape|larva|beetle|snail|crab|lizard|snake"
    "|tortoise|turtle|spider|fly|bee|animal|litter|colony|hive|herd|flock|clutch|brood|family"
    "|proband|probandin|versuchsperson|vp|vpn|teilnehmer|teilnehmerin|patientin|schüler|schülerin"
    "|spender|tier|maus|ratte|kuh|kalb|schwein|ferkel|pferd|schaf|ziege|hund|katze|kaninchen"
    "|huhn|henne|vogel|fisch|frosch|wurf"
    "|sujet|participante|élève|enfant|donneur|souris|vache|veau|porc|cheval|mouton|brebis|chèvre"
    "|chien|chat|lapin|poule|oiseau|poisson|portée"
    "|sujeto|paciente|alumno|alumna|niño|niña|donante|ratón|rata|vaca|ternero|cerdo|caballo|oveja"
    "|cabra|perro|gato|conejo|gallina|pájaro|pez|camada"
    "|soggetto|partecipante|paziente|alunno|bambino|donatore|topo|ratto|mucca|vitello|maiale"
    "|cavallo|pecora|capra|cane|gatto|coniglio|uccello|pesce|cucciolata"
    "|sujeito|aluno|aluna|criança|doador|rato|porco|cavalo|ovelha|cão|coelho|galinha|pássaro|peixe"
    "|ninhada"
    "|proefpersoon|deelnemer|patiënt|leerling|muis|koe|varken|paard|schaap|geit|hond|konijn|kip"
    "|individu|individuo|indivíduo"
    "|deltagare|försöksperson|elev|råtta|häst|katt|kanin|höna|fågel|fisk"
    "|kull",
    Sense.UNIT: "plant|plot|pot|tank|jar|flask|dish|tube|vial|well|bottle|leaf|tree|seedling"
    "|quadrat|pond|sample|specimen|site|station|patch|cage|pen|field|bench|culture|unit|aquarium"
    "|mesocosm|nest|seed|fruit|flower|shoot|root|cutting|slide|section|core|transect|stream"
    "|pflanze|parzelle|topf|becken|blatt|baum|probe|standort|gefäß|glas|kolben|röhrchen|schale"
    "|keimling|feld"
    "|plante|parcelle|échantillon|arbre|feuille|bac|flacon|boîte"
    "|planta|maceta|muestra|árbol|hoja|matraz|estanque"
    "|pianta|parcella|vaso|campione|albero|foglia|vasca"
    "|parcela|amostra|árvore|folha|frasco|tanque"
    "|perceel|monster|boom|blad|kolf|vijver"
    "|kruka|ruta|prov|träd|burk|damm|kolv",
    Sense.BLOCK: "block|blk|batch|bench|bed|day|night|run|shelf|week|plate|gel|tray|rep|replicate"
    "|replication|repetition|charge|tag|nacht|woche|bloc|jour|bloque|día|dia|blocco|giorno|bloco"
    "|blok|dag|partij|chamber|session|round|experiment|site|field|year|donor|litter|culture",
    Sense.TRIAL: "trial|rep|replicate|repeat|repetition|replication|run|test|try|attempt|no|nr"
    "|number|obs|observation|shot|throw|versuch|wiederholung|wdh"
    "|messung|durchgang|essai|répétition|rép|mesure|ensayo|repetición|réplica|prueba|medida"
    "|prova|ripetizione|replica|misura|repetição|ensaio|tentativa|medição|proef|herhaling|meting"
    "|försök|upprepning|replikat|mätning",
    Sense.READING: "reading|tech|technical rep|measurement|aliquot|scan|technical|tech rep"
    "|technical replicate|duplicate|triplicate|subsample|subreplicate|messung|ablesung|teilprobe"
    "|mesure|lecture|lectura|medida|lettura|misura|leitura|medição|meting|aflezing|mätning|avläsning",
    Sense.TIME: "time|timepoint|time point|day|week|month|hour|minute|second|year|season|visit"
    "|session|t|date|phase|period|occasion|wave|round|days|weeks|months|hours|minutes|years|h|d|wk"
    "|min|zeit|zeitpunkt|tag|woche|monat|stunde|jahr|temps|jour|semaine|mois|heure|année|tiempo"
    "|día|semana|mes|hora|año|tempo|giorno|settimana|mese|ora|anno|dia|mês|ano|tijd|dag|maand|uur"
    "|jaar|tid|vecka|månad|timme|år|age class",
    Sense.GROUP: "group|treatment|treat|trt|condition|cond|dose|concentration|conc|level|type|kind"
    "|category|species|variety|cultivar|genotype|strain|line|sex|gender|diet|drug|habitat|method"
    "|arm|class|stage|brand|soil|light|temperature|medium|substrate|location|region|country"
    "|zone|factor|salt|fertiliser|fertilizer|density|depth|gruppe|behandlung|bedingung|dosis|sorte"
    "|art|variante|groupe|traitement|espèce|variété|grupo|tratamiento|especie|variedad|gruppo"
    "|trattamento|specie|varietà|tratamento|espécie|variedade|groep|behandeling|soort|ras|grupp"
    "|behandling|sort|zustand|état|estado|stato|toestand|tillstånd|geschlecht|sexe|sexo|sesso"
    "|geslacht|kön|laboratory|lab|instrument|device|surface|colour|color|form|version",
    Sense.COVARIATE: "age|latitude|longitude|lat|lon|long|lng|easting|northing|utm|elevation"
    "|altitude|alt|year|year of birth|birth year|born|x coordinate|y coordinate|alter|âge|edad|età"
    "|idade|leeftijd|ålder|postcode|zip|position|pos|plate position|order|sequence|score order"
    "|bmi|baseline|geburtsjahr|breite|höhe über nn",
    Sense.NOTE: "note|notes|remark|remarks|comment|comments|bemerkung|bemerkungen|anmerkung"
    "|kommentar|remarque|remarques|commentaire|observaciones|nota|notas|commento|observações"
    "|opmerking|opmerkingen|anmärkning|kommentarer",
    Sense.QUANTITY: "count|height|length|width|thickness|diameter|girth|mass|weight|area|volume"
    "|size|yield|rate|score|biomass|growth|speed|velocity|duration|latency|distance"
    "|cover|coverage|percentage|percent|share|proportion|ratio|fraction|content|activity|intensity"
    "|absorbance|value|amount|quantity|pressure|frequency|total|sum|damage|vigour|vigor|strength"
    "|survival|mortality|germination"
    "|höhe|länge|breite|dicke|masse|gewicht|fläche|volumen|anzahl|zahl|grösse|ertrag|punkte|wert"
    "|dauer|anteil|gehalt|durchmesser"
    "|hauteur|longueur|largeur|épaisseur|poids|aire|taille|rendement|taux|durée|teneur|valeur"
    "|diamètre|nombre"
    "|altura|longitud|ancho|anchura|grosor|masa|peso|área|superficie|cantidad|tamaño|rendimiento"
    "|tasa|puntuación|duración|contenido|valor|diámetro"
    "|altezza|lunghezza|larghezza|spessore|massa|resa|tasso|punteggio|durata|contenuto|valore"
    "|diametro|comprimento|largura|espessura|tamanho|rendimento|taxa|duração|teor|diâmetro"
    "|hoogte|lengte|breedte|dikte|oppervlakte|aantal|grootte|opbrengst|waarde|duur|gehalte"
    "|höjd|längd|bredd|tjocklek|vikt|yta|volym|antal|storlek|skörd|värde",
}
_NUMBERED_TEXT = """
id ids no nr number num code name label key tag # nummer kennung kürzel numéro numero
número nom nombre nome naam namn identifier identifiant ident n° nº
"""
_NUMBERED = frozenset(_NUMBERED_TEXT.split())
"""Words beside another that say that it is only numbered or named: "mouse no"."""
_ALSO_IN_PLURAL = frozenset({Sense.TRIAL, Sense.READING, Sense.TIME, Sense.QUANTITY})
_IDENTIFIER = re.compile(r"(?:[a-z]{1,5})?id(?:s|entifier)?|#|uuid|barcode", re.IGNORECASE)
_WORDS_IN_ID = """
mid acid acids fluid fluids liquid liquids solid solids humid arid grid grids hybrid hybrids lipid
lipids lid lids kid kids orchid orchids aphid aphids valid invalid void rapid rigid tepid turbid
torrid morbid placid avid bid amid aid aids paid unpaid laid said maid braid plaid raid rabid vivid
rancid florid frigid lucid candid squid squids haploid diploid triploid colloid colloids opioid
opioids steroid steroids typhoid thyroid sigmoid ovoid nucleoid keloid rhizoid druid cuspid bifid
trifid pallid stupid timid insipid limpid splendid viscid
"""
_NO_IDENTIFIER = frozenset(_WORDS_IN_ID.split())
"""Words that end as identifiers do and are none."""


def _is_identifier(text: str) -> bool:
    """True for "id", "pid", "plotid", "#"."""
    return bool(_IDENTIFIER.fullmatch(text)) and text.casefold() not in _NO_IDENTIFIER


def _table(lists: dict[Statistic, str]) -> dict[str, Statistic]:
    return {word: statistic for statistic, words in lists.items() for word in words.split("|")}


_SURE_WORDS, _UNSURE_WORDS = _table(_SURE), _table(_UNSURE)
_TOKEN = re.compile(r"±|[^\s()\[\],:/±]+")
_MOST_WORDS = 5
_BY_WORD: dict[str, frozenset[Sense]] = {}
for _sense, _words in _SENSES.items():
    for _word in _words.split("|"):
        _BY_WORD[_word] = _BY_WORD.get(_word, frozenset()) | {_sense}


class Named(Value, frozen=True):
    """The statistic that a heading names.

    Args:
        statistic: which.
        rest: the words besides, as typed.
        is_sure: whether the word means nothing else.
    """

    statistic: Statistic
    rest: str
    is_sure: bool

    @property
    def is_whole(self) -> bool:
        """True when the heading says nothing else."""
        return not self.rest


def plain(text: str) -> str:
    """Words for looking up: small letters, one space between them, no joining signs."""
    spaced = re.sub(r"(?<=[a-zß-ÿ])(?=(?:SD|SE|SEM|CI|CV|ID|Mean|Std|Err)(?![a-z]))", " ", text)
    spaced = re.sub(r"(?<!\w)Σ(?!\w)", "∑", spaced)  # small, it is the sign of the SD
    folded = unicodedata.normalize("NFC", spaced).casefold()
    folded = re.sub(r"\+\s?/?\s?[-−–]", " ± ", folded)
    folded = folded.replace("ß", "ss").replace("x\u0304", "x̄").replace("x\u0305", "x̄")
    return " ".join(re.sub(r"[_.\u2013\u2014-]+(?!\d)|[’'´`]", " ", folded).split())


_JOINED_SE = re.compile(r"(?<=[_.])se(?=[_.]|$)|^se(?=[_.])", re.IGNORECASE)
_LEVEL = re.compile(r"\(?\b\d{2}(?:[.,]\d+)?\s?%\)?")


def _matches(words: str, known: dict[str, Statistic]) -> list[tuple[int, int, Statistic]]:
    """Where phrases stand in words, the longest first: start, end, statistic."""
    tokens = [match.span() for match in _TOKEN.finditer(words)]
    found = [
        (tokens[i][0], tokens[j][1], known[phrase])
        for i in range(len(tokens))
        for j in range(i, min(i + _MOST_WORDS, len(tokens)))
        if (phrase := words[tokens[i][0] : tokens[j][1]]) in known
    ]
    return sorted(found, key=lambda one: (one[0] - one[1], one[0]))


@lru_cache(maxsize=20_000)
def statistic_named(heading: str) -> Named | None:
    """The statistic that a heading names, the longest word for one first; None for none.

    "area SD" names SD, with "area" besides; a unit in brackets does not count as besides,
    a level such as 95 % neither.
    """
    if error_of_amount(heading) is not None:
        return None  # "5 ± 0.5 °C" is an amount, and its error none of what was measured
    words = plain(_JOINED_SE.sub("sem", heading))
    if not words or len(words) > 120:
        return None
    bare = " ".join(_LEVEL.sub(" ", words).split())
    for first in _FIRST_OF[Statistic.N]:
        if bare.startswith(first + " "):
            return Named(Statistic.N, "", is_sure=False)  # leaves are counted too
    for known, is_sure in ((_SURE_WORDS, True), (_UNSURE_WORDS, False)):
        for start, end, statistic in _matches(bare, known):
            rest = (bare[:start] + " " + bare[end:]).strip()
            rest = re.sub(r"^(?:of|de|der|des|di|da|van|av)\s+|\s+(?:of|in)$", "", rest)
            rest = rest.strip(" :,-–=/±")
            outside = re.sub(r"[(\[][^)\]]*[)\]]?", "", rest).strip()
            if outside and not is_sure:
                continue
            if outside and statistic is Statistic.N:
                continue  # "n plants" is something counted
            return Named(statistic, _as_typed(heading, rest) if outside else "", is_sure)
    return None


@lru_cache(maxsize=20_000)
def statistics_in(text: str) -> tuple[Statistic, ...]:
    """Every statistic that a text surely names, in order: mean and SD of "Mean ± SD"."""
    words = _LEVEL.sub(" ", plain(text[:300]))
    kept: list[tuple[int, int, Statistic]] = []
    for start, end, statistic in _matches(words, {**_SURE_WORDS, "se": Statistic.SE}):
        if all(end <= other[0] or start >= other[1] for other in kept):
            kept.append((start, end, statistic))
    return tuple(statistic for _, _, statistic in sorted(kept))


_OF_MEANS = frozenset(
    {Statistic.MEAN, Statistic.SD, Statistic.SE, Statistic.VARIANCE, Statistic.MARGIN}
    | {Statistic.ERROR, Statistic.N}
)
"""Statistics that stand in the heading of a mean and are none of what was measured."""
_BESIDE_ERROR = re.compile(r"(\w+)?\s*±\s*(\w+)?")
_JOINING = r"(?:[\s:,;/±+&-]|\b(?:of|and|with|or|und|et|och|der|des|de)\b)+"
_AT_ENDS = re.compile(rf"^{_JOINING}|{_JOINING}$|[(\[]\s*(?:{_JOINING})?[)\]]")


@lru_cache(maxsize=20_000)
def without_statistics(heading: str) -> str:
    """What was measured, of a heading of means: "area" of "mean area ± SD", "" of "M ± SD"."""
    words = plain(_JOINED_SE.sub("sem", heading[:300]))
    kept = list(_LEVEL.sub(lambda found: " " * len(found[0]), words))
    known = {**_SURE_WORDS, "se": Statistic.SE}
    spans = [(a, b) for a, b, statistic in _matches("".join(kept), known) if statistic in _OF_MEANS]
    for found in _BESIDE_ERROR.finditer(words):
        spans += [found.span(i) for i in (1, 2) if found[i] in _UNSURE_WORDS or found[i] == "x"]
    for start, end in spans:
        kept[start:end] = " " * (end - start)
    rest = " ".join(_AT_ENDS.sub("", _AT_ENDS.sub("", "".join(kept))).split())
    is_mean = _UNSURE_WORDS.get(rest) is Statistic.MEAN
    return "" if is_mean or not re.search(r"\w", rest) else _as_typed(heading, rest)


def _as_typed(heading: str, rest: str) -> str:
    """Words that were looked up, as they stand in the heading."""
    typed = " ".join(heading.replace("_", " ").split())
    at = typed.casefold().find(rest)
    return typed[at : at + len(rest)] if at >= 0 else rest


_PER = re.compile(r"\s(?:per|pro|par|por|/)\s")
_OF = re.compile(
    r"\s(?:of|de|des|du|der|von|di|del|della|do|da|dos|das|van|av)\s(?:la\s|las\s|los\s)?"
)
_HOW_MANY = frozenset(
    [
        "number",
        "no",
        "nr",
        "num",
        "count",
        "n",
        "anzahl",
        "zahl",
        "nombre",
        "número",
        "numero",
        "aantal",
        "antal",
    ]
)
_WHOSE = frozenset({Sense.UNIT, Sense.SUBJECT, Sense.BLOCK, Sense.READING, Sense.TRIAL})


@lru_cache(maxsize=20_000)
def senses(heading: str) -> frozenset[Sense]:
    """What a heading can be about: of its words the last one that is known.

    A number behind it does not count, nor a unit in brackets; "mouse ID" is about a mouse,
    "leaf count", "leaves per plant" and "height of the plant" are about quantities.
    """
    words = re.sub(r"[(\[].*$", "", plain(heading)).strip()
    words = re.sub(r"[\s#]*\d+$", "", words).strip()
    if not words:
        return frozenset()
    if words in _BY_WORD:
        return _BY_WORD[words]
    if is_counter(heading):
        return frozenset({Sense.ROW, Sense.TRIAL})
    if _PER.search(words):
        return _QUANTITY
    if len(parted := _OF.split(words, maxsplit=1)) > 1:
        head, of = parted
        if head in _HOW_MANY:
            return _QUANTITY
        words = of if head in _NUMBERED else head
    return _senses_of(words, heading)


def _senses_of(words: str, heading: str) -> frozenset[Sense]:
    parts = words.split()
    kept = [part for part in parts if part not in _NUMBERED]
    if _is_identifier(words.replace(" ", "")) and len(parts) < 2:
        return frozenset({Sense.SUBJECT, Sense.ROW})
    if len(parts) > 1 and parts[-1] == "index":
        return _QUANTITY  # of what stands before it
    is_measured = len(kept) == len(parts) and any(_about(part) & _QUANTITY for part in kept)
    for part in reversed(kept):
        if found := _about(part):
            return _QUANTITY if is_measured and found <= _WHOSE else found
    if is_identifier(heading):
        return frozenset({Sense.SUBJECT, Sense.ROW})
    return frozenset()


_QUANTITY = frozenset({Sense.QUANTITY})


def _about(word: str) -> frozenset[Sense]:
    """What one word is about, in the plural where that is still the same."""
    if word in _BY_WORD:
        return _BY_WORD[word]
    # "Plants" and "beetles" are counted, but "trials" are numbered.
    return _BY_WORD.get(word.removesuffix("s"), frozenset()) & _ALSO_IN_PLURAL


@lru_cache(maxsize=20_000)
def quantity_in(name: str) -> str:
    """The word of a name that says which quantity it is: "height" of "plant height"; else ""."""
    words = plain(name)
    head = _OF.split(words, maxsplit=1)[0]
    found = (part for part in reversed(head.split()) if _about(part) & _QUANTITY)
    if (word := next(found, None)) is not None:
        return word.removesuffix("s")
    return words if senses(name) == _QUANTITY else ""


@lru_cache(maxsize=20_000)
def is_identifier(heading: str) -> bool:
    """True for headings that say that the column only numbers or names: "ID", "rat no"."""
    words = re.sub(r"[(\[].*$", "", plain(heading)).split()
    if not words:
        return heading.strip() == "#"
    last, first = words[-1], words[0]
    return (
        _is_identifier("".join(words))
        or (last in _NUMBERED and (len(words) > 1 or last in {"#", "nr", "no", "nummer", "code"}))
        or (first in {"id", "nr", "#", "n°", "nº"} and len(words) == 2)
        or (heading.strip().casefold().startswith("no.") and len(words) == 2)  # "no salt" is none
        or _is_identifier(last)
    )


_CONTROLS_TEXT = """
control controls ctrl ctl con placebo untreated blank none vehicle sham reference standard zero
unfertilised unfertilized uninfected mock naive baseline dry check wt wildtype wild-type wild
kontrolle unbehandelt ohne leer témoin temoin contrôle controle blanc testigo blanco sin
controllo bianco testemunha branco onbehandeld zonder blanco kontroll obehandlad utan nil no
"""
_CONTROLS = frozenset(_CONTROLS_TEXT.split())


def is_control(text: str) -> bool:
    """True for a word that says that nothing was done: "control", "no salt", "ctrl (water)"."""
    words = re.sub(r"[(\[].*$", "", plain(text)).split()
    return bool(words) and (words[0] in _CONTROLS or words[-1] in _CONTROLS)


def is_counter(heading: str) -> bool:
    """True for headings that only count rows: "#", "No.", "row"."""
    return plain(heading).strip(" .:") in _COUNTERS


_COUNTERS = frozenset(
    {"#", "no", "nr", "number", "row", "index", "n°", "nº", "lfd nr", "lfdnr", "nummer"}
    | {"numéro", "numero", "número", "line"}
)
