"""What a choice switched besides itself: the follow-up, the direction of tests."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.results import Results
from decimus.wording.comparisons.method_names import follow_up_name, has_follow_up


def what_switched(before: Results, after: Results) -> str:
    """What compares pairs now and did not before, without having been chosen; "" for nothing."""
    is_same = before.number == after.number and before.table is after.table
    if not is_same or before.problem is not None or after.problem is not None:
        return ""
    old, new = before.comparison, after.comparison
    if old is None or new is None:
        return ""
    return " ".join(filter(None, (_follow_up(after, old, new), _sides(before, after, old, new))))


_ALONE = "Each pair is now a family by itself, so that its p is not adjusted."


def _follow_up(after: Results, old: Comparison, new: Comparison) -> str:
    if not (has_follow_up(old) and has_follow_up(new) and old.pairs and new.pairs):
        return ""
    was, now = (follow_up_name(c.method, c.adjustment) for c in (old, new))
    chosen = after.question.comparison.adjustment
    if new.family == 1:
        # One pair has nothing to be adjusted for, whatever its follow-up is called.
        return _ALONE if old.family > 1 else ""
    if was == now or chosen is new.adjustment:
        return ""
    return f"Pairs are now compared by {now}, before by {was}."


def _sides(before: Results, after: Results, old: Comparison, new: Comparison) -> str:
    wanted = after.question.comparison.alternative
    if wanted is None or new.alternative is not None:
        return ""
    if old.alternative is None and before.question.comparison.alternative is not None:
        return ""
    return (
        "Tests are two-sided now: a direction belongs to two groups, to pairs with a control, or "
        "to pairs planned beforehand."
    )
