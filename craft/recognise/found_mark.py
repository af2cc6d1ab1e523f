"""A mark that was found on a piece in one size."""

from collections.abc import Iterable, Sequence
from typing import NamedTuple

from craft.pattern.drawn_marks import APART
from craft.pattern.marks import MarkKind
from craft.recognise.outlines import OutlineFound
from craft.shape import path as path_
from craft.shape.curve import Floats, Point

TOUCH = 0.4  # mm: a mark lies on the line
TOGETHER = 1.4 * APART  # mm along the edge: notches so near are one double or triple notch
MOST_TOGETHER = 3


class FoundMark(NamedTuple):
    """``points``: as marks of its kind have them; ``used``: the lines it was read from; ``times``: of a
    single, double or triple notch; ``level``: the body level its layer names."""

    kind: MarkKind
    points: tuple[Point, ...]
    used: tuple[int, ...]
    times: int = 1
    level: str = ""


def points_of(points: Iterable[Floats] | Floats) -> list[Point]:
    """Places as the craft has them (mm)."""
    return [(float(x), float(y)) for x, y in points]


def put_on(piece: OutlineFound, point: Point) -> Point:
    """The place of the outline nearest to a point."""
    return path_.point_along(piece.path, path_.nearest(piece.path, point)[1])


def gap(piece: OutlineFound, point: Point) -> float:
    """How far a point is from the outline (mm)."""
    return path_.nearest(piece.path, point)[0]


def notches_together(piece: OutlineFound, found: Sequence[FoundMark]) -> list[FoundMark]:
    """Notches that stand side by side as one that is double or triple, at their middle."""
    others = [each for each in found if each.kind != "notch"]
    along = sorted(
        ((path_.nearest(piece.path, each.points[0])[1], each) for each in found if each.kind == "notch"),
        key=lambda each: each[0],
    )  # fmt: skip
    groups: list[list[tuple[float, FoundMark]]] = []
    for at, mark in along:
        near = groups and at - groups[-1][-1][0] <= TOGETHER
        if near and len(groups[-1]) < MOST_TOGETHER:
            groups[-1].append((at, mark))
        else:
            groups.append([(at, mark)])
    if len(groups) > 1:  # the way round has no end
        length = path_.length(piece.path)
        first, last = groups[0], groups[-1]
        if (
            first[0][0] + length - last[-1][0] <= TOGETHER
            and len(first) + len(last) <= MOST_TOGETHER
        ):
            groups = [[*last, *((at + length, mark) for at, mark in first)], *groups[1:-1]]
    return others + [_one(piece, group) for group in groups]


def _one(piece: OutlineFound, group: Sequence[tuple[float, FoundMark]]) -> FoundMark:
    if len(group) == 1:
        return group[0][1]
    middle = sum(at for at, _ in group) / len(group)
    used = tuple(number for _, mark in group for number in mark.used)
    place = path_.point_along(piece.path, middle % path_.length(piece.path))
    return FoundMark("notch", (place,), used, len(group), group[0][1].level)
