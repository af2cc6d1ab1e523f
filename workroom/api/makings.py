"""Makings: the list, a new one, its head, its journal, its ticks, its file."""

import json
from collections.abc import Callable
from datetime import datetime
from typing import Annotated

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Q
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import Field, ValidationError

from craft.errors import CraftError
from craft.formats.bundle import write_making
from craft.frozen import Frozen, Name
from craft.inputs import Inputs
from craft.keep import Drawing
from craft.making import DerivedMaking as Made
from craft.mark import MarkingInputs
from craft.pick import PickInputs
from craft.thread import Knot
from craft.trace import TraceInputs
from workroom.api.answers import PAGE, Gone, Start, answer
from workroom.api.damaged import DamagedRow, cards
from workroom.api.files import download, slug
from workroom.api.who import own, own_making, user_of
from workroom.reading.file_reader import read_foreign
from workroom.records import derived, pictures
from workroom.records import makings as kept
from workroom.records.cards import read_card
from workroom.records.makings import MAKINGS
from workroom.records.models import (
    Edition,
    Entry,
    Making,
    Person,
    StoredPattern,
    StoredPicture,
)
from workroom.records.patterns import edition_now, newest, store

router = Router(tags=["makings"])


class MakingCard(Frozen):
    """A making on the bench or, once filed, in the register."""

    id: int
    title: str
    pattern: str
    person: str
    size: str
    cloths: str
    box: str
    envelope: str
    filed: bool
    changed: datetime
    knots: tuple[Knot, ...]
    drawing: Drawing


class Head(Frozen):
    """Where a making stands: its journal and its knots. ``at`` goes with every edit. ``newer``: its pattern
    was mended since it was begun."""

    id: int
    title: str
    pattern: str
    at: int
    undo: str | None
    redo: str | None
    newer: bool
    pattern_id: int
    inputs: Inputs
    knots: tuple[Knot, ...]


class Begin(Frozen):
    """A new making, for a stored person or for nobody yet."""

    pattern: int
    title: Name
    person: int | None = None


class Against(Frozen):
    """The journal entry a request was made against."""

    against: int


class Title(Frozen):
    """A new title; ``seen``: the one it takes the place of."""

    title: Name
    seen: Annotated[str, Field(max_length=120)] | None = None


def documents(making: Making) -> tuple[str, str]:
    """The pattern's and the inputs' documents in force."""
    return making.edition.document, derived.current(making)


def head(making: Making) -> Head:
    """The head of a making in its newest state."""
    entry = derived.entry_of(making)
    undo, redo = MAKINGS.neighbours(making)
    return Head(
        id=making.pk,
        title=making.title,
        pattern=making.pattern.name,
        at=making.pointer,
        undo=undo,
        redo=redo,
        newer=newer(making),
        pattern_id=making.pattern_id,
        inputs=derived.parsed_inputs(entry.inputs),
        knots=read_card(making, entry).knots,
    )


def newer(making: Making) -> bool:
    """Whether the pattern was mended since; one that has no journal never was."""
    if not making.pattern.entries.exists():
        return False
    document = newest(making.pattern)
    return document is not None and document != making.edition.document


def edited(
    request: HttpRequest, making_id: int, against: int, change: Callable[[Inputs], Inputs]
) -> HttpResponse:
    """Make one edit and answer with the new head."""
    own_making(request, making_id)
    return answer(head(MAKINGS.edit(making_id, against, change)))


def setting(**stages: object) -> Callable[[Inputs], Inputs]:
    """The edit that puts new inputs in the place of a stage's."""
    return lambda inputs: inputs.model_copy(update=stages)


def result(request: HttpRequest, making_id: int) -> tuple[Making, Inputs, Made]:
    """The user's making, its inputs, and the result of the chain."""
    making = own_making(request, making_id)
    pattern, inputs = documents(making)
    return making, derived.parsed_inputs(inputs), derived.made(pattern, inputs)


def card(making: Making, entry: Entry) -> MakingCard:
    """How a making is shown on the bench and in the register."""
    kept = read_card(making, entry)
    return MakingCard(
        id=making.pk,
        title=making.title,
        pattern=making.pattern.name,
        person=making.person,
        size=making.size,
        cloths=making.cloths,
        box=making.box,
        envelope=making.envelope,
        filed=making.filed,
        changed=making.changed,
        knots=kept.knots,
        drawing=kept.drawing,
    )


class Makings(Frozen):
    """A page of makings found. ``matching``: how many there are in all; ``total``: how many without the
    search. ``damaged``: those of the page that cannot be read any more."""

    found: tuple[MakingCard, ...]
    total: int
    matching: int
    damaged: tuple[DamagedRow, ...] = ()


@router.get("", response=Makings)
def makings(
    request: HttpRequest, search: str = "", filed: bool | None = None, start: Start = 0
) -> HttpResponse:
    """A page of the user's makings, newest first; ``search`` looks in every word of the label."""
    mine = Making.objects.filter(owner=user_of(request))
    if filed is not None:
        mine = mine.filter(filed=filed)
    matching = mine
    for word in search.split()[:8]:
        matching = matching.filter(
            Q(title__icontains=word)
            | Q(pattern__name__icontains=word)
            | Q(person__icontains=word)
            | Q(cloths__icontains=word)
            | Q(box__iexact=word)
            | Q(envelope__iexact=word)
            | Q(size__iexact=word)
        )
    # The documents of the patterns stay where they are: the cards hold what is shown.
    light = matching.select_related("pattern").defer("pattern__card")
    page = list(light[start : start + PAGE])
    entries = kept.in_force(page)
    shown, damaged = cards(
        page, lambda row: card(row, entries[row.pk]), lambda row: row.title, "/api/makings/{}/raw"
    )
    return answer(
        Makings(found=shown, total=mine.count(), matching=matching.count(), damaged=damaged)
    )


