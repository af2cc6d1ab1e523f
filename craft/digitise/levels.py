"""The body's levels of what is entered: one line on one piece says them for all sizes and all partners.

Source of the rule: bust, waist and hip lie level on every piece that reaches over them, and meet on the
seams partners share. A level line is a mark; in another size it lies where the line it ends on has moved
to, and stays level; along a seam it comes out on the piece that is sewn there.
"""

from craft.digitise.inputs import MarkInputs, Outline, PatternInputs, PieceInputs
from craft.digitise.sizes import base_points, points_in
from craft.fit.length.lines import across_seams
from craft.pattern.check_shape import in_body_order
from craft.pattern.parts import Place, place_of
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Piece, Shape
from craft.shape import path as paths
from craft.shape.curve import Point, distance

# Levels nearer to each other than this on one piece would be one (mm).
APART = 5.0
# A level line leans by no more than this and still is level (mm).
LEANS = 1.0
MOST_LEVELS = 8
# A level line this near to the height of a point of the outline was drawn at that point (mm).
AT_A_POINT = 5.0
# A side that runs down no steeper than this tells no height.
LEADS = 0.2
# No level of the body runs out through these.
NOT_THROUGH: tuple[Place, ...] = ("armhole", "cap", "neck", "shoulder", "hem", "waist")


def wanted_levels(inputs: PatternInputs) -> tuple[str, ...]:
    """The levels at which a size of its own may hold, in the order of the size table; a length has none."""
    return tuple(
        dict.fromkeys(row.level for row in inputs.rows if row.level and row.level != "length")
    )


def known_levels(pattern: Pattern | None) -> tuple[str, ...]:
    """The levels that some piece knows, from the top."""
    found: dict[str, float] = {}
    for piece in pattern.pieces if pattern else ():
        for shape in list(piece.shapes.values())[:1]:
            found = {**shape.levels, **found}
    return tuple(sorted(found, key=lambda name: found[name]))


def level_named(mark: MarkInputs) -> str:
    """The level a body level line draws; "" while it does not say."""
    if mark.kind != "body level":
        return ""
    name = (mark.level or mark.name).strip().lower().removesuffix("level").strip()
    return "" if name == "body" else name[:60]


def levels_drawn(
    piece: PieceInputs, places: dict[str, tuple[Point, ...]], said: dict[str, float]
) -> dict[str, float]:
    """The levels of a piece in a size (y, mm): those its level lines draw there (``places``: where its
    marks lie), and what was ``said`` in numbers, which goes before."""
    found = dict(said)
    for mark in piece.marks:
        name, points = level_named(mark), places.get(mark.id, ())
        if name and name not in found and len(points) == 2 and len(found) < MOST_LEVELS:
            found[name] = (points[0][1] + points[1][1]) / 2
    return found


def is_level(points: tuple[Point, ...]) -> bool:
    """Whether a line of two ends lies level."""
    return len(points) == 2 and abs(points[0][1] - points[1][1]) <= LEANS


def carried_level(points: tuple[Point, ...], outline: Outline, size: str) -> tuple[Point, ...]:
    """A level line in another size: each end goes along with the stretch of the line it ends on, and both
    to one height: that of points at it, where the shape was graded, before an end in the midst of a
    stretch, which tells no more than a share of its length."""
    base, there = base_points(outline), points_in(outline, size)
    moved = [_with_the_line(point, base, there) for point in points]
    height = sum(y for _, y in points) / len(points)
    # Points that were set at this height show where it was graded to.
    shifts = [
        after[1] - before[1] for before, after in zip(base, there, strict=True)
        if abs(before[1] - height) <= AT_A_POINT
    ]  # fmt: skip
    y = height + sum(shifts) / len(shifts) if shifts else sum(y for _, y in moved) / len(moved)
    return tuple((x, y) for x, _ in moved)


def _with_the_line(point: Point, base: tuple[Point, ...], there: tuple[Point, ...]) -> Point:
    count = len(base)
    best: tuple[float, int, float] | None = None
    for k in range(count):
        (ax, ay), (bx, by) = base[k], base[(k + 1) % count]
        size = (bx - ax) ** 2 + (by - ay) ** 2
        t = ((point[0] - ax) * (bx - ax) + (point[1] - ay) * (by - ay)) / size if size else 0.0
        t = max(0.0, min(1.0, t))
        gap = distance(point, (ax + (bx - ax) * t, ay + (by - ay) * t))
        if best is None or gap < best[0] - 1e-9:
            best = (gap, k, t)
    assert best is not None
    _, k, t = best
    j = (k + 1) % count
    dx = (there[k][0] - base[k][0]) * (1 - t) + (there[j][0] - base[j][0]) * t
    dy = (there[k][1] - base[k][1]) * (1 - t) + (there[j][1] - base[j][1]) * t
    return point[0] + dx, point[1] + dy


def led_to_partners(pattern: Pattern) -> Pattern:
    """The pattern with every level led on along the seams to partners that do not have it, in all sizes or
    in none."""
    known = {
        piece.number: {size: dict(shape.levels) for size, shape in piece.shapes.items()}
        for piece in pattern.pieces
    }
    if not pattern.seams or not any(any(each.values()) for each in known.values()):
        return pattern
    for size in pattern.table.sizes:
        shapes = {p.number: p.shapes[size] for p in pattern.pieces if size in p.shapes}
        waiting = [(n, name, y) for n, shape in shapes.items() for name, y in shape.levels.items()]
        while waiting:
            number, name, y = waiting.pop(0)
            for other, out in across_seams(pattern, shapes, number, y, _may_lead, LEADS):
                own = known[other][size]
                if name not in own and _has_room(shapes[other], own, name, out):
                    own[name] = out
                    waiting.append((other, name, out))
    return pattern.model_copy(
        update={"pieces": tuple(_with_levels(p, known[p.number]) for p in pattern.pieces)}
    )


def _may_lead(shape: Shape, edge: str) -> bool:
    return place_of(edge, [each.name for each in shape.edges]) not in NOT_THROUGH


def _has_room(shape: Shape, own: dict[str, float], name: str, y: float) -> bool:
    """Whether a level may lie there: on the piece, apart from the others, and in the body's order."""
    _, top, _, low = paths.control_bounds(shape.outline)
    inside = top - APART <= y <= low + APART
    apart = all(abs(y - each) >= APART for each in own.values())
    return inside and len(own) < MOST_LEVELS and apart and in_body_order({**own, name: y})


def _with_levels(piece: Piece, by_size: dict[str, dict[str, float]]) -> Piece:
    """The piece with the levels that are known in every size, in one order."""
    names = set.intersection(*(set(own) for own in by_size.values())) if by_size else set()
    orders = {tuple(sorted(names, key=lambda name: own[name])) for own in by_size.values()}
    first = next(iter(piece.shapes.values()), None)
    if first is None or names == set(first.levels) or len(orders) != 1:
        return piece
    (order,) = orders
    shapes = {
        size: shape.model_copy(update={"levels": {name: by_size[size][name] for name in order}})
        for size, shape in piece.shapes.items()
    }
    return piece.model_copy(update={"shapes": shapes})
