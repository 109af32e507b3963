"""Foreign text is only text: a walk over every widget and every output, with hostile names."""

from __future__ import annotations

import ast
import json
import sys
import xml.etree.ElementTree as ET
import zipfile
from collections.abc import Iterator
from html.parser import HTMLParser
from pathlib import Path

import pytest
from PySide6 import QtGui
from PySide6.QtCore import QAbstractItemModel, QAbstractListModel, QModelIndex, Qt
from PySide6.QtGui import QAction, QGuiApplication, QTextDocument
from PySide6.QtWidgets import (
    QAbstractButton,
    QAbstractItemView,
    QApplication,
    QFileDialog,
    QLabel,
    QMenu,
    QWidget,
)

from decimus.__main__ import run
from decimus.analysis.results import Results
from decimus.formats.delimited import written_csv
from decimus.formats.table_writers import markdown
from decimus.kinds.figure_formats import FIGURE_FORMATS
from decimus.study.edits import (
    AddTable,
    ChooseErrorBar,
    DescribeCondition,
    DescribeMaterial,
    DescribeReplicate,
    Edit,
    ExplainMissing,
    RenameLevel,
    SetValuesAside,
    WriteAxisTitle,
)
from decimus.study.history import History
from decimus.study.live_parts import Passage
from decimus.study.readings import HEADINGS, SetAside
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.terms import ErrorBar
from decimus.window.frame.places_line import PLACES
from decimus.window.main_window import MainWindow
from decimus.window.widgets.plain import PlainLabel, RichLabel, cut, menu_text, tip
from decimus.window.write_up.place import Part
from decimus.workflows.exporting import (
    TABLE_FORMATS,
    FigureFile,
    export_figure,
    export_table,
)
from decimus.workflows.opening import open_file, table_edit
from tests.trees import nodes
from tests.window.driving import Driver

IMAGE = "<img src='file:///dev/zero'>"
HOSTILE = (
    f"<b>{IMAGE}</b>",
    "R&D &amp; <a href='file:///etc/passwd'>x</a>",
    "=1+1|[x](http://x.org) `_*",
    "\x01\uffff\u202e bad",
)
"""A picture that never ends, a link and an ampersand, a formula and Markdown, no text at all."""


def hostile_table(folder: Path) -> Path:
    """A file with such a name, whose headings and row names are such names."""
    path = folder / "<img src=x> R&D.csv"
    rows = [[f"{HOSTILE[1]} id", *(f"{name} {i}" for i, name in enumerate(HOSTILE))]]
    rows += [
        [f"{HOSTILE[0]} r{r}", *(f"{10 + r * 1.3 + c * (1 + r % 3)}" for c in range(len(HOSTILE)))]
        for r in range(6)
    ]
    rows[3][2] = ""
    path.write_text(written_csv(rows), encoding="utf-8")
    return path


def hostile_edits(results: Results) -> tuple[Edit, ...]:
    """Such names for everything that can have one."""
    sheet = results.sheet
    level = results.measurements.factors[0].levels[0].text
    return (
        DescribeMaterial(material=HOSTILE[0]),
        DescribeCondition(condition=HOSTILE[1]),
        DescribeReplicate(unit_name=HOSTILE[1]),
        ExplainMissing(row=3, column=2, reason=HOSTILE[0]),
        SetValuesAside(asides=(SetAside(HOSTILE[0], row=2, column=1),), name=HOSTILE[1]),
        WriteAxisTitle(is_value_axis=True, text=HOSTILE[0]),
        RenameLevel(variable=HEADINGS, level=level, label=f"{HOSTILE[0]} & {HOSTILE[3]}"),
        ChooseErrorBar(error_bar=ErrorBar.STANDARD_ERROR),
        AddTable(table=Table.from_rows(sheet.table.rows(), HOSTILE[0])),
    )


@pytest.fixture(scope="module")
def named(tmp_path_factory: pytest.TempPathFactory) -> Results:
    """What follows from a study in which everything has such a name."""
    edit, _ = table_edit(hostile_table(tmp_path_factory.mktemp("hostile")))
    study = edit.apply(Study())
    for other in hostile_edits(Results(study))[:-1]:
        study = other.apply(study)
    return Results(study)


@pytest.fixture
def hostile(empty: Driver, tmp_path: Path) -> Driver:
    """A window in which everything that can have a name has a hostile one."""
    window = empty.window
    window.files.open_path(hostile_table(tmp_path))
    assert window.store.results.problem is None
    for edit in hostile_edits(window.store.results):
        window.store.apply(edit)
    window.store.undo()
    window.say_words(f"{HOSTILE[0]} cannot be read")
    window.part_line.show_part(
        tmp_path / HOSTILE[1].replace("/", ""), HOSTILE[0], (HOSTILE[0], HOSTILE[1])
    )
    empty.settle()
    return empty


