"""Pages in their places, and what placing them goes by."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from craft.shape.affine import Affine
from craft.shape.curve import Floats

How = Literal["one", "drawing", "lines", "nodes", "unknown"]
IDENTITY: Affine = (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)
HALF_TURN: Affine = (-1.0, 0.0, 0.0, -1.0, 0.0, 0.0)
NEAR = 0.05  # mm: the same place


@dataclass(frozen=True, slots=True)
class Placed:
    """``at``: by page, from mm of the page to mm of the sheet; ``how`` they were found. ``joint``: how far
    what two pages both show lies apart (rms, mm), ``worst``: at most; None where nothing is shown twice.
    ``loose``: pages of the pattern whose place is not known."""

    at: dict[int, Affine]
    how: How
    joint: float | None = None
    worst: float | None = None
    loose: tuple[int, ...] = ()


def to_sheet(points: Floats, at: Affine) -> Floats:
    """Points of a page (n, 2) on the sheet (mm)."""
    moved: Floats = points @ np.array(((at[0], at[2]), (at[1], at[3]))) + np.array(at[4:])
    return moved


def errors(off: Sequence[float]) -> tuple[float | None, float | None]:
    """The joint error of distances: rms and the largest (mm); None where there are none."""
    if not off:
        return None, None
    return float(np.sqrt(np.mean(np.square(off)))), float(max(off))
