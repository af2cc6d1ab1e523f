"""Which way a notch points: square to its edge, out into the allowance."""

from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.curve import Point, tangent_at


def outward(shape: Shape) -> dict[str, Point]:
    """The unit direction out of the piece at every notch, by mark id."""
    found: dict[str, Point] = {}
    edges = {edge.name: edge.path for edge in shape.edges}
    for mark in shape.marks:
        if mark.kind == "notch" and mark.edge in edges:
            path = edges[mark.edge]
            _, index, t = paths.nearest_place(path, mark.points[0])
            dx, dy = tangent_at(path[index], t)
            found[mark.id] = (round(dy, 4), round(-dx, 4))
    return found
