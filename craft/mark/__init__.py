"""Mark: each mark of each cut piece, one way proposed, with its reason."""

from craft.mark.mark import MarkItem, MarkList, mark

__all__ = ["MarkItem", "MarkList", "mark"]
