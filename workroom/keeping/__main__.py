"""``python -m workroom.keeping backup [FILE] | restore FILE | daily``: what ./run does with the data."""

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
        said = f"Restored {more[0]} to {data}."
        return said + (f" What was there before lies in {aside}." if aside else "")
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


if __name__ == "__main__":
    try:
        print(main(*sys.argv[1:]))
    except Broken as error:
        print(f"run: {error} Nothing was changed.", file=sys.stderr)
        sys.exit(1)
    except OSError as error:
        print(f"run: {error.strerror or error}: {error.filename or ''}. Nothing was changed.",
              file=sys.stderr)  # fmt: skip
        sys.exit(1)
