"""Keep: the label, its drawing, and where the envelope stands."""

from craft.keep.keep import KeepInputs, Kept, keep
from craft.keep.drawing import Drawing, drawing

__all__ = ["Drawing", "KeepInputs", "Kept", "drawing", "keep"]
