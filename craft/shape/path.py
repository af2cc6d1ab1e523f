"""A path: curves joined end to end. An edge of a piece is one path, a closed outline is another."""

from collections.abc import Iterable
from functools import lru_cache
from itertools import pairwise
from math import hypot

import numpy as np

from craft.shape import curve as one
from craft.shape.curve import Curve, Floats, Point
from craft.shape.tolerance import SAME_POINT

Path = tuple[Curve, ...]


def start(path: Path) -> Point:
    """Where the path begins (mm).

    >>> start(polyline((1.0, 2.0), (3.0, 4.0)))
    (1.0, 2.0)
    """
    return path[0][0]


def end(path: Path) -> Point:
    """Where the path ends (mm).

    >>> end(polyline((1.0, 2.0), (3.0, 4.0)))
    (3.0, 4.0)
    """
    return path[-1][-1]


def polyline(*points: Point) -> Path:
    """Straight lines through the points.

    >>> polyline((0.0, 0.0), (10.0, 0.0), (10.0, 5.0))
    (((0.0, 0.0), (10.0, 0.0)), ((10.0, 0.0), (10.0, 5.0)))
    """
    return tuple((a, b) for a, b in pairwise(points))


def length(path: Path) -> float:
    """Arc length in mm.

    >>> length(polyline((0.0, 0.0), (30.0, 40.0), (30.0, 50.0)))
    60.0
    """
    return sum(one.length(curve) for curve in path)


def reverse(path: Path) -> Path:
    """The path walked the other way.

    >>> reverse(polyline((0.0, 0.0), (10.0, 0.0), (10.0, 5.0)))
    (((10.0, 5.0), (10.0, 0.0)), ((10.0, 0.0), (0.0, 0.0)))
    """
    return tuple(one.reverse(curve) for curve in reversed(path))


def with_ends(path: Path, start: Point, end: Point) -> Path:
    """The path with its first and last point set to these, which lie within a hair of them.

    >>> with_ends((((0.0, 1e-9), (5.0, 0.0)),), (0.0, 0.0), (5.0, 0.0))
    (((0.0, 0.0), (5.0, 0.0)),)
    """
    first, *rest = path
    *before, last = ((start, *first[1:]), *rest)
    return (*before, (*last[:-1], end))


def is_joined(path: Path) -> bool:
    """Whether every curve begins where the one before it ended.

    >>> is_joined((((0.0, 0.0), (1.0, 0.0)), ((1.0, 0.0), (2.0, 0.0))))
    True
    >>> is_joined((((0.0, 0.0), (1.0, 0.0)), ((1.5, 0.0), (2.0, 0.0))))
    False
    """
    return all(one.distance(a[-1], b[0]) <= SAME_POINT for a, b in pairwise(path))


def is_straight(path: Path) -> bool:
    """Whether the whole path is one straight line, to a millionth of a millimetre. One that ends where
    it begins is not.

    >>> is_straight(polyline((0.0, 0.0), (5.0, 0.0), (10.0, 0.0)))
    True
    """
    if len(path) == 1:
        return one.is_straight(path[0])
    ends = (path[0][0], path[-1][-1])
    size = one.distance(*ends)
    if size < SAME_POINT:
        return False
    (ax, ay), (bx, by) = ends
    return all(
        abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / size < 1e-6
        for curve in path
        for x, y in curve
    )


def area(path: Path) -> float:
    """Exact area enclosed by a closed path, mm², whichever way it is walked.

    >>> area(polyline((0.0, 0.0), (10.0, 0.0), (10.0, 20.0), (0.0, 0.0)))
    100.0

    Handled badly: where a path crosses itself, what is walked round the other way counts against it.
    """
    return abs(sum(one.signed_area(curve) for curve in path))


def flatten(path: Path, tolerance: float) -> list[Point]:
    """Points along the path (mm), first and last included."""
    points = [path[0][0]]
    for curve in path:
        points += one.flatten(curve, tolerance)
    return points


