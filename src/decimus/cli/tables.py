"""Results as text for a terminal."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.results import Results
from decimus.wording.comparisons.main_effects import main_effects_sentence, main_effects_table
from decimus.wording.comparisons.method_names import follow_up_name, has_follow_up, method_name
from decimus.wording.comparisons.pair_facts import change_sentence, equivalence_sentence
from decimus.wording.comparisons.reasons import assumed, reason_here
from decimus.wording.comparisons.sentences import effect_sentence, pairs_summary, result_sentence
from decimus.wording.comparisons.tables import comparison_table, pair_rows
from decimus.wording.comparisons.with_and_without import both_ways
from decimus.wording.measurements.readings import counts
from decimus.wording.phrases import upper_first
from decimus.wording.spans import plain_text
from decimus.wording.write_up.paragraphs import summary_table


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
    """The summary of every group."""
    table = summary_table(results)
    left = len(results.groups.factors)
    lines = [
        f"{results.groups.outcome_title}: {counts(results.measurements)}",
        "",
        aligned(table.headings, list(table.rows), left),
    ]
    return "\n".join(lines)


def comparison_text(results: Results, comparison: Comparison, *, with_pairs: bool) -> str:
    """The result in a sentence, then every pair."""
    name = method_name(comparison)
    sentences = (
        f"{name[:1].upper()}{name[1:]}. {reason_here(results, comparison)}",
        plain_text(result_sentence(results)),
        effect_sentence(results),
        change_sentence(results),
        pairs_summary(results) if with_pairs else "",
        main_effects_sentence(results),
        equivalence_sentence(results),
        assumed(results),
        both_ways(results),
    )
    parts = ["\n".join(sentence for sentence in sentences if sentence)]
    if table := comparison_table(results):
        parts.append(aligned(table[0], list(table[1:]), 1))
    if effects := main_effects_table(results):
        parts.append(aligned(effects[0], list(effects[1:]), 1))
    if with_pairs and comparison.pairs:
        rows = pair_rows(results)
        follow = follow_up_name(comparison.method, comparison.adjustment)
        title = f"{upper_first(follow)}:\n" if has_follow_up(comparison) else ""
        parts.append(title + aligned(rows[0], list(rows[1:]), 1))
    return "\n\n".join(parts)
