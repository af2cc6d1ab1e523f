"""Where a piece lies on the cloth.

Cloth coordinates: x along the length from the squared cut end, y across, from the fold (folded
cloth) or the lower selvedge (single layer); y points away from the person at the table. Pattern
paper has y downwards, so a piece laid face up with its top towards the cut end has
(x, y) on the cloth = (y, x) on paper.
"""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen
from craft.lay.items import LayItem
from craft.shape.affine import Affine, rotation, then, translation
from craft.shape.region import Region, moved, region
from craft.shape.tolerance import MEASURING

_ONTO_CLOTH: Affine = (0.0, 1.0, 1.0, 0.0, 0.0, 0.0)
_TURNED_OVER: Affine = (-1.0, 0.0, 0.0, 1.0, 0.0, 0.0)


# A lay of many large pieces is longer than any of them (mm).
OnCloth = Annotated[float, Field(ge=-200_000, le=200_000)]


class Placement(Frozen):
    """``x``, ``y``: the lower left corner of the laid piece's bounding box (mm on the cloth).

    ``turn``: degrees anticlockwise from lying with its top towards the cut end; ``over``: turned
    over about the grain, printed face down.
    """

    item: Annotated[str, Field(min_length=1, max_length=20)]
    x: OnCloth
    y: OnCloth
    turn: Annotated[float, Field(ge=-360, le=360)] = 0.0
    over: bool = False


# A placement with its move from paper and its region on the cloth.
Laid = tuple[Placement, Affine, Region]


def turning(turn: float, over: bool) -> Affine:
    """Paper to cloth without the shift to its place."""
    flat = then(_TURNED_OVER, _ONTO_CLOTH) if over else _ONTO_CLOTH
    return then(flat, rotation(turn))


def matrix(paper: Region, placement: Placement) -> Affine:
    """Paper to cloth: ``paper`` is the item's cutting region on paper."""
    turned = turning(placement.turn, placement.over)
    x0, y0, _, _ = moved(paper, turned).bounds
    return then(turned, translation(placement.x - x0, placement.y - y0))


def paper_region(item: LayItem) -> Region:
    """The item's cutting region on paper, flattened for measuring."""
    return region(item.cutting, MEASURING)
