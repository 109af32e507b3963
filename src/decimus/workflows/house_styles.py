"""House styles at hand: three that come along, those that were saved, and the one to begin with."""

from __future__ import annotations

import re
from pathlib import Path

from platformdirs import user_config_path

from decimus.errors import InputError
from decimus.formats.style_file import read_style, write_style
from decimus.study.edits import ApplyStyle
from decimus.study.history import History
from decimus.study.house_styles import HouseStyle

BUNDLED = ("paper", "slide", "poster")
_FOLDER = Path(__file__).parent.parent / "styles"
_DEFAULT = "default.json"
_NOT_IN_A_NAME = re.compile(r"[^\w.-]+")


def styles_folder() -> Path:
    """Where saved styles are kept."""
    return user_config_path("decimus") / "styles"


def saved_styles() -> tuple[HouseStyle, ...]:
    """The styles that were saved, by name; files that cannot be read are passed over."""
    found = []
    folder = styles_folder()
    for path in sorted(folder.glob("*.json")) if folder.is_dir() else ():
        try:
            found.append(read_style(path))
        except InputError:
            continue
    return tuple(sorted(found, key=lambda style: style.name.casefold()))


def all_styles() -> tuple[HouseStyle, ...]:
    """Those that come along, then those that were saved under other names."""
    ours = tuple(read_style(_FOLDER / f"{name}.json") for name in BUNDLED)
    names = {style.name for style in ours}
    return (*ours, *(style for style in saved_styles() if style.name not in names))


def style_named(text: str) -> HouseStyle:
    """The style of a name, or in a file.

    Raises:
        InputError: there is none; says which there are.
    """
    for style in all_styles():
        if style.name == text:
            return style
    path = Path(text)
    if path.suffix.lower() == ".json" or path.is_file():
        return read_style(path)
    known = ", ".join(style.name for style in all_styles())
    raise InputError(f"There is no style “{text}”", remedy=f"Name one of {known}, or a file")


def save_style(style: HouseStyle) -> Path:
    """Keep a style for other studies.

    Returns:
        Its file, to be shared.

    Raises:
        InputError: it has the name of one that comes along, or cannot be written.
    """
    if style.name in BUNDLED:
        raise InputError(
            f"“{style.name}” is a style that comes along", remedy="Choose another name"
        )
    folder = styles_folder()
    _made(folder)
    path = folder / f"{_NOT_IN_A_NAME.sub('-', style.name).strip('-.') or 'style'}.json"
    write_style(path, style)
    return path


def default_style() -> HouseStyle:
    """The style that new figures get; one without a name where none was chosen, or can be read."""
    return _default()[0]


def default_notes() -> tuple[str, ...]:
    """Why new figures do not get the style that was set, a sentence without its full stop."""
    return _default()[1]


def _default() -> tuple[HouseStyle, tuple[str, ...]]:
    path = styles_folder().parent / _DEFAULT
    if not path.is_file():
        return HouseStyle(), ()
    try:
        return read_style(path), ()
    except InputError as error:
        return HouseStyle(), (f"The style set for new figures is left out: {error}",)


def new_history() -> History:
    """Where a new study begins: empty, in the style that new figures get."""
    style = default_style()
    return History().after(ApplyStyle(style=style)) if style.name else History()


def set_default(style: HouseStyle | None) -> None:
    """Let new figures have a style, or none. Raises InputError."""
    path = styles_folder().parent / _DEFAULT
    _made(path.parent)
    if style is None:
        path.unlink(missing_ok=True)
    else:
        write_style(path, style)


def _made(folder: Path) -> None:
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        reason = error.strerror or "it cannot be made"
        raise InputError(
            f"The folder of styles is not there: {reason}", where=str(folder)
        ) from None
