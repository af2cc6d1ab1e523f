"""Lay: place, judge, search."""

from collections.abc import Callable
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.cloth.folds import FOLD_NAMES, FoldName
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.lay import (
    ClothLay,
    Judged,
    Placement,
    Table,
    judge_one,
)
from craft.lay.arranging import Arrangement, arranged
from craft.lay.cloth_map import ClothMap, cloth_maps
from craft.lay.inputs import Keys, LayRules, Placements
from craft.lay.judge import laid
from craft.lay.mend import mend
from craft.lay.names import Names, name_places
from craft.lay.pieces_to_lay import check_joins
from craft.lay.placing import Laid
from craft.lay.projecting import ProjectedStep, projected, projected_alone
from craft.lay.rehearse import Rehearsal, rehearse
from craft.lay.remnant import remnant_of
from craft.lay.ruler import ruler_numbers
from craft.lay.snapping import snapped
from craft.lay.tape_input import TapeInput, checked, placed_by_tape
from craft.making import DerivedMaking as Made
from craft.making import lay_facts_of
from craft.measure import Unit
from craft.measure.finding import OFFERS, Fix
from craft.pattern.piece import Role
from craft.sheets.wall import write_wall_pdf
from craft.thread import Tick
from craft.thread.keys import laid as laid_key
from workroom.api.answers import answer
from workroom.api.cloths import ClothCard, cloth_card, put_in
from workroom.api.files import sent, slug
from workroom.api.makings import Against, Head, documents, edited, head, result
from workroom.api.spread import spread_of
from workroom.api.who import unit_of, user_of
from workroom.records import derived
from workroom.records.makings import MAKINGS

router = Router(tags=["lay"])
Length = Annotated[float, Field(ge=0, le=20_000)]
Light = Annotated[float, Field(ge=100, le=5_000)]


class LayStage(Frozen):
    """What the Lay screen shows. ``floor``: the ticks of the pieces laid on the floor, by role and item;
    ``offers``: what can be done about a finding, in words; ``names``: where each piece's name is written,
    by role and item; ``folds``: the ways of folding."""

    lays: tuple[ClothLay, ...]
    floor: dict[Role, dict[str, Tick]]
    gap: float
    offers: dict[Fix, str] = OFFERS
    names: Names
    folds: tuple[FoldName, ...] = FOLD_NAMES


class PlaceEdit(Against):
    """Where the pieces of one cloth lie now."""

    role: Role
    placements: Placements


class GapEdit(Against):
    """Another cutting gap (mm)."""

    gap: Annotated[float, Field(ge=0, le=50)]


class RulesEdit(LayRules, Against):
    """Other rules for the lay."""


class LayMaps(Frozen):
    """A small map of every cloth on which something lies."""

    maps: tuple[ClothMap, ...]


class HeldEdit(Against):
    """What the search leaves where it is on one cloth: pinned pieces, and those cut already;
    ``squared``: the cloth was cut straight across behind them."""

    role: Role
    pins: Keys = ()
    cut: Keys = ()
    squared: bool = False


class Moving(Frozen):
    """One piece being moved on one cloth. ``fix``: first do what the finding offers; ``taped``: then put it
    where a tape would read that; ``snap``: then let it find the fold, edge, stripe or neighbour beside it.
    ``along``: pieces that are moved with it, by as much."""

    role: Role
    placement: Placement
    fix: Literal[""] | Fix = ""
    taped: TapeInput | None = None
    snap: bool = False
    along: Annotated[tuple[Placement, ...], Field(max_length=200)] = ()


class Dropping(Against, Moving):
    """One piece put down."""


class Dropped(Frozen):
    """The making after a piece was put down, and the table as it lies now: nothing more is asked for."""

    head: Head
    stage: LayStage


class Arranging(Against):
    """Two pieces that lie on one cloth: swapped, or the second laid along the grain of the first."""

    role: Role
    one: str
    other: str
    how: Arrangement


class Checking(Frozen):
    """What a tape reads at both grain ends of a piece that lies (mm)."""

    role: Role
    item: str
    upper: Length
    lower: Length


class Checked(Frozen):
    """What to do about it."""

    sentence: str


