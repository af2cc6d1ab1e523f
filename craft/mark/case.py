"""The case a mark is made in, from which every sentence about it is made: how many layers lie under the
paper, which of them are marked, on which side, and what kind of mark it is."""

from typing import Literal, NamedTuple

from craft.cloth.folds import CLOTH, Faces
from craft.pattern.marks import MarkKind

# Made on the right side, whatever it is made with.
ON_RIGHT_SIDE: tuple[MarkKind, ...] = ("buttonhole",)
# Where the hand gets at the side that is marked: under the paper, on the underside of the pinned stack, or
# between two layers.
Reached = Literal["under the paper", "underneath", "between"]


class ByLayers(NamedTuple):
    """A sentence about two layers marked together, and the same of one; "" where there is none to say."""

    both: str
    one: str


Reason = str | ByLayers


class Case(NamedTuple):
    """``lie``: layers under the paper. ``which``: what is marked alone (“upper layer”, “lower layer”, “left
    piece”); "" for all there is. ``out``: the right side lies out (one layer: up). ``fused``: made after
    fusing, on each of so many ``pieces`` by itself, or ``halves`` of one. ``bent``: a line with corners or
    curves. ``joined``: dots of darts are joined into lines."""

    kind: MarkKind
    lie: int = 1
    which: str = ""
    out: bool = False
    faces: Faces = CLOTH
    fused: bool = False
    pieces: int = 1
    halves: bool = False
    bent: bool = False
    joined: bool = True

    @property
    def both(self) -> bool:
        """Whether two layers are marked together."""
        return self.lie == 2 and not self.which

    @property
    def side(self) -> str:
        """What the side that is marked is called."""
        return self.faces.right if self.on_right_side else self.faces.wrong

    @property
    def on_right_side(self) -> bool:
        """Whether it is marked where it will be seen."""
        return self.kind in ON_RIGHT_SIDE

    def reached(self) -> Reached:
        """Where the side that is marked lies, of the upper layer where there are two."""
        outside = self.fused or self.out == self.on_right_side
        if self.lie == 1:
            return "under the paper" if outside else "underneath"
        return "under the paper" if outside else "between"


def of_layers(reason: Reason, *, both: bool) -> str:
    """A sentence for the layers that are marked."""
    if isinstance(reason, str):
        return reason
    return reason.both if both else reason.one
