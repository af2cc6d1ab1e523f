"""The shopping list of a making, and of a group."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.pattern.piece import Role
from craft.seek.task import Found, LayTask, Tried
from craft.shopping import ShoppingList, as_text, shopping, together
from craft.trace.ways import Tool, TracingWay, tracing_ways
from workroom.api.answers import answer
from workroom.api.files import sent, slug
from workroom.api.makings import Against, Head, edited, result
from workroom.api.people import kit_of
from workroom.api.who import own, unit_of, user_of
from workroom.records import derived
from workroom.records.models import Group, Making

router = Router(tags=["shopping"])


class Shopping(Frozen):
    """The list, what of it is bought, and the list as plain text."""

    title: str
    list: ShoppingList
    bought: tuple[str, ...]
    text: str


class BoughtEdit(Against):
    """Lines of the list that are done."""

    bought: Annotated[tuple[str, ...], Field(max_length=200)]


@router.get("/makings/{making_id}/shopping", response=Shopping)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """What to get for one making."""
    making, inputs, _ = result(request, making_id)
    made = _list(making, kit_of(user_of(request)))
    text = as_text(made, making.title, unit_of(request))
    return answer(Shopping(title=making.title, list=made, bought=inputs.bought, text=text))


@router.put("/makings/{making_id}/shopping", response=Head)
def buy(request: HttpRequest, making_id: int, body: BoughtEdit) -> HttpResponse:
    """Tick what is bought."""
    return edited(
        request, making_id, body.against,
        lambda inputs: inputs.model_copy(update={"bought": body.bought}),
    )  # fmt: skip


@router.get("/groups/{group_id}/shopping.txt")
def show_group(request: HttpRequest, group_id: int) -> HttpResponse:
    """What to get for everybody in a group, as plain text to print or send."""
    group = own(Group, request, group_id)
    kit = kit_of(user_of(request))
    rows = group.makings.select_related("edition", "pattern").order_by("id")
    made = together((making.title, _list(making, kit)) for making in rows)
    text = as_text(made, group.name, unit_of(request))
    return sent(text.encode(), "text/plain; charset=utf-8", f"{slug(group.name)}.txt")


def _list(making: Making, kit: tuple[Tool, ...]) -> ShoppingList:
    now = derived.current(making)
    made = derived.made(making.edition.document, now)
    ways: tuple[TracingWay, ...] = tracing_ways(made.traced.pieces, made.picked.original, kit)
    return shopping(made, ways, _searched(making, derived.parsed_inputs(now)))


def _searched(making: Making, now: Inputs) -> dict[Role, tuple[Tried, ...]]:
    """The newest search over widths for every role, if nothing it rests on has changed since."""
    found: dict[Role, tuple[Tried, ...]] = {}
    for job in making.jobs.exclude(found="").order_by("id"):
        task = LayTask.model_validate_json(job.task)
        if not any(each.width for each in task.variants):
            continue
        if _rests_on(derived.parsed_inputs(job.inputs)) != _rests_on(now):
            continue
        tried = Found.model_validate_json(job.found).tried
        found[task.role] = tuple(each for each in tried if each.variant.width)
    return found


def _rests_on(inputs: Inputs) -> Inputs:
    """What a search over widths rests on: not on where pieces lie now, nor on ticks."""
    lay = inputs.lay.model_copy(update={"placements": {}, "pins": {}, "cut": {}, "squared": ()})
    return inputs.model_copy(update={"lay": lay, "ticks": {}, "bought": (), "keep": Inputs().keep})
