"""What tests and follow-ups are called."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.method_kinds import FACTORIAL, METHOD_NAMES, OF_TWO
from decimus.terms import Adjustment, Method, PairSet, SphericityCorrection

_OWN_NAMES = {
    Adjustment.TUKEY: "Tukey–Kramer test",
    Adjustment.GAMES_HOWELL: "Games–Howell test",
    Adjustment.DUNNETT: "Dunnett’s test",
}
_AUTHORS = {
    Adjustment.HOLM: "Holm",
    Adjustment.BONFERRONI: "Bonferroni",
    Adjustment.SIDAK: "Šidák",
    Adjustment.BENJAMINI_HOCHBERG: "Benjamini and Hochberg",
}
_PAIR_TESTS = {
    Method.WELCH_ANOVA: "Welch t-tests",
    Method.REPEATED_MEASURES: "paired t-tests",
    Method.CROSSED_WITHIN: "paired t-tests",
    Method.SPLIT_PLOT: "paired and Welch t-tests",
    Method.KRUSKAL_WALLIS: "Dunn’s test",
    Method.FREEMAN_HALTON: "Fisher’s exact tests",
    Method.FRIEDMAN: "signed-rank tests",
}
CORRECTION_NAMES = {
    SphericityCorrection.GREENHOUSE_GEISSER: "Greenhouse–Geisser",
    SphericityCorrection.HUYNH_FELDT: "Huynh–Feldt",
    SphericityCorrection.NONE: "uncorrected",
}


def method_name(comparison: Comparison) -> str:
    """The method in full, as it stands in a sentence."""
    name = METHOD_NAMES[comparison.method]
    over_cells = (
        comparison.method
        in (
            Method.ANOVA,
            Method.WELCH_ANOVA,
            Method.KRUSKAL_WALLIS,
            Method.FREEMAN_HALTON,
            Method.REPEATED_MEASURES,
            Method.FRIEDMAN,
        )
        and len(comparison.terms[0].factors) > 1
    )
    if comparison.design.is_single and comparison.method in FACTORIAL:
        return f"{name} without replication"
    return f"{name} over the cells" if over_cells else name


def pair_test_name(method: Method) -> str:
    """The test that single pairs are compared by."""
    return METHOD_NAMES[method] if method in OF_TWO else _PAIR_TESTS.get(method, "t-tests")


def follow_up_name(method: Method, adjustment: Adjustment) -> str:
    """The follow-up in full: "Tukey–Kramer test", "Welch t-tests after Holm"."""
    if adjustment in _OWN_NAMES:
        return _OWN_NAMES[adjustment]
    test = pair_test_name(method)
    if adjustment is Adjustment.NONE:
        return f"{test}, unadjusted"
    return f"{test} adjusted after {_AUTHORS[adjustment]}"


def has_follow_up(comparison: Comparison) -> bool:
    """True where pairs are compared beside the test over all groups."""
    return comparison.method not in OF_TWO and comparison.pair_set is not PairSet.NONE
