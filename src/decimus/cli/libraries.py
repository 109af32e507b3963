"""The system libraries that the window needs, by the Debian packages that hold them.

Only the standard library is used: this runs before anything else can be relied on.
"""

from __future__ import annotations

import ctypes
import os

ALWAYS = {
    "libEGL.so.1": "libegl1",
    "libGL.so.1": "libgl1",
    "libglib-2.0.so.0": "libglib2.0-0",
    "libxkbcommon.so.0": "libxkbcommon0",
    "libdbus-1.so.3": "libdbus-1-3",
    "libfontconfig.so.1": "libfontconfig1",
    "libfreetype.so.6": "libfreetype6",
}
WITH_DISPLAY = {
    "libX11-xcb.so.1": "libx11-xcb1",
    "libxkbcommon-x11.so.0": "libxkbcommon-x11-0",
    "libxcb-cursor.so.0": "libxcb-cursor0",
    "libxcb-icccm.so.4": "libxcb-icccm4",
    "libxcb-image.so.0": "libxcb-image0",
    "libxcb-keysyms.so.1": "libxcb-keysyms1",
    "libxcb-randr.so.0": "libxcb-randr0",
    "libxcb-render-util.so.0": "libxcb-render-util0",
    "libxcb-shape.so.0": "libxcb-shape0",
    "libxcb-xkb.so.1": "libxcb-xkb1",
}


def has_display() -> bool:
    """True where a display is named."""
    return bool(os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY"))


def missing() -> dict[str, str]:
    """The libraries that cannot be loaded, with their packages."""
    wanted = ALWAYS | (WITH_DISPLAY if has_display() else {})
    found = {}
    for library, package in wanted.items():
        try:
            ctypes.CDLL(library)
        except OSError:
            found[library] = package
    return found


def install_line(packages: list[str]) -> str:
    """The line that installs packages."""
    return f"apt-get install -y --no-install-recommends {' '.join(packages)}"
