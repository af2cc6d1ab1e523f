"""Grading between sizes: one size at one level of the body, another at the next, smooth between.

Partner pieces know the same levels and are blended by the same shares, so their seams go on
matching; a piece that knows none of the levels keeps the size that leads.
"""

from contextlib import suppress
from math import atan2, ceil, hypot, pi

from craft.errors import CraftError
from craft.pattern.caps import cap_at, folded_again
from craft.pattern.marks import Mark
from craft.pattern.natures import Boxes, between_legs, boxes_of, kept_inside, settled, sits_on
from craft.pattern.piece import Edge, Shape
from craft.pick.levels import Levels, levels_for
from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.affine import move, translation
from craft.shape.curve import Cubic, Curve, Point, distance
from craft.shape.matched import matched
from craft.shape.path import Path

# Blended stretches are drawn anew in steps of about this length (mm).
STEP = 50.0
# A join turning less than this in every size is smooth, and stays so (radians: one degree).
SMOOTH = pi / 180


def grade(
    shapes: dict[str, Shape], main: str, at: dict[str, str], long: str | None = None
) -> Shape:
    """The shape with the sizes of ``at`` at its levels (level -> size), lengths from ``long``.

    Where only one size holds it is that size's own line, point for point.
    """
    levels = levels_for(shapes, main, at, long)
    if levels is None:
        return shapes[main]
    first = levels.sizes[0]
    if levels.used == (first,) and not any(levels.shifts):
        return shapes[first]
    drawn = {size: shapes[size] for size in levels.used}
    edges = [_edge(edge, drawn, levels) for edge in drawn[first].edges]
    edges = _smoothed(edges, drawn)
    edges = _closed_up(edges)
    by_name = {edge.name: edge.path for edge in edges}
    boxes = boxes_of(drawn[first].edges)
    marks = tuple(
        _mark(
            mark,
            {s: _same(drawn[s], mark) for s in drawn},
            levels,
            drawn[first].edges,
            boxes,
            by_name,
        )
        for mark in drawn[first].marks
    )
    edges, marks = _true_darts(edges, marks)
    outline = tuple(curve for edge in edges for curve in edge.path)
    return Shape(
        edges=tuple(edges), marks=kept_inside(marks, drawn[first], outline),
        levels=_heights(shapes[main], levels, at),
    )  # fmt: skip


def _edge(edge: Edge, drawn: dict[str, Shape], levels: Levels) -> Edge:
    """One edge blended; its kind and allowance are those of the first size."""
    by_size = {size: shape.edge(edge.name).path for size, shape in drawn.items()}
    sections = {size: _sections(path, levels, size) for size, path in by_size.items()}
    zones = {tuple(zone for zone, _ in parts) for parts in sections.values()}
    if (
        len(zones) > 1
    ):  # the sizes cross the levels differently: one stretch, blended point by point
        made = _blended(by_size, levels)
    elif len(next(iter(zones))) == 1 and all(map(paths.is_straight, by_size.values())):
        made = _ruled(by_size, levels)
    else:
        made = ()
        for index, zone in enumerate(next(iter(zones))):
            parts = {size: sections[size][index][1] for size in sections}
            made += _section(parts, zone, levels)
    return edge.model_copy(update={"path": made})


def _sections(path: Path, levels: Levels, size: str) -> list[tuple[int, Path]]:
    """The path divided where it crosses a level, each part with the number of levels above it."""
    heights = levels.heights[size]
    cuts = []
    first, last = paths.start(path)[1], paths.end(path)[1]
    for y in heights:
        if (first - y) * (last - y) < 0 and min(abs(first - y), abs(last - y)) > 0.01:
            cuts += paths.at_level(path, y)[-1:]
    parts, rest, base, before = [], path, 0, 0.0
    for index, t in sorted(cuts):
        # Parameters of what is left of a curve that has been split already.
        local = (t - before) / (1 - before) if index == base else t
        head, tail = paths.split(rest, index - base, local)
        parts.append(head)
        rest, base, before = tail, index, t
    parts.append(rest)
    found = []
    for part in parts:
        if part:
            middle = (paths.start(part)[1] + paths.end(part)[1]) / 2
            found.append((sum(1 for y in heights if y < middle), part))
    return found


def _section(parts: dict[str, Path], zone: int, levels: Levels) -> Path:
    """A stretch that keeps between two levels (or beyond the first or last one)."""
    last = len(levels.sizes) - 1
    if zone == 0:
        return parts[levels.sizes[0]]
    if zone > last:
        return move(parts[levels.sizes[last]], translation(0, levels.shifts[last]))
    if not levels.changes(zone - 1):
        return move(parts[levels.sizes[zone]], translation(0, levels.shifts[zone]))
    return _blended(parts, levels)


def _ruled(parts: dict[str, Path], levels: Levels) -> Path:
    """A straight edge stays straight: only its ends are blended."""
    a = levels.at({size: paths.start(path) for size, path in parts.items()}).point
    b = levels.at({size: paths.end(path) for size, path in parts.items()}).point
    return ((a, b),)


def _blended(parts: dict[str, Path], levels: Levels) -> Path:
    """A stretch drawn anew: places and directions blended, a cubic between each two."""
    sizes = list(parts)
    rows = matched([parts[size] for size in sizes])
    made: list[Curve] = []
    for curves in zip(*rows, strict=True):
        pieces = max(1, ceil(max(one.length(curve) for curve in curves) / STEP))
        by_size = dict(zip(sizes, curves, strict=True))
        made += [_hermite(by_size, k / pieces, (k + 1) / pieces, levels) for k in range(pieces)]
    return tuple(made)


