"""An outline with strips beside it: the region they cover together, and its boundary as curves.

Where a line bends inward more tightly than the strip is wide, where a slot is narrower than two
strips, or a step lower than one, parallels cross each other and themselves. The region does not
mind: it is joined from the outline and every strip (shapely, finely flattened), and its boundary is
led back to the curves it came from, cut where one takes over from the next.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property
from itertools import pairwise
from math import ceil, sqrt

import numpy as np
import shapely
from shapely.geometry import MultiPoint, Polygon

from craft.shape import curve as one
from craft.shape.bends import dotted, tightest_inward
from craft.shape.curve import Curve, Floats, Point
from craft.shape.offset import begun_at, beside, parallel_curve
from craft.shape.path import Path

_FINE = 0.01  # flattening (mm)
_HIT = 1e-5  # a point of the boundary this near to a chord lies on it (mm)
_LAP = 0.02  # how far what is swept reaches inside (mm)
_SAME = 1e-6  # nothing is cut as finely (mm)
_SHORT = 0.5  # stretches whose parallel turns back are swept in steps of this length (mm)


@dataclass
class Strip:
    """One smooth line (``foot``) and the ``line`` that runs ``by`` mm outside it. ``lead`` and
    ``tail``: straight lines before and after, to where the neighbours begin. ``free``: the line as
    it is before its neighbours at inner corners cut it."""

    foot: Path
    by: float
    line: Path
    lead: Path = ()
    tail: Path = ()
    free: Path = ()

    @property
    def whole(self) -> Path:
        """Everything that is drawn outside the foot."""
        return (*self.lead, *self.line, *self.tail)

    @cached_property
    def tight(self) -> bool:
        """Whether the foot bends inward more tightly than the strip is wide."""
        return self.by > 0 and any(tightest_inward(curve) < self.by for curve in self.foot)


@dataclass
class _Sources:
    """Curves the boundary may be made of, drawn as chords."""

    curves: list[Curve] = field(default_factory=list)
    chords: list[tuple[Point, Point]] = field(default_factory=list)
    owner: list[int] = field(default_factory=list)
    span: list[tuple[float, float]] = field(default_factory=list)

    def points(self, path: Path) -> list[Point]:
        """The path's points, its curves remembered as sources."""
        made = [path[0][0]]
        for curve in path:
            steps = _steps(curve)
            points = [one.point_at(curve, k / steps) for k in range(1, steps)] + [curve[-1]]
            for k, chord in enumerate(pairwise([made[-1], *points])):
                if one.distance(*chord) > 1e-9:
                    self.chords.append(chord)
                    self.owner.append(len(self.curves))
                    self.span.append((k / steps, (k + 1) / steps))
            self.curves.append(curve)
            made += points
        return made


def _steps(curve: Curve) -> int:
    if len(curve) == 2:
        return 1
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = curve
    bend = max(
        np.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2), np.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3)
    )
    return max(1, ceil(sqrt(0.75 * bend / _FINE)))


def surrounded(strips: Sequence[Strip], folds: Sequence[tuple[Point, Point]] = ()) -> Path:
    """The boundary of the outline that the strips' feet make (walked clockwise, y downwards) joined
    with the strips, as one closed path, walked the same way. Nothing reaches to the left of the
    straight ``folds``. Holes that the strips leave between them are covered."""
    sources = _Sources()
    parts: list[Polygon] = []
    for strip, following in zip(strips, [*strips[1:], strips[0]], strict=True):
        if strip.by:
            parts += _region(strip, sources)
        parts += _corner(strip, following, sources)
    inner = [curve for strip in strips for curve in strip.foot]
    parts += _valid(Polygon(sources.points(tuple(inner))))
    covered = _largest(shapely.union_all(parts))
    covered = Polygon(covered.exterior)
    for a, b in folds:
        covered = _largest(covered.intersection(_right_of(a, b)))
    return _led_back(shapely.orient_polygons(covered), sources)


