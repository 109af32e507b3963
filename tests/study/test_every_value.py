"""Every edit over every value of every closed set: shown, titled, undone, saved and replayed.

A table of words that lacked a member raised only when somebody chose that member.
"""

from __future__ import annotations

import types
import typing
from collections.abc import Iterator
from enum import Enum
from functools import cache
from typing import Any

import msgspec
import pytest

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.formats.delimited import table_of_text
from decimus.formats.study_file import study_bytes, study_from_bytes
from decimus.report.records import comparison_record, summary_record
from decimus.study import edits
from decimus.study.edits import Edit, TableEdit
from decimus.study.history import History
from decimus.study.live_parts import OwnWords, Passage
from decimus.study.looks import Look
from decimus.study.number_styles import NumberStyle
from decimus.study.questions import FigureChoices
from decimus.study.readings import Reading
from decimus.study.settings import FIGURE_SETTINGS, LOOK_SETTINGS, OF_GROUPS
from decimus.study.tables import Table
from decimus.terms import Alternative, Layout, LimitRule, Statistic
from decimus.wording.comparisons.choices import comparison_sentence, refused_sentence
from decimus.wording.comparisons.reports import report_text
from decimus.wording.comparisons.sentences import result_sentence
from decimus.wording.figure.settings import figure_settings, foot_sentence
from decimus.wording.groups.lane_choices import lanes_sentence
from decimus.wording.measurements.readings import place_counts, problem_sentence, reading_sentence
from decimus.wording.measurements.sheets import strip_sentence, tables_sentence
from decimus.wording.number_choices import number_sentence
from decimus.wording.questions import question_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import Choice, Sentence, plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.paragraphs import summary_table
from decimus.wording.write_up.passages import (
    doubts,
    part_of,
    passage,
    pieces_of,
    suggested,
    write,
)
from decimus.wording.write_up.referee import referee_sheet
from decimus.wording.write_up.tables import tables_of
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS
from tests.study.test_edits import ASIDE, LOGS, ONE_OF_EACH

SUMMARISED = "Pond\tMean (mm)\tSD\tn\nA\t10.2\t1.4\t6\nB\t12.9\t1.1\t6\nC\t9.7\t0.8\t5\n"


def members(annotation: Any) -> tuple[Any, ...]:
    """The values of a closed set: of an enum, of a bool, and None where that may be."""
    if isinstance(annotation, type) and issubclass(annotation, Enum):
        return tuple(annotation)
    if annotation is bool:
        return (False, True)
    if isinstance(annotation, types.UnionType) or typing.get_origin(annotation) is typing.Union:
        inner = [members(a) for a in typing.get_args(annotation) if a is not types.NoneType]
        closed = tuple(value for values in inner for value in values)
        return (*closed, None) if closed else ()
    if typing.get_origin(annotation) is tuple:
        return tuple((value,) for value in members(typing.get_args(annotation)[0]))
    return ()


NUMBERS = (0.5, 2.0, 7, 4, -3.0, 150.0, "#6d4a7d", (1.5, 40.0))
"""Values tried for settings that are no closed set; those that do not fit are refused in words."""


def settings_of(edit: edits.ChooseSetting | edits.ChooseLook) -> Iterator[msgspec.Struct]:
    """Every setting of a figure, or of looks, at every value of a closed set or at some numbers."""
    is_look = isinstance(edit, edits.ChooseLook)
    record, names = (Look, LOOK_SETTINGS) if is_look else (FigureChoices, FIGURE_SETTINGS)
    hints = typing.get_type_hints(record)
    for name in names:
        of_figure = {"levels": ()} if is_look and name not in OF_GROUPS else {}
        made, remedies = [], list[str]()
        for value in (*members(hints[name]), *NUMBERS):
            plain = value.value if isinstance(value, Enum) else value
            try:
                made.append(msgspec.structs.replace(edit, name=name, value=plain, **of_figure))
            except InputError as error:
                remedies.append(error.remedy)
        assert made, name
        assert all(remedies), name
        closed = len(members(hints[name]))
        # All values of a closed set; of numbers the first that it can be.
        yield from made[: max(closed, 1)]