@router.post("", response=Head)
def begin(request: HttpRequest, new: Begin) -> HttpResponse:
    """Begin a making."""
    stored = own(StoredPattern, request, new.pattern)
    chosen, person = PickInputs(), None
    if new.person is not None:
        person = own(Person, request, new.person)
        chosen = PickInputs(person=person.name, measurements=person.measurements)
    user = user_of(request)
    inputs = Inputs(pick=chosen, trace=TraceInputs(dated=timezone.localdate()), mark=at_hand(user))
    return answer(head(kept.begin(user.pk, new.title, edition_now(stored), inputs, person)))


@router.post("/open", response=Head)
def open_making(request: HttpRequest) -> HttpResponse:
    """Open a saved making, with the pattern it brings; the body is the file."""
    bundle = read_foreign(request.body)
    if bundle.kind != "making" or bundle.inputs is None:
        raise CraftError("This file holds a pattern, not a making. Open it under Patterns.", "file")
    user = user_of(request)
    document = bundle.pattern.model_dump_json()
    # Worked out before anything is locked; what cannot be shown is not stored.
    first = kept.state_of(document, without_pictures(bundle.inputs))
    with transaction.atomic():
        edition = Edition.objects.filter(pattern__owner=user, document=document).first()
        if edition is None:
            edition = store(user.pk, bundle.pattern).editions.get()
        making = kept.begin_with(user.pk, bundle.title, edition, (first,))
    return answer(head(making))


def without_pictures(inputs: Inputs) -> Inputs:
    """What goes into a file or comes out of one: the pictures of its scraps stay where they were taken."""
    tests = tuple(test.model_copy(update={"picture": None}) for test in inputs.mark.tests)
    return inputs.model_copy(update={"mark": inputs.mark.model_copy(update={"tests": tests})})


def at_hand(user: User) -> MarkingInputs:
    """What lay at hand for marking the last time: nobody enters that anew for every garment."""
    last = Making.objects.filter(owner=user).first()
    if last is None:
        return MarkingInputs()
    try:
        before = derived.parsed_inputs(derived.current(last)).mark
    except (ValidationError, Entry.DoesNotExist):  # a damaged one keeps nobody from beginning
        return MarkingInputs()
    return MarkingInputs(
        kit=before.kit, joined=before.joined, held=before.held, dart_end=before.dart_end,
        tip=before.tip, pressed=before.pressed, dart_spacing=before.dart_spacing,
        line_spacing=before.line_spacing,
    )  # fmt: skip


@router.get("/{making_id}", response=Head)
def making_head(request: HttpRequest, making_id: int) -> HttpResponse:
    """Where a making stands."""
    return answer(head(own_making(request, making_id)))


@router.put("/{making_id}/title", response=Head)
def rename(request: HttpRequest, making_id: int, new: Title) -> HttpResponse:
    """Give a making another title."""
    own_making(request, making_id)
    return answer(head(kept.rename(making_id, new.title, new.seen)))


@router.delete("/{making_id}", response=Gone)
def drop(request: HttpRequest, making_id: int) -> HttpResponse:
    """Take a making away, journal and all."""
    making = own_making(request, making_id)
    shown = list(StoredPicture.objects.filter(makings=making).values_list("pk", flat=True))
    making.delete()
    pictures.sweep(making.owner_id, shown)
    return answer(Gone(id=making_id))


@router.get("/{making_id}/raw")
def save_raw(request: HttpRequest, making_id: int) -> HttpResponse:
    """A making as it is stored, whether it can be read or not."""
    making = own_making(request, making_id)
    entry = making.entries.filter(number=making.pointer).first()
    document = {"title": making.title, "pattern": making.edition.document,
                "inputs": entry.inputs if entry else None}  # fmt: skip
    return download(json.dumps(document, indent=1), f"{slug(making.title)}.json")


@router.get("/{making_id}/file")
def save(request: HttpRequest, making_id: int) -> HttpResponse:
    """The making with its pattern as a file."""
    making, inputs, _ = result(request, making_id)
    kept_inputs = without_pictures(inputs)
    text = write_making(making.title, derived.pattern_of(making.edition), kept_inputs)
    return download(text, f"{slug(making.title)}.dovetack.json")


@router.post("/{making_id}/undo", response=Head)
def undo(request: HttpRequest, making_id: int, body: Against) -> HttpResponse:
    """One step back."""
    own_making(request, making_id)
    return answer(head(MAKINGS.undo(making_id, body.against)))


@router.post("/{making_id}/redo", response=Head)
def redo(request: HttpRequest, making_id: int, body: Against) -> HttpResponse:
    """One step forward."""
    own_making(request, making_id)
    return answer(head(MAKINGS.redo(making_id, body.against)))


@router.post("/{making_id}/pattern", response=Head)
def take_over(request: HttpRequest, making_id: int, body: Against) -> HttpResponse:
    """Go by the pattern as it is now; ticks that no longer hold ask for another look."""
    making = own_making(request, making_id)
    edition = edition_now(making.pattern)
    return answer(head(kept.take_over(making_id, body.against, edition)))
