"""The report of a test in one view: groups, n, means, method, result, table and pairs."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.wording.comparisons.choices import alternative_words, required
from decimus.wording.comparisons.main_effects import main_effects_sentence, main_effects_table
from decimus.wording.comparisons.method_names import follow_up_name, has_follow_up, method_name
from decimus.wording.comparisons.pair_facts import change_sentence, equivalence_sentence
from decimus.wording.comparisons.reasons import assumed, reason_here
from decimus.wording.comparisons.sentences import effect_sentence, pairs_summary, result_sentence
from decimus.wording.comparisons.tables import comparison_table, pair_rows
from decimus.wording.comparisons.with_and_without import both_ways
from decimus.wording.numbers import number, percent
from decimus.wording.phrases import group_words, upper_first
from decimus.wording.spans import plain_text

Rows = tuple[tuple[str, ...], ...]


def group_rows(results: Results) -> Rows:
    """What went into the test: every group with n, mean and SD, headings first."""
    comparison = required(results)
    numerals, decimals = results.numerals, results.groups.decimals
    rows = [("group", "n", "mean", "SD")]
    for group in comparison.groups:
        summary = group.summary
        rows.append(
            (
                group_words(results.groups, group),
                str(group.n),
                number(summary.mean, decimals, numerals),
                number(summary.standard_deviation, decimals, numerals),
            )
        )
    return tuple(rows)


def report_tables(results: Results) -> tuple[Rows, ...]:
    """The tables of the report: groups, the test's own, pairs, main effects."""
    comparison = required(results)
    found = [group_rows(results), comparison_table(results)]
    found.append(pair_rows(results) if comparison.pairs else ())
    found.append(main_effects_table(results))
    return tuple(table for table in found if table)


def report_text(results: Results) -> str:
    """All of it as text, cells with tabs between, for pasting anywhere."""
    comparison = required(results)
    level = percent(comparison.interval_level, results.numerals)
    how = f"{upper_first(method_name(comparison))}, {alternative_words(results, comparison)}"
    if has_follow_up(comparison):
        how += f", {follow_up_name(comparison.method, comparison.adjustment)}"
    sentences = (
        f"{how}, at {level}. {reason_here(results, comparison)}",
        plain_text(result_sentence(results)),
        effect_sentence(results),
        change_sentence(results),
        pairs_summary(results),
        main_effects_sentence(results),
        equivalence_sentence(results),
        assumed(results),
        both_ways(results) if not results.is_large else "",
    )
    lines = [sentence for sentence in sentences if sentence]
    for table in report_tables(results):
        lines += ["", *("\t".join(row) for row in table)]
    return "\n".join(lines) + "\n"