@router.get("/{making_id}/lay", response=LayStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Every cloth with its pieces."""
    _, inputs, made = result(request, making_id)
    return answer(stage_of(made, inputs))


@router.put("/{making_id}/lay", response=Head)
def place(request: HttpRequest, making_id: int, body: PlaceEdit) -> HttpResponse:
    """Put the pieces of one cloth where they lie now."""
    spread_of(request, making_id, body.role)
    change = _lying_anew(request, making_id, body.role, lambda _: body.placements)
    return edited(request, making_id, body.against, change)


@router.put("/{making_id}/lay/drop", response=Dropped)
def drop(request: HttpRequest, making_id: int, body: Dropping) -> HttpResponse:
    """Put one piece down where it is held, the others staying where they lie."""
    _, placement, along, _ = _held(request, making_id, body)
    change = _lying_anew(
        request, making_id, body.role, lambda lying: _with(lying, *along, placement)
    )
    making = MAKINGS.edit(making_id, body.against, change)
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


@router.get("/{making_id}/lay/maps", response=LayMaps)
def maps(request: HttpRequest, making_id: int) -> HttpResponse:
    """Every cloth as it lies, small, for whoever lays the pieces on the floor."""
    _, _, made = result(request, making_id)
    return answer(LayMaps(maps=cloth_maps(made.lays)))


@router.put("/{making_id}/lay/rules", response=Head)
def rules(request: HttpRequest, making_id: int, body: RulesEdit) -> HttpResponse:
    """Change what pieces may do and how stripes are matched."""
    _, inputs, made = result(request, making_id)
    check_joins(made.fitted, tuple(set(body.joins) - set(inputs.lay.joins)))
    new = {name: getattr(body, name) for name in LayRules.model_fields}

    def change(inputs: Inputs) -> Inputs:
        return inputs.model_copy(update={"lay": inputs.lay.model_copy(update=new)})

    return edited(request, making_id, body.against, change)


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
    table, placement, along, stay = _held(request, making_id, body)
    judged = judge_one(table, placement, [*stay, *laid(table, along)])
    beside = [*stay, *laid(table, (placement,))]
    with_it = [judge_one(table, each, beside).findings for each in along]
    more = tuple(finding for findings in with_it for finding in findings)
    return answer(judged.model_copy(update={"findings": (*judged.findings, *more)}))


@router.post("/{making_id}/lay/check", response=Checked)
def check(request: HttpRequest, making_id: int, body: Checking) -> HttpResponse:
    """Compare what the tape reads with a straight grain. Nothing is stored."""
    inputs, table, _ = spread_of(request, making_id, body.role)
    lying = next((p for p in inputs.lay.placements.get(body.role, ()) if p.item == body.item), None)
    if lying is None or table.item(body.item) is None:
        raise CraftError("That piece does not lie on this cloth.", "item")
    return answer(Checked(sentence=checked(ruler_numbers(table, lying), body.upper, body.lower)))


@router.put("/{making_id}/lay/arrange", response=Head)
def arrange(request: HttpRequest, making_id: int, body: Arranging) -> HttpResponse:
    """Swap two pieces, or lay a small one along a neighbour's grain."""
    inputs, table, _ = spread_of(request, making_id, body.role)
    lying = {p.item: p for p in inputs.lay.placements.get(body.role, ())}
    if body.one not in lying or body.other not in lying or body.one == body.other:
        raise CraftError("Choose two pieces that lie on this cloth.", "other")
    both = arranged(table, lying[body.one], lying[body.other], body.how)
    change = _lying_anew(request, making_id, body.role, lambda lying: _with(lying, *both))
    return edited(request, making_id, body.against, change)


@router.get("/{making_id}/lay/rehearsal/{role}", response=Rehearsal)
def rehearsal(request: HttpRequest, making_id: int, role: Role) -> HttpResponse:
    """What would lie on the table if this lay were cut now."""
    inputs, table, _ = spread_of(request, making_id, role)
    _, _, made = result(request, making_id)
    placements = inputs.lay.placements.get(role, ())
    return answer(rehearse(table, placements, made.traced.what_if))


@router.post("/{making_id}/lay/{role}/remnant", response=ClothCard)
def back_to_the_cupboard(request: HttpRequest, making_id: int, role: Role) -> HttpResponse:
    """What is left of the cloth, with its shape, as a cloth of its own in the cupboard."""
    inputs, table, _ = spread_of(request, making_id, role)
    left = remnant_of(
        inputs.cloth.cloths[role], table, inputs.lay.placements.get(role, ()),
        squared=role in inputs.lay.squared,
    )  # fmt: skip
    return answer(cloth_card(put_in(user_of(request), left)))


@router.get("/{making_id}/lay/{role}/sheet.pdf")
def wall_pdf(request: HttpRequest, making_id: int, role: Role) -> HttpResponse:
    """The lay on one page, with its numbers."""
    lay, title, unit = _lying(request, making_id, role)
    return sent(write_wall_pdf(lay, title, unit), "application/pdf", f"{slug(title)}.pdf")


class ProjectedLay(Frozen):
    """A lay in the light of a projector, step by step."""

    steps: tuple[ProjectedStep, ...]


@router.get("/{making_id}/lay/{role}/projected", response=ProjectedLay)
def project(
    request: HttpRequest, making_id: int, role: Role, width: Light, height: Light, item: str = ""
) -> HttpResponse:
    """How the pieces of a lay come into the light, which is so large (mm); ``item``: one alone."""
    lay, _, _ = _lying(request, making_id, role)
    alone = projected_alone(lay, item, width, height) if item else None
    return answer(ProjectedLay(steps=alone or projected(lay, width, height)))


def _lying(request: HttpRequest, making_id: int, role: Role) -> tuple[ClothLay, str, Unit]:
    making, _, made = result(request, making_id)
    lay = next((each for each in made.lays if each.role == role and each.placed), None)
    if lay is None:
        raise CraftError(f"Nothing lies on the {role} yet.", "role")
    return lay, f"{making.title}, {role}", unit_of(request)


def _with(lying: Placements, *moved: Placement) -> Placements:
    return tuple({each.item: each for each in (*lying, *moved)}.values())


def _lying_anew(
    request: HttpRequest, making_id: int, role: Role, how: Callable[[Placements], Placements]
) -> Callable[[Inputs], Inputs]:
    """The edit that lets the pieces of one cloth lie elsewhere, with the facts the lay rests on."""
    _, _, made = result(request, making_id)
    facts = lay_facts_of(made, role)

    def change(inputs: Inputs) -> Inputs:
        lying = how(inputs.lay.placements.get(role, ()))
        placements, ticks = dict(inputs.lay.placements), dict(inputs.ticks)
        if lying:
            placements[role], ticks[laid_key(role)] = lying, facts
        else:
            placements.pop(role, None)
            ticks.pop(laid_key(role), None)
        lay = inputs.lay.model_copy(update={"placements": placements})
        return inputs.model_copy(update={"lay": lay, "ticks": ticks})

    return change


def stage_of(made: Made, inputs: Inputs) -> LayStage:
    """The Lay screen of a derived making."""
    return LayStage(
        lays=made.lays, floor=made.floor, gap=inputs.lay.gap, names=name_places(made.lays)
    )


def _held(
    request: HttpRequest, making_id: int, body: Moving
) -> tuple[Table, Placement, tuple[Placement, ...], list[Laid]]:
    """The table, the piece as it is held (mended, taped and snapped where that was asked), what is moved
    with it, and what stays where it lies."""
    _, table, lying = spread_of(request, making_id, body.role)
    if table.item(body.placement.item) is None:
        raise CraftError("That piece is not on this cloth any more.", "placement.item")
    placement = mend(table, body.placement, body.fix) if body.fix else body.placement
    if body.taped is not None:
        placement = placed_by_tape(table, placement, body.taped)
    along = tuple(each for each in body.along if table.item(each.item) is not None)
    moving = {placement.item, *(each.item for each in along)}
    stay = [each for each in lying if each[0].item not in moving]
    if body.snap:
        before, placement = placement, snapped(table, placement, stay)
        dx, dy = placement.x - before.x, placement.y - before.y
        along = tuple(p.model_copy(update={"x": p.x + dx, "y": p.y + dy}) for p in along)
    return table, placement, along, stay
