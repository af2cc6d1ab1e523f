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

from craft.nest.flat import Flat
from craft.nest.problem import Problem, flipped
from craft.shape.convex import convex_parts, covering
from craft.shape.curve import Floats

COVER = 0.15  # how far the covering outline may reach beyond the true one (mm)
SPARE = 1e-3  # kept on top of the gap, so that rounding never shows (mm)
CLEAR = 1e-6  # an overlap of a program's answer that counts as none (mm)
# A program that takes longer than this is given up; hundreds of steps are usual.
PROGRAM = {"maxiter": 20_000, "time_limit": 2.0}


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
def _between(points, a0, a1, ax, ay, b0, b1, bx, by):
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
def _lines(first, start, points, box, ways, at, still, block, gap, step, pairs, normals, rooms):
    """All pairs of parts that could meet when every thing moves by ``step``, and how much more room
    they have than the gap; returns their number, or -1 when the arrays are too short."""
    n = len(ways)
    count = 0
    for a in range(n):
        for b in range(a + 1, n):
            if still[a] and still[b]:
                continue
            wanted = 0.0 if block[a] or block[b] else gap
            reach = wanted + 2 * step
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
                    room -= wanted + SPARE
                    if room > 2 * step * (abs(nx) + abs(ny)):
                        continue
                    if count == len(rooms):
                        return -1
                    pairs[count, 0], pairs[count, 1] = a, b
                    normals[count, 0], normals[count, 1] = nx, ny
                    rooms[count] = room
                    count += 1
    return count


# How much sinking towards the cut end counts beside the length, and towards the near edge beside that.
PULL, NEAR_EDGE = 1e-4, 0.1


