"""Which closed lines may be pieces, and what is known of each: its area, its box, the line as a path."""

from collections.abc import Iterable
from typing import NamedTuple

import numpy as np

from craft.recognise.chains import Chain
from craft.recognise.few_curves import few_curves
from craft.shape.curve import Curve, Floats, Point
from craft.shape.path import Path

# A piece is wider than a buttonhole guide and has more cloth than a coin (mm, mm²).
NARROWEST, LEAST = 15.0, 600.0
STEPS = 8  # points of a cubic that its area is told by


class OutlineFound(NamedTuple):
    """A closed line. ``points`` (n, 2): along it (mm); ``area`` (mm²); ``box``: left, top, right,
    bottom (mm)."""

    chain: Chain
    points: Floats
    area: float
    box: tuple[float, float, float, float]

    @property
    def path(self) -> Path:
        """The line as a path, clockwise (y down)."""
        return few_curves(
            path_of(self.chain if signed_area(self.points) > 0 else self.chain.backwards())
        )


def path_of(chain: Chain) -> Path:
    """The curves of a chain as the craft has them (mm)."""
    return tuple(
        _curve(each, bool(straight))
        for each, straight in zip(chain.curves, chain.straight, strict=True)
    )


def _curve(points: Floats, straight: bool) -> Curve:
    a, b, c, d = ((float(x), float(y)) for x, y in points)
    return (a, d) if straight else (a, b, c, d)


def outlines_of(chains: Iterable[Chain]) -> list[OutlineFound]:
    """The closed lines that are large enough, frames of the whole sheet left out."""
    found = [_found(each) for each in chains if each.closed and not each.ink.filled]
    large = [
        each for each in found
        if abs(each.area) >= LEAST
        and min(each.box[2] - each.box[0], each.box[3] - each.box[1]) >= NARROWEST
    ]  # fmt: skip
    return [each for each in large if not _frames(each, large)]


def _found(chain: Chain) -> OutlineFound:
    points = sampled(chain.curves, chain.straight)
    (left, top), (right, low) = points.min(axis=0), points.max(axis=0)
    return OutlineFound(
        chain, points, abs(signed_area(points)), (float(left), float(top), float(right), float(low))
    )


def sampled(curves: Floats, straight: np.ndarray[tuple[int, ...], np.dtype[np.bool_]]) -> Floats:
    """Points along curves (mm), the last one of each left to the next."""
    out = []
    for points, line in zip(curves, straight, strict=True):
        if line:
            out.append(points[:1])
            continue
        t = np.linspace(0, 1, STEPS, endpoint=False)[:, None]
        u = 1 - t
        out.append(
            u**3 * points[0]
            + 3 * u * u * t * points[1]
            + 3 * u * t * t * points[2]
            + t**3 * points[3]
        )
    return np.concatenate(out)


def signed_area(points: Floats) -> float:
    """The area inside a ring of points (mm²), positive where it goes clockwise (y down)."""
    x, y = points[:, 0], points[:, 1]
    return float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum() / 2)


def _frames(one: OutlineFound, others: Iterable[OutlineFound]) -> bool:
    """Whether it is a rectangle round several others: the edge of the sheet, not a piece."""
    if len(one.chain.curves) != 4 or not one.chain.straight.all():
        return False
    inside = [
        each for each in others
        if each is not one and each.area < 0.5 * one.area
        and each.box[0] >= one.box[0] and each.box[1] >= one.box[1]
        and each.box[2] <= one.box[2] and each.box[3] <= one.box[3]
    ]  # fmt: skip
    return len(inside) >= 2


def contains(ring: Floats, point: Point) -> bool:
    """Whether a point lies within a ring of points."""
    x, y = point
    ax, ay = ring[:, 0], ring[:, 1]
    bx, by = np.roll(ax, -1), np.roll(ay, -1)
    crosses = (ay > y) != (by > y)
    with np.errstate(divide="ignore", invalid="ignore"):
        at = ax + (y - ay) / (by - ay) * (bx - ax)
    return bool((crosses & (at > x)).sum() % 2)
