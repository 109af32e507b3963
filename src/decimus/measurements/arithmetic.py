"""Our own small arithmetic for new columns: names of columns, numbers, + − × ÷, brackets.

    expression = term (("+" | "-") term)*
    term       = factor (("*" | "/") factor)*
    factor     = "-" factor | number | name | "mean" "(" expression ("," expression)* ")"
               | "(" expression ")"

A name is a heading, in quotes where it holds anything but letters, digits and "_". Nothing
else can be said, so nothing else can happen.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence

import numpy as np

from decimus.errors import ChoiceError
from decimus.measurements.cells import Floats
from decimus.values import Value

_TOKEN = re.compile(
    r"\s*(?:(?P<number>\d+(?:[.,]\d+)?(?:[eE][+-]?\d+)?)"
    r"|[\"“”](?P<quoted>[^\"“”]*)[\"“”]"
    r"|(?P<name>[^\W\d]\w*)"
    r"|(?P<sign>[-+*/(),;×÷−·]))"
)
_SAME = {"×": "*", "·": "*", "÷": "/", "−": "-", ";": ","}
_DEEPEST = 40


class _Token(Value, frozen=True):
    kind: str
    text: str


def _tokens(expression: str) -> list[_Token]:
    found: list[_Token] = []
    at = 0
    while at < len(expression.rstrip()):
        match = _TOKEN.match(expression, at)
        if match is None:
            raise ChoiceError(
                f"“{expression[at:].strip()}” cannot be understood in “{expression}”",
                remedy="Use names of columns, numbers, + - * / and brackets",
            )
        kind = match.lastgroup or ""
        text = match[kind]
        found.append(_Token("name" if kind == "quoted" else kind, _SAME.get(text, text)))
        at = match.end()
    return found


def evaluated(expression: str, column: Callable[[str], Floats]) -> Floats:
    """The value of an expression for every row; NaN where a value is missing or undefined.

    Args:
        expression: such as "after - before" or ""dry mass" / area".
        column: the numbers of a column by its name, NaN for what is no number; raises
            ChoiceError for a name that is not there.

    Raises:
        ChoiceError: the expression is none.
    """
    parser = _Parser(expression, _tokens(expression), column)
    with np.errstate(all="ignore"):
        found = parser.whole()
    return np.where(np.isfinite(found), found, np.nan)


class _Parser:
    """Reads one expression from left to right."""

    def __init__(
        self, expression: str, tokens: Sequence[_Token], column: Callable[[str], Floats]
    ) -> None:
        self._expression = expression
        self._tokens = tokens
        self._column = column
        self._at = 0
        self._depth = 0

    def whole(self) -> Floats:
        found = self._sum()
        if self._at < len(self._tokens):
            raise self._wrong()
        return np.asarray(found, float)

    def _wrong(self) -> ChoiceError:
        rest = " ".join(token.text for token in self._tokens[self._at :])
        what = f"stops making sense at “{rest}”" if rest else "ends too early"
        return ChoiceError(f"“{self._expression}” {what}", remedy="Write it such as after - before")

    def _takes(self, *signs: str) -> str:
        if self._at < len(self._tokens):
            token = self._tokens[self._at]
            if token.kind == "sign" and token.text in signs:
                self._at += 1
                return token.text
        return ""

    def _sum(self) -> Floats:
        self._depth += 1
        if self._depth > _DEEPEST:
            raise ChoiceError("There are too many brackets in it", remedy="Make it simpler")
        found = self._product()
        while sign := self._takes("+", "-"):
            other = self._product()
            found = found + other if sign == "+" else found - other
        self._depth -= 1
        return found

    def _product(self) -> Floats:
        found = self._factor()
        while sign := self._takes("*", "/"):
            other = self._factor()
            found = found * other if sign == "*" else found / other
        return found

    def _factor(self) -> Floats:
        minus = False
        while self._takes("-"):
            minus = not minus
        if self._takes("("):
            found = self._sum()
            if not self._takes(")"):
                raise self._wrong()
        else:
            found = self._single()
        return -found if minus else found

    def _single(self) -> Floats:
        if self._at >= len(self._tokens):
            raise self._wrong()
        token = self._tokens[self._at]
        if token.kind == "number":
            self._at += 1
            return np.asarray(float(token.text.replace(",", ".")))
        if token.kind != "name":
            raise self._wrong()
        self._at += 1
        if token.text.lower() in ("mean", "sum") and self._takes("("):
            return self._gathered(token.text.lower())
        return self._column(token.text)

    def _gathered(self, name: str) -> Floats:
        parts = [self._sum()]
        while self._takes(","):
            parts.append(self._sum())
        if not self._takes(")"):
            raise self._wrong()
        total = parts[0]
        for part in parts[1:]:
            total = total + part
        return total / len(parts) if name == "mean" else total
