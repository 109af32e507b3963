"""Sees to the system libraries that Qt needs: installs them, or says the one line to run.

Only the standard library is used: this runs before anything can be relied on.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1] / "src"))

from decimus.cli.libraries import install_line, missing


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
    packages = list(missing().values())
    if not packages:
        return 0
    line = install_line(packages)
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
    still = list(missing().values())
    if still:
        print(f"Could not install: {' '.join(still)}. Run: sudo {line}", file=sys.stderr)
    return 1 if still else 0


if __name__ == "__main__":
    raise SystemExit(main())
