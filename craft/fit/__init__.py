"""Fit: lengthen or shorten, move the marks below, true the side, walk the seams."""

from craft.fit.fit import Change, FitInputs, Fitted, WorkingPiece, fit
from craft.fit.walk import Meeting, SeamWalk

__all__ = ["Change", "FitInputs", "Fitted", "Meeting", "SeamWalk", "WorkingPiece", "fit"]
