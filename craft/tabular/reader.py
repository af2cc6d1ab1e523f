"""A CSV as rows of cells, however it was written."""

import csv
import io
from typing import NamedTuple

from craft.errors import CraftError
from craft.signs import readable

MOST_BYTES, MOST_ROWS, MOST_COLUMNS, LONGEST = 2_000_000, 1_000, 60, 4_000
# What a spreadsheet would take for a sum; nothing in a list is one.
SUMS = ("=", "+", "-", "@", "\t", "\r")
SEPARATORS = ",;\t|"


class Table(NamedTuple):
    """``headers``: what the columns are called; ``rows``: their cells, as many in each."""

    headers: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]


def read_table(data: bytes) -> Table:
    """The table in a file, its first row the headers. Raises CraftError: what is wrong with it."""
    if len(data) > MOST_BYTES:
        raise CraftError("This table is larger than 2 MB.", "file")
    text = _decoded(data)
    if "\0" in text:
        raise CraftError("This file is no table in words (CSV). Save it as CSV first.", "file")
    lines = [line for line in text.splitlines() if line.strip()]
    if not lines:
        raise CraftError("This table is empty.", "file")
    try:
        rows = [
            tuple(as_written(readable(cell)[:LONGEST]) for cell in row)
            for row in csv.reader(io.StringIO(text, newline=""), delimiter=_separator(lines))
        ]
    except csv.Error as error:
        raise CraftError("This table contradicts itself and cannot be read.", "file") from error
    rows = [row for row in rows if any(cell.strip() for cell in row)]
    if len(rows) < 2:
        raise CraftError("This table has a row of headers only, or less.", "file")
    if len(rows) > MOST_ROWS + 1:
        raise CraftError(f"This table has more than {MOST_ROWS:,} rows. Divide it.", "file")
    wide = max(len(row) for row in rows)
    if wide > MOST_COLUMNS:
        raise CraftError(f"This table has more than {MOST_COLUMNS} columns.", "file")
    whole = [(*row, *("",) * (wide - len(row))) for row in rows]
    return Table(tuple(cell.strip() for cell in whole[0]), tuple(whole[1:]))


def as_written(cell: str) -> str:
    """A cell without the apostrophe that keeps it from being taken for a sum.

    >>> as_written("'=1+1"), as_written("'twas"), as_written("it's")
    ('=1+1', "'twas", "it's")
    """
    return cell[1:] if cell[:1] == "'" and cell[1:].startswith(SUMS) else cell


def _decoded(data: bytes) -> str:
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        return data.decode("utf-16", "replace")
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        return data.decode("cp1252", "replace")


def _separator(lines: list[str]) -> str:
    """What stands between cells: the sign that the most of the first lines have alike often.

    >>> _separator(["name;width", "wool, grey;1,40"]), _separator(["name, first;width", "wool;140"])
    (';', ';')
    """
    first = lines[:20]
    counts = {sign: [line.count(sign) for line in first] for sign in SEPARATORS}
    return max(
        SEPARATORS, key=lambda sign: (counts[sign][0] > 0, min(counts[sign]), counts[sign][0])
    )
