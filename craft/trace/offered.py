"""Useful marks the original lacks: body levels, and extra notches on long curves."""

from craft.pattern.along import at_share, share_of
from craft.pattern.marks import Mark
from craft.pattern.pattern import Seam
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.region import region, spans
from craft.shape.tolerance import SEARCHING

# A curved edge longer than this without a notch is easily stretched when it is sewn (mm).
LONG = 260.0


def offered_levels(shape: Shape) -> tuple[Mark, ...]:
    """The body levels that a shape knows of and does not show."""
    return tuple(_levels(shape))


def _levels(shape: Shape) -> list[Mark]:
    drawn = {mark.name for mark in shape.marks if mark.kind == "body level"}
    room = region(shape.outline, SEARCHING)
    found = []
    for name, y in shape.levels.items():
        across = spans(room, y)
        if across is None or f"{name[:100]} level" in drawn:
            continue
        found.append(
            Mark(
                id=f"level-{name}"[:100], kind="body level", name=f"{name[:100]} level",
                points=((across[0], y), (across[1], y)),
            )
        )  # fmt: skip
    return found


def extra_notches(seams: tuple[Seam, ...], shapes: dict[int, Shape]) -> dict[int, tuple[Mark, ...]]:
    """For each piece the extra notches of its long curved edges, with their partners: one in the middle
    of every long curved edge that has no notch near, and one of the same name where it meets the other
    side of the seam (shares of the seam, where one side is eased)."""
    found: dict[int, list[Mark]] = {number: [] for number in shapes}
    sewn: set[tuple[int, str]] = set()
    for seam in seams:
        if not all(ref.piece in shapes for ref in (*seam.a, *seam.b)):
            continue
        for mine, theirs in ((seam.a, seam.b), (seam.b, seam.a)):
            for ref in mine:
                edge = shapes[ref.piece].edge(ref.edge)
                done = (ref.piece, ref.edge) in sewn
                if done or not _wants_one(shapes[ref.piece], edge):
                    continue
                middle = paths.length(edge.path) / 2
                share = share_of(mine, ref, middle, shapes)
                other, along = at_share(theirs, share, shapes)
                name = f"extra {seam.name[:80]} notch {len(found[ref.piece]) + 1}"
                found[ref.piece].append(_notch(edge, middle, name))
                found[other.piece].append(_notch(shapes[other.piece].edge(other.edge), along, name))
                sewn |= {(ref.piece, ref.edge), (other.piece, other.edge)}
    for number, shape in shapes.items():
        for edge in shape.edges:
            if (number, edge.name) not in sewn and _wants_one(shape, edge):
                name = f"extra {edge.name[:80]} notch"
                found[number].append(_notch(edge, paths.length(edge.path) / 2, name))
    return {number: tuple(marks) for number, marks in found.items()}


def _wants_one(shape: Shape, edge: Edge) -> bool:
    """Whether an edge is long and curved and has no notch within a third of its length."""
    whole = paths.length(edge.path)
    if edge.kind not in ("seam", "finish") or whole < LONG or paths.is_straight(edge.path):
        return False
    on = [
        paths.nearest(edge.path, mark.points[0])[1]
        for mark in shape.marks
        if mark.kind == "notch" and mark.edge == edge.name
    ]
    return not any(abs(along - whole / 2) < whole / 6 for along in on)


def _notch(edge: Edge, along: float, name: str) -> Mark:
    return Mark(
        id=f"{name} on {edge.name}"[:120], kind="notch", name=name,
        points=(paths.point_along(edge.path, along),), edge=edge.name,
    )  # fmt: skip
