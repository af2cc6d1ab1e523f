"""The picture of a cloth: taken in, its known points marked, straightened, to trace flaws over."""

from typing import Annotated, Literal

from django.db import transaction
from django.http import FileResponse, HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from craft.cloth.photo import ClothPoint, PhotoSeen, photo_seen, place_text, sheet_points
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.sight.laid import LaidPicture, lay_picture
from craft.sight.picture import SheetPicture
from workroom.api.answers import answer
from workroom.api.pictures import file_of, kept
from workroom.api.who import locked, own
from workroom.records import pictures
from workroom.records.journal import Moved
from workroom.records.merging import merged_list
from workroom.records.models import StoredCloth, StoredPicture

router = Router(tags=["pictures"])
sent = Router(tags=["pictures"])


class PhotoCard(Frozen):
    """The picture of a cloth. ``seen`` None: there is none; ``picture``: its number, 0 then. ``whole``,
    ``flat`` and ``fine``: addresses, as it was taken and straightened, in a middle size and in full; None
    while its scale is unknown."""

    seen: PhotoSeen | None = None
    picture: int = 0
    whole: str = ""
    flat: str | None = None
    fine: str | None = None


Number = Annotated[int, Field(ge=0, le=1_000_000_000)]
MOST_KNOWN = 200
ANOTHER = "In another window another picture was put there, or it was taken away. It is shown now."


class KnownPoints(Frozen):
    """Points of the picture whose places on the cloth are known; ``seen``: those the sender saw, only what
    differs from them is changed; ``picture``: which picture they were seen in."""

    known: Annotated[tuple[ClothPoint, ...], Field(max_length=200)]
    seen: Annotated[tuple[ClothPoint, ...], Field(max_length=200)]
    picture: Number


@router.get("/{cloth_id}/photo", response=PhotoCard)
def show(request: HttpRequest, cloth_id: int) -> HttpResponse:
    """The picture of a cloth and what is known in it."""
    return answer(_card(own(StoredCloth, request, cloth_id)))


@sent.post("/{cloth_id}", response=PhotoCard)
def take_in(request: HttpRequest, cloth_id: int, seen: Number = 0) -> HttpResponse:
    """Take in a picture of a cloth, in place of the one ``seen`` (0: none); the body is the file."""
    own(StoredCloth, request, cloth_id)
    row = kept(request)
    made = SheetPicture(picture=row.pk, width=row.width, height=row.height)
    try:
        return _put(request, cloth_id, seen, row, made.model_dump_json())
    except BaseException:
        pictures.let_go([row.pk])
        raise


@router.put("/{cloth_id}/photo", response=PhotoCard)
def mark(request: HttpRequest, cloth_id: int, points: KnownPoints) -> HttpResponse:
    """Say which points of the picture are known."""
    with transaction.atomic():
        cloth = locked(own(StoredCloth, request, cloth_id))
        photo = _photo(cloth)
        if photo.picture != points.picture:
            raise Moved(ANOTHER)
        known = merged_list(sheet_points(points.seen), sheet_points(points.known), photo.known)
        if len(known) > MOST_KNOWN:
            raise CraftError(f"A picture takes {MOST_KNOWN} known points at most.", "known")
        cloth.photo = photo.model_copy(update={"known": tuple(known)}).model_dump_json()
        cloth.save(update_fields=["photo"])
    return answer(_card(cloth))


@router.delete("/{cloth_id}/photo", response=PhotoCard)
def take_away(request: HttpRequest, cloth_id: int, seen: Number) -> HttpResponse:
    """Take the picture ``seen`` away; what was traced over it stays."""
    return _put(request, cloth_id, seen, None, "")


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


def _put(
    request: HttpRequest, cloth_id: int, seen: int, picture: StoredPicture | None, photo: str
) -> HttpResponse:
    """A picture, or none, in place of the one that was ``seen``. Raises Moved where there is another."""
    with transaction.atomic():
        cloth = locked(own(StoredCloth, request, cloth_id))
        before = cloth.picture_id or 0
        if before != seen:
            raise Moved(ANOTHER)
        cloth.picture, cloth.photo = picture, photo
        cloth.save(update_fields=["picture", "photo"])
    pictures.sweep(cloth.owner_id, [before])
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
        seen=photo_seen(photo, laid), picture=photo.picture, whole=f"{at}/whole?{photo.picture}",
        flat=f"{at}/flat?{name}" if straight else None,
        fine=f"{at}/fine?{name}" if straight else None,
    )  # fmt: skip
