"""A picture under the board, and the points in it whose places are known."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen
from craft.shape.curve import Point


class KnownPoint(Frozen):
    """A point of a picture (pixels of its full size) whose place on what it shows is known (mm)."""

    pixel: tuple[float, float]
    mm: Point


# Where a picture is stored, and how many pixels one of its sides has.
PictureId = Annotated[int, Field(ge=1, le=1_000_000_000)]
Pixels = Annotated[int, Field(ge=1, le=100_000)]


class SheetPicture(Frozen):
    """A picture under the board. ``picture``: where it is stored. ``shared``: points that lie on an earlier
    picture of the sheet too, there in mm."""

    picture: PictureId
    width: Pixels
    height: Pixels
    known: Annotated[tuple[KnownPoint, ...], Field(max_length=200)] = ()
    shared: Annotated[tuple[KnownPoint, ...], Field(max_length=40)] = ()
