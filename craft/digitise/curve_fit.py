"""The fewest cubics through a run of points.

First a smooth line through all points (a spline over the chord lengths), which knows a direction
at every point; then as few cubics as stay within the tolerance of it, each fitted by least squares with
its ends held. Ends at a straight neighbour, and joins inside, keep their direction.
"""

from functools import lru_cache
from typing import Any

import numpy as np

from craft.shape.curve import Cubic, Curve, Floats, Point
from craft.shape.path import Path

# How near to measured points, and to clicked ones, a curve has to stay (mm).
MEASURED, CLICKED = 0.1, 0.25
# Directions of the two rules for a smooth line: nearer than the first they agree, further than the
# second not at all (degrees).
AGREES, SWINGS = 6.0, 14.0
# Places looked at between two points.
_BETWEEN = 8
_ROUNDS = 6
Direction = tuple[float, float] | None


@lru_cache(maxsize=8192)  # one point moved leaves all other runs as they are
def through(
    points: tuple[Point, ...], first: Direction = None, last: Direction = None,
    within: float = MEASURED,
) -> Path:  # fmt: skip
    """Cubics from the first to the last of the points (at least two, no two neighbours alike), no point
    further than ``within`` mm away. ``first``, ``last``: directions of travel to begin and end with.

    >>> through(((0.0, 0.0), (30.0, 40.0)))
    (((0.0, 0.0), (30.0, 40.0)),)
    """
    if len(points) == 2 and first is None and last is None:
        return ((points[0], points[1]),)
    given = np.asarray(points, dtype=float)
    spline = _Spline(given, first, last)
    return tuple(_cubics(spline, 0, len(points) - 1, first, last, within))


class _Spline:
    """A smooth line through points: places and directions at every one, and between them."""

    def __init__(self, points: Floats, first: Direction, last: Direction) -> None:
        self.points = points
        self.steps = np.maximum(np.hypot(*np.diff(points, axis=0).T), 1e-9)
        self.slopes = _slopes(points, self.steps, first, last)

    def between(self, low: int, high: int) -> Floats:
        """Places (mm) from one point to another, evenly between neighbours, ends included (n, 2)."""
        u = (np.arange(_BETWEEN) / _BETWEEN)[None, :, None]
        a, b = self.points[low:high, None], self.points[low + 1 : high + 1, None]
        h = self.steps[low:high, None, None]
        va, vb = self.slopes[low:high, None] * h, self.slopes[low + 1 : high + 1, None] * h
        places = (
            a * (1 + 2 * u) * (1 - u) ** 2 + va * u * (1 - u) ** 2
            + b * u**2 * (3 - 2 * u) + vb * u**2 * (u - 1)
        )  # fmt: skip
        return np.vstack((places.reshape(-1, 2), self.points[high]))


def _slopes(points: Floats, h: Floats, first: Direction, last: Direction) -> Floats:
    """The line's derivative by chord length at every point. Half way between two rules where they nearly
    agree: a spline of one curvature on both sides of every point, true for even bends; and Akima's rule,
    which keeps a straight stretch straight up to the bend that follows it. Where they do not agree the
    points lie unevenly, the first one swings, and Akima's alone holds."""
    chords = np.diff(points, axis=0) / h[:, None]
    if len(points) == 2:
        a = 2 * chords[0] - np.asarray(last) if first is None else np.asarray(first)
        b = 2 * chords[0] - np.asarray(first) if last is None else np.asarray(last)
        return np.array((a, b))
    firm, even = _akima(chords, first, last), _even(chords, h, first, last)
    off = np.arctan2(firm[:, 1], firm[:, 0]) - np.arctan2(even[:, 1], even[:, 0])
    apart = np.degrees(np.abs((off + np.pi) % (2 * np.pi) - np.pi))
    share = (0.5 * np.clip((SWINGS - apart) / (SWINGS - AGREES), 0, 1))[:, None]
    return np.asarray(firm * (1 - share) + even * share)


def _akima(chords: Floats, first: Direction, last: Direction) -> Floats:
    """Between the chords before and after, nearer to the one whose own side turns less; at free ends the
    bend goes on as it comes."""
    before = 2 * chords[0] - chords[1] if first is None else 2 * np.asarray(first) - chords[0]
    after = 2 * chords[-1] - chords[-2] if last is None else 2 * np.asarray(last) - chords[-1]
    long = np.vstack((2 * before - chords[0], before, chords, after, 2 * after - chords[-1]))
    turn = np.hypot(*np.diff(long, axis=0).T)
    near, far = turn[:-2], turn[2:]
    none = near + far < 1e-9
    share = np.where(none, 0.5, far / np.where(none, 1.0, near + far))[:, None]
    slopes = long[1:-2] * share + long[2:-1] * (1 - share)
    for end, given in ((0, first), (-1, last)):
        if given is not None:
            slopes[end] = given
    return np.asarray(slopes)


def _even(chords: Floats, h: Floats, first: Direction, last: Direction) -> Floats:
    """Equal curvature on both sides of inner points; free ends begin as a parabola."""
    count = len(h) + 1
    matrix, right = np.zeros((count, count)), np.zeros((count, 2))
    inner = np.arange(1, count - 1)
    matrix[inner, inner - 1] = h[1:]
    matrix[inner, inner] = 2 * (h[:-1] + h[1:])
    matrix[inner, inner + 1] = h[:-1]
    right[1:-1] = 3 * (h[1:, None] * chords[:-1] + h[:-1, None] * chords[1:])
    for end, beside, chord, given in ((0, 1, 0, first), (-1, -2, -1, last)):
        matrix[end, end] = 1.0
        if given is None:
            matrix[end, beside] = 1.0
        right[end] = 2 * chords[chord] if given is None else given
    return np.asarray(np.linalg.solve(matrix, right))


