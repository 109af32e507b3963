"""What tests and follow-ups are called."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.kinds.adjustments import ADJUSTMENTS
from decimus.kinds.methods import FACTORIAL, METHODS, OF_TWO
from decimus.terms import Adjustment, Method, PairSet, SphericityCorrection

CORRECTION_NAMES = {
    SphericityCorrection.GREENHOUSE_GEISSER: "Greenhouse–Geisser",
    SphericityCorrection.HUYNH_FELDT: "Huynh–Feldt",
    SphericityCorrection.NONE: "uncorrected",
}


def method_name(comparison: Comparison) -> str:
    """The method in full, as it stands in a sentence."""
    kind = METHODS[comparison.method]
    name = kind.name
    over_cells = kind.takes_cells and len(comparison.terms[0].factors) > 1
    if comparison.design.is_single and comparison.method in FACTORIAL:
        return f"{name} without replication"
    return f"{name} over the cells" if over_cells else name


def pair_test_name(method: Method) -> str:
    """The test that single pairs are compared by."""
    return METHODS[method].pair_test


def follow_up_name(method: Method, adjustment: Adjustment) -> str:
    """The follow-up in full: "Tukey–Kramer test", "Welch t-tests after Holm"."""
    return ADJUSTMENTS[adjustment].in_full.format(test=pair_test_name(method))


def has_follow_up(comparison: Comparison) -> bool:
    """True where pairs are compared beside the test over all groups."""
    return comparison.method not in OF_TWO and comparison.pair_set is not PairSet.NONE
