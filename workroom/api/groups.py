"""Groups: one pattern, several people, each with a size and a making of their own."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen, Name
from craft.group import Need, Total, together, totals
from craft.inputs import Inputs
from craft.measure import Figure
from craft.pick import PickInputs
from craft.trace import TraceInputs
from workroom.api.answers import Gone, answer
from workroom.api.damaged import DamagedRow, cards
from workroom.api.who import own, user_of
from workroom.records import makings as kept
from workroom.records.cards import read_card, read_needs
from workroom.records.models import Entry, Group, Making, Person, StoredPattern
from workroom.records.patterns import edition_now

router = Router(tags=["groups"])

People = Annotated[tuple[int, ...], Field(max_length=60)]


class GroupToBegin(Frozen):
    """A name, a pattern and the people who get it."""

    name: Name
    pattern: int
    people: People = ()


class Members(Frozen):
    """People to add to a group."""

    people: People


class GroupCard(Frozen):
    """A group in the list."""

    id: int
    name: str
    pattern: str
    people: tuple[str, ...]


class Row(Frozen):
    """One person of the group."""

    making: int
    title: str
    person: str
    size: str
    view: str
    done: int
    stages: int
    paper: Figure
    cloths: tuple[Need, ...]


class GroupSheet(Frozen):
    """Who takes which size, and the paper and cloth all of them need."""

    id: int
    name: str
    pattern: str
    rows: tuple[Row, ...]
    paper: Figure
    totals: tuple[Total, ...]
    damaged: tuple[DamagedRow, ...] = ()


class Groups(Frozen):
    """All groups of the user."""

    found: tuple[GroupCard, ...]


@router.get("", response=Groups)
def groups(request: HttpRequest) -> HttpResponse:
    """The user's groups."""
    mine = Group.objects.select_related("pattern").prefetch_related("makings")
    return answer(
        Groups(
            found=tuple(
                GroupCard(
                    id=group.pk,
                    name=group.name,
                    pattern=group.pattern.name,
                    people=tuple(making.person or making.title for making in group.makings.all()),
                )
                for group in mine.filter(owner=user_of(request))
            )
        )
    )


@router.post("", response=GroupSheet)
def begin(request: HttpRequest, new: GroupToBegin) -> HttpResponse:
    """Begin a group with a making for each person."""
    pattern = own(StoredPattern, request, new.pattern)
    people = _people(request, new.people)
    group = Group.objects.create(owner=user_of(request), name=new.name, pattern=pattern)
    for person in people:
        _join(group, person)
    return answer(sheet_of(group))


@router.get("/{group_id}", response=GroupSheet)
def show(request: HttpRequest, group_id: int) -> HttpResponse:
    """The group's sheet."""
    return answer(sheet_of(own(Group, request, group_id)))


@router.post("/{group_id}/people", response=GroupSheet)
def add(request: HttpRequest, group_id: int, body: Members) -> HttpResponse:
    """More people: each gets a making."""
    group = own(Group, request, group_id)
    for person in _people(request, body.people):
        if group.makings.filter(person=person.name).exists():
            raise CraftError(f"{person.name} is in this group already.", "people")
        _join(group, person)
    return answer(sheet_of(group))


@router.delete("/{group_id}", response=Gone)
def drop(request: HttpRequest, group_id: int) -> HttpResponse:
    """Part the group. Everybody keeps their making."""
    own(Group, request, group_id).delete()
    return answer(Gone(id=group_id))


def _people(request: HttpRequest, ids: tuple[int, ...]) -> list[Person]:
    return [own(Person, request, each) for each in dict.fromkeys(ids)]


def _join(group: Group, person: Person) -> None:
    inputs = Inputs(
        pick=PickInputs(person=person.name, measurements=person.measurements),
        trace=TraceInputs(dated=timezone.localdate()),
    )
    title = f"{group.name}: {person.name}"[:120]
    making = kept.begin(group.owner_id, title, edition_now(group.pattern), inputs)
    making.group = group
    making.save(update_fields=["group"])


def sheet_of(group: Group) -> GroupSheet:
    """The sheet, from what every making needs as it stands."""
    makings = list(group.makings.select_related("pattern", "edition").order_by("person", "id"))
    entries = kept.in_force(makings)
    rows, damaged = cards(
        makings, lambda making: _row(making, entries[making.pk]), lambda making: making.title,
        "/api/makings/{}/raw",
    )  # fmt: skip
    return GroupSheet(
        id=group.pk,
        name=group.name,
        pattern=group.pattern.name,
        rows=rows,
        paper=together("paper", tuple(row.paper for row in rows)),
        totals=totals(tuple(need for row in rows for need in row.cloths)),
        damaged=damaged,
    )


def _row(making: Making, entry: Entry) -> Row:
    card, needs = read_card(making, entry), read_needs(making, entry)
    return Row(
        making=making.pk,
        title=making.title,
        person=making.person,
        size=card.size,
        view=needs.view,
        done=sum(knot.state == "done" for knot in card.knots),
        stages=len(card.knots),
        paper=needs.paper,
        cloths=needs.cloths,
    )
