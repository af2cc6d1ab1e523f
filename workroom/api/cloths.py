"""The cloths in the cupboard, each with the sums and steps that follow from what is known of it."""

from typing import Annotated

from django.contrib.auth.models import User
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.cloth import Cloth
from craft.cloth.answering import answered, answers_of
from craft.cloth.cloth import Measure, When
from craft.cloth.preparing import PreparationStep, preparation
from craft.cloth.shrinking import shrinkage
from craft.cloth.sums import figures_of
from craft.cloth.washing import as_it_lies, given, rewritten, when_measured
from craft.cloth.yardage import washed_width
from craft.frozen import Frozen
from craft.measure import Figure, listed
from workroom.api.answers import Gone, answer
from workroom.api.who import locked, own, user_of
from workroom.records.journal import Moved
from workroom.records.merging import merged
from workroom.records.models import StoredCloth
from workroom.records.pictures import sweep

router = Router(tags=["cupboard"])


class ClothSeen(Frozen):
    """What follows from what is known of a cloth. ``width``: between the selvedges, washed (mm);
    ``lost``: shares of length and width lost in the first wash; ``figures``: further sums; ``steps``: how
    it is got ready; ``answers``: to the questions about its handling, by their names; ``measured``: when
    each of its measures was taken; ``lying``: the cloth with all of them as it lies now, for drawing it."""

    width: Figure
    lost: tuple[Figure, Figure]
    figures: tuple[Figure, ...]
    steps: tuple[PreparationStep, ...]
    answers: dict[str, str]
    measured: dict[Measure, When]
    lying: Cloth


class ClothCard(Frozen):
    """A cloth in the cupboard."""

    id: int
    cloth: Cloth
    seen: ClothSeen


def seen(cloth: Cloth) -> ClothSeen:
    """The sums of a cloth."""
    lost = shrinkage(cloth)
    return ClothSeen(
        width=washed_width(cloth), lost=(lost.along, lost.across), figures=figures_of(cloth),
        steps=preparation(cloth), answers=answers_of(cloth),
        measured={each: when_measured(cloth, each) for each in given(cloth)}, lying=as_it_lies(cloth),
    )  # fmt: skip


def cloth_card(stored: StoredCloth) -> ClothCard:
    """A stored cloth as the api shows it."""
    cloth = Cloth.model_validate_json(stored.document)
    return ClothCard(id=stored.pk, cloth=cloth, seen=seen(cloth))


@router.post("/look", response=ClothSeen)
def look(request: HttpRequest, cloth: Cloth) -> HttpResponse:
    """The sums of a cloth that is being written down. Nothing is stored."""
    user_of(request)
    return answer(seen(cloth))


class Answering(Frozen):
    """A question about a cloth's handling, answered."""

    cloth: Cloth
    name: Annotated[str, Field(max_length=40)]
    value: Annotated[str, Field(max_length=40)]


@router.post("/answer", response=Cloth)
def answer_question(request: HttpRequest, body: Answering) -> HttpResponse:
    """The cloth as it is known with that answer. Nothing is stored."""
    user_of(request)
    return answer(answered(body.cloth, body.name, body.value))


def put_in(user: User, cloth: Cloth) -> StoredCloth:
    """A new cloth in somebody's cupboard."""
    return StoredCloth.objects.create(owner=user, name=cloth.name, document=cloth.model_dump_json())


@router.post("", response=ClothCard)
def add(request: HttpRequest, cloth: Cloth) -> HttpResponse:
    """Put a cloth into the cupboard."""
    return answer(cloth_card(put_in(user_of(request), cloth)))


class ClothCorrection(Frozen):
    """A cloth as it is to be, and as whoever corrects it ``seen`` it: only what differs is changed."""

    cloth: Cloth
    seen: Cloth


@router.get("/{cloth_id}", response=ClothCard)
def show(request: HttpRequest, cloth_id: int) -> HttpResponse:
    """One cloth as it is now."""
    return answer(cloth_card(own(StoredCloth, request, cloth_id)))


@router.put("/{cloth_id}", response=ClothCard)
def change(request: HttpRequest, cloth_id: int, body: ClothCorrection) -> HttpResponse:
    """Correct a cloth. Makings keep the cloth as it was when it was chosen, and are told."""
    with transaction.atomic():
        row = locked(own(StoredCloth, request, cloth_id))
        now = Cloth.model_validate_json(row.document)
        seen, wanted = body.seen.model_dump(), body.cloth.model_dump()
        made, clashes = merged(seen, wanted, now.model_dump())
        if clashes:
            told = listed([each.replace("_", " ") for each in clashes])
            raise Moved(
                f"In another window something else was said of its {told}. It is shown as it is now.",
                clashes[0],
            )
        cloth = rewritten(now, Cloth.model_validate(made))
        row.name, row.document = cloth.name, cloth.model_dump_json()
        row.save(update_fields=["name", "document"])
    return answer(cloth_card(row))


@router.delete("/{cloth_id}", response=Gone)
def drop(request: HttpRequest, cloth_id: int) -> HttpResponse:
    """Take a cloth out of the cupboard. Makings keep it."""
    row = own(StoredCloth, request, cloth_id)
    shown = [row.picture_id] if row.picture_id else []
    row.delete()
    sweep(row.owner_id, shown)
    return answer(Gone(id=cloth_id))
