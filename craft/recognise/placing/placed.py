"""Pages in their places, and what placing them goes by."""

from dataclasses import dataclass
from typing import Literal

from craft.shape.affine import Affine

How = Literal["one", "drawing", "lines", "nodes", "unknown"]
HALF_TURN: Affine = (-1.0, 0.0, 0.0, -1.0, 0.0, 0.0)
NEAR = 0.05  # mm: the same place
LOOP = 0.15  # mm: how far a page may be off when it is reached another way
STRIPS = (6.0, 18.0)  # mm: what neighbours both show, about
LEAST_STEP = 0.55  # of a page: neighbours overlap in a strip, not in half of it
GOING_ON = 0.9  # of the lines cut off where another page begins go on in it, or the pages lie wrong
MOST_OF = 0.6  # of the pages must have a place, or what was found may be chance


@dataclass(frozen=True, slots=True)
class Placed:
    """``at``: by page, from mm of the page to mm of the sheet; ``how`` they were found. ``worst``: how far
    what two pages both show lies apart at most (mm); None where nothing is shown twice.
    ``loose``: pages of the pattern whose place is not known; ``put``: those that lie where somebody put
    them, since nothing on them says it better."""

    at: dict[int, Affine]
    how: How
    worst: float | None = None
    loose: tuple[int, ...] = ()
    put: tuple[int, ...] = ()
