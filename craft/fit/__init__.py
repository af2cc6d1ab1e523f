"""Fit: lengthen or shorten, move the marks below, true the side, walk the seams."""

from craft.fit.fitting import FitInputs, Fitted, LengthChange, WorkingPiece, fit
from craft.fit.walk import Meeting, SeamWalk

__all__ = ["FitInputs", "Fitted", "LengthChange", "Meeting", "SeamWalk", "WorkingPiece", "fit"]
