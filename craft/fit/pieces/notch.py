"""A notch moved along its edge."""

from typing import Literal

from craft.errors import CraftError
from craft.fit.change import Named, Number, PieceChange, Shift
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.tolerances import Tolerances
from craft.measure import length_text
from craft.shape import path as paths
from craft.shape.curve import point_at


class NotchMove(PieceChange):
    """A notch moved along its edge, as the outline is walked (mm)."""

    kind: Literal["notch"]
    piece: Number
    mark: Named
    along: Shift

    def heading(self) -> str:
        """What the change is of."""
        return f"the notch {self.mark} of piece {self.piece}"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return notch_moved(draft, self, index)


def notch_moved(draft: Draft, change: NotchMove, index: int) -> Done:
    """The piece with a notch further along. Raises CraftError where there is none, or its edge ends."""
    shape = draft.shapes.get(change.piece)
    mark = next(
        (m for m in shape.marks if m.id == change.mark and m.kind == "notch"), None
    ) if shape else None  # fmt: skip
    if shape is None or mark is None:
        raise CraftError(f"There is no such notch on piece {change.piece} in this size and view.")
    path = shape.edge(mark.edge).path
    at = paths.nearest(path, mark.points[0])[1] + change.along
    if not 0 <= at <= paths.length(path):
        raise CraftError(f"The “{mark.edge}” ends before that.")
    index_, t = paths.place_at(path, at)
    new = mark.model_copy(update={"points": (point_at(path[index_], t),)})
    marks = tuple(new if each is mark else each for each in shape.marks)
    made = ChangeMade(
        index=index, name=f"Notch: {mark.name}", pieces=(change.piece,),
        instruction=f"Move the {mark.name} {length_text(abs(change.along))} along the {mark.edge}.",
        facts=((f"{mark.name} on {change.piece}", change.along),),
    )  # fmt: skip
    return Done(draft.having(change.piece, shape.model_copy(update={"marks": marks})), made)
