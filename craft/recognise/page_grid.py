"""The grid that the pages of a file lie in: what to print of it, and in which order to tape it."""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from craft.drawing import Drawing
from craft.pattern.home_print import HomePrint
from craft.recognise.placing import Placed
from craft.shape.affine import move, move_point, translation
from craft.shape.curve import Point
from craft.shape.grid import Cell, Grid, code
from craft.shape.path import Path

EVEN = 1.0  # mm: steps that are one
LEAST = 50.0  # mm: no page shows less


@dataclass(frozen=True, slots=True)
class PageGrid:
    """``origin``: where the upper left page begins to show the sheet (mm); ``numbers``: the file's pages by
    column and row, from 1; ``upside_down``: those that show it the other way up."""

    grid: Grid
    origin: Point
    numbers: Mapping[Cell, int]
    upside_down: frozenset[Cell]
    page: tuple[float, float]

    def pages(self, line: Path) -> tuple[int, ...]:
        """The pages of the file that a piece lies on, by its line on the sheet."""
        x, y = self.origin
        cells = self.grid.covered(move(line, translation(-x, -y)))
        return tuple(sorted({self.numbers[cell] for cell in cells if cell in self.numbers}))

    def home_print(
        self, at: Mapping[int, Point], square: float | None, square_pages: tuple[int, ...], *,
        layered: bool,
    ) -> HomePrint:  # fmt: skip
        """The pages as a pattern knows them. ``at``: where each piece's own origin lies on the sheet;
        ``square``: the side of the test square (mm), ``square_pages``: the pages it is on; ``layered``:
        each size has a layer of its own."""
        x, y = self.origin
        return HomePrint(
            page=f"{self.page[0]:.0f} × {self.page[1]:.0f} mm", step_x=self.grid.step_x,
            step_y=self.grid.step_y, overlap=self.grid.overlap, square=square or 100.0,
            at={number: (px - x, py - y) for number, (px, py) in at.items()},
            upside_down=tuple(sorted(code(cell) for cell in self.upside_down)),
            file_pages={code(cell): number for cell, number in self.numbers.items()},
            square_pages=square_pages, layered=layered,
        )  # fmt: skip


def page_grid(drawing: Drawing, placed: Placed) -> PageGrid | None:
    """The grid of the pages that have a place; None for a single sheet, or pages that lie in none."""
    if len(placed.at) < 2:
        return None
    corners, turned = {}, set()
    for page, at in placed.at.items():
        wide, high = drawing.pages[page].width, drawing.pages[page].height
        ends = [move_point(corner, at) for corner in ((0.0, 0.0), (wide, high))]
        corners[page] = (min(x for x, _ in ends), min(y for _, y in ends))
        if at[0] < 0:
            turned.add(page)
    sizes = {
        (round(each.width), round(each.height))
        for k, each in enumerate(drawing.pages)
        if k in corners
    }
    columns, rows = (_steps([corner[k] for corner in corners.values()]) for k in (0, 1))
    if len(sizes) != 1 or columns is None or rows is None:
        return None
    wide, high = (
        drawing.pages[next(iter(corners))].width,
        drawing.pages[next(iter(corners))].height,
    )
    step_x, step_y = columns[1] or wide, rows[1] or high
    if min(step_x, step_y) < LEAST or step_x > wide + EVEN or step_y > high + EVEN:
        return None
    cells = {
        page: (round((x - columns[0]) / step_x), round((y - rows[0]) / step_y))
        for page, (x, y) in corners.items()
    }
    if len(set(cells.values())) != len(cells):
        return None
    return PageGrid(
        grid=Grid(step_x=step_x, step_y=step_y, overlap=0.0),
        origin=(columns[0] + (wide - step_x) / 2, rows[0] + (high - step_y) / 2),
        numbers={cell: page + 1 for page, cell in cells.items()},
        upside_down=frozenset(cells[page] for page in turned), page=(wide, high),
    )  # fmt: skip


def _steps(places: list[float]) -> tuple[float, float] | None:
    """Where a row of places begins, and how far they lie apart (0 for a single one); None where uneven."""
    kept = np.sort(places)
    rows = [kept[0]]
    for place in kept[1:]:
        if place - rows[-1] > EVEN:
            rows.append(place)
    if len(rows) == 1:
        return float(rows[0]), 0.0
    gaps = np.diff(rows)
    step = float(gaps.min())
    counts = np.round(gaps / step)
    step = float(gaps.sum() / counts.sum())
    return None if np.abs(gaps - counts * step).max() > EVEN else (float(rows[0]), step)
