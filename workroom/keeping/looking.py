"""Looking the data over: ``python -m workroom.keeping.looking [--full]`` says in one sentence what is wrong
and what to do, and ends with 1; before a start quickly, on demand in full."""

import os
import sqlite3
import sys
import tempfile
from pathlib import Path

from workroom.keeping.archive import Broken, opened_archive
from workroom.keeping.backup import newest_first
from workroom.keeping.mending import mended
from workroom.keeping.places import (
    COPIES,
    DATABASE,
    ROOT,
    WAS_USED,
    data_folder,
    elsewhere,
)

MADE = "SELECT name FROM django_migrations WHERE app = 'records'"


def fault(data: Path, *, full: bool = False) -> str:
    """What is wrong with the data, in a sentence with what to do; "" for nothing. ``full``: in every page
    of the database; what its rows point at is looked over by ``looked_over``."""
    return _folder(data) or ("" if elsewhere() else _database(data, full=full))


def looked_over(data: Path) -> tuple[tuple[str, ...], str]:
    """All of it in full, and what can be mended without losing anything mended: a sentence for each such
    thing, and what is wrong still, in a sentence with what to do."""
    wrong = fault(data, full=True)
    if wrong:
        return (), wrong
    done, lost = mended(data)
    return done, f"{lost} {_older(data)}" if lost else ""


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


def _older(data: Path) -> str:
    """What is said where everything else is sound: a copy would take away what was made since."""
    return (
        "Everything else is sound, and nothing needs to be restored: a copy from before has none of what "
        f"was made since. Where an older backup than those in {data / COPIES} has what is missing, restore "
        "it into another folder: ./run restore FILE --data FOLDER"
    )


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


if __name__ == "__main__":
    full = "--full" in sys.argv
    done, said = looked_over(data_folder()) if full else ((), fault(data_folder()))
    for each in done:
        print(f"Mended: {each}")
    if said:
        print(f"run: {said}", file=sys.stderr)
        sys.exit(1)
    if full:
        print(f"{data_folder()} is sound.")