def control_bounds(path: Path) -> tuple[float, float, float, float]:
    """Least x, least y, greatest x, greatest y of the control points (mm): never too small a box, and
    cheap. Where a size matters ask ``craft.shape.pen.bounds``.

    >>> control_bounds((((0.0, 0.0), (0.0, 40.0), (30.0, 40.0), (30.0, 0.0)),))
    (0.0, 0.0, 30.0, 40.0)
    """
    xs = [p[0] for curve in path for p in curve]
    ys = [p[1] for curve in path for p in curve]
    return (min(xs), min(ys), max(xs), max(ys))


def split(path: Path, index: int, t: float) -> tuple[Path, Path]:
    """The path before and after parameter t of its curve number ``index``."""
    if t <= 1e-9:
        return path[:index], path[index:]
    if t >= 1 - 1e-9:
        return path[: index + 1], path[index + 1 :]
    first, second = one.split(path[index], t)
    return (*path[:index], first), (second, *path[index + 1 :])


def place_at(path: Path, along: float) -> tuple[int, float]:
    """Index of the curve and parameter on it, ``along`` mm from the path's start.

    >>> place_at(polyline((0.0, 0.0), (10.0, 0.0), (10.0, 10.0)), 15.0)
    (1, 0.5)
    """
    walked = 0.0
    for index, curve in enumerate(path):
        size = one.length(curve)
        if walked + size >= along or index == len(path) - 1:
            return index, _parameter(curve, min(max(along - walked, 0.0), size), size)
        walked += size
    raise AssertionError("a path has at least one curve")


def _parameter(curve: Curve, along: float, size: float) -> float:
    """Parameter of the point ``along`` mm from the curve's start, by Newton's steps on the length."""
    if len(curve) == 2:
        return along / size if size else 0.0
    low, high, t = 0.0, 1.0, along / size if size else 0.0
    for _ in range(30):
        off = one.length(one.split(curve, t)[0]) - along if 0 < t < 1 else t * size - along
        if abs(off) < 1e-7 * (1 + size):
            break
        low, high = (low, t) if off > 0 else (t, high)
        speed = hypot(*one.velocity_at(curve, t))
        t = t - off / speed if speed > 1e-9 else (low + high) / 2
        if not low < t < high:
            t = (low + high) / 2
    return t


def split_at(path: Path, along: float) -> tuple[Path, Path]:
    """The path before and after the point ``along`` mm from its start; beyond an end one of both is empty.

    >>> split_at(polyline((0.0, 0.0), (10.0, 0.0), (10.0, 10.0)), 15.0)[1]
    (((10.0, 5.0), (10.0, 10.0)),)
    """
    return split(path, *place_at(path, along))


def point_along(path: Path, along: float) -> Point:
    """The point ``along`` mm from the start; beyond the ends the end itself.

    >>> point_along(polyline((0.0, 0.0), (10.0, 0.0), (10.0, 10.0)), 12.0)
    (10.0, 2.0)
    """
    index, t = place_at(path, along)
    return one.point_at(path[index], t)


def nearest(path: Path, point: Point) -> tuple[float, float]:
    """Distance from the point to the path, and how far along the path the nearest place is (mm).

    >>> nearest(polyline((0.0, 0.0), (10.0, 0.0)), (4.0, 3.0))
    (3.0, 4.0)

    Handled badly: of several places equally near the first one is given.
    """
    gap, index, t = nearest_place(path, point)
    return gap, length(split(path, index, t)[0])


@lru_cache(maxsize=4096)  # a notch is looked for when it is trued, walked and drawn
def nearest_place(path: Path, point: Point) -> tuple[float, int, float]:
    """Distance from the point to the path, and the curve index and parameter of that place.

    >>> nearest_place(polyline((0.0, 0.0), (10.0, 0.0)), (4.0, 3.0))
    (3.0, 0, 0.4)
    """
    return _nearest_place(path, _boxes(path) if len(path) >= MANY else None, point)


