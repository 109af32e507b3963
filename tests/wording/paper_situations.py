"""Situations of a write-up, each with the results paragraph that a referee should read.

Numbers are masked as #; they are compared with the engine's elsewhere. The sentences were written
before the code that makes them.
"""

from __future__ import annotations

from decimus.study import edits
from decimus.study.adjustments import Logarithm
from decimus.study.edits import Edit
from decimus.study.questions import PairOfGroups
from decimus.study.readings import HEADINGS, SetAside
from decimus.terms import Adjustment, Alternative, Method, PairSet
from decimus.values import Value
from tests.wording.situations import (
    ALIKE,
    APART,
    AREA,
    COUNTS,
    DEPENDS,
    DIETS,
    IN_EVERY,
    LIGHT,
    MICE,
    NEAR,
    ONE,
    PERCENT,
    SEEDS,
    SEEDS_OF_THREE,
    SINGLE,
    THREE,
    TIED,
    TWICE,
    WITHIN,
    by,
    columns,
    crossed,
    named,
    one_sided,
    pairs,
)


class Paper(Value, frozen=True):
    """A table, what is chosen about it, and the results expected."""

    table: str
    chosen: tuple[Edit, ...]
    results: str


def drawn(*both: tuple[str, str]) -> tuple[Edit, ...]:
    return tuple(
        edits.DrawComparison(pair=PairOfGroups((a,), (b,)), is_drawn=True) for a, b in both
    )


def amounts(*values: str, unit: str = "g/L") -> str:
    """Groups under amounts of salt."""
    found = [text.split() for text in values]
    heads = [f"{number}" for number in (0, 1, 2, 4, 8)[: len(values)]]
    rows = [[f"flask {i + 1}", *(v[i] for v in found)] for i in range(len(found[0]))]
    lines = [[f"Road salt ({unit})", *heads], *rows]
    return "\n".join(",".join(line) for line in lines) + "\n"


SALT = amounts(
    "132.4 124.2 125.0 142.2 138.8 141.9",
    "134.8 126.9 130.5 121.1 136.5 132.6",
    "117.1 101.2 108.5 99.7 109.2 117.0",
    "85.8 86.1 86.1 86.4 77.7 89.6",
    "59.7 46.9 55.0 56.2 50.6 45.3",
)
FLAT = amounts("10 12 11 13", "11 12 13 10", "12 10 11 13", "10 13 12 11")
FROND = named("Frond area", "mm²")
MANY = columns(
    **{
        f"pond_{name}": " ".join(f"{20 + 5 * k + d / 10}" for d in (0, 3, 7, 4, 9))
        for k, name in enumerate("ABCDEFGH")
    }
)
LOPSIDED = columns(control="10.1 11.4 9.8 10.9 12.1 11.0 10.4 9.9", salt="8.2 7.9 9.1")
PAIRED = "visitor,old signs,new signs\n" + "\n".join(
    f"visitor {i},{a},{b}"
    for i, (a, b) in enumerate(
        zip((148, 203, 177, 160, 181, 190), (121, 160, 150, 149, 140, 166), strict=True), start=1
    )
)
PAIRED_ALIKE = "visitor,old signs,new signs\n" + "\n".join(
    f"visitor {i},{a},{b}"
    for i, (a, b) in enumerate(
        zip((148, 203, 177, 160, 181, 190), (150, 198, 180, 158, 186, 187), strict=True), start=1
    )
)
CUBES = crossed(
    "salt,light,water,area (mm²)",
    {
        f"{salt},{light},{water}": " ".join(
            f"{20 - 6 * i + 4 * j + 0.2 * k + d / 10}"
            for d in ((1, 5, 9), (2, 6, 7))[(i + j + k) % 2]
        )
        for i, salt in enumerate(("none", "much"))
        for j, light in enumerate(("dim", "bright"))
        for k, water in enumerate(("still", "moving"))
    },
)
GIVEN = "roof aspect,mean cover (%),SD,n\nnorth,41.8,6.2,9\neast,30.5,5.7,9\nsouth,12.1,4.4,9\n"
GIVEN_TWO = "roof aspect,mean cover (%),SD,n\nnorth,41.8,6.2,9\nsouth,40.1,4.4,9\n"
READINGS = crossed(
    "temperature (°C),flask,reading,activity (µmol/min)",
    {
        f"{t},flask {f + 4 * i},{r}": f"{4 + 2 * i + 0.3 * f + 0.05 * r:.2f}"
        for i, t in enumerate((15, 25))
        for f in range(1, 5)
        for r in (1, 2, 3)
    },
)
HUGE = columns(
    a=" ".join(str(1000 + i % 7) for i in range(60)),
    b=" ".join(str(1900 + i % 7) for i in range(60)),
)
TINY = columns(a="1 2", b="3 5")
STILL = columns(still="5.1 5.1 5.1 5.1", moving="6.2 6.9 5.8 6.6")
NEGATIVE = columns(day="-3.1 -2.4 -4.0 -3.3", night="-9.8 -8.7 -9.1 -10.2")
ORDERED = columns(low="3.1 2.8 3.6 3.0", medium="4.4 4.9 4.1 4.6", high="6.2 6.8 5.9 6.1")
GAPS = "treatment,mass (g)\n" + "\n".join(
    f"{t},{v}"
    for t, v in zip(
        "aaaaabbbbb",
        ["2.1", "2.4", "2.2", "n.d.", "2.6", "3.9", "4.1", "3.6", "4.4", "4.0"],
        strict=True,
    )
)
UNEQUAL = columns(a="10 10.1 9.9 10.05", b="12 15 9 18", c="20 20.4 19.7 20.2")
OFTEN = "bird,1,2,3\n" + "\n".join(
    f"bird {i},{10 + i % 3},{10 + (i * 2) % 3},{10 + (i + 1) % 3}" for i in range(1, 7)
)

TWO = "(difference # mm², # % CI # to #; t(#) = #, p = #; Hedges’ g = #, about # % CI # to #)"
NOT = "(difference # mm², # % CI −# to #; t(#) = #, p = #; Hedges’ g = #, about # % CI −# to #)"
OMNI = "(F(#, #) = #, p < #; η² = #, # % CI # to #)"
PARTIAL = "(F(#, #) = #, p < #; partial η² = #, # % CI # to #)"
OF_FAMILY = "# mm², simultaneous # % CI # to #; adjusted p < #; Hedges’ g = #"
BELOW = "−# mm², simultaneous # % CI −# to −#; adjusted p < #; Hedges’ g = −#"
CHANGE = "In percent of the mean for salt that is # % (# % CI # to #)."

