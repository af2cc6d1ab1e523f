"""Cloth: what each role is cut from, and what must be bought."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.cloth import Cloth, ClothInputs, Fold, KnownCloth
from craft.cloth.changed import differences
from craft.cloth.folds import AT_THE_EDGE, FOLD_NAMES, FoldName
from craft.cloth.preparing import PreparationStep, preparation
from craft.cloth.schools import SCHOOLS
from craft.cloth.shared_cloth import roles_of
from craft.frozen import Frozen
from craft.measure import Figure
from craft.pattern.piece import Role
from craft.schools import School
from workroom.api.answers import answer
from workroom.api.cloths import ClothCard, cloth_card
from workroom.api.makings import Against, Head, edited, result, setting
from workroom.api.who import user_of
from workroom.records.models import StoredCloth

router = Router(tags=["cloth"])


class Needed(Frozen):
    """Length of a finished lay, what to buy for it, and what that costs where the price is known."""

    used: Figure
    buy: Figure
    price: Figure | None


class Corrected(Frozen):
    """The cloth of a role was corrected in the cupboard since. ``changes``: what, in words; ``cloth``: how
    it is now."""

    id: int
    changes: tuple[str, ...]
    cloth: Cloth


class ClothStage(Frozen):
    """What the Cloth screen shows. ``needed`` has a role once its pieces are laid; ``corrected`` where the
    cupboard knows better; ``steps``: how each is got ready;
    ``roles``: all that the pieces are cut from, also those cut from another's cloth. ``folds``: what there
    is to choose from; ``at_the_edge``: how the cloth lies, said at its near edge."""

    cloths: tuple[KnownCloth, ...]
    needed: dict[Role, Needed]
    corrected: dict[Role, Corrected]
    steps: dict[Role, tuple[PreparationStep, ...]]
    cupboard: tuple[ClothCard, ...]
    folds: tuple[FoldName, ...] = FOLD_NAMES
    at_the_edge: dict[Fold, str] = AT_THE_EDGE
    schools: tuple[School, ...] = SCHOOLS
    roles: tuple[Role, ...] = ()


class ClothEdit(Against):
    """New inputs for Cloth."""

    inputs: ClothInputs


@router.get("/{making_id}/cloth", response=ClothStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """The roles, their cloths, and the cupboard to choose from."""
    _, inputs, made = result(request, making_id)
    cupboard = tuple(map(cloth_card, StoredCloth.objects.filter(owner=user_of(request))))
    return answer(
        ClothStage(
            cloths=made.cloths,
            needed={
                lay.role: Needed(used=lay.used, buy=lay.buy, price=lay.price)
                for lay in made.lays
                if lay.used and lay.buy
            },
            corrected=_corrected(inputs.cloth, cupboard),
            steps={role: preparation(cloth) for role, cloth in inputs.cloth.cloths.items()},
            cupboard=cupboard,
            roles=roles_of(made.fitted),
        )
    )


def _corrected(inputs: ClothInputs, cupboard: tuple[ClothCard, ...]) -> dict[Role, Corrected]:
    """Roles whose cloth is known otherwise in the cupboard now: by what it was taken from, or its name."""
    by_id = {card.id: card for card in cupboard}
    by_name = {card.cloth.name: card for card in cupboard}
    found = {}
    for role, cloth in inputs.cloths.items():
        card = by_id.get(inputs.taken.get(role, 0)) or by_name.get(cloth.name)
        if card is not None and (changes := differences(cloth, card.cloth)):
            found[role] = Corrected(id=card.id, changes=changes, cloth=card.cloth)
    return found


@router.put("/{making_id}/cloth", response=Head)
def change(request: HttpRequest, making_id: int, body: ClothEdit) -> HttpResponse:
    """Choose cloths, folds, the shop's step."""
    return edited(request, making_id, body.against, setting(cloth=body.inputs))
