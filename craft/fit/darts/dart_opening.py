"""A dart in its seam: the mouth between its legs, slid along the closed seam, opened to another width, its
point set elsewhere.

Source of the rule: with the dart folded shut the seam is one line; a dart that is moved opens in that line
at another place, its legs are equal, the seam beside it is trued and the cap folded as it was pressed.
"""

from collections.abc import Callable, Sequence
from math import degrees
from typing import NamedTuple

from craft.errors import CraftError
from craft.measure import length_text
from craft.pattern.caps import cap_at
from craft.pattern.marks import Mark
from craft.pattern.piece import Edge, Shape
from craft.pattern.reshaped import reshaped
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point, rotation, then, translation
from craft.shape.bends import turn
from craft.shape.curve import Point, between, distance, tangent_at
from craft.shape.deform import carried, carrying
from craft.shape.path import Path

# What must be left of the seam on either side of a dart (mm), and how far its end may be moved when the
# seam is trued, of its length.
LEAST_BESIDE, MOST_TRUED = 8.0, 0.3
# What must be left of a dart from its mouth to its point, and across it (mm).
LEAST_LONG, LEAST_WIDE = 15.0, 3.0


class DartOpening(NamedTuple):
    """A dart with a cap: the cap's place among the edges, its legs' ends and point, and the seam before and
    after it, as the outline is walked."""

    at: int
    a: Point
    tip: Point
    b: Point
    before: Edge
    after: Edge


def opening_of(edges: Sequence[Edge], mark: Mark) -> DartOpening | None:
    """The mouth of a dart whose cap is drawn; None for any other."""
    at = cap_at(edges, mark.edge) if mark.kind == "dart" else None
    if at is None:
        return None
    before, after = edges[at - 1], edges[(at + 1) % len(edges)]
    return DartOpening(
        at, paths.end(before.path), mark.points[1], paths.start(after.path), before, after
    )


def closing(opening: DartOpening) -> Affine:
    """The move that lays the seam after the dart on, smoothly, where the seam before it ends (as closing
    the dart does wherever the seam is then one smooth line)."""
    (ux, uy), (vx, vy) = (
        tangent_at(opening.before.path[-1], 1),
        tangent_at(opening.after.path[0], 0),
    )
    angle, to = degrees(turn((vx, vy), (ux, uy))), opening.a
    return then(
        rotation(angle, about=opening.b), translation(to[0] - opening.b[0], to[1] - opening.b[1])
    )


def reopening(opening: DartOpening) -> Affine:
    """The move that lays the seam before the dart on where the seam after it begins."""
    (ux, uy), (vx, vy) = (
        tangent_at(opening.before.path[-1], 1),
        tangent_at(opening.after.path[0], 0),
    )
    (ax, ay), (bx, by) = opening.a, opening.b
    return then(
        rotation(degrees(turn((ux, uy), (vx, vy))), about=opening.a), translation(bx - ax, by - ay)
    )


class Beside(NamedTuple):
    """The seam on both sides of a dart's mouth; ``section``: what of the one edge has gone over to the
    other when the dart was slid, and ``turn``: how it was turned for it."""

    before: Path
    after: Path
    turn: Affine | None = None
    leaves: str = ""
    joins: str = ""
    within: tuple[float, float] = (0.0, 0.0)


def slid(opening: DartOpening, along: float) -> Beside:
    """The seam once the mouth lies ``along`` mm further on in it (negative: back). Raises CraftError where
    the seam ends."""
    giving = opening.after if along > 0 else opening.before
    whole = paths.length(giving.path)
    if along and whole - abs(along) < LEAST_BESIDE:
        raise CraftError(
            f"The “{giving.name}” is {length_text(whole)} long; the dart cannot be moved "
            f"{length_text(abs(along))} along it."
        )
    if along > 0:
        section, rest = paths.split_at(opening.after.path, along)
        over = closing(opening)
        return Beside((*opening.before.path, *move(section, over)), rest, over,
                      opening.after.name, opening.before.name, (0.0, along))  # fmt: skip
    if along < 0:
        rest, section = paths.split_at(opening.before.path, whole + along)
        over = reopening(opening)
        return Beside(rest, (*move(section, over), *opening.after.path), over,
                      opening.before.name, opening.after.name, (whole + along, whole))  # fmt: skip
    return Beside(opening.before.path, opening.after.path)


