"""Two outlines laid to each other along an edge, and the one outline round both."""

from math import atan2, degrees
from typing import NamedTuple

from craft.errors import CraftError
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point, rotation, then, translation
from craft.shape.curve import distance
from craft.shape.deform import tied

# Two stretches of a fold that bend from one line by no more than this are one fold (mm).
ONE_FOLD = 0.5


class Side(NamedTuple):
    """A piece to be joined, at which of its edges, with the names its edges get."""

    number: int
    shape: Shape
    edge: Edge
    names: dict[str, str]

    def renamed(self, mark: Mark) -> Mark:
        """A mark on one of its edges, under the name that has now."""
        edge = self.names.get(mark.edge, mark.edge)
        return mark if edge == mark.edge else mark.model_copy(update={"edge": edge})


def laid_to(edge: Edge, theirs: Edge) -> Affine:
    """The move that lays their edge, walked the other way, on this one: middle on middle."""
    (ax, ay), (bx, by) = paths.start(edge.path), paths.end(edge.path)
    (cx, cy), (dx, dy) = paths.end(theirs.path), paths.start(theirs.path)
    angle = degrees(atan2(by - ay, bx - ax) - atan2(dy - cy, dx - cx))
    turn = rotation(angle)
    mx, my = move_point(((cx + dx) / 2, (cy + dy) / 2), turn)
    return then(turn, translation((ax + bx) / 2 - mx, (ay + by) / 2 - my))


def apart(edge: Edge, theirs: Edge, by: Affine) -> float:
    """How far two edges lie from each other at most once they are laid together (mm)."""
    laid = paths.reverse(move(theirs.path, by))
    one, two = paths.length(edge.path), paths.length(laid)
    return max(
        distance(paths.point_along(edge.path, one * k / 12), paths.point_along(laid, two * k / 12))
        for k in range(13)
    )


def around(one: Side, two: Side, by: Affine) -> Shape:
    """One outline round both, the second one laid to the first. The grain line is the first one's."""
    at = one.shape.edges.index(one.edge)
    there = two.shape.edges.index(two.edge)
    others = [*two.shape.edges[there + 1 :], *two.shape.edges[:there]]
    added = [
        each.model_copy(update={"path": move(each.path, by), "name": two.names[each.name]})
        for each in others
    ]
    first, a, b = added[0], paths.start(one.edge.path), paths.end(one.edge.path)
    added[0] = first.model_copy(update={"path": tied(first.path, a, paths.end(first.path))})
    last = added[-1]
    added[-1] = last.model_copy(update={"path": tied(last.path, paths.start(last.path), b)})
    own = [
        each.model_copy(update={"name": one.names[each.name]})
        if one.names[each.name] != each.name else each
        for each in one.shape.edges
    ]  # fmt: skip
    marks = [
        one.renamed(mark)
        for mark in one.shape.marks
        if not (mark.kind == "notch" and mark.edge == one.edge.name)
    ]
    ids = {mark.id for mark in marks}
    for mark in two.shape.marks:
        if mark.kind == "grain" or (mark.kind == "notch" and mark.edge == two.edge.name):
            continue
        ident = mark.id
        while ident in ids:
            ident += " of the other"
        ids.add(ident)
        points = tuple(move_point(point, by) for point in mark.points)
        marks.append(two.renamed(mark).model_copy(update={"id": ident, "points": points}))
    levels = dict(one.shape.levels)
    if abs(by[1]) < 1e-6:
        laid = {name: move_point((0.0, y), by)[1] for name, y in two.shape.levels.items()}
        levels = {**laid, **levels}
    return Shape(edges=(*own[:at], *added, *own[at + 1 :]), marks=tuple(marks), levels=levels)


def on_one_fold(shape: Shape) -> tuple[Shape, dict[str, str]]:
    """The shape with the two stretches of one fold made one edge, and the new names of edges that went into
    another. Raises CraftError where it would have two folds."""
    folds = [k for k, edge in enumerate(shape.edges) if edge.kind == "fold"]
    if len(folds) < 2:
        return shape, {}
    count = len(shape.edges)
    first, second = (folds[1], folds[0]) if folds[0] == 0 and folds[1] == count - 1 else folds[:2]
    a, b = shape.edges[first], shape.edges[second]
    line = ((paths.start(a.path), paths.end(b.path)),)
    off = paths.nearest(line, paths.end(a.path))[0]
    if len(folds) > 2 or (first + 1) % count != second or off > ONE_FOLD:
        raise CraftError(
            "Both lie on a fold of their own, and cloth is folded once: these two cannot be one piece."
        )
    fold = a.model_copy(update={"path": line})
    edges = tuple(fold if k == first else edge for k, edge in enumerate(shape.edges) if k != second)
    marks = tuple(
        mark.model_copy(update={"edge": a.name}) if mark.edge == b.name else mark
        for mark in shape.marks
    )
    return shape.model_copy(update={"edges": edges, "marks": marks}), {b.name: a.name}
