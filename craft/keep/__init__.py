"""Keep: the label, its drawing, and where the envelope stands."""

from craft.keep.drawing import Drawing, drawing
from craft.keep.keep import KeepInputs, Kept, keep

__all__ = ["Drawing", "KeepInputs", "Kept", "drawing", "keep"]
