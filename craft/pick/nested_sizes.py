"""The nested outlines of a multi-size piece, as they lie on the original sheet."""

from craft.frozen import Frozen
from craft.pattern.pattern import Pattern
from craft.shape.curve import Curve


class Nest(Frozen):
    """One piece with the stitching line of every size, in size order."""

    number: int
    name: str
    cut: str
    needed: bool
    outlines: dict[str, tuple[Curve, ...]]


def nest(pattern: Pattern, view: str, borrowed: tuple[str, ...] = ()) -> tuple[Nest, ...]:
    """Every piece of the pattern; ``needed`` says whether the view uses it."""
    needed = {piece.number for piece in pattern.in_view(view, borrowed)}
    return tuple(
        Nest(
            number=piece.number,
            name=piece.name,
            cut=", ".join(sorted({cut.role for cut in piece.cuts}, key=str)),
            needed=piece.number in needed,
            outlines={size: piece.shapes[size].outline for size in pattern.table.sizes},
        )
        for piece in pattern.pieces
    )
