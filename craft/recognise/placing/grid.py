"""Pages in rows and columns: whether they lie so, and what lies on what."""

import numpy as np

from craft.recognise.placing.placed import LEAST_STEP, LOOP
from craft.shape.affine import Affine, move_point
from craft.shape.curve import Floats
from craft.shape.grid import Cell


def on_top(a: Affine, b: Affine, wide: float, tall: float) -> bool:
    """Whether two pages lie on each other with more than a strip."""
    (ax, ay), (bx, by) = middle(a, wide, tall), middle(b, wide, tall)
    return abs(ax - bx) < LEAST_STEP * wide - 1 and abs(ay - by) < LEAST_STEP * tall - 1


def middle(at: Affine, wide: float, tall: float) -> tuple[float, float]:
    """Where the middle of a page lies on the sheet (mm)."""
    return move_point((wide / 2, tall / 2), at)


def turned_in(known: dict[Cell, float], cell: Cell) -> float | None:
    """Which way up the page of a cell (column, row) lies: as all do, as its row does, as every second row
    does; None where that cannot be told."""
    if len(set(known.values())) == 1:
        return next(iter(known.values()))
    row = {way for each, way in known.items() if each[1] == cell[1]}
    second = {way for each, way in known.items() if each[1] % 2 == cell[1] % 2}
    for same in (row, second):
        if len(same) == 1:
            return same.pop()
    return None


def grid_fit(
    middles: dict[int, tuple[float, float]],
    cell: dict[int, Cell],
    wide: float,
    tall: float,
) -> Floats | None:
    """The straight grid that pages lie on, if they do: (2, 3), from (1, column, row) to mm."""
    cells = np.array([(1.0, *cell[page]) for page in middles])
    places = np.array(list(middles.values()))
    if np.linalg.matrix_rank(cells) < cells.shape[1]:
        return None
    solved: Floats = np.linalg.lstsq(cells, places, rcond=None)[0]
    across, down = solved[1], solved[2]
    level = abs(across[1]) < LOOP and abs(down[0]) < LOOP
    steps = (
        LEAST_STEP * wide <= across[0] <= wide + LOOP
        and LEAST_STEP * tall <= down[1] <= tall + LOOP
    )
    if not level or not steps or np.abs(cells @ solved - places).max() > LOOP:
        return None
    return solved.T


def at_cell(fit: Floats, cell: Cell, sign: float, wide: float, tall: float) -> Affine:
    """Where the page of a cell lies on the grid, upright (1) or upside down (-1)."""
    x, y = (float(each) for each in fit @ np.array((1.0, *cell)))
    return (sign, 0.0, 0.0, sign, x - sign * wide / 2, y - sign * tall / 2)


def cell_at(number: int, count: int, *, by_rows: bool) -> Cell:
    """The cell of a page counted from 0 along rows of ``count`` pages, or down columns of so many.

    >>> cell_at(5, 3, by_rows=True), cell_at(5, 3, by_rows=False)
    ((2, 1), (1, 2))
    """
    line, place = divmod(number, count)
    return (place, line) if by_rows else (line, place)
