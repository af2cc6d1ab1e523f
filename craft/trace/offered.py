"""Useful marks the original lacks: body levels, and extra notches on long curves."""

from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.region import region, spans
from craft.shape.tolerance import SEARCHING

# A curved edge longer than this without a notch is easily stretched when it is sewn (mm).
LONG = 260.0


def offered_marks(shape: Shape, wanted: tuple[str, ...]) -> tuple[Mark, ...]:
    """The marks to add to a shape, of the sorts that are wanted."""
    found: list[Mark] = []
    if "body levels" in wanted:
        found += _levels(shape)
    if "extra notches" in wanted:
        found += _notches(shape)
    return tuple(found)


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


def _notches(shape: Shape) -> list[Mark]:
    """One in the middle of every long curved edge that has no notch within a third of its length."""
    found = []
    for edge in shape.edges:
        whole = paths.length(edge.path)
        if edge.kind not in ("seam", "finish") or whole < LONG or paths.is_straight(edge.path):
            continue
        on = [
            paths.nearest(edge.path, mark.points[0])[1]
            for mark in shape.marks
            if mark.kind == "notch" and mark.edge == edge.name
        ]
        if any(abs(along - whole / 2) < whole / 6 for along in on):
            continue
        found.append(
            Mark(
                id=f"extra-{edge.name}"[:60], kind="notch", name=f"extra {edge.name} notch",
                points=(paths.point_along(edge.path, whole / 2),), edge=edge.name,
            )
        )  # fmt: skip
    return found
