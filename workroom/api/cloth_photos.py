"""The picture of a cloth: taken in, its known points marked, straightened, to trace flaws over."""

from typing import Annotated, Literal

from django.http import FileResponse, HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from craft.cloth.photo import ClothPoint, PhotoSeen, photo_seen, place_text, sheet_points
from craft.frozen import Frozen
from craft.sight.laid import LaidPicture, lay_picture
from craft.sight.picture import SheetPicture
from workroom.api.answers import answer
from workroom.api.pictures import file_of, kept
from workroom.api.who import own
from workroom.records import pictures
from workroom.records.models import StoredCloth

router = Router(tags=["pictures"])
sent = Router(tags=["pictures"])


class PhotoCard(Frozen):
    """The picture of a cloth. ``seen`` None: there is none. ``whole``, ``flat`` and ``fine``: addresses, as
    it was taken and straightened, in a middle size and in full; None while its scale is unknown."""

    seen: PhotoSeen | None = None
    whole: str = ""
    flat: str | None = None
    fine: str | None = None


class KnownPoints(Frozen):
    """Points of the picture whose places on the cloth are known, in place of those before."""

    known: Annotated[tuple[ClothPoint, ...], Field(max_length=200)]


@router.get("/{cloth_id}/photo", response=PhotoCard)
def show(request: HttpRequest, cloth_id: int) -> HttpResponse:
    """The picture of a cloth and what is known in it."""
    return answer(_card(own(StoredCloth, request, cloth_id)))


@sent.post("/{cloth_id}", response=PhotoCard)
def take_in(request: HttpRequest, cloth_id: int) -> HttpResponse:
    """Take in a picture of a cloth, in place of the one before; the body is the file."""
    cloth = own(StoredCloth, request, cloth_id)
    before, row = cloth.picture_id, kept(request)
    cloth.picture = row
    cloth.photo = SheetPicture(picture=row.pk, width=row.width, height=row.height).model_dump_json()
    return _kept(cloth, before)


@router.put("/{cloth_id}/photo", response=PhotoCard)
def mark(request: HttpRequest, cloth_id: int, points: KnownPoints) -> HttpResponse:
    """Say which points of the picture are known."""
    cloth = own(StoredCloth, request, cloth_id)
    photo = _photo(cloth).model_copy(update={"known": sheet_points(points.known)})
    cloth.photo = photo.model_dump_json()
    return _kept(cloth)


@router.delete("/{cloth_id}/photo", response=PhotoCard)
def take_away(request: HttpRequest, cloth_id: int) -> HttpResponse:
    """Take the picture away; what was traced over it stays."""
    cloth = own(StoredCloth, request, cloth_id)
    before = cloth.picture_id
    cloth.picture, cloth.photo = None, ""
    return _kept(cloth, before)


@router.get("/{cloth_id}/photo/{look}")
def file(
    request: HttpRequest, cloth_id: int, look: Literal["whole", "flat", "fine"]
) -> HttpResponse | FileResponse:
    """The picture as it was taken, or straightened as its known points are now."""
    photo = _photo(own(StoredCloth, request, cloth_id))
    if look == "whole":
        return file_of(pictures.folder(photo.picture) / "whole.jpg")
    path = pictures.flat(_laid(photo), middle=look == "flat")
    if path is None:
        raise HttpError(404, "This picture has no scale yet.")
    return file_of(path)


def _kept(cloth: StoredCloth, before: int | None = None) -> HttpResponse:
    """The picture put in force; ``before``: the one it takes the place of."""
    there = StoredCloth.objects.filter(pk=cloth.pk)
    if not there.update(picture=cloth.picture, photo=cloth.photo):
        raise HttpError(404, "This cloth was taken out of the cupboard meanwhile.")
    pictures.sweep(cloth.owner_id, [before] if before is not None else [])
    return answer(_card(cloth))


def _photo(cloth: StoredCloth) -> SheetPicture:
    if cloth.picture_id is None or not cloth.photo:
        raise HttpError(404, "There is no picture of this cloth.")
    return SheetPicture.model_validate_json(cloth.photo)


def _laid(photo: SheetPicture) -> LaidPicture:
    return lay_picture(photo, place_text=place_text)


def _card(cloth: StoredCloth) -> PhotoCard:
    if cloth.picture_id is None or not cloth.photo:
        return PhotoCard()
    photo = _photo(cloth)
    laid = _laid(photo)
    at, straight = f"/api/cupboard/cloths/{cloth.pk}/photo", laid.plane is not None
    name = pictures.flat_name(laid)  # another address whenever it is straightened otherwise
    return PhotoCard(
        seen=photo_seen(photo, laid), whole=f"{at}/whole?{photo.picture}",
        flat=f"{at}/flat?{name}" if straight else None,
        fine=f"{at}/fine?{name}" if straight else None,
    )  # fmt: skip
