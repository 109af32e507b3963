"""One page of a report as HTML and one as DOCX, side by side, as other programs show them.

Needs a Chromium, a LibreOffice and pdftoppm; without them the picture stays as it is.
"""

from __future__ import annotations

import shutil
import subprocess
import sys
import tempfile
from pathlib import Path

from PIL import Image

from decimus.analysis.results import Results
from decimus.examples.catalogue import example
from decimus.study import edits
from decimus.study.questions import Asked
from decimus.workflows.reporting import export_report

NEEDED = ("chromium", "soffice", "pdftoppm")
HEIGHT = 1240


def main(path: Path) -> int:
    """Write the picture."""
    missing = [name for name in NEEDED if shutil.which(name) is None]
    if missing:
        print(f"not made anew, as there is no {', '.join(missing)}: {path}")
        return 0
    history = example("duckweed").history().after(edits.AskAnother(asked=Asked(sheet=1)))
    study = history.study
    every = [Results(study, number) for number in range(len(study.questions))]
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        for ending in ("html", "docx"):
            export_report(every, folder / f"report.{ending}")
        run(
            "chromium",
            *("--headless", "--no-sandbox", "--disable-gpu", "--hide-scrollbars"),
            f"--screenshot={folder / 'html.png'}",
            f"--window-size=880,{HEIGHT}",
            (folder / "report.html").as_uri(),
        )
        run("soffice", "--headless", "--convert-to", "pdf", "--outdir", name, f"{name}/report.docx")
        run(
            "pdftoppm", "-r", "106", "-f", "1", "-l", "2", "-png", f"{name}/report.pdf", f"{name}/p"
        )
        pages = [Image.open(folder / "html.png"), *map(Image.open, sorted(folder.glob("p-*.png")))]
        sized = [page.resize((page.width * HEIGHT // page.height, HEIGHT)) for page in pages]
        width = sum(page.width for page in sized) + 16 * (len(sized) - 1)
        together = Image.new("RGB", (width, HEIGHT), "#d8d3c4")
        x = 0
        for page in sized:
            together.paste(page, (x, 0))
            x += page.width + 16
        together.resize((width * 3 // 5, HEIGHT * 3 // 5), Image.Resampling.LANCZOS).save(path)
    print(path)
    return 0


def run(*command: str) -> None:
    """Run a program of the machine."""
    subprocess.run(command, check=True, capture_output=True, timeout=120)


if __name__ == "__main__":
    sys.exit(main(Path(sys.argv[1] if len(sys.argv) > 1 else "docs/screenshots/report.png")))
