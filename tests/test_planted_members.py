"""A member that is planted into a closed set is stopped wherever it is forgotten, and then told of.

Each plant is made in a copy of the sources, step by step: before the last step an import names the
place that lacks it; after it, sentences are true that nobody has touched.
"""

from __future__ import annotations

import json
import math
import os
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

import decimus

SOURCES = Path(decimus.__file__).parent
TABLE = "feed,mass\n" + "".join(
    f"{feed},{mass}\n"
    for feed, masses in (
        ("hay", (1.0, 2.0, 3.0)),
        ("oats", (4.0, 5.0, 6.0)),
        ("rye", (2.0, 2.5, 4.0)),
    )
    for mass in masses
)


@pytest.fixture
def copy(tmp_path: Path) -> Path:
    """The sources, which may be changed."""
    shutil.copytree(SOURCES, tmp_path / "decimus", ignore=shutil.ignore_patterns("window"))
    return tmp_path


def plant(copy: Path, file: str, before: str, text: str) -> None:
    """Put a text before another, which stands there once."""
    path = copy / "decimus" / file
    source = path.read_text("utf-8")
    assert source.count(before) == 1, (file, source.count(before))
    path.write_text(source.replace(before, text + before), "utf-8")


def ran(copy: Path, *arguments: str) -> subprocess.CompletedProcess[str]:
    """Python with the copy."""
    return subprocess.run(
        [sys.executable, *arguments],
        check=False,
        cwd=copy,
        env=os.environ | {"PYTHONPATH": str(copy), "PYTHONDONTWRITEBYTECODE": ""},
        capture_output=True,
        text=True,
    )


def stopped_at(copy: Path, module: str) -> str:
    """What an import of a module of the copy stops with."""
    done = ran(copy, "-c", f"import decimus.{module}")
    assert done.returncode == 1, done.stdout
    return done.stderr.strip().splitlines()[-1]


STEP_UP = '''
def hochberg(p_values: Sequence[float]) -> PValues:
    """From the largest down: the i-th smallest times m − i, never rising."""
    m, adjusted, reached = len(p_values), [1.0] * len(p_values), 1.0
    order = sorted(range(m), key=p_values.__getitem__, reverse=True)
    for rank, index in enumerate(order, start=1):
        reached = min(reached, rank * p_values[index])
        adjusted[index] = reached
    return tuple(adjusted)


'''


def p_on_six(t: float) -> float:
    """Two-sided p of t with 6 df, in closed form."""
    angle = math.atan(t / math.sqrt(6))
    square = math.cos(angle) ** 2
    return 1 - math.sin(angle) * (1 + square / 2 + 3 * square**2 / 8)


def test_a_follow_up_whose_intervals_are_not_adjusted(copy: Path) -> None:
    plant(copy, "terms.py", '    BENJAMINI_HOCHBERG = "bh"', '    HOCHBERG = "hochberg"\n')
    assert stopped_at(copy, "kinds.adjustments").endswith("every Adjustment: hochberg lacking")
    plant(
        copy,
        "kinds/adjustments.py",
        "        Adjustment.BENJAMINI_HOCHBERG: AdjustmentKind(",
        """        Adjustment.HOCHBERG: AdjustmentKind(
            name="Hochberg",
            needs=Needs.P_VALUES,
            adjusts=True,
            interval_kind=IntervalKind.INDIVIDUAL,
            interval_rule=IntervalRule.EACH_AT_LEVEL,
            letter="",
            in_full="{test} adjusted after Hochberg",
            in_text="{test} adjusted after Hochberg",
            not_offered="",
            help=Explanation("Step by step from the largest p.", _SECTION),
        ),
""",
    )
    lacking = stopped_at(copy, "statistics.p_adjustments")
    assert lacking.endswith("every Adjustment: hochberg lacking")
    plant(copy, "statistics/p_adjustments.py", "Adjusted = Callable", STEP_UP)
    plant(
        copy,
        "statistics/p_adjustments.py",
        "        Adjustment.BENJAMINI_HOCHBERG: benjamini_hochberg,\n",
        "        Adjustment.HOCHBERG: hochberg,\n",
    )
    table = copy / "feed.csv"
    table.write_text(TABLE, "utf-8")
    said = ran(copy, "-m", "decimus", "compare", str(table), "--adjust", "hochberg").stdout
    assert "t-tests adjusted after Hochberg" in said
    assert "simultaneous" not in said
    assert "95\u00a0% CI" in said
    # Means 2, 5 and 17/6 on a pooled mean square of 37/36 with 6 df.
    error = math.sqrt(37 / 36 * 2 / 3)
    raw = [p_on_six(d / error) for d in (3, 13 / 6, 5 / 6)]
    done = ran(copy, "-m", "decimus", "compare", str(table), "--adjust", "hochberg", "--json")
    pairs = json.loads(done.stdout)["pairs"]
    found = sorted(pair["p_adjusted"] for pair in pairs)
    wanted = [min(3 * raw[0], 2 * raw[1], raw[2]), min(2 * raw[1], raw[2]), raw[2]]
    assert found == pytest.approx(wanted, rel=1e-9)
    assert {pair["ci"]["kind"] for pair in pairs} == {"individual"}


def test_a_check(copy: Path) -> None:
    plant(copy, "kinds/checks.py", '    MAUCHLY = "mauchly"', '    BARTLETT = "bartlett"\n')
    assert stopped_at(copy, "kinds.checks").endswith("every CheckName: bartlett lacking")
    plant(
        copy,
        "kinds/checks.py",
        "        CheckName.MAUCHLY: CheckKind(",
        """        CheckName.BARTLETT: CheckKind(
            of="Equal spread",
            title="Bartlett",
            letter="χ²",
            decimals=2,
            is_in_text=False,
            says="groups hardly vary alike",
            says_not="nothing speaks against equal spread",
            formula="χ² of the variances",
            reading="The pooled variance beside those of the groups.",
            help=Explanation("Asks whether groups vary alike.", "Checks"),
        ),
""",
    )
    assert stopped_at(copy, "analysis.checks").endswith("every CheckName: bartlett lacking")


def test_a_kind_of_file(copy: Path) -> None:
    plant(copy, "kinds/figure_formats.py", '    EPS = "eps"', '    WEBP = "webp"\n')
    assert stopped_at(copy, "kinds.figure_formats").endswith("every FigureFormat: webp lacking")
    plant(
        copy,
        "kinds/figure_formats.py",
        "        FigureFormat.EPS: FormatKind(",
        """        FigureFormat.WEBP: FormatKind(
            name="WebP",
            endings=("webp",),
            is_bitmap=True,
            has_clear=True,
            carries_study=False,
            keeps_letters=False,
        ),
""",
    )
    assert stopped_at(copy, "figure.ink.files").endswith("every FigureFormat: webp lacking")
    plant(
        copy,
        "figure/ink/files.py",
        '        FigureFormat.JPG: ("JPEG", _of_jpg),\n',
        '        FigureFormat.WEBP: ("WEBP", lambda _look, _said: {"lossless": True}),\n',
    )
    table = copy / "feed.csv"
    table.write_text(TABLE, "utf-8")
    path = copy / "feed.webp"
    done = ran(copy, "-m", "decimus", "figure", str(table), "-o", str(path))
    assert done.returncode == 0, done.stderr
    assert path.read_bytes()[8:12] == b"WEBP"
    refused = ran(copy, "-m", "decimus", "figure", str(table), "-o", str(copy / "feed.gif"))
    assert "png, svg, pdf, tiff, jpg, webp, eps" in refused.stderr
