"""Patterns, people and cloths: what stands ready for any making."""

import json
from typing import Literal, get_args

from django.contrib.auth.models import User
from django.db.models import Count, F, ProtectedError
from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.cloth.cloth import ClothChoices
from craft.errors import CraftError
from craft.formats.bundle import write_pattern
from craft.frozen import Frozen
from craft.keep import Drawing
from craft.pick.measuring import HOW, HowTo
from craft.trace.ways import Tool
from workroom.api.answers import PAGE, Gone, Start, answer
from workroom.api.cloths import ClothCard, cloth_card
from workroom.api.damaged import DamagedRow, cards
from workroom.api.files import download, slug
from workroom.api.people import PersonCard, kit_of, person_card
from workroom.api.who import own, user_of
from workroom.reading.file_reader import read_foreign
from workroom.records.cards import read_shelf_card
from workroom.records.derived import parsed_pattern
from workroom.records.models import Edition, PatternEntry, Person, StoredCloth, StoredPattern
from workroom.records.patterns import newest, store
from workroom.records.pictures import sweep

router = Router(tags=["cupboard"])
RAW = {kind: f"/api/cupboard/{kind}/{{}}/raw" for kind in ("patterns", "people", "cloths")}


class PatternCard(Frozen):
    """A pattern on the shelf. ``usable``: something can be begun from it; ``waiting``: pieces entered that
    are not in it yet."""

    id: int
    name: str
    garment: str
    source: str
    sizes: tuple[str, ...]
    pieces: int
    makings: int
    drawing: Drawing
    usable: bool
    waiting: int


class Named(Frozen):
    """Something to choose from by its name."""

    id: int
    name: str


class Patterns(Frozen):
    """A page of the patterns found; ``matching``: how many there are in all."""

    patterns: tuple[PatternCard, ...]
    matching: int
    damaged: tuple[DamagedRow, ...] = ()


class Cupboard(Frozen):
    """Everything that stands ready, and what cannot be read any more. ``patterns``: the first page of
    them; ``shelf``: all, by name."""

    patterns: tuple[PatternCard, ...]
    matching: int
    shelf: tuple[Named, ...]
    people: tuple[PersonCard, ...]
    cloths: tuple[ClothCard, ...]
    how: tuple[HowTo, ...]
    kit: tuple[Tool, ...]
    tools: tuple[Tool, ...]
    choices: ClothChoices = ClothChoices()
    damaged_people: tuple[DamagedRow, ...] = ()
    damaged_cloths: tuple[DamagedRow, ...] = ()


def pattern_card(stored: StoredPattern) -> PatternCard:
    """How a pattern is shown on the shelf."""
    entry = stored.entries.filter(number=stored.pointer).first()
    return _card(stored, entry, stored.editions.last() if entry is None else None)


def _card(
    stored: StoredPattern, entry: PatternEntry | None, edition: Edition | None, makings: int = 0
) -> PatternCard:
    kept = read_shelf_card(stored, entry, edition)
    return PatternCard(
        id=stored.pk,
        name=stored.name,
        garment=kept.garment,
        source=kept.source,
        sizes=kept.sizes,
        pieces=kept.pieces,
        makings=makings,
        drawing=kept.drawing,
        usable=kept.usable,
        waiting=kept.waiting,
    )


def shelf(user: User, search: str = "", start: int = 0) -> Patterns:
    """A page of the user's patterns whose names hold every word."""
    mine = StoredPattern.objects.filter(owner=user)
    for word in search.split()[:8]:
        mine = mine.filter(name__icontains=word)
    page = list(mine.annotate(makings=Count("making")).order_by("name", "id")[start : start + PAGE])
    entries = {
        entry.pattern_id: entry
        for entry in PatternEntry.objects.filter(pattern__in=page, number=F("pattern__pointer"))
    }
    plain = [row.pk for row in page if row.pk not in entries]
    editions = {each.pattern_id: each for each in Edition.objects.filter(pattern__in=plain)}
    patterns, damaged = cards(
        page,
        lambda row: _card(row, entries.get(row.pk), editions.get(row.pk), row.makings),
        lambda row: row.name,
        RAW["patterns"],
    )
    return Patterns(patterns=patterns, matching=mine.count(), damaged=damaged)


