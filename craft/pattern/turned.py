"""Outlines that were drawn the other way round, turned when they are read.

Everything in the craft counts on outlines that are walked clockwise (y downwards): the outside lies
on the left.
"""

from craft.pattern.pattern import EdgeRef, Pattern, Seam
from craft.pattern.piece import Piece, Shape
from craft.shape import path as paths
from craft.shape.curve import signed_area


def turned(pattern: Pattern) -> Pattern:
    """The pattern with every outline clockwise. A seam that walks an edge which was turned walks it
    the other way; where the sizes of a piece differ, its first size is the one the seams go by."""
    flipped = set()
    pieces = []
    for piece in pattern.pieces:
        backwards = {size for size, shape in piece.shapes.items() if is_anticlockwise(shape)}
        if not backwards:
            pieces.append(piece)
            continue
        if next(iter(piece.shapes)) in backwards:
            flipped.add(piece.number)
        pieces.append(_turned(piece, backwards))
    if all(a is b for a, b in zip(pieces, pattern.pieces, strict=True)):
        return pattern
    seams = tuple(_walked(seam, flipped) for seam in pattern.seams)
    return pattern.model_copy(update={"pieces": tuple(pieces), "seams": seams})


def is_anticlockwise(shape: Shape) -> bool:
    """Whether the outline is walked with its outside on the right."""
    return sum(signed_area(curve) for curve in shape.outline) < 0


def _turned(piece: Piece, sizes: set[str]) -> Piece:
    shapes = {
        size: other_way(shape) if size in sizes else shape for size, shape in piece.shapes.items()
    }
    return piece.model_copy(update={"shapes": shapes})


def other_way(shape: Shape) -> Shape:
    """The edges in the other order, the first one staying first."""
    back = [
        edge.model_copy(update={"path": paths.reverse(edge.path)}) for edge in reversed(shape.edges)
    ]
    edges = (back[-1], *back[:-1])
    marks = tuple(
        mark.model_copy(update={"points": tuple(reversed(mark.points))})
        if mark.kind == "dart" and len(mark.points) == 3
        else mark
        for mark in shape.marks
    )
    return shape.model_copy(update={"edges": edges, "marks": marks})


def _walked(seam: Seam, flipped: set[int]) -> Seam:
    def side(refs: tuple[EdgeRef, ...]) -> tuple[EdgeRef, ...]:
        return tuple(
            ref.model_copy(update={"backwards": not ref.backwards}) if ref.piece in flipped else ref
            for ref in refs
        )

    return seam.model_copy(update={"a": side(seam.a), "b": side(seam.b)})
