"""Limits that are warned about: shaping that is eaten up, a dart that comes too near to a seam.

Source of the rule: what lies between two levels of the body is its shaping; a strip taken out of it takes
the shaping along. A dart needs room before the next seam, or its point is caught in it.
"""

from itertools import pairwise

from craft.fit.draft import Draft
from craft.measure import Finding, Where, length_text
from craft.pattern.marks import DARTS, Mark
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.curve import Point

# A strip of more than this of the distance between two levels eats up what is shaped there.
SHARE = 0.3
# A dart's point nearer to a seam than this is caught in it (mm).
ROOM = 8.0


def eaten_up(draft: Draft, lines: dict[int, float], level: str, amount: float) -> list[Finding]:
    """Pieces on which shortening at a line takes much of what lies between two levels of the body."""
    if amount >= 0:
        return []
    found: dict[tuple[str, str], tuple[int, float]] = {}
    for number, y in lines.items():
        heights = sorted(draft.shapes[number].levels.items(), key=lambda each: each[1])
        for (upper, top), (lower, low) in pairwise(heights):
            if top <= y <= low and -amount > SHARE * (low - top):
                found.setdefault((upper, lower), (number, low - top))
    return [
        Finding(
            weight="doubt",
            what=f"{draft.who(number)}: {length_text(-amount)} of the {length_text(far)} between {upper} "
            f"and {lower} are taken out.",
            because="The shaping between them is eaten up: the curve of the side grows steep.",
            mend="Take some of it out at another line, or choose another size for the length.",
            where=Where(piece=str(number), edge=level),
        )
        for (upper, lower), (number, far) in found.items()
    ]


def crowded(draft: Draft, changed: set[int]) -> list[Finding]:
    """Darts whose points come too near to a seam of a changed piece."""
    found = []
    for number in sorted(changed & draft.shapes.keys()):
        shape = draft.shapes[number]
        for mark in shape.marks:
            near = _nearest(shape, mark) if mark.kind in DARTS else None
            if near is not None and near[0] < ROOM:
                gap, edge = near
                found.append(
                    Finding(
                        weight="doubt",
                        what=f"{draft.who(number)}: the {mark.name} ends {length_text(gap)} from the "
                        f"{edge}.",
                        because="Its point would be caught in that seam, or show beside it.",
                        mend="Make the dart shorter, or move the seam.",
                        where=Where(piece=str(number), edge=edge, mark=mark.name),
                    )
                )
    return found


def _nearest(shape: Shape, mark: Mark) -> tuple[float, str] | None:
    """How near a dart's points come to an edge that is not its own, and to which."""
    points: tuple[Point, ...] = mark.points[1:2] if mark.kind == "dart" else mark.points[::2]
    own = _own(shape, mark)
    gaps = [
        (paths.nearest_place(edge.path, point)[0], edge.name)
        for edge in shape.edges if edge.name not in own and edge.kind in ("seam", "finish")
        for point in points
    ]  # fmt: skip
    return min(gaps, default=None)


def _own(shape: Shape, mark: Mark) -> set[str]:
    """The edges a dart opens in: its cap and the seam on both sides of it."""
    for at, edge in enumerate(shape.edges):
        if mark.kind == "dart" and edge.name == mark.edge:
            beside = shape.edges[at - 1], shape.edges[(at + 1) % len(shape.edges)]
            return {edge.name, *(each.name for each in beside if edge.kind == "dart")}
    return set()