def widened(beside: Beside, by: float) -> Beside:
    """The seam cut back on both sides by half of what the dart is to be wider, or run on (negative)."""
    if not by:
        return beside
    before, after = beside.before, beside.after
    if by > 0:
        if min(paths.length(before), paths.length(after)) - by / 2 < LEAST_BESIDE:
            raise CraftError("The seam beside the dart is too short for so wide a dart.")
        before = paths.split_at(before, paths.length(before) - by / 2)[0]
        after = paths.split_at(after, by / 2)[1]
    else:
        (ax, ay), (ux, uy) = paths.end(before), tangent_at(before[-1], 1)
        (bx, by_), (vx, vy) = paths.start(after), tangent_at(after[0], 0)
        far = -by / 2
        before = (*before, ((ax, ay), (ax + ux * far, ay + uy * far)))
        after = (((bx - vx * far, by_ - vy * far), (bx, by_)), *after)
    return beside._replace(before=before, after=after)


def placed(
    shape: Shape, mark: Mark, *, along: float = 0.0, wider: float = 0.0,
    shift: Point = (0.0, 0.0), longer: float = 0.0,
) -> Shape:  # fmt: skip
    """The piece with the dart ``along`` mm further on in its seam, as it is walked, ``wider``, its point
    moved by ``shift`` besides and ``longer`` away from the mouth (mm, each may be negative).

    Raises CraftError where too little is left of the dart or of the seam beside it.
    """
    opening = opening_of(shape.edges, mark)
    assert opening is not None  # asked for only where there is a cap
    wide = distance(opening.a, opening.b) + wider
    if wide < LEAST_WIDE:
        raise CraftError(f"Only {length_text(wide - wider)} of cloth lie in it.")
    beside = widened(slid(opening, along), wider)
    middle = between(paths.end(beside.before), paths.start(beside.after))
    was = between(opening.a, opening.b)
    tip = (
        opening.tip[0] + middle[0] - was[0] + shift[0],
        opening.tip[1] + middle[1] - was[1] + shift[1],
    )
    tip = further(middle, tip, longer)
    a, b = _mouth_towards(middle, tip, wide, paths.end(beside.before))
    drawn: dict[str, Path] = {}
    moves: dict[str, Callable[[Point], Point]] = {}
    for edge, path, ends in (
        (opening.before, beside.before, (paths.start(beside.before), a)),
        (opening.after, beside.after, (b, paths.end(beside.after))),
    ):
        _short_enough(edge, path, ends)
        if path is not edge.path or not _same(path, ends):
            drawn[edge.name] = carried(path, *ends)
            moves[edge.name] = _by(carrying(path, *ends))
    marks = tuple(_gone_over(each, shape, beside) for each in shape.marks)
    return reshaped(shape.model_copy(update={"marks": marks}), drawn, moves, {mark.id: tip})


def further(start: Point, point: Point, by: float) -> Point:
    """The point moved so far (mm) from the start, along the line from there (negative: nearer). Raises
    CraftError where less than LEAST_LONG is left.

    >>> further((0.0, 0.0), (30.0, 40.0), 5.0)
    (33.0, 44.0)
    """
    size = distance(start, point)
    if size + by < LEAST_LONG:
        raise CraftError(f"The dart is only {length_text(size)} long there.")
    return between(start, point, (size + by) / size)


def _mouth_towards(middle: Point, tip: Point, wide: float, near_a: Point) -> tuple[Point, Point]:
    """Both ends of a mouth that wide, square to the way to the point: the one near ``near_a`` first."""
    size = distance(middle, tip)
    ux, uy = (tip[0] - middle[0]) / size, (tip[1] - middle[1]) / size
    one = (middle[0] - uy * wide / 2, middle[1] + ux * wide / 2)
    other = (middle[0] + uy * wide / 2, middle[1] - ux * wide / 2)
    first, second = (
        (one, other) if distance(one, near_a) < distance(other, near_a) else (other, one)
    )
    return (near_a, second) if distance(first, near_a) < 1e-6 else (first, second)


def _same(path: Path, ends: tuple[Point, Point]) -> bool:
    return distance(paths.start(path), ends[0]) + distance(paths.end(path), ends[1]) < 1e-6


def _short_enough(edge: Edge, path: Path, ends: tuple[Point, Point]) -> None:
    off = distance(paths.start(path), ends[0]) + distance(paths.end(path), ends[1])
    if off > MOST_TRUED * distance(paths.start(path), paths.end(path)):
        raise CraftError(f"So little of the “{edge.name}” cannot be trued to the dart.")


def _by(affine: Affine) -> Callable[[Point], Point]:
    return lambda point: move_point(point, affine)


def _gone_over(mark: Mark, shape: Shape, beside: Beside) -> Mark:
    """A notch in the part of the seam that changed over belongs to the edge it is in now."""
    if beside.turn is None or mark.edge != beside.leaves or mark.kind not in ("notch", "gathers"):
        return mark
    low, high = beside.within
    path = shape.edge(mark.edge).path
    if not all(low <= paths.nearest(path, point)[1] <= high for point in mark.points):
        return mark
    points = tuple(move_point(point, beside.turn) for point in mark.points)
    return mark.model_copy(update={"points": points, "edge": beside.joins})
