"""Results as text for a terminal."""

from __future__ import annotations

from decimus.analysis.comparisons import Comparison
from decimus.analysis.results import Results
from decimus.wording.comparisons import (
    effect_sentence,
    method_name,
    reason,
    result_sentence,
)
from decimus.wording.numbers import number, p_number, percent
from decimus.wording.phrases import group_words
from decimus.wording.readings import counts
from decimus.wording.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.wording.write_up import summary_table


def aligned(headings: tuple[str, ...], rows: list[tuple[str, ...]], left: int) -> str:
    """A table in columns; the first `left` to the left, the others to the right."""
    lines = [headings, *rows]
    widths = [max(len(line[c]) for line in lines) for c in range(len(headings))]
    return "\n".join(
        "  ".join(
            cell.ljust(widths[c]) if c < left else cell.rjust(widths[c])
            for c, cell in enumerate(line)
        ).rstrip()
        for line in lines
    )


def summary_text(results: Results) -> str:
    """The summary with its remarks."""
    table = summary_table(results)
    left = len(results.groups.factors)
    lines = [
        f"{results.groups.outcome_title}: {counts(results.measurements)}",
        "",
        aligned(table.headings, list(table.rows), left),
    ]
    remarks = [f"{remark.head} {remark.why}" for remark in remark_words(results)]
    return "\n".join([*lines, *([""] if remarks else []), *remarks])


def comparison_text(results: Results, comparison: Comparison, *, with_pairs: bool) -> str:
    """The result in a sentence, then every pair."""
    name = method_name(comparison)
    lines = [
        f"{name[:1].upper()}{name[1:]}. {reason(comparison)}",
        plain_text(result_sentence(results)),
        effect_sentence(results),
    ]
    if not with_pairs:
        return "\n".join(lines)
    groups, decimals = results.groups, results.groups.decimals
    adjusted = any(pair.p_adjusted is not None for pair in comparison.pairs)
    level = percent(comparison.level)
    statistic = comparison.pairs[0].statistic
    headings: tuple[str, ...] = ("first − second", "difference", f"{level} CI", statistic, "p")
    rows = [
        (
            f"{group_words(groups, pair.a)} − {group_words(groups, pair.b)}",
            number(pair.test.mean_difference, decimals),
            f"{number(pair.ci_lower, decimals)} to {number(pair.ci_upper, decimals)}",
            number(pair.value, 2),
            p_number(pair.test.p_value, comparison.alpha).removeprefix("=\u00a0"),
            *(
                (p_number(pair.p_shown, comparison.alpha).removeprefix("=\u00a0"),)
                if adjusted
                else ()
            ),
        )
        for pair in comparison.pairs
    ]
    headings = (*headings, "adjusted p") if adjusted else headings
    return "\n".join([*lines, "", aligned(headings, rows, 1)])
