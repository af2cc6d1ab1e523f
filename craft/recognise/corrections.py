"""What somebody says of a piece before it is taken: its name, how it is cut, which marks are none."""

from typing import Annotated, Literal

from pydantic import Field

from craft.digitise.inputs import MOST_MARKS, PieceInputs
from craft.frozen import Frozen, Line, Name
from craft.pattern.counts import put_on_fold
from craft.pattern.piece import Cut


class PieceCorrections(Frozen):
    """``name`` "": as the file says; ``cut`` None: as the file says; ``left``: marks, by their ids, that
    are not taken."""

    name: Annotated[Line, Field(max_length=120)] = ""
    cut: Literal["one", "pair", "fold"] | None = None
    left: Annotated[tuple[Name, ...], Field(max_length=MOST_MARKS)] = ()


CUTS: dict[str, tuple[Cut, ...]] = {
    "one": (Cut(role="main"),),
    "pair": (Cut(role="main", count=2, pair=True),),
    "fold": put_on_fold((Cut(role="main"),)),
}


def corrected(piece: PieceInputs, said: PieceCorrections) -> PieceInputs:
    """The piece as it is taken."""
    return piece.model_copy(update={
        "name": said.name.strip() or piece.name,
        "cuts": CUTS[said.cut] if said.cut else piece.cuts,
        "marks": tuple(mark for mark in piece.marks if mark.id not in said.left),
    })  # fmt: skip
