"""Every kind of drawing that can be read here: how one is known by its first bytes, and who reads it."""

from collections.abc import Callable
from typing import NamedTuple

from craft.drawing import Drawing
from craft.errors import CraftError
from craft.formats.pdf.reader import knows, read_pdf
from craft.formats.readers import HEAD


class DrawingReader(NamedTuple):
    """As ``craft.formats.readers.Reader``, for files that hold drawings."""

    name: str
    endings: tuple[str, ...]
    types: tuple[str, ...]
    knows: Callable[[bytes], bool]
    read: Callable[[bytes], Drawing]


DRAWING_READERS: tuple[DrawingReader, ...] = (
    DrawingReader("PDF", (".pdf",), ("application/pdf",), knows, read_pdf),
)


def read_drawing(data: bytes) -> Drawing:
    """The drawing in a file. Raises CraftError: what is wrong with it."""
    if not data:
        raise CraftError("This file is empty.", "file")
    for each in DRAWING_READERS:
        if each.knows(data[:HEAD]):
            return each.read(data)
    names = " or ".join(each.name for each in DRAWING_READERS)
    raise CraftError(f"This is no {names} file that can be read here.", "file")
