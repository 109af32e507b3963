"""How figures were written last, and where: kept for the next time."""

from __future__ import annotations

import re
from pathlib import Path

import msgspec
from platformdirs import user_state_path

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.files import write_whole
from decimus.kinds.figure_formats import FigureFormat
from decimus.wording.figure.alt_text import figure_name
from decimus.workflows.exporting import FigureFile

_LONGEST_NAME = 60
_NOT_IN_A_NAME = re.compile(r"[^\w]+")


class ExportHabits(msgspec.Struct, frozen=True):
    """What was chosen last.

    Args:
        file_format: which kind of file.
        dpi: dots per inch of pictures.
        is_transparent: whether the paper was left out.
        is_grey: whether there were greys only.
        has_outlines: whether letters of SVG were shapes.
        carries_study: whether the study went with it.
        folder: where to, "" for the folder of the study.
    """

    file_format: FigureFormat = FigureFormat.PNG
    dpi: float = 300.0
    is_transparent: bool = False
    is_grey: bool = False
    has_outlines: bool = False
    carries_study: bool = True
    folder: str = ""

    @property
    def figure_file(self) -> FigureFile:
        """The same, as a figure is written."""
        return FigureFile(
            self.dpi, self.is_transparent, self.is_grey, self.has_outlines, self.carries_study
        )


def _path() -> Path:
    return user_state_path("decimus") / "export.json"


def last_habits() -> ExportHabits:
    """What was chosen last; the usual where nothing is known, or not as we wrote it."""
    try:
        found = msgspec.json.decode(_path().read_bytes(), type=ExportHabits)
    except (OSError, msgspec.DecodeError):
        return ExportHabits()
    return found if 50 <= found.dpi <= 2400 else ExportHabits()


def keep_habits(habits: ExportHabits) -> None:
    """Remember what was chosen; where nothing can be kept, the usual comes back."""
    try:
        _path().parent.mkdir(parents=True, exist_ok=True)
        write_whole(_path(), msgspec.json.encode(habits))
    except (OSError, InputError):
        return


def proposed_name(results: Results, study: Path | None, file_format: FigureFormat) -> str:
    """A name for the file of a figure: of the study's file, and what the figure is about."""
    about = _NOT_IN_A_NAME.sub("-", figure_name(results).lower()).strip("-")[:_LONGEST_NAME]
    stem = f"{study.stem}-{about}" if study is not None else about or "figure"
    return f"{stem.strip('-')}.{file_format}"
