"""A band cut in two across its length, with an allowance at the join."""

from craft.fit import WorkingPiece
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths
from craft.shape.curve import Curve, Point
from craft.shape.region import cut_at

# Numbers of joined halves begin here, so that they never meet a pattern's own.
FIRST_NUMBER = 900
MOST_SIDES = 150  # of one edge


def joined_in_two(
    piece: WorkingPiece, allowance: float
) -> tuple[WorkingPiece, WorkingPiece] | None:
    """Both halves of a band, to be sewn together in its middle; None for a piece on the fold, whose
    middle is the fold, and one that would fall into more than two parts.

    The halves are drawn by their cutting lines, flattened; the join adds ``allowance`` mm to each.
    """
    if any(cut.on_fold for cut in piece.cuts):
        return None
    x0, y0, x1, y1 = paths.control_bounds(piece.cutting)
    lengthwise = y1 - y0 >= x1 - x0
    middle = (y0 + y1) / 2 if lengthwise else (x0 + x1) / 2
    rings = [
        cut_at(piece.cutting, middle + sign * allowance, along_y=lengthwise, upper=sign > 0)
        for sign in (1, -1)
    ]
    if any(ring is None for ring in rings):
        return None
    made = [_half(piece, ring, number) for number, ring in enumerate(rings) if ring is not None]
    return made[0], made[1]


def _in_parts(sides: tuple[Curve, ...], count: int) -> list[tuple[Curve, ...]]:
    size = -(-len(sides) // count)
    return [sides[k : k + size] for k in range(0, len(sides), size)]


def _half(piece: WorkingPiece, ring: tuple[Point, ...], number: int) -> WorkingPiece:
    sides: tuple[Curve, ...] = tuple(
        (a, b) for a, b in zip(ring, (*ring[1:], ring[0]), strict=True) if a != b
    )
    # An edge has a bounded number of curves; a scalloped outline has many more sides.
    edges = tuple(
        Edge(name=f"side {k}", kind="seam", path=part)
        for k, part in enumerate(_in_parts(sides, max(2, len(sides) // MOST_SIDES + 1)), 1)
    )
    grain = [mark for mark in piece.shape.marks if mark.kind in ("grain", "stretch")]
    shape = Shape(edges=edges, marks=tuple(grain))
    return piece.model_copy(
        update={
            "number": FIRST_NUMBER + 2 * (piece.number % 45) + number,
            "name": f"{piece.name}, {'first' if number == 0 else 'second'} length",
            "shape": shape,
            "cutting": cutting_line(shape),
            "outward": {},
        }
    )
