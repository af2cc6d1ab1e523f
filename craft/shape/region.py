"""Regions of the plane (shapely): overlap, distance, containment of flattened outlines."""

from collections.abc import Sequence
from functools import lru_cache
from math import hypot

import numpy as np
import shapely
from shapely.geometry import Polygon, box

from craft.shape.affine import Affine
from craft.shape.bends import dotted
from craft.shape.curve import Floats, Point
from craft.shape.path import Path, control_bounds, flatten
from craft.shape.tolerance import MEASURING

Region = Polygon


def region(path: Path, tolerance: float) -> Polygon:
    """The region inside a closed path. A path that touches itself is mended, keeping its area."""
    made = Polygon(flatten(path, tolerance))
    if not made.is_valid:
        made = shapely.make_valid(made)
        if made.geom_type != "Polygon":
            parts = [p for p in shapely.get_parts(made) if p.geom_type == "Polygon"]
            made = max(parts, key=lambda part: part.area)
    return made


@lru_cache(maxsize=256)  # what one change leaves, the next begins with
def _quickly(path: Path) -> tuple[Polygon, bool]:
    """The ring of a closed path, quickly drawn, and whether it is sound."""
    made = Polygon(dotted(path))
    return made, bool(made.is_valid)


def is_simple(path: Path) -> bool:
    """Whether a closed path crosses or touches itself nowhere.

    >>> from craft.shape.path import polyline
    >>> is_simple(polyline((0.0, 0.0), (9.0, 0.0), (9.0, 9.0), (0.0, 0.0)))
    True
    >>> is_simple(polyline((0.0, 0.0), (9.0, 9.0), (9.0, 0.0), (0.0, 9.0), (0.0, 0.0)))
    False
    """
    return _quickly(path)[1]


def beyond_line(path: Path, line: tuple[Point, Point]) -> float:
    """How far a path reaches to the left of a straight line, which is the outside of a clockwise
    outline (mm; negative when it keeps clear of it)."""
    (ax, ay), (bx, by) = line
    size = float(np.hypot(bx - ax, by - ay)) or 1.0
    points = dotted(path)
    left = ((points[:, 0] - ax) * (by - ay) - (points[:, 1] - ay) * (bx - ax)) / size
    return float(left.max())


def polygon(points: Sequence[Point]) -> Polygon:
    """The region inside a ring of points; one that crosses itself is mended."""
    made = Polygon(points)
    return made if made.is_valid else _largest(shapely.make_valid(made))


def beyond(room: Polygon, shape: Polygon) -> list[Polygon]:
    """What of ``room`` is not inside ``shape``, in parts without holes."""
    return _without_holes(room.difference(shape))


def within(room: Polygon, shape: Polygon) -> list[Polygon]:
    """What of ``shape`` lies in ``room``, in parts without holes."""
    return _without_holes(room.intersection(shape))


def _without_holes(shape: shapely.Geometry) -> list[Polygon]:
    """The parts of a region; one with a hole is cut through the hole from top to bottom."""
    pieces: list[Polygon] = []
    for part in shapely.get_parts(shape):
        if part.geom_type != "Polygon" or part.area < 1e-6:
            continue
        if not len(part.interiors):
            pieces.append(part)
            continue
        x0, y0, x1, y1 = part.bounds
        hx0, _, hx1, _ = part.interiors[0].bounds
        middle = (hx0 + hx1) / 2
        for half in (box(x0, y0, middle, y1), box(middle, y0, x1, y1)):
            pieces += _without_holes(part.intersection(half))
    return pieces


def _largest(made: shapely.Geometry) -> Polygon:
    parts = [p for p in shapely.get_parts(made) if p.geom_type == "Polygon"]
    return max(parts, key=lambda part: part.area) if parts else Polygon()


def rectangle(x0: float, y0: float, x1: float, y1: float) -> Polygon:
    """A rectangle between two corners.

    >>> area_of(rectangle(0.0, 0.0, 30.0, 20.0))
    600.0
    """
    return box(x0, y0, x1, y1)


def moved(shape: Polygon, by: Affine) -> Polygon:
    """The region after the move."""
    a, b, c, d, e, f = by
    matrix = np.array([[a, c], [b, d]])
    return shapely.transform(shape, lambda points: points @ matrix + (e, f))


def coordinates(shape: Polygon) -> Floats:
    """The ring's points, shape (n, 2), first one not repeated."""
    return np.asarray(shapely.get_coordinates(shape.exterior)[:-1])


def overlap(a: Polygon, b: Polygon) -> tuple[float, tuple[Point, ...]]:
    """Area shared by two regions (mm²) and the ring of its largest part (empty when none).

    >>> overlap(rectangle(0, 0, 10, 10), rectangle(8, 0, 20, 5))[0]
    10.0
    """
    if not a.intersects(b):
        return 0.0, ()
    shared = a.intersection(b)
    parts = [p for p in shapely.get_parts(shared) if p.geom_type == "Polygon"]
    if not parts:
        return 0.0, ()
    return float(shared.area), ring(max(parts, key=lambda part: part.area))


