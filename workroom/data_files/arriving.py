"""What somebody sends piece by piece: put together in the data folder, one thing of each account at a time,
bounded, and let go of when nothing more comes."""

import os
import shutil
import time
from contextlib import suppress
from pathlib import Path

from django.conf import settings

from craft.errors import CraftError

MOST_BYTES = 2_500_000_000  # of an archive
KEPT = 24 * 3600.0  # s since the last piece came
ROOM = 1_000_000_000  # bytes that stay free on the disk for everybody's work


def folder() -> Path:
    """Where it lies."""
    return Path(settings.DATA) / "arriving"


def arriving(owner: int) -> Path:
    """Where what somebody sends is put together."""
    return folder() / str(owner)


def take_in(owner: int, at: int, data: bytes) -> None:
    """Add a piece that begins at that byte; the one at 0 begins anew. Raises CraftError."""
    path = arriving(owner)
    folder().mkdir(exist_ok=True)
    if at + len(data) > MOST_BYTES:
        path.unlink(missing_ok=True)
        raise CraftError(
            f"An archive has {MOST_BYTES / 1e9:g} GB at most; this one is larger.", "file"
        )
    if shutil.disk_usage(folder()).free - len(data) < ROOM:
        path.unlink(missing_ok=True)
        raise CraftError(
            "There is not enough room for this archive on the disk of the workroom.", "file"
        )
    with path.open("r+b" if at and path.exists() else "wb") as file:
        file.seek(0, os.SEEK_END)
        if file.tell() != at:
            raise CraftError("A piece of this archive was lost on the way. Send it again.", "file")
        file.write(data)


def unfinished(owner: int) -> tuple[int, float]:
    """How much of something lies there (bytes), and until when it does (s since 1970)."""
    with suppress(OSError):
        seen = arriving(owner).stat()
        return seen.st_size, seen.st_mtime + KEPT
    return 0, 0.0


def let_go(owner: int) -> None:
    """Throw away what was sent so far."""
    arriving(owner).unlink(missing_ok=True)


def sweep_arriving(read: set[int]) -> None:
    """Let go of what nothing more came of for a day. ``read``: whose is being read just now."""
    now = time.time()
    with suppress(FileNotFoundError):
        for each in folder().iterdir():
            if each.name.isdigit() and int(each.name) in read:
                continue
            with suppress(OSError):
                if abs(now - each.stat().st_mtime) > KEPT:
                    each.unlink()
