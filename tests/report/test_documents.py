"""Reports as files: read back by parsers that are not ours, with hostile names in them."""

from __future__ import annotations

import io
import itertools
import zipfile
from base64 import b64decode
from pathlib import Path
from typing import Any
from xml.etree import ElementTree as ET

import docx
import html5lib
import mammoth
import pytest
from markdown_it import MarkdownIt

from decimus.analysis.results import Results
from decimus.errors import ChoiceError, InputError
from decimus.examples.catalogue import EXAMPLES, example
from decimus.report.documents.html import html_bytes
from decimus.report.documents.markdown import markdown_bytes
from decimus.report.documents.word import word_bytes
from decimus.study import edits
from decimus.study.history import History
from decimus.study.live_parts import OwnWords, Passage
from decimus.study.questions import Asked
from decimus.study.studies import Study
from decimus.wording.spans import plain_text
from decimus.wording.write_up.passages import passage
from decimus.workflows.reporting import ReportWish, document_of, export_report
from tests.conftest import results_of
from tests.wording.paper_situations import PAPERS

HTML = "{http://www.w3.org/1999/xhtml}"
WORD = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
DRAWING = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
RELATION = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}"
VECTORS = "{http://schemas.microsoft.com/office/drawing/2016/SVG/main}"


def parsed(content: bytes) -> Any:
    """HTML by a parser that refuses whatever the standard calls an error."""
    return html5lib.HTMLParser(strict=True).parse(content, transport_encoding="utf-8")


def xml(content: bytes) -> Any:
    return ET.fromstring(content)  # noqa: S314 - our own file


def words_in(element: Any) -> str:
    return "".join(element.itertext())


def whole_study() -> Study:
    """Three questions, two of them about the same data, with notes and own words."""
    history = example("duckweed").history()
    for edit in (
        edits.AskAnother(asked=Asked(sheet=1)),
        edits.RepeatQuestion(question=1),
        edits.NoteOnStudy(text="Summer at the station."),
        edits.NoteOnGroup(levels=("4",), text="Nearest to the window."),
        edits.NoteOnCell(row=2, column=1, text="Read twice."),
        edits.WritePassage(
            which=Passage.RESULTS, pieces=(OwnWords("In *our* own words."),), question=2
        ),
    ):
        history = history.after(edit)
    return history.study


def all_results(study: Study) -> list[Results]:
    return [Results(study, number) for number in range(len(study.questions))]


@pytest.mark.parametrize("name", [one.name for one in EXAMPLES])
def test_html_is_valid_whole_and_in_order(name: str) -> None:
    results = Results(example(name).history().study)
    root = parsed(html_bytes(document_of([results])))
    assert root.get("lang") == "en"
    body = root.find(f"{HTML}body")
    headings = [e for e in body.iter() if e.tag in {f"{HTML}h{n}" for n in range(1, 7)}]
    levels = [int(e.tag[-1]) for e in headings]
    assert levels[0] == 1
    assert levels.count(1) == 1
    assert all(after - before <= 1 for before, after in itertools.pairwise(levels))
    assert all(words_in(e).strip() for e in headings)
    (image,) = body.iter(f"{HTML}img")
    assert len(image.get("alt")) > 20
    kind, _, content = image.get("src").partition(",")
    assert kind == "data:image/svg+xml;base64"
    assert xml(b64decode(content)).tag.endswith("svg")
    for table in body.iter(f"{HTML}table"):
        assert words_in(table.find(f"{HTML}caption")).startswith("Table\u00a0")
        assert all(e.get("scope") for e in table.iter(f"{HTML}th"))
        widths = {len(list(row)) for row in table.iter(f"{HTML}tr")}
        assert len(widths) == 1
    text = words_in(body)
    for which in (Passage.CAPTION, Passage.RESULTS, Passage.METHODS):
        for line in plain_text(passage(results, which)).splitlines():
            assert line in text
    # Nothing is fetched, nothing runs.
    assert not [e for e in root.iter() if e.get("href") or e.tag == f"{HTML}script"]


