"""Where the data lies. No Django here: the data is looked over before anything else is loaded."""

import os
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
DATABASE = "workroom.sqlite3"
BESIDE = ("-wal", "-shm", "-journal")
PICTURES, COPIES = "pictures", "copies"
# What a running worker touches: where it is, there was a database.
WAS_USED = ("worker.beat", COPIES, PICTURES)


def data_folder() -> Path:
    """The folder of this machine's data."""
    return Path(os.environ.get("DOVE_TACK_DATA", ROOT / "data")).resolve()


def elsewhere() -> str:
    """The address of a database server that holds the rows, "" where a file here does."""
    return os.environ.get("DOVE_TACK_DATABASE", "")
