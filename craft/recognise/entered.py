"""A piece that was read from a file as a person would have entered it."""

from collections import Counter
from collections.abc import Sequence

from craft.digitise.built import offsets
from craft.digitise.inputs import (
    MarkInputs,
    Outline,
    OutlineNode,
    PieceInputs,
    SizeLine,
)
from craft.pattern.piece import Cut
from craft.recognise.marks import FoundMark
from craft.recognise.recognised import ReadPiece
from craft.shape import path as path_
from craft.shape.curve import Point
from craft.shape.path import Path


def inputs_of(read: ReadPiece, id: int, number: int) -> PieceInputs:
    """A piece as a person would have entered it: its line in every size it was found in that agrees with
    the base, its marks, what its words say. It lies with its upper left corner near the origin."""
    outlines, corners = read.piece.alike.outlines, read.piece.alike.corners
    left, top = (min(path_.control_bounds(each)[k] for each in outlines.values()) for k in (0, 1))
    dx, dy = -round(left) + 20.0, -round(top) + 20.0
    nodes = tuple(
        OutlineNode(id=at, turn="corner" if corner else "smooth", then="straight")
        for at, corner in enumerate(corners, 1)
    )
    lines = {size: _line(path, (dx, dy)) for size, path in outlines.items()}
    marks = _marks(read, (dx, dy))
    return PieceInputs(
        id=id, number=number, name=read.words.name,
        drawn=Outline(nodes=nodes, lines=lines, closed=True),
        edges={}, marks=marks, cuts=read.words.cuts or (Cut(role="main", count=1),),
    )  # fmt: skip


def _line(path: Path, by: Point) -> SizeLine:
    points = tuple((curve[0][0] + by[0], curve[0][1] + by[1]) for curve in path)
    handles = {at + 1: offsets(curve) for at, curve in enumerate(path) if len(curve) == 4}
    return SizeLine(points=points, handles=handles)


def _marks(read: ReadPiece, by: Point) -> tuple[MarkInputs, ...]:
    """Marks of the base, each with where its fellows lie in the other sizes."""
    outlines, found = read.piece.alike.outlines, read.marks
    base = next(iter(outlines))
    counted: Counter[str] = Counter()
    made: list[MarkInputs] = []
    shared = found.get("", [])
    for mark in [*found.get(base, []), *shared]:
        counted[mark.kind] += 1
        at = {}
        for size in outlines:
            if size != base:
                fellow = (
                    mark
                    if mark in shared
                    else _fellow(mark, found.get(size, []), outlines[base], outlines[size])
                )
                if fellow is not None:
                    at[size] = _moved(fellow.points, by)
        on_edge = mark.kind in ("notch", "dart")
        edge = _edge(outlines[base], read.piece.alike.corners, mark.points[0]) if on_edge else None
        made.append(MarkInputs(
            id=f"{mark.kind} {counted[mark.kind]}", kind=mark.kind,
            points=_moved(mark.points, by), at=at, edge=edge,
        ))  # fmt: skip
    return tuple(made)


def _fellow(
    mark: FoundMark, others: Sequence[FoundMark], mine: Path, theirs: Path
) -> FoundMark | None:
    """The same mark in another size: of its kind, at the same share of the way round."""
    same = [
        each for each in others if each.kind == mark.kind and len(each.points) == len(mark.points)
    ]
    if not same:
        return None
    share = path_.nearest(mine, mark.points[0])[1] / path_.length(mine)
    whole = path_.length(theirs)

    def off(each: FoundMark) -> float:
        gap = abs(path_.nearest(theirs, each.points[0])[1] / whole - share)
        return min(gap, 1 - gap)

    best = min(same, key=off)
    return best if off(best) < 0.03 else None


def _edge(path: Path, corners: Sequence[bool], point: Point) -> int:
    """The node that the edge begins at which a point lies on."""
    at = path_.nearest_place(path, point)[1]
    begins = [k for k, corner in enumerate(corners) if corner]
    return max((each for each in begins if each <= at), default=begins[-1]) + 1


def _moved(points: Sequence[Point], by: Point) -> tuple[Point, ...]:
    return tuple((x + by[0], y + by[1]) for x, y in points)