def columns_of(model: QAbstractItemModel) -> int:
    """Of the first columns; a list has one and does not say so."""
    return 1 if isinstance(model, QAbstractListModel) else min(model.columnCount(QModelIndex()), 20)


def indexes(model: QAbstractItemModel) -> Iterator[QModelIndex]:
    for row in range(min(model.rowCount(QModelIndex()), 40)):
        for column in range(columns_of(model)):
            yield model.index(row, column)


def rendered(text: str) -> str:
    """What the interface library shows for a tool tip: it asks whether it is HTML."""
    if not QtGui.Qt.mightBeRichText(text):
        return text
    document = QTextDocument()
    document.setHtml(text)
    assert not [form for form in document.allFormats() if form.isImageFormat()]
    assert not [form for form in document.allFormats() if form.toCharFormat().isAnchor()]
    return document.toPlainText()


class _Tags(HTMLParser):
    def __init__(self) -> None:
        super().__init__()
        self.found: set[str] = set()

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:  # noqa: ARG002
        self.found.add(tag)


def tags_in(html: str) -> set[str]:
    reader = _Tags()
    reader.feed(html)
    return reader.found


OURS = {"b", "i", "span", "br", "table", "tr", "td", "qt"}


def check_widget(widget: QWidget) -> None:
    """A label is plain, or of our own tags; a tool tip renders nothing; a key is no accident."""
    tip_shown = rendered(widget.toolTip())
    assert "<qt>" not in tip_shown
    if isinstance(widget, QLabel):
        assert isinstance(widget, PlainLabel | RichLabel), widget
        if isinstance(widget, RichLabel):
            assert tags_in(widget.text()) <= OURS, widget.text()
            assert not widget.openExternalLinks()
        else:
            assert widget.textFormat() is Qt.TextFormat.PlainText
    if isinstance(widget, QAbstractButton):
        assert widget.shortcut().isEmpty(), widget.text()
    if isinstance(widget, QMenu):
        for action in widget.actions():
            check_action(action)
    if isinstance(widget, QAbstractItemView) and widget.model() is not None:
        model = widget.model()
        for index in indexes(model):
            rendered(str(model.data(index, Qt.ItemDataRole.ToolTipRole) or ""))
        for section in range(columns_of(model)):
            for role in (Qt.ItemDataRole.ToolTipRole, Qt.ItemDataRole.StatusTipRole):
                found = model.headerData(section, Qt.Orientation.Horizontal, role)
                rendered(str(found or ""))


def check_action(action: QAction) -> None:
    assert "\t" not in action.text()
    assert "&" not in action.text().replace("&&", ""), action.text()
    if action.menu() is not None:
        for inner in action.menu().actions():  # type: ignore[attr-defined]
            check_action(inner)


def walk(only: QWidget | None = None) -> int:
    """Check every widget of ours there is, or all of one; how many."""
    tops = QApplication.topLevelWidgets() if only is None else [only]
    every = [w for top in tops for w in [top, *top.findChildren(QWidget)]]
    widgets = [w for w in every if not isinstance(w.window(), QFileDialog)]
    for widget in widgets:
        check_widget(widget)
    return len(widgets)


def test_every_widget_shows_names_as_they_are(hostile: Driver) -> None:
    window = hostile.window
    for place in PLACES:
        hostile.go(place.key)
        assert walk() > 50
        for button in window.findChildren(QAbstractButton):
            opener = getattr(button, "open_menu", None)
            if opener is not None and button.isVisible():
                opener()
                hostile.settle()
                # The window below was walked through, and a menu changes nothing of it.
                walk(QApplication.activePopupWidget())
                hostile.close_popups()
    hostile.go("comparisons")
    for name in window.comparisons.panel.folds:
        window.comparisons.panel.unfold(name)
        hostile.settle()
        walk()
    window.comparisons.open_order_menu()
    walk()
    hostile.close_popups()
    window.foot.remark.click()
    hostile.settle()
    walk()
    hostile.close_popups()


def test_what_is_painted_is_the_name(hostile: Driver) -> None:
    """The label of a name shows every letter of it, none of it taken for a tag."""
    hostile.go("write_up")
    shown = hostile.window.write_up.passages[Passage.METHODS].text
    assert "<img src='file:///dev/zero'>" in shown.toPlainText().replace("\u200b", "")
    hostile.window.write_up.show_part(Part.SHEET)
    labels = hostile.window.write_up.sheet.findChildren(RichLabel)
    document = QTextDocument()
    document.setHtml(" ".join(label.text() for label in labels))
    assert "<img src='file:///dev/zero'>" in document.toPlainText().replace("\u200b", "")


