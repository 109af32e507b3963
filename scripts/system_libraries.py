"""Sees to the system libraries that Qt needs: installs them, or says the one line to run.

Only the standard library is used: this runs before anything can be relied on.
"""

from __future__ import annotations

import ctypes
import os
import shutil
import subprocess
import sys

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


def missing() -> list[str]:
    """Debian packages of the libraries that cannot be loaded."""
    wanted = dict(ALWAYS)
    if os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY"):
        wanted |= WITH_DISPLAY
    packages = []
    for library, package in wanted.items():
        try:
            ctypes.CDLL(library)
        except OSError:
            packages.append(package)
    return packages


def privileged() -> list[str] | None:
    """What to put before a command that needs root; None when we may not."""
    if os.geteuid() == 0:
        return []
    sudo = shutil.which("sudo")
    if (
        sudo
        and subprocess.run([sudo, "-n", "true"], capture_output=True, check=False).returncode == 0
    ):
        return [sudo, "-n"]
    return None


def main() -> int:
    """Install what is missing; 1 with the line to run when that is not possible."""
    packages = missing()
    if not packages:
        return 0
    line = f"apt-get install -y --no-install-recommends {' '.join(packages)}"
    before = privileged()
    if before is None or shutil.which("apt-get") is None:
        print(f"System libraries of Qt are missing. Run: sudo {line}", file=sys.stderr)
        return 1
    print(f"Installing system libraries of Qt: {' '.join(packages)}")
    quiet = {
        "stdout": subprocess.DEVNULL,
        "env": os.environ | {"DEBIAN_FRONTEND": "noninteractive"},
    }
    subprocess.run([*before, "apt-get", "update", "-qq"], check=False, **quiet)  # type: ignore[call-overload]
    subprocess.run([*before, *line.split()], check=False, **quiet)  # type: ignore[call-overload]
    still = missing()
    if still:
        print(f"Could not install: {' '.join(still)}. Run: sudo {line}", file=sys.stderr)
    return 1 if still else 0


if __name__ == "__main__":
    raise SystemExit(main())
