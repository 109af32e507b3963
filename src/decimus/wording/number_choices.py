"""How numbers are written in this study, as a sentence of choices."""

from __future__ import annotations

from enum import StrEnum

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.study.edits import ChooseNumberStyle, Edit
from decimus.study.edits.numbers import NUMBER_SETTINGS
from decimus.study.number_styles import Minus, Spaces, Thousands
from decimus.wording.phrases import typed_number
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Style, Text

WORDS: dict[str, dict[StrEnum | str | bool, str]] = {
    "decimal_sign": {".": "decimal point", ",": "decimal comma"},
    "leading_zero": {True: "p with a zero before", False: "p without a zero before"},
    "thousands": {
        Thousands.AXES: "thousands parted on axes only",
        Thousands.NONE: "thousands not parted",
        Thousands.THIN_SPACE: "thousands parted by thin spaces",
        Thousands.COMMA: "thousands parted by commas",
    },
    "minus": {Minus.MINUS: "true minus", Minus.HYPHEN: "hyphen for minus"},
    "spaces": {
        Spaces.AROUND: "spaces around signs and before %",
        Spaces.SIGNS: "spaces around signs, not before %",
        Spaces.NONE: "no spaces around signs",
    },
}
"""The values of settings that are closed sets, in words."""
_P_DECIMALS = (2, 3, 4)
_P_FLOORS = (0.01, 0.001, 0.0001, 0.00001)


def number_sentence(results: Results) -> Sentence:
    """How numbers are written in words, tables, figures and files."""
    spans: list[Span] = [Text("Numbers have a ")]
    names = ("decimal_sign", "leading_zero", "p_decimals", "p_floor", "thousands", "minus")
    for place, name in enumerate((*names, "spaces")):
        spans += [Text(", ")] if place else []
        spans.append(_choice(results, name))
    return (*spans, Text("."))


def _choice(results: Results, name: str) -> Choice:
    now, said = getattr(results.numerals, name), getattr(results.study.numbers, name)
    house = getattr(results.question.figure.house, name)

    def edit(value: bool | float | str | None) -> Edit:
        return ChooseNumberStyle(name=name, value=value)

    by = "by the house style" if house is not None else "by the rule"
    back = Option(by, edit(None), said is None)
    entries: tuple[Entry, ...] = ()
    if name in WORDS:
        words = WORDS[name]
        options = tuple(
            Option(text, edit(value.value if isinstance(value, StrEnum) else value), value == said)
            for value, text in words.items()
        )
        text = words[now]
    elif name == "p_decimals":
        options = tuple(Option(f"p with {n} decimals", edit(n), n == said) for n in _P_DECIMALS)
        text = "decimals of p by the rule" if now is None else f"p with {now} decimals"
    else:
        numerals = results.numerals
        options = tuple(
            Option(f"p down to {numerals.decimal(f'{f:.5f}'.rstrip('0'))}", edit(f), f == said)
            for f in _P_FLOORS
        )
        shown = "" if now is None else numerals.decimal(f"{now:.15f}".rstrip("0"))
        text = "down to its last decimal" if now is None else f"down to {shown}"
        entries = (Entry("another smallest p, such as 0.0005", shown, lambda t: edit(_floor(t))),)
    style = Style.ITALIC if said is not None else Style.PLAIN
    return Choice(
        f"number {name}", text, f"the {NUMBER_SETTINGS[name]}", (*options, back), entries, style
    )


def _floor(text: str) -> float:
    found = typed_number(text, "the smallest p")
    if not 1e-15 <= found <= 0.05:
        raise ChoiceError(f"“{text.strip()}” is no smallest p", remedy="Type one up to 0.05")
    return found
