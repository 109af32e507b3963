"""The subcommands: what they print and how they end."""

from __future__ import annotations

import argparse
import os
import sys
from collections.abc import Callable
from importlib import import_module
from pathlib import Path
from typing import TYPE_CHECKING

from decimus.cli.arguments import UsageError, parsed
from decimus.cli.read_ahead import read_ahead
from decimus.cli.streams import print_bytes, print_json, print_text, say
from decimus.errors import DecimusError, DesignError, InputError
from decimus.formats.files import in_words

if TYPE_CHECKING:
    from decimus.analysis.results import Results

DONE, UNUSABLE, WRONG_USAGE, OPEN_QUESTION = 0, 1, 2, 3


def run_command(argv: list[str]) -> int:
    """Run a subcommand and return its exit status; errors are one line each."""
    try:
        arguments = parsed(argv)
        commands: dict[str, Callable[[argparse.Namespace], int | None]] = {
            "check": _check,
            "summary": _summary,
            "compare": _compare,
            "figure": _figure,
            "report": _report,
        }
        status = commands[arguments.command](arguments)
        sys.stdout.flush()
    except SystemExit as end:  # --help and --version have printed what was asked for
        return end.code if isinstance(end.code, int) else DONE
    except UsageError as error:
        return _fail(str(error), WRONG_USAGE)
    except DecimusError as error:
        return _fail(str(error), UNUSABLE)
    except BrokenPipeError:
        # The reader has had enough; nothing is wrong, and nothing more can be said.
        status = DONE
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
    except OSError as error:
        # Files are read and written elsewhere, with messages of their own.
        return _fail(f"standard output cannot be written ({error.strerror})", UNUSABLE)
    except Exception as fault:  # noqa: BLE001 - our own fault: said in one line like any other
        what = f"{type(fault).__name__}: {fault}"
        return _fail(
            f"a fault of this program, not of the data ({what}); please report it", UNUSABLE
        )
    return status or DONE


def _fail(message: str, status: int) -> int:
    say(message)
    return status


def _results(arguments: argparse.Namespace) -> Results:
    ahead = read_ahead(arguments)
    from decimus.cli.inputs import results_from

    # Needed in any case, and loaded while the table is being read.
    import_module("decimus.report.records")
    import_module("decimus.wording.remarks.remarks")

    return results_from(arguments, ahead)


def _summary(arguments: argparse.Namespace) -> None:
    results = _results(arguments)
    # After the reading has begun, which goes on meanwhile; so in every command.
    from decimus.formats.table_writers import csv_bytes
    from decimus.report.records import summary_record, summary_rows

    level = results.question.heights.level
    if arguments.json:
        print_json(summary_record(results, level))
    elif arguments.csv:
        print_bytes(csv_bytes(summary_rows(results, level)))
    else:
        from decimus.cli.tables import summary_text

        print_text(summary_text(results))
    _tell(arguments, results)


def _compare(arguments: argparse.Namespace) -> None:
    read = _results(arguments)
    from decimus.cli.comparing import compared
    from decimus.report.records import comparison_record

    results = compared(arguments, read)
    comparison = results.comparison
    if comparison is None:
        refusal = results.refusal or DesignError("There is nothing to compare")
        raise InputError(refusal.what, where=arguments.file, remedy=refusal.remedy)
    with_pairs = arguments.pairs != "none"
    if arguments.json:
        print_json(comparison_record(results, comparison, with_pairs=with_pairs))
    else:
        from decimus.cli.tables import comparison_text

        print_text(comparison_text(results, comparison, with_pairs=with_pairs))
    _tell(arguments, results)


def _tell(arguments: argparse.Namespace, results: Results) -> None:
    """The remarks on standard error, where no list of them was printed."""
    if getattr(arguments, "json", False):
        return
    from decimus.wording.remarks.order import is_lesson, tells_of_figure, tells_of_reading
    from decimus.wording.remarks.remarks import remark_words

    sys.stdout.flush()
    is_figure = arguments.command in ("figure", "report")
    with_comparison = arguments.command in ("compare", "figure", "report")
    for remark in remark_words(results, with_comparison=with_comparison):
        is_told = tells_of_reading(remark.kind) or tells_of_figure(remark.kind)
        if is_lesson(remark.kind) or (is_figure and not is_told):
            continue
        if not is_figure and tells_of_figure(remark.kind):
            continue
        say(f"{in_words(arguments.file)}: {remark.head} {remark.why}")


def _check(arguments: argparse.Namespace) -> int:
    results = _results(arguments)
    from decimus.report.readings import check_record, check_text

    record = check_record(results)
    if arguments.json:
        print_json(record)
    else:
        print_text(check_text(record))
        _tell(arguments, results)
    return OPEN_QUESTION if record["questions"] else DONE


def _figure(arguments: argparse.Namespace) -> None:
    from decimus.cli.comparing import compared
    from decimus.cli.figure_options import drawn
    from decimus.workflows.exporting import FigureFile, check_dpi, export_figure, figure_format

    output = Path(arguments.output)
    try:
        figure_format(output)
        check_dpi(arguments.dpi)
    except InputError as error:
        raise UsageError(str(error)) from error
    results = drawn(arguments, compared(arguments, _results(arguments)))
    _tell(arguments, results)
    wanted = FigureFile(
        dpi=arguments.dpi,
        is_transparent=arguments.background == "transparent",
        is_grey=arguments.grey,
        has_outlines=arguments.svg_text == "outlines",
        carries_study=not arguments.without_study,
    )
    for line in export_figure(results, output, wanted):
        say(f"{in_words(output)}: {line}")


def _report(arguments: argparse.Namespace) -> None:
    from decimus.cli.reporting import asked
    from decimus.workflows.reporting import ReportWish, export_report, report_format

    output = Path(arguments.output)
    try:
        report_format(output)
    except InputError as error:
        raise UsageError(str(error)) from error
    every = asked(arguments, _results(arguments))
    for results in every:
        _tell(arguments, results)
        # The report says it where the results would stand; who asked for a test is told at once.
        if arguments.method != "auto" and results.refusal is not None:
            say(f"{in_words(arguments.file)}: Not compared: {results.refusal}")
    wish = ReportWish(arguments.title or "", with_sheets=not arguments.without_sheets)
    for line in export_report(every, output, wish):
        say(f"{in_words(output)}: {line}")
