"""Sheets of paper under the board: where each of their pictures lies."""

import numpy as np

from craft.digitise.inputs import Outline, PaperSheet, PieceInputs
from craft.measure import Finding
from craft.shape.curve import Point
from craft.sight.laid import LaidPicture, lay_picture
from craft.sight.picture import SheetPicture
from craft.sight.plane import Pairs, Plane
from craft.sight.trust import least_trusted, trust_findings


def lay_out(sheet: PaperSheet) -> tuple[LaidPicture, ...]:
    """Every picture of a sheet, in the order they were added; the first one with known points is what
    the others are joined to."""
    return tuple(lay_picture(picture, index) for index, picture in enumerate(sheet.pictures))


def trusted(sheet: PaperSheet, pieces: tuple[PieceInputs, ...]) -> dict[int, list[Finding]]:
    """How far each piece traced from a sheet may be off at its farthest corner, by the piece's id: from the
    picture that knows it best."""
    found: dict[int, list[Finding]] = {}
    known = [(_pairs_of(picture), picture) for picture in sheet.pictures]
    for piece in pieces:
        if piece.sheet != sheet.id or not isinstance(piece.drawn, Outline):
            continue
        points = [p for line in piece.drawn.lines.values() for p in line.points if p is not None]
        if len(points) < 2:
            continue
        corners = _hull(points)
        trusts = [
            (trust, pairs) for pairs, picture in known
            if (trust := least_trusted(pairs, picture.width, picture.height, corners)) is not None
        ]  # fmt: skip
        if trusts:
            trust, pairs = min(trusts, key=lambda each: each[0].error)
            found[piece.id] = trust_findings(trust, pairs, f"piece {piece.number}")
    return found


def _pairs_of(picture: SheetPicture) -> Pairs:
    return tuple((each.pixel, each.mm) for each in picture.known)


def _hull(points: list[Point]) -> tuple[Point, ...]:
    """The outermost points each way: an error grows with the distance."""
    ways = ((1, 0), (-1, 0), (0, 1), (0, -1), (1, 1), (1, -1), (-1, 1), (-1, -1))
    return tuple(dict.fromkeys(max(points, key=lambda p: p[0] * a + p[1] * b) for a, b in ways))


def plane_of(sheet: PaperSheet) -> Plane | None:
    """The plane of the first picture whose scale is known."""
    return next((each.plane for each in lay_out(sheet) if each.plane is not None), None)


def carried(point: Point, before: Plane, after: Plane) -> Point:
    """A place (mm) that was set over a picture, after the picture was straightened otherwise."""
    x, y = after.mm(before.pixels(np.array([point])))[0]
    return (float(x), float(y))
