"""The label written on a traced piece, and the clear place for it."""

from itertools import pairwise

import numpy as np

from craft.measure import length
from craft.pattern.pattern import Pattern
from craft.pattern.piece import ROLES, Cut, Piece, Shape
from craft.shape.curve import Floats, Point, between, distance
from craft.shape.region import contains, region, ring

# Marks keep this much room from the label (mm).
CLEAR = 9.0
# A label needs no exact outline (mm).
COARSE = 3.0
DOTS = 18.0
GRID = 8


def cut_words(cuts: tuple[Cut, ...]) -> tuple[str, ...]:
    """How many to cut from which cloth, a line for each cloth."""
    lines = []
    for role in ROLES:
        for cut in cuts:
            if cut.role != role:
                continue
            if cut.on_fold:
                how = f"cut {cut.count} on the fold"
            elif cut.pair and cut.count == 2:
                how = "cut a pair"
            elif cut.pair:
                how = f"cut {cut.count}, half of them mirrored"
            else:
                how = f"cut {cut.count}"
            lines.append(f"{role}: {how}")
    return tuple(lines)


def label(pattern: Pattern, piece: Piece, size: str, view: str, allowance: str) -> tuple[str, ...]:
    """The label's lines, the first one largest."""
    return (
        f"{piece.number} {piece.name}",
        pattern.name,
        f"size {size}, view {view}",
        *cut_words(piece.cuts),
        allowance,
    )


def allowance_words(shape: Shape, included: bool) -> str:
    """The state of this piece's allowances in one phrase."""
    widths = sorted({edge.allowance for edge in shape.edges if edge.kind not in ("fold",)})
    said = " and ".join(length(width) for width in widths)
    if widths in ([], [0.0]):
        return "no allowance"
    return f"allowance {said}{' (included)' if included else ''}"


def clear_place(shape: Shape) -> tuple[Point, float]:
    """Centre and radius of the largest circle found on the piece that touches no mark (mm).

    Candidates lie on a grid over the piece; each is judged by its distance to the nearest point
    of the outline and of the marks.
    """
    room = region(shape.outline, COARSE)
    x0, y0, x1, y1 = room.bounds
    xs, ys = np.meshgrid(np.linspace(x0, x1, GRID + 2)[1:-1], np.linspace(y0, y1, GRID + 2)[1:-1])
    candidates = np.column_stack((xs.ravel(), ys.ravel()))
    candidates = candidates[contains(room, candidates)]
    outline = _dotted([*ring(room), ring(room)[0]])
    drawn = [dot for mark in shape.marks for dot in _dotted(list(mark.points))]
    gap = _distance(candidates, outline)
    if drawn:
        gap = np.minimum(gap, _distance(candidates, drawn) - CLEAR)
    if not len(candidates):
        return ((x0 + x1) / 2, (y0 + y1) / 2), CLEAR
    best = int(np.argmax(gap))
    x, y = candidates[best]
    return (float(x), float(y)), max(float(gap[best]), 1.0)


def _dotted(points: list[Point]) -> list[Point]:
    """Points along straight lines, at most DOTS apart."""
    dots = points[:1]
    for a, b in pairwise(points):
        steps = max(1, int(distance(a, b) / DOTS))
        dots += [between(a, b, (i + 1) / steps) for i in range(steps)]
    return dots


def _distance(candidates: Floats, dots: list[Point]) -> Floats:
    apart = candidates[:, None, :] - np.asarray(dots)[None, :, :]
    nearest: Floats = np.sqrt((apart**2).sum(axis=2).min(axis=1))
    return nearest
