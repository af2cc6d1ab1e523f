"""Pushing a lay together exactly: linear programs over the separating lines of convex components
(compaction and separation as Li and Milenkovic describe them).

Every shape is covered by convex components. Two components are kept apart by one straight line between
them; for each pair near enough to meet, the best line is chosen where the parts lie now, and all parts
move at once (at most a step) so that the strip gets as short as these lines allow. Then the lines
are chosen anew. A lay with small overlaps is pulled apart by the same programs where that can be
done: what is left of an overlap costs more than any length.

Handles badly: parts that would have to pass each other (a line keeps its side), and overlaps deeper
than a step.
"""

import numpy as np

from craft.nest.flat import Arrays
from craft.nest.lines import SPARE, Near, Wanted, components_of, lines
from craft.nest.problem import Problem
from craft.nest.program import Program, least_of
from craft.shape.curve import Floats

CLEAR = 1e-6  # an overlap of a program's answer that counts as none (mm)
# How far parts may move at once (mm), how often they are pushed and sunk, and what hardly helps (mm).
STEP, PUSHES, SINKS, HARDLY = 20.0, 8, 3, 0.2


# How much sinking towards the cut end counts beside the length, and towards the near edge beside that.
PULL, NEAR_EDGE = 1e-4, 0.1


class Compactor:
    """Pushes lays of one problem together."""

    def __init__(self, problem: Problem, flat: Arrays) -> None:
        self.components = components_of(problem)
        self.flat = flat
        self.gap = float(problem.gap)
        self.rows = 4096

    def _near(self, poses: np.ndarray, at: Floats, step: float) -> Near:
        while True:
            room = Near(
                np.empty((self.rows, 2), np.int64), np.empty((self.rows, 2)), np.empty(self.rows)
            )
            wanted = Wanted(self.gap, step)
            count = lines(self.components, self.flat, poses, at, wanted, room)
            if count >= 0:
                return Near(*(each[:count] for each in room))
            self.rows *= 2

    def overlap(self, poses: np.ndarray, at: Floats) -> float:
        """How far the worst pair is from being apart by the gap (mm, 0 when all are)."""
        _, _, rooms = self._near(poses, at, 0.01)
        return max(0.0, float(-SPARE - rooms.min())) if len(rooms) else 0.0

    def length(self, poses: np.ndarray, at: Floats) -> float:
        """The strip's length as the parts lie."""
        ends = at[:, 0] + self.flat.half[poses, 0]
        return float(ends[~self.flat.obstacle].max(initial=0.0))

    def _columns(self, poses: np.ndarray) -> np.ndarray:
        """Per part the variables it moves along and across by: parts of a group share one."""
        n = len(poses)
        columns = np.arange(2 * n).reshape(2, n)
        for axis in (0, 1):
            group = self.flat.group[poses, axis]
            for each in np.unique(group[group >= 0]):
                members = np.flatnonzero(group == each)
                columns[axis, members] = columns[axis, members[0]]
        return columns

    def _bounds(self, poses: np.ndarray, at: Floats, step: float) -> tuple[Floats, Floats]:
        """How far each part may move along and across: lowest and highest, shape (2, n)."""
        f = self.flat
        n = len(poses)
        least = np.full((2, n), -step)
        most = np.full((2, n), step)
        least[0] = np.maximum(least[0], f.half[poses, 0] - at[:, 0])
        least[1] = np.maximum(least[1], f.low[poses] - at[:, 1])
        most[1] = np.minimum(most[1], f.high[poses] - at[:, 1])
        stay = f.pinned[None, :] | ((f.step[poses].T > 0) & (f.group[poses].T < 0))
        least[stay], most[stay] = 0.0, 0.0
        return least, most

    def move(
        self, poses: np.ndarray, at: Floats, step: float, settle: float | None = None
    ) -> tuple[Floats, float, float] | None:
        """One program: the new places, the length, and the overlap left (mm). ``settle``: keep to
        this length and let everything sink towards the cut end and the near edge, large first."""
        n = len(poses)
        near = self._near(poses, at, step)
        apart = near.rooms < -CLEAR
        columns = self._columns(poses)
        end, slack = 2 * n, 2 * n + 1
        bounds = self._limits(poses, at, step, columns, slack + int(apart.sum()))
        if bounds is None:
            return None
        if settle is not None:
            bounds[end, 1] = settle
        pieces = np.flatnonzero(~self.flat.obstacle)
        cost = np.zeros(len(bounds))
        np.add.at(cost, columns.ravel(), self._sinking(n, settled=settle is not None))
        cost[end], cost[slack:] = 1.0 if settle is None else 0.0, 50.0 * n
        limits = np.concatenate((near.rooms, -at[pieces, 0] - self.flat.half[poses[pieces], 0]))
        rows = _rows(near, columns, pieces, apart)
        moved = least_of(Program(cost, bounds[:, 0], bounds[:, 1], *rows, limits))
        if moved is None:
            return None
        there = at + moved[columns].T
        return there, float(moved[end]), float(moved[slack:].max(initial=0.0))

    def _limits(
        self, poses: np.ndarray, at: Floats, step: float, columns: np.ndarray, count: int
    ) -> Floats | None:
        """Lowest and highest value of every variable; None when a group cannot move at all."""
        n = len(poses)
        least, most = self._bounds(poses, at, step)
        bounds = np.zeros((count, 2))
        bounds[: 2 * n] = (-step, step)
        bounds[2 * n :, 1] = np.inf
        np.maximum.at(bounds[:, 0], columns, least)
        np.minimum.at(bounds[:, 1], columns, most)
        if (bounds[:, 0] > bounds[:, 1] + 1e-9).any():
            return None
        bounds[:, 1] = np.maximum(bounds[:, 1], bounds[:, 0])
        return bounds

    def _sinking(self, n: int, *, settled: bool) -> Floats:
        """What moving along and across costs each part, beside the length."""
        if not settled:
            return np.concatenate((np.full(n, PULL), np.zeros(n)))
        weight = self.flat.size / self.flat.size.max()
        return np.concatenate((weight, NEAR_EDGE * weight))

    def settle(self, poses: np.ndarray, at: Floats, length: float) -> Floats:
        """The lay (mm) as short as it is, with everything sunk towards the cut end and the near edge."""
        best = at
        for _ in range(SINKS):
            made = self.move(poses, best, 30.0, settle=length)
            if made is None or made[2] > CLEAR:
                break
            moved = float(np.abs(made[0] - best).max())
            best = made[0]
            if moved < 0.5:
                break
        return best

    def push(
        self,
        poses: np.ndarray,
        at: Floats,
        stop: np.ndarray | None = None,
    ) -> tuple[Floats, float] | None:
        """Push together (mm) until it hardly helps, or stop[0] is set; None when overlaps cannot be parted
        here."""
        length = np.inf
        done: tuple[Floats, float] | None = None
        for turn in range(PUSHES):
            if stop is not None and stop[0]:
                return done
            made = self.move(poses, at, STEP)
            if made is None:
                return done
            at, now, left = made
            if left <= CLEAR:
                if done is not None and now > length - HARDLY:
                    return (at, now) if now < length else done
                done, length = (at, now), now
            elif done is None and turn >= 3:
                return None
        return done


