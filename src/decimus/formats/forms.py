"""Tables in the forms that people copy from notes, papers, terminals and programs.

JSON records or columns, LaTeX tabulars, tables drawn with bars, boxes and rules as in Markdown and
reStructuredText, and lists such as "Oak: 3.1, 3.2".
"""

from __future__ import annotations

import json
import re
from collections.abc import Sequence

from decimus.errors import TableError

Rows = list[list[str]]

_RULE = re.compile(r"[\s|+:=\-_─━═│┃║┌┐└┘├┤┬┴┼╔╗╚╝╠╣╦╩╬╒╕╘╛╞╡╤╧╪╭╮╰╯┏┓┗┛┣┫┳┻╋]+")
_HAS_RULE = re.compile(r"[-=_─━═]{2}|^[+|:\-\s]+$")
_BARS = str.maketrans("│┃║", "|||")
_TABULAR = re.compile(r"\\begin\{(tabular[xy*]?|longtable|array)\}(.*?)\\end\{\1\}", re.DOTALL)
_LINES_OF_LATEX = re.compile(
    r"\\(?:hline|toprule|midrule|bottomrule|endhead|endfoot)\b"
    r"|\\c(?:line|midrule)(?:\([^)]*\))?\{[^}]*\}"
)
_COMMAND = re.compile(
    r"\\(?:textbf|textit|emph|mathrm|text|textrm|multicolumn\{\d+\}\{[^}]*\})\{([^{}]*)\}"
)
_SIGNS = {"\\%": "%", "\\_": "_", "\\&": "&", "\\#": "#", "\\pm": "±", "\\times": "×", "~": " "}
_LISTED = re.compile(r"\s*([^:]{1,60}?)\s*:\s*([-+−–]?[\d.,].*)")
_FEWEST = 2
_STARTS_JSON = re.compile(r"[\[{]\s*(?:[\[{]|\"[^\"\n]*\"\s*:)")
_AS_JSON = 'Write it as [{"group": "A", "value": 1.2}, …], or save the table as CSV'


def rows_of_form(text: str) -> Rows | None:
    """The rows of a table in one of these forms; None for delimited text.

    Raises:
        TableError: it is JSON that is cut off, broken or no table.
    """
    start = text.lstrip("\ufeff \t\r\n")
    if start[:1] in ("[", "{") and (found := _of_json(start)) is not None:
        return found
    if _STARTS_JSON.match(start):
        raise TableError(
            "It is JSON, but not a list of records or lists, nor columns by name",
            remedy=_AS_JSON,
        )
    if "\\begin{" in text and (match := _TABULAR.search(text)) is not None:
        return _of_latex(match[2])
    lines = [line.rstrip() for line in text.splitlines() if line.strip()]
    return _ruled(lines) or _listed(lines)


def _of_json(text: str) -> Rows | None:
    try:
        # Numbers stay as they are typed, with their digits.
        found = json.loads(text, parse_float=str, parse_int=str)
    except json.JSONDecodeError as error:
        if not _STARTS_JSON.match(text):
            return None
        where = f"line {error.lineno}, column {error.colno}"
        what = "cannot be read" if text.rstrip()[-1:] in "]}" else "breaks off"
        raise TableError(f"The JSON {what} at {where}", remedy=_AS_JSON) from error
    except RecursionError:
        return None
    if isinstance(found, dict) and len(found) == 1 and isinstance(next(iter(found.values())), list):
        inner = next(iter(found.values()))
        if inner and all(isinstance(one, dict) for one in inner):
            found = inner
    if isinstance(found, dict) and found and all(isinstance(c, list) for c in found.values()):
        height = max(map(len, found.values()))
        columns = [[str(name), *map(_cell, cells)] for name, cells in found.items()]
        return [[c[r] if r < len(c) else "" for c in columns] for r in range(height + 1)]
    if isinstance(found, list) and found and all(isinstance(one, dict) for one in found):
        names = list(dict.fromkeys(name for one in found for name in one))
        return [names, *([_cell(one.get(name)) for name in names] for one in found)]
    if isinstance(found, list) and found and all(isinstance(one, list) for one in found):
        return [[_cell(cell) for cell in one] for one in found]
    return None


def _cell(value: object) -> str:
    if value is None:
        return ""
    return str(value) if isinstance(value, str | bool) else json.dumps(value)


def _of_latex(body: str) -> Rows | None:
    body = re.sub(r"^\s*(?:\[[^\]]*\])?(?:\{[^{}]*\})*\{(?:[^{}]|\{[^{}]*\})*\}", "", body, count=1)
    body = re.sub(r"(?<!\\)%.*", "", body)
    rows = []
    for line in re.split(r"\\\\(?:\[[^\]]*\])?|\\tabularnewline", _LINES_OF_LATEX.sub("", body)):
        if not line.strip():
            continue
        rows.append([_plain(cell) for cell in re.split(r"(?<!\\)&", line)])
    return rows if len(rows) >= _FEWEST else None


def _plain(cell: str) -> str:
    cell = _COMMAND.sub(r"\1", " ".join(cell.split()))
    for sign, meant in _SIGNS.items():
        cell = cell.replace(sign, meant)
    return re.sub(r"[${}]", "", cell).strip()


def _ruled(lines: Sequence[str]) -> Rows | None:
    """A table with lines of dashes or the like, between bars or between spaces."""
    rules = [line for line in lines if _RULE.fullmatch(line) and _HAS_RULE.search(line)]
    rest = [line.translate(_BARS) for line in lines if line not in rules]
    if not rules or len(rest) < _FEWEST:
        return None
    if all("|" in line for line in rest):
        return [
            [cell.strip() for cell in line.strip().removeprefix("|").removesuffix("|").split("|")]
            for line in rest
        ]
    gaps = [re.split(r"\s{2,}|\t", line.strip()) for line in rest]
    if len({len(cells) for cells in gaps}) == 1 and len(gaps[0]) > 1:
        return gaps
    return None


def _listed(lines: Sequence[str]) -> Rows | None:
    """Lines such as "Oak: 3.1, 3.2, 3.4": a name and its numbers."""
    found = [_LISTED.fullmatch(line) for line in lines]
    if len(lines) < _FEWEST or not all(found):
        return None
    rows = []
    for match in found:
        if match is None:
            return None
        numbers = match[2].strip()
        sign = ";" if ";" in numbers else r",\s+|\s+" if re.search(r",\s|\s", numbers) else ","
        cells = [cell.strip(" ,") for cell in re.split(sign, numbers) if cell.strip(" ,")]
        if not all(re.fullmatch(r"[-+−–]?[\d.,]+", cell) for cell in cells):
            return None
        rows.append([match[1].strip(), *cells])
    width = max(map(len, rows))
    if width < 3 or len({row[0] for row in rows}) < len(rows):
        return None
    return [row + [""] * (width - len(row)) for row in rows]
