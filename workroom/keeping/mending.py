"""Looking over what the rows point at, and mending what can be mended without losing anything: files of
pictures come back from the copies beside the data, and rows that carry nothing are taken out."""

import os
import shutil
import sqlite3
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from pathlib import Path
from typing import NamedTuple

from workroom.keeping.archive import Archive, Broken, opened_archive
from workroom.keeping.backup import OF_A_PICTURE, newest_first
from workroom.keeping.places import DATABASE, PICTURES, elsewhere

Ask = Callable[[str], list[tuple[object, ...]]]
# Where a picture lies, and how that is called.
PLACES = (
    ("pattern", "SELECT l.storedpicture_id, p.name FROM records_storedpicture_patterns l "
     "JOIN records_storedpattern p ON p.id = l.storedpattern_id"),
    ("making", "SELECT l.storedpicture_id, m.title FROM records_storedpicture_makings l "
     "JOIN records_making m ON m.id = l.making_id"),
    ("cloth", "SELECT picture_id, name FROM records_storedcloth WHERE picture_id IS NOT NULL"),
)  # fmt: skip
# Rows that say nothing but that two things belong together: without one of them they say nothing at all.
LINKS = ("records_storedpicture_patterns", "records_storedpicture_makings")


class Looked(NamedTuple):
    """``mended``: a sentence for each kind of thing that was put right; ``lost``: what is gone for good, ""
    for nothing."""

    mended: tuple[str, ...]
    lost: str


def mended(data: Path) -> Looked:
    """Look over what belongs together, and put right what costs nobody anything."""
    with _rows(data) as ask:
        said, lost = [], []
        for look in (_links, _pictures):
            right, wrong = look(data, ask)
            said += right
            lost += wrong
    return Looked(tuple(said), " ".join(lost))


@contextmanager
def _rows(data: Path) -> Iterator[Ask]:
    """A way to ask the rows, wherever they are."""
    if elsewhere():
        os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
        import django

        django.setup()
        from django.db import connection

        def there(sql: str) -> list[tuple[object, ...]]:
            with connection.cursor() as cursor:
                cursor.execute(sql)
                return cursor.fetchall() if cursor.description else []

        yield there
        return
    path = data / DATABASE
    if not path.exists():
        yield lambda _: []
        return
    with closing(sqlite3.connect(path, timeout=30, isolation_level=None)) as rows:

        def here(sql: str) -> list[tuple[object, ...]]:
            try:
                return rows.execute(sql).fetchall()
            except sqlite3.OperationalError as error:
                if "no such" in str(error):  # a first start that was cut off, or an older shape
                    return []
                raise

        yield here


def _links(_: Path, ask: Ask) -> tuple[list[str], list[str]]:
    """Rows that point at nothing; a database server lets none come about."""
    if elsewhere():
        return [], []
    wrong = [(str(table), row) for table, row, *_ in ask("PRAGMA foreign_key_check")]
    idle = [(table, row) for table, row in wrong if table in LINKS and isinstance(row, int)]
    for table, row in idle:
        ask(f"DELETE FROM {table} WHERE rowid = {row}")
    right = [f"{_count(len(idle), 'link')} to what is gone taken out."] if idle else []
    rest = Counter(table for table, _ in set(wrong) - set(idle))
    if not rest:
        return right, []
    found = ", ".join(f"{number} in {table}" for table, number in sorted(rest.items()))
    return right, [f"Rows belong to something that is gone ({found})."]


def _pictures(data: Path, ask: Ask) -> tuple[list[str], list[str]]:
    """Pictures whose files are gone."""
    numbers = [number for (number,) in ask("SELECT id FROM records_storedpicture WHERE width > 0")]
    gone = [
        int(str(each)) for each in numbers if not (data / PICTURES / f"{each}/whole.jpg").exists()
    ]
    if not gone:
        return [], []
    shown = {
        int(str(number)): f"of the {kind} “{name}”"
        for kind, sql in PLACES
        for number, name in ask(sql)
    }
    idle = [each for each in gone if each not in shown]
    if idle:
        ask(f"DELETE FROM records_storedpicture WHERE id IN ({', '.join(map(str, idle))})")
    back = _brought_back(data, [each for each in gone if each in shown])
    right = []
    if idle:
        right.append(f"{_count(len(idle), 'picture')} without a file, shown nowhere, taken out.")
    if back:
        right.append(f"The files of {_count(len(back), 'picture')} brought back from a copy.")
    lost = [each for each in gone if each in shown and each not in back]
    if not lost:
        return right, []
    named = ", ".join(shown[each] for each in lost[:5]) + (" and others" if len(lost) > 5 else "")
    return right, [f"{_count(len(lost), 'picture')} lost: {named}."]


def _brought_back(data: Path, numbers: list[int]) -> set[int]:
    """Take files of pictures out of the copies beside the data, the newest first."""
    found: set[int] = set()
    for copy in newest_first(data):
        left = [each for each in numbers if each not in found]
        if not left:
            break
        try:
            with opened_archive(copy) as archive:
                for number in left:
                    if f"{PICTURES}/{number}/whole.jpg" in archive.files:
                        _take(archive, data, number)
                        found.add(number)
        except Broken:
            continue
    return found


def _take(archive: Archive, data: Path, number: int) -> None:
    """The files of one picture, whole or not at all."""
    half = data / f".mending-{number}"
    for name in OF_A_PICTURE:
        member = f"{PICTURES}/{number}/{name}"
        if member in archive.files:
            archive.extract(member, half / name)
    (data / PICTURES).mkdir(exist_ok=True)
    shutil.rmtree(data / PICTURES / str(number), ignore_errors=True)
    os.replace(half, data / PICTURES / str(number))


def _count(number: int, what: str) -> str:
    return f"{number} {what}" if number == 1 else f"{number} {what}s"
