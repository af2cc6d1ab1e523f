"""Patterns, people and cloths: what stands ready for any making."""

from typing import get_args

from django.db.models import ProtectedError
from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.cloth import Cloth
from craft.errors import CraftError
from craft.formats import read_bundle, write_pattern
from craft.frozen import Frozen
from craft.keep import Drawing, drawing
from craft.pick.measuring import HOW, HowTo
from craft.trace.ways import Tool
from workroom.api.answers import answer
from workroom.api.files import download, slug
from workroom.api.people import PersonCard, kit_of, person_card
from workroom.api.who import own, user_of
from workroom.records.derived import pattern_of
from workroom.records.models import Making, Person, StoredCloth, StoredPattern

router = Router(tags=["cupboard"])


class PatternCard(Frozen):
    """A pattern on the shelf."""

    id: int
    name: str
    garment: str
    source: str
    sizes: tuple[str, ...]
    pieces: int
    makings: int
    drawing: Drawing


class ClothCard(Frozen):
    """A cloth in the cupboard."""

    id: int
    cloth: Cloth


class Cupboard(Frozen):
    """Everything that stands ready."""

    patterns: tuple[PatternCard, ...]
    people: tuple[PersonCard, ...]
    cloths: tuple[ClothCard, ...]
    how: tuple[HowTo, ...]
    kit: tuple[Tool, ...]
    tools: tuple[Tool, ...]


class Gone(Frozen):
    """Something was taken away."""

    id: int


def pattern_card(stored: StoredPattern) -> PatternCard:
    """How a pattern is shown on the shelf, in its middle size."""
    pattern = pattern_of(stored)
    size = pattern.table.sizes[len(pattern.table.sizes) // 2]
    source = pattern.source
    parts = (source.publication, source.issue, source.number and f"number {source.number}")
    return PatternCard(
        id=stored.pk,
        name=pattern.name,
        garment=pattern.garment,
        source=", ".join(part for part in parts if part),
        sizes=pattern.table.sizes,
        pieces=len(pattern.pieces),
        makings=Making.objects.filter(pattern=stored).count(),
        drawing=drawing([piece.shapes[size].outline for piece in pattern.pieces]),
    )


def cloth_card(stored: StoredCloth) -> ClothCard:
    """A stored cloth as the api shows it."""
    return ClothCard(id=stored.pk, cloth=Cloth.model_validate_json(stored.document))


@router.get("", response=Cupboard)
def cupboard(request: HttpRequest) -> HttpResponse:
    """Everything the user has ready."""
    user = user_of(request)
    return answer(
        Cupboard(
            patterns=tuple(map(pattern_card, StoredPattern.objects.filter(owner=user))),
            people=tuple(
                map(person_card, Person.objects.prefetch_related("sittings").filter(owner=user))
            ),
            cloths=tuple(map(cloth_card, StoredCloth.objects.filter(owner=user))),
            how=HOW,
            kit=kit_of(user),
            tools=get_args(Tool),
        )
    )


@router.post("/patterns/open", response=PatternCard)
def open_pattern(request: HttpRequest) -> HttpResponse:
    """Open a saved pattern; the body is the file."""
    bundle = read_bundle(request.body)
    if bundle.kind != "pattern":
        raise CraftError("This file holds a making, not a pattern. Open it under Makings.", "file")
    stored = StoredPattern.objects.create(
        owner=user_of(request), name=bundle.pattern.name, document=bundle.pattern.model_dump_json()
    )
    return answer(pattern_card(stored))


@router.get("/patterns/{pattern_id}/file")
def save_pattern(request: HttpRequest, pattern_id: int) -> HttpResponse:
    """The pattern as a file."""
    pattern = pattern_of(own(StoredPattern, request, pattern_id))
    return download(write_pattern(pattern), f"{slug(pattern.name)}.dovetack.json")


@router.delete("/patterns/{pattern_id}", response=Gone)
def drop_pattern(request: HttpRequest, pattern_id: int) -> HttpResponse:
    """Take a pattern off the shelf, unless something is being made from it."""
    stored = own(StoredPattern, request, pattern_id)
    try:
        stored.delete()
    except ProtectedError as error:
        raise CraftError(
            "Something is being made from this pattern; it stays on the shelf.", "pattern"
        ) from error
    return answer(Gone(id=pattern_id))


@router.post("/cloths", response=ClothCard)
def add_cloth(request: HttpRequest, cloth: Cloth) -> HttpResponse:
    """Put a cloth into the cupboard."""
    row = StoredCloth.objects.create(
        owner=user_of(request), name=cloth.name, document=cloth.model_dump_json()
    )
    return answer(cloth_card(row))


@router.put("/cloths/{cloth_id}", response=ClothCard)
def change_cloth(request: HttpRequest, cloth_id: int, cloth: Cloth) -> HttpResponse:
    """Correct a cloth. Makings keep the cloth as it was when it was chosen."""
    row = own(StoredCloth, request, cloth_id)
    row.name, row.document = cloth.name, cloth.model_dump_json()
    row.save()
    return answer(cloth_card(row))


@router.delete("/cloths/{cloth_id}", response=Gone)
def drop_cloth(request: HttpRequest, cloth_id: int) -> HttpResponse:
    """Take a cloth out of the cupboard. Makings keep it."""
    own(StoredCloth, request, cloth_id).delete()
    return answer(Gone(id=cloth_id))
