"""Pictures, kept as files beside the database; each belongs to patterns it lies under, or to a cloth."""

import hashlib
import shutil
from pathlib import Path

from django.conf import settings

from craft.sight.laid import LaidPicture
from workroom.jobs.pictures import flatten_picture, read_picture
from workroom.records.models import StoredPicture


def folder(picture_id: int) -> Path:
    """Where the files of a picture lie."""
    return Path(settings.DATA) / "pictures" / str(picture_id)


def keep(owner_id: int, data: bytes) -> StoredPicture:
    """Read a picture and keep it. Raises CraftError: what is wrong with it."""
    row = StoredPicture.objects.create(owner_id=owner_id)
    try:
        read = read_picture(data, folder(row.pk))
    except BaseException:
        row.delete()
        shutil.rmtree(folder(row.pk), ignore_errors=True)
        raise
    row.width, row.height = read.width, read.height
    row.save(update_fields=["width", "height"])
    return row


def flat_name(laid: LaidPicture) -> str:
    """The name of a straightened picture: another one whenever it is straightened otherwise."""
    return "flat-" + hashlib.sha256(laid.model_dump_json().encode()).hexdigest()[:16]


def flat(laid: LaidPicture, *, middle: bool) -> Path | None:
    """The file of a straightened picture, made if it is not there; None while its scale is unknown."""
    if laid.plane is None:
        return None
    name = flat_name(laid)
    path = folder(laid.picture) / (f"{name}-middle.jpg" if middle else f"{name}.jpg")
    if not path.exists():
        flatten_picture(folder(laid.picture), name, laid.plane, laid.box)
        for old in folder(laid.picture).glob("flat-*.jpg"):
            if not old.name.startswith(name):
                old.unlink(missing_ok=True)
    return path


def sweep(owner_id: int) -> None:
    """Let go of the pictures that lie under no pattern and show no cloth or scrap any more."""
    # One without a size is being read just now.
    left = StoredPicture.objects.filter(
        owner_id=owner_id, patterns=None, storedcloth=None, makings=None
    )
    for row in left.exclude(width=0):
        shutil.rmtree(folder(row.pk), ignore_errors=True)
        row.delete()
