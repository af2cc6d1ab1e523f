"""The penetration depth of one shape in another, for every pair of shapes and every flip, in tables.

The penetration depth is the distance by which two overlapping shapes would have to part: how far the
difference of their middles lies inside their no-fit polygon (``nofit.py``; Dobkin, Hershberger,
Kirkpatrick and Suri, Computing the intersection-depth of polyhedra). A table holds it for each
difference on a grid of CELL mm (negative when apart); between the grid's nodes it is interpolated, so
a table is off by up to half a cell where the polygon is narrower than a cell.
"""

from concurrent.futures import ThreadPoolExecutor
from typing import NamedTuple

import numba as nb
import numpy as np

from craft.nest.nofit import boundary, flipped_rings, packed, sums
from craft.nest.problem import FLIP_X, FLIP_Y, Problem
from craft.shape.convex import convex_components, simplified

CELL = 10.0
# Outlines are drawn with fewer points for the search (mm off at most); compaction is exact.
COARSE = 1.5
# Far tables keep depths in whole steps of this many mm, 255 at most.
UNIT = 1.5
# Beyond so many tables they are made coarser by this factor: their making costs more than it gains.
MANY, MANY_FACTOR = 1200, 1.5


class Nodes(NamedTuple):
    """The nodes of one table: ``nx`` and ``ny`` of them to either side of the middle one, ``cell`` mm
    apart."""

    cell: float
    nx: int
    ny: int


class Tables(NamedTuple):
    """``data``: all fine tables one after another, rows along y, in mm. ``start``, ``nx``, ``ny``: per
    pair of poses (of all parts) where its table begins and how many nodes it has beside the middle
    one; ``sx``, ``sy``: signs that bring a difference of middles into the table's frame."""

    cell: float
    data: np.ndarray
    start: np.ndarray
    nx: np.ndarray
    ny: np.ndarray
    sx: np.ndarray
    sy: np.ndarray


class FarTables(NamedTuple):
    """The same for looking over the whole strip in steps of two cells. Every node is in one of four
    tables of every other node each way, so that a row is read at one stretch; and all four again
    mirrored along x, so that it is read forwards. ``data``: depths in whole UNITs. ``spans``: per row
    its first and last node that is not 0. ``start`` and ``rows``: where the first of a pair's four
    tables and its spans begin."""

    cell: float
    data: np.ndarray
    spans: np.ndarray
    start: np.ndarray
    rows: np.ndarray
    nx: np.ndarray
    ny: np.ndarray
    sy: np.ndarray


@nb.njit(cache=True, nogil=True, fastmath=True)
def _depths(rings, edges, nodes, out):
    """Signed distance of every grid node from the edges; positive inside any of the convex rings."""
    points, starts = rings.points, rings.starts
    cell, nx, ny = nodes
    wide = 2 * nx + 1
    best = np.empty(wide, np.float32)
    inside = np.empty(wide, np.bool_)
    far = np.float32(2.0 * cell)
    for row in range(2 * ny + 1):
        y = np.float32((row - ny) * cell)
        for col in range(wide):
            best[col] = 1e12
            inside[col] = False
        for r in range(len(starts) - 1):
            left, right = 1e18, -1e18
            for k in range(starts[r], starts[r + 1]):
                nxt = k + 1 if k + 1 < starts[r + 1] else starts[r]
                ay, by = points[k, 1], points[nxt, 1]
                if (ay > y) != (by > y):
                    x = points[k, 0] + (y - ay) * (points[nxt, 0] - points[k, 0]) / (by - ay)
                    left = min(left, x)
                    right = max(right, x)
            if left < right:
                low = max(0, int(np.ceil(left / cell + nx)))
                high = min(wide - 1, int(np.floor(right / cell + nx)))
                for col in range(low, high + 1):
                    inside[col] = True
        for k in range(len(edges)):
            ax = np.float32(edges[k, 0])
            ay = np.float32(edges[k, 1])
            dx = np.float32(edges[k, 2] - edges[k, 0])
            dy = np.float32(edges[k, 3] - edges[k, 1])
            over = np.float32(1.0) / (dx * dx + dy * dy + np.float32(1e-12))
            py = y - ay
            base = -np.float32(nx * cell) - ax
            for col in range(wide):
                px = base + np.float32(col) * np.float32(cell)
                t = (px * dx + py * dy) * over
                t = min(np.float32(1.0), max(np.float32(0.0), t))
                ex = px - t * dx
                ey = py - t * dy
                best[col] = min(best[col], ex * ex + ey * ey)
        for col in range(wide):
            d = np.sqrt(best[col])
            if not inside[col]:
                d = -min(d, far)
            out[row * wide + col] = d


@nb.njit(cache=True, nogil=True)
def _pair_table(a, b, fx, fy, nodes, out):
    """The table of one pair of shapes given as convex components; b turned about and flipped by fx, fy."""
    rings = sums(a, flipped_rings(b, fx, fy))
    edges = np.empty((len(rings.points) * 8, 4))
    count = boundary(rings, edges)
    _depths(rings, edges[:count], nodes, out)


