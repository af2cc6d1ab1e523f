"""The no-fit polygon of two shapes: every place where one of them, set down with its middle there,
meets the other.

It is the Minkowski sum of one shape with the other turned about: the union of the sums of their convex
components, each the merging of two rings by the direction of their sides (de Berg, Cheong, van Kreveld
and Overmars, Computational Geometry, on Minkowski sums). The union is never built: only its boundary is
wanted, the stretches of all rings that lie inside none of the others.

Handles badly: touching is not meeting, so two rings that share a side to within 0.01 µm both keep it.
"""

from typing import NamedTuple

import numba as nb
import numpy as np

from craft.shape.curve import Floats

SHORT = 1e-12  # squared length of a side that is none (mm²)


class Rings(NamedTuple):
    """Convex rings, anticlockwise, one after another: ``points`` (n, 2) in mm, ``starts`` where each
    begins, with the end of the last (rings + 1)."""

    points: np.ndarray
    starts: np.ndarray


def packed(components: list[Floats]) -> Rings:
    """Rings one after another, and where each begins."""
    starts = np.cumsum([0, *(len(component) for component in components)])
    return Rings(np.concatenate(components), starts)


@nb.njit(cache=True, nogil=True)
def flipped_rings(rings, fx, fy):
    """The rings with x times fx and y times fy (1 or -1), still anticlockwise."""
    b = rings.points.copy()
    for k in range(len(b)):
        b[k, 0] *= fx
        b[k, 1] *= fy
    if fx * fy < 0:
        for r in range(len(rings.starts) - 1):
            i, j = rings.starts[r], rings.starts[r + 1] - 1
            while i < j:
                x, y = b[i, 0], b[i, 1]
                b[i, 0], b[i, 1] = b[j, 0], b[j, 1]
                b[j, 0], b[j, 1] = x, y
                i += 1
                j -= 1
    return Rings(b, rings.starts)


@nb.njit(cache=True, nogil=True)
def sum_convex(a, b, out):
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
def sums(a, b):
    """The sums of every ring of a with every ring of b; together they are the no-fit polygon."""
    na, nb_ = len(a.starts) - 1, len(b.starts) - 1
    points = np.empty((len(a.points) * nb_ + len(b.points) * na + na * nb_, 2))
    starts = np.zeros(na * nb_ + 1, np.int64)
    count = 0
    for p in range(na):
        for q in range(nb_):
            used = sum_convex(
                a.points[a.starts[p] : a.starts[p + 1]],
                b.points[b.starts[q] : b.starts[q + 1]],
                points[starts[count] :],
            )
            starts[count + 1] = starts[count] + used
            count += 1
    return Rings(points, starts)


@nb.njit(cache=True, nogil=True)
def _boxes(rings):
    """Bounds of every ring: x0, y0, x1, y1."""
    count = len(rings.starts) - 1
    boxes = np.empty((count, 4))
    for r in range(count):
        x0 = y0 = 1e18
        x1 = y1 = -1e18
        for k in range(rings.starts[r], rings.starts[r + 1]):
            x0 = min(x0, rings.points[k, 0])
            x1 = max(x1, rings.points[k, 0])
            y0 = min(y0, rings.points[k, 1])
            y1 = max(y1, rings.points[k, 1])
        boxes[r, 0], boxes[r, 1], boxes[r, 2], boxes[r, 3] = x0, y0, x1, y1
    return boxes


@nb.njit(cache=True, nogil=True, inline="always")
def _inside(rings, o, ax, ay, dx, dy):
    """Between which shares of the side from (ax, ay) along (dx, dy) it lies inside ring o; the first is
    not below the second when it does nowhere."""
    points = rings.points
    low, high = 0.0, 1.0
    for q in range(rings.starts[o], rings.starts[o + 1]):
        q2 = q + 1 if q + 1 < rings.starts[o + 1] else rings.starts[o]
        ex, ey = points[q2, 0] - points[q, 0], points[q2, 1] - points[q, 1]
        size = np.sqrt(ex * ex + ey * ey)
        if size < 1e-9:
            continue
        # Inside is to the left; a side lying on the ring counts as outside it.
        at = (ex * (ay - points[q, 1]) - ey * (ax - points[q, 0])) / size - 1e-5
        step = (ex * dy - ey * dx) / size
        if abs(step) < 1e-12:
            if at <= 0:
                return 0.0, -1.0
        elif step > 0:
            low = max(low, -at / step)
        else:
            high = min(high, -at / step)
        if low >= high:
            break
    return low, high


@nb.njit(cache=True, nogil=True, inline="always")
def _covered(rings, boxes, r, ax, ay, dx, dy, cuts):
    """The stretches of one side of ring r that other rings cover, written into ``cuts``; returns their
    number, or -1 when the whole side is covered."""
    bx, by = ax + dx, ay + dy
    count = 0
    for o in range(len(boxes)):
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
        low, high = _inside(rings, o, ax, ay, dx, dy)
        if low < high:
            if low <= 0 and high >= 1:
                return -1
            cuts[count, 0], cuts[count, 1] = low, high
            count += 1
    return count


@nb.njit(cache=True, nogil=True)
def _next_bare(t, cuts, count):
    """The next stretch from t on that nothing covers: begin and end (begin 1 or more: none)."""
    moved = True
    while moved:
        moved = False
        for c in range(count):
            if cuts[c, 0] <= t + 1e-12 and cuts[c, 1] > t:
                t = cuts[c, 1]
                moved = True
    end = 1.0
    for c in range(count):
        if cuts[c, 0] > t:
            end = min(end, cuts[c, 0])
    return t, end


@nb.njit(cache=True, nogil=True)
def boundary(rings, edges):
    """The sides of convex rings that lie in none of the other rings, as rows (ax, ay, bx, by).

    Each side is cut by every other ring into what is inside and what is not; returns their number.
    ``edges`` must have room for eight times as many sides as there are points.
    """
    points, starts = rings.points, rings.starts
    boxes = _boxes(rings)
    cuts = np.empty((len(starts), 2))
    count = 0
    for r in range(len(starts) - 1):
        for k in range(starts[r], starts[r + 1]):
            nxt = k + 1 if k + 1 < starts[r + 1] else starts[r]
            ax, ay = points[k, 0], points[k, 1]
            dx, dy = points[nxt, 0] - ax, points[nxt, 1] - ay
            if dx * dx + dy * dy < SHORT:
                continue
            covered = _covered(rings, boxes, r, ax, ay, dx, dy, cuts)
            t, end = (1.0, 1.0) if covered < 0 else _next_bare(0.0, cuts, covered)
            while t < 1.0:
                edges[count, 0], edges[count, 1] = ax + t * dx, ay + t * dy
                edges[count, 2], edges[count, 3] = ax + end * dx, ay + end * dy
                count += 1
                t, end = _next_bare(end + 1e-9, cuts, covered)
    return count
