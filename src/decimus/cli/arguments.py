"""The arguments of the program."""

from __future__ import annotations

import argparse
from collections.abc import Sequence
from functools import cache
from typing import TYPE_CHECKING, NoReturn

from decimus import __version__
from decimus.cli.figure_arguments import add_figure_options

if TYPE_CHECKING:
    from _typeshed import SupportsWrite


class UsageError(Exception):
    """The arguments are wrong: exit status 2 with one line."""


class Parser(argparse.ArgumentParser):
    """A parser that raises instead of printing a page."""

    def error(self, message: str) -> NoReturn:
        """Raise the one line that says what is wrong."""
        raise UsageError(f"{message} (see {self.prog} --help)")

    def _print_message(self, message: str, file: SupportsWrite[str] | None = None) -> None:
        """Print help; an output that takes none is an error like any other."""
        print(message, end="", file=file)


def parsed(argv: Sequence[str]) -> argparse.Namespace:
    """The arguments. Raises UsageError, and SystemExit where help was asked for."""
    is_figure = "figure" in argv[:1]
    return parser(is_figure=is_figure).parse_args(_with_numbers_joined(argv))


def _with_numbers_joined(argv: Sequence[str]) -> list[str]:
    """Negative numbers such as -1e-3 joined to the option before them, or they look like one."""
    found: list[str] = []
    for text in argv:
        before = found[-1] if found else ""
        is_value = text.startswith("-") and _is_number(text)
        if is_value and before.startswith("--") and "=" not in before:
            found[-1] = f"{before}={text}"
        else:
            found.append(text)
    return found


def _is_number(text: str) -> bool:
    try:
        float(text)
    except ValueError:
        return False
    return True


@cache
def parser(*, is_figure: bool = False) -> Parser:
    """The parser of everything but opening the window with a file.

    The many options of a figure are made where one is drawn only.
    """
    top = Parser(
        prog="decimus",
        description="From replicate measurements to a figure and a claim that can be trusted. "
        "Without a command it opens the window.",
        epilog="decimus [FILE] opens the window, with FILE if given.",
    )
    top.add_argument("--version", action="version", version=f"decimus {__version__}")
    commands = top.add_subparsers(dest="command", required=True, metavar="COMMAND")
    demo = commands.add_parser("demo", help="open the window with made-up data")
    demo.add_argument("name", nargs="?", default="duckweed", metavar="NAME")
    demo.add_argument("--list", action="store_true", help="list the examples")
    summary = commands.add_parser("summary", help="n, mean, SD, SE and CI of every group")
    _add_input(summary)
    form = summary.add_mutually_exclusive_group()
    form.add_argument("--json", action="store_true", help="print JSON in full precision")
    form.add_argument("--csv", action="store_true", help="print CSV in full precision")
    check = commands.add_parser("check", help="how a table is read, and how else it could be")
    _add_input(check)
    check.add_argument("--json", action="store_true", help="print JSON")
    compare = commands.add_parser("compare", help="test for differences between groups")
    _add_input(compare)
    _add_comparison(compare)
    compare.add_argument("--json", action="store_true", help="print JSON in full precision")
    figure = commands.add_parser("figure", help="draw the figure into a file")
    _add_input(figure)
    figure.add_argument(
        "-o", dest="output", required=True, metavar="OUT.{png,svg,pdf,tiff,jpg,eps}"
    )
    _add_comparison(figure)
    if is_figure:
        add_figure_options(figure)
    report = commands.add_parser("report", help="write figure, words and tables into a document")
    _add_input(report)
    report.add_argument("-o", dest="output", required=True, metavar="OUT.{html,docx,md}")
    _add_comparison(report)
    report.add_argument("--title", metavar="TEXT", help="of the document")
    report.add_argument("--style", metavar="NAME|FILE", help="a house style for all of it")
    report.add_argument(
        "--without-sheets", action="store_true", help="no referee's sheet for each question"
    )
    return top


def _level(text: str) -> float:
    from decimus.errors import ChoiceError
    from decimus.study.edits.kinds import check_level

    try:
        level = float(text.removesuffix("%").replace(",", "."))
        check_level(level)
    except ChoiceError as error:
        raise argparse.ArgumentTypeError(error.line()) from error
    except ValueError as error:
        raise argparse.ArgumentTypeError(f"“{text}” is not a level in percent") from error
    return level


