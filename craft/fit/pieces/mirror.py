"""A piece drawn for the other hand."""

from dataclasses import replace
from typing import ClassVar, Literal

from craft.errors import CraftError
from craft.fit.change import Number, PieceChange
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.tolerances import Tolerances
from craft.pattern.hands import opposite
from craft.pattern.marks import Mark
from craft.pattern.pattern import EdgeRef
from craft.pattern.turned import other_way
from craft.shape import path as paths
from craft.shape.affine import Affine, move, move_point


class MirrorChange(PieceChange):
    """A piece drawn for the other hand."""

    another_piece: ClassVar[bool] = True
    kind: Literal["mirror"]
    piece: Number

    def heading(self) -> str:
        """What the change is of."""
        return f"piece {self.piece} mirrored"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return mirror(draft, self, index)


def mirror(draft: Draft, change: MirrorChange, index: int) -> Done:
    """The piece drawn for the other hand. Raises CraftError where it is not there."""
    if change.piece not in draft.shapes:
        raise CraftError(f"There is no piece {change.piece} in this view.")
    made = ChangeMade(
        index=index, name=f"Mirrored: {draft.who(change.piece).lower()}", pieces=(change.piece,),
        instruction="Turn the paper over and trace it through; the other side is printed now.",
        facts=(("", f"{change.piece} mirrored"),),
    )  # fmt: skip
    return Done(mirrored(draft, change.piece), made)


def mirrored(draft: Draft, number: int) -> Draft:
    """The draft with one piece drawn for the other hand."""
    shape = draft.shapes[number]
    x0, _, x1, _ = paths.control_bounds(shape.outline)
    by: Affine = (-1.0, 0.0, 0.0, 1.0, x0 + x1, 0.0)
    flipped = shape.model_copy(
        update={
            "edges": tuple(e.model_copy(update={"path": move(e.path, by)}) for e in shape.edges),
            "marks": tuple(_other_side(mark, by) for mark in shape.marks),
        }
    )
    hand = draft.printed.get(number)
    return replace(
        draft.having(number, other_way(flipped)),
        printed={**draft.printed, number: opposite(hand) if hand else None},
        seams=tuple(
            seam.model_copy(update={"a": _turned(seam.a, number), "b": _turned(seam.b, number)})
            for seam in draft.seams
        ),
    )


def _other_side(mark: Mark, by: Affine) -> Mark:
    # A mark for one hand only stays that hand's, whichever is drawn.
    return mark.model_copy(update={"points": tuple(move_point(point, by) for point in mark.points)})


def _turned(refs: tuple[EdgeRef, ...], piece: int) -> tuple[EdgeRef, ...]:
    return tuple(
        ref.model_copy(update={"backwards": not ref.backwards}) if ref.piece == piece else ref
        for ref in refs
    )
