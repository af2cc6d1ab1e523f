"""What is known of the original's paper: it decides whether it may be cut or only traced."""

from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen
from craft.measure import Finding, Where
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Piece
from craft.shape.region import outside, region
from craft.shape.tolerance import MEASURING

Paper = Literal["sturdy", "tissue", "home print"]
# More of your outline than this beyond the cut one means that it is lost (mm²).
SLIVER = 25.0


class Original(Frozen):
    """``cut_to``: pieces of an original that was cut already, each with the size it was cut to.
    ``missing``: numbers of pieces that are not in the envelope. ``included``: whether this paper
    carries the allowances, None for as the pattern says."""

    paper: Paper = "sturdy"
    precious: bool = False
    borrowed: bool = False
    two_sided: bool = False
    included: bool | None = None
    cut_to: Annotated[dict[int, str], Field(max_length=80)] = {}
    missing: Annotated[tuple[int, ...], Field(max_length=80)] = ()

    @property
    def spared(self) -> str:
        """Why this paper must not be cut or folded; "" when it may be."""
        if self.precious:
            return "the original is precious"
        if self.borrowed:
            return "the original is borrowed"
        if self.two_sided:
            return "the sheet is printed on both sides: cutting one piece destroys another"
        if self.paper == "tissue":
            return "tissue tears and does not fold true"
        return ""


def first_original(pattern: Pattern) -> Original:
    """What the paper of a pattern is taken to be before anybody says it."""
    return Original(paper="home print" if pattern.home_print else "sturdy")


def carries_allowances(pattern: Pattern, piece: Piece, original: Original) -> bool:
    """Whether this piece's paper ends at the cutting line."""
    for said in (piece.allowance_included, original.included):
        if said is not None:
            return said
    return pattern.allowance_included


def judge_original(
    pattern: Pattern, original: Original, needed: tuple[int, ...], size: str
) -> list[Finding]:
    """Needed pieces that are missing, and those already cut smaller than ``size``."""
    found = []
    names = {piece.number: piece.name for piece in pattern.pieces}
    for number in needed:
        if number in original.missing:
            found.append(
                Finding(
                    weight="fault",
                    what=f"Piece {number} ({names[number]}) is missing from the envelope.",
                    because="This view needs it.",
                    mend="Borrow the original, draft the piece, or choose another view.",
                    where=Where(piece=str(number)),
                )
            )
        cut = original.cut_to.get(number)
        if cut and size in lost_sizes(pattern.piece(number), cut):
            found.append(
                Finding(
                    weight="fault",
                    what=f"Piece {number} ({names[number]}) was cut to size {cut}; size {size} "
                    "is lost on it.",
                    because="Size lines outside the cut edge are gone.",
                    mend="Draw the missing strip on from the next size, or borrow another original.",
                    where=Where(piece=str(number)),
                )
            )
    return found


def lost_sizes(piece: Piece, cut: str) -> tuple[str, ...]:
    """Sizes whose outline lies partly outside the piece once it is cut to size ``cut``."""
    if cut not in piece.shapes:
        return ()
    room = region(piece.shapes[cut].outline, MEASURING)
    return tuple(
        size
        for size, shape in piece.shapes.items()
        if size != cut and outside(region(shape.outline, MEASURING), room)[0] > SLIVER
    )
