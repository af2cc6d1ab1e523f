"""A piece drawn to a fold opened out into a whole one."""

from dataclasses import replace
from typing import ClassVar, Literal

from craft.errors import CraftError
from craft.fit.change import Number, PieceChange
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.tolerances import Tolerances
from craft.pattern.counts import opened_cuts
from craft.trace.opened import opened


class OpenChange(PieceChange):
    """A piece drawn to a fold opened out into a whole one."""

    another_piece: ClassVar[bool] = True
    kind: Literal["open"]
    piece: Number

    def heading(self) -> str:
        """What the change is of."""
        return f"piece {self.piece} opened out"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return open_half(draft, self, index)


def open_half(draft: Draft, change: OpenChange, index: int) -> Done:
    """The piece opened out at its fold. Raises CraftError where it has none, or several."""
    shape = draft.shapes.get(change.piece)
    if shape is None or sum(edge.kind == "fold" for edge in shape.edges) != 1:
        raise CraftError("It has not exactly one fold to be opened out at.")
    made = ChangeMade(
        index=index, name=f"Opened out: {draft.who(change.piece).lower()}", pieces=(change.piece,),
        instruction="Fold paper, lay the fold edge on the fold, trace, cut both layers and open it out.",
        facts=(("", f"{change.piece} opened out"),),
    )  # fmt: skip
    after = replace(
        draft.having(change.piece, opened(shape, draft.printed.get(change.piece))),
        cuts={**draft.cuts, change.piece: opened_cuts(draft.cuts[change.piece])},
    )
    return Done(after, made)