def _hermite(curves: dict[str, Cubic], t0: float, t1: float, levels: Levels) -> Curve:
    ends = []
    for t in (t0, t1):
        points = {size: one.point_at(curve, t) for size, curve in curves.items()}
        speeds = {size: one.velocity_at(curve, t) for size, curve in curves.items()}
        ends.append(levels.at(points, speeds))
    reach = (t1 - t0) / 3
    a, b = ends
    return (
        a.point,
        (a.point[0] + a.speed[0] * reach, a.point[1] + a.speed[1] * reach),
        (b.point[0] - b.speed[0] * reach, b.point[1] - b.speed[1] * reach),
        b.point,
    )


def turn(before: Curve, after: Curve) -> float:
    """How sharply the line turns from one curve to the next (radians, 0: smooth)."""
    ax, ay = one.tangent_at(before, 1)
    bx, by = one.tangent_at(after, 0)
    return abs(atan2(ax * by - ay * bx, ax * bx + ay * by))


def _smoothed(edges: list[Edge], drawn: dict[str, Shape]) -> list[Edge]:
    """Joins inside an edge that are smooth in every size are made smooth to the last hair."""
    made = []
    for edge in edges:
        worst = max(
            (
                turn(a, b)
                for shape in drawn.values()
                for a, b in zip(
                    shape.edge(edge.name).path[:-1], shape.edge(edge.name).path[1:], strict=True
                )
            ),
            default=0.0,
        )
        path = list(edge.path)
        if worst < SMOOTH:
            for index in range(len(path) - 1):
                path[index], path[index + 1] = _aligned(path[index], path[index + 1])
        made.append(edge.model_copy(update={"path": tuple(path)}))
    return made


def _aligned(before: Curve, after: Curve) -> tuple[Curve, Curve]:
    """Both handles at the join turned into their common direction."""
    if len(before) == 2 and len(after) == 2:
        return before, after
    (ax, ay), (bx, by) = one.tangent_at(before, 1), one.tangent_at(after, 0)
    if len(before) == 2:
        direction = (ax, ay)
    elif len(after) == 2:
        direction = (bx, by)
    else:
        size = hypot(ax + bx, ay + by) or 1.0
        direction = ((ax + bx) / size, (ay + by) / size)
    dx, dy = direction
    if len(before) == 4:
        reach = distance(before[2], before[3])
        x, y = before[3]
        before = (before[0], before[1], (x - dx * reach, y - dy * reach), before[3])
    if len(after) == 4:
        reach = distance(after[0], after[1])
        x, y = after[0]
        after = (after[0], (x + dx * reach, y + dy * reach), after[2], after[3])
    return before, after


def _closed_up(edges: list[Edge]) -> list[Edge]:
    """Every edge begins in the very point where the one before it ends."""
    made = []
    for index, edge in enumerate(edges):
        corner = paths.end(edges[index - 1].path)
        made.append(
            edge.model_copy(update={"path": (_with_start(edge.path[0], corner), *edge.path[1:])})
        )
    return made


def _same(shape: Shape, mark: Mark) -> Mark:
    """The mark of the same id in another size; where that size lacks it, the mark itself."""
    return next((other for other in shape.marks if other.id == mark.id), mark)


def _mark(
    mark: Mark, by_size: dict[str, Mark], levels: Levels, drawn: tuple[Edge, ...], boxes: Boxes,
    edges: dict[str, Path],
) -> Mark:  # fmt: skip
    """The mark blended as its nature wants it."""
    if len({len(each.points) for each in by_size.values()}) > 1:
        return mark
    rows = [
        {size: each.points[index] for size, each in by_size.items()}
        for index in range(len(mark.points))
    ]
    each = [levels.at(row).point for row in rows]
    middle = {size: _middle(mark.points) for size, mark in by_size.items()}
    return settled(mark, each, levels.as_one(rows, middle), sits_on(mark, drawn, boxes), edges)


def _middle(points: tuple[Point, ...]) -> Point:
    return (sum(x for x, _ in points) / len(points), sum(y for _, y in points) / len(points))


def _true_darts(edges: list[Edge], marks: tuple[Mark, ...]) -> tuple[list[Edge], tuple[Mark, ...]]:
    """A dart stays a dart: its legs of one length, and a cap that folds onto the seam.

    The seam is left alone: the point moves, square to the dart, until both legs agree.
    """
    made = list(marks)
    for place, mark in enumerate(marks):
        index = cap_at(edges, mark.edge)
        if mark.kind != "dart" or index is None:
            continue
        a, b = paths.start(edges[index].path), paths.end(edges[index].path)
        point = between_legs(a, mark.points[1], b)
        with suppress(CraftError):  # what cannot be folded keeps its cap
            path = folded_again(edges, index, mark.points[1], point)
            edges[index] = edges[index].model_copy(update={"path": path})
        made[place] = mark.model_copy(update={"points": (a, point, b)})
    return edges, tuple(made)


def _with_start(curve: Curve, point: Point) -> Curve:
    if len(curve) == 2:
        return (point, curve[1])
    dx, dy = point[0] - curve[0][0], point[1] - curve[0][1]
    return (point, (curve[1][0] + dx, curve[1][1] + dy), curve[2], curve[3])


def _heights(main: Shape, levels: Levels, at: dict[str, str]) -> dict[str, float]:
    """The levels of the graded shape (those that do not count keep the leading size's height)."""
    counted = sorted(main.levels, key=lambda name: main.levels[name])
    if len(levels.sizes) < len(counted):
        counted = [name for name in counted if name in at]
    heights = dict(main.levels)
    for index, name in enumerate(counted):
        heights[name] = levels.heights[levels.sizes[index]][index] + levels.shifts[index]
    return heights
