"""Writing somebody's archive."""

import csv
import io
import json
import logging
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from django.contrib.auth.models import User
from django.db import connection, transaction
from django.utils.text import slugify

from craft.making import drawn
from craft.sheets.pieces import out_pieces
from craft.sheets.svg import write_svg
from workroom.keeping.archive import Writing
from workroom.records import derived, pictures
from workroom.records.belongings import READ_ME, WHAT
from workroom.records.models import (
    Entry,
    Group,
    Making,
    PatternEntry,
    Person,
    Preferences,
    StoredCloth,
    StoredPattern,
    StoredPicture,
)

log = logging.getLogger(__name__)


def write_belongings(user: User, path: Path, told: Callable[[float], None]) -> None:
    """Write the archive, of one moment whatever is changed meanwhile; ``told`` hears how much is done
    (0 to 1)."""
    with _one_moment():
        _write(user, path, told)


@contextmanager
def _one_moment() -> Iterator[None]:
    """Everything read within is as it was at the first look. Nobody is kept from writing."""
    if connection.in_atomic_block:
        yield
    elif connection.vendor == "sqlite":
        with connection.cursor() as cursor:
            cursor.execute("BEGIN DEFERRED")  # atomic() would take the write lock
            try:
                yield
            finally:
                cursor.execute("ROLLBACK")
    else:
        with transaction.atomic():
            with connection.cursor() as cursor:
                cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY")
            yield


def _write(user: User, path: Path, told: Callable[[float], None]) -> None:
    archive = Writing(path, WHAT, {"name": user.username})
    put = _Putting(archive)
    archive.write("read me.txt", READ_ME.encode())
    likes = Preferences.objects.filter(owner=user).first()
    if likes:
        put.json("preferences.json", {"unit": likes.unit, "theme": likes.theme, "kit": likes.kit})
    put.json("people.json", _people(user))
    for cloth in StoredCloth.objects.filter(owner=user):
        put.json(f"cloths/{cloth.pk}.json", _cloth(cloth))
    for pattern in StoredPattern.objects.filter(owner=user):
        put.json(f"patterns/{pattern.pk}.json", _pattern(pattern))
    groups = Group.objects.filter(owner=user)
    put.json("groups.json", [{"id": g.pk, "name": g.name, "pattern": g.pattern_id} for g in groups])
    for row in StoredPicture.objects.filter(owner=user, width__gt=0):
        file = pictures.folder(row.pk) / "whole.jpg"
        if file.exists():
            archive.add(f"pictures/{row.pk}.jpg", file)
    makings = Making.objects.filter(owner=user).order_by("id")
    number = makings.count()
    for done, making in enumerate(makings.iterator()):
        told(done / number)
        folder = f"makings/{making.pk}-{slugify(making.title)[:60] or 'making'}"
        put.json(f"{folder}/making.json", _making(making))
        for name, svg in _pieces(making):
            archive.write(f"{folder}/{name}.svg", svg.encode())
    _lists(put, user)
    archive.close()


def _lists(put: "_Putting", user: User) -> None:
    """The lists, for a spreadsheet."""
    shown = ("title", "pattern__name", "person", "size", "cloths", "box", "envelope", "filed")
    register = Making.objects.filter(owner=user).order_by("id").values_list(*shown)
    put.csv("register.csv", [name.removesuffix("__name") for name in shown], register)
    documents = StoredCloth.objects.filter(owner=user).values_list("document", flat=True)
    cloths = [json.loads(each) for each in documents]
    put.csv(
        "cloths.csv", ("name", "fibre", "width mm", "owned mm"),
        ([each.get(name) for name in ("name", "fibre", "width", "owned")] for each in cloths),
    )  # fmt: skip
    measured = [
        (person["name"], sitting["day"], name, mm)
        for person in _people(user)
        for sitting in person["sittings"]
        for name, mm in sitting["measurements"].items()
    ]
    put.csv("people.csv", ("name", "day", "measurement", "mm"), measured)


class _Putting:
    def __init__(self, archive: Writing) -> None:
        self.archive = archive

    def json(self, name: str, what: Any) -> None:
        self.archive.write(name, json.dumps(what, ensure_ascii=False, indent=1).encode())

    def csv(self, name: str, head: Iterable[str], rows: Iterable[Iterable[Any]]) -> None:
        out = io.StringIO()
        writer = csv.writer(out)
        writer.writerow(head)
        writer.writerows([_plain(each) for each in row] for row in rows)
        self.archive.write(name, ("\ufeff" + out.getvalue()).encode())


def _plain(value: Any) -> Any:
    """What a spreadsheet would take for a formula is text."""
    if isinstance(value, str) and value[:1] in ("=", "+", "-", "@", "\t", "\r"):
        return "'" + value
    return value


def _people(user: User) -> list[dict[str, Any]]:
    return [
        {
            "id": person.pk,
            "name": person.name,
            "adjustments": person.adjustments,
            "sittings": [
                {"day": each.day.isoformat(), "measurements": each.measurements}
                for each in person.sittings.all()
            ],
        }
        for person in Person.objects.filter(owner=user).prefetch_related("sittings")
    ]


def _cloth(row: StoredCloth) -> dict[str, Any]:
    return {
        "cloth": json.loads(row.document),
        "picture": row.picture_id,
        "photo": json.loads(row.photo) if row.photo else None,
    }


def _steps(entries: Iterable[Entry | PatternEntry]) -> list[dict[str, Any]]:
    return [
        {
            "number": each.number, "what": each.what, "when": each.when.isoformat(),
            "edition": each.edition_id, "inputs": json.loads(each.inputs),
        }
        for each in entries
    ]  # fmt: skip


def _pattern(row: StoredPattern) -> dict[str, Any]:
    return {
        "id": row.pk,
        "name": row.name,
        "pointer": row.pointer,
        "pictures": list(row.pictures.values_list("pk", flat=True)),
        "editions": [
            {"id": each.pk, "made": each.made.isoformat(), "pattern": json.loads(each.document)}
            for each in row.editions.all()
        ],
        "journal": _steps(row.entries.all()),
    }


def _making(row: Making) -> dict[str, Any]:
    return {
        "title": row.title,
        "pattern": row.pattern_id,
        "edition": row.edition_id,
        "group": row.group_id,
        "whom": row.whom_id,
        "pointer": row.pointer,
        "pictures": list(StoredPicture.objects.filter(makings=row).values_list("pk", flat=True)),
        "journal": _steps(row.entries.all()),
    }


def _pieces(row: Making) -> Iterable[tuple[str, str]]:
    """Its pieces as they are now; one that cannot be drawn does not keep the rest from being saved."""
    try:
        inputs = derived.parsed_inputs(derived.current(row))
        paper = drawn(derived.pattern_of(row.edition), inputs)
        for piece in out_pieces(paper.traced, paper.fitted, None):
            yield f"{piece.number}-{slugify(piece.name)[:40] or 'piece'}", write_svg(piece, "cm")
    except Exception:
        log.exception("the pieces of making %s cannot be drawn", row.pk)
