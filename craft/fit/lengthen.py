"""Slide a piece apart (or over itself) at a line square to the grain.

What lies below the line moves down by the amount; edges that cross the line are trued so that no
step remains: a ruled edge is ruled again from end to end, a curved one gets one smooth curve from
a point above the line to a point below it.
"""

from craft.errors import CraftError
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.affine import move, move_point, translation
from craft.shape.curve import Curve, Point, distance, tangent_at
from craft.shape.path import Path

# How far above and below the line a curved edge is blended (mm).
BLEND = 60.0


def lengthen(shape: Shape, level: float, amount: float) -> Shape:
    """The shape slid apart at y = ``level`` by ``amount`` mm (negative: overlapped).

    Raises CraftError when shortening would take more than lies below the line.
    """
    if amount == 0:
        return shape
    lowest = max(y for curve in shape.outline for _, y in curve)
    if amount < 0 and lowest - level < -amount:
        raise CraftError("There is less of the piece below the line than you want to take out.")
    down = translation(0, amount)
    edges = tuple(
        edge.model_copy(update={"path": _edge(edge, level, amount, down)}) for edge in shape.edges
    )
    by_name = {edge.name: edge for edge in edges}
    old = {edge.name: edge for edge in shape.edges}
    marks = tuple(_mark(mark, level, down, old, by_name) for mark in shape.marks)
    return Shape(edges=edges, marks=marks)


def _edge(edge: Edge, level: float, amount: float, down: tuple[float, ...]) -> Path:
    path = edge.path
    shift = (down[0], down[1], down[2], down[3], down[4], down[5])
    start_below, end_below = paths.start(path)[1] > level, paths.end(path)[1] > level
    crossings = paths.at_level(path, level)
    if not crossings:
        return move(path, shift) if start_below else path
    if start_below == end_below:  # dips over the line and back: its ends stay where they belong
        raise CraftError(
            f"The line crosses the edge “{edge.name}” twice, so the piece cannot be slid apart there."
        )
    if start_below:
        return paths.reverse(_trued(paths.reverse(path), level, amount, shift))
    return _trued(path, level, amount, shift)


def _trued(
    path: Path, level: float, amount: float, down: tuple[float, float, float, float, float, float]
) -> Path:
    """A path walked downwards across the level, its lower part moved, the join trued."""
    if paths.is_straight(path):
        return ((paths.start(path), move_point(paths.end(path), down)),)
    above = _cut(path, level - BLEND, last=False)
    below = _cut(path, level + max(0.0, -amount) + BLEND, last=True)
    upper = paths.split(path, *above)[0] if above else ()
    lower = move(paths.split(path, *below)[1] if below else (), down)
    a = paths.end(upper) if upper else paths.start(path)
    b = paths.start(lower) if lower else move_point(paths.end(path), down)
    into = tangent_at(upper[-1], 1) if upper else tangent_at(path[0], 0)
    out = tangent_at(lower[0], 0) if lower else tangent_at(path[-1], 1)
    reach = distance(a, b) / 3
    blend: Curve = (
        a,
        (a[0] + into[0] * reach, a[1] + into[1] * reach),
        (b[0] - out[0] * reach, b[1] - out[1] * reach),
        b,
    )
    return (*upper, blend, *lower)


def _cut(path: Path, y: float, *, last: bool) -> tuple[int, float] | None:
    """Where the path meets the level, or None when the level lies beyond the path's end."""
    places = paths.at_level(path, y)
    if not places:
        return None
    index, t = places[-1 if last else 0]
    at_start = index == 0 and t < 1e-6
    at_end = index == len(path) - 1 and t > 1 - 1e-6
    return None if at_start or at_end else (index, t)


def _mark(
    mark: Mark,
    level: float,
    down: tuple[float, float, float, float, float, float],
    old: dict[str, Edge],
    new: dict[str, Edge],
) -> Mark:
    """The mark with every point below the line moved; a notch is set back onto its trued edge."""

    def moved(point: Point) -> Point:
        return move_point(point, down) if point[1] > level else point

    points = tuple(moved(point) for point in mark.points)
    if mark.kind == "notch" and mark.edge in new and old[mark.edge].path != new[mark.edge].path:
        path = new[mark.edge].path
        _, along = paths.nearest(path, points[0])
        points = (paths.point_along(path, along),)
    return mark.model_copy(update={"points": points})
