"""Sheets of paper under the board: where each of their pictures lies."""

import numpy as np

from craft.digitise.inputs import PaperSheet
from craft.shape.curve import Point
from craft.sight.laid import LaidPicture, lay_picture
from craft.sight.plane import Plane


def lay_out(sheet: PaperSheet) -> tuple[LaidPicture, ...]:
    """Every picture of a sheet, in the order they were added; the first one with known points is what
    the others are joined to."""
    return tuple(lay_picture(picture, index) for index, picture in enumerate(sheet.pictures))


def plane_of(sheet: PaperSheet) -> Plane | None:
    """The plane of the first picture whose scale is known."""
    return next((each.plane for each in lay_out(sheet) if each.plane is not None), None)


def carried(point: Point, before: Plane, after: Plane) -> Point:
    """A place that was set over a picture, after the picture was straightened otherwise."""
    x, y = after.mm(before.pixels(np.array([point])))[0]
    return (float(x), float(y))
