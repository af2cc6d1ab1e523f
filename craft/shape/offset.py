"""Parallels: the cutting line beside the stitching line, curves kept as curves.

The exact parallel of a cubic is no cubic. It is fitted here piece by piece: ends and directions are
exact, handles are scaled by how much the bend stretches the parallel, and a piece that strays more
than ``OFFSET`` from the exact parallel is halved and fitted again.
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
HAIR = 0.005


def beside(curve: Curve, t: float, by: float) -> Point:
    """The point ``by`` mm to the left of travel at t (outside of an outline walked clockwise).

    With y downwards, left of travel is (dy, -dx).
    """
    x, y = one.point_at(curve, t)
    dx, dy = one.tangent_at(curve, t)
    return (x + dy * by, y - dx * by)


def parallel(path: Path, by: float) -> Path:
    """The path ``by`` mm to the left of travel; corners inside the path are mended as in ``join``."""
    if by == 0:
        return path
    made: Path = ()
    for curve in path:
        beyond: Path = _parallel_curve(curve, by, 0)
        if made:
            made, beyond = _corner(made, beyond)
        made = (*made, *beyond)
    return made


@lru_cache(maxsize=8192)  # partner pieces share edges, and most edits leave most edges alone
def _parallel_curve(curve: Curve, by: float, depth: int) -> tuple[Curve, ...]:
    a, b = beside(curve, 0, by), beside(curve, 1, by)
    if len(curve) == 2 or one.is_straight(curve):
        return ((a, b),)
    fitted = _fit(curve, a, b, by)
    if depth >= _DEEPEST or not _strays(curve, fitted, by):
        return (fitted,)
    first, second = one.split(curve, 0.5)
    return _parallel_curve(first, by, depth + 1) + _parallel_curve(second, by, depth + 1)


def _fit(curve: Curve, a: Point, b: Point, by: float) -> Curve:
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
        for _ in range(2):  # two Newton steps find the foot of the perpendicular
            x, y = one.point_at(curve, t)
            dx, dy = one.velocity_at(curve, t)
            ax, ay = one.acceleration_at(curve, t)
            ex, ey = px - x, py - y
            slope = dx * dx + dy * dy - ex * ax - ey * ay
            if abs(slope) < 1e-9:
                break
            t = min(1.0, max(0.0, t + (ex * dx + ey * dy) / slope))
        x, y = one.point_at(curve, t)
        if abs(hypot(px - x, py - y) - abs(by)) > OFFSET:
            return True
    return False


def join(paths: list[Path]) -> Path:
    """One closed outline from parallels of neighbouring edges (see ``joined``)."""
    return tuple(curve for path in joined(paths) for curve in path)


def joined(paths: list[Path]) -> list[Path]:
    """Parallels of neighbouring edges, each trimmed or run on to meet the next, in a ring.

    Where two neighbours cross they are cut at the crossing (an inner corner); where they fall
    short both are run on straight until they meet (an outer corner: the square, extended corner).
    """
    trimmed = list(paths)
    count = len(trimmed)
    for index in range(count):
        following = (index + 1) % count
        trimmed[index], trimmed[following] = _corner(trimmed[index], trimmed[following])
    return trimmed


def _corner(before: Path, after: Path) -> tuple[Path, Path]:
    if one.distance(before[-1][-1], after[0][0]) <= HAIR:
        return before, (_from(before[-1][-1], after[0]), *after[1:])
    crossing = _crossing(before, after)
    if crossing:
        (i, t), (j, u) = crossing
        kept, rest = one.split(before[i], t)[0], one.split(after[j], u)[1]
        # The crossing is found to a fraction of a hair; both sides must end in the very same point.
        return (*before[:i], kept), (_from(kept[-1], rest), *after[j + 1 :])
    meeting = _run_on(before, after)
    a, b = before[-1][-1], after[0][0]
    if meeting is None:
        return (*before, (a, b)), after
    first = before if one.distance(a, meeting) <= SAME_POINT else (*before, (a, meeting))
    second = after if one.distance(b, meeting) <= SAME_POINT else ((meeting, b), *after)
    return first, second


def _from(point: Point, curve: Curve) -> Curve:
    """The curve with its first point moved onto ``point``."""
    if len(curve) == 2:
        return (point, curve[1])
    return (point, curve[1], curve[2], curve[3])


def _crossing(before: Path, after: Path) -> tuple[tuple[int, float], tuple[int, float]] | None:
    """Where the end of one path crosses the beginning of the next: (index, parameter) on each."""
    for i in range(len(before) - 1, max(-1, len(before) - 9), -1):
        for j in range(min(8, len(after))):
            if not _boxes_meet(before[i], after[j]):
                continue
            for hit in segmentSegmentIntersections(before[i], after[j]):
                if 1e-6 < hit.t1 <= 1 and 0 <= hit.t2 < 1 - 1e-6:
                    return (i, float(hit.t1)), (j, float(hit.t2))
    return None


def _boxes_meet(a: Curve, b: Curve) -> bool:
    ax, ay = [p[0] for p in a], [p[1] for p in a]
    bx, by = [p[0] for p in b], [p[1] for p in b]
    return min(ax) <= max(bx) and min(bx) <= max(ax) and min(ay) <= max(by) and min(by) <= max(ay)


def _run_on(before: Path, after: Path) -> Point | None:
    """Where the straight continuations meet; None when nearly parallel or absurdly far away."""
    (ax, ay), (adx, ady) = before[-1][-1], one.tangent_at(before[-1], 1)
    (bx, by), (bdx, bdy) = after[0][0], one.tangent_at(after[0], 0)
    cross = adx * bdy - ady * bdx
    if abs(cross) < 0.02:
        return None
    s = ((bx - ax) * bdy - (by - ay) * bdx) / cross
    u = ((bx - ax) * ady - (by - ay) * adx) / cross
    if s < -1e-9 or u > 1e-9 or s > 400 or u < -400:
        return None
    return (ax + adx * s, ay + ady * s)
