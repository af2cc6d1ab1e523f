"""Where a piece can be lengthened: at the lines the pattern has, and at lines constructed square to the
grain where it has none.

Source of the rule: without a line of its own a piece is changed just above the waist, clear of the
points of darts; sleeves above and below the elbow; trousers at the rise and in the leg; the partner's line
meets it on the seam they share, the dart in it closed.
"""

from collections.abc import Callable, Mapping
from types import MappingProxyType
from typing import Literal, NamedTuple

from craft.fit.length.heights import part_of
from craft.fit.level_words import MIDDLE
from craft.frozen import Frozen
from craft.measure import length_text
from craft.pattern.along import at_share, share_of
from craft.pattern.marks import DARTS
from craft.pattern.parts import Part
from craft.pattern.parts import part_of as piece_part
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Shape
from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.path import Path

ABOVE_THE_WAIST = 20.0
FROM_THE_ELBOW = 60.0  # above it, or below
ABOVE_THE_KNEE = 50.0
ABOVE_THE_HEM = 40.0
# How far a constructed line keeps from the point of a dart, and how far it gives way for one (mm).
CLEAR, GIVES_WAY, STEP = 10.0, 60.0, 5.0
# What must be left of a piece on either side of a line (mm).
LEAST = 15.0

Names = Mapping[int, str]
# Fit length is added where the body is shaped, style length below.
Purpose = Literal["fit", "style"]


class LengthLine(Frozen):
    """A line at which the pattern can be changed. ``printed``: the pattern has it; else it is constructed,
    and ``why`` says where. ``purpose``: what length added there is for."""

    level: str
    printed: bool
    pieces: tuple[int, ...]
    purpose: Purpose
    why: str = ""


class Constructed(NamedTuple):
    """How a line is found on a piece: its height (y, mm), None where the piece has no place for it.
    ``parts``: of pieces of these parts only; none: of all."""

    height: Callable[[Shape], float | None]
    purpose: Purpose
    why: str
    parts: tuple[Part, ...] = ()


# Levels of the body above the waist.
UPPER = ("bust", "chest")


def _upper(shape: Shape) -> bool:
    """Whether a piece reaches above the waist."""
    return any(name in shape.levels for name in UPPER)


def _above_the_waist(shape: Shape) -> float | None:
    if "waist" not in shape.levels or not _upper(shape):
        return None
    return _clear(shape, shape.levels["waist"] - ABOVE_THE_WAIST)


def _elbow(by: float) -> Callable[[Shape], float | None]:
    def height(shape: Shape) -> float | None:
        if "wrist" not in shape.levels or "waist" in shape.levels:
            return None
        underarm = next((shape.levels[name] for name in UPPER if name in shape.levels), 0.0)
        elbow = shape.levels.get("elbow", (underarm + shape.levels["wrist"]) / 2)
        return elbow + by

    return height


def _rise(shape: Shape) -> float | None:
    if "waist" not in shape.levels or "hip" not in shape.levels or _upper(shape):
        return None
    return _clear(shape, (shape.levels["waist"] + shape.levels["hip"]) / 2)


def _leg(shape: Shape) -> float | None:
    if "hip" not in shape.levels or _upper(shape):
        return None
    if "knee" in shape.levels:
        return shape.levels["knee"] - ABOVE_THE_KNEE
    return (shape.levels["hip"] + _lowest(shape)) / 2


def _hip(shape: Shape) -> float | None:
    return shape.levels["hip"] if "hip" in shape.levels and _upper(shape) else None


def _hem(shape: Shape) -> float | None:
    ends = [
        point[1] for edge in shape.edges if edge.kind == "hem"
        for point in (paths.start(edge.path), paths.end(edge.path))
    ]  # fmt: skip
    return min(ends) - ABOVE_THE_HEM if ends else None


CONSTRUCTED: dict[str, Constructed] = {
    "above the waist": Constructed(
        _above_the_waist, "fit",
        f"{length_text(ABOVE_THE_WAIST)} above the waist, clear of the points of darts",
    ),
    "above the elbow": Constructed(
        _elbow(-FROM_THE_ELBOW), "fit", f"{length_text(FROM_THE_ELBOW)} above the elbow"
    ),
    "below the elbow": Constructed(
        _elbow(FROM_THE_ELBOW), "fit", f"{length_text(FROM_THE_ELBOW)} below the elbow"
    ),
    "rise": Constructed(_rise, "fit", "midway between waist and hip"),
    "leg": Constructed(
        _leg, "fit", f"{length_text(ABOVE_THE_KNEE)} above the knee, or midway between hip and hem"
    ),
    "hip": Constructed(_hip, "style", "at the hip, so that the shaping above stays in place"),
    # A garment made longer keeps its sleeves: their hem is another one.
    "hem": Constructed(
        _hem, "style", f"{length_text(ABOVE_THE_HEM)} above the hem line", ("body", "skirt", "trousers")
    ),
    "sleeve hem": Constructed(
        _hem, "style", f"{length_text(ABOVE_THE_HEM)} above the hem of the sleeve", ("sleeve",)
    ),
}  # fmt: skip


