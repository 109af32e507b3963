"""Nouns in the form that goes with a count."""

from __future__ import annotations

_IRREGULAR = {
    "person": "people",
    "child": "children",
    "man": "men",
    "woman": "women",
    "mouse": "mice",
    "goose": "geese",
    "foot": "feet",
    "tooth": "teeth",
    "ox": "oxen",
    "leaf": "leaves",
    "calf": "calves",
    "half": "halves",
    "wolf": "wolves",
    "loaf": "loaves",
    "shelf": "shelves",
    "life": "lives",
    "wife": "wives",
    "knife": "knives",
    "larva": "larvae",
    "pupa": "pupae",
    "alga": "algae",
    "antenna": "antennae",
    "bacterium": "bacteria",
    "stratum": "strata",
    "quantum": "quanta",
    "ovum": "ova",
    "fungus": "fungi",
    "nucleus": "nuclei",
    "radius": "radii",
    "stimulus": "stimuli",
    "locus": "loci",
    "analysis": "analyses",
    "axis": "axes",
    "hypothesis": "hypotheses",
    "taxon": "taxa",
    "genus": "genera",
    "matrix": "matrices",
    "index": "indices",
    "louse": "lice",
    "potato": "potatoes",
    "tomato": "tomatoes",
    "mosquito": "mosquitoes",
    "hero": "heroes",
    "echo": "echoes",
}
_THE_SAME = frozenset(
    {"sheep", "fish", "deer", "species", "series", "trout", "salmon", "moose", "squid", "shrimp"}
    | {"offspring", "bison", "swine", "cattle", "cod", "eland", "grouse", "aircraft"}
)


def plural(noun: str, count: int) -> str:
    """The noun in the form that goes with `count`; of several words the last one changes."""
    if count == 1 or not noun:
        return noun
    before, space, last = noun.rpartition(" ")
    return f"{before}{space}{_plural_of(last)}"


def _plural_of(word: str) -> str:
    small = word.lower()
    if small in _THE_SAME:
        return word
    if small in _IRREGULAR:
        found = _IRREGULAR[small]
        return found if word[:1].islower() else found[:1].upper() + found[1:]
    if small.endswith(("fish", "sheep")):
        return word
    if small.endswith(("s", "x", "z", "ch", "sh")):
        return f"{word}es"
    if small.endswith("y") and small[-2:-1] not in "aeiou":
        return f"{word[:-1]}ies"
    return f"{word}s"