def number_styles() -> Iterator[msgspec.Struct]:
    """Every value of what is chosen about numbers; of decimals and floors one."""
    for name, annotation in typing.get_type_hints(NumberStyle).items():
        values = (*members(annotation), *(".", ",", 3, 0.0001))
        refused = list[str]()
        for value in values:
            plain = value.value if isinstance(value, Enum) else value
            try:
                yield edits.ChooseNumberStyle(name=name, value=plain)
            except InputError as error:
                refused.append(error.remedy)
        assert all(refused)


def variants(value: msgspec.Struct) -> Iterator[msgspec.Struct]:
    """The struct with each field of a closed set at each of its values, structs in it too."""
    if isinstance(value, edits.ChooseSetting | edits.ChooseLook):
        yield from settings_of(value)
        return
    if isinstance(value, edits.ChooseNumberStyle):
        yield from number_styles()
        return
    for name, annotation in typing.get_type_hints(type(value)).items():
        now = getattr(value, name)
        if isinstance(now, msgspec.Struct) and not isinstance(now, Table):
            others: Iterator[Any] = variants(now)
        else:
            others = iter(members(annotation))
        for other in others:
            if other != now:
                yield msgspec.structs.replace(value, **{name: other})


def test_a_closed_set_is_found_wherever_it_is() -> None:
    """The walk itself: an enum, a bool, one that may be missing, one in a tuple or a struct."""
    assert len(list(variants(edits.ChooseLayout(layout=Layout.LONG)))) == len(Layout) - 1
    assert len(list(variants(edits.ShowReplicates(is_shown=True)))) == 1
    assert len(list(variants(edits.ChooseAlternative(alternative=None)))) == len(Alternative)
    assert len(list(variants(edits.ChooseColumns(columns=())))) == len(Statistic)
    inside = {v.reading.limits for v in variants(edits.ReadAs(reading=Reading(), words="x"))}  # type: ignore[attr-defined]
    assert inside == {None, *LimitRule}


def every_value_of(edit: Edit) -> tuple[Edit, ...]:
    """The edit and its variants; what a table brings along has edits of its own."""
    if isinstance(edit, TableEdit):
        return (edit,)
    return (edit, *typing.cast("Iterator[Edit]", variants(edit)))


EVERY = [
    other
    for edit in ONE_OF_EACH
    for number, other in enumerate(every_value_of(edit))
    # What a house style says is said by edits of its own, too, each of which is here.
    if not isinstance(edit, edits.ApplyStyle) or number % 4 == 0
]
TABLES = {"long": TWO_FACTORS, "columns": FIVE_BY_FOUR, "summarised": SUMMARISED}


@cache
def base(name: str, *, is_written: bool = False) -> History:
    """A study with a bit of everything, so that every edit has something to change.

    Args:
        name: of the table.
        is_written: whether somebody has written all its texts and notes.
    """
    history = History()
    for edit in (
        edits.BringInTable(table=table_of_text(TABLES[name], title=name)),
        edits.SetValuesAside(asides=(ASIDE,)),
        *((edits.Adjust(adjustment=LOGS, words="logs"),) if name == "long" else ()),
        edits.AddTable(table=Table.from_rows((("e",), ("1",)), "spare")),
        edits.ChooseTable(sheet=0),
    ):
        history = history.after(edit)
    if not is_written:
        return history
    results = Results(history.study)
    for note in (
        edits.NoteOnStudy(text=MINE),
        edits.NoteOnQuestion(text=MINE),
        edits.NoteOnCell(row=2, column=1, text=MINE),
        edits.NoteOnGroup(levels=results.groups.shown[0].levels, text=MINE),
    ):
        history = history.after(note)
    for which in Passage:
        pieces = (*pieces_of(suggested(results, which)), OwnWords(f" {MINE}"))
        history = history.after(write(results, which, pieces))
    return history


MINE = "As I would say it."
"""What nothing but its own edit may ever take away."""
_TAKES_WORDS = (
    edits.WritePassage,
    edits.BackToSuggestion,
    edits.NoteOnStudy,
    edits.NoteOnQuestion,
    edits.NoteOnGroup,
    edits.NoteOnCell,
    edits.RemoveQuestion,
    edits.BringInTable,
)


@cache
def shown_base(name: str, *, is_written: bool) -> Results:
    """What follows from that study, all of it made."""
    results = Results(base(name, is_written=is_written).study)
    show(results)
    return results


