"""The way back: an archive is read in full beside the data first; only what is whole takes its place, and
what was there is put aside, not thrown away."""

import fcntl
import os
import shutil
import sqlite3
import tempfile
import time
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

from workroom.keeping.archive import Broken, opened_archive
from workroom.keeping.backup import check_rows
from workroom.keeping.looking import MADE, known
from workroom.keeping.migrating import migrated
from workroom.keeping.places import BESIDE, DATABASE, PICTURES, elsewhere

IN_USE = "Dove Tack is running on this data. Stop it first, then restore."


def restore(data: Path, archive: Path) -> Path | None:
    """Put what an archive holds in the place of the data; where the data went that was there before. Raises
    Broken (nothing was changed), OSError."""
    data.mkdir(parents=True, exist_ok=True)
    with alone(data), tempfile.TemporaryDirectory(dir=data, prefix=".restoring-") as folder:
        staged = Path(folder)
        with opened_archive(archive) as opened:
            for name in opened.files:
                if name != DATABASE and not _a_picture(name):
                    raise Broken("This archive has a file in it that does not belong there.")
                opened.extract(name, staged / name)
            check_rows(opened, staged / DATABASE)
        _bring_up_to_date(staged)
        aside = data / time.strftime("replaced-%Y-%m-%d-%H%M%S")
        _put_aside(data, aside)
        (staged / PICTURES).mkdir(exist_ok=True)
        if elsewhere():
            from workroom.keeping.moving import rows_from_file  # needs Django

            rows_from_file(staged / DATABASE)
        else:
            os.replace(staged / DATABASE, data / DATABASE)
        os.replace(staged / PICTURES, data / PICTURES)
    return aside if aside.exists() else None


@contextmanager
def alone(data: Path) -> Iterator[None]:
    """While nobody serves this data. Raises Broken."""
    with (data / "serving.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as error:
            raise Broken(IN_USE) from error
        yield


def _a_picture(name: str) -> bool:
    parts = name.split("/")
    return (
        len(parts) == 3
        and parts[0] == PICTURES
        and parts[1].isdigit()
        and parts[2].endswith(".jpg")
    )


def _bring_up_to_date(staged: Path) -> None:
    """Let an older backup follow the steps made since. Raises Broken."""
    with closing(sqlite3.connect(staged / DATABASE)) as connection:
        if not connection.execute(
            "SELECT 1 FROM sqlite_master WHERE name = 'records_making'"
        ).fetchone():
            raise Broken("There is no workroom in this archive.")
        made = {str(name) for (name,) in connection.execute(MADE)}
        if made - known():
            raise Broken("This backup was made by a newer Dove Tack than this. Restore it there.")
    migrated(staged)


def _put_aside(data: Path, aside: Path) -> None:
    names = [DATABASE, *(DATABASE + each for each in BESIDE), PICTURES]
    there = [name for name in names if (data / name).exists()]
    if not there:
        return
    aside.mkdir()
    for name in there:
        shutil.move(data / name, aside / name)
