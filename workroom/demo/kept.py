"""What of the demo takes seconds to work out, kept in files: putting the demo back waits for nothing.

Each file bears the checksum of all the code that made it: after a change it is worked out anew.
"""

import hashlib
import os
from collections.abc import Callable
from functools import cache
from pathlib import Path

from django.conf import settings

ROOT = Path(__file__).resolve().parents[2]
MADE_BY = ("craft", "workroom/demo", "workroom/records")


@cache
def checksum() -> str:
    """The checksum of the code that the demo is made by."""
    seen = hashlib.sha256()
    for folder in MADE_BY:
        for path in sorted((ROOT / folder).rglob("*")):
            if path.suffix in (".py", ".json"):
                seen.update(path.read_bytes())
    return seen.hexdigest()[:16]


def folder() -> Path:
    """Where the files are: beside the data, or where DOVE_TACK_DEMO_FILES says."""
    return Path(os.environ.get("DOVE_TACK_DEMO_FILES") or Path(settings.DATA) / "demo")


def kept(name: str, make: Callable[[], bytes]) -> bytes:
    """The bytes kept under a name such as "sheet.jpg"; made, and older ones let go, if there are none."""
    stem, suffix = name.split(".")
    path = folder() / f"{stem}-{checksum()}.{suffix}"
    if path.exists():
        return path.read_bytes()
    made = make()
    folder().mkdir(parents=True, exist_ok=True)
    half = path.with_suffix(f".{os.getpid()}")
    half.write_bytes(made)
    half.replace(path)
    for old in folder().glob(f"{stem}-*.{suffix}"):
        if old != path:
            old.unlink(missing_ok=True)
    return made
