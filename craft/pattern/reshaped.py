"""A piece with some of its edges drawn anew: what sits on them goes along, darts keep equal legs, caps are
folded as they were pressed."""

from collections.abc import Callable, Mapping

from craft.errors import CraftError
from craft.pattern.caps import cap, cap_at, pressed_back
from craft.pattern.marks import Mark
from craft.pattern.natures import (
    LEVEL,
    Boxes,
    between_legs,
    boxes_of,
    kept_inside,
    settled,
    sits_on,
)
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.curve import Point, distance
from craft.shape.path import Path
from craft.shape.region import inside, is_simple, reach
from craft.shape.tolerance import MEASURING

# Where a point on an edge comes to lie.
Moves = Mapping[str, Callable[[Point], Point]]


def reshaped(
    shape: Shape, drawn: Mapping[str, Path], moves: Moves | None = None,
    tips: Mapping[str, Point] | None = None,
) -> Shape:  # fmt: skip
    """The shape with the paths ``drawn`` for edges of these names, which must still meet end to end.
    ``moves``: where a point on such an edge goes; without one it stays and is set onto the new edge.
    ``tips``: where the points of darts go, by the dart's id.

    Raises CraftError where the outline would cross itself, or a dart could not be folded or would reach
    beyond it.
    """
    moves = moves or {}
    edges = [
        edge.model_copy(update={"path": drawn[edge.name]}) if edge.name in drawn else edge
        for edge in shape.edges
    ]
    others = tuple(edge for edge in shape.edges if edge.name in drawn)  # the rest stays where it is
    boxes = boxes_of(others)
    marks = []
    for mark in shape.marks:
        cap_of = cap_at(shape.edges, mark.edge) if mark.kind == "dart" else None
        if cap_of is None:
            marks.append(_gone_along(mark, others, boxes, moves, drawn))
        else:
            marks.append(_folded(mark, shape.edges, edges, cap_of, (tips or {}).get(mark.id)))
    made = shape.model_copy(update={"edges": tuple(edges), "marks": tuple(marks)})
    if not is_simple(made.outline) and is_simple(shape.outline):
        raise CraftError("The outline would cross itself.")
    _darts_reach_inside(made, shape)
    return made.model_copy(update={"marks": kept_inside(made.marks, shape, made.outline)})


def _darts_reach_inside(made: Shape, before: Shape) -> None:
    """Raises CraftError where the point of a dart with a cap has left the piece."""
    was = {mark.id: mark for mark in before.marks}
    for mark in made.marks:
        if mark.kind != "dart" or cap_at(made.edges, mark.edge) is None:
            continue
        now, then = (
            inside(reach(each.outline), [m.points[1]], MEASURING)[0]
            for each, m in ((made, mark), (before, was[mark.id]))
        )
        if then and not now:
            raise CraftError(f"The {mark.name} would reach beyond the piece.")


def _gone_along(
    mark: Mark, edges: tuple[Edge, ...], boxes: Boxes, moves: Moves, drawn: Mapping[str, Path]
) -> Mark:
    on = (
        (mark.edge,) * len(mark.points)
        if mark.edge and mark.kind in ("notch", "gathers")
        else sits_on(mark, edges, boxes)
    )
    if not any(name in drawn for name in on):
        return mark
    each = [
        moves[name](point) if name in moves and mark.kind not in LEVEL else point
        for name, point in zip(on, mark.points, strict=True)
    ]
    return settled(mark, each, each, on, drawn)


def _folded(
    mark: Mark, before: tuple[Edge, ...], edges: list[Edge], at: int, wanted: Point | None
) -> Mark:
    """A dart whose mouth, point, or the seam beside it was drawn anew; ``edges`` gets its new cap."""
    beside = (at - 1, at, (at + 1) % len(edges))
    if wanted is None and all(edges[i] is before[i] for i in beside):
        return mark
    a, b = paths.end(edges[at - 1].path), paths.start(edges[(at + 1) % len(edges)].path)
    tip = wanted or mark.points[1]
    if distance(a, paths.start(before[at].path)) + distance(b, paths.end(before[at].path)) > 1e-9:
        tip = between_legs(a, tip, b)
    back = pressed_back(before, at, mark.points[1])
    edges[at] = edges[at].model_copy(update={"path": ((a, b),)})
    edges[at] = edges[at].model_copy(update={"path": cap(edges, at, tip, back=back)})
    points = (a, tip, b)
    if distance(mark.points[0], paths.end(before[at].path)) < distance(
        mark.points[0], paths.start(before[at].path)
    ):
        points = (b, tip, a)
    return mark.model_copy(update={"points": points})
