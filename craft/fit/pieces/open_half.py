"""A piece drawn to a fold opened out into a whole one."""

from dataclasses import replace
from typing import ClassVar, Literal

from craft.errors import CraftError
from craft.fit.change import FitChange, Number
from craft.fit.tolerances import Tolerances
from craft.fit.work import Done, Made, Work
from craft.pattern.counts import opened_cuts
from craft.trace.opened import opened


class OpenChange(FitChange):
    """A piece drawn to a fold opened out into a whole one."""

    another_piece: ClassVar[bool] = True
    kind: Literal["open"]
    piece: Number

    def heading(self) -> str:
        """What the change is of."""
        return f"piece {self.piece} opened out"

    def apply(self, work: Work, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return open_half(work, self, index)


def open_half(work: Work, change: OpenChange, index: int) -> Done:
    """The piece opened out at its fold. Raises CraftError where it has none, or several."""
    shape = work.shapes.get(change.piece)
    if shape is None or sum(edge.kind == "fold" for edge in shape.edges) != 1:
        raise CraftError("It has not exactly one fold to be opened out at.")
    made = Made(
        index=index, name=f"Opened out: {work.who(change.piece).lower()}", pieces=(change.piece,),
        instruction="Fold paper, lay the fold edge on the fold, trace, cut both layers and open it out.",
        facts=(("", f"{change.piece} opened out"),),
    )  # fmt: skip
    after = replace(
        work.having(change.piece, opened(shape, work.printed.get(change.piece))),
        cuts={**work.cuts, change.piece: opened_cuts(work.cuts[change.piece])},
    )
    return Done(after, made)