def _rows(
    near: Near, columns: np.ndarray, pieces: np.ndarray, apart: np.ndarray
) -> tuple[np.ndarray, np.ndarray, Floats]:
    """The program's left side: where its rows start, columns, values. Variables: how far each part moves
    along and across, the length, and one slack for every pair that overlaps now."""
    (cx, cy), (a, b) = columns, near.pairs.T
    end, slack = columns.size, columns.size + 1
    nx, ny = near.normals.T
    # n . (d_b - d_a) + slack >= -room, written as <=. Two of a group move as one: nothing is left of them.
    cols = np.stack((cx[a], cx[b], cy[a], cy[b], slack + np.cumsum(apart) - 1), 1)
    vals = np.stack((nx, -nx, ny, -ny, np.full(len(a), -1.0)), 1)
    along, across = cx[a] != cx[b], cy[a] != cy[b]
    there = np.stack((along, along, across, across, apart), 1)
    # x + dx + half <= length.
    one = np.ones(len(pieces))
    ends = np.stack((cx[pieces], np.full(len(pieces), end)), 1)
    counts = np.concatenate(([0], there.sum(1), 2 * one))
    return (
        np.cumsum(counts).astype(np.int32),
        np.concatenate((cols[there], ends.ravel())).astype(np.int32),
        np.concatenate((vals[there], np.stack((one, -one), 1).ravel())),
    )
