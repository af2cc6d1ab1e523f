"""How far a changed piece lies from its traced outline, at the place where that is furthest."""

from craft.fit.result import Fitted
from craft.frozen import Frozen
from craft.measure import Figure, length_text
from craft.shape.affine import move, translation
from craft.shape.apart import furthest
from craft.shape.curve import Point

# What differs by less is not worth a number on the drawing (mm).
LEAST = 2.0


class Dimension(Frozen):
    """From the traced outline (``begin``) to the present one (``end``), on the paper of a piece."""

    piece: int
    begin: Point
    end: Point
    figure: Figure


def dimensions(fitted: Fitted) -> tuple[Dimension, ...]:
    """One for every changed piece. A length is said with the piece: what only lies lower by it is not
    measured again."""
    found = []
    for piece in fitted.pieces:
        before = fitted.before.get(piece.number)
        if before is None:
            continue
        lower = (move(before, translation(0, piece.lengthened)),) if piece.lengthened else ()
        gap, begin, end = furthest((before, *lower), piece.shape.outline)
        if gap > LEAST:
            besides = ", its new length left out" if piece.lengthened else ""
            figure = Figure(
                name="apart", value=gap, text=length_text(gap),
                working=(f"the furthest that its line lies from the traced one{besides}",),
            )  # fmt: skip
            found.append(Dimension(piece=piece.number, begin=begin, end=end, figure=figure))
    return tuple(found)
