"""Edges of a piece pushed in or out square to themselves; where a pushed edge ends elsewhere, its neighbour
is cut there, or run on."""

from collections.abc import Callable, Mapping, Sequence
from itertools import pairwise
from math import hypot
from typing import NamedTuple

from craft.errors import CraftError
from craft.measure import length_text
from craft.pattern.piece import Edge, Shape
from craft.pattern.reshaped import reshaped
from craft.shape import path as paths
from craft.shape.affine import move_point
from craft.shape.curve import Point, distance, point_at, tangent_at
from craft.shape.deform import Push, carried, carrying, pushed
from craft.shape.offset import HAIR, crossing
from craft.shape.path import Path
from craft.shape.tolerance import SAME_POINT

# What must be left of an edge that is cut back (mm).
LEAST_EDGE = 5.0
# A neighbour is run on so far beyond what its edge was pushed by (mm).
RUN_ON = 20.0


class Pushing(NamedTuple):
    """By how much an edge is pushed outwards at a place along it (mm), how steeply, and where that begins,
    bends or ends."""

    push: Push
    breaks: Sequence[float]


def shift_edge(shape: Shape, pushes: Mapping[str, Pushing]) -> Shape:
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
        drawn[before.name], drawn[after.name] = _without_slivers(*met)
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


def _without_slivers(one: Path, two: Path) -> tuple[Path, Path]:
    """What was run on or left over by less than a hair is none: its direction means nothing."""
    at = paths.end(one)
    while len(one) > 1 and paths.length(one[-1:]) < HAIR:
        one = one[:-1]
    while len(two) > 1 and paths.length(two[:1]) < HAIR:
        two = two[1:]
    return paths.with_ends(one, paths.start(one), at), paths.with_ends(two, at, paths.end(two))


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


def corner_moved(
    shape: Shape, name: str, *, at_start: bool, along: float = 0.0, out: float = 0.0
) -> Shape:
    """The piece with one end of an edge set elsewhere: ``along`` as the outline is walked, the edge being
    run on or cut back, then ``out`` to the outside, the edge being turned with it (mm). The neighbour is
    turned and stretched to it. Raises CraftError at a fold that would leave its line, and at a dart."""
    index = next(i for i, edge in enumerate(shape.edges) if edge.name == name)
    edge = shape.edges[index]
    beside = shape.edges[index - 1] if at_start else shape.edges[(index + 1) % len(shape.edges)]
    if "dart" in (edge.kind, beside.kind):
        raise CraftError("The end of a dart’s leg is moved with the dart.")
    run = _ended(edge, -along if at_start else along, at_start=at_start)
    (x, y), (ux, uy) = (
        (paths.start(run), tangent_at(run[0], 0))
        if at_start
        else (paths.end(run), tangent_at(run[-1], 1))
    )
    to = (x + uy * out, y - ux * out)
    for each in (edge, beside):
        if each.kind == "fold" and _off_line(each.path, to) > 0.01:
            raise CraftError("The fold stays on its line; move this corner along it.")
    ends = (to, paths.end(run)) if at_start else (paths.start(run), to)
    kept = (paths.start(beside.path), to) if at_start else (to, paths.end(beside.path))
    new = carried(beside.path, *kept)
    turn = carrying(run, *ends)
    moves = {name: lambda point: move_point(point, turn), beside.name: _carrying(beside, new)}
    return reshaped(shape, {name: carried(run, *ends), beside.name: new}, moves)


def _off_line(path: Path, point: Point) -> float:
    (ax, ay), (bx, by) = paths.start(path), paths.end(path)
    across = (bx - ax) * (point[1] - ay) - (by - ay) * (point[0] - ax)
    return abs(across) / (hypot(bx - ax, by - ay) or 1.0)


def _ended(edge: Edge, by: float, *, at_start: bool) -> Path:
    """The edge run on straight at one end, or cut back (negative)."""
    path = edge.path
    whole = paths.length(path)
    if by < 0:
        if whole + by < LEAST_EDGE:
            raise CraftError(f"The “{edge.name}” is only {length_text(whole)} long.")
        return paths.split_at(path, -by)[1] if at_start else paths.split_at(path, whole + by)[0]
    if by == 0:
        return path
    if paths.is_straight(path):  # one line stays one line
        (ax, ay), (bx, by_) = paths.start(path), paths.end(path)
        share = by / (whole or 1.0)
        dx, dy = (bx - ax) * share, (by_ - ay) * share
        return (
            (((ax - dx, ay - dy), (bx, by_)),) if at_start else (((ax, ay), (bx + dx, by_ + dy)),)
        )
    return _run_on(path, by, at_end=not at_start)


def _carrying(edge: Edge, new: Path) -> Callable[[Point], Point]:
    """A place on an edge keeps its share of the length."""
    whole = paths.length(edge.path) or 1.0

    def moved(point: Point) -> Point:
        share = paths.nearest(edge.path, point)[1] / whole
        return paths.point_along(new, share * paths.length(new))

    return moved
