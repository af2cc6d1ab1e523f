"""Keep: the label, its drawing, and where the envelope stands."""

from craft.keep.label import KeepInputs, Kept, keep
from craft.keep.small_drawing import Drawing, drawing

__all__ = ["Drawing", "KeepInputs", "Kept", "drawing", "keep"]
