"""Where a mark lies in a size it was not set in: it follows the line, as its nature asks."""

from craft.digitise.inputs import MarkInputs, Outline, PieceInputs
from craft.digitise.levels import carried_level, is_level
from craft.digitise.line import edges_of
from craft.digitise.sizes import base_of, base_points, points_in
from craft.pattern.marks import MarkKind
from craft.pattern.natures import LEVEL, NATURES
from craft.pattern.piece import Edge
from craft.shape import path as paths
from craft.shape.curve import Point, distance


def followed(mark: MarkInputs, outline: Outline, size: str) -> tuple[Point, ...]:
    """The mark's points in a size (mm): where they were set, or the base's moved as the nodes near them
    move (the nearer, the more). What keeps its direction or its size moves as one."""
    if size in mark.at:
        return mark.at[size]
    before, after = base_points(outline), points_in(outline, size)
    if size == base_of(outline) or before == after or not mark.points:
        return mark.points
    if mark.kind in LEVEL and is_level(mark.points):
        return carried_level(mark.points, outline, size)
    return _carried(mark.points, mark.kind, before, after)


def followed_back(mark: MarkInputs, outline: Outline, size: str) -> tuple[Point, ...]:
    """Where points set in a size lie in the base (mm), moved as the nodes near them move from there."""
    return _carried(mark.points, mark.kind, points_in(outline, size), base_points(outline))


def _carried(
    points: tuple[Point, ...], kind: MarkKind, before: tuple[Point, ...], after: tuple[Point, ...]
) -> tuple[Point, ...]:
    if NATURES[kind] in ("direction", "size"):
        x, y = (sum(each) / len(points) for each in zip(*points, strict=True))
        dx, dy = _shift((x, y), before, after)
        return tuple((x + dx, y + dy) for x, y in points)
    moves = [_shift(point, before, after) for point in points]
    return tuple((x + dx, y + dy) for (x, y), (dx, dy) in zip(points, moves, strict=True))


def _shift(point: Point, before: tuple[Point, ...], after: tuple[Point, ...]) -> Point:
    if not before:  # nothing is drawn yet that could move
        return (0.0, 0.0)
    total = dx = dy = 0.0
    for (x, y), (u, v) in zip(before, after, strict=True):
        gap = distance(point, (x, y))
        if gap < 1e-6:
            return (u - x, v - y)
        weight = gap**-2
        total += weight
        dx += (u - x) * weight
        dy += (v - y) * weight
    return (dx / total, dy / total)


def on_edge(
    mark: MarkInputs, outline: Outline, piece: PieceInputs, edges: list[Edge], own: list[int],
    size: str, points: tuple[Point, ...],
) -> tuple[Point, ...]:  # fmt: skip
    """A notch on the stitching line of its edge: where it was set, the nearest place; in sizes where it
    was not, the same share of the edge as in the base."""
    base = base_of(outline)
    set_here = size in mark.at or size == base
    if not set_here and len(own) == 1:
        raw = next((edge.path for edge in edges_of(outline, base) if edge.id == mark.edge), None)
        if raw is not None:
            share = paths.nearest(raw, mark.points[0])[1] / (paths.length(raw) or 1.0)
            path = edges[own[0]].path
            return (paths.point_along(path, share * paths.length(path)),)
    near = min(own, key=lambda k: paths.nearest_place(edges[k].path, points[0])[0])
    path = edges[near].path
    gap, along = paths.nearest(path, points[0])
    if gap < 1e-9:
        return points
    return (paths.point_along(path, along),)