METHODS: dict[str, str] = {
    "two groups that differ": (
        "Leaf area was measured in two groups (control and salt), with # replicates in each group "
        "(# in all). Means are shown with their # % confidence interval (t-based); circles are "
        "single replicates. Groups were compared by Welch’s t-test, two-sided; intervals of "
        "differences are at # %. A difference counts as shown where p < #. The test assumes "
        "independent replicates, normal within groups; spreads may differ. Checks: normality, "
        "Shapiro–Wilk: W = #, p = #; equal spread, Brown–Forsythe: F(#, #) = #, p = #; neither "
        "speaks against that. Computed with Decimus #."
    ),
    "two groups, one-sided and shown": (
        "Leaf area was measured in two groups (control and salt), with # replicates in each group"
        " (# in all). Means are shown with their # % confidence interval (t-based); circles are "
        "single replicates. Groups were compared by Welch’s t-test, one-sided: control above "
        "salt; intervals of differences are at # %. A difference counts as shown where p < #. The"
        " test assumes independent replicates, normal within groups; spreads may differ. Checks: "
        "normality, Shapiro–Wilk: W = #, p = #; "
        "equal spread, Brown–Forsythe: F(#, #) = #, p = #; neither speaks against that. Computed "
        "with Decimus #."
    ),
    "ranks with ties": (
        "Score was measured in two groups (shade and sun), with # replicates in each group (# in "
        "all). Means are shown with their # % confidence interval (t-based); circles are single "
        "replicates. Groups were compared by the Mann–Whitney test, two-sided; intervals of "
        "differences are at # %. A difference counts as shown where p < #. The test assumes "
        "independent replicates; that the shift is the difference asks for groups of like shape. "
        "p is exact. Computed with Decimus #."
    ),
    "things that are counted": (
        "The number of leaves was measured in two groups (shade and sun), with # replicates in "
        "each group (# in all). Means are shown with their # % confidence interval (t-based); "
        "circles are single replicates. Groups were compared by Welch’s t-test, two-sided; "
        "intervals of differences are at # %. A difference counts as shown where p < #. The test "
        "assumes independent replicates, normal within groups; spreads may differ. Checks: "
        "normality, Shapiro–Wilk: W = #, p = #; "
        "equal spread, Brown–Forsythe: F(#, #) = #, p > #; neither speaks against that. Computed "
        "with Decimus #."
    ),
    "a ratio of logarithms": (
        "Titre was measured in two groups (a and b), with # replicates in each group (# in all). "
        "Values are taken as log₁₀. Geometric means are shown with their # % confidence interval "
        "(t-based on logarithms, taken back); circles are single replicates. Groups were compared "
        "by Welch’s t-test, two-sided; intervals of differences are at # %. A difference counts "
        "as shown where p < #. The test assumes independent replicates, normal within groups; "
        "spreads may differ. Checks: normality, Shapiro–Wilk: W = #, p = #; equal spread, "
        "Brown–Forsythe: F(#, #) = #, p = #; neither speaks against that. Computed with Decimus #."
    ),
    "missing values": (
        "Mass was measured at two levels of treatment (a and b), with #–# replicates in each "
        "group (# in all). One value was missing. Means are shown with their # % confidence "
        "interval (t-based); circles are single replicates. Groups were compared by Welch’s "
        "t-test, two-sided; intervals of differences are at # %. A difference counts as shown "
        "where p < #. The test assumes independent replicates, normal within groups; spreads may "
        "differ. Checks: normality, Shapiro–Wilk: W = #, p > #; equal spread, Brown–Forsythe: "
        "F(#, #) = #, p = #; neither speaks against that. Computed with Decimus #."
    ),
    "a value set aside": (
        "Leaf area was measured in two groups (control and salt), with #–# replicates in each "
        "group (# in all). One value, # (row #), was set aside: spilt. Means are shown with their "
        "# % confidence interval (t-based); circles are single replicates. Groups were compared "
        "by Welch’s t-test, two-sided; intervals of differences are at # %. A difference counts "
        "as shown where p < #. The test assumes independent replicates, normal within groups; "
        "spreads may differ. Checks: normality, Shapiro–Wilk: W = #, p = #; equal spread, "
        "Brown–Forsythe: F(#, #) = #, p = #; neither speaks against that. Without the value set "
        "aside: t(#) = #, p = #; with it: t(#) = #, p = #; the verdict is the same. Computed with "
        "Decimus #."
    ),
    "readings averaged": (
        "Activity was measured at two levels of temperature (# and # °C), with # flasks in each "
        "group (# in all). The # readings of one flask were averaged first, so that n counts "
        "flasks. Means are shown with their # % confidence interval (t-based); circles are single "
        "flasks. Groups were compared by Welch’s t-test, two-sided; intervals of differences are "
        "at # %. A difference counts as shown where p < #. The test assumes independent "
        "replicates, normal within groups; spreads may differ. Checks: normality, Shapiro–Wilk: W "
        "= #, p = #; equal spread, Brown–Forsythe: F(#, #) = #, p > #; neither speaks against "
        "that. Computed with Decimus #."
    ),
    "two summaries": (
        "Means of cover at two levels of roof aspect (north and south) and their spread were "
        "taken from a table that gave no single values, with # replicates in each group (# in "
        "all). Means are shown with their # % confidence interval (t-based). Groups were compared"
        " by Welch’s t-test, two-sided; intervals of differences are at # %. A difference counts "
        "as shown where p < #. The test assumes independent replicates, normal within groups; "
        "spreads may differ. Computed with Decimus #."
    ),
    "the same visitors twice": (
        "Time to find the pond was measured on the same # visitors under two conditions (old "
        "signs and new signs). Means are shown with their # % confidence interval (t-based); "
        "circles are single visitors. Conditions were compared by the paired t-test, two-sided; "
        "intervals of differences are at # %. A difference counts as shown where p < #. The test "
        "assumes independent units whose differences are normal. Checks: normality, Shapiro–Wilk:"
        " W = #, p = #; it does not speak against that. Computed with Decimus #."
    ),
    "the same mice three times": (
        "Mass was measured on the same # mice at three levels of time (before, after and later). "
        "Means are shown with their # % confidence interval (t-based); circles are single mice. "
        "Conditions were compared by repeated-measures ANOVA with the Greenhouse–Geisser "
        "correction, followed by paired t-tests adjusted after Holm for all pairs (# comparisons "
        "as one family), two-sided; intervals of differences are adjusted after Bonferroni, at # "
        "%. A difference counts as shown where p < #. The tests assume independent units, normal "
        "residuals; unequal spread of differences between conditions is corrected for. Checks: "
        "normality, Shapiro–Wilk: W = #, p = #; sphericity, Mauchly: W(#) = #, p = #; residuals "
        "are hardly normal. Computed with Decimus #."
    ),
    "the same mice three times by ranks": (
        "Mass was measured on the same # mice at three levels of time (before, after and later). "
        "Means are shown with their # % confidence interval (t-based); circles are single mice. "
        "Conditions were compared by the Friedman test, followed by signed-rank tests adjusted "
        "after Holm for all pairs (# comparisons as one family), two-sided. A difference counts "
        "as shown where p < #. The tests assume independent units; conditions ranked within each."
        " p is exact. Computed with Decimus #."
    ),
    "diets of mice over weeks": (
        "Mass was measured on the same # mice at three levels of week (first, second and third); "
        "diet (old and new) sets mice apart. Means are shown with their # % confidence interval "
        "(t-based); circles are single mice. Groups were compared by split-plot ANOVA with the "
        "Greenhouse–Geisser correction. A difference counts as shown where p < #. The tests "
        "assume independent units, normal residuals, groups of units that vary alike; unequal "
        "spread of differences between conditions is corrected for. Checks: normality, "
        "Shapiro–Wilk: W = #, p < #; sphericity, Mauchly: W(#) = #, p > #; residuals are hardly "
        "normal. Computed with Decimus #."
    ),
    "two factors within plants": (
        "Height was measured on the same # plants at two levels of light (dim and bright) and at "
        "two levels of hour (morning and noon). Means are shown with their # % confidence "
        "interval (t-based); circles are single plants. Conditions were compared by two-way "
        "repeated-measures ANOVA. A difference counts as shown where p < #. The tests assume "
        "independent units, normal residuals. Checks: normality, Shapiro–Wilk: W = #, p = #; it "
        "does not speak against that. Computed with Decimus #."
    ),
    "one group beside a value": (
        "Height was measured on # replicates. Means are shown with their # % confidence interval "
        "(t-based); circles are single replicates. The values were compared with # cm by the one-"
        "sample t-test, two-sided; intervals of differences are at # %. A difference counts as "
        "shown where p < #. The test assumes independent replicates from a normal distribution. "
        "Checks: normality, Shapiro–Wilk: W = #, p = #; it does not speak against that. Computed "
        "with Decimus #."
    ),
    "three groups": (
        "Leaf area was measured in three groups (control, low and high), with # replicates in "
        "each group (# in all). Means are shown with their # % confidence interval (t-based); "
        "circles are single replicates. Groups were compared by one-way ANOVA, followed by the "
        "Tukey–Kramer test for all pairs (# comparisons as one family), two-sided; intervals of "
        "differences are simultaneous, at # %. A difference counts as shown where p < #. The "
        "tests assume independent replicates, normal within groups, with the same spread in all. "
        "Checks: normality, Shapiro–Wilk: W = #, p = #; equal spread, Brown–Forsythe: F(#, #) = "
        "#, p = #; neither speaks against that. Computed with Decimus #."
    ),
    "three groups by Welch": (
        "Leaf area was measured in three groups (control, low and high), with # replicates in "
        "each group (# in all). Means are shown with their # % confidence interval (t-based); "
        "circles are single replicates. Groups were compared by Welch’s ANOVA, followed by the "
        "Games–Howell test for all pairs (# comparisons as one family), two-sided; intervals of "
        "differences are simultaneous, at # %. A difference counts as shown where p < #. The "
        "tests assume independent replicates, normal within groups; spreads may differ. Checks: "
        "normality, Shapiro–Wilk: W = #, p = #; "
        "equal spread, Brown–Forsythe: F(#, #) = #, p = #; neither speaks against that. Computed "
        "with Decimus #."
    ),
    "a pair chosen afterwards": (
        "Leaf area was measured in three groups (control, low and high), with # replicates in "
        "each group (# in all). Means are shown with their # % confidence interval (t-based); "
        "circles are single replicates. Groups were compared by one-way ANOVA, followed by the "
        "Tukey–Kramer test for one chosen pair of # (as one family of all #), two-sided; "
        "intervals of differences are simultaneous, at # %. A difference counts as shown where p "
        "< #. The tests assume independent replicates, normal within groups, with the same spread"
        " in all. Checks: normality, Shapiro–Wilk: W = #, p = #; equal spread, Brown–Forsythe: "
        "F(#, #) = #, p = #; neither speaks against that. Computed with Decimus #."
    ),
    "three groups without a follow-up": (
        "Leaf area was measured in three groups (control, low and high), with # replicates in "
        "each group (# in all). Means are shown with their # % confidence interval (t-based); "
        "circles are single replicates. Groups were compared by one-way ANOVA. A difference "
        "counts as shown where p < #. The tests assume independent replicates, normal within "
        "groups, with the same spread in all. Checks: normality, Shapiro–Wilk: W = #, p = #; "
        "equal spread, Brown–Forsythe: F(#, #) = #, p = #; neither speaks against that. Computed "
        "with Decimus #."
    ),
    "three groups, unadjusted": (
        "Leaf area was measured in three groups (control, low and high), with # replicates in "
        "each group (# in all). Means are shown with their # % confidence interval (t-based); "
        "circles are single replicates. Groups were compared by one-way ANOVA, followed by "
        "unadjusted t-tests for all pairs, two-sided; intervals of differences are at # %. A "
        "difference counts as shown where p < #. The tests assume independent replicates, normal "
        "within groups, with the same spread in all. Checks: normality, Shapiro–Wilk: W = #, p = "
        "#; equal spread, Brown–Forsythe: F(#, #) = #, p = #; neither speaks against that. "
        "Computed with Decimus #."
    ),
    "five amounts with a control": (
        "Frond area was measured at five levels of road salt (#, #, #, # and # g/L), with # "
        "flasks in each group (# in all). Means are shown with their # % confidence interval "
        "(t-based); circles are single flasks. Groups were compared by one-way ANOVA, followed by"
        " Dunnett’s test for each against # g/L (# comparisons as one family), two-sided; "
        "intervals of differences are simultaneous, at # %. A difference counts as shown where p "
        "< #. The tests assume independent replicates, normal within groups, with the same spread"
        " in all. Checks: normality, Shapiro–Wilk: W = #, p = #; equal spread, Brown–Forsythe: "
        "F(#, #) = #, p = #; residuals are hardly normal. Computed with Decimus #."
    ),
    "two factors": (
        "Area was measured at two levels of salt (none and much) and at two levels of light (dim "
        "and bright), with # replicates in each combination (# in all). Means are shown with "
        "their # % confidence interval (t-based); circles are single replicates. Groups were "
        "compared by two-way ANOVA, followed by t-tests adjusted after Šidák for cells within "
        "each level of the other factor (# comparisons as one family), two-sided; intervals of "
        "differences are simultaneous, at # %. A difference counts as shown where p < #. The "
        "tests assume independent replicates, normal within cells, with the same spread in all. "
        "Checks: normality, Shapiro–Wilk: W = #, p = #; equal spread, Brown–Forsythe: F(#, #) = "
        "#, p = #; neither speaks against that. Computed with Decimus #."
    ),
    "two factors that depend on each other": (
        "Area was measured at two levels of salt (none and much) and at two levels of light (dim "
        "and bright), with #–# replicates in each combination (# in all). Means are shown with"
        " their # % confidence interval (t-based); circles are single replicates. Groups were "
        "compared by two-way ANOVA. A difference counts as shown where p < #. Each term was "
        "tested given all others (type III). The tests assume independent replicates, normal "
        "within cells, with the same spread in all. Checks: normality, Shapiro–Wilk: W = #, p = "
        "#; equal spread, Brown–Forsythe: F(#, #) = #, p > #; neither speaks against that. "
        "Computed with Decimus #."
    ),
    "two factors, marginal means": (
        "Area was measured at two levels of salt (none and much) and at two levels of light (dim "
        "and bright), with # replicates in each combination (# in all). Means are shown with "
        "their # % confidence interval (t-based); circles are single replicates. Groups were "
        "compared by two-way ANOVA, followed by the Tukey–Kramer test for levels of salt, "
        "averaged over light, two-sided; intervals of differences are at # %. A difference counts"
        " as shown where p < #. The tests assume independent replicates, normal within cells, "
        "with the same spread in all. Checks: normality, Shapiro–Wilk: W = #, p = #; equal "
        "spread, Brown–Forsythe: F(#, #) = #, p = #; neither speaks against that. Computed with "
        "Decimus #."
    ),
    "two factors, one value each": (
        "Yield was measured on the same # sites at four levels of variety (A, B, C and D). Means "
        "are shown with their # % confidence interval (t-based); circles are single sites. "
        "Conditions were compared by repeated-measures ANOVA with the Greenhouse–Geisser "
        "correction. A difference counts as shown where p < #. The tests assume independent "
        "units, normal residuals; unequal spread of differences between conditions is corrected "
        "for. Checks: normality, Shapiro–Wilk: W = #, p = #; it does not speak against that. "
        "Computed with Decimus #."
    ),
    "three factors": (
        "Area was measured at two levels of salt (none and much), at two levels of light (dim and"
        " bright) and at two levels of water (still and moving), with # replicates in each "
        "combination (# in all). Means are shown with their # % confidence interval (t-based); "
        "circles are single replicates. Groups were compared by three-way ANOVA. A difference "
        "counts as shown where p < #. The tests assume independent replicates, normal within "
        "cells, with the same spread in all. Checks: normality, Shapiro–Wilk: W = #, p = #; equal"
        " spread, Brown–Forsythe: F(#, #) = #, p = #; residuals are hardly normal. Computed with "
        "Decimus #."
    ),
    "seeds that came up, two lots": (
        "Emerged was recorded in two groups (fresh and stored), with # replicates in each group "
        "(# in all). Means are shown with their # % confidence interval (t-based); circles are "
        "single replicates. Groups were compared by Fisher’s exact test, two-sided; intervals of "
        "differences are at # %. A difference counts as shown where p < #. The test assumes "
        "independent cases, the numbers of either kind taken as given. p is exact. Computed with "
        "Decimus #."
    ),
    "seeds that came up, three lots": (
        "Emerged was recorded in three groups (fresh, stored and frozen), with # replicates in "
        "each group (# in all). Means are shown with their # % confidence interval (t-based); "
        "circles are single replicates. Groups were compared by the Fisher–Freeman–Halton test, "
        "followed by Fisher’s exact tests adjusted after Holm for all pairs (# comparisons as one"
        " family), two-sided; intervals of differences are adjusted after Bonferroni, at # %. A "
        "difference counts as shown where p < #. The tests assume independent cases, the numbers "
        "of either kind taken as given. p is exact. Computed with Decimus #."
    ),
    "no spaces around signs": (
        "Leaf area was measured in two groups (control and salt), with # replicates in each group "
        "(# in all). Means are shown with their #% confidence interval (t-based); circles are "
        "single replicates. Groups were compared by Welch’s t-test, two-sided; intervals of "
        "differences are at #%. A difference counts as shown where p<#. The test assumes "
        "independent replicates, normal within groups; spreads may differ. Checks: normality, "
        "Shapiro–Wilk: W=#, p=#; equal spread, Brown–Forsythe: F(#, #)=#, p=#; neither speaks "
        "against that. Computed with Decimus #."
    ),
}
"""What the methods say, read for truth and grammar; of one situation of each design."""