def _cubics(
    spline: _Spline, low: int, high: int, first: Direction, last: Direction, within: float
) -> list[Curve]:
    places = spline.between(low, high)
    cubic, off = _fitted(places, first, last)
    if high - low == 1 or off.max() <= within:
        if high - low == 1 and off.max() > within:
            cubic = _span(spline, low)
        return [cubic]
    # Halved at the point nearest to where it strays most, as far from both ends as may be.
    worst = low + round(int(off.argmax()) / _BETWEEN)
    at = min(max(worst, low + 1), high - 1)
    slope = spline.slopes[at] / (np.hypot(*spline.slopes[at]) or 1.0)
    way = (float(slope[0]), float(slope[1]))
    return [
        *_cubics(spline, low, at, first, way, within),
        *_cubics(spline, at, high, way, last, within),
    ]


def _span(spline: _Spline, low: int) -> Curve:
    """The spline's own cubic between two neighbouring points."""
    a, b, h = spline.points[low], spline.points[low + 1], spline.steps[low] / 3
    return _curve(a, a + spline.slopes[low] * h, b - spline.slopes[low + 1] * h, b)


def _curve(*points: Floats) -> Cubic:
    a, b, c, d = ((float(x), float(y)) for x, y in points)
    return (a, b, c, d)


def _fitted(places: Floats, first: Direction, last: Direction) -> tuple[Curve, Floats]:
    """The cubic nearest to the places with their ends, and how far each place is from it (mm)."""
    a, d = places[0], places[-1]
    size = np.concatenate(([0.0], np.cumsum(np.hypot(*np.diff(places, axis=0).T))))
    powers = _powers(size / (size[-1] or 1.0))
    one = np.asarray(first) if first is not None else None
    two = -np.asarray(last) if last is not None else None
    for _ in range(_ROUNDS):
        b, c = _handles(places, powers @ _CUBIC, a, d, one, two)
        cubic = _CUBIC @ np.stack((a, b, c, d))
        powers = _powers(_nearer(places, powers, cubic))
    gaps = np.hypot(*(powers @ cubic - places).T)
    return _curve(a, b, c, d), gaps


# From a cubic's points to what stands before 1, t, t² and t³.
_CUBIC = np.array(((1, 0, 0, 0), (-3, 3, 0, 0), (3, -6, 3, 0), (-1, 3, -3, 1)), dtype=float)


def _powers(t: Floats) -> Floats:
    return np.stack((np.ones_like(t), t, t * t, t * t * t), axis=1)


def _handles(
    places: Floats, weights: Floats, a: Floats, d: Floats, one: Floats | None, two: Floats | None
) -> tuple[Floats, Floats]:
    """Both handles by least squares; along a given direction only their length is free."""
    wa, wb, wc, wd = weights.T
    rest = places - np.outer(wa + wb, a) - np.outer(wc + wd, d)
    pair = weights[:, 1:3]
    (bb, bc), (_, cc) = (pair.T @ pair).tolist()
    right = pair.T @ rest  # what both pull at, in x and in y
    chord = float(np.hypot(*(d - a))) or 1.0
    if one is None and two is None:
        b, c = _two(bb, bc, cc, right[0], right[1])
        return a + b, d + c
    # One that is free goes along with whatever the other one does.
    along, across = (one, two) if one is not None else (two, one)
    assert along is not None
    if one is None:
        bb, cc, right = cc, bb, right[::-1]
    other = along if across is None else across
    share = 1.0 if across is None else float(along @ across)
    p, q = _two(bb, bc * share, cc, float(along @ right[0]), float(other @ right[1]))
    # A handle that would point backwards is none.
    known = along * max(p, chord * 1e-3)
    if across is not None:
        return a + known, d + across * max(q, chord * 1e-3)
    free = (right[1] - bc * p * along) / cc if cc else np.zeros(2)
    return (a + known, d + free) if one is not None else (a + free, d + known)


def _two(bb: float, bc: float, cc: float, p: Any, q: Any) -> tuple[Any, Any]:
    """What solves bb x + bc y = p and bc x + cc y = q; the least of many where they say the same."""
    det = bb * cc - bc * bc
    if det > 1e-12 * bb * cc:
        return (cc * p - bc * q) / det, (bb * q - bc * p) / det
    found = np.linalg.lstsq(np.array(((bb, bc), (bc, cc))), np.stack((p, q)), rcond=1e-9)[0]
    return found[0], found[1]


def _nearer(places: Floats, powers: Floats, cubic: Floats) -> Floats:
    """Parameters one of Newton's steps nearer to the places; ends and order are kept."""
    t = powers[:, 1]
    off = powers @ cubic - places
    speed = powers[:, :3] @ (cubic[1:] * ((1.0,), (2.0,), (3.0,)))
    bend = powers[:, :2] @ (cubic[2:] * ((2.0,), (6.0,)))
    slope = (speed**2 + off * bend).sum(1)
    step = np.where(np.abs(slope) > 1e-9, (off * speed).sum(1) / np.where(slope == 0, 1, slope), 0)
    moved = np.clip(t - np.clip(step, -0.05, 0.05), 0, 1)
    moved[0], moved[-1] = 0.0, 1.0
    return np.maximum.accumulate(moved)