def gaps(path: Path, points: Iterable[Point]) -> list[float]:
    """How far each of several points is from the path (mm).

    >>> gaps(polyline((0.0, 0.0), (10.0, 0.0)), [(4.0, 3.0), (13.0, 4.0)])
    [3.0, 5.0]
    """
    boxes = _boxes(path) if len(path) >= MANY else None
    return [_nearest_place(path, boxes, point)[0] for point in points]


def _nearest_place(path: Path, boxes: "_Boxes | None", point: Point) -> tuple[float, int, float]:
    best = (float("inf"), 0, 0.0)
    for far, index in _by_boxes(path, boxes, point):
        if far > best[0] + SAME_POINT:
            break  # no curve leaves the box of its points
        curve = path[index]
        t = _foot(curve[0], curve[1], point) if len(curve) == 2 else _nearest_on(curve, point)
        gap = one.distance(one.point_at(curve, t), point)
        if gap < best[0] or (gap == best[0] and index < best[1]):
            best = (gap, index, t)
    return best


_Boxes = tuple[Floats, Floats]


def _by_boxes(path: Path, boxes: _Boxes | None, point: Point) -> Iterable[tuple[float, int]]:
    """The curves of a path by how far the point is from their boxes (mm), the nearest first."""
    if len(path) == 1:
        return ((0.0, 0),)
    if boxes is None:
        return sorted((_from_box(curve, point), index) for index, curve in enumerate(path))
    low, high = boxes
    far = np.hypot(*np.maximum(np.maximum(low - point, point - high), 0.0).T)
    # No curve leaves its box: the nearest one is no further than the far corner of any box.
    reach = np.hypot(*np.maximum(abs(low - point), abs(high - point)).T).min()
    near = np.flatnonzero(far <= reach)
    order = near[np.argsort(far[near], kind="stable")]
    return zip(far[order].tolist(), order.tolist(), strict=True)


@lru_cache(maxsize=64)
def _boxes(path: Path) -> _Boxes:
    """The low and the high corner of the box round each curve's control points."""
    points = np.array([(*curve, curve[-1], curve[-1])[:4] for curve in path])
    return points.min(axis=1), points.max(axis=1)


def _from_box(curve: Curve, point: Point) -> float:
    """How far a point is from the box round a curve's control points, less than from the curve (mm)."""
    x, y = point
    (ax, ay), (bx, by), (cx, cy), (dx, dy) = curve[0], curve[1], curve[-2], curve[-1]
    wide = max(min(ax, bx, cx, dx) - x, x - max(ax, bx, cx, dx), 0.0)
    high = max(min(ay, by, cy, dy) - y, y - max(ay, by, cy, dy), 0.0)
    return hypot(wide, high)


# Paths with so many curves are looked at by arrays.
MANY = 24
_SAMPLES = 16
_T = np.linspace(0.0, 1.0, _SAMPLES + 1)
_WEIGHTS = np.stack(((1 - _T) ** 3, 3 * (1 - _T) ** 2 * _T, 3 * (1 - _T) * _T**2, _T**3), axis=1)


def _nearest_on(curve: Curve, point: Point) -> float:
    """Parameter of the nearest place on a cubic.

    Every sample nearer than its neighbours is refined, unless it is so far that even the fastest
    stretch of the curve could not bring it nearer than the best. On a curve that turns back on
    itself two such places may lie between two samples: there every one of them is solved for too.
    """
    off = _WEIGHTS @ np.asarray(curve) - point
    gaps = np.hypot(off[:, 0], off[:, 1]).tolist()
    longest_leg = max(one.distance(a, b) for a, b in pairwise(curve))
    reach = min(gaps) + 3 * longest_leg / _SAMPLES
    padded = [float("inf"), *gaps, float("inf")]
    low = [
        i / _SAMPLES
        for i in range(_SAMPLES + 1)
        if gaps[i] <= reach and padded[i] >= gaps[i] <= padded[i + 2]
    ]
    places = [_refined(curve, point, t) for t in low]
    if turns_back(curve):
        places += _feet(curve, point)
    if len(places) == 1:
        return places[0]
    return min(places, key=lambda t: one.distance(one.point_at(curve, t), point))


