"""Where the nodes of a line lie in each size.

The first size entered is the base. In another size a node lies where it was pulled to or shifted to;
one that was not follows its neighbours on the line that were, sharing their shifts by its distance
from both, so that shifting the corners grades what lies between.
"""

from itertools import accumulate

from craft.digitise.inputs import Outline, SizeLine
from craft.shape.curve import Point, distance

Handles = dict[int, tuple[Point, Point]]


def base_of(outline: Outline) -> str:
    """The size whose line is the base; "" while there is none."""
    return next(iter(outline.lines), "")


def base_points(outline: Outline) -> tuple[Point, ...]:
    """The nodes' places in the base size (mm)."""
    line = outline.lines.get(base_of(outline))
    return tuple(point for point in line.points if point is not None) if line else ()


def points_in(outline: Outline, size: str) -> tuple[Point, ...]:
    """The nodes' places in a size (mm).

    >>> from craft.digitise.inputs import OutlineNode, SizeLine
    >>> nodes = tuple(OutlineNode(id=k) for k in (1, 2, 3))
    >>> lines = {"A": SizeLine(points=((0, 0), (50, 0), (100, 0))),
    ...          "B": SizeLine(points=((0, -2), None, (100, -6)))}
    >>> points_in(Outline(nodes=nodes, lines=lines), "B")
    ((0.0, -2.0), (50.0, -4.0), (100.0, -6.0))
    """
    base = base_points(outline)
    line = outline.lines.get(size)
    if line is None or size == base_of(outline):
        return base
    return tuple(
        (x + dx, y + dy) for (x, y), (dx, dy) in zip(base, shifts(base, line.points), strict=True)
    )


def begun(
    outline: Outline, size: str, sizes: tuple[str, ...], corners: tuple[bool, ...]
) -> SizeLine:
    """The line of a size in which no point was set yet, before the first one is: its corners where the
    grading known from another size puts them, in proportion to how many sizes lie between, else where the
    base has them. Points between corners follow these: one point moves its neighbourhood alone."""
    base, line = base_points(outline), outline.lines.get(size)
    if line is not None and any(point is not None for point in line.points):
        return line
    known = [
        other for other, own in outline.lines.items()
        if other not in (size, base_of(outline)) and other in sizes
        and any(point is not None for point in own.points)
    ]  # fmt: skip
    at, first = sizes.index(size), sizes.index(base_of(outline)) if base_of(outline) in sizes else 0
    near = min(known, key=lambda other: abs(sizes.index(other) - at), default=None)
    share = (at - first) / (sizes.index(near) - first) if near else 0.0
    there = points_in(outline, near) if near else base
    places = tuple(
        (x + (u - x) * share, y + (v - y) * share)
        for (x, y), (u, v) in zip(base, there, strict=True)
    )
    keep = corners if any(corners) else (True,) * len(base)
    points = tuple(p if corner else None for p, corner in zip(places, keep, strict=True))
    return SizeLine(points=points, handles=line.handles if line else {})


def shifts(base: tuple[Point, ...], points: tuple[Point | None, ...]) -> list[Point]:
    """How far every node lies from its place in the base (mm); ``points`` None: it follows."""
    count = len(base)
    known = [k for k, point in enumerate(points) if point is not None]
    if not known:
        return [(0.0, 0.0)] * count
    own = {k: _minus(point, base[k]) for k, point in enumerate(points) if point is not None}
    found = [(0.0, 0.0)] * count
    for a, b in zip(known, [*known[1:], known[0] + count], strict=True):
        walk = list(
            accumulate(
                (distance(base[k % count], base[(k + 1) % count]) for k in range(a, b)),
                initial=0.0,
            )
        )
        (ax, ay), (bx, by) = own[a], own[b % count]
        for step, k in enumerate(range(a, b)):
            share = walk[step] / walk[-1] if walk[-1] else 0.0
            found[k % count] = (ax + (bx - ax) * share, ay + (by - ay) * share)
    return found


def handles_in(outline: Outline, size: str) -> Handles:
    """Known handles in a size, as offsets from the ends of their stretch: its own, or the base's grown
    or shrunk with the stretch."""
    base = outline.lines.get(base_of(outline))
    own = outline.lines.get(size)
    if base is None or own is base:
        return dict(base.handles) if base else {}
    found: Handles = dict(own.handles) if own else {}
    missing = [id for id in base.handles if id not in found]
    if missing:
        before, after = base_points(outline), points_in(outline, size)
        index = {node.id: k for k, node in enumerate(outline.nodes)}
        for id in missing:
            k, j = index[id], (index[id] + 1) % len(before)
            was = distance(before[k], before[j])
            grown = distance(after[k], after[j]) / was if was > 1e-9 else 1.0
            (ax, ay), (bx, by) = base.handles[id]
            found[id] = ((ax * grown, ay * grown), (bx * grown, by * grown))
    return found


def _minus(a: Point, b: Point) -> Point:
    return (a[0] - b[0], a[1] - b[1])
