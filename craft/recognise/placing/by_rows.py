"""Pages that are guessed to lie in rows or in columns, settled by the ends of their lines."""

from collections.abc import Mapping, Sequence
from itertools import product

import numpy as np

from craft.drawing import Drawing
from craft.recognise.placing.by_ends import FEWEST, SNAP, settled, votes_of
from craft.recognise.placing.grid import cell_at
from craft.recognise.placing.page_lines import EDGE, PageLines, page_lines
from craft.recognise.placing.placed import MOST_OF, STRIPS, Placed
from craft.shape.affine import IDENTITY, Affine, rotation, then, translation
from craft.shape.curve import Floats
from craft.shape.grid import Cell

MOST_GUESSED, WIDEST = 100, 30  # pages, and of these in a row: more are a guess too many
LIKE = 0.5  # of the ends at the edge of a page its neighbour has so many there at least


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
        rows = guess.rows()
        if rows is None:
            continue
        cells, turning = rows
        wide, tall = (window[1] - window[0] - strip).tolist()
        rough = {
            page: then(guess.way(y, turning), translation(x * wide, y * tall))
            for page, (x, y) in cells.items()
        }
        # In a straight grid first; where each page is a little off, each by itself.
        for grid in (cells, None):
            found = settled(rough, lines, window, grid)
            kept = {page: at for page, at in found.at.items() if page in found.sure}
            if len(kept) >= MOST_OF * len(numbers):
                loose = tuple(page for page in numbers if page not in kept)
                return Placed(kept, "nodes", max(found.off, default=None), loose)
    return None


class _Guess:
    """Which pages are neighbours: every number of columns is tried, by rows and by columns."""

    def __init__(self, lines: Mapping[int, PageLines], window: Floats, strip: float) -> None:
        self.lines, self.window, self.strip = lines, window, strip
        self._known: dict[tuple[int, int, bool, bool, bool], int] = {}

    def rows(self) -> tuple[dict[int, Cell], bool] | None:
        """The column and row of every page, as most ends have it, and whether every second row lies upside
        down."""
        first, last = min(self.lines), max(self.lines)
        most, best = 0, None
        ways = product(range(1, min(last - first + 1, WIDEST) + 1), (True, False), (False, True))
        for count, by_rows, turning in ways:
            cells = {page: cell_at(page - first, count, by_rows=by_rows) for page in self.lines}
            met = self._met(cells, turning)
            if met > most:
                most, best = met, (cells, turning)
        return best

    def way(self, row: int, turning: bool) -> Affine:
        """How a page of a row is turned, about the middle of what pages show."""
        x, y = self.window.mean(axis=0).tolist()
        return rotation(180, (x, y)) if turning and row % 2 else IDENTITY

    def _met(self, cells: Mapping[int, Cell], turning: bool) -> int:
        """How many ends go on in a neighbour, less those that do not."""
        at = {cell: page for page, cell in cells.items()}
        return sum(
            self._ends(page, other, beside, y, turning)
            for (x, y), page in at.items()
            for beside in (True, False)
            if (other := at.get((x + 1, y) if beside else (x, y + 1))) is not None
        )

    def _ends(self, a: int, b: int, beside: bool, row: int, turning: bool) -> int:
        below = row if beside else row + 1
        key = (a, b, beside, turning and row % 2 == 1, turning and below % 2 == 1)
        if key not in self._known:
            axis = 0 if beside else 1
            p = self._at_edge(self.lines[a].moved(self.way(row, turning)), axis, 1)
            q = self._at_edge(self.lines[b].moved(self.way(below, turning)), axis, 0)
            more, fewer = max(len(p.ends.at), len(q.ends.at)), min(len(p.ends.at), len(q.ends.at))
            met = 0
            if fewer >= FEWEST and fewer >= LIKE * more:
                step = float(self.window[1, axis] - self.window[0, axis]) - self.strip
                by = translation(step, 0.0) if beside else translation(0.0, step)
                votes, _ = votes_of([p, q.moved(by)], [(0, 1)])
                met = min(votes[0, 1].ends, 2 * more) if votes else 0
            self._known[key] = 2 * met - len(p.ends.at) - len(q.ends.at)
        return self._known[key]

    def _at_edge(self, mine: PageLines, axis: int, side: int) -> PageLines:
        """What of a page's lines may go on beyond one of its edges."""
        edge = self.window[side, axis]
        ends = mine.ends.some(np.abs(mine.ends.at[:, axis] - edge) <= EDGE)
        along = mine.along.some(np.abs(mine.along.at[:, axis] - edge) <= 2 * SNAP + self.strip)
        return PageLines(ends, along)