def test_a_word_file_has_styles_tables_captions_and_vectors() -> None:
    study = whole_study()
    content = word_bytes(document_of(all_results(study)))
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        assert archive.testzip() is None
        names = archive.namelist()
        root = xml(archive.read("word/document.xml"))
        relations = {
            r.get("Id"): r.get("Target") for r in xml(archive.read("word/_rels/document.xml.rels"))
        }
        blips = list(root.iter(f"{DRAWING}blip"))
        assert len(blips) == 3
        for blip in blips:
            picture = relations[blip.get(f"{RELATION}embed")]
            (vectors,) = blip.iter(f"{VECTORS}svgBlip")
            drawing = relations[vectors.get(f"{RELATION}embed")]
            assert f"word/{picture}".endswith(".png")
            assert archive.read(f"word/{picture}").startswith(b"\x89PNG")
            svg = xml(archive.read(f"word/{str(drawing).removeprefix('/word/')}"))
            assert svg.tag.endswith("svg")
        assert "[Content_Types].xml" in names
        fields = [e.text for e in root.iter(f"{WORD}instrText")]
        assert sum(" SEQ Figure " in (text or "") for text in fields) == 3
        assert sum(" SEQ Table " in (text or "") for text in fields) == 9
        assert len(list(root.iter(f"{WORD}tblHeader"))) == 9
    file = docx.Document(io.BytesIO(content))
    styles = [p.style.name for p in file.paragraphs if p.text.strip()]
    assert styles[0] == "Title"
    assert {"Heading 1", "Heading 2", "Caption", "Normal"} <= set(styles)
    # Saved again by the library it is the same; and another reader finds headings and tables.
    again = io.BytesIO()
    file.save(again)
    assert [p.text for p in docx.Document(again).paragraphs] == [p.text for p in file.paragraphs]
    html = mammoth.convert_to_html(io.BytesIO(content)).value
    assert html.count("<h1>") == 3
    assert html.count("<table>") >= 9
    assert "In <em>our</em> own words." in html
    assert "Nearest to the window." in html
    assert "Read twice." in html
    assert "<p>Summer at the station.</p>" in html
    alts = [e.get("descr") for e in root.iter() if e.tag.endswith("}docPr")]
    assert all((alt and "Frond area" in alt) or "Chlorophyll" in alt for alt in alts)


def test_markdown_has_its_figures_beside(tmp_path: Path) -> None:
    path = tmp_path / "a report.md"
    notes = export_report(all_results(whole_study()), path)
    assert sum("beside it" in note for note in notes) == 3
    tokens = MarkdownIt("commonmark").enable("table").parse(path.read_text("utf-8"))
    assert sum(t.type == "table_open" for t in tokens) == 9
    images = [c for t in tokens for c in t.children or () if c.type == "image"]
    for image in images:
        name = str(image.attrs["src"]).replace("%20", " ")
        assert xml((tmp_path / name).read_bytes()).tag.endswith("svg")
    assert len(images) == 3
    text = path.read_text("utf-8")
    assert "*n*\u00a0=\u00a07–8" in text, "signs that need no escape have none"


def test_figures_and_tables_are_numbered_as_in_the_study() -> None:
    document = document_of(all_results(whole_study()))
    text = words_in(parsed(html_bytes(document)))
    assert [text.count(f"Figure\u00a0{n}.") for n in (1, 2, 3, 4)] == [1, 1, 1, 0]
    assert [text.count(f"Table\u00a0{n}.") for n in (1, 9, 10)] == [1, 1, 0]


HOSTILE = (
    "<script>alert(1)</script><img src=x onerror=alert(1)>",
    '=HYPERLINK("http://example.com")',
    "../../etc/passwd {{ 7 * 7 }}{% raw %}",
    "]]></w:t><w:r>[a](javascript:alert(1)) **b** `c` | d",
    "&amp; &#x41; \u202e\u0007\ufffe",
    "# no heading",
    "1. no list",
    "x" * 10_000,
)