def overlapping(cut: Sequence[Strip], strips: Sequence[Strip], by: float) -> bool:
    """Whether the line of any strip runs through one of those that were ``cut`` at an inner corner, more
    than ``by`` mm inside it: what was cut off there would have reached beyond that line."""
    drawn = [(strip, dotted(strip.whole, 8)) for strip in strips]
    for mine in cut:
        if not mine.by:
            continue
        ring = np.vstack((dotted(mine.foot, 8), dotted(mine.free or mine.line, 8)[::-1]))
        x0, y0 = ring.min(axis=0)
        x1, y1 = ring.max(axis=0)
        others = np.concatenate([points for strip, points in drawn if strip is not mine])
        x, y = others[:, 0], others[:, 1]
        near = others[(x > x0) & (x < x1) & (y > y0) & (y < y1)]
        if not len(near):
            continue
        region = Polygon(ring)
        at = shapely.points(near)
        held = at[shapely.contains(region, at)]
        if len(held) and float(shapely.distance(region.exterior, held).max()) > by:
            return True
    return False


def _corner(strip: Strip, following: Strip, sources: _Sources) -> list[Polygon]:
    """What lies between two neighbouring strips at an outer corner."""
    between = (*strip.tail, *following.lead)
    if not between:
        return []
    ring = sources.points(between)
    return _valid(Polygon([strip.foot[-1][-1], *ring])) if len(ring) > 1 else []


def _region(strip: Strip, sources: _Sources) -> list[Polygon]:
    """What one strip covers, its ends square to the line."""
    if strip.tight:
        return [part for curve in strip.foot for part in _swept(curve, strip.by, sources)]
    outer = sources.points(strip.free or strip.line)
    return _valid(Polygon([*_Sources().points(strip.foot), *reversed(outer)]))


def _swept(curve: Curve, by: float, sources: _Sources) -> list[Polygon]:
    """The strip beside one curve, piece by piece: where it bends gently an exact parallel bounds it,
    elsewhere the square to the line sweeps over it in small steps."""
    # Drawn from a little inside the line and a little wider there, so that no cleft stays between.
    inside = [
        (x + way * dx * _LAP, y + way * dy * _LAP)
        for t, way in ((0.0, -1), (1.0, 1))
        for (x, y), (dx, dy) in ((beside(curve, t, -_LAP), one.tangent_at(curve, t)),)
    ]
    if tightest_inward(curve) > by + 0.01 or len(curve) == 2:
        outer = sources.points(parallel_curve(curve, by))
        foot = [beside(curve, t / 8, -_LAP) for t in range(1, 8)] if len(curve) == 4 else []
        made = Polygon([inside[0], *foot, inside[1], *reversed(outer)])
        if made.is_valid or one.length(curve) < _SHORT:
            return _valid(made)
    elif one.length(curve) < _SHORT:
        points = [*inside, *(beside(curve, t, by) for t in (0.0, 0.5, 1.0))]
        hull = MultiPoint(points).convex_hull
        return [hull] if isinstance(hull, Polygon) else []
    first, second = one.split(curve, 0.5)
    return [*_swept(first, by, sources), *_swept(second, by, sources)]


def _valid(shape: Polygon) -> list[Polygon]:
    """The region as sound polygons; none where it has no area."""
    if shape.is_valid:
        return [shape] if shape.area > 1e-9 else []
    parts = shapely.get_parts(shapely.make_valid(shape))
    return [part for part in parts if isinstance(part, Polygon) and part.area > 1e-9]


def _largest(made: shapely.Geometry) -> Polygon:
    parts = [part for part in shapely.get_parts(made) if isinstance(part, Polygon)]
    return max(parts, key=lambda part: part.area) if parts else Polygon()


def _right_of(a: Point, b: Point) -> Polygon:
    """A half plane, as far as anything reaches."""
    far = 60_000.0
    size = one.distance(a, b)
    ux, uy = (b[0] - a[0]) / size * far, (b[1] - a[1]) / size * far
    # With y downwards right of travel is (-uy, ux).
    return Polygon(
        [(a[0] - ux, a[1] - uy), (a[0] + ux, a[1] + uy),
         (a[0] + ux - uy, a[1] + uy + ux), (a[0] - ux - uy, a[1] - uy + ux)]
    )  # fmt: skip


