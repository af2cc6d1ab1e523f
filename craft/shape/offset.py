"""Parallels: the line beside a line, curves kept as curves.

The exact parallel of a cubic is no cubic. It is fitted here piece by piece: ends and directions are
exact, handles are scaled by how much the bend stretches the parallel, and a piece that strays more
than ``OFFSET`` from the exact parallel is halved and fitted again. Where a line bends inward more
tightly than the distance its parallel turns back on itself; see ``craft.shape.band`` for what
remains of it.
"""

from functools import lru_cache
from math import hypot

from fontTools.misc.bezierTools import segmentSegmentIntersections

from craft.shape import curve as one
from craft.shape.curve import Curve, Point
from craft.shape.path import Path
from craft.shape.tolerance import OFFSET, SAME_POINT

_DEEPEST = 12
# Ends this close are one point: smooth joins whose directions differ by rounding only (mm).
HAIR = 0.05
# So many curves from a corner are looked at for a crossing.
_NEAR = 8


def beside(curve: Curve, t: float, by: float) -> Point:
    """The point ``by`` mm to the left of travel at t (outside of an outline walked clockwise).

    With y downwards, left of travel is (dy, -dx).
    """
    x, y = one.point_at(curve, t)
    dx, dy = one.tangent_at(curve, t)
    return (x + dy * by, y - dx * by)


def parallel(path: Path, by: float) -> Path:
    """The path ``by`` mm to the left of travel (negative: to the right); at joins that turn a little both
    sides are cut where they cross, or run on until they meet.

    >>> parallel((((0.0, 0.0), (10.0, 0.0)),), 2.0)
    (((0.0, -2.0), (10.0, -2.0)),)

    Handled badly: where the path bends more tightly than ``by`` the parallel turns back on itself and
    crosses itself; ``craft.shape.band`` sorts that out.
    """
    if by == 0:
        return path
    made: Path = ()
    for curve in path:
        beyond: Path = parallel_curve(curve, by)
        if made:
            made, beyond = _joined(made, beyond)
        made = (*made, *beyond)
    return made


@lru_cache(maxsize=8192)  # partner pieces share edges, and most edits leave most edges alone
def parallel_curve(curve: Curve, by: float, depth: int = 0) -> tuple[Curve, ...]:
    """The parallel of one curve, in as many curves as it takes."""
    a, b = beside(curve, 0, by), beside(curve, 1, by)
    if len(curve) == 2 or one.is_straight(curve):
        return ((a, b),)
    fitted = _fit(curve, a, b)
    if depth >= _DEEPEST or not _strays(curve, fitted, by):
        return (fitted,)
    first, second = one.split(curve, 0.5)
    return parallel_curve(first, by, depth + 1) + parallel_curve(second, by, depth + 1)


def _fit(curve: Curve, a: Point, b: Point) -> Curve:
    """One cubic from a to b with the curve's end directions; handles scaled by chord lengths."""
    chord = one.distance(curve[0], curve[-1]) or 1.0
    scale = one.distance(a, b) / chord
    (tx0, ty0), (tx1, ty1) = one.tangent_at(curve, 0), one.tangent_at(curve, 1)
    first = one.distance(curve[0], curve[1]) * scale
    last = one.distance(curve[-2], curve[-1]) * scale
    return (
        a,
        (a[0] + tx0 * first, a[1] + ty0 * first),
        (b[0] - tx1 * last, b[1] - ty1 * last),
        b,
    )


