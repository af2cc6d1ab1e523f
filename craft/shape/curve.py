"""One piece of a path: a straight line (2 points) or a cubic (4 control points).

Coordinates are mm with y downwards, as on a sheet of paper lying before you.
"""

from collections.abc import Iterable
from functools import lru_cache
from math import ceil, hypot, sqrt

import numpy as np
from fontTools.misc import bezierTools

from craft.frozen import Mm
from craft.shape.tolerance import ARC_LENGTH

Point = tuple[Mm, Mm]
Line = tuple[Point, Point]
Cubic = tuple[Point, Point, Point, Point]
Curve = Line | Cubic

Floats = np.ndarray[tuple[int, ...], np.dtype[np.float64]]

HALVINGS = 4  # a cubic is divided so often until no part of it turns back
# Two rules for a length agree where they differ by no more than this share of it.
AGREED = ARC_LENGTH / 10


@lru_cache(maxsize=16384)
def length(curve: Curve) -> float:
    """Arc length in mm, to 0.001 mm.

    >>> length(((0.0, 0.0), (30.0, 40.0)))
    50.0

    Handled badly: a cubic with a cusp is measured by halving again and again and takes far longer.
    """
    if len(curve) == 2:
        return distance(curve[0], curve[1])
    return _cubic_length(curve, HALVINGS)


def _cubic_length(curve: Cubic, halvings: int) -> float:
    """By Gauss and Legendre's rules where the legs all go one way, so that the speed is never nearly 0;
    otherwise of the halves; at a cusp, whose halves still turn back, by measuring polygons."""
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = curve
    ax, ay, bx, by, cx, cy = legs = (x1 - x0, y1 - y0, x2 - x1, y2 - y1, x3 - x2, y3 - y2)
    if ax * bx + ay * by >= 0 and bx * cx + by * cy >= 0 and ax * cx + ay * cy >= 0:
        before = _speeds(legs, _RULES[0])
        for rule in _RULES[1:]:
            now = _speeds(legs, rule)
            if abs(now - before) <= AGREED * now:
                return now
            before = now
    if not halvings:
        return float(bezierTools.calcCubicArcLength(*curve, tolerance=ARC_LENGTH))
    first, second = bezierTools.splitCubicAtT(*curve, 0.5)
    return _cubic_length(first, halvings - 1) + _cubic_length(second, halvings - 1)


def _gauss(count: int) -> list[list[float]]:
    """Gauss and Legendre's rule for the length of a cubic: per place what each leg counts there."""
    places, weights = np.polynomial.legendre.leggauss(count)
    t = (places + 1) / 2
    counts: list[list[float]] = (
        1.5 * weights[:, None] * np.stack(((1 - t) ** 2, 2 * (1 - t) * t, t * t), axis=1)
    ).tolist()
    return counts


# Each is exact for far bendier curves than the one before.
_RULES = [_gauss(count) for count in (6, 10, 16)]


def _speeds(legs: tuple[float, ...], rule: list[list[float]]) -> float:
    ax, ay, bx, by, cx, cy = legs
    return sum(hypot(a * ax + b * bx + c * cx, a * ay + b * by + c * cy) for a, b, c in rule)


def distance(a: Point, b: Point) -> float:
    """Straight distance between two points (mm).

    >>> distance((0.0, 0.0), (30.0, 40.0))
    50.0
    """
    return hypot(b[0] - a[0], b[1] - a[1])


def onward(a: Point, b: Point) -> float:
    """1 where the way from a to b runs down or, being flatter than that, to the right; else -1.

    >>> onward((0.0, 0.0), (-3.0, 10.0)), onward((0.0, 0.0), (-10.0, 3.0))
    (1.0, -1.0)
    """
    dx, dy = b[0] - a[0], b[1] - a[1]
    return 1.0 if (dy if abs(dy) >= abs(dx) else dx) >= 0 else -1.0


def between(a: Point, b: Point, share: float = 0.5) -> Point:
    """The point ``share`` of the way from a to b (outside 0..1: beyond them).

    >>> between((0.0, 0.0), (10.0, 20.0), 0.25)
    (2.5, 5.0)
    """
    return (a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share)


def point_at(curve: Curve, t: float) -> Point:
    """The point at parameter t in 0..1 (mm). t is no share of the length unless the curve is a line.

    >>> point_at(((0.0, 0.0), (0.0, 40.0), (30.0, 40.0), (30.0, 0.0)), 0.5)
    (15.0, 30.0)
    """
    if len(curve) == 2:
        return between(curve[0], curve[1], t)
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = curve
    u = 1 - t
    a, b, c, d = u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t
    return (a * x0 + b * x1 + c * x2 + d * x3, a * y0 + b * y1 + c * y2 + d * y3)


def velocity_at(curve: Curve, t: float) -> Point:
    """The derivative of the point by t (mm per unit of t)."""
    if len(curve) == 2:
        return (curve[1][0] - curve[0][0], curve[1][1] - curve[0][1])
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = curve
    u = 1 - t
    a, b, c = 3 * u * u, 6 * u * t, 3 * t * t
    return (
        a * (x1 - x0) + b * (x2 - x1) + c * (x3 - x2),
        a * (y1 - y0) + b * (y2 - y1) + c * (y3 - y2),
    )


