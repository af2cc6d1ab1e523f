"""Drawings as files hold them: paths, texts, pages. Read in ``craft.formats``, understood in
``craft.recognise``."""

from craft.drawing.drawing import Drawing, DrawnPage, DrawnPath, DrawnText, Ink

__all__ = ["Drawing", "DrawnPage", "DrawnPath", "DrawnText", "Ink"]
