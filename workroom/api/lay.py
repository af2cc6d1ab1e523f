"""Lay: place, judge, search."""

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.lay import (
    Judged,
    LayInputs,
    Placement,
    RoleLay,
    Sought,
    Table,
    judge_lay,
    judge_one,
    search,
)
from craft.lay.judge import laid
from craft.lay.mend import mend
from craft.making import lay_facts
from craft.pattern.piece import Role
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, documents, edited, result
from workroom.api.who import own_making
from workroom.records import derived

router = Router(tags=["lay"])


class LayStage(Frozen):
    """What the Lay screen shows."""

    lays: tuple[RoleLay, ...]
    gap: float


class PlaceEdit(Against):
    """Where the pieces of one cloth lie now."""

    role: Role
    placements: Annotated[tuple[Placement, ...], Field(max_length=400)]


class GapEdit(Against):
    """Another cutting gap (mm)."""

    gap: Annotated[float, Field(ge=0, le=50)]


class Moving(Frozen):
    """One piece being moved on one cloth. ``fix``: first do what the finding offers."""

    role: Role
    placement: Placement
    fix: Literal["", "turn over", "turn end for end", "straighten", "move in"] = ""


class Try(Frozen):
    """A round of the search: ``orders`` orders of setting the pieces down."""

    role: Role
    seed: Annotated[int, Field(ge=0, le=1_000_000)] = 1
    orders: Annotated[int, Field(ge=1, le=24)] = 8


class Tried(Frozen):
    """What a round found, judged."""

    sought: Sought
    placed: tuple[Judged, ...]


@router.get("/{making_id}/lay", response=LayStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Every cloth with its pieces."""
    _, inputs, made = result(request, making_id)
    return answer(LayStage(lays=made.lays, gap=inputs.lay.gap))


@router.put("/{making_id}/lay", response=Head)
def place(request: HttpRequest, making_id: int, body: PlaceEdit) -> HttpResponse:
    """Put the pieces of one cloth where they lie now."""
    _spread(request, making_id, body.role)
    _, _, made = result(request, making_id)
    facts = lay_facts(made, body.role)

    def change(inputs: Inputs) -> Inputs:
        placements = {**inputs.lay.placements, body.role: body.placements}
        ticks = {**inputs.ticks, f"lay/{body.role}": facts}
        if not body.placements:
            placements.pop(body.role)
            ticks.pop(f"lay/{body.role}")
        lay = LayInputs(placements=placements, gap=inputs.lay.gap)
        return inputs.model_copy(update={"lay": lay, "ticks": ticks})

    return edited(request, making_id, body.against, change)


@router.put("/{making_id}/lay/gap", response=Head)
def gap(request: HttpRequest, making_id: int, body: GapEdit) -> HttpResponse:
    """Change the room left for the shears."""
    return edited(
        request,
        making_id,
        body.against,
        lambda inputs: inputs.model_copy(
            update={"lay": inputs.lay.model_copy(update={"gap": body.gap})}
        ),
    )


@router.post("/{making_id}/lay/judge", response=Judged)
def judge(request: HttpRequest, making_id: int, body: Moving) -> HttpResponse:
    """Judge one piece where it is held, against the others where they lie. Nothing is stored."""
    inputs, table = _spread(request, making_id, body.role)
    if table.item(body.placement.item) is None:
        raise CraftError("That piece is not on this cloth any more.", "placement.item")
    placement = mend(table, body.placement, body.fix) if body.fix else body.placement
    others = laid(table, inputs.lay.placements.get(body.role, ()))
    return answer(judge_one(table, placement, others))


@router.post("/{making_id}/lay/try", response=Tried)
def try_lay(request: HttpRequest, making_id: int, body: Try) -> HttpResponse:
    """One round of the search. The browser asks again with other seeds and keeps the best."""
    _, table = _spread(request, making_id, body.role)
    sought = search(table, seed=body.seed, orders=body.orders)
    return answer(Tried(sought=sought, placed=judge_lay(table, sought.placements)))


def _spread(request: HttpRequest, making_id: int, role: Role) -> tuple[Inputs, Table]:
    """The making's inputs and the table of one cloth, with one look at the records."""
    pattern, inputs = documents(own_making(request, making_id))
    table = derived.table(pattern, inputs, role)
    if table is None:
        raise CraftError(f"Choose a cloth for the {role} first.", "role")
    return derived.parsed_inputs(inputs), table