def hostile(name: str) -> Results:
    """A study whose every name is hostile."""
    cell = '"' + name.replace('"', '""') + '"'
    rows = [f"{cell},other", "10.1,8.2", "11.4,7.9", "9.8,9.1", "10.9,8.8"]
    return results_of(
        "\n".join(rows) + "\n",
        edits.NameVariable(variable=-1, name=name),
        edits.NameVariable(variable=-2, name=name),
        edits.ChooseUnit(variable=-1, unit=name[:60]),
        edits.DescribeMaterial(material=name),
        edits.DescribeCondition(condition=name),
        edits.NoteOnQuestion(text=name),
        edits.NoteOnStudy(text=name),
        edits.ChooseSetting(name="title", value=name[:200]),
    )


@pytest.mark.parametrize("name", HOSTILE, ids=lambda name: name[:14])
def test_hostile_names_are_only_text(name: str) -> None:
    document = document_of([hostile(name)], ReportWish(title=name))
    root = parsed(html_bytes(document))
    tags = {e.tag.removeprefix(HTML) for e in root.iter() if isinstance(e.tag, str)}
    assert not tags & {"script", "iframe", "a", "object", "w:r"}
    sources = [e.get("src") for e in root.iter() if e.get("src")]
    assert all(source.startswith("data:image/svg+xml") for source in sources)
    said = words_in(root.find(f"{HTML}body"))
    bare = "".join(sign for sign in name if sign.isprintable() and sign != "\u202e")
    assert bare[:40].strip() in said.replace("\ufffd", "").replace("\u202e", "")
    assert "49" not in said.partition("For referees")[0] or "{{ 7" not in name
    content = word_bytes(document)
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        word = xml(archive.read("word/document.xml"))
        assert all(not n.startswith(("/", "..")) for n in archive.namelist())
    assert not list(word.iter(f"{WORD}hyperlink"))
    codes = [e.text or "" for e in word.iter(f"{WORD}instrText")]
    assert all(code.startswith(" SEQ ") for code in codes)
    markdown = markdown_bytes(document, {1: "figure.svg"}).decode()
    tokens = MarkdownIt("commonmark", {"html": True}).enable("table").parse(markdown)
    inline = [c for t in tokens for c in t.children or ()]
    assert not [t for t in tokens if t.type in ("html_block", "fence", "ordered_list_open")]
    assert not [c for c in inline if c.type in ("html_inline", "link_open", "code_inline")]


@pytest.mark.parametrize("name", [*PAPERS][::14])
def test_every_situation_makes_valid_documents(name: str) -> None:
    paper = PAPERS[name]
    document = document_of([results_of(paper.table, *paper.chosen)])
    said = words_in(parsed(html_bytes(document)).find(f"{HTML}body"))
    for broken in ("None,", "nan", "{", "Ellipsis", "object at"):
        assert broken not in said
    assert docx.Document(io.BytesIO(word_bytes(document))).tables
    assert MarkdownIt("commonmark").parse(markdown_bytes(document, {1: "a.svg"}).decode())


def test_what_cannot_be_compared_is_still_reported() -> None:
    document = document_of([results_of("a,b\n1,2\n")])
    said = words_in(parsed(html_bytes(document)))
    assert "The groups were not compared: " in said


def test_what_cannot_be_written_is_said(tmp_path: Path) -> None:
    results = results_of("a,b\n1,2\n2,4\n")
    with pytest.raises(ChoiceError, match="cannot be written as"):
        export_report([results], tmp_path / "a.pdf")
    with pytest.raises(InputError):
        export_report([results], tmp_path / "none" / "a.html")
    with pytest.raises(InputError):
        export_report([Results(History().study)], tmp_path / "a.html")
    assert list(tmp_path.iterdir()) == []
