"""Makes docs/screenshots/kinds.png: every kind of chart from the demo studies on one sheet."""

from __future__ import annotations

import io
import sys
from pathlib import Path

from decimus.analysis.results import Results
from decimus.examples.catalogue import example
from decimus.figure.ink.files import FileLook, file_bytes
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.kinds.figure_formats import FigureFormat
from decimus.study.edits import (
    ChooseHeight,
    ChooseKind,
    ChooseLook,
    ChooseSetting,
    Edit,
    TurnFigure,
)
from decimus.study.studies import Study
from decimus.terms import ChartKind, Height, Orientation

DPI = 160
COLUMNS = 4
GAP = 14
SIDEWAYS = TurnFigure(orientation=Orientation.SIDEWAYS)
SHOWN: tuple[tuple[str, ChartKind, tuple[Edit, ...]], ...] = (
    ("duckweed", ChartKind.BARS, ()),
    ("duckweed", ChartKind.POINTS, (ChooseSetting(name="fit", value="straight"),)),
    ("duckweed-light", ChartKind.LINE, (ChooseLook(name="by_signs", value=True),)),
    ("duckweed-light", ChartKind.INTERVALS, ()),
    ("duckweed", ChartKind.BOXES, ()),
    ("duckweed", ChartKind.REPLICATES, (ChooseSetting(name="marks_mean", value=True),)),
    ("signage", ChartKind.BEFORE_AFTER, ()),
    ("signage", ChartKind.SERIES, ()),
    ("duckweed-light", ChartKind.STACKED, (ChooseHeight(height=Height.COUNT),)),
    ("duckweed", ChartKind.DIFFERENCES, ()),
    ("duckweed-light", ChartKind.BARS, (SIDEWAYS, ChooseSetting(name="counts_below", value=True))),
    ("lichen", ChartKind.POINTS, (SIDEWAYS, ChooseSetting(name="value_labels", value="height"))),
)
"""An example, a kind that shows it, and what else is chosen."""


def studies() -> list[Study]:
    """The studies of the sheet."""
    found = []
    for name, kind, more in SHOWN:
        study = example(name).edit().apply(Study())
        for edit in (ChooseKind(kind=kind), *more):
            study = edit.apply(study)
        found.append(study)
    return found


def main(path: Path) -> None:
    """Draw the sheet."""
    from PIL import Image

    pages = [page_of(Results(study), measure) for study in studies()]
    pictures = [
        Image.open(io.BytesIO(file_bytes(page, FigureFormat.PNG, FileLook(dpi=DPI))))
        for page in pages
    ]
    width = max(picture.width for picture in pictures) + GAP
    height = max(picture.height for picture in pictures) + GAP
    rows = -(-len(pictures) // COLUMNS)
    sheet = Image.new("RGB", (width * COLUMNS + GAP, height * rows + GAP), "#e6e1d5")
    for number, picture in enumerate(pictures):
        row, column = divmod(number, COLUMNS)
        sheet.paste(picture, (GAP + column * width, GAP + row * height))
    path.parent.mkdir(parents=True, exist_ok=True)
    sheet.save(path, optimize=True)
    print(path)


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else Path("docs/screenshots/kinds.png"))
