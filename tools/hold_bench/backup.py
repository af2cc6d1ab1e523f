"""Five hundred makings with pictures backed up while others are answered, and restored: ``./bench
backup``."""

import os
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
from contextlib import closing
from pathlib import Path

from tools.hold_bench.making import laid_file
from tools.hold_bench.visitor import Visitor, share
from tools.served import ROOT, launched
from tools.verdict import met
from workroom.keeping.backup import copy_rows
from workroom.keeping.places import DATABASE

MAKINGS, PICTURES = 500, 100
FILL = """
import os
from django.contrib.auth.models import User
from workroom.records import makings, pictures
from workroom.records.models import Making, StoredPicture
user = User.objects.get()
first = Making.objects.get()
inputs = makings.derived.parsed_inputs(makings.derived.current(first))
state = makings.state_of(first.edition.document, inputs)
for number in range({makings} - 1):
    made = makings.begin_with(user.pk, f"Waistcoat {{number}}", first.edition, (state, state, state))
for number in range({pictures}):
    row = StoredPicture.objects.create(owner=user, width=3000, height=2000)
    folder = pictures.folder(row.pk)
    folder.mkdir(parents=True)
    (folder / "whole.jpg").write_bytes(os.urandom(2_500_000))
    (folder / "first.jpg").write_bytes(os.urandom(150_000))
    row.makings.add(made)
"""


def bench_backup() -> None:
    """Fill a workroom, back it up beside somebody at work, restore it elsewhere and compare."""
    with launched(demo=False) as made, tempfile.TemporaryDirectory() as folder:
        one = Visitor(made.address, "Orla")
        one.join(laid_file())
        fill = FILL.format(makings=MAKINGS, pictures=PICTURES)
        run(made.env, "manage.py", "shell", "-v0", "-c", fill)
        over = threading.Event()

        def work() -> None:
            while not over.is_set():
                one.read("lay")
                one.rename(f"at {time.monotonic():.2f}")
                time.sleep(0.05)

        worker = threading.Thread(target=work)
        worker.start()
        time.sleep(1)
        one.times.clear()
        archive = Path(folder) / "backup"
        there = Path(folder) / "there"
        elsewhere = {**made.env, "DOVE_TACK_DATA": str(there)}
        took = keeping(made.env, "backup", archive)
        over.set()
        worker.join()
        size = archive.stat().st_size / 1e6
        print(
            f"{'backup, read back':<38} {took:8.2f} s   < 10  {met('backup', took < 10)}   {size:.0f} MB"
        )
        for kind in ("read", "edit"):
            slow = share(one.times[kind], 1.0)
            print(
                f"{'  meanwhile, the slowest ' + kind:<38} {slow:8.3f} s   of {len(one.times[kind])}"
            )
        print(f"{'restore':<38} {keeping(elsewhere, 'restore', archive):8.2f} s")
        # Nobody works any more: both are held against each other, what was done since included.
        keeping(made.env, "backup", archive)
        keeping(elsewhere, "restore", archive)
        copy_rows(made.data / DATABASE, Path(folder) / DATABASE)
        same = dump(Path(folder) / DATABASE) == dump(there / DATABASE)
        print(
            f"{'restored copy, row by row':<38} {'equal' if same else 'OTHER'}  {met('rows equal', same)}"
        )


def dump(database: Path) -> list[str]:
    """Every row."""
    with closing(sqlite3.connect(database)) as connection:
        return sorted(connection.iterdump())


def keeping(env: dict[str, str], what: str, archive: Path) -> float:
    """Back up or restore; how long that took (s)."""
    begun = time.monotonic()
    run(env, "-m", "workroom.keeping", what, str(archive))
    return time.monotonic() - begun


def run(env: dict[str, str], *what: str) -> None:
    """A command of the workroom."""
    env = {**os.environ, **env}
    subprocess.run(
        [sys.executable, *what], cwd=ROOT, env=env, check=True, stdout=subprocess.DEVNULL
    )
