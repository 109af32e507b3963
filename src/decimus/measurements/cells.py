"""Columns of cells as arrays: what every cell is, its number, which text it repeats.

A column comes in chunks of which an edit replaces one; what was found out about the
others is kept, so that a changed cell of a million costs one chunk.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from functools import lru_cache
from typing import Any, TypeGuard, cast

import numpy as np
from numpy.typing import NDArray

from decimus.measurements.numbers import CellKind, read_cell
from decimus.study.slabs import Slab, TextPiece
from decimus.study.tables import Column
from decimus.values import Value

Integers = NDArray[np.integer[Any]]
Floats = NDArray[np.float64]
Codes = NDArray[np.int8]
Booleans = NDArray[np.bool_]

KINDS = tuple(CellKind)
CODE = {kind: code for code, kind in enumerate(KINDS)}
_NUMBER, _BLANK = CODE[CellKind.NUMBER], CODE[CellKind.BLANK]
_CHUNKS_KEPT = 1024
_PIECES_KEPT = 32
_NO_UNITS: dict[int, str] = {}


class ParsedCells(Value, frozen=True, eq=False):
    """Cells of one column, from its top.

    Args:
        kinds: what each cell is, as an index into `KINDS`.
        values: the number in each cell, of a limit the one it names; NaN for others.
        decimals: digits behind the decimal sign of each number.
        units: units typed behind numbers, by row.
    """

    kinds: Codes
    values: Floats
    decimals: Codes
    units: dict[int, str]

    @property
    def is_number(self) -> Booleans:
        """Which cells are numbers."""
        return np.equal(self.kinds, _NUMBER)

    @property
    def is_filled(self) -> Booleans:
        """Which cells hold anything."""
        return np.not_equal(self.kinds, _BLANK)


def parsed_column(column: Column, decimal: str) -> ParsedCells:
    """All cells of a column, parsed with this decimal sign."""
    parts = [_parsed_run(run, decimal) for run in _runs(column)]
    if len(parts) == 1:
        return parts[0]
    if not parts:
        return _parsed_chunk((), decimal)
    units: dict[int, str] = {}
    start = 0
    for part in parts:
        units.update({start + row: unit for row, unit in part.units.items()})
        start += len(part.kinds)
    return ParsedCells(
        np.concatenate([part.kinds for part in parts]),
        np.concatenate([part.values for part in parts]),
        np.concatenate([part.decimals for part in parts]),
        units,
    )


_Run = tuple[str, ...] | tuple[TextPiece, int, int]
"""A chunk, or a stretch of a piece from one row to another."""


def _runs(column: Column) -> list[_Run]:
    """The chunks of a column; slabs that follow each other in one piece go together."""
    runs: list[_Run] = []
    piece: TextPiece | None = None
    start = end = 0
    for chunk in column:
        if isinstance(chunk, Slab) and chunk.piece is piece and chunk.start == end:
            end += len(chunk)
            continue
        if piece is not None:
            runs.append((piece, start, end))
        piece = None
        if isinstance(chunk, Slab):
            piece, start, end = chunk.piece, chunk.start, chunk.start + len(chunk)
        else:
            runs.append(chunk)
    if piece is not None:
        runs.append((piece, start, end))
    return runs


def _is_stretch(run: _Run) -> TypeGuard[tuple[TextPiece, int, int]]:
    return bool(run) and isinstance(run[0], TextPiece)


def _parsed_run(run: _Run, decimal: str) -> ParsedCells:
    if not _is_stretch(run):
        return _parsed_chunk(cast("tuple[str, ...]", run), decimal)
    piece, start, end = run
    whole = _parsed_piece(piece, decimal)
    if end - start == len(piece):
        return whole
    return ParsedCells(
        whole.kinds[start:end],
        whole.values[start:end],
        whole.decimals[start:end],
        {row - start: unit for row, unit in whole.units.items() if start <= row < end},
    )


@lru_cache(maxsize=_PIECES_KEPT)
def _parsed_piece(piece: TextPiece, decimal: str) -> ParsedCells:
    """A large column: plain numbers at one go, all other cells one by one."""
    import polars as pl

    series = bare = piece.series
    if decimal == ",":
        # A point groups thousands there: such cells are read one by one.
        has_point = series.str.contains(".", literal=True)
        pointed = series.str.replace(",", ".", literal=True)
        bare = pl.select(pl.when(~has_point).then(pointed)).to_series()
    typed, plain = pl.col("typed"), pl.col("plain")
    length, sign = typed.str.len_bytes(), typed.str.find(decimal, literal=True)
    # In one go, so that the work is shared out over the processor's cores.
    found = pl.DataFrame({"typed": series, "plain": bare}).select(
        values=plain.cast(pl.Float64, strict=False).fill_null(math.nan),
        decimals=(length - sign - 1).fill_null(0).clip(upper_bound=127).cast(pl.Int8),
        exponents=typed.str.join("").str.count_matches("[eE]").first(),
    )
    values = found["values"].to_numpy(writable=True)
    decimals = found["decimals"].to_numpy(writable=True)
    others = np.flatnonzero(~np.isfinite(values)).tolist()
    texts = series.gather(others).to_list()
    if found["exponents"][0] > sum(text.count("e") + text.count("E") for text in texts):
        has_exponent = series.str.contains("[eE]").to_numpy()
        others = np.flatnonzero(~np.isfinite(values) | has_exponent).tolist()
        texts = series.gather(others).to_list()
    kinds = np.full(len(series), _NUMBER, np.int8)
    units: dict[int, str] = {}
    for row, text in zip(others, texts, strict=True):
        cell = read_cell(text, decimal)
        kinds[row], values[row] = CODE[cell.kind], cell.value
        decimals[row] = min(cell.decimals, 127)
        if cell.unit:
            units[row] = cell.unit
    return ParsedCells(kinds, values, decimals, units)


@lru_cache(maxsize=_CHUNKS_KEPT)
def _parsed_chunk(chunk: tuple[str, ...], decimal: str) -> ParsedCells:
    return _plain_chunk(chunk, decimal) or _any_chunk(chunk, decimal)


def _plain_chunk(chunk: tuple[str, ...], decimal: str) -> ParsedCells | None:
    """A chunk of nothing but plain numbers with a point, at one go; None for any other."""
    joined = "\n".join(chunk)
    if decimal != "." or not chunk or not joined.isascii() or "_" in joined or "\r" in joined:
        return None
    try:
        values = np.fromiter(map(float, chunk), float, len(chunk))
    except ValueError:
        return None
    if not np.isfinite(values).all() or "e" in joined or "E" in joined or " " in joined:
        return None
    signs = np.frombuffer(joined.encode() + b"\n", np.uint8)
    ends = np.flatnonzero(signs == ord("\n"))
    if len(ends) != len(chunk):
        return None
    points = np.flatnonzero(signs == ord("."))
    decimals = np.zeros(len(chunk), np.int8)
    rows = np.searchsorted(ends, points)
    decimals[rows] = np.minimum(ends[rows] - points - 1, 127)
    return ParsedCells(np.full(len(chunk), _NUMBER, np.int8), values, decimals, _NO_UNITS)


def _any_chunk(chunk: tuple[str, ...], decimal: str) -> ParsedCells:
    cells = [read_cell(text, decimal) for text in chunk]
    return ParsedCells(
        np.fromiter((CODE[cell.kind] for cell in cells), np.int8, len(cells)),
        np.fromiter((cell.value for cell in cells), float, len(cells)),
        np.fromiter((min(cell.decimals, 127) for cell in cells), np.int8, len(cells)),
        {row: cell.unit for row, cell in enumerate(cells) if cell.unit},
    )


class CodedCells(Value, frozen=True, eq=False):
    """The texts of a column, each distinct one once, and which of them every cell is.

    Args:
        texts: distinct texts without the spaces around them, in order of appearance.
        codes: for every cell the index of its text.
    """

    texts: tuple[str, ...]
    codes: Integers


def coded_column(column: Column) -> CodedCells:
    """The cells of a column as codes."""
    return coded(_coded_run(run) for run in _runs(column))


def _coded_run(run: _Run) -> CodedCells:
    if not _is_stretch(run):
        return _coded_chunk(cast("tuple[str, ...]", run))
    piece, start, end = run
    whole = _coded_piece(piece)
    if end - start == len(piece):
        return whole
    return _compact(CodedCells(whole.texts, whole.codes[start:end]))


def _compact(cells: CodedCells) -> CodedCells:
    """The same cells without texts that none of them has."""
    used, first = np.unique(cells.codes, return_index=True)
    order = used[np.argsort(first)]
    lookup = np.zeros(len(cells.texts), np.int32)
    lookup[order] = np.arange(len(order), dtype=np.int32)
    return CodedCells(tuple(cells.texts[code] for code in order), lookup[cells.codes])


@lru_cache(maxsize=_PIECES_KEPT)
def _coded_piece(piece: TextPiece) -> CodedCells:
    import polars as pl

    series = piece.series
    kept = pl.Categorical(pl.Categories.random())  # counts from 0, in order of appearance
    codes = series.cast(kept).to_physical().to_numpy().astype(np.int32)
    first = np.zeros(int(codes.max()) + 1, np.int64)
    first[codes[::-1]] = np.arange(len(codes) - 1, -1, -1)
    known: dict[str, int] = {}
    own = [
        known.setdefault(text.strip(), len(known))
        for text in series.gather(first.tolist()).to_list()
    ]
    if len(known) == len(own):
        return CodedCells(tuple(known), codes)
    return CodedCells(tuple(known), np.array(own, np.int32)[codes])


def coded(parts: Iterable[CodedCells]) -> CodedCells:
    """Pieces of a column put together, with one code per text."""
    parts = list(parts)
    if len(parts) == 1 and len(set(parts[0].texts)) == len(parts[0].texts):
        return parts[0]
    known: dict[str, int] = {}
    codes = []
    for part in parts:
        own = [known.setdefault(text, len(known)) for text in part.texts]
        codes.append(np.array(own, np.int32)[part.codes] if own else part.codes)
    return CodedCells(tuple(known), np.concatenate(codes) if codes else np.zeros(0, np.int32))


@lru_cache(maxsize=_CHUNKS_KEPT)
def _coded_chunk(chunk: tuple[str, ...]) -> CodedCells:
    typed = dict.fromkeys(chunk)
    known: dict[str, int] = {}
    lookup = {text: known.setdefault(text.strip(), len(known)) for text in typed}
    codes = np.fromiter(map(lookup.__getitem__, chunk), np.int32, len(chunk))
    return CodedCells(tuple(known), codes)


def coded_texts(texts: Iterable[str]) -> CodedCells:
    """Any texts as codes."""
    return _coded_chunk(tuple(texts))
