"""Between the arrays of a drawing and the paths of the craft."""

import numpy as np

from craft.drawing.drawing import Flags
from craft.shape.curve import Curve, Floats
from craft.shape.matched import cubic
from craft.shape.path import Path


def as_arrays(path: Path) -> tuple[Floats, Flags]:
    """The curves of a path (n, 4, 2) (mm), and which of them are straight (n,)."""
    return np.array([cubic(curve) for curve in path]), np.array([len(curve) == 2 for curve in path])


def path_of(curves: Floats, straight: Flags) -> Path:
    """Curves (n, 4, 2) (mm) as the craft has them.

    >>> path_of(*as_arrays((((0.0, 0.0), (3.0, 0.0)),)))
    (((0.0, 0.0), (3.0, 0.0)),)
    """
    return tuple(_curve(each, bool(line)) for each, line in zip(curves, straight, strict=True))


def _curve(points: Floats, straight: bool) -> Curve:
    a, b, c, d = ((float(x), float(y)) for x, y in points)
    return (a, d) if straight else (a, b, c, d)


def points_at(curves: Floats, t: Floats) -> Floats:
    """The points of cubics (n, 4, 2) at their parameters ``t`` (k,), 0 to 1: (n, k, 2).

    >>> points_at(np.array([[[0.0, 0], [0, 4], [4, 4], [4, 0]]]), np.array([0.5])).tolist()
    [[[2.0, 3.0]]]
    """
    u = 1 - t
    shares = np.stack((u**3, 3 * u * u * t, 3 * u * t * t, t**3), axis=1)
    return np.asarray(shares @ curves)


def line_between(a: Floats, b: Floats) -> Floats:
    """A line as a cubic (4, 2), its handles on thirds."""
    return np.stack((a, a + (b - a) / 3, a + (b - a) * 2 / 3, b))
