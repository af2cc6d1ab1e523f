"""A half piece opened out into a whole one."""

from collections.abc import Sequence
from typing import Literal

from craft.pattern.hands import Hand, opposite
from craft.pattern.marks import Mark, MarkFacts, MarkKind
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point, reflection
from craft.shape.curve import Point
from craft.shape.path import Path

Points = tuple[Point, ...]
OTHER = ", other half"
# A mark this near to the fold is on it and is not doubled (mm).
ON_FOLD = 0.5
# Lines that meet the fold to go on behind it.
RUNNING_ON: tuple[MarkKind, ...] = ("length line", "body level", "casing", "placement")


def opened(shape: Shape, printed: Hand | None = None) -> Shape:
    """The shape mirrored in its fold edge, which becomes a centre line.

    Names of the given half stay; those of the other half end in “, other half”. A shape without
    exactly one fold edge is given back as it is. ``printed``: the hand the drawn half gives; a mark for
    the other side only then belongs to the other half.
    """
    folds = [index for index, edge in enumerate(shape.edges) if edge.kind == "fold"]
    if len(folds) != 1:
        return shape
    at = folds[0]
    fold = shape.edges[at]
    mirror = reflection(*_ends(fold))
    half = [*shape.edges[at + 1 :], *shape.edges[:at]]
    other = [
        edge.model_copy(
            update={"name": edge.name + OTHER, "path": paths.reverse(move(edge.path, mirror))}
        )
        for edge in reversed(half)
    ]
    a, b = paths.start(fold.path), paths.end(fold.path)
    # The fold's ends stay where they are to the last digit, or the outline would cross itself there.
    for k, start, end in ((0, a, None), (-1, None, b)):
        path = other[k].path
        ends = (start or paths.start(path), end or paths.end(path))
        other[k] = other[k].model_copy(update={"path": paths.with_ends(path, *ends)})
    centre = Mark(id="opened-centre", kind="centre line", name=fold.name, points=(a, b))
    return shape.model_copy(
        update={
            "edges": (*half, *other),
            "marks": (*_doubled(shape.marks, mirror, fold, printed), centre),
        }
    )


def opened_marks(shape: Shape, printed: Hand | None = None) -> tuple[Mark, ...]:
    """The marks of both halves alone, without the centre line the fold becomes."""
    folds = [edge for edge in shape.edges if edge.kind == "fold"]
    if len(folds) != 1:
        return shape.marks
    return _doubled(shape.marks, reflection(*_ends(folds[0])), folds[0], printed)


def _ends(fold: Edge) -> tuple[Point, Point]:
    return paths.start(fold.path), paths.end(fold.path)


def halves_of(
    mark: MarkFacts, on_fold: Sequence[bool], printed: Hand | None
) -> Literal["own", "other", "both", "across"]:
    """Where a mark of a half lies once the half is opened out. ``on_fold``: whether each of its points lies
    on the fold; ``printed``: the hand the drawn half gives, None where nobody knows."""
    if mark.kind in RUNNING_ON and any(on_fold):
        return "across"
    if printed is not None and mark.side == opposite(printed):
        return "other"
    doubled = mark.kind != "grain" and not all(on_fold) and mark.side == "both"
    return "both" if doubled else "own"


def across(points: Points, image: Points, on_fold: Sequence[bool]) -> Points:
    """A line that meets the fold runs on over it into the other half."""
    own = points if on_fold[0] else points[::-1]
    other = image if on_fold[0] else image[::-1]
    if len(points) == 2:
        return (other[1], own[1])
    return (*other[::-1], *own[1:])


def on_the_fold(fold: Path, points: Points) -> list[bool]:
    """Whether each point lies on the fold."""
    return [paths.nearest(fold, point)[0] < ON_FOLD for point in points]


def _doubled(
    marks: tuple[Mark, ...], mirror: Affine, fold: Edge, printed: Hand | None
) -> tuple[Mark, ...]:
    found: list[Mark] = []
    for mark in marks:
        image = tuple(move_point(point, mirror) for point in mark.points)
        ends = on_the_fold(fold.path, mark.points)
        halves = halves_of(mark, ends, printed)
        there = {"points": image, "edge": mark.edge + OTHER if mark.edge else ""}
        if halves == "across":
            found.append(mark.model_copy(update={"points": across(mark.points, image, ends)}))
        elif halves == "other":
            found.append(mark.model_copy(update=there))
        else:
            found.append(mark)
        if halves == "both":
            found.append(mark.model_copy(update={"id": f"{mark.id}~", **there}))
    return tuple(found)
