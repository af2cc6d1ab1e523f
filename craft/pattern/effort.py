"""How much there is to work out in a pattern, counted and not timed: what is taken in on one machine can be
read on every other.

A unit is what one straight line of an outline asks for (about half a millisecond here, nothing remembered).
The counts were measured on outlines made to be hard: spikes whose allowances all meet, curves with cusps.
"""

from collections.abc import Iterator
from math import ceil

from craft.errors import Fault
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Piece, Shape
from craft.shape.curve import Curve
from craft.shape.path import turns_back

# A pattern of eighty pieces drawn curve by curve comes to a third of it.
MOST = 6_000
LINE, CURVE, CUSPED = 1, 2, 40
# Of an outline of n lines and curves, n * n / TOGETHER pairs may get into each other's way.
TOGETHER = 400
# Marks, and pieces to be cut, that come to one unit.
MARKS, CUTS = 6, 6
# Numbers in all sizes together: so many, written out, come to a file of 20 MB. An edge's or a mark's own
# words take the room of so many numbers.
MOST_NUMBERS, WORDS = 350_000, 12


def effort_faults(pattern: Pattern) -> Iterator[Fault]:
    """A fault where there is more to work out than for any garment, with the piece that asks for most, and
    one where all sizes together are more than a file takes."""
    yield from _too_much(pattern)
    numbers = sum(_numbers(shape) for piece in pattern.pieces for shape in piece.shapes.values())
    if numbers > MOST_NUMBERS:
        yield (
            f"The {len(pattern.table.sizes)} sizes of this pattern have {_times(numbers / MOST_NUMBERS)} "
            "as many lines, curves and marks together as a file takes. Leave out sizes that nobody needs.",
            "table.sizes",
        )


def _too_much(pattern: Pattern) -> Iterator[Fault]:
    efforts = [(effort_of(piece), -place) for place, piece in enumerate(pattern.pieces)]
    whole = sum(units for units, _ in efforts)
    if whole <= MOST:
        return
    units, place = max(efforts)
    piece = pattern.pieces[-place]
    curves = max(len(shape.outline) for shape in piece.shapes.values())
    yield (
        f"There is {_times(whole / MOST)} as much in this pattern as can be worked out. "
        f"Piece {piece.number} ({piece.name}) has most: {ceil(100 * units / whole)} % of it, with "
        f"{curves} lines and curves round it. Draw curves as curves, not as many short lines.",
        f"pieces.{-place}",
    )


def _times(share: float) -> str:
    return f"{ceil(share * 10) / 10:g} times"


def _numbers(shape: Shape) -> int:
    curves = sum(2 * len(curve) for curve in shape.outline)
    points = sum(2 * len(mark.points) for mark in shape.marks)
    return curves + points + WORDS * (len(shape.edges) + len(shape.marks))


def effort_of(piece: Piece) -> float:
    """The units of one piece, in its size that has most."""
    things = sum(cut.count * (2 if cut.pair else 1) for cut in piece.cuts)
    return max(map(_of_shape, piece.shapes.values()), default=0.0) + things / CUTS


def _of_shape(shape: Shape) -> float:
    outline = shape.outline
    together = len(outline) ** 2 / TOGETHER
    return sum(map(_of_curve, outline)) + together + len(shape.marks) / MARKS


def _of_curve(curve: Curve) -> int:
    if len(curve) == 2:
        return LINE
    return CUSPED if turns_back(curve) else CURVE
