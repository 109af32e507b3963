"""Breaks the program in ways that once went unnoticed, and sees that a test notices each.

    python scripts/mutations.py [NAME-PART]

Works on a copy; prints one line for each, and ends with 1 where a break goes unnoticed.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).parents[1]


_SIGNALLED = 128


@dataclass(frozen=True)
class Break:
    """One break: what it is, where, and the tests that have to notice it."""

    name: str
    path: str
    before: str
    after: str
    tests: str


BREAKS = (
    Break(
        "tie correction of the rank-sum test removed",
        "statistics/rank_tests.py",
        "m * n / 12 * ((m + n + 1) - ties / ((m + n) * (m + n - 1)))",
        "m * n / 12 * (m + n + 1)",
        "tests/statistics/test_sides_and_ties.py",
    ),
    Break(
        "p_less and p_greater of a rank test swapped",
        "statistics/rank_tests.py",
        "return min(1.0, 2 * min(less, greater)), less, greater",
        "return min(1.0, 2 * min(less, greater)), greater, less",
        "tests/statistics/test_sides_and_ties.py",
    ),
    Break(
        "p_less of a t test swapped",
        "statistics/t_tests.py",
        "p_less=t_tail(-t, df)",
        "p_less=t_tail(t, df)",
        "tests/statistics/test_sides_and_ties.py",
    ),
    Break(
        "p_less of many t tests swapped",
        "statistics/t_tests.py",
        "p_less=tail if statistic < 0 else 1 - tail",
        "p_less=tail if statistic > 0 else 1 - tail",
        "tests/statistics/test_sides_and_ties.py",
    ),
    Break(
        "p_less of a pair swapped",
        "analysis/methods/pair_results.py",
        "p_less=test.p_less",
        "p_less=test.p_greater",
        "tests/statistics/test_sides_and_ties.py",
    ),
    Break(
        "p_less of a ranked pair swapped",
        "analysis/methods/rank_comparisons.py",
        "p_less=test.p_less",
        "p_less=test.p_greater",
        "tests/statistics/test_sides_and_ties.py",
    ),
    Break(
        "a save written straight into the file",
        "formats/files.py",
        "handle, name = tempfile.mkstemp(prefix=prefix, dir=target.parent)",
        "name = str(target)\n        handle = os.open(name, os.O_WRONLY | os.O_CREAT | os.O_TRUNC)",
        "tests/formats/test_files.py",
    ),
    Break(
        "the folder not synced",
        "formats/files.py",
        "        sync_folder(target.parent)\n",
        "",
        "tests/formats/test_files.py",
    ),
    Break(
        "the content not synced",
        "formats/files.py",
        "            os.fsync(file.fileno())\n        if not is_private",
        "        if not is_private",
        "tests/formats/test_files.py",
    ),
    Break(
        "a link replaced by a file",
        "formats/files.py",
        "target = path.resolve()",
        "target = path.absolute()",
        "tests/formats/test_files.py",
    ),
    Break(
        "unpacked size without a limit",
        "formats/archives.py",
        "if unpacked > MOST_UNPACKED or unpacked > max(_ALWAYS_FINE, _MOST_RATIO * size):",
        "if unpacked < 0:",
        "tests/formats",
    ),
    Break(
        "a part that is there twice accepted",
        "formats/archives.py",
        "if len(set(names)) < len(names):",
        "if not names:",
        "tests/formats",
    ),
    Break(
        "a later version accepted",
        "formats/study_file.py",
        "if head.version > VERSION:",
        "if head.version > VERSION + 10:",
        "tests/formats",
    ),
    Break(
        "a later version of the journal accepted",
        "workflows/sessions.py",
        "if line.version > VERSION:",
        "if line.version < 0:",
        "tests/workflows",
    ),
    Break(
        "a save not read back",
        "formats/study_file.py",
        "    _check_readable(content, history)\n",
        "",
        "tests/workflows",
    ),
    Break(
        "what was said of the row below deleted too",
        "study/edits/moves.py",
        "count < 0 and at <= row < at - count",
        "count < 0 and at <= row <= at - count",
        "tests/study",
    ),
    Break(
        "row_count not reduced",
        "study/tables.py",
        "return Table(self.title, tuple(columns), self.row_count - count)",
        "return Table(self.title, tuple(columns), self.row_count)",
        "tests/study",
    ),
    Break(
        "tables of uneven columns accepted",
        "study/tables.py",
        "if self.row_count < 0 or not is_square or (self.row_count and not self.columns):",
        "if self.row_count < 0:",
        "tests/study",
    ),
    Break(
        "a journal line not synced",
        "workflows/journal.py",
        "            file.flush()\n            os.fsync(file.fileno())\n",
        "            file.flush()\n",
        "tests/workflows",
    ),
    Break(
        "the old start dropped before the new one is written",
        "workflows/journal.py",
        "        before, number = self._start, self._number + 1\n",
        "        before, number = self._start, self._number + 1\n"
        "        if before is not None:\n"
        "            shutil.rmtree(before.folder, ignore_errors=True)\n",
        "tests/workflows",
    ),
    Break(
        "bring back discards first",
        "workflows/journal.py",
        "        self._work.put(let_go)\n",
        "        let_go()\n",
        "tests/workflows",
    ),
    Break(
        "a session discarded though nothing could be written",
        "workflows/journal.py",
        "            if self._problem is not None:\n                return\n",
        "",
        "tests/workflows",
    ),
    Break(
        "another window's study written over",
        "workflows/saving.py",
        "        _check_unchanged(known, history.study)\n",
        "        pass\n",
        "tests/workflows",
    ),
    Break(
        "another study opened over unsaved work",
        "window/files/keeping.py",
        "is_kept = not self._store.is_saved",
        "is_kept = False",
        "tests/window/test_keeping.py",
    ),
    Break(
        "a tool tip rendered",
        "window/widgets/plain.py",
        "if not QtGui.Qt.mightBeRichText(shown):",
        "if shown:",
        "tests/window/test_hostile_names.py",
    ),
    Break(
        "a label that guesses",
        "window/widgets/plain.py",
        "        self.setTextFormat(Qt.TextFormat.PlainText)\n",
        "",
        "tests/window/test_hostile_names.py",
    ),
    Break(
        "a job that fails keeps its consumer waiting",
        "window/state/jobs.py",
        "            self._tell = partial(self.failed.emit, fault_of(fault))",
        "            logged(fault)",
        "tests/window/test_keeping.py",
    ),
    Break(
        "what is read holds the window up",
        "window/state/jobs.py",
        "if job.wait(BLINK_S):",
        "if job.wait(BLINK_S) or True:",
        "tests/window/test_measurements.py",
    ),
    Break(
        "names that only count prove that units are the same",
        "measurements/facts/names.py",
        "PROVED_BITS = 13.0",
        "PROVED_BITS = -1.0",
        "tests/measurements/test_names.py",
    ),
    Break(
        "what comes close is not asked about",
        "measurements/experiments/weighing.py",
        "CLEARLY = 6.0",
        "CLEARLY = 0.0",
        "tests/measurements/test_experiments.py",
    ),
    Break(
        "a counter is a treatment like any other",
        "measurements/experiments/weighing.py",
        "(-6.0 if found.is_told_apart else -3.0)",
        "9.0",
        "tests/measurements/test_experiments.py",
    ),
    Break(
        "units that go on over groups are taken for others every day",
        "measurements/experiments/weighing.py",
        "bits -= min(against, _MOST_AGAINST_DIFFERENT)",
        "bits += min(against, _MOST_AGAINST_DIFFERENT)",
        "tests/measurements/test_experiments.py",
    ),
    Break(
        "names that count anew are said to prove what n counts",
        "analysis/counting.py",
        "Ground.OWN_ROWS,\n        )",
        "Ground.OWN_ROWS,\n            Ground.COUNTED_ANEW,\n        )",
        "tests/analysis/test_counting.py",
    ),
    Break(
        "what is taken for granted is not said beside the test",
        "wording/comparisons/reasons.py",
        'return f"{why} {upper_first(taken)}." if taken else why',
        "return why",
        "tests/analysis/test_counting.py",
    ),
    Break(
        "threads join units that are others",
        "analysis/counting_picture.py",
        "            if within:\n",
        "            if before:\n",
        "tests/analysis/test_counting.py",
    ),
    Break(
        "a line is left out on little evidence",
        "measurements/facts/sums.py",
        "LEFT_OUT_BITS = 10.0",
        "LEFT_OUT_BITS = 1.0",
        "tests/measurements/test_sums.py",
    ),
    Break(
        "a percent change forgets what it is of",
        "measurements/facts/sums.py",
        "return percent - 100, slack",
        "return percent, slack",
        "tests/measurements/test_sums.py",
    ),
    Break(
        "minutes count as seconds",
        "measurements/numbers.py",
        "60 * int(minutes)",
        "1 * int(minutes)",
        "tests/measurements/test_cells_worked_out.py",
    ),
    Break(
        "a code that was said to be missing counts",
        "measurements/assembly.py",
        "self._is_number = self._is_number & ~found",
        "self._is_number = self._is_number | found",
        "tests/measurements/test_cells_worked_out.py",
    ),
    Break(
        "an axis has no length",
        "figure/axes.py",
        "if own is not None and _LEAST_STEPS <= span / own <= _MOST_STEPS:",
        "if own is not None and span / own <= _MOST_STEPS:",
        "tests/figure/test_geometry.py",
    ),
    Break(
        "a cause of what stands on the figure is forgotten",
        "analysis/results.py",
        "            figure.comparison_marks,\n",
        "",
        "tests/analysis/test_causes.py",
    ),
    Break(
        "a title is a cause of the caption",
        "wording/figure/captions.py",
        '"value_title", ',
        "",
        "tests/analysis/test_causes.py",
    ),
    Break(
        "results of a study that has changed meanwhile are taken",
        "window/state/store.py",
        "        if worked.base is self._history:",
        "        if worked.base is not None:",
        "tests/window/test_new_data.py tests/window/test_measurements.py",
    ),
    Break(
        "a view that fails takes the others with it",
        "window/frame/guard.py",
        "        except Exception as fault:",
        "        except InputError as fault:",
        "tests/window/test_faults.py",
    ),
    Break(
        "a change that cannot be worked out is made",
        "window/state/store.py",
        "            self.refused.emit(fault_of(fault))\n            return\n",
        "            self.refused.emit(fault_of(fault))\n",
        "tests/window/test_faults.py",
    ),
    Break(
        "questions of version 1 lose their order of levels",
        "formats/migrations.py",
        '"level_orders": "orders", ',
        "",
        "tests/formats/test_study_file.py",
    ),
    Break(
        "own words do not mind that other pairs are told",
        "wording/write_up/passages.py",
        "skeleton(now) == own.basis and set(pairs_told(now)) == set(own.pairs)",
        "skeleton(now) == own.basis",
        "tests/wording/test_live_parts.py",
    ),
    Break(
        "a live part says otherwise than the suggestion it is taken from",
        "wording/groups/statistics.py",
        "return groups.plain_unit",
        'return ""',
        "tests/wording/test_live_parts.py",
    ),
    Break(
        "notes on values are lost by another reading",
        "study/edits/readings.py",
        "self.reading.cell_notes or sheet.reading.cell_notes",
        "self.reading.cell_notes",
        "tests/study/test_every_value.py",
    ),
    Break(
        "own words are lost where the question asks about another table",
        "study/edits/question_list.py",
        "name=question.name, words=words)",
        "name=question.name)",
        "tests/study/test_every_value.py",
    ),
    Break(
        "the methods do not open from an explained word",
        "window/frame/methods_window.py",
        "        if parent is not None:\n",
        "        if self._window.isAncestorOf(asked_in):\n",
        "tests/window/test_reports.py",
    ),
    Break(
        "the name of a mean counts as what was measured",
        "measurements/factors.py",
        "name = without_statistics(name)",
        "name = str(name)",
        "tests/measurements",
    ),
    Break(
        "form: a frequency counts once",
        "measurements/observing/frequencies.py",
        "np.repeat(np.arange(len(observed)), times.astype(np.int64))",
        "np.arange(len(observed))",
        "tests/measurements/test_frequencies.py",
    ),
    Break(
        "form: counted headings from 0 are replicates",
        "measurements/heads.py",
        'is not NameKind.INDEX or longest[0].strip() == "0"',
        "is not NameKind.INDEX",
        "tests/measurements/test_heads.py",
    ),
    Break(
        "form: quantities are told by size alone",
        "measurements/heads.py",
        "< len(fine):\n        return False",
        "< len(fine):\n        pass",
        "tests/measurements/test_heads.py",
    ),
    Break(
        "form: units across are different at every time",
        "measurements/replicates.py",
        "if shape.pairs_by_row or shape.heads.naming is not None:",
        "if shape.pairs_by_row:",
        "tests/measurements/test_heads.py",
    ),
    Break(
        "form: hidden rows are left out without a word",
        "analysis/doubts/by_marks.py",
        "    if rows:\n",
        "    if not rows:\n",
        "tests/formats/test_sheet_marks.py",
    ),
    Break(
        "form: marks stay where rows were inserted",
        "study/studies.py",
        "return self.source.marks if is_as_read else Marks()",
        "return self.source.marks",
        "tests/formats/test_sheet_marks.py",
    ),
    Break(
        "form: a total far from all others is judged as one of them",
        "measurements/facts/sums.py",
        "        return chance\n    if spread",
        "        pass\n    if spread",
        "tests/measurements/test_sums.py",
    ),
    Break(
        "form: SE and SD are exchanged",
        "measurements/summaries/roots.py",
        "return mean.index, sd.index, n.index",
        "return mean.index, se.index, n.index",
        "tests/measurements/test_sums.py",
    ),
    Break(
        "form: more rows keep the order in which they were pasted",
        "workflows/pasting.py",
        "                row[place] = cell\n",
        "                row[at.index(place)] = cell\n",
        "tests/workflows/test_pasting.py",
    ),
    Break(
        "form: a plan of another size is laid over a plate",
        "formats/plates.py",
        "    if {grid.size for grid in plans} != {measured[0].size}:\n        return None\n",
        "",
        "tests/formats/test_plates.py",
    ),
    Break(
        "form: sheets of the same numbers are two groups",
        "formats/workbooks.py",
        "or _are_the_same(shown)",
        "or False",
        "tests/formats/test_sheets_chosen.py",
    ),
    Break(
        "form: shares count beside percents",
        "measurements/assembly.py",
        "            others |= self._shares_among_percents(typed)\n",
        "            pass\n",
        "tests/measurements/test_quantities.py",
    ),
)


def is_noticed(tree: Path, found: Break) -> bool:
    """Break a copy of the program, run the tests, mend it."""
    path = tree / "src" / "decimus" / found.path
    text = path.read_text()
    if text.count(found.before) < 1:
        raise SystemExit(f"{found.path} no longer holds what “{found.name}” replaces")
    path.write_text(text.replace(found.before, found.after, 1))
    environment = os.environ | {"PYTHONPATH": str(tree / "src"), "QT_QPA_PLATFORM": "offscreen"}
    done = subprocess.run(
        [sys.executable, "-m", "pytest", "-x", "-q", "-n", "0", *found.tests.split()],
        cwd=tree,
        env=environment,
        capture_output=True,
        check=False,
    )
    path.write_text(text)
    # A break may also end the process itself: some names make a label read without end.
    return done.returncode == 1 or done.returncode < 0 or done.returncode >= _SIGNALLED


def main() -> int:
    """Make every break, one after the other."""
    part = sys.argv[1] if len(sys.argv) > 1 else ""
    unnoticed = 0
    with tempfile.TemporaryDirectory() as folder:
        tree = Path(folder) / "tree"
        ignored = shutil.ignore_patterns(".git", ".venv", "__pycache__")
        shutil.copytree(ROOT, tree, ignore=ignored)
        for found in BREAKS:
            if part in found.name:
                noticed = is_noticed(tree, found)
                unnoticed += not noticed
                print(f"{'noticed  ' if noticed else 'UNNOTICED'}  {found.name}", flush=True)
    return 1 if unnoticed else 0


if __name__ == "__main__":
    raise SystemExit(main())
