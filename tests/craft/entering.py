"""Short words for what a person enters, for the tests of digitising."""

from math import ceil

from pydantic import TypeAdapter

from craft.digitise.digitised import digitise
from craft.digitise.edits import AnyEdit
from craft.digitise.inputs import PatternInputs
from craft.pattern.piece import Shape
from craft.shape import path as paths

EDIT = TypeAdapter(AnyEdit)
EMPTY = PatternInputs(name="Apron")
MAIN = [{"role": "main"}]


def done(inputs: PatternInputs, do: str, **more: object) -> PatternInputs:
    return EDIT.validate_python({"do": do, **more}).apply(inputs)


def measured(*points: tuple[float, float], inputs: PatternInputs = EMPTY, **more: object) -> PatternInputs:
    """One more piece with these points by measure, named and cut once from the main cloth."""
    facts = {"name": "Panel", "cuts": MAIN, "drawn": {"way": "line"}} | more
    made = done(inputs, "add piece", **facts)
    rows = [{"at": point} for point in points]
    return done(made, "points by measure", piece=made.pieces[-1].id, rows=rows)


def sum_of(kind: str, inputs: PatternInputs = EMPTY, **numbers: float):
    """A part by sums, as it is worked out."""
    along = numbers.pop("along", [])
    drawn = {"way": "sum", "kind": kind, "numbers": numbers, "along": along}
    made = digitise(done(inputs, "add piece", drawn=drawn))
    return made.pieces[-1]


def shape_of(inputs: PatternInputs, piece: int = -1, size: str = "") -> Shape:
    shapes = digitise(inputs).pieces[piece].shaped.shapes
    return shapes[size or next(iter(shapes))]


def lengths(shape: Shape) -> dict[str, float]:
    return {edge.name: paths.length(edge.path) for edge in shape.edges}


def what(inputs: PatternInputs) -> list[str]:
    return [finding.what for finding in digitise(inputs).findings]


def sampled(shape: Shape, apart: float) -> tuple[list[tuple[float, float]], list[bool]]:
    """Points along an outline and whether each is a corner, as somebody would set them: ruled edges by
    their corners, curves every ``apart`` mm."""
    points, corners = [], []
    for edge in shape.edges:
        size = paths.length(edge.path)
        if all(len(curve) == 2 for curve in edge.path):
            points += [curve[0] for curve in edge.path]
            corners += [True] * len(edge.path)
            continue
        count = 1 if paths.is_straight(edge.path) else max(4, ceil(size / apart))
        points += [paths.point_along(edge.path, size * k / count) for k in range(count)]
        corners += [k == 0 for k in range(count)]
    return points, corners


def furthest(shape: Shape, path: paths.Path) -> float:
    """How far the outline strays from a path at most (mm)."""
    return max(
        paths.nearest_place(path, paths.point_along(edge.path, paths.length(edge.path) * k / 30))[0]
        for edge in shape.edges
        for k in range(31)
    )
