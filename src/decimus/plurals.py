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


_ENDS_ALIKE = ("ss", "us", "is", "as", "ns", "os")
"""Ends of words in s that are one thing: mass, radius, axis, gas, lens, chaos."""
_ONE = frozenset({"data", "media", "series", "species", "physics", "statistics"})
_MANY = frozenset(_IRREGULAR.values())


def plural(noun: str, count: int) -> str:
    """The noun in the form that goes with `count`; of several words the last one changes.

    What is no word, such as "ID" or "pot_nr.", is named instead of bent: "units called “ID”".
    """
    if count == 1 or not noun:
        return noun
    if not _is_word(noun):
        return f"units called “{noun}”"
    before, space, last = noun.rpartition(" ")
    return f"{before}{space}{_plural_of(last)}"


def _is_word(noun: str) -> bool:
    letters = noun.replace(" ", "").replace("-", "").replace("’", "").replace("'", "")
    return letters.isascii() and letters.isalpha() and not (letters.isupper() and len(letters) > 1)


def is_plural(words: str) -> bool:
    """True for the name of several things, by its last word before any "of", "per" or "in"."""
    head = words.lower()
    for joint in (" of ", " per ", " in ", " at ", " on ", " for ", " from "):
        head = head.partition(joint)[0]
    last = head.rpartition(" ")[2].rpartition("-")[2]
    if last in _MANY:
        return True
    if last in _ONE or last in _THE_SAME or not last.endswith("s") or len(last) < 4:
        return False
    return not last.endswith(_ENDS_ALIKE) or last.endswith(("ens", "ions", "ons", "ans", "eas"))


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
