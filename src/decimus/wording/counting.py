"""What n counts in words: of what, how many, whether the same, and whether that is confirmed."""

from __future__ import annotations

from decimus.analysis.counting import Counts, Ground, counts_of
from decimus.analysis.results import Results
from decimus.plurals import plural

WHY: dict[Ground, str] = {
    Ground.SAID: "it was said",
    Ground.ONE_GROUP: "there is one group, so that nothing can be the same in another",
    Ground.CASES: "every row counts as one",
    Ground.SUMMARISED: "the table gives means and not whose measurements they are of",
    Ground.OWN_NAMES: "every one has a name of its own",
    Ground.NAMES_RECUR: "the same names recur in the groups and are no mere counting",
    Ground.OWN_ROWS: "every row of a group has a name of its own",
    Ground.COUNTED_ANEW: "the names count anew in every group, as they would for the same ones "
    "and for others",
    Ground.FORM: "each name stands once in every column, as it would for the same ones and for "
    "others",
    Ground.NO_NAMES: "nothing names what was measured",
    Ground.OTHER_DESIGN: "the names could be of another experiment",
}
"""By what it is known whose measurements stand in several groups, or why it is not."""


def counted_words(results: Results) -> str:
    """What n counts, and how many: "n counts beetles, 6 in each of 2 groups"."""
    counts = counts_of(results)
    groups = len(counts.per_group)
    known = [n for n in counts.per_group if n is not None]
    if groups and not known:
        return f"n counts {counts.nouns}; how many is not known"
    low, high = min(known, default=0), max(known, default=0)
    each = str(low) if low == high else f"{low} to {high}"
    where = f"in each of {len(known)} groups" if len(known) > 1 else "in one group"
    words = f"n counts {counts.nouns}, {each} {where}"
    if len(known) < groups:
        words += f" and an unknown number in {groups - len(known)}"
    if counts.readings is not None:
        words += f", each the mean of {counts.readings} readings"
    return words


def sameness_words(results: Results) -> str:
    """Whether units are the same across groups: "different beetles in every group"."""
    counts = counts_of(results)
    if counts.same_across:
        names = " and ".join(counts.same_across)
        return f"the same {counts.nouns} at every level of {names}"
    return f"different {counts.nouns} in every group"


def taken_words(results: Results) -> str:
    """What is taken for granted: "taken as different beetles in every group; not confirmed".

    "" where the table shows it, or somebody has said it.
    """
    counts = counts_of(results)
    if not counts.is_open:
        return ""
    return f"taken as {sameness_words(results)}; not confirmed"


def counting_sentence(results: Results) -> str:
    """What n counts, and what that takes for granted, as one sentence."""
    counts = counts_of(results)
    words = counted_words(results)
    if counts.ground is Ground.ONE_GROUP:
        return f"{words}."
    if counts.ground is Ground.SUMMARISED:
        return f"{words}; {WHY[counts.ground]}."
    known = taken_words(results) or sameness_words(results)
    return f"{words}; {known}: {WHY[counts.ground]}."


def why_words(results: Results) -> str:
    """By what that is known, or why it is not."""
    return WHY[counts_of(results).ground]


def counts_record(results: Results) -> dict[str, object]:
    """The same as a record for scripts."""
    counts: Counts = counts_of(results)
    return {
        "n": plural(counts.noun, 2),
        "units": counts.units,
        "per_group": [n or 0 for n in counts.per_group],
        "readings": counts.readings,
        "same_across": list(counts.same_across),
        "proved": counts.ground.proves,
        "confirmed": not counts.is_open,
        "why": WHY[counts.ground],
    }
