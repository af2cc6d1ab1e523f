"""Cut: the lists to tick at the table."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.cut import CutList
from craft.cut.cutting_list import CAUTIONS
from craft.frozen import Frozen
from craft.lay import RoleLay
from craft.lay.names import Names, name_places
from workroom.api.answers import answer
from workroom.api.makings import result

router = Router(tags=["cut"])


class CutStage(Frozen):
    """What the Cut screen shows: the lists, and the lays they are cut from."""

    lists: tuple[CutList, ...]
    lays: tuple[RoleLay, ...]
    names: Names
    cautions: tuple[str, ...]


@router.get("/{making_id}/cut", response=CutStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """The cutting lists in order."""
    _, _, made = result(request, making_id)
    return answer(
        CutStage(lists=made.cuts, lays=made.lays, names=name_places(made.lays), cautions=CAUTIONS)
    )