def acceleration_at(curve: Curve, t: float) -> Point:
    """The second derivative of the point by t."""
    if len(curve) == 2:
        return (0.0, 0.0)
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = curve
    u = 1 - t
    return (
        6 * (u * (x2 - 2 * x1 + x0) + t * (x3 - 2 * x2 + x1)),
        6 * (u * (y2 - 2 * y1 + y0) + t * (y3 - 2 * y2 + y1)),
    )


def tangent_at(curve: Curve, t: float) -> Point:
    """The unit direction of travel at parameter t.

    Where a handle has length zero, the direction a little further on; the chord as a last resort.

    >>> tangent_at(((0.0, 0.0), (0.0, 7.0)), 0.5)
    (0.0, 1.0)
    """
    for place in (t, min(t + 1e-4, 1.0), max(t - 1e-4, 0.0)):
        dx, dy = velocity_at(curve, place)
        size = hypot(dx, dy)
        if size > 1e-9:
            return (dx / size, dy / size)
    a, b = curve[0], curve[-1]
    size = distance(a, b) or 1.0
    return ((b[0] - a[0]) / size, (b[1] - a[1]) / size)


def reverse(curve: Curve) -> Curve:
    """The same line walked the other way.

    >>> reverse(((0.0, 0.0), (1.0, 2.0), (3.0, 2.0), (4.0, 0.0)))
    ((4.0, 0.0), (3.0, 2.0), (1.0, 2.0), (0.0, 0.0))
    """
    if len(curve) == 2:
        return (curve[1], curve[0])
    return (curve[3], curve[2], curve[1], curve[0])


def split(curve: Curve, t: float) -> tuple[Curve, Curve]:
    """The two parts before and after parameter t in 0..1; both keep the exact shape.

    >>> split(((0.0, 0.0), (10.0, 0.0)), 0.3)
    (((0.0, 0.0), (3.0, 0.0)), ((3.0, 0.0), (10.0, 0.0)))
    """
    middle = point_at(curve, t)
    if len(curve) == 2:
        return (curve[0], middle), (middle, curve[1])
    first, second = bezierTools.splitCubicAtT(*curve, t)
    return _cubic(first), _cubic(second)


def _cubic(points: Iterable[Point]) -> Cubic:
    a, b, c, d = ((float(x), float(y)) for x, y in points)
    return (a, b, c, d)


def flatten(curve: Curve, tolerance: float) -> list[Point]:
    """Points along the curve, its start left out, no chord further than ``tolerance`` mm (> 0) from it.

    >>> flatten(((0.0, 0.0), (10.0, 0.0)), 0.1)
    [(10.0, 0.0)]

    Handled badly: the number of points grows with the root of size over tolerance, without a limit.
    """
    if len(curve) == 2:
        return [curve[1]]
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = curve
    # Chord error of a cubic in n equal steps is at most |second difference| * 6 / (8 n²).
    bend = max(hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2), hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3))
    steps = max(1, ceil(sqrt(0.75 * bend / tolerance)))
    points = []
    for i in range(1, steps):  # point_at, without a call for each of very many
        t = i / steps
        u = 1 - t
        a, b, c, d = u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t
        points.append((a * x0 + b * x1 + c * x2 + d * x3, a * y0 + b * y1 + c * y2 + d * y3))
    points.append(curve[3])
    return points


def signed_area(curve: Curve) -> float:
    """The curve's exact share of the area integral ½∮(x dy - y dx), in mm². Only the sum over a closed
    path means anything: one walked clockwise (y downwards) has a positive one.

    >>> square = [(0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0)]
    >>> sum(signed_area((a, b)) for a, b in zip(square, [*square[1:], square[0]]))
    100.0
    """
    if len(curve) == 2:
        (x0, y0), (x1, y1) = curve
        return (x0 * y1 - x1 * y0) / 2
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = curve
    return (
        x0 * (6 * y1 + 3 * y2 + y3)
        + x1 * (-6 * y0 + 3 * y2 + 3 * y3)
        + x2 * (-3 * y0 - 3 * y1 + 6 * y3)
        - x3 * (y0 + 3 * y1 + 6 * y2)
    ) / 20


# A curve that leaves its chord by less is straight (mm).
STRAIGHT = 1e-6


def is_straight(curve: Curve) -> bool:
    """Whether the curve lies on its chord.

    >>> is_straight(((0.0, 0.0), (3.0, 0.0), (6.0, 0.0), (9.0, 0.0)))
    True
    >>> is_straight(((0.0, 0.0), (3.0, 5.0), (6.0, 5.0), (9.0, 0.0)))
    False
    """
    if len(curve) == 2:
        return True
    a, b = curve[0], curve[3]
    size = distance(a, b)
    if size < STRAIGHT:
        return False
    return all(
        abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / size < STRAIGHT
        for p in curve[1:3]
    )


def level_parameters(curve: Curve, y: float) -> list[float]:
    """Parameters in 0..1 at which the curve meets the level y (mm), ascending.

    >>> level_parameters(((0.0, 0.0), (10.0, 20.0)), 5.0)
    [0.25]

    Handled badly: a line that lies on the level meets it everywhere, and none of it is given.
    """
    if len(curve) == 2:
        (_, y0), (_, y1) = curve
        if y0 == y1:
            return []
        t = (y - y0) / (y1 - y0)
        return [t] if -1e-9 <= t <= 1 + 1e-9 else []
    hits = bezierTools.curveLineIntersections(curve, ((-1e5, y), (1e5, y)))
    return sorted(min(1.0, max(0.0, float(hit.t1))) for hit in hits)
