"""Cut: in which order, with what care, ticked piece by piece."""

from craft.cut.cut import CutItem, CutList, cut

__all__ = ["CutItem", "CutList", "cut"]
