"""The straight line that best keeps two convex components apart (a separating axis).

Handles badly: components that touch in a single corner may be parted by more than one line; the one
along a side wins.
"""

from typing import NamedTuple

import numba as nb
import numpy as np

from craft.nest.problem import Problem, flipped
from craft.shape.convex import convex_components, covering
from craft.shape.curve import Floats

COVER = 0.15  # how far the covering outline may reach beyond the true one (mm)
SPARE = 1e-3  # kept on top of the gap, so that rounding never shows (mm)


class Components(NamedTuple):
    """Convex components of all poses of a problem, one after another. ``first``: per pose its first
    component (poses + 1), ``start``: per component its first point (components + 1),
    ``box``: per component its bounds."""

    first: np.ndarray
    start: np.ndarray
    points: Floats
    box: Floats


def components_of(problem: Problem) -> Components:
    """The convex components of every pose a part can lie, about the middle of its bounding box."""
    made = [convex_components(covering(ring, COVER)) for ring in problem.shapes]
    first, start, points, boxes = [0], [0], [], []
    for part in problem.parts:
        for pose in part:
            for component in made[pose.shape]:
                turned = flipped(component, pose.flips)
                points.append(turned)
                start.append(start[-1] + len(turned))
                boxes.append([*turned.min(axis=0), *turned.max(axis=0)])
            first.append(len(start) - 1)
    return Components(
        np.array(first), np.array(start), np.ascontiguousarray(np.concatenate(points)),
        np.array(boxes),
    )  # fmt: skip


@nb.njit(cache=True, nogil=True, fastmath=True)
def _along_a_side(a, b, ox, oy, best):
    """The best line along a side of ring a that leaves ring b, shifted by (ox, oy), more room than
    ``best``: (room, its normal outwards from a)."""
    nx, ny = 1.0, 0.0
    for k in range(len(a)):
        m = k + 1 if k + 1 < len(a) else 0
        ex, ey = a[m, 0] - a[k, 0], a[m, 1] - a[k, 1]
        size = np.sqrt(ex * ex + ey * ey)
        if size < 1e-9:
            continue
        ux, uy = ey / size, -ex / size
        base = ux * a[k, 0] + uy * a[k, 1]
        shift = ux * ox + uy * oy
        least = 1e18
        for q in range(len(b)):
            least = min(least, ux * b[q, 0] + uy * b[q, 1])
            if least + shift - base <= best:
                break
        room = least + shift - base
        if room > best:
            best, nx, ny = room, ux, uy
    return best, nx, ny


@nb.njit(cache=True, nogil=True, fastmath=True)
def _between_corners(a, b, ox, oy):
    """The line across the shortest way from a corner of ring a to one of ring b: (room, normal)."""
    near, kx, ky = 1e18, 0.0, 0.0
    for k in range(len(a)):
        for q in range(len(b)):
            dx = b[q, 0] + ox - a[k, 0]
            dy = b[q, 1] + oy - a[k, 1]
            d = dx * dx + dy * dy
            if d < near:
                near, kx, ky = d, dx, dy
    near = np.sqrt(near)
    ux, uy = kx / near, ky / near
    far, least = -1e18, 1e18
    for k in range(len(a)):
        far = max(far, ux * a[k, 0] + uy * a[k, 1])
    for q in range(len(b)):
        least = min(least, ux * (b[q, 0] + ox) + uy * (b[q, 1] + oy))
    return least - far, ux, uy


@nb.njit(cache=True, nogil=True, fastmath=True)
def between(a, b, ox, oy):
    """The line that best parts convex ring a from b shifted by (ox, oy): (room between them in mm,
    negative where they overlap, its normal from a to b)."""
    best, nx, ny = _along_a_side(a, b, ox, oy, -1e18)
    other, ux, uy = _along_a_side(b, a, -ox, -oy, best)
    if other > best:
        best, nx, ny = other, -ux, -uy
    if best > 0:  # apart: two corners may face each other
        other, ux, uy = _between_corners(a, b, ox, oy)
        if other > best:
            best, nx, ny = other, ux, uy
    return best, nx, ny


@nb.njit(cache=True, nogil=True)
def _apart(box, p, q, ox, oy, reach):
    """Whether the boxes of two components are further apart than ``reach``."""
    return (
        box[q, 0] + ox - box[p, 2] > reach
        or box[p, 0] - box[q, 2] - ox > reach
        or box[q, 1] + oy - box[p, 3] > reach
        or box[p, 1] - box[q, 3] - oy > reach
    )


class Near(NamedTuple):
    """Lines between components that could meet: the two parts, the line's normal from the first to the
    second, and how much more room they have than the gap (mm)."""

    pairs: np.ndarray
    normals: np.ndarray
    rooms: np.ndarray


class Wanted(NamedTuple):
    """``gap`` wanted between parts and ``step`` every part may move by (mm)."""

    gap: float
    step: float


@nb.njit(cache=True, nogil=True)
def lines(components, arrays, poses, at, wanted, out):
    """All pairs of components that could meet when every part moves by a step, with their lines,
    written into ``out``; returns their number, or -1 when the arrays are too short."""
    first, start, points, box = components
    n = len(poses)
    count = 0
    for a in range(n):
        for b in range(a + 1, n):
            if arrays.pinned[a] and arrays.pinned[b]:
                continue
            gap = 0.0 if arrays.obstacle[a] or arrays.obstacle[b] else wanted.gap
            reach = gap + 2 * wanted.step
            ox, oy = at[b, 0] - at[a, 0], at[b, 1] - at[a, 1]
            for p in range(first[poses[a]], first[poses[a] + 1]):
                for q in range(first[poses[b]], first[poses[b] + 1]):
                    if _apart(box, p, q, ox, oy, reach):
                        continue
                    room, nx, ny = between(
                        points[start[p] : start[p + 1]], points[start[q] : start[q + 1]], ox, oy
                    )
                    room -= gap + SPARE
                    if room > 2 * wanted.step * (abs(nx) + abs(ny)):
                        continue
                    if count == len(out.rooms):
                        return -1
                    out.pairs[count, 0], out.pairs[count, 1] = a, b
                    out.normals[count, 0], out.normals[count, 1] = nx, ny
                    out.rooms[count] = room
                    count += 1
    return count
