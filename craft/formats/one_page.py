"""A drawing without pages, on one page that is as large as it is."""

from collections.abc import Sequence

import numpy as np

from craft.drawing import Drawing, DrawnPage, DrawnPath, DrawnText
from craft.errors import CraftError
from craft.shape.affine import Affine, move_point
from craft.shape.curve import Floats

FARTHEST = 20_000.0  # mm
MARGIN = 10.0  # mm


def on_one_page(
    paths: Sequence[DrawnPath],
    texts: Sequence[DrawnText],
    *,
    grown: float = 1.0,
    unit: float | None = None,
) -> Drawing:
    """Lines and words on one page of their own size, taken so much larger. ``unit``: how long a unit of the
    file is taken to be (mm), where it does not say. Raises CraftError for nothing, or more than any table
    holds."""
    if not paths:
        raise CraftError("Nothing is drawn in this file.", "file")
    points: Floats = np.concatenate([each.curves.reshape(-1, 2) for each in paths]) * grown
    if not np.isfinite(points).all():
        raise CraftError("This file has numbers that are none.", "file")
    (left, top), (right, low) = points.min(axis=0), points.max(axis=0)
    if max(right - left, low - top) > FARTHEST:
        raise CraftError("What is drawn in this file is larger than 20 m.", "file")
    move: Affine = (grown, 0.0, 0.0, grown, MARGIN - float(left), MARGIN - float(top))
    page = DrawnPage(float(right - left) + 2 * MARGIN, float(low - top) + 2 * MARGIN)
    return Drawing(
        pages=(page,),
        paths=tuple(
            each.moved(move)._replace(ink=each.ink._replace(
                width=each.ink.width * grown, dash=tuple(part * grown for part in each.ink.dash)
            ))
            for each in paths
        ),
        texts=tuple(
            each._replace(
                at=move_point(each.at, move), height=each.height * grown, length=each.length * grown
            )
            for each in texts
        ),
        unit=unit,
    )  # fmt: skip
