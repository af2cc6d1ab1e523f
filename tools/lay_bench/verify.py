"""Checks a lay exactly. Knows only the outlines, where they lie, and the rules; nothing of the search."""

import numpy as np
import shapely
from shapely.geometry import Polygon

from craft.nest.problem import Nested, Problem

NO_OVERLAP = 1e-6 * 100  # mm²: 1e-6 cm²
INSIDE = 1e-4  # mm


def faults(problem: Problem, lay: Nested) -> list[str]:
    """What is wrong with the lay; nothing when every rule holds."""
    found, laid = [], []
    for index, (own, at) in enumerate(zip(lay.poses, lay.at, strict=True)):
        pose = problem.parts[index][own]
        sign = np.array([-1.0 if pose.flips & 1 else 1.0, -1.0 if pose.flips & 2 else 1.0])
        ring = problem.shapes[pose.shape] * sign + at
        laid.append(Polygon(ring))
        (x0, y0), (x1, y1) = ring.min(axis=0), ring.max(axis=0)
        if index in problem.obstacles:
            continue
        if min(x0, y0) < -INSIDE or x1 > lay.length + INSIDE or y1 > problem.height + INSIDE:
            found.append(f"part {index} lies outside the strip")
        if not pose.low - 1e-2 <= at[1] <= pose.high + 1e-2:
            found.append(f"part {index} is {at[1] - pose.low:.3f} mm off its fold or lane")
    # After the gap: both grown by half of it, as round as makes no difference.
    grown = [shape.buffer(problem.gap / 2, quad_segs=64) for shape in laid]
    for a, b in shapely.STRtree(grown).query(grown).T:
        if a < b and not {a, b} & problem.obstacles:
            shared = float(grown[a].intersection(grown[b]).area)
            if shared > NO_OVERLAP:
                found.append(f"parts {a} and {b} overlap by {shared / 100:.7f} cm²")
    return found
