"""Where the label goes: as large as it can be without covering a mark, in as many lines as suits."""

from itertools import pairwise
from math import ceil
from textwrap import wrap

import numpy as np

from craft.frozen import Frozen
from craft.measure import render
from craft.pattern.marks import MarkKind
from craft.pattern.piece import Shape
from craft.shape.curve import Floats, Point, between, distance
from craft.shape.region import contains, region, ring

# Marks and edges keep this much room from the label (mm); lines are followed by dots twice as far
# apart, so that none can slip through between two of them.
CLEAR = 4.0
COARSE = 2.0  # a label needs no exact outline
GRID, FINE_GRID = 9, 25
# How far what is drawn of a mark reaches from its points (mm).
DRAWN: dict[MarkKind, float] = {"dot": 2.0, "circle": 4.0, "dart": 1.2, "slit": 1.0, "grain": 2.2}
# So many of the best places of each shape are tried with the label itself.
TRIED = 4
# Letters smaller than the first cannot be read, larger ones than the last are not needed; with
# ENOUGH no further arrangement is tried (mm).
READABLE, ENOUGH, LARGEST = 1.6, 6.0, 9.0
# A line is so many times as high, a letter so many times as wide.
LINE, LETTER, FIRST = 1.35, 0.62, 1.15
SEPARATOR = " · "


class LabelPlace(Frozen):
    """``at``: the label's middle. ``size``: height of its letters (mm). ``turned``: written along
    the grain, a quarter turn clockwise. ``lines``: the label, in lines as they are written;
    ``left_out``: phrases for which the piece has no room in letters that can be read."""

    at: Point
    size: float
    turned: bool
    lines: tuple[str, ...]
    left_out: tuple[str, ...] = ()


Box = tuple[float, float, float, float]


def place_label(
    shape: Shape, label: tuple[str, ...], within: Box | None = None,
    turns: tuple[bool, ...] = (False, True),
) -> LabelPlace:  # fmt: skip
    """The best place: candidates lie on a grid over the piece, each is tried with the label in
    more or fewer lines, level and turned. ``label``: phrases, the name of the piece first. ``within``: a
    part of the piece it must not leave (least x, y, greatest x, y); ``turns``: whether it may be written
    level (False) or turned (True).

    Where lines lie so close that no label fits with the usual room, it makes do with less.
    """
    made = _place(shape, label, CLEAR, GRID, within, turns)
    if made.size >= READABLE:
        return made
    # On a small piece: less room round it, more places tried; then the last phrases go.
    for kept in range(len(label), 0, -1):
        made = _place(shape, label[:kept], CLEAR / 3, FINE_GRID, within, turns)
        if made.size >= READABLE:
            return made.model_copy(update={"left_out": label[kept:]})
    number = label[0].split(" ")[0]
    made = _place(shape, (number,), 0.0, FINE_GRID, within, turns)
    size = made.size if within else max(made.size, READABLE)
    return made.model_copy(update={"size": size, "left_out": label})


def _place(
    shape: Shape, label: tuple[str, ...], clear: float, grid: int, within: Box | None,
    turns: tuple[bool, ...],
) -> LabelPlace:  # fmt: skip
    apart, candidates = _apart(shape, clear, grid, within)
    if not len(candidates):  # that part holds nothing of the piece
        return LabelPlace(at=(0.0, 0.0), size=0.0, turned=turns[0], lines=label)
    found: tuple[float, int, bool, tuple[str, ...]] | None = None
    for lines in _arrangements(label):
        wide, high = _extent(lines)
        for turned in turns:
            half = (high / 2, wide / 2) if turned else (wide / 2, high / 2)
            # How large the letters may be before the block meets a dot: sideways or above it.
            sizes = np.maximum(apart[..., 0] / half[0], apart[..., 1] / half[1]).min(axis=1)
            at = int(np.argmax(sizes))
            size = min(float(sizes[at]), LARGEST)
            # Level, and in the lines as given, unless another way is clearly larger.
            if found is None or size > found[0] * 1.15:
                found = (size, at, turned, lines)
        if found is not None and found[0] >= ENOUGH:
            break
    assert found is not None
    size, at, turned, lines = found
    x, y = candidates[at]
    return LabelPlace(at=(float(x), float(y)), size=max(size, 0.5), turned=turned, lines=lines)


def _apart(shape: Shape, clear: float, grid: int, within: Box | None) -> tuple[Floats, Floats]:
    """How far every dot of outline and marks lies across and down from each place worth trying,
    less the room it wants: shape (places, dots, 2); and the places, shape (places, 2)."""
    room = region(shape.outline, COARSE)
    x0, y0, x1, y1 = room.bounds
    if within is not None:
        x0, y0, x1, y1 = (
            max(x0, within[0]),
            max(y0, within[1]),
            min(x1, within[2]),
            min(y1, within[3]),
        )
    xs, ys = np.meshgrid(np.linspace(x0, x1, grid + 2)[1:-1], np.linspace(y0, y1, grid + 2)[1:-1])
    places = np.column_stack((xs.ravel(), ys.ravel()))
    places = places[contains(room, places)]
    if not len(places) and within is not None:
        return np.empty((0, 0, 2)), places
    if not len(places):
        places = np.array([[(x0 + x1) / 2, (y0 + y1) / 2]])
    spacing = max(2 * clear, 1.0)
    dots = dotted([*ring(room), ring(room)[0]], spacing)
    wants = [clear] * len(dots)
    if within is not None:
        a, b, c, d = within
        rim = dotted([(a, b), (c, b), (c, d), (a, d), (a, b)], spacing)
        dots += rim
        wants += [0.0] * len(rim)
    for mark in shape.marks:
        more = dotted(list(mark.points), spacing)
        dots += more
        wants += [clear + DRAWN.get(mark.kind, 0.0)] * len(more)
    apart = np.abs(places[:, None, :] - np.asarray(dots)[None, :, :]) - np.asarray(wants)[:, None]
    # The roomiest places for a square block, for a long level one and for a long upright one.
    best: set[int] = set()
    for wide, high in ((1.0, 1.0), (30.0, 1.0), (1.0, 30.0)):
        free = np.maximum(apart[..., 0] / wide, apart[..., 1] / high).min(axis=1)
        best |= set(np.argsort(-free)[:TRIED].tolist())
    return apart[sorted(best)], places[sorted(best)]


def _arrangements(label: tuple[str, ...]) -> list[tuple[str, ...]]:
    """The label as it is, and with its lines run together into fewer."""
    made = [label]
    rest = SEPARATOR.join(label[1:])
    for count in (3, 2, 1, 4, 5, 6):
        lines = wrap(
            rest, ceil(len(rest) / count) + 6, break_long_words=False, break_on_hyphens=False
        )
        if rest and (label[0], *lines) not in made:
            made.append((label[0], *lines))
    return [*made, (SEPARATOR.join(label),)]


def _extent(lines: tuple[str, ...]) -> tuple[float, float]:
    """Width and height of the block in heights of a letter."""
    shown = [len(render(line, "in")) for line in lines]
    widths = [count * LETTER * (FIRST if not index else 1) for index, count in enumerate(shown)]
    return max(widths), LINE * len(lines)


def dotted(points: list[Point], spacing: float) -> list[Point]:
    """Points along straight lines, at most ``spacing`` apart."""
    dots = points[:1]
    for a, b in pairwise(points):
        steps = max(1, ceil(distance(a, b) / spacing))
        dots += [between(a, b, (i + 1) / steps) for i in range(steps)]
    return dots
