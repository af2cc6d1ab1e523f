"""Lines drawn anew from old ones: carried so that their ends come to lie elsewhere, or pushed out and in.

Curves stay curves: a carried one keeps its shape, a pushed one is laid through its pushed places with
their own directions.
"""

from collections.abc import Callable, Sequence
from itertools import accumulate, pairwise
from math import ceil

from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.affine import Affine, move
from craft.shape.bends import stretches
from craft.shape.curve import Curve, Point, distance
from craft.shape.path import Path
from craft.shape.tolerance import SAME_POINT

# By how much, and how steeply, a line is pushed at a place along it (mm, mm per mm).
Push = Callable[[float], tuple[float, float]]
# A pushed curve is laid through places no further apart (mm).
PLACES = 30.0
# A curve shorter than this is no curve to lay another one through (mm).
SLIVER = 2.5


def carrying(path: Path, start: Point, end: Point) -> Affine:
    """The turn, shift and stretch that bring the ends of a path to these points; where both ends are the
    same place, the shift alone."""
    a, b = complex(*paths.start(path)), complex(*paths.end(path))
    p, q = complex(*start), complex(*end)
    by = (q - p) / (b - a) if abs(b - a) > SAME_POINT else 1 + 0j
    shift = p - by * a
    return (by.real, -by.imag, by.imag, by.real, shift.real, shift.imag)


def carried(path: Path, start: Point, end: Point) -> Path:
    """The path with its ends at these points, turned and stretched as a whole.

    >>> carried(paths.polyline((0.0, 0.0), (5.0, 5.0), (10.0, 0.0)), (0.0, 0.0), (20.0, 0.0))
    (((0.0, 0.0), (10.0, 10.0)), ((10.0, 10.0), (20.0, 0.0)))
    """
    if start == paths.start(path) and end == paths.end(path):
        return path
    return tied(move(path, carrying(path, start, end)), start, end)


def tied(path: Path, start: Point, end: Point) -> Path:
    """The path with its outermost points set to these, which they miss by a hair."""
    first: Curve = (start, *path[0][1:])
    path = (first, *path[1:])
    last: Curve = (*path[-1][:-1], end)
    return (*path[:-1], last)


def pushed(path: Path, push: Push, breaks: Sequence[float] = ()) -> Path:
    """The path moved square to itself, to its left (the outside of a clockwise outline), by what ``push``
    says of each place along it (mm from its start; negative: to the right). ``breaks``: places where the
    push begins, ends or bends. Where nothing is pushed the path stays as it is."""
    joins = [0.0, *accumulate(one.length(curve) for curve in path)]
    whole = joins[-1]
    stops = sorted({0.0, whole, *(_at_a_join(at, joins) for at in breaks if 0 < at < whole)})
    made: list[Curve] = []
    places = [paths.place_at(path, stop) for stop in stops]
    for (a, from_), (b, to) in pairwise(zip(stops, places, strict=True)):
        if b - a < SAME_POINT:
            continue
        part = _between(path, from_, to)
        if _still(push, a, b):
            made += part
        else:
            made += _laid(part, push, a)
    return _joined(made)


def _at_a_join(at: float, joins: Sequence[float]) -> float:
    """The place itself, or the join of two curves it lies beside: a sliver between the two would be bent
    tightly."""
    near = min(joins, key=lambda join: abs(join - at))
    return near if abs(near - at) < SLIVER else at


def _between(path: Path, begin: tuple[int, float], end: tuple[int, float]) -> Path:
    """The path between two of its places (curve index, parameter)."""
    head, _ = paths.split(path, *end)
    index, t = begin
    if index == end[0] and end[1] > 0:
        t = min(1.0, t / end[1])
    return paths.split(head, index, t)[1] if index < len(head) else ()


def _still(push: Push, a: float, b: float) -> bool:
    return all(push(a + (b - a) * share) == (0.0, 0.0) for share in (0.0, 0.3, 0.5, 0.7, 1.0))


def _laid(path: Path, push: Push, begins: float) -> list[Curve]:
    made: list[Curve] = []
    at = begins
    for part in stretches(path):
        for curve in part:
            made += _curve(curve, push, at)
            at += one.length(curve)
    return made


def _curve(curve: Curve, push: Push, at: float) -> list[Curve]:
    size = one.length(curve)
    if size < SAME_POINT:
        return []
    count = max(1, ceil(size / PLACES))
    places = [(k / count, _along(curve, k / count, size)) for k in range(count + 1)]
    knots = [_knot(curve, t, push, at + far) for t, far in places]
    made: list[Curve] = []
    for (p, u), (q, v), step in zip(
        knots, knots[1:], (b[1] - a[1] for a, b in pairwise(places)), strict=False
    ):
        third = step / 3
        made.append(
            (
                p,
                (p[0] + u[0] * third, p[1] + u[1] * third),
                (q[0] - v[0] * third, q[1] - v[1] * third),
                q,
            )
        )
    return made


def _along(curve: Curve, t: float, size: float) -> float:
    """How far along a curve of that length the parameter is (mm)."""
    if t in (0.0, 1.0) or len(curve) == 2:
        return t * size
    return one.length(one.split(curve, t)[0])


def _knot(curve: Curve, t: float, push: Push, along: float) -> tuple[Point, Point]:
    """The pushed place and how it travels for every mm along the old line."""
    (x, y), (tx, ty) = one.point_at(curve, t), one.tangent_at(curve, t)
    by, steep = push(along)
    nx, ny = ty, -tx  # to the left, with y downwards
    # Its direction leaves the bend out: where two curves meet smoothly but bend otherwise, the pushed ones
    # then still meet smoothly.
    fast = 1 - _bend(curve, t) * by
    return (x + nx * by, y + ny * by), ((tx + nx * steep) * fast, (ty + ny * steep) * fast)


def _bend(curve: Curve, t: float) -> float:
    """The curvature (1/mm), positive where the line turns to its left."""
    dx, dy = one.velocity_at(curve, t)
    ax, ay = one.acceleration_at(curve, t)
    size = (dx * dx + dy * dy) ** 1.5
    return (dy * ax - dx * ay) / size if size > 1e-9 else 0.0


def _joined(curves: list[Curve]) -> Path:
    """Every curve begun in the very point the one before it ended in; a step gets a line of its own."""
    made = curves[:1]
    for curve in curves[1:]:
        end = made[-1][-1]
        if distance(end, curve[0]) > 0.01:
            made.append((end, curve[0]))
        else:
            curve = (end, *curve[1:])
        made.append(curve)
    return tuple(made)
