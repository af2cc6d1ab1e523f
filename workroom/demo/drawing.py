"""Short ways to write down edges, marks and pieces of the demo patterns."""

from collections.abc import Callable, Mapping

from craft.pattern import Cut, Edge, EdgeRef, Mark, Piece, Shape, TableRow
from craft.shape import path as paths
from craft.shape.curve import Point
from craft.shape.path import Path

NARROW, WIDE = 10.0, 15.0  # allowances (mm)
PAIR: Mapping[str, object] = {"count": 2, "pair": True}
FOLD: Mapping[str, object] = {"on_fold": True}


def edge(name: str, path: Path, allowance: float = NARROW, kind: str = "seam") -> Edge:
    return Edge.model_validate(
        {"name": name, "kind": kind, "path": path, "allowance": 0 if kind == "fold" else allowance}
    )


def mark(id: str, kind: str, name: str, *points: Point, **more: object) -> Mark:
    return Mark.model_validate({"id": id, "kind": kind, "name": name, "points": points, **more})


def notch(id: str, name: str, on: Edge, along: float, count: int = 1) -> Mark:
    """A notch on an edge, ``along`` mm from the edge's start."""
    return mark(id, "notch", name, paths.point_along(on.path, along), edge=on.name, count=count)


def refs(piece: int, *names: str) -> tuple[EdgeRef, ...]:
    """Edges of one piece; a name with a minus is walked backwards."""
    return tuple(
        EdgeRef(piece=piece, edge=name.removeprefix("-"), backwards=name.startswith("-"))
        for name in names
    )


def cut(role: str, how: Mapping[str, object]) -> Cut:
    """How many from which cloth."""
    return Cut.model_validate({"role": role, **how})


def piece(
    number: int, name: str, sizes: tuple[str, ...], draw: Callable[[str], Shape], *cuts: Cut,
    **more: object,
) -> Piece:  # fmt: skip
    """A piece with a shape for every size."""
    shapes = {size: draw(size) for size in sizes}
    return Piece.model_validate(
        {"number": number, "name": name, "cuts": cuts, "shapes": shapes, **more}
    )


def row(
    name: str, sizes: tuple[str, ...], values: tuple[int, ...], ease: float | None, **more: object
) -> TableRow:
    """One measurement over all sizes (mm)."""
    body = dict(zip(sizes, map(float, values), strict=True))
    return TableRow.model_validate({"measurement": name, "body": body, "ease": ease, **more})
