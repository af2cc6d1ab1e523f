"""Lay: place, judge, search."""

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.lay import (
    Judged,
    Liberty,
    Placement,
    RoleLay,
    Table,
    judge_lay,
    judge_one,
)
from craft.lay.inputs import Keys
from craft.lay.judge import laid
from craft.lay.matching import MatchInputs
from craft.lay.mend import mend
from craft.lay.names import Names, name_places
from craft.lay.rehearse import Rehearsal, rehearse
from craft.making import Making as Made
from craft.making import lay_facts_of
from craft.measure.finding import OFFERS, Fix
from craft.pattern.piece import Role
from craft.seek.task import Found, LayTask, Tried, best_of
from craft.thread.keys import laid as laid_key
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, documents, edited, head, result
from workroom.api.who import own_making
from workroom.jobs.desk import ask_to_stop, hand_in
from workroom.records import derived, journal
from workroom.records.models import Job

router = Router(tags=["lay"])


class LayStage(Frozen):
    """What the Lay screen shows. ``offers``: what can be done about a finding, in words;
    ``names``: where each piece's name is written, by role and item."""

    lays: tuple[RoleLay, ...]
    gap: float
    offers: dict[Fix, str] = OFFERS
    names: Names


class PlaceEdit(Against):
    """Where the pieces of one cloth lie now."""

    role: Role
    placements: Annotated[tuple[Placement, ...], Field(max_length=400)]


class GapEdit(Against):
    """Another cutting gap (mm)."""

    gap: Annotated[float, Field(ge=0, le=50)]


class RulesEdit(Against):
    """What single pieces may do beyond the rules, how stripes are matched, and the school that lays
    everything one way."""

    liberties: Annotated[dict[int, Liberty], Field(max_length=100)] = {}
    match: MatchInputs = MatchInputs()
    one_way: bool = False


class HeldEdit(Against):
    """What the search leaves where it is on one cloth: pinned pieces, and those cut already;
    ``squared``: the cloth was cut straight across behind them."""

    role: Role
    pins: Keys = ()
    cut: Keys = ()
    squared: bool = False


class Moving(Frozen):
    """One piece being moved on one cloth. ``fix``: first do what the finding offers."""

    role: Role
    placement: Placement
    fix: Literal[""] | Fix = ""


class Dropping(Against, Moving):
    """One piece put down."""


class Dropped(Frozen):
    """The making after a piece was put down, and the table as it lies now: nothing more is asked for."""

    head: Head
    stage: LayStage


class Searching(Frozen):
    """A search handed to the worker. ``at``: the journal entry it rests on. ``found``: the best so far,
    variant by variant; ``best``: the variant that takes least cloth; ``placed``: its lay judged, where
    the cloth lies that way now."""

    id: int
    role: Role
    at: int
    state: Literal["waiting", "running", "done", "stopped", "failed"]
    share: float
    found: Found
    best: Tried | None
    placed: tuple[Judged, ...]
    sentence: str
    taken_up: int


