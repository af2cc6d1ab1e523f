"""Drawn papers: files in the data folder, named by what they show, kept for a while."""

import hashlib
import os
import time
from contextlib import suppress
from pathlib import Path

from django.conf import settings

KEPT = 6 * 3600.0  # s since it was last asked for
MOST = 200


def folder() -> Path:
    """Where they lie."""
    return Path(settings.DATA) / "papers"


def key_of(owner: int, *documents: str) -> str:
    """The name of what these documents come to, for one person."""
    sha = hashlib.sha256(str(owner).encode())
    for each in documents:
        sha.update(b"\0" + each.encode())
    return sha.hexdigest()


def keep_paper(name: str, data: bytes) -> None:
    """Written whole or not at all."""
    folder().mkdir(exist_ok=True)
    half = folder() / f"{name}.{os.getpid()}.half"
    half.write_bytes(data)
    os.replace(half, folder() / name)


def kept_paper(name: str) -> Path | None:
    """The file, where it is drawn already."""
    path = folder() / name
    with suppress(OSError):
        os.utime(path)
        return path
    return None


def sweep_papers() -> None:
    """Let go of what nobody asked for in a while, and of more than so many."""
    now = time.time()
    with suppress(FileNotFoundError):
        files = sorted(folder().iterdir(), key=_used, reverse=True)
        for number, each in enumerate(files):
            if number >= MOST or abs(now - _used(each)) > KEPT:
                each.unlink(missing_ok=True)


def _used(path: Path) -> float:
    try:
        return path.stat().st_mtime
    except OSError:
        return 0.0