def outside(shape: Polygon, room: Polygon) -> tuple[float, tuple[Point, ...]]:
    """Area of ``shape`` that lies outside ``room`` (mm²) and the ring of the largest such part."""
    if room.covers(shape):
        return 0.0, ()
    beyond = shape.difference(room)
    parts = [p for p in shapely.get_parts(beyond) if p.geom_type == "Polygon"]
    if not parts:
        return 0.0, ()
    return float(beyond.area), ring(max(parts, key=lambda part: part.area))


def area_of(shape: Polygon) -> float:
    """Area of the region (mm²)."""
    return float(shape.area)


def cut_at(path: Path, at: float, *, along_y: bool, upper: bool) -> tuple[Point, ...] | None:
    """The part of a closed path before (``upper``) or behind a straight cut at y (or x) = ``at``, as a
    clockwise ring (y downwards); None when it falls into several parts."""
    whole = region(path, MEASURING)
    x0, y0, x1, y1 = whole.bounds
    if along_y:
        room = box(x0 - 1, y0 - 1, x1 + 1, at) if upper else box(x0 - 1, at, x1 + 1, y1 + 1)
    else:
        room = box(x0 - 1, y0 - 1, at, y1 + 1) if upper else box(at, y0 - 1, x1 + 1, y1 + 1)
    part = whole.intersection(room)
    if part.geom_type != "Polygon" or part.is_empty:
        return None
    # y runs down, so what looks clockwise runs anticlockwise in numbers.
    return ring(shapely.orient_polygons(part))


def ring(shape: Polygon) -> tuple[Point, ...]:
    """The outer ring as points (mm), for drawing."""
    return tuple((round(float(x), 2), round(float(y), 2)) for x, y in coordinates(shape))


def chord(
    path: Path, a: Point, b: Point, through: tuple[Point, Point]
) -> tuple[Point, Point] | None:
    """The stretch of the straight line from a to b that lies inside a closed path and has part in the
    line ``through``; None where there is none."""
    shape = reach(path)
    hit = shape.intersection(shapely.LineString([a, b]))
    parts = [part for part in shapely.get_parts(hit) if part.geom_type == "LineString"]
    middle = shapely.LineString(through)
    near = min(parts, key=lambda part: part.distance(middle), default=None)
    if near is None or near.length < 1e-6:
        return None
    (ax, ay), (bx, by) = near.coords[0], near.coords[-1]
    return (float(ax), float(ay)), (float(bx), float(by))


def stretch_inside(path: Path, line: Sequence[Point]) -> tuple[Point, ...] | None:
    """The longest stretch of a line of straight pieces that lies inside a closed path; None where none
    does."""
    hit = shapely.line_merge(reach(path).intersection(shapely.LineString(list(line))))
    parts = [part for part in shapely.get_parts(hit) if part.geom_type == "LineString"]
    longest = max(parts, key=lambda part: part.length, default=None)
    if longest is None or longest.length < 1e-6:
        return None
    points = tuple((float(x), float(y)) for x, y in longest.coords)
    return points if np.dot(*_ways(points, line)) >= 0 else points[::-1]


def _ways(one: Sequence[Point], two: Sequence[Point]) -> tuple[Floats, Floats]:
    return np.subtract(one[-1], one[0]), np.subtract(two[-1], two[0])


@lru_cache(maxsize=256)
def run_on(outline: Path, line: tuple[Point, Point]) -> tuple[Point, Point] | None:
    """A straight line run on, both ways, as far as it stays inside the closed path; None where it has no
    part in it."""
    (ax, ay), (bx, by) = line
    size = hypot(bx - ax, by - ay) or 1.0
    ux, uy = (bx - ax) / size, (by - ay) / size
    x0, y0, x1, y1 = control_bounds(outline)
    far = x1 - x0 + y1 - y0
    return chord(outline, (ax - ux * far, ay - uy * far), (bx + ux * far, by + uy * far), line)


def index(shapes: Sequence[Polygon]) -> shapely.STRtree:
    """A search tree over regions."""
    return shapely.STRtree(list(shapes))


def contains(shape: Polygon, points: Floats) -> np.ndarray[tuple[int, ...], np.dtype[np.bool_]]:
    """Which of the points (shape (n, 2)) lie inside the region.

    >>> contains(rectangle(0.0, 0.0, 30.0, 20.0), np.array([[5.0, 10.0], [35.0, 10.0]])).tolist()
    [True, False]
    """
    return np.asarray(shapely.contains_xy(shape, points[:, 0], points[:, 1]))


def reach(path: Path) -> Polygon:
    """The region inside a closed path, quickly drawn; an unsound one is mended."""
    made, sound = _quickly(path)
    return made if sound else _largest(shapely.make_valid(made))


