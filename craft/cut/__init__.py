"""Cut: in which order, with what care, ticked piece by piece."""

from craft.cut.cutting_list import CutItem, CutList, cut, cut_knot

__all__ = ["CutItem", "CutList", "cut", "cut_knot"]
