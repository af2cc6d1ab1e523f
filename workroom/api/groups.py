"""Groups: one pattern, several people, each with a size and a making of their own."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import Field

from craft.cloth import KnownCloth
from craft.errors import CraftError
from craft.frozen import Frozen, Name
from craft.inputs import Inputs
from craft.lay import RoleLay
from craft.measure import Figure, length
from craft.measure import area as area_phrase
from craft.measure import cloth as cloth_length
from craft.pattern.piece import ROLES, Role
from craft.pick import PickInputs
from craft.sheets import out_pieces
from craft.trace import TraceInputs
from craft.trace.paper import plan_paper
from workroom.api.answers import answer
from workroom.api.makings import documents
from workroom.api.people import Gone
from workroom.api.who import own, user_of
from workroom.records import derived, journal
from workroom.records.models import Group, Making, Person, StoredPattern

router = Router(tags=["groups"])

# A cloth that is not chosen yet is taken to be this wide (mm).
USUAL_WIDTH = 1_400.0

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


class Need(Frozen):
    """A length of one role's cloth: what the lay takes, or (``laid`` false) what the bare area
    needs at the least; of a cloth of USUAL_WIDTH while none is chosen."""

    role: Role
    cloth: str
    length: Figure
    laid: bool


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


class Total(Frozen):
    """One role's cloth for everybody. ``open``: people for whom it is not laid yet."""

    role: Role
    length: Figure
    open: int


class GroupSheet(Frozen):
    """Who takes which size, and the paper and cloth all of them need."""

    id: int
    name: str
    pattern: str
    rows: tuple[Row, ...]
    paper: Figure
    totals: tuple[Total, ...]


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
    making = journal.begin(group.owner_id, title, group.pattern, inputs)
    making.group = group
    making.save()


def sheet_of(group: Group) -> GroupSheet:
    """The sheet, reckoned from every making as it stands."""
    rows = tuple(map(_row, group.makings.select_related("pattern").order_by("person", "id")))
    paper = sum(row.paper.value for row in rows)
    return GroupSheet(
        id=group.pk,
        name=group.name,
        pattern=group.pattern.name,
        rows=rows,
        paper=_sum("paper", [row.paper for row in rows], paper),
        totals=tuple(_total(role, rows) for role in ROLES if _uses(role, rows)),
    )


def _row(making: Making) -> Row:
    pattern, document = documents(making)
    inputs, made = derived.parsed_inputs(document), derived.made(pattern, document)
    roll = inputs.trace.paper.model_copy(update={"kind": "roll"})
    pieces = tuple(p.on_paper for p in out_pieces(made.traced, made.fitted, None))
    needs = tuple(map(_need, made.cloths, made.lays))
    return Row(
        making=making.pk,
        title=making.title,
        person=making.person,
        size=made.picked.sizes_said,
        view=made.picked.view,
        done=sum(knot.state == "done" for knot in made.knots),
        stages=len(made.knots),
        paper=plan_paper(pieces, roll).needed,
        cloths=needs,
    )


def _need(known: KnownCloth, lay: RoleLay) -> Need:
    if lay.complete and lay.buy is not None:
        needed, laid = lay.buy, True
    else:
        needed, laid = known.least or _assumed(known.area), False
    cloth = known.cloth.name if known.cloth else ""
    return Need(role=known.role, cloth=cloth, length=needed, laid=laid)


def _assumed(area: float) -> Figure:
    value = area / USUAL_WIDTH
    return Figure(
        name="at the very least",
        value=value,
        text=cloth_length(value),
        working=(
            f"area of all pieces {area_phrase(area)} ÷ {length(USUAL_WIDTH)}, a usual width; "
            "no cloth is chosen yet",
        ),
    )


def _uses(role: Role, rows: tuple[Row, ...]) -> bool:
    return any(need.role == role for row in rows for need in row.cloths)


def _total(role: Role, rows: tuple[Row, ...]) -> Total:
    needs = [need for row in rows for need in row.cloths if need.role == role]
    lengths = [need.length for need in needs]
    return Total(
        role=role,
        length=_sum(role, lengths, sum(each.value for each in lengths)),
        open=sum(not need.laid for need in needs),
    )


def _sum(name: str, parts: list[Figure], total: float) -> Figure:
    terms = " + ".join(cloth_length(part.value) for part in parts) or "nothing yet"
    return Figure(
        name=name,
        value=total,
        text=cloth_length(total),
        working=(f"{terms} = {cloth_length(total)}",),
    )
