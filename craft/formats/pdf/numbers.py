"""Numbers, points and matrices of a PDF, checked; and boxes that follow from them."""

from typing import Any

import numpy as np
from pikepdf import Array

from craft.errors import CraftError
from craft.shape.affine import IDENTITY, Affine, move_points
from craft.shape.curve import Floats
from craft.shape.pen import Box

FARTHEST = 1e7  # units; a sheet of 20 m is 57,000


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


def box_of(points: Floats) -> Box:
    """Left, lower, right and upper end of points (n, 2)."""
    (left, top), (right, bottom) = points.min(axis=0), points.max(axis=0)
    return float(left), float(top), float(right), float(bottom)


def moved_box(box: Box, by: Affine) -> Box:
    """The box that a moved one comes to lie in."""
    left, low, right, high = box
    return box_of(
        move_points(np.array(((left, low), (right, low), (right, high), (left, high))), by)
    )


def rectangle(array: Any) -> Box | None:
    """A rectangle of the file, its corners in whatever order; None where it is none."""
    if not isinstance(array, Array) or len(array) != 4:
        return None
    try:
        x0, y0, x1, y1 = (float(each) for each in array)
    except (TypeError, ValueError):
        return None
    return min(x0, x1), min(y0, y1), max(x0, x1), max(y0, y1)


def common(a: Box | None, b: Box) -> Box:
    """What two boxes share; None is everywhere."""
    if a is None:
        return b
    return max(a[0], b[0]), max(a[1], b[1]), min(a[2], b[2]), min(a[3], b[3])
