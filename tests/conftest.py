"""What all tests share."""

from __future__ import annotations

import gc
import os
import shutil
import tempfile

# What somebody has set for new figures, and work that was left unsaved, is none of the tests'.
os.environ["XDG_CONFIG_HOME"] = tempfile.mkdtemp(prefix="decimus-tests-")
os.environ["XDG_STATE_HOME"] = os.environ["XDG_CONFIG_HOME"]
os.environ["QT_QPA_PLATFORM"] = "offscreen"
# Matrices here are small; threads of several test processes would only wait for each other.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

import pytest
from hypothesis import settings
from msgspec.structs import replace

from decimus.analysis.counting import counts_of
from decimus.analysis.results import Results
from decimus.formats.delimited import table_of_text
from decimus.study.edits import BringInTable, Edit
from decimus.study.history import History
from decimus.study.studies import Study
from decimus.terms import Layout


def pytest_collection_finish() -> None:
    """What is imported stays, and what a test makes is gone with it: fewer looks for rings."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(100_000, 20, 50)


def pytest_unconfigure() -> None:
    """Leave nothing of what tests have set or left behind."""
    shutil.rmtree(os.environ["XDG_CONFIG_HOME"], ignore_errors=True)


settings.register_profile("decimus", deadline=None, max_examples=20, database=None)
settings.load_profile("decimus")

FIVE_BY_FOUR = """Salt (g/L)\t0\t1\t2\t4\t8
flask 1\t10.0\t9.5\t8.0\t6.1\t3.2
flask 2\t11.0\t10.1\t8.4\t6.9\t4.1
flask 3\t10.4\t9.0\t9.1\t7.3\t3.9
flask 4\t9.8\t9.9\t\t6.5\t3.5
"""
TWO_GROUPS = "old,new\n1.0,2.0\n2.0,4.0\n3.0,6.0\n4.0,\n"
TWO_FACTORS = """salt (g/L),light,area (mm²)
0,dim,1.0
0,dim,2.0
0,bright,3.0
0,bright,5.0
4,dim,2.0
4,dim,2.5
4,bright,6.0
4,bright,7.5
"""


def study_of(text: str, *edits: Edit) -> Study:
    """The study with a table and edits after it."""
    study = BringInTable(table=table_of_text(text, title="table")).apply(Study())
    for edit in edits:
        study = edit.apply(study)
    return study


def results_of(text: str, *edits: Edit) -> Results:
    """What follows from a table and edits after it."""
    return Results(study_of(text, *edits))


def confirmed(text: str, *edits: Edit) -> Results:
    """The same with what n counts said to be as it is taken."""
    study = study_of(text, *edits)
    results = Results(study)
    units, reading = results.measurements.units, results.sheet.reading
    if not counts_of(results).is_open:
        return results
    if units.variable is None or results.measurements.shape.pairs_by_row:
        said = replace(reading, pair_by_row=units.is_same, same_units=units.is_same)
        if results.measurements.shape.layout is not Layout.COLUMNS:
            said = replace(reading, same_units=units.is_same)
    else:
        said = replace(reading, same_units=units.is_same, is_block=units.is_block)
        if units.is_averaged:
            said = replace(said, within=units.variable)
    sheet = replace(study.sheets[0], reading=said)
    return Results(study.with_sheet(0, sheet))


@pytest.fixture
def salt_history() -> History:
    """A history with the five-by-four table brought in."""
    return History().after(BringInTable(table=table_of_text(FIVE_BY_FOUR, title="salt")))
