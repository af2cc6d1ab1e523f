"""Doing it with scissors, paper and tape: the strip put in or folded away, where a ruler finds the line at
either side of the piece, and how the sides are trued."""

from craft.fit.length.lengthen import BLEND
from craft.frozen import Frozen
from craft.measure import Figure, length_text
from craft.pattern.piece import Edge, Shape
from craft.shape import path as paths


class PaperStripSide(Frozen):
    """Where the line meets one edge: so far along it from its upper end (mm), and how it is trued."""

    edge: str
    at: Figure
    trued: str


class PaperStrip(Frozen):
    """The strip of one piece. ``width``: of paper put in (mm; negative: folded away)."""

    piece: int
    width: float
    sides: tuple[PaperStripSide, ...]


def strip_of(number: int, before: Shape, y: float, width: float) -> PaperStrip:
    """The strip at the height y of a piece, as it was before the change."""
    sides = [side for edge in before.edges if (side := _side(edge, y, width)) is not None]
    return PaperStrip(piece=number, width=width, sides=tuple(sides))


def _side(edge: Edge, y: float, width: float) -> PaperStripSide | None:
    path = edge.path
    a, b = paths.start(path)[1], paths.end(path)[1]
    if edge.kind == "dart" or not min(a, b) < y < max(a, b):
        return None
    down = path if a <= b else paths.reverse(path)
    along = paths.along_at_level(down, y) or 0.0
    figure = Figure(
        name=f"along the {edge.name}", value=along, text=length_text(along),
        working=(f"{length_text(along)} from its upper end",),
    )  # fmt: skip
    return PaperStripSide(edge=edge.name, at=figure, trued=_trued(down, along, width))


def _trued(down: paths.Path, along: float, width: float) -> str:
    if paths.is_straight(down):
        return "rule it anew from end to end"
    above = min(BLEND, along)
    below = min(BLEND, paths.length(down) - along - max(0.0, -width))
    return (
        f"blend it from {length_text(above)} above the line to {length_text(max(0.0, below))} below"
    )