@router.get("/{making_id}/lay", response=LayStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Every cloth with its pieces."""
    _, inputs, made = result(request, making_id)
    return answer(stage_of(made, inputs))


@router.put("/{making_id}/lay", response=Head)
def place(request: HttpRequest, making_id: int, body: PlaceEdit) -> HttpResponse:
    """Put the pieces of one cloth where they lie now."""
    _spread(request, making_id, body.role)
    _, _, made = result(request, making_id)
    facts = lay_facts_of(made, body.role)

    def change(inputs: Inputs) -> Inputs:
        placements = {**inputs.lay.placements, body.role: body.placements}
        ticks = {**inputs.ticks, laid_key(body.role): facts}
        if not body.placements:
            placements.pop(body.role)
            ticks.pop(laid_key(body.role))
        lay = inputs.lay.model_copy(update={"placements": placements})
        return inputs.model_copy(update={"lay": lay, "ticks": ticks})

    return edited(request, making_id, body.against, change)


@router.put("/{making_id}/lay/drop", response=Dropped)
def drop(request: HttpRequest, making_id: int, body: Dropping) -> HttpResponse:
    """Put one piece down where it is held, the others staying where they lie."""
    _, _, placement = _held(request, making_id, body)
    _, _, made = result(request, making_id)
    facts = lay_facts_of(made, body.role)

    def change(inputs: Inputs) -> Inputs:
        others = inputs.lay.placements.get(body.role, ())
        lying = {each.item: each for each in others} | {placement.item: placement}
        placements = {**inputs.lay.placements, body.role: tuple(lying.values())}
        lay = inputs.lay.model_copy(update={"placements": placements})
        ticks = {**inputs.ticks, laid_key(body.role): facts}
        return inputs.model_copy(update={"lay": lay, "ticks": ticks})

    making = journal.edit(making_id, body.against, change)
    pattern, inputs = documents(making)
    stage = stage_of(derived.made(pattern, inputs), derived.parsed_inputs(inputs))
    return answer(Dropped(head=head(making), stage=stage))


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


@router.put("/{making_id}/lay/rules", response=Head)
def rules(request: HttpRequest, making_id: int, body: RulesEdit) -> HttpResponse:
    """Change what pieces may do and how stripes are matched."""
    new = {"liberties": body.liberties, "match": body.match, "one_way": body.one_way}
    return edited(
        request,
        making_id,
        body.against,
        lambda inputs: inputs.model_copy(update={"lay": inputs.lay.model_copy(update=new)}),
    )


@router.put("/{making_id}/lay/held", response=Head)
def held(request: HttpRequest, making_id: int, body: HeldEdit) -> HttpResponse:
    """Pin pieces down, or note what is cut already: the rest is laid round them."""

    def change(inputs: Inputs) -> Inputs:
        lay = inputs.lay
        there = {placement.item for placement in lay.placements.get(body.role, ())}
        unknown = [key for key in (*body.pins, *body.cut) if key not in there]
        if unknown:
            raise CraftError(f"Piece {unknown[0]} does not lie on the {body.role} yet.", "pins")
        squared = [role for role in lay.squared if role != body.role]
        new = {
            "pins": {**lay.pins, body.role: body.pins},
            "cut": {**lay.cut, body.role: body.cut},
            "squared": (*squared, body.role) if body.squared else tuple(squared),
        }
        return inputs.model_copy(update={"lay": lay.model_copy(update=new)})

    return edited(request, making_id, body.against, change)


@router.post("/{making_id}/lay/judge", response=Judged)
def judge(request: HttpRequest, making_id: int, body: Moving) -> HttpResponse:
    """Judge one piece where it is held, against the others where they lie. Nothing is stored."""
    inputs, table, placement = _held(request, making_id, body)
    others = laid(table, inputs.lay.placements.get(body.role, ()))
    return answer(judge_one(table, placement, others))


@router.post("/{making_id}/lay/searches", response=Searching)
def begin_search(request: HttpRequest, making_id: int, body: LayTask) -> HttpResponse:
    """Hand a search to the worker; look at it with the address of its id."""
    _, table = _spread(request, making_id, body.role)
    job = hand_in(own_making(request, making_id), body)
    return answer(_searching(job, table))


@router.get("/{making_id}/lay/searches/{job_id}", response=Searching)
def look_at_search(request: HttpRequest, making_id: int, job_id: int) -> HttpResponse:
    """How far the search is, and its best so far."""
    job = _job(request, making_id, job_id)
    return answer(_searching(job, _table_of(job)))


@router.post("/{making_id}/lay/searches/{job_id}/stop", response=Searching)
def stop_search(request: HttpRequest, making_id: int, job_id: int) -> HttpResponse:
    """End the search; its best so far is kept."""
    job = _job(request, making_id, job_id)
    ask_to_stop(job)
    return answer(_searching(job, _table_of(job)))


@router.get("/{making_id}/lay/rehearsal/{role}", response=Rehearsal)
def rehearsal(request: HttpRequest, making_id: int, role: Role) -> HttpResponse:
    """What would lie on the table if this lay were cut now."""
    inputs, table = _spread(request, making_id, role)
    _, _, made = result(request, making_id)
    placements = inputs.lay.placements.get(role, ())
    return answer(rehearse(table, placements, made.traced.what_if))


def stage_of(made: Made, inputs: Inputs) -> LayStage:
    """The Lay screen of a derived making."""
    return LayStage(lays=made.lays, gap=inputs.lay.gap, names=name_places(made.lays))


def _job(request: HttpRequest, making_id: int, job_id: int) -> Job:
    job = own_making(request, making_id).jobs.filter(pk=job_id).first()
    if job is None:
        raise HttpError(404, "There is no such search in this making.")
    return job


def _table_of(job: Job) -> Table | None:
    """The table the job was handed in for, whatever has changed since."""
    return derived.table(job.making.pattern.document, job.inputs, job.role)


def _searching(job: Job, table: Table | None) -> Searching:
    found = Found.model_validate_json(job.found) if job.found else Found()
    best = best_of(found.tried)
    sought = best.sought if best else found.fits.sought if found.fits else None
    as_now = best is None or (table is not None and best.variant.fold == table.fold)
    placed = judge_lay(table, sought.placements) if table and sought and as_now else ()
    return Searching(
        id=job.pk, role=job.role, at=job.at, state=job.state, share=job.share, found=found,
        best=best, placed=placed, sentence=job.sentence, taken_up=job.taken_up,
    )  # fmt: skip


def _spread(request: HttpRequest, making_id: int, role: Role) -> tuple[Inputs, Table]:
    """The making's inputs and the table of one cloth, with one look at the records."""
    pattern, inputs = documents(own_making(request, making_id))
    table = derived.table(pattern, inputs, role)
    if table is None:
        raise CraftError(f"Choose a cloth for the {role} first.", "role")
    return derived.parsed_inputs(inputs), table


def _held(request: HttpRequest, making_id: int, body: Moving) -> tuple[Inputs, Table, Placement]:
    """The making's inputs, the table, and the piece as it is held, mended where that was asked."""
    inputs, table = _spread(request, making_id, body.role)
    if table.item(body.placement.item) is None:
        raise CraftError("That piece is not on this cloth any more.", "placement.item")
    placement = mend(table, body.placement, body.fix) if body.fix else body.placement
    return inputs, table, placement
