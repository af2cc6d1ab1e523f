"""Convex parts of an outline, and the region in which two outlines meet."""

from collections.abc import Sequence

import numpy as np
import shapely
from shapely.geometry import Polygon

from craft.shape.curve import Floats

_FLAT = 1e-9


def simplified(ring: Floats, by: float, grow: float = 0.0) -> Floats:
    """The ring grown by ``grow`` mm all round and drawn with fewer points, ``by`` mm off at most."""
    made = Polygon(ring)
    if grow:
        made = made.buffer(grow, join_style="mitre", mitre_limit=2.0)
    made = made.simplify(by)
    points = np.asarray(shapely.get_coordinates(shapely.orient_polygons(made).exterior)[:-1])
    return np.ascontiguousarray(points)


def covering(ring: Floats, by: float) -> Floats:
    """A ring with fewer points that covers the given one and nowhere reaches more than ``by``
    mm beyond it: hollows are filled where they are that shallow, corners stay."""
    points = [tuple(p) for p in ring]
    changed = True
    while changed and len(points) > 3:
        changed = False
        for i in range(len(points)):
            a, b, c = points[i - 1], points[i], points[(i + 1) % len(points)]
            turn = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])
            wide = float(np.hypot(c[0] - a[0], c[1] - a[1]))
            if turn <= 0 and wide > 0 and -turn / wide <= by:
                left = points[:i] + points[i + 1 :]
                made = Polygon(left)
                if made.is_valid and made.covers(Polygon(ring).buffer(-1e-9)):
                    off = Polygon(ring).exterior
                    if shapely.Point(b).distance(shapely.LineString([a, c])) <= by and (
                        off.hausdorff_distance(made.exterior) <= by
                    ):
                        points, changed = left, True
                        break
    return np.asarray(points)


def convex_parts(ring: Floats) -> list[Floats]:
    """Convex rings that together are the region inside the ring, anticlockwise.

    Triangles are joined across their longest common sides as long as they stay convex.
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
    for index, part in enumerate(parts):
        assert part is not None
        for i, a in enumerate(part):
            sides[(a, part[(i + 1) % len(part)])] = index
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


def joined_rings(rings: Sequence[Floats]) -> list[Floats]:
    """The boundary of everything the rings cover: outer rings and holes, closed."""
    counts = [len(ring) for ring in rings]
    points = np.concatenate(rings)
    at = np.repeat(np.arange(len(rings)), counts)
    lines = shapely.linearrings(points, indices=at)
    made = shapely.union_all(shapely.polygons(lines))
    return [
        np.asarray(shapely.get_coordinates(line))
        for part in shapely.get_parts(made)
        for line in (part.exterior, *part.interiors)
    ]
