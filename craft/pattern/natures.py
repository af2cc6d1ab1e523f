"""What a mark keeps when the piece it lies on changes: its direction, its size, its edge, its symmetry.

Blending sizes, lengthening and everything else that moves outlines works out two places for a mark,
each point moved by itself and the mark moved as one, and leaves it to its nature which of them holds.
Whatever sat on an edge is set back onto that edge, and what lay inside the piece stays inside.
"""

from collections.abc import Mapping, Sequence
from math import hypot
from typing import Literal

from craft.pattern.marks import Mark, MarkKind
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.curve import Point, between, distance, point_at
from craft.shape.path import Path
from craft.shape.region import Region, inside, reach
from craft.shape.tolerance import MEASURING

# direction: stays parallel to itself; edge: keeps to the edge it names; size: moves whole, unless it
# is tied to an edge; symmetric: both sides alike about its axis; free: point by point.
Nature = Literal["direction", "edge", "size", "symmetric", "free"]
NATURES: dict[MarkKind, Nature] = {
    "grain": "direction", "stretch": "direction",
    "notch": "edge", "gathers": "edge",
    "buttonhole": "size", "placement": "size", "slit": "size", "pleat": "size", "tuck": "size",
    "dart": "symmetric", "double dart": "symmetric",
    "dot": "free", "circle": "free", "stitching line": "free", "casing": "free",
    "length line": "free", "centre line": "free", "body level": "free",
}  # fmt: skip
# Lines that lie level: their ends slide along the edge to the height they have.
LEVEL: tuple[MarkKind, ...] = ("length line", "body level", "casing")
# A single point this near to an edge sits on it; an end of a line may be drawn a little over it (mm).
ON_AN_EDGE, END_ON_AN_EDGE = 0.5, 1.5


Boxes = dict[str, tuple[float, float, float, float]]


def boxes_of(edges: Sequence[Edge]) -> Boxes:
    """A box round every edge, by its name."""
    return {edge.name: paths.control_bounds(edge.path) for edge in edges}


def sits_on(mark: Mark, edges: Sequence[Edge], boxes: Boxes) -> tuple[str, ...]:
    """For every point the name of the edge it sits on; "" where it lies free. Of two edges that meet
    there the one the mark itself names goes first."""
    if NATURES[mark.kind] in ("direction", "edge"):
        return ("",) * len(mark.points)
    ordered = sorted(edges, key=lambda edge: edge.name != mark.edge)
    names = []
    for index, (x, y) in enumerate(mark.points):
        end = len(mark.points) > 1 and index in (0, len(mark.points) - 1)
        near = END_ON_AN_EDGE if end else ON_AN_EDGE
        gaps = [
            (paths.nearest_place(edge.path, (x, y))[0], edge.name)
            for edge in ordered
            for x0, y0, x1, y1 in (boxes[edge.name],)
            if x0 - near <= x <= x1 + near and y0 - near <= y <= y1 + near
        ]
        gap, name = min(gaps, key=lambda each: round(each[0], 3), default=(near + 1, ""))
        names.append(name if gap <= near else "")
    return tuple(names)


def settled(
    mark: Mark, each: Sequence[Point], whole: Sequence[Point], on: Sequence[str],
    edges: Mapping[str, Path],
) -> Mark:  # fmt: skip
    """The mark where its nature wants it. ``each``: its points moved one by one, ``whole``: moved as
    one; ``on``: the edges its points sat on; ``edges``: these edges as they are now."""
    nature = NATURES[mark.kind]
    points = list(each)
    if nature == "direction":
        return mark.model_copy(update={"points": tuple(whole)})
    if nature == "size" and not any(on):
        points = list(whole)
    if nature == "edge" and mark.edge in edges:
        points = [_onto(edges[mark.edge], point) for point in points]
    elif mark.kind != "double dart":
        points = [
            (_level_on if mark.kind in LEVEL else _onto)(edges[name], point)
            if name in edges
            else point
            for point, name in zip(points, on, strict=True)
        ]
    if mark.kind == "double dart":
        points = _alike(points)
    elif mark.kind == "dart":
        points = [points[0], between_legs(points[0], points[1], points[2]), points[2]]
    return mark.model_copy(update={"points": tuple(points)})