PAPERS: dict[str, Paper] = {
    # --- nobody said what was measured
    "nothing has a name": Paper(
        APART,
        (),
        "The values were higher for control than for salt (difference #, # % CI # to #; t(#) = #, "
        f"p = #; Hedges’ g = #, about # % CI # to #). {CHANGE}",
    ),
    "nothing has a name, not shown": Paper(
        NEAR,
        (pairs(PairSet.ALL),),
        "No difference in the values between control and salt was shown (difference #, # "
        "% CI −# to "
        "#; t(#) = #, p = #; Hedges’ g = #, about # % CI −# to #). "
        "In percent of the mean for salt that is # % (# % CI −# to #).",
    ),
    # --- two independent groups
    "two groups that differ": Paper(
        APART, AREA, f"Leaf area was larger for control than for salt {TWO}. {CHANGE}"
    ),
    "two groups not shown to differ": Paper(
        NEAR,
        AREA,
        f"No difference in leaf area between control and salt was shown {NOT}. "
        "In percent of the mean for salt that is # % (# % CI −# to #).",
    ),
    "two groups, pooled": Paper(
        APART,
        (*AREA, by(Method.STUDENT_T)),
        "Leaf area was larger for control than for salt (difference # mm², # % CI # to #; "
        f"t(#) = #, p = #; Hedges’ g = #, # % CI # to #). {CHANGE}",
    ),
    "two groups at 99 %": Paper(
        APART,
        (*AREA, edits.ChooseComparisonLevel(level=99.0)),
        "Leaf area was larger for control than for salt (difference # mm², # % CI # to #; "
        f"t(#) = #, p = #, α = #; Hedges’ g = #, about # % CI # to #). {CHANGE}",
    ),
    "two groups, one-sided and shown": Paper(
        APART,
        (*AREA, one_sided(Alternative.GREATER)),
        "Leaf area was larger for control than for salt (difference # mm², # % CI # to #; "
        f"t(#) = #, one-sided p < #; Hedges’ g = #, about # % CI # to #). {CHANGE}",
    ),
    "two groups, one-sided and not shown": Paper(
        APART,
        (*AREA, one_sided(Alternative.LESS)),
        "That leaf area was smaller for control than for salt was not shown (difference # mm², "
        f"# % CI # to #; t(#) = #, one-sided p > #; Hedges’ g = #, about # % CI # to #). {CHANGE}",
    ),
    "two groups as good as alike": Paper(
        NEAR,
        (*AREA, edits.StateRelevantDifference(difference=2.5)),
        f"No difference in leaf area between control and salt was shown {NOT}. "
        "In percent of the mean for salt that is # % (# % CI −# to #). "
        "That control and salt differ by less than # mm² is shown: two one-sided tests, p = #; "
        "# % CI −# to #.",
    ),
    "two groups by ranks": Paper(
        APART,
        (*AREA, by(Method.MANN_WHITNEY)),
        "Leaf area tended to be larger for control than for salt (shift # mm², # % CI # to #; "
        "U = #, p = #; probability of superiority = #).",
    ),
    "ranks with ties": Paper(
        TIED,
        (*named("Score"), by(Method.MANN_WHITNEY)),
        "No difference in score between shade and sun was shown (shift −#, # % CI −# to #; U = #,"
        " p = #; probability of superiority = #).",
    ),
    "every value of one above every value of the other": Paper(
        IN_EVERY,
        (*AREA, by(Method.MANN_WHITNEY)),
        "Leaf area tended to be smaller for shade than for sun (shift −# mm², # % CI −# to −#; "
        "U = #, p = #; probability of superiority = #).",
    ),
    "a name with capitals inside": Paper(
        APART,
        named("pH"),
        "pH was higher for control than for salt (difference #, # % CI # to #; t(#) = #, p = #; "
        "Hedges’ g = #, about # % CI # to #).",
    ),
    "a symbol of letters": Paper(
        APART,
        named("mRNA level"),
        "mRNA level was higher for control than for salt (difference #, # % CI # to #; "
        f"t(#) = #, p = #; Hedges’ g = #, about # % CI # to #). {CHANGE}",
    ),
    "things that are counted": Paper(
        COUNTS,
        named("Leaves"),
        "The number of leaves was smaller for shade than for sun (difference −#, # % CI −# to −#; "
        "t(#) = −#, p < #; Hedges’ g = −#, about # % CI −# to −#). "
        "In percent of the mean for sun that is −# % (# % CI −# to −#).",
    ),
    "densities": Paper(
        APART,
        named("Stomatal densities", "1/mm²"),
        "Stomatal densities were higher for control than for salt (difference # #/mm², "
        f"# % CI # to #; t(#) = #, p = #; Hedges’ g = #, about # % CI # to #). {CHANGE}",
    ),
    "densities not shown to differ": Paper(
        NEAR,
        named("Stomatal densities", "1/mm²"),
        "No difference in stomatal densities between control and salt was shown (difference "
        "# #/mm², # % CI −# to #; t(#) = #, p = #; Hedges’ g = #, about # % CI −# to #). "
        "In percent of the mean for salt that is # % (# % CI −# to #).",
    ),
    "scores": Paper(
        COUNTS,
        named("Scores"),
        "Scores were lower for shade than for sun (difference −#, # % CI −# to −#; t(#) = −#, "
        "p < #; Hedges’ g = −#, about # % CI −# to −#). "
        "In percent of the mean for sun that is −# % (# % CI −# to −#).",
    ),
    "percentages": Paper(
        PERCENT,
        named("Cover", "%"),
        "Cover was lower for shade than for sun (difference −# percentage points, # % CI −# to "
        "−#; t(#) = −#, p < #; Hedges’ g = −#, about # % CI −# to −#).",
    ),
    "a time": Paper(
        APART,
        named("Time to flower", "h"),
        "Time to flower was longer for control than for salt (difference # h, # % CI # to #; "
        f"t(#) = #, p = #; Hedges’ g = #, about # % CI # to #). {CHANGE}",
    ),
    "a temperature": Paper(
        NEGATIVE,
        named("Temperature", "°C"),
        "Temperature was higher for day than for night (difference # °C, # % CI # to #; "
        "t(#) = #, p < #; Hedges’ g = #, about # % CI # to #).",
    ),
    "a mass": Paper(
        APART,
        named("Dry mass", "mg"),
        "Dry mass was larger for control than for salt (difference # mg, # % CI # to #; "
        f"t(#) = #, p = #; Hedges’ g = #, about # % CI # to #). {CHANGE}",
    ),
    "a ratio of logarithms": Paper(
        columns(a="1 2 4 3", b="10 20 40 25"),
        (*named("Titre"), edits.Adjust(adjustment=Logarithm(10), words="log")),
        "Titre was lower for a than for b (ratio #, # % CI # to #; t(#) = −#, p = #; "
        "Hedges’ g = −#, about # % CI −# to −#).",
    ),
    "two groups that are exactly alike": Paper(
        ALIKE,
        AREA,
        "No difference in leaf area between one and two was shown (difference # mm², # % CI −# to "
        "#; t(#) = #, p > #; Hedges’ g = #, about # % CI −# to #). "
        "In percent of the mean for two that is # % (# % CI −# to #).",
    ),
    "unequal numbers": Paper(
        LOPSIDED, AREA, f"Leaf area was larger for control than for salt {TWO}. {CHANGE}"
    ),
    "hundreds of values and a tiny p": Paper(
        HUGE,
        named("Mass", "g"),
        "Mass was smaller for a than for b (difference −# g, # % CI −# to −#; t(#) = −#, p < #; "
        "Hedges’ g = −#, about # % CI −# to −#). "
        "In percent of the mean for b that is −# % (# % CI −# to −#).",
    ),
    "two values each": Paper(
        TINY,
        named("Mass", "g"),
        "No difference in mass between a and b was shown (difference −# g, # % CI −# to #; "
        "t(#) = −#, p = #; Hedges’ g = −#, about # % CI −# to #).",
    ),
    "no spread in one group": Paper(
        STILL,
        named("Depth", "cm"),
        "Depth was smaller for still than for moving (difference −# cm, # % CI −# to −#; "
        "t(#) = −#, p = #; Hedges’ g = −#, about # % CI −# to −#). "
        "In percent of the mean for moving that is −# % (# % CI −# to −#).",
    ),
    "at two amounts": Paper(
        "\n".join(",".join(line.split(",")[:3]) for line in SALT.splitlines()) + "\n",
        FROND,
        "No difference in frond area between 0 g/L and 1 g/L was shown (difference # mm², # % CI "
        "−# to #; t(#) = #, p = #; Hedges’ g = #, about # % CI −# to #). "
        "In percent of the mean at 1 g/L that is # % (# % CI −# to #).".replace(
            "0 g", "# g"
        ).replace("1 g", "# g"),
    ),
    "missing values": Paper(
        GAPS,
        (),
        "Mass was smaller for a than for b (difference −# g, # % CI −# to −#; t(#) = −#, p < #; "
        "Hedges’ g = −#, about # % CI −# to −#). "
        "In percent of the mean for b that is −# % (# % CI −# to −#).",
    ),
    "a value set aside": Paper(
        APART,
        (*AREA, edits.SetValuesAside(asides=(SetAside("spilt", row=1, column=0),))),
        f"Leaf area was larger for control than for salt {TWO}. {CHANGE}",
    ),
    "readings averaged": Paper(
        READINGS,
        (),
        "Activity was lower at # °C than at # °C (difference −# µmol/min, # % CI −# to −#; "
        "t(#) = −#, p < #; Hedges’ g = −#, about # % CI −# to −#). "
        "In percent of the mean at # °C that is −# % (# % CI −# to −#).",
    ),
    "two summaries": Paper(
        GIVEN_TWO,
        (),
        "No difference in cover between north and south was shown (difference # percentage "
        "points, # % CI −# to #; t(#) = #, p = #; Hedges’ g = #, about # % CI −# to #).",
    ),
    # --- the same units
    "the same visitors twice": Paper(
        PAIRED,
        named("Time to find the pond", "s"),
        "Time to find the pond was shorter for new signs than for old signs (difference −# s, # %"
        " CI −# to −#; t(#) = −#, p = #; d_z = −#, # % CI −# to −#). In percent of the mean for "
        "old signs that is −# % (# % CI −# to −#).",
    ),
    "the same visitors twice, alike": Paper(
        PAIRED_ALIKE,
        named("Time to find the pond", "s"),
        "No difference in time to find the pond between new signs and old signs was shown "
        "(difference # s, # % CI −# to #; t(#) = #, p > #; d_z = #, # % CI −# to #). In percent "
        "of the mean for old signs that is # % (# % CI −# to #).",
    ),
    "the same visitors twice, one-sided": Paper(
        PAIRED,
        (*named("Time to find the pond", "s"), one_sided(Alternative.GREATER)),
        "That time to find the pond was longer for new signs than for old signs was not shown "
        "(difference −# s, # % CI −# to −#; t(#) = −#, one-sided p > #; d_z = −#, # % CI −# to "
        "−#). In percent of the mean for old signs that is −# % (# % CI −# to −#).",
    ),
    "the same mice twice": Paper(
        TWICE,
        (),
        "Mass was larger for after than for before (difference # g, # % CI # to #; t(#) = #, "
        "p < #; d_z = #, # % CI # to #). In percent of the mean for before that is # % (# % "
        "CI # to #).",
    ),
    "the same mice twice by ranks": Paper(
        TWICE,
        (by(Method.SIGNED_RANK),),
        "No difference in mass between after and before was shown (shift # g; W = #, p = #; "
        "probability of superiority = #).",
    ),
    "the same mice three times": Paper(
        MICE,
        (),
        "Mass differed between levels of time (F(#, #) = #, p < #; partial η² = #). Of the # "
        "comparisons by paired t-tests adjusted after Holm, # showed a difference: mass was "
        "larger for later than for before (# g, Bonferroni # % CI # to #; adjusted p < #; d_z = "
        "#) and larger for after than for before (# g, Bonferroni # % CI # to #; adjusted p < #; "
        "d_z = #).",
    ),
    "the same mice three times by ranks": Paper(
        MICE,
        (by(Method.FRIEDMAN),),
        "Mass tended to differ between levels of time (χ²(#) = #, p = #; Kendall’s W = #). None "
        "of the # comparisons by signed-rank tests adjusted after Holm showed a difference.",
    ),
    "diets of mice over weeks": Paper(
        DIETS,
        (edits.ChooseComparisonLevel(level=95.0), pairs(PairSet.NONE)),
        "Mass differed between levels of diet (F(#, #) = #, p = #; partial η² = #). "
        "Mass differed between levels of week (F(#, #) = #, p < #; partial η² = #). "
        "How it differed by diet depended on week (F(#, #) = #, p < #; partial η² = #).",
    ),
    "two factors within plants": Paper(
        WITHIN,
        (pairs(PairSet.NONE),),
        "Height differed between levels of light (F(#, #) = #, p = #; partial η² = #). Height "
        "differed between levels of hour (F(#, #) = #, p = #; partial η² = #). No interaction of "
        "light and hour was shown (F(#, #) = #, p = #; partial η² = #).",
    ),
    # --- one group
    "one group beside a value": Paper(
        ONE,
        (edits.ChooseReference(reference=12.0),),
        "No difference of height from # cm was shown (difference # cm, # % CI −# to #; t(#) = #, "
        "p = #; Hedges’ g = #, # % CI −# to #).",
    ),
    "one group above a value": Paper(
        ONE,
        (edits.ChooseReference(reference=10.0),),
        "Height was larger than # cm (difference # cm, # % CI # to #; t(#) = #, p < #; "
        "Hedges’ g = #, # % CI # to #).",
    ),
    "one group below a value": Paper(
        ONE,
        (edits.ChooseReference(reference=20.0),),
        "Height was smaller than # cm (difference −# cm, # % CI −# to −#; t(#) = −#, p < #; "
        "Hedges’ g = −#, # % CI −# to −#).",
    ),
    "one group beside a value, by ranks": Paper(
        ONE,
        (edits.ChooseReference(reference=12.0), by(Method.SIGNED_RANK)),
        "No difference of height from # cm was shown (shift # cm; W = #, p = #; probability of "
        "superiority = #).",
    ),
    # --- several groups
    "three groups": Paper(
        THREE,
        AREA,
        f"Leaf area differed between the groups {OMNI}. Of the # comparisons by the Tukey–Kramer "
        f"test, # showed a difference: leaf area was larger for control than for high "
        f"({OF_FAMILY}) "
        f"and larger for control than for low ({OF_FAMILY}).",
    ),
    "three groups with a control": Paper(
        THREE,
        (*AREA, edits.MarkControl(variable=HEADINGS, level="control")),
        f"Leaf area differed between the groups {OMNI}. Both comparisons by Dunnett’s "
        f"test showed a "
        f"difference: leaf area was smaller for high than for control ({BELOW}) and smaller for "
        f"low than for control ({BELOW}).",
    ),
    "three groups with a control, one-sided": Paper(
        THREE,
        (
            *AREA,
            edits.MarkControl(variable=HEADINGS, level="control"),
            one_sided(Alternative.LESS),
        ),
        f"Leaf area differed between the groups {OMNI}. Both comparisons by Dunnett’s "
        f"test showed a "
        "difference: leaf area was smaller for high than for control (−# mm², simultaneous # % CI "
        "−# to −#; adjusted one-sided p < #; Hedges’ g = −#) and smaller for low than for control "
        "(−# mm², simultaneous # % CI −# to −#; adjusted one-sided p < #; Hedges’ g = −#).",
    ),
    "three groups by Welch": Paper(
        THREE,
        (*AREA, by(Method.WELCH_ANOVA)),
        "Leaf area differed between the groups (F(#, #) = #, p < #; η² = #). Of the # "
        "comparisons by the Games–Howell test, # showed a difference: leaf area was larger "
        "for control than for high (# mm², simultaneous # % CI # to #; adjusted p < #; "
        "Hedges’ g = #) and larger for control than for low (# mm², simultaneous # % CI # to "
        "#; adjusted p = #; Hedges’ g = #).",
    ),
    "three groups by ranks": Paper(
        THREE,
        (*AREA, by(Method.KRUSKAL_WALLIS)),
        "Leaf area tended to differ between the groups (H(#) = #, p < #; ε² = #). Of the # "
        "comparisons by Dunn’s test adjusted after Holm, one showed a difference: leaf area tended "
        "to be larger for control than for high (shift # mm²; adjusted p = #; probability of "
        "superiority = #).",
    ),
    "three groups, none shown": Paper(
        columns(a="10 12 11 13", b="11 12 13 10", c="12 10 11 13"),
        AREA,
        "No difference in leaf area between the groups was shown (F(#, #) = #, p > #; η² = #). "
        "None of the # comparisons by the Tukey–Kramer test showed a difference.",
    ),
    "a pair chosen afterwards": Paper(
        THREE,
        (*AREA, pairs(PairSet.CHOSEN, (("control",), ("high",)))),
        f"Leaf area differed between the groups {OMNI}. By the Tukey–Kramer test, leaf area was "
        f"larger for control than for high ({OF_FAMILY}).",
    ),
    "a pair planned beforehand": Paper(
        THREE,
        (*AREA, pairs(PairSet.PLANNED, (("control",), ("high",)), (("low",), ("high",)))),
        f"Leaf area differed between the groups {OMNI}. Of the # comparisons by t-tests adjusted "
        "after Holm, one showed a difference: leaf area was larger for control than for high "
        "(# mm², Bonferroni # % CI # to #; adjusted p < #; Hedges’ g = #).",
    ),
    "three groups without a follow-up": Paper(
        THREE, (*AREA, pairs(PairSet.NONE)), f"Leaf area differed between the groups {OMNI}."
    ),
    "three groups, unadjusted": Paper(
        THREE,
        (*AREA, edits.ChooseAdjustment(adjustment=Adjustment.NONE, name="unadjusted")),
        "Leaf area differed between the groups (F(#, #) = #, p < #; η² = #, # % CI # to #). Of "
        "the # comparisons by unadjusted t-tests, # showed a difference: leaf area was larger for"
        " control than for high (# mm², # % CI # to #; p < #; Hedges’ g = #) and larger for "
        "control than for low (# mm², # % CI # to #; p < #; Hedges’ g = #).",
    ),
    "three groups, alike within a limit": Paper(
        THREE,
        (*AREA, pairs(PairSet.NONE), edits.StateRelevantDifference(difference=2.0)),
        f"Leaf area differed between the groups {OMNI}.",
    ),
    "five amounts": Paper(
        SALT,
        FROND,
        "Frond area differed between levels of road salt (F(#, #) = #, p < #; η² = #, # % CI "
        "# to #). Of the # comparisons by the Tukey–Kramer test, # showed a difference: frond"
        " area was larger at # g/L than at # g/L (# mm², simultaneous # % CI # to #; adjusted"
        " p < #; Hedges’ g = #), larger at # g/L than at # g/L (# mm², simultaneous # % CI # "
        "to #; adjusted p < #; Hedges’ g = #), larger at # g/L than at # g/L (# mm², "
        "simultaneous # % CI # to #; adjusted p < #; Hedges’ g = #), larger at # g/L than at "
        "# g/L (# mm², simultaneous # % CI # to #; adjusted p < #; Hedges’ g = #) and larger "
        "at # g/L than at # g/L (# mm², simultaneous # % CI # to #; adjusted p < #; Hedges’ g"
        " = #). The table gives the other # comparisons.",
    ),
    "five amounts, some drawn": Paper(
        SALT,
        (*FROND, *drawn(("0", "1"), ("0", "8"))),
        "Frond area differed between levels of road salt (F(#, #) = #, p < #; η² = #, # % CI # to"
        " #). By the Tukey–Kramer test, frond area was larger at # g/L than at # g/L (# mm², "
        "simultaneous # % CI # to #; adjusted p < #; Hedges’ g = #); a difference between # g/L "
        "and # g/L was not shown (# mm², simultaneous # % CI −# to #; adjusted p = #; Hedges’ g ="
        " #). The table gives the other # comparisons.",
    ),
    "five amounts, drawn and none shown": Paper(
        SALT,
        (*FROND, *drawn(("0", "1"))),
        "Frond area differed between levels of road salt (F(#, #) = #, p < #; η² = #, # % CI # to"
        " #). By the Tukey–Kramer test, a difference between # g/L and # g/L was not shown (# "
        "mm², simultaneous # % CI −# to #; adjusted p = #; Hedges’ g = #). The table gives the "
        "other # comparisons.",
    ),
    "five amounts with a control": Paper(
        SALT,
        (*FROND, edits.MarkControl(variable=HEADINGS, level="0")),
        "Frond area differed between levels of road salt (F(#, #) = #, p < #; η² = #, # % CI # to"
        " #). Of the # comparisons by Dunnett’s test, # showed a difference: frond area was "
        "smaller at # g/L than at # g/L (−# mm², simultaneous # % CI −# to −#; adjusted p < #; "
        "Hedges’ g = −#), smaller at # g/L than at # g/L (−# mm², simultaneous # % CI −# to −#; "
        "adjusted p < #; Hedges’ g = −#) and smaller at # g/L than at # g/L (−# mm², simultaneous"
        " # % CI −# to −#; adjusted p < #; Hedges’ g = −#).",
    ),
    "four amounts, none shown": Paper(
        FLAT,
        FROND,
        "No difference in frond area between levels of road salt was shown (F(#, #) = #, p > #; "
        "η² = #). None of the # comparisons by the Tukey–Kramer test showed a difference.",
    ),
    "eight ponds": Paper(
        MANY,
        named("Depth", "cm"),
        "Depth differed between the groups (F(#, #) = #, p < #; η² = #, # % CI # to #). All # "
        "comparisons by the Tukey–Kramer test showed a difference: depth was "
        + ", ".join(
            "smaller for pond @ than for pond @ (−# cm, simultaneous # % CI −# to −#; adjusted "
            "p < #; Hedges’ g = −#)".replace("@", a, 1).replace("@", b, 1)
            for a, b in ("AH", "AG", "BH", "AF")
        )
        + " and smaller for pond B than for pond G (−# cm, simultaneous # % CI −# to −#; adjusted "
        "p < #; Hedges’ g = −#). The table gives the other # comparisons.",
    ),
    "an order of names": Paper(
        ORDERED,
        named("Height", "cm"),
        "Height differed between the groups (F(#, #) = #, p < #; η² = #, # % CI # to #). All # "
        "comparisons by the Tukey–Kramer test showed a difference: height was smaller for low "
        "than for high (−# cm, simultaneous # % CI −# to −#; adjusted p < #; Hedges’ g = −#), "
        "smaller for medium than for high (−# cm, simultaneous # % CI −# to −#; adjusted p < #; "
        "Hedges’ g = −#) and smaller for low than for medium (−# cm, simultaneous # % CI −# to "
        "−#; adjusted p = #; Hedges’ g = −#).",
    ),
    "three summaries": Paper(
        GIVEN,
        (),
        "Cover differed between levels of roof aspect (F(#, #) = #, p < #; η² = #, # % CI # to "
        "#). All # comparisons by the Tukey–Kramer test showed a difference: cover was higher for"
        " north than for south (# percentage points, simultaneous # % CI # to #; adjusted p < #; "
        "Hedges’ g = #), higher for east than for south (# percentage points, simultaneous # % CI"
        " # to #; adjusted p < #; Hedges’ g = #) and higher for north than for east (# percentage"
        " points, simultaneous # % CI # to #; adjusted p < #; Hedges’ g = #).",
    ),
    # --- two and three factors
    "two factors": Paper(
        LIGHT,
        (),
        "Area differed between levels of salt (F(#, #) = #, p < #; partial η² = #, # % CI # to "
        "#). Area differed between levels of light (F(#, #) = #, p < #; partial η² = #, # % CI # "
        "to #). No interaction of salt and light was shown (F(#, #) = #, p = #; partial η² = #, #"
        " % CI # to #). All # comparisons by t-tests adjusted after Šidák showed a difference: "
        "area was smaller for none, dim than for none, bright (−# mm², simultaneous # % CI −# to "
        "−#; adjusted p < #; Hedges’ g = −#), larger for none, bright than for much, bright (# "
        "mm², simultaneous # % CI # to #; adjusted p < #; Hedges’ g = #), smaller for much, dim "
        "than for much, bright (−# mm², simultaneous # % CI −# to −#; adjusted p = #; Hedges’ g ="
        " −#) and larger for none, dim than for much, dim (# mm², simultaneous # % CI # to #; "
        "adjusted p = #; Hedges’ g = #).",
    ),
    "two factors that depend on each other": Paper(
        DEPENDS,
        (pairs(PairSet.NONE),),
        f"Area differed between levels of salt {PARTIAL}. No difference in area between levels of "
        "light was shown (F(#, #) = #, p = #; partial η² = #, # % CI # to #). How it differed by "
        f"salt depended on light {PARTIAL}.",
    ),
    "two factors, marginal means": Paper(
        LIGHT,
        (pairs(PairSet.MARGINAL),),
        f"Area differed between levels of salt {PARTIAL}. Area differed between levels of light "
        f"{PARTIAL}. No interaction of salt and light was shown (F(#, #) = #, p = #; partial η² = "
        "#, # % CI # to #). Averaged over light, area was larger for none than for much (# "
        "mm², # % CI # to #; p < #; Hedges’ g = #).",
    ),
    "two factors, one value each": Paper(
        SINGLE,
        (pairs(PairSet.NONE),),
        "Yield differed between levels of variety (F(#, #) = #, p = #; partial η² = #).",
    ),
    "three factors": Paper(
        CUBES,
        (pairs(PairSet.NONE),),
        "Area differed between levels of salt (F(#, #) = #, p < #; partial η² = #, # % CI # to "
        "#). Area differed between levels of light (F(#, #) = #, p < #; partial η² = #, # % CI # "
        "to #). No difference in area between levels of water was shown (F(#, #) = #, p = #; "
        "partial η² = #, # % CI # to #). No interaction of salt and light was shown (F(#, #) = #,"
        " p > #; partial η² = #). No interaction of salt and water was shown (F(#, #) = #, p > #;"
        " partial η² = #). No interaction of light and water was shown (F(#, #) = #, p > #; "
        "partial η² = #). No interaction of salt, light and water was shown (F(#, #) = #, p > #; "
        "partial η² = #).",
    ),
    # --- shares
    "seeds that came up, two lots": Paper(
        SEEDS,
        named("Emerged"),
        "The share with emerged = # was larger for fresh than for stored (difference # percentage "
        "points, # % CI # to #; exact p = #; odds ratio = #).",
    ),
    "seeds that came up, three lots": Paper(
        SEEDS_OF_THREE,
        named("Emerged"),
        "The share with emerged = # differed between the groups (exact p = #). Of the # "
        "comparisons by Fisher’s exact tests adjusted after Holm, one showed a difference: "
        "the share with emerged = # was larger for fresh than for frozen (# percentage "
        "points, Bonferroni # % CI # to #; adjusted p = #; odds ratio = #).",
    ),
}


