"""Fit: length changes and the walk of the seams."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.fit import FitInputs, Fitted
from craft.frozen import Frozen
from craft.thread import Tick
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, edited, result

router = Router(tags=["fit"])


class FitStage(Frozen):
    """What the Fit screen shows."""

    fitted: Fitted
    tick: Tick


class FitEdit(Against):
    """New inputs for Fit."""

    inputs: FitInputs


@router.get("/{making_id}/fit", response=FitStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Working pieces, changes, seams."""
    _, _, made = result(request, making_id)
    return answer(FitStage(fitted=made.fitted, tick=made.fit_tick))


@router.put("/{making_id}/fit", response=Head)
def change(request: HttpRequest, making_id: int, body: FitEdit) -> HttpResponse:
    """Change the lengths."""
    return edited(
        request,
        making_id,
        body.against,
        lambda inputs: inputs.model_copy(update={"fit": body.inputs}),
    )