def kept_inside(marks: Sequence[Mark], before: Shape, after: Path) -> tuple[Mark, ...]:
    """Marks that lay inside the piece and would now lie outside it, moved in as far as it takes; of
    those of a size of their own all points alike. A dart that ends in its cap stays there."""
    if not marks:
        return ()
    caps = {edge.name for edge in before.edges if edge.kind == "dart"}
    old = {mark.id: mark for mark in before.marks if mark.edge not in caps}
    pairs = [
        (i, k, point, old[mark.id].points[k])
        for i, mark in enumerate(marks)
        if mark.id in old
        for k, point in enumerate(mark.points[: len(old[mark.id].points)])
    ]
    if not pairs:
        return tuple(marks)
    room = reach(after)
    now = inside(room, [point for _, _, point, _ in pairs], MEASURING)
    if now.all():
        return tuple(marks)
    then = inside(reach(before.outline), [point for _, _, _, point in pairs], MEASURING)
    out: dict[int, list[int]] = {}
    for index in (~now & then).nonzero()[0].tolist():
        out.setdefault(pairs[index][0], []).append(pairs[index][1])
    made = list(marks)
    for i, points in out.items():
        made[i] = _moved_in(made[i], points, after, room)
    return tuple(made)


def between_legs(a: Point, point: Point, b: Point) -> Point:
    """The nearest place (mm) to ``point`` that is as far from a as from b.

    >>> between_legs((0.0, -10.0), (40.0, 6.0), (0.0, 10.0))
    (40.0, 0.0)
    """
    (mx, my), width = between(a, b), distance(a, b)
    if not width:
        return point
    ux, uy = (b[0] - a[0]) / width, (b[1] - a[1]) / width
    off = (point[0] - mx) * ux + (point[1] - my) * uy
    return (point[0] - ux * off, point[1] - uy * off)


def _onto(path: Path, point: Point) -> Point:
    _, index, t = paths.nearest_place(path, point)
    return point_at(path[index], t)


def _level_on(path: Path, point: Point) -> Point:
    """Where the edge has the point's height, if that is near; else its nearest place."""
    level = [point_at(path[index], t) for index, t in paths.at_level(path, point[1])]
    best = min(level, key=lambda each: distance(each, point), default=None)
    if best is not None and distance(best, point) < 1:
        return best
    nearest = _onto(path, point)
    if best is None:
        return nearest
    return best if distance(best, point) < 3 * distance(nearest, point) + 1 else nearest


def _alike(points: Sequence[Point]) -> list[Point]:
    """A double-pointed dart with both sides alike about the line from point to point."""
    upper, one, lower, other = points
    size = distance(upper, lower)
    if size < 1e-9:
        return list(points)
    ux, uy = (lower[0] - upper[0]) / size, (lower[1] - upper[1]) / size
    middle = between(one, other)
    along = (middle[0] - upper[0]) * ux + (middle[1] - upper[1]) * uy
    half = ((one[0] - other[0]) * -uy + (one[1] - other[1]) * ux) / 2
    x, y = upper[0] + ux * along, upper[1] + uy * along
    return [upper, (x - uy * half, y + ux * half), lower, (x + uy * half, y - ux * half)]


def _moved_in(mark: Mark, out: Sequence[int], outline: Path, room: Region) -> Mark:
    """The points that lie outside set on the outline, or the whole mark moved by as much."""
    points = list(mark.points)
    if NATURES[mark.kind] in ("size", "direction", "symmetric"):
        for _ in range(8):  # one end may push the other out again
            held = inside(room, points, 0.0)
            far = [
                (paths.nearest(outline, p), p) for p, ok in zip(points, held, strict=True) if not ok
            ]
            if not far:
                break
            (_, along), point = max(far, key=lambda each: each[0][0])
            x, y = paths.point_along(outline, along)
            dx, dy = x - point[0], y - point[1]
            size = hypot(dx, dy)
            if size < 1e-6:
                break
            points = [(px + dx * (1 + 0.2 / size), py + dy * (1 + 0.2 / size)) for px, py in points]
        return mark.model_copy(update={"points": tuple(points)})
    for index in out:
        points[index] = _onto(outline, points[index])
    return mark.model_copy(update={"points": tuple(points)})
