"""The picture of a cloth that lies open: places on it are measured along from the cut end, and across
from the outer edge of the lower selvedge, as everything on cloth is."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen
from craft.measure import Finding, length_text
from craft.shape.curve import Point
from craft.sight.laid import LaidPicture
from craft.sight.picture import KnownPoint, SheetPicture

Place = Annotated[float, Field(ge=-50_000, le=50_000)]


class ClothPoint(Frozen):
    """A point of the picture (pixels) and its place on the cloth (mm)."""

    pixel: tuple[float, float]
    along: Place
    across: Place


class PhotoSeen(Frozen):
    """The picture of a cloth, and where it lies: ``box`` is the stretch of cloth it shows (along and across
    of its upper left corner, then how far it goes along, and down toward the lower selvedge; mm)."""

    width: int
    height: int
    known: tuple[ClothPoint, ...]
    box: tuple[float, float, float, float]
    findings: tuple[Finding, ...]


def sheet_points(known: tuple[ClothPoint, ...]) -> tuple[KnownPoint, ...]:
    """The known points as a sheet has them: y grows downwards there, so that nothing is mirrored."""
    return tuple(KnownPoint(pixel=each.pixel, mm=(each.along, -each.across)) for each in known)


def photo_seen(photo: SheetPicture, laid: LaidPicture) -> PhotoSeen:
    """What is known of the picture, in the cloth's own measures."""
    x, y, width, height = laid.box
    return PhotoSeen(
        width=photo.width, height=photo.height,
        known=tuple(
            ClothPoint(pixel=each.pixel, along=each.mm[0], across=-each.mm[1])
            for each in photo.known
        ),
        box=(x, -y, width, height), findings=laid.findings,
    )  # fmt: skip


def place_text(place: Point) -> str:
    """A place of the picture in words."""
    return f"{length_text(place[0])} along and {length_text(-place[1])} across"