def printed_line(shape: Shape, level: str) -> float | None:
    """How high the pattern's own line of that level lies on a piece (y, mm)."""
    for mark in shape.marks:
        if mark.kind == "length line" and mark.level == level:
            return (mark.points[0][1] + mark.points[1][1]) / 2
    return None


def heights_of(
    pattern: Pattern, shapes: dict[int, Shape], level: str, names: Names = MappingProxyType({})
) -> dict[int, float]:
    """How high the line of a level lies on every piece that has it (y, mm): printed, else constructed.
    ``names``: of pieces that are called otherwise than in the pattern, or are not in it."""
    if level.startswith(MIDDLE):
        return {n: half_way(s) for n, s in shapes.items() if level == f"{MIDDLE}{n}"}
    printed = {n: y for n, s in shapes.items() if (y := printed_line(s, level)) is not None}
    if printed or level not in CONSTRUCTED:
        return printed
    return _meeting(pattern, shapes, _owners(pattern, shapes, level, names))


def _owners(
    pattern: Pattern, shapes: dict[int, Shape], level: str, names: Names
) -> dict[int, float]:
    """The pieces that have a place for a constructed line, and where each has it by itself (y, mm)."""
    own = {
        number: y for number, shape in shapes.items()
        if (y := CONSTRUCTED[level].height(shape)) is not None
    }  # fmt: skip
    own = _of_its_parts(pattern, shapes, own, CONSTRUCTED[level].parts, names)
    there = {number: y for number, y in own.items() if _has_room(shapes[number], y)}
    # A line that runs past one of them would lengthen what is sewn to it alone.
    past = own.keys() - there.keys()
    if any(_sewn(pattern, number, there) for number in past):
        return {}
    return there


def _of_its_parts(
    pattern: Pattern, shapes: dict[int, Shape], own: dict[int, float], parts: tuple[Part, ...],
    names: Names,
) -> dict[int, float]:  # fmt: skip
    """Of the pieces that could have a line those of its parts, with what it runs on to across their seams.
    Where no name tells what a piece is, it counts to the body."""
    if not parts:
        return own
    called = {piece.number: piece.name for piece in pattern.pieces} | dict(names)
    kinds = {number: piece_part(called.get(number, "")) for number in own}
    wanted = {n for n, kind in kinds.items() if kind in parts}
    if not wanted and "body" in parts:
        wanted = {n for n, kind in kinds.items() if kind == "other"}
    waiting = list(wanted)
    while waiting:
        now = waiting.pop()
        for number, _ in across_seams(pattern, shapes, now, own[now]):
            if number in own and number not in wanted:
                wanted.add(number)
                waiting.append(number)
    return {number: y for number, y in own.items() if number in wanted}


def lines_of(
    pattern: Pattern, shapes: dict[int, Shape], names: Names = MappingProxyType({})
) -> tuple[LengthLine, ...]:
    """Every line the pattern can be changed at, its own ones first. ``names``: as for ``heights_of``."""
    printed = sorted({m.level for s in shapes.values() for m in s.marks if m.kind == "length line"})
    found = [
        LengthLine(
            level=level, printed=True, purpose=_purpose(pattern, level),
            pieces=tuple(n for n, s in shapes.items() if printed_line(s, level) is not None),
        )
        for level in printed
    ]  # fmt: skip
    for level, made in CONSTRUCTED.items():
        on = () if level in printed else tuple(_owners(pattern, shapes, level, names))
        if on and not _printed_there(shapes, level, on[0]):
            found.append(
                LengthLine(
                    level=level, printed=False, pieces=on, purpose=made.purpose, why=made.why
                )
            )
    if not found:  # pieces of which nothing is known but their outlines
        found = [
            LengthLine(
                level=f"{MIDDLE}{n}", printed=False, pieces=(n,), purpose="style",
                why="half-way down the piece, of whose levels nothing is known",
            )
            for n, shape in shapes.items() if _has_room(shape, half_way(shape))
        ]  # fmt: skip
    return tuple(found)


def half_way(shape: Shape) -> float:
    """The height half-way down a piece (y, mm)."""
    _, top, _, low = paths.control_bounds(shape.outline)
    return (top + low) / 2