def _styled(name: str, edit: Edit, results: str) -> None:
    base = PAPERS["two groups that differ"]
    PAPERS[name] = replace_paper(base, (*base.chosen, edit), results)


def replace_paper(paper: Paper, chosen: tuple[Edit, ...], results: str) -> Paper:
    return Paper(paper.table, chosen, results)


_styled(
    "no spaces around signs",
    edits.ChooseNumberStyle(name="spaces", value="none"),
    "Leaf area was larger for control than for salt (difference # mm², #% CI # to #; t(#)=#, p=#; "
    "Hedges’ g=#, about #% CI # to #). In percent of the mean for salt that is #% (#% CI # to #).",
)
_styled(
    "a hyphen for minus",
    edits.ChooseNumberStyle(name="minus", value="hyphen"),
    f"Leaf area was larger for control than for salt {TWO}. {CHANGE}",
)
for _noun, _higher in (
    *(("Concentration", "higher"), ("Chlorophyll content", "higher"), ("Growth rate", "higher")),
    *(("Length of the stem", "longer"), ("Leaf width", "larger"), ("Yield", "higher")),
    *(("Survival", "higher"), ("Number of eggs", "larger"), ("Reaction time", "longer")),
    *(("Body mass", "larger"), ("Duration of song", "longer"), ("Volume", "larger")),
    *(("Speed", "higher"), ("Density", "higher"), ("Richness", "higher"), ("Weight", "larger")),
    *(("Diameter", "larger"), ("Distance", "larger"), ("Depth", "larger"), ("Voltage", "higher")),
    *(("Heart rate", "higher"), ("Blood pressure", "higher"), ("Cell count", "larger")),
    *(("Latency", "longer"), ("Lifespan", "longer"), ("Intensity", "higher"), ("Age", "higher")),
):
    _small = _noun[:1].lower() + _noun[1:]
    PAPERS[f"{_noun}, shown"] = Paper(
        APART,
        named(_noun),
        f"{'The number of eggs' if _noun.startswith('Number') else _noun} was {_higher} "
        f"for control "
        "than for salt (difference #, # % CI # to #; t(#) = #, p = #; Hedges’ g = #, about # "
        "% CI # "
        f"to #). {CHANGE}",
    )
    if _higher != "larger":
        PAPERS[f"{_noun}, not shown"] = Paper(
            NEAR,
            named(_noun),
            f"No difference in {_small} between control and salt was shown (difference #, # % "
            f"CI −# "
            "to #; t(#) = #, p = #; Hedges’ g = #, about # % CI −# to #). "
            "In percent of the mean for salt that is # % (# % CI −# to #).",
        )
