"""What is said of each situation, numbers as #; read for truth and grammar before it was kept."""

from __future__ import annotations

SENTENCES: dict[str, dict[str, str]] = {
    "two groups that differ": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "Leaf area is larger for control than for salt: a difference of # mm² (# % CI #"
            " to #); t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI # to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI # to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #. This one interval "
            "holds at # %."
        ),
    },
    "two groups not shown to differ": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "A difference in leaf area between control and salt is not shown: # mm² (# % CI"
            " −# to #); t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI −# to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI −# to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #. This one interval "
            "holds at # %."
        ),
    },
    "two groups, pooled": {
        "asked": ("Compare the two groups by Student’s t-test, two-sided, at # %."),
        "why": (
            "Your choice; Welch’s t-test is suggested for two independent groups, each with"
            " a spread of its own."
        ),
        "result": (
            "Leaf area is larger for control than for salt: a difference of # mm² (# % CI #"
            " to #); t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, # % CI # to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI # to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups, with the same spread."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (Student’s t-test, # df). t = #, p = #. This one"
            " interval holds at # %."
        ),
    },
    "two groups at 99 %": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "Leaf area is larger for control than for salt: a difference of # mm² (# % CI #"
            " to #); t(#) = #, p = # (α = #)."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI # to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI # to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #. This one interval "
            "holds at # %."
        ),
    },
    "two groups, one-sided and shown": {
        "asked": (
            "Compare the two groups by Welch’s t-test, one-sided: control above salt, at # %."
        ),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "Leaf area is larger for control than for salt: a difference of # mm² (# % CI #"
            " to #); t(#) = #, one-sided p < #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI # to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI # to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #; one-sided p < #. "
            "This one interval holds at # %. Its lower end is the # % bound that goes with "
            "the one-sided p."
        ),
    },
    "two groups, one-sided and not shown": {
        "asked": (
            "Compare the two groups by Welch’s t-test, one-sided: control below salt, at # %."
        ),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "That leaf area for control lies below that for salt is not shown: # mm² (# % "
            "CI # to #); t(#) = #, one-sided p > #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI # to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI # to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #; one-sided p > #. "
            "This one interval holds at # %. Its upper end is the # % bound that goes with "
            "the one-sided p."
        ),
    },
    "two groups as good as alike": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "A difference in leaf area between control and salt is not shown: # mm² (# % CI"
            " −# to #); t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI −# to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI −# to #)."),
        "alike": (
            "That control and salt differ by less than # mm² is shown: two one-sided tests,"
            " p = #; # % CI −# to #."
        ),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #. This one interval "
            "holds at # %."
        ),
    },
    "two groups not shown to be alike": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "A difference in leaf area between control and salt is not shown: # mm² (# % CI"
            " −# to #); t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI −# to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI −# to #)."),
        "alike": (
            "That control and salt differ by less than # mm² is not shown: two one-sided "
            "tests, p = #; # % CI −# to #."
        ),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #. This one interval "
            "holds at # %."
        ),
    },
    "two groups by ranks": {
        "asked": ("Compare the two groups by Mann–Whitney test, two-sided, at # %."),
        "why": (
            "Your choice; Welch’s t-test is suggested for two independent groups, each with"
            " a spread of its own."
        ),
        "result": (
            "Leaf area tends to be larger for control than for salt: a shift of # mm² (# % "
            "CI # to #); U = #, p = #."
        ),
        "size": ("In every pair of values that of control is the larger (P(a > b) = #)."),
        "assumed": (
            "Assumed: independent replicates; that the shift is the difference asks for "
            "groups of like shape. p is exact."
        ),
        "working": (
            "p = #. p is exact, by permutation of the ranks. The shift, # mm², # % CI # to "
            "#, is the median of all differences between the groups."
        ),
    },
    "ranks with ties": {
        "asked": ("Compare the two groups by Mann–Whitney test, two-sided, at # %."),
        "why": (
            "Your choice; Welch’s t-test is suggested for two independent groups, each with"
            " a spread of its own."
        ),
        "result": (
            "A difference in score between shade and sun is not shown: −# (# % CI −# to #);"
            " U = #, p = #."
        ),
        "size": (
            "In # % of pairs of values that of shade is the larger, in # % both are alike "
            "(P(a > b) = #)."
        ),
        "assumed": (
            "Assumed: independent replicates; that the shift is the difference asks for "
            "groups of like shape. p is exact."
        ),
        "working": (
            "p = #. p is exact, by permutation of the ranks. The shift, −#, # % CI −# to #,"
            " is the median of all differences between the groups."
        ),
    },
    "every value of one above every value of the other": {
        "asked": ("Compare the two groups by Mann–Whitney test, two-sided, at # %."),
        "why": (
            "Your choice; Welch’s t-test is suggested for two independent groups, each with"
            " a spread of its own."
        ),
        "result": (
            "Leaf area tends to be smaller for shade than for sun: a shift of −# mm² (# % "
            "CI −# to −#); U = #, p = #."
        ),
        "size": ("In every pair of values that of sun is the larger (P(a > b) = #)."),
        "assumed": (
            "Assumed: independent replicates; that the shift is the difference asks for "
            "groups of like shape. p is exact."
        ),
        "working": (
            "p = #. p is exact, by permutation of the ranks. The shift, −# mm², # % CI −# "
            "to −#, is the median of all differences between the groups."
        ),
    },
    "a name with capitals inside": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "pH is larger for control than for salt: a difference of # (# % CI # to #); "
            "t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI # to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #. This one interval "
            "holds at # %."
        ),
    },
    "a symbol of letters": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "mRNA level is larger for control than for salt: a difference of # (# % CI # to"
            " #); t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI # to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI # to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #. This one interval "
            "holds at # %."
        ),
    },
    "things that are counted": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "The number of leaves is smaller for shade than for sun: a difference of −# (# "
            "% CI −# to −#); t(#) = −#, p < #."
        ),
        "size": (
            "The difference is −# standard deviations (Hedges’ g = −#, about # % CI −# to −#)."
        ),
        "change": ("In percent of the mean for sun that is −# % (# % CI −# to −#)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = −#, p < #. This one interval "
            "holds at # %."
        ),
    },
    "densities": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "Stomatal densities are larger for control than for salt: a difference of # "
            "#/mm² (# % CI # to #); t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI # to #)."),
        "change": ("In percent of the mean for salt that is # % (# % CI # to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p = #. This one interval "
            "holds at # %."
        ),
    },
    "scores": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "Scores are smaller for shade than for sun: a difference of −# (# % CI −# to "
            "−#); t(#) = −#, p < #."
        ),
        "size": (
            "The difference is −# standard deviations (Hedges’ g = −#, about # % CI −# to −#)."
        ),
        "change": ("In percent of the mean for sun that is −# % (# % CI −# to −#)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = −#, p < #. This one interval "
            "holds at # %."
        ),
    },
    "percentages": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "Cover is smaller for shade than for sun: a difference of −# percentage points "
            "(# % CI −# to −#); t(#) = −#, p < #."
        ),
        "size": (
            "The difference is −# standard deviations (Hedges’ g = −#, about # % CI −# to −#)."
        ),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = −#, p < #. This one interval "
            "holds at # %."
        ),
    },
    "a ratio of logarithms": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "Titre is smaller for a than for b: a ratio of # (# % CI # to #); t(#) = −#, p = #."
        ),
        "size": (
            "The difference is −# standard deviations (Hedges’ g = −#, about # % CI −# to −#)."
        ),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = −#, p = #. This one interval "
            "holds at # %."
        ),
    },
    "two groups that are exactly alike": {
        "asked": ("Compare the two groups by Welch’s t-test, two-sided, at # %."),
        "why": ("Suggested: two independent groups, each with a spread of its own."),
        "result": (
            "A difference in leaf area between one and two is not shown: # mm² (# % CI −# "
            "to #); t(#) = #, p > #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, about # % CI −# to #)."),
        "change": ("In percent of the mean for two that is # % (# % CI −# to #)."),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s t-test, # df). t = #, p > #. This one interval "
            "holds at # %."
        ),
    },
    "three groups": {
        "asked": ("Compare all pairs by one-way ANOVA, then Tukey–Kramer test, two-sided, at # %."),
        "why": ("Suggested: three independent groups."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: control lies above high: a difference of "
            "# mm² (simultaneous # % CI # to #)."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). q = #, p < #, adjusted p "
            "< # (Tukey–Kramer test). All # intervals hold together at # %."
        ),
    },
    "three groups with a control": {
        "asked": (
            "Compare each against control by one-way ANOVA, then Dunnett’s test, two-sided, at # %."
        ),
        "why": ("Suggested: three independent groups, one of them the control."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: high lies below control: a difference of "
            "−# mm² (simultaneous # % CI −# to −#)."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the group minus the control; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). t = −#, p < #, adjusted p"
            " < # (Dunnett’s test). All # intervals hold together at # %."
        ),
    },
    "three groups with a control, one-sided": {
        "asked": (
            "Compare each against control by one-way ANOVA, then Dunnett’s test, one-sided:"
            " each below the control, at # %."
        ),
        "why": ("Suggested: three independent groups, one of them the control."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: high lies below control: a difference of "
            "−# mm² (simultaneous # % CI −# to −#)."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the group minus the control; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). t = −#, p < #, adjusted p"
            " < # (Dunnett’s test); one-sided p < #, adjusted one-sided p < #. All # "
            "intervals hold together at # %. Its upper end is the # % bound that goes with "
            "the one-sided p."
        ),
    },
    "three groups by Welch": {
        "asked": ("Compare all pairs by Welch’s ANOVA, then Games–Howell test, two-sided, at # %."),
        "why": ("Your choice; one-way ANOVA is suggested for three independent groups."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": ("# % of the variation in this sample lies between the groups (η² = #)."),
        "pairs": (
            "# of # pairs differ; furthest apart: control lies above high: a difference of "
            "# mm² (simultaneous # % CI # to #)."
        ),
        "assumed": ("Assumed: independent replicates, normal within groups; spreads may differ."),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from each"
            " group’s own spread (Welch’s ANOVA, # df). q = #, p = #, adjusted p = # "
            "(Games–Howell test). All # intervals hold together at # %."
        ),
    },
    "three groups by ranks": {
        "asked": (
            "Compare all pairs by Kruskal–Wallis test, then Dunn’s test adjusted after "
            "Holm, two-sided, at # %."
        ),
        "why": ("Your choice; one-way ANOVA is suggested for three independent groups."),
        "result": ("Leaf area tends to differ between the groups: H(#) = #, p < #."),
        "size": ("Effect size in this sample: ε² = #."),
        "pairs": (
            "# of # pairs differs; furthest apart: control lies above high: a shift of # mm²."
        ),
        "assumed": ("Assumed: independent replicates, groups of like shape. p is exact."),
        "working": (
            "Ranks are those among the values of all groups. p = #, adjusted p = # (Dunn’s "
            "test adjusted after Holm). The median of all differences between the two "
            "groups is # mm²."
        ),
    },
    "three groups, none shown": {
        "asked": ("Compare all pairs by one-way ANOVA, then Tukey–Kramer test, two-sided, at # %."),
        "why": ("Suggested: three independent groups."),
        "result": (
            "A difference in leaf area between the groups is not shown: F(#, #) = #, p > #."
        ),
        "size": ("# % of the variation in this sample lies between the groups (η² = #)."),
        "pairs": ("None of # pairs is shown to differ."),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). q = #, p > #, adjusted p "
            "> # (Tukey–Kramer test). All # intervals hold together at # %."
        ),
    },
    "a pair chosen afterwards": {
        "asked": (
            "Compare one chosen pair of # by one-way ANOVA, then Tukey–Kramer test, two-"
            "sided, at # %."
        ),
        "why": ("Suggested: three independent groups."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "pairs": (
            "Between control and high: a difference of # mm² (simultaneous # % CI # to #), "
            "adjusted p < #."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). q = #, p < #, adjusted p "
            "< # (Tukey–Kramer test). All # intervals hold together at # %."
        ),
    },
    "a pair planned beforehand": {
        "asked": (
            "Compare two pairs planned beforehand by one-way ANOVA, then t-tests adjusted "
            "after Holm, two-sided, at # %."
        ),
        "why": ("Suggested: three independent groups."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "pairs": (
            "# of # pairs differs; furthest apart: control lies above high: a difference of"
            " # mm² (Bonferroni # % CI # to #)."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). t = #, p < #, adjusted p "
            "< # (t-tests adjusted after Holm). All # intervals are Bonferroni’s and hold "
            "together at # %; Holm’s p values have none of their own."
        ),
    },
    "three groups without a follow-up": {
        "asked": ("Compare the groups as a whole by one-way ANOVA, at # %."),
        "why": ("Suggested: three independent groups."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
    },
    "three groups, unadjusted": {
        "asked": (
            "Compare all pairs by one-way ANOVA, then t-tests, unadjusted, two-sided, at # %."
        ),
        "why": ("Suggested: three independent groups."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: control lies above high: a difference of "
            "# mm² (# % CI # to #)."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). t = #, p < #. This one "
            "interval holds at # %."
        ),
    },
    "three groups, false discoveries": {
        "asked": (
            "Compare all pairs by one-way ANOVA, then t-tests adjusted after Benjamini and "
            "Hochberg, two-sided, at # %."
        ),
        "why": ("Suggested: three independent groups."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: control lies above high: a difference of "
            "# mm² (# % CI # to #)."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). t = #, p < #, adjusted p "
            "< # (t-tests adjusted after Benjamini and Hochberg). This one interval holds "
            "at # %."
        ),
    },
    "three groups, alike within a limit": {
        "asked": ("Compare all pairs by one-way ANOVA, then Tukey–Kramer test, two-sided, at # %."),
        "why": ("Suggested: three independent groups."),
        "result": ("Leaf area differs between the groups: F(#, #) = #, p < #."),
        "size": (
            "# % of the variation in this sample lies between the groups (η² = #, # % CI # to #)."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: control lies above high: a difference of "
            "# mm² (simultaneous # % CI # to #)."
        ),
        "alike": ("# of # pairs is shown to differ by less than # mm²: low and high."),
        "assumed": (
            "Assumed: independent replicates, normal within groups, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (one-way ANOVA, # df). q = #, p < #, adjusted p "
            "< # (Tukey–Kramer test). All # intervals hold together at # %."
        ),
    },
    "two factors": {
        "asked": (
            "Compare cells within each level of the other factor by two-way ANOVA, then "
            "t-tests adjusted after Šidák as one family, two-sided, at # %."
        ),
        "why": ("Suggested: two factors and independent replicates in four cells."),
        "result": (
            "Area differs between levels of salt: F(#, #) = #, p < #. Area differs between "
            "levels of light: F(#, #) = #, p < #. An interaction of salt and light is not "
            "shown: F(#, #) = #, p = #."
        ),
        "size": (
            "Effect sizes in this sample: salt: partial η² = #, # % CI # to #; light: "
            "partial η² = #, # % CI # to #; salt × light: partial η² = #, # % CI # to #."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: none, dim lies below none, bright: a "
            "difference of −# mm² (simultaneous # % CI −# to −#)."
        ),
        "main effects": (
            "Averaged over light, none − much is # mm² (# % CI # to #), p < #. Averaged "
            "over salt, dim − bright is −# mm² (# % CI −# to −#), p < #."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within cells, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (two-way ANOVA, # df). t = −#, p < #, adjusted p"
            " < # (t-tests adjusted after Šidák). All # intervals hold together at # %."
        ),
    },
    "two factors that depend on each other": {
        "asked": (
            "Compare cells within each level of the other factor by two-way ANOVA, each "
            "term given all others, then t-tests adjusted after Šidák as one family, two-"
            "sided, at # %."
        ),
        "why": ("Suggested: two factors and independent replicates in four cells."),
        "result": (
            "Area differs between levels of salt: F(#, #) = #, p < #. A difference in area "
            "between levels of light is not shown: F(#, #) = #, p = #. How it differs by "
            "salt depends on light: F(#, #) = #, p < #."
        ),
        "size": (
            "Effect sizes in this sample: salt: partial η² = #, # % CI # to #; light: "
            "partial η² = #, # % CI # to #; salt × light: partial η² = #, # % CI # to #."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: none, bright lies above much, bright: a "
            "difference of # mm² (simultaneous # % CI # to #)."
        ),
        "main effects": (
            "Averaged over light, none − much is # mm² (# % CI # to #), p < #. Averaged "
            "over salt, dim − bright is −# mm² (# % CI −# to #), p = #. As one factor’s "
            "effect depends on the other, these are averages of unlike differences."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within cells, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (two-way ANOVA, # df). t = −#, p < #, adjusted p"
            " = # (t-tests adjusted after Šidák). All # intervals hold together at # %."
        ),
    },
    "two factors, terms after Yates": {
        "asked": (
            "Compare cells within each level of the other factor by two-way ANOVA, each "
            "term given those not containing it, then t-tests adjusted after Šidák as one "
            "family, two-sided, at # %."
        ),
        "why": ("Suggested: two factors and independent replicates in four cells."),
        "result": (
            "Area differs between levels of salt: F(#, #) = #, p < #. A difference in area "
            "between levels of light is not shown: F(#, #) = #, p = #. How it differs by "
            "salt depends on light: F(#, #) = #, p < #."
        ),
        "size": (
            "Effect sizes in this sample: salt: partial η² = #, # % CI # to #; light: "
            "partial η² = #, # % CI # to #; salt × light: partial η² = #, # % CI # to #."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: none, bright lies above much, bright: a "
            "difference of # mm² (simultaneous # % CI # to #)."
        ),
        "main effects": (
            "Averaged over light, none − much is # mm² (# % CI # to #), p < #. Averaged "
            "over salt, dim − bright is −# mm² (# % CI −# to #), p = #. As one factor’s "
            "effect depends on the other, these are averages of unlike differences."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within cells, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (two-way ANOVA, # df). t = −#, p < #, adjusted p"
            " = # (t-tests adjusted after Šidák). All # intervals hold together at # %."
        ),
    },
    "two factors, marginal means": {
        "asked": (
            "Compare levels of salt, averaged over light by two-way ANOVA, then "
            "Tukey–Kramer test, two-sided, at # %."
        ),
        "why": ("Suggested: two factors and independent replicates in four cells."),
        "result": (
            "Area differs between levels of salt: F(#, #) = #, p < #. Area differs between "
            "levels of light: F(#, #) = #, p < #. An interaction of salt and light is not "
            "shown: F(#, #) = #, p = #."
        ),
        "size": (
            "Effect sizes in this sample: salt: partial η² = #, # % CI # to #; light: "
            "partial η² = #, # % CI # to #; salt × light: partial η² = #, # % CI # to #."
        ),
        "pairs": ("Between none and much: a difference of # mm² (# % CI # to #), p < #."),
        "main effects": ("Averaged over salt, dim − bright is −# mm² (# % CI −# to −#), p < #."),
        "assumed": (
            "Assumed: independent replicates, normal within cells, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (two-way ANOVA, # df). t = #, p < #. This one "
            "interval holds at # %."
        ),
    },
    "two factors, all cells": {
        "asked": (
            "Compare all cells with each other by two-way ANOVA, then Tukey–Kramer test, "
            "two-sided, at # %."
        ),
        "why": ("Suggested: two factors and independent replicates in four cells."),
        "result": (
            "Area differs between levels of salt: F(#, #) = #, p < #. Area differs between "
            "levels of light: F(#, #) = #, p < #. An interaction of salt and light is not "
            "shown: F(#, #) = #, p = #."
        ),
        "size": (
            "Effect sizes in this sample: salt: partial η² = #, # % CI # to #; light: "
            "partial η² = #, # % CI # to #; salt × light: partial η² = #, # % CI # to #."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: none, bright lies above much, dim: a "
            "difference of # mm² (simultaneous # % CI # to #)."
        ),
        "main effects": (
            "Averaged over light, none − much is # mm² (# % CI # to #), p < #. Averaged "
            "over salt, dim − bright is −# mm² (# % CI −# to −#), p < #."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within cells, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (two-way ANOVA, # df). q = −#, p < #, adjusted p"
            " < # (Tukey–Kramer test). All # intervals hold together at # %."
        ),
    },
    "two factors, a family at each level": {
        "asked": (
            "Compare cells within each level of the other factor by two-way ANOVA, then "
            "Tukey–Kramer test with a family at each level, two-sided, at # %."
        ),
        "why": ("Suggested: two factors and independent replicates in four cells."),
        "result": (
            "Area differs between levels of salt: F(#, #) = #, p < #. Area differs between "
            "levels of light: F(#, #) = #, p < #. An interaction of salt and light is not "
            "shown: F(#, #) = #, p = #."
        ),
        "size": (
            "Effect sizes in this sample: salt: partial η² = #, # % CI # to #; light: "
            "partial η² = #, # % CI # to #; salt × light: partial η² = #, # % CI # to #."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: none, dim lies below none, bright: a "
            "difference of −# mm² (# % CI −# to −#)."
        ),
        "main effects": (
            "Averaged over light, none − much is # mm² (# % CI # to #), p < #. Averaged "
            "over salt, dim − bright is −# mm² (# % CI −# to −#), p < #."
        ),
        "assumed": (
            "Assumed: independent replicates, normal within cells, with the same spread in all."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from the "
            "spread pooled over all groups (two-way ANOVA, # df). t = −#, p < #. This one "
            "interval holds at # %."
        ),
    },
    "the same mice twice": {
        "asked": ("Compare the two conditions by paired t-test, two-sided, at # %."),
        "why": ("Suggested: the same # mice under both conditions."),
        "result": (
            "Mass is larger for after than for before: a difference of # g (# % CI # to #);"
            " t(#) = #, p < #."
        ),
        "size": (
            "The difference is # standard deviations of the differences (d_z = #, # % CI # to #)."
        ),
        "change": ("In percent of the mean for before that is # % (# % CI # to #)."),
        "assumed": ("Assumed: independent units whose differences are normal."),
        "working": (
            "The difference is the later minus the earlier; its SE of # comes from the "
            "differences within units, n = # (paired t-test, # df). t = #, p < #. This one "
            "interval holds at # %."
        ),
    },
    "the same mice twice by ranks": {
        "asked": ("Compare the two conditions by signed-rank test, two-sided, at # %."),
        "why": (
            "Your choice; paired t-test is suggested for the same # mice under both conditions."
        ),
        "result": (
            "A difference in mass between after and before is not shown: # g; W = #, p = #."
        ),
        "size": ("Every difference is above # (P(a > b) = #)."),
        "assumed": ("Assumed: independent differences, symmetric about their middle. p is exact."),
        "working": (
            "p = #. p is exact, by permutation of the ranks. The shift, # g (so few values "
            "have no interval at # %), is the median of all means of two differences."
        ),
    },
    "the same mice three times": {
        "asked": (
            "Compare all pairs by repeated-measures ANOVA (Greenhouse–Geisser), then paired"
            " t-tests adjusted after Holm, two-sided, at # %."
        ),
        "why": ("Suggested: the same # mice under three conditions."),
        "result": ("Mass differs between levels of time: F(#, #) = #, p < #."),
        "size": ("Effect size in this sample: partial η² = #."),
        "pairs": (
            "# of # pairs differ; furthest apart: later lies above before: a difference of "
            "# g (Bonferroni # % CI # to #)."
        ),
        "assumed": (
            "Assumed: independent units, normal residuals; unequal spread of differences "
            "between conditions is corrected for."
        ),
        "working": (
            "The difference is the later minus the earlier; its SE of # comes from the "
            "differences within units, n = # (repeated-measures ANOVA, # df). t = #, p < #,"
            " adjusted p < # (paired t-tests adjusted after Holm). All # intervals are "
            "Bonferroni’s and hold together at # %; Holm’s p values have none of their own."
        ),
    },
    "the same mice three times by ranks": {
        "asked": (
            "Compare all pairs by Friedman test, then signed-rank tests adjusted after "
            "Holm, two-sided, at # %."
        ),
        "why": (
            "Your choice; repeated-measures ANOVA is suggested for the same # mice under "
            "three conditions."
        ),
        "result": ("Mass tends to differ between levels of time: χ²(#) = #, p = #."),
        "size": ("Effect size in this sample: Kendall’s W = #."),
        "pairs": ("None of # pairs is shown to differ."),
        "assumed": ("Assumed: independent units; conditions ranked within each. p is exact."),
        "working": (
            "p = #, adjusted p = # (signed-rank tests adjusted after Holm). p is exact, by "
            "permutation of the ranks. The shift, # g (so few values have no interval at # "
            "%), is the median of all means of two differences."
        ),
    },
    "diets of mice over weeks": {
        "asked": (
            "Compare cells within each level of the other factor by split-plot ANOVA "
            "(Greenhouse–Geisser), then paired and Welch t-tests adjusted after Holm as one"
            " family, two-sided, at # %."
        ),
        "why": ("Suggested: one factor that differs between # mice and one within them."),
        "result": (
            "Mass differs between levels of diet: F(#, #) = #, p = #. Mass differs between "
            "levels of week: F(#, #) = #, p < #. How it differs by diet depends on week: "
            "F(#, #) = #, p < #."
        ),
        "size": (
            "Effect sizes in this sample: diet: partial η² = #; week: partial η² = #; diet "
            "× week: partial η² = #."
        ),
        "pairs": (
            "# of # pairs differ; furthest apart: old, third lies below new, third: a "
            "difference of −# g (Bonferroni # % CI −# to #). Intervals of Bonferroni’s kind"
            " are wider than Holm’s p asks for."
        ),
        "main effects": (
            "Averaged over week, old − new is −# g (# % CI −# to −#), p = #. Averaged over "
            "diet, the largest difference between levels of week is third − first: # g "
            "(Bonferroni # % CI # to #), p < #. As one factor’s effect depends on the "
            "other, these are averages of unlike differences."
        ),
        "assumed": (
            "Assumed: independent units, normal residuals, groups of units that vary alike;"
            " unequal spread of differences between conditions is corrected for."
        ),
        "working": (
            "The difference is the first mean minus the second; its SE of # comes from "
            "these two columns alone (split-plot ANOVA, # df). t = #, p = #, adjusted p = #"
            " (paired and Welch t-tests adjusted after Holm). All # intervals are "
            "Bonferroni’s and hold together at # %; Holm’s p values have none of their own."
        ),
    },
    "two factors within plants": {
        "asked": (
            "Compare cells within each level of the other factor by two-way repeated-"
            "measures ANOVA, then paired t-tests adjusted after Holm as one family, two-"
            "sided, at # %."
        ),
        "why": ("Suggested: the same # plants at every level of two factors."),
        "result": (
            "Height differs between levels of light: F(#, #) = #, p = #. Height differs "
            "between levels of hour: F(#, #) = #, p = #. An interaction of light and hour "
            "is not shown: F(#, #) = #, p = #."
        ),
        "size": (
            "Effect sizes in this sample: light: partial η² = #; hour: partial η² = #; "
            "light × hour: partial η² = #."
        ),
        "pairs": (
            "# of # pairs differs; furthest apart: bright, morning lies above dim, morning:"
            " a difference of # cm (Bonferroni # % CI # to #)."
        ),
        "main effects": (
            "Averaged over hour, bright − dim is # cm (# % CI # to #), p = #. Averaged over"
            " light, noon − morning is # cm (# % CI # to #), p = #."
        ),
        "assumed": ("Assumed: independent units, normal residuals."),
        "working": (
            "The difference is the later minus the earlier; its SE of # comes from the "
            "differences within units, n = # (two-way repeated-measures ANOVA, # df). t = "
            "#, p = #, adjusted p = # (paired t-tests adjusted after Holm). All # intervals"
            " are Bonferroni’s and hold together at # %; Holm’s p values have none of their"
            " own."
        ),
    },
    "seeds that came up, two lots": {
        "asked": ("Compare the two groups by Fisher’s exact test, two-sided, at # %."),
        "why": ("Suggested: values of # and #, two independent groups."),
        "result": (
            "The share with emerged = # is larger for fresh than for stored: a difference "
            "of # percentage points (# % CI # to #); χ²(#) = #, p = #."
        ),
        "size": ("The odds of the first are those of the second times #."),
        "assumed": (
            "Assumed: independent cases, the numbers of either kind taken as given. p is exact."
        ),
        "working": (
            "p = #. Of all tables with the same margins, those no likelier than the one "
            "seen (Fisher); the interval is Newcombe’s."
        ),
    },
    "seeds that came up, three lots": {
        "asked": (
            "Compare all pairs by Fisher–Freeman–Halton test, then Fisher’s exact tests "
            "adjusted after Holm, two-sided, at # %."
        ),
        "why": ("Suggested: values of # and #, three independent groups."),
        "result": ("The share with emerged = # differs between the groups: χ²(#) = #, p = #."),
        "pairs": (
            "# of # pairs differs; furthest apart: fresh lies above frozen: a difference of"
            " # percentage points (Bonferroni # % CI # to #)."
        ),
        "assumed": (
            "Assumed: independent cases, the numbers of either kind taken as given. p is exact."
        ),
        "working": (
            "p = #, adjusted p = # (Fisher’s exact tests adjusted after Holm). Of all "
            "tables with the same margins, those no likelier than the one seen (Fisher); "
            "the interval is Newcombe’s."
        ),
    },
    "one group beside a value": {
        "asked": ("Compare height (cm) with # cm by one-sample t-test, two-sided, at # %."),
        "why": ("Suggested: one group and a value to compare it with."),
        "result": (
            "That height differs from # cm is not shown: # cm (# % CI −# to #); t(#) = #, p = #."
        ),
        "size": ("The difference is # standard deviations (Hedges’ g = #, # % CI −# to #)."),
        "assumed": ("Assumed: independent replicates from a normal distribution."),
        "working": (
            "The difference is the mean minus the reference value; its SE of # comes from "
            "the group’s own spread, n = # (one-sample t-test, # df). t = #, p = #. This "
            "one interval holds at # %."
        ),
    },
    "one group beside a value, by ranks": {
        "asked": ("Compare height (cm) with # cm by signed-rank test, two-sided, at # %."),
        "why": (
            "Your choice; one-sample t-test is suggested for one group and a value to "
            "compare it with."
        ),
        "result": ("That height differs from # cm is not shown: # cm; W = #, p = #."),
        "size": ("# of # differences are above # (P(a > b) = #)."),
        "assumed": ("Assumed: independent differences, symmetric about their middle. p is exact."),
        "working": (
            "p = #. p is exact, by permutation of the ranks. The shift, # cm (so few values"
            " have no interval at # %), is the median of all means of two differences."
        ),
    },
}
