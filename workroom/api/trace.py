"""Trace: the pieces in one size, with marks, labels and treatments."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.frozen import Frozen
from craft.shape.curve import Curve
from craft.thread import Tick
from craft.trace import Traced, TraceInputs
from craft.trace.cutting import cutting_line
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, edited, result

router = Router(tags=["trace"])


class TraceStage(Frozen):
    """What the Trace screen shows; ``cutting`` are the cutting lines by piece number."""

    traced: Traced
    cutting: dict[int, tuple[Curve, ...]]
    ticks: dict[int, Tick]


class TraceEdit(Against):
    """New inputs for Trace."""

    inputs: TraceInputs


@router.get("/{making_id}/trace", response=TraceStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Every piece of the view."""
    _, _, made = result(request, making_id)
    return answer(
        TraceStage(
            traced=made.traced,
            cutting={p.number: cutting_line(p.shape) for p in made.traced.pieces},
            ticks=made.trace_ticks,
        )
    )


@router.put("/{making_id}/trace", response=Head)
def change(request: HttpRequest, making_id: int, body: TraceEdit) -> HttpResponse:
    """Change the seam allowance."""
    return edited(
        request,
        making_id,
        body.against,
        lambda inputs: inputs.model_copy(update={"trace": body.inputs}),
    )
