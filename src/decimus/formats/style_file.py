"""House styles as files: one JSON object, its fields as in docs/style.schema.json.

{"format": "decimus style", "version": 1, "name": "our lab", "look": {"text_pt": 7}, …}
"""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import msgspec
from msgspec.structs import asdict

from decimus.errors import InputError, one_line
from decimus.formats.files import read_bytes, write_whole
from decimus.study.house_styles import HouseStyle
from decimus.study.settings import LOOK_SETTINGS

FORMAT, VERSION = "decimus style", 2
_LARGEST = 1_000_000
_AT = re.compile(r"^(.*?)(?: - at `\$\.?(.*)`)?$", re.DOTALL)
_UNKNOWN = re.compile(r"Object contains unknown field `(.*)`", re.DOTALL)


class StyleFile(HouseStyle, frozen=True, forbid_unknown_fields=True, omit_defaults=False):
    """What stands in the file of a house style."""

    format: str = FORMAT
    version: int = VERSION


class _Head(msgspec.Struct, frozen=True):
    format: str = ""
    version: int = 0


def style_bytes(style: HouseStyle) -> bytes:
    """A house style as the content of its file."""
    said = {"format": FORMAT, "version": VERSION, **msgspec.to_builtins(style)}
    return msgspec.json.format(msgspec.json.encode(said), indent=2) + b"\n"


def style_from_bytes(content: bytes, where: str = "") -> HouseStyle:
    """The house style in a file.

    Args:
        content: of the file.
        where: its name, for messages.

    Raises:
        InputError: it is none; one line that says what is wrong and where.
    """
    try:
        if len(content) > _LARGEST:
            raise InputError("It is too large for a house style", where=where)
        head = msgspec.json.decode(content, type=_Head)
        if head.format != FORMAT:
            raise InputError(
                "It is no house style",
                where=where,
                remedy=f"Its first field is “format”: “{FORMAT}”",
            )
        if head.version > VERSION:
            raise InputError(
                f"It was written by a later version of Decimus (style version {head.version})",
                where=where,
                remedy="Update Decimus, or save the style there in an earlier form",
            )
        found = msgspec.json.decode(content, type=StyleFile)
    except msgspec.ValidationError as error:
        raise InputError(_said(str(error)), where=where) from None
    except (msgspec.DecodeError, RecursionError, UnicodeDecodeError):
        raise InputError("It is no house style: not written as JSON", where=where) from None
    if not found.name.strip():
        raise InputError("The house style has no name", where=where, remedy="Fill in “name”")
    parts = asdict(found)
    return HouseStyle(**{name: parts[name] for name in HouseStyle.__struct_fields__})


def _said(error: str) -> str:
    """What the library says of a field, in words."""
    match = _AT.match(error)
    what, field = (match[1], match[2] or "") if match else (error, "")
    unknown = _UNKNOWN.fullmatch(what)
    if unknown is not None:
        of = f" of {field}" if field else ""
        return f"A house style has no field “{one_line(unknown[1])[:60]}”{of}"
    words = LOOK_SETTINGS.get(field.removeprefix("look."), "")
    called = f"“{field}” ({words})" if words else f"“{field}”" if field else "the file"
    return f"The house style cannot have {called} so: {one_line(what)[:200]}"


def read_style(path: Path) -> HouseStyle:
    """The house style in a file. Raises InputError."""
    return style_from_bytes(read_bytes(path), str(path))


def write_style(path: Path, style: HouseStyle) -> None:
    """Write a house style, whole or not at all. Raises InputError."""
    write_whole(path, style_bytes(style))


def schema() -> dict[str, Any]:
    """The JSON schema of the file."""
    return msgspec.json.schema(StyleFile)
