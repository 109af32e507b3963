"""Studies of earlier file versions in the form of the present one."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from decimus.charts.styles import style_of
from decimus.notation import escaped
from decimus.study.looks import Look
from decimus.study.number_styles import NumberStyle, settled
from decimus.study.studies import Study

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
    if stored.get("version") == 2 and isinstance(stored.get("questions"), list):
        stored = {**stored, "version": 3, "questions": [*map(_with_look, stored["questions"])]}
    if stored.get("version") == 3 and isinstance(stored.get("questions"), list):
        stored = {**stored, "version": 4, "questions": [*map(_with_escapes, stored["questions"])]}
    if stored.get("version") == 4 and isinstance(stored.get("questions"), list):
        stored = {**stored, "version": 5, "questions": [*map(_with_numerals, stored["questions"])]}
    return stored


def edit_as_present(stored: dict[str, Any], version: int) -> dict[str, Any]:
    """An edit as the present version would write it: one brings a whole question along.

    Args:
        stored: the edit.
        version: of the file that it stands in.
    """
    if version < 4:
        stored = _edit_with_escapes(stored)
    if "asked" in stored:
        return {**stored, "asked": _with_numerals(_with_look(_in_parts(stored["asked"])))}
    if stored.get("type") == "NudgeComparison":
        moved = {k: v for k, v in stored.items() if k not in ("pair", "up_mm")}
        return {**moved, "type": "MoveByHand", **_moved(stored)}
    return stored


_WRITTEN = {"WriteAxisTitle": "text", "RenameLevel": "label"}
"""Edits by which words of a figure were written, and where those stand."""


def _edit_with_escapes(stored: dict[str, Any]) -> dict[str, Any]:
    """An edit whose words stand for themselves in the light notation, which 4 brought."""
    name = _WRITTEN.get(str(stored.get("type")))
    if stored.get("type") == "ChooseSetting" and stored.get("name") == "key_title":
        name = "value"
    return stored if name is None else _escaped_at(stored, name)


def _with_escapes(question: Any) -> Any:  # noqa: ANN401 - whatever a file may hold
    """A question whose written words stand for themselves in the light notation."""
    if not isinstance(question, dict):
        return question
    found = dict(question)
    figure, levels = found.get("figure"), found.get("levels")
    if isinstance(figure, dict):
        for name in ("value_title", "group_title", "key_title"):
            figure = _escaped_at(figure, name)
        found["figure"] = figure
    if isinstance(levels, dict) and isinstance(levels.get("labels"), list):
        labels = [_escaped_at(each, "label") for each in levels["labels"]]
        found["levels"] = {**levels, "labels": labels}
    return found


def _escaped_at(stored: Any, name: str) -> Any:  # noqa: ANN401 - whatever a file may hold
    if not isinstance(stored, dict) or not isinstance(stored.get(name), str):
        return stored
    return {**stored, name: escaped(stored[name])}


def _with_numerals(question: Any) -> Any:  # noqa: ANN401 - whatever a file may hold
    """A question that leaves a zero before p to the study, which 5 brought."""
    figure = question.get("figure") if isinstance(question, dict) else None
    if not isinstance(figure, dict) or figure.get("leading_zero") is not True:
        return question
    return {**question, "figure": {**figure, "leading_zero": None}}


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


_LOOK_OF_2: dict[str, Any] = {
    "palette": "shore",
    "text_pt": 8.0,
    "width_mm": 85.0,
    "height_mm": 62.0,
}
"""What version 3 keeps in the look of a figure, with what it was until someone chose otherwise."""


def _with_look(question: Any) -> Any:  # noqa: ANN401 - whatever a file may hold
    """A question whose figure has a look of its own, and one record for all moved by hand."""
    figure = question.get("figure") if isinstance(question, dict) else None
    if not isinstance(figure, dict) or "look" in figure:
        return question
    left = dict(figure)
    look = {name: left.pop(name) for name in _LOOK_OF_2 if name in left}
    look = {name: value for name, value in look.items() if value != _LOOK_OF_2[name]}
    nudges = left.pop("nudges", ())
    moved = [_moved(nudge) for nudge in nudges] if isinstance(nudges, list) else []
    return {**question, "figure": {**left, "look": look, "moved": moved}}


def in_full(study: Study) -> Study:
    """The study with every look said in full, to compare it with one of an earlier version.

    Those do not tell what was chosen from what would have been so anyhow; their history does.
    """
    questions = []
    for question in study.questions:
        style = style_of(question.figure).style
        look = Look(**{name: getattr(style, name) for name in _LOOK_OF_2})
        own = NumberStyle(
            leading_zero=question.figure.leading_zero, p_decimals=question.figure.p_decimals
        )
        numerals = settled(".", own, question.figure.house.number_style)
        figure = replace(
            question.figure,
            look=look,
            leading_zero=numerals.leading_zero,
            p_decimals=numerals.p_decimals,
        )
        questions.append(replace(question, figure=figure))
    return replace(study, questions=tuple(questions))


def _moved(nudge: Any) -> Any:  # noqa: ANN401 - whatever a file may hold
    """A comparison line that was moved up, as anything that was moved."""
    if not isinstance(nudge, dict) or not isinstance(nudge.get("pair"), dict):
        return nudge
    return {"what": {"type": "PairAt", **nudge["pair"]}, "value_mm": nudge.get("up_mm", 0.0)}
