"""What a page shows of the lines that run over it: places along them, and where they are cut off."""

from collections.abc import Container, Mapping, Sequence
from typing import NamedTuple

import numpy as np

from craft.drawing import Drawing, DrawnPath, Flags
from craft.drawing.curves import points_at
from craft.recognise.lettering import is_letter
from craft.shape.affine import Affine, move_points
from craft.shape.curve import Floats

APART = 0.4  # mm between two places of a line
FAR = 1e4  # mm: further than any sheet is wide
EDGE = 0.5  # mm from the edge of what pages show: a line was cut off there


class Places(NamedTuple):
    """Places of lines and how they run there: ``at`` (n, 2) mm, ``ways`` (n, 2) unit vectors; ``inks``
    (n,): the number of the ink they are drawn in."""

    at: Floats
    ways: Floats
    inks: Floats

    def moved(self, by: Affine) -> "Places":
        """The same elsewhere."""
        ways = move_points(self.ways, (*by[:4], 0.0, 0.0))
        return Places(move_points(self.at, by), ways, self.inks)

    def some(self, which: Flags) -> "Places":
        """Those of them that are flagged."""
        return Places(self.at[which], self.ways[which], self.inks[which])

    def keyed(self, shift: Floats | float = 0.0) -> Floats:
        """Where they lie (n, 3), those of other inks far away."""
        return np.column_stack((self.at + shift, FAR * self.inks))


class PageLines(NamedTuple):
    """What a page shows (mm): ``ends`` where lines are cut off, ``along`` places of all its lines."""

    ends: Places
    along: Places

    def moved(self, by: Affine) -> "PageLines":
        """The same elsewhere."""
        return PageLines(self.ends.moved(by), self.along.moved(by))


def page_lines(drawing: Drawing, numbers: Sequence[int]) -> tuple[dict[int, PageLines], Floats]:
    """The lines of each page, and what pages show at most (2, 2): left and top, right and bottom (mm)."""
    mine: dict[int, list[DrawnPath]] = {page: [] for page in numbers}
    inks: dict[object, int] = {}
    for path in shown_paths(drawing, numbers):
        mine[path.page].append(path)
        inks.setdefault(path.ink.kind, len(inks))
    window = window_of([path for own in mine.values() for path in own])
    if window is None:
        return {}, np.zeros((2, 2))
    return {page: _lines_of(own, window, inks) for page, own in mine.items() if own}, window


def shown_paths(drawing: Drawing, pages: Container[int]) -> list[DrawnPath]:
    """What is drawn within the pages, without letters."""
    return [
        path for path in drawing.paths
        if path.page in pages and not path.outside and not is_letter(path)
    ]  # fmt: skip


def within(points: Floats, frame: Floats, margin: float = 0.0) -> Flags:
    """Which points (n, 2) lie in a frame (2, 2: left and top, right and bottom) or so near to it (mm)."""
    (left, top), (right, low) = np.add(frame, ((-margin,), (margin,))).tolist()
    x, y = points.T
    return np.asarray((x >= left) & (x <= right) & (y >= top) & (y <= low))


def window_of(paths: Sequence[DrawnPath]) -> Floats | None:
    """What pages with these lines show at most (2, 2): left and top, right and bottom (mm); None where
    there are none."""
    if not paths:
        return None
    nodes = np.concatenate([path.curves[:, [0, 3]].reshape(-1, 2) for path in paths])
    return np.stack((nodes.min(axis=0), nodes.max(axis=0)))


def _lines_of(paths: Sequence[DrawnPath], window: Floats, inks: Mapping[object, int]) -> PageLines:
    along = [_along(path.curves, inks[path.ink.kind]) for path in paths]
    ends = [
        Places(places.at[[0, -1]], places.ways[[0, -1]], places.inks[[0, -1]])
        for path, places in zip(paths, along, strict=True) if not path.closed
    ]  # fmt: skip
    every = _together(ends)
    at_edge = np.abs(every.at[:, None] - window[None]) <= EDGE
    return PageLines(every.some(np.asarray(at_edge.any(axis=(1, 2)))), _together(along))


def _together(places: Sequence[Places]) -> Places:
    nothing = np.empty((0, 2))
    return Places(
        np.concatenate([nothing, *(each.at for each in places)]),
        np.concatenate([nothing, *(each.ways for each in places)]),
        np.concatenate([np.empty(0), *(each.inks for each in places)]),
    )


def _along(curves: Floats, ink: int) -> Places:
    """Places close to each other along curves (n, 4, 2), first and last ones among them."""
    sizes = np.hypot(*(curves[:, 1:] - curves[:, :-1]).transpose(2, 0, 1)).sum(axis=1)
    at, ways = [], []
    for curve, size in zip(curves, sizes, strict=True):
        t = np.linspace(0, 1, max(2, int(np.ceil(size / APART)) + 1))
        at.append(points_at(curve[None], t)[0])
        steps = np.gradient(at[-1], axis=0)
        ways.append(steps / np.maximum(np.hypot(*steps.T), 1e-12)[:, None])
    places = np.concatenate(at)
    return Places(places, np.concatenate(ways), np.full(len(places), float(ink)))
