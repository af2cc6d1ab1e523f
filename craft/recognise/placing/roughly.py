"""Pages that somebody put roughly in place, or that are guessed to lie in rows: settled by the ends of
their lines, and what hangs together with nothing by the grid that the others lie in."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import product

import numpy as np

from craft.drawing import Drawing, DrawnPage
from craft.recognise.placing.by_ends import (
    EDGE,
    FEWEST,
    SNAP,
    PageLines,
    Settled,
    page_lines,
    settled,
    votes_of,
)
from craft.recognise.placing.grid import grid_fit, middle, turned_in
from craft.recognise.placing.placed import MOST_OF, Placed
from craft.shape.affine import IDENTITY, Affine, rotation, then, translation
from craft.shape.curve import Floats
from craft.shape.grid import Cell

GOING_ON = 0.9  # of the ends at a neighbour go on there, or the pages lie wrong
STRIPS = (6.0, 18.0)  # mm: what neighbours both show, about
MOST_SHARED = 32.0  # mm
MOST_GUESSED, WIDEST = 100, 30  # pages, and of these in a row: more are a guess too many
LIKE = 0.5  # of the ends at the edge of a page its neighbour has so many there at least


def by_hand(drawing: Drawing, rough: Mapping[int, Affine], numbers: Sequence[int]) -> Placed:
    """The pages where somebody put them (mm of the page to mm of the sheet), settled; one that nothing
    holds stays where it was put."""
    lines, window = page_lines(drawing, [page for page in numbers if page in rough])
    if not lines:
        return Placed(dict(rough), "nodes", put=tuple(rough))
    tried = [settled(rough, lines, window)]
    cells = _cells_of(rough, drawing)
    if len(set(cells.values())) == len(cells):  # how far they overlap nobody needs to see
        for strip in (*STRIPS, MOST_SHARED):
            wide, tall = (window[1] - window[0] - strip).tolist()
            there = {
                page: _at(rough[page], x * wide, y * tall, drawing.pages[page])
                for page, (x, y) in cells.items()
            }
            tried.append(settled(there, lines, window, cells))
            if tried[-1].met < GOING_ON * max(tried[-1].cut, 1):
                tried.append(settled(there, lines, window))
    best = max(tried, key=lambda each: (each.met / max(each.cut, FEWEST), len(each.sure)))
    found = _on_their_grid(best, rough, lines, window, drawing)
    loose = tuple(page for page in numbers if page not in rough)
    put = tuple(page for page in rough if page not in found.sure)
    return Placed(found.at, "nodes", max(found.off, default=None), loose, put)


def _cells_of(rough: Mapping[int, Affine], drawing: Drawing) -> dict[int, Cell]:
    """The column and row of pages that lie roughly in a grid: less than half a page apart is in one."""
    corners = {page: _corner(at, drawing.pages[page]) for page, at in rough.items()}
    cells: dict[int, list[int]] = {page: [] for page in rough}
    for axis in (0, 1):
        at, last = 0, None
        for page in sorted(corners, key=lambda page: corners[page][axis]):
            size = (drawing.pages[page].width, drawing.pages[page].height)[axis]
            here = corners[page][axis]
            if last is not None:
                at += round((here - last) / size) if here - last > 0.5 * size else 0
            last = here if last is None or here - last > 0.5 * size else last
            cells[page].append(at)
    return {page: (x, y) for page, (x, y) in cells.items()}


def _corner(at: Affine, page: DrawnPage) -> tuple[float, float]:
    """The upper left corner of a page on the sheet (mm)."""
    return (at[4] - page.width, at[5] - page.height) if at[0] < 0 else (at[4], at[5])


def _at(way: Affine, x: float, y: float, page: DrawnPage) -> Affine:
    """A page turned like this, its upper left corner there."""
    if way[0] < 0:
        return (-1.0, 0.0, 0.0, -1.0, x + page.width, y + page.height)
    return (1.0, 0.0, 0.0, 1.0, x, y)


def by_rows(drawing: Drawing, numbers: Sequence[int]) -> Placed | None:
    """Pages of one size in rows or in columns, their neighbours cut apart with a strip that both show or
    with none; None where they do not lie so."""
    lines, window = page_lines(drawing, numbers)
    sizes = {
        (round(drawing.pages[page].width), round(drawing.pages[page].height)) for page in lines
    }
    if not FEWEST <= len(lines) <= MOST_GUESSED or len(sizes) != 1:
        return None
    for strip in STRIPS:
        guess = _Guess(lines, window, strip)
        cells = guess.cells()
        if cells is None:
            continue
        wide, tall = (window[1] - window[0] - strip).tolist()
        rough = {
            page: then(guess.way(y), translation(x * wide, y * tall))
            for page, (x, y) in cells.items()
        }
        # In a straight grid first; where each page is a little off, each by itself.
        for grid in (cells, None):
            found = settled(rough, lines, window, grid)
            kept = {page: at for page, at in found.at.items() if page in found.sure}
            if found.met >= GOING_ON * max(found.cut, 1) and len(kept) >= MOST_OF * len(numbers):
                loose = tuple(page for page in numbers if page not in kept)
                return Placed(kept, "nodes", max(found.off, default=None), loose)
    return None


def _on_their_grid(
    found: Settled, rough: Mapping[int, Affine], lines: Mapping[int, PageLines], window: Floats,
    drawing: Drawing,
) -> Settled:  # fmt: skip
    """The same with the pages that ends do not hold put on the grid of those that they do, if these lie in
    one, and settled once more."""
    slack = [page for page in lines if page not in found.sure]
    first = drawing.pages[next(iter(lines))]
    wide, tall = first.width, first.height
    if not slack or len(found.sure) < 4:
        return found
    step = window[1] - window[0] - STRIPS[0]
    left, top = (min(at[k] for at in rough.values()) for k in (4, 5))
    cells: dict[int, tuple[int, ...]] = {
        page: (round((at[4] - left) / step[0]), round((at[5] - top) / step[1]))
        for page, at in rough.items()
    }
    middles = {page: middle(found.at[page], wide, tall) for page in found.sure}
    fit = grid_fit(middles, {page: cells[page] for page in found.sure}, wide, tall)
    if fit is None or len(set(cells.values())) < len(cells):
        return found
    turned = {cells[page]: found.at[page][0] for page in found.sure}
    there: dict[int, Affine] = dict(found.at)
    for page in rough:
        if page not in found.sure:
            sign = turned_in(turned, cells[page]) or rough[page][0]
            x, y = fit @ np.array((1.0, *cells[page]))
            there[page] = (
                sign,
                0.0,
                0.0,
                sign,
                float(x - sign * wide / 2),
                float(y - sign * tall / 2),
            )
    again = settled(there, lines, window)
    return again._replace(sure=frozenset(lines))


@dataclass
class _Guess:
    """Which pages are neighbours: every number of columns is tried, by rows and by columns."""

    lines: Mapping[int, PageLines]
    window: Floats
    strip: float
    turning: bool = False

    def cells(self) -> dict[int, Cell] | None:
        """The column and row of every page, as most ends have it; every second row may lie upside down."""
        first, last = min(self.lines), max(self.lines)
        self.known: dict[tuple[int, int, bool, bool, bool], int] = {}
        best: tuple[int, bool, dict[int, Cell]] | None = None
        ways = product(range(1, min(last - first + 1, WIDEST) + 1), (True, False), (False, True))
        for columns, by_rows, self.turning in ways:
            cells = {
                page: divmod(page - first, columns)[:: -1 if by_rows else 1] for page in self.lines
            }
            count = self._met(cells)
            if count > 0 and (best is None or count > best[0]):
                best = count, self.turning, {page: (x, y) for page, (x, y) in cells.items()}
        if best is None:
            return None
        self.turning = best[1]
        return best[2]

    def way(self, row: int) -> Affine:
        """How a page of a row is turned, about the middle of what pages show."""
        x, y = self.window.mean(axis=0).tolist()
        return rotation(180, (x, y)) if self.turning and row % 2 else IDENTITY

    def _met(self, cells: Mapping[int, tuple[int, ...]]) -> int:
        """How many ends go on in a neighbour, less those that do not."""
        at = {cell: page for page, cell in cells.items()}
        return sum(
            self._ends(page, other, beside, y)
            for (x, y), page in at.items()
            for beside in (True, False)
            if (other := at.get((x + 1, y) if beside else (x, y + 1))) is not None
        )

    def _ends(self, a: int, b: int, beside: bool, row: int) -> int:
        below = row if beside else row + 1
        turned = [self.turning and each % 2 == 1 for each in (row, below)]
        key = (a, b, beside, turned[0], turned[1])
        if key not in self.known:
            axis = 0 if beside else 1
            p = self._at_edge(self.lines[a].moved(self.way(row)), axis, 1)
            q = self._at_edge(self.lines[b].moved(self.way(below)), axis, 0)
            more, fewer = max(len(p.ends.at), len(q.ends.at)), min(len(p.ends.at), len(q.ends.at))
            met = 0
            if fewer >= FEWEST and fewer >= LIKE * more:
                step = float(self.window[1, axis] - self.window[0, axis]) - self.strip
                by = translation(step, 0.0) if beside else translation(0.0, step)
                votes, _ = votes_of([p, q.moved(by)], [(0, 1)])
                met = min(votes[0, 1].ends, 2 * more) if votes else 0
            self.known[key] = 2 * met - len(p.ends.at) - len(q.ends.at)
        return self.known[key]

    def _at_edge(self, mine: PageLines, axis: int, side: int) -> PageLines:
        """What of a page's lines may go on beyond one of its edges."""
        edge = self.window[side, axis]
        ends = mine.ends.some(np.abs(mine.ends.at[:, axis] - edge) <= EDGE)
        along = mine.along.some(np.abs(mine.along.at[:, axis] - edge) <= 2 * SNAP + self.strip)
        return PageLines(ends, along)