def test_tips_menus_and_cuts() -> None:
    assert tip("") == ""
    assert tip("plain & simple") == "plain & simple"
    assert rendered(tip(f"a\n{IMAGE}")) == f"a\n{IMAGE}"
    assert menu_text("R&D\tx\ny") == "R&&D x y"
    assert cut("x" * 300) == "x" * 199 + "…"
    label = RichLabel(f"<b>{'x' * 500}</b> &lt;img&gt;")
    assert "&lt;img&gt;" in label.text()
    assert label.text().startswith("<b>x")
    assert len(label.text()) < 400
    assert PlainLabel("word " * 200).text() == "word " * 200
    wide = PlainLabel("x" * 89)
    wide.setWordWrap(True)
    assert wide.minimumSizeHint().width() <= 360


def test_every_copy_is_only_text(hostile: Driver) -> None:
    window = hostile.window
    hostile.go("groups")
    for is_exact in (False, True):
        window.groups.copy(is_exact=is_exact)
        mime = QGuiApplication.clipboard().mimeData()
        assert tags_in(mime.html()) <= OURS
        assert IMAGE in mime.text()
    window.groups.copy_markdown()
    assert "<" not in QGuiApplication.clipboard().text().replace("\\<", "")
    hostile.go("write_up")
    parts = window.write_up
    for part in Part:
        parts.show_part(part)
    for copied in (*parts.passages.values(), *parts.tables.tables.values(), parts.sheet):
        copied.copy()
        assert tags_in(QGuiApplication.clipboard().mimeData().html()) <= OURS | {"p", "i"}


def test_markdown_is_inert() -> None:
    row = ["a|b", "<img src=x>", "[x](y)", "http://x.org", "www.x.org", "*a* _b_ `c`", "x\ny"]
    text = markdown([["n"] * 7, row], [False] * 7)
    line = text.splitlines()[2]
    for words in ("a\\|b", "\\<img src=x\\>", "\\[x\\]", "http\\://", "www\\.x", "\\*a\\*", "x y"):
        assert words in line
    assert len(text.splitlines()) == 3


@pytest.mark.parametrize("ending", [*FIGURE_FORMATS])
def test_every_figure_file_is_whole(ending: str, named: Results, tmp_path: Path) -> None:
    path = tmp_path / f"figure.{ending}"
    export_figure(named, path, FigureFile(dpi=60))
    content = path.read_bytes()
    assert len(content) > 500
    if ending == "svg":
        root = ET.fromstring(content)  # noqa: S314 - our own file
        assert not [e for e in root.iter() if e.tag.endswith(("image", "script", "}a"))]
        assert "<img" in "".join(root.itertext())


@pytest.mark.parametrize("ending", [*TABLE_FORMATS])
def test_every_table_file_is_whole(ending: str, named: Results, tmp_path: Path) -> None:
    path = tmp_path / f"table.{ending}"
    export_table(named, path)
    if ending in ("ods", "xlsx"):
        with zipfile.ZipFile(path) as archive:
            for name in archive.namelist():
                if name.endswith(".xml") and archive.read(name):
                    ET.fromstring(archive.read(name))  # noqa: S314 - our own file
        again = table_edit(path)[0].table
        assert any("<img" in cell for row in again.rows() for cell in row)
    else:
        text = path.read_text()
        assert all(not line.startswith("=") for line in text.splitlines())


@pytest.mark.parametrize("command", [("summary",), ("summary", "--json"), ("compare", "--json")])
def test_the_command_line_prints_names_as_text(
    command: tuple[str, ...], tmp_path: Path, capfdbinary: pytest.CaptureFixture[bytes]
) -> None:
    path = hostile_table(tmp_path)
    name, *options = command
    assert run([name, str(path), *options]) == 0
    out, err = capfdbinary.readouterr()
    text = out.decode("utf-8")
    if options:
        json.loads(text)
    assert "\x01" not in text.replace("\\u0001", "")
    told = err.decode("utf-8").splitlines()
    assert all(line.startswith("decimus: ") for line in told)
    assert "\x01" not in err.decode("utf-8")


def test_labels_are_made_in_one_place() -> None:
    """A label of the library's own guesses whether its text is HTML; ours are told."""
    root = Path(sys.modules["decimus"].__file__ or "").parent / "window"
    for path in root.rglob("*.py"):
        for call in (node for node in nodes(path) if isinstance(node, ast.Call)):
            name = getattr(call.func, "id", getattr(call.func, "attr", ""))
            if path.name != "plain.py":
                assert name != "QLabel", f"{path.name}:{call.lineno}"
            if name == "setToolTip" and not isinstance(call.args[0], ast.Constant):
                inner = call.args[0]
                assert isinstance(inner, ast.Call), f"{path.name}:{call.lineno}"
                assert getattr(inner.func, "id", "") == "tip", f"{path.name}:{call.lineno}"


def test_a_window_opens_with_such_a_file(hostile: Driver, tmp_path: Path) -> None:
    """Saved and opened again: nothing that was escaped is escaped twice."""
    path = tmp_path / "a.decimus"
    assert hostile.window.store.save(path)
    again = MainWindow(open_file(path).history)
    hostile.qtbot.addWidget(again)
    assert isinstance(again.store.history, History)
    assert again.store.results.measurements.material == HOSTILE[0]