def _led_back(shape: Polygon, sources: _Sources) -> Path:
    """The boundary made of the curves it runs along; straight where it runs along none."""
    ring = _without_needles(np.asarray(shapely.get_coordinates(shape.exterior)))
    owners = _owners(ring, sources)
    count = len(owners)
    # Begin where one curve takes over from another.
    begin = next((i for i in range(count) if _key(owners, i) != _key(owners, i - 1)), 0)
    made: list[Curve] = []
    i = 0
    while i < count:
        at = (begin + i) % count
        j = i + 1
        while j < count and owners[at] and _key(owners, (begin + j) % count) == _key(owners, at):
            j += 1
        last = (begin + j - 1) % count
        a = (float(ring[at][0]), float(ring[at][1]))
        b = (float(ring[last + 1][0]), float(ring[last + 1][1]))
        first, final = owners[at], owners[last]
        if first is None or final is None:
            made.append((a, b))
        else:
            made.append(_between(sources.curves[first[0]], first[1], final[2], a, b))
        i = j
    return tuple(made)


def _without_needles(ring: Floats) -> Floats:
    """The closed ring without clefts and spikes of no width, which rounding leaves between strips."""
    points: list[Point] = [(float(x), float(y)) for x, y in ring[:-1]]
    i = 0
    clean = 0  # points in a row that were found sound
    while clean < len(points) > 3:
        before, at, after = points[i - 1], points[i], points[(i + 1) % len(points)]
        if one.distance(at, after) < _SAME or _folds_back(before, at, after):
            del points[i]
            i, clean = (i - 2) % len(points), 0
        else:
            i, clean = (i + 1) % len(points), clean + 1
    return np.asarray([*points, points[0]])


def _folds_back(a: Point, b: Point, c: Point) -> bool:
    (ux, uy), (vx, vy) = (b[0] - a[0], b[1] - a[1]), (c[0] - b[0], c[1] - b[1])
    return ux * vx + uy * vy < 0 and abs(ux * vy - uy * vx) < _SAME * max(
        abs(ux) + abs(uy), abs(vx) + abs(vy)
    )


Owner = tuple[int, float, float]


def _key(owners: list[Owner | None], i: int) -> tuple[int, bool] | None:
    """Which curve a side of the ring lies on, and whether it is walked forwards."""
    owner = owners[i]
    return None if owner is None else (owner[0], owner[2] > owner[1])


def _owners(ring: Floats, sources: _Sources) -> list[Owner | None]:
    """For every side of the ring the curve it lies on, with the parameters at both its ends."""
    chords = np.asarray(sources.chords)
    lines = shapely.linestrings(chords)
    a, b = ring[:-1], ring[1:]
    tree = shapely.STRtree(lines)
    sides, hits = tree.query(shapely.points((a + b) / 2), predicate="dwithin", distance=_HIT)
    near = (shapely.distance(shapely.points(a[sides]), lines[hits]) < _HIT) & (
        shapely.distance(shapely.points(b[sides]), lines[hits]) < _HIT
    )
    by_side: dict[int, list[int]] = {}
    for side, chord in zip(sides[near].tolist(), hits[near].tolist(), strict=True):
        by_side.setdefault(side, []).append(chord)
    owners: list[Owner | None] = []
    before = -1
    for side in range(len(a)):
        on = by_side.get(side)
        if not on:
            owners.append(None)
            before = -1
            continue
        chord = next((c for c in sorted(on) if sources.owner[c] == before), min(on))
        before = sources.owner[chord]
        owners.append(
            (before, _parameter(sources, chord, a[side]), _parameter(sources, chord, b[side]))
        )
    return owners


def _parameter(sources: _Sources, chord: int, point: Floats) -> float:
    (x0, y0), (x1, y1) = sources.chords[chord]
    dx, dy = x1 - x0, y1 - y0
    share = ((float(point[0]) - x0) * dx + (float(point[1]) - y0) * dy) / (dx * dx + dy * dy)
    t0, t1 = sources.span[chord]
    return t0 + (t1 - t0) * min(1.0, max(0.0, share))


def _between(curve: Curve, t0: float, t1: float, a: Point, b: Point) -> Curve:
    """The stretch of a curve between two parameters, its ends set on the very points given."""
    if len(curve) == 2 or abs(t1 - t0) < 1e-6:
        return (a, b)
    if t1 < t0:
        curve, t0, t1 = one.reverse(curve), 1 - t0, 1 - t1
    if t1 < 1 - 1e-9:
        curve = one.split(curve, t1)[0]
    if t0 > 1e-9:
        curve = one.split(curve, t0 / t1)[1]
    return one.reverse(begun_at(b, one.reverse(begun_at(a, curve))))