@nb.njit(cache=True, nogil=True)
def _thin(table, nx, ny, out, spans):
    """The eight thinned tables of a fine one, and their spans (empty rows are 1, 0)."""
    wide, high = nx + 1, ny + 1
    for mirror in range(2):
        for oy in range(2):
            for ox in range(2):
                quarter = (mirror * 4 + oy * 2 + ox) * wide * high
                for r in range(high):
                    first, last = 1, 0
                    row = 2 * r + oy
                    for c in range(wide):
                        column = 2 * c + ox
                        value = 0
                        if row <= 2 * ny and column <= 2 * nx:
                            at = column if mirror == 0 else 2 * nx - column
                            deep = table[row * (2 * nx + 1) + at]
                            if deep > 0:
                                value = min(255, int(np.ceil(deep / UNIT)))
                                if last < first:
                                    first = c
                                last = c
                        out[quarter + r * wide + c] = value
                    span = (mirror * 4 + oy * 2 + ox) * high + r
                    spans[span, 0], spans[span, 1] = first, last


def make_tables(problem: Problem) -> tuple[Tables, FarTables]:
    """The tables of every pair of poses that two different parts of the problem can take."""
    poses = [pose for part in problem.parts for pose in part]
    shape = np.array([pose.shape for pose in poses])
    flip = np.array([pose.flips for pose in poses])
    low = np.minimum(shape[:, None], shape[None, :])
    high = np.maximum(shape[:, None], shape[None, :])
    code = (low * len(problem.shapes) + high) * 4 + (flip[:, None] ^ flip[None, :])
    codes, index = np.unique(code, return_inverse=True)
    index = index.reshape(code.shape)
    cell, coarse = CELL, COARSE
    if len(codes) > MANY:
        cell, coarse = cell * MANY_FACTOR, coarse * MANY_FACTOR
    obstacles = {problem.parts[i][0].shape for i in problem.obstacles}
    rings = [
        simplified(ring, coarse, -problem.gap / 2 if i in obstacles else problem.gap / 2)
        for i, ring in enumerate(problem.shapes)
    ]
    components = [packed(convex_components(ring)) for ring in rings]
    spans = [np.abs(ring).max(axis=0) for ring in rings]
    pairs = [divmod(int(each) // 4, len(rings)) for each in codes]
    # Middles differ by d = b - a: shapes meet where d lies in a + (-b). Both numbers are even.
    nx = np.array([2 * (int((spans[a][0] + spans[b][0]) // cell) // 2) + 4 for a, b in pairs])
    ny = np.array([2 * (int((spans[a][1] + spans[b][1]) // cell) // 2) + 4 for a, b in pairs])
    start = _begins((2 * nx + 1) * (2 * ny + 1))
    far_start, far_rows = _begins(8 * (nx + 1) * (ny + 1)), _begins(8 * (ny + 1))
    data = np.empty(start[-1], np.float32)
    far_data = np.empty(far_start[-1], np.uint8)
    far_spans = np.empty((far_rows[-1], 2), np.int32)

    def make(k: int) -> None:
        (a, b), g = pairs[k], int(codes[k]) % 4
        table = data[start[k] : start[k + 1]]
        fx, fy = (1.0 if g & FLIP_X else -1.0), (1.0 if g & FLIP_Y else -1.0)
        _pair_table(components[a], components[b], fx, fy, Nodes(cell, nx[k], ny[k]), table)
        _thin(
            table, nx[k], ny[k], far_data[far_start[k] : far_start[k + 1]],
            far_spans[far_rows[k] : far_rows[k + 1]],
        )  # fmt: skip

    with ThreadPoolExecutor(2) as pool:
        for done in pool.map(make, range(len(codes))):
            assert done is None
    # In a's own frame the difference is flipped as a is; where the shapes are kept the other way
    # round (b before a), the difference runs from b to a and is flipped as b is.
    swapped = shape[:, None] > shape[None, :]
    own = np.where(swapped, flip[None, :], flip[:, None])
    sign = np.where(swapped, -1, 1)
    sx = np.where(own & FLIP_X, -sign, sign)
    sy = np.where(own & FLIP_Y, -sign, sign)
    wide, tall = nx[index], ny[index]
    mirrored = (sx < 0) * 4
    return (
        Tables(cell, data, start[index], wide, tall, sx, sy),
        FarTables(
            cell, far_data, far_spans, far_start[index] + mirrored * (wide + 1) * (tall + 1),
            far_rows[index] + mirrored * (tall + 1), wide, tall, sy,
        ),
    )  # fmt: skip


def _begins(sizes: np.ndarray) -> np.ndarray:
    """Where each of several pieces of that size begins, and where the last one ends."""
    return np.concatenate(([0], np.cumsum(sizes)))
