"""A band cut in two across its length, with an allowance at the join; both lengths keep their marks."""

from collections.abc import Collection

from craft.errors import CraftError
from craft.fit import WorkingPiece
from craft.fit.pieces.divided import Part, divided
from craft.fit.pieces.shared_out import shared_out
from craft.pattern.caps import capped
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import Shape
from craft.shape import path as paths
from craft.shape.path import polyline
from craft.shape.region import cut_at

# Numbers of joined halves begin here, so that they seldom meet a pattern's own.
FIRST_NUMBER = 900
SEAM = "join"


def joined_in_two(
    piece: WorkingPiece, allowance: float, taken: Collection[int] = ()
) -> tuple[WorkingPiece, WorkingPiece] | None:
    """Both halves of a band, to be sewn together in its middle; None for a piece on the fold, whose
    middle is the fold, and one that would fall into more than two parts. The join adds ``allowance`` mm to
    each; ``taken``: numbers of other pieces."""
    if any(cut.on_fold for cut in piece.cuts):
        return None
    outline = piece.shape.outline
    x0, y0, x1, y1 = paths.control_bounds(outline)
    lengthwise = y1 - y0 >= x1 - x0
    middle = (y0 + y1) / 2 if lengthwise else (x0 + x1) / 2
    if any(
        cut_at(outline, middle, along_y=lengthwise, upper=each) is None for each in (True, False)
    ):
        return None
    line = (
        polyline((x0, middle), (x1, middle)) if lengthwise else polyline((middle, y0), (middle, y1))
    )
    try:
        parts = divided(piece.shape, line, _free_name(piece.shape), allowance)
        parts = parts if _before(parts) else parts[::-1]
        shapes, _ = shared_out(piece.shape, parts)
    except CraftError:
        return None
    one, two = free_numbers(piece.number, taken)
    return _half(piece, shapes[0], one, "first"), _half(piece, shapes[1], two, "second")


def free_numbers(number: int, taken: Collection[int]) -> tuple[int, int]:
    """The numbers of both halves: no other piece has them."""
    first = FIRST_NUMBER + 2 * (number % 45)
    while first in taken or first + 1 in taken:
        first += 2
    return first, first + 1


def _free_name(shape: Shape) -> str:
    name, names = SEAM, {edge.name for edge in shape.edges}
    while name in names:
        name += " 2"
    return name


def _before(parts: tuple[Part, Part]) -> bool:
    """Whether the first part is the upper, or the left one."""
    middles = []
    for part in parts:
        x0, y0, x1, y1 = paths.control_bounds(tuple(c for edge in part.edges for c in edge.path))
        middles.append(x0 + x1 + y0 + y1)
    return middles[0] <= middles[1]


def _half(piece: WorkingPiece, shape: Shape, number: int, which: str) -> WorkingPiece:
    shape = capped(shape)
    return piece.model_copy(
        update={
            "number": number,
            "name": f"{piece.name}, {which} length",
            "shape": shape,
            "cutting": cutting_line(shape),
        }
    )
