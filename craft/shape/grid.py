"""A large sheet seen through a grid of pages: which pages a piece lies on."""

import re
from math import ceil, floor

import shapely
from shapely.geometry import box

from craft.frozen import Frozen
from craft.shape.path import Path
from craft.shape.region import region
from craft.shape.tolerance import SEARCHING

Cell = tuple[int, int]
"""A column and a row, counted from 0."""


class Grid(Frozen):
    """Pages of ``step_x`` by ``step_y`` mm from (0, 0), each showing ``overlap`` mm of the next one
    at its right and lower side."""

    step_x: float
    step_y: float
    overlap: float

    def corner(self, cell: Cell) -> tuple[float, float]:
        """Where the page of (column, row) begins on the sheet (mm)."""
        return (cell[0] * self.step_x, cell[1] * self.step_y)

    def covered(self, path: Path) -> set[Cell]:
        """The pages whose own part of the sheet (overlap left out) the closed path has part in.

        A page in the middle of a piece counts, though no line crosses it: it is the piece's paper.
        """
        room = region(path, SEARCHING)
        x0, y0, x1, y1 = room.bounds
        shapely.prepare(room)
        found = set()
        # Nothing is printed above or left of the sheet.
        for column in range(max(0, floor(x0 / self.step_x)), ceil((x1 + 1e-9) / self.step_x)):
            for row in range(max(0, floor(y0 / self.step_y)), ceil((y1 + 1e-9) / self.step_y)):
                x, y = self.corner((column, row))
                if room.intersects(box(x, y, x + self.step_x, y + self.step_y)):
                    found.add((column, row))
        return found


def reading_order(cell: Cell) -> Cell:
    """What sorts pages row by row, each from its left."""
    return cell[1], cell[0]


def column_name(column: int) -> str:
    """A, B, ... Z, AA for columns counted from 0.

    >>> [column_name(k) for k in (0, 25, 26)]
    ['A', 'Z', 'AA']
    """
    if column < 0:
        raise ValueError("columns are counted from 0")
    name = ""
    column += 1
    while column:
        column, rest = divmod(column - 1, 26)
        name = chr(65 + rest) + name
    return name


def code(cell: Cell) -> str:
    """The page's name: its column's letter and its row's number, as C2."""
    return f"{column_name(cell[0])}{cell[1] + 1}"


def cell_of_code(name: str) -> Cell:
    """The page of a name. Raises ValueError with what is none.

    >>> cell_of_code("C2"), cell_of_code("AA10")
    ((2, 1), (26, 9))
    """
    known = re.fullmatch(r"([A-Z]{1,2})(\d{1,3})", name)
    if known is None or int(known[2]) < 1:
        raise ValueError(name)
    column = 0
    for letter in known[1]:
        column = column * 26 + ord(letter) - 64
    return column - 1, int(known[2]) - 1


def cells_of(words: str, columns: int, rows: int) -> tuple[Cell, ...]:
    """The pages (column, row) that words name: codes with commas between, and A1–C2 for all pages from one
    to another. Raises ValueError with the code that is none of so many columns and rows.

    >>> cells_of("b2, A1-B1", 3, 2)
    ((1, 1), (0, 0), (1, 0))
    """
    found: dict[Cell, None] = {}
    for part in re.split(r"[,;]+|\s+(?![-–])(?<![-–]\s)", words.strip().upper()):
        if not part.strip():
            continue
        ends = [_cell(each.strip(), columns, rows) for each in re.split(r"[-–]", part, maxsplit=1)]
        (a, b), (c, d) = ends[0], ends[-1]
        for row in range(min(b, d), max(b, d) + 1):
            for column in range(min(a, c), max(a, c) + 1):
                found[column, row] = None
    return tuple(found)


def _cell(words: str, columns: int, rows: int) -> Cell:
    column, row = cell_of_code(words)
    if not (column < columns and row < rows):
        raise ValueError(words)
    return column, row
