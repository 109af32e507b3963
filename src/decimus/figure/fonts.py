"""The bundled typefaces, by path: the same on every machine."""

from __future__ import annotations

from pathlib import Path

from decimus.figure.marks import Face

FOLDER = Path(__file__).parent / "fonts"

FIGURE_FILES = {
    Face.REGULAR: FOLDER / "SourceSans3-Regular.ttf",
    Face.ITALIC: FOLDER / "SourceSans3-It.ttf",
    Face.STRONG: FOLDER / "SourceSans3-Semibold.ttf",
    Face.STRONG_ITALIC: FOLDER / "SourceSans3-SemiboldIt.ttf",
    Face.SERIF: FOLDER / "SourceSerif4-Regular.ttf",
    Face.SERIF_ITALIC: FOLDER / "SourceSerif4-It.ttf",
    Face.SERIF_STRONG: FOLDER / "SourceSerif4-Semibold.ttf",
    Face.SERIF_STRONG_ITALIC: FOLDER / "SourceSerif4-SemiboldIt.ttf",
}

ALL_FILES = tuple(sorted(FOLDER.glob("*.ttf")))