@router.get("", response=Cupboard)
def cupboard(request: HttpRequest) -> HttpResponse:
    """Everything the user has ready."""
    user = user_of(request)
    found = shelf(user)
    names = StoredPattern.objects.filter(owner=user).values_list("pk", "name")
    people, damaged_people = cards(
        Person.objects.prefetch_related("sittings").filter(owner=user), person_card,
        lambda row: row.name, RAW["people"],
    )  # fmt: skip
    cloths, damaged_cloths = cards(
        StoredCloth.objects.filter(owner=user), cloth_card, lambda row: row.name, RAW["cloths"]
    )
    return answer(
        Cupboard(
            patterns=found.patterns, matching=found.matching,
            shelf=tuple(Named(id=pk, name=name) for pk, name in names), people=people,
            cloths=cloths, how=HOW, kit=kit_of(user),
            tools=get_args(Tool), damaged_people=damaged_people,
            damaged_cloths=damaged_cloths,
        )
    )  # fmt: skip


@router.get("/patterns", response=Patterns)
def patterns(request: HttpRequest, search: str = "", start: Start = 0) -> HttpResponse:
    """A page of the shelf."""
    return answer(shelf(user_of(request), search, start))


@router.get("/{kind}/{row_id}/raw")
def save_raw(
    request: HttpRequest, kind: Literal["patterns", "people", "cloths"], row_id: int
) -> HttpResponse:
    """A row as it is stored, whether it can be read or not."""
    if kind == "people":
        person = own(Person, request, row_id)
        document = {"name": person.name, "measurements": person.measurements,
                    "adjustments": person.adjustments}  # fmt: skip
        return download(json.dumps(document, indent=1), f"{slug(person.name)}.json")
    if kind == "patterns":
        pattern = own(StoredPattern, request, row_id)
        entry = pattern.entries.filter(number=pattern.pointer).first()
        edition = pattern.editions.last()
        text = entry.inputs if entry else edition.document if edition else "{}"
        return download(text, f"{slug(pattern.name)}.json")
    row = own(StoredCloth, request, row_id)
    return download(row.document, f"{slug(row.name)}.json")


@router.post("/patterns/open", response=PatternCard)
def open_pattern(request: HttpRequest) -> HttpResponse:
    """Open a saved pattern; the body is the file."""
    bundle = read_foreign(request.body)
    if bundle.kind != "pattern":
        raise CraftError("This file holds a making, not a pattern. Open it under Makings.", "file")
    stored = store(user_of(request).pk, bundle.pattern)
    try:
        card = pattern_card(stored)
    except BaseException:  # what cannot be shown is not kept
        stored.delete()
        raise
    return answer(card)


@router.get("/patterns/{pattern_id}/file")
def save_pattern(request: HttpRequest, pattern_id: int) -> HttpResponse:
    """The pattern as a file."""
    document = newest(own(StoredPattern, request, pattern_id))
    if document is None:
        raise CraftError("No piece of this pattern can be used yet; there is nothing to save.")
    pattern = parsed_pattern(document)
    return download(write_pattern(pattern), f"{slug(pattern.name)}.dovetack.json")


@router.delete("/patterns/{pattern_id}", response=Gone)
def drop_pattern(request: HttpRequest, pattern_id: int) -> HttpResponse:
    """Take a pattern off the shelf, unless something is being made from it."""
    stored = own(StoredPattern, request, pattern_id)
    shown = list(stored.pictures.values_list("pk", flat=True))
    try:
        stored.delete()
        sweep(stored.owner_id, shown)
    except ProtectedError as error:
        raise CraftError(
            "Something is being made from this pattern; it stays on the shelf.", "pattern"
        ) from error
    return answer(Gone(id=pattern_id))
