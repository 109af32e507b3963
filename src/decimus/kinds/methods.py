"""Every test, described once."""

from __future__ import annotations

from decimus.kinds.method_kinds import Compares, ErrorOf, MethodKind
from decimus.kinds.totals import total
from decimus.terms import Method

METHODS = total(
    Method,
    {
        Method.WELCH_T: MethodKind(
            name="Welch’s t-test",
            compares=Compares.TWO,
            pair_test="Welch’s t-test",
            for_several="Welch’s ANOVA, whose pairs are Welch t-tests",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.EACH_GROUP,
            left_over="residuals",
            unpooled=None,
            by_ranks=Method.MANN_WHITNEY,
            assumes="independent replicates, normal within groups; spreads may differ",
            section="Two groups",
            help=(
                "Compares two means without taking their spreads to be alike. Where "
                "they are, it loses next to nothing; so it is the one to begin "
                "with."
            ),
        ),
        Method.STUDENT_T: MethodKind(
            name="Student’s t-test",
            compares=Compares.TWO,
            pair_test="Student’s t-test",
            for_several="one-way ANOVA, whose pairs are t-tests on the pooled SD",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.POOLED,
            left_over="residuals",
            unpooled=Method.WELCH_T,
            by_ranks=Method.MANN_WHITNEY,
            assumes="independent replicates, normal within groups, with the same spread",
            section="Two groups",
            help=(
                "Compares two means with one spread for both. Right only where "
                "groups vary alike; with unequal n and unequal spread its p is "
                "wrong."
            ),
        ),
        Method.PAIRED_T: MethodKind(
            name="paired t-test",
            compares=Compares.TWO,
            pair_test="paired t-test",
            for_several="repeated-measures ANOVA, whose pairs are paired t-tests",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=True,
            ignores_units=False,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.DIFFERENCES,
            left_over="residuals",
            unpooled=None,
            by_ranks=Method.SIGNED_RANK,
            assumes="independent units whose differences are normal",
            section="Two groups",
            help=(
                "The same units were measured twice: their differences are tested, "
                "so that what sets units apart falls out. Pairs must be real: the "
                "same flask, animal, person or block."
            ),
        ),
        Method.ONE_SAMPLE_T: MethodKind(
            name="one-sample t-test",
            compares=Compares.ONE,
            pair_test="one-sample t-test",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=False,
            factors=None,
            takes_one=True,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.ONE_GROUP,
            left_over="residuals",
            unpooled=None,
            by_ranks=Method.SIGNED_RANK,
            assumes="independent replicates from a normal distribution",
            section="Two groups",
            help=(
                "Asks whether the mean of one group differs from a value that was named beforehand."
            ),
        ),
        Method.ANOVA: MethodKind(
            name="one-way ANOVA",
            compares=Compares.SEVERAL,
            pair_test="t-tests",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=True,
            error=ErrorOf.POOLED,
            left_over="within groups",
            unpooled=Method.WELCH_ANOVA,
            by_ranks=Method.KRUSKAL_WALLIS,
            assumes=("independent replicates, normal within groups, with the same spread in all"),
            section="Three groups or more",
            help=(
                "Asks of all groups at once whether any means differ, with one "
                "spread for all. It does not say which: that is what pairs are "
                "compared for."
            ),
        ),
        Method.WELCH_ANOVA: MethodKind(
            name="Welch’s ANOVA",
            compares=Compares.SEVERAL,
            pair_test="Welch t-tests",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=True,
            error=ErrorOf.EACH_GROUP,
            left_over="residuals",
            unpooled=None,
            by_ranks=Method.KRUSKAL_WALLIS,
            assumes="independent replicates, normal within groups; spreads may differ",
            section="Three groups or more",
            help=(
                "As one-way ANOVA, without taking spreads to be alike. Pairs follow "
                "by Games and Howell."
            ),
        ),
        Method.TWO_WAY: MethodKind(
            name="two-way ANOVA",
            compares=Compares.SEVERAL,
            pair_test="t-tests",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=2,
            takes_one=False,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.POOLED,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes=("independent replicates, normal within cells, with the same spread in all"),
            section="Several factors",
            help=(
                "Two factors at once: what each does, and whether what one does "
                "depends on the other. An interaction that is shown comes before "
                "the main effects."
            ),
        ),
        Method.THREE_WAY: MethodKind(
            name="three-way ANOVA",
            compares=Compares.SEVERAL,
            pair_test="t-tests",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=3,
            takes_one=False,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.POOLED,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes=("independent replicates, normal within cells, with the same spread in all"),
            section="Several factors",
            help=(
                "Three factors at once, with all their interactions. Read the highest one first."
            ),
        ),
        Method.REPEATED_MEASURES: MethodKind(
            name="repeated-measures ANOVA",
            compares=Compares.SEVERAL,
            pair_test="paired t-tests",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=True,
            ignores_units=False,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=True,
            error=ErrorOf.DIFFERENCES,
            left_over="residuals",
            unpooled=None,
            by_ranks=Method.FRIEDMAN,
            assumes="independent units, normal residuals",
            section="The same units",
            help=(
                "The same units under three conditions or more: differences between "
                "units are taken out. Where differences between conditions spread "
                "unlike, df are corrected for it."
            ),
        ),
        Method.CROSSED_WITHIN: MethodKind(
            name="two-way repeated-measures ANOVA",
            compares=Compares.SEVERAL,
            pair_test="paired t-tests",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=True,
            ignores_units=False,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.CROSSED_DIFFERENCES,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes="independent units, normal residuals",
            section="The same units",
            help=(
                "Every unit was measured at every combination of two factors; each "
                "term has an error of its own."
            ),
        ),
        Method.SPLIT_PLOT: MethodKind(
            name="split-plot ANOVA",
            compares=Compares.SEVERAL,
            pair_test="paired and Welch t-tests",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=True,
            ignores_units=False,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.BETWEEN_AND_WITHIN,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes=("independent units, normal residuals, groups of units that vary alike"),
            section="The same units",
            help=(
                "One factor differs between units, another within them; each is "
                "tested on its own error."
            ),
        ),
        Method.MANN_WHITNEY: MethodKind(
            name="Mann–Whitney test",
            compares=Compares.TWO,
            pair_test="Mann–Whitney test",
            for_several="the Kruskal–Wallis test with Dunn’s test",
            is_by_ranks=True,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.NOTHING,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes=(
                "independent replicates; that the shift is the difference asks for "
                "groups of like shape"
            ),
            section="Ranks",
            help=(
                "Compares two groups by ranks, for scores or values far from "
                "normal. It asks whether values of one tend to be larger, not "
                "whether means differ."
            ),
        ),
        Method.SIGNED_RANK: MethodKind(
            name="signed-rank test",
            compares=Compares.TWO,
            pair_test="signed-rank test",
            for_several="the Friedman test, whose pairs are signed-rank tests",
            is_by_ranks=True,
            is_by_signed_ranks=True,
            is_within_units=False,
            ignores_units=False,
            factors=None,
            takes_one=True,
            is_of_shares=False,
            takes_cells=False,
            error=ErrorOf.NOTHING,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes="independent differences, symmetric about their middle",
            section="Ranks",
            help=(
                "Compares the same units twice by the ranks of their differences, "
                "which are taken to be symmetric."
            ),
        ),
        Method.KRUSKAL_WALLIS: MethodKind(
            name="Kruskal–Wallis test",
            compares=Compares.SEVERAL,
            pair_test="Dunn’s test",
            for_several="",
            is_by_ranks=True,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=True,
            error=ErrorOf.NOTHING,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes="independent replicates, groups of like shape",
            section="Ranks",
            help=("Compares three groups or more by ranks. Pairs follow by Dunn’s test."),
        ),
        Method.FRIEDMAN: MethodKind(
            name="Friedman test",
            compares=Compares.SEVERAL,
            pair_test="signed-rank tests",
            for_several="",
            is_by_ranks=True,
            is_by_signed_ranks=True,
            is_within_units=True,
            ignores_units=False,
            factors=None,
            takes_one=False,
            is_of_shares=False,
            takes_cells=True,
            error=ErrorOf.NOTHING,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes="independent units; conditions ranked within each",
            section="Ranks",
            help=("Compares the same units under several conditions by ranks within each unit."),
        ),
        Method.BINOMIAL: MethodKind(
            name="exact binomial test",
            compares=Compares.ONE,
            pair_test="exact binomial test",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=True,
            is_of_shares=True,
            takes_cells=False,
            error=ErrorOf.NOTHING,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes="independent cases",
            section="Shares",
            help=("Compares one share with a value that was named beforehand, exactly."),
        ),
        Method.FISHER: MethodKind(
            name="Fisher’s exact test",
            compares=Compares.TWO,
            pair_test="Fisher’s exact test",
            for_several="the Fisher–Freeman–Halton test, whose pairs are Fisher’s exact tests",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=False,
            is_of_shares=True,
            takes_cells=False,
            error=ErrorOf.NOTHING,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes="independent cases, the numbers of either kind taken as given",
            section="Shares",
            help=(
                "Compares two shares exactly, however few cases there are. It is "
                "cautious: its p is rather too large than too small."
            ),
        ),
        Method.FREEMAN_HALTON: MethodKind(
            name="Fisher–Freeman–Halton test",
            compares=Compares.SEVERAL,
            pair_test="Fisher’s exact tests",
            for_several="",
            is_by_ranks=False,
            is_by_signed_ranks=False,
            is_within_units=False,
            ignores_units=True,
            factors=None,
            takes_one=False,
            is_of_shares=True,
            takes_cells=True,
            error=ErrorOf.NOTHING,
            left_over="residuals",
            unpooled=None,
            by_ranks=None,
            assumes="independent cases, the numbers of either kind taken as given",
            section="Shares",
            help=("Fisher’s exact test for several groups of cases. Pairs follow by Fisher’s."),
        ),
    },
    but=frozenset({Method.AUTO}),
)
"""Every test; AUTO is none, but stands for what the design suggests."""

METHOD_NAMES = {method: kind.name for method, kind in METHODS.items()}
"""Tests by their full names."""
RANK_METHODS = frozenset(method for method, kind in METHODS.items() if kind.is_by_ranks)
FACTORIAL = {method: kind.factors for method, kind in METHODS.items() if kind.factors is not None}
"""Factorial tests with the number of factors that they take."""
OF_TWO = frozenset(m for m, kind in METHODS.items() if kind.compares is not Compares.SEVERAL)
"""Tests with one pair and nothing to adjust."""
WITHIN_UNITS = frozenset(method for method, kind in METHODS.items() if kind.is_within_units)
"""Tests that need the same units in several groups."""
OWN_SPREAD = frozenset(m for m, kind in METHODS.items() if kind.error is ErrorOf.EACH_GROUP)
"""Tests of means that do not pool the spread of groups."""
SHARE_METHODS = frozenset(m for m, kind in METHODS.items() if kind.is_of_shares)
"""Tests of shares, for values that are 0 or 1."""
ONE_SAMPLE = frozenset(method for method, kind in METHODS.items() if kind.takes_one)
"""Tests that can compare one group with a reference value."""
