"""How deep one shape lies in another, for every pair of shapes and every flip, looked up in tables.

For a pair of shapes the table holds, for each difference of their middles on a grid of CELL mm, the
distance by which they would have to part (mm, negative when apart). The places where two shapes
meet are the Minkowski sum of one with the other turned about: the union of the sums of their convex
parts. Between the grid's nodes depths are interpolated.
"""

from concurrent.futures import ThreadPoolExecutor
from typing import NamedTuple

import numba as nb
import numpy as np

from craft.nest.problem import FLIP_X, FLIP_Y, Problem
from craft.shape.convex import convex_parts, simplified
from craft.shape.curve import Floats

CELL = 10.0
# Outlines are drawn with fewer points for the search (mm off at most); compaction is exact.
COARSE = 1.5
# Far tables keep depths in whole steps of this many mm, 255 at most.
UNIT = 1.5
# Beyond so many tables they are made coarser by this factor: their making costs more than it gains.
MANY, MANY_FACTOR = 1200, 1.5


class Tables(NamedTuple):
    """``data``: all fine tables one after another, rows along y, in mm. ``start``, ``nx``, ``ny``: per
    pair of ways (of all things) where its table begins and how many nodes it has beside the middle
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


@nb.njit(cache=True, nogil=True)
def _sum_convex(a, b, out):
    """Minkowski sum of two convex rings, both anticlockwise: merged by the direction of their sides."""
    n, m = len(a), len(b)
    i0 = 0
    for k in range(1, n):
        if a[k, 1] < a[i0, 1] or (a[k, 1] == a[i0, 1] and a[k, 0] < a[i0, 0]):
            i0 = k
    j0 = 0
    for k in range(1, m):
        if b[k, 1] < b[j0, 1] or (b[k, 1] == b[j0, 1] and b[k, 0] < b[j0, 0]):
            j0 = k
    i = j = 0
    count = 0
    while i < n or j < m:
        p, q = a[(i0 + i) % n], b[(j0 + j) % m]
        out[count, 0] = p[0] + q[0]
        out[count, 1] = p[1] + q[1]
        count += 1
        pn, qn = a[(i0 + i + 1) % n], b[(j0 + j + 1) % m]
        cross = (pn[0] - p[0]) * (qn[1] - q[1]) - (pn[1] - p[1]) * (qn[0] - q[0])
        if j >= m or (i < n and cross > 0):
            i += 1
        elif i >= n or cross < 0:
            j += 1
        else:
            i += 1
            j += 1
    return count


@nb.njit(cache=True, nogil=True)
def _boundary(points, starts, edges):
    """The sides of convex rings that lie in none of the other rings, as rows (ax, ay, bx, by).

    Each side is cut by every other ring into what is inside and what is not; returns their number.
    """
    rings = len(starts) - 1
    count = 0
    lows = np.empty(rings + 1)
    highs = np.empty(rings + 1)
    boxes = np.empty((rings, 4))
    for r in range(rings):
        x0 = y0 = 1e18
        x1 = y1 = -1e18
        for k in range(starts[r], starts[r + 1]):
            x0 = min(x0, points[k, 0])
            x1 = max(x1, points[k, 0])
            y0 = min(y0, points[k, 1])
            y1 = max(y1, points[k, 1])
        boxes[r, 0], boxes[r, 1], boxes[r, 2], boxes[r, 3] = x0, y0, x1, y1
    for r in range(rings):
        for k in range(starts[r], starts[r + 1]):
            nxt = k + 1 if k + 1 < starts[r + 1] else starts[r]
            ax, ay = points[k, 0], points[k, 1]
            bx, by = points[nxt, 0], points[nxt, 1]
            dx, dy = bx - ax, by - ay
            if dx * dx + dy * dy < 1e-12:
                continue
            cuts = 0
            whole = False
            for o in range(rings):
                if o == r:
                    continue
                box = boxes[o]
                if (
                    max(ax, bx) <= box[0]
                    or min(ax, bx) >= box[2]
                    or max(ay, by) <= box[1]
                    or min(ay, by) >= box[3]
                ):
                    continue
                low, high = 0.0, 1.0
                for q in range(starts[o], starts[o + 1]):
                    q2 = q + 1 if q + 1 < starts[o + 1] else starts[o]
                    ex, ey = points[q2, 0] - points[q, 0], points[q2, 1] - points[q, 1]
                    size = np.sqrt(ex * ex + ey * ey)
                    if size < 1e-9:
                        continue
                    # Inside is to the left; a side lying on the ring counts as outside it.
                    at = (ex * (ay - points[q, 1]) - ey * (ax - points[q, 0])) / size - 1e-5
                    step = (ex * dy - ey * dx) / size
                    if abs(step) < 1e-12:
                        if at <= 0:
                            high = -1.0
                            break
                    elif step > 0:
                        low = max(low, -at / step)
                    else:
                        high = min(high, -at / step)
                    if low >= high:
                        break
                if low < high:
                    if low <= 0 and high >= 1:
                        whole = True
                        break
                    lows[cuts], highs[cuts] = low, high
                    cuts += 1
            if whole:
                continue
            t = 0.0
            while t < 1.0:
                # The next stretch not covered: from t to the first cut that begins after it.
                moved = True
                while moved:
                    moved = False
                    for c in range(cuts):
                        if lows[c] <= t + 1e-12 and highs[c] > t:
                            t = highs[c]
                            moved = True
                if t >= 1.0:
                    break
                end = 1.0
                for c in range(cuts):
                    if lows[c] > t:
                        end = min(end, lows[c])
                edges[count, 0], edges[count, 1] = ax + t * dx, ay + t * dy
                edges[count, 2], edges[count, 3] = ax + end * dx, ay + end * dy
                count += 1
                t = end + 1e-9
    return count


@nb.njit(cache=True, nogil=True, fastmath=True)
def _depths(points, starts, edges, used, cell, nx, ny, out):
    """Signed distance of every grid node from the edges; positive inside any of the convex rings."""
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
        for k in range(used):
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
def _pair_table(a, a_starts, b, b_starts, fx, fy, cell, nx, ny, out):
    """The table of one pair of shapes given as convex parts; b turned about and flipped by fx, fy."""
    b = b.copy()
    for k in range(len(b)):
        b[k, 0] *= fx
        b[k, 1] *= fy
    if fx * fy < 0:
        for r in range(len(b_starts) - 1):
            i, j = b_starts[r], b_starts[r + 1] - 1
            while i < j:
                x, y = b[i, 0], b[i, 1]
                b[i, 0], b[i, 1] = b[j, 0], b[j, 1]
                b[j, 0], b[j, 1] = x, y
                i += 1
                j -= 1
    na, nb_ = len(a_starts) - 1, len(b_starts) - 1
    room = len(a) * nb_ + len(b) * na + na * nb_
    points = np.empty((room, 2))
    starts = np.zeros(na * nb_ + 1, np.int64)
    rings = 0
    for p in range(na):
        for q in range(nb_):
            used = _sum_convex(
                a[a_starts[p] : a_starts[p + 1]],
                b[b_starts[q] : b_starts[q + 1]],
                points[starts[rings] :],
            )
            starts[rings + 1] = starts[rings] + used
            rings += 1
    edges = np.empty((room * 8, 4))
    count = _boundary(points, starts, edges)
    _depths(points, starts, edges, count, cell, nx, ny, out)
    return count


def _packed(parts: list[Floats]) -> tuple[Floats, np.ndarray]:
    """Rings one after another, and where each begins."""
    starts = np.cumsum([0, *(len(part) for part in parts)])
    return np.concatenate(parts), starts


@nb.njit(cache=True, nogil=True)
def _thin(table, nx, ny, out, spans):
    """The eight thinned tables of a fine one, and their spans (empty rows are 1, 0)."""
    wide, high = nx + 1, ny + 1
    for mirror in range(2):
        for oy in range(2):
            for ox in range(2):
                part = (mirror * 4 + oy * 2 + ox) * wide * high
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
                        out[part + r * wide + c] = value
                    span = (mirror * 4 + oy * 2 + ox) * high + r
                    spans[span, 0], spans[span, 1] = first, last


def make_tables(problem: Problem, cell: float = CELL) -> tuple[Tables, FarTables]:
    """The tables of every pair of ways that two different things of the problem can lie in."""
    ways = [way for thing in problem.things for way in thing]
    shape = np.array([way.shape for way in ways])
    flip = np.array([way.flips for way in ways])
    low = np.minimum(shape[:, None], shape[None, :])
    high = np.maximum(shape[:, None], shape[None, :])
    code = (low * len(problem.shapes) + high) * 4 + (flip[:, None] ^ flip[None, :])
    codes, index = np.unique(code, return_inverse=True)
    index = index.reshape(code.shape)
    coarse = COARSE
    if len(codes) > MANY:
        cell, coarse = cell * MANY_FACTOR, coarse * MANY_FACTOR
    blocks = {problem.things[i][0].shape for i in problem.blocks}
    rings = [
        simplified(ring, coarse, -problem.gap / 2 if i in blocks else problem.gap / 2)
        for i, ring in enumerate(problem.shapes)
    ]
    packed = [_packed(convex_parts(ring)) for ring in rings]
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
        _pair_table(*packed[a], *packed[b], fx, fy, cell, nx[k], ny[k], table)
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
