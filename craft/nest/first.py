"""The first lay, at once: everything side by side as boxes, the longest first."""

import numpy as np

from craft.nest.flat import Arrays
from craft.nest.problem import Nested, Problem
from craft.nest.spots import nearest_step


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
    boxes: list[tuple[float, float, float, float]] = []  # x0, x1, y0, y1 of what lies
    begin = 0.0
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
            hx, hy = flat.half[pose]
            levels = [flat.low[pose], flat.high[pose]]
            levels += [y1 + problem.gap + hy for _, _, _, y1 in boxes]
            for y in levels:
                y = nearest_step(y, flat.step[pose, 1], flat.rest[pose, 1], flat.low[pose], up=True)
                if not flat.low[pose] - 1e-9 <= y <= flat.high[pose] + 1e-9:
                    continue
                x = max(
                    [begin, *(x1 + problem.gap for _, x1, y0, y1 in boxes
                              if y - hy < y1 + problem.gap and y + hy > y0 - problem.gap)]
                )  # fmt: skip
                x = nearest_step(x + hx, flat.step[pose, 0], flat.rest[pose, 0], hx, up=True)
                if best is None or (x + hx, y) < best[:2]:
                    best = (x + hx, y, pose, x)
        if best is None:
            raise NoPlace(part)
        end, y, pose, x = best
        poses[part], at[part] = pose, (x, y)
        boxes.append((x - flat.half[pose, 0], end, y - flat.half[pose, 1], y + flat.half[pose, 1]))
    pieces = ~flat.obstacle
    length = float((at[:, 0] + flat.half[poses, 0])[pieces].max(initial=0.0))
    own = tuple(int(pose - first) for pose, first in zip(poses, flat.first[:-1], strict=True))
    return Nested(own, at, length)
