"""The first lay, at once: everything side by side as boxes, the longest first."""

import numpy as np

from craft.nest.flat import Arrays
from craft.nest.problem import Nested, Problem
from craft.nest.spots import nearest_step

Floats = np.ndarray[tuple[int, ...], np.dtype[np.float64]]


class NoPlace(ValueError):
    """A part fits the strip in no pose: ``part`` is its index."""

    def __init__(self, part: int) -> None:
        super().__init__(f"part {part} fits the strip in no pose")
        self.part = part


def first_lay(problem: Problem, flat: Arrays) -> Nested:
    """A lay without any overlap, however long: each part's box goes where the strip is used up
    least, beyond everything pinned. Raises NoPlace."""
    n = len(problem.parts)
    poses, at = np.zeros(n, np.int64), np.zeros((n, 2))
    begin, lying = 0.0, Lying(n, problem.gap)
    for part, fixed in problem.pinned.items():
        pose = flat.first[part] + fixed.pose
        poses[part], at[part] = pose, (fixed.x, fixed.y)
        begin = max(begin, fixed.x + flat.half[pose, 0] + problem.gap)
    loose = [i for i in range(n) if i not in problem.pinned]
    fold = [flat.high[flat.first[i]] - flat.low[flat.first[i]] < 1e-6 for i in range(n)]
    for part in sorted(loose, key=lambda i: (not fold[i], -flat.half[flat.first[i], 0])):
        best: tuple[float, float, int, float] | None = None
        for pose in range(flat.first[part], flat.first[part + 1]):
            if flat.high[pose] < flat.low[pose] - 1e-9:
                continue
            hx, hy = (float(half) for half in flat.half[pose])
            levels = np.concatenate(([flat.low[pose], flat.high[pose]], lying.above(hy)))
            step, rest = flat.step[pose], flat.rest[pose]
            ys = _steps(levels, step[1], rest[1], flat.low[pose])
            ys = np.unique(ys[(ys >= flat.low[pose] - 1e-9) & (ys <= flat.high[pose] + 1e-9)])
            if not len(ys):
                continue
            xs = _steps(lying.free(ys, hy, begin) + hx, step[0], rest[0], hx)
            first = int(np.lexsort((ys, xs))[0])
            x, y = float(xs[first]), float(ys[first])
            if best is None or (x + hx, y) < best[:2]:
                best = (x + hx, y, pose, x)
        if best is None:
            raise NoPlace(part)
        end, y, pose, x = best
        poses[part], at[part] = pose, (x, y)
        lying.add(end, y - flat.half[pose, 1], y + flat.half[pose, 1])
    pieces = ~flat.obstacle
    length = float((at[:, 0] + flat.half[poses, 0])[pieces].max(initial=0.0))
    own = tuple(int(pose - first) for pose, first in zip(poses, flat.first[:-1], strict=True))
    return Nested(own, at, length)


class Lying:
    """The boxes that lie already, with room for ``most`` of them: how far each reaches along the strip, and
    from where to where across it (mm)."""

    def __init__(self, most: int, gap: float) -> None:
        self._boxes, self._count, self._gap = np.zeros((most, 3)), 0, gap

    def add(self, end: float, low: float, high: float) -> None:
        """One more."""
        self._boxes[self._count] = (end, low, high)
        self._count += 1

    def above(self, half: float) -> Floats:
        """Where (mm) a box of that half height would lie just above each."""
        return self._boxes[: self._count, 2] + self._gap + half

    def free(self, ys: Floats, half: float, begin: float) -> Floats:
        """From where (mm) the strip is free for it at each height of its middle."""
        if not self._count:
            return np.full(len(ys), begin)
        ends, lows, highs = self._boxes[: self._count].T
        in_the_way = (ys[:, None] - half < highs + self._gap) & (
            ys[:, None] + half > lows - self._gap
        )
        return np.asarray(np.where(in_the_way, ends + self._gap, begin).max(axis=1, initial=begin))


def _steps(values: Floats, step: float, rest: float, least: float) -> Floats:
    """``nearest_step`` upwards for all of them."""
    if step <= 0:
        return np.maximum(values, least)
    return np.array([nearest_step(float(v), step, rest, least, up=True) for v in values])
