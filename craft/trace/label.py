"""The label written on a traced piece, and the clear place for it."""

from itertools import pairwise

import numpy as np

from craft.measure import length
from craft.pattern.pattern import Pattern
from craft.pattern.piece import ROLES, Cut, Piece, Shape
from craft.pick import Picked
from craft.shape.curve import Floats, Point, between, distance
from craft.shape.region import contains, region, ring
from craft.trace.inputs import Context, Line, TraceInputs

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


def label(
    pattern: Pattern,
    piece: Piece,
    picked: Picked,
    inputs: TraceInputs,
    context: Context,
    allowance: str,
    line: Line,
    face_down: bool,
) -> tuple[str, ...]:
    """The label's lines, the first one largest."""
    whose = [f"for {context.person}"] if context.person else []
    when = [f"{inputs.dated.day}.{inputs.dated.month}.{inputs.dated.year}"] if inputs.dated else []
    cuts = cut_words(piece.cuts) or (("a guide: never cut in cloth",) if piece.guide else ())
    return (
        f"{piece.number} {piece.name}",
        pattern.name,
        f"size {picked.sizes_said}, view {picked.view}",
        *([", ".join([*whose, *when])] if whose or when else []),
        *cuts,
        *(["wrong side up: marked on the back too"] if face_down else []),
        allowance,
    )


def allowance_words(shape: Shape, included: bool, line: Line = "cutting") -> str:
    """The state of this piece's allowances in one phrase."""
    widths = sorted({edge.allowance for edge in shape.edges if edge.kind not in ("fold", "dart")})
    said = " and ".join(length(width) for width in widths)
    if widths in ([], [0.0]):
        return "no allowance"
    if line == "stitching":
        return f"stitching line: add {said} on the cloth"
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