@lru_cache(maxsize=4096)
def turns_back(curve: Curve) -> bool:
    """Whether a leg of a cubic's polygon turns through a right angle or more from one before it."""
    a, b, c = ((q[0] - p[0], q[1] - p[1]) for p, q in pairwise(curve))
    return any(u[0] * v[0] + u[1] * v[1] <= 0 for u, v in ((a, b), (b, c), (a, c)))


def _feet(curve: Curve, point: Point) -> list[float]:
    """Parameters within the cubic among which are all where the way to the point is square to it:
    the real parts of the roots of a polynomial of the fifth degree."""
    a, b, c, d = (np.array(p) for p in curve)
    powers = np.stack((a - point, 3 * (b - a), 3 * (a - 2 * b + c), d - a + 3 * (b - c)))
    speed = powers[1:] * np.array([[1.0], [2.0], [3.0]])
    squareness = np.convolve(powers[:, 0], speed[:, 0]) + np.convolve(powers[:, 1], speed[:, 1])
    least = float(abs(squareness).max()) * 1e-13
    while len(squareness) > 1 and abs(squareness[-1]) <= least:  # no more than rounding
        squareness = squareness[:-1]
    roots = np.polynomial.polynomial.polyroots(squareness).real.tolist()
    return [t for t in roots if 0.0 < t < 1.0]


def _refined(curve: Curve, point: Point, sample: float) -> float:
    """Newton's steps from a sample; where they lead away (a cusp, a flat place), halving instead."""
    t = sample
    for _ in range(8):
        x, y = one.point_at(curve, t)
        dx, dy = one.velocity_at(curve, t)
        ax, ay = one.acceleration_at(curve, t)
        ex, ey = point[0] - x, point[1] - y
        slope = dx * dx + dy * dy - ex * ax - ey * ay
        if slope <= 1e-9:
            break
        step = (ex * dx + ey * dy) / slope
        moved = min(1.0, max(0.0, t + step))
        if abs(moved - sample) > 1 / _SAMPLES:
            break
        if abs(moved - t) < 1e-10:  # settled, or held at an end
            return moved
        t = moved
    low, high = max(0.0, sample - 1 / _SAMPLES), min(1.0, sample + 1 / _SAMPLES)
    for _ in range(40):
        third = (high - low) / 3
        if one.distance(one.point_at(curve, low + third), point) < one.distance(
            one.point_at(curve, high - third), point
        ):
            high -= third
        else:
            low += third
    return (low + high) / 2


def _foot(a: Point, b: Point, p: Point) -> float:
    dx, dy = b[0] - a[0], b[1] - a[1]
    size = dx * dx + dy * dy
    if not size:
        return 0.0
    return min(1.0, max(0.0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / size))


def along_at_level(path: Path, y: float) -> float | None:
    """How far along its length the path first meets the level y (mm); None where it does not.

    >>> along_at_level(polyline((0.0, 0.0), (30.0, 40.0)), 20.0)
    25.0
    """
    places = at_level(path, y)
    return length(split(path, *places[0])[0]) if places else None


def at_level(path: Path, y: float) -> list[tuple[int, float]]:
    """Every place (curve index, parameter) where the path meets the level y, in walking order.

    >>> at_level(polyline((0.0, 0.0), (0.0, 100.0)), 25.0)
    [(0, 0.25)]
    """
    return [
        (index, t)
        for index, curve in enumerate(path)
        if min(curve[0][1], curve[-1][1], curve[1][1], curve[-2][1]) - 1e-6 <= y
        if max(curve[0][1], curve[-1][1], curve[1][1], curve[-2][1]) + 1e-6 >= y
        for t in one.level_parameters(curve, y)
    ]
