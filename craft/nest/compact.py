"""Pushing a lay together exactly: linear programs over the separating lines of convex parts.

Every shape is covered by convex parts. Two parts are kept apart by one straight line between them;
for each pair near enough to meet, the best line is chosen where the parts lie now, and all things
move at once (at most a step) so that the strip gets as short as these lines allow. Then the lines
are chosen anew. A lay with small overlaps is pulled apart by the same programs where that can be
done: what is left of an overlap costs more than any length.
"""

from dataclasses import dataclass

import numba as nb
import numpy as np
from scipy.optimize import linprog
from scipy.sparse import csr_matrix

from craft.nest.problem import Problem, flipped
from craft.shape.convex import convex_parts, covering
from craft.shape.curve import Floats

COVER = 0.15  # how far the covering outline may reach beyond the true one (mm)
SPARE = 1e-3  # kept on top of the gap, so that rounding never shows (mm)
CLEAR = 1e-6  # an overlap of a program's answer that counts as none (mm)


@dataclass(frozen=True)
class Parts:
    """Convex parts of all ways of a problem, one after another. ``first``: per way its first part
    (ways + 1), ``start``: per part its first point (parts + 1), ``box``: per part its bounds."""

    first: np.ndarray
    start: np.ndarray
    points: Floats
    box: Floats


def parts_of(problem: Problem) -> Parts:
    """The convex parts of every way a thing can lie, about the middle of its bounding box."""
    made = [convex_parts(covering(ring, COVER)) for ring in problem.shapes]
    first, start, points, boxes = [0], [0], [], []
    for thing in problem.things:
        for way in thing:
            for part in made[way.shape]:
                turned = flipped(part, way.flips)
                points.append(turned)
                start.append(start[-1] + len(turned))
                boxes.append([*turned.min(axis=0), *turned.max(axis=0)])
            first.append(len(start) - 1)
    return Parts(
        np.array(first), np.array(start), np.ascontiguousarray(np.concatenate(points)),
        np.array(boxes),
    )  # fmt: skip


@nb.njit(cache=True, nogil=True, fastmath=True)
def _between(points, a0, a1, ax, ay, b0, b1, bx, by):  # type: ignore[no-untyped-def]
    """The line that best parts two convex rings: (room between them, its normal from a to b)."""
    best, nx, ny = -1e18, 1.0, 0.0
    ox, oy = bx - ax, by - ay
    for turn in range(2):
        s0, s1, t0, t1 = (a0, a1, b0, b1) if turn == 0 else (b0, b1, a0, a1)
        sign = 1.0 if turn == 0 else -1.0
        for k in range(s0, s1):
            m = k + 1 if k + 1 < s1 else s0
            ex, ey = points[m, 0] - points[k, 0], points[m, 1] - points[k, 1]
            size = np.sqrt(ex * ex + ey * ey)
            if size < 1e-9:
                continue
            ux, uy = ey / size, -ex / size  # outwards from the ring the side belongs to
            base = ux * points[k, 0] + uy * points[k, 1]
            shift = sign * (ux * ox + uy * oy)
            least = 1e18
            for q in range(t0, t1):
                v = ux * points[q, 0] + uy * points[q, 1]
                least = min(least, v)
                if least + shift - base <= best:
                    break
            room = least + shift - base
            if room > best:
                best, nx, ny = room, sign * ux, sign * uy
    if best > 0:  # apart: two corners may face each other
        near, kx, ky = 1e18, 0.0, 0.0
        for k in range(a0, a1):
            for q in range(b0, b1):
                dx = points[q, 0] + ox - points[k, 0]
                dy = points[q, 1] + oy - points[k, 1]
                d = dx * dx + dy * dy
                if d < near:
                    near, kx, ky = d, dx, dy
        near = np.sqrt(near)
        if near > best + 1e-9:
            ux, uy = kx / near, ky / near
            far, least = -1e18, 1e18
            for k in range(a0, a1):
                far = max(far, ux * points[k, 0] + uy * points[k, 1])
            for q in range(b0, b1):
                least = min(least, ux * (points[q, 0] + ox) + uy * (points[q, 1] + oy))
            if least - far > best:
                best, nx, ny = least - far, ux, uy
    return best, nx, ny


@nb.njit(cache=True, nogil=True)
def _lines(first, start, points, box, ways, at, gap, step, pairs, normals, rooms):  # type: ignore[no-untyped-def]
    """All pairs of parts that could meet when every thing moves by ``step``; returns their number,
    or -1 when the arrays are too short."""
    n = len(ways)
    count = 0
    reach = gap + 2 * step
    for a in range(n):
        for b in range(a + 1, n):
            for p in range(first[ways[a]], first[ways[a] + 1]):
                for q in range(first[ways[b]], first[ways[b] + 1]):
                    if (
                        box[q, 0] + at[b, 0] - box[p, 2] - at[a, 0] > reach
                        or box[p, 0] + at[a, 0] - box[q, 2] - at[b, 0] > reach
                        or box[q, 1] + at[b, 1] - box[p, 3] - at[a, 1] > reach
                        or box[p, 1] + at[a, 1] - box[q, 3] - at[b, 1] > reach
                    ):
                        continue
                    room, nx, ny = _between(
                        points, start[p], start[p + 1], at[a, 0], at[a, 1],
                        start[q], start[q + 1], at[b, 0], at[b, 1],
                    )  # fmt: skip
                    if room - gap > 2 * step * (abs(nx) + abs(ny)):
                        continue
                    if count == len(rooms):
                        return -1
                    pairs[count, 0], pairs[count, 1] = a, b
                    normals[count, 0], normals[count, 1] = nx, ny
                    rooms[count] = room
                    count += 1
    return count


