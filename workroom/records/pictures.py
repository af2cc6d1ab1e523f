"""Pictures, kept as files beside the database; each belongs to patterns it lies under, or to a cloth."""

import hashlib
import shutil
from collections.abc import Iterable
from datetime import timedelta
from pathlib import Path

from django.conf import settings
from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from craft.errors import CraftError
from craft.sight.laid import LaidPicture
from workroom.reading.pictures import flatten_picture, read_picture
from workroom.records.models import StoredPicture

# A picture that belongs nowhere is on its way for so long.
ON_ITS_WAY = timedelta(days=1)
# Pictures that one person may keep, and what they may take (bytes).
MOST, MOST_BYTES = 400, 2_000_000_000
LOOSE = {"patterns": None, "storedcloth": None, "makings": None}


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


def check_room(owner_id: int) -> None:
    """Raises CraftError where no more pictures of somebody's are kept."""
    mine = StoredPicture.objects.filter(owner_id=owner_id)
    if mine.count() >= MOST:
        raise CraftError(
            f"{MOST} pictures are kept already; take away a pattern or picture you need no more.",
            "file",
        )
    if sum(map(_bytes_of, mine.values_list("pk", flat=True))) >= MOST_BYTES:
        raise CraftError(
            f"The pictures kept take {MOST_BYTES / 1e9:g} GB already; take away a pattern or picture you "
            "need no more.", "file",
        )  # fmt: skip


def _bytes_of(picture_id: int) -> int:
    try:
        return (folder(picture_id) / "whole.jpg").stat().st_size
    except OSError:
        return 0


def let_go(picture_ids: Iterable[int]) -> None:
    """Take pictures away that lie nowhere, the rows first: a file without a row harms nobody."""
    for pk in picture_ids:
        with transaction.atomic():
            # Looked at once more where nobody else writes: it may have been put somewhere since.
            gone, _ = StoredPicture.objects.filter(pk=pk, **LOOSE).delete()
        if gone:
            shutil.rmtree(folder(pk), ignore_errors=True)


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


def sweep(owner_id: int, of: Iterable[int] = ()) -> None:
    """Let go of pictures that lie under no pattern and show no cloth or scrap any more: those that were
    just taken away (``of``), and what was never put anywhere for a day. A picture that was read a moment
    ago is on its way to where it belongs, in a request or an archive that is being read."""
    old = Q(made__lt=timezone.now() - ON_ITS_WAY)
    rows = StoredPicture.objects.filter(old | Q(pk__in=list(of)), owner_id=owner_id)
    let_go(list(rows.filter(**LOOSE).values_list("pk", flat=True)))


def sweep_all() -> None:
    """The same for everybody, once in a while."""
    old = StoredPicture.objects.filter(made__lt=timezone.now() - ON_ITS_WAY, **LOOSE)
    for owner_id in set(old.values_list("owner_id", flat=True)):
        sweep(owner_id)
