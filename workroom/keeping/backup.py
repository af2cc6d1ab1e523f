"""A backup: the rows as they are at one moment, and the pictures, in one archive that was read back."""

import os
import sqlite3
import tempfile
import time
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path

from workroom.keeping.archive import WHAT, Archive, Broken, Writing, opened_archive
from workroom.keeping.places import COPIES, DATABASE, PICTURES, elsewhere

SUFFIX = ".dovetack-backup"
KEPT = 7  # daily copies
# What a picture is; the rest is made from it again.
OF_A_PICTURE = ("whole.jpg", "first.jpg")


def back_up(data: Path, to: Path) -> Path:
    """Write a backup, read it back, and only then give it its name; others may go on meanwhile. Raises
    OSError, Broken."""
    to.parent.mkdir(parents=True, exist_ok=True)
    half = to.with_name(f".{to.name}.{os.getpid()}.half")
    try:
        with tempfile.TemporaryDirectory(dir=to.parent, prefix=".dove-tack-") as folder:
            rows = Path(folder) / DATABASE
            copy_rows(data / DATABASE, rows)
            os.close(os.open(half, os.O_CREAT | os.O_WRONLY | os.O_EXCL, 0o600))
            facts = {"made": datetime.now(UTC).isoformat(timespec="seconds"), "rows": counted(rows)}
            archive = Writing(half, WHAT, facts)
            archive.add(DATABASE, rows)
            for picture in sorted((data / PICTURES).glob("*/")):
                for name in OF_A_PICTURE:
                    if (picture / name).exists():
                        archive.add(f"{PICTURES}/{picture.name}/{name}", picture / name)
            archive.close()
        with opened_archive(half) as written:
            written.check()
        os.replace(half, to)
    finally:
        half.unlink(missing_ok=True)
    return to


def copy_rows(database: Path, to: Path) -> None:
    """The database at one moment, as one file."""
    if elsewhere():
        from workroom.keeping.moving import rows_to_file  # needs Django

        rows_to_file(to)
        return
    with closing(sqlite3.connect(f"file:{database}?mode=rw", uri=True, timeout=30)) as source, \
            closing(sqlite3.connect(to)) as target:  # fmt: skip
        source.backup(target)
        target.execute("PRAGMA journal_mode=DELETE")


def counted(database: Path) -> dict[str, int]:
    """How many rows every table of a file has."""
    with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as connection:
        tables = connection.execute(
            "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'"
        )
        return {
            str(name): int(connection.execute(f'SELECT count(*) FROM "{name}"').fetchone()[0])
            for (name,) in tables.fetchall()
        }


def check_rows(archive: Archive, database: Path) -> None:
    """Whether a database out of an archive is whole. Raises Broken."""
    try:
        with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as connection:
            said = connection.execute("PRAGMA integrity_check(1)").fetchone()[0]
        if said == "ok" and counted(database) == archive.manifest.get("rows"):
            return
    except sqlite3.DatabaseError:
        pass
    raise Broken("The database in this archive is damaged.")


def named(day: datetime) -> str:
    """The name of a backup made then."""
    return f"dove-tack-{day:%Y-%m-%d-%H%M%S}{SUFFIX}"


def newest_first(data: Path) -> list[Path]:
    """The daily copies, by their names."""
    return sorted((data / COPIES).glob(f"*{SUFFIX}"), reverse=True)


def daily(data: Path) -> Path | None:
    """Today's copy beside the data, unless there is one; the last seven are kept."""
    today = data / COPIES / f"{time.strftime('%Y-%m-%d')}{SUFFIX}"
    if today.exists():
        return None
    back_up(data, today)
    # By when they were made, not by their names: a clock that was wrong for a day must not cost the others.
    copies = sorted((data / COPIES).glob(f"*{SUFFIX}"), key=lambda each: each.stat().st_ctime)
    for old in copies[:-KEPT]:
        old.unlink(missing_ok=True)
    return today