def _add_input(command: argparse.ArgumentParser) -> None:
    command.add_argument("file", metavar="FILE", help="a table or a study; - for standard input")
    command.add_argument("--level", type=_level, metavar="PERCENT", help="confidence level")
    command.add_argument(
        "--question", metavar="NAME", help="the question of a study, by number or name"
    )
    reading = command.add_argument_group("reading, all detected when not given")
    reading.add_argument("--layout", choices=("columns", "rows", "long", "summarised"))
    reading.add_argument("--value", metavar="COL", help="the column of measurements")
    reading.add_argument(
        "--group", metavar="COL", action="append", help="a column of groups, or none"
    )
    reading.add_argument("--subject", metavar="COL", help="whose measurement it is; pairs values")
    reading.add_argument(
        "--each", metavar="COL", help="in each of its groups the names of subjects are others"
    )
    reading.add_argument(
        "--pair-by-row", action="store_true", help="the values of one row belong to one subject"
    )
    reading.add_argument(
        "--pair-by-column",
        action="store_true",
        help="groups in rows: the values of one column belong to one subject",
    )
    reading.add_argument(
        "--independent", action="store_true", help="names and rows are different units"
    )
    reading.add_argument(
        "--within", metavar="COL", help="the unit whose readings are averaged, or none"
    )
    reading.add_argument("--heading-rows", type=int, choices=(0, 1, 2, 3), metavar="N")
    reading.add_argument(
        "--row-names", choices=("yes", "no"), help="whether the first column names rows"
    )
    reading.add_argument(
        "--missing", metavar="NUMBER", action="append", help="a number that stands for missing ones"
    )
    reading.add_argument(
        "--split-names", metavar="COL", help="the names of units begin with those of their groups"
    )
    reading.add_argument(
        "--leave-out", metavar="COL", action="append", help="a column that counts as nothing"
    )
    reading.add_argument(
        "--marked",
        metavar="KIND=count|out",
        action="append",
        help="whether what a workbook marks counts: hidden-rows, hidden-columns, struck, noted",
    )
    reading.add_argument(
        "--frequencies",
        metavar="COL|headings",
        help="what says how often each value was found: a column, or cells under values",
    )
    reading.add_argument(
        "--with-summaries", action="store_true", help="rows and columns of means count too"
    )
    reading.add_argument("--name", metavar="NAME", help="what was measured")
    reading.add_argument("--unit", metavar="UNIT", help="its unit")
    reading.add_argument(
        "--factor-name", metavar="NAME", action="append", help="what groups differ in"
    )
    reading.add_argument("--sheet", metavar="NAME", help="the sheet of a workbook")
    reading.add_argument("--mean", metavar="COL", help="the column of means, if summarised")
    reading.add_argument("--spread", metavar="COL", help="the column beside them")
    reading.add_argument("--meaning", metavar="M", help="sd, se, margin or variance")
    reading.add_argument("--n", metavar="COL", help="the column of replicates counted")
    reading.add_argument("--delimiter", metavar="C")
    reading.add_argument("--decimal", choices=(",", "."))


def _add_comparison(command: argparse.ArgumentParser) -> None:
    command.add_argument("--method", default="auto", metavar="M", help="the test, or auto")
    command.add_argument("--reference", type=_number, metavar="X", help="a value for one group")
    command.add_argument(
        "--pairs",
        choices=("all", "control", "within", "marginal", "none"),
        help="what is compared with what",
    )
    command.add_argument(
        "--of", metavar="COL", help="the factor whose levels --pairs within or marginal compares"
    )
    command.add_argument(
        "--per-level", action="store_true", help="adjust pairs at each level of the others alone"
    )
    command.add_argument("--control", metavar="LEVEL", help="the level that is the control")
    command.add_argument("--adjust", metavar="A", help="how pairs are adjusted")
    command.add_argument("--direction", choices=("greater", "less"), help="add one-sided p values")
    command.add_argument(
        "--matters", type=_number, metavar="X", help="the smallest difference that matters"
    )
    command.add_argument("--ss-type", choices=("2", "3"), help="kind of sums of squares")


def _number(text: str) -> float:
    from decimus.errors import ChoiceError
    from decimus.wording.phrases import typed_number

    try:
        return typed_number(text, "a value")
    except ChoiceError as error:
        raise argparse.ArgumentTypeError(error.line()) from error
