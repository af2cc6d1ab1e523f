"""Which closed lines may be pieces, and what is known of each: its area, its box, the line as a path."""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from craft.drawing import Flags
from craft.drawing.curves import path_of, points_at
from craft.recognise.chains import Chain
from craft.recognise.few_curves import few_curves
from craft.shape import region
from craft.shape.curve import Floats, Point
from craft.shape.path import Path
from craft.shape.pen import Box

# A piece is wider than a buttonhole guide and has more cloth than a coin (mm, mm²).
NARROWEST, LEAST = 15.0, 600.0
ALIKE = 0.35  # two outlines overlap so much at least to be one piece in two sizes
STEPS = 8  # points of a cubic that its area is told by


@dataclass(frozen=True)
class OutlineFound:
    """A closed line. ``points`` (n, 2): along it (mm)."""

    chain: Chain
    points: Floats

    @cached_property
    def area(self) -> float:
        """What it surrounds (mm²)."""
        return abs(_signed_area(self.points))

    @cached_property
    def box(self) -> Box:
        """Left, top, right, bottom (mm)."""
        (left, top), (right, low) = self.points.min(axis=0), self.points.max(axis=0)
        return float(left), float(top), float(right), float(low)

    @cached_property
    def path(self) -> Path:
        """The line as a path, clockwise (y down)."""
        forwards = _signed_area(self.points) > 0
        line = self.chain if forwards else self.chain.backwards()
        return few_curves(path_of(line.curves, line.straight))

    def contains(self, point: Point) -> bool:
        """Whether a point lies within it."""
        return bool(region.contains(self._region, np.array([point]))[0])

    @cached_property
    def _region(self) -> region.Region:
        return region.polygon([(float(x), float(y)) for x, y in self.points])


def outlines_of(chains: Iterable[Chain]) -> list[OutlineFound]:
    """The closed lines that are large enough, frames of the whole sheet left out."""
    found = [
        OutlineFound(each, sampled(each.curves, each.straight))
        for each in chains
        if each.closed and not each.ink.filled
    ]
    large = [
        each for each in found
        if each.area >= LEAST
        and min(each.box[2] - each.box[0], each.box[3] - each.box[1]) >= NARROWEST
    ]  # fmt: skip
    return [each for each in large if not _frames(each, large)]


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


def alike(a: OutlineFound, b: OutlineFound) -> float:
    """How far two outlines are one piece in two sizes (0..1)."""
    wide = min(a.box[2], b.box[2]) - max(a.box[0], b.box[0])
    tall = min(a.box[3], b.box[3]) - max(a.box[1], b.box[1])
    if wide <= 0 or tall <= 0:
        return 0.0
    areas = [(each.box[2] - each.box[0]) * (each.box[3] - each.box[1]) for each in (a, b)]
    shared = wide * tall / (sum(areas) - wide * tall)
    return shared * min(a.area, b.area) / max(a.area, b.area)


def sampled(curves: Floats, straight: Flags) -> Floats:
    """Points along curves (n, 4, 2) (mm), the last one of each left to the next."""
    along = points_at(curves, np.linspace(0, 1, STEPS, endpoint=False))
    kept = np.ones((len(curves), STEPS), dtype=bool)
    kept[straight, 1:] = False
    return along[kept]


def _signed_area(points: Floats) -> float:
    """The area inside a ring of points (mm²), positive where it goes clockwise (y down)."""
    x, y = points[:, 0], points[:, 1]
    return float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum() / 2)
