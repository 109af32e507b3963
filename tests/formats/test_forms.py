"""Tables in the forms that people copy: each is the same table."""

from __future__ import annotations

import re

import pytest

from decimus.errors import TableError
from decimus.formats.delimited import table_of_text
from decimus.formats.forms import rows_of_form

ROWS = [["light", "x (g)"], ["dim", "1.50"], ["dim", "1.7"], ["sun", "2.5"]]
FORMS = {
    "records": '[{"light":"dim","x (g)":1.50},{"light":"dim","x (g)":1.7},'
    '{"light":"sun","x (g)":2.5}]',
    "columns": '{"light": ["dim", "dim", "sun"], "x (g)": [1.50, 1.7, 2.5]}',
    "in a list": '[["light", "x (g)"], ["dim", 1.50], ["dim", 1.7], ["sun", 2.5]]',
    "markdown": "| light | x (g) |\n|:------|------:|\n| dim | 1.50 |\n| dim | 1.7 |\n"
    "| sun | 2.5 |\n",
    "boxes": "┌───┬───┐\n│ light │ x (g) │\n├───┼───┤\n│ dim │ 1.50 │\n│ dim │ 1.7 │\n"
    "│ sun │ 2.5 │\n└───┴───┘\n",
    "grid": "+---+---+\n| light | x (g) |\n+===+===+\n| dim | 1.50 |\n+---+---+\n| dim | 1.7 |\n"
    "+---+---+\n| sun | 2.5 |\n+---+---+\n",
    "rules": "=====  =====\nlight  x (g)\n=====  =====\ndim    1.50\ndim    1.7\nsun    2.5\n"
    "=====  =====\n",
    "latex": "\\begin{tabular}{lr}\n\\toprule\nlight & x (g) \\\\\n\\midrule\ndim & 1.50 \\\\\n"
    "dim & $1.7$ \\\\\nsun & 2.5 \\\\ \\hline\n\\end{tabular}\n",
}


@pytest.mark.parametrize("form", FORMS)
def test_every_form_is_the_same_table(form: str) -> None:
    assert rows_of_form(FORMS[form]) == ROWS
    table = table_of_text(FORMS[form])
    assert [[table.cell(r, c) for c in range(2)] for r in range(4)] == ROWS


def test_a_list_of_names_and_numbers() -> None:
    assert rows_of_form("Oak: 3.1, 3.2, 3.4\nElm: 4.1, 4.2\n") == [
        ["Oak", "3.1", "3.2", "3.4"],
        ["Elm", "4.1", "4.2", ""],
    ]
    assert rows_of_form("Oak: 3,1; 3,2\nElm: 4,1; 4,2\n") == [
        ["Oak", "3,1", "3,2"],
        ["Elm", "4,1", "4,2"],
    ]


@pytest.mark.parametrize(
    "text",
    [
        "a,b\n1,2\n3,4\n",
        "a\tb\n1\t2\n",
        "[1, 2",
        "[mg],x\n1,2\n",
        "time: x\nplace: y\n",
        "a|b\n1|2\n",
    ],
)
def test_other_text_is_no_such_form(text: str) -> None:
    assert rows_of_form(text) is None


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ('[{"plant": "A", "mass": 1.2},\n {"plant": "A", "ma', "breaks off at line 2, column 17"),
        ('[{"plant": "A", "mass": 1.2}, {"plant" "B"}]', "cannot be read at line 1, column 40"),
        ('{"a": 1}', "not a list of records or lists, nor columns by name"),
    ],
)
def test_broken_json_is_said_to_be_json(text: str, said: str) -> None:
    """Once it was read as text between commas, of which no cell is a number."""
    with pytest.raises(TableError, match=re.escape(said)):
        rows_of_form(text)
