"""Where the name of a piece is written when it lies on the cloth: in its roomiest spot.

Worked out on paper once for each outline; a name is written level on the screen, so its room is the chord
through the spot, along the grain or across it, whichever lies level.
"""

from functools import lru_cache

from craft.frozen import Frozen
from craft.lay.role_lay import RoleLay
from craft.pattern.piece import Role
from craft.shape.curve import Curve, Point, distance
from craft.shape.region import chord, roomiest


class NamePlace(Frozen):
    """``at``: the spot on paper (mm); ``along``, ``across``: the shorter half of the chord through it, the
    paper's y and x (mm); ``high``: half the height that is free round it (mm)."""

    at: Point
    along: float
    across: float
    high: float


Names = dict[Role, dict[str, NamePlace]]


def name_places(lays: tuple[RoleLay, ...]) -> Names:
    """The place of every item's name, by its role and key."""
    return {
        lay.role: {item.key: _place(item.cutting) for item in lay.items}
        for lay in lays
        if lay.cloth
    }


@lru_cache(maxsize=512)
def _place(cutting: tuple[Curve, ...]) -> NamePlace:
    at, radius = roomiest(cutting)
    x, y = at
    far = 1e5
    along = chord(cutting, (x, y - far), (x, y + far), (at, at))
    across = chord(cutting, (x - far, y), (x + far, y), (at, at))
    return NamePlace(at=at, along=_half(along, at), across=_half(across, at), high=radius)


def _half(ends: tuple[Point, Point] | None, at: Point) -> float:
    return min(distance(at, end) for end in ends) if ends else 0.0
