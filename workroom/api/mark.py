"""Mark: every mark of every cut piece."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.fit import WorkingPiece
from craft.frozen import Frozen
from craft.mark import MarkList
from craft.mark.marking_list import CAUTIONS
from workroom.api.answers import answer
from workroom.api.makings import result

router = Router(tags=["mark"])


class MarkStage(Frozen):
    """What the Mark screen shows: the lists, and the pieces to draw beside them."""

    lists: tuple[MarkList, ...]
    pieces: tuple[WorkingPiece, ...]
    cautions: tuple[str, ...]


@router.get("/{making_id}/mark", response=MarkStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """The marking lists."""
    _, _, made = result(request, making_id)
    return answer(MarkStage(lists=made.marks, pieces=made.for_cloth.pieces, cautions=CAUTIONS))
