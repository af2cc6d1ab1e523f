"""A closed outline divided along a line into two: the edges of both parts, and what they come from."""

from itertools import pairwise
from typing import NamedTuple

from craft.errors import CraftError
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.bends import dotted
from craft.shape.crossings import Place, crossings
from craft.shape.curve import Point, distance, tangent_at
from craft.shape.deform import tied
from craft.shape.path import Path
from craft.shape.region import inside, is_simple, reach

# A cut nearer to a corner than this goes through the corner (mm).
CORNER = 1.5


class Stretch(NamedTuple):
    """What of an edge lies in a part, from and to so far along it (mm), under its new name."""

    edge: str
    begins: float
    ends: float
    name: str


class Part(NamedTuple):
    """One part: its edges, the line last, and what each of the others is a stretch of."""

    edges: tuple[Edge, ...]
    stretches: tuple[Stretch, ...]


def divided(shape: Shape, line: Path, name: str, allowance: float) -> tuple[Part, Part]:
    """Both parts of a piece cut along a line that is run on to its edges; the larger one first. The edge
    along the line gets the ``name``, in the second part it runs the other way.

    Raises CraftError where the line does not cross the piece from edge to edge, runs through a dart, or
    crosses itself.
    """
    cut, (at, there) = _cut(shape, line)
    names = {edge.name for edge in shape.edges}
    if name in names:
        raise CraftError(f"There is an edge “{name}” already; give the line another name.")
    for index, _ in (at, there):
        if shape.edges[index].kind == "dart":
            raise CraftError("The line runs through the cap of a dart; move the dart first.")
    parts = []
    for begin, end, along in ((there, at, cut), (at, there, paths.reverse(cut))):
        edges, stretches = _walked(shape, begin, end)
        if not edges:
            raise CraftError("The line must cut the piece into two.")
        first = edges[0]
        edges[0] = _set(first, tied(first.path, paths.end(along), paths.end(first.path)))
        last = edges[-1]
        edges[-1] = _set(last, tied(last.path, paths.start(last.path), paths.start(along)))
        new = Edge(name=name, kind="seam", path=along, allowance=allowance)
        parts.append(Part((*edges, new), tuple(stretches)))
        if not is_simple(tuple(curve for edge in (*edges, new) for curve in edge.path)):
            raise CraftError("The line runs along an edge of the piece; let it cross the piece.")
    one, two = sorted(parts, key=lambda part: -_area(part))
    return one, two


def _set(edge: Edge, path: Path) -> Edge:
    return edge.model_copy(update={"path": path})


def _area(part: Part) -> float:
    return paths.area(tuple(curve for edge in part.edges for curve in edge.path))


# A place on the outline: the edge's index and how far along it (mm).
Spot = tuple[int, float]


def _cut(shape: Shape, line: Path) -> tuple[Path, tuple[Spot, Spot]]:
    """The stretch of the line that lies in the piece, and where it begins and ends on the outline."""
    x0, y0, x1, y1 = paths.control_bounds(shape.outline)
    far = x1 - x0 + y1 - y0
    (ax, ay), (bx, by) = paths.start(line), paths.end(line)
    (ux, uy), (vx, vy) = tangent_at(line[0], 0), tangent_at(line[-1], 1)
    long: Path = (
        ((ax - ux * far, ay - uy * far), (ax, ay)), *line, ((bx, by), (bx + vx * far, by + vy * far)),
    )  # fmt: skip
    hits: list[tuple[float, Place, Spot, Point]] = []
    for k, edge in enumerate(shape.edges):
        for place, (j, u), point in crossings(long, edge.path):
            along = paths.length(paths.split(edge.path, j, u)[0])
            hits.append((paths.length(paths.split(long, *place)[0]), place, (k, along), point))
    hits.sort()
    middle = paths.length(long) / 2
    room = reach(shape.outline)
    best = None
    for one, two in pairwise(hits):
        if two[0] - one[0] < CORNER:
            continue
        centre = paths.point_along(long, (one[0] + two[0]) / 2)
        if inside(room, [centre], 0.0).all():
            off = max(one[0] - middle, middle - two[0], 0.0)
            if best is None or off < best[0]:
                best = (off, one, two)
    if best is None:
        raise CraftError("The line does not cross the piece.")
    _, one, two = best
    start, at = _at_a_corner(shape, one[2], one[3])
    end, there = _at_a_corner(shape, two[2], two[3])
    head, _ = paths.split_at(long, two[0])
    path = tied(paths.split_at(head, one[0])[1], start, end)
    if not _clear(path, shape):
        raise CraftError("The line runs out of the piece between its ends, or crosses itself.")
    return path, (at, there)


def _clear(path: Path, shape: Shape) -> bool:
    points = [(float(x), float(y)) for x, y in dotted(path, 8)]
    return bool(inside(reach(shape.outline), points, 0.1).all())


def _at_a_corner(shape: Shape, spot: Spot, point: Point) -> tuple[Point, Spot]:
    """The place itself, or the corner it is nearly at."""
    k, along = spot
    path = shape.edges[k].path
    if along < CORNER:
        return paths.start(path), (k, 0.0)
    if paths.length(path) - along < CORNER:
        return paths.end(path), ((k + 1) % len(shape.edges), 0.0)
    return point, spot


def _walked(shape: Shape, begin: Spot, end: Spot) -> tuple[list[Edge], list[Stretch]]:
    """The outline from one spot on to another, in edges; a second stretch of one edge gets a new name."""
    edges: list[Edge] = []
    stretches: list[Stretch] = []
    count = len(shape.edges)
    k, at = begin
    for _ in range(count + 1):
        edge = shape.edges[k]
        whole = paths.length(edge.path)
        stop = end[1] if k == end[0] and (end[1] > at or (k, at) != begin) else whole
        if stop - at > 1e-6:
            path = paths.split_at(paths.split_at(edge.path, stop)[0], at)[1]
            if at == 0 and stop == whole:
                path = edge.path
            name = edge.name
            if any(name == each.name for each in stretches):
                name = f"{name} 2"
            edges.append(edge.model_copy(update={"path": path, "name": name}))
            stretches.append(Stretch(edge.name, at, stop, name))
        if k == end[0] and stop == end[1]:
            break
        k, at = (k + 1) % count, 0.0
    return _tied(edges), stretches


def _tied(edges: list[Edge]) -> list[Edge]:
    """Every edge begun in the very point the one before it ends in."""
    made = edges[:1]
    for edge in edges[1:]:
        start = paths.end(made[-1].path)
        if distance(start, paths.start(edge.path)) > 0:
            edge = _set(edge, tied(edge.path, start, paths.end(edge.path)))
        made.append(edge)
    return made