def taking_height(pattern: Pattern, lines: tuple[LengthLine, ...]) -> dict[str, tuple[int, ...]]:
    """The lines a height difference is shared between, with their pieces: the pattern's own, and one that
    is constructed for each part of the body that has none."""
    found = {line.level: line.pieces for line in lines if line.printed}
    parts = {part_of(pattern, level) for level in found}
    for line in lines:
        part = part_of(pattern, line.level)
        if not line.printed and part not in parts and not line.level.startswith(MIDDLE):
            found[line.level] = line.pieces
            parts.add(part)
    return found


def _purpose(pattern: Pattern, level: str) -> Purpose:
    """A line at the hip of trousers is their rise: that is for the fit."""
    return "style" if level in ("hip", "hem") and part_of(pattern, level) == "leg" else "fit"


def _printed_there(shapes: dict[int, Shape], level: str, lead: int) -> bool:
    """Whether a line of the pattern's own lies about where one would be constructed."""
    y = CONSTRUCTED[level].height(shapes[lead]) or 0.0
    return any(
        mark.kind == "length line" and abs(mark.points[0][1] - y) < GIVES_WAY
        for mark in shapes[lead].marks
    )


def _sewn(pattern: Pattern, number: int, others: dict[int, float]) -> bool:
    """Whether a piece shares a seam with one of the others."""
    for seam in pattern.seams:
        a, b = ({ref.piece for ref in side} for side in (seam.a, seam.b))
        if (number in a and b & others.keys()) or (number in b and a & others.keys()):
            return True
    return False


def _lowest(shape: Shape) -> float:
    return max(y for curve in shape.outline for _, y in curve)


def _has_room(shape: Shape, y: float) -> bool:
    heights = [point[1] for edge in shape.edges for curve in edge.path for point in curve]
    return min(heights) + LEAST < y < max(heights) - LEAST


def _clear(shape: Shape, y: float) -> float:
    """That height, or the nearest one above it that keeps clear of the points of all darts."""
    points = [
        point[1]
        for mark in shape.marks if mark.kind in DARTS
        for point in (mark.points[1:2] if mark.kind == "dart" else mark.points[::2])
    ]  # fmt: skip
    for step in range(int(GIVES_WAY / STEP) + 1):
        at = y - step * STEP
        if all(abs(at - point) >= CLEAR for point in points):
            return at
    return y


def _meeting(pattern: Pattern, shapes: dict[int, Shape], own: dict[int, float]) -> dict[int, float]:
    """The lines of partners meet on the seam they share: the first piece decides, the others follow it
    along the seam, in which darts are closed."""
    reached: dict[int, float] = {}
    for lead in sorted(own):
        if lead in reached:
            continue
        reached[lead] = own[lead]
        waiting = [lead]
        while waiting:
            now = waiting.pop(0)
            for number, y in across_seams(pattern, shapes, now, reached[now]):
                if number in own and number not in reached:
                    reached[number] = y
                    waiting.append(number)
    return {number: reached[number] for number in shapes if number in reached}


def across_seams(
    pattern: Pattern, shapes: dict[int, Shape], number: int, y: float,
    through: Callable[[Shape, str], bool] = lambda *_: True, steep: float = 1.0,
) -> list[tuple[int, float]]:  # fmt: skip
    """Where the line of a piece comes out on its partners' papers (piece, y): along edges that run down at
    least so ``steep``. ``through``: whether it may come out through an edge of that name."""
    found = []
    for seam in pattern.seams:
        if any(ref.piece not in shapes for ref in (*seam.a, *seam.b)):
            continue
        for mine, theirs in ((seam.a, seam.b), (seam.b, seam.a)):
            for ref in mine:
                path = shapes[ref.piece].edge(ref.edge).path
                along = paths.along_at_level(path, y) if ref.piece == number else None
                if along is None or _running_down(path, along, steep) is None:
                    continue
                if not through(shapes[ref.piece], ref.edge):
                    continue
                other, on = at_share(theirs, share_of(mine, ref, along, shapes), shapes)
                out = _running_down(shapes[other.piece].edge(other.edge).path, on, steep)
                if out is not None:
                    found.append((other.piece, out))
    return found


def _running_down(path: Path, along: float, steep: float) -> float | None:
    """The height of a place on an edge (y, mm), if the edge runs down there rather than across."""
    index, t = paths.place_at(path, along)
    dx, dy = one.tangent_at(path[index], t)
    return one.point_at(path[index], t)[1] if abs(dy) > steep * abs(dx) else None
