"""Tables torn and patched at random: a reading or one clear line, and never anything else."""

from __future__ import annotations

import random

import pytest

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.formats.delimited import table_of_text
from decimus.report.records import summary_record
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.wording.measurements.alternatives import alternatives_choice
from decimus.wording.measurements.readings import problem_sentence, reading_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import Choice, plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.methods import methods_paragraph
from tests.corpus.tables import CASES, SUMMARISED

PATCHES = (
    *("", "NA", "<0.1", "3-May", "x", "1e60", "12 mm", "5 ± 1", "-", "0", "mean", "SD", "n"),
    *("1,5", "2.5", "  ", "7", "n = 4", "dim", "(mm)", "∞", "'", "=1+1"),
)


def mangled(text: str, rng: random.Random) -> str:
    """The text with cells overwritten, rows and columns torn out or put in, or turned."""
    rows = [line.split(",") for line in text.strip("\n").replace("\t", ",").split("\n")]
    for _ in range(rng.randint(1, 5)):
        if not rows:
            break
        row = rng.randrange(len(rows))
        match rng.randint(0, 5):
            case 0 | 1 | 2:
                rows[row][rng.randrange(len(rows[row]))] = rng.choice(PATCHES)
            case 3:
                rows.pop(row)
            case 4:
                rows.insert(row, [rng.choice(PATCHES) for _ in range(rng.randint(1, 4))])
            case _:
                width = max(map(len, rows))
                filled = [line + [""] * (width - len(line)) for line in rows]
                rows = [list(column) for column in zip(*filled, strict=True)]
    return "\n".join("\t".join(row) for row in rows)


@pytest.mark.parametrize("seed", range(40))
def test_a_reading_or_one_line(seed: int) -> None:
    rng = random.Random(seed)
    text = mangled(rng.choice((*CASES, *SUMMARISED)).text, rng)
    try:
        study = BringInTable(table=table_of_text(text)).apply(Study())
    except InputError:
        return
    look(Results(study))
    if (results := Results(study)).problem is not None:
        return
    choices = [span for span in reading_sentence(results) if isinstance(span, Choice)]
    options = [*choices, alternatives_choice(results)]
    edits = [option.edit for choice in options for option in choice.options if option.edit]
    for edit in rng.sample(edits, min(3, len(edits))):
        look(Results(edit.apply(study)))


def look(results: Results) -> None:
    """Everything that is shown of a table."""
    if results.problem is not None:
        assert problem_sentence(results)
        return
    assert reading_sentence(results)
    assert caption(results)
    assert plain_text(methods_paragraph(results))
    remark_words(results)
    summary_record(results, 95)
    assert page_of(results, measure).marks
