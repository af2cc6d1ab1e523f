"""Fit: length changes and the walk of the seams."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.fit import FitInputs, Fitted, LengthChange
from craft.frozen import Frozen
from craft.thread import Tick
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, edited, result
from workroom.records.models import Person

router = Router(tags=["fit"])


class FitStage(Frozen):
    """What the Fit screen shows. ``standing``: what this person needs on every garment and this
    making does not have yet."""

    fitted: Fitted
    tick: Tick
    standing: tuple[LengthChange, ...]


class FitEdit(Against):
    """New inputs for Fit."""

    inputs: FitInputs


@router.get("/{making_id}/fit", response=FitStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Working pieces, changes, seams."""
    making, inputs, made = result(request, making_id)
    person = Person.objects.filter(owner_id=making.owner_id, name=inputs.pick.person).first()
    changed = {c.level for c in inputs.fit.changes if isinstance(c, LengthChange)}
    lines = {line.level for line in made.fitted.lines}
    standing = [LengthChange.model_validate(each) for each in person.adjustments] if person else []
    return answer(
        FitStage(
            fitted=made.fitted,
            tick=made.fit_tick,
            standing=tuple(
                change
                for change in standing
                if change.level not in changed and change.level in lines
            ),
        )
    )


@router.put("/{making_id}/fit", response=Head)
def change(request: HttpRequest, making_id: int, body: FitEdit) -> HttpResponse:
    """Change the lengths."""
    return edited(
        request,
        making_id,
        body.against,
        lambda inputs: inputs.model_copy(update={"fit": body.inputs}),
    )
