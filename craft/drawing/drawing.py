"""A drawing from a file: paths, texts and pages as they were drawn, before anybody says what they mean.

Millimetres with y downwards, each page from its own upper left corner. Many thousands of paths are usual,
so these are plain tuples with arrays, checked by who reads them (``craft.formats``), not by models.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np

from craft.shape.affine import Affine
from craft.shape.curve import Floats, Point

Flags = np.ndarray[tuple[int, ...], np.dtype[np.bool_]]


class Ink(NamedTuple):
    """How a path is drawn. ``layers``: the names of the layers it lies on, the outermost first; ``colour``:
    "#rrggbb"; ``width``: of the line (mm); ``dash``: lengths of strokes and gaps in turn (mm), none: whole.
    ``filled``: an area without a line round it."""

    layers: tuple[str, ...] = ()
    colour: str = "#000000"
    width: float = 0.0
    dash: tuple[float, ...] = ()
    filled: bool = False


class DrawnPath(NamedTuple):
    """One unbroken line. ``curves``: (n, 4, 2) cubics that follow each other (mm); those flagged in
    ``straight`` (n,) are lines, their handles on thirds. ``shape``: paths painted together have the same
    number. ``hidden``: on a layer that is switched off; ``outside``: beyond the page, or what is shown
    there."""

    curves: Floats
    straight: Flags
    closed: bool
    ink: Ink
    page: int
    shape: int
    hidden: bool = False
    outside: bool = False

    @property
    def start(self) -> Point:
        """Where it begins (mm)."""
        x, y = self.curves[0, 0]
        return float(x), float(y)

    @property
    def end(self) -> Point:
        """Where it ends (mm)."""
        x, y = self.curves[-1, 3]
        return float(x), float(y)

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, top, right, bottom of the control points (mm): nothing lies outside of it."""
        (left, top), (right, bottom) = self.curves.min(axis=(0, 1)), self.curves.max(axis=(0, 1))
        return float(left), float(top), float(right), float(bottom)

    def moved(self, affine: Affine, page: int | None = None) -> "DrawnPath":
        """The same path elsewhere."""
        a, b, c, d, e, f = affine
        curves = self.curves @ np.array(((a, c), (b, d))) + np.array((e, f))
        return self._replace(curves=curves, page=self.page if page is None else page)


class DrawnText(NamedTuple):
    """A line of text. ``at``: where its baseline begins (mm); ``height``: of its letters' size (mm);
    ``length``: of the baseline (mm); ``angle``: of the baseline, clockwise from the right (radians)."""

    text: str
    at: Point
    height: float
    length: float
    angle: float
    page: int
    layers: tuple[str, ...] = ()


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
    own (``page`` is -1); ``layers``: all names of layers in the file's order, those switched off in
    ``off``; ``warnings``: what the file contradicts itself in, in sentences. ``unit``: how much
    larger it is taken than it is written, where the file does not say how long a unit of it is."""

    pages: tuple[DrawnPage, ...]
    paths: tuple[DrawnPath, ...]
    texts: tuple[DrawnText, ...] = ()
    forms: tuple[tuple[DrawnPath, ...], ...] = ()
    layers: tuple[tuple[str, ...], ...] = ()
    off: frozenset[tuple[str, ...]] = frozenset()
    warnings: tuple[str, ...] = field(default=())
    unit: float | None = None

    def on(self, page: int) -> Iterator[DrawnPath]:
        """Every path of a page, those of the forms it shows among them (mm of the page)."""
        yield from (each for each in self.paths if each.page == page)
        for form, at in self.pages[page].forms:
            yield from (each.moved(at, page) for each in self.forms[form])
