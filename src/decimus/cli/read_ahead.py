"""A table read while the rest of the program is still being loaded."""

from __future__ import annotations

import argparse
from concurrent.futures import Future, ThreadPoolExecutor
from importlib import import_module
from pathlib import Path

from decimus.cli.arguments import UsageError
from decimus.errors import InputError
from decimus.formats.delimited import LARGE, delimiter_of
from decimus.formats.files import STUDY_SUFFIX
from decimus.formats.table_files import FoundTable, table_in
from decimus.kinds.figure_formats import CARRIER_SUFFIXES

Ahead = Future[FoundTable] | None
"""The table being read; None where none is."""


def read_ahead(arguments: argparse.Namespace) -> Ahead:
    """The table that the arguments name, being read; None for a study or standard input.

    Half of what a command takes on a large table is loading libraries, which keeps one
    core busy; the reader of tables uses the other.
    """
    delimiter = delimiter_told(arguments)
    path = Path(arguments.file)
    if arguments.file == "-" or path.suffix.lower() in (STUDY_SUFFIX, *CARRIER_SUFFIXES):
        return None
    if path.is_file() and path.stat().st_size >= LARGE:
        # Two threads that load libraries at a time stand in each other's way.
        import_module("polars")
    return ThreadPoolExecutor(1).submit(table_in, path, delimiter, arguments.sheet)


def delimiter_told(arguments: argparse.Namespace) -> str | None:
    """What is said to stand between cells. Raises UsageError."""
    if arguments.delimiter is None:
        return None
    try:
        return delimiter_of(arguments.delimiter)
    except InputError as error:
        raise UsageError(f"--delimiter: {error}") from error
