"""The documents are true: links lead somewhere, the contract is the one in force."""

from __future__ import annotations

import re
import tomllib
from pathlib import Path

import pytest

from decimus.kinds.methods import METHOD_NAMES
from decimus.terms import Method

ROOT = Path(__file__).parents[1]
DOCUMENTS = sorted([*ROOT.glob("*.md"), *(ROOT / "docs").glob("*.md")])


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda path: path.name)
def test_links_lead_to_files(document: Path) -> None:
    for target in re.findall(r"\]\(([^)#:]+)\)", document.read_text(encoding="utf-8")):
        assert (document.parent / target).exists(), target


def test_every_dependency_has_its_reason() -> None:
    project = tomllib.loads((ROOT / "pyproject.toml").read_text())["project"]
    wanted = [*project["dependencies"], *project["optional-dependencies"]["dev"]]
    text = (ROOT / "ARCHITECTURE.md").read_text(encoding="utf-8")
    for requirement in wanted:
        name, version = requirement.split("==")
        assert name in text
        pinned = (ROOT / "constraints.txt").read_text().lower().replace("_", "-")
        assert f"{name.lower()}=={version}" in pinned


def test_every_method_is_in_the_methods() -> None:
    text = (ROOT / "docs" / "methods.md").read_text(encoding="utf-8").lower()
    for name in METHOD_NAMES.values():
        assert name.removesuffix("-test").lower().replace("’", "'") in text.replace("’", "'")
    assert set(METHOD_NAMES) | {Method.AUTO} == set(Method)


def test_no_machine_is_named() -> None:
    """No path of a machine and no registry host in anything that is kept."""
    for path in [*DOCUMENTS, *ROOT.glob("src/**/*.py"), *ROOT.glob("scripts/*"), ROOT / "Makefile"]:
        if path.is_file():
            text = path.read_text(encoding="utf-8")
            assert not re.search(
                r"/(home|root|work|Users)/\w|pypi\.org|files\.pythonhosted", text
            ), path
