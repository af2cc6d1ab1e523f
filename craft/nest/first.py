"""The first lay, at once: everything side by side as boxes, the longest first."""

import numpy as np

from craft.nest.flat import Flat
from craft.nest.problem import Nested, Problem
from craft.nest.spots import nearest_step


class NoPlace(ValueError):
    """A thing fits no way across the strip: ``thing`` is its index."""

    def __init__(self, thing: int) -> None:
        super().__init__(f"thing {thing} fits no way across the strip")
        self.thing = thing


def first_lay(problem: Problem, flat: Flat) -> Nested:
    """A lay without any overlap, however long: each thing's box goes where the strip is used up
    least, beyond everything pinned. Raises NoPlace."""
    n = len(problem.things)
    ways, at = np.zeros(n, np.int64), np.zeros((n, 2))
    boxes: list[tuple[float, float, float, float]] = []  # x0, x1, y0, y1 of what lies
    begin = 0.0
    for thing, fixed in problem.pinned.items():
        way = flat.first[thing] + fixed.way
        ways[thing], at[thing] = way, (fixed.x, fixed.y)
        begin = max(begin, fixed.x + flat.half[way, 0] + problem.gap)
    loose = [i for i in range(n) if i not in problem.pinned]
    fold = [flat.high[flat.first[i]] - flat.low[flat.first[i]] < 1e-6 for i in range(n)]
    for thing in sorted(loose, key=lambda i: (not fold[i], -flat.half[flat.first[i], 0])):
        best: tuple[float, float, int, float] | None = None
        for way in range(flat.first[thing], flat.first[thing + 1]):
            if flat.high[way] < flat.low[way] - 1e-9:
                continue
            hx, hy = flat.half[way]
            levels = [flat.low[way], flat.high[way]]
            levels += [y1 + problem.gap + hy for _, _, _, y1 in boxes]
            for y in levels:
                y = nearest_step(y, flat.step[way, 1], flat.rest[way, 1], flat.low[way], up=True)
                if not flat.low[way] - 1e-9 <= y <= flat.high[way] + 1e-9:
                    continue
                x = max(
                    [begin, *(x1 + problem.gap for _, x1, y0, y1 in boxes
                              if y - hy < y1 + problem.gap and y + hy > y0 - problem.gap)]
                )  # fmt: skip
                x = nearest_step(x + hx, flat.step[way, 0], flat.rest[way, 0], hx, up=True)
                if best is None or (x + hx, y) < best[:2]:
                    best = (x + hx, y, way, x)
        if best is None:
            raise NoPlace(thing)
        end, y, way, x = best
        ways[thing], at[thing] = way, (x, y)
        boxes.append((x - flat.half[way, 0], end, y - flat.half[way, 1], y + flat.half[way, 1]))
    pieces = ~flat.block
    length = float((at[:, 0] + flat.half[ways, 0])[pieces].max(initial=0.0))
    own = tuple(int(way - first) for way, first in zip(ways, flat.first[:-1], strict=True))
    return Nested(own, at, length)
