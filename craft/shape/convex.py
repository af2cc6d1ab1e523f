"""Convex components of an outline, and the region in which two outlines meet."""

import numpy as np
import shapely
from shapely.geometry import Polygon

from craft.shape.curve import Floats

_FLAT = 1e-9


def simplified(ring: Floats, by: float, grow: float = 0.0) -> Floats:
    """The ring (n, 2) grown by ``grow`` mm all round (negative: shrunk) and drawn with fewer points,
    ``by`` mm off at most. One that would shrink to nothing, or fall apart, stays as it is.

    >>> import numpy as np
    >>> square = np.array([(0.0, 0.0), (5.0, 0.01), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0)])
    >>> len(simplified(square, 0.1))
    4
    """
    made = Polygon(ring)
    if grow:
        other = made.buffer(grow, join_style="mitre", mitre_limit=2.0)
        if other.geom_type == "Polygon" and not other.is_empty:
            made = other
    made = made.simplify(by)
    points = np.asarray(shapely.get_coordinates(shapely.orient_polygons(made).exterior)[:-1])
    return np.ascontiguousarray(points)


def covering(ring: Floats, by: float) -> Floats:
    """An anticlockwise ring with fewer points that covers the given one and nowhere reaches more
    than ``by`` mm beyond it: hollows are filled where they are that shallow, corners stay.

    >>> covering(np.array([[0.0, 0.0], [10.0, 0.0], [10.0, 10.0], [0.0, 10.0]]), 0.0).tolist()
    [[0.0, 0.0], [10.0, 0.0], [10.0, 10.0], [0.0, 10.0]]
    """
    count = len(ring)
    # Begin where the ring turns outwards for certain, so that no hollow is cut in two.
    ring = np.roll(ring, -int(np.lexsort((ring[:, 1], ring[:, 0]))[0]), axis=0)
    kept = [0]
    while kept[-1] < count:
        i = kept[-1]
        j = i + 1
        while j < count and _hollow(ring, i, j + 1, by):
            j += 1
        kept.append(j)
    made = ring[kept[:-1]]
    shape = Polygon(made)
    if len(made) < 3 or not shape.is_valid or not shape.buffer(1e-6).covers(Polygon(ring)):
        return ring
    return np.ascontiguousarray(made)


def _hollow(ring: Floats, i: int, j: int, by: float) -> bool:
    """Whether all points between i and j lie inside the side from i to j, ``by`` mm at most."""
    a, c = ring[i], ring[j % len(ring)]
    way = c - a
    size = float(np.hypot(*way))
    if size < 1e-9:
        return False
    off = way[0] * (ring[i + 1 : j, 1] - a[1]) - way[1] * (ring[i + 1 : j, 0] - a[0])
    along = way[0] * (ring[i + 1 : j, 0] - a[0]) + way[1] * (ring[i + 1 : j, 1] - a[1])
    return bool(
        (off >= -1e-9).all()
        and (off <= by * size).all()
        and (along >= 0).all()
        and (along <= size * size).all()
    )


def convex_components(ring: Floats) -> list[Floats]:
    """Convex rings that together are the region inside the ring (n, 2), anticlockwise.

    Triangles are joined across their longest common sides as long as they stay convex; the least possible
    number of components is not sought.

    >>> import numpy as np
    >>> len(convex_components(np.array([(0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0)])))
    1

    Handled badly: a ring that crosses itself has no inside; make it sound first (``region``).
    """
    triangles = shapely.get_parts(shapely.constrained_delaunay_triangles(Polygon(ring)))
    key: dict[tuple[float, float], int] = {}
    points: list[tuple[float, float]] = []
    parts: list[list[int] | None] = []
    for triangle in triangles:
        corners = shapely.get_coordinates(shapely.orient_polygons(triangle).exterior)[:-1]
        part = []
        for x, y in corners:
            at = (round(float(x), 9), round(float(y), 9))
            if at not in key:
                key[at] = len(points)
                points.append((float(x), float(y)))
            part.append(key[at])
        parts.append(part)
    sides: dict[tuple[int, int], int] = {}
    for index, corners_of in enumerate(parts):
        assert corners_of is not None
        for i, a in enumerate(corners_of):
            sides[(a, corners_of[(i + 1) % len(corners_of)])] = index
    inner = [(a, b) for a, b in sides if a < b and (b, a) in sides]
    inner.sort(key=lambda s: -np.hypot(*np.subtract(points[s[0]], points[s[1]])))
    owner = list(range(len(parts)))

    def find(index: int) -> int:
        while owner[index] != index:
            index = owner[index]
        return index

    for a, b in inner:
        one, two = find(sides[(a, b)]), find(sides[(b, a)])
        first, second = parts[one], parts[two]
        if one == two or first is None or second is None:
            continue
        joined = _around(first, second, a, b)
        if _convex(joined, points):
            parts[one], parts[two], owner[two] = joined, None, one
    return [np.asarray([points[i] for i in part]) for part in parts if part is not None]


def _around(first: list[int], second: list[int], a: int, b: int) -> list[int]:
    """Two rings that share the side a-b (b-a in the second), as one."""
    i, j = first.index(b), second.index(a)
    return first[i:] + first[:i] + (second[j:] + second[:j])[1:-1]


def _convex(part: list[int], points: list[tuple[float, float]]) -> bool:
    count = len(part)
    for i in range(count):
        ax, ay = points[part[i - 1]]
        bx, by = points[part[i]]
        cx, cy = points[part[(i + 1) % count]]
        if (bx - ax) * (cy - by) - (by - ay) * (cx - bx) < -_FLAT:
            return False
    return True
