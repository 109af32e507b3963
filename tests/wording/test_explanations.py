"""Every word that can be chosen about statistics is explained, with a section that there is."""

from __future__ import annotations

from pathlib import Path

import pytest

from decimus.kinds.explanations import Explanation
from decimus.wording import explanations
from decimus.wording.letters import lettered
from decimus.wording.spans import Style

METHODS = Path(__file__).parents[2] / "docs" / "methods.md"
TABLES = {
    name: table
    for name, table in vars(explanations).items()
    if isinstance(table, dict) and name.isupper() and name not in ("_BY_KIND", "METHOD_KINDS")
}


@pytest.mark.parametrize("name", TABLES)
def test_explanations_are_short_whole_and_lead_on(name: str) -> None:
    sections = {
        line.lstrip("# ").strip()
        for line in METHODS.read_text("utf-8").splitlines()
        if line.startswith("#")
    }
    found: dict[object, Explanation] = {
        member: getattr(said, "help", said) for member, said in TABLES[name].items()
    }
    assert len({each.text for each in found.values()}) == len(found)
    for each in found.values():
        assert each.section in sections
        assert each.text.endswith(".")
        assert 1 <= each.text.count(". ") + 1 <= 4
        assert 60 <= len(each.text) <= 330


def test_letters_of_statistics_are_slanted_wherever_they_stand() -> None:
    text = (
        "F(4, 34) = 9.1, p < 0.001; n = 7; exact p by t-test; pH = 7; the p-th; W\u00a0=\u00a00.9"
    )
    italic = [span.text for span in lettered(text) if span.style is Style.ITALIC]
    assert italic == ["F", "p", "n", "p", "W"]
    assert "".join(span.text for span in lettered(text)) == text
