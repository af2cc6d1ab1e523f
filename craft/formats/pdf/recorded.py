"""What pages and forms draw, kept in their own space, and moved to where it is shown."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np

from craft.drawing import Ink
from craft.formats.pdf.numbers import IDENTITY, Box, box_of, common, moved
from craft.shape.affine import Affine, then
from craft.shape.curve import Floats


class Stroked(NamedTuple):
    """A path in the space of the content that draws it; ``clip``: the box that it can be seen in."""

    curves: Floats
    straight: np.ndarray[tuple[int, ...], np.dtype[np.bool_]]
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
    """What a page or a form draws, in order. ``raster``: boxes of its pictures."""

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
) -> Iterator[tuple[Stroked, Affine, Box | None, bool]]:  # fmt: skip
    """Every path with where it comes to lie, those of forms among them but for the forms ``apart``."""
    for path in recorded.paths:
        yield path, at, clipped(clip, path.clip, at), shown and path.shown
    for call in recorded.calls:
        if call.form not in apart:
            yield from spread(
                forms[call.form], forms, apart, then(call.at, at), clipped(clip, call.clip, at),
                shown and call.shown,
            )  # fmt: skip


def called(
    recorded: Recorded, forms: Sequence[Recorded], at: Affine = IDENTITY, clip: Box | None = None
) -> Iterator[tuple[int, Affine, Box | None]]:
    """Every form that is shown, those within others after them, with where it comes to lie."""
    for call in recorded.calls:
        there, seen = then(call.at, at), clipped(clip, call.clip, at)
        yield call.form, there, seen
        yield from called(forms[call.form], forms, there, seen)
