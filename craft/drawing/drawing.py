"""A drawing from a file: paths, texts and pages as they were drawn, before anybody says what they mean.

Millimetres with y downwards, each page from its own upper left corner. Many thousands of paths are usual,
so these are plain tuples with arrays, checked by who reads them (``craft.formats``), not by models.
"""

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from craft.shape.affine import Affine, move_points
from craft.shape.curve import Floats, Point
from craft.shape.pen import Box

EITHER = "|"  # between the names of layers that show the same

Flags = np.ndarray[tuple[int, ...], np.dtype[np.bool_]]
Ints = np.ndarray[tuple[int, ...], np.dtype[np.intp]]


class Ink(NamedTuple):
    """How a path is drawn. ``layers``: the names of the layers it lies on, the outermost first (several
    that show it alike with ``EITHER`` between them); ``colour``: "#rrggbb"; ``width``: of the line (mm);
    ``dash``: lengths of strokes and gaps in turn (mm), none: whole. ``filled``: an area without a line
    round it."""

    layers: tuple[str, ...] = ()
    colour: str = "#000000"
    width: float = 0.0
    dash: tuple[float, ...] = ()
    filled: bool = False

    @property
    def look(self) -> tuple[object, ...]:
        """What a person tells it from others by; the same for inks that differ by rounding only."""
        return self.colour, tuple(round(part, 1) for part in self.dash), round(self.width, 2)

    @property
    def kind(self) -> tuple[object, ...]:
        """What two lines that go on in each other have in common."""
        return self.layers, self.look, self.filled


class DrawnPath(NamedTuple):
    """One unbroken line. ``curves``: (n, 4, 2) cubics that follow each other (mm); those flagged in
    ``straight`` (n,) are lines, their handles on thirds. ``outside``: beyond the page, or beyond what is
    shown there. Layers that are switched off are read like the others: each may be a size."""

    curves: Floats
    straight: Flags
    closed: bool
    ink: Ink
    page: int
    outside: bool = False

    @property
    def box(self) -> Box:
        """Left, top, right, bottom of the control points (mm): nothing lies outside of it."""
        (left, top), (right, bottom) = self.curves.min(axis=(0, 1)), self.curves.max(axis=(0, 1))
        return float(left), float(top), float(right), float(bottom)

    def moved(self, by: Affine, page: int | None = None) -> "DrawnPath":
        """The same path elsewhere."""
        curves = move_points(self.curves, by)
        return self._replace(curves=curves, page=self.page if page is None else page)


def chord_length(curves: Floats) -> float:
    """The length of curves (n, 4, 2) from node to node (mm)."""
    way = curves[:, 3] - curves[:, 0]
    return float(np.hypot(way[:, 0], way[:, 1]).sum())


class DrawnText(NamedTuple):
    """A line of text. ``at``: where its baseline begins (mm); ``height``: of its letters' size (mm);
    ``length``: of the baseline (mm); ``angle``: of the baseline, clockwise from the right (radians)."""

    text: str
    at: Point
    height: float
    length: float
    angle: float
    page: int


class DrawnPage(NamedTuple):
    """A page as it is shown: ``width`` and ``height`` (mm). ``forms``: the drawings that it shows as a
    whole, each with where it puts them (mm of the form to mm of the page); ``raster``: the share of it that
    pictures cover (0..1)."""

    width: float
    height: float
    forms: tuple[tuple[int, Affine], ...] = ()
    raster: float = 0.0


@dataclass(frozen=True, slots=True)
class Drawing:
    """What is drawn in a file. ``forms``: drawings that several pages show, once each, in a space of their
    own (``page`` is -1); ``warnings``: what the file contradicts itself in, in sentences; ``unit``: how
    long a unit is taken to be (mm) where the file does not say it, else None."""

    pages: tuple[DrawnPage, ...]
    paths: tuple[DrawnPath, ...]
    texts: tuple[DrawnText, ...] = ()
    forms: tuple[tuple[DrawnPath, ...], ...] = ()
    warnings: tuple[str, ...] = ()
    unit: float | None = None
