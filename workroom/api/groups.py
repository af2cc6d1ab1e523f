"""Groups: one pattern, several people, each with a size and a making of their own."""

from typing import Annotated

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen, Name
from craft.inputs import Inputs
from craft.measure import Figure, buy_text
from craft.pattern.piece import Role
from craft.pick import PickInputs
from craft.seek.task import Variant
from craft.sharing import Need, Shared, Total, added, on_usual_width, shared, totals
from craft.trace import TraceInputs
from workroom.api.answers import Gone, answer
from workroom.api.cupboard import Named
from workroom.api.damaged import DamagedRow, cards
from workroom.api.who import own, user_of
from workroom.records import makings as kept
from workroom.records.cards import read_card, read_needs
from workroom.records.groups import members, named_apart
from workroom.records.merging import one_of_two
from workroom.records.models import Entry, Group, Making, Person, StoredPattern
from workroom.records.patterns import edition_now
from workroom.records.widths import searched_needs

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


class GroupName(Frozen):
    """Another name for a group; ``seen``: the one it takes the place of."""

    name: Name
    seen: Annotated[str, Field(max_length=120)] | None = None


class Unsearched(Frozen):
    """A role of a making that has no cloth yet, and what a search may try for it."""

    making: int
    role: Role
    ask: Variant


class GroupCard(Frozen):
    """A group in the list."""

    id: int
    name: str
    pattern: str
    people: tuple[str, ...]


class Row(Frozen):
    """One person of the group. ``doubts``: why their size is not settled."""

    making: int
    title: str
    person: str
    size: str
    view: str
    done: int
    stages: int
    paper: Figure
    cloths: tuple[Need, ...]
    doubts: tuple[str, ...]


class GroupSheet(Frozen):
    """Who takes which size, and the paper and cloth all of them need. ``shared``: each cloth with everybody
    who is cut from it; ``doubtful``: how many sizes are not settled; ``unsearched``: roles without a cloth
    whose lay nobody searched for yet, with their makings; ``people``: who could join."""

    id: int
    name: str
    pattern: str
    rows: tuple[Row, ...]
    paper: Figure
    totals: tuple[Total, ...]
    shared: tuple[Shared, ...]
    doubtful: int
    unsearched: tuple[Unsearched, ...]
    people: tuple[Named, ...]
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
        if group.makings.filter(whom=person).exists():
            raise CraftError(f"{person.name} is in this group already.", "people")
        _join(group, person)
    return answer(sheet_of(group))


@router.put("/{group_id}", response=GroupSheet)
def rename(request: HttpRequest, group_id: int, body: GroupName) -> HttpResponse:
    """Give a group another name; makings that are called after it follow."""
    own(Group, request, group_id)
    with transaction.atomic():
        group = Group.objects.select_for_update().get(pk=group_id)
        before, group.name = group.name, one_of_two(body.seen, body.name, group.name, "name")
        group.save(update_fields=["name"])
        for making in group.makings.filter(title__startswith=f"{before}: "):
            kept.rename(making.pk, f"{group.name}{making.title.removeprefix(before)}"[:120])
    return answer(sheet_of(group))


@router.delete("/{group_id}/makings/{making_id}", response=GroupSheet)
def leave(request: HttpRequest, group_id: int, making_id: int) -> HttpResponse:
    """Somebody leaves the group and keeps their making."""
    group = own(Group, request, group_id)
    if not group.makings.filter(pk=making_id).update(group=None):
        raise CraftError("That making is not in this group.", "making")
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
    making = kept.begin(group.owner_id, title, edition_now(group.pattern), inputs, person)
    making.group = group
    making.save(update_fields=["group"])


def sheet_of(group: Group) -> GroupSheet:
    """The sheet, from what every making needs as it stands."""
    makings = members(group)
    entries = kept.in_force(makings)
    names = dict(zip([each.pk for each in makings], named_apart(makings), strict=True))
    rows, damaged = cards(
        makings, lambda making: _row(making, entries[making.pk], names[making.pk]),
        lambda making: making.title, "/api/makings/{}/raw",
    )  # fmt: skip
    needs = [(row.person, need) for row in rows for need in row.cloths]
    within = {making.whom_id for making in makings if making.whom_id is not None}
    outside = Person.objects.filter(owner=group.owner_id).exclude(pk__in=within)
    return GroupSheet(
        id=group.pk,
        name=group.name,
        pattern=group.pattern.name,
        rows=rows,
        paper=added("paper", [row.paper for row in rows], buy_text),
        totals=totals(need for _, need in needs),
        shared=shared(needs),
        doubtful=sum(bool(row.doubts) for row in rows),
        unsearched=tuple(
            Unsearched(making=row.making, role=need.role, ask=on_usual_width(need))
            for row in rows for need in row.cloths if need.known is None
        ),
        people=tuple(Named(id=each.pk, name=each.name) for each in outside),
        damaged=damaged,
    )  # fmt: skip


def _row(making: Making, entry: Entry, name: str) -> Row:
    card, needs = read_card(making, entry), read_needs(making, entry)
    return Row(
        making=making.pk,
        title=making.title,
        person=name,
        size=card.size,
        view=needs.view,
        done=sum(knot.state == "done" for knot in card.knots),
        stages=len(card.knots),
        paper=needs.paper,
        cloths=searched_needs(making, entry),
        doubts=needs.doubts,
    )
