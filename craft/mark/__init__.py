"""Mark: each mark of each cut piece, one way proposed, with its reason."""

from craft.mark.marking_list import MarkItem, MarkList, mark, mark_knot

__all__ = ["MarkItem", "MarkList", "mark", "mark_knot"]
