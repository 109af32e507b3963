"""The light notation: what is written is what is set, and the data are never taken for it."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.analysis.results import Results
from decimus.figure.layout import page_of
from decimus.figure.marks import Face, Label
from decimus.figure.outlines import measure
from decimus.figure.text import Typesetter, written_runs
from decimus.notation import Piece, escaped, pieces, plain, words
from decimus.study import edits
from decimus.study.targets import Axis, AxisTitle, LevelName
from tests.conftest import results_of, study_of

TEXT = st.text(alphabet="ab *^~\\2é", max_size=30)


@pytest.mark.parametrize(
    ("text", "found"),
    [
        ("", ()),
        ("a*b", (Piece("a*b"),)),
        ("10^6", (Piece("10^6"),)),
        ("2 * 3 * 4", (Piece("2 * 3 * 4"),)),
        ("*Lemna minor*", (Piece("Lemna minor", is_italic=True),)),
        ("cm^2^", (Piece("cm"), Piece("2", level=1))),
        ("CO~2~", (Piece("CO"), Piece("2", level=-1))),
        ("*x*^2^", (Piece("x", is_italic=True), Piece("2", level=1))),
        ("*x^2^*", (Piece("x", is_italic=True), Piece("2", is_italic=True, level=1))),
        (r"\*a\*", (Piece("*a*"),)),
        ("^a b^", (Piece("^a b^"),)),
    ],
)
def test_written_words_in_pieces(text: str, found: tuple[Piece, ...]) -> None:
    assert pieces(text) == found


@given(TEXT)
def test_escaped_words_stand_for_themselves(text: str) -> None:
    assert plain(escaped(text)) == text
    assert all(not p.is_italic and not p.level for p in pieces(escaped(text)))


@given(TEXT)
def test_word_by_word_they_are_the_same(text: str) -> None:
    """Each word by itself, so that lines can break anywhere between."""
    alone = [piece for word in words(text) for piece in pieces(word)]
    whole = [(p.text.replace(" ", ""), p.is_italic, p.level) for p in pieces(text)]
    shown = [sign for text, *kind in whole for sign in ((s, *kind) for s in text)]
    assert shown == [(s, p.is_italic, p.level) for p in alone for s in p.text]
    assert plain(" ".join(words(text))) == plain(text)


def test_raised_letters_are_smaller_and_higher_and_their_line_is_as_high_as_they_are() -> None:
    type_ = Typesetter(measure, 8.0)
    runs = written_runs("m^2^ CO~2~")
    assert [run.rise > 0 for run in runs] == [False, True, False, False]
    assert [run.rise < 0 for run in runs] == [False, False, False, True]
    assert all(run.size < 1 for run in runs if run.rise)
    assert type_.extent("m^2^").ascent > type_.extent("m2").ascent
    assert type_.extent("m~2~").descent > 0
    assert type_.width_of("m^2^") < type_.width_of("m2")


def labels(results: Results, *kinds: type) -> list[Label]:
    page = page_of(results, measure)
    return [m for m in page.marks if isinstance(m, Label) and isinstance(m.target, kinds)]


def test_names_from_the_data_are_never_taken_for_it() -> None:
    names = ["a*b*c", "x^2^", "H~2~O", r"p\*"]
    results = results_of("\t".join(names) + "\n1\t2\t3\t4\n2\t3\t4\t5")
    shown = labels(results, LevelName)
    assert [label.text for label in shown] == names
    assert all(len(label.runs) == 1 for label in shown)


def test_what_is_written_by_hand_is_set_and_said_without_its_signs() -> None:
    study = study_of("a\tb\n1\t2\n2\t3\n")
    variable = Results(study).groups.factors[0].factor.variable
    named = edits.RenameLevel(variable=variable, level="a", label="*Lemna* sp.").apply(study)
    named = edits.WriteAxisTitle(is_value_axis=True, text="Area (mm^2^)").apply(named)
    results = Results(named)
    first = labels(results, LevelName)[0]
    assert first.runs[0].face is Face.ITALIC
    assert results.groups.shown[0].name == "Lemna sp."
    (title,) = [m for m in labels(results, AxisTitle) if m.target == AxisTitle(Axis.VALUE)]
    assert [run.text for run in title.runs] == ["Area (mm", "2", ")"]
