"""Searches for lays: handed to the worker, looked at, stopped, taken over."""

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.lay import Judged
from craft.lay.items import LayItem
from craft.making import lay_facts_of
from craft.pattern.piece import Role
from craft.seek.take_over import take_option, take_over
from craft.seek.task import Found, LayTask, Tried
from craft.seek.variant_pictures import VariantPicture
from craft.thread.keys import laid as laid_key
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, documents, edited
from workroom.api.spread import spread_of
from workroom.api.who import own_making, user_of
from workroom.jobs.job_requests import OPEN, ahead_of, ask_to_stop, hand_in
from workroom.records import derived
from workroom.records.models import Job

router = Router(tags=["lay"])
State = Literal["waiting", "running", "done", "stopped", "failed"]
NONE = "There is no such search in this making."


class Taking(Against):
    """Which of the things a search found is taken over: a variant, or an offer to make the lay fit."""

    job: int
    at: Annotated[int, Field(ge=0, le=40)]
    option: bool = False


class SearchState(Frozen):
    """How far a search is. ``better``: how often its best changed; ``ahead``: how many other searches it
    waits for, or takes turns with."""

    state: State
    share: float
    better: int
    ahead: int


class Searching(Frozen):
    """A search handed to the worker. ``task``: what it was asked for. ``at``: the journal entry it rests
    on. ``found``: the best so far, variant by variant, and ``seen``: each as a picture with what it wastes;
    ``best``: the variant that takes least cloth, the ``best_at``-th; ``placed``: its lay judged, where the
    cloth lies that way now. ``ahead``: how many other searches this one waits for, or takes turns with.
    """

    id: int
    role: Role
    task: LayTask
    at: int
    state: State
    share: float
    better: int
    found: Found
    best: Tried | None
    best_at: int | None = None
    seen: tuple[VariantPicture, ...]
    placed: tuple[Judged, ...]
    sentence: str
    ahead: int


class OpenSearches(Frozen):
    """The searches of a making that wait or run just now, the oldest first."""

    open: tuple[Searching, ...]


@router.get("/{making_id}/lay/searches", response=OpenSearches)
def open_searches(request: HttpRequest, making_id: int) -> HttpResponse:
    """What is being searched for: a page that is loaded again goes on looking at it."""
    jobs = own_making(request, making_id).jobs.filter(kind="lay", state__in=OPEN, stop=False)
    shown = tuple(_searching(job) for job in jobs)
    return answer(OpenSearches(open=shown))


@router.post("/{making_id}/lay/searches", response=Searching)
def begin_search(request: HttpRequest, making_id: int, body: LayTask) -> HttpResponse:
    """Hand a search to the worker; look at it with the address of its id."""
    if body.any_width:
        things = len(_wanted(request, making_id, body.role))
    else:
        things = len(spread_of(request, making_id, body.role)[1].items)
    job = hand_in(own_making(request, making_id), body, things)
    return answer(_searching(job))


@router.get("/{making_id}/lay/searches/{job_id}", response=Searching)
def look_at_search(request: HttpRequest, making_id: int, job_id: int) -> HttpResponse:
    """How far the search is, and its best so far."""
    job = _job(request, making_id, job_id)
    return answer(_searching(job))


@router.get("/{making_id}/lay/searches/{job_id}/standing", response=SearchState)
def how_far(request: HttpRequest, making_id: int, job_id: int) -> HttpResponse:
    """How far the search is, without what it has found: for looking often."""
    mine = Job.objects.filter(
        making__owner=user_of(request), making=making_id, kind="lay", pk=job_id
    )
    row = mine.values_list("state", "share", "better").first()
    if row is None:
        raise HttpError(404, NONE)
    state, share, better = row
    ahead = ahead_of(job_id, "lay", state)
    return answer(SearchState(state=state, share=share, better=better, ahead=ahead))


@router.post("/{making_id}/lay/searches/{job_id}/stop", response=Searching)
def stop_search(request: HttpRequest, making_id: int, job_id: int) -> HttpResponse:
    """End the search; its best so far is kept."""
    job = _job(request, making_id, job_id)
    ask_to_stop(job)
    return answer(_searching(job))


@router.put("/{making_id}/lay/take", response=Head)
def lay_as_found(request: HttpRequest, making_id: int, body: Taking) -> HttpResponse:
    """Lay the cloth as a search found it: fold, liberties, changes and placements in one step."""
    job = _job(request, making_id, body.job)
    found = Found.model_validate_json(job.found) if job.found else Found()
    options = found.fits.options if found.fits else ()
    if body.at >= len(options if body.option else found.tried):
        raise CraftError("The search did not find that.", "at")
    role = role_of(job)
    pattern, _ = documents(own_making(request, making_id))

    def change(inputs: Inputs) -> Inputs:
        cloths, lay = (
            take_option(role, options[body.at], inputs.cloth, inputs.lay) if body.option
            else take_over(role, found.tried[body.at], inputs.cloth, inputs.lay)
        )  # fmt: skip
        changed = inputs.model_copy(update={"cloth": cloths, "lay": lay})
        made = derived.made(pattern, changed.model_dump_json())
        ticks = {**inputs.ticks, laid_key(role): lay_facts_of(made, role)}
        return changed.model_copy(update={"ticks": ticks})

    return edited(request, making_id, body.against, change)


def _wanted(request: HttpRequest, making_id: int, role: Role) -> tuple[LayItem, ...]:
    """What is to be laid of a role, whether a cloth is chosen for it or not."""
    made = derived.made(*documents(own_making(request, making_id)))
    lay = next((each for each in made.lays if each.role == role), None)
    if lay is None:
        raise CraftError(f"Nothing is cut from a {role}.", "role")
    return lay.items


def _job(request: HttpRequest, making_id: int, job_id: int) -> Job:
    job = own_making(request, making_id).jobs.filter(pk=job_id, kind="lay").first()
    if job is None:
        raise HttpError(404, NONE)
    return job


def pattern_of(job: Job) -> str:
    """The pattern it was handed in with."""
    edition = job.edition or (job.making.edition if job.making else None)
    return edition.document if edition else ""


def _searching(job: Job) -> Searching:
    role = role_of(job)
    seen = derived.looked(pattern_of(job), job.inputs, role, job.found)
    return Searching(
        id=job.pk, role=role, task=LayTask.model_validate_json(job.task), at=job.at,
        state=job.state, share=job.share, better=job.better, found=seen.found, best=seen.best,
        best_at=seen.best_at, seen=seen.pictures, placed=seen.placed, sentence=job.sentence,
        ahead=ahead_of(job.pk, job.kind, job.state),
    )  # fmt: skip


def role_of(job: Job) -> Role:
    """The role of the cloth a job searches for."""
    return LayTask.model_validate_json(job.task).role
