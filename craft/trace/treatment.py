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
    moved = {name for other in others for name in _moved_edges(mine, other)}
    if not moved:
        return Advice(
            treatment="use as it is",
            because="The lines of all sizes lie on one another, so nothing is lost by cutting it.",
        )
    if all(_only_straight_moves(mine, other) for other in others):
        names = ", ".join(edge.name for edge in mine.edges if edge.name in moved)
        far = max(_largest_shift(mine, other) for other in others)
        inside = [m for m in mine.marks if m.kind in ("dart", "double dart")]
        if not inside:
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


def _moved_edges(a: Shape, b: Shape) -> set[str]:
    names = {edge.name for edge in b.edges}
    return {
        edge.name
        for edge in a.edges
        if edge.name not in names or _shift(edge.path, b.edge(edge.name).path) > ONE_LINE
    }


def _shift(a: tuple[Curve, ...], b: tuple[Curve, ...]) -> float:
    """The largest distance between matching control points; infinite if they cannot be matched."""
    if [len(c) for c in a] != [len(c) for c in b]:
        return float("inf")
    return max(distance(p, q) for c, d in zip(a, b, strict=True) for p, q in zip(c, d, strict=True))


def _largest_shift(a: Shape, b: Shape) -> float:
    shifts = [_shift(edge.path, b.edge(edge.name).path) for edge in a.edges]
    return max(s for s in shifts if s != float("inf"))


def _only_straight_moves(a: Shape, b: Shape) -> bool:
    """Whether every edge that moved is straight in both sizes, and at least one kept its direction."""
    if [edge.name for edge in a.edges] != [edge.name for edge in b.edges]:
        return False
    kept = False
    for edge in a.edges:
        partner = b.edge(edge.name).path
        if _shift(edge.path, partner) <= ONE_LINE:
            continue
        if not (paths.is_straight(edge.path) and paths.is_straight(partner)):
            return False
        (ax, ay), (bx, by) = paths.start(edge.path), paths.end(edge.path)
        (cx, cy), (dx, dy) = paths.start(partner), paths.end(partner)
        cross = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx)
        size = distance((ax, ay), (bx, by)) * distance((cx, cy), (dx, dy))
        kept = kept or abs(cross) / size < PARALLEL
    return kept
