"""Keep: the label, filed in the register."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.keep import KeepInputs, Kept
from craft.thread.keys import FILED
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, edited, result

router = Router(tags=["keep"])


class KeepStage(Frozen):
    """What the Keep screen shows."""

    kept: Kept


class KeepEdit(Against):
    """New inputs for Keep. ``filed`` is stamped with what the label says today."""

    inputs: KeepInputs


@router.get("/{making_id}/keep", response=KeepStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """The label."""
    _, _, made = result(request, making_id)
    return answer(KeepStage(kept=made.kept))


@router.put("/{making_id}/keep", response=Head)
def change(request: HttpRequest, making_id: int, body: KeepEdit) -> HttpResponse:
    """File it, or take it out of the register."""
    if body.inputs.filed and not body.inputs.box.strip():
        raise CraftError("Say which box it goes into.", "box")
    if body.inputs.filed and not body.inputs.envelope.strip():
        raise CraftError("Say which envelope it goes into.", "envelope")
    _, _, made = result(request, making_id)

    def edit(inputs: Inputs) -> Inputs:
        ticks = dict(inputs.ticks)
        if body.inputs.filed:
            ticks[FILED] = made.kept.tick.facts
        else:
            ticks.pop(FILED, None)
        return inputs.model_copy(update={"keep": body.inputs, "ticks": ticks})

    return edited(request, making_id, body.against, edit)
