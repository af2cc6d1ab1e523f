"""Every kind of drawing that can be read here: how one is known by its first bytes, and who reads it.

Readers are loaded when a file is read: whoever only asks what may be offered does without their libraries.
"""

from importlib import import_module
from typing import NamedTuple, Protocol, cast

from craft.drawing import Drawing
from craft.errors import CraftError

HEAD = 1_024  # bytes that a kind of file is known by


class _Reader(Protocol):
    @staticmethod
    def knows(head: bytes) -> bool: ...

    @staticmethod
    def read(data: bytes, unit: float | None = None) -> Drawing: ...


class DrawingReader(NamedTuple):
    """``endings`` and ``types`` (media types): by what a browser offers such files. ``module``: has
    ``knows`` (whether a file that begins so is one of them) and ``read`` (raises CraftError: what is wrong
    with it); ``most``: how many bytes such a file may have."""

    name: str
    endings: tuple[str, ...]
    types: tuple[str, ...]
    module: str
    most: int


DRAWING_READERS: tuple[DrawingReader, ...] = (
    DrawingReader("PDF", (".pdf",), ("application/pdf",), "craft.formats.pdf.reader", 50_000_000),
    DrawingReader("SVG", (".svg",), ("image/svg+xml",), "craft.formats.svg_drawing", 10_000_000),
    DrawingReader("DXF", (".dxf",), ("image/vnd.dxf",), "craft.formats.dxf_drawing", 20_000_000),
)
MOST_BYTES = max(each.most for each in DRAWING_READERS)


def read_drawing(data: bytes, unit: float | None = None) -> Drawing:
    """The drawing in a file; ``unit``: how long a unit of it is (mm) where it does not say. Raises
    CraftError: what is wrong with it."""
    if not data:
        raise CraftError("This file is empty.", "file")
    for each in DRAWING_READERS:
        reader = cast(_Reader, import_module(each.module))
        if reader.knows(data[:HEAD]):
            if len(data) > each.most:
                raise CraftError(f"This {each.name} is larger than {each.most / 1e6:g} MB.", "file")
            return reader.read(data, unit)
    *names, last = (each.name for each in DRAWING_READERS)
    raise CraftError(f"This is no {', '.join(names)} or {last} that can be read here.", "file")


def drawings_offered() -> tuple[str, ...]:
    """The endings and media types of drawings, as a browser asks for them.

    >>> drawings_offered()[:2]
    ('.pdf', 'application/pdf')
    """
    return tuple(each for one in DRAWING_READERS for each in (*one.endings, *one.types))
