"""Writing somebody's archive."""

import json
import logging
from collections.abc import Callable, Container, Iterable, Iterator
from contextlib import contextmanager
from functools import partial
from pathlib import Path
from typing import Any

from django.contrib.auth.models import User
from django.db import connection, transaction
from django.db.models import QuerySet
from django.utils.text import slugify

from craft.errors import CraftError
from craft.formats.documents import read_document
from craft.formats.svg_writer import write_svg_drawing
from craft.saving.of_pieces import making_drawing
from craft.sheets.pieces import pieces_for_paper
from workroom.keeping.archive import Broken, Writing
from workroom.records import derived, pictures
from workroom.records.belongings import READ_ME, WHAT
from workroom.records.belongings.contents import cloth_of, head_of
from workroom.records.belongings.putting import Listed, Putting
from workroom.records.belongings.shapes import MakingIn, PatternIn, PersonIn
from workroom.records.models import (
    Group,
    Making,
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
    put = Putting(archive)
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
        if put.row(f"patterns/{pattern.pk}.json", pattern, _pattern, _pattern_of, _lists_of)
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
        member = f"{folder}/making.json"
        read = partial(_whole_making, making, whole)
        if not put.row(member, making, partial(_making, known), read, _lists_of):
            continue
        for name, svg in _pieces(making):
            archive.write(f"{folder}/{name}.svg", svg.encode())
    _lists(put, user, people, [json.loads(each) for each in cloths])
    archive.close()


def _lists(
    put: Putting, user: User, people: list[dict[str, Any]], cloths: list[dict[str, Any]]
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


def _pattern_of(name: str, raw: Any) -> None:
    head_of(PatternIn, raw, name)


def _whole_making(row: Making, patterns: Container[int], name: str, raw: Any) -> None:
    """Raises ValueError or Broken where it could not be read in again."""
    head_of(MakingIn, raw, name)
    if row.pattern_id not in patterns:
        raise Broken("Its pattern is damaged.")
    derived.made(row.edition.document, derived.current(row))


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


def _sound_people(user: User, put: Putting) -> list[dict[str, Any]]:
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


def _lists_of(row: StoredPattern | Making) -> Iterator[Listed]:
    """Its editions and the steps of its journal, one by one, with their lengths."""
    if isinstance(row, StoredPattern):
        for each in row.editions.iterator(20):
            entry = {
                "id": each.pk,
                "made": each.made.isoformat(),
                "pattern": json.loads(each.document),
            }
            yield "editions", entry, len(each.document)
    entries: QuerySet[Any] = row.entries.all()
    for step in entries.iterator(50):
        entry = {
            "number": step.number, "what": step.what, "when": step.when.isoformat(),
            "edition": step.edition_id, "inputs": json.loads(step.inputs),
        }  # fmt: skip
        yield "journal", entry, len(step.inputs)


def _pattern(row: StoredPattern) -> dict[str, Any]:
    return {
        "id": row.pk,
        "name": row.name,
        "pointer": row.pointer,
        "pictures": list(row.pictures.values_list("pk", flat=True)),
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
    }


def _pieces(row: Making) -> Iterable[tuple[str, str]]:
    """Its pieces as they are now; one that cannot be drawn does not keep the rest from being saved."""
    try:
        made = derived.made(row.edition.document, derived.current(row))
        size = made.picked.sizes_said
        for piece in pieces_for_paper(made.traced, made.fitted):
            drawing = making_drawing(made.traced, made.fitted, size, "cm", (piece.number,))
            name = f"{piece.number}-{slugify(piece.name)[:40] or 'piece'}"
            yield name, write_svg_drawing(drawing, f"{piece.number} {piece.name}").decode()
    except Exception:
        log.exception("the pieces of making %s cannot be drawn", row.pk)
