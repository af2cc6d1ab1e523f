"""A dart made longer or shorter, wider or narrower, or moved inside its piece: legs stay equal, the cap is
folded anew the way it was pressed before.

Source of the rule: the point of a dart moves along its centre line; the cap is found by folding the dart
the way it will be pressed and carrying the seam line on. A double-pointed dart keeps both sides alike.
"""

from craft.errors import CraftError
from craft.fit.inputs import DART_AMOUNTS, DartAmount, DartChange
from craft.frozen import Frozen
from craft.measure import Figure, length_text
from craft.pattern import caps
from craft.pattern.caps import cap_at, folded_again
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape.curve import Point, between, distance
from craft.shape.region import inside, is_simple, reach
from craft.shape.tolerance import MEASURING

# What must be left of a dart from its mouth, or its widest place, to its point; and across it (mm).
LEAST_LONG, LEAST_WIDE = 15.0, 3.0


# What can be changed of a dart that ends in a seam, and of a double-pointed one, and how it is asked for.
SINGLE: dict[DartAmount, str] = {"lower": "Point further out (minus: back)"}
DOUBLE: dict[DartAmount, str] = {
    "upper": "Upper point further up (minus: back)",
    "lower": "Lower point further down (minus: back)",
    "intake": "Wider (minus: narrower)",
    "dx": "To the right (minus: left)",
    "dy": "Down (minus: up)",
}


class DartSeen(Frozen):
    """A dart as it is now. ``pieces``: all that have it, a lining's with the front's; ``double``: it has
    two points; ``longs``: from its mouth or widest place to its point, or to the upper and the lower one;
    ``intake``: how much cloth it takes up (mm); ``figures``: the same with their working; ``asks``: what
    can be changed of it."""

    piece: int
    dart: str
    name: str
    pieces: tuple[int, ...]
    double: bool
    longs: tuple[float, ...]
    intake: float
    figures: tuple[Figure, ...]
    asks: dict[DartAmount, str]


def darts_of(shapes: dict[int, Shape]) -> tuple[DartSeen, ...]:
    """Every dart of every piece."""
    found = [
        (number, mark) for number, shape in shapes.items() for mark in shape.marks
        if mark.kind in ("dart", "double dart")
    ]  # fmt: skip
    together: dict[tuple[str, str], list[int]] = {}
    for number, mark in found:
        together.setdefault((mark.id, mark.name), []).append(number)
    return tuple(_seen(n, mark, tuple(together[mark.id, mark.name])) for n, mark in found)


def _seen(number: int, mark: Mark, pieces: tuple[int, ...]) -> DartSeen:
    if mark.kind == "dart":
        a, point, b = mark.points
        ends, sides, start = {"long": point}, (a, b), "the middle of its mouth"
    else:
        upper, one, lower, other = mark.points
        ends, sides = {"upper part long": upper, "lower part long": lower}, (one, other)
        start = "its widest place"
    middle, intake = between(*sides), distance(*sides)
    longs = {name: distance(middle, end) for name, end in ends.items()}
    figures = [
        Figure(name=name, value=mm, text=length_text(mm), working=(f"from {start} to its point",))
        for name, mm in longs.items()
    ]
    wide = Figure(name="wide", value=intake, text=length_text(intake),
                  working=(f"across {start}: so much cloth it takes up",))  # fmt: skip
    double = mark.kind == "double dart"
    return DartSeen(
        piece=number, dart=mark.id, name=mark.name, pieces=pieces, double=double,
        longs=tuple(longs.values()), intake=intake, figures=(*figures, wide),
        asks=DOUBLE if double else SINGLE,
    )  # fmt: skip


def dart_changed(shape: Shape, change: DartChange) -> Shape:
    """The piece with its dart changed. Raises CraftError where the piece has no such dart, too little of
    it would be left, or it would not lie inside the piece."""
    mark = next((m for m in shape.marks if m.id == change.dart and "dart" in m.kind), None)
    if mark is None:
        raise CraftError("It has no such dart in this size.")
    points = _single(mark, change) if mark.kind == "dart" else _double(mark, change)
    tips = points[1:2] if mark.kind == "dart" else points
    if not inside(reach(shape.outline), list(tips), MEASURING).all():
        raise CraftError("The dart would reach beyond the piece.")
    new = mark.model_copy(update={"points": points})
    marks = tuple(new if each is mark else each for each in shape.marks)
    if mark.kind == "double dart":
        return shape.model_copy(update={"marks": marks})
    edges, at = list(shape.edges), cap_at(shape.edges, mark.edge)
    if at is not None:
        path = folded_again(edges, at, mark.points[1], points[1])
        edges[at] = edges[at].model_copy(update={"path": path})
    made = shape.model_copy(update={"marks": marks, "edges": tuple(edges)})
    if not is_simple(made.outline) and is_simple(shape.outline):
        raise CraftError("The outline would cross itself at the cap of the dart.")
    return made


def _single(mark: Mark, change: DartChange) -> tuple[Point, ...]:
    a, point, b = mark.points
    if any(getattr(change, how) for how in DART_AMOUNTS if how not in SINGLE):
        raise CraftError("A dart that ends in a seam can be made longer or shorter here.")
    middle = between(a, b)
    return (a, _further(middle, point, change.lower), b)


def _double(mark: Mark, change: DartChange) -> tuple[Point, ...]:
    upper, one, lower, other = (_moved(point, change) for point in mark.points)
    middle = between(one, other)
    width = distance(one, other)
    wide = width + change.intake
    if wide < LEAST_WIDE:
        raise CraftError(f"Only {length_text(width)} of cloth lie in it.")
    scale = wide / width if width else 1.0
    one, other = (
        (middle[0] + (x - middle[0]) * scale, middle[1] + (y - middle[1]) * scale)
        for x, y in (one, other)
    )
    return (
        _further(middle, upper, change.upper),
        one,
        _further(middle, lower, change.lower),
        other,
    )


def _moved(point: Point, change: DartChange) -> Point:
    return (point[0] + change.dx, point[1] + change.dy)


def _further(start: Point, point: Point, by: float) -> Point:
    """The point moved away from the start, along the line from there (negative: nearer)."""
    size = distance(start, point)
    if size + by < LEAST_LONG:
        raise CraftError(f"The dart is only {length_text(size)} long there.")
    share = (size + by) / size
    return (start[0] + (point[0] - start[0]) * share, start[1] + (point[1] - start[1]) * share)


def bend_when_closed(shape: Shape, dart: str) -> float | None:
    """By how much (degrees) the seam bends where the dart is closed in it; None for a dart inside."""
    mark = next((m for m in shape.marks if m.id == dart and m.kind == "dart"), None)
    at = cap_at(shape.edges, mark.edge) if mark else None
    return (
        None
        if mark is None or at is None
        else caps.bend_when_closed(shape.edges, at, mark.points[1])
    )
