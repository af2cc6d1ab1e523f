"""Pick: measurements, size, view."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.frozen import Frozen
from craft.pattern import View
from craft.pick import Nest, PageMap, Picked, PickInputs, nest, shape_of
from craft.pick.pages import Order
from craft.shape.curve import Curve
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, edited, result, setting
from workroom.records import derived
from workroom.records.derived import pattern_of

router = Router(tags=["pick"])


class PickStage(Frozen):
    """What the Pick screen shows. ``wanted``: blended outlines, where sizes are graded. ``pages`` and
    ``square`` (mm): for a pattern that comes as a file to print."""

    picked: Picked
    sizes: tuple[str, ...]
    views: tuple[View, ...]
    base_height: float | None
    nests: tuple[Nest, ...]
    wanted: dict[int, tuple[Curve, ...]]
    pages: PageMap | None
    square: float | None


class PickEdit(Against):
    """New inputs for Pick."""

    inputs: PickInputs


@router.get("/{making_id}/pick", response=PickStage)
def show(request: HttpRequest, making_id: int, order: Order = "columns") -> HttpResponse:
    """Proposal, comparisons and nested outlines."""
    making, _, made = result(request, making_id)
    pattern = pattern_of(making.edition)
    return answer(
        PickStage(
            picked=made.picked,
            sizes=pattern.table.sizes,
            views=pattern.views,
            base_height=made.picked.drawn_for,
            nests=nest(pattern, made.picked.view, made.picked.borrowed),
            wanted={p.number: shape_of(pattern, p, made.picked).outline for p in pattern.pieces}
            if made.picked.graded
            else {},
            pages=derived.pages(making.edition.document, made.picked, order),
            square=pattern.home_print.square if pattern.home_print else None,
        )
    )


@router.put("/{making_id}/pick", response=Head)
def change(request: HttpRequest, making_id: int, body: PickEdit) -> HttpResponse:
    """Change measurements, size or view."""
    return edited(request, making_id, body.against, setting(pick=body.inputs))
