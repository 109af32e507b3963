"""The full example where there is no display: everything the window would show, as files."""

from __future__ import annotations

from pathlib import Path

from decimus.analysis.results import Results
from decimus.cli.streams import say
from decimus.cli.tables import comparison_text, summary_text
from decimus.errors import DecimusError
from decimus.study.history import History
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from decimus.workflows.exporting import export_figure
from decimus.workflows.reporting import export_report
from decimus.workflows.saving import save


def run_full_example(history: History, name: str, folder: Path) -> int:
    """Print summary, comparison and caption; write figure, report and study to `folder`."""
    results = Results(history.study)
    numbers = range(len(history.study.questions))
    every = [Results(history.study, number, results) for number in numbers]
    print(summary_text(results))
    if results.comparison is not None:
        print(f"\n{comparison_text(results, results.comparison, with_pairs=True)}")
    print(f"\n{plain_text(caption(results))}\n")
    try:
        folder.mkdir(parents=True, exist_ok=True)
        for suffix in ("png", "svg"):
            export_figure(results, folder / f"{name}.{suffix}")
        export_report(every, folder / f"{name}.html")
        save(folder / f"{name}.decimus", history, results=results)
    except OSError as error:
        say(f"{folder}: {error.strerror}")
        return 1
    except DecimusError as error:
        say(str(error))
        return 1
    for suffix in ("png", "svg", "html", "decimus"):
        print(f"written: {folder / name}.{suffix}")
    return 0
