"""A dart changed: longer or shorter, wider or narrower, turned, moved along its seam, divided, left out.

Source of the rule: the point of a dart moves along its centre line; the cap is found by folding the dart
the way it will be pressed and carrying the seam line on. A double-pointed dart keeps both sides alike.
"""

from craft.errors import CraftError
from craft.fit.darts.dart_opening import LEAST_WIDE, further, opening_of, placed
from craft.fit.darts.dart_settings import DOUBLE, SINGLE, DartSettings
from craft.fit.darts.split_dart import left_out, two_inside, two_of_it
from craft.measure import length_text
from craft.pattern import caps
from craft.pattern.caps import cap, cap_at, pressed_back
from craft.pattern.marks import DARTS, Mark
from craft.pattern.natures import between_legs
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.curve import Point, between, distance, onward
from craft.shape.region import inside, reach
from craft.shape.tolerance import MEASURING


def dart_changed(shape: Shape, change: DartSettings) -> Shape:
    """The piece with its dart changed. Raises CraftError where the piece has no such dart, too little of
    it would be left, or it would not lie inside the piece."""
    mark = next((m for m in shape.marks if m.id == change.dart and m.kind in DARTS), None)
    if mark is None:
        raise CraftError("It has no such dart in this size.")
    known = SINGLE if mark.kind == "dart" else DOUBLE
    if any(how not in known for how in change.amounts):
        raise CraftError("A dart of this kind cannot be changed so.")
    if change.becomes == "none":
        return left_out(shape, mark)
    if change.amounts:
        shape = _changed(shape, mark, change)
        mark = next(m for m in shape.marks if m.id == change.dart)
    if change.other_way:
        shape = _pressed_over(shape, mark)
        mark = next(m for m in shape.marks if m.id == change.dart)
    if change.becomes == "two":
        shape = (two_inside if mark.kind == "double dart" else two_of_it)(shape, mark, change.apart)
    return shape


def _changed(shape: Shape, mark: Mark, change: DartSettings) -> Shape:
    if mark.kind == "double dart":
        made = _with_points(shape, mark, _double(mark, change))
    elif opening_of(shape.edges, mark) is None:
        made = _with_points(shape, mark, _without_cap(shape, mark, change))
    else:
        made = placed(
            shape, mark, along=change.along * runs_on(shape, mark), wider=change.intake,
            shift=(change.dx, change.dy), longer=change.lower,
        )  # fmt: skip
    points = next(m.points for m in made.marks if m.id == mark.id)
    tips = points[1:2] if mark.kind == "dart" else points
    if not inside(reach(made.outline), list(tips), MEASURING).all():
        raise CraftError("The dart would reach beyond the piece.")
    return made


def _pressed_over(shape: Shape, mark: Mark) -> Shape:
    """The piece with the dart's cap folded for pressing it to the other side."""
    at = cap_at(shape.edges, mark.edge) if mark.kind == "dart" else None
    if at is None:
        raise CraftError("No cap is drawn that pressing it the other way would change.")
    edges = list(shape.edges)
    back = pressed_back(edges, at, mark.points[1])
    folded = cap(edges, at, mark.points[1], back=not back)
    edges[at] = edges[at].model_copy(update={"path": folded})
    return shape.model_copy(update={"edges": tuple(edges)})


def _with_points(shape: Shape, mark: Mark, points: tuple[Point, ...]) -> Shape:
    new = mark.model_copy(update={"points": points})
    return shape.model_copy(
        update={"marks": tuple(new if each is mark else each for each in shape.marks)}
    )


def _without_cap(shape: Shape, mark: Mark, change: DartSettings) -> tuple[Point, ...]:
    """A dart whose cap is not drawn: its legs end on an edge that runs on over its mouth."""
    a, point, b = mark.points
    edge = next((e for e in shape.edges if e.name == mark.edge), None)
    was = between(a, b)
    if edge is not None and (change.along or change.intake):
        ends = [paths.nearest(edge.path, leg)[1] for leg in (a, b)]
        low, high = sorted(ends)
        ahead = change.along * onward(paths.start(edge.path), paths.end(edge.path))
        low, high = low + ahead - change.intake / 2, high + ahead + change.intake / 2
        if low < 0 or high > paths.length(edge.path) or high - low < LEAST_WIDE:
            raise CraftError(f"There is no room for it on the “{edge.name}”.")
        a, b = (paths.point_along(edge.path, at) for at in (low, high))
        if ends[0] > ends[1]:
            a, b = b, a
    middle = between(a, b)
    tip = (point[0] + middle[0] - was[0] + change.dx, point[1] + middle[1] - was[1] + change.dy)
    return (a, between_legs(a, further(middle, tip, change.lower), b), b)


def _double(mark: Mark, change: DartSettings) -> tuple[Point, ...]:
    upper, one, lower, other = ((x + change.dx, y + change.dy) for x, y in mark.points)
    middle = between(one, other)
    width = distance(one, other)
    wide = width + change.intake
    if wide < LEAST_WIDE:
        raise CraftError(f"Only {length_text(width)} of cloth lie in it.")
    scale = wide / width if width else 1.0
    one, other = (between(middle, side, scale) for side in (one, other))
    return (
        further(middle, upper, change.upper),
        one,
        further(middle, lower, change.lower),
        other,
    )


def runs_on(shape: Shape, mark: Mark) -> float:
    """1 where the seam after the dart, as the outline is walked, runs down or to the right, else -1: which
    way “along its seam” counts."""
    at = cap_at(shape.edges, mark.edge)
    path = shape.edges[at].path if at is not None else ((mark.points[0], mark.points[2]),)
    return onward(paths.start(path), paths.end(path))


def bend_when_closed(shape: Shape, dart: str) -> float | None:
    """By how much (degrees) the seam bends where the dart is closed in it; None for a dart inside, and for
    one that is not there."""
    mark = next((m for m in shape.marks if m.id == dart and m.kind == "dart"), None)
    at = cap_at(shape.edges, mark.edge) if mark else None
    return (
        None
        if mark is None or at is None
        else caps.bend_when_closed(shape.edges, at, mark.points[1])
    )