def show(results: Results) -> list[object]:
    """Everything that is said and drawn about results; a refusal is a way of showing, too."""
    found: list[object] = []
    sentences = [tables_sentence(results)]
    if results.problem is not None:
        sentences.append(problem_sentence(results))
    else:
        found.append(place_counts(results))
        sentences.append(question_sentence(results))
        sentences += [reading_sentence(results), number_sentence(results)]
        sentences += [lanes_sentence(results), strip_sentence(results)]
        found += show_figure(results)
        found.append(methods_paragraph(results))
        found.append(summary_table(results))
        if results.question.words.passages:
            found += write_up(results)
        found.append(summary_record(results, results.question.heights.level))
        found += [(r.head, r.why, r.kind, r.where) for r in remark_words(results)]
        if results.comparison is None:
            sentences.append(refused_sentence(results))
        else:
            sentences += [comparison_sentence(results), result_sentence(results)]
            found.append(report_text(results))
            found.append(comparison_record(results, results.comparison, with_pairs=True))
    return found + read(sentences)


def show_figure(results: Results) -> list[object]:
    """The figure and what is said about it."""
    sentences = [s.sentence for section in figure_settings(results) for s in section.settings]
    sentences += [caption(results), foot_sentence(results)]
    return [page_of(results, measure), *read(sentences)]


def read(sentences: list[Sentence]) -> list[object]:
    """What sentences say and offer."""
    found: list[object] = []
    for sentence in sentences:
        found.append(plain_text(sentence))
        for choice in (span for span in sentence if isinstance(span, Choice)):
            assert all(option.label for option in choice.options)
            found += [(o.label, o.is_current, o.why) for o in choice.options]
    return found


def write_up(results: Results) -> list[object]:
    """All that the write-up shows."""
    found: list[object] = []
    for which in Passage:
        for said in (passage(results, which), suggested(results, which)):
            found += [(span.text, span.style, part_of(span)) for span in said]
    found += [doubts(results), tables_of(results)]
    return found + [(line.about, plain_text(line.words)) for line in referee_sheet(results)]


_OF_FIGURE = (edits.ChooseSetting, edits.ChooseLook, edits.ApplyStyle)
_SETTINGS = (
    *_OF_FIGURE,
    edits.ChooseNumberStyle,
    edits.ChooseColumns,
    edits.ReadAs,
)


def _cases() -> list[tuple[Edit, str, bool]]:
    """Every edit on two tables; its other values on the first of these alone.

    Tables take turns. There all is written for every second edit, and for every sixth other value.
    """
    found = []
    for number, edit in enumerate(EVERY):
        in_turn, next_one = (list(TABLES)[(number + at) % len(TABLES)] for at in (0, 1))
        is_first = edit in ONE_OF_EACH and not isinstance(edit, _SETTINGS)
        names = (in_turn, next_one) if is_first else (in_turn,)
        is_written = number % 2 == 0 if is_first else number // len(TABLES) % 6 == 0
        found += [(edit, name, is_written and name == in_turn) for name in names]
    return found


@pytest.mark.parametrize(
    ("edit", "name", "is_written"),
    _cases(),
    ids=lambda case: (
        {True: "written", False: ""}.get(case, case)
        if isinstance(case, str | bool)
        else type(case).__name__
    ),
)
def test_every_value_is_shown_undone_saved_and_replayed(
    edit: Edit, name: str, is_written: bool
) -> None:
    before = base(name, is_written=is_written)
    assert edit.title
    try:
        after = before.after(edit)
    except InputError:
        return  # said in one line, and nothing has changed
    if after is before:
        return  # it was so already
    if is_written and not isinstance(edit, _TAKES_WORDS):
        assert msgspec.json.encode(after.study).count(MINE.encode()) >= 4 + len(Passage)
    # What is taken over from the results before is what would be made anew.
    seen = show_figure if isinstance(edit, _OF_FIGURE) else show
    taken_over = seen(Results(after.study, before=shown_base(name, is_written=is_written)))
    assert after.undone().study == before.study
    opened = study_from_bytes(study_bytes(after))
    assert opened.history.study == after.study
    assert opened.notes == ()
    assert [step.edit for step in opened.history.steps] == [step.edit for step in after.steps]
    if is_written:
        assert taken_over == seen(Results(opened.history.study))
