"""Pick: measurements, size, view."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.frozen import Frozen
from craft.pattern import View
from craft.pick import Nest, Picked, PickInputs, nest
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, edited, result
from workroom.records.derived import pattern_of

router = Router(tags=["pick"])


class PickStage(Frozen):
    """What the Pick screen shows."""

    picked: Picked
    sizes: tuple[str, ...]
    views: tuple[View, ...]
    base_height: float
    nests: tuple[Nest, ...]


class PickEdit(Against):
    """New inputs for Pick."""

    inputs: PickInputs


@router.get("/{making_id}/pick", response=PickStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Proposal, comparisons and nested outlines."""
    making, _, made = result(request, making_id)
    pattern = pattern_of(making.pattern)
    return answer(
        PickStage(
            picked=made.picked,
            sizes=pattern.table.sizes,
            views=pattern.views,
            base_height=pattern.base_height,
            nests=nest(pattern, made.picked.view),
        )
    )


@router.put("/{making_id}/pick", response=Head)
def change(request: HttpRequest, making_id: int, body: PickEdit) -> HttpResponse:
    """Change measurements, size or view."""
    return edited(
        request,
        making_id,
        body.against,
        lambda inputs: inputs.model_copy(update={"pick": body.inputs}),
    )
