"""Where one line crosses another, and a smooth line through points."""

from collections.abc import Sequence
from math import hypot

from fontTools.misc.bezierTools import segmentSegmentIntersections

from craft.shape.curve import Curve, Point, point_at, velocity_at
from craft.shape.path import Path, nearest_place

Place = tuple[int, float]
# How near the two curves are to come to each other (mm), in how many steps.
MET, ROUNDS = 1e-7, 30


def crossings(line: Path, other: Path) -> list[tuple[Place, Place, Point]]:
    """Every place (curve index, parameter on both, point) where they cross, in the order of the line.

    >>> crossings((((0.0, 0.0), (10.0, 0.0)),), (((4.0, -1.0), (4.0, 3.0)),))
    [((0, 0.4), (0, 0.25), (4.0, 0.0))]
    """
    found = []
    for i, a in enumerate(line):
        for j, b in enumerate(other):
            if _near(a, b):
                for hit in segmentSegmentIntersections(a, b):
                    if -1e-9 <= hit.t1 <= 1 + 1e-9 and -1e-9 <= hit.t2 <= 1 + 1e-9:
                        t, u = _refined(a, b, float(hit.t1), float(hit.t2))
                        found.append(((i, t), (j, u), point_at(a, t)))
    return sorted(found)


def _refined(a: Curve, b: Curve, t: float, u: float) -> tuple[float, float]:
    """Both parameters where the curves really meet: the library stops at half a millimetre or so, Newton's
    steps go on from there to a thousandth."""
    best = (_gap(a, b, t, u), t, u)
    for _ in range(ROUNDS):
        if best[0] < MET:
            break
        (ax, ay), (bx, by) = point_at(a, t), point_at(b, u)
        (px, py), (qx, qy) = velocity_at(a, t), velocity_at(b, u)
        area = qx * py - px * qy
        if abs(area) < 1e-9:
            break  # they touch: there is no one place
        dx, dy = bx - ax, by - ay
        t = min(1.0, max(0.0, t + (qx * dy - qy * dx) / area))
        u = min(1.0, max(0.0, u + (px * dy - py * dx) / area))
        best = min(best, (_gap(a, b, t, u), t, u))
    # Where a handle has length zero the steps lead nowhere: then from one to the nearest of the other.
    for _ in range(ROUNDS):
        if best[0] < MET:
            break
        t = nearest_place((a,), point_at(b, best[2]))[2]
        u = nearest_place((b,), point_at(a, t))[2]
        nearer = (_gap(a, b, t, u), t, u)
        if nearer[0] > 0.99 * best[0]:
            break
        best = nearer
    return best[1], best[2]


def _gap(a: Curve, b: Curve, t: float, u: float) -> float:
    (ax, ay), (bx, by) = point_at(a, t), point_at(b, u)
    return hypot(ax - bx, ay - by)


def _near(a: Curve, b: Curve) -> bool:
    return all(
        min(p[k] for p in a) <= max(p[k] for p in b) + 1e-6
        and min(p[k] for p in b) <= max(p[k] for p in a) + 1e-6
        for k in (0, 1)
    )


def smooth_line(points: Sequence[Point]) -> Path:
    """One smooth line through the points: at each it runs as from its neighbour before to the one after."""
    count = len(points)
    if count == 2:
        return ((points[0], points[1]),)
    ways = []
    for k in range(count):
        (ax, ay), (bx, by) = points[max(0, k - 1)], points[min(count - 1, k + 1)]
        size = hypot(bx - ax, by - ay) or 1.0
        ways.append(((bx - ax) / size, (by - ay) / size))
    made: list[Curve] = []
    for (p, u), (q, v) in zip(
        zip(points, ways, strict=True), zip(points[1:], ways[1:], strict=True), strict=False
    ):
        far = hypot(q[0] - p[0], q[1] - p[1]) / 3
        made.append(
            (p, (p[0] + u[0] * far, p[1] + u[1] * far), (q[0] - v[0] * far, q[1] - v[1] * far), q)
        )
    return tuple(made)
