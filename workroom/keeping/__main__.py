"""``python -m workroom.keeping backup [FILE] | restore FILE | daily``: what ./run does with the data."""

import errno
import sqlite3
import sys
from datetime import datetime
from pathlib import Path

from workroom.keeping.archive import Broken
from workroom.keeping.backup import back_up, daily, named
from workroom.keeping.looking import fault
from workroom.keeping.places import data_folder
from workroom.keeping.restoring import restore


def main(what: str, *more: str) -> str:
    """Do it; what is said then. Raises Broken, OSError."""
    data = data_folder()
    if what == "restore":
        aside = restore(data, Path(more[0]).resolve())
        text = f"Restored {more[0]} to {data}."
        return text + (f" What was there before lies in {aside}." if aside else "")
    wrong = fault(data)
    if wrong:
        raise Broken(wrong)
    if what == "daily":
        made = daily(data)
        return f"Copied to {made}." if made else ""
    to = Path(more[0]).resolve() if more else Path.cwd() / named(datetime.now())
    if to.is_dir():
        to = to / named(datetime.now())
    back_up(data, to)
    return f"Backed up to {to} ({to.stat().st_size / 1e6:.1f} MB), and read back."


def sentence_of(error: Exception) -> str:
    """What is said of an error that has its cause outside, "" for a fault of ours."""
    if isinstance(error, Broken):
        return str(error)
    full = isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EDQUOT)
    if full or "disk is full" in str(error):
        return "There is no room left on the disk for this."
    if isinstance(error, OSError):
        return f"{error.strerror or error}{f': {error.filename}' if error.filename else ''}."
    if isinstance(error, sqlite3.Error) or type(error).__module__.startswith("django.db"):
        return f"The database says: {str(error).strip()[:200]}."
    return ""


if __name__ == "__main__":
    try:
        print(main(*sys.argv[1:]))
    except Exception as error:
        said = sentence_of(error)
        if not said:
            raise
        print(f"run: {said} Nothing was changed.", file=sys.stderr)
        sys.exit(1)
