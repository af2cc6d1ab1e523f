"""A half piece opened out into a whole one."""

from craft.pattern.hands import Hand, opposite
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point, reflection
from craft.shape.curve import Point

OTHER = ", other half"
# A mark this near to the fold is on it and is not doubled (mm).
ON_FOLD = 0.5


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


def _doubled(
    marks: tuple[Mark, ...], mirror: Affine, fold: Edge, printed: Hand | None
) -> tuple[Mark, ...]:
    found: list[Mark] = []
    for mark in marks:
        image = tuple(move_point(point, mirror) for point in mark.points)
        ends = [paths.nearest(fold.path, point)[0] < ON_FOLD for point in mark.points]
        if mark.kind in ("length line", "body level", "casing", "placement") and any(ends):
            found.append(_across(mark, image, ends))
            continue
        if printed is not None and mark.side == opposite(printed):
            other = mark.edge + OTHER if mark.edge else ""
            found.append(mark.model_copy(update={"points": image, "edge": other}))
            continue
        found.append(mark)
        if mark.kind != "grain" and not all(ends) and mark.side == "both":
            found.append(
                mark.model_copy(
                    update={
                        "id": f"{mark.id}~",
                        "points": image,
                        "edge": mark.edge + OTHER if mark.edge else "",
                    }
                )
            )
    return tuple(found)


def _across(mark: Mark, image: tuple[tuple[float, float], ...], ends: list[bool]) -> Mark:
    """A line that meets the fold runs on over it into the other half."""
    points = mark.points if ends[0] else tuple(reversed(mark.points))
    other = image if ends[0] else tuple(reversed(image))
    if len(points) == 2:
        return mark.model_copy(update={"points": (other[1], points[1])})
    return mark.model_copy(update={"points": (*reversed(other), *points[1:])})
