"""Cut: the plan of every cloth, to tick at the table."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.again import Again, again
from craft.cloth import Cloth
from craft.cut import CutList, CuttingInputs
from craft.cut.cutting_list import CAUTIONS
from craft.cut.schools import SCHOOLS
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.lay import ClothLay, table_for
from craft.lay.cloth_map import ClothMap, cloth_maps
from craft.lay.names import Names, name_places
from craft.lay.remnant import remnant_of
from craft.pattern.piece import Role
from craft.schools import School
from craft.sheets.drawn_lists import cut_drawings
from craft.sheets.sketch import Sketch
from workroom.api.answers import answer
from workroom.api.cloths import ClothCard, cloth_card, put_in
from workroom.api.makings import Against, Head, edited, result, setting
from workroom.api.who import user_of

router = Router(tags=["cut"])


class CutStage(Frozen):
    """What the Cut screen shows: the lists, the lays they are cut from with a small map of
    each, and what has to be done ``again`` since something changed."""

    lists: tuple[CutList, ...]
    lays: tuple[ClothLay, ...]
    names: Names
    drawings: dict[str, Sketch]
    maps: tuple[ClothMap, ...]
    again: tuple[Again, ...]
    schools: tuple[School, ...] = SCHOOLS
    cautions: tuple[str, ...] = CAUTIONS


class CutEdit(Against):
    """New inputs for Cut."""

    inputs: CuttingInputs


@router.get("/{making_id}/cut", response=CutStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """The cutting lists in order."""
    _, inputs, made = result(request, making_id)
    return answer(
        CutStage(
            lists=made.cuts, lays=made.lays, names=name_places(made.lays), drawings=cut_drawings(made),
            maps=cloth_maps(made.lays), again=again(made, inputs.ticks),
        )
    )  # fmt: skip


@router.put("/{making_id}/cut", response=Head)
def change(request: HttpRequest, making_id: int, body: CutEdit) -> HttpResponse:
    """Choose how it is cut, or say that a lay that is not ready is cut all the same."""
    return edited(request, making_id, body.against, setting(cut=body.inputs))


@router.get("/{making_id}/cut/{role}/remnant", response=Cloth)
def remnant(request: HttpRequest, making_id: int, role: Role) -> HttpResponse:
    """What is left of a cloth when everything that is ticked as cut is cut out of it."""
    return answer(_left(request, making_id, role))


@router.post("/{making_id}/cut/{role}/remnant", response=ClothCard)
def keep_remnant(request: HttpRequest, making_id: int, role: Role) -> HttpResponse:
    """Put it into the cupboard as a cloth of its own, with its shape."""
    return answer(cloth_card(put_in(user_of(request), _left(request, making_id, role))))


def _left(request: HttpRequest, making_id: int, role: Role) -> Cloth:
    _, inputs, made = result(request, making_id)
    listed = next((each for each in made.cuts if each.role == role), None)
    known = next((each for each in made.cloths if each.role == role), None)
    if listed is None or known is None or known.cloth is None:
        raise CraftError(f"No cloth is chosen for the {role}.", "role")
    done = tuple(item.item for item in listed.items if item.tick.state == "done")
    lay = inputs.lay.model_copy(update={"cut": {**inputs.lay.cut, role: done}})
    table = table_for(known, made.for_cloth, lay)
    if table is None:
        raise CraftError(f"No cloth is chosen for the {role}.", "role")
    placements = inputs.lay.placements.get(role, ())
    return remnant_of(known.cloth, table, placements, squared=role in inputs.lay.squared)
