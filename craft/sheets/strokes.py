"""How marks are drawn on paper: lines, with a dash and a width in millimetres."""

from math import cos, hypot, pi, sin
from typing import NamedTuple

from craft.pattern.marks import Mark
from craft.shape.curve import Point

CUTTING, STITCHING, FOLD = 0.5, 0.35, 0.7
DASHES: dict[str, tuple[float, ...]] = {
    "stitching": (4.0, 2.0), "dart": (6.0, 2.5), "placement": (2.0, 2.0),
    "centre line": (9.0, 2.0, 1.5, 2.0), "body level": (1.0, 2.5), "tuck": (8.0, 2.0),
}  # fmt: skip


class Line(NamedTuple):
    """Straight lines through points (mm)."""

    points: tuple[Point, ...]
    dash: tuple[float, ...] = ()
    width: float = 0.3


def strokes(mark: Mark, outward: Point | None) -> list[Line]:
    """The lines of one mark, in the piece's coordinates."""
    at = mark.points
    match mark.kind:
        case "notch":
            return _notch(at[0], outward or (0.0, -1.0), mark.count)
        case "grain" | "stretch":
            return [Line(at), *_arrow(at[1], at[0]), *_arrow(at[0], at[1])]
        case "dart":
            return [Line(at, DASHES["dart"]), *_ring(at[1], 1.2)]
        case "double dart":
            return [Line((*at, at[0]), DASHES["dart"])]
        case "dot":
            return [*_ring(at[0], 2.0), *_ring(at[0], 0.5)]
        case "circle":
            return _ring(at[0], 4.0)
        case "buttonhole":
            return [Line(at, width=0.4), _bar(at[0], at[1]), _bar(at[1], at[0])]
        case "length line":
            (ax, ay), (bx, by) = at
            return [Line(at), Line(((ax, ay + 2), (bx, by + 2)))]
        case "slit":
            return [Line(at, width=0.5), *_ring(at[1], 1.0)]
        case "gathers":
            return [_wave(at[0], at[1])]
        case "casing":
            return [
                Line(at, DASHES["placement"]),
                Line(_shifted(at, mark.width), DASHES["placement"]),
            ]
        case "pleat" | "tuck":
            apart = _shifted(at, mark.width)
            return [
                Line(at, DASHES["tuck"]),
                *([Line(apart, DASHES["tuck"])] if mark.width else []),
            ]
        case "stitching line":
            return [Line(at, DASHES["stitching"])]
        case _:
            return [Line(at, DASHES.get(mark.kind, DASHES["placement"]))]


def _notch(at: Point, outward: Point, count: int) -> list[Line]:
    (x, y), (nx, ny) = at, outward
    found = []
    for index in range(count):
        slide = (index - (count - 1) / 2) * 5
        a, b = x - ny * slide, y + nx * slide
        found.append(Line(((a - nx * 3, b - ny * 3), (a + nx * 8, b + ny * 8)), width=0.5))
    return found


def _arrow(towards: Point, tail: Point) -> list[Line]:
    """An arrow head at ``towards``."""
    dx, dy = towards[0] - tail[0], towards[1] - tail[1]
    size = hypot(dx, dy) or 1.0
    ux, uy = dx / size * 6, dy / size * 6
    x, y = towards
    return [
        Line(
            (
                (x - ux - uy * 0.35, y - uy + ux * 0.35),
                (x, y),
                (x - ux + uy * 0.35, y - uy - ux * 0.35),
            )
        )
    ]


def _ring(centre: Point, radius: float) -> list[Line]:
    steps = 24
    points = tuple(
        (centre[0] + radius * cos(2 * pi * i / steps), centre[1] + radius * sin(2 * pi * i / steps))
        for i in range(steps + 1)
    )
    return [Line(points)]


def _bar(at: Point, other: Point) -> Line:
    """A short line square to the way to ``other``."""
    dx, dy = other[0] - at[0], other[1] - at[1]
    size = hypot(dx, dy) or 1.0
    ux, uy = -dy / size * 3, dx / size * 3
    return Line(((at[0] - ux, at[1] - uy), (at[0] + ux, at[1] + uy)), width=0.4)


def _wave(a: Point, b: Point) -> Line:
    """A zigzag from here to there."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    size = hypot(dx, dy) or 1.0
    nx, ny = -dy / size * 1.6, dx / size * 1.6
    steps = max(2, int(size / 5))
    points = [
        (
            a[0] + dx * i / steps + nx * (0 if i in (0, steps) else (-1) ** i),
            a[1] + dy * i / steps + ny * (0 if i in (0, steps) else (-1) ** i),
        )
        for i in range(steps + 1)
    ]
    return Line(tuple(points))


def _shifted(at: tuple[Point, ...], by: float) -> tuple[Point, ...]:
    """The line moved square to its own direction."""
    (ax, ay), (bx, by_) = at[0], at[-1]
    size = hypot(bx - ax, by_ - ay) or 1.0
    nx, ny = -(by_ - ay) / size * by, (bx - ax) / size * by
    return tuple((x + nx, y + ny) for x, y in at)
