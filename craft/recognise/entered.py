"""A piece that was read from a file as a person would have entered it."""

from collections import Counter
from collections.abc import Sequence
from math import hypot

import numpy as np
from scipy.optimize import linear_sum_assignment

from craft.digitise.built import offsets
from craft.digitise.inputs import (
    EdgeInputs,
    MarkInputs,
    Outline,
    OutlineNode,
    PieceInputs,
    SizeLine,
)
from craft.pattern.marks import MarkKind
from craft.pattern.piece import Cut
from craft.recognise.found_mark import TOUCH, FoundMark
from craft.recognise.recognised import ReadPiece
from craft.shape import path as path_
from craft.shape.curve import Point
from craft.shape.matched import cubic
from craft.shape.path import Path

ON_AN_EDGE: tuple[MarkKind, ...] = ("notch", "dart")
# How far marks of two sizes may lie apart to be one (share of the piece's box or of the way round it).
FAR_OFF, UNLIKE = 0.15, 9.0
ALONG = (0.3, 0.5, 0.7)  # where an edge is looked at (share of its length)
EVEN = 0.3  # mm: an allowance that is one width


def inputs_of(read: ReadPiece, id: int, number: int) -> PieceInputs:
    """A piece as a person would have entered it: its line in every size it was found in that agrees with
    the base, its marks, what its words say. It lies with its upper left corner near the origin."""
    outlines, corners = read.piece.alike.outlines, read.piece.alike.corners
    x, y = origin_of(read)
    dx, dy = -x, -y
    nodes = tuple(
        OutlineNode(id=at, turn="corner" if corner else "smooth", then="straight")
        for at, corner in enumerate(corners, 1)
    )
    bent = {at for path in outlines.values() for at, curve in enumerate(path) if len(curve) == 4}
    lines = {size: _line(path, (dx, dy), bent) for size, path in outlines.items()}
    marks = _marks(read, (dx, dy))
    return PieceInputs(
        id=id, number=number, name=read.words.name,
        drawn=Outline(nodes=nodes, lines=lines, closed=True),
        edges=edges_said(read), marks=marks, cuts=_cuts(read), guide=read.words.template,
    )  # fmt: skip


def origin_of(read: ReadPiece) -> Point:
    """Where on the sheet a piece has the origin of its own coordinates (mm)."""
    boxes = [path_.control_bounds(each) for each in read.piece.alike.outlines.values()]
    left, top = (min(box[k] for box in boxes) for k in (0, 1))
    return round(left) - 20.0, round(top) - 20.0


def _cuts(read: ReadPiece) -> tuple[Cut, ...]:
    if read.words.template:
        return ()
    return read.words.cuts or (Cut(role="main", count=1),)


def edges_said(read: ReadPiece) -> dict[int, EdgeInputs]:
    """What the file says of edges, by the node each begins at: which are folds, and how wide the allowance
    is where the cutting line is drawn as well and runs beside it."""
    path, corners = next(iter(read.piece.alike.outlines.values())), read.piece.alike.corners
    begins = [at for at, corner in enumerate(corners) if corner]
    made = {}
    for at, end in zip(begins, [*begins[1:], begins[0] + len(path)], strict=True):
        edge = tuple(path[k % len(path)] for k in range(at, end))
        places = [path_.point_along(edge, share * path_.length(edge)) for share in ALONG]
        fold = any(max(path_.gaps(each, places)) < TOUCH for each in read.folds)
        width = None
        if read.cutting is not None and not fold:
            wide = path_.gaps(read.cutting, places)
            width = round(wide[1], 1) if max(wide) - min(wide) < EVEN else None
        if fold or width is not None:
            made[at + 1] = EdgeInputs(kind="fold" if fold else None, allowance=width)
    return made


