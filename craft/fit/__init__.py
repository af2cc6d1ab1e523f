"""Fit: lengthen or shorten, move the marks below, true the side, walk the seams."""

from craft.fit.darts.dart_change import DartChange
from craft.fit.fitting import fit
from craft.fit.inputs import FitInputs
from craft.fit.length.length_change import LengthChange, Target
from craft.fit.result import Fitted, WorkingPiece
from craft.fit.seams.walk import Meeting, SeamWalk

__all__ = [
    "DartChange",
    "FitInputs",
    "Fitted",
    "LengthChange",
    "Meeting",
    "SeamWalk",
    "Target",
    "WorkingPiece",
    "fit",
]