@dataclass(frozen=True)
class Bounds:
    """Per way: half its width, and how low and high its middle may lie; per thing: may it move."""

    half: Floats
    low: Floats
    high: Floats
    pinned: np.ndarray


class Compactor:
    """Pushes lays of one problem together."""

    def __init__(self, problem: Problem, bounds: Bounds) -> None:
        self.parts = parts_of(problem)
        self.bounds = bounds
        self.gap = problem.gap + SPARE
        self.rows = 4096

    def _near(self, ways: np.ndarray, at: Floats, step: float) -> tuple[np.ndarray, Floats, Floats]:
        p = self.parts
        while True:
            pairs = np.empty((self.rows, 2), np.int64)
            normals, rooms = np.empty((self.rows, 2)), np.empty(self.rows)
            count = _lines(
                p.first, p.start, p.points, p.box, ways, at, self.gap, step, pairs, normals, rooms
            )
            if count >= 0:
                return pairs[:count], normals[:count], rooms[:count]
            self.rows *= 2

    def overlap(self, ways: np.ndarray, at: Floats) -> float:
        """How far the worst pair is from being apart by the gap (mm, 0 when all are)."""
        _, _, rooms = self._near(ways, at, 0.01)
        return max(0.0, float(self.gap - SPARE - rooms.min())) if len(rooms) else 0.0

    def length(self, ways: np.ndarray, at: Floats) -> float:
        """The strip's length as the things lie."""
        return float((at[:, 0] + self.bounds.half[ways, 0]).max())

    def move(
        self, ways: np.ndarray, at: Floats, step: float, pull: float = 1e-4
    ) -> tuple[Floats, float, float] | None:
        """One program: the new places, the length, and the overlap left (mm)."""
        b, n = self.bounds, len(ways)
        pairs, normals, rooms = self._near(ways, at, step)
        want = self.gap - rooms
        apart = want > CLEAR
        slacks = int(apart.sum())
        m = len(rooms)
        row = np.arange(m)
        # n . (d_b - d_a) + slack >= gap - room, written as <=.
        rows = [row, row, row, row, row[apart]]
        cols = [pairs[:, 0], pairs[:, 1], n + pairs[:, 0], n + pairs[:, 1],
                2 * n + 1 + np.arange(slacks)]  # fmt: skip
        vals = [normals[:, 0], -normals[:, 0], normals[:, 1], -normals[:, 1], -np.ones(slacks)]
        # x + dx + half <= length
        every = np.arange(n)
        rows += [m + every, m + every]
        cols += [every, np.full(n, 2 * n)]
        vals += [np.ones(n), -np.ones(n)]
        matrix = csr_matrix(
            (np.concatenate(vals), (np.concatenate(rows), np.concatenate(cols))),
            shape=(m + n, 2 * n + 1 + slacks),
        )
        half = b.half[ways, 0]
        upper = np.concatenate((-want, -at[:, 0] - half))
        stay = np.where(b.pinned, 0.0, step)
        low_x = np.maximum(-stay, np.where(b.pinned, 0.0, half - at[:, 0]))
        low_y = np.maximum(-stay, np.where(b.pinned, 0.0, b.low[ways] - at[:, 1]))
        high_y = np.minimum(stay, np.where(b.pinned, 0.0, b.high[ways] - at[:, 1]))
        low_y = np.minimum(low_y, high_y)
        bounds = np.concatenate(
            (
                np.column_stack((np.minimum(low_x, stay), stay)),
                np.column_stack((low_y, high_y)),
                [[0.0, np.inf]],
                np.column_stack((np.zeros(slacks), np.full(slacks, np.inf))),
            )
        )
        cost = np.concatenate((np.full(n, pull), np.zeros(n), [1.0], np.full(slacks, 50.0)))
        made = linprog(cost, A_ub=matrix, b_ub=upper, bounds=bounds, method="highs-ds")
        if made.x is None:
            return None
        there = at + np.column_stack((made.x[:n], made.x[n : 2 * n]))
        return there, float(made.x[2 * n]), float(made.x[2 * n + 1 :].max(initial=0.0))

    def push(
        self, ways: np.ndarray, at: Floats, step: float = 20.0, rounds: int = 8, least: float = 0.2
    ) -> tuple[Floats, float] | None:
        """Push together until it hardly helps; None when overlaps cannot be parted here."""
        length = np.inf
        done: tuple[Floats, float] | None = None
        for turn in range(rounds):
            made = self.move(ways, at, step)
            if made is None:
                return done
            at, now, left = made
            if left <= CLEAR:
                if done is not None and now > length - least:
                    return (at, now) if now < length else done
                done, length = (at, now), now
            elif done is None and turn >= 3:
                return None
        return done
