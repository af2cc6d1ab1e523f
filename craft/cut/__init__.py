"""Cut: in which order, with what care, ticked piece by piece."""

from craft.cut.cutting_list import cut
from craft.cut.inputs import CuttingInputs
from craft.cut.knot import cut_knot
from craft.cut.result import CutItem, CutList

__all__ = ["CutItem", "CutList", "CuttingInputs", "cut", "cut_knot"]
