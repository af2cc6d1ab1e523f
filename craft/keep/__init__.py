"""Keep: the label, its drawing, and where the envelope stands."""

from craft.keep.inputs import KeepInputs
from craft.keep.label import keep
from craft.keep.result import Kept
from craft.keep.small_drawing import Drawing, drawing

__all__ = ["Drawing", "KeepInputs", "Kept", "drawing", "keep"]