def roomiest(path: Path) -> tuple[Point, float]:
    """The middle of the largest circle inside a closed path, to 1 mm, and its radius (mm).

    >>> from craft.shape.path import polyline
    >>> roomiest(polyline((0.0, 0.0), (40.0, 0.0), (40.0, 20.0), (0.0, 20.0), (0.0, 0.0)))[1]
    10.0
    """
    shape = reach(path)
    if shape.is_empty:  # what crosses itself so that nothing is left
        return path[0][0], 0.0
    with np.errstate(divide="ignore"):  # it divides by what is next to nothing, and finds its way
        line = shapely.maximum_inscribed_circle(shape, tolerance=1.0)
    x, y = shapely.get_coordinates(line)[0]
    return (round(float(x), 1), round(float(y), 1)), round(float(line.length), 1)


def chord_inside(path: Path, a: Point, b: Point, within: float) -> tuple[Point, Point] | None:
    """The longest stretch of the straight line from a to b on which a closed path is at least ``within``
    mm away (mm); None where there is none. Points are whole tenths of a millimetre."""
    room = reach(path).buffer(-within, quad_segs=2)
    parts = shapely.get_parts(room.intersection(shapely.LineString([a, b])))
    longest = max(parts, key=lambda part: part.length, default=None)
    if longest is None or longest.length < 1e-6:
        return None
    (ax, ay), (bx, by) = longest.coords[0], longest.coords[-1]
    return (round(ax, 1), round(ay, 1)), (round(bx, 1), round(by, 1))


def inside(
    shape: Polygon, points: Sequence[Point], within: float
) -> np.ndarray[tuple[int, ...], np.dtype[np.bool_]]:
    """Which of the points lie in the region, or ``within`` mm of it."""
    # A copy is prepared: regions are remembered and shared by threads, and preparing one of those while
    # another thread looks at it ends the process.
    own = shapely.from_wkb(shapely.to_wkb(shape))
    shapely.prepare(own)
    return np.asarray(shapely.dwithin(own, shapely.points(np.asarray(points)), within + 1e-9))


def from_rim(shape: Polygon, points: Sequence[Point]) -> list[float]:
    """How far each point is from the outline of a region, inside or out (mm).

    >>> [float(mm) for mm in from_rim(rectangle(0.0, 0.0, 30.0, 20.0), [(5.0, 10.0), (-4.0, 10.0)])]
    [5.0, 4.0]
    """
    far = shapely.distance(shape.exterior, shapely.points(np.asarray(points)))
    return [float(gap) for gap in far]


def rest_of(room: Polygon, taken: Sequence[Polygon]) -> tuple[Polygon, tuple[Polygon, ...]] | None:
    """The largest part of a room that is left when shapes are taken out of it, and the holes in it; None
    where nothing is left."""
    made = shapely.difference(room, shapely.union_all(list(taken))) if taken else room
    parts = [part for part in shapely.get_parts(made) if part.geom_type == "Polygon"]
    if not parts:
        return None
    left = max(parts, key=lambda part: float(part.area))
    return Polygon(left.exterior), tuple(Polygon(hole) for hole in left.interiors)


def simplified(shape: Polygon, tolerance: float) -> Polygon:
    """The shape with fewer corners, no further off than the tolerance (mm)."""
    made = shapely.simplify(shape, tolerance)
    return made if made.geom_type == "Polygon" else shape


def apart(a: Polygon, b: Polygon) -> tuple[float, Point]:
    """How far two shapes are from each other (mm), and the way from ``a`` to ``b`` there (length 1; no way
    where they touch).

    >>> apart(rectangle(0.0, 0.0, 10.0, 10.0), rectangle(13.0, 0.0, 20.0, 10.0))
    (3.0, (1.0, 0.0))
    """
    near, far = shapely.get_coordinates(shapely.shortest_line(a, b))
    dx, dy = float(far[0] - near[0]), float(far[1] - near[1])
    size = float(np.hypot(dx, dy))
    return (size, (dx / size, dy / size)) if size > 1e-9 else (0.0, (0.0, 0.0))


def union(shapes: Sequence[Polygon], gap: float = 0.0) -> Polygon:
    """The region covered by any of them (the largest part where they do not hang together). ``gap``: parts
    that lie no further from each other hang together (mm)."""
    grown = (
        [shape.buffer(gap / 2 + 1e-6, join_style="mitre") for shape in shapes] if gap else shapes
    )
    made = shapely.union_all(list(grown))
    if made.geom_type == "Polygon":
        return made
    return max(shapely.get_parts(made), key=lambda part: part.area)


def spans(shape: Polygon, y: float) -> tuple[float, float] | None:
    """The widest stretch of the level y inside the region, as two x (mm); None when it misses.

    >>> spans(rectangle(0.0, 0.0, 30.0, 20.0), 10.0)
    (0.0, 30.0)
    """
    x0, _, x1, _ = shape.bounds
    hit = shape.intersection(shapely.LineString([(x0 - 1, y), (x1 + 1, y)]))
    parts = [p for p in shapely.get_parts(hit) if p.geom_type == "LineString" and p.length > 0]
    if not parts:
        return None
    widest = max(parts, key=lambda part: part.length)
    left, _, right, _ = widest.bounds
    return float(left), float(right)


def forget() -> None:
    """Empty the memories of this room, for measurements."""
    for remembered in (_quickly, run_on):
        remembered.cache_clear()