class Compactor:
    """Pushes lays of one problem together."""

    def __init__(self, problem: Problem, flat: Flat) -> None:
        self.parts = parts_of(problem)
        self.flat = flat
        self.gap = problem.gap
        self.rows = 4096

    def _near(self, ways: np.ndarray, at: Floats, step: float) -> tuple[np.ndarray, Floats, Floats]:
        p, flat = self.parts, self.flat
        while True:
            pairs = np.empty((self.rows, 2), np.int64)
            normals, rooms = np.empty((self.rows, 2)), np.empty(self.rows)
            count = _lines(
                p.first, p.start, p.points, p.box, ways, at, flat.pinned, flat.block, self.gap,
                step, pairs, normals, rooms,
            )  # fmt: skip
            if count >= 0:
                return pairs[:count], normals[:count], rooms[:count]
            self.rows *= 2

    def overlap(self, ways: np.ndarray, at: Floats) -> float:
        """How far the worst pair is from being apart by the gap (mm, 0 when all are)."""
        _, _, rooms = self._near(ways, at, 0.01)
        return max(0.0, float(-SPARE - rooms.min())) if len(rooms) else 0.0

    def length(self, ways: np.ndarray, at: Floats) -> float:
        """The strip's length as the things lie."""
        ends = at[:, 0] + self.flat.half[ways, 0]
        return float(ends[~self.flat.block].max(initial=0.0))

    def _columns(self, ways: np.ndarray) -> np.ndarray:
        """Per thing the variables it moves along and across by: things of a group share one."""
        n = len(ways)
        columns = np.arange(2 * n).reshape(2, n)
        for axis in (0, 1):
            group = self.flat.group[ways, axis]
            for each in np.unique(group[group >= 0]):
                members = np.flatnonzero(group == each)
                columns[axis, members] = columns[axis, members[0]]
        return columns

    def _bounds(self, ways: np.ndarray, at: Floats, step: float) -> tuple[Floats, Floats]:
        """How far each thing may move along and across: lowest and highest, shape (2, n)."""
        f = self.flat
        n = len(ways)
        least = np.full((2, n), -step)
        most = np.full((2, n), step)
        least[0] = np.maximum(least[0], f.half[ways, 0] - at[:, 0])
        least[1] = np.maximum(least[1], f.low[ways] - at[:, 1])
        most[1] = np.minimum(most[1], f.high[ways] - at[:, 1])
        stay = f.pinned[None, :] | ((f.step[ways].T > 0) & (f.group[ways].T < 0))
        least[stay], most[stay] = 0.0, 0.0
        return least, most

    def move(
        self, ways: np.ndarray, at: Floats, step: float, settle: float | None = None
    ) -> tuple[Floats, float, float] | None:
        """One program: the new places, the length, and the overlap left (mm). ``settle``: keep to
        this length and let everything sink towards the cut end and the near edge, large first."""
        n = len(ways)
        pairs, normals, rooms = self._near(ways, at, step)
        apart = rooms < -CLEAR
        slacks = int(apart.sum())
        m = len(rooms)
        row = np.arange(m)
        cx, cy = self._columns(ways)
        end, slack = 2 * n, 2 * n + 1
        # n . (d_b - d_a) + slack >= -room, written as <=.
        rows = [row, row, row, row, row[apart]]
        cols = [cx[pairs[:, 0]], cx[pairs[:, 1]], cy[pairs[:, 0]], cy[pairs[:, 1]],
                slack + np.arange(slacks)]  # fmt: skip
        vals = [normals[:, 0], -normals[:, 0], normals[:, 1], -normals[:, 1], -np.ones(slacks)]
        # x + dx + half <= length
        pieces = np.flatnonzero(~self.flat.block)
        ends = m + np.arange(len(pieces))
        rows += [ends, ends]
        cols += [cx[pieces], np.full(len(pieces), end)]
        vals += [np.ones(len(pieces)), -np.ones(len(pieces))]
        matrix = csr_matrix(
            (np.concatenate(vals), (np.concatenate(rows), np.concatenate(cols))),
            shape=(m + len(pieces), slack + slacks),
        )
        upper = np.concatenate((rooms, -at[pieces, 0] - self.flat.half[ways[pieces], 0]))
        least, most = self._bounds(ways, at, step)
        bounds = np.zeros((slack + slacks, 2))
        bounds[end:, 1] = np.inf
        if settle is not None:
            bounds[end, 1] = settle
        for axis, columns in enumerate((cx, cy)):
            bounds[axis * n : (axis + 1) * n] = (-step, step)
            for thing in range(n):
                spot = bounds[columns[thing]]
                spot[0] = max(spot[0], least[axis, thing])
                spot[1] = min(spot[1], most[axis, thing])
        if (bounds[:, 0] > bounds[:, 1] + 1e-9).any():
            return None
        bounds[:, 1] = np.maximum(bounds[:, 1], bounds[:, 0])
        sink = np.full(2 * n, PULL)
        sink[n:] = 0.0
        if settle is not None:
            weight = self.flat.size / self.flat.size.max()
            sink = np.concatenate((weight, NEAR_EDGE * weight))
        cost = np.zeros(slack + slacks)
        np.add.at(cost, np.concatenate((cx, cy)), sink)
        cost[end], cost[slack:] = 1.0 if settle is None else 0.0, 50.0 * n
        made = linprog(
            cost, A_ub=matrix, b_ub=upper, bounds=bounds, method="highs-ds", options=PROGRAM
        )
        if made.status != 0:
            return None
        there = at + np.column_stack((made.x[cx], made.x[cy]))
        return there, float(made.x[end]), float(made.x[slack:].max(initial=0.0))

    def settle(self, ways: np.ndarray, at: Floats, length: float, rounds: int = 3) -> Floats:
        """The lay as short as it is, with everything sunk towards the cut end and the near edge."""
        best = at
        for _ in range(rounds):
            made = self.move(ways, best, 30.0, settle=length)
            if made is None or made[2] > CLEAR:
                break
            moved = float(np.abs(made[0] - best).max())
            best = made[0]
            if moved < 0.5:
                break
        return best

    def push(
        self,
        ways: np.ndarray,
        at: Floats,
        step: float = 20.0,
        rounds: int = 8,
        least: float = 0.2,
        stop: np.ndarray | None = None,
    ) -> tuple[Floats, float] | None:
        """Push together until it hardly helps, or stop[0] is set; None when overlaps cannot be parted
        here."""
        length = np.inf
        done: tuple[Floats, float] | None = None
        for turn in range(rounds):
            if stop is not None and stop[0]:
                return done
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
