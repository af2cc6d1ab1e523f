"""Drawings as files hold them: paths, texts, pages. Read in ``craft.formats``, understood in
``craft.recognise``."""

from craft.drawing.drawing import (
    EITHER,
    Drawing,
    DrawnPage,
    DrawnPath,
    DrawnText,
    Flags,
    Ink,
    Ints,
    chord_length,
)

__all__ = [
    "EITHER",
    "Drawing",
    "DrawnPage",
    "DrawnPath",
    "DrawnText",
    "Flags",
    "Ink",
    "Ints",
    "chord_length",
]
