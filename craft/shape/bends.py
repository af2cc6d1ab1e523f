"""Which way a line bends, and how tightly: what decides whether a parallel turns back on itself."""

from functools import lru_cache
from itertools import pairwise
from math import atan2, hypot, pi
from typing import cast

import numpy as np

from craft.shape import curve as one
from craft.shape.curve import Cubic, Curve, Floats, Point
from craft.shape.path import Path

# Joins that turn by less are part of one smooth line (radians: two degrees).
SMOOTH = pi / 90
_AT = np.linspace(0.0, 1.0, 33)
_U = 1 - _AT
_END = np.array([[0.0, 1.0]])  # of a straight line only its end is wanted
_PLACE = np.stack((_U**3, 3 * _U**2 * _AT, 3 * _U * _AT**2, _AT**3), axis=1)
_SPEED = 3 * np.stack((-(_U**2), _U**2 - 2 * _U * _AT, 2 * _U * _AT - _AT**2, _AT**2), axis=1)
_BEND = 6 * np.stack((_U, _AT - 2 * _U, _U - 2 * _AT, _AT), axis=1)


def turn(before: Point, after: Point) -> float:
    """How far one turns from one direction of travel to the next (radians in -π..π, clockwise positive
    with y downwards: an outer corner of a piece). Directions need no length of 1.

    >>> round(turn((1.0, 0.0), (0.0, 2.0)), 6)
    1.570796
    """
    (ax, ay), (bx, by) = before, after
    return atan2(ax * by - ay * bx, ax * bx + ay * by)


def stretches(path: Path) -> tuple[Path, ...]:
    """The path divided at its corners: every part is smooth."""
    path = tuple(part for curve in path for part in _at_its_cusp(curve))
    parts: list[list[Curve]] = [[path[0]]]
    for before, after in pairwise(path):
        if abs(turn(one.tangent_at(before, 1), one.tangent_at(after, 0))) > SMOOTH:
            parts.append([])
        parts[-1].append(after)
    return tuple(tuple(part) for part in parts)


def _legs(curve: Curve) -> tuple[Point, Point, Point]:
    """The three sides of a cubic's control polygon. Its speed is a mean of them, its bend one of their
    cross products."""
    (ax, ay), (bx, by), (cx, cy), (dx, dy) = cast(Cubic, curve)
    return (bx - ax, by - ay), (cx - bx, cy - by), (dx - cx, dy - cy)


def _travels_one_way(curve: Curve) -> bool:
    """Whether all legs point into one half plane, so that the speed is never 0."""
    (ax, ay), (bx, by), (cx, cy) = _legs(curve)
    return ax * bx + ay * by > 0 and bx * cx + by * cy > 0 and ax * cx + ay * cy > 0


def _bends_right(curve: Curve) -> bool:
    """Whether every leg turns right from those before it, so that the curve nowhere bends to the left."""
    (ax, ay), (bx, by), (cx, cy) = _legs(curve)
    return ax * by >= ay * bx and bx * cy >= by * cx and ax * cy >= ay * cx


@lru_cache(maxsize=8192)
def _at_its_cusp(curve: Curve) -> tuple[Curve, ...]:
    """A cubic that stops and turns round inside is two curves with a corner between them."""
    if len(curve) == 2 or _travels_one_way(curve):
        return (curve,)
    speed = np.hypot(*(_SPEED @ np.asarray(curve)).T)
    at = int(speed[1:-1].argmin()) + 1
    if speed[at] > 0.05 * speed.max():
        return (curve,)
    low, high = float(_AT[at - 1]), float(_AT[at + 1])
    for _ in range(60):
        third = (high - low) / 3
        if hypot(*one.velocity_at(curve, low + third)) < hypot(
            *one.velocity_at(curve, high - third)
        ):
            high -= third
        else:
            low += third
    cusp = (low + high) / 2
    if hypot(*one.velocity_at(curve, cusp)) > 1e-4 * float(speed.max()):
        return (curve,)
    return one.split(curve, cusp)


@lru_cache(maxsize=8192)
def tightest_inward(curve: Curve) -> float:
    """The smallest radius of the curve where it bends towards its left, the outside of a piece (mm;
    without end where it does not bend so)."""
    if len(curve) == 2 or _bends_right(curve):
        return float("inf")
    control = np.asarray(curve)
    speed, bend = _SPEED @ control, _BEND @ control
    left = speed[:, 1] * bend[:, 0] - speed[:, 0] * bend[:, 1]
    size = np.hypot(speed[:, 0], speed[:, 1])
    with np.errstate(all="ignore"):
        radius = np.where(left > 1e-6, size**3 / left, np.inf)
    return float(radius.min())


def dotted(path: Path, steps: int = 16) -> Floats:
    """Points (mm) along the path, as many for each curve, first and last included: shape (n, 2)."""
    return np.concatenate([(path[0][0],), *(_dots(curve, steps) for curve in path)])


@lru_cache(maxsize=8192)  # the same curve is looked at for many reasons
def _dots(curve: Curve, steps: int) -> Floats:
    every = 32 // steps
    made: Floats = (_PLACE[every::every] if len(curve) == 4 else _END) @ np.asarray(curve)
    return made


def forget() -> None:
    """Empty the memory of this room, for measurements."""
    tightest_inward.cache_clear()
    _at_its_cusp.cache_clear()
    _dots.cache_clear()
