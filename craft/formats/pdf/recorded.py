"""What pages and forms draw, kept in their own space, and moved to where it is shown."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np

from craft.drawing import DrawnPath, Ink
from craft.drawing.drawing import Flags
from craft.formats.pdf.numbers import IDENTITY, Box, box_of, common, growth, moved
from craft.shape.affine import Affine, then
from craft.shape.curve import Floats

EVERYWHERE: Box = (-1e9, -1e9, 1e9, 1e9)


class Stroked(NamedTuple):
    """A path of a content: which of its curves are its own; ``clip``: the box that it can be seen in, in
    the space of the content."""

    first: int
    total: int
    closed: bool
    ink: Ink
    shape: int
    clip: Box | None
    shown: bool


class Called(NamedTuple):
    """A form that content shows: its number among the recorded ones, and where."""

    form: int
    at: Affine
    clip: Box | None
    shown: bool


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


def clipped(a: Box | None, b: Box | None, at: Affine) -> Box | None:
    """The clip of a caller together with one of what it calls, moved to where it is called."""
    if b is None:
        return a
    left, top, right, bottom = b
    return common(
        a, box_of(moved(np.array(((left, top), (right, top), (right, bottom), (left, bottom))), at))
    )


def spread(
    recorded: Recorded, forms: Sequence[Recorded], apart: frozenset[int] = frozenset(),
    at: Affine = IDENTITY, clip: Box | None = None, shown: bool = True,
) -> Iterator[tuple[Recorded, Affine, Box | None, bool]]:  # fmt: skip
    """A content and every form that it shows, with where it comes to lie, but for the forms ``apart``."""
    if recorded.paths:
        yield recorded, at, clip, shown
    for call in recorded.calls:
        if call.form not in apart:
            yield from spread(
                forms[call.form], forms, apart, then(call.at, at), clipped(clip, call.clip, at),
                shown and call.shown,
            )  # fmt: skip


def drawn(
    block: tuple[Recorded, Affine, Box | None, bool], to_page: Affine, page: int, window: Box | None
) -> Iterator[DrawnPath]:
    """The paths of a content where they come to lie (mm of the page); ``window``: what is seen of that,
    None: everything."""
    recorded, at, clip, shown = block
    there = then(at, to_page)
    curves, grown = moved(recorded.curves, there), growth(there)
    firsts = np.array([path.first for path in recorded.paths])
    low = np.minimum.reduceat(curves.min(axis=1), firsts)
    high = np.maximum.reduceat(curves.max(axis=1), firsts)
    inks: dict[Ink, Ink] = {}
    windows: dict[Box | None, Box] = {}
    for path, (left, top), (right, bottom) in zip(
        recorded.paths, low.tolist(), high.tolist(), strict=True
    ):
        ink = inks.get(path.ink)
        if ink is None:
            ink = inks[path.ink] = _scaled(path.ink, grown)
        seen = windows.get(path.clip)
        if seen is None:
            seen = windows[path.clip] = _seen(clipped(clip, path.clip, at), to_page, window)
        inside = left <= seen[2] and seen[0] <= right and top <= seen[3] and seen[1] <= bottom
        own = slice(path.first, path.first + path.total)
        yield DrawnPath(
            curves[own],
            recorded.straight[own],
            path.closed,
            ink,
            page,
            path.shape,
            hidden=not (shown and path.shown),
            outside=not inside,
        )


def _scaled(ink: Ink, grown: float) -> Ink:
    return ink._replace(
        width=round(ink.width * grown, 4), dash=tuple(round(each * grown, 3) for each in ink.dash)
    )


def _seen(clip: Box | None, to_page: Affine, window: Box | None) -> Box:
    """What is seen of a page through a clip (mm)."""
    seen = EVERYWHERE if window is None else window
    if clip is None:
        return seen
    left, top, right, bottom = clip
    corners = np.array(((left, top), (right, top), (right, bottom), (left, bottom)))
    return common(seen, box_of(moved(corners, to_page)))


def called(
    recorded: Recorded, forms: Sequence[Recorded], at: Affine = IDENTITY, clip: Box | None = None
) -> Iterator[tuple[int, Affine, Box | None]]:
    """Every form that is shown, those within others after them, with where it comes to lie."""
    for call in recorded.calls:
        there, seen = then(call.at, at), clipped(clip, call.clip, at)
        yield call.form, there, seen
        yield from called(forms[call.form], forms, there, seen)
