"""Pictures of sheets: taken in, straightened, and shown to their owner only."""

from pathlib import Path
from typing import Annotated, Literal

from django.http import FileResponse, HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from craft.digitise.sheets import lay_out
from craft.errors import CraftError
from craft.frozen import Frozen
from workroom.api.answers import answer
from workroom.api.who import own, user_of
from workroom.records import pictures
from workroom.records.models import StoredPattern, StoredPicture
from workroom.records.patterns import inputs_of

router = Router(tags=["pictures"])
MOST_BYTES = 25_000_000
MOST_EACH = 40  # pictures that one pattern may keep


class TakenPicture(Frozen):
    """A picture that was taken in (pixels, upright)."""

    id: int
    width: int
    height: int


@router.post("/{pattern_id}", response=TakenPicture)
def take_in(request: HttpRequest, pattern_id: int) -> HttpResponse:
    """Take in a picture for a pattern; the body is the file."""
    pattern = own(StoredPattern, request, pattern_id)
    check_room(pattern)
    row = kept(request)
    row.patterns.add(pattern)
    return answer(TakenPicture(id=row.pk, width=row.width, height=row.height))


def check_room(pattern: StoredPattern, more: int = 1) -> None:
    """Raises CraftError where a pattern, or its owner, cannot keep so many more pictures."""
    if pattern.pictures.count() + more > MOST_EACH:
        raise CraftError(f"A pattern keeps {MOST_EACH} pictures at most.", "file")
    pictures.check_room(pattern.owner_id)


def kept(request: HttpRequest) -> StoredPicture:
    """The picture that was sent, read and kept for whoever sent it."""
    if len(request.body) > MOST_BYTES:
        raise CraftError("This file is larger than 25 MB; send a smaller picture.", "file")
    pictures.check_room(user_of(request).pk)
    return pictures.keep(user_of(request).pk, request.body)


@router.get("/{picture_id}/{look}")
def show(
    request: HttpRequest, picture_id: int, look: Literal["whole", "first"]
) -> HttpResponse | FileResponse:
    """A picture as it was taken, upright."""
    row = own(StoredPicture, request, picture_id)
    return file_of(pictures.folder(row.pk) / f"{look}.jpg")


@router.get("/{pattern_id}/{sheet_id}/{at}/{look}")
def flat(
    request: HttpRequest, pattern_id: int, sheet_id: int,
    at: Annotated[int, Field(ge=0)], look: Literal["flat", "middle"],
) -> HttpResponse | FileResponse:  # fmt: skip
    """A picture of a sheet straightened as its known points are now; in a middle size for panning."""
    pattern = own(StoredPattern, request, pattern_id)
    sheet = next((each for each in inputs_of(pattern).sheets if each.id == sheet_id), None)
    laid = lay_out(sheet) if sheet else ()
    if at >= len(laid):
        raise HttpError(404, "There is no such picture on this sheet.")
    own(
        StoredPicture, request, laid[at].picture
    )  # whatever a pattern says, only one's own is shown
    path = pictures.flat(laid[at], middle=look == "middle")
    if path is None:
        raise HttpError(404, "This picture has no scale yet.")
    return file_of(path)


def file_of(path: Path) -> FileResponse:
    """The file of a picture, for its owner's browser to keep."""
    try:
        response = FileResponse(path.open("rb"), content_type="image/jpeg")
    except FileNotFoundError as error:
        raise HttpError(404, "The file of this picture is gone.") from error
    response["Cache-Control"] = "private, max-age=86400"
    return response
