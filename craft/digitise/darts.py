"""A dart from its three points: its edge is cut there, its legs made equal, its cap folded.

What was drawn between the legs (the peak on a printed line) is left out: the cap is found by folding
the dart and carrying the seam on, as craft.shape.dart does.
"""

from craft.digitise.line import RawEdge
from craft.errors import CraftError
from craft.shape import path as paths
from craft.shape.curve import Point, distance, tangent_at
from craft.shape.dart import cap_peak
from craft.shape.path import Path

# A dart's legs are drawn on their edge, or this far off it at most (mm).
OFF = 12.0
# A line between the legs that is so many times their distance is the drawn cap.
CAP = 6.0
# A leg so near to a corner ends there (mm).
AT_A_CORNER = 0.5


def cut_out(
    edges: tuple[RawEdge, ...], points: tuple[Point, ...]
) -> tuple[tuple[RawEdge, ...], tuple[Point, Point, Point], Path]:
    """The edges with the dart's part taken out, the one the cap follows first; the dart's points with its
    first leg first along the outline; and the cap.

    ``points``: one leg, the point, the other leg. The edge that held both legs becomes two of the same
    id. Raises CraftError when a leg lies on no edge or the dart cannot be folded.
    """
    ring = [(edge, paths.length(edge.path)) for edge in edges]
    whole = sum(size for _, size in ring)
    a, b = _along(edges, points[0]), _along(edges, points[2])
    if (b - a) % whole > whole / 2:
        a, b = b, a
    span = (b - a) % whole
    width = distance(points[0], points[2])
    if width < 1.0 or span > max(CAP * width, 60.0):
        raise CraftError("The two legs of the dart do not lie on one edge.")
    index, at_a = _upto(ring, a)
    after, at_b = _upto(ring, a + span)
    if at_a < AT_A_CORNER:  # a leg at a corner ends the edge before it
        index = (index - 1) % len(edges)
        at_a = ring[index][1]
    if at_b > ring[after][1] - AT_A_CORNER:
        after, at_b = (after + 1) % len(edges), 0.0
    point = points[1]
    first, second = edges[index], edges[after]
    head, _ = paths.split_at(first.path, at_a)
    _, tail = paths.split_at(second.path, at_b)
    if not head or not tail:
        raise CraftError("A dart needs a little of its edge on either side.")
    head, tail = _equal_legs(head, tail, point)
    leg_a, leg_b = paths.end(head), paths.start(tail)
    tx, ty = tangent_at(tail[0], 0.0)
    peak = cap_peak(leg_a, point, leg_b, (tx, ty))
    cap: Path = ((leg_a, peak), (peak, leg_b))
    count = len(edges)
    kept = [RawEdge(first.id, head)]
    k = (after + 1) % count
    rest = [RawEdge(second.id if second is not first else first.id, tail)]
    while k != index:
        rest.append(edges[k])
        k = (k + 1) % count
    return (*kept, *rest), (leg_a, point, leg_b), cap


def _along(edges: tuple[RawEdge, ...], point: Point) -> float:
    """How far along the whole outline the nearest place lies (mm)."""
    before, best, far = 0.0, 0.0, float("inf")
    for edge in edges:
        gap, along = paths.nearest(edge.path, point)
        if gap < far:
            far, best = gap, before + along
        before += paths.length(edge.path)
    if far > OFF:
        raise CraftError("The legs of the dart end off the outline.")
    return best


def _upto(ring: list[tuple[RawEdge, float]], along: float) -> tuple[int, float]:
    """The edge at that place of the outline, and how far along it (mm)."""
    along %= sum(size for _, size in ring)
    for index, (_, size) in enumerate(ring):
        if along <= size or index == len(ring) - 1:
            return index, min(along, size)
        along -= size
    raise AssertionError("a piece has edges")


def _equal_legs(head: Path, tail: Path, point: Point) -> tuple[Path, Path]:
    """Both sides of the dart with legs of one length: the longer leg is cut where the shorter ends, or
    the shorter runs on along its own edge; the dart's width hardly changes."""
    short, long = distance(point, paths.end(head)), distance(point, paths.start(tail))
    if abs(short - long) < 1e-3:
        return head, tail
    middle = (short + long) / 2
    return _to_reach(head, point, middle, from_end=True), _to_reach(
        tail, point, middle, from_end=False
    )


def _to_reach(path: Path, point: Point, wanted: float, *, from_end: bool) -> Path:
    """The path moved at its end by the dart so that the leg has the wanted length: along the leg, since
    an edge square to the leg would never reach it."""
    end = paths.end(path) if from_end else paths.start(path)
    size = distance(point, end)
    x, y = (point[0] + (end[0] - point[0]) * wanted / size,
            point[1] + (end[1] - point[1]) * wanted / size)  # fmt: skip
    dx, dy = x - end[0], y - end[1]
    if from_end:
        last = path[-1]
        moved = (
            (last[0], (x, y))
            if len(last) == 2
            else (last[0], last[1], (last[2][0] + dx, last[2][1] + dy), (x, y))
        )
        return (*path[:-1], moved)
    first = path[0]
    moved = (
        ((x, y), first[1])
        if len(first) == 2
        else ((x, y), (first[1][0] + dx, first[1][1] + dy), first[2], first[3])
    )
    return (moved, *path[1:])