def _line(path: Path, by: Point, bent: set[int]) -> SizeLine:
    """A size's line; ``bent``: stretches that are curves in some size, a line being a curve there too."""
    points = tuple((curve[0][0] + by[0], curve[0][1] + by[1]) for curve in path)
    return SizeLine(points=points, handles={at + 1: offsets(cubic(path[at])) for at in bent})


def _marks(read: ReadPiece, by: Point) -> tuple[MarkInputs, ...]:
    """Marks of the base, each with where its fellows lie in the other sizes."""
    outlines, found = read.piece.alike.outlines, read.marks
    base = next(iter(outlines))
    own, shared = found.get(base, []), found.get("", [])
    fellows = {
        size: _fellows(own, found.get(size, []), outlines[base], outlines[size])
        for size in outlines
        if size != base
    }
    counted: Counter[str] = Counter()
    made: list[MarkInputs] = []
    for number, mark in enumerate([*own, *shared]):
        counted[mark.kind] += 1
        same = number >= len(own)
        at = {
            size: _moved((mark if same else theirs[number]).points, by)
            for size, theirs in fellows.items()
            if same or number in theirs
        }
        edge = (
            _edge(outlines[base], read.piece.alike.corners, mark.points[0])
            if mark.kind in ON_AN_EDGE
            else None
        )
        made.append(MarkInputs(
            id=f"{mark.kind} {counted[mark.kind]}", kind=mark.kind,
            points=_moved(mark.points, by), at=at, edge=edge, count=mark.times, level=mark.level,
        ))  # fmt: skip
    return tuple(made)


def _fellows(
    mine: Sequence[FoundMark], theirs: Sequence[FoundMark], outline: Path, other: Path
) -> dict[int, FoundMark]:
    """The same marks in another size, by their place among mine: of one kind, and all together lying as
    nearly alike as they can; none for one whose like lies far off."""
    if not mine or not theirs:
        return {}
    here, there = _Frame(outline), _Frame(other)
    off = np.array([
        [
            _unlike(here.places(one), there.places(each))
            if (one.kind, one.level, len(one.points)) == (each.kind, each.level, len(each.points))
            else UNLIKE
            for each in theirs
        ]
        for one in mine
    ])  # fmt: skip
    return {
        int(a): theirs[b]
        for a, b in zip(*linear_sum_assignment(off), strict=True)
        if off[a, b] < FAR_OFF
    }


class _Frame:
    """Places on a piece as they can be compared with those on another size of it."""

    def __init__(self, outline: Path) -> None:
        self.outline, self.length = outline, path_.length(outline)
        self.left, self.top, right, low = path_.control_bounds(outline)
        self.wide, self.high = max(right - self.left, 1.0), max(low - self.top, 1.0)

    def places(self, mark: FoundMark) -> list[tuple[float, ...]]:
        """Marks on an edge by their share of the way round, others by where in the piece's box they lie."""
        if mark.kind == "notch":
            return [(path_.nearest(self.outline, mark.points[0])[1] / self.length,)]
        return [((x - self.left) / self.wide, (y - self.top) / self.high) for x, y in mark.points]


def _unlike(mine: Sequence[tuple[float, ...]], theirs: Sequence[tuple[float, ...]]) -> float:
    """How far two marks lie apart in their frames; the way round has no end."""
    if len(mine[0]) == 1:
        apart = abs(mine[0][0] - theirs[0][0])
        return min(apart, 1 - apart)
    return max(hypot(a[0] - b[0], a[1] - b[1]) for a, b in zip(mine, theirs, strict=True))


def _edge(path: Path, corners: Sequence[bool], point: Point) -> int:
    """The node that the edge begins at which a point lies on."""
    at = path_.nearest_place(path, point)[1]
    begins = [k for k, corner in enumerate(corners) if corner]
    return max((each for each in begins if each <= at), default=begins[-1]) + 1


def _moved(points: Sequence[Point], by: Point) -> tuple[Point, ...]:
    return tuple((x + by[0], y + by[1]) for x, y in points)
