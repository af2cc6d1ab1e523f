"""Edges of a piece pushed in or out square to themselves; where a pushed edge ends elsewhere, its neighbour
is cut there, or run on."""

from collections.abc import Callable, Mapping, Sequence
from itertools import pairwise
from math import hypot
from typing import NamedTuple

from craft.errors import CraftError
from craft.pattern.piece import Edge, Shape
from craft.pattern.reshaped import reshaped
from craft.shape import path as paths
from craft.shape.curve import Point, distance, point_at, tangent_at
from craft.shape.deform import Push, carried, pushed, tied
from craft.shape.offset import crossing
from craft.shape.path import Path
from craft.shape.tolerance import SAME_POINT

# A neighbour is run on so far beyond what its edge was pushed by (mm).
RUN_ON = 20.0


class Pushing(NamedTuple):
    """By how much an edge is pushed outwards at a place along it (mm), how steeply, and where that begins,
    bends or ends."""

    push: Push
    breaks: Sequence[float]


def shifted(shape: Shape, pushes: Mapping[str, Pushing]) -> Shape:
    """The piece with these edges pushed. Raises CraftError where a fold would be moved, an end finds no
    neighbour to end at, or the outline would cross itself."""
    edges = shape.edges
    drawn = {edge.name: edge.path for edge in edges}
    for edge in edges:
        if edge.name in pushes:
            if edge.kind in ("fold", "dart"):
                raise CraftError(f"The “{edge.name}” cannot be moved: it is a {edge.kind}.")
            drawn[edge.name] = pushed(edge.path, *pushes[edge.name])
    for index, edge in enumerate(edges):
        _meet(edge, edges[(index + 1) % len(edges)], drawn)
    changed = {e.name: drawn[e.name] for e in edges if drawn[e.name] is not e.path}
    moves = {
        name: _moving(shape.edge(name).path, pushes[name].push)
        for name in changed
        if name in pushes
    }
    return reshaped(shape, changed, moves)


def _moving(path: Path, push: Push) -> Callable[[Point], Point]:
    """Where a place on the old edge comes to lie."""

    def moved(point: Point) -> Point:
        _, index, t = paths.nearest_place(path, point)
        by, _ = push(paths.length(paths.split(path, index, t)[0]))
        (x, y), (dx, dy) = point_at(path[index], t), tangent_at(path[index], t)
        return (x + dy * by, y - dx * by)

    return moved


def _meet(before: Edge, after: Edge, drawn: dict[str, Path]) -> None:
    """Let the end of one edge and the beginning of the next be one point again."""
    one, two = drawn[before.name], drawn[after.name]
    off = distance(paths.end(one), paths.start(two))
    if off <= SAME_POINT or "dart" in (before.kind, after.kind):
        return  # a dart's cap is folded to whatever mouth there is
    far = RUN_ON + 2 * off
    met = crossing(_run_on(one, far, at_end=True), _run_on(two, far, at_end=False))
    near = RUN_ON + 4 * off
    if met and distance(paths.end(met[0]), paths.end(one)) <= near and all(met):
        drawn[before.name], drawn[after.name] = met
        return
    if "fold" in (before.kind, after.kind):
        raise CraftError("What is moved would not end on the fold any more.")
    (ax, ay), (bx, by) = paths.end(one), paths.start(two)
    still_one, still_two = one is before.path, two is after.path
    at = (
        (ax, ay)
        if still_two and not still_one
        else (bx, by)
        if still_one
        else ((ax + bx) / 2, (ay + by) / 2)
    )
    drawn[before.name] = carried(one, paths.start(one), at)
    drawn[after.name] = carried(two, at, paths.end(two))


def _run_on(path: Path, by: float, *, at_end: bool) -> Path:
    if at_end:
        (x, y), (dx, dy) = paths.end(path), tangent_at(path[-1], 1)
        return (*path, ((x, y), (x + dx * by, y + dy * by)))
    (x, y), (dx, dy) = paths.start(path), tangent_at(path[0], 0)
    return (((x - dx * by, y - dy * by), (x, y)), *path)


def smooth_through(nodes: Sequence[tuple[float, float]]) -> Push:
    """A smooth line through the nodes (place, amount), level at both ends and nowhere beyond the amounts on
    either side; the value and the slope at any place. Constant before the first and after the last node.

    >>> through = smooth_through([(0.0, 0.0), (10.0, 4.0), (20.0, 0.0)])
    >>> through(10.0), through(-5.0), through(5.0)[0]
    ((4.0, 0.0), (0.0, 0.0), 2.0)
    """
    slopes = _slopes(nodes)

    def at(place: float) -> tuple[float, float]:
        if place <= nodes[0][0]:
            return nodes[0][1], 0.0
        if place >= nodes[-1][0]:
            return nodes[-1][1], 0.0
        k = next(i for i in range(len(nodes) - 1) if place <= nodes[i + 1][0])
        (x0, y0), (x1, y1) = nodes[k], nodes[k + 1]
        wide = x1 - x0
        t = (place - x0) / wide
        u, v = slopes[k] * wide, slopes[k + 1] * wide
        rise = y1 - y0
        c, d = 3 * rise - 2 * u - v, u + v - 2 * rise
        return y0 + t * (u + t * (c + t * d)), (u + t * (2 * c + 3 * t * d)) / wide

    return at


def _slopes(nodes: Sequence[tuple[float, float]]) -> list[float]:
    """Slopes that keep a cubic between two nodes between their values: the harmonic mean of both sides'."""
    rises = [(b[1] - a[1]) / (b[0] - a[0]) for a, b in pairwise(nodes)]
    inner = [0.0 if a * b <= 0 else 2 * a * b / (a + b) for a, b in pairwise(rises)]
    return [0.0, *inner, 0.0]


def corner_moved(shape: Shape, name: str, *, at_start: bool, by: Point) -> Shape:
    """The piece with one end of an edge set elsewhere (dx, dy); the edges on both sides are turned and
    stretched to it as a whole. Raises CraftError at a fold that would leave its line, or a dart."""
    index = next(i for i, edge in enumerate(shape.edges) if edge.name == name)
    k = (index if at_start else index + 1) % len(shape.edges)
    before, after = shape.edges[k - 1], shape.edges[k]
    for edge in (before, after):
        if edge.kind == "dart":
            raise CraftError("The end of a dart’s leg is moved with the dart.")
        if edge.kind == "fold":
            (ax, ay), (bx, by_) = paths.start(edge.path), paths.end(edge.path)
            size = hypot(bx - ax, by_ - ay)
            if abs((bx - ax) * by[1] - (by_ - ay) * by[0]) / size > 0.01:
                raise CraftError("The fold stays on its line; move this corner along it.")
    x, y = paths.start(after.path)
    to = (x + by[0], y + by[1])
    drawn = {
        before.name: carried(before.path, paths.start(before.path), to),
        after.name: carried(after.path, to, paths.end(after.path)),
    }
    moves = {edge.name: _carrying(edge, drawn[edge.name]) for edge in (before, after)}
    return reshaped(
        shape, {n: tied(p, paths.start(p), paths.end(p)) for n, p in drawn.items()}, moves
    )


def _carrying(edge: Edge, new: Path) -> Callable[[Point], Point]:
    """A place on an edge keeps its share of the length."""
    whole = paths.length(edge.path) or 1.0

    def moved(point: Point) -> Point:
        share = paths.nearest(edge.path, point)[1] / whole
        return paths.point_along(new, share * paths.length(new))

    return moved
