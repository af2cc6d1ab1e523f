"""Writing somebody's archive."""

import csv
import io
import json
import logging
from collections.abc import Callable, Container, Iterable, Iterator
from contextlib import contextmanager
from functools import partial
from pathlib import Path
from typing import Any, TypeVar

from django.contrib.auth.models import User
from django.db import connection, models, transaction
from django.utils.text import slugify

from craft.errors import CraftError
from craft.formats.documents import read_document
from craft.sheets.pieces import out_pieces
from craft.sheets.svg import write_svg
from workroom.keeping.archive import Broken, Writing
from workroom.records import derived, pictures
from workroom.records.belongings import READ_ME, WHAT
from workroom.records.belongings.contents import cloth_of, making_of, pattern_of
from workroom.records.belongings.shapes import PersonIn
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
Row = TypeVar("Row", bound=models.Model)


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
    people = _sound_people(user, put)
    put.json("people.json", people)
    known = {each["id"] for each in people}
    cloths = [
        cloth.document
        for cloth in StoredCloth.objects.filter(owner=user)
        if put.row(f"cloths/{cloth.pk}.json", cloth, _cloth, cloth_of)
    ]
    whole = {
        pattern.pk
        for pattern in StoredPattern.objects.filter(owner=user)
        if put.row(f"patterns/{pattern.pk}.json", pattern, _pattern, pattern_of)
    }
    groups = Group.objects.filter(owner=user, pattern__in=whole)
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
        if not put.row(
            f"{folder}/making.json",
            making,
            partial(_making, known),
            partial(_whole_making, making, whole),
        ):
            continue
        for name, svg in _pieces(making):
            archive.write(f"{folder}/{name}.svg", svg.encode())
    _lists(put, user, people, [json.loads(each) for each in cloths])
    archive.close()


def _lists(
    put: "_Putting", user: User, people: list[dict[str, Any]], cloths: list[dict[str, Any]]
) -> None:
    """The lists, for a spreadsheet."""
    shown = ("title", "pattern__name", "person", "size", "cloths", "box", "envelope", "filed")
    register = Making.objects.filter(owner=user).order_by("id").values_list(*shown)
    put.csv("register.csv", [name.removesuffix("__name") for name in shown], register)
    put.csv(
        "cloths.csv", ("name", "fibre", "width mm", "owned mm"),
        ([each.get(name) for name in ("name", "fibre", "width", "owned")] for each in cloths),
    )  # fmt: skip
    measured = [
        (person["name"], sitting["day"], name, mm)
        for person in people
        for sitting in person["sittings"]
        for name, mm in sitting["measurements"].items()
    ]
    put.csv("people.csv", ("name", "day", "measurement", "mm"), measured)


class _Putting:
    def __init__(self, archive: Writing) -> None:
        self.archive = archive

    def json(self, name: str, what: Any) -> None:
        self.archive.write(name, json.dumps(what, ensure_ascii=False, indent=1).encode())

    def row(
        self,
        name: str,
        row: Row,
        document: Callable[[Row], Any],
        read: Callable[[str, Any], object],
    ) -> bool:
        """What is stored of something, where it can be read back. What is damaged must not keep the rest
        from going out: it goes into a folder of its own, which is not read, as it is stored."""
        try:
            what = document(row)
            read(name, what)
        except (ValueError, Broken) as error:
            log.warning("%s goes out as damaged: %s", name, str(error)[:400])
            self.json(f"damaged/{name}", {"why": str(error)[:400], "stored": _stored(row)})
            return False
        self.json(name, what)
        return True

    def csv(self, name: str, head: Iterable[str], rows: Iterable[Iterable[Any]]) -> None:
        out = io.StringIO()
        writer = csv.writer(out)
        writer.writerow(head)
        writer.writerows([_plain(each) for each in row] for row in rows)
        self.archive.write(name, ("\ufeff" + out.getvalue()).encode())


def _stored(row: Row) -> dict[str, Any]:
    """The columns of a row and of its journal, whatever they hold."""
    entries = getattr(row, "entries", None)
    found: dict[str, Any] = {key: str(value) for key, value in vars(row).items() if key[:1] != "_"}
    if entries is not None:
        found["journal"] = [[each.number, each.what, each.inputs] for each in entries.all()]
    return found


def _whole_making(row: Making, patterns: Container[int], name: str, raw: Any) -> None:
    """Raises ValueError or Broken where it could not be read in again."""
    making_of(name, raw)
    if row.pattern_id not in patterns:
        raise Broken("Its pattern is damaged.")
    derived.made(row.edition.document, derived.current(row))


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


def _sound_people(user: User, put: _Putting) -> list[dict[str, Any]]:
    found = []
    for each in _people(user):
        try:
            found.append(read_document(PersonIn, each).model_dump(mode="json"))
        except CraftError as error:
            put.json(f"damaged/people/{each['id']}.json", {"why": error.sentence, "stored": each})
    return found


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


def _making(people: Container[int], row: Making) -> dict[str, Any]:
    return {
        "title": row.title,
        "pattern": row.pattern_id,
        "edition": row.edition_id,
        "group": row.group_id,
        "whom": row.whom_id if row.whom_id in people else None,
        "pointer": row.pointer,
        "pictures": list(StoredPicture.objects.filter(makings=row).values_list("pk", flat=True)),
        "journal": _steps(row.entries.all()),
    }


def _pieces(row: Making) -> Iterable[tuple[str, str]]:
    """Its pieces as they are now; one that cannot be drawn does not keep the rest from being saved."""
    try:
        made = derived.made(row.edition.document, derived.current(row))
        for piece in out_pieces(made.traced, made.fitted, None):
            yield f"{piece.number}-{slugify(piece.name)[:40] or 'piece'}", write_svg(piece, "cm")
    except Exception:
        log.exception("the pieces of making %s cannot be drawn", row.pk)
