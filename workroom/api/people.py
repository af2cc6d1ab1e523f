"""People: their measurements with dates, their standing adjustments; and the tools at hand."""

from datetime import date
from typing import Annotated

from django.contrib.auth.models import User
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.errors import CraftError
from craft.fit.standing import STANDING, Standing, told
from craft.frozen import Frozen, Name
from craft.pattern.pattern import BodyMm, Measurement
from craft.pick.measuring import growth
from craft.trace.ways import USUAL, Tool
from workroom.api.answers import Gone, answer
from workroom.api.who import locked, own, user_of
from workroom.records import makings, people
from workroom.records.merging import merged_list
from workroom.records.models import Person, Preferences

router = Router(tags=["people"])

MOST_STANDING = 12
Measurements = Annotated[dict[Measurement, BodyMm], Field(max_length=60)]


class SittingCard(Frozen):
    """What was measured on one day (mm), and by how much each has ``grown`` since it was last."""

    day: date
    measurements: Measurements
    grown: dict[str, float]


class PersonCard(Frozen):
    """Somebody who is sewn for: the newest value of every measurement, and every day they were
    measured, the newest first; ``standing``: the adjustments in words."""

    id: int
    name: str
    measurements: Measurements
    sittings: tuple[SittingCard, ...]
    adjustments: tuple[Standing, ...]
    standing: tuple[str, ...]


class PersonToKeep(Frozen):
    """A name and measurements in mm. ``day``: when they were taken, None for today. ``seen`` and
    ``seen_name``: what the sender saw: only what differs from it is changed."""

    name: Name
    measurements: Measurements = {}
    day: date | None = None
    seen: Measurements | None = None
    seen_name: Annotated[str, Field(max_length=120)] | None = None


class Adjustments(Frozen):
    """Standing adjustments, proposed on every new making; ``seen``: those the sender saw: only what was put
    in or taken out is changed."""

    adjustments: Annotated[tuple[Standing, ...], Field(max_length=MOST_STANDING)]
    seen: Annotated[tuple[Standing, ...], Field(max_length=MOST_STANDING)]


class Kit(Frozen):
    """The tools for tracing that are at hand."""

    tools: tuple[Tool, ...]


class KitEdit(Frozen):
    """The tools as they are to be, and as the sender ``seen`` them."""

    tools: tuple[Tool, ...]
    seen: tuple[Tool, ...]


def person_card(person: Person) -> PersonCard:
    """A stored person as the api shows them."""
    sittings = tuple(person.sittings.all())
    grown = growth(tuple(each.measurements for each in sittings))
    standing = tuple(STANDING.validate_python(each) for each in person.adjustments)
    return PersonCard(
        id=person.pk,
        name=person.name,
        measurements=person.measurements,
        sittings=tuple(
            SittingCard(day=each.day, measurements=each.measurements, grown=more)
            for each, more in zip(sittings, grown, strict=True)
        ),
        adjustments=standing,
        standing=tuple(told(each) for each in standing),
    )


def kit_of(user: User) -> tuple[Tool, ...]:
    """The user's tools; the usual ones until they say otherwise."""
    likes = Preferences.objects.filter(owner=user).first()
    return Kit(tools=likes.kit).tools if likes and likes.kit else USUAL


@router.post("/people", response=PersonCard)
def add_person(request: HttpRequest, person: PersonToKeep) -> HttpResponse:
    """Keep somebody's measurements."""
    day = people.day_for(user_of(request).pk, None, person.day)
    row = Person.objects.create(owner=user_of(request), name=person.name)
    row = people.measured(row.pk, day, dict(person.measurements))
    return answer(person_card(row))


@router.put("/people/{person_id}", response=PersonCard)
def change_person(request: HttpRequest, person_id: int, person: PersonToKeep) -> HttpResponse:
    """Change somebody's name, and measurements as taken on a day. Makings keep the measurements
    they were made with."""
    row = own(Person, request, person_id)
    day = people.day_for(row.owner_id, row, person.day)
    seen = None if person.seen is None else dict(person.seen)
    before = row.name
    with transaction.atomic():
        if person.day is not None:
            people.redate(row.pk, day)
        row = people.changed(
            row.pk, person.name, day, dict(person.measurements), seen, person.seen_name
        )
    if row.name != before:
        makings.follow(row, before)
    return answer(person_card(row))


@router.delete("/people/{person_id}/sittings/{day}", response=PersonCard)
def drop_sitting(request: HttpRequest, person_id: int, day: date) -> HttpResponse:
    """Take out what was measured on one day."""
    row = own(Person, request, person_id)
    return answer(person_card(people.forget(row.pk, day)))


@router.put("/people/{person_id}/adjustments", response=PersonCard)
def set_adjustments(request: HttpRequest, person_id: int, body: Adjustments) -> HttpResponse:
    """The changes this person needs on every garment."""
    with transaction.atomic():
        row = locked(own(Person, request, person_id))
        now = [STANDING.validate_python(each) for each in row.adjustments]
        seen, wanted, there = (
            [each.model_dump(mode="json") for each in some]
            for some in (body.seen, body.adjustments, now)
        )
        made = merged_list(seen, wanted, there)
        if len(made) > MOST_STANDING:
            raise CraftError(
                f"A person has {MOST_STANDING} standing adjustments at most.", "adjustments"
            )
        row.adjustments = made
        row.save(update_fields=["adjustments"])
    return answer(person_card(row))


@router.delete("/people/{person_id}", response=Gone)
def drop_person(request: HttpRequest, person_id: int) -> HttpResponse:
    """Forget somebody. Makings keep what they were made with."""
    own(Person, request, person_id).delete()
    return answer(Gone(id=person_id))


@router.put("/kit", response=Kit)
def set_kit(request: HttpRequest, body: KitEdit) -> HttpResponse:
    """Put tools into the list, or take them out."""
    user = user_of(request)
    with transaction.atomic():
        Preferences.objects.get_or_create(owner=user)
        likes = Preferences.objects.select_for_update().get(owner=user)
        now = Kit(tools=likes.kit).tools if likes.kit else USUAL
        tools = merged_list(body.seen, list(dict.fromkeys(body.tools)), now)
        if not tools:
            raise CraftError(
                "Keep at least one tool: without paper nothing can be traced.", "tools"
            )
        likes.kit = tools
        likes.save(update_fields=["kit"])
    return answer(Kit(tools=tuple(tools)))
