"""Waking the worker: whoever hands in or stops a job rings, and the worker need not look at the table
again and again. A pipe with a name in the data folder; nobody waits for it, and nothing is lost when it is
not heard, since the worker looks now and then by itself."""

import os
from contextlib import suppress
from pathlib import Path

from django.conf import settings


def _path() -> Path:
    return Path(settings.DATA) / "bell"


def ring() -> None:
    """Say that there is something to do."""
    with suppress(OSError):  # no worker on this machine, or its pipe is full: it will look anyway
        bell = os.open(_path(), os.O_WRONLY | os.O_NONBLOCK)
        try:
            os.write(bell, b".")
        finally:
            os.close(bell)


class WakeUp:
    """The worker's end of it."""

    def __init__(self) -> None:
        with suppress(FileExistsError):
            os.mkfifo(_path(), 0o600)
        self.file = os.open(_path(), os.O_RDWR | os.O_NONBLOCK)

    def fileno(self) -> int:
        """For waiting on it."""
        return self.file

    def heard(self) -> None:
        """Take in every ring so far."""
        with suppress(BlockingIOError):
            while os.read(self.file, 4096):
                pass
