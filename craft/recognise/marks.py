"""Marks among the lines on a piece: notches, grain, darts, dots, told by their form and what they touch."""

from collections.abc import Iterable, Sequence
from typing import NamedTuple

import numpy as np

from craft.drawing import chord_length
from craft.pattern.marks import MarkKind
from craft.recognise.chains import Chain
from craft.recognise.outlines import OutlineFound, sampled
from craft.shape import path as path_
from craft.shape.curve import Floats, Point, distance
from craft.shape.path import Path

TOUCH = 0.4  # mm: a mark lies on the line
NOTCH = (2.0, 16.0)  # mm: how long a notch is
GRAIN = 40.0  # mm at least
ARROW = 20.0  # mm: an arrow's head at most
DOT = 9.0  # mm across at most


class FoundMark(NamedTuple):
    """A mark in one size. ``points``: as marks of its kind have them; ``used``: the lines it was read
    from."""

    kind: MarkKind
    points: tuple[Point, ...]
    used: tuple[int, ...]


def marks_of(piece: OutlineFound, lines: Sequence[tuple[int, Chain]]) -> list[FoundMark]:
    """The marks among lines (each with its number) that lie on a piece or touch its outline."""
    found: list[FoundMark] = []
    left, top, right, low = piece.box
    near = [
        (number, line) for number, line in lines
        if left - ARROW <= line.ends[:, 0].min() and line.ends[:, 0].max() <= right + ARROW
        and top - ARROW <= line.ends[:, 1].min() and line.ends[:, 1].max() <= low + ARROW
    ]  # fmt: skip
    for number, line in near:
        mark = _one(piece, number, line)
        if mark is not None:
            found.append(mark)
    return found + _grain(piece, near)


def _one(piece: OutlineFound, number: int, line: Chain) -> FoundMark | None:
    outline, size = piece.path, chord_length(line.curves)
    ring = sampled(line.curves, line.straight)
    across = float((ring.max(axis=0) - ring.min(axis=0)).max())
    if line.closed or line.ink.filled:
        return _closed(piece, number, ring, across)
    a, b = _points(line.ends)
    touches = [_gap(outline, end) < TOUCH for end in (a, b)]
    if (
        NOTCH[0] <= size <= NOTCH[1]
        and any(touches)
        and line.straight.all()
        and len(line.curves) == 1
    ):
        return FoundMark("notch", (_on(outline, a if touches[0] else b),), (number,))
    if len(line.curves) == 2 and line.straight.all():
        tip = _points(line.curves[0:1, 3])[0]
        if all(touches) and _gap(outline, tip) > 5.0:
            # A dart with its legs on the edge; a small one that does not reach in is a notch.
            deep = distance(tip, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2))
            if deep > NOTCH[1] and piece.contains(tip):
                return FoundMark("dart", (_on(outline, a), tip, _on(outline, b)), (number,))
        if all(touches) and size <= 2 * NOTCH[1]:
            return FoundMark(
                "notch", (_on(outline, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)),), (number,)
            )
    return None


def _closed(piece: OutlineFound, number: int, ring: Floats, across: float) -> FoundMark | None:
    outline = piece.path
    middle = _points(ring.mean(axis=0, keepdims=True))[0]
    if across > NOTCH[1]:
        return None
    if min(_gap(outline, each) for each in _points(ring)) < TOUCH:
        return FoundMark("notch", (_on(outline, middle),), (number,))
    if across <= DOT and piece.contains(middle):
        return FoundMark("dot" if across < 6 else "circle", (middle,), (number,))
    return None


def _grain(piece: OutlineFound, near: Sequence[tuple[int, Chain]]) -> list[FoundMark]:
    """Long straight lines with an arrow's head at one end or both."""
    heads = [
        (number, _points(line.curves[0:1, 3])[0]) for number, line in near
        if not line.closed and len(line.curves) == 2 and line.straight.all()
        and float(np.hypot(*(line.ends[0] - line.ends[1]))) < ARROW
        and float(np.hypot(*(line.curves[0, 3] - line.curves[0, 0]))) < ARROW
    ]  # fmt: skip
    found = []
    for number, line in near:
        if line.closed or len(line.curves) != 1 or not line.straight[0]:
            continue
        a, b = sorted(_points(line.ends), key=lambda each: (each[1], each[0]))
        if distance(a, b) < GRAIN or not (piece.contains(a) and piece.contains(b)):
            continue
        own = [head for head, tip in heads if min(distance(tip, a), distance(tip, b)) < 1.0]
        if own:
            found.append(FoundMark("grain", (a, b), (number, *own)))
    return found


def _gap(outline: Path, point: Point) -> float:
    return path_.nearest(outline, point)[0]


def _on(outline: Path, point: Point) -> Point:
    return path_.point_along(outline, path_.nearest(outline, point)[1])


def _points(points: Iterable[Floats] | Floats) -> list[Point]:
    return [(float(x), float(y)) for x, y in points]
