"""What to do with a piece's paper, from how its size lines differ."""

from typing import Literal

from craft.frozen import Frozen
from craft.measure import length
from craft.pattern.piece import Piece, Shape
from craft.shape import path as paths
from craft.shape.curve import Curve, distance

Treatment = Literal["use as it is", "cut and fold back", "trace"]
# Lines closer together than this are one line on paper (mm).
ONE_LINE = 0.2
# Directions closer than this are parallel (sine of the angle).
PARALLEL = 0.02


class Advice(Frozen):
    """The treatment and its reason."""

    treatment: Treatment
    because: str


def advise(piece: Piece, sizes: tuple[str, ...], size: str) -> Advice:
    """Compare the piece's outlines over all sizes and say what to do for ``size``."""
    mine = piece.shapes[size]
    others = [piece.shapes[other] for other in sizes if other != size]
    moves = [_moves(mine, other) for other in others]
    moved = {name for each in moves for name in each}
    if not moved:
        return Advice(
            treatment="use as it is",
            because="The lines of all sizes lie on one another, so nothing is lost by cutting it.",
        )
    inside = [mark for mark in mine.marks if mark.kind in ("dart", "double dart")]
    pairs = zip(others, moves, strict=True)
    if not inside and all(_only_straight(mine, other, each) for other, each in pairs):
        names = ", ".join(edge.name for edge in mine.edges if edge.name in moved)
        far = max(shift for each in moves for shift in each.values())
        return Advice(
            treatment="cut and fold back",
            because=f"Only straight edges differ ({names}), by up to {length(far)}: cut the "
            f"largest size and fold back to {size}; all sizes stay obtainable.",
        )
    curved = [
        edge.name
        for edge in mine.edges
        if edge.name in moved and not paths.is_straight(edge.path) and edge.kind != "dart"
    ]
    darts = [m.name for m in mine.marks if m.kind in ("dart", "double dart")]
    reasons = []
    if curved:
        reasons.append(f"curved edges differ ({', '.join(curved)})")
    if darts:
        reasons.append(f"{' and '.join(darts)} inside")
    said = " and ".join(reasons) or "its edges turn as the sizes grow"
    return Advice(
        treatment="trace", because=f"{said[0].upper()}{said[1:]}: folding would not be exact."
    )


def _moves(a: Shape, b: Shape) -> dict[str, float]:
    """The edges of ``a`` that lie elsewhere in ``b``, with how far (mm; infinite: another shape)."""
    others = {edge.name: edge.path for edge in b.edges}
    shifts = {
        edge.name: _shift(edge.path, others[edge.name]) if edge.name in others else float("inf")
        for edge in a.edges
    }
    return {name: shift for name, shift in shifts.items() if shift > ONE_LINE}


def _shift(a: tuple[Curve, ...], b: tuple[Curve, ...]) -> float:
    """The largest distance between matching control points; infinite if they cannot be matched."""
    if a == b:
        return 0.0
    if [len(c) for c in a] != [len(c) for c in b]:
        return float("inf")
    return max(distance(p, q) for c, d in zip(a, b, strict=True) for p, q in zip(c, d, strict=True))


def _only_straight(a: Shape, b: Shape, moved: dict[str, float]) -> bool:
    """Whether every edge that moved is straight in both sizes, and at least one kept its direction."""
    if not moved:
        return True
    kept = False
    for name in moved:
        names = {edge.name for edge in b.edges}
        if name not in names:
            return False
        mine, theirs = a.edge(name).path, b.edge(name).path
        if not (paths.is_straight(mine) and paths.is_straight(theirs)):
            return False
        (ax, ay), (bx, by) = paths.start(mine), paths.end(mine)
        (cx, cy), (dx, dy) = paths.start(theirs), paths.end(theirs)
        cross = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx)
        size = distance((ax, ay), (bx, by)) * distance((cx, cy), (dx, dy))
        kept = kept or abs(cross) / size < PARALLEL
    return kept
