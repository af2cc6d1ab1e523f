"""A database file brought up to date by a process of its own, whatever database this one uses."""

import os
import sqlite3
import subprocess
import sys
from contextlib import closing
from pathlib import Path

from workroom.keeping.archive import Broken
from workroom.keeping.places import DATABASE, ROOT


def migrated(folder: Path) -> None:
    """Make the tables of the file in a folder as they are now; all of it is in that one file then. Raises
    Broken."""
    env = {key: value for key, value in os.environ.items() if key != "DOVE_TACK_DATABASE"}
    migrate = ["manage.py", "migrate", "--verbosity", "0", "--skip-checks"]
    done = subprocess.run(
        [sys.executable, *migrate], cwd=ROOT, check=False,
        env={**env, "DOVE_TACK_DATA": str(folder), "DJANGO_SETTINGS_MODULE": "workroom.settings"},
        capture_output=True,
    )  # fmt: skip
    if done.returncode:
        raise Broken("The rows in this backup cannot be brought up to date.")
    with closing(sqlite3.connect(folder / DATABASE)) as connection:
        connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        connection.execute("PRAGMA journal_mode=DELETE")
