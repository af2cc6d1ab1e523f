"""Putting lines together from the strokes of a file: moves, lines and curves, to arrays of cubics."""

import numpy as np

from craft.drawing import Flags
from craft.shape.curve import Floats, Point

Line = tuple[Floats, Flags, bool]
ON_THE_LINE = 1e-5  # mm


class Pencil:
    """Draws what it is told, and gives every unbroken line: its curves (n, 4, 2), which are straight (n,),
    and whether it is closed."""

    def __init__(self) -> None:
        self._done: list[Line] = []
        self._curves: list[tuple[Point, Point, Point, Point]] = []
        self._straight: list[bool] = []
        self._first = self._last = (0.0, 0.0)

    def move(self, to: Point) -> None:
        """Lift the pencil and set it down elsewhere."""
        self._break(closed=False)
        self._first = self._last = to

    def line(self, to: Point) -> None:
        """A straight line."""
        if to != self._last:
            (ax, ay), (bx, by) = self._last, to
            dx, dy = (bx - ax) / 3, (by - ay) / 3
            self._curves.append((self._last, (ax + dx, ay + dy), (bx - dx, by - dy), to))
            self._straight.append(True)
            self._last = to

    def quadratic(self, handle: Point, to: Point) -> None:
        """A parabola, which is a cubic as well."""
        (ax, ay), (hx, hy), (bx, by) = self._last, handle, to
        first = (ax + 2 / 3 * (hx - ax), ay + 2 / 3 * (hy - ay))
        self.cubic(first, (bx + 2 / 3 * (hx - bx), by + 2 / 3 * (hy - by)), to)

    def cubic(self, a: Point, b: Point, to: Point) -> None:
        """A cubic with its two handles; one that lies on a line evenly is that line."""
        start = self._last
        if a == b == to == start:
            return
        thirds = (
            abs(start[k] + (to[k] - start[k]) * share - at[k])
            for k in (0, 1) for share, at in ((1 / 3, a), (2 / 3, b))
        )  # fmt: skip
        self._curves.append((start, a, b, to))
        self._straight.append(to != start and max(thirds) < ON_THE_LINE)
        self._last = to

    def close(self) -> None:
        """Back to where the line began."""
        self.line(self._first)
        self._break(closed=True)
        self._last = self._first

    def lines(self) -> list[Line]:
        """Everything drawn so far."""
        self._break(closed=False)
        return self._done

    def _break(self, *, closed: bool) -> None:
        if self._curves:
            self._done.append((np.array(self._curves), np.array(self._straight), closed))
            self._curves, self._straight = [], []
