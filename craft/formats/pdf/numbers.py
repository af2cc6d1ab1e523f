"""Numbers, points and matrices of a PDF, checked; and boxes that follow from them."""

from typing import Any

import numpy as np
from pikepdf import Array

from craft.errors import CraftError
from craft.shape.affine import Affine
from craft.shape.curve import Floats

FARTHEST = 1e7  # units; a sheet of 20 m is 57,000
IDENTITY: Affine = (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
Box = tuple[float, float, float, float]


def affine(numbers: Any) -> Affine:
    """A matrix of the file as the craft writes a move; none where it is not one.

    >>> affine((1, 2, 3, 4, 5, 6))
    (1.0, 3.0, 2.0, 4.0, 5.0, 6.0)
    """
    if len(numbers) != 6:
        return IDENTITY
    a, b, c, d, e, f = numbers_of(numbers, 6)
    return (a, c, b, d, e, f)


def numbers_of(operands: Any, count: int) -> list[float]:
    """So many numbers of an operator. Raises ValueError for another count, CraftError beyond any sheet."""
    numbers = [float(each) for each in operands]
    if len(numbers) != count:
        raise ValueError
    if not all(-FARTHEST < each < FARTHEST for each in numbers):
        raise CraftError("This file has numbers that are larger than any sheet.", "file")
    return numbers


def point_of(x: Any, y: Any) -> tuple[float, float]:
    """A point. Raises CraftError where it lies beyond any sheet."""
    px, py = float(x), float(y)
    if not (-FARTHEST < px < FARTHEST and -FARTHEST < py < FARTHEST):
        raise CraftError("This file has numbers that are larger than any sheet.", "file")
    return px, py


def dashes_of(array: Any) -> tuple[float, ...]:
    """Strokes and gaps of a dash array; none where the line is whole."""
    lengths = tuple(abs(float(each)) for each in array) if isinstance(array, Array | list) else ()
    return lengths[:8] if any(lengths) else ()


def moved(points: Floats, by: Affine) -> Floats:
    """Points (..., 2) moved."""
    a, b, c, d, e, f = by
    there: Floats = points @ np.array(((a, c), (b, d))) + np.array((e, f))
    return there


def growth(by: Affine) -> float:
    """How much larger a matrix makes what it moves, both ways taken together."""
    a, b, c, d, _, _ = by
    return float(abs(a * d - b * c) ** 0.5)


def box_of(points: Floats) -> Box:
    """Left, lower, right and upper end of points (n, 2)."""
    (left, top), (right, bottom) = points.min(axis=0), points.max(axis=0)
    return float(left), float(top), float(right), float(bottom)


def corners_of(box: Any, at: Affine) -> Box | None:
    """The box that a rectangle of the file comes to lie in; None where it is none."""
    if not isinstance(box, Array) or len(box) != 4:
        return None
    left, top, right, bottom = (float(each) for each in box)
    return box_of(moved(np.array(((left, top), (right, top), (right, bottom), (left, bottom))), at))


def common(a: Box | None, b: Box) -> Box:
    """What two boxes share; None is everywhere."""
    if a is None:
        return b
    return max(a[0], b[0]), max(a[1], b[1]), min(a[2], b[2]), min(a[3], b[3])
