"""Cloth: what each role is cut from, and what must be bought."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.cloth import ClothInputs, Fold, KnownCloth
from craft.cloth.folds import AT_THE_EDGE, FOLD_NAMES, FoldName
from craft.frozen import Frozen
from craft.measure import Figure
from craft.pattern.piece import Role
from workroom.api.answers import answer
from workroom.api.cupboard import ClothCard, cloth_card
from workroom.api.makings import Against, Head, edited, result
from workroom.api.who import user_of
from workroom.records.models import StoredCloth

router = Router(tags=["cloth"])


class Needed(Frozen):
    """Length of a finished lay and what to buy for it."""

    used: Figure
    buy: Figure


class ClothStage(Frozen):
    """What the Cloth screen shows. ``needed`` has a role once its pieces are laid. ``folds``: what there
    is to choose from; ``at_the_edge``: how the cloth lies, said at its near edge."""

    cloths: tuple[KnownCloth, ...]
    needed: dict[Role, Needed]
    cupboard: tuple[ClothCard, ...]
    inputs: ClothInputs
    folds: tuple[FoldName, ...] = FOLD_NAMES
    at_the_edge: dict[Fold, str] = AT_THE_EDGE


class ClothEdit(Against):
    """New inputs for Cloth."""

    inputs: ClothInputs


@router.get("/{making_id}/cloth", response=ClothStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """The roles, their cloths, and the cupboard to choose from."""
    _, inputs, made = result(request, making_id)
    stored = StoredCloth.objects.filter(owner=user_of(request))
    return answer(
        ClothStage(
            cloths=made.cloths,
            needed={
                lay.role: Needed(used=lay.used, buy=lay.buy)
                for lay in made.lays
                if lay.used and lay.buy
            },
            cupboard=tuple(map(cloth_card, stored)),
            inputs=inputs.cloth,
        )
    )


@router.put("/{making_id}/cloth", response=Head)
def change(request: HttpRequest, making_id: int, body: ClothEdit) -> HttpResponse:
    """Choose cloths, folds, the shop's step."""
    return edited(
        request,
        making_id,
        body.against,
        lambda inputs: inputs.model_copy(update={"cloth": body.inputs}),
    )
