"""Looking the data over: ``python -m workroom.keeping.looking [--full]`` says in one sentence what is wrong
and what to do, and ends with 1; before a start quickly, on demand in full."""

import os
import sqlite3
import sys
import tempfile
from pathlib import Path

from workroom.keeping.archive import Broken, opened_archive
from workroom.keeping.places import (
    COPIES,
    DATABASE,
    PICTURES,
    ROOT,
    WAS_USED,
    data_folder,
    elsewhere,
)

MADE = "SELECT name FROM django_migrations WHERE app = 'records'"


def fault(data: Path, *, full: bool = False) -> str:
    """What is wrong with the data, in a sentence with what to do; "" for nothing."""
    return (
        _folder(data)
        or ("" if elsewhere() else _database(data, full=full))
        or (_pictures(data) if full and not elsewhere() else "")
    )


def _folder(data: Path) -> str:
    try:
        data.mkdir(parents=True, exist_ok=True)
        with tempfile.NamedTemporaryFile(dir=data) as probe:
            probe.write(b"x")
            probe.flush()
            os.fsync(probe.fileno())
    except OSError as error:
        why = error.strerror or str(error)
        return (
            f"nothing can be written to {data} ({why}). Give this user the right to write there, make "
            "room on the disk, or name another folder with --data."
        )
    return ""


def _database(data: Path, *, full: bool) -> str:
    path = data / DATABASE
    if not path.exists():
        if any((data / each).exists() for each in WAS_USED):
            return f"{path} is gone, though there was one. {_way_back(data)}"
        return ""
    if path.stat().st_size == 0:
        return f"{path} is empty. {_way_back(data)}"
    try:
        connection = sqlite3.connect(f"file:{path}?mode=rw", uri=True, timeout=10)
        try:
            check = "integrity_check(1)" if full else "quick_check(1)"
            said = connection.execute(f"PRAGMA {check}").fetchone()[0]
            if said != "ok":
                return f"{path} is damaged ({str(said).strip()[:120]}). {_way_back(data)}"
            if full and connection.execute("PRAGMA foreign_key_check").fetchone():
                return f"{path} has rows that point at nothing. {_way_back(data)}"
            made = _made(connection)
        finally:
            connection.close()
    except sqlite3.OperationalError as error:
        if "locked" in str(error):
            return f"{path} is held by another program for too long. Stop that, then start again."
        if "readonly" in str(error) or "unable to open" in str(error):
            return f"{path} cannot be written to. Give this user the right to write to it."
        return f"{path} cannot be read ({error}). {_way_back(data)}"
    except sqlite3.DatabaseError as error:
        return f"{path} is damaged ({error}). {_way_back(data)}"
    newer = sorted(made - known())
    if newer:
        return (
            f"{path} was last used with a newer Dove Tack than this ({newer[-1]}). Start that one, or "
            "restore a copy from before: ./run restore FILE"
        )
    return ""


def _made(connection: sqlite3.Connection) -> set[str]:
    try:
        return {str(name) for (name,) in connection.execute(MADE)}
    except sqlite3.OperationalError as error:
        if "no such table" in str(error):  # a first start that was cut off
            return set()
        raise


def known() -> set[str]:
    """The steps of the database's making that this program knows."""
    folder = ROOT / "workroom" / "records" / "migrations"
    return {each.stem for each in folder.glob("[0-9]*.py")}


def _pictures(data: Path) -> str:
    path = data / DATABASE
    if not path.exists():
        return ""
    connection = sqlite3.connect(f"file:{path}?mode=ro", uri=True)
    try:
        rows = connection.execute("SELECT id FROM records_storedpicture WHERE width > 0").fetchall()
    except sqlite3.OperationalError:
        rows = []
    finally:
        connection.close()
    gone = [number for (number,) in rows if not (data / PICTURES / f"{number}/whole.jpg").exists()]
    if gone:
        return (
            f"the files of {len(gone)} pictures are gone (the first: {gone[0]}). {_way_back(data)}"
        )
    return ""


def _way_back(data: Path) -> str:
    """How to get back what there was: the newest copy that is sound."""
    for each in newest_first(data):
        try:
            with opened_archive(each):
                return f"Restore the newest copy that is sound: ./run restore {each}"
        except Broken:
            continue
    return (
        "Restore a backup: ./run restore FILE. There is no copy beside the data; only if nothing is to "
        f"be kept, move {data} away and start anew."
    )


def newest_first(data: Path) -> list[Path]:
    """The daily copies."""
    return sorted((data / COPIES).glob("*.dovetack-backup"), reverse=True)


if __name__ == "__main__":
    said = fault(data_folder(), full="--full" in sys.argv)
    if said:
        print(f"run: {said}", file=sys.stderr)
        sys.exit(1)
    if "--full" in sys.argv:
        print(f"{data_folder()} is sound.")
