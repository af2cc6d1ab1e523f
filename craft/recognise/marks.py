"""Marks among the lines on a piece: notches, grain, darts, dots, told by their form and what they touch."""

from collections.abc import Sequence

import numpy as np

from craft.drawing import DrawnText, chord_length
from craft.recognise.chains import Chain
from craft.recognise.found_mark import TOUCH, FoundMark, gap, notches_together, points_of, put_on
from craft.recognise.layers import Layers
from craft.recognise.outlines import OutlineFound, sampled
from craft.recognise.told_marks import notch_place, told_mark
from craft.recognise.worded_marks import worded_marks
from craft.shape.curve import Floats, Point, distance

NOTCH = (2.0, 16.0)  # mm: how long a notch is
GRAIN = 40.0  # mm at least
ARROW = 20.0  # mm: an arrow's head at most
DOT = 9.0  # mm across at most


def marks_of(
    piece: OutlineFound, lines: Sequence[tuple[int, Chain]], layers: Layers,
    texts: Sequence[DrawnText] = (),
) -> list[FoundMark]:  # fmt: skip
    """The marks among lines (each with its number) that lie on a piece or touch its outline: by the layers
    they lie on, by the ``texts`` beside them, else by their form."""
    found: list[FoundMark] = []
    left, top, right, low = piece.box
    near = [
        (number, line) for number, line in lines
        if left - ARROW <= line.ends[:, 0].max() and line.ends[:, 0].min() <= right + ARROW
        and top - ARROW <= line.ends[:, 1].max() and line.ends[:, 1].min() <= low + ARROW
    ]  # fmt: skip
    unsaid = []
    for number, line in near:
        meaning = layers.meaning(line.ink)
        if meaning is None or meaning.line == "inner":
            unsaid.append((number, line))
            mark = _one(piece, number, line)
        else:
            mark = told_mark(piece, number, line, meaning)
        if mark is not None:
            found.append(mark)
    worded = worded_marks(piece, unsaid, texts)
    named = {number for mark in worded for number in mark.used}
    found = [mark for mark in found if not named & set(mark.used)]
    rest = [(number, line) for number, line in unsaid if number not in named]
    return notches_together(piece, found) + worded + _grain(piece, rest)


def _one(piece: OutlineFound, number: int, line: Chain) -> FoundMark | None:
    size = chord_length(line.curves)
    ring = sampled(line.curves, line.straight)
    across = float((ring.max(axis=0) - ring.min(axis=0)).max())
    place = notch_place(piece, line) if across <= 2 * NOTCH[1] else ()
    if line.closed or line.ink.filled:
        return _closed(piece, number, ring, across, place, not line.straight.any())
    a, b = points_of(line.ends)
    touches = [gap(piece, end) < TOUCH for end in (a, b)]
    if NOTCH[0] <= size <= NOTCH[1] and line.straight.all() and len(line.curves) == 1:
        return FoundMark("notch", place, (number,)) if place else None
    if len(line.curves) == 2 and line.straight.all():
        tip = points_of(line.curves[0:1, 3])[0]
        if all(touches) and gap(piece, tip) > 5.0:
            # A dart with its legs on the edge; a small one that does not reach in is a notch.
            deep = distance(tip, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2))
            if deep > NOTCH[1] and piece.contains(tip):
                return FoundMark("dart", (put_on(piece, a), tip, put_on(piece, b)), (number,))
        if all(touches) and size <= 2 * NOTCH[1]:
            return FoundMark("notch", place, (number,))
    return None


def _closed(
    piece: OutlineFound,
    number: int,
    ring: Floats,
    across: float,
    place: tuple[Point, ...],
    round_: bool,
) -> FoundMark | None:
    if across > NOTCH[1]:
        return None
    if place and not round_:
        return FoundMark("notch", place, (number,))
    middle = points_of((ring.min(axis=0, keepdims=True) + ring.max(axis=0, keepdims=True)) / 2)[0]
    if across <= DOT and piece.contains(middle):
        return FoundMark("dot" if across < 6 else "circle", (middle,), (number,))
    return FoundMark("notch", place, (number,)) if place else None


def _grain(piece: OutlineFound, near: Sequence[tuple[int, Chain]]) -> list[FoundMark]:
    """Long straight lines with an arrow's head at one end or both."""
    heads = [
        (number, points_of(line.curves[0:1, 3])[0]) for number, line in near
        if not line.closed and len(line.curves) == 2 and line.straight.all()
        and float(np.hypot(*(line.ends[0] - line.ends[1]))) < ARROW
        and float(np.hypot(*(line.curves[0, 3] - line.curves[0, 0]))) < ARROW
    ]  # fmt: skip
    found = []
    for number, line in near:
        if line.closed or len(line.curves) != 1 or not line.straight[0]:
            continue
        a, b = sorted(points_of(line.ends), key=lambda each: (each[1], each[0]))
        if distance(a, b) < GRAIN or not (piece.contains(a) and piece.contains(b)):
            continue
        own = [head for head, tip in heads if min(distance(tip, a), distance(tip, b)) < 1.0]
        if own:
            found.append(FoundMark("grain", (a, b), (number, *own)))
    return found
