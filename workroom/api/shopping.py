"""The shopping list of a making, and of a group."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.frozen import Frozen
from craft.sharing import shared
from craft.shopping import ShoppingList, as_text, shopping, together
from craft.trace.ways import Tool, TracingWay, tracing_ways
from workroom.api.answers import answer
from workroom.api.files import sent, slug
from workroom.api.makings import Against, Head, edited, result
from workroom.api.people import kit_of
from workroom.api.who import own, unit_of, user_of
from workroom.records import derived
from workroom.records import makings as kept
from workroom.records.groups import members, named_apart
from workroom.records.models import Group, Making
from workroom.records.widths import searched_needs, searched_widths

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
    made = shopping_of(making, kit_of(user_of(request)))
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
    text = as_text(_for_everybody(group, kit_of(user_of(request))), group.name, unit_of(request))
    return sent(text.encode(), "text/plain; charset=utf-8", f"{slug(group.name)}.txt")


def _for_everybody(group: Group, kit: tuple[Tool, ...]) -> ShoppingList:
    makings = members(group)
    entries = kept.in_force(makings)
    names = dict(zip([each.pk for each in makings], named_apart(makings), strict=True))
    needs = [
        (names[making.pk], need)
        for making in makings
        for need in searched_needs(making, entries[making.pk])
    ]
    return together(
        ((names[making.pk], shopping_of(making, kit)) for making in makings), shared(needs)
    )


def shopping_of(making: Making, kit: tuple[Tool, ...]) -> ShoppingList:
    """What to get for a making, by the tools at hand."""
    now = derived.current(making)
    made = derived.made(making.edition.document, now)
    ways: tuple[TracingWay, ...] = tracing_ways(made.traced.pieces, made.picked.original, kit)
    return shopping(made, ways, searched_widths(making, derived.parsed_inputs(now)))
