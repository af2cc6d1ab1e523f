"""Where the label goes: as large as it can be without covering a mark, in as many lines as suits."""

from collections.abc import Sequence
from math import ceil
from textwrap import wrap

import numpy as np

from craft.frozen import Frozen
from craft.measure import render
from craft.pattern.marks import MarkKind
from craft.pattern.piece import Shape
from craft.shape.curve import Floats, Point
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
    made = _place(_apart(shape, CLEAR, GRID, within), label, turns)
    if made.size >= READABLE:
        return made
    # On a small piece: less room round it, more places tried; then the last phrases go.
    close = _apart(shape, CLEAR / 3, FINE_GRID, within)
    for kept in range(len(label), 0, -1):
        made = _place(close, label[:kept], turns)
        if made.size >= READABLE:
            return made.model_copy(update={"left_out": label[kept:]})
    number = label[0].split(" ")[0]
    made = _place(_apart(shape, 0.0, FINE_GRID, within), (number,), turns)
    size = made.size if within else max(made.size, READABLE)
    return made.model_copy(update={"size": size, "left_out": label})


def _place(
    room: tuple[Floats, Floats], label: tuple[str, ...], turns: tuple[bool, ...]
) -> LabelPlace:
    apart, candidates = room
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
    found = [(dotted([*ring(room), ring(room)[0]], spacing), clear)]
    for mark in shape.marks:
        found.append((dotted(mark.points, spacing), clear + DRAWN.get(mark.kind, 0.0)))
    if within is not None:
        found = [(_near(dots, want, within), want) for dots, want in found]
    dots = np.concatenate([dots for dots, _ in found])
    wants = np.repeat([want for _, want in found], [len(dots) for dots, _ in found])
    apart = np.abs(places[:, None, :] - dots[None, :, :]) - wants[:, None]
    if within is not None:
        apart = np.concatenate((apart, _to_sides(places, within)), axis=1)
    # The roomiest places for a square block, for a long level one and for a long upright one.
    best: set[int] = set()
    for wide, high in ((1.0, 1.0), (30.0, 1.0), (1.0, 30.0)):
        free = np.maximum(apart[..., 0] / wide, apart[..., 1] / high).min(axis=1)
        best |= set(np.argsort(-free)[:TRIED].tolist())
    return apart[sorted(best)], places[sorted(best)]


def _near(dots: Floats, want: float, within: Box) -> Floats:
    """The dots that a block inside a part could come too close to."""
    least, most = np.array(within[:2]) - want, np.array(within[2:]) + want
    return dots[((dots >= least) & (dots <= most)).all(axis=1)]


def _to_sides(places: Floats, within: Box) -> Floats:
    """How far the four sides of a part lie from each place, as dots that meet whatever reaches so far
    across or down: shape (places, 4, 2)."""
    ways = np.concatenate((places - within[:2], within[2:] - places), axis=1)
    sides: Floats = ways[:, :, None] * np.array([[1, 0], [0, 1], [1, 0], [0, 1]])
    return sides


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


def dotted(points: Sequence[Point], spacing: float) -> Floats:
    """Points along straight lines, at most ``spacing`` (mm) apart, the first and last among them: shape
    (n, 2).

    >>> dotted([(0.0, 0.0), (10.0, 0.0)], 4.0)[:, 0].round(2).tolist()
    [0.0, 3.33, 6.67, 10.0]
    """
    at = np.asarray(points, dtype=float)
    ways = np.diff(at, axis=0)
    steps = np.maximum(1, np.ceil(np.hypot(ways[:, 0], ways[:, 1]) / spacing)).astype(int)
    line = np.repeat(np.arange(len(steps)), steps)
    share = (np.arange(len(line)) - np.repeat(np.cumsum(steps) - steps, steps) + 1) / steps[line]
    return np.concatenate((at[:1], at[line] + share[:, None] * ways[line]))
