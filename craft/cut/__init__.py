"""Cut: in which order, with what care, ticked piece by piece."""

from craft.cut.cutting_list import CutItem, CutList, cut, cut_knot
from craft.cut.inputs import CuttingInputs

__all__ = ["CutItem", "CutList", "CuttingInputs", "cut", "cut_knot"]
