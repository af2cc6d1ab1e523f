"""What pages and forms draw, kept in their own space, and moved to where it is shown."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np

from craft.drawing import DrawnPath, Flags, Ink
from craft.formats.pdf.numbers import common, moved_box
from craft.shape.affine import IDENTITY, Affine, growth, move_points, then
from craft.shape.curve import Floats
from craft.shape.pen import Box

EVERYWHERE: Box = (-1e9, -1e9, 1e9, 1e9)


class Stroked(NamedTuple):
    """A path of a content: which of its curves are its own; ``clip``: the box that it can be seen in, in
    the space of the content."""

    first: int
    total: int
    closed: bool
    ink: Ink
    clip: Box | None


class Called(NamedTuple):
    """A form that content shows: its number among the recorded ones, and where."""

    form: int
    at: Affine
    clip: Box | None


@dataclass(slots=True)
class Recorded:
    """What a page or a form draws, in order, in its own space. ``curves`` (n, 4, 2), those flagged in
    ``straight`` (n,) are lines; ``raster``: boxes of its pictures."""

    curves: Floats = field(default_factory=lambda: np.empty((0, 4, 2)))
    straight: Flags = field(default_factory=lambda: np.empty(0, dtype=bool))
    paths: list[Stroked] = field(default_factory=list)
    calls: list[Called] = field(default_factory=list)
    raster: list[Box] = field(default_factory=list)
    size: int = 0  # paths, those of its forms counted


class Block(NamedTuple):
    """A content where it comes to lie; ``clip``: the box that it can be seen in there."""

    content: Recorded
    at: Affine
    clip: Box | None


def clipped(a: Box | None, b: Box | None, at: Affine) -> Box | None:
    """The clip of a caller together with one of what it calls, moved to where it is called."""
    return a if b is None else common(a, moved_box(b, at))


def spread(
    recorded: Recorded, forms: Sequence[Recorded], apart: frozenset[int] = frozenset(),
    at: Affine = IDENTITY, clip: Box | None = None,
) -> Iterator[Block]:  # fmt: skip
    """A content and every form that it shows, with where it comes to lie, but for the forms ``apart``."""
    if recorded.paths:
        yield Block(recorded, at, clip)
    for call in recorded.calls:
        if call.form not in apart:
            there = then(call.at, at)
            yield from spread(forms[call.form], forms, apart, there, clipped(clip, call.clip, at))


def drawn(block: Block, to_page: Affine, page: int, window: Box | None) -> Iterator[DrawnPath]:
    """The paths of a content where they come to lie (mm of the page); ``window``: what is seen of that,
    None: everything."""
    recorded, at, clip = block
    there = then(at, to_page)
    curves, grown = move_points(recorded.curves, there), growth(there)
    firsts = np.array([path.first for path in recorded.paths])
    low = np.minimum.reduceat(curves.min(axis=1), firsts).tolist()
    high = np.maximum.reduceat(curves.max(axis=1), firsts).tolist()
    inks = {ink: _scaled(ink, grown) for ink in {path.ink for path in recorded.paths}}
    windows = {
        own: _seen(clipped(clip, own, at), to_page, window)
        for own in {path.clip for path in recorded.paths}
    }
    for path, (left, top), (right, bottom) in zip(recorded.paths, low, high, strict=True):
        seen = windows[path.clip]
        inside = left <= seen[2] and seen[0] <= right and top <= seen[3] and seen[1] <= bottom
        own = slice(path.first, path.first + path.total)
        yield DrawnPath(
            curves[own],
            recorded.straight[own],
            path.closed,
            inks[path.ink],
            page,
            outside=not inside,
        )


def _scaled(ink: Ink, grown: float) -> Ink:
    return ink._replace(
        width=round(ink.width * grown, 4), dash=tuple(round(each * grown, 3) for each in ink.dash)
    )


def _seen(clip: Box | None, to_page: Affine, window: Box | None) -> Box:
    """What is seen of a page through a clip (mm)."""
    seen = EVERYWHERE if window is None else window
    return seen if clip is None else common(seen, moved_box(clip, to_page))


def called(
    recorded: Recorded, forms: Sequence[Recorded], at: Affine = IDENTITY
) -> Iterator[tuple[int, Affine]]:
    """Every form that is shown, those within others after them, with where it comes to lie."""
    for call in recorded.calls:
        there = then(call.at, at)
        yield call.form, there
        yield from called(forms[call.form], forms, there)
