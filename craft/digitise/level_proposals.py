"""Where bust, waist and hip probably lie, where the shaping of a piece shows it.

Source of the rule: a side that is shaped is narrowest at the waist and widest at the hip below it; bust
darts point to the bust, else it lies about the underarm; trousers and skirts begin at the waist.
"""

from itertools import pairwise

from craft.digitise.entered import EnteredPiece
from craft.digitise.inputs import PatternInputs
from craft.digitise.levels import known_levels, wanted_levels
from craft.frozen import Frozen
from craft.pattern.parts import Part, faces_of, part_of, place_of
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.curve import Point

# A side that goes in by less than this is straight (mm).
SHAPED = 3.0
# Steps down a side (mm).
STEP = 5.0
# Where a side turns this near to a point that was set on it, it was meant at the point (mm).
MEANT = 12.0
# How far below the waist the hip lies where nothing shows it (mm).
WAIST_TO_HIP = 200.0
BODY: tuple[Part, ...] = ("body", "skirt", "trousers")


class LevelProposal(Frozen):
    """A level line for one piece: how high (y, mm in its base size), both its ends, and what shows it."""

    piece: int
    level: str
    y: float
    points: tuple[Point, Point]
    why: str


def propose_levels(
    inputs: PatternInputs, pieces: tuple[EnteredPiece, ...]
) -> tuple[LevelProposal, ...]:
    """One line for every level of the size table that no piece has yet, each on the piece that shows it
    best: a front before a back before the rest."""
    wanted = wanted_levels(inputs)
    shapes = [
        (made, next(iter(made.shaped.shapes.values()), None)) for made in pieces if made.usable
    ]
    known = {name for _, shape in shapes if shape for name in shape.levels}
    found: dict[str, LevelProposal] = {}
    for made, shape in sorted(shapes, key=lambda each: _rank(each[0].name)):
        if shape is None or part_of(made.name) not in BODY:
            continue
        for name, y, why in _shown(shape, made.name):
            if name in wanted and name not in known and name not in found:
                ends = _across(shape, y)
                if ends is not None:
                    found[name] = LevelProposal(
                        piece=made.id, level=name, y=y, points=ends, why=why
                    )
    return tuple(found[name] for name in wanted if name in found)


def unseen_levels(
    inputs: PatternInputs, pattern: Pattern | None, proposed: tuple[LevelProposal, ...]
) -> tuple[str, ...]:
    """The levels of the size table that no piece knows and no shaping shows: they have to be drawn. None
    while there is no piece to draw them on."""
    if pattern is None:
        return ()
    seen = {*known_levels(pattern), *(each.level for each in proposed)}
    return tuple(name for name in wanted_levels(inputs) if name not in seen)


def _rank(name: str) -> int:
    faces = faces_of(name)
    return 0 if "front" in faces else 1 if "back" in faces else 2


def _shown(shape: Shape, piece: str) -> list[tuple[str, float, str]]:
    names, part = [edge.name for edge in shape.edges], part_of(piece)
    sides = [e for e in shape.edges if place_of(e.name, names, piece) in ("side", "outside leg")]
    found = []
    if part == "body":
        points = [m.points[1][1] for m in shape.marks if m.kind == "dart"]
        armhole = [e for e in shape.edges if place_of(e.name, names) == "armhole"]
        waist = _narrowest(shape, sides)
        above = [y for y in points if waist is None or y < waist - SHAPED]
        if above:
            found.append(("bust", min(above), "a bust dart points there"))
        elif armhole:
            low = max(
                y for edge in armhole for _, y in (paths.start(edge.path), paths.end(edge.path))
            )
            found.append(("bust", low, "it is as high as the underarm"))
        if found:
            found.append(("chest", found[0][1], found[0][2]))
        if waist is None:
            return found
        found.append(("waist", waist, "its side is narrowest there"))
    else:
        tops = [e for e in shape.edges if place_of(e.name, names) == "waist"]
        if not tops:
            return found
        waist = sum(y for e in tops for _, y in (paths.start(e.path), paths.end(e.path))) / (
            2 * len(tops)
        )
        waist += SHAPED  # just below the edge itself, so that the line lies on the piece
        found.append(("waist", waist, "it begins at the waist"))
    hip = _widest_below(shape, sides, waist)
    _, _, _, low = paths.control_bounds(shape.outline)
    if hip is not None:
        found.append(("hip", hip, "its side is widest there"))
    elif waist + WAIST_TO_HIP < low:
        found.append(("hip", waist + WAIST_TO_HIP, "it is a hand and a half below the waist"))
    return found


def _widths(shape: Shape, sides: list[Edge]) -> list[tuple[float, float]]:
    """How far the side lies from the middle of the piece, down its length (y, mm)."""
    x0, _, x1, _ = paths.control_bounds(shape.outline)
    middle = (x0 + x1) / 2
    if not sides:
        return []
    ys = [y for edge in sides for _, y in (paths.start(edge.path), paths.end(edge.path))]
    low, high = min(ys), max(ys)
    found = []
    y = low
    while y <= high:
        for edge in sides:
            along = paths.along_at_level(edge.path, y)
            if along is not None:
                found.append((y, abs(paths.point_along(edge.path, along)[0] - middle)))
                break
        y += STEP
    return found


def _narrowest(shape: Shape, sides: list[Edge]) -> float | None:
    """The height at which a side goes in furthest, if it comes out again on both ends of it."""
    widths = _widths(shape, sides)
    if len(widths) < 3:
        return None
    y, least = min(widths, key=lambda each: each[1])
    above = max((w for at, w in widths if at < y), default=0.0)
    below = max((w for at, w in widths if at > y), default=0.0)
    return _at_a_point(y, sides) if min(above, below) - least >= SHAPED else None


def _at_a_point(y: float, sides: list[Edge]) -> float:
    """The height of the point that was set nearest, or as it is: between points a curve swings."""
    points = [point[1] for edge in sides for curve in edge.path for point in (curve[0], curve[-1])]
    return min(
        (each for each in points if abs(each - y) <= MEANT), key=lambda p: abs(p - y), default=y
    )


def _widest_below(shape: Shape, sides: list[Edge], waist: float) -> float | None:
    """The first height below the waist from which a side does not go out any further."""
    widths = [(y, w) for y, w in _widths(shape, sides) if y > waist]
    for (y, wide), (_, after) in pairwise(widths):
        if after < wide - 1e-6 and y > waist + STEP:
            return _at_a_point(y, sides)
    return None


def _across(shape: Shape, y: float) -> tuple[Point, Point] | None:
    xs = [
        paths.point_along(edge.path, along)[0]
        for edge in shape.edges
        if (along := paths.along_at_level(edge.path, y)) is not None
    ]
    return ((min(xs), y), (max(xs), y)) if len(xs) > 1 and max(xs) - min(xs) > STEP else None
