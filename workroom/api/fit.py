"""Fit: changes and what they come to, the walk of the seams, the toile, versions, standing adjustments."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router
from pydantic import Field

from craft.errors import CraftError
from craft.fit import FitInputs, Fitted
from craft.fit.as_pattern import as_pattern
from craft.fit.dimension import Dimension, dimensions
from craft.fit.offers import EdgeOffer, edges_of
from craft.fit.pieces.split import free_number
from craft.fit.preview import Glimpse, outlines
from craft.fit.standing import STANDING, Own, StandingOffer, kept, proposed, told
from craft.fit.toile import Place, Proposal, Remark, places, propose, worth_testing
from craft.fit.versions import VersionSeen, versions
from craft.frozen import Frozen, Name
from craft.measure import capital
from craft.pattern.checks import check_pattern
from craft.pattern.drawn_marks import DrawnMark, drawn_marks
from craft.thread import Tick
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, documents, edited, result, setting
from workroom.api.patterns import StartedPattern
from workroom.records import derived
from workroom.records.patterns import store
from workroom.records.people import known_as

router = Router(tags=["fit"])
MOST_STANDING = 12


class AskedChange(Frozen):
    """A change as it was asked for: what it is of, and whether it can be kept for the person's other
    patterns."""

    heading: str
    keepable: bool


class FitStage(Frozen):
    """What the Fit screen shows. ``asked``: the changes in their order; ``edges``: what can be done at each
    edge; ``marks``: how they are drawn; ``dimensions``: how far pieces lie from their traced outline;
    ``free``: a number no piece has; ``standing``: what this person needs on every garment and this making
    does not have yet; ``worth_testing``: the pieces a toile is sewn of; ``places``: where something may be
    found on it."""

    fitted: Fitted
    asked: tuple[AskedChange, ...]
    edges: tuple[EdgeOffer, ...]
    marks: dict[int, dict[str, DrawnMark]]
    dimensions: tuple[Dimension, ...]
    free: int
    tick: Tick
    standing: tuple[StandingOffer, ...]
    worth_testing: tuple[int, ...]
    places: tuple[Place, ...]


class FitEdit(Against):
    """New inputs for Fit."""

    inputs: FitInputs


class Versions(Frozen):
    """Every version, the original first."""

    versions: tuple[VersionSeen, ...]


class Keeping(Frozen):
    """Which of the changes is always needed, and what the person calls it."""

    index: Annotated[int, Field(ge=0, le=40)]
    name: Own = ""


class KeptFor(Frozen):
    """For whom it is kept, and what."""

    person: str
    sentence: str


class Trying(Frozen):
    """Inputs that are looked at before they are made."""

    inputs: FitInputs


class NewName(Frozen):
    """The name of the new pattern."""

    name: Name


@router.get("/{making_id}/fit", response=FitStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Working pieces, changes, seams."""
    making, inputs, made = result(request, making_id)
    person = known_as(making.owner_id, inputs.pick.person, making.whom_id)
    standing = (
        tuple(STANDING.validate_python(each) for each in person.adjustments) if person else ()
    )
    edges = edges_of(made.fitted)
    return answer(
        FitStage(
            fitted=made.fitted,
            asked=tuple(
                AskedChange(heading=capital(each.heading()), keepable=not each.not_kept)
                for each in inputs.fit.changes
            ),
            tick=made.fit_tick,
            edges=edges,
            marks={p.number: drawn_marks(p.shape) for p in made.fitted.pieces},
            dimensions=dimensions(made.fitted),
            free=free_number((p.number for p in made.fitted.pieces), inputs.fit.changes),
            standing=proposed(made.fitted, edges, standing, inputs.fit.changes),
            worth_testing=worth_testing(made.fitted),
            places=places(made.fitted, edges),
        )
    )


@router.put("/{making_id}/fit", response=Head)
def change(request: HttpRequest, making_id: int, body: FitEdit) -> HttpResponse:
    """Change the lengths, darts, seams and pieces."""
    return edited(request, making_id, body.against, setting(fit=body.inputs))


@router.post("/{making_id}/fit/outlines", response=Glimpse)
def show_outlines(request: HttpRequest, making_id: int, body: Trying) -> HttpResponse:
    """The outlines other changes would make; nothing is kept."""
    making, inputs, made = result(request, making_id)
    pattern = derived.parsed_pattern(documents(making)[0])
    seen = {piece.number: piece.shape for piece in made.fitted.pieces}
    return answer(outlines(pattern, made.traced, made.picked, inputs.pick, body.inputs, seen))


@router.get("/{making_id}/fit/remark", response=Proposal)
def remark(request: HttpRequest, making_id: int, found: Query[Remark]) -> HttpResponse:
    """What is done about something found on the toile."""
    _, _, made = result(request, making_id)
    return answer(propose(made.fitted, edges_of(made.fitted), found))


@router.get("/{making_id}/fit/versions", response=Versions)
def show_versions(request: HttpRequest, making_id: int) -> HttpResponse:
    """Versions of the traced pattern and by how much they differ from the pieces as they are now."""
    making, inputs, made = result(request, making_id)
    pattern = derived.parsed_pattern(documents(making)[0])
    seen = versions(pattern, made.traced, made.picked, inputs.pick, inputs.fit)
    return answer(Versions(versions=seen))


@router.post("/{making_id}/fit/standing", response=KeptFor)
def always(request: HttpRequest, making_id: int, body: Keeping) -> HttpResponse:
    """Keep a change for every garment of the person it is made for."""
    making, inputs, made = result(request, making_id)
    person = known_as(making.owner_id, inputs.pick.person, making.whom_id)
    if person is None:
        raise CraftError("Choose under Pick for whom it is; then it can be kept for them.", "index")
    if body.index >= len(inputs.fit.changes):
        raise CraftError("There is no such change any more.", "index")
    new = kept(made.fitted, edges_of(made.fitted), inputs.fit.changes[body.index], body.name)
    document = new.model_dump()
    if document not in person.adjustments:
        if len(person.adjustments) >= MOST_STANDING:
            raise CraftError(
                f"{MOST_STANDING} are kept already; take one out under People.", "index"
            )
        person.adjustments = [*person.adjustments, document]
        person.save(update_fields=["adjustments"])
    return answer(KeptFor(person=person.name, sentence=told(new)))


@router.post("/{making_id}/fit/pattern", response=StartedPattern)
def to_pattern(request: HttpRequest, making_id: int, body: NewName) -> HttpResponse:
    """Put the pieces as they are now on the shelf, as a pattern of their own."""
    making, inputs, made = result(request, making_id)
    pattern = derived.parsed_pattern(documents(making)[0])
    new = as_pattern(pattern, made.traced, made.picked, inputs.pick, inputs.fit, body.name)
    check_pattern(new)
    return answer(StartedPattern(id=store(making.owner_id, new).pk))
