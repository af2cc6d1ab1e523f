"""Where the name of a piece is written when it lies on the cloth: in its roomiest spot.

Worked out on paper once for each outline; a name is written level on the screen, so its room is the chord
through the spot, along the grain or across it, whichever lies level: where the piece is as high as letters.
"""

from functools import lru_cache

from craft.frozen import Frozen
from craft.lay.result import ClothLay
from craft.pattern.piece import Role
from craft.shape.curve import Curve, Point
from craft.shape.region import chord_inside, roomiest

# Half as high as letters usually are on a fitted board, and at most (mm).
LETTERS, LARGE = 9.0, 16.0
FAR = 1e5  # further than any piece reaches (mm)


class NamePlace(Frozen):
    """``along``, ``across``: both ends of the chord through the roomiest spot, along the paper's y and x
    (mm); ``high``: half the height there is for letters (mm)."""

    along: tuple[Point, Point]
    across: tuple[Point, Point]
    high: float


Names = dict[Role, dict[str, NamePlace]]


def name_places(lays: tuple[ClothLay, ...]) -> Names:
    """The place of every item's name, by its role and key."""
    return {
        lay.role: {item.key: _place(item.cutting) for item in lay.items}
        for lay in lays
        if lay.cloth
    }


@lru_cache(maxsize=512)
def _place(cutting: tuple[Curve, ...]) -> NamePlace:
    (x, y), radius = roomiest(cutting)
    clear = min(LETTERS, radius * 0.7)
    along = chord_inside(cutting, (x, y - FAR), (x, y + FAR), clear) or ((x, y), (x, y))
    across = chord_inside(cutting, (x - FAR, y), (x + FAR, y), clear) or ((x, y), (x, y))
    return NamePlace(along=along, across=across, high=min(LARGE, round(radius * 0.7, 1)))
