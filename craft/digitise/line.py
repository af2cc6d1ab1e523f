"""From nodes to edges: the line of a piece in one size, cut at its corners.

Straight stretches are lines, known handles are kept, everything else goes through its nodes as the
fewest cubics (craft.digitise.curve_fit), leaving a straight neighbour in its direction.
"""

from dataclasses import dataclass
from itertools import pairwise

from craft.digitise import curve_fit
from craft.digitise.corner_detection import Corners, find_corners, runs
from craft.digitise.inputs import Outline
from craft.digitise.sizes import Handles, base_points, handles_in, points_in
from craft.shape import path as paths
from craft.shape.curve import Curve, Point, distance, signed_area
from craft.shape.path import Path

# Nodes nearer than this to each other are one (mm).
ONE_SPOT = 0.05
# A node this near to the leg of a dart is where it ends (mm).
AT_A_LEG = 2.5


@dataclass(frozen=True)
class RawEdge:
    """An edge as it was drawn: the id of the node it begins at (as entered), and its path clockwise."""

    id: int
    path: Path


def edges_of(outline: Outline, size: str, legs: tuple[Point, ...] = ()) -> tuple[RawEdge, ...]:
    """The edges in a size, clockwise (y down); the first one entered stays first. Nothing for a line
    of fewer than three nodes. ``legs``: where darts end on an edge; a node there breaks the curve but not
    the edge."""
    points = points_in(outline, size)
    if len(points) < 3:
        return ()
    found = find_corners(outline.nodes, base_points(outline), clicked=not outline.through)
    handles = handles_in(outline, size)
    breaks = {
        k for k, point in enumerate(points) if any(distance(point, leg) < AT_A_LEG for leg in legs)
    }
    made = [
        RawEdge(outline.nodes[run[0]].id, _path(outline, run, points, handles, found, breaks))
        for run in runs(found.corners)
    ]
    if len(made) == 1:  # a line without corners still needs two edges
        made = _halved(made[0], outline)
    if sum(signed_area(curve) for edge in made for curve in edge.path) < 0:
        back = [RawEdge(edge.id, paths.reverse(edge.path)) for edge in reversed(made)]
        made = [back[-1], *back[:-1]]
    return tuple(made)


def open_path(outline: Outline, size: str) -> Path:
    """A line that is still being set, from its first node to its last."""
    points = points_in(outline, size)
    if len(points) < 2:
        return ()
    ring = (
        find_corners(outline.nodes, points, clicked=not outline.through)
        if len(points) > 2
        else None
    )
    corners = ring.corners if ring else (True, True)
    cuts = [0, *(k for k in range(1, len(points) - 1) if corners[k]), len(points) - 1]
    handles = handles_in(outline, size)
    made: Path = ()
    for a, b in pairwise(cuts):
        if ring is None:
            made += ((points[a], points[b]),)
        else:
            made += _path(outline, list(range(a, b)), points, handles, ring, set())
    return made


def _path(
    outline: Outline, run: list[int], points: tuple[Point, ...], handles: Handles, ring: Corners,
    breaks: set[int],
) -> Path:  # fmt: skip
    """The path of one edge: its stretches straight, known, or fitted together between ``breaks``."""
    count = len(points)
    within = curve_fit.MEASURED if outline.through else curve_fit.CLICKED
    whole = run[0] == (run[-1] + 1) % count  # the ring has no corner
    made: list[Curve] = []
    waiting: list[Point] = []
    broken = False

    def settle(last: curve_fit.Direction = None) -> None:
        nonlocal broken
        if len(waiting) > 1:
            first = _direction(made[-1]) if made and not broken else None
            if whole and len(waiting) == count + 1:
                first = last = _tangent(waiting)
            made.extend(curve_fit.through(tuple(waiting), first, last, within))
            broken = False
        waiting.clear()

    at = 0
    while at < len(run):
        k = run[at]
        if k in breaks and at:
            settle()
            broken = True
        a, b = points[k], points[(k + 1) % count]
        id = outline.nodes[k].id
        known = id in handles
        if known or ring.straight[k]:
            steps = 1
            if not known:  # straight on as long as it is
                while at + steps < len(run) and _goes_on(outline, run, at + steps, ring, handles):
                    steps += 1
                b = points[(run[at + steps - 1] + 1) % count]
            if distance(a, b) < ONE_SPOT and not known:
                at += steps
                continue
            way = (
                ((b[0] - a[0]) / distance(a, b), (b[1] - a[1]) / distance(a, b))
                if not known
                else None
            )
            settle(way)
            if known:
                (px, py), (qx, qy) = handles[id]
                made.append((a, (a[0] + px, a[1] + py), (b[0] + qx, b[1] + qy), b))
            else:
                made.append((a, b))
            at += steps
            continue
        if not waiting:
            waiting.append(a)
        if distance(waiting[-1], b) >= ONE_SPOT:
            waiting.append(b)
        at += 1
    settle()
    if not made:  # every node on one spot
        return ((points[run[0]], points[(run[-1] + 1) % count]),)
    return _closed_up(made)


def _goes_on(outline: Outline, run: list[int], at: int, ring: Corners, handles: Handles) -> bool:
    """Whether the stretch is one more of the same straight line: clicked along, not told."""
    node = outline.nodes[run[at]]
    return (
        ring.straight[run[at]]
        and node.then == outline.nodes[run[at - 1]].then == "auto"
        and node.id not in handles
    )


def _closed_up(made: list[Curve]) -> Path:
    """Every curve begins exactly where the one before it ends."""
    joined = [made[0]]
    for curve in made[1:]:
        start = joined[-1][-1]
        joined.append((start, curve[1]) if len(curve) == 2 else (start, *curve[1:]))
    return tuple(joined)


def _direction(curve: Curve) -> curve_fit.Direction:
    """The direction a curve ends in."""
    (ax, ay), (bx, by) = curve[-2], curve[-1]
    size = distance((ax, ay), (bx, by))
    return ((bx - ax) / size, (by - ay) / size) if size > 1e-9 else None


def _tangent(ring: list[Point]) -> curve_fit.Direction:
    """The direction of a ring without corners at the point it begins at."""
    (ax, ay), (bx, by) = ring[-2], ring[1]
    size = distance((ax, ay), (bx, by)) or 1.0
    return ((bx - ax) / size, (by - ay) / size)


def _halved(edge: RawEdge, outline: Outline) -> list[RawEdge]:
    """Both halves of a ring, the second one named by the node nearest to where it begins."""
    first, second = paths.split_at(edge.path, paths.length(edge.path) / 2)
    if not first or not second:  # a ring of no size at all
        first = second = edge.path
    at = paths.start(second)
    places = base_points(outline)
    near = min(range(1, len(places)), key=lambda k: distance(places[k], at))
    return [RawEdge(edge.id, first), RawEdge(outline.nodes[near].id, second)]
