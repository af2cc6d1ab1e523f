"""Moving shapes: translation, rotation, mirror. A move is six numbers (a, b, c, d, e, f):

x' = a x + b y + e and y' = c x + d y + f.
"""

from math import cos, radians, sin

import numpy as np

from craft.shape.curve import Curve, Floats, Point, distance

Affine = tuple[float, float, float, float, float, float]
IDENTITY: Affine = (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)


def translation(dx: float, dy: float) -> Affine:
    """A move by (dx, dy) mm.

    >>> move_point((1.0, 2.0), translation(10.0, -5.0))
    (11.0, -3.0)
    """
    return (1.0, 0.0, 0.0, 1.0, dx, dy)


def reflection(a: Point, b: Point) -> Affine:
    """The mirror image in the straight line through two points (mm); no move where they are one.

    >>> move_point((30.0, 5.0), reflection((20.0, 0.0), (20.0, 90.0)))
    (10.0, 5.0)
    """
    size = distance(a, b)
    if not size:
        return (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
    (ax, ay), (ux, uy) = a, ((b[0] - a[0]) / size, (b[1] - a[1]) / size)
    p, q = ux * ux - uy * uy, 2 * ux * uy
    return (p, q, q, -p, ax - p * ax - q * ay, ay - q * ax + p * ay)


def rotation(degrees: float, about: Point = (0.0, 0.0)) -> Affine:
    """A turn about a point; positive turns x towards y (clockwise on paper, where y is down).

    Quarter turns are exact:

    >>> move_point((3.0, 4.0), rotation(90))
    (-4.0, 3.0)
    """
    if degrees % 90 == 0:  # exact, so that a quarter turn leaves no dust in the coordinates
        c, s = ((1.0, 0.0), (0.0, 1.0), (-1.0, 0.0), (0.0, -1.0))[int(degrees // 90) % 4]
    else:
        c, s = cos(radians(degrees)), sin(radians(degrees))
    x, y = about
    return (c, -s, s, c, x - c * x + s * y, y - s * x - c * y)


def then(first: Affine, second: Affine) -> Affine:
    """The single move that does ``first`` and ``second`` after it.

    >>> move_point((1.0, 0.0), then(rotation(90), translation(5.0, 0.0)))
    (5.0, 1.0)
    """
    a, b, c, d, e, f = first
    p, q, r, s, u, v = second
    return (p * a + q * c, p * b + q * d, r * a + s * c, r * b + s * d,
            p * e + q * f + u, r * e + s * f + v)  # fmt: skip


def inverse(move: Affine) -> Affine:
    """The move that takes everything back. Raises ZeroDivisionError for one that flattens.

    >>> move_point(move_point((3.0, 4.0), rotation(90)), inverse(rotation(90)))
    (3.0, 4.0)
    """
    a, b, c, d, e, f = move
    size = a * d - b * c
    p, q, r, s = d / size, -b / size, -c / size, a / size
    return (p, q, r, s, -(p * e + q * f), -(r * e + s * f))


def move_point(point: Point, by: Affine) -> Point:
    """The point after the move (mm).

    >>> move_point((10.0, 0.0), rotation(90.0))
    (0.0, 10.0)
    """
    a, b, c, d, e, f = by
    x, y = point
    return (a * x + b * y + e, c * x + d * y + f)


def move_points(points: Floats, by: Affine) -> Floats:
    """Points moved, all at once (mm): shape (..., 2).

    >>> move_points(np.array([[1.0, 2.0], [3.0, 4.0]]), translation(10.0, -5.0)).tolist()
    [[11.0, -3.0], [13.0, -1.0]]
    """
    a, b, c, d, e, f = by
    moved: Floats = points @ np.array(((a, c), (b, d))) + np.array((e, f))
    return moved


def growth(by: Affine) -> float:
    """How much longer a move makes things, both ways taken together (1: as long as they were).

    >>> growth((2.0, 0.0, 0.0, 8.0, 5.0, 5.0))
    4.0
    """
    a, b, c, d, _, _ = by
    return float(abs(a * d - b * c) ** 0.5)


def move_curve(curve: Curve, by: Affine) -> Curve:
    """The curve after the move; exact for lines and cubics alike."""
    if len(curve) == 2:
        return (move_point(curve[0], by), move_point(curve[1], by))
    return (move_point(curve[0], by), move_point(curve[1], by),
            move_point(curve[2], by), move_point(curve[3], by))  # fmt: skip


def move(path: tuple[Curve, ...], by: Affine) -> tuple[Curve, ...]:
    """The path after the move.

    >>> move((((0.0, 0.0), (5.0, 0.0)),), translation(0.0, 3.0))
    (((0.0, 3.0), (5.0, 3.0)),)
    """
    return tuple(move_curve(curve, by) for curve in path)