def _strays(curve: Curve, fitted: Curve, by: float) -> bool:
    """Whether the fitted parallel is further than OFFSET from the exact one at any of five places.

    The fitted point is set against the curve's normal at the same parameter; the little it has
    slipped along the curve is taken back with the curve's own bend before the two are compared.
    """
    for t in (0.5, 0.12, 0.88, 0.3, 0.7):
        px, py = one.point_at(fitted, t)
        # One of Newton's steps to the foot of the perpendicular: there the distance hardly changes.
        x, y = one.point_at(curve, t)
        dx, dy = one.velocity_at(curve, t)
        ax, ay = one.acceleration_at(curve, t)
        ex, ey = px - x, py - y
        slope = dx * dx + dy * dy - ex * ax - ey * ay
        if abs(slope) >= 1e-9:
            t = min(1.0, max(0.0, t + (ex * dx + ey * dy) / slope))
        x, y = one.point_at(curve, t)
        if abs(hypot(px - x, py - y) - abs(by)) > OFFSET:
            return True
    return False


def _joined(before: Path, after: Path) -> tuple[Path, Path]:
    """Parallels on both sides of a join that hardly turns, ending in one point."""
    if one.distance(before[-1][-1], after[0][0]) <= HAIR:
        return before, (begun_at(before[-1][-1], after[0]), *after[1:])
    crossed = crossing(before, after)
    if crossed:
        return crossed
    meeting = run_on(before, after)
    a, b = before[-1][-1], after[0][0]
    if meeting is None:
        return (*before, (a, b)), after
    return (*before, (a, meeting)), ((meeting, b), *after)


def begun_at(point: Point, curve: Curve) -> Curve:
    """The curve with its first point moved onto ``point``."""
    if len(curve) == 2:
        return (point, curve[1])
    return (point, curve[1], curve[2], curve[3])


def crossing(before: Path, after: Path) -> tuple[Path, Path] | None:
    """Both paths cut where the end of one first crosses the beginning of the next; None where they do
    not cross."""
    for i in range(max(0, len(before) - _NEAR), len(before)):
        hits = []
        for j in range(min(_NEAR, len(after))):
            if _boxes_meet(before[i], after[j]):
                hits += [
                    (float(hit.t1), j, float(hit.t2))
                    for hit in segmentSegmentIntersections(before[i], after[j])
                    if 1e-6 < hit.t1 <= 1 and 0 <= hit.t2 < 1 - 1e-6
                ]
        if hits:
            t, j, u = min(hits)
            kept, rest = one.split(before[i], t)[0], one.split(after[j], u)[1]
            # Found to a fraction of a hair; both sides must end in the very same point.
            return (*before[:i], kept), (begun_at(kept[-1], rest), *after[j + 1 :])
    return None


def _boxes_meet(a: Curve, b: Curve) -> bool:
    ax, ay = [p[0] for p in a], [p[1] for p in a]
    bx, by = [p[0] for p in b], [p[1] for p in b]
    return min(ax) <= max(bx) and min(bx) <= max(ax) and min(ay) <= max(by) and min(by) <= max(ay)


def run_on(before: Path, after: Path) -> Point | None:
    """Where (mm) the straight continuations of both ends meet; None where they do not."""
    found = meeting(
        before[-1][-1], one.tangent_at(before[-1], 1), after[0][0], one.tangent_at(after[0], 0)
    )
    if found is None or found[1] < -SAME_POINT or found[2] > SAME_POINT:
        return None
    return found[0]


def meeting(a: Point, along: Point, b: Point, other: Point) -> tuple[Point, float, float] | None:
    """Where two straight lines meet, and how far from ``a`` and from ``b`` that is along their unit
    directions (mm); None for parallel ones. Nearly parallel lines meet far away: callers set a limit.

    >>> meeting((0.0, 0.0), (1.0, 0.0), (5.0, -3.0), (0.0, 1.0))
    ((5.0, 0.0), 5.0, 3.0)
    """
    cross = along[0] * other[1] - along[1] * other[0]
    if abs(cross) < 1e-9:
        return None
    x, y = b[0] - a[0], b[1] - a[1]
    s = (x * other[1] - y * other[0]) / cross
    u = (x * along[1] - y * along[0]) / cross
    return (a[0] + along[0] * s, a[1] + along[1] * s), s, u
