"""Studies of earlier file versions in the form of the present one."""

from __future__ import annotations

from typing import Any

_PARTS_OF_2: dict[str, dict[str, str]] = {
    "asked": {"sheet": "sheet", "outcome": "outcome", "factors": "factors"},
    "levels": {"level_orders": "orders", "level_labels": "labels", "controls": "controls"},
    "heights": {
        "height": "height",
        "error_bar": "error_bar",
        "error_bar_level": "level",
        "error_bar_factor": "factor",
        "direction": "direction",
        "threshold": "threshold",
        "side": "side",
    },
    "lanes": {"columns": "columns", "totals": "totals"},
    "comparison": {
        "method": "method",
        "adjustment": "adjustment",
        "comparison_level": "level",
        "pair_set": "pair_set",
        "chosen_pairs": "chosen_pairs",
        "marginal_variable": "marginal_variable",
        "alternative": "alternative",
        "reference": "reference",
        "sums_of_squares": "sums_of_squares",
        "sphericity": "sphericity",
        "relevant_difference": "relevant_difference",
        "power": "power",
    },
    "figure": {
        "drawn_pairs": "drawn_pairs",
        "hidden": "hidden",
        "level_colours": "level_colours",
    },
    "numbers": {"decimals": "decimals", "fixed_decimals": "fixed"},
}
"""Where version 2 keeps what version 1 kept in one question: part, old name, new name."""


def as_present(stored: dict[str, Any]) -> dict[str, Any]:
    """What `study.json` holds, as the present version would write it.

    What is not as it should be is left as it is; reading it refuses it in words.
    """
    if stored.get("version") == 1 and isinstance(stored.get("questions"), list):
        stored = {**stored, "version": 2, "questions": [*map(_in_parts, stored["questions"])]}
    return stored


def edit_as_present(stored: dict[str, Any]) -> dict[str, Any]:
    """An edit as the present version would write it: one brings a whole question along."""
    if "asked" in stored:
        return {**stored, "asked": _in_parts(stored["asked"])}
    return stored


def _in_parts(question: Any) -> Any:  # noqa: ANN401 - whatever a file may hold
    """A question in parts; version 1 wrote all of its fields, and no later one writes these."""
    if not isinstance(question, dict) or "error_bar" not in question:
        return question
    left = dict(question)
    figure = left.pop("figure", {})
    parts: dict[str, Any] = {
        part: {new: left.pop(old) for old, new in names.items() if old in left}
        for part, names in _PARTS_OF_2.items()
    }
    if isinstance(figure, dict):
        parts["figure"] = {**figure, **parts["figure"]}
    return {**left, **parts}
